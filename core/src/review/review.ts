import type { Estimate } from '../count/index.ts'
import { shouldTakeHere, type CountedPair, type JarCount } from '../efficacy/index.ts'
import { INFLUX, middleOfBoards } from '../judge/index.ts'
import { growthOver, type Growing } from '../level/index.ts'
import { outcomeOf, type Outcome } from '../outcome/index.ts'
import { factsIn, type Method, type Situation } from '../situation/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'
import { patternOf, recountWindow, type Treatment } from '../treatments/index.ts'
import { plain, plural } from '../units/index.ts'
import { aDay } from '../words/index.ts'
import { causesOf, type Cause, type Conditions } from './causes.ts'
import { abbott, hendersonTilton, ratioTaken, type BeforeAfter, type Sampled } from './ratio.ts'

export type ReviewVerdict = 'worked' | 'too-soon' | 'too-few' | 'fell-short' | 'from-outside'

/** A course and its counts, by one method, as they are reviewed. `null` is not known. */
export interface ReviewAsked {
  readonly treatment: Treatment
  readonly method: Method
  readonly before: Sampled
  readonly after: Sampled
  /** Colonies that were left untreated, counted on about the same days by the same method; before them null where nobody counted then. */
  readonly untreated: { readonly before: Sampled | null; readonly after: Sampled } | null
  readonly course: { readonly start: Day; readonly end: Day | null } | null
  readonly conditions: Conditions
  readonly hemisphere: Situation['hemisphere']
}

/** What became of a course. */
export interface Review {
  /** 1 minus the ratio of the two rates as counted, exact; null where nothing was found before. */
  readonly efficacy: Estimate | null
  /** The same corrected by untreated colonies; null where there are none. */
  readonly corrected: Estimate | null
  /** What it should take of mites that do not withstand it, under the conditions it had; null where nobody says. */
  readonly expected: { readonly low: number; readonly high: number } | null
  readonly verdict: ReviewVerdict
  /** Against the level as it would be untreated; null where it cannot be told. */
  readonly outcome: Outcome | null
  /** So many times as many bees, before and after, would likely tell; null where no number would, or it is told already. */
  readonly moreBees: number | null
  readonly causes: readonly Cause[]
  readonly text: string
}

/** So many times as many bees are tried: more than that nobody washes. */
const TIMES = [2, 3, 4, 6, 8] as const

/** What a count has found on so many bees; boards as many bees as find the same of a level by their published limits. */
function asJar(s: Sampled, method: Method, hemisphere: Situation['hemisphere']): JarCount {
  const bees = method === 'board' ? (s.exposure * middleOfBoards(s.date, hemisphere) * 100) / 3 : s.exposure
  return { mites: s.mites, bees, recovery: null, date: s.date }
}

/** The season's growth, and what untreated colonies tell of it, put together as normal distributions of the logarithm are. */
export function growthBy({ before, after }: BeforeAfter, season: Growing): Growing {
  const told = {
    mean: Math.log((after.mites + 0.5) / after.exposure) - Math.log((before.mites + 0.5) / before.exposure),
    // A jar varies about twice as much as chance alone would have it (common practice, no source).
    variance: 2 * (1 / (after.mites + 0.5) + 1 / (before.mites + 0.5)),
  }
  const [a, b] = [1 / Math.max(season.sd, 0.05) ** 2, 1 / told.variance]
  return { mean: (a * season.mean + b * told.mean) / (a + b), sd: Math.sqrt(1 / (a + b)) }
}

/** What the untreated colonies show of mites from outside, said; null where they show none. */
export function cameFrom({ before, after }: BeforeAfter): string | null {
  if (before.mites === 0) return null
  const days = daysBetween(before.date, after.date)
  const aDayMore = days > 0 ? Math.log(after.mites / after.exposure / (before.mites / before.exposure)) / days : 0
  return aDayMore < INFLUX
    ? null
    : `Untreated colonies rose ${plain(Math.exp(aDayMore * days), 1)} times in ${plural(days, 'day')}: faster than mites breed, so they came from outside.`
}

