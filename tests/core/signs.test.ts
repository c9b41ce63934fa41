import { describe, it } from 'vitest'
import { judge } from '@thistle/core/judge'
import { judged, match } from '@thistle/core/match'
import { signsOf, storesOf, type Situation } from '@thistle/core/situation'
import { TREATMENTS } from '@thistle/core/treatments'
import { august, withColony } from '../cases/index.ts'
import { expect } from '../read-as.ts'

const verdicts = (s: Situation) => new Map(match(judged(s)).map((o) => [o.treatment.key, o]))
const onlyHive = (s: Situation, key: string) =>
  verdicts(s)
    .get(key as never)!
    .findings.filter((f) => f.gate === 'hive' && f.fit !== 'fits')

describe('stores', () => {
  // What allows no feeding by FACTS.md: formic acid and thymol in every form.
  const unfed = TREATMENTS.filter((t) => t.hive.feeding === 'none').map((t) => t.key)
  it('that are light ask for care of what allows no feeding, and of nothing else', () => {
    expect(unfed).toEqual(expect.arrayContaining(['formic-strip-7', 'formic-strip-14', 'formic-liquid', 'thymol-gel', 'thymol-wafer']))
    for (const { key } of TREATMENTS) {
      const said = onlyHive(withColony({ stores: 'light' }), key).map((f) => f.text)
      expect(
        said.some((t) => /Stores are light/.test(t)),
        key,
      ).toBe(unfed.includes(key))
    }
  })
  it('of a starving colony come before any course that allows no feeding', () => {
    for (const key of unfed) expect(onlyHive(withColony({ stores: 'starving' }), key), key).toMatchObject([{ level: 'wait' }])
    expect(verdicts(withColony({ stores: 'starving' })).get('amitraz-strip')!.fit).toBe('fits')
  })
  it('say nothing after a month', () => {
    const seen = (lookedOn: string) => storesOf(withColony({ stores: 'light', lookedOn }))
    expect([seen('2026-07-15'), seen('2026-07-14')]).toEqual(['light', null])
    expect(onlyHive(withColony({ stores: 'light', lookedOn: '2026-06-01' }), 'thymol-gel').filter((f) => /Stores/.test(f.text))).toEqual([])
  })
})

describe('signs', () => {
  it('of mites are said with their day, and ask for a count where the last one is low', () => {
    const low = august({ counts: [{ ...august().counts[0]!, mites: 1 }] })
    const with_ = (signs: Situation['colony']['signs'], s = low) => judge({ ...s, colony: { ...s.colony, signs, lookedOn: '2026-08-09' } }).notes
    expect(with_(['crippled-wings', 'chewed-cappings'])[0]).toBe(
      'Crippled wings, chewed cappings (Sun 9 Aug): with many mites these come, and the viruses they carry; count now, whatever an older count said.',
    )
    expect(with_(['crippled-wings'], august({ counts: [{ ...august().counts[0]!, mites: 20 }] }))[0]).toMatch(/it agrees with the count\.$/)
    expect(with_(['wasps']).join()).not.toMatch(/mites these come/)
    expect(judge({ ...low, counts: [], colony: { ...low.colony, signs: ['white-specks'] } }).notes[0]).toMatch(/^White specks in the cells/)
  })
  it('of robbers set the narrow entrance against the full one, where one is wanted', () => {
    const said = (key: string) => onlyHive(withColony({ signs: ['robbing'] }), key).map((f) => f.text)
    expect(said('formic-strip-14').join()).toMatch(/Wasps or robbers are at it: this wants the full entrance/)
    expect(said('amitraz-strip')).toEqual([])
  })
  it('are of their day: six weeks later they are no signs any more', () => {
    expect(signsOf(withColony({ signs: ['wasps'], lookedOn: '2026-07-01' })).signs).toEqual(['wasps'])
    expect(signsOf(withColony({ signs: ['wasps'], lookedOn: '2026-06-30' })).signs).toEqual([])
  })
})
