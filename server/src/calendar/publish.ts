import { createHash } from 'node:crypto'
import ical, { ICalAlarmType, ICalCalendarMethod, ICalEventStatus } from 'ical-generator'
import { QueryTypes, type Transaction } from 'sequelize'
import { v7 } from 'uuid'
import { USUAL_PREFERENCES, yardState, type Preferences, type YardRecord } from '@thistle/core/holding'
import { addDays, type Day } from '@thistle/core/time'
import type { Scope } from '../access/scope.ts'
import { instantIn, todayOf } from '../clock.ts'
import type { Database } from '../database/index.ts'
import { withBreaths } from '../api/breaths.ts'
import type { Built, BuiltAnswer } from '../api/built.ts'
import type { Keeping } from '../records/put.ts'
import { readHome, settingsBy, type Home } from '../shelf/read.ts'
import { freshHeads, type Heads } from '../yards/heads.ts'
import { present, readInParts } from '../yards/read.ts'
import type { WeatherSource } from '../weather/keep.ts'
import { entriesOf, markOf, type Entry } from './entries.ts'
import { sayAs } from '@thistle/core/words'

/** Done and called-off events stay in the calendar for so many days, so that every subscriber hears of them. */
const KEPT_DAYS = 60
/** And what was shown is remembered so long: after that no subscriber asks about it. */
const FORGOTTEN_DAYS = 200

interface Known {
  readonly uid: string
  readonly sequence: number
  readonly mark: string
  readonly day: Day
  readonly summary: string
  readonly cancelled: boolean
  readonly changedAt: Date
}
/** An event as it is sent: the sequence rises with every change (RFC 5545, 3.8.7.4). */
interface Sent extends Pick<Entry, 'uid' | 'day' | 'summary'> {
  readonly sequence: number
  readonly changedAt: Date
  readonly entry: Entry | null
}

async function calendarId(db: Database, scope: Scope, transaction: Transaction): Promise<string> {
  const [row] = await db.sequelize.query<{ id: string }>(
    `INSERT INTO calendars (id, keeper_id, holding_id) VALUES (:id, :keeperId, :holdingId)
     ON CONFLICT (keeper_id, holding_id) DO UPDATE SET id = calendars.id RETURNING id`,
    { replacements: { id: v7(), keeperId: scope.keeperId, holdingId: scope.holdingId }, type: QueryTypes.SELECT, transaction },
  )
  if (!row) throw new Error('a calendar without a row')
  await db.sequelize.query('SELECT 1 FROM calendars WHERE id = :id FOR UPDATE', { replacements: { id: row.id }, transaction })
  return row.id
}

/** What this calendar has shown before, against what there is to show: new, changed, as before, called off. */
function compare(known: readonly Known[], entries: readonly Entry[], today: Day, at: Date): { sent: Sent[]; changed: Known[] } {
  const before = new Map(known.map((k) => [k.uid, k]))
  const changed: Known[] = []
  const note = (row: Known): Known => {
    changed.push(row)
    return row
  }
  const sent = entries.flatMap((entry): Sent[] => {
    const old = before.get(entry.uid)
    // What was done before this calendar was first read is no news to it.
    if (!old && entry.done) return []
    if (entry.done && entry.day < addDays(today, -KEPT_DAYS)) return []
    const mark = markOf(entry)
    const same = old?.mark === mark && !old.cancelled
    const { uid, day, summary } = entry
    const row: Known = same ? old : note({ uid, day, summary, mark, cancelled: false, changedAt: at, sequence: old ? old.sequence + 1 : 0 })
    return [{ uid, day, summary, sequence: row.sequence, changedAt: row.changedAt, entry }]
  })
  const there = new Set(entries.map((e) => e.uid))
  const off = known
    .filter((k) => !there.has(k.uid))
    .map((k) => (k.cancelled ? k : note({ ...k, cancelled: true, sequence: k.sequence + 1, changedAt: at })))
    .filter((k) => k.day >= addDays(today, -KEPT_DAYS))
    .map((k): Sent => ({ uid: k.uid, day: k.day, summary: k.summary, sequence: k.sequence, changedAt: k.changedAt, entry: null }))
  return { sent: [...sent, ...off], changed }
}

async function remember(db: Database, id: string, changed: readonly Known[], transaction: Transaction): Promise<void> {
  if (changed.length === 0) return
  const values = changed.map(() => '(?, ?, ?, ?, ?, ?, ?, ?)').join(', ')
  await db.sequelize.query(
    `INSERT INTO calendar_events (calendar_id, uid, sequence, mark, day, summary, cancelled, changed_at) VALUES ${values}
     ON CONFLICT (calendar_id, uid) DO UPDATE SET sequence = excluded.sequence, mark = excluded.mark, day = excluded.day,
       summary = excluded.summary, cancelled = excluded.cancelled, changed_at = excluded.changed_at`,
    { replacements: changed.flatMap((c) => [id, c.uid, c.sequence, c.mark, c.day, c.summary, c.cancelled, c.changedAt]), transaction },
  )
}

