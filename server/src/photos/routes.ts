import express from 'express'
import { imageSize } from 'image-size'
import Joi from 'joi'
import { uuid } from '@thistle/core/bodies'
import { QueryTypes } from 'sequelize'
import { file, nothing, refused, told, type Call, type Route } from '../api/route.ts'
import { ensureTheirs } from '../access/rows.ts'
import type { Scope } from '../access/scope.ts'
import { Problem } from '../problems/problem.ts'
import { findColony, KINDS } from '../records/kinds.ts'
import { MOST_BYTES, MOST_OF_HOLDING } from './room.ts'
import { amendWithin, type Keeping } from '../records/put.ts'

const TYPE = 'image/jpeg'
const MOST_PIXELS = 20_000

const parse = express.raw({ type: TYPE, limit: MOST_BYTES })
/** The body as bytes; read only after it is known who sends it. */
const bytesOf = ({ req, res }: Call): Promise<Buffer> =>
  new Promise((resolve, reject) =>
    parse(req, res, (fault?: unknown) => {
      if (fault)
        reject(
          (fault as { type?: string }).type === 'entity.too.large'
            ? new Problem(413, 'too-large', 'That photograph is over 20 MB, the most that is taken. Make it smaller first.')
            : fault,
        )
      else resolve(Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0))
    }),
  )

const notAPhoto = () => Problem.invalid([{ path: 'photo', sentence: 'This is not a JPEG picture that can be read.' }])
function sizeOf(bytes: Buffer): { width: number; height: number } {
  try {
    const { width, height, type } = imageSize(bytes)
    if (type === 'jpg' && width > 0 && height > 0 && width <= MOST_PIXELS && height <= MOST_PIXELS) return { width, height }
  } catch {
    // Whatever the reader stumbles over, it is no picture to us.
  }
  throw notAPhoto()
}

async function keepPhoto(
  { db, clock }: Keeping,
  scope: Scope,
  id: string,
  colonyId: string,
  bytes: Buffer,
): Promise<{ status: 200 | 201; row: unknown }> {
  const { width, height } = sizeOf(bytes)
  return db.sequelize.transaction(async (transaction) => {
    await findColony({ db, clock, scope, transaction }, colonyId)
    const found = await db.model('photos').findByPk(id, { attributes: { exclude: ['bytes'] }, transaction, raw: true })
    if (found) await ensureTheirs({ db, scope, transaction }, 'photos', found)
    if (found && found.colonyId !== colonyId) throw Problem.notFound()
    if (found) return { status: 200, row: { id, width: found.width, height: found.height } }
    // One upload of a holding is weighed at a time: ten at once would each find room for itself.
    await db.sequelize.query('SELECT 1 FROM holdings WHERE id = :id FOR UPDATE', { replacements: { id: scope.holdingId }, transaction })
    const [held] = await db.sequelize.query<{ sum: number | null }>(
      'SELECT sum(octet_length(bytes))::float8 AS sum FROM photos WHERE holding_id = :holdingId',
      { replacements: { holdingId: scope.holdingId }, type: QueryTypes.SELECT, transaction },
    )
    if ((held?.sum ?? 0) + bytes.length > MOST_OF_HOLDING)
      throw new Problem(
        413,
        'too-large',
        'The photographs of this holding are as many as can be kept. Take an old one away at its count, or keep this count without one.',
      )
    await db.model('photos').create({ id, holdingId: scope.holdingId, colonyId, type: TYPE, width, height, bytes, savedAt: clock() }, { transaction })
    return { status: 201, row: { id, width, height } }
  })
}

/** Takes a photograph away for good, to make room; counts that were made on it stay, without it and its marks. */
async function takeAway(keep: Keeping, scope: Scope, id: string): Promise<void> {
  const { db } = keep
  await db.sequelize.transaction(async (transaction) => {
    const found = await db.model('photos').findByPk(id, { attributes: { exclude: ['bytes'] }, transaction, raw: true })
    if (!found) throw Problem.notFound()
    await ensureTheirs({ db, scope, transaction }, 'photos', found)
    const counts = await db.sequelize.query<{ id: string }>(
      `SELECT id FROM counts WHERE colony_id = :colonyId AND photo ->> 'photoId' = :id AND deleted_at IS NULL`,
      { replacements: { colonyId: found.colonyId, id }, type: QueryTypes.SELECT, transaction },
    )
    for (const count of counts) await amendWithin(keep, scope, KINDS.counts, count.id, { photo: null }, transaction)
    await db.model('photos').destroy({ where: { id }, transaction })
  })
}

const kept = Joi.object({ id: uuid().required(), width: Joi.number().integer().required(), height: Joi.number().integer().required() })

/** Photographs of boards and trays. They are never changed: another photograph is another id. */
export const photoRoutes = (keep: Keeping): Route[] => [
  {
    method: 'put',
    path: '/photos/{id}',
    access: 'write',
    group: 'Photographs',
    summary: 'Keeps a photograph of a board or a tray of a colony; the same again answers the same',
    query: Joi.object({ colonyId: uuid().required() }),
    takes: TYPE,
    answers: { 200: told(kept, 'Kept already.'), 201: told(kept, 'Kept.'), 413: refused('Over 20 MB, or no room left.') },
    handle: async (call) => {
      if (!call.req.is(TYPE)) throw new Problem(415, 'not-json', 'Send the photograph as it is, with the content type image/jpeg.')
      const bytes = await bytesOf(call)
      const { status, row } = await keepPhoto(keep, call.scope, String(call.params.id), String(call.query.colonyId), bytes)
      return { status, body: row }
    },
  },
  {
    method: 'delete',
    path: '/photos/{id}',
    access: 'write',
    group: 'Photographs',
    summary: 'Takes a photograph away for good; counts made on it stay, without it',
    answers: { 204: nothing('Away.') },
    handle: async ({ scope, params }) => {
      await takeAway(keep, scope, String(params.id))
      return { status: 204 }
    },
  },
  {
    method: 'get',
    path: '/photos/{id}',
    access: 'read',
    group: 'Photographs',
    summary: 'A photograph as it was kept',
    answers: { 200: file(TYPE, 'The picture.') },
    handle: async ({ scope, params }) => {
      const found = await keep.db.model('photos').findByPk(String(params.id), { raw: true })
      if (!found) throw Problem.notFound()
      await keep.db.sequelize.transaction((transaction) => ensureTheirs({ ...keep, scope, transaction }, 'photos', found))
      return { status: 200, body: found.bytes, type: TYPE }
    },
  },
]
