import { promisify } from 'node:util'
import { brotliCompress, brotliDecompress, constants } from 'node:zlib'
import { QueryTypes, type Transaction } from 'sequelize'
import { v7 } from 'uuid'
import { withBreaths } from '../api/breaths.ts'
import type { Database, RowOf } from '../database/index.ts'
import { SharedReader, SharedWriter, type Parts } from './shared.ts'

const [compress, decompress] = [promisify(brotliCompress), promisify(brotliDecompress)]
/** Harder is six times as slow for a thirtieth less. */
const HOW = { params: { [constants.BROTLI_PARAM_QUALITY]: 5, [constants.BROTLI_PARAM_MODE]: constants.BROTLI_MODE_TEXT } }

/** What a course was decided on. */
export interface Decided {
  readonly situation: unknown
  readonly answer: unknown
}
/** The same as it is written down, a line of the decision's: parts that were told in a line before are named by their numbers. */
export interface Line extends Decided {
  readonly shared: Parts
}
interface KeptLine extends Line {
  readonly courseId: string
}

/** The lines of one decision, in the order in which they are told. */
export class Lines {
  readonly #writer = new SharedWriter()

  /** The next line, without braces: each field, and each element of those that are lists, is written in a step of its own. */
  async next({ situation, answer }: Decided): Promise<string> {
    const [is, says] = [await this.#object(situation as object), await this.#object(answer as object)]
    return `"shared":${this.#writer.parts()},"situation":${is},"answer":${says}`
  }

  /** The options of an answer are worked out when they are read, all of them together in 60 ms. */
  async #object(value: object): Promise<string> {
    const fields: string[] = []
    const steps = Object.entries(value).flatMap(([key, field]: [string, unknown]) => {
      if (field === undefined) return []
      if (!Array.isArray(field)) return [() => fields.push(`${JSON.stringify(key)}:${this.#writer.of(field)}`)]
      const elements: string[] = []
      return [
        ...field.map((element: unknown) => () => elements.push(this.#writer.of(element))),
        () => fields.push(`${JSON.stringify(key)}:[${elements.join()}]`),
      ]
    })
    await withBreaths(steps)
    return `{${fields.join()}}`
  }
}

export const keptLine = (courseId: string, line: string): string => `{"courseId":"${courseId}",${line}}`
/** Lines as they stand in the database. */
export const packLines = (lines: readonly string[]): Promise<Buffer> => compress(Buffer.from(lines.join('\n')), HOW)
export async function linesIn(packed: Buffer): Promise<KeptLine[]> {
  const lines: KeptLine[] = []
  const texts = (await decompress(packed)).toString().split('\n')
  await withBreaths(texts.map((text) => () => lines.push(JSON.parse(text) as KeptLine)))
  return lines
}

/** What some courses are decided on, kept in one: answers its id, for the courses' rows. */
export async function keepDecided(
  db: Database,
  holdingId: string,
  courses: readonly (Decided & { readonly id: string })[],
  transaction: Transaction,
): Promise<string> {
  const [id, lines, all] = [v7(), new Lines(), [] as string[]]
  for (const course of courses) all.push(keptLine(course.id, await lines.next(course)))
  await db.model('decided').create({ id, holdingId, lines: await packLines(all) }, { transaction })
  return id
}

/** What each of some courses was decided on, by its id. */
export async function decidedOf(
  db: Database,
  courses: readonly (Pick<RowOf<'courses'>, 'id' | 'decidedId'> & Partial<Decided>)[],
  transaction?: Transaction,
): Promise<Map<string, Decided>> {
  const found = new Map<string, Decided>()
  for (const { id, decidedId, situation, answer } of courses) if (!decidedId) found.set(id, { situation, answer })
  const wanted = new Set(courses.map((c) => c.id))
  const ids = [...new Set(courses.flatMap((c) => c.decidedId ?? []))]
  for (const { lines } of await db.model('decided').findAll({ where: { id: ids }, raw: true, ...(transaction && { transaction }) })) {
    const reader = new SharedReader()
    const steps = (await linesIn(lines)).map((line) => () => {
      reader.take(line.shared)
      if (wanted.has(line.courseId)) found.set(line.courseId, { situation: reader.read(line.situation), answer: reader.read(line.answer) })
    })
    await withBreaths(steps)
  }
  return found
}

/**
 * Packs rows of before, a decision at a time, until there are none left or `enough` says so; answers how many courses. Any number of
 * processes may do it at once. The demo's stay in the open: each visitor's copy is the same text with ids of its own (demo/visit.ts).
 */
export async function packOld(db: Database, enough: () => boolean = () => false): Promise<number> {
  let packed = 0
  while (!enough()) {
    const done = await db.sequelize.transaction(async (transaction) => {
      const [decision] = await db.sequelize.query<{ id: string; holdingId: string }>(
        `SELECT d.id, d.holding_id AS "holdingId" FROM decisions d JOIN holdings h ON h.id = d.holding_id
          WHERE NOT h.demo AND EXISTS (SELECT 1 FROM courses c WHERE c.decision_id = d.id AND c.decided_id IS NULL)
          LIMIT 1 FOR UPDATE OF d SKIP LOCKED`,
        { type: QueryTypes.SELECT, transaction },
      )
      if (!decision) return 0
      const courses = await db.model('courses').findAll({
        where: { decisionId: decision.id, decidedId: null },
        attributes: ['id', 'situation', 'answer'],
        order: ['id'],
        transaction,
        raw: true,
      })
      const decidedId = await keepDecided(db, decision.holdingId, courses, transaction)
      await db.model('courses').update({ decidedId, situation: null, answer: null }, { where: { id: courses.map((c) => c.id) }, transaction })
      return courses.length
    })
    packed += done
    if (done === 0) break
  }
  return packed
}
