import { Router, type Request } from 'express'
import Joi from 'joi'
import { Problem } from '../problems/problem.ts'
import { checkBody } from '../records/body.ts'
import type { Keeping } from '../records/put.ts'
import { checkPassword } from './passwords.ts'

const signIn = Joi.object<{ email: string; password: string }>({
  email: Joi.string().trim().max(254).required(),
  password: Joi.string().max(1000).required(),
})

/** A new session id at every sign-in, so that one planted beforehand is worth nothing. */
const begin = (req: Request, keeperId: string, holdingId: string): Promise<void> =>
  new Promise((resolve, reject) => {
    req.session.regenerate((fault) => {
      if (fault) return reject(fault as Error)
      Object.assign(req.session, { keeperId, holdingId })
      req.session.save((failed) => (failed ? reject(failed as Error) : resolve()))
    })
  })

/** Sign-in, the one-click way into the demo, and sign-out: the only routes without a session. */
export function accessRoutes({ db }: Keeping): Router {
  const router = Router()
  router.post('/session', async (req, res) => {
    const { email, password } = checkBody<{ email: string; password: string }>(signIn, req.body)
    const keeper = (await db.model('keepers').findOne({ where: { email: email.toLowerCase() }, raw: true })) as unknown as {
      id: string
      passwordHash: string
    } | null
    const right = await checkPassword(password, keeper?.passwordHash ?? null)
    const membership =
      keeper && right
        ? ((await db.model('memberships').findOne({ where: { keeperId: keeper.id }, raw: true })) as unknown as { holdingId: string } | null)
        : null
    if (!keeper || !membership) throw new Problem(401, 'wrong-sign-in', 'Address and password do not go together.')
    await begin(req, keeper.id, membership.holdingId)
    res.status(204).end()
  })
  router.post('/session/demo', async (req, res) => {
    const holding = (await db.model('holdings').findOne({ where: { demo: true }, raw: true })) as unknown as { id: string } | null
    const membership = holding
      ? ((await db.model('memberships').findOne({ where: { holdingId: holding.id, role: 'owner' }, raw: true })) as unknown as {
          keeperId: string
        } | null)
      : null
    if (!holding || !membership) throw new Problem(404, 'no-demo', 'There is no demo holding here. `npm run reset-demo` brings it back.')
    await begin(req, membership.keeperId, holding.id)
    res.status(204).end()
  })
  router.delete('/session', (req, res, next) => {
    req.session.destroy((fault) => (fault ? next(fault) : res.clearCookie('thistle').status(204).end()))
  })
  return router
}
