import { QueryTypes, type Transaction } from 'sequelize'
import { addDays, type Day } from '@thistle/core/time'
import type { Scope } from '../access/scope.ts'
import { Problem } from '../problems/problem.ts'
import { findYard } from '../records/kinds.ts'
import { nextSeq, writeHistory } from '../records/log.ts'
import type { Keeping } from '../records/put.ts'

export type Source = 'hand' | 'station'
export interface OwnDay {
  readonly date: Day
  readonly high: number
  readonly low: number
}
interface Kept extends OwnDay {
  readonly source: Source
}
/** A day before and after a change; null: none. */
export interface DayChange {
  readonly date: Day
  readonly before: Kept | null
  readonly after: Kept | null
}

/** How far ahead a keeper may write what they expect. */
const AHEAD = 14

async function keptOn(keep: Keeping, yardId: string, days: readonly Day[], transaction: Transaction): Promise<Map<Day, Kept>> {
  const rows = await keep.db.sequelize.query<Kept>(
    'SELECT day AS date, high, low, source FROM weather_days WHERE yard_id = :yardId AND day IN (:days)',
    { replacements: { yardId, days }, type: QueryTypes.SELECT, transaction },
  )
  return new Map(rows.map((r) => [r.date, r]))
}

const same = (a: Kept | null, b: Kept | null) =>
  a === b || (a !== null && b !== null && a.high === b.high && a.low === b.low && a.source === b.source)

/** Writes what the days become; nothing where nothing changes. */
export async function changeDays(
  keep: Keeping,
  scope: Scope,
  yardId: string,
  wanted: readonly { readonly date: Day; readonly after: Kept | null }[],
  transaction: Transaction,
): Promise<number> {
  const seq = await nextSeq(keep.db, scope.holdingId, transaction)
  const before = await keptOn(
    keep,
    yardId,
    wanted.map((w) => w.date),
    transaction,
  )
  const changes: DayChange[] = wanted
    .map(({ date, after }) => ({ date, before: before.get(date) ?? null, after }))
    .filter((c) => !same(c.before, c.after))
  if (changes.length === 0) return 0
  const days = keep.db.model('weatherDays')
  await days.destroy({ where: { yardId, day: changes.map((c) => c.date) }, transaction })
  await days.bulkCreate(
    changes.flatMap(({ after }) => (after ? [{ yardId, day: after.date, high: after.high, low: after.low, source: after.source }] : [])),
    { transaction },
  )
  const state = { yardId, changes }
  await writeHistory(keep.db, { ...scope, at: keep.clock() }, seq, { kind: 'weather', rowId: yardId, version: seq, state }, transaction)
  return changes.length
}

/** Keeps days of the keeper's own, written by hand or read from a station. They win over the service's. */
export async function keepOwnDays(keep: Keeping, scope: Scope, yardId: string, source: Source, days: readonly OwnDay[]): Promise<number> {
  return keep.db.sequelize.transaction(async (transaction) => {
    const { today } = await findYard({ ...keep, scope, transaction }, yardId)
    const far = days.findIndex((d) => d.date > addDays(today, AHEAD))
    if (far >= 0)
      throw Problem.invalid([{ path: `days[${far}].date`, sentence: `This day is more than ${AHEAD} days ahead: nobody knows its weather.` }])
    return changeDays(
      keep,
      scope,
      yardId,
      days.map((d) => ({ date: d.date, after: { ...d, source } })),
      transaction,
    )
  })
}

/** Takes one of the keeper's own days away; the service's then stands again. */
export async function dropOwnDay(keep: Keeping, scope: Scope, yardId: string, date: Day): Promise<void> {
  await keep.db.sequelize.transaction(async (transaction) => {
    await findYard({ ...keep, scope, transaction }, yardId)
    await changeDays(keep, scope, yardId, [{ date, after: null }], transaction)
  })
}
