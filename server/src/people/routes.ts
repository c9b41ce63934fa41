import Joi from 'joi'
import {
  acceptanceBody,
  accountBody,
  forgottenBody,
  invitationBody,
  maybe,
  memberBody,
  nameBody,
  passwordBody,
  preferences,
  resetBody,
  role,
  sureBody,
  uuid,
} from '@thistle/core/bodies'
import { USUAL_PREFERENCES, type Preferences } from '@thistle/core/holding'
import { daySchema } from '@thistle/core/formats'
import { file, nothing, refused, told, type Route } from '../api/route.ts'
import { hashPassword } from '../access/passwords.ts'
import { beginSession, endOtherSessions, sessionsOf } from '../access/sessions.ts'
import { homeOf } from '../access/routes.ts'
import { GRACE_DAYS, takeBack } from '../holding/leaving.ts'
import { endCalendars } from '../calendar/routes.ts'
import { beginHolding, confirmPassword, endAccount, keeperOf, makeAccount, refuseDemo, type NewAccount } from './accounts.ts'
import { accept, invitationsOf, invite, readInvitation, withdraw, type NewInvitation, type Place } from './invitations.ts'
import { changeMember, membersOf, removeMember } from './members.ts'
import type { PeopleParts } from './parts.ts'
import { sendReset, useReset } from './resets.ts'
import { invitationShape, memberShape } from './shapes.ts'

const ACCOUNT = 'Account'
const PEOPLE = 'People'
const TOKEN = { token: Joi.string().max(200) }

const account = Joi.object({
  id: uuid().required(),
  name: Joi.string().required(),
  email: Joi.string().required(),
  preferences: preferences.required(),
  holdings: Joi.array()
    .items(
      Joi.object({
        id: uuid().required(),
        name: Joi.string().required(),
        role: role().required(),
        untilDay: maybe(daySchema()).required(),
        inView: Joi.boolean().required(),
        /** Deleted, and gone for good on this day; null: it stays. */
        leavesOn: maybe(daySchema()).required(),
      }),
    )
    .required(),
  exportedAt: maybe(Joi.string().isoDate()).required(),
})

async function holdingsOf({ db }: PeopleParts, keeperId: string, inView: string | null): Promise<unknown[]> {
  const [rows] = await db.sequelize.query(
    `SELECT h.id, h.name, m.role, m.until_day AS "untilDay", (h.leaving_at + make_interval(days => :grace))::date AS "leavesOn" FROM memberships m JOIN holdings h ON h.id = m.holding_id
      WHERE m.keeper_id = :keeperId AND (m.until_day IS NULL OR m.until_day >= current_date) AND (h.leaving_at IS NULL OR m.role = 'owner') ORDER BY h.leaving_at NULLS FIRST, m.since, h.id`,
    { replacements: { keeperId, grace: GRACE_DAYS } },
  )
  return (rows as { id: string }[]).map((row) => ({ ...row, inView: row.id === inView }))
}

