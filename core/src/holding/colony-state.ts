import { once, small } from '../units/index.ts'
import { dueState, isEnd, isFate, tellsFrom, type DueState, type Fate, type PlannedJob } from '../course/index.ts'
import { driftOf, isOver, judge, type Drift, type Judgement } from '../judge/index.ts'
import { doseOutlook, judged, type Judged } from '../match/index.ts'
import type { Situation } from '../situation/index.ts'
import { addDays, daysBetween, laterOf, type Day } from '../time/index.ts'
import { shortName } from '../treatments/index.ts'
import { courseIn, openJobs, visitJobs, type CourseState, type Left } from './course-state.ts'
import type { ColonyRecord, SettingsRecord, YardRecord } from './records.ts'
import { keeperFacts, situationOf } from './situation-of.ts'
import { fromTo, aDay } from '../words/index.ts'

/** How a thing is to be read: past its time or over a limit, to be done, or settled. */
export type Tone = 'alarm' | 'act' | 'settled'

export interface NextStep {
  readonly text: string
  /** What it is called whatever the day: it changes only where the keeper's own facts do. */
  readonly name: string
  readonly tone: Tone
  readonly due: DueState
  readonly earliest: Day
  readonly best: Day
  readonly latest: Day
  /** The job of a course; null where it is a count or a choice. */
  readonly job: PlannedJob | null
  readonly course: CourseState | null
  readonly kind: 'job' | 'choose' | 'count' | 'queen' | 'board' | 'gone' | 'left'
  /** The day the keeper has set for it. */
  readonly setFor: Day | null
  /** Of a dose that is due, why the temperature forbids it today and when it does not; null where it may be given. */
  readonly hindrance: string | null
}

export interface ColonyState {
  readonly colony: ColonyRecord
  readonly situation: Situation
  readonly judgement: Judgement
  readonly courses: readonly CourseState[]
  /** The course in hand: planned, running, or waiting for its recount. */
  readonly inHand: CourseState | null
  /** A count in the middle of the course in hand still stands over the limit: it does not fall as it should. */
  readonly failing: boolean
  /** The last course that was counted after. */
  readonly lastOutcome: CourseState | null
  /** What ended the colony, by the notes of a course; null while it stands. */
  readonly gone: Fate | null
  /** It came to this yard on this day, in the middle of a course. */
  readonly movedOn: Day | null
  /** When it is likely to reach its limit; null where it is over, treated, or does not grow. */
  readonly drift: Drift | null
  /** Everything this colony asks for, the most pressing first. */
  readonly steps: readonly NextStep[]
}

const SHORT: Record<string, string> = {
  prepare: 'prepare',
  dose: 'give it',
  check: 'check',
  remove: 'take it out',
  'put-back': 'put back',
  'queen-check': 'queen check',
  recount: 'count again',
  lift: 'take it out for the heat',
  'lay-again': 'put it back',
  midway: 'count midway',
}

/** "round 2: vaporise", "take strips out". */
function nameOfJob(job: PlannedJob, state: CourseState): string {
  const rounds = state.course.pattern.steps.filter((s) => s.job === 'dose').length
  const { verb } = state.treatment
  const half = job.planned !== null && state.course.dose !== null && job.planned < state.course.dose.amount ? ', half of it' : ''
  if (job.job === 'dose') return `${rounds > 1 ? `round ${job.n}: ${verb}` : verb}${half}`
  return job.job === 'remove' && state.course.dose?.unit === 'strip' ? 'take strips out' : (SHORT[job.job] ?? job.job)
}
function sayStep(job: PlannedJob, state: CourseState, due: DueState, today: Day): string {
  const what = nameOfJob(job, state)
  if (job.setFor !== null) return `${what}, set for ${aDay(job.setFor, today)}`
  if (due === 'overdue') return `${what} now`
  return job.earliest === job.latest ? `${what} ${aDay(job.best, today)}` : `${what} ${fromTo(job.earliest, job.latest)}`
}

const URGENCY: Record<DueState, number> = { overdue: 0, due: 1, coming: 2, settled: 3 }

/** The temperature against a dose that is due: next day inside the window, or that none is left. */
function hindranceOf({ treatment }: CourseState, job: PlannedJob, situation: Judged): string | null {
  const today = situation.asOf
  const { level, text, next } = doseOutlook(treatment, job.n, situation, today, laterOf(job.latest, addDays(today, PAST_WINDOW)))
  if (level !== 'wait' && level !== 'ruled-out') return null
  const when =
    next === null
      ? 'No day within reach passes: wait, or match the colony again.'
      : `The next day that passes is ${aDay(next)}${next > job.latest ? ', after its window' : ''}.`
  return `Not today. ${text} ${when}`
}
/** How far past its window a day for a dose is looked for. */
const PAST_WINDOW = 14

