import Joi from 'joi'
import type { Transaction } from 'sequelize'
import { daySchema } from '@thistle/core/formats'
import type { Scope } from '../access/scope.ts'
import { Problem } from '../problems/problem.ts'
import { checkDay, findColony } from '../records/kinds.ts'
import { nextSeq, writeHistory } from '../records/log.ts'
import type { Keeping, Put } from '../records/put.ts'

export interface GivenEvent {
  readonly courseId: string
  readonly kind: 'done' | 'taken-back' | 'cancelled'
  readonly job: string | null
  readonly n: number | null
  readonly happenedOn: string
  readonly amount: number | null
  readonly note: string | null
  readonly supersedes: string | null
  readonly device: string | null
}

export const eventBody = Joi.object<GivenEvent>({
  courseId: Joi.string().guid().required(),
  kind: Joi.string().valid('done', 'taken-back', 'cancelled').required(),
  job: Joi.string()
    .valid('prepare', 'dose', 'check', 'remove', 'put-back', 'queen-check')
    .allow(null)
    .default(null)
    .when('kind', { is: 'done', then: Joi.invalid(null) }),
  n: Joi.number()
    .integer()
    .min(1)
    .max(50)
    .allow(null)
    .default(null)
    .when('kind', { is: 'done', then: Joi.invalid(null) }),
  happenedOn: daySchema().required(),
  amount: Joi.number().min(0).max(10_000).allow(null).default(null),
  note: Joi.string().max(2000).allow(null, '').default(null),
  supersedes: Joi.string().guid().allow(null).default(null),
  device: Joi.string().max(80).allow(null, '').default(null),
})

type Row = GivenEvent & { id: string; holdingId: string; seq: number }
const FIELDS = ['courseId', 'kind', 'job', 'n', 'happenedOn', 'amount', 'note', 'supersedes'] as const

async function checkOrder(rows: readonly Row[], given: GivenEvent): Promise<void> {
  const gone = new Set(rows.map((r) => r.supersedes))
  const standing = rows.filter((r) => !gone.has(r.id) && r.id !== given.supersedes)
  if (standing.some((r) => r.kind === 'cancelled')) throw Problem.conflict('This course was called off; take that back first.')
  if (given.kind !== 'done') return
  if (standing.some((r) => r.kind === 'done' && r.job === given.job && r.n === given.n))
    throw Problem.conflict('That is entered already. Correct the entry that is there.')
  const firstDose = standing.find((r) => r.kind === 'done' && r.job === 'dose' && r.n === 1)
  if (given.job === 'prepare') return
  if (given.job === 'dose' && given.n === 1) return
  if (!firstDose) throw Problem.invalid([{ path: 'job', sentence: 'The first dose is not entered yet: enter that first.' }])
  if (given.happenedOn < firstDose.happenedOn)
    throw Problem.invalid([{ path: 'happenedOn', sentence: `That is before the first dose, ${firstDose.happenedOn}.` }])
  if (given.job === 'dose' && !standing.some((r) => r.kind === 'done' && r.job === 'dose' && r.n === (given.n ?? 0) - 1)) {
    throw Problem.invalid([{ path: 'n', sentence: `Round ${(given.n ?? 0) - 1} is not entered yet: enter that first.` }])
  }
}

/** Adds to what was done. Never changes an event: a correction is a new one that supersedes it. The same again answers the same. */
export const putEvent = (keep: Keeping, scope: Scope, id: string, given: GivenEvent): Promise<Put> =>
  keep.db.sequelize.transaction((transaction) => putEventWithin(keep, scope, id, given, transaction))

/** The same inside a transaction that does more. */
export async function putEventWithin(keep: Keeping, scope: Scope, id: string, given: GivenEvent, transaction: Transaction): Promise<Put> {
  const { db, clock } = keep
  const seq = await nextSeq(db, scope.holdingId, transaction)
  const found = (await db.model('events').findByPk(id, { transaction, raw: true })) as unknown as Row | null
  if (found) {
    if (found.holdingId !== scope.holdingId) throw Problem.notFound()
    if (FIELDS.every((f) => (found[f] ?? null) === (given[f] ?? null))) return { status: 200, row: { id, seq: found.seq } }
    throw Problem.conflict('This entry is kept already; correct it with a new one.')
  }
  const course = (await db
    .model('courses')
    .findOne({ where: { id: given.courseId, holdingId: scope.holdingId }, transaction, raw: true })) as unknown as { colonyId: string } | null
  if (!course) throw Problem.notFound()
  const colony = await findColony({ db, scope, clock, transaction }, course.colonyId)
  checkDay('happenedOn', given.happenedOn, colony.today, colony.since)
  const rows = (await db
    .model('events')
    .findAll({ where: { courseId: given.courseId }, order: [['seq', 'ASC']], transaction, raw: true })) as unknown as Row[]
  if (given.supersedes && !rows.some((r) => r.id === given.supersedes)) throw Problem.notFound()
  await checkOrder(rows, given)
  const event = { id, seq, ...given, keeperId: scope.keeperId, savedAt: clock() }
  await db.model('events').create({ ...event, holdingId: scope.holdingId }, { transaction })
  await writeHistory(db, { ...scope, at: clock() }, seq, { kind: 'event', rowId: id, version: 1, state: event }, transaction)
  return { status: 201, row: { id, seq } }
}
