import Joi from 'joi'
import type { Transaction } from 'sequelize'
import { bodyOf, keptBody, type GivenEvent, type RecordWord } from '@thistle/core/bodies'
import { rowsOfEntry, type Entry, type EntryRow } from '@thistle/core/holding'
import type { Scope } from '../access/scope.ts'
import { told, type Route } from '../api/route.ts'
import { problemOf } from '../problems/handler.ts'
import { Problem, problemBody } from '../problems/problem.ts'
import { checkBody, checkId, checkQuery } from '../records/body.ts'
import { KINDS } from '../records/kinds.ts'
import { undoneApart } from '../records/log.ts'
import { putRows, putWithin, removeWithin, type Given, type Keeping } from '../records/put.ts'
import { putEventWithin } from './events.ts'

const answer = Joi.object({
  answers: Joi.array()
    .items(Joi.object({ status: Joi.number().integer().required(), problem: Joi.object().unknown(true) }))
    .required(),
})
const VERSION = Joi.object({ version: Joi.number().integer().min(1).required() })
type Answer = { readonly status: number; readonly problem?: ReturnType<typeof problemBody> }

/** The rows of an entry, checked as each would be where it came alone. */
function checked({ method, path, body }: Entry): EntryRow[] {
  const [address = '', query] = path.split('?')
  const schema = bodyOf(method, address)
  const rows = rowsOfEntry({ method, path, body: schema ? checkBody(schema, body) : body })
  if (!rows) throw Problem.notFound()
  for (const row of rows) checkId(row.id)
  if (method !== 'DELETE') return rows
  const { version } = checkQuery(VERSION, Object.fromEntries(new URLSearchParams(query)))
  return rows.map((row) => ({ ...row, version: Number(version) }))
}

async function write(keep: Keeping, scope: Scope, { kind, id, body, version }: EntryRow, transaction: Transaction): Promise<void> {
  if (kind === 'events') await putEventWithin(keep, scope, id, withoutId(body) as unknown as GivenEvent, transaction)
  else if (body) await putWithin(keep, scope, KINDS[kind], id, withoutId(body) as Given, transaction)
  else await removeWithin(keep, scope, KINDS[kind], id, version ?? null, transaction)
}
const withoutId = (body: EntryRow['body']): object => {
  const { id: _id, ...rest } = body ?? {}
  return rest
}

/** One row of a kind that is put: many of them on end are written together. */
const plainKind = (rows: readonly EntryRow[] | null): RecordWord | null => {
  const [only] = rows ?? []
  return rows?.length === 1 && only && only.body && only.kind !== 'events' ? only.kind : null
}

/**
 * What a phone wrote without the network, in its order: each entry is taken or refused for itself, as if it had come alone, in one
 * transaction of savepoints. Entries on end that put a row of one kind are written together, and one by one where one of them is refused.
 */
export async function takeKept(keep: Keeping, scope: Scope, entries: readonly Entry[], refused: (fault: unknown) => Answer): Promise<Answer[]> {
  const { sequelize } = keep.db
  return sequelize.transaction(async (outer) => {
    const alone = async (work: (transaction: Transaction) => Promise<unknown>): Promise<Answer> => {
      try {
        await sequelize.transaction({ transaction: outer }, work)
        return { status: 200 }
      } catch (fault) {
        return refused(fault)
      }
    }
    const read = entries.map((entry): { readonly rows: readonly EntryRow[] | null; readonly answer: Answer | null } => {
      try {
        return { rows: checked(entry), answer: null }
      } catch (fault) {
        return { rows: null, answer: refused(fault) }
      }
    })
    const answers: Answer[] = []
    while (answers.length < read.length) {
      const from = answers.length
      const kind = plainKind(read[from]?.rows ?? null)
      const after = read.findIndex((r, i) => i > from && plainKind(r.rows) !== kind)
      const run = kind === null ? [] : read.slice(from, after < 0 ? read.length : after).flatMap((r) => r.rows ?? [])
      if (kind !== null && run.length > 1 && new Set(run.map((row) => row.id)).size === run.length) {
        const rows = run.map((row) => ({ ...(withoutId(row.body) as Given), id: row.id }))
        const all = await alone((transaction) => putRows(keep, scope, KINDS[kind], rows, undoneApart(transaction)))
        if (all.status === 200) {
          answers.push(...run.map(() => all))
          continue
        }
        // One of them holds up the others: each for itself, then.
        for (const row of run) answers.push(await alone((transaction) => write(keep, scope, row, transaction)))
        continue
      }
      const { rows, answer: known } = read[from] ?? { rows: null, answer: null }
      answers.push(
        known ??
          (await alone(async (transaction) => {
            for (const row of rows ?? []) await write(keep, scope, row, transaction)
          })),
      )
    }
    return answers
  })
}

export const keptRoute = (keep: Keeping): Route => ({
  method: 'post',
  path: '/kept',
  access: 'write',
  group: 'Records',
  summary: 'What was written without the network, in its order: each is taken or refused for itself, and the same again does no harm',
  body: keptBody,
  weighs: (body) => (body as { entries?: unknown[] } | undefined)?.entries?.length ?? 1,
  answers: { 200: told(answer, 'What became of each, in the order in which they were sent.') },
  handle: async ({ scope, body, req }) => {
    const refused = (fault: unknown): Answer => {
      const { problem, unforeseen } = problemOf(fault)
      // Nobody is told of a refusal where nothing could be asked.
      if (problem.status === 503) throw problem
      if (unforeseen) req.log?.error({ err: fault }, 'unforeseen fault')
      return { status: problem.status, problem: problemBody(problem, req.id) }
    }
    return { status: 200, body: { answers: await takeKept(keep, scope, (body as { entries: Entry[] }).entries, refused) } }
  },
})
