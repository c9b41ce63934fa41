/** Exports as somebody outside reads and makes them. */
import { createHash } from 'node:crypto'
import { buffer } from 'node:stream/consumers'
import { ZipArchive } from 'archiver'
import { fromBufferPromise } from 'yauzl'
import type { Client } from './harness.ts'

/** The bytes of an answer, whatever their type. */
const raw = (response: unknown, done: (fault: Error | null, bytes: Buffer | null) => void): void =>
  void buffer(response as NodeJS.ReadableStream).then(
    (bytes) => done(null, bytes),
    (fault: Error) => done(fault, null),
  )

export async function exported(client: Client): Promise<Buffer> {
  const { body } = await client.get('/api/holding/export').buffer(true).parse(raw).expect(200)
  return body as Buffer
}

/** The files of an archive by their names. */
export async function filesOf(zip: Buffer): Promise<Map<string, Buffer>> {
  const opened = await fromBufferPromise(zip)
  const files = new Map<string, Buffer>()
  for await (const entry of opened.eachEntry()) files.set(entry.fileName, await buffer(await opened.openReadStreamPromise(entry)))
  return files
}

export type Rows = Record<string, unknown>[]
export const rowsIn = (files: ReadonlyMap<string, Buffer>, table: string): Rows =>
  String(files.get(`records/${table}.jsonl`) ?? '')
    .split('\n')
    .filter(Boolean)
    .map((line) => JSON.parse(line) as Record<string, unknown>)

/** The courses of an archive as somebody reads them who has docs/holding-archive.md: what earlier lines have told is put in its places. */
export function coursesIn(files: ReadonlyMap<string, Buffer>): Rows {
  let parts: unknown[] = []
  const whole = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(whole)
    if (value === null || typeof value !== 'object') return value
    if ('$' in value) return whole(parts[value.$ as number])
    return Object.fromEntries(Object.entries(value).map(([key, v]) => [key.replace(/^\$\$/, '$'), whole(v)]))
  }
  return rowsIn(files, 'courses').map(({ shared, ...row }) => {
    const told = shared as { from: number; parts: unknown[] }
    parts = [...parts.slice(0, told.from), ...told.parts]
    return { ...row, situation: whole(row.situation), answer: whole(row.answer) }
  })
}

/** The code at the very end of the file. */
export const codeOf = (zip: Buffer): string => /Code: (\w+)$/.exec(zip.subarray(-60).toString('latin1'))?.[1] ?? ''

export async function zipOf(files: ReadonlyMap<string, Buffer>): Promise<Buffer> {
  const zip = new ZipArchive({})
  for (const [name, bytes] of files) zip.append(bytes, { name })
  const [bytes] = await Promise.all([buffer(zip), zip.finalize()])
  return bytes
}

/** An archive with some of its files changed and its list of sums put right: what somebody does who knows how it is made. */
export async function remade(zip: Buffer, change: (files: Map<string, Buffer>) => void): Promise<Buffer> {
  const files = await filesOf(zip)
  change(files)
  const check = JSON.parse(String(files.get('check.json'))) as { files: Record<string, { sha256: string; bytes: number; rows?: number }> }
  check.files = Object.fromEntries(Object.entries(check.files).filter(([name]) => files.has(name)))
  for (const [name, bytes] of files) {
    if (name === 'check.json') continue
    const rows = name.endsWith('.jsonl') ? { rows: String(bytes).split('\n').filter(Boolean).length } : {}
    check.files[name] = { sha256: createHash('sha256').update(bytes).digest('hex'), bytes: bytes.length, ...rows }
  }
  files.set('check.json', Buffer.from(JSON.stringify(check)))
  return zipOf(files)
}

/** Changes the rows of one table of an archive. */
export const withRows = (zip: Buffer, table: string, change: (rows: Rows) => Rows): Promise<Buffer> =>
  remade(zip, (files) => {
    const lines = change(rowsIn(files, table)).map((row) => `${JSON.stringify(row)}\n`)
    files.set(`records/${table}.jsonl`, Buffer.from(lines.join('')))
  })

export const restoring = (client: Client, zip: Buffer, seq?: number) =>
  client
    .post(`/api/holding/restoration${seq === undefined ? '' : `?seq=${seq}`}`)
    .type('application/zip')
    .send(zip)
