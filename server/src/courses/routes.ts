import { Router } from 'express'
import { Problem } from '../problems/problem.ts'
import { checkId } from '../records/body.ts'
import { findColony } from '../records/kinds.ts'
import type { Keeping } from '../records/put.ts'
import { putDecision } from './decisions.ts'
import { putEvent } from './events.ts'

export function courseRoutes(keep: Keeping): Router {
  const router = Router()
  router.put('/decisions/:id', async (req, res) => {
    const { status, row } = await putDecision(keep, res.locals.scope, checkId(req.params.id), req.body)
    res.status(status).json(row)
  })
  router.put('/events/:id', async (req, res) => {
    const { status, row } = await putEvent(keep, res.locals.scope, checkId(req.params.id), req.body)
    res.status(status).json(row)
  })
  /** A course with the whole situation and answer it was chosen on. */
  router.get('/courses/:id', async (req, res) => {
    const { scope } = res.locals
    const course = (await keep.db
      .model('courses')
      .findOne({ where: { id: checkId(req.params.id), holdingId: scope.holdingId }, raw: true })) as unknown as Record<string, unknown> | null
    if (!course) throw Problem.notFound()
    await keep.db.sequelize.transaction((transaction) => findColony({ ...keep, scope, transaction }, course.colonyId))
    res.json(course)
  })
  return router
}
