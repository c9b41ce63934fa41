import { sayDays, type Day } from '../../time/index.ts'
import { aDay } from '../notation.ts'
import { speaker } from '../speaker.ts'

interface Near {
  readonly near: Day
}
/** Gate 4: supers on now, and supers to go on. */
export const SUPERS = speaker('supers', {
  noMatter: () => 'Supers do not matter.',
  forBees: () => 'The box on top is left to the bees: mark it, so that it is never extracted.',
  none: () => 'No supers on.',
  plannedOff: (v: { day: Day } & Near) => `The supers are planned to be off by ${aDay(v.day, v.near)}: see that they are.`,
  mayStay: () => 'Supers may stay on by your own list; nothing is harvested until the course is over.',
  labelsDiffer: () => 'Supers are on. Some labels allow that and some do not: read yours and confirm it in your list.',
  lapsed: (v: { day: Day } & Near) => `Supers were to come off ${aDay(v.day, v.near)} and were on when last seen: are they off?`,
  onUntil: (v: { day: Day }) => `Supers are on for people until ${aDay(v.day)}.`,
  on: () => 'Ruled out while the supers are on for people, and no day is set for taking them off.',
  noNextDate: (v: { clear: Day } & Near) => `No date is set for the next supers; they could go on from ${aDay(v.clear, v.near)}.`,
  reachesFlow: (v: { flow: Day; clear: Day } & Near) =>
    `No date is set for the next supers. The flow usually begins about ${aDay(v.flow, v.near)}, before this course and its waiting time end (${aDay(v.clear, v.near)}).`,
  inFlow: (v: { clear: Day } & Near) =>
    `This is the flow by the season, and no date is set for the next supers: they could go on only from ${aDay(v.clear, v.near)}.`,
  timeEnough: (v: { clear: Day; span: number; wait: number; next: Day } & Near) =>
    `Supers could go on from ${aDay(v.clear, v.near)} (${sayDays(v.span)} and ${sayDays(v.wait)} of waiting); the next are due ${aDay(v.next, v.near)}.`,
  tooSoon: (v: { next: Day; short: number; clear: Day } & Near) =>
    `Supers are due ${aDay(v.next, v.near)}, ${sayDays(v.short)} before this course and its waiting time end (${aDay(v.clear, v.near)}).`,
  fitsOnceOff: (v: { day: Day }) => `Fits from ${aDay(v.day)}, when the supers are off.`,
  offBy: (v: { day: Day } & Near) => `Fits if the supers come off by ${aDay(v.day, v.near)}, the last day on which there is time for it.`,
  ifDueBefore: (v: { day: Day } & Near) => `It would be ruled out if supers had to go on before ${aDay(v.day, v.near)}.`,
  lastStart: (v: { day: Day } & Near) => `The last start for it is ${aDay(v.day, v.near)}.`,
  canWait: (v: { day: Day } & Near) => `Fits if the supers can wait until ${aDay(v.day, v.near)}.`,
})
export const SUPERS_WAYS = speaker('supers-way', {
  off: () => 'once the supers are off',
  listAllows: () => 'where your own list allows it with supers on',
  on: () => 'with supers on for people',
})
