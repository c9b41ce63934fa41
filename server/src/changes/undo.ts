import type { Transaction } from 'sequelize'
import type { GivenEvent } from '@thistle/core/bodies'
import { standingEvents } from '@thistle/core/holding'
import { v7 } from 'uuid'
import type { Scope } from '../access/scope.ts'
import { putEventWithin } from '../courses/events.ts'
import { Problem } from '../problems/problem.ts'
import { KINDS, findColony, type Kind } from '../records/kinds.ts'
import { bodyOf, putWithin, removeWithin, type Keeping } from '../records/put.ts'
import { changeDays, type DayChange } from '../weather/own-days.ts'
import { readEntries, type Entry } from './read.ts'

/** Everything an event may say, left out. */
const NO_EVENT: Omit<GivenEvent, 'courseId' | 'kind' | 'happenedOn'> = {
  job: null,
  n: null,
  amount: null,
  note: null,
  supersedes: null,
  doneBy: null,
  reason: null,
  spots: null,
  pack: null,
  why: null,
  device: null,
}
const BY_NAME: ReadonlyMap<string, Kind> = new Map(Object.values(KINDS).map((kind) => [kind.name, kind]))

/** Entries that can be undone at all. Moving the demo's date is moved back by hand. */
export const isUndoable = (entry: Pick<Entry, 'kind'>): boolean => entry.kind !== 'date'

const changedSince = (entry: Entry) =>
  Problem.conflict(
    `This was changed again since (${entry.colony ?? entry.yard ?? entry.kind}). Undo the later change first, or put it right by hand.`,
  )

async function undoRow(keep: Keeping, scope: Scope, kind: Kind, entry: Entry, transaction: Transaction): Promise<void> {
  const row = await keep.db.records(kind.table).findByPk(entry.id, { transaction, raw: true })
  if (!row || row.version !== entry.version) throw changedSince(entry)
  const wasThere = entry.before !== null && !entry.before.deletedAt
  if (wasThere && entry.before) {
    await putWithin(keep, scope, kind, entry.id, bodyOf(kind, entry.before, entry.version), transaction)
    return
  }
  if (kind.table === 'settings') throw Problem.conflict('The settings a holding began with are not taken away.')
  if (kind.table === 'yards' || kind.table === 'colonies') await ensureUnused(keep, kind, entry, transaction)
  await removeWithin(keep, scope, kind, entry.id, entry.version, transaction)
}

/** A yard or colony is taken away only while nothing else hangs on it. */
async function ensureUnused({ db }: Keeping, kind: Kind, entry: Entry, transaction: Transaction): Promise<void> {
  const field = kind.table === 'yards' ? 'yardId' : 'colonyId'
  const tables =
    kind.table === 'yards' ? (['placements', 'jars', 'visits', 'trials'] as const) : (['looks', 'counts', 'boards', 'placements'] as const)
  for (const table of tables) {
    const left = await db.records(table).count({ where: { [field]: entry.id, deletedAt: null }, transaction })
    if (left > 0) throw Problem.conflict('There are records of it by now. Undo those first, or take it out of the row instead.')
  }
}

/** A day that was set may lie ahead: it is taken back today. */
async function dayOfUndo(keep: Keeping, scope: Scope, state: GivenEvent, transaction: Transaction): Promise<string> {
  if (state.kind !== 'set') return state.happenedOn
  const course = await keep.db.model('courses').findByPk(state.courseId, { attributes: ['colonyId'], transaction, raw: true })
  if (!course) throw Problem.notFound()
  return (await findColony({ ...keep, scope, transaction }, course.colonyId)).today
}

