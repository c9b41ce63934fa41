/** What is sent, checked before it is sent and when it comes: by address, field by field, with what to do about it. */
import { describe, expect, it } from 'vitest'
import { accountBody, bodyOf, checkAgainst, faultsOf, invitationBody, memberBody, ownDaysBody, signInBody, text } from '@thistle/core/bodies'

const ID = '0190f3a0-0000-7000-8000-000000000001'
const said = (method: string, address: string, given: unknown) => faultsOf(method, address, given).map((f) => `${f.path}: ${f.sentence}`)

describe('what is sent where', () => {
  it('is found by method and address, whatever the letters of the method, and nowhere else', () => {
    expect(bodyOf('post', '/session')).toBe(signInBody)
    expect(bodyOf('PUT', `/yards/${ID}/weather`)).toBe(ownDaysBody)
    expect(bodyOf('GET', '/session')).toBeNull()
    expect(bodyOf('PUT', '/session')).toBeNull()
    expect(bodyOf('PUT', `/yards/${ID}`)).not.toBe(bodyOf('PUT', `/colonies/${ID}`))
    expect([bodyOf('PUT', '/yards'), bodyOf('PUT', `/yards/${ID}/else`), bodyOf('POST', '/nowhere')]).toEqual([null, null, null])
  })
  it('is refused field by field, all faults at once; what is right, or not known to us, has none', () => {
    expect(said('POST', '/session', {}).map((f) => f.split(':')[0])).toEqual(['email', 'password'])
    expect(said('POST', '/session', { email: 'a@b.example', password: 'x' })).toEqual([])
    expect(said('POST', '/nowhere', { any: 'thing' })).toEqual([])
    expect(said('POST', '/session', { email: 'a@b.example', password: 'x', more: 1 })).toHaveLength(1)
  })
  it('is text alone after a question mark, and else what it is', () => {
    const many = ownDaysBody.extract('days')
    expect(checkAgainst(memberBody.extract('role'), 'owner')).toEqual({ ok: true, value: 'owner' })
    expect(checkAgainst(many, 'x').ok).toBe(false)
    const position = bodyOf('POST', `/colonies/${ID}/move`)!
    const sent = (n: unknown) => ({ yardId: ID, position: n, onDay: '2026-08-12', placementId: ID })
    expect([checkAgainst(position, sent('4')).ok, checkAgainst(position, sent('4'), true).ok, checkAgainst(position, sent(4)).ok]).toEqual([
      false,
      true,
      true,
    ])
    expect(checkAgainst(text(3), undefined).ok).toBe(false)
    expect([checkAgainst(text(3), 'abc').ok, checkAgainst(text(3), 'abcd').ok, checkAgainst(text(3), '').ok]).toEqual([true, false, true])
  })
})

describe('people', () => {
  const account = { name: 'Wenna', email: 'Wenna.Strand@Example.test', password: 'four jars in a row' }
  const checked = (over: object) => checkAgainst<{ email: string; holding: string | null }>(accountBody, { ...account, ...over })
  it('have their address in small letters, and a holding or an invitation', () => {
    expect(checked({ holding: 'Harbour Bees' })).toMatchObject({
      ok: true,
      value: { email: 'wenna.strand@example.test', holding: 'Harbour Bees', invitation: null },
    })
    expect(checked({ invitation: 'abc' })).toMatchObject({ ok: true, value: { holding: null, invitation: 'abc' } })
    expect(checked({ holding: 'Harbour Bees', invitation: 'abc' }).ok).toBe(true)
    expect(checked({})).toMatchObject({
      ok: false,
      faults: [{ sentence: expect.stringContaining('Name your holding, or come by an invitation') as string }],
    })
    expect(checked({ holding: 'H', password: 'too short' }).ok).toBe(false)
    expect(checked({ holding: 'H', email: 'wenna' }).ok).toBe(false)
  })
  it('who own see all yards; the others those they are given, or all', () => {
    const member = (role: string, yards: string[] | null) => said('PUT', `/members/${ID}`, { role, yards })
    expect([member('owner', null), member('helper', null), member('helper', [ID]), member('reader', [ID])]).toEqual([[], [], [], []])
    expect(member('owner', [ID])[0]).toContain('An owner has all yards')
    expect(checkAgainst(invitationBody, { role: 'owner', yards: [ID], forWhom: 'Orla' }).ok).toBe(false)
  })
})

describe('yards and their days', () => {
  const yard = (over: object) => said('PUT', `/yards/${ID}`, { name: 'Slipway', timeZone: 'Europe/Paris', ...over })
  it('have a time zone that is known', () => {
    expect([yard({}), yard({ timeZone: 'UTC' })]).toEqual([[], []])
    expect(yard({ timeZone: 'Europe/Nowhere' })).toEqual(['timeZone: timeZone is not a time zone that is known, like Europe/Paris.'])
  })
  it('of weather have a low at or under the high, and each day once', () => {
    const days = (...list: [string, number, number][]) =>
      said('PUT', `/yards/${ID}/weather`, { days: list.map(([date, high, low]) => ({ date, high, low })) })
    expect([days(['2026-08-10', 25, 12]), days(['2026-08-10', 12, 12])]).toEqual([[], []])
    expect(days(['2026-08-10', 11, 12])[0]).toMatch(/: the low, 12, is over the high, 11\.$/)
    expect(days(['2026-08-10', 25, 12], ['2026-08-10', 26, 12])[0]).toContain('has its day twice')
  })
})

describe('the days a keeper has', () => {
  const work = (from: string, to: string) =>
    said('PUT', `/settings/${ID}`, {
      school: 'three-percent',
      priority: 'knockdown',
      work: { minutes: [0, 0, 0, 0, 0, 60, 60], away: [{ from, to }], yardMinutes: 30, people: 1, vaporisers: { type: 'rod', count: 1 } },
    }).filter((f) => f.includes('away'))
  it('end on the day they begin, or after', () => {
    expect([work('2026-08-10', '2026-08-10'), work('2026-08-10', '2026-08-12')]).toEqual([[], []])
    expect(work('2026-08-10', '2026-08-09')[0]).toMatch(/ends before it begins\.$/)
  })
})
