import { addDays, daysBetween, laterOf, sayDay, sayDays, type Day } from '../../time/index.ts'
import { courseSpan, patternOf, type CoursePattern, type Step } from '../../treatments/index.ts'
import type { Gate, JudgedSituation, LazyFinding, Level } from '../finding.ts'

const SOURCE = 'your own last opening day'

/** What a pattern asks of an open hive, in days from its start at the planned pace. */
interface Schedule {
  /** The last day on which the hive itself must be opened to treat; null where it need not be. */
  readonly lastWork: number | null
  /** The first day of the count after it; null where there is none. */
  readonly recount: number | 'by-the-count' | null
}

function dayOf(step: Step, pattern: CoursePattern, least: number): number {
  const { after } = step
  if (after === 'start') return step.best
  if (step.job === 'remove') return least
  const before = pattern.steps.find((x) => x.job === after.job && x.n === after.n)
  return (before ? dayOf(before, pattern, least) : 0) + step.best
}

function workOut(pattern: CoursePattern, least: number): Schedule {
  const opening = pattern.steps.filter((step) => step.opensHive && (step.job === 'dose' || step.job === 'remove'))
  const recount = pattern.steps.find((step) => step.job === 'recount')
  const lastWork = opening.length > 0 ? Math.max(...opening.map((step) => dayOf(step, pattern, least))) : null
  if (!recount) return { lastWork, recount: null }
  return { lastWork, recount: recount.dated ? 'by-the-count' : dayOf(recount, pattern, least) - recount.best + recount.earliest }
}

const kept = new WeakMap<CoursePattern, Map<number, Schedule>>()
function scheduleOf(pattern: CoursePattern, least: number): Schedule {
  let perLength = kept.get(pattern)
  if (!perLength) kept.set(pattern, (perLength = new Map()))
  let schedule = perLength.get(least)
  if (!schedule) perLength.set(least, (schedule = workOut(pattern, least)))
  return schedule
}

function finding(level: Level, room: number, last: Day, s: JudgedSituation, text: () => string, flip: () => string): LazyFinding[] {
  return [{ gate: 'time', level, figure: `${Math.abs(room)} d`, limit: sayDay(last, s.startOn), source: SOURCE, text, flip }]
}

/** Gate 6: is there time, before the hive is closed for winter, to treat, take out and count again? */
export const time: Gate = (option, s) => {
  const last = s.lastOpening
  if (last === null) {
    return [{ gate: 'time', level: 'fits', source: SOURCE, text: () => 'No last opening day is set, so none is expected.', flip: () => null }]
  }
  const say = (day: Day) => sayDay(day, s.startOn)
  const schedule = scheduleOf(patternOf(option, s.colony.brood), courseSpan(option, s.colony.brood, s.rules[option.key]).least)
  const lastWork = addDays(s.startOn, schedule.lastWork ?? 0)
  if (schedule.lastWork !== null && lastWork > last) {
    const late = daysBetween(last, lastWork)
    const text = () => `It needs the hive open on ${say(lastWork)}, ${sayDays(late)} after your last opening day, ${say(last)}.`
    const flip = () => `The last sensible start was ${say(addDays(s.startOn, -late))}; it fits if the hive can be opened until ${say(lastWork)}.`
    return finding('ruled-out', late, last, s, text, flip)
  }
  const dated = schedule.recount === 'by-the-count'
  const recount = dated
    ? laterOf(s.startOn, s.judgement.recountBy)
    : typeof schedule.recount === 'number'
      ? addDays(s.startOn, schedule.recount)
      : lastWork
  const room = daysBetween(recount, last)
  if (room < 0) {
    const text = () =>
      `The count after it would fall on ${say(recount)}, after your last opening day, ${say(last)}: count the fall on a board instead.`
    return finding('care', room, last, s, text, () => `Fits started by ${say(addDays(s.startOn, room))}.`)
  }
  const text = () =>
    `${dated ? 'The next count falls on' : 'Over and counted again from'} ${say(recount)}; the hive can be opened until ${say(last)}.`
  return finding('fits', room, last, s, text, () => `The last start with the count after it is ${say(addDays(s.startOn, room))}.`)
}