/** What was done is never overwritten: undoing an entry adds one that supersedes it, undoing a correction says the old again. */
async function undoEvent(keep: Keeping, scope: Scope, entry: Entry, transaction: Transaction): Promise<void> {
  const state = entry.state as unknown as GivenEvent & { id: string }
  const [later] = await keep.db.model('events').findAll({ where: { supersedes: entry.id }, transaction, raw: true })
  if (later) throw changedSince(entry)
  const earlier = state.supersedes ? await keep.db.model('events').findByPk(state.supersedes, { transaction, raw: true }) : null
  const base = { courseId: state.courseId, supersedes: entry.id, device: 'undo' }
  const told = ({ kind, job, n, happenedOn, amount, note, doneBy, reason, spots, pack, why }: GivenEvent) => ({
    kind,
    job,
    n,
    happenedOn,
    amount,
    note,
    doneBy,
    reason,
    spots,
    pack: pack ?? null,
    why: why ?? null,
  })
  const next: GivenEvent =
    earlier && earlier.kind !== 'taken-back'
      ? { ...base, ...told(earlier) }
      : { ...NO_EVENT, ...base, kind: 'taken-back', happenedOn: await dayOfUndo(keep, scope, state, transaction) }
  await putEventWithin(keep, scope, v7(), next, transaction)
}

/** A choice is undone by calling its courses off, while nothing was given. */
async function undoDecision(keep: Keeping, scope: Scope, entry: Entry, transaction: Transaction): Promise<void> {
  const courses = await keep.db.model('courses').findAll({ where: { decisionId: entry.id }, transaction, raw: true })
  for (const course of courses) {
    const events = await keep.db.model('events').findAll({ where: { courseId: course.id }, transaction, raw: true })
    // Of a course of the past the rounds were entered with it, and are taken back before it.
    if (standingEvents(events).length > 0) throw Problem.conflict('Something was entered for this course already. Take that back first.')
    const { today } = await findColony({ ...keep, scope, transaction }, course.colonyId)
    const off: GivenEvent = { ...NO_EVENT, courseId: course.id, kind: 'cancelled', happenedOn: today, device: 'undo' }
    await putEventWithin(keep, scope, v7(), off, transaction)
  }
}

async function undoWeather(keep: Keeping, scope: Scope, entry: Entry, transaction: Transaction): Promise<void> {
  const { yardId, changes } = entry.state as unknown as { yardId: string; changes: DayChange[] }
  const wanted = changes.map((c) => ({ date: c.date, after: c.before }))
  await changeDays(keep, scope, yardId, wanted, transaction)
}

async function undoOne(keep: Keeping, scope: Scope, entry: Entry, transaction: Transaction): Promise<void> {
  const kind = BY_NAME.get(entry.kind)
  if (kind) {
    if (kind.table === 'settings' && scope.role !== 'owner') throw Problem.ownersOnly()
    await undoRow(keep, scope, kind, entry, transaction)
  } else if (entry.kind === 'event') await undoEvent(keep, scope, entry, transaction)
  else if (entry.kind === 'decision') await undoDecision(keep, scope, entry, transaction)
  else if (entry.kind === 'weather') await undoWeather(keep, scope, entry, transaction)
  else throw Problem.conflict('This cannot be undone from here.')
}

/** Undoes a change, with all that was changed in the same stroke, the last first. Undoing writes history of its own. */
export async function undoChange(keep: Keeping, scope: Scope, seq: number): Promise<void> {
  await keep.db.sequelize.transaction(async (transaction) => {
    await keep.db.sequelize.query('SELECT 1 FROM holdings WHERE id = :id FOR UPDATE', { replacements: { id: scope.holdingId }, transaction })
    const [asked] = await readEntries(keep.db, scope, 'AND h.seq = :seq', { seq }, transaction)
    if (!asked) throw Problem.notFound()
    const stroke = (who: Scope) =>
      readEntries(
        keep.db,
        who,
        'AND (h.batch = :batch OR (h.batch IS NULL AND h.seq = :batch)) ORDER BY h.seq DESC',
        { batch: asked.batch },
        transaction,
      )
    const batch = await stroke({ ...scope, yards: null })
    // Half an undo would leave colonies standing nowhere.
    if (scope.yards !== null && batch.length !== (await stroke(scope)).length)
      throw Problem.conflict(
        'Part of what was done with it lies in yards that you do not see: it is undone whole or not at all. Ask somebody who sees them all.',
      )
    for (const entry of batch) await undoOne(keep, scope, entry, transaction)
  })
}
