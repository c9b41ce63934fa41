import type { YardState } from '../holding/index.ts'
import { yearOf } from '../time/index.ts'
import type { Treatment } from '../treatments/index.ts'
import { Z95 } from '../count/index.ts'

/** A share taken, with its central 90 %. */
export interface Share {
  readonly estimate: number
  readonly low: number
  readonly high: number
}
/** One course that was counted before and after. */
export interface Counted extends Share {
  readonly yardId: string
  readonly yard: string
  readonly year: number
}
/** Courses of one treatment in one yard and year: as they are, and drawn towards all by how little they say. */
export interface WorkedGroup {
  readonly yardId: string
  readonly yard: string
  readonly year: number
  readonly colonies: number
  readonly alone: Share
  readonly pooled: Share
}
export interface Worked {
  readonly treatment: Treatment
  readonly colonies: number
  /** The mean of its courses here. */
  readonly mean: Share
  readonly groups: readonly WorkedGroup[]
}

/** Lists of those alike by a word, in the order in which they come. */
function alike<T>(all: readonly T[], by: (one: T) => string): T[][] {
  const lists = new Map<string, T[]>()
  for (const one of all) lists.set(by(one), [...(lists.get(by(one)) ?? []), one])
  return [...lists.values()]
}

/** Shares are kept off 0 and 1, where their log-odds have no end; what took nothing counts as next to nothing. */
const EDGE = 0.005
const inside = (share: number): number => Math.min(1 - EDGE, Math.max(EDGE, share))
export const logOdds = (share: number): number => Math.log(inside(share) / (1 - inside(share)))
export const share = (x: number): number => 1 / (1 + Math.exp(-x))
export const shareOf = (mean: number, sd: number): Share => ({ low: share(mean - Z95 * sd), estimate: share(mean), high: share(mean + Z95 * sd) })

/** No course is known better than this, on the log-odds (a guess): two are never quite alike. */
const LEAST_SD = 0.3
/** A measured share as a normal distribution of its log-odds; one that may be nothing at all has no lower end there, and its upper half tells alone. */
export function onOdds({ estimate, low, high }: Share): { readonly mean: number; readonly variance: number } {
  const sd = low <= EDGE ? (logOdds(high) - logOdds(estimate)) / Z95 : (logOdds(high) - logOdds(low)) / (2 * Z95)
  return { mean: logOdds(estimate), variance: Math.max(sd, LEAST_SD) ** 2 }
}

export interface Pooled {
  readonly mean: number
  readonly variance: number
  /** Variance between what is pooled, beyond its own. */
  readonly between: number
}
/** Figures with their variances put together: a random-effects mean by moments (DerSimonian & Laird, Controlled Clinical Trials 7, 1986, from memory). At least one. */
export function pool(figures: readonly { readonly mean: number; readonly variance: number }[]): Pooled {
  const weights = figures.map((f) => 1 / f.variance)
  const sum = (of: (f: (typeof figures)[number], w: number) => number) => figures.reduce((all, f, i) => all + of(f, weights[i] ?? 0), 0)
  const all = sum((_, w) => w)
  const fixed = sum((f, w) => w * f.mean) / all
  const q = sum((f, w) => w * (f.mean - fixed) ** 2)
  const scale = all - sum((_, w) => w * w) / all
  const between = scale > 0 ? Math.max(0, (q - (figures.length - 1)) / scale) : 0
  const random = figures.map((f) => 1 / (f.variance + between))
  const total = random.reduce((a, b) => a + b, 0)
  return { mean: figures.reduce((a, f, i) => a + (random[i] ?? 0) * f.mean, 0) / total, variance: 1 / total, between }
}

/** Yards and years differ by this much before any of them is known, on the log-odds (a guess): with two or three groups moments say next to nothing. */
const USUAL_BETWEEN = 0.5
/** So many groups the usual figure weighs as much as. */
const USUAL_WEIGHS = 4

/** What a treatment took in each yard and year: groups that say little are drawn towards the mean of all, so that one lucky jar does not lead (Efron & Morris, JASA 70, 1975, from memory). */
export function workedOf(treatment: Treatment, counted: readonly Counted[]): Worked {
  const groups = alike(counted, (c) => `${c.yardId} ${c.year}`).map((list) => ({ list, own: pool(list.map(onOdds)) }))
  const all = pool(groups.map((g) => g.own))
  const n = groups.length - 1
  const between = (n * all.between + USUAL_WEIGHS * USUAL_BETWEEN ** 2) / (n + USUAL_WEIGHS)
  const weights = groups.map((g) => 1 / (g.own.variance + between))
  const total = weights.reduce((a, b) => a + b, 0)
  const mean = groups.reduce((a, g, i) => a + (weights[i] ?? 0) * g.own.mean, 0) / total
  return {
    treatment,
    colonies: counted.length,
    mean: shareOf(mean, Math.sqrt(1 / total)),
    groups: groups
      .flatMap(({ list, own }) => {
        const [first] = list
        if (!first) return []
        const { yardId, yard, year } = first
        // How much of the group's own figure stands.
        const kept = between / (between + own.variance)
        const pooled = kept * own.mean + (1 - kept) * mean
        return [
          {
            yardId,
            yard,
            year,
            colonies: list.length,
            alone: shareOf(own.mean, Math.sqrt(own.variance)),
            pooled: shareOf(pooled, Math.sqrt(kept * own.variance + (1 - kept) ** 2 / total)),
          },
        ]
      })
      .toSorted((a, b) => b.year - a.year || a.yard.localeCompare(b.yard)),
  }
}

/** What worked here, by treatment: those with the most colonies behind them first. */
export function workedHere(yards: readonly YardState[]): Worked[] {
  const counted = yards.flatMap(({ yard, row }) =>
    row.flatMap((s) =>
      s.courses.flatMap((c) => {
        const taken = c.outcome?.efficacy
        return taken ? [{ treatment: c.treatment, counted: { ...taken, yardId: yard.id, yard: yard.name, year: yearOf(c.startedOn) } }] : []
      }),
    ),
  )
  return alike(counted, (c) => c.treatment.key)
    .flatMap((list) =>
      list[0]
        ? [
            workedOf(
              list[0].treatment,
              list.map((c) => c.counted),
            ),
          ]
        : [],
    )
    .toSorted((a, b) => b.colonies - a.colonies || a.treatment.name.localeCompare(b.treatment.name))
}
