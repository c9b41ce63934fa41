import type Joi from 'joi'
import { QueryTypes, type Transaction } from 'sequelize'
import { RECORD_BODIES, type RecordWord } from '@thistle/core/bodies'
import { countFaults, type CountEntry } from '@thistle/core/count'
import { KIND_NAMES, type RecordRow } from '@thistle/core/holding'
import { isOwnKey, type OwnSheet } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import { aDay } from '@thistle/core/words'
import type { Scope } from '../access/scope.ts'
import { coveredColonies } from '../access/rows.ts'
import { coversYard } from '../access/scope.ts'
import type { Clock } from '../clock.ts'
import { todayOf } from '../clock.ts'
import type { Database, RecordTable } from '../database/index.ts'
import { Problem } from '../problems/problem.ts'
import { settingsOf } from './settings.ts'

/** What a check may ask. */
export interface Checking {
  readonly db: Database
  readonly scope: Scope
  readonly clock: Clock
  readonly transaction: Transaction
  /** Where many rows are checked: what was asked for all of them at once, and what was found on the way. */
  readonly colonies?: ReadonlyMap<string, FoundColony>
  readonly yards?: Map<string, { readonly id: string; readonly today: string }>
}
export type Body = Readonly<Record<string, unknown>>

/** A kind of row that keepers write: its shape and what the shape alone cannot say. */
export interface Kind {
  readonly name: string
  readonly table: RecordTable
  readonly body: Joi.ObjectSchema
  /** The days that it is entered for: where one lies in closed books, the row stays as it is. */
  readonly days: readonly string[]
  /** Holds what a row will be against what is known; `found` is the row as it stands. */
  readonly check: (ask: Checking, body: Body, id: string, found: Body | null) => Promise<void>
}

interface FoundColony {
  readonly id: string
  readonly since: string
  readonly name: string
  /** Where it stands; null: nowhere. */
  readonly yardId: string
  readonly today: string
}

/** Those of the colonies that are the asker's, each with the yard it stands in and that yard's today: one question for any number. */
export async function findColonies(ask: Checking, ids: readonly string[]): Promise<Map<string, FoundColony>> {
  if (ids.length === 0) return new Map()
  const rows = await ask.db.sequelize.query<{ id: string; since: string; name: string; yardId: string; timeZone: string }>(
    `SELECT c.id, c.since, c.name, p.yard_id AS "yardId", y.time_zone AS "timeZone"
       FROM colonies c
       LEFT JOIN placements p ON p.colony_id = c.id AND p.to_day IS NULL AND p.deleted_at IS NULL
       LEFT JOIN yards y ON y.id = p.yard_id
      WHERE c.id IN (:ids) AND c.holding_id = :holdingId AND c.deleted_at IS NULL`,
    { replacements: { ids, holdingId: ask.scope.holdingId }, type: QueryTypes.SELECT, transaction: ask.transaction },
  )
  const covered = ask.scope.yards === null ? null : await coveredColonies(ask, ids)
  return new Map(
    rows
      .filter((row) => covered?.has(row.id) ?? true)
      .map((row) => [row.id, { ...row, today: todayOf(ask.scope.livesOn, row.timeZone ?? 'UTC', ask.clock) }]),
  )
}

/** The colony in this scope, with the yard it stands in and that yard's today; 404 where it is not the keeper's. */
export async function findColony(ask: Checking, colonyId: unknown): Promise<FoundColony> {
  const id = String(colonyId)
  const found = (ask.colonies?.has(id) ? ask.colonies : await findColonies(ask, [id])).get(id)
  if (!found) throw Problem.notFound()
  return found
}

