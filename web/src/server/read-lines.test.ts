import * as fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readLines } from './read-lines.ts'

/** As the server writes it. */
const written = (rows: readonly unknown[]) => `[\n${rows.map((r) => JSON.stringify(r)).join(',\n')}\n]`

describe('a list that comes a row a line', () => {
  it('is what JSON says it is', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.jsonValue()), async (given) => {
        const text = written(given)
        expect(await readLines(text)).toEqual(JSON.parse(text))
      }),
    )
  })
  it('may hold line ends, commas and brackets in its texts', async () => {
    const rows = [{ note: 'a,\n]' }, { note: '[\n' }, { note: '' }]
    expect(await readLines(written(rows))).toEqual(rows)
  })
  it('may be empty, or come on one line', async () => {
    expect(await readLines('[\n\n]')).toEqual([])
    expect(await readLines('[]')).toEqual([])
    expect(await readLines('[{"a":1},{"a":2}]')).toEqual([{ a: 1 }, { a: 2 }])
  })
  it('that was cut off is no list', async () => {
    for (const cut of ['[\n{"a":1},\n{"b":', '[\n{"a":1},\n', '[\n']) await expect(readLines(cut)).rejects.toThrow(SyntaxError)
  })
})