/** Accounts: making, reading, changing and ending one's own. */
function accountRoutes(parts: PeopleParts): Route[] {
  const { db, clock, limits } = parts
  return [
    {
      method: 'post',
      path: '/accounts',
      access: 'open',
      group: ACCOUNT,
      summary: 'A new account, with a holding of its own or by an invitation',
      limit: 'sign-up',
      body: accountBody,
      answers: { 204: nothing('Made, and signed in.'), 409: refused('There is one with this address.'), 410: refused('The invitation is over.') },
      handle: async ({ req, body }) => {
        const { keeperId, holdingId } = await makeAccount(parts, body as NewAccount)
        await beginSession(req, clock, keeperId, holdingId)
        return { status: 204 }
      },
    },
    {
      method: 'get',
      path: '/account',
      access: 'keeper',
      group: ACCOUNT,
      summary: 'Your account and your holdings',
      answers: { 200: told(account, 'Your account.') },
      handle: async ({ req, keeperId }) => {
        const { id, name, email: address, preferences: own, exportedAt } = await keeperOf(parts, keeperId)
        const holdings = await holdingsOf(parts, keeperId, req.session.holdingId ?? null)
        return { status: 200, body: { id, name, email: address, preferences: { ...USUAL_PREFERENCES, ...own }, holdings, exportedAt } }
      },
    },
    {
      method: 'put',
      path: '/account/name',
      access: 'keeper',
      group: ACCOUNT,
      summary: 'Your name, as others read it beside what you write',
      body: nameBody,
      answers: { 204: nothing('Kept.') },
      handle: async ({ keeperId, body }) => {
        refuseDemo(keeperId)
        await db.model('keepers').update({ name: (body as { name: string }).name }, { where: { id: keeperId } })
        return { status: 204 }
      },
    },
    {
      method: 'put',
      path: '/account/preferences',
      access: 'keeper',
      group: ACCOUNT,
      summary: 'Units, dates, light or dark: how you read',
      body: preferences,
      answers: { 200: told(preferences, 'As kept.') },
      handle: async ({ keeperId, body }) => {
        await db.model('keepers').update({ preferences: body as Preferences }, { where: { id: keeperId } })
        return { status: 200, body }
      },
    },
    {
      method: 'put',
      path: '/account/password',
      access: 'keeper',
      group: ACCOUNT,
      summary: 'A new password; every other session and every calendar address ends',
      body: passwordBody,
      answers: { 204: nothing('Changed.') },
      handle: async ({ req, keeperId, body }) => {
        refuseDemo(keeperId)
        const given = body as { password: string; next: string }
        const keeper = await keeperOf(parts, keeperId)
        await confirmPassword(limits, keeper, given.password)
        await db.model('keepers').update({ passwordHash: await hashPassword(given.next) }, { where: { id: keeperId } })
        await endOtherSessions(db, keeperId, req.sessionID)
        await endCalendars(db, keeperId)
        return { status: 204 }
      },
    },
    {
      method: 'get',
      path: '/account/export',
      access: 'keeper',
      group: ACCOUNT,
      summary: 'What is kept of you, as a JSON file',
      answers: { 200: file('application/json', 'Your account, holdings and sessions.') },
      handle: async ({ req, keeperId }) => {
        if (req.method === 'HEAD') return { status: 200, type: 'application/json', body: '' }
        const at = clock()
        await db.model('keepers').update({ exportedAt: at }, { where: { id: keeperId } })
        const { id, name, email: address, preferences: own } = await keeperOf(parts, keeperId)
        const kept = {
          account: 1,
          id,
          name,
          email: address,
          preferences: own,
          holdings: await holdingsOf(parts, keeperId, req.session.holdingId ?? null),
          sessions: await sessionsOf(db, keeperId, req.sessionID),
          exportedAt: at.toISOString(),
        }
        return {
          status: 200,
          body: JSON.stringify(kept),
          type: 'application/json',
          headers: { 'content-disposition': 'attachment; filename="account.json"' },
        }
      },
    },
    {
      method: 'post',
      path: '/account/deletion',
      access: 'keeper',
      group: ACCOUNT,
      summary: 'Ends your account; what you wrote in the holdings of others stays there without your name',
      body: sureBody,
      answers: { 204: nothing('Gone.'), 409: refused('Export it first, or hand over your holding.') },
      handle: async ({ req, res, keeperId, body }) => {
        refuseDemo(keeperId)
        const keeper = await keeperOf(parts, keeperId)
        await confirmPassword(limits, keeper, (body as { password: string }).password)
        await endAccount(parts, keeper)
        await new Promise<void>((resolve) => req.session.destroy(() => resolve()))
        res.clearCookie('thistle')
        return { status: 204 }
      },
    },
    {
      method: 'post',
      path: '/holdings',
      access: 'keeper',
      group: ACCOUNT,
      summary: 'Begins another holding of your own',
      body: nameBody,
      answers: { 201: told(Joi.object({ id: uuid().required() }), 'Begun, and in view.') },
      handle: async ({ req, keeperId, body }) => {
        refuseDemo(keeperId)
        const { name } = body as { name: string }
        const { holdingId: id } = await db.sequelize.transaction((transaction) => beginHolding(parts, keeperId, name, transaction))
        req.session.holdingId = id
        return { status: 201, body: { id } }
      },
    },
  ]
}

/** A deletion of a holding that is taken back. */
const returnRoute = (parts: PeopleParts): Route => ({
  method: 'post',
  path: '/holdings/{id}/return',
  access: 'keeper',
  group: ACCOUNT,
  summary: 'Takes the deletion of a holding back, within its thirty days',
  answers: { 204: nothing('It stays.'), 404: refused('No such holding of yours is on its way out.') },
  handle: async ({ req, keeperId, params }) => {
    await takeBack(parts, keeperId, String(params.id))
    req.session.holdingId = String(params.id)
    return { status: 204 }
  },
})