/** The yard in this scope and its today. */
export async function findYard(ask: Checking, yardId: unknown): Promise<{ id: string; today: string }> {
  const known = ask.yards?.get(String(yardId))
  if (known) return known
  const [row] = await ask.db.sequelize.query<{ id: string; timeZone: string }>(
    'SELECT id, time_zone AS "timeZone" FROM yards WHERE id = :yardId AND holding_id = :holdingId AND deleted_at IS NULL',
    { replacements: { yardId, holdingId: ask.scope.holdingId }, type: QueryTypes.SELECT, transaction: ask.transaction },
  )
  if (!row || !coversYard(ask.scope, row.id)) throw Problem.notFound()
  const found = { id: row.id, today: todayOf(ask.scope.livesOn, row.timeZone, ask.clock) }
  ask.yards?.set(row.id, found)
  return found
}

/** Refuses a day in a year whose books are closed. */
export function checkOpen({ closedThrough }: Scope, path: string, on: string): void {
  if (closedThrough !== null && on <= closedThrough)
    throw Problem.invalid([
      { path, sentence: `The books are closed up to ${closedThrough}, and this day is in them. An owner can open them again in Rules.` },
    ])
}

/** Refuses a day that is still to come, one before the colony was there, or one in a closed year. */
export function checkDay(scope: Scope, path: string, on: string, today: string, since: string | null): void {
  checkOpen(scope, path, on)
  if (on > today) throw Problem.invalid([{ path, sentence: `This day is still to come: today is ${today}.` }])
  if (since !== null && on < since) throw Problem.invalid([{ path, sentence: `The colony is in your book from ${since}: this cannot be older.` }])
}

const yard: Kind = {
  name: KIND_NAMES.yards,
  table: 'yards',
  body: RECORD_BODIES.yards,
  days: [],
  check: async ({ scope }, _body, yardId) => {
    if (!coversYard(scope, yardId)) throw Problem.forbidden()
  },
}

const colony: Kind = {
  name: KIND_NAMES.colonies,
  table: 'colonies',
  body: RECORD_BODIES.colonies,
  days: [],
  check: async (ask, body, _id, found) => {
    const today = todayOf(ask.scope.livesOn, 'UTC', ask.clock)
    const latest = new Date(Date.parse(today) + 86_400_000).toISOString().slice(0, 10)
    for (const field of ['since', 'hivedOn', 'retiredOn']) {
      const on = body[field]
      if (typeof on === 'string' && on > (ask.scope.livesOn ?? latest))
        throw Problem.invalid([{ path: field, sentence: `This day is still to come: today is ${today}.` }])
      if (field !== 'since' && typeof on === 'string' && on < String(body.since))
        throw Problem.invalid([{ path: field, sentence: `This is before the colony was there, ${String(body.since)}.` }])
    }
    const known = new Set((found?.parents ?? []) as string[])
    for (const parent of body.parents as string[]) if (!known.has(parent)) await findColony(ask, parent)
  },
}

const placement: Kind = {
  name: KIND_NAMES.placements,
  table: 'placements',
  body: RECORD_BODIES.placements,
  days: [],
  check: async (ask, body) => {
    const { today } = await findYard(ask, body.yardId)
    await findColony(ask, body.colonyId)
    checkDay({ ...ask.scope, closedThrough: null }, 'fromDay', String(body.fromDay), today, null)
    if (typeof body.toDay === 'string' && body.toDay < String(body.fromDay))
      throw Problem.invalid([{ path: 'toDay', sentence: 'It cannot leave before it came.' }])
  },
}

const look: Kind = {
  name: KIND_NAMES.looks,
  table: 'looks',
  body: RECORD_BODIES.looks,
  days: ['onDay'],
  check: async (ask, body) => {
    const found = await findColony(ask, body.colonyId)
    checkDay(ask.scope, 'onDay', String(body.onDay), found.today, found.since)
  },
}

interface CountBody extends CountEntry {
  readonly colonyId: string
  readonly courseId: string | null
  readonly fluid: string | null
  readonly waited: number | null
  readonly photo: { readonly photoId: string } | null
}

