import { onOdds, pool, shareOf, type Share } from '../book/index.ts'
import type { Estimate } from '../count/index.ts'
import type { ColonyState, CountRecord, CourseState, TrialRecord, YardState } from '../holding/index.ts'
import { isOver } from '../judge/index.ts'
import { differenceOf, hendersonTilton, lossOf, studentQuantile, type Sampled } from '../review/index.ts'
import { addDays, daysBetween, laterOf, type Day } from '../time/index.ts'
import { treatmentOf, type Treatment } from '../treatments/index.ts'
import { plain, plural } from '../units/index.ts'
import { aDay } from '../words/index.ts'

/** An arm: a treatment, or colonies that are left as they are. */
export const UNTREATED = 'untreated'
export interface TrialColony {
  readonly colonyId: string
  readonly name: string
  readonly position: number
  readonly arm: number
  readonly block: number
  readonly before: Sampled | null
  readonly after: Sampled | null
  readonly course: CourseState | null
  /** What it lost, on the logarithm; null until it is counted twice. */
  readonly loss: number | null
  /** Why it is not in the figures any more; null where it is. */
  readonly out: string | null
  readonly danger: boolean
}
export interface TrialArm {
  readonly arm: number
  readonly treatment: Treatment | null
  readonly name: string
  readonly colonies: readonly TrialColony[]
  readonly counted: number
  /** What it took of the mites as they would be untreated, by the season; null for the untreated, and until two are counted. */
  readonly share: Share | null
  /** Mites left of those before, as a factor, with its central 90 %. */
  readonly left: { readonly estimate: number; readonly low: number; readonly high: number } | null
  /** Corrected by the untreated arm, all colonies together; null where there is none. */
  readonly corrected: Estimate | null
  /** Said where this arm is to be stopped now. */
  readonly stop: string | null
}
export interface TrialPair {
  readonly one: number
  readonly other: number
  /** The first leaves so many times as many as the other, with its central 90 %. */
  readonly ratio: { readonly estimate: number; readonly low: number; readonly high: number }
  /** The chance of as large a difference were there none, made larger for the number of pairs (Holm 1979). */
  readonly p: number
  readonly text: string
}
export interface TrialState {
  readonly arms: readonly TrialArm[]
  readonly pairs: readonly TrialPair[]
  /** The days on which all are to be counted; null until something is given. */
  readonly countFrom: Day | null
  readonly state: 'planned' | 'running' | 'to-count' | 'over'
  readonly text: string
}

/** A count so long before its begin still tells of it, days. */
const BEFORE = 28
/** One this long after the day on which all are counted does too. */
const AFTER = 28
/** Begun so long after the day that was set it is still the trial's course. */
const BEGUN_WITHIN = 21
const ALPHA = 0.05

const sampled = (c: CountRecord): Sampled => ({
  date: c.onDay,
  mites: c.samples.reduce((sum, s) => sum + s.mites, 0),
  exposure: c.samples.reduce((sum, s) => sum + (s.bees ?? s.days ?? 0), 0),
})
const isJar = (c: CountRecord): boolean => (c.method === 'wash' || c.method === 'sugar') && c.representative !== false

/** A colony that was lost, moved or retired in between: it is named as such, and its figures are not there any more. */
const LEFT_THE_ROW = {
  name: 'one that left the row',
  position: 0,
  before: null,
  after: null,
  course: null,
  loss: null,
  out: 'gone',
  danger: false,
} as const

/** The course of an arm in a colony: the one begun about the day that was set. */
const courseIn = (s: ColonyState, treatment: Treatment | null, start: Day): CourseState | null =>
  treatment === null
    ? null
    : (s.courses.find((c) => !c.cancelled && c.treatment === treatment && Math.abs(daysBetween(start, c.startedOn)) <= BEGUN_WITHIN) ?? null)

function colonyOf(
  s: ColonyState,
  { arm, block }: TrialRecord['drawn'][number],
  treatment: Treatment | null,
  trial: TrialRecord,
  from: Day | null,
): TrialColony {
  const course = courseIn(s, treatment, trial.startOn)
  const jars = s.colony.counts.filter(isJar)
  const begun = course?.given ? course.startedOn : trial.startOn
  const before = jars.findLast((c) => c.onDay <= begun && daysBetween(c.onDay, begun) <= BEFORE)
  const until = trial.endedOn && trial.endedOn < trial.startOn ? trial.startOn : null
  const after =
    from === null || until ? undefined : jars.find((c) => c.method === before?.method && c.onDay >= from && c.onDay <= addDays(from, AFTER))
  const other = s.courses.find(
    (c) => c.given && c !== course && c.startedOn >= trial.startOn && (from === null || c.startedOn <= (after?.onDay ?? addDays(from, AFTER))),
  )
  const [b, a] = [before ? sampled(before) : null, after ? sampled(after) : null]
  const out = s.gone
    ? 'gone'
    : other
      ? `given ${other.treatment.name} besides`
      : treatment && course === null && trial.startOn < s.situation.asOf
        ? 'not given'
        : null
  return {
    colonyId: s.colony.id,
    name: s.colony.name,
    position: s.colony.placement.position,
    arm,
    block,
    before: b,
    after: a,
    course,
    loss: out === null && b && a ? lossOf(b.mites, a.mites, { before: b.exposure, after: a.exposure }) : null,
    out,
    danger: s.gone === null && s.judgement.level === 'urgent',
  }
}

