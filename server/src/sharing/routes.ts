import Joi from 'joi'
import { QueryTypes } from 'sequelize'
import { v7 } from 'uuid'
import { reviewedRounds } from '@thistle/core/book'
import { day, instant, LINK_PARTS, maybe, readerLinkBody, text, uuid } from '@thistle/core/bodies'
import { yardState, type YardRecord } from '@thistle/core/holding'
import { yearOf } from '@thistle/core/time'
import { worded } from '@thistle/core/words'
import { file, nothing, refused, told, type Route } from '../api/route.ts'
import { BOOKS, yardsOf, type BookName, type BookScope } from '../book/books.ts'
import { askedOf, bookAsked, csvAnswer, csvOf, linesOf } from '../book/routes.ts'
import { todayOf } from '../clock.ts'
import { checkYards } from '../people/invitations.ts'
import { digestOf, freshToken } from '../people/tokens.ts'
import { Problem } from '../problems/problem.ts'
import type { Keeping } from '../records/put.ts'
import { settingsOf } from '../records/settings.ts'
import { present, readRows } from '../yards/read.ts'

const GROUP = 'Reader links'
type Part = (typeof LINK_PARTS)[number]
const DAY_MS = 86_400_000
/** So many links of a holding may be open. */
const MOST_OPEN = 50

interface Given {
  readonly forWhom: string
  readonly yards: readonly string[] | null
  readonly parts: readonly Part[]
  readonly days: number
}
const link = Joi.object({
  id: uuid().required(),
  forWhom: Joi.string().required(),
  yards: maybe(Joi.array().items(uuid())).required(),
  parts: Joi.array().items(Joi.string()).required(),
  madeBy: Joi.string().required(),
  madeAt: instant().required(),
  endsAt: instant().required(),
  readAt: maybe(instant()).required(),
  state: Joi.string().valid('open', 'over', 'withdrawn').required(),
})

/** Whoever made it is still an owner: a link is worth what its maker may. */
const READ = `
  SELECT l.id, l.holding_id AS "holdingId", l.for_whom AS "forWhom", l.yards, l.parts, l.made_at AS "madeAt", l.ends_at AS "endsAt", l.read_at AS "readAt",
         l.withdrawn_at AS "withdrawnAt", k.name AS "madeBy", h.name AS "holdingName", h.lives_on AS "livesOn", h.demo,
         (h.leaving_at IS NULL AND EXISTS (SELECT 1 FROM memberships m WHERE m.keeper_id = l.made_by AND m.holding_id = l.holding_id AND m.role = 'owner'
           AND (m.until_day IS NULL OR m.until_day >= current_date))) AS "makerMay"
    FROM reader_links l JOIN holdings h ON h.id = l.holding_id JOIN keepers k ON k.id = l.made_by`
interface Row extends BookScope {
  readonly id: string
  readonly forWhom: string
  readonly parts: readonly Part[]
  readonly madeAt: Date
  readonly endsAt: Date
  readonly readAt: Date | null
  readonly withdrawnAt: Date | null
  readonly madeBy: string
  readonly holdingName: string
  readonly makerMay: boolean
}
const stateOf = ({ withdrawnAt, makerMay, endsAt }: Row, now: Date) => (withdrawnAt || !makerMay ? 'withdrawn' : endsAt <= now ? 'over' : 'open')

/** A reader's secret in an address. */
const token = Joi.string().pattern(/^[\w-]{43}$/)
const noLink = () => new Problem(404, 'no-link', 'This link is over, or was withdrawn. Ask whoever gave it to you for a new one.')

