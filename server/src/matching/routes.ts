import { Router } from 'express'
import { answer } from '@thistle/core/course'
import { parseCase } from '@thistle/core/formats'
import { Problem } from '../problems/problem.ts'

/** `POST /api/match`: a case file in, the core's answer out. Nothing is kept. */
export function matchingRoutes(): Router {
  const router = Router()
  router.post('/match', (req, res) => {
    const parsed = parseCase(req.body)
    if (!parsed.ok) throw Problem.invalid([parsed.refusal])
    res.json(answer(parsed.situation))
  })
  return router
}
