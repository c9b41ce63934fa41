import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { call, checkAhead, fetchChecks, Refused } from './call.ts'

const refusal = async (work: Promise<unknown>): Promise<Refused> => {
  const problem = await work.then(
    () => null,
    (thrown: unknown) => thrown,
  )
  if (!(problem instanceof Refused)) throw new Error(`not refused: ${String(problem)}`)
  return problem
}
const sent = vi.fn()
const yard = '/yards/019ac685-b982-756a-8751-bedfa77c0972'

beforeEach(() => {
  sent.mockReset().mockImplementation(() => Promise.resolve(new Response(null, { status: 204 })))
  vi.stubGlobal('fetch', sent)
})
afterEach(() => vi.unstubAllGlobals())

describe('a body', () => {
  it('goes to the server unchecked while the checks are not there', async () => {
    await call('PUT', yard, { name: '' })
    expect(sent).toHaveBeenCalledTimes(1)
  })
  it('with slips is refused by every field, and nothing is sent', async () => {
    await fetchChecks()
    const refused = await refusal(call('PUT', yard, { name: '', latitude: 91 }))
    expect(sent).not.toHaveBeenCalled()
    expect(refused.status).toBe(400)
    expect(refused.isOutage).toBe(false)
    expect(refused.at('name')).toBe('name must not be empty.')
    expect(refused.at('latitude')).toBe('latitude must be 90 or less.')
    expect(refused.sent).toEqual({ name: '', latitude: 91 })
  })
  it('without them is sent as it was given, and so is one for an address that takes none', async () => {
    await fetchChecks()
    await call('PUT', yard, { name: 'Far field' })
    expect((sent.mock.calls[0] as [string, { body: string }])[1].body).toBe('{"name":"Far field"}')
    await call('PUT', '/nowhere', { name: '' })
    expect(sent).toHaveBeenCalledTimes(2)
  })
  it('as long as a file’s is left to the server', async () => {
    await fetchChecks()
    await call('PUT', yard, { name: 'x'.repeat(50_000) })
    expect(sent).toHaveBeenCalledTimes(1)
  })
  it('that follows another is checked with it before the first is sent', async () => {
    const colony = '/colonies/019ac685-b982-756a-8751-bedfa77c0972'
    const refused = await refusal(
      checkAhead([
        ['PUT', colony, { name: '', since: '2026-05-01' }],
        ['POST', `${colony}/move`, { position: null, onDay: '2026-02-30' }],
      ]),
    )
    expect(refused.faults.map((f) => f.path)).toEqual(['name', 'yardId', 'position', 'onDay', 'placementId'])
    expect(refused.at('position')).toBe('position must be given.')
    expect(refused.at('onDay')).toBe('onDay is not a day that exists.')
  })
})
