import { plural } from '../units/index.ts'
import { newestCount } from '../count/index.ts'
import { courseEnd } from '../course/index.ts'
import { casesByDay, countFacts, type ColonyState, type CourseState, type YardState } from '../holding/index.ts'
import { overLimit } from '../judge/index.ts'
import { phaseAt, type Phase, type Situation } from '../situation/index.ts'
import { addDays, daysBetween, laterOf, yearOf, type Day } from '../time/index.ts'
import type { Treatment } from '../treatments/index.ts'

/** A course over the year: done up to `to` where it is over, else as planned. */
export interface SeasonBar {
  readonly courseId: string
  readonly treatment: Treatment
  readonly from: Day
  readonly to: Day
  readonly state: 'over' | 'running' | 'planned'
  readonly doses: readonly { readonly day: Day; readonly done: boolean }[]
  /** The waiting time before supers. */
  readonly supersOn: Day | null
}
export interface SeasonCount {
  readonly day: Day
  /** Per 100 bees, or a day for boards. */
  readonly level: number
  readonly unit: 'per100' | 'perDay'
  /** At or over the limit of its own day. */
  readonly over: boolean
  readonly text: string
}
export interface SeasonRow {
  readonly colonyId: string
  readonly name: string
  readonly position: number
  readonly since: Day
  readonly bars: readonly SeasonBar[]
  readonly counts: readonly SeasonCount[]
}
export interface SeasonYard {
  readonly yardId: string
  readonly name: string
  readonly phases: readonly { readonly phase: Phase; readonly from: Day; readonly to: Day }[]
  /** Stretches with supers on for people, as far as they are known: the newest looks, and the dates set. */
  readonly supers: readonly { readonly from: Day; readonly to: Day }[]
  readonly supersOffOn: Day | null
  readonly supersNextOn: Day | null
  readonly lastOpening: Day | null
  readonly rows: readonly SeasonRow[]
}
export interface Season {
  readonly from: Day
  readonly to: Day
  readonly yards: readonly SeasonYard[]
}

/** The year of bees around a day: the calendar's in the north, July to June in the south. */
export function beeYear(day: Day, hemisphere: 'north' | 'south', shift = 0): { readonly from: Day; readonly to: Day } {
  const year = yearOf(day) + shift
  if (hemisphere === 'north') return { from: `${year}-01-01`, to: `${year}-12-31` }
  const first = day.slice(5) >= '07-01' ? year : year - 1
  return { from: `${first}-07-01`, to: `${first + 1}-06-30` }
}

function barOf(state: CourseState, today: Day): SeasonBar | null {
  const doses = state.course.jobs.filter((j) => j.job === 'dose' && j.state !== 'passed')
  const last = courseEnd(state.course)
  if ((state.cancelled && !state.given) || doses.length === 0 || last === null) return null
  return {
    courseId: state.record.id,
    treatment: state.treatment,
    from: state.startedOn,
    // What should be out and is not still lies in the hive.
    to: laterOf(state.running ? laterOf(last, today) : last, state.startedOn),
    state: state.planned ? 'planned' : state.running ? 'running' : 'over',
    doses: doses.map((j) => ({ day: j.doneOn ?? j.setFor ?? j.best, done: j.state === 'done' })),
    supersOn: state.course.supersOn,
  }
}

/** Points against the limit of their own day; `dayOf` gives the yard's case of it. */
function countsOf({ colony }: ColonyState, within: (day: Day) => boolean, dayOf: (day: Day) => Situation | null): SeasonCount[] {
  return colony.counts.flatMap((count): SeasonCount[] => {
    if (count.method === 'drone' || !within(count.onDay)) return []
    const [pooled, there] = [newestCount(countFacts(count), count.onDay), dayOf(count.onDay)]
    if (!pooled || !there) return []
    const { mites, bees, days } = pooled
    const point = { day: count.onDay, over: overLimit(pooled, there) }
    if (bees > 0) {
      const level = (mites / bees) * 100
      return [{ ...point, level, unit: 'per100', text: `${level.toFixed(1)} in 100, ${plural(mites, 'mite')} on ${plural(bees, 'bee')}` }]
    }
    return days > 0 ? [{ ...point, level: mites / days, unit: 'perDay', text: `${(mites / days).toFixed(1)} a day on the board` }] : []
  })
}

/** On since the oldest of the newest looks that saw them, until the day they come off, or today; and again from the next day they go on. */
function supersOf({ yard, row }: YardState, from: Day, to: Day): { from: Day; to: Day }[] {
  const seen = row.flatMap((s) => (s.situation.supers.now === 'for-people' && s.colony.look ? [s.colony.look.onDay] : [])).toSorted()[0]
  const now = seen ? [{ from: seen, to: laterOf(yard.supersOffOn ?? yard.today, seen) }] : []
  const next = yard.supersNextOn ? [{ from: yard.supersNextOn, to: laterOf(to, yard.supersNextOn) }] : []
  return [...now, ...next].filter((x) => x.to >= from && x.from <= to).map((x) => ({ from: laterOf(x.from, from), to: x.to < to ? x.to : to }))
}

/** The colony's year in its steps, by the yard's climate. */
function phasesOf({ yard }: YardState, from: Day, to: Day): SeasonYard['phases'] {
  const found: { phase: Phase; from: Day; to: Day }[] = []
  for (let n = 0; n <= daysBetween(from, to); n++) {
    const day = addDays(from, n)
    const phase = phaseAt({ phase: null, hemisphere: yard.hemisphere, normals: yard.normals }, day)
    const last = found.at(-1)
    if (last?.phase === phase) last.to = day
    else found.push({ phase, from: day, to: day })
  }
  return found
}

/** All colonies over one year of bees: courses as bars, counts as points, each yard under its phases and dates. `today` says which year where no yard does. */
export function seasonOf(yards: readonly YardState[], today: Day, shift = 0): Season {
  const [first] = yards
  const { from, to } = beeYear(first?.yard.today ?? today, first?.yard.hemisphere ?? 'north', shift)
  return {
    from,
    to,
    yards: yards.map((y) => yardIn(y, from, to)),
  }
}

const drawn = new WeakMap<YardState, Map<string, SeasonYard>>()
/** One yard over a year of bees; worked out once while nothing of the yard is another. */
function yardIn(y: YardState, from: Day, to: Day): SeasonYard {
  const own = drawn.get(y) ?? new Map<string, SeasonYard>()
  drawn.set(y, own)
  const known = own.get(from)
  if (known) return known
  const dayOf = casesByDay(y)
  const within = (a: Day, b: Day): boolean => b >= from && a <= to
  const made: SeasonYard = {
    yardId: y.yard.id,
    name: y.yard.name,
    phases: phasesOf(y, from, to),
    supers: supersOf(y, from, to),
    supersOffOn: y.yard.supersOffOn,
    supersNextOn: y.yard.supersNextOn,
    lastOpening: y.yard.lastOpening,
    rows: y.row.map((state) => ({
      colonyId: state.colony.id,
      name: state.colony.name,
      position: state.colony.placement.position,
      since: state.colony.since,
      bars: state.courses.flatMap((c) => barOf(c, y.yard.today) ?? []).filter((b) => within(b.from, b.to)),
      counts: countsOf(state, (day) => within(day, day), dayOf),
    })),
  }
  own.set(from, made)
  return made
}
