/** The phone in the yard: what is written without the network is kept here, and sent in its order once the network is back. */
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { rowsOfEntry, type Entry } from '@thistle/core/holding'
import { call, Refused, refusedBy, sendPhoto, type ProblemDocument } from '../server/call.ts'
import { plainCopy } from '../parts/plain-copy.ts'
import { useConnection } from './connection.ts'
import { KEPT_AS } from './kept-as.ts'
import type { KeptAbout, KeptEntry } from './phone-store.ts'
import { sendAll } from './send-all.ts'
import { clockBehind, serverNow } from './server-clock.ts'

/** Whose it is. */
export interface Whose {
  readonly keeperId: string
  readonly holdingId: string
}
/** So long a write waits for its answer before it is kept here, ms: sending the same again does no harm. */
const PATIENCE = 6000
const store = () => import('./phone-store.ts')
/** What writes to the disk, fetched before it is wanted: where it is, there may be no server. */
export const fetchPhoneStore = async (): Promise<void> => void (await store())
/** Why something that was written stays in the page. */
const CANNOT_KEEP = 'This device has no room to keep it, or does not allow it.'
const NOT_FETCHED = 'This page was opened only just now and has not fetched yet what it keeps things with.'

/** Things in an entry, as a keeper counts them. */
export const thingsIn = (entry: Entry): number => Math.max(1, rowsOfEntry(entry)?.length ?? 1)
const PHOTO = /^\/photos\/([^?]+)\?colonyId=(.+)$/

/** Whether this device has kept anything; where the browser does not say, it may have. */
async function hasKept(): Promise<boolean> {
  if (typeof indexedDB === 'undefined') return false
  return indexedDB.databases ? (await indexedDB.databases()).some((d) => d.name === KEPT_AS) : true
}
/** Several pages of one device send in turn: what one has sent is no other's to send. */
const inTurn = <T>(work: () => Promise<T>): Promise<T> =>
  'locks' in navigator ? (navigator.locks.request('round-thistle-sending', work) as Promise<T>) : work()

