/** Do figures come true? Estimates of the core held against worlds that are not of its own making: small in the tests, at full size in the bench. */
import { judge } from '@thistle/core/judge'
import { takenBetween } from '@thistle/core/efficacy'
import { estimateLevel, estimateYardLevel, type Sample } from '@thistle/core/level'
import { outcomeOf } from '@thistle/core/outcome'
import type { Phase, TreatmentKey } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import { treatmentOf } from '@thistle/core/treatments'
import { august, wash } from '../cases/index.ts'
import { HAZARDS, levelsOver } from './colony-days.ts'
import { draws } from './draws.ts'

type Draws = ReturnType<typeof draws>
export const jar = (mites: number, bees = 300): Sample => ({ mites, perLevel: [{ value: bees / 100, weight: 1 }], growth: { mean: 0, sd: 0 } })

/** What was said to be so likely, how often, and how often it was so. */
export interface Tenth {
  n: number
  said: number
  came: number
}
const tenths = (): Tenth[] => Array.from({ length: 10 }, () => ({ n: 0, said: 0, came: 0 }))
function note(bins: Tenth[], said: number, came: boolean): void {
  const bin = bins[Math.min(9, Math.floor(said * 10))]
  if (!bin) return
  bin.n += 1
  bin.said += said
  bin.came += came ? 1 : 0
}

/** How levels lie in a yard: of one kind, spread otherwise, or with single bad colonies. */
export const YARDS: Readonly<Record<string, (r: Draws, mean: number) => () => number>> = {
  gamma: (r, mean) => () => r.gamma(1.5) * (mean / 1.5),
  lognormal: (r, mean) => () => mean * Math.exp(0.75 * r.normal() - 0.28),
  'with single bad colonies': (r, mean) => () => (r.next() < 1 / 12 ? 5 + 6 * r.next() : r.gamma(2) * (mean / 2) * 0.8),
}
export const SEASONS: readonly (readonly [phase: Phase, mean: number])[] = [
  ['increase', 1],
  ['peak', 2],
  ['decrease', 4],
]

export interface LevelsHeld {
  readonly bins: Tenth[]
  inside: number
  all: number
  /** Mean of the yard inside its range, and of how many yards. */
  means: number
  yards: number
}
/** Yards of six counted colonies: the chance of each to be over 3 in 100, its range, and that of the yard's mean. */
export function levelsHeld(seed: number, yards: number): LevelsHeld {
  const r = draws(seed)
  const held: LevelsHeld = { bins: tenths(), inside: 0, all: 0, means: 0, yards: 0 }
  for (const [phase, mean] of SEASONS)
    for (const world of Object.values(YARDS))
      for (const extra of [1, 2, 3])
        for (let yard = 0; yard < yards; yard++) {
          const level = world(r, mean * Math.exp(0.4 * r.normal()))
          const row = Array.from({ length: 6 }, () => {
            const is = Math.min(40, level())
            return { is, samples: [jar(r.mites(is * 3, extra))] }
          })
          row.forEach(({ is, samples }, i) => {
            const found = estimateLevel(
              samples,
              row.filter((_, j) => j !== i).map((c) => c.samples),
              phase,
            )
            note(held.bins, found.chanceAtLeast(3), is >= 3)
            held.all += 1
            held.inside += is >= found.p05 && is <= found.p95 ? 1 : 0
          })
          const found = estimateYardLevel(
            row.map((c) => c.samples),
            0,
            phase,
          )
          const is = row.reduce((sum, c) => sum + c.is, 0) / row.length
          held.yards += 1
          held.means += is >= found.p05 && is <= found.p95 ? 1 : 0
        }
  return held
}

/** A course as it is given and as it acts: what acts is none of the core's knowledge. */
export interface Acting {
  readonly given: TreatmentKey
  readonly acts: keyof typeof HAZARDS | 'nothing'
  readonly days: number
}
export interface CoursesHeld {
  n: number
  worked: number
  short: number
  inside: number
  now: number
  /** Levels after it inside what is said of a colony that nobody counted since, and over it. */
  uncounted: number
  uncountedOver: number
}
const season = { hemisphere: 'north' as const, normals: [], phase: null, colony: { brood: 'capped' } } as unknown as Parameters<
  typeof takenBetween
>[0]['season']

/** Colonies chosen because their jar reached 9 of 300, in yards of six, treated on some days of the year and counted ten days after. */
export function coursesHeld(seed: number, { given, acts, days }: Acting, runs: number, starts: readonly number[]): CoursesHeld {
  const r = draws(seed)
  const treatment = treatmentOf(given)
  if (!treatment) throw new Error(given)
  const held: CoursesHeld = { n: 0, worked: 0, short: 0, inside: 0, now: 0, uncounted: 0, uncountedOver: 0 }
  for (const start of starts)
    for (let tries = 0, n = 0; n < runs && tries < runs * 20; tries++) {
      const usual = 3 * Math.exp(0.5 * r.normal())
      const row = Array.from({ length: 6 }, () => Math.min(20, r.next() < 1 / 14 ? 6 + 5 * r.next() : r.gamma(2) * (usual / 2)))
      const extra = 1 + Math.floor(r.next() * 3)
      const jars = row.map((level) => r.mites(level * 3, extra))
      const [first = 0, ...others] = jars
      if (first < 9) continue
      n += 1
      const world = {
        from: start - 30,
        growth: 0.8 + 0.4 * r.next(),
        influx: [0, 0, 1, 3][Math.floor(r.next() * 4)] ?? 0,
        size: 0.7 + 0.6 * r.next(),
      }
      const at = (per100: number, influx: number, day: number, on?: Parameters<typeof levelsOver>[2]) =>
        levelsOver({ ...world, influx, per100 }, day, on)[day]?.per100 ?? 0
      const per100 = (row[0] ?? 0) / at(1, 0, 30)
      const day = 30 + days + 10
      const untreated = at(per100, world.influx, day)
      const treated = at(per100, world.influx, day, (d) => (HAZARDS[acts] ?? (() => ({ bees: 0, capped: 0 })))(d - start))
      const on = (after: number): Day => addDays('2026-01-01', start - 1 + after)
      const counted = (mites: number, date: Day) => ({ mites, bees: 300, recovery: null, date })
      const { verdict, efficacy, now } = outcomeOf(
        {
          before: counted(first, on(0)),
          after: counted(r.mites(treated * 3, extra), on(days + 10)),
          season,
          others: others.map((m) => counted(m, on(0))),
        },
        treatment,
        3,
      )
      if (!efficacy || !now) continue
      const said = judge(
        august({
          asOf: on(days + 10),
          startOn: on(days + 10),
          phase: null,
          counts: [wash(on(0), first)],
          history: [{ treatment: given, start: on(0), end: on(days), efficacy: null, brood: 'capped' }],
        }),
      )
      const share = 1 - treated / untreated
      held.uncountedOver += treated > (said.p95 ?? 0) ? 1 : 0
      held.uncounted += treated >= (said.p05 ?? 0) && treated <= (said.p95 ?? 0) ? 1 : 0
      held.n += 1
      held.worked += verdict === 'worked' ? 1 : 0
      held.short += verdict === 'short' ? 1 : 0
      held.inside += share >= efficacy.low && share <= efficacy.high ? 1 : 0
      held.now += treated >= now.low && treated <= now.high ? 1 : 0
    }
  return held
}