/** What of a count hangs on other rows: its course, its photograph. */
async function checkCountLinks(ask: Checking, count: CountBody): Promise<void> {
  const own = { colonyId: count.colonyId, holdingId: ask.scope.holdingId }
  if (count.courseId !== null) {
    const course = await ask.db.model('courses').findOne({ where: { id: count.courseId, ...own }, transaction: ask.transaction })
    if (!course) throw Problem.notFound()
  }
  if (count.photo) {
    const kept = await ask.db
      .model('photos')
      .findOne({ where: { id: count.photo.photoId, ...own }, attributes: ['id'], transaction: ask.transaction })
    if (!kept) throw Problem.invalid([{ path: 'photo.photoId', sentence: 'The photograph is not kept yet: send it first.' }])
  }
}

const count: Kind = {
  name: KIND_NAMES.counts,
  table: 'counts',
  body: RECORD_BODIES.counts,
  days: ['onDay'],
  check: async (ask, body) => {
    const found = await findColony(ask, body.colonyId)
    const given = body as unknown as CountBody
    if (given.onDay !== null) checkOpen(ask.scope, 'onDay', given.onDay)
    const refusals = countFaults(given, found.today, found.since).filter((f) => f.severity === 'refuse')
    if (refusals.length > 0) throw Problem.invalid(refusals.map((f) => ({ path: f.path, sentence: f.text })))
    const odd = (path: string, sentence: string) => Problem.invalid([{ path, sentence }])
    if (given.fluid !== null && given.method !== 'wash') throw odd('fluid', 'Only a wash has a fluid.')
    if (given.waited !== null && given.method !== 'sugar') throw odd('waited', 'Only a sugar roll has a time to wait.')
    if (given.photo && given.method !== 'board' && given.method !== 'wash' && given.method !== 'sugar')
      throw odd('photo', 'Only a board or a tray is counted on a photograph.')
    await checkCountLinks(ask, given)
  },
}

const board: Kind = {
  name: KIND_NAMES.boards,
  table: 'boards',
  body: RECORD_BODIES.boards,
  days: ['laidOn', 'takenOn'],
  check: async (ask, body) => {
    const found = await findColony(ask, body.colonyId)
    checkDay(ask.scope, 'laidOn', String(body.laidOn), found.today, found.since)
    if (typeof body.takenOn !== 'string') return
    checkDay(ask.scope, 'takenOn', body.takenOn, found.today, null)
    if (body.takenOn < String(body.laidOn)) throw Problem.invalid([{ path: 'takenOn', sentence: 'It cannot be taken out before it was laid.' }])
  },
}

const jar: Kind = {
  name: KIND_NAMES.jars,
  table: 'jars',
  body: RECORD_BODIES.jars,
  days: ['onDay'],
  check: async (ask, body, _id, before) => {
    const found = await findYard(ask, body.yardId)
    const {
      method,
      mites: seen,
      bees,
      onDay,
      recovery,
    } = body as unknown as {
      method: 'wash' | 'sugar'
      mites: number
      bees: number
      onDay: string
      recovery: number | null
    }
    checkOpen(ask.scope, 'onDay', onDay)
    const entry: CountEntry = { method, onDay, recovery, samples: [{ mites: seen, bees, days: null }] }
    const refusals = countFaults(entry, found.today, null).filter((f) => f.severity === 'refuse')
    if (refusals.length > 0) throw Problem.invalid(refusals.map((f) => ({ path: f.path.replace('samples[0].', ''), sentence: f.text })))
    const known = new Set((before?.colonies ?? []) as string[])
    const added = (body.colonies as string[]).filter((c) => !known.has(c))
    if ((await coveredColonies(ask, added)).size !== added.length) throw Problem.notFound()
  },
}

/** A visit or a trial is planned this far ahead at most, days. */
const MOST_AHEAD = 400
function checkAhead(path: string, on: Day, today: Day): void {
  if (on > addDays(today, MOST_AHEAD)) throw Problem.invalid([{ path, sentence: 'That is too far ahead to plan.' }])
}

