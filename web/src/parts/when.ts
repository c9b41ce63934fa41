import { localDay, sayDay } from '../look/dates.ts'

/** An instant as people say it, in the device's own time: "today 14:05", "Thu 20 Aug 14:05". */
export function sayWhen(instant: string | null, now: Date = new Date()): string {
  if (!instant) return 'not known'
  const at = new Date(instant)
  const clock = `${String(at.getHours()).padStart(2, '0')}:${String(at.getMinutes()).padStart(2, '0')}`
  return `${localDay(at) === localDay(now) ? 'today' : sayDay(localDay(at), localDay(now))} ${clock}`
}
