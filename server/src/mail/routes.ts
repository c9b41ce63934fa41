import Joi from 'joi'
import { instant, uuid } from '@thistle/core/bodies'
import { file, refused, told, type Route } from '../api/route.ts'
import type { Database } from '../database/index.ts'
import { Problem } from '../problems/problem.ts'

const GROUP = 'Mail stand-in'
const letter = Joi.object({
  id: uuid().required(),
  to: Joi.string().required(),
  subject: Joi.string().required(),
  text: Joi.string().required(),
  sentAt: instant().required(),
})
/** The outbox of the stand-in. Open to everybody who reaches the server, so only where it is set so: on a machine of one's own. */
export function mailRoutes(db: Database, open: boolean): Route[] {
  const ensureOpen = () => {
    if (!open) throw new Problem(404, 'not-found', 'The outbox is not open here: mail goes to its addresses.')
  }
  return [
    {
      method: 'get',
      path: '/outbox',
      access: 'open',
      group: GROUP,
      summary: 'The last hundred letters that would have gone out',
      answers: { 200: told(Joi.array().items(letter), 'Newest first.'), 404: refused('The outbox is closed here.') },
      handle: async () => {
        ensureOpen()
        const rows = await db.model('outbox').findAll({ order: [['sentAt', 'DESC']], limit: 100, raw: true })
        return {
          status: 200,
          body: rows.map(({ id, toAddress, subject, words, sentAt }) => ({ id, to: toAddress, subject, text: words, sentAt })),
        }
      },
    },
    {
      method: 'get',
      path: '/outbox/{id}/message.eml',
      access: 'open',
      group: GROUP,
      summary: 'A letter as an .eml file (RFC 5322)',
      answers: { 200: file('message/rfc822', 'The letter.') },
      handle: async ({ params }) => {
        ensureOpen()
        const row = await db.model('outbox').findByPk(String(params.id), { raw: true })
        if (!row) throw Problem.notFound()
        return {
          status: 200,
          body: row.message,
          type: 'message/rfc822',
          headers: { 'content-disposition': `attachment; filename="${row.id}.eml"` },
        }
      },
    },
  ]
}
