import { Router } from 'express'
import { QueryTypes } from 'sequelize'
import { Problem } from '../problems/problem.ts'
import { checkId } from './body.ts'
import { KINDS, type Kind } from './kinds.ts'
import { putRecord, removeRecord, type Keeping } from './put.ts'

function kindOf(word: unknown): Kind {
  const kind = KINDS[String(word)]
  if (!kind) throw Problem.notFound()
  return kind
}

/** Idempotent PUT and marking DELETE for every kind, a row's history, and everything since a sequence number. */
export function recordRoutes(keep: Keeping): Router {
  const router = Router()
  router.put('/:kind/:id', async (req, res, next) => {
    if (!KINDS[req.params.kind]) return next()
    const { status, row } = await putRecord(keep, res.locals.scope, kindOf(req.params.kind), checkId(req.params.id), req.body)
    res.status(status).json(row)
  })
  router.delete('/:kind/:id', async (req, res) => {
    const kind = kindOf(req.params.kind)
    if (kind.table === 'settings' || kind.table === 'yards') throw Problem.notFound()
    const version = Number(req.query.version)
    res.json(await removeRecord(keep, res.locals.scope, kind, checkId(req.params.id), Number.isInteger(version) ? version : null))
  })
  router.get('/history/:id', async (req, res) => {
    const rows = await keep.db.sequelize.query(
      `SELECT h.seq, h.kind, h.version, h.state, h.saved_at AS "savedAt", k.name AS "by"
         FROM history h LEFT JOIN keepers k ON k.id = h.keeper_id
        WHERE h.holding_id = :holdingId AND h.row_id = :id ORDER BY h.seq`,
      { replacements: { holdingId: res.locals.scope.holdingId, id: checkId(req.params.id) }, type: QueryTypes.SELECT },
    )
    if (rows.length === 0) throw Problem.notFound()
    res.json(rows)
  })
  router.get('/changes', async (req, res) => {
    const since = Number(req.query.since ?? 0)
    if (!Number.isSafeInteger(since) || since < 0) throw Problem.invalid([{ path: 'since', sentence: 'since must be a whole number from 0.' }])
    if (res.locals.scope.yards !== null) throw Problem.forbidden()
    const changes = await keep.db.sequelize.query<{ seq: number }>(
      'SELECT seq, kind, row_id AS "id", version, state, saved_at AS "savedAt" FROM history WHERE holding_id = :holdingId AND seq > :since ORDER BY seq LIMIT 500',
      { replacements: { holdingId: res.locals.scope.holdingId, since }, type: QueryTypes.SELECT },
    )
    res.json({ changes, upTo: changes.at(-1)?.seq ?? since })
  })
  return router
}
