import { dueState, isEnd, isFate, type DueState, type Fate, type PlannedJob } from '../course/index.ts'
import { driftOf, judge, type Drift, type Judgement } from '../judge/index.ts'
import { doseOutlook, type Judged } from '../match/index.ts'
import type { Situation } from '../situation/index.ts'
import { addDays, laterOf, sayDay, sayWindow, type Day } from '../time/index.ts'
import { courseState, openJobs, type CourseState } from './course-state.ts'
import type { ColonyRecord, SettingsRecord, YardRecord } from './records.ts'
import { situationOf } from './situation-of.ts'

/** How a thing is to be read: past its time or over a limit, to be done, or settled. */
export type Tone = 'alarm' | 'act' | 'settled'

export interface NextStep {
  readonly text: string
  readonly tone: Tone
  readonly due: DueState
  readonly earliest: Day
  readonly best: Day
  readonly latest: Day
  /** The job of a course; null where it is a count or a choice. */
  readonly job: PlannedJob | null
  readonly course: CourseState | null
  readonly kind: 'job' | 'choose' | 'count' | 'queen' | 'board' | 'gone'
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
}

function sayStep(job: PlannedJob, state: CourseState, due: DueState): string {
  const rounds = state.course.pattern.steps.filter((s) => s.job === 'dose').length
  const { verb } = state.treatment
  const what =
    job.job === 'dose'
      ? rounds > 1
        ? `round ${job.n}: ${verb}`
        : verb
      : job.job === 'remove' && state.course.dose?.unit === 'strip'
        ? 'take strips out'
        : (SHORT[job.job] ?? job.job)
  if (job.setFor !== null) return `${what}, set for ${sayDay(job.setFor)}`
  if (due === 'overdue') return `${what} now`
  return job.earliest === job.latest ? `${what} ${sayDay(job.best)}` : `${what} ${sayWindow(job.earliest, job.latest)}`
}

const URGENCY: Record<DueState, number> = { overdue: 0, due: 1, coming: 2, settled: 3 }

/** The temperature against a dose that is due: next day inside the window, or that none is left. */
function hindranceOf({ treatment }: CourseState, job: PlannedJob, situation: Judged): string | null {
  const today = situation.asOf
  const { level, text, next } = doseOutlook(treatment, job.n, situation, today, laterOf(job.latest, addDays(today, PAST_WINDOW)))
  if (level !== 'wait' && level !== 'ruled-out') return null
  const when =
    next === null
      ? 'no day within reach passes: wait, or match the colony again'
      : next > job.latest
        ? `the next day that passes is ${sayDay(next)}, after its window`
        : `the next day that passes is ${sayDay(next)}`
  return `Not today. ${text.replace(/\.$/, '')}; ${when}.`
}
/** How far past its window a day for a dose is looked for. */
const PAST_WINDOW = 14

function courseSteps(state: CourseState, today: Day, situation: Judged): NextStep[] {
  return openJobs(state).map((job) => {
    const due = dueState(job, today)
    return {
      text: sayStep(job, state, due),
      tone: due === 'overdue' ? 'alarm' : due === 'due' ? 'act' : 'settled',
      due,
      earliest: job.earliest,
      best: job.best,
      latest: job.latest,
      job,
      course: state,
      kind: 'job',
      setFor: job.setFor,
      hindrance: job.job === 'dose' && due !== 'coming' ? hindranceOf(state, job, situation) : null,
    }
  })
}