const meanOf = (xs: readonly number[]): number => xs.reduce((sum, x) => sum + x, 0) / xs.length
const sdOf = (xs: readonly number[], mean: number): number => Math.sqrt(xs.reduce((sum, x) => sum + (x - mean) ** 2, 0) / (xs.length - 1))
/** The central 90 % of a factor from logarithms. */
function factorOf(mean: number, error: number, freedom: number): { estimate: number; low: number; high: number } {
  const t = studentQuantile(0.95, freedom)
  return { estimate: Math.exp(mean), low: Math.exp(mean - t * error), high: Math.exp(mean + t * error) }
}
const all = (of: readonly (Sampled | null)[], date: Day): Sampled => ({
  date,
  mites: of.reduce((sum, s) => sum + (s?.mites ?? 0), 0),
  exposure: of.reduce((sum, s) => sum + (s?.exposure ?? 0), 0),
})
/** What chance alone leaves open of a mean of losses: counts vary by as much as they found (Poisson). Colonies that happen to agree are not surer than that. */
type Counted = Pick<TrialColony, 'before' | 'after' | 'loss'>
function leastError(colonies: readonly Counted[]): number {
  const counted = colonies.filter((c) => c.loss !== null)
  return Math.sqrt(counted.reduce((sum, c) => sum + 1 / ((c.before?.mites ?? 0) + 0.5) + 1 / ((c.after?.mites ?? 0) + 0.5), 0)) / counted.length
}
/** What is left of the mites that were there, as a factor with its central 90 %, of colonies counted twice; null for fewer than two. */
export function leftOf(colonies: readonly Counted[]): TrialArm['left'] {
  const losses = colonies.flatMap((c) => c.loss ?? [])
  if (losses.length < 2) return null
  const mean = meanOf(losses)
  return factorOf(mean, Math.max(sdOf(losses, mean) / Math.sqrt(losses.length), leastError(colonies)), losses.length - 1)
}
const together = (colonies: readonly TrialColony[], date: Day) => {
  const counted = colonies.filter((c) => c.loss !== null)
  return counted.length === 0
    ? null
    : {
        before: all(
          counted.map((c) => c.before),
          date,
        ),
        after: all(
          counted.map((c) => c.after),
          date,
        ),
      }
}

/** What is to be done of an arm in danger: a trial is not worth a colony. */
function stopOf(name: string, colonies: readonly TrialColony[], states: readonly ColonyState[], isOpen: boolean, treated: boolean): string | null {
  if (!isOpen) return null
  const inDanger = colonies.filter((c) => c.danger)
  if (inDanger.length > 0)
    return `Stop it for ${inDanger.map((c) => c.name).join(', ')}: in danger by the newest count. Treat now with what fits; a trial is not worth a colony.`
  const over = colonies.filter((c) => states.some((s) => s.colony.id === c.colonyId && isOver(s.judgement)))
  return !treated && colonies.length > 0 && over.length * 2 >= colonies.length
    ? `Stop the group "${name}": ${over.length} of ${plural(colonies.length, 'colony', 'colonies')} left untreated are at or over the limit. Treat them now.`
    : null
}

/** Holm's step-down: p of several tests, each as large as it must be for their number. */
function holm(ps: readonly number[]): number[] {
  const order = ps.map((p, i) => ({ p, i })).toSorted((a, b) => a.p - b.p)
  const out: number[] = []
  order.reduce((most, { p, i }, rank) => {
    const now = Math.min(1, Math.max(most, p * (ps.length - rank)))
    out[i] = now
    return now
  }, 0)
  return out
}

/**
 * A trial as it stands: each arm's colonies with their first count and the one after, what the arms took, and how far they differ. What a colony
 * lost stands on the logarithm, half a mite added to each count; arms are compared by Welch's test, p made larger for the number of pairs.
 */
