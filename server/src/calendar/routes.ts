import type { Transaction } from 'sequelize'
import type { Database } from '../database/index.ts'
import Joi from 'joi'
import { instant, maybe } from '@thistle/core/bodies'
import { QueryTypes } from 'sequelize'
import { v7 } from 'uuid'
import { findScope } from '../access/scope.ts'
import type { Built } from '../api/built.ts'
import { file, nothing, refused, told, type Route } from '../api/route.ts'
import { digestOf, freshToken } from '../people/tokens.ts'
import { Problem } from '../problems/problem.ts'
import type { Keeping } from '../records/put.ts'
import type { WeatherSource } from '../weather/keep.ts'
import { publish } from './publish.ts'

const GROUP = 'Calendar'
const TYPE = 'text/calendar; charset=utf-8'
const ADDRESS = /^[\w-]{43}\.ics$/
const state = Joi.object({ made: maybe(instant()).required(), read: maybe(instant()).required() })

/** Whoever knew the old password may know the address of a calendar too: with a new one it ends, and is made anew by hand. */
export async function endCalendars(db: Database, keeperId: string, transaction: Transaction | null = null): Promise<void> {
  await db.model('calendars').update({ digest: null, madeAt: null, readAt: null }, { where: { keeperId }, transaction })
}

export const calendarRoutes = (keep: Keeping, weather: WeatherSource, publicUrl: () => string, built: Built): Route[] => {
  const { db, clock } = keep
  const own = (scope: { keeperId: string; holdingId: string }) => ({ keeperId: scope.keeperId, holdingId: scope.holdingId })
  return [
    {
      method: 'get',
      path: '/calendar.ics',
      access: 'read',
      group: GROUP,
      summary: 'The open jobs as iCalendar: all-day events, windows in the text',
      answers: { 200: file(TYPE, 'For any calendar; downloading again updates the same events.') },
      handle: async ({ scope }) => ({
        status: 200,
        type: TYPE,
        built: await publish(keep, weather, built, scope),
        headers: { 'content-disposition': 'attachment; filename="open-jobs.ics"' },
      }),
    },
    {
      method: 'get',
      path: '/calendar/address',
      access: 'read',
      group: GROUP,
      summary: 'Whether you have an address to subscribe to, and when it was last read',
      answers: { 200: told(state, 'The address itself is shown once, when it is made.') },
      handle: async ({ scope }) => {
        const row = await db.model('calendars').findOne({ where: own(scope), raw: true })
        return { status: 200, body: { made: row?.madeAt ?? null, read: row?.readAt ?? null } }
      },
    },
    {
      method: 'post',
      path: '/calendar/address',
      access: 'read',
      group: GROUP,
      summary: 'A new private address of your calendar; an older one ends',
      answers: { 201: told(Joi.object({ address: Joi.string().uri().required() }), 'Shown this once; only its digest is kept.') },
      handle: async ({ scope }) => {
        const token = freshToken()
        await db.sequelize.query(
          `INSERT INTO calendars (id, keeper_id, holding_id, digest, made_at) VALUES (:id, :keeperId, :holdingId, :digest, :at)
           ON CONFLICT (keeper_id, holding_id) DO UPDATE SET digest = excluded.digest, made_at = excluded.made_at, read_at = NULL`,
          { replacements: { id: v7(), ...own(scope), digest: digestOf(token), at: clock() } },
        )
        return { status: 201, body: { address: `${publicUrl()}/api/calendar/${token}.ics` } }
      },
    },
    {
      method: 'delete',
      path: '/calendar/address',
      access: 'read',
      group: GROUP,
      summary: 'Ends the address: whoever reads it finds nothing any more',
      answers: { 204: nothing('Ended, or there was none.') },
      handle: async ({ scope }) => {
        await db.model('calendars').update({ digest: null, madeAt: null, readAt: null }, { where: own(scope) })
        return { status: 204 }
      },
    },
    {
      method: 'get',
      path: '/calendar/{address}',
      access: 'open',
      group: GROUP,
      summary: 'The calendar at its private address, for programs that subscribe',
      params: { address: Joi.string().pattern(ADDRESS) },
      answers: { 200: file(TYPE, 'The open jobs, with updates and cancellations.'), 404: refused('No such address, or it was ended.') },
      handle: async ({ params }) => {
        const digest = digestOf(String(params.address).replace(/\.ics$/, ''))
        const [row] = await db.sequelize.query<{ keeperId: string; holdingId: string }>(
          'UPDATE calendars SET read_at = :at WHERE digest = :digest RETURNING keeper_id AS "keeperId", holding_id AS "holdingId"',
          { replacements: { digest, at: clock() }, type: QueryTypes.SELECT },
        )
        const scope = row ? await findScope(db, row.keeperId, row.holdingId) : null
        if (!scope) throw Problem.notFound()
        return { status: 200, type: TYPE, built: await publish(keep, weather, built, scope) }
      },
    },
  ]
}
