import Joi from 'joi'
import { holdingBody, instant, maybe, signInBody } from '@thistle/core/bodies'
import { nothing, refused, told, type Route } from '../api/route.ts'
import { Problem } from '../problems/problem.ts'
import type { Keeping } from '../records/put.ts'
import type { Limits } from './limits.ts'
import { checkPassword } from './passwords.ts'
import { findScope } from './scope.ts'
import { DEMO_KEEPER } from '../demo/load.ts'
import { isDemoKeeper, visitDemo } from '../demo/visit.ts'
import { beginSession, endSession, sessionsOf, shownId, signOutElsewhere } from './sessions.ts'

const GROUP = 'Sessions'
const SHOWN_ID = Joi.string().pattern(/^[0-9a-f]{32}$/)
const shown = Joi.object({
  id: SHOWN_ID.required(),
  since: maybe(instant()).required(),
  seenAt: maybe(instant()).required(),
  agent: Joi.string().allow('').required(),
  current: Joi.boolean().required(),
})

/** The demo's keeper is everybody who walks through it: what one of them has open is no other's business. */
const isShared = (keeperId: string): boolean => keeperId === DEMO_KEEPER

/** The holding a keeper comes into: the oldest of those they are in. */
export const homeOf = async ({ db }: Pick<Keeping, 'db'>, keeperId: string): Promise<string | null> => {
  const [rows] = await db.sequelize.query(
    `SELECT m.holding_id AS id FROM memberships m JOIN holdings h ON h.id = m.holding_id AND h.leaving_at IS NULL
      WHERE m.keeper_id = :keeperId AND (m.until_day IS NULL OR m.until_day >= current_date) ORDER BY m.since, m.holding_id LIMIT 1`,
    { replacements: { keeperId } },
  )
  return (rows as { id: string }[])[0]?.id ?? null
}

/** Signing in and out, the one-click way into the demo, and the list of what is signed in. */
export function accessRoutes(keep: Keeping, limits: Limits): Route[] {
  const { db, clock } = keep
  return [
    {
      method: 'post',
      path: '/session',
      access: 'open',
      group: GROUP,
      summary: 'Signs in',
      body: signInBody,
      limit: 'sign-in',
      answers: { 204: nothing('Signed in; the cookie is set.'), 401: refused('Address and password do not go together.') },
      handle: async ({ req, body }) => {
        const given = body as { email: string; password: string }
        const email = given.email.trim().toLowerCase()
        await limits.onPassword(email)
        const keeper = await db.model('keepers').findOne({ where: { email }, raw: true })
        const right = await checkPassword(given.password, keeper?.passwordHash ?? null)
        if (!keeper || !right) throw new Problem(401, 'wrong-sign-in', 'Address and password do not go together.')
        await limits.clearPassword(email)
        await beginSession(req, clock, keeper.id, await homeOf(keep, keeper.id))
        return { status: 204 }
      },
    },
    {
      method: 'post',
      path: '/session/demo',
      access: 'open',
      group: GROUP,
      summary: 'Walks into a demo of one’s own, as its owner, without a password; it is cleared after a day',
      answers: { 204: nothing('Signed in to the demo.'), 404: refused('There is no demo here.') },
      query: Joi.object({ again: Joi.string().guid() }),
      limit: 'demo',
      handle: async ({ req, query }) => {
        const own = req.session.keeperId && isDemoKeeper(req.session.keeperId) ? req.session.holdingId : null
        const found = await visitDemo({ db, clock }, own ?? (query.again as string | undefined))
        if (!found) throw new Problem(404, 'no-demo', 'There is no demo holding here. `npm run reset-demo` brings it back.')
        await beginSession(req, clock, found.keeperId, found.holdingId)
        return { status: 204 }
      },
    },
    {
      method: 'delete',
      path: '/session',
      access: 'open',
      group: GROUP,
      summary: 'Signs out',
      limit: 'none',
      answers: { 204: nothing('Signed out.') },
      handle: ({ req, res }) =>
        new Promise((resolve, reject) => {
          req.session.destroy((fault) => {
            if (fault) return reject(fault as Error)
            res.clearCookie('thistle')
            resolve({ status: 204 })
          })
        }),
    },
    {
      method: 'put',
      path: '/session/holding',
      access: 'keeper',
      group: GROUP,
      summary: 'Takes another of your holdings into view',
      body: holdingBody,
      answers: { 204: nothing('In view.'), 404: refused('Not a holding of yours.') },
      handle: async ({ req, body, keeperId }) => {
        const { holdingId } = body as { holdingId: string }
        if (!(await findScope(db, keeperId, holdingId))) throw Problem.notFound()
        req.session.holdingId = holdingId
        return { status: 204 }
      },
    },
    {
      method: 'get',
      path: '/sessions',
      access: 'keeper',
      group: GROUP,
      summary: 'Where you are signed in',
      answers: { 200: told(Joi.array().items(shown), 'The last used first.') },
      handle: async ({ req, keeperId }) => ({
        status: 200,
        body: (await sessionsOf(db, keeperId, req.sessionID)).filter((s) => s.current || !isShared(keeperId)),
      }),
    },
    {
      method: 'delete',
      path: '/sessions/{id}',
      access: 'keeper',
      group: GROUP,
      summary: 'Ends a session, wherever it is',
      limit: 'none',
      params: { id: SHOWN_ID },
      answers: { 204: nothing('Ended.') },
      handle: async ({ req, params, keeperId }) => {
        if (isShared(keeperId) && params.id !== shownId(req.sessionID)) throw Problem.notFound()
        if (!(await endSession(db, keeperId, String(params.id)))) throw Problem.notFound()
        return { status: 204 }
      },
    },
    {
      method: 'delete',
      path: '/sessions',
      access: 'keeper',
      group: GROUP,
      summary: 'Ends every session but this one',
      limit: 'none',
      answers: { 204: nothing('Ended.') },
      handle: async ({ req, keeperId }) => {
        if (!isShared(keeperId)) await signOutElsewhere(db, keeperId, req.sessionID)
        return { status: 204 }
      },
    },
  ]
}
