import Joi from 'joi'
import { dateBody, day, deletionBody, instant, maybe, preferences, RECORD_BODIES, role, uuid, version } from '@thistle/core/bodies'
import { USUAL_PREFERENCES } from '@thistle/core/holding'
import { file, nothing, refused, told, type Route } from '../api/route.ts'
import { DEMO_DAY, DEMO_LAST_DAY } from '../demo/season.ts'
import { DEMO_HOLDING, loadDemo } from '../demo/load.ts'
import { freshVisit } from '../demo/visit.ts'
import type { Limits } from '../access/limits.ts'
import { confirmPassword, keeperOf } from '../people/accounts.ts'
import { Problem } from '../problems/problem.ts'
import { nextSeq, writeHistory } from '../records/log.ts'
import type { Keeping } from '../records/put.ts'
import { packHolding } from '../archive/write.ts'
import { receive } from '../archive/receive.ts'
import { restoreHolding } from '../archive/restore.ts'
import { oneAtATime } from '../archive/heavy.ts'
import { deleteHolding } from './leaving.ts'
import { readHome } from '../shelf/read.ts'

const GROUP = 'Holding'

const settingsShape = RECORD_BODIES.settings.keys({ id: uuid().required(), version: version().required() })
const practised = Joi.object({
  seed: Joi.number().integer().required(),
  colonies: Joi.array().items(uuid()).required(),
  from: day().required(),
  until: day().required(),
})
const me = Joi.object({
  keeper: Joi.object({
    id: uuid().required(),
    name: Joi.string().required(),
    role: role().required(),
    yards: maybe(Joi.array().items(uuid())).required(),
    preferences: preferences.required(),
  }).required(),
  holding: Joi.object({
    id: uuid().required(),
    name: Joi.string().required(),
    demo: Joi.boolean().required(),
    livesOn: maybe(day()).required(),
    livesFrom: maybe(day()).required(),
    livesTo: maybe(day()).required(),
    practice: maybe(practised).required(),
  }).required(),
  settings: settingsShape.required(),
  lots: Joi.array()
    .items(RECORD_BODIES.lots.keys({ id: uuid().required(), version: version().required() }))
    .required(),
  doses: Joi.array()
    .items(Joi.object({ id: uuid().required(), treatment: Joi.string().required(), on: day().required(), amount: Joi.number().required() }))
    .required(),
})

const ZIP = 'application/zip'
const howMany = () => Joi.number().integer().min(0).required()
const restoration = Joi.object({
  from: Joi.string().required(),
  exportedAt: instant().required(),
  whole: Joi.boolean().required(),
  fates: Joi.array()
    .items(
      Joi.object({
        kind: Joi.string().required(),
        inFile: howMany(),
        added: howMany(),
        changed: howMany(),
        same: howMany(),
        notTaken: howMany(),
        stay: howMany(),
      }),
    )
    .required(),
  changes: Joi.array()
    .items(Joi.object({ kind: Joi.string().required(), name: Joi.string().allow('').required(), fields: Joi.array().items(Joi.string()).required() }))
    .required(),
  seq: howMany(),
})

