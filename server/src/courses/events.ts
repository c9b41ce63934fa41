import type { Transaction } from 'sequelize'
import { courseState } from '@thistle/core/holding'
import { earlierOf } from '@thistle/core/time'
import { ensureTheirs } from '../access/rows.ts'
import type { Scope } from '../access/scope.ts'
import { Problem } from '../problems/problem.ts'
import { checkDay, checkOpen, findColony } from '../records/kinds.ts'
import { nextSeq, writeHistory } from '../records/log.ts'
import type { Keeping, Put } from '../records/put.ts'
import type { GivenEvent } from '@thistle/core/bodies'
import { checkEvent } from './event-rules.ts'

const FIELDS = ['courseId', 'kind', 'job', 'n', 'happenedOn', 'amount', 'note', 'supersedes', 'doneBy', 'reason'] as const
/** A day that is set lies ahead; everything else has happened. */
const isAhead = (given: GivenEvent): boolean => given.kind === 'set'

/** Adds to what was done. Never changes an event: a correction is a new one that supersedes it. The same again answers the same. */
export const putEvent = (keep: Keeping, scope: Scope, id: string, given: GivenEvent): Promise<Put> =>
  keep.db.sequelize.transaction((transaction) => putEventWithin(keep, scope, id, given, transaction))

/** The same inside a transaction that does more. */
export async function putEventWithin(keep: Keeping, scope: Scope, id: string, given: GivenEvent, transaction: Transaction): Promise<Put> {
  const { db, clock } = keep
  const seq = await nextSeq(db, scope.holdingId, transaction)
  const found = await db.model('events').findByPk(id, { transaction, raw: true })
  if (found) {
    const of = await db.model('courses').findByPk(found.courseId, { attributes: ['colonyId', 'holdingId'], transaction, raw: true })
    await ensureTheirs({ db, scope, transaction }, 'courses', of ?? {})
    if (FIELDS.every((f) => (found[f] ?? null) === (given[f] ?? null))) return { status: 200, row: { id, seq: found.seq } }
    throw Problem.conflict('This entry is kept already; correct it with a new one.')
  }
  const course = await db.model('courses').findOne({
    where: { id: given.courseId, holdingId: scope.holdingId },
    attributes: ['id', 'decisionId', 'colonyId', 'treatment', 'startOn', 'latestStart', 'facts'],
    transaction,
    raw: true,
  })
  if (!course) throw Problem.notFound()
  const colony = await findColony({ db, scope, clock, transaction }, course.colonyId)
  if (!isAhead(given)) checkDay(scope, 'happenedOn', given.happenedOn, colony.today, earlierOf(colony.since, course.startOn))
  const rows = await db.model('events').findAll({ where: { courseId: given.courseId }, order: [['seq', 'ASC']], transaction, raw: true })
  const replaced = given.supersedes ? rows.find((r) => r.id === given.supersedes) : null
  if (given.supersedes && !replaced) throw Problem.notFound()
  if (replaced && !isAhead(replaced)) checkOpen(scope, 'happenedOn', replaced.happenedOn)
  // What the event replaces is not there for it.
  const standing = rows.filter((r) => r.id !== given.supersedes && !rows.some((x) => x.supersedes === r.id))
  checkEvent(courseState({ ...course, events: standing }, { counts: [] }, colony.today), given, colony.today)
  const event = { id, seq, ...given, keeperId: scope.keeperId, savedAt: clock() }
  await db.model('events').create({ ...event, holdingId: scope.holdingId }, { transaction })
  await writeHistory(db, { ...scope, at: clock() }, seq, { kind: 'event', rowId: id, version: 1, state: event }, transaction)
  return { status: 201, row: { id, seq } }
}
