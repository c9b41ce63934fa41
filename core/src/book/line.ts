import { courseEnd, type PlannedJob } from '../course/index.ts'
import {
  bareSituation,
  countFacts,
  courseState,
  keeperFacts,
  type ColonyRecord,
  type CourseState,
  type LookRecord,
  type SettingsRecord,
  type YardRecord,
} from '../holding/index.ts'
import { judge, limitOf, type JudgementUnit } from '../judge/index.ts'
import { phaseAt, type Method, type PastCourse, type SignKey } from '../situation/index.ts'
import { addDays, earlierOf, laterOf, type Day } from '../time/index.ts'
import type { Treatment } from '../treatments/index.ts'

/** What a point of a colony's line is a record of. */
export type LineKind = 'count' | 'course' | 'look' | 'happened'
export interface LineCount {
  readonly id: string
  readonly on: Day
  readonly method: Method
  readonly unit: JudgementUnit
  readonly estimate: number
  readonly low: number
  readonly high: number
  readonly limit: number | null
  /** At or over the limit of its day, as counted. */
  readonly over: boolean
  readonly note: string | null
}
export interface LineCourse {
  readonly id: string
  readonly treatment: Treatment
  readonly from: Day
  /** Its last day, or the day up to which its plan has it; what was called off or left standing ends with what was done. */
  readonly to: Day
  readonly state: 'over' | 'running' | 'planned' | 'left'
  readonly doses: readonly Day[]
}
export interface LineLook {
  readonly id: string
  readonly on: Day
  readonly frames: number | null
  readonly brood: number | null
  readonly queen: string | null
  readonly supers: string | null
  readonly signs: readonly SignKey[]
}
export interface LineHappened {
  readonly on: Day
  readonly what: 'hived' | 'new-queen' | 'swarmed' | 'died' | 'merged' | 'sold'
  readonly courseId: string | null
}
/** Everything that is known of a colony over some time, as one picture has it. */
export interface ColonyLine {
  readonly from: Day
  readonly to: Day
  readonly counts: readonly LineCount[]
  readonly courses: readonly LineCourse[]
  readonly looks: readonly LineLook[]
  readonly happened: readonly LineHappened[]
  /** Stretches with supers on for people, from look to look. */
  readonly supers: readonly { readonly from: Day; readonly to: Day }[]
  /** The limit in 100 bees by the day, from each day on. */
  readonly limits: readonly { readonly from: Day; readonly mites: number }[]
  readonly days: readonly { readonly date: Day; readonly high: number; readonly known: boolean }[]
}

const isDone = (j: PlannedJob): boolean => j.job === 'dose' && j.doneOn !== null
function courseOf(c: CourseState, today: Day): LineCourse {
  const doses = c.course.jobs.flatMap((j) => (isDone(j) ? [j.doneOn ?? c.startedOn] : []))
  const last = doses.at(-1) ?? c.startedOn
  const left = c.left !== null || c.cancelled
  const end = c.course.endedOn ?? (left ? last : laterOf(courseEnd(c.course) ?? last, last))
  const state = c.planned ? 'planned' : left ? 'left' : c.running ? 'running' : 'over'
  return { id: c.record.id, treatment: c.treatment, from: c.startedOn, to: state === 'running' ? laterOf(end, today) : end, state, doses }
}

type Kept = { readonly colony: ColonyRecord; readonly looks: readonly LookRecord[]; readonly yard: YardRecord; readonly settings: SettingsRecord }

/** Each count against the limit of its own day, judged by what was found on it alone. */
function countsOf({ colony, yard, settings }: Kept): LineCount[] {
  const at = { ...bareSituation(yard.today, yard.hemisphere, settings), phase: yard.phase ?? null, normals: yard.normals }
  return colony.counts.flatMap((count): LineCount[] => {
    const facts = countFacts(count)
    const j = judge({ ...at, asOf: count.onDay, startOn: count.onDay, counts: facts, weather: [], history: NO_HISTORY })
    const found = j.jarAlone ?? j
    if (found.estimate === null || found.low === null || found.high === null) return []
    const { estimate, low, high } = found
    return [
      {
        id: count.id,
        on: count.onDay,
        method: count.method,
        unit: j.unit,
        estimate,
        low,
        high,
        limit: j.threshold,
        over: j.threshold !== null && estimate >= j.threshold,
        note: count.note,
      },
    ]
  })
}
const NO_HISTORY: readonly PastCourse[] = []