/** So many events are written at a time: some milliseconds of work. */
const WRITTEN_AT_ONCE = 8

function piece(name: string, sent: readonly Sent[], alarmHour: number | null): string {
  const calendar = ical({
    name: `${name}: open jobs`,
    prodId: { company: 'Round Thistle', product: 'open jobs' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 3600,
  })
  for (const { uid, day, summary, sequence, changedAt, entry } of sent) {
    const event = calendar.createEvent({
      id: uid,
      sequence,
      stamp: changedAt,
      lastModified: changedAt,
      start: new Date(`${day}T00:00:00Z`),
      end: new Date(`${addDays(day, 1)}T00:00:00Z`),
      timezone: 'UTC',
      allDay: true,
      summary,
      status: entry ? ICalEventStatus.CONFIRMED : ICalEventStatus.CANCELLED,
      ...(entry ? { location: entry.location, description: entry.description } : {}),
    })
    // As instants: by hours from the start of a day a clock change would ring early or late, and readers differ on what a day's start is.
    for (const ring of alarmHour === null ? [] : (entry?.rings ?? []))
      event.createAlarm({ type: ICalAlarmType.display, trigger: instantIn(entry?.timeZone ?? 'UTC', ring, Number(alarmHour)), description: summary })
  }
  return calendar.toString()
}
const END = 'END:VCALENDAR'

/** The calendar as text. Its package writes each piece whole; the events of all pieces stand between the head and the end of the first. */
async function write(name: string, sent: readonly Sent[], alarmHour: number | null): Promise<string> {
  const head = piece(name, [], alarmHour).split(END)[0] ?? ''
  const pieces = Array.from({ length: Math.ceil(sent.length / WRITTEN_AT_ONCE) }, (_, i) =>
    sent.slice(i * WRITTEN_AT_ONCE, (i + 1) * WRITTEN_AT_ONCE),
  )
  const written: string[] = []
  await withBreaths(pieces.map((some) => () => written.push(piece(name, some, alarmHour).slice(head.length, -END.length))))
  return `${head}${written.join('')}${END}`
}

/** Every event of the yards in a scope, in the keeper's own units and days. */
async function gather({ db, clock }: Keeping, scope: Scope, heads: Heads, home: Home, reads: Preferences): Promise<Entry[]> {
  const settings = settingsBy(home, todayOf(scope.livesOn, 'UTC', clock))
  const entries: Entry[] = []
  await readInParts(db, scope, clock, heads, async (rows) => {
    for (const yard of rows.map(present) as YardRecord[]) {
      const state = yardState(yard, settings)
      const say = (): void => {
        for (const e of entriesOf([state])) entries.push({ ...e, summary: sayAs(reads, e.summary), description: sayAs(reads, e.description) })
      }
      await withBreaths([...state.work, say])
    }
  })
  return entries
}

/**
 * The open jobs of a keeper's yards as iCalendar (RFC 5545): all-day events with the window in the text. A job keeps its UID however its day
 * moves; what changed comes with a higher SEQUENCE, what is no longer to be done as CANCELLED, what was done as done. While nothing that it
 * hangs on is another, it is given again as it was built, if this process built what the calendar's subscriber read last.
 */
export async function publish(keep: Keeping, weather: WeatherSource, built: Built, scope: Scope): Promise<BuiltAnswer> {
  const { db, clock } = keep
  const own = [scope.keeperId, scope.holdingId]
  const [heads, home, [last]] = await Promise.all([
    freshHeads(keep, weather, scope),
    readHome(db, scope.holdingId, scope.keeperId),
    db.reads.read<{ mark: string | null }>('calendar mark', 'SELECT mark FROM calendars WHERE keeper_id = $1 AND holding_id = $2', own),
  ])
  const mark = createHash('sha1')
    .update(JSON.stringify([heads.mark, scope.holdingName, scope.yards, home.preferences]))
    .digest('base64url')
  const question = `calendar ${own.join(' ')}`
  if (last?.mark !== mark) built.drop(question)
  return built.of(question, mark, async () => {
    const reads = { ...USUAL_PREFERENCES, ...home.preferences }
    const entries = await gather(keep, scope, heads, home, reads)
    const sent = await db.sequelize.transaction(async (transaction) => {
      const id = await calendarId(db, scope, transaction)
      const known = await db.sequelize.query<Known>(
        `SELECT uid, sequence, mark, day, summary, cancelled, changed_at AS "changedAt" FROM calendar_events WHERE calendar_id = :id`,
        { replacements: { id }, type: QueryTypes.SELECT, transaction },
      )
      const found = compare(known, entries, heads.today, clock())
      await remember(db, id, found.changed, transaction)
      await db.sequelize.query('DELETE FROM calendar_events WHERE calendar_id = :id AND day < :forgotten', {
        replacements: { id, forgotten: addDays(heads.today, -FORGOTTEN_DAYS) },
        transaction,
      })
      await db.sequelize.query('UPDATE calendars SET mark = :mark WHERE id = :id', { replacements: { id, mark }, transaction })
      return found.sent
    })
    return write(scope.holdingName, sent, reads.alarmHour)
  })
}
