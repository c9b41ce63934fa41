import { Router } from 'express'
import Joi from 'joi'
import { daySchema } from '@thistle/core/formats'
import { Problem } from '../problems/problem.ts'
import { checkBody, checkId } from '../records/body.ts'
import type { Keeping } from '../records/put.ts'
import { moveColony } from './move.ts'
import { readYards } from './read.ts'

const move = Joi.object({
  yardId: Joi.string().guid().required(),
  position: Joi.number().integer().min(1).max(999).required(),
  onDay: daySchema().required(),
  placementId: Joi.string().guid().required(),
})

export function yardRoutes(keep: Keeping): Router {
  const router = Router()
  router.get('/yards', async (_req, res) => {
    res.json(await readYards(keep.db, res.locals.scope, keep.clock, null))
  })
  router.get('/yards/:id', async (req, res) => {
    const [yard] = await readYards(keep.db, res.locals.scope, keep.clock, checkId(req.params.id))
    if (!yard) throw Problem.notFound()
    res.json(yard)
  })
  router.post('/colonies/:id/move', async (req, res) => {
    res.json(await moveColony(keep, res.locals.scope, checkId(req.params.id), checkBody(move, req.body)))
  })
  return router
}