function courseSteps(state: CourseState, today: Day, situation: () => Judged): NextStep[] {
  return visitJobs(state).map((job) => {
    const due = dueState(job, today)
    const hindrance = once(() => (job.job === 'dose' && due !== 'coming' ? hindranceOf(state, job, situation()) : null))
    return {
      text: sayStep(job, state, due, today),
      name: nameOfJob(job, state),
      // Heat waits for nobody: what must come out for it is as pressing as what is late.
      tone: due === 'overdue' || (due === 'due' && job.job === 'lift') ? 'alarm' : due === 'due' ? 'act' : 'settled',
      due,
      earliest: job.earliest,
      best: job.best,
      latest: job.latest,
      job,
      course: state,
      kind: 'job',
      setFor: job.setFor,
      // A search for the next day that passes: made for whoever shows it.
      get hindrance() {
        return hindrance()
      },
    }
  })
}

/** Days after the day for a count before it is overdue (a guess). */
const GRACE = 7

/** Words of a count or a choice that no course asks for. */
function freeStep(j: Judgement, today: Day, noQueen: boolean): NextStep[] {
  const NAMES = { queen: 'settle the queen', choose: 'choose a treatment', count: j.shut ? 'lay a board' : 'count' } as const
  const step = (kind: keyof typeof NAMES, text: string, tone: Tone, earliest: Day, latest: Day): NextStep => ({
    kind,
    text,
    name: NAMES[kind],
    tone,
    due: latest < today ? 'overdue' : earliest <= today ? 'due' : 'coming',
    earliest,
    best: latest,
    latest,
    job: null,
    course: null,
    setFor: null,
    hindrance: null,
  })
  const found: NextStep[] = []
  const winter = j.shut
  if (noQueen) found.push(step('queen', 'settle the queen first', 'act', today, today))
  if (j.level === 'unknown') found.push(step('count', winter ? 'lay a board' : 'count first', 'act', today, today))
  else if (j.level === 'urgent' || j.level === 'treat') found.push(step('choose', 'choose a treatment', 'alarm', today, today))
  else {
    const by = j.recountDue ?? j.recountBy
    const late = by <= today
    const again = j.level === 'watch' ? 'again ' : ''
    const text = winter
      ? late
        ? 'lay a board now'
        : `lay a board by ${aDay(by, today)}`
      : late
        ? 'count again now'
        : `count ${again}by ${aDay(by, today)}`
    // A board in winter is no matter of days: it is due, and never late.
    const latest = winter ? laterOf(by, today) : addDays(by, GRACE)
    found.push({ ...step('count', text, late || j.level === 'watch' ? 'act' : 'settled', addDays(by, -7), latest), best: by })
  }
  return found
}

/** Days after which a board is best read, and is to be read at the latest (common practice, no source). */
const BOARD_DAYS = { first: 1, best: 3, last: 7, tells: 28 } as const

/** A board that lies is to be read. */
function boardSteps(colony: ColonyRecord, today: Day): NextStep[] {
  if (!colony.board) return []
  const after = (days: number) => addDays(colony.board?.laidOn ?? today, days)
  const [earliest, best, latest] = [after(BOARD_DAYS.first), after(BOARD_DAYS.best), after(BOARD_DAYS.last)]
  // A board that lay for weeks tells nothing by its fall.
  const stale = after(BOARD_DAYS.tells) < today
  const due: DueState = stale ? 'due' : latest < today ? 'overdue' : best <= today ? 'due' : 'coming'
  const text = stale
    ? `clear the board: it lies since ${aDay(colony.board.laidOn, today)} and tells nothing any more`
    : due === 'coming'
      ? `read the board ${aDay(best, today)}`
      : 'read the board now'
  const tone: Tone = due === 'overdue' ? 'alarm' : due === 'due' ? 'act' : 'settled'
  const window = stale ? { earliest: today, best: today, latest: today } : { earliest, best, latest }
  return [
    {
      kind: 'board',
      text,
      name: stale ? 'clear the board' : 'read the board',
      tone,
      due,
      ...window,
      job: null,
      course: null,
      setFor: null,
      hindrance: null,
    },
  ]
}

const GONE: Readonly<Partial<Record<Fate, string>>> = { died: 'it died', merged: 'it was united', sold: 'it was sold' }
function endOf(courses: readonly CourseState[]): Fate | null {
  const ends = courses.flatMap((c) => c.happened.flatMap((e) => (isFate(e.kind) && isEnd(e.kind) ? [e.kind] : [])))
  return ends.at(-1) ?? null
}
/** A step that waits for the keeper alone: it is of today, whatever day it is. */
const ofToday = (today: Day) =>
  ({ due: 'due', earliest: today, best: today, latest: today, job: null, course: null, setFor: null, hindrance: null }) as const
