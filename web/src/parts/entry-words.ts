/** What was written on this device, in a keeper's words. */
import { rowsOfEntry, type Entry, type EntryRow, type YardState } from '@thistle/core/holding'
import { sayJob } from '@thistle/core/course'
import type { JobKind } from '@thistle/core/treatments'
import { saySamples } from './state-words.ts'
import { capital } from './words.ts'

type Row = Readonly<Record<string, unknown>>
type Samples = Parameters<typeof saySamples>[0]

/** Whom a row is about: "Alder in Mill Lane"; the yard alone; nothing where it is not known any more. */
function about(yards: readonly YardState[], { kind, id, body }: EntryRow): string {
  for (const { yard, row } of yards) {
    const found = row.find(
      ({ colony }) =>
        colony.id === body?.colonyId ||
        colony.courses.some((c) => kind === 'events' && c.id === body?.courseId) ||
        colony.counts.some((c) => c.id === id),
    )
    if (found) return `${found.colony.name}, ${yard.name}`
    if (body?.yardId === yard.id) return yard.name
  }
  return 'a colony that is not in sight here'
}
const EVENTS: Readonly<Record<string, string>> = {
  found: 'fallen strips found',
  lifted: 'taken out for the heat',
  'laid-again': 'laid in again',
  'round-added': 'one more round',
  set: 'a day set',
  accepted: 'taken as it is',
  cancelled: 'called off',
  'taken-back': 'taken back',
  'pack-noted': 'what the pack says',
  'why-noted': 'why it fell short',
  swarmed: 'swarmed',
  requeened: 'requeened',
  died: 'died',
  merged: 'merged',
  sold: 'sold',
}
function sayEvent(body: Row): string {
  const job = body.job && typeof body.n === 'number' ? sayJob({ job: body.job as JobKind, n: body.n }, true) : null
  const done =
    body.kind === 'done'
      ? job
      : body.kind === 'part'
        ? `${job}, in part`
        : [EVENTS[String(body.kind)] ?? String(body.kind), job].filter(Boolean).join(': ')
  return typeof body.amount === 'number' ? `${done}, ${body.amount}` : String(done)
}
function sayRow({ kind, body }: EntryRow): string {
  if (!body) return kind === 'visits' ? 'a visit given up' : 'taken back'
  switch (kind) {
    case 'counts':
      return `count: ${saySamples((body.samples ?? []) as Samples)}`
    case 'looks':
      return 'an inspection'
    case 'boards':
      return body.takenOn == null ? 'board laid' : 'board taken out'
    case 'jars':
      return `jar of the yard: ${String(body.mites)} mites on ${String(body.bees)} bees`
    case 'visits':
      return 'a visit planned'
    case 'events':
      return sayEvent(body)
  }
}
const MOST_NAMED = 3

/** "Count: 4 mites on 300 bees: Alder, Mill Lane". */
export function sayEntry(entry: Entry, yards: readonly YardState[]): string {
  if (entry.path.startsWith('/photos/')) return 'A photograph'
  const rows = rowsOfEntry(entry) ?? []
  const said = rows.slice(0, MOST_NAMED).map((row) => `${capital(sayRow(row))} (${about(yards, row)})`)
  return [...said, ...(rows.length > MOST_NAMED ? [`and ${rows.length - MOST_NAMED} more`] : [])].join('; ')
}