function happenedTo({ colony, looks }: Kept, courses: readonly CourseState[]): LineHappened[] {
  const fates = new Map<string, LineHappened>()
  for (const c of courses)
    for (const e of c.events) {
      const what = e.kind === 'requeened' ? 'new-queen' : e.kind
      if (what === 'new-queen' || what === 'swarmed' || what === 'died' || what === 'merged' || what === 'sold')
        // A fate is noted in every course in hand, and happened once.
        fates.set(`${what} ${e.happenedOn}`, { on: e.happenedOn, what, courseId: c.record.id })
    }
  const queens = looks.flatMap((l): LineHappened[] =>
    l.queen === 'new' ? [{ on: l.layingSince ?? l.onDay, what: 'new-queen', courseId: null }] : [],
  )
  for (const q of queens) if (!fates.has(`new-queen ${q.on}`)) fates.set(`new-queen ${q.on}`, q)
  const hived: LineHappened[] = colony.hivedOn ? [{ on: colony.hivedOn, what: 'hived', courseId: null }] : []
  return [...hived, ...fates.values()].toSorted((a, b) => a.on.localeCompare(b.on))
}

function supersOn(looks: readonly LookRecord[], today: Day): ColonyLine['supers'] {
  const told = looks.filter((l) => l.supers !== null)
  return told.flatMap((l, i) => (l.supers === 'for-people' ? [{ from: l.onDay, to: told[i + 1]?.onDay ?? today }] : []))
}

/** The days on which the limit changes, with it, of a stretch of time. */
function limitsOf({ yard, settings }: Kept, from: Day, to: Day): ColonyLine['limits'] {
  const keeper = keeperFacts(settings)
  const season = { hemisphere: yard.hemisphere, normals: yard.normals, phase: yard.phase ?? null }
  const found: { from: Day; mites: number }[] = []
  for (let day = from; day <= to; day = addDays(day, 1)) {
    const { mites, bees } = limitOf(keeper, phaseAt(season, day))
    const limit = (mites / bees) * 100
    if (found.at(-1)?.mites !== limit) found.push({ from: day, mites: limit })
  }
  return found
}

/**
 * A colony's line: its counts by their own day's limit, its courses with their doses, what was seen of it and what befell it, and the highs
 * of the days that are known. Courses are taken as they stand in `states` where they are among them, else planned anew.
 */
export function colonyLine(kept: Kept, states: readonly CourseState[]): ColonyLine {
  const { colony, looks, yard } = kept
  const known = new Map(states.map((s) => [s.record.id, s]))
  const courses = colony.courses.map((record) => known.get(record.id) ?? courseState(record, colony, yard.today, { yard: { ...yard, colonies: [] } }))
  const shown = courses.filter((c) => c.given || (!c.cancelled && c.treatment.way !== 'waiting')).map((c) => courseOf(c, yard.today))
  const counts = countsOf(kept)
  const first = [...counts.map((c) => c.on), ...shown.map((c) => c.from), ...looks.map((l) => l.onDay)].toSorted()[0] ?? addDays(yard.today, -30)
  const from = earlierOf(first, addDays(yard.today, -30))
  const to = shown.reduce((last, c) => laterOf(last, c.to), yard.today)
  return {
    from,
    to,
    counts,
    courses: shown,
    looks: looks.map((l) => ({
      id: l.id,
      on: l.onDay,
      frames: l.framesOfBees,
      brood: l.brood === 'none' ? 0 : l.framesOfBrood,
      queen: l.queen,
      supers: l.supers,
      signs: l.signs ?? [],
    })),
    happened: happenedTo(kept, courses),
    supers: supersOn(looks, yard.today),
    limits: limitsOf(kept, from, to),
    days: yard.weather.filter((d) => d.date >= from).map((d) => ({ date: d.date, high: d.high, known: d.kind === 'observed' })),
  }
}
