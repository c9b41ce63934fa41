import { Router } from 'express'
import Joi from 'joi'
import { daySchema } from '@thistle/core/formats'
import { Problem } from '../problems/problem.ts'
import { checkBody } from '../records/body.ts'
import { nextSeq, writeHistory } from '../records/log.ts'
import type { Keeping } from '../records/put.ts'
import { DEMO_DAY, DEMO_LAST_DAY } from '../demo/season.ts'

const HIDDEN = new Set(['holdingId', 'createdAt', 'updatedAt', 'deletedAt'])

export function holdingRoutes({ db, clock }: Keeping): Router {
  const router = Router()
  router.get('/holding', async (_req, res) => {
    const { scope } = res.locals
    const settings = await db.model('settings').findOne({ where: { holdingId: scope.holdingId }, raw: true })
    const shown = settings ? Object.fromEntries(Object.entries(settings).filter(([field]) => !HIDDEN.has(field))) : null
    res.json({
      keeper: { id: scope.keeperId, name: scope.keeperName, role: scope.role },
      holding: {
        id: scope.holdingId,
        name: scope.holdingName,
        demo: scope.demo,
        livesOn: scope.livesOn,
        livesFrom: scope.demo ? DEMO_DAY : null,
        livesTo: scope.demo ? DEMO_LAST_DAY : null,
      },
      settings: shown,
    })
  })
  /** The demo holding lives on a date of its own, which can be moved. */
  router.post('/holding/date', async (req, res) => {
    const { scope } = res.locals
    if (!scope.demo) throw Problem.notFound()
    const { on } = checkBody<{ on: string }>(Joi.object({ on: daySchema().required() }), req.body)
    if (on < DEMO_DAY || on > DEMO_LAST_DAY) throw Problem.invalid([{ path: 'on', sentence: `The demo goes from ${DEMO_DAY} to ${DEMO_LAST_DAY}.` }])
    await db.sequelize.transaction(async (transaction) => {
      const seq = await nextSeq(db, scope.holdingId, transaction)
      await db.model('holdings').update({ livesOn: on }, { where: { id: scope.holdingId }, transaction })
      await writeHistory(
        db,
        { ...scope, at: clock() },
        seq,
        { kind: 'date', rowId: scope.holdingId, version: seq, state: { livesOn: on } },
        transaction,
      )
    })
    res.status(204).end()
  })
  return router
}
