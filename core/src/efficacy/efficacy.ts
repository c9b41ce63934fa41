import { normalBelow, THREE_WAYS, Z95 } from '../count/index.ts'
import { meanHigh, onceEach, phaseAt, type Situation } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import { broodState, patternOf, pricedRhythm, susceptibleTo, treatmentOf, type Efficacy, type Treatment } from '../treatments/index.ts'
import { plain } from '../units/index.ts'
import { celsius, aDay } from '../words/index.ts'

/** Share of the mites that a course takes, here and now, with the reasons it is not the published range alone. Central 90 %. */
export interface EfficacyHere {
  readonly low: number
  readonly estimate: number
  readonly high: number
  readonly because: readonly string[]
  /** Of those what moves the published range: the keeper's own rhythm, cold days. */
  readonly movedBy: readonly string[]
}

/** Shares are kept off 0 and 1, where their log-odds have no end. */
const EDGE = 0.005
/** The spread, in log-odds, of a result of two jars whose counts are not told (a guess: about 3 against 20 mites). */
const TWO_JARS = 0.8
/** How far one course differs from the next in the same colony, and another colony of the yard from this one, in log-odds (guesses). */
const BETWEEN = { own: 0.4, yard: 0.7 } as const
/** What a result loses of its weight in a year, as variance in log-odds (a guess). */
const A_YEAR = 0.3

const inside = (share: number): number => Math.min(1 - EDGE, Math.max(EDGE, share))
export const logOdds = (share: number): number => Math.log(inside(share) / (1 - inside(share)))
export const shareAt = (x: number): number => 1 / (1 + Math.exp(-x))
const share = shareAt

/** Log-odds at a temperature, straight between the points, straight on below the first, level above the last. */
function atWarmth(points: readonly (readonly [number, number])[], high: number): number {
  const [first, second] = points
  const last = points.at(-1)
  if (!first || !second || !last) return 0
  if (high >= last[0]) return logOdds(last[1])
  const at = Math.max(
    1,
    points.findIndex(([t]) => high < t),
  )
  const [from, to] = [points[at - 1] ?? first, points[at] ?? second]
  return logOdds(from[1]) + ((logOdds(to[1]) - logOdds(from[1])) * (high - from[0])) / (to[0] - from[0])
}

/** The mean share of a normal distribution of log-odds: a wide doubt about a strong thing makes it weaker, as it is on average. */
const meanShare = (mean: number, sd: number): number => THREE_WAYS.reduce((sum, [at, weight]) => sum + weight * share(mean + at * sd), 0)

type Ask = Pick<Situation, 'colony' | 'weather' | 'normals' | 'startOn' | 'history' | 'yardHistory' | 'rules'>

/** The mean of the highs over the shortest course, °C, of the days that are known or usual; null where none is. */
const usualHigh = (option: Treatment, s: Ask): number | null => meanHigh(s, s.startOn, Math.max(1, patternOf(option, s).days.least))

interface Result {
  readonly whose: 'own' | 'yard'
  readonly on: Day
  readonly share: number
  readonly variance: number
  /** Its keeper found what was amiss. */
  readonly explained: boolean
}

/**
 * The spread of a measured share on the scale of log-odds. A share that may be none at all has no lower end on it: the upper half of its
 * interval tells alone.
 */
function spreadOf({ efficacy, efficacyLow, efficacyHigh }: Situation['history'][number]): number {
  if (efficacy === null || efficacyLow == null || efficacyHigh == null) return TWO_JARS
  return efficacyLow <= EDGE ? (logOdds(efficacyHigh) - logOdds(efficacy)) / Z95 : (logOdds(efficacyHigh) - logOdds(efficacyLow)) / (2 * Z95)
}

type Past = Situation['history'][number]
/**
 * What a course had to take of mites that do not withstand it, with brood but in the winter rest of its place: less is a failure, and its
 * reasons come before the same again.
 */
export const leastOf = ({ treatment: key, start }: Past, season: Parameters<typeof phaseAt>[0]): number => {
  const treatment = treatmentOf(key)
  return (treatment && susceptibleTo(treatment, phaseAt({ ...season, phase: null }, start) === 'dormant' ? 'broodless' : 'brood')?.low) ?? 0
}
/** So likely a course took less than that by its counts before it is said to have (a guess: nearly all of it). */
const SURELY = 0.9
/**
 * Whether its keeper found what kept it from its work, and that is nothing of the mites: its result then says little of what the same takes
 * when it is done right. It says something still: what was found need not be all of it.
 */
export const isExplained = ({ why }: Past): boolean => why != null && why !== 'resistance' && why !== 'before'
/** Of counts that do not compare, and of mites that came from outside, the figure is none of the treatment's at all. */
const isVoid = ({ why }: Past): boolean => why === 'counts' || why === 'outside'
/** How far a result whose reason was found may lie from what the same takes when it is done right, in log-odds (a guess: it weighs about a tenth). */
const EXPLAINED = 1.8
/** Chance 0-1 that a course that was measured took less than that, as far as its counts tell; 0 where nobody measured. */
const chanceFailed = (past: Past, season: Parameters<typeof phaseAt>[0]): number =>
  past.efficacy === null ? 0 : normalBelow((logOdds(leastOf(past, season)) - logOdds(past.efficacy)) / Math.max(0.05, spreadOf(past)))
