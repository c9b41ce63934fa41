import type { Day } from '@thistle/core/time'

/** Where the time comes from; tests hand in their own. */
export type Clock = () => Date

const formats = new Map<string, Intl.DateTimeFormat>()

/** The calendar day at an instant in a time zone (IANA name). */
export function dayIn(timeZone: string, at: Date): Day {
  let format = formats.get(timeZone)
  if (!format) formats.set(timeZone, (format = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' })))
  return format.format(at)
}

const hours = new Map<string, Intl.DateTimeFormat>()
/** The hour, 0 to 23, at an instant in a time zone. */
export function hourIn(timeZone: string, at: Date): number {
  let format = hours.get(timeZone)
  if (!format) hours.set(timeZone, (format = new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', hourCycle: 'h23' })))
  return Number(format.format(at))
}

/** "Today" of a yard: the holding's own date where it lives on one, else the day in the yard's time zone. */
export const todayOf = (livesOn: Day | null, timeZone: string, clock: Clock): Day => livesOn ?? dayIn(timeZone, clock())