export const usePhone = defineStore('phone', () => {
  const connection = useConnection()
  const whose = shallowRef<Whose | null>(null)
  const entries = shallowRef<readonly KeptEntry[]>([])
  const others = ref(0)
  const sending = ref(false)
  /** When what is shown was read, where it was read from this phone; null: it comes from the server. */
  const asOf = ref<number | null>(null)
  /** Why nothing can be kept on this device; null where it can. */
  const noRoom = ref<string | null>(null)
  /** What is done with yards once entries are with the server. */
  let afterSending: () => Promise<void> = () => Promise.resolve()

  const waiting = computed(() => entries.value.filter((e) => e.state === 'waiting'))
  const stuck = computed(() => entries.value.filter((e) => e.state === 'stuck'))
  const things = computed(() => entries.value.reduce((sum, e) => sum + thingsIn(e), 0))

  const readAll = (): Promise<KeptEntry[]> =>
    store()
      .then((s) => s.phoneStore().entries.orderBy('n').toArray())
      .catch(() => [])
  /** Begun while the server is asked, where this device has kept anything before: a first visit fetches nothing for it. */
  let early: Promise<KeptEntry[]> | null = hasKept().then((has) => (has ? readAll() : []))

  /** Takes up what waits for this keeper in this holding; `then` is done once some of it was sent. */
  async function open(who: Whose, then: () => Promise<void>): Promise<void> {
    afterSending = then
    if (whose.value?.keeperId === who.keeperId && whose.value.holdingId === who.holdingId) return
    whose.value = who
    takeUp(await (early ?? readAll()))
    early = null
    if (waiting.value.length > 0) void send()
  }
  async function reread(): Promise<void> {
    takeUp(await readAll())
  }
  function takeUp(all: readonly KeptEntry[]): void {
    const who = whose.value
    if (!who) return
    entries.value = all.filter((e) => e.keeperId === who.keeperId && e.holdingId === who.holdingId)
    others.value = all.length - entries.value.length
  }

  /** Writes an entry down on this device. Throws where it has no room. */
  async function keep(entry: Entry, photo: { id: string; colonyId: string; blob: Blob } | null = null): Promise<void> {
    const who = whose.value
    if (!who) throw new Error('an entry of nobody')
    // As it is sent: forms hand in what no database takes as it is.
    const kept = { ...who, ...plainCopy(entry), at: serverNow(), state: 'waiting', status: null, fault: null, current: null } as const
    let why = NOT_FETCHED
    try {
      const { phoneStore } = await store()
      why = CANNOT_KEEP
      const db = phoneStore()
      await db.transaction('rw', db.entries, db.photos, async () => {
        if (photo) await db.photos.put(photo)
        await db.entries.add(kept as Omit<KeptEntry, 'n'> as KeptEntry)
      })
      noRoom.value = null
    } catch (fault) {
      noRoom.value = `${why} It stays in the page, which must stay open until the server is back.`
      throw fault
    }
    await reread()
    void navigator.storage?.persist?.().catch(() => false)
  }

  /**
   * Sends what is written, or keeps it here where the server is out of reach. True: it is kept here. Throws `Refused` for what the server
   * does not take.
   */
  async function write<T>(entry: Entry): Promise<{ readonly kept: false; readonly answer: T } | { readonly kept: true }> {
    const keeps = whose.value !== null && rowsOfEntry(entry) !== null
    if (!keeps) return { kept: false, answer: await connection.persist<T>(entry.method, entry.path, entry.body) }
    if (waiting.value.length > 0) return keepOrWait<T>(entry)
    try {
      if (navigator.onLine === false) throw new Refused(0, '')
      return { kept: false, answer: await call<T>(entry.method, entry.path, entry.body, PATIENCE) }
    } catch (fault) {
      if (fault instanceof Refused && fault.isOutage) return keepOrWait<T>(entry)
      if (fault instanceof Refused && fault.status === 401)
        return { kept: false, answer: await connection.persist<T>(entry.method, entry.path, entry.body) }
      throw fault
    }
  }
  async function keepOrWait<T>(entry: Entry): Promise<{ readonly kept: false; readonly answer: T } | { readonly kept: true }> {
    try {
      await keep(entry)
    } catch {
      return { kept: false, answer: await connection.persist<T>(entry.method, entry.path, entry.body) }
    }
    void send()
    return { kept: true }
  }
  /** Sends a photograph, or keeps it here. */
  async function writePhoto(id: string, colonyId: string, blob: Blob): Promise<void> {
    try {
      if (navigator.onLine === false || waiting.value.length > 0) throw new Refused(0, '')
      await sendPhoto(id, colonyId, blob)
    } catch (fault) {
      if (!(fault instanceof Refused && fault.isOutage) || !whose.value) {
        if (fault instanceof Refused && fault.status === 401) return connection.untilDone(() => sendPhoto(id, colonyId, blob))
        throw fault
      }
      try {
        await keep({ method: 'PUT', path: `/photos/${id}?colonyId=${colonyId}`, body: null }, { id, colonyId, blob })
      } catch {
        return connection.untilDone(() => sendPhoto(id, colonyId, blob))
      }
      void send()
    }
  }
  /** A photograph that is kept here; null where it is not. */
  const photoHere = (id: string): Promise<Blob | null> =>
    store()
      .then((s) => s.phoneStore().photos.get(id))
      .then((found) => found?.blob ?? null)
      .catch(() => null)

  async function sendOne(entry: KeptEntry): Promise<void> {
    const [, id, colonyId] = PHOTO.exec(entry.path) ?? []
    const { phoneStore } = await store()
    const db = phoneStore()
    if (id && colonyId) {
      const photo = await db.photos.get(id)
      if (photo) await sendPhoto(id, colonyId, photo.blob)
    } else await call(entry.method, entry.path, entry.body ?? undefined)
    await db.transaction('rw', db.entries, db.photos, async () => {
      await db.entries.delete(entry.n)
      if (id) await db.photos.delete(id)
    })
    entries.value = entries.value.filter((e) => e.n !== entry.n)
  }
  /** Sends some at once and lets go of what is taken. */
  async function sendMany(some: readonly KeptEntry[]): Promise<readonly (Refused | null)[]> {
    const { answers } = await call<{ answers: readonly { readonly status: number; readonly problem?: ProblemDocument }[] }>('POST', '/kept', {
      entries: some.map(({ method, path, body }) => ({ method, path, body: body ?? null })),
    })
    const became = answers.map((a, i) => (a.problem ? refusedBy(a.status, a.problem, some[i]?.body ?? null) : null))
    const taken = some.filter((_, i) => became[i] === null).map((e) => e.n)
    const { phoneStore } = await store()
    await phoneStore().entries.bulkDelete(taken)
    const gone = new Set(taken)
    entries.value = entries.value.filter((e) => !gone.has(e.n))
    return became
  }
  const mayGoAlong = (entry: KeptEntry): boolean => !PHOTO.test(entry.path)
  const mark = async (entry: KeptEntry, change: Partial<KeptEntry>) => {
    const { phoneStore } = await store()
    await phoneStore().entries.update(entry.n, change)
  }
  /** One of many rows that the server does not take holds up the others: each for itself, then, and one alone as what it is. */
  async function split(entry: KeptEntry): Promise<boolean> {
    const rows = rowsOfEntry(entry) ?? []
    if (entry.method !== 'POST' || rows.length === 0) return false
    const { phoneStore } = await store()
    const db = phoneStore()
    const { n, ...rest } = entry
    await db.transaction('rw', db.entries, async () => {
      await db.entries.delete(n)
      for (const [i, { kind, id, body, version }] of rows.entries()) {
        const { id: _id, ...given } = (body ?? {}) as Record<string, unknown>
        const single: Entry = body
          ? { method: 'PUT', path: `/${kind}/${id}`, body: given }
          : { method: 'DELETE', path: `/${kind}/${id}?version=${version ?? ''}`, body: null }
        // Between this entry and the next.
        await db.entries.add({ ...rest, ...single, n: n + (i + 1) / (rows.length + 1) })
      }
    })
    await reread()
    return true
  }

  let again = false
  /** Sends what waits, for as long as the server is there and takes something of it. */
  async function send(): Promise<void> {
    if (sending.value) {
      again = true
      return
    }
    sending.value = true
    let sent = false
    try {
      sent = await inTurn(sendWaiting)
    } catch (fault) {
      sent = Boolean((fault as { sent?: boolean }).sent)
      await reread()
      if (!(fault instanceof Refused)) console.error(fault)
      else if (fault.isEndedElsewhere) return
      // Whoever signs in may be another: what waits is taken up anew for them.
      else if (fault.status === 401) void connection.untilSignedIn().then(readAfter).then(send)
      else if (fault.status === 429) setTimeout(() => void send(), 5000)
      else void connection.untilBack(fault.message || null).then(send)
    } finally {
      sending.value = false
    }
    if (sent) await readAfter()
  }
  /** What cannot be read now is read at the next chance: what was sent is sent. */
  const readAfter = (): Promise<void> => afterSending().catch(() => undefined)
  /** True where something was sent; what is refused waits for the keeper's word. */
  async function sendWaiting(): Promise<boolean> {
    let sent = false
    await reread()
    try {
      do {
        again = false
        const done = await sendAll<KeptEntry>({ waiting: () => waiting.value, stuck: () => stuck.value, send: sendOne, sendMany, mayGoAlong, split })
        sent ||= done.sent
        for (const [entry, fault] of done.refused)
          await mark(entry, { state: 'stuck', status: fault.status, fault: fault.message, current: fault.current ?? null })
        await reread()
      } while (again && waiting.value.length > 0)
    } catch (fault) {
      throw Object.assign(fault as object, { sent: sent || Boolean((fault as { sent?: boolean }).sent) })
    }
    return sent
  }

  /** What becomes of something that the server did not take: `body` in its place, sent anew; null: it is let go. */
  async function settle(entry: KeptEntry, change: Pick<Entry, 'method' | 'path' | 'body'> | null): Promise<void> {
    const { phoneStore } = await store()
    if (change) await phoneStore().entries.update(entry.n, { ...change, state: 'waiting', status: null, fault: null, current: null })
    else {
      await phoneStore().entries.delete(entry.n)
      await phoneStore().photos.delete(PHOTO.exec(entry.path)?.[1] ?? '')
    }
    await reread()
    if (change) await send()
    else await readAfter()
  }

  /** Yards as they were put on the disk from here last: what was read anew and is the same is not written again. */
  const onDisk = new Map<string, unknown>()
  async function putYard(yard: { readonly id: string }): Promise<void> {
    await (await store()).phoneStore().yards.put({ id: yard.id, yard })
    onDisk.set(yard.id, yard)
  }
  /** Keeps the yards as they were read, so that the page opens where there is no network. */
  async function keepYards(me: unknown, yards: readonly { readonly id: string }[]): Promise<void> {
    const who = whose.value
    if (!who || typeof indexedDB === 'undefined') return
    try {
      const { phoneStore } = await store()
      const db = phoneStore()
      const about: KeptAbout = { key: 'about', ...who, at: serverNow(), behind: clockBehind(), me, yardIds: yards.map((y) => y.id) }
      // Another window may have cleared the disk meanwhile, or put another holding there.
      const there = await db.about.get('about')
      if (there?.key !== 'about' || there.holdingId !== who.holdingId) onDisk.clear()
      // Yard by yard: the page does not stand still for it.
      for (const yard of yards) if (onDisk.get(yard.id) !== yard) await putYard(yard)
      await db.yards.where('id').noneOf(about.yardIds).delete()
      await db.about.put(about)
    } catch (fault) {
      console.warn('the yards are not kept on this device', fault)
    }
  }
  const keepYard = async (yard: { readonly id: string }): Promise<void> => {
    if (!whose.value || typeof indexedDB === 'undefined') return
    await putYard(yard).catch(() => undefined)
  }
  /** Keeps the rounds as they were drawn. */
  async function keepPlan(plan: unknown): Promise<void> {
    const who = whose.value
    if (!who || typeof indexedDB === 'undefined') return
    await store()
      .then((s) => s.phoneStore().about.put({ key: 'plan', holdingId: who.holdingId, plan }))
      .catch(() => undefined)
  }
  /** The rounds as they were drawn last for the holding in view; null where none are kept. */
  async function readPlan(): Promise<unknown> {
    if (typeof indexedDB === 'undefined') return null
    const kept = await store()
      .then((s) => s.phoneStore().about.get('plan'))
      .catch(() => undefined)
    return kept?.key === 'plan' && kept.holdingId === whose.value?.holdingId ? kept.plan : null
  }
  /** What was kept of the yards; null where nothing is. */
  async function readKept(): Promise<{ readonly about: KeptAbout; readonly yards: readonly unknown[] } | null> {
    if (typeof indexedDB === 'undefined') return null
    try {
      const { phoneStore } = await store()
      const db = phoneStore()
      const about = await db.about.get('about')
      if (about?.key !== 'about') return null
      const rows = new Map((await db.yards.toArray()).map((y) => [y.id, y.yard]))
      return { about, yards: about.yardIds.flatMap((id) => (rows.has(id) ? [rows.get(id)] : [])) }
    } catch {
      return null
    }
  }
  /** The yards are not shown to anybody any more; what waits to be sent stays. */
  async function forgetYards(): Promise<void> {
    onDisk.clear()
    if (typeof indexedDB === 'undefined') return
    await store()
      .then(async (s) => {
        await s.phoneStore().about.clear()
        await s.phoneStore().yards.clear()
      })
      .catch(() => undefined)
  }
  /** Nothing of the keeper stays on this device; what another one has not sent yet does, but where all of it is to go. */
  async function wipe(all: boolean): Promise<void> {
    const mine = entries.value.map((e) => e.n)
    const photos = entries.value.flatMap((e) => PHOTO.exec(e.path)?.[1] ?? [])
    const rest = others.value
    whose.value = null
    entries.value = []
    asOf.value = null
    if (!(await hasKept())) return
    if (all || rest === 0)
      await store()
        .then((s) => s.wipePhone())
        .catch(() => undefined)
    else {
      await forgetYards()
      const { phoneStore } = await store()
      await phoneStore().entries.bulkDelete(mine)
      await phoneStore().photos.bulkDelete(photos)
    }
  }

  return {
    whose,
    entries,
    waiting,
    stuck,
    others,
    things,
    sending,
    asOf,
    noRoom,
    open,
    write,
    writePhoto,
    photoHere,
    send,
    settle,
    keepYards,
    keepYard,
    keepPlan,
    readPlan,
    readKept,
    forgetYards,
    wipe,
  }
})
