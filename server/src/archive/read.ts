import { createHash, type Hash } from 'node:crypto'
import { open } from 'node:fs/promises'
import { buffer } from 'node:stream/consumers'
import type Joi from 'joi'
import { checkAgainst } from '@thistle/core/bodies'
import { SharedReader, type Parts } from '../courses/shared.ts'
import type { Line as DecidedLine } from '../courses/decided.ts'
import { openPromise as openZip, type Entry, type ZipFile } from 'yauzl'
import { MOST_BYTES } from '../photos/room.ts'
import { Problem } from '../problems/problem.ts'
import { ABOUT, aboutShape, CHECK, checkShape, FORMAT, PARTS, PEOPLE, PHOTOS, sharedShape, type About, type Check } from './parts.ts'

/** The most that is unpacked, bytes, of one line of rows and of all files together: no more than the largest holding makes. */
const MOST_OF_LINE = 4_000_000
const MOST_UNPACKED = 4_000_000_000
const MOST_FILES = 40_000

/** A fault of the file, with the place in it. */
export const faultAt = (place: string, what: string): Problem =>
  new Problem(400, 'archive', `${place === '' ? '' : `${place}: `}${what}`, {
    errors: [{ path: 'file', sentence: `${place === '' ? '' : `${place}: `}${what}` }],
  })

const NOT_OURS = 'This is not an export of a holding from here. Choose the file as it was saved.'
/** What files of this format from before it was there do not have. */
const LATER: ReadonlySet<string> = new Set(PARTS.filter((p) => p.later).map((p) => p.file))
/** Files whose lines say no more what earlier ones have said. */
const SHARED: ReadonlySet<string> = new Set(PARTS.filter((p) => p.written).map((p) => p.file))
const CUT = 'The file is cut off or damaged: its end, which says what is in it, is missing. Take the whole file, or another copy of it.'

const DAMAGED = 'its contents are damaged. Take another copy of the export.'
/** Rows that are handed on at a time, and letters: a course is three hundred times as long as a placement. */
const [AT_ONCE, LETTERS_AT_ONCE] = [500, 4_000_000]

/** A row of the file with the line it stands on. */
export interface Line {
  readonly line: number
  readonly row: Readonly<Record<string, unknown>>
  /** What a course was decided on, as it is written in the file. */
  readonly decided?: DecidedLine
}

/** An archive whose inner order is known to be right: every file it lists is there once, none besides. */
export interface Opened {
  readonly about: About
  readonly check: Check
  /** The rows of a file, checked, some at a time. */
  readonly rows: (file: string, shape: Joi.ObjectSchema) => AsyncGenerator<Line[]>
  /** A photograph's bytes. */
  readonly photo: (id: string) => Promise<Buffer>
  readonly photos: readonly string[]
  readonly close: () => void
}

async function readWhole(zip: ZipFile, entry: Entry): Promise<Buffer> {
  try {
    return await buffer(await zip.openReadStreamPromise(entry))
  } catch {
    throw faultAt(entry.fileName, DAMAGED)
  }
}

function json(place: string, text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    throw faultAt(place, 'this is no JSON. Take the export as it was saved.')
  }
}
function checked<T>(place: string, value: unknown, shape: Joi.ObjectSchema): T {
  const found = checkAgainst<T>(shape, value)
  if (!found.ok) throw faultAt(place, found.faults[0]?.sentence ?? 'it is not as it must be.')
  return found.value
}
/** A row that was checked: what it leaves out is filled, what it says stays as it is said, down to the last field. */
export const checkedRow = (place: string, given: unknown, shape: Joi.ObjectSchema): Line['row'] => ({
  ...checked<Line['row']>(place, given, shape),
  ...(given as Line['row']),
})

/** A row with what earlier ones have told of it already; `reader`: where rows of its file do so. */
function rowSaid(place: string, given: unknown, shape: Joi.ObjectSchema, reader: SharedReader | null): Omit<Line, 'line'> {
  const { shared, ...row } = (given ?? {}) as { shared?: unknown; situation?: unknown; answer?: unknown }
  if (!reader || shared === undefined) {
    reader?.forget()
    return { row: checkedRow(place, given, shape) }
  }
  const parts = checked<Parts>(`${place}: shared`, shared, sharedShape)
  try {
    reader.take(parts)
    const whole = { ...row, situation: reader.read(row.situation), answer: reader.read(row.answer) }
    return { row: checkedRow(place, whole, shape), decided: { shared: parts, situation: row.situation, answer: row.answer } }
  } catch (fault) {
    throw fault instanceof Problem ? fault : faultAt(place, `${fault instanceof Error ? fault.message : 'it cannot be read'}.`)
  }
}

async function beginsAsZip(path: string): Promise<boolean> {
  const file = await open(path)
  try {
    const { buffer: first } = await file.read(Buffer.alloc(2), 0, 2, 0)
    return first.toString('latin1') === 'PK'
  } finally {
    await file.close()
  }
}

