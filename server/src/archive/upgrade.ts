import { open, readFile, stat } from 'node:fs/promises'
import Joi from 'joi'
import { checkAgainst, instant, uuid } from '@thistle/core/bodies'
import { FORMAT, MARK, PARTS, PEOPLE, type About } from './parts.ts'
import { checkedRow, faultAt, type Line, type Opened } from './read.ts'

/** Format 1 was one JSON text with the photographs in it: it is read whole, hence no larger than this, bytes. */
const MOST_OF_FIRST = 200_000_000
const AT_ONCE = 500

type Row = Readonly<Record<string, unknown>>
type Tables = Readonly<Record<string, readonly Row[]>>

const list = () => Joi.array().items(Joi.object().unknown(true)).default([])
const FIRST_NAMES: Readonly<Record<string, string>> = { countSamples: 'samples', weatherDays: 'ownWeather' }
const firstName = (table: string): string => FIRST_NAMES[table] ?? table
const first = Joi.object({
  holding: Joi.number().valid(1).required(),
  id: uuid().required(),
  name: Joi.string().min(1).max(80).required(),
  seq: Joi.number().integer().min(0).required(),
  exportedAt: instant().required(),
  code: Joi.string().max(40),
  keepers: list(),
  ...Object.fromEntries(PARTS.map((p) => [firstName(p.table), p.table === 'settings' ? list().required() : list()])),
})

/** Who wrote: format 1 named those who were in the holding then; of the others it kept the id alone. */
function peopleOf(tables: Tables): Row[] {
  const names = new Map((tables.keepers ?? []).map((k) => [String(k.keeperId), String(k.name)]))
  const wrote = [...(tables.events ?? []), ...(tables.history ?? [])].flatMap((row) => (typeof row.keeperId === 'string' ? [row.keeperId] : []))
  return [...new Set([...names.keys(), ...wrote])].map((id) => ({ id, name: names.get(id) ?? 'Somebody who has left' }))
}

/** A row of format 1 in the fields of format 2. */
function fromFirst(table: string, { base64: _bytes, date, ...row }: Row): Row {
  return table === 'weatherDays' ? { ...row, day: date } : row
}

async function openFirst(path: string): Promise<Opened> {
  if ((await stat(path)).size > MOST_OF_FIRST)
    throw faultAt('', 'This file was made by an early release and is larger than can be read here at once. Write to whoever runs this server.')
  let value: unknown
  try {
    value = JSON.parse(await readFile(path, 'utf8'))
  } catch (fault) {
    throw faultAt('', `This is no export, or not the whole of one: as JSON it is broken (${fault instanceof Error ? fault.message : 'no JSON'}).`)
  }
  const checked = checkAgainst<Tables & Omit<About, 'format' | 'version'>>(first, value)
  if (!checked.ok) throw faultAt('', `This is not an export of a holding from here: ${checked.faults[0]?.sentence ?? ''}`)
  const tables = checked.value
  const { id, name, seq, exportedAt } = tables
  const rowsOf = new Map<string, readonly Row[]>(PARTS.map((p) => [p.file, (tables[firstName(p.table)] ?? []).map((row) => fromFirst(p.table, row))]))
  rowsOf.set(PEOPLE, peopleOf(tables))
  const nameOf = new Map(PARTS.map((p) => [p.file, firstName(p.table)]))
  const pictures = new Map((tables.photos ?? []).map((p) => [String(p.id), String(p.base64)]))

  async function* rows(file: string, shape: Joi.ObjectSchema): AsyncGenerator<Line[]> {
    await Promise.resolve()
    const all = rowsOf.get(file) ?? []
    for (let from = 0; from < all.length; from += AT_ONCE)
      yield all.slice(from, from + AT_ONCE).map((row, i) => {
        const line = from + i + 1
        return { line, row: checkedRow(`${nameOf.get(file) ?? 'keepers'}[${line - 1}]`, row, shape) }
      })
  }

  return {
    about: { format: MARK, version: FORMAT, id, name, seq, exportedAt },
    check: { code: '', files: {} },
    rows,
    photos: [...pictures.keys()],
    photo: (photo) => Promise.resolve(Buffer.from(pictures.get(photo) ?? '', 'base64')),
    close: () => {},
  }
}

/** Opens an export of any release: earlier formats are brought to this one as they are read. */
export async function upgraded(path: string, current: (path: string) => Promise<Opened>): Promise<Opened> {
  const file = await open(path)
  const { bytesRead, buffer } = await file.read(Buffer.alloc(16), 0, 16, 0)
  await file.close()
  const isJson = buffer
    .subarray(0, bytesRead)
    .toString('utf8')
    .replace(/^\uFEFF/, '')
    .trimStart()
    .startsWith('{')
  return isJson ? openFirst(path) : current(path)
}
