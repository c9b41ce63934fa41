import type { Judgement } from '../judge/index.ts'
import { judged, match, runOfDays, type Finding, type Judged, type Matched, type Verdict } from '../match/index.ts'
import type { Situation, TreatmentKey } from '../situation/index.ts'
import { addDays, type Day } from '../time/index.ts'
import { doseOf, patternOf, type Dose, type Treatment } from '../treatments/index.ts'
import { planCourse, type PlannedJob } from './plan.ts'

/** A job as it is answered: planned, with nothing done yet. */
export type AnsweredJob = Pick<PlannedJob, 'job' | 'n' | 'earliest' | 'best' | 'latest' | 'text'>

/** An option with everything a keeper needs to choose it. */
export interface AnsweredOption {
  readonly treatment: TreatmentKey
  readonly verdict: Verdict
  readonly earliest: Day | null
  readonly findings: readonly Finding[]
  readonly dose: Dose | null
  readonly course: readonly AnsweredJob[]
  /** First day on which supers may go on; null where nothing is planned. */
  readonly supersOn: Day | null
  /** Mites per 100 bees likely left afterwards, from published ranges; null where it cannot be said. */
  readonly left: { readonly low: number; readonly high: number } | null
}

/** The whole answer to a situation. */
export interface Answer {
  readonly judgement: Judgement
  readonly options: readonly AnsweredOption[]
}

/** What a treatment likely leaves of the counted level: the ends of the count's interval against the ends of its efficacy. */
function forecastLeft(treatment: Treatment, judgement: Judgement, brood: Situation['colony']['brood']): { low: number; high: number } | null {
  if (!treatment.efficacy || judgement.low === null || judgement.high === null || judgement.unit !== 'per100') return null
  const share = treatment.efficacy[brood === 'none' || brood === 'open' ? 'broodless' : 'brood']
  const round = (x: number) => Math.round(x * 100) / 100
  return { low: round(judgement.low * (1 - share.high)), high: round(judgement.high * (1 - share.low)) }
}

/** Last day in an unbroken run from `start` on which the option still fits, within its pattern's own slack. */
function latestStart(treatment: Treatment, s: Judged, start: Day): Day {
  const slack = patternOf(treatment, s.colony.brood).steps.find((x) => x.job === 'dose')?.latest ?? 0
  return addDays(start, runOfDays(treatment, s, start, slack))
}

function complete(option: Matched, s: Judged): AnsweredOption {
  const { treatment, verdict, earliest, findings } = option
  const base = { treatment: treatment.key, verdict, earliest, findings, dose: doseOf(treatment, s) }
  if (verdict === 'ruled-out' || earliest === null) return { ...base, course: [], supersOn: null, left: null }
  const plan = { treatment, start: earliest, latestStart: latestStart(treatment, s, earliest), facts: s, recountBy: s.judgement.recountBy }
  const { jobs, supersOn } = planCourse(plan)
  const course = jobs.map(({ job, n, earliest: from, best, latest, text }) => ({ job, n, earliest: from, best, latest, text }))
  return { ...base, course, supersOn, left: forecastLeft(treatment, s.judgement, s.colony.brood) }
}

/** Judges, matches, doses and plans: the one call behind the page, the API and the command line. */
export function answer(situation: Situation): Answer {
  const s = judged(situation)
  return { judgement: s.judgement, options: match(s).map((option) => complete(option, s)) }
}