export function trialState(trial: TrialRecord, yard: YardState): TrialState {
  const treatments = trial.arms.map((key) => (key === UNTREATED ? null : (treatmentOf(key) ?? null)))
  const states = yard.row.filter((s) => trial.drawn.some((c) => c.colonyId === s.colony.id))
  const courses = states.flatMap((s) => {
    const placed = trial.drawn.find((c) => c.colonyId === s.colony.id)
    const treatment = placed ? (treatments[placed.arm] ?? null) : null
    return courseIn(s, treatment, trial.startOn) ?? []
  })
  const given = courses.some((c) => c.given)
  // All are counted on the same days: when the last of the arms may be.
  const opens = courses.flatMap((c) => c.course.jobs.find((j) => j.job === 'recount')?.earliest ?? [])
  const countFrom = given ? opens.reduce<Day | null>((last, d) => (last === null ? d : laterOf(last, d)), null) : null
  const isOpen = trial.endedOn === null
  const colonies = trial.drawn.map((placed): TrialColony => {
    const s = states.find((x) => x.colony.id === placed.colonyId)
    return s ? colonyOf(s, placed, treatments[placed.arm] ?? null, trial, countFrom) : { ...LEFT_THE_ROW, ...placed }
  })
  const untreatedArm = treatments.indexOf(null)
  const untreated =
    untreatedArm < 0
      ? null
      : together(
          colonies.filter((c) => c.arm === untreatedArm),
          trial.startOn,
        )
  const arms = treatments.map((treatment, arm): TrialArm => {
    const own = colonies.filter((c) => c.arm === arm)
    const losses = own.flatMap((c) => c.loss ?? [])
    const shares = own.flatMap((c) => (c.loss !== null && c.course?.outcome?.efficacy ? [c.course.outcome.efficacy] : []))
    const pooled = shares.length > 0 ? pool(shares.map(onOdds)) : null
    const name = treatment?.name ?? 'Untreated'
    const sums = together(own, trial.startOn)
    return {
      arm,
      treatment,
      name,
      colonies: own,
      counted: losses.length,
      share: pooled && shareOf(pooled.mean, Math.sqrt(pooled.variance)),
      left: leftOf(own),
      corrected: treatment && untreated && sums ? hendersonTilton(sums, untreated) : null,
      stop: stopOf(name, own, states, isOpen, treatment !== null),
    }
  })
  const compared = arms.flatMap((one, i) =>
    arms.slice(i + 1).flatMap((other) => {
      const [a, b] = [one, other].map((x) => x.colonies.flatMap((c) => c.loss ?? []))
      return a && b && a.length > 1 && b.length > 1 ? [{ one, other, found: differenceOf(a, b) }] : []
    }),
  )
  const ps = holm(compared.map((c) => c.found.p))
  const pairs = compared.map(({ one, other, found }, i): TrialPair => {
    const error = Math.max(found.error, Math.hypot(leastError(one.colonies), leastError(other.colonies)))
    const ratio = factorOf(found.estimate, error, found.freedom)
    const p = ps[i] ?? 1
    const [more, less] = found.estimate >= 0 ? [one, other] : [other, one]
    const said = found.estimate >= 0 ? ratio : { estimate: 1 / ratio.estimate, low: 1 / ratio.high, high: 1 / ratio.low }
    const figure = `${times(said.estimate)} times as many mites as ${less.name} (likely ${times(said.low)} to ${times(said.high)})`
    return {
      one: one.arm,
      other: other.arm,
      ratio,
      p,
      text:
        p < ALPHA && (ratio.low > 1 || ratio.high < 1)
          ? `${more.name} left ${figure}: a difference (p ${sayP(p)}).`
          : `${more.name} left ${figure}: too few colonies to tell them apart (p ${sayP(p)}).`,
    }
  })
  const counted = colonies.filter((c) => c.loss !== null).length
  const left = colonies.filter((c) => c.out === null && c.loss === null).length
  const today = yard.yard.today
  const state = !isOpen ? 'over' : !given ? 'planned' : countFrom !== null && countFrom <= today ? 'to-count' : 'running'
  return { arms, pairs, countFrom, state, text: sayState(state, { counted, left, all: colonies.length, countFrom, today }) }
}
const times = (x: number): string => plain(x, x < 10 ? 1 : 0)
const sayP = (p: number): string => (p < 0.001 ? 'under 0.001' : `= ${plain(p, p < 0.1 ? 3 : 2)}`)

function sayState(
  state: TrialState['state'],
  { counted, left, all: n, countFrom, today }: { counted: number; left: number; all: number; countFrom: Day | null; today: Day },
): string {
  if (state === 'over') return `Over: ${counted} of ${plural(n, 'colony', 'colonies')} were counted before and after.`
  if (state === 'planned') return 'Nothing is given yet: count every colony before it begins, from the brood nest, by one method.'
  if (state === 'running' && countFrom)
    return `Running. Count all of them, treated or not, from ${aDay(countFrom, today)} on, on one day and by the same method.`
  return left > 0
    ? `${plural(left, 'colony', 'colonies')} still to be counted after it; all on one day, by the method of the first count.`
    : `All ${counted} are counted: end it, and keep its report.`
}