/** Opens an archive and holds its list of contents against what is in it. */
export async function openArchive(path: string): Promise<Opened> {
  let zip: ZipFile
  const entries = new Map<string, Entry>()
  try {
    zip = await openZip(path, { lazyEntries: true, autoClose: false })
  } catch {
    throw faultAt('', (await beginsAsZip(path)) ? CUT : NOT_OURS)
  }
  try {
    let unpacked = 0
    for await (const entry of zip.eachEntry()) {
      if (entries.has(entry.fileName)) throw faultAt(entry.fileName, 'it is in the archive twice.')
      entries.set(entry.fileName, entry)
      unpacked += entry.uncompressedSize
      if (unpacked > MOST_UNPACKED || entries.size > MOST_FILES) throw faultAt('', 'There is more in this file than any holding has.')
    }
    const [front, end] = [entries.get(ABOUT), entries.get(CHECK)]
    if (!front || !end) throw faultAt(front ? CHECK : ABOUT, `it is missing. ${NOT_OURS}`)
    if (front.uncompressedSize > MOST_OF_LINE || end.uncompressedSize > 10 * MOST_OF_LINE) throw faultAt('', NOT_OURS)
    const frontText = (await readWhole(zip, front)).toString('utf8')
    const about = checked<About>(ABOUT, json(ABOUT, frontText), aboutShape)
    if (about.version > FORMAT)
      throw faultAt(
        ABOUT,
        `the file is of format ${about.version}, made by a newer release than this one, which reads up to ${FORMAT}. Bring this server up to date first.`,
      )
    const check = checked<Check>(CHECK, json(CHECK, (await readWhole(zip, end)).toString('utf8')), checkShape)
    const wanted = new Set([ABOUT, PEOPLE, ...PARTS.map((p) => p.file)])
    for (const name of new Set([...Object.keys(check.files), ...wanted]))
      if (!entries.has(name) && !(LATER.has(name) && !check.files[name])) throw faultAt(name, 'it is missing from the archive.')
    for (const name of entries.keys()) {
      if (name !== CHECK && !check.files[name]) throw faultAt(name, `it is not in the list of ${CHECK}: it was put in afterwards.`)
      if (name !== CHECK && !wanted.has(name) && !name.startsWith(PHOTOS)) throw faultAt(name, 'a file of this name is not known here.')
    }
    sumIsRight(ABOUT, createHash('sha256').update(frontText).digest('hex'), check)
    return opened(zip, entries, about, check)
  } catch (fault) {
    zip.close()
    throw fault instanceof Problem ? fault : faultAt('', CUT)
  }
}

function sumIsRight(name: string, sum: string, check: Check): void {
  if (check.files[name]?.sha256 !== sum) throw faultAt(name, 'its contents are not those that were exported: the file was altered.')
}

function entryOf(entries: ReadonlyMap<string, Entry>, name: string): Entry {
  const entry = entries.get(name)
  if (!entry) throw faultAt(name, 'it is missing from the archive.')
  return entry
}

/** The lines of a file, without their ends; a last line without an end is one too. */
async function* linesOf(source: AsyncIterable<unknown>, name: string, hash: Hash): AsyncGenerator<string> {
  let rest: Buffer[] = []
  let length = 0
  for await (const piece of source) {
    const bytes = piece as Buffer
    hash.update(bytes)
    let from = 0
    for (let end = bytes.indexOf(10); end >= 0; end = bytes.indexOf(10, from)) {
      yield Buffer.concat([...rest, bytes.subarray(from, end)]).toString('utf8')
      rest = []
      length = 0
      from = end + 1
    }
    rest.push(bytes.subarray(from))
    length += bytes.length - from
    if (length > MOST_OF_LINE) throw faultAt(name, 'a line in it is too long for a row.')
  }
  if (length > 0) yield Buffer.concat(rest).toString('utf8')
}

function opened(zip: ZipFile, entries: ReadonlyMap<string, Entry>, about: About, check: Check): Opened {
  const photos = [...entries.keys()].filter((n) => n.startsWith(PHOTOS)).map((n) => n.slice(PHOTOS.length).replace(/\.jpg$/, ''))

  async function* rows(name: string, shape: Joi.ObjectSchema): AsyncGenerator<Line[]> {
    if (LATER.has(name) && !entries.has(name)) return
    const hash = createHash('sha256')
    let [line, long] = [0, 0]
    let some: Line[] = []
    const reader = SHARED.has(name) ? new SharedReader() : null
    try {
      for await (const text of linesOf(await zip.openReadStreamPromise(entryOf(entries, name)), name, hash)) {
        line += 1
        const given = json(`${name}, line ${line}`, text)
        some.push({ line, ...rowSaid(`${name}, line ${line}`, given, shape, reader) })
        long += text.length
        if (some.length === AT_ONCE || long > LETTERS_AT_ONCE) {
          yield some
          some = []
          long = 0
        }
      }
    } catch (fault) {
      throw fault instanceof Problem ? fault : faultAt(line === 0 ? name : `${name}, after line ${line}`, DAMAGED)
    }
    if (some.length > 0) yield some
    sumIsRight(name, hash.digest('hex'), check)
    const said = check.files[name]?.rows
    if (said !== line) throw faultAt(name, `it has ${line} rows and should have ${said ?? 'none'}.`)
  }

  return {
    about,
    check,
    rows,
    photos,
    photo: async (id) => {
      const name = `${PHOTOS}${id}.jpg`
      const entry = entryOf(entries, name)
      if (entry.uncompressedSize > MOST_BYTES) throw faultAt(name, 'it is over 20 MB, the most that is taken.')
      const bytes = await readWhole(zip, entry)
      sumIsRight(name, createHash('sha256').update(bytes).digest('hex'), check)
      return bytes
    },
    close: () => zip.close(),
  }
}
