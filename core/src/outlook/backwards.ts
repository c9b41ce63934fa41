import { datedSamples, isOver, judge, limitOf } from '../judge/index.ts'
import { chanceAtLevel } from '../level/index.ts'
import { phaseAt, type PastCourse, type Situation } from '../situation/index.ts'
import { addDays, daysBetween, earlierOf, type Day } from '../time/index.ts'
import { shortName, treatmentOf } from '../treatments/index.ts'
import { OUTLOOK, type Said } from '../words/index.ts'
import { luckOf, runPlan, type OutlookPlan, type Runs } from './run-plan.ts'
import { startOf } from './start.ts'

/** How a season went, or would have gone: by the middle and nine in ten of the colonies that its counts go with. */
export interface Told {
  readonly low: number
  readonly middle: number
  readonly high: number
}
export interface Backwards {
  readonly course: PastCourse
  /** The day two weeks before it, from which colonies are run on, and the day on which it is told. */
  readonly from: Day
  readonly on: Day
  readonly asItWas: Told
  readonly earlier: Told
  readonly never: Told
  /** Days over the limit until then, on average. */
  readonly daysOver: { readonly asItWas: number; readonly earlier: number; readonly never: number }
}

const EARLIER = 14
/** A count so long before a course, days, tells of it; so long after it the model claims nothing. */
const [BEFORE, AFTER] = [45, 150] as const
const RUNS = 1500
/** Of so few runs that go with the counts nothing is told. */
const FEWEST = 40

/** A colony's last course that is over, had a count before it and one after; null for none. */
export function lookBackOn(situation: Situation): PastCourse | null {
  const told = situation.history.filter((p) => {
    const action = treatmentOf(p.treatment)?.action
    const counted = (from: Day, to: Day) => situation.counts.some((c) => c.bees !== null && c.method !== 'drone' && c.date >= from && c.date <= to)
    return (
      action !== undefined &&
      p.end !== null &&
      p.end <= situation.asOf &&
      daysBetween(p.start, situation.asOf) <= AFTER &&
      counted(addDays(p.start, -BEFORE), p.start) &&
      counted(addDays(p.end, 1), situation.asOf)
    )
  })
  return told.toSorted((a, b) => b.start.localeCompare(a.start))[0] ?? null
}

/**
 * What a course was worth, told backwards: many colonies are run on from two weeks before it, with the course as it was given, given then,
 * and not at all; each is weighed by how well it goes with what was counted before and afterwards, the same one with the same luck in all three. A model's
 * word, and no proof. Null where nothing can be told: no count before or after, another course in between, or counts that hardly any run goes with.
 */
export function tellBackwards(situation: Situation, seed = 1): Backwards | null {
  const course = lookBackOn(situation)
  if (!course) return null
  const from = addDays(course.start, -EARLIER)
  const others = situation.history.filter(
    (p) =>
      p !== course && (p.end === null || p.end >= addDays(course.start, -BEFORE)) && p.start <= situation.asOf && treatmentOf(p.treatment)?.action,
  )
  if (others.length > 0) return null
  const { yardCounts: _counts, yardHistory: _history, ...own } = situation
  const then: Situation = {
    ...own,
    asOf: from,
    startOn: from,
    counts: situation.counts.filter((c) => c.date <= from),
    history: situation.history.filter((p) => p.start < from),
    colony: { ...situation.colony, brood: course.brood ?? null, queen: null },
  }
  const on = earlierOf(situation.asOf, addDays(course.start, AFTER))
  const days = daysBetween(from, on)
  const start = startOf({ situation: then, days, runs: RUNS, seed })
  const luck = luckOf(seed, RUNS)
  const run = (courses: OutlookPlan['courses']): Runs => runPlan(start, { name: '', courses }, false, luck)
  const given = run([{ treatment: course.treatment, start: course.start }])
  // Counts of the weeks before it tell of the level as well as those after it; while it is at work none does.
  const told = [
    ...datedSamples({ ...own, asOf: course.start, counts: situation.counts.filter((c) => c.date > from && c.date <= course.start), history: [] }),
    ...datedSamples({ ...own, counts: situation.counts.filter((c) => c.date > (course.end ?? from)), history: [] }),
  ]
  const weights = weigh(
    given,
    told.map(({ date, sample }) => ({ t: daysBetween(from, date), chance: chanceAtLevel(sample) })),
    days + 1,
  )
  if (!weights) return null
  const limits = Array.from({ length: days + 1 }, (_, t) => {
    const { mites, bees } = limitOf(situation.keeper, phaseAt(situation, addDays(from, t)))
    return (100 * mites) / bees
  })
  const [earlier, never] = [run([{ treatment: course.treatment, start: from }]), run([])]
  const over = (of: Runs): number =>
    weights.reduce((sum, w, n) => sum + w * limits.reduce((all, limit, t) => all + Number((of.wash[n * (days + 1) + t] ?? 0) >= limit), 0), 0)
  const toldOf = (of: Runs): Told => {
    const last = Array.from(weights, (w, n) => [of.wash[n * (days + 1) + days] ?? 0, w] as const).toSorted((a, b) => a[0] - b[0])
    const at = (p: number): number => {
      let under = 0
      for (const [level, w] of last) if ((under += w) >= p) return level
      return last.at(-1)?.[0] ?? 0
    }
    return { low: at(0.05), middle: at(0.5), high: at(0.95) }
  }
  return {
    course,
    from,
    on,
    asItWas: toldOf(given),
    earlier: toldOf(earlier),
    never: toldOf(never),
    daysOver: { asItWas: over(given), earlier: over(earlier), never: over(never) },
  }
}

/** How well each run goes with some counts, as shares of all; null where only a few carry it all. */
function weigh(
  { wash }: Runs,
  counts: readonly { readonly t: number; readonly chance: (per100: number) => number }[],
  days: number,
): Float64Array | null {
  const weights = Float64Array.from({ length: wash.length / days }, (_, n) =>
    counts.reduce((product, { t, chance }) => product * chance(wash[n * days + t] ?? 0), 1),
  )
  const all = weights.reduce((sum, w) => sum + w, 0)
  if (!(all > 0)) return null
  const shares = weights.map((w) => w / all)
  // So many runs of like weight they are worth (Kish 1965, from memory).
  return 1 / shares.reduce((sum, w) => sum + w * w, 0) < FEWEST ? null : shares
}

/** What is told backwards, in sentences: as a model's word. */
export function sayBackwards(told: Backwards, situation: Situation): readonly Said[] {
  const { asOf } = situation
  const treatment = treatmentOf(told.course.treatment)
  const name = treatment ? shortName(treatment) : told.course.treatment
  const { on, daysOver } = told
  return [
    OUTLOOK.asItWas({ name, start: told.course.start, on, days: daysOver.asItWas, ...told.asItWas, asOf }),
    OUTLOOK.wereEarlier({ start: told.from, days: daysOver.earlier, ...told.earlier, asOf }),
    OUTLOOK.wereNever({ days: daysOver.never, ...told.never, asOf }),
    ...(isOver(judge(situation)) ? [OUTLOOK.stillOver()] : []),
  ]
}