/** Words of a count or a choice that no course asks for. */
function freeStep(j: Judgement, today: Day, noQueen: boolean): NextStep[] {
  const step = (kind: NextStep['kind'], text: string, tone: Tone, earliest: Day, latest: Day): NextStep => ({
    kind,
    text,
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
  if (noQueen) found.push(step('queen', 'settle the queen first', 'act', today, today))
  if (j.level === 'unknown') found.push(step('count', 'count first', 'act', today, today))
  else if (j.level === 'urgent' || j.level === 'treat') found.push(step('choose', 'choose a treatment', 'alarm', today, today))
  else {
    const late = j.recountBy <= today
    found.push(
      step(
        'count',
        late ? 'count again now' : `count ${j.level === 'watch' ? 'again ' : ''}by ${sayDay(j.recountBy)}`,
        late || j.level === 'watch' ? 'act' : 'settled',
        addDays(j.recountBy, -7),
        j.recountBy,
      ),
    )
  }
  return found
}

/** Days after which a board is best read, and is to be read at the latest (common practice, no source). */
const BOARD_DAYS = { first: 1, best: 3, last: 7 } as const

/** A board that lies is to be read. */
function boardSteps(colony: ColonyRecord, today: Day): NextStep[] {
  if (!colony.board) return []
  const after = (days: number) => addDays(colony.board?.laidOn ?? today, days)
  const [earliest, best, latest] = [after(BOARD_DAYS.first), after(BOARD_DAYS.best), after(BOARD_DAYS.last)]
  const due: DueState = latest < today ? 'overdue' : best <= today ? 'due' : 'coming'
  const text = due === 'coming' ? `read the board ${sayDay(best)}` : 'read the board now'
  const tone: Tone = due === 'overdue' ? 'alarm' : due === 'due' ? 'act' : 'settled'
  return [{ kind: 'board', text, tone, due, earliest, best, latest, job: null, course: null, setFor: null, hindrance: null }]
}

const GONE: Readonly<Partial<Record<Fate, string>>> = { died: 'it died', merged: 'it was united', sold: 'it was sold' }
function endOf(courses: readonly CourseState[]): Fate | null {
  const ends = courses.flatMap((c) => c.happened.flatMap((e) => (isFate(e.kind) && isEnd(e.kind) ? [e.kind] : [])))
  return ends.at(-1) ?? null
}
/** A colony that is gone asks for one thing more, once nothing hangs in its hive: to be taken out of the row. */
function goneStep(fate: Fate, today: Day, clear: boolean): NextStep[] {
  if (!clear) return []
  const text = `take it out of the row (${GONE[fate] ?? 'it is gone'})`
  return [
    {
      kind: 'gone',
      text,
      tone: 'act',
      due: 'due',
      earliest: today,
      best: today,
      latest: today,
      job: null,
      course: null,
      setFor: null,
      hindrance: null,
    },
  ]
}

/** Where a colony stands today and what it asks for. */
export function colonyState(yard: YardRecord, colony: ColonyRecord, settings: SettingsRecord): ColonyState {
  const situation = situationOf(yard, colony, settings)
  const judgement = judge(situation)
  const s: Judged = { ...situation, judgement }
  const courses = colony.courses.map((record) => courseState(record, colony, yard.today))
  const inHand = courses.findLast((c) => !c.cancelled && (c.planned || c.running || (openJobs(c).length > 0 && c.recount === null))) ?? null
  const fromCourses = courses.flatMap((c) =>
    c.recount && !c.running
      ? openJobs(c)
          .filter((j) => j.job === 'queen-check')
          .flatMap((j) => courseSteps({ ...c, course: { ...c.course, jobs: [j] } }, yard.today, s))
      : courseSteps(c, yard.today, s),
  )
  const gone = endOf(courses)
  const free = gone
    ? goneStep(gone, yard.today, fromCourses.length === 0)
    : inHand
      ? []
      : freeStep(judgement, yard.today, colony.look?.queen === 'absent')
  const steps = [...fromCourses, ...(gone ? [] : boardSteps(colony, yard.today)), ...free].toSorted(
    (a, b) => URGENCY[a.due] - URGENCY[b.due] || a.best.localeCompare(b.best),
  )
  const { fromDay } = colony.placement
  return {
    colony,
    situation,
    judgement,
    courses,
    inHand,
    lastOutcome: courses.findLast((c) => c.outcome !== null) ?? null,
    gone,
    movedOn: courses.some((c) => c.running && c.startedOn < fromDay) ? fromDay : null,
    drift: inHand || gone ? null : driftOf(judgement, situation),
    steps,
  }
}
