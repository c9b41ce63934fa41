/** A headline never says more than the place it leads to: held against each option of each colony, asked again. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { yardState, type ColonyRecord, type SettingsRecord, type YardState } from '@thistle/core/holding'
import { judged, match, onDay } from '@thistle/core/match'
import { temperateNormals, type Brood } from '@thistle/core/situation'
import { addDays, sayDay, type Day } from '@thistle/core/time'
import { shortName, TREATMENTS } from '@thistle/core/treatments'
import { bareColony, bareCount, bareSettings, bareYard, SOUND } from '../cases/records.ts'

const colony = fc.record({
  mites: fc.integer({ min: 0, max: 40 }),
  frames: fc.option(fc.integer({ min: 2, max: 20 })),
  brood: fc.constantFrom<Brood | null>('none', 'capped', null),
  seen: fc.boolean(),
  supers: fc.constantFrom<'none' | 'for-people'>('none', 'for-people'),
})
const anyYard = fc.record({
  today: fc.integer({ min: 0, max: 364 }).map((n) => addDays('2026-01-01', n)),
  high: fc.option(fc.integer({ min: -2, max: 38 })),
  normals: fc.boolean(),
  south: fc.boolean(),
  colonies: fc.array(colony, { minLength: 1, maxLength: 4 }),
  authorised: fc.subarray(TREATMENTS.map((t) => t.key)),
})
type AnyYard = typeof anyYard extends fc.Arbitrary<infer T> ? T : never

function stateOf({ today, high, normals, south, colonies, authorised }: AnyYard): YardState {
  const hemisphere = south ? ('south' as const) : ('north' as const)
  const settings: SettingsRecord = {
    ...bareSettings,
    rules: Object.fromEntries(authorised.map((key) => [key, { authorised: 'yes' as const }])) as unknown as SettingsRecord['rules'],
  }
  const row = colonies.map((c, i): ColonyRecord => {
    const look = { ...SOUND, framesOfBees: c.frames, brood: c.brood, id: `l${i}`, version: 1, onDay: today, supers: c.supers, note: null }
    return bareColony({ id: `c${i}`, name: `Colony${i}`, look: c.seen ? look : null, counts: [bareCount(addDays(today, -2), c.mites)] })
  })
  const days =
    high === null ? [] : Array.from({ length: 10 }, (_, n) => ({ date: addDays(today, n), high, low: high - 9, kind: 'forecast' as const }))
  return yardState({ ...bareYard(today), hemisphere, normals: normals ? temperateNormals(hemisphere) : [], weather: days, colonies: row }, settings)
}
const small = (text: string) => text.replace(/^./, (c) => c.toLowerCase())

describe('the headline of a yard', () => {
  it('names an option only where it fits, for no more colonies, with care and to be confirmed where it is so', () => {
    fc.assert(
      fc.property(anyYard, (random) => {
        const yard = stateOf(random)
        const said = yard.sentence.find((p) => p.leads === 'options')?.text
        if (said === undefined) return
        const open = yard.row.filter((s) => s.steps.some((x) => x.kind === 'choose'))
        expect(open.length).toBeGreaterThan(0)
        const answers = open.map((s) => match(judged(s.situation, s.judgement)))
        for (const part of said.split(/, (?=[a-z])|; /)) {
          const named = TREATMENTS.filter((t) => part.startsWith(`${small(shortName(t))} fits`) || part.startsWith(`${small(shortName(t))} serves`))
          if (named.length === 0) continue
          // Forms of one name count as one: the best of them is meant.
          const best = answers.map((options) => options.filter((o) => named.includes(o.treatment)))
          const fits = best.filter((o) => o.some((x) => (x.fit === 'fits' || x.fit === 'care') && x.allowed.rules !== 'no')).length
          const claimed = /serves both/.test(part)
            ? 2
            : Number(/serves (?:all )?(\d+)/.exec(part)?.[1] ?? (new Set(part.match(/Colony\d/g)).size || 1))
          expect(fits, `${said} on ${yard.yard.today}`).toBeGreaterThanOrEqual(Math.min(claimed, open.length))
          if (!/with care/.test(part))
            expect(
              best.some((o) => o.some((x) => x.fit === 'fits')),
              said,
            ).toBe(true)
          if (!/confirm first/.test(part))
            expect(
              best.some((o) => o.some((x) => x.allowed.rules === 'yes')),
              said,
            ).toBe(true)
        }
        // A day that is offered passes when it is asked again.
        const from = /from (\w{3} \d+ \w{3}(?: \d{4})?)/.exec(said)?.[1]
        if (!from) return
        const { today } = yard.yard
        const day = Array.from({ length: 60 }, (_, n) => addDays(today, n)).find((d: Day) => sayDay(d, today) === from)
        expect(day, said).toBeDefined()
        const then = open.some((s) =>
          match(onDay(judged(s.situation, s.judgement), day!)).some((o) => o.treatment.way !== 'waiting' && (o.fit === 'fits' || o.fit === 'care')),
        )
        expect(then, `${said}, asked again`).toBe(true)
      }),
      { numRuns: 120 },
    )
  })
})
