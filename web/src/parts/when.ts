import { sayDay } from '../look/dates.ts'

/** An instant as people say it, in the device's own time: "today 14:05", "Thu 20 Aug 14:05". */
export function sayWhen(instant: string | null, now: Date = new Date()): string {
  if (!instant) return 'not known'
  const at = new Date(instant)
  const day = (d: Date) => `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`
  const clock = `${String(at.getHours()).padStart(2, '0')}:${String(at.getMinutes()).padStart(2, '0')}`
  return `${day(at) === day(now) ? 'today' : sayDay(day(at), day(now))} ${clock}`
}