export const holdingRoutes = (keep: Keeping, limits: Limits): Route[] => {
  const { db, clock } = keep
  return [
    {
      method: 'get',
      path: '/holding',
      access: 'read',
      group: GROUP,
      summary: 'Who you are, the holding in view, its settings and its shelf',
      answers: { 200: told(me, 'You and your holding.') },
      handle: async ({ scope }) => {
        const { settings, preferences, lots, doses } = await readHome(db, scope.holdingId, scope.keeperId)
        return {
          status: 200,
          body: {
            keeper: {
              id: scope.keeperId,
              name: scope.keeperName,
              role: scope.role,
              yards: scope.yards,
              preferences: { ...USUAL_PREFERENCES, ...preferences },
            },
            holding: {
              id: scope.holdingId,
              name: scope.holdingName,
              demo: scope.demo,
              livesOn: scope.livesOn,
              livesFrom: scope.demo ? DEMO_DAY : (scope.practice?.from ?? null),
              livesTo: scope.demo ? DEMO_LAST_DAY : (scope.practice?.until ?? null),
              practice: scope.practice ?? null,
            },
            settings,
            lots,
            doses,
          },
        }
      },
    },
    {
      method: 'post',
      path: '/holding/date',
      access: 'write',
      group: GROUP,
      summary: 'Moves the date on which the demo, or a season to practise on, lives',
      body: dateBody,
      answers: { 204: nothing('Moved.'), 404: refused('Only the demo and a season to practise on have a date of their own.') },
      handle: async ({ scope, body }) => {
        const { practice } = scope
        if (!scope.demo && !practice) throw Problem.notFound()
        const { on } = body as { on: string }
        if (practice && (on < (scope.livesOn ?? practice.from) || on > practice.until))
          throw Problem.invalid([{ path: 'on', sentence: `A season to practise on goes on to ${practice.until}, and never back.` }])
        if (!practice && (on < DEMO_DAY || on > DEMO_LAST_DAY))
          throw Problem.invalid([{ path: 'on', sentence: `The demo goes from ${DEMO_DAY} to ${DEMO_LAST_DAY}.` }])
        await db.sequelize.transaction(async (transaction) => {
          const seq = await nextSeq(db, scope.holdingId, transaction)
          await db.model('holdings').update({ livesOn: on }, { where: { id: scope.holdingId }, transaction })
          const entry = { kind: 'date', rowId: scope.holdingId, version: seq, state: { livesOn: on } }
          await writeHistory(db, { ...scope, at: clock() }, seq, entry, transaction)
        })
        return { status: 204 }
      },
    },
    {
      method: 'post',
      path: '/holding/fresh',
      access: 'owner',
      group: GROUP,
      summary: 'Puts the demo back as it was, with its own day',
      answers: { 204: nothing('As it was.'), 404: refused('Only the demo can be put back.') },
      handle: async ({ scope }) => {
        if (!scope.demo) throw Problem.notFound()
        if (scope.holdingId === DEMO_HOLDING) await loadDemo(db, { again: true })
        else await freshVisit(keep, scope.holdingId)
        return { status: 204 }
      },
    },
    {
      method: 'get',
      path: '/holding/export',
      access: 'owner',
      group: GROUP,
      summary: 'The whole holding as one archive: rows as JSON lines, photographs as files',
      answers: {
        200: file(ZIP, 'A ZIP file: everything, also what was taken away, with its history. docs/holding-archive.md says what is in it.'),
        429: refused('An archive of this holding is being packed or looked through already.'),
      },
      handle: async ({ req, scope }) => {
        // Asked for its head alone nothing is handed out, so nothing is noted.
        if (req.method === 'HEAD') return { status: 200, type: ZIP, body: '' }
        const { path, exportedAt, drop } = await oneAtATime(scope.holdingId, (packed) => packed(() => packHolding(keep, scope)))
        const name = `holding-${exportedAt.slice(0, 10)}.zip`
        return { status: 200, type: ZIP, file: { path, drop }, headers: { 'content-disposition': `attachment; filename="${name}"` } }
      },
    },
    {
      method: 'post',
      path: '/holding/restoration',
      access: 'owner',
      group: GROUP,
      summary: 'Looks an export through, or puts it back into the holding: all of it or nothing',
      query: Joi.object({ seq: Joi.number().integer().min(0) }),
      takes: ZIP,
      answers: {
        200: told(restoration, 'What would happen; with `seq`, which the look through told, what has happened.'),
        400: refused('The file is cut off, altered or not ours: with the place in it.'),
        409: refused('Something was written since it was looked through.'),
        413: refused('Larger than any export.'),
      },
      handle: async ({ req, scope, query }) => {
        const apply = typeof query.seq === 'number' ? { seq: query.seq } : null
        return oneAtATime(scope.holdingId, async (packed) => {
          const { path, drop } = await receive(req)
          try {
            return { status: 200, body: await packed(() => restoreHolding(keep, scope, path, apply)) }
          } finally {
            await drop()
          }
        })
      },
    },
    {
      method: 'post',
      path: '/holding/deletion',
      access: 'owner',
      group: GROUP,
      summary: 'Deletes the holding, as it was last exported; an owner can take that back for thirty days',
      body: deletionBody,
      answers: { 204: nothing('Gone from view; for good after thirty days.') },
      handle: async ({ req, scope, body }) => {
        const given = body as { name: string; password: string; code: string }
        await confirmPassword(limits, await keeperOf(keep, scope.keeperId), given.password)
        await deleteHolding(keep, scope, given)
        req.session.holdingId = null
        return { status: 204 }
      },
    },
  ]
}
