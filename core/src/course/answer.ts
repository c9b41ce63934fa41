import type { Judgement } from '../judge/index.ts'
import { harmOf } from '../efficacy/index.ts'
import { ask, judged, lastSensibleStart, match, questionsFor, runOfDays, type Judged, type Matched, type Question } from '../match/index.ts'
import { contradictionsOf, nextRest, type Contradiction, type PresumedFact, type Situation } from '../situation/index.ts'
import { addDays, type Day } from '../time/index.ts'
import { doseOf, isByStrength, patternOf, type Dose, type Treatment } from '../treatments/index.ts'
import type { AnsweredJob, AnsweredOption } from './answered.ts'
import { choiceAmong, type Choice } from './choice.ts'
import { combinationsFor, type Combination } from './combine.ts'
import { doseInHeat } from './heat.ts'
import { midwayWanted } from './midway.ts'
import { planCourse } from './plan.ts'
import { winterRound, type WinterRound } from './winter.ts'
import { once } from '../units/index.ts'

/** The whole answer to a situation. */
export interface Answer {
  readonly judgement: Judgement
  readonly options: readonly AnsweredOption[]
  /** Two treatments in turn, where they are the better answer; else empty. */
  readonly combinations: readonly Combination[]
  /** What to do, in one sentence, with what decided and what would change it. */
  readonly choice: Choice
  /** The oxalic round of the coming winter, planned with a course of late summer; null where none comes. */
  readonly winter: WinterRound | null
  /** At most three questions whose answers would change the choice most. */
  readonly ask: readonly Question[]
  /** Everything that is taken to be so and not known, with why. */
  readonly presumed: readonly { readonly fact: PresumedFact; readonly say: string; readonly because: string }[]
  /** What in the case cannot be so; nothing of it was put right. */
  readonly contradictions: readonly Contradiction[]
}

/** Last day in an unbroken run from `start` on which the option still fits, within its pattern's own slack. */
function latestStart(treatment: Treatment, s: Judged, start: Day): Day {
  const slack = patternOf(treatment, s).steps.find((x) => x.job === 'dose')?.latest ?? 0
  return addDays(start, runOfDays(treatment, s, start, slack))
}

interface Planned {
  readonly course: readonly AnsweredJob[]
  readonly supersOn: Day | null
}
function planned({ treatment, verdict, earliest: byAll, fitFrom }: Matched, s: Judged): Planned {
  const earliest = byAll ?? fitFrom
  if (verdict === 'ruled-out' || earliest === null) return { course: [], supersOn: null }
  const plan = {
    treatment,
    start: earliest,
    latestStart: latestStart(treatment, s, earliest),
    facts: { ...s, rest: nextRest(s, earliest), midway: midwayWanted(s, s.judgement, treatment) },
    weather: s.weather,
    recountBy: s.judgement.recountBy,
  }
  const { jobs, supersOn } = planCourse(plan)
  return { course: jobs.map(({ job, n, earliest: from, best, latest, text }) => ({ job, n, earliest: from, best, latest, text })), supersOn }
}

/** The dose, with what it is reckoned from where that is presumed. */
function doseHere(treatment: Treatment, s: Judged, day: Day): Dose | null {
  const whole = doseOf(treatment, s)
  const dose = whole && doseInHeat(whole, { treatment, weather: s.weather }, day)
  const strength = s.presumptions.find((p) => p.fact === 'framesOfBees')
  return dose && strength && isByStrength(treatment)
    ? { ...dose, text: `${dose.text}; for ${strength.say}, which is presumed: count them first` }
    : dose
}

/** The option as it is answered. A page shows one option whole and the others by their verdicts: the rest is made when it is read. */
function complete(option: Matched, s: Judged): AnsweredOption {
  const { treatment, fit, allowed } = option
  const dose = once(() => doseHere(treatment, s, option.fitFrom ?? s.startOn))
  const plan = once(() => planned(option, s))
  const last = once(() => lastSensibleStart(treatment, s))
  const questions = once(() => questionsFor(treatment, s))
  return {
    treatment: treatment.key,
    get verdict() {
      return option.verdict
    },
    fit,
    allowed,
    get presumed() {
      return option.presumed
    },
    get earliest() {
      return option.earliest
    },
    get fitFrom() {
      return option.fitFrom
    },
    get findings() {
      return option.findings
    },
    get efficacy() {
      return option.efficacy
    },
    get harm() {
      return harmOf(treatment, s)
    },
    get pattern() {
      return patternOf(treatment, s).name
    },
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
      return fit !== 'ruled-out' && option.fitFrom !== null ? option.left : null
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
  const asked = once(() => ask(s, options))
  const winter = once(() => winterRound(s))
  const answered = options.map((option) => complete(option, s))
  const choice = once(() => choiceAmong(answered, s))
  return {
    judgement: s.judgement,
    options: answered,
    get choice() {
      return choice()
    },
    get winter() {
      return winter()
    },
    get ask() {
      return asked()
    },
    combinations: combinationsFor(situation, s, options),
    presumed: s.presumptions.map(({ fact, say, because }) => ({ fact, say, because })),
    contradictions: contradictionsOf(situation),
  }
}
