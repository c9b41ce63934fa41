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

const walls = new Map<string, Intl.DateTimeFormat>()
/** What a clock on the wall shows at an instant, as if it were UTC, ms. */
function wallAt(timeZone: string, at: number): number {
  let format = walls.get(timeZone)
  if (!format) walls.set(timeZone, (format = new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'medium' })))
  return Date.parse(`${format.format(at).replace(' ', 'T')}Z`)
}

/** The instant at which a clock on the wall shows a full hour of a day; where clocks skip that hour, as much later as they skip. */
export function instantIn(timeZone: string, day: Day, hour: number): Date {
  const wanted = Date.parse(`${day}T00:00:00Z`) + hour * 3_600_000
  const before = wanted - (wallAt(timeZone, wanted - 86_400_000) - (wanted - 86_400_000))
  const after = wanted - (wallAt(timeZone, wanted + 86_400_000) - (wanted + 86_400_000))
  // By the offset that holds there; of an hour that comes twice the first, of one that is skipped by the offset from before.
  const found = [Math.min(before, after), Math.max(before, after)].find((at) => wallAt(timeZone, at) === wanted)
  return new Date(found ?? before)
}

/** "Today" of a yard: the holding's own date where it lives on one, else the day in the yard's time zone. */
export const todayOf = (livesOn: Day | null, timeZone: string, clock: Clock): Day => livesOn ?? dayIn(timeZone, clock())
