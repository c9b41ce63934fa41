/** In which order what waits is sent, and what is done with what the server does not take. */
import { rowsOfEntry, type Entry } from '@thistle/core/holding'
import { Refused } from '../server/call.ts'

/** Rows that an entry writes: what comes later about the same row waits for it. */
const rowIds = (entry: Entry): readonly string[] => rowsOfEntry(entry)?.map((r) => r.id) ?? [entry.path]

/** So many entries go in one call, and so many letters: the server takes a megabyte. */
const AT_ONCE = { entries: 50, letters: 300_000 } as const

/** Where entries wait, in their order. */
export interface Waiting<E extends Entry> {
  readonly waiting: () => readonly E[]
  /** Entries that wait for the keeper's word. */
  readonly stuck: () => readonly E[]
  /** Sends it and lets it go. Throws `Refused`. */
  readonly send: (entry: E) => Promise<void>
  /** Sends some at once, in their order, and lets those go that are taken; what became of each, null where it was taken. Throws `Refused` where none was looked at. */
  readonly sendMany: (entries: readonly E[]) => Promise<readonly (Refused | null)[]>
  /** Whether it can go with others: a photograph goes alone. */
  readonly mayGoAlong: (entry: E) => boolean
  /** One of many rows that is not taken holds up the others: puts each in the place of all. False where it is one alone. */
  readonly split: (entry: E) => Promise<boolean>
}

/** Takes off the front of a line what goes in one call: up to so many, no row twice, and nothing that is held up. */
function nextOf<E extends Entry>(left: E[], held: ReadonlySet<string>, mayGoAlong: (entry: E) => boolean): E[] {
  const together: E[] = []
  const rows = new Set<string>()
  let letters = 0
  for (let entry = left[0]; entry; entry = left[0]) {
    const ids = rowIds(entry)
    const isHeld = ids.some((id) => held.has(id))
    const long = JSON.stringify(entry.body ?? null).length
    const hasRoom = together.length < AT_ONCE.entries && letters + long <= AT_ONCE.letters
    const fits = together.length === 0 || (hasRoom && mayGoAlong(entry) && !ids.some((id) => rows.has(id)))
    if (!isHeld && !fits) break
    left.shift()
    if (isHeld) continue
    together.push(entry)
    letters += long
    if (!mayGoAlong(entry)) break
    for (const id of ids) rows.add(id)
  }
  return together
}
async function alone<E extends Entry>(line: Waiting<E>, entry: E): Promise<Refused | null> {
  try {
    await line.send(entry)
    return null
  } catch (fault) {
    if (fault instanceof Refused) return fault
    throw fault
  }
}

/** Where the call itself is refused, and not what is in it, each goes alone. */
async function many<E extends Entry>(line: Waiting<E>, together: readonly E[]): Promise<readonly (Refused | null)[]> {
  try {
    return await line.sendMany(together)
  } catch (fault) {
    if (!(fault instanceof Refused) || isPause(fault)) throw fault
    const became: (Refused | null)[] = []
    for (const entry of together) became.push(await alone(line, entry))
    return became
  }
}

/** What is no refusal of the entry itself: the server is away, nobody is signed in, or it is asked too often. */
const isPause = (fault: Refused): boolean => fault.isOutage || fault.status === 401 || fault.status === 429

/**
 * Sends what waits, in its order, for as long as any of it gets through: what leaned on something that came later is sent again once that
 * is there, so that the order of arrival does not matter. Throws where the server does not answer. Gives what it did not take, with why.
 */
export async function sendAll<E extends Entry>(line: Waiting<E>): Promise<{ readonly sent: boolean; readonly refused: ReadonlyMap<E, Refused> }> {
  let sent = false
  for (;;) {
    const held = new Set(line.stuck().flatMap(rowIds))
    const refused = new Map<E, Refused>()
    let through = false
    const turnedDown = async (entry: E, fault: Refused): Promise<void> => {
      if (isPause(fault)) throw fault
      if (await line.split(entry)) through = true
      else {
        for (const id of rowIds(entry)) held.add(id)
        refused.set(entry, fault)
      }
    }
    const left = [...line.waiting()]
    while (left.length > 0) {
      const together = nextOf(left, held, line.mayGoAlong)
      const [first] = together
      if (!first) break
      try {
        const became = together.length > 1 ? await many(line, together) : [await alone(line, first)]
        for (const [i, fault] of became.entries()) {
          const entry = together[i]
          if (fault === null) through = true
          else if (entry) await turnedDown(entry, fault)
        }
      } catch (fault) {
        throw Object.assign(fault as object, { sent: sent || through })
      }
    }
    sent ||= through
    if (!through || line.waiting().length === 0) return { sent, refused }
  }
}
