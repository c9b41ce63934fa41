import Joi from 'joi'
import type { Request } from 'express'
import { instant, uuid } from '@thistle/core/bodies'
import { isFromHere } from '../access/hosts.ts'
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
/**
 * The outbox of the stand-in: letters of everybody, links for new passwords among them. So it is open only where it is set so and no
 * mail server is, and only to who sits at this very machine.
 */
export function mailRoutes(db: Database, open: boolean): Route[] {
  const ensureOpen = (req: Request) => {
    if (open && !isFromHere(req)) throw new Problem(404, 'not-found', 'The outbox is open at the machine itself alone, and not over the network.')
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
      handle: async ({ req }) => {
        ensureOpen(req)
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
      handle: async ({ req, params }) => {
        ensureOpen(req)
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