/** A colony that is gone asks for one thing more, once nothing hangs in its hive: to be taken out of the row. */
function goneStep(fate: Fate, today: Day, clear: boolean): NextStep[] {
  if (!clear) return []
  const text = `take it out of the row (${GONE[fate] ?? 'it is gone'})`
  return [{ ...ofToday(today), kind: 'gone', text, name: text, tone: 'act' }]
}

/** A course that was left standing asks for one thing: to be ended. */
function leftStep(course: CourseState, { job, lastOn }: Left, today: Day): NextStep[] {
  const name = small(shortName(course.treatment))
  const text = lastOn
    ? `end the ${name} course: nothing was given since ${aDay(lastOn, today)}, round ${job.n} would begin another`
    : `take the ${name} course off the plan: it was to begin by ${aDay(job.latest, today)}`
  return [{ ...ofToday(today), kind: 'left', text, name: `end the ${name} course`, tone: 'act', course }]
}

/** A course that is planned further ahead than this, days, is not in hand yet: the winter round of a colony does not stand for its summer. */
const NEAR = 21
/** The course in hand: what runs first, then what waits for its count, then the nearest that is planned. */
function handOf(courses: readonly CourseState[], today: Day): CourseState | null {
  const live = courses.filter((c) => !c.cancelled && c.left === null && (c.planned || c.running || openJobs(c).some((j) => j.job === 'recount')))
  return (
    live.findLast((c) => c.running) ??
    live.findLast((c) => !c.planned) ??
    live.filter((c) => c.startedOn <= addDays(today, NEAR)).toSorted((a, b) => a.startedOn.localeCompare(b.startedOn))[0] ??
    null
  )
}

function isFailing(inHand: CourseState | null, j: Judgement): boolean {
  if (!inHand?.running) return false
  if (inHand.midway?.verdict === 'not-falling') return true
  if (j.countedOn === null || !isOver(j)) return false
  const { treatment, course, startedOn } = inHand
  const least = tellsFrom(treatment, course.pattern) ?? Math.ceil(course.pattern.days.least / 2)
  return daysBetween(startedOn, j.countedOn) >= Math.max(1, least)
}
const still = (today: Day): NextStep => ({
  ...ofToday(today),
  kind: 'choose',
  text: 'still over the limit in the middle of its course: contact, dose and place first, then what helps',
  name: 'over the limit in the middle of its course',
  tone: 'alarm',
})

/** Seen without a queen, so lately that it is still to be taken as one (a guess), and at a time of the year when something can be done. */
const QUEENLESS_DAYS = 42
const queenless = ({ look }: ColonyRecord, today: Day, { phase }: Judgement): boolean =>
  look?.queen === 'absent' && phase !== 'dormant' && daysBetween(look.onDay, today) <= QUEENLESS_DAYS

/** Where a colony stands today and what it asks for. */
export function colonyState(yard: YardRecord, colony: ColonyRecord, settings: SettingsRecord): ColonyState {
  const situation = situationOf(yard, colony, settings)
  const judgement = judge(situation)
  const s = once(() => judged(situation, judgement))
  const courses = colony.courses.map((record) => courseIn(yard, colony, record, keeperFacts(settings)))
  const inHand = handOf(courses, yard.today)
  const asked = courses.flatMap((c) =>
    c.left
      ? leftStep(c, c.left, yard.today)
      : c.recount && !c.running
        ? openJobs(c)
            .filter((j) => j.job === 'queen-check')
            .flatMap((j) => courseSteps({ ...c, course: { ...c.course, jobs: [j] } }, yard.today, s))
        : courseSteps(c, yard.today, s),
  )
  const gone = endOf(courses)
  // Of a colony that is gone nothing is asked, in any of its courses, but what has to come out of its hive.
  const fromCourses = gone ? asked.filter((step) => step.job?.job === 'remove') : asked
  const failing = isFailing(inHand, judgement)
  const free = gone
    ? goneStep(gone, yard.today, fromCourses.length === 0)
    : inHand
      ? failing
        ? [still(yard.today)]
        : []
      : freeStep(judgement, yard.today, queenless(colony, yard.today, judgement))
  // A board that lies is the count that is asked for.
  const boards = gone ? [] : boardSteps(colony, yard.today)
  const steps = [...fromCourses, ...boards, ...free.filter((step) => step.kind !== 'count' || boards.length === 0)].toSorted(
    (a, b) => URGENCY[a.due] - URGENCY[b.due] || a.best.localeCompare(b.best),
  )
  const { fromDay } = colony.placement
  return {
    colony,
    situation,
    judgement,
    courses,
    inHand,
    failing,
    lastOutcome: courses.findLast((c) => c.outcome !== null) ?? null,
    gone,
    movedOn: courses.some((c) => c.running && c.startedOn < fromDay) ? fromDay : null,
    drift: inHand || gone ? null : driftOf(judgement, situation),
    steps,
  }
}