/**
 * Reviews a course by a count before it and one after it: as counted, corrected by untreated colonies, and against the level as it would be
 * untreated, which decides. It worked, or fell short, only where nearly all of that says so; else too few were counted. A count from before
 * its window opens is too soon to say. Where untreated colonies rose faster than mites breed a course is not blamed for it.
 */
export function reviewOf(asked: ReviewAsked): Review {
  const { treatment, method, before, after, untreated, course, conditions, hemisphere } = asked
  const start = course?.start ?? before.date
  const colony = { ...factsIn({ broodBoxes: 1, brood: conditions.brood, framesOfBees: conditions.strength }), hivedOn: null }
  const weather = (conditions.highs ?? []).map((high, n) => ({ date: addDays(start, n), high, low: null, kind: 'observed' as const }))
  const season = { hemisphere, normals: [], phase: null, colony }
  const ask = { colony, weather, normals: [], startOn: start, history: [], rules: {} }
  const pattern = patternOf(treatment, ask)
  const { least } = pattern.days
  const window = recountWindow(pattern)
  const takes = shouldTakeHere(treatment, ask)
  const expected = takes && { low: thousandths(takes.low), high: thousandths(takes.high) }
  const efficacy = ratioTaken({ before, after })
  const control = untreated?.before ? { before: untreated.before, after: untreated.after } : null
  const corrected = control ? hendersonTilton({ before, after }, control) : untreated ? abbott(after, untreated.after) : null

  const pair: CountedPair = {
    before: asJar(before, method, hemisphere),
    after: asJar(after, method, hemisphere),
    season,
    others: [],
    ...(control ? { growth: growthBy(control, growthOver(season, before.date, after.date)) } : {}),
  }
  const judged = (times: number) => {
    const more = (jar: JarCount): JarCount => ({ ...jar, mites: Math.round(jar.mites * times), bees: jar.bees * times })
    return outcomeOf({ ...pair, before: more(pair.before), after: more(pair.after) }, treatment, null, expected)
  }
  const opens = course?.end ? addDays(course.end, Math.max(0, window.opens - least)) : addDays(start, window.opens)
  const ends = course?.end ? addDays(course.end, Math.max(0, window.ends - least)) : addDays(start, window.ends)
  const outside = control && cameFrom(control)
  const causes = () =>
    causesOf({
      treatment,
      conditions,
      start: course?.start ?? null,
      end: course?.end ?? null,
      least,
      late: Math.max(0, daysBetween(ends, after.date)),
      outside,
    })
  const base = { efficacy, corrected, expected, moreBees: null, causes: [] }

  if (before.mites === 0)
    return {
      ...base,
      verdict: 'too-few',
      outcome: null,
      text: 'No mites were found before it: nobody can say what it took. What stands now is told by the count after it alone.',
    }
  const outcome = judged(1)
  if (after.date < opens)
    return {
      ...base,
      verdict: 'too-soon',
      outcome,
      text: `Counted before its window opens on ${aDay(opens)}${course ? '' : `, if it began on ${aDay(start)}`}: what is still at work, or comes out of the brood, is not in it. Count again from then on.`,
    }
  if (outcome.verdict === 'worked') return { ...base, verdict: 'worked', outcome, text: outcome.text }
  if (outside) return { ...base, verdict: 'from-outside', outcome, causes: causes(), text: `${outside} ${outcome.text}` }
  if (outcome.verdict === 'short') return { ...base, verdict: 'fell-short', outcome, causes: causes(), text: outcome.text }
  const times = TIMES.find((n) => judged(n).verdict !== 'unclear') ?? null
  const told = times
    ? `With about ${plain(times * before.exposure, 0)} ${UNIT[method]} before and ${plain(times * after.exposure, 0)} after, ${times} times as many, the same shares would tell.`
    : 'No number of bees would tell much more: how the level would have grown is not known so well. Leave a colony or two untreated beside them where you can, and count those too.'
  const short = (outcome.chance ?? 1) < 0.5
  return { ...base, verdict: 'too-few', outcome, moreBees: times, causes: short ? causes() : [], text: `${outcome.text} ${told}` }
}
const thousandths = (x: number): number => Math.round(x * 1000) / 1000
const UNIT: Readonly<Record<Method, string>> = { wash: 'bees', sugar: 'bees', drone: 'cells', board: 'board-days' }
