import Joi from 'joi'
import type { Logger } from 'pino'
import { uuid } from '@thistle/core/bodies'
import { writeTableRows } from '@thistle/core/tables'
import { aDay, sayAs, USUAL_READER, type Reader } from '@thistle/core/words'
import { file, refused, told, type Answer, type Route } from '../api/route.ts'
import { todayOf } from '../clock.ts'
import { USUAL_PREFERENCES, type Preferences } from '@thistle/core/holding'
import { keeperOf } from '../people/accounts.ts'
import type { Keeping } from '../records/put.ts'
import { BOOK, BOOKS, partsOf, type BookAsked, type BookName, type BookScope } from './books.ts'
import { PdfJobs, type PdfAsked } from './pdf.ts'

const GROUP = 'The book'
export const bookName = Joi.string().valid(...BOOKS)
export const bookAsked = { year: Joi.number().integer().min(1970).max(2200).required(), yard: uuid() }
const query = Joi.object(bookAsked)
export const askedOf = (given: Readonly<Record<string, unknown>>, reader: Reader = USUAL_READER): BookAsked => ({
  reader,
  year: Number(given.year),
  yardId: given.yard === undefined ? null : String(given.yard),
})
export const LAW = 'As the keeper entered it. What a register must hold, and how long it is kept, your own law says.'

/** A book as CSV, a yard at a time: its first lines are on the way before the last are read. */
export async function* csvOf(keep: Keeping, scope: BookScope, name: BookName, asked: BookAsked): AsyncGenerator<string> {
  yield `\ufeff${writeTableRows([BOOK[name].headings])}`
  for await (const { cells } of partsOf(keep, scope, name, asked)) if (cells.length > 0) yield writeTableRows(cells)
}
/** A book as the lines of a page. */
export async function linesOf(keep: Keeping, scope: BookScope, name: BookName, asked: BookAsked): Promise<unknown[]> {
  const lines: unknown[] = []
  for await (const part of partsOf(keep, scope, name, asked)) lines.push(...part.lines)
  return lines
}
/** A book as it is set on paper. */
export async function pdfAskedOf(
  keep: Keeping,
  scope: BookScope & { readonly holdingName: string },
  name: BookName,
  asked: BookAsked,
): Promise<PdfAsked> {
  const groups: PdfAsked['groups'][number][] = []
  for await (const { yard, printed } of partsOf(keep, scope, name, asked))
    if (printed.length > 0 || asked.yardId !== null) groups.push({ name: yard, rows: printed })
  const { title, columns } = BOOK[name]
  const of = groups.length === 0 ? [{ name: 'All yards', rows: [] }] : groups
  return {
    title: `${title}, ${asked.year}`,
    subtitle: `${scope.holdingName}, as of ${sayAs(asked.reader, aDay(todayOf(scope.livesOn, 'UTC', keep.clock)))}`,
    law: LAW,
    columns,
    groups: of,
  }
}
export const csvAnswer = (stream: AsyncIterable<string>, name: BookName, year: number): Answer => ({
  status: 200,
  type: 'text/csv; charset=utf-8',
  stream,
  headers: { 'content-disposition': `attachment; filename="${name}-${year}.csv"` },
})

const params = { book: bookName }
export function bookRoutes(keep: Keeping, logger: Pick<Logger, 'warn'>): Route[] {
  const jobs = new PdfJobs((fault) => logger.warn({ err: fault }, 'a book was not set'))
  const lines = told(Joi.object({ lines: Joi.array().items(Joi.object().unknown(true)).required() }), 'Its lines, by yard and day.')
  return [
    {
      method: 'get',
      path: '/book/{book}',
      access: 'read',
      group: GROUP,
      summary: 'A book of a year: the register of treatments, the counts or the looks, also of colonies that are gone',
      params,
      query,
      answers: { 200: lines },
      handle: async ({ scope, params: { book }, query: given }) => ({
        status: 200,
        body: { lines: await linesOf(keep, scope, book as BookName, askedOf(given)) },
      }),
    },
    {
      method: 'get',
      path: '/book/{book}/csv',
      access: 'read',
      group: GROUP,
      summary: 'The same as CSV, sent as it is read',
      params,
      query,
      answers: { 200: file('text/csv', 'A heading and a line an entry.') },
      handle: ({ scope, params: { book }, query: given }) => {
        const asked = askedOf(given)
        return csvAnswer(csvOf(keep, scope, book as BookName, asked), book as BookName, asked.year)
      },
    },
    {
      method: 'post',
      path: '/book/{book}/pdf',
      access: 'read',
      group: GROUP,
      summary: 'Begins to set it as PDF',
      params,
      query,
      answers: {
        201: told(Joi.object({ id: uuid().required() }), 'The id by which it is asked for.'),
        429: refused('One is being set for you already.'),
      },
      handle: async ({ scope, params: { book }, query: given }) => {
        const { preferences } = await keeperOf(keep, scope.keeperId)
        const asked = askedOf(given, { ...USUAL_PREFERENCES, ...(preferences as Partial<Preferences>) })
        const id = jobs.begin(`${scope.keeperId} ${scope.holdingId}`, `${book}-${asked.year}.pdf`, () =>
          pdfAskedOf(keep, scope, book as BookName, asked),
        )
        return { status: 201, body: { id } }
      },
    },
    {
      method: 'get',
      path: '/book-pdf/{id}',
      access: 'read',
      group: GROUP,
      summary: 'How far it is',
      answers: {
        200: told(
          Joi.object({ state: Joi.string().valid('working', 'ready', 'failed').required(), share: Joi.number().min(0).max(1).required() }),
          'Its state, and how much is done.',
        ),
      },
      handle: ({ scope, params: { id } }) => ({ status: 200, body: jobs.state(`${scope.keeperId} ${scope.holdingId}`, String(id)) }),
    },
    {
      method: 'get',
      path: '/book-pdf/{id}/file',
      access: 'read',
      group: GROUP,
      summary: 'The book as PDF, once it is ready; for ten minutes',
      answers: { 200: file('application/pdf', 'The book.') },
      handle: ({ scope, params: { id } }) => {
        const { name, pdf } = jobs.fetch(`${scope.keeperId} ${scope.holdingId}`, String(id))
        return { status: 200, type: 'application/pdf', body: pdf, headers: { 'content-disposition': `attachment; filename="${name}"` } }
      },
    },
  ]
}
