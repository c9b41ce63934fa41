import { addDays, daysBetween, laterOf, type Day } from '../../time/index.ts'
import { nextRest, phaseAt, sayPhase } from '../../situation/index.ts'
import { courseSpan, nominalDay, patternOf, saySource, type CoursePattern, type Step, type Treatment } from '../../treatments/index.ts'
import { gateOf, worse, type Ask, type Gate, type JudgedSituation, type LazyFinding, type Level } from '../finding.ts'
import { aDay, TIME, type Said } from '../../words/index.ts'

const SOURCE = 'your own last opening day'

/** What a pattern asks of an open hive, in days from its start at the planned pace. */
interface Schedule {
  /** The last day on which the hive itself must be opened to treat; null where it need not be. */
  readonly lastWork: number | null
  /** The first day of the count after it; null where there is none. */
  readonly recount: number | 'by-the-count' | null
}

/** What treats: the hive must be open for it, whatever else may be left. */
const WORK: ReadonlySet<Step['job']> = new Set(['dose', 'remove', 'put-back'])

/** What is taken out may come out as soon as the shortest course is over. */
const dayOf = (step: Step, pattern: CoursePattern, least: number): number => (step.job === 'remove' ? Math.max(least, 0) : nominalDay(step, pattern))

function workOut(pattern: CoursePattern, least: number): Schedule {
  const opening = pattern.steps.filter((step) => step.opensHive && WORK.has(step.job))
  const recount = pattern.steps.find((step) => step.job === 'recount')
  const lastWork = opening.length > 0 ? Math.max(...opening.map((step) => dayOf(step, pattern, least))) : null
  if (!recount) return { lastWork, recount: null }
  return { lastWork, recount: recount.dated ? 'by-the-count' : nominalDay(recount, pattern) - recount.best + recount.earliest }
}

const kept = new WeakMap<CoursePattern, Map<number, Schedule>>()
function scheduleOf(pattern: CoursePattern, least: number): Schedule {
  let perLength = kept.get(pattern)
  if (!perLength) kept.set(pattern, (perLength = new Map()))
  let schedule = perLength.get(least)
  if (!schedule) perLength.set(least, (schedule = workOut(pattern, least)))
  return schedule
}

function planOf(option: Treatment, s: JudgedSituation): Schedule {
  const pattern = patternOf(option, s)
  return scheduleOf(pattern, pattern.days.least)
}

/** The last day on which an option can be started and still be worked and taken out by the last opening; null where none is set. */
export function lastStart(option: Treatment, s: JudgedSituation): Day | null {
  const { lastWork } = planOf(option, s)
  return s.lastOpening === null || lastWork === null ? null : addDays(s.lastOpening, -lastWork)
}

/** Phases of the year in which it is not, or hardly, done. */
function season(option: Treatment, s: JudgedSituation): LazyFinding[] {
  const phase = phaseAt(s, s.startOn)
  const rule = option.seasons[phase]
  if (!rule) return []
  return [
    {
      gate: 'time',
      level: rule.level,
      figure: 'season',
      limit: null,
      source: saySource(rule.source),
      says: () => TIME.season({ phase: sayPhase(phase), why: rule.why }),
      turns: () => {
        const other = (['increase', 'peak', 'decrease', 'dormant'] as const).find((p) => option.seasons[p] === undefined)
        return other ? TIME.fitsIn({ phase: sayPhase(other) }) : null
      },
    },
  ]
}

/** What is taken out of the nest and would still be in it when the bees keep together for the winter: that day, and from when they do. */
function hanging(option: Treatment, s: JudgedSituation): { readonly out: Day; readonly rest: Day } | null {
  if (!patternOf(option, s).steps.some((step) => step.job === 'remove' && step.opensHive)) return null
  const rest = nextRest(s, s.startOn)
  if (!rest || s.startOn >= rest.from) return null
  const out = addDays(s.startOn, courseSpan(option, s).least)
  return out < rest.from ? null : { out, rest: rest.from }
}

function intoWinter({ out, rest }: { readonly out: Day; readonly rest: Day }, s: JudgedSituation): LazyFinding {
  const late = daysBetween(rest, out)
  const near = s.startOn
  return {
    gate: 'time',
    level: 'care',
    figure: () => `${late} d`,
    limit: () => aDay(rest, near),
    source: 'common practice, no source',
    says: () => TIME.intoWinter({ out, rest, near }),
    turns: () => TIME.inTimeUntil({ day: addDays(near, -late - 1), near }),
  }
}

/** How a course lies to the last opening: its work too late, its count after the closing, or time enough; with the days between. */
interface Room {
  readonly level: Level
  /** Days of lateness where it is ruled out; else days of room, negative where the count comes too late. */
  readonly days: number
  readonly lastWork: Day
  readonly recount: Day
  readonly dated: boolean
}
function roomBefore(last: Day, option: Treatment, s: JudgedSituation): Room {
  const schedule = planOf(option, s)
  const lastWork = addDays(s.startOn, schedule.lastWork ?? 0)
  const dated = schedule.recount === 'by-the-count'
  const recount = dated
    ? laterOf(s.startOn, s.judgement.recountBy)
    : typeof schedule.recount === 'number'
      ? addDays(s.startOn, schedule.recount)
      : lastWork
  if (schedule.lastWork !== null && lastWork > last) return { level: 'ruled-out', days: daysBetween(last, lastWork), lastWork, recount, dated }
  const days = daysBetween(recount, last)
  // A board is read with the hive shut.
  return { level: days < 0 && option.way !== 'waiting' ? 'care' : 'fits', days, lastWork, recount, dated }
}

/** Is there time, before the hive is closed for winter, to treat, take out and count again? */
const opening: Ask = (option, s) => {
  const last = s.lastOpening
  if (last === null) {
    const left = hanging(option, s)
    return left ? [intoWinter(left, s)] : [{ gate: 'time', level: 'fits', source: SOURCE, says: () => TIME.noLastOpening(), turns: () => null }]
  }
  const near = s.startOn
  const { level, days, lastWork, recount, dated } = roomBefore(last, option, s)
  const make = (says: () => Said, turns: () => Said): LazyFinding[] => [
    { gate: 'time', level, figure: () => `${Math.abs(days)} d`, limit: () => aDay(last, near), source: SOURCE, says, turns },
  ]
  if (level === 'ruled-out')
    return make(
      () => TIME.tooLate({ work: lastWork, late: days, last, near }),
      () => TIME.lastStartWas({ start: addDays(near, -days), work: lastWork, near }),
    )
  const by = () => ({ day: addDays(near, days), near })
  if (level === 'care')
    return make(
      () => TIME.countAfterClosing({ recount, last, near }),
      () => (by().day < s.asOf ? TIME.inTimeUntil(by()) : TIME.startedBy(by())),
    )
  return make(
    () => TIME.timeEnough({ dated, recount, last, near }),
    () => TIME.lastStart(by()),
  )
}

function fitOn(option: Treatment, s: JudgedSituation): Level {
  const inSeason = option.seasons[phaseAt(s, s.startOn)]?.level ?? 'fits'
  if (s.lastOpening === null) return hanging(option, s) ? worse(inSeason, 'care') : inSeason
  return worse(inSeason, roomBefore(s.lastOpening, option, s).level)
}

/** Gate 6: the time of the year, and the time that is left before the hive is closed for winter. */
export const time: Gate = gateOf({ readsDay: true, fitOn }, (option, s) => [...season(option, s), ...opening(option, s)])