const visit: Kind = {
  name: KIND_NAMES.visits,
  table: 'visits',
  body: RECORD_BODIES.visits,
  days: [],
  check: async (ask, body, visitId, known) => {
    const { today } = await findYard(ask, body.yardId)
    const on = String(body.day)
    // One that was made is of its own day; one that is planned is still to come.
    const made = body.minutes != null
    if (made && on > today) throw Problem.invalid([{ path: 'minutes', sentence: `It took no time yet: today is ${today}.` }])
    if (!made && known?.day !== on && on < today) throw Problem.invalid([{ path: 'day', sentence: `That day is over: today is ${today}.` }])
    checkAhead('day', on, today)
    const other = await ask.db.model('visits').findOne({
      where: { yardId: String(body.yardId), day: on, deletedAt: null },
      transaction: ask.transaction,
      raw: true,
    })
    if (other && other.id !== visitId) throw Problem.conflict('A visit on that day is planned already.')
  },
}

/** Refuses a treatment of the keeper's own that has no sheet. */
export async function checkOwnKeys({ db, scope, transaction }: Checking, path: string, keys: readonly string[]): Promise<void> {
  const own = keys.filter(isOwnKey)
  if (own.length === 0) return
  const { own: sheets } = await settingsOf(db, scope.holdingId, transaction)
  const known = new Set(sheets.map((s) => s.key))
  if (own.some((key) => !known.has(key)))
    throw Problem.invalid([{ path, sentence: 'There is no such sheet among the treatments of your own: make it in Rules first.' }])
}

/** A trial is of colonies that stand in its yard, in arms that it has, at least one treated and two colonies in each. */
const trial: Kind = {
  name: KIND_NAMES.trials,
  table: 'trials',
  body: RECORD_BODIES.trials,
  days: [],
  check: async (ask, body, _id, known) => {
    const { today } = await findYard(ask, body.yardId)
    const { startOn, endedOn, arms, drawn } = body as unknown as RecordRow<'trials'>
    if (known === null || known.startOn !== startOn) checkOpen(ask.scope, 'startOn', startOn)
    checkAhead('startOn', startOn, today)
    if (endedOn !== null && endedOn > today) throw Problem.invalid([{ path: 'endedOn', sentence: `That day is to come: today is ${today}.` }])
    if (endedOn !== null && known?.endedOn !== endedOn) checkOpen(ask.scope, 'endedOn', endedOn)
    const armsBefore = new Set((known?.arms ?? []) as string[])
    await checkOwnKeys(
      ask,
      'arms',
      arms.filter((arm) => !armsBefore.has(arm)),
    )
    const sizes = arms.map((_, arm) => drawn.filter((d) => d.arm === arm).length)
    if (drawn.some((d) => d.arm >= arms.length)) throw Problem.invalid([{ path: 'drawn', sentence: 'There is no such arm.' }])
    const alone = sizes.findIndex((n) => n < 2)
    if (alone >= 0)
      throw Problem.invalid([
        { path: 'drawn', sentence: `Group ${alone + 1} has ${sizes[alone]}: two colonies in each are the fewest that tell anything.` },
      ])
    const before = new Set(((known?.drawn ?? []) as RecordRow<'trials'>['drawn']).map((d) => d.colonyId))
    const added = drawn.map((d) => d.colonyId).filter((c) => !before.has(c))
    if ((await coveredColonies(ask, added)).size !== added.length) throw Problem.notFound()
  },
}

