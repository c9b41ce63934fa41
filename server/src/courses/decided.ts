import { promisify } from 'node:util'
import { brotliCompress, brotliDecompress, constants } from 'node:zlib'
import { QueryTypes } from 'sequelize'
import { withBreaths } from '../api/breaths.ts'
import type { Database } from '../database/index.ts'

const [compress, decompress] = [promisify(brotliCompress), promisify(brotliDecompress)]
/** Twelve kilobytes of a hundred and fifty-five in 2.5 ms; harder is six times as slow for a thirtieth less. */
const HOW = { params: { [constants.BROTLI_PARAM_QUALITY]: 5, [constants.BROTLI_PARAM_MODE]: constants.BROTLI_MODE_TEXT } }

/** What a course was decided on. */
export interface Decided {
  readonly situation: unknown
  readonly answer: unknown
}
/** As it stands in the database: packed, or in a row of before, each for itself. */
export interface KeptDecided extends Partial<Decided> {
  readonly decided: Buffer | null
}

/**
 * An object as JSON, each of its fields, and each element of those that are lists, in a step of its own: the options of an answer are worked
 * out when they are read, all of them together in 60 ms.
 */
async function written(value: object): Promise<string> {
  const fields: string[] = []
  const steps = Object.entries(value).flatMap(([key, field]: [string, unknown]) => {
    if (field === undefined) return []
    if (!Array.isArray(field)) return [() => fields.push(`${JSON.stringify(key)}:${JSON.stringify(field)}`)]
    const elements: string[] = []
    return [
      ...field.map((element: unknown) => () => elements.push(JSON.stringify(element ?? null))),
      () => fields.push(`${JSON.stringify(key)}:[${elements.join()}]`),
    ]
  })
  await withBreaths(steps)
  return `{${fields.join()}}`
}

export const packDecided = async ({ situation, answer }: Decided): Promise<Buffer> =>
  compress(Buffer.from(`{"situation":${JSON.stringify(situation)},"answer":${await written(answer as object)}}`), HOW)

/** As JSON of one object with both. */
export const decidedText = async ({ decided, situation, answer }: KeptDecided): Promise<string> =>
  decided ? (await decompress(decided)).toString() : JSON.stringify({ situation, answer })
export const unpackDecided = async (row: KeptDecided): Promise<Decided> => JSON.parse(await decidedText(row)) as Decided

const AT_ONCE = 20
/**
 * Packs rows of before, some at a time, until there are none left or `enough` says so. Any number of processes may do it at once. The demo's
 * stay in the open: each visitor's copy is the same text with ids of its own (demo/visit.ts).
 */
export async function packOld({ sequelize }: Pick<Database, 'sequelize'>, enough: () => boolean = () => false): Promise<number> {
  let packed = 0
  while (!enough()) {
    const done = await sequelize.transaction(async (transaction) => {
      const rows = await sequelize.query<Decided & { readonly id: string }>(
        `SELECT id, situation, answer FROM courses c WHERE decided IS NULL AND NOT EXISTS (SELECT 1 FROM holdings h WHERE h.id = c.holding_id AND h.demo)
          LIMIT ${AT_ONCE} FOR UPDATE OF c SKIP LOCKED`,
        { type: QueryTypes.SELECT, transaction },
      )
      for (const row of rows)
        await sequelize.query('UPDATE courses SET decided = $2, situation = NULL, answer = NULL WHERE id = $1', {
          bind: [row.id, await packDecided(row)],
          transaction,
        })
      return rows.length
    })
    packed += done
    if (done === 0) break
  }
  return packed
}