export function sharingRoutes(keep: Keeping, publicUrl: () => string): Route[] {
  const { db, clock } = keep
  const rows = (where: string, replacements: Record<string, unknown>) =>
    db.sequelize.query<Row>(`${READ} WHERE ${where} ORDER BY l.made_at DESC LIMIT 200`, { replacements, type: QueryTypes.SELECT })
  /** The link behind a secret, as long as it is open and shows the part asked for; that it was read is noted. */
  async function opened(secret: unknown, part: Part | null): Promise<Row> {
    const [row] = await rows('l.digest = :digest', { digest: digestOf(String(secret)) })
    if (!row || stateOf(row, clock()) !== 'open' || (part !== null && !row.parts.includes(part))) throw noLink()
    await db.model('readerLinks').update({ readAt: clock() }, { where: { id: row.id } })
    return row
  }
  const ofYard = (row: Row, yard: string | null): void => {
    if (yard !== null && row.yards !== null && !row.yards.includes(yard)) throw noLink()
  }
  const shown = ({ id, forWhom, yards, parts, madeBy, madeAt, endsAt, readAt }: Row, state: string) => ({
    id,
    forWhom,
    yards,
    parts,
    madeBy,
    madeAt,
    endsAt,
    readAt,
    state,
  })
  return [
    {
      method: 'get',
      path: '/reader-links',
      access: 'owner',
      group: GROUP,
      summary: 'Links by which somebody without an account reads, the newest first',
      answers: { 200: told(Joi.object({ links: Joi.array().items(link).required() }), 'Their addresses are shown once, when they are made.') },
      handle: async ({ scope }) => {
        const found = await rows('l.holding_id = :holdingId', { holdingId: scope.holdingId })
        return { status: 200, body: { links: found.map((row) => shown(row, stateOf(row, clock()))) } }
      },
    },
    {
      method: 'post',
      path: '/reader-links',
      access: 'owner',
      group: GROUP,
      summary: 'A new one: for whom, which yards and parts, for how many days',
      body: readerLinkBody,
      answers: {
        201: told(
          Joi.object({ id: uuid().required(), address: Joi.string().uri().required() }),
          'Its address, shown this once; only its digest is kept.',
        ),
        409: refused('As many as may be open are open.'),
      },
      handle: async ({ scope, body: given }) => {
        const { forWhom, yards, parts, days } = given as Given
        const secret = freshToken()
        const now = clock()
        const id = v7()
        await db.sequelize.transaction(async (transaction) => {
          await checkYards(keep, scope, yards, transaction)
          const [count] = await db.sequelize.query<{ open: number }>(
            'SELECT count(*)::int AS open FROM reader_links WHERE holding_id = :holdingId AND withdrawn_at IS NULL AND ends_at > :now',
            { replacements: { holdingId: scope.holdingId, now }, type: QueryTypes.SELECT, transaction },
          )
          if ((count?.open ?? 0) >= MOST_OPEN) throw Problem.conflict(`${MOST_OPEN} links are open already. Withdraw one first.`)
          const row = {
            id,
            holdingId: scope.holdingId,
            madeBy: scope.keeperId,
            forWhom,
            yards,
            parts,
            digest: digestOf(secret),
            madeAt: now,
            endsAt: new Date(now.getTime() + days * DAY_MS),
          }
          await db.model('readerLinks').create(row, { transaction })
        })
        return { status: 201, body: { id, address: `${publicUrl()}/shared/${secret}` } }
      },
    },
    {
      method: 'delete',
      path: '/reader-links/{id}',
      access: 'owner',
      group: GROUP,
      summary: 'Withdraws it: whoever opens it finds nothing any more',
      answers: { 204: nothing('Withdrawn.') },
      handle: async ({ scope, params }) => {
        const [changed] = await db
          .model('readerLinks')
          .update({ withdrawnAt: clock() }, { where: { id: String(params.id), holdingId: scope.holdingId, withdrawnAt: null } })
        if (changed === 0) throw Problem.notFound()
        return { status: 204 }
      },
    },
    {
      method: 'get',
      path: '/shared/{secret}',
      access: 'open',
      group: GROUP,
      summary: 'What a link shows, to whoever has it',
      params: { secret: token },
      answers: {
        200: told(
          Joi.object({
            holding: Joi.string().required(),
            forWhom: Joi.string().required(),
            by: Joi.string().required(),
            endsAt: instant().required(),
            today: day().required(),
            parts: Joi.array().items(Joi.string()).required(),
            yards: Joi.array()
              .items(Joi.object({ id: uuid().required(), name: text(60) }))
              .required(),
          }),
          'Whose it is, until when, and which yards and parts.',
        ),
        404: refused('It is over, or was withdrawn.'),
      },
      handle: async ({ params }) => {
        const row = await opened(params.secret, null)
        return {
          status: 200,
          body: {
            holding: row.holdingName,
            forWhom: row.forWhom,
            by: row.madeBy,
            endsAt: row.endsAt,
            today: todayOf(row.livesOn, 'UTC', clock),
            parts: row.parts,
            yards: await yardsOf(keep, row, null),
          },
        }
      },
    },
    {
      method: 'get',
      path: '/shared/{secret}/review',
      access: 'open',
      group: GROUP,
      summary: 'The rounds of a year with what they took, by yard',
      params: { secret: token },
      query: Joi.object(bookAsked),
      answers: {
        200: told(Joi.object({ lines: Joi.array().items(Joi.object().unknown(true)).required() }), 'The newest first.'),
        404: refused('It is over, or does not show this.'),
      },
      handle: async ({ params, query }) => {
        const row = await opened(params.secret, 'review')
        const { year, yardId } = askedOf(query)
        ofYard(row, yardId)
        const settings = await settingsOf(db, row.holdingId)
        const lines: unknown[] = []
        for (const yard of await yardsOf(keep, row, yardId))
          for (const record of (await readRows(db, row, clock, yard.id, null, { since: `${year}-01-01` })).map(present) as YardRecord[])
            for (const round of reviewedRounds([yardState(record, settings as never)], `${year}-01-01`))
              if (yearOf(round.from) === year) {
                const { treatment, courses, ...rest } = round
                lines.push(
                  worded({
                    ...rest,
                    name: treatment.name,
                    courses: courses.map(({ colony, position, verdict, share }) => ({ colony, position, verdict, share })),
                  }),
                )
              }
        return { status: 200, body: { lines } }
      },
    },
    {
      method: 'get',
      path: '/shared/{secret}/{book}',
      access: 'open',
      group: GROUP,
      summary: 'A book of a year, of the yards of the link',
      params: { secret: token, book: Joi.string().valid(...BOOKS) },
      query: Joi.object(bookAsked),
      answers: {
        200: told(Joi.object({ lines: Joi.array().items(Joi.object().unknown(true)).required() }), 'Its lines.'),
        404: refused('It is over, or does not show this.'),
      },
      handle: async ({ params, query }) => {
        const row = await opened(params.secret, params.book as Part)
        const asked = askedOf(query)
        ofYard(row, asked.yardId)
        return { status: 200, body: { lines: await linesOf(keep, row, params.book as BookName, asked) } }
      },
    },
    {
      method: 'get',
      path: '/shared/{secret}/{book}/csv',
      access: 'open',
      group: GROUP,
      summary: 'The same as CSV',
      params: { secret: token, book: Joi.string().valid(...BOOKS) },
      query: Joi.object(bookAsked),
      answers: { 200: file('text/csv', 'A heading and a line an entry.'), 404: refused('It is over, or does not show this.') },
      handle: async ({ params, query }) => {
        const row = await opened(params.secret, params.book as Part)
        const asked = askedOf(query)
        ofYard(row, asked.yardId)
        return csvAnswer(csvOf(keep, row, params.book as BookName, asked), params.book as BookName, asked.year)
      },
    },
  ]
}
