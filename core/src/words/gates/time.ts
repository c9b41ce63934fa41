import { sayDays, type Day } from '../../time/index.ts'
import { aDay } from '../notation.ts'
import { speaker } from '../speaker.ts'

interface Near {
  readonly near: Day
}
/** Gate 6: the time of the year, and the time that is left before the hive is closed for winter. Phases come as they are said. */
export const TIME = speaker('time', {
  season: (v: { phase: string; why: string }) => `In ${v.phase}: ${v.why}.`,
  fitsIn: (v: { phase: string }) => `Fits in ${v.phase}.`,
  intoWinter: (v: { out: Day; rest: Day } & Near) =>
    `It would hang until ${aDay(v.out, v.near)}, and from about ${aDay(v.rest, v.near)} the bees keep together: take it out on the last day on which the hive can be opened, or in spring, and begin earlier next year.`,
  inTimeUntil: (v: { day: Day } & Near) => `It was in time until ${aDay(v.day, v.near)}.`,
  noLastOpening: () => 'No last opening day is set, so none is expected.',
  tooLate: (v: { work: Day; late: number; last: Day } & Near) =>
    `It needs the hive open on ${aDay(v.work, v.near)}, ${sayDays(v.late)} after your last opening day, ${aDay(v.last, v.near)}.`,
  lastStartWas: (v: { start: Day; work: Day } & Near) =>
    `The last sensible start was ${aDay(v.start, v.near)}; it fits if the hive can be opened until ${aDay(v.work, v.near)}.`,
  countAfterClosing: (v: { recount: Day; last: Day } & Near) =>
    `The count after it would fall on ${aDay(v.recount, v.near)}, after your last opening day, ${aDay(v.last, v.near)}: count the fall on a board instead.`,
  startedBy: (v: { day: Day } & Near) => `Fits started by ${aDay(v.day, v.near)}.`,
  timeEnough: (v: { dated: boolean; recount: Day; last: Day } & Near) =>
    `${v.dated ? 'The next count falls on' : 'Over and counted again from'} ${aDay(v.recount, v.near)}; the hive can be opened until ${aDay(v.last, v.near)}.`,
  lastStart: (v: { day: Day } & Near) => `The last start with the count after it is ${aDay(v.day, v.near)}.`,
})