/** Whether a course fell short: two jars alone are seldom enough to say so. */
export const hasFailed = (past: Past, season: Parameters<typeof phaseAt>[0]): boolean => chanceFailed(past, season) >= SURELY
/** Those of some courses that rather fell short than not, where that surely holds of one at least. */
export function thoseFailed(past: readonly Past[], season: Parameters<typeof phaseAt>[0]): readonly Past[] {
  const short = past.filter((p) => !isExplained(p) && chanceFailed(p, season) >= 0.5)
  return 1 - short.reduce((none, p) => none * (1 - chanceFailed(p, season)), 1) >= SURELY ? short : []
}

const isMeasured = (p: Situation['history'][number]): boolean => p.efficacy !== null
const NO_RESULTS: readonly Result[] = []
/** Results of the same thing: of the same active where mites learn to live with it, else of the same form. */
function resultsOf(option: Treatment, s: Ask): readonly Result[] {
  if (!s.history.some(isMeasured) && !s.yardHistory?.some(isMeasured)) return NO_RESULTS
  const same = (key: Treatment['key']) => key === option.key || (option.rotation.change && treatmentOf(key)?.rotation.class === option.rotation.class)
  const read = (whose: Result['whose'], past: Situation['history']): Result[] =>
    past.flatMap((p): Result[] => {
      if (p.efficacy === null || !same(p.treatment) || p.start > s.startOn || isVoid(p)) return []
      const told = spreadOf(p)
      const years = Math.max(0, daysBetween(p.start, s.startOn)) / 365
      const doubt = isExplained(p) ? EXPLAINED ** 2 : 0
      return [
        {
          whose,
          on: p.start,
          share: p.efficacy,
          explained: doubt > 0,
          variance: Math.max(told, 0.2) ** 2 + BETWEEN[whose] ** 2 + A_YEAR * years + doubt,
        },
      ]
    })
  return [...read('own', onceEach(s.history)), ...read('yard', s.yardHistory ?? [])]
}

const percent = (x: number): string => `${plain(Math.max(0, x) * 100, 0)} %`

/**
 * What a course takes of the mites here and now. On the scale of log-odds: the published range by brood (read as a central 90 %), moved
 * by the keeper's own rhythm where it meets less of the brood (both ends by the share; a guess) and by the warmth of the days of the course (points of the treatment; colder is never stronger), and put together with measured results of
 * this colony and this yard as normal distributions are (precision-weighted mean), each weighed by what its counts say, how far courses
 * and colonies differ, and its age. The spreads are guesses and marked so; the points stand in the treatments with their source.
 * Null where nothing is taken.
 */
export const efficacyHere = (option: Treatment, s: Ask): EfficacyHere | null =>
  takesHere(option, s, option.efficacy?.[broodState(s.colony.brood)] ?? null, resultsOf(option, s))

/** What a course had to take of mites that do not withstand it, under the conditions it had: the same, with no result put in. Null where nothing is taken. */
export const shouldTakeHere = (option: Treatment, s: Ask): EfficacyHere | null =>
  takesHere(option, s, susceptibleTo(option, broodState(s.colony.brood)), NO_RESULTS)

function takesHere(option: Treatment, s: Ask, published: Efficacy | null, results: readonly Result[]): EfficacyHere | null {
  if (!published || published.high <= 0) return null
  const met = pricedRhythm(option, s)?.share ?? 1
  const spread = (logOdds(published.high) - logOdds(published.low)) / (2 * Z95)
  const high = option.warmth ? usualHigh(option, s) : null
  const best = option.warmth?.at(-1)
  const shift = option.warmth && high !== null && best ? Math.min(0, atWarmth(option.warmth, high) - logOdds(best[1])) : 0
  let mean = (logOdds(published.high * met) + logOdds(published.low * met)) / 2 + shift
  let precision = 1 / spread ** 2
  for (const r of results) {
    const weight = 1 / r.variance
    mean = (mean * precision + logOdds(r.share) * weight) / (precision + weight)
    precision += weight
  }
  const doubt = Z95 / Math.sqrt(precision)
  const movedBy = () => [
    ...(met < 1 ? [`your own rhythm, ${patternOf(option, s).name}, meets ${percent(met)} of what the published one does under worker cappings`] : []),
    ...(shift < -0.05 && high !== null ? [`weaker at highs of about ${celsius(high, 0)}`] : []),
  ]
  return {
    low: share(mean - doubt),
    estimate: meanShare(mean, 1 / Math.sqrt(precision)),
    high: share(mean + doubt),
    get movedBy() {
      return movedBy()
    },
    get because() {
      const reach = broodState(s.colony.brood) === 'broodless' ? 'with nothing capped' : 'with brood'
      return [
        `${option.own ? 'by your own sheet' : 'published'} ${percent(published.low)} to ${percent(published.high)} ${reach}`,
        ...movedBy(),
        ...results.map(
          (r) =>
            `${r.whose === 'own' ? 'this colony' : 'a neighbour in this yard'} measured ${percent(r.share)} (${aDay(r.on, s.startOn)}${r.explained ? '; weighs little, since what was amiss was found' : ''})`,
        ),
      ]
    },
  }
}