/** What is on the shelf was counted and opened on days that are over, and something mixed was made from a lot of the holding. */
const lot: Kind = {
  name: KIND_NAMES.lots,
  table: 'lots',
  body: RECORD_BODIES.lots,
  days: [],
  check: async (ask, body, lotId) => {
    const today = ask.scope.livesOn ?? addDays(todayOf(null, 'UTC', ask.clock), 1)
    await checkOwnKeys(ask, 'treatment', [String(body.treatment)])
    const { openedOn, expires, countedOn, goneOn, madeFrom } = body as unknown as RecordRow<'lots'>
    const odd = (path: string, sentence: string) => Problem.invalid([{ path, sentence }])
    for (const [path, on] of [
      ['openedOn', openedOn],
      ['countedOn', countedOn],
      ['goneOn', goneOn],
    ] as const)
      if (on !== null && on > today) throw odd(path, `This day is still to come: today is ${todayOf(ask.scope.livesOn, 'UTC', ask.clock)}.`)
    if (openedOn !== null && expires !== null && openedOn > expires)
      throw odd(
        'openedOn',
        `It was good until ${aDay(expires)} and opened after that: see both days. What has expired is not used, and goes where the label says.`,
      )
    if (madeFrom === null) return
    if (madeFrom === lotId) throw odd('madeFrom', 'It cannot be made from itself.')
    const from = await ask.db
      .model('lots')
      .findOne({ where: { id: madeFrom, holdingId: ask.scope.holdingId }, transaction: ask.transaction, raw: true })
    if (!from) throw Problem.notFound()
  },
}

/** Where treatments are named that a keeper may have made a sheet of. */
const IN_USE = `
  SELECT key FROM unnest(ARRAY[:keys]) AS key
   WHERE EXISTS (SELECT 1 FROM courses WHERE holding_id = :holdingId AND treatment = key)
      OR EXISTS (SELECT 1 FROM lots WHERE holding_id = :holdingId AND treatment = key AND deleted_at IS NULL)
      OR EXISTS (SELECT 1 FROM trials WHERE holding_id = :holdingId AND arms::text LIKE '%' || key || '%' AND deleted_at IS NULL)`
/** A sheet that the books name stays in them; a label is not read tomorrow. */
async function checkOwnSheets({ db, scope, transaction }: Checking, body: Body, found: Body | null, today: Day): Promise<void> {
  const [sheets, before] = [body.own, found?.own ?? []] as readonly (readonly OwnSheet[])[]
  // East of the clock that is read here a new day has begun already.
  const latest = scope.livesOn ?? addDays(today, 1)
  const late = sheets?.findIndex((s) => s.readOn > latest) ?? -1
  if (late >= 0) throw Problem.invalid([{ path: `own[${late}].readOn`, sentence: `This day is still to come: today is ${today}.` }])
  const keys = (before ?? []).filter((s) => !sheets?.some((x) => x.key === s.key)).map((s) => s.key)
  if (keys.length === 0) return
  const [used] = await db.sequelize.query<{ key: string }>(IN_USE, {
    replacements: { keys, holdingId: scope.holdingId },
    type: QueryTypes.SELECT,
    transaction,
  })
  const name = before?.find((s) => s.key === used?.key)?.name
  if (name !== undefined)
    throw Problem.invalid([
      {
        path: 'own',
        sentence: `${name} is in your books, on the shelf or in a trial: its sheet stays. Say that it is not offered any more instead.`,
      },
    ])
}

const settings: Kind = {
  name: KIND_NAMES.settings,
  table: 'settings',
  body: RECORD_BODIES.settings,
  days: [],
  check: async (ask, body, settingsId, found) => {
    const { scope, clock } = ask
    if (settingsId !== scope.holdingId) throw Problem.notFound()
    if (scope.role !== 'owner') throw Problem.forbidden()
    const today = todayOf(scope.livesOn, 'UTC', clock)
    if (typeof body.closedThrough === 'string' && body.closedThrough >= today)
      throw Problem.invalid([{ path: 'closedThrough', sentence: `Books are closed for days that are over: today is ${today}.` }])
    await checkOwnSheets(ask, body, found, today)
  },
}

/** Every kind that is created and changed by an idempotent PUT, by the word in its address. */
export const KINDS: Readonly<Record<RecordWord, Kind>> = {
  yards: yard,
  colonies: colony,
  placements: placement,
  looks: look,
  counts: count,
  boards: board,
  jars: jar,
  visits: visit,
  trials: trial,
  lots: lot,
  settings,
}
