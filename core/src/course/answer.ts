import type { Judgement } from '../judge/index.ts'
import {
  judged,
  lastSensibleStart,
  match,
  questionsFor,
  runOfDays,
  type Finding,
  type Judged,
  type LastStart,
  type Matched,
  type Verdict,
} from '../match/index.ts'
import { contradictionsOf, type Contradiction, type Situation, type TreatmentKey } from '../situation/index.ts'
import { addDays, type Day } from '../time/index.ts'
import { broodState, doseOf, patternOf, type Dose, type Treatment } from '../treatments/index.ts'
import { combinationsFor, type Combination } from './combine.ts'
import type { PlannedJob } from './jobs.ts'
import { planCourse } from './plan.ts'

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
  /** The last sensible start before the next supers or the last opening; null where neither sets one. */
  readonly lastStart: LastStart | null
  /** The smallest set of questions whose answers would settle the verdict; empty where nothing unknown could change it. */
  readonly questions: readonly { readonly fact: string; readonly question: string }[]
}

/** The whole answer to a situation. */
export interface Answer {
  readonly judgement: Judgement
  readonly options: readonly AnsweredOption[]
  /** Two treatments in turn, where they are the better answer; else empty. */
  readonly combinations: readonly Combination[]
  /** What in the case cannot be so; nothing of it was put right. */
  readonly contradictions: readonly Contradiction[]
}

/** What a treatment likely leaves of the counted level: the ends of the count's interval against the ends of its efficacy. */
function forecastLeft(treatment: Treatment, judgement: Judgement, brood: Situation['colony']['brood']): { low: number; high: number } | null {
  if (!treatment.efficacy || judgement.low === null || judgement.high === null || judgement.unit !== 'per100') return null
  const share = treatment.efficacy[broodState(brood)]
  const round = (x: number) => Math.round(x * 100) / 100
  return { low: round(judgement.low * (1 - share.high)), high: round(judgement.high * (1 - share.low)) }
}

/** Last day in an unbroken run from `start` on which the option still fits, within its pattern's own slack. */
function latestStart(treatment: Treatment, s: Judged, start: Day): Day {
  const slack = patternOf(treatment, s.colony.brood).steps.find((x) => x.job === 'dose')?.latest ?? 0
  return addDays(start, runOfDays(treatment, s, start, slack))
}

/** Worked out at the first reading and kept. */
function once<T>(make: () => T): () => T {
  let made: { readonly it: T } | null = null
  return () => (made ??= { it: make() }).it
}

interface Planned {
  readonly course: readonly AnsweredJob[]
  readonly supersOn: Day | null
}
function planned({ treatment, verdict, earliest }: Matched, s: Judged): Planned {
  if (verdict === 'ruled-out' || earliest === null) return { course: [], supersOn: null }
  const plan = { treatment, start: earliest, latestStart: latestStart(treatment, s, earliest), facts: s, recountBy: s.judgement.recountBy }
  const { jobs, supersOn } = planCourse(plan)
  return { course: jobs.map(({ job, n, earliest: from, best, latest, text }) => ({ job, n, earliest: from, best, latest, text })), supersOn }
}

/** The option as it is answered. A page shows one option whole and the others by their verdicts: the rest is made when it is read. */
function complete(option: Matched, s: Judged): AnsweredOption {
  const { treatment, verdict, earliest, findings } = option
  const dose = once(() => doseOf(treatment, s))
  const plan = once(() => planned(option, s))
  const last = once(() => lastSensibleStart(treatment, s))
  const questions = once(() => questionsFor(treatment, s))
  return {
    treatment: treatment.key,
    verdict,
    earliest,
    findings,
    get dose() {
      return dose()
    },
    get course() {
      return plan().course
    },
    get supersOn() {
      return plan().supersOn
    },
    get left() {
      return verdict !== 'ruled-out' && earliest !== null ? forecastLeft(treatment, s.judgement, s.colony.brood) : null
    },
    get lastStart() {
      return last()
    },
    get questions() {
      return questions()
    },
  }
}

/** Judges, matches, doses and plans: the one call behind the page, the API and the command line. */
export function answer(situation: Situation): Answer {
  const s = judged(situation)
  const options = match(s)
  return {
    judgement: s.judgement,
    options: options.map((option) => complete(option, s)),
    combinations: combinationsFor(s, options),
    contradictions: contradictionsOf(situation),
  }
}