/** A new password by letter. */
function resetRoutes(parts: PeopleParts): Route[] {
  return [
    {
      method: 'post',
      path: '/password-resets',
      access: 'open',
      group: ACCOUNT,
      summary: 'Has a link for a new password sent; answers the same whether there is such an account or not',
      limit: 'sign-up',
      body: forgottenBody,
      answers: { 202: nothing('If there is such an account, a letter is on its way.') },
      handle: ({ req, body }) => {
        // After the answer, so that its time tells nothing either.
        setImmediate(() => {
          sendReset(parts, (body as { email: string }).email.trim().toLowerCase()).catch((fault: unknown) =>
            req.log.error({ err: fault }, 'a letter for a new password could not be sent'),
          )
        })
        return { status: 202 }
      },
    },
    {
      method: 'put',
      path: '/password-resets/{token}',
      access: 'open',
      group: ACCOUNT,
      summary: 'Sets the new password and signs in; the link works once',
      params: TOKEN,
      limit: 'sign-in',
      body: resetBody,
      answers: { 204: nothing('Set, and signed in.'), 410: refused('The link is over.') },
      handle: async ({ req, params, body }) => {
        const keeperId = await useReset(parts, String(params.token), (body as { password: string }).password)
        await beginSession(req, parts.clock, keeperId, await homeOf(parts, keeperId))
        return { status: 204 }
      },
    },
  ]
}

/** Who else is in the holding. */
function memberRoutes(parts: PeopleParts): Route[] {
  return [
    {
      method: 'get',
      path: '/members',
      access: 'read',
      group: PEOPLE,
      summary: 'Who is in the holding, as what, until when',
      answers: { 200: told(Joi.array().items(memberShape), 'The longest there first.') },
      handle: async ({ scope }) => ({ status: 200, body: await membersOf(parts, scope) }),
    },
    {
      method: 'put',
      path: '/members/{id}',
      access: 'owner',
      group: PEOPLE,
      summary: 'Changes somebody’s role, yards or end date',
      body: memberBody,
      answers: { 204: nothing('Changed.') },
      handle: async ({ scope, params, body }) => {
        await changeMember(parts, scope, String(params.id), body as Place)
        return { status: 204 }
      },
    },
    {
      method: 'delete',
      path: '/members/{id}',
      access: 'owner',
      group: PEOPLE,
      summary: 'Takes somebody out of the holding; what they wrote stays',
      answers: { 204: nothing('Out.') },
      handle: async ({ scope, params }) => {
        await removeMember(parts, scope, String(params.id))
        return { status: 204 }
      },
    },
  ]
}

function invitationRoutes(parts: PeopleParts): Route[] {
  return [
    {
      method: 'get',
      path: '/invitations',
      access: 'owner',
      group: PEOPLE,
      summary: 'Invitations, open and over',
      answers: { 200: told(Joi.array().items(invitationShape), 'The newest first.') },
      handle: async ({ scope }) => ({ status: 200, body: await invitationsOf(parts, scope) }),
    },
    {
      method: 'put',
      path: '/invitations/{id}',
      access: 'owner',
      group: PEOPLE,
      summary: 'Invites somebody by a link that works once within fourteen days',
      body: invitationBody,
      answers: { 200: told(invitationShape, 'Made already.'), 201: told(invitationShape, 'Made.') },
      handle: ({ scope, params, body }) => invite(parts, scope, String(params.id), body as NewInvitation),
    },
    {
      method: 'delete',
      path: '/invitations/{id}',
      access: 'owner',
      group: PEOPLE,
      summary: 'Withdraws an open invitation',
      answers: { 204: nothing('Withdrawn.') },
      handle: async ({ scope, params }) => {
        await withdraw(parts, scope, String(params.id))
        return { status: 204 }
      },
    },
    {
      method: 'get',
      path: '/invitations/by-link/{token}',
      access: 'open',
      group: PEOPLE,
      summary: 'What an invitation offers',
      params: TOKEN,
      answers: {
        200: told(
          Joi.object({
            forWhom: Joi.string().required(),
            holding: Joi.string().required(),
            by: Joi.string().required(),
            role: role().required(),
            untilDay: maybe(daySchema()).required(),
          }),
          'The offer.',
        ),
        410: refused('Used, withdrawn or over.'),
      },
      handle: async ({ params }) => ({ status: 200, body: await readInvitation(parts, String(params.token)) }),
    },
    {
      method: 'post',
      path: '/invitations/acceptance',
      access: 'keeper',
      group: PEOPLE,
      summary: 'Takes the place that an invitation offers',
      body: acceptanceBody,
      answers: {
        200: told(Joi.object({ holdingId: uuid().required() }), 'In, and in view.'),
        404: refused('There is no such invitation.'),
        410: refused('Used, withdrawn or over.'),
      },
      handle: async ({ req, keeperId, body }) => {
        refuseDemo(keeperId)
        const holdingId = await accept(parts, keeperId, (body as { token: string }).token)
        req.session.holdingId = holdingId
        return { status: 200, body: { holdingId } }
      },
    },
  ]
}

export const peopleRoutes = (parts: PeopleParts): Route[] => [
  ...accountRoutes(parts),
  returnRoute(parts),
  ...resetRoutes(parts),
  ...memberRoutes(parts),
  ...invitationRoutes(parts),
]
