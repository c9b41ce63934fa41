import { defineStore } from 'pinia'
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { v7 } from 'uuid'
import {
  todayOfYards,
  withEntries,
  type Entry,
  USUAL_PREFERENCES,
  type Preferences,
  type ColonyState,
  type GivenDose,
  type LotRecord,
  type SettingsRecord,
  type YardRecord,
  type YardState,
} from '@thistle/core/holding'
import { dosesNow, shelfOf, stockOf, type Shelf } from '@thistle/core/shelf'
import { addDays, type Day } from '@thistle/core/time'
import { knowOwn, treatmentsWith, type Treatment } from '@thistle/core/treatments'
import { sayTemperature } from '@thistle/core/units'
import { sayAs } from '@thistle/core/words'
import { reused } from './reuse.ts'
import { markOf, stateOf, workAhead } from './states.ts'
import type { KeptPractice } from '@thistle/core/practice'
import { dateStyle, dayIn, readingDay, localDay } from '../look/dates.ts'
import { chosenTheme } from '../look/light.ts'
import { breathe } from '../frame/breath.ts'
import { untilStill, whenIdle } from '../frame/idle.ts'
import { call, callList, forgetLists } from '../server/call.ts'
import { useConnection } from './connection.ts'
import { usePhone } from './phone.ts'
import { serverNow, takeUpClock } from './server-clock.ts'

interface Me {
  readonly keeper: {
    readonly id: string
    readonly name: string
    readonly role: 'owner' | 'helper' | 'reader'
    readonly yards: readonly string[] | null
    readonly preferences: Preferences
  }
  readonly holding: {
    readonly id: string
    readonly name: string
    readonly demo: boolean
    readonly livesOn: Day | null
    readonly livesFrom: Day | null
    readonly livesTo: Day | null
    /** What a season to practise on was drawn from; null of any other holding, left out by a device that kept an older answer. */
    readonly practice?: KeptPractice | null
  }
  readonly settings: SettingsRecord
  readonly lots?: readonly LotRecord[]
  readonly doses?: readonly GivenDose[]
}

/** What is on the shelf by what was ticked; a device that kept an older answer has nothing of it. */
const shelfIn = (mine: Me, rows: readonly YardRecord[]): Shelf =>
  shelfOf(mine.lots ?? [], dosesNow(mine.doses ?? [], rows), rows[0]?.today ?? mine.holding.livesOn ?? localDay(new Date()))

/** A new row's id: made here, so that sending it twice makes one row. */
export const newId = (): string => v7()

/** Yards that are held against those that stand without a breath between. */
const YARDS_AT_ONCE = 12
/** So long after the last reading the yards are kept on this device, ms. */
const KEEP_AFTER = 2000

/** Of the yards that were read those that a place needs before it stands. */
type ChooseFirst = (rows: readonly YardRecord[], holdingId: string) => readonly YardRecord[]

/** Everything of the holding in view, and the one road by which it is changed. */
export const useHolding = defineStore('holding', () => {
  const connection = useConnection()
  const phone = usePhone()
  // Always replaced whole: the core reads plain objects, and workers are handed them as they are.
  const me = shallowRef<Me | null>(null)
  const yards = shallowRef<readonly YardRecord[]>([])
  const loaded = ref(false)
  const chosenYard = ref<string | null>(null)
  const chosenDay = ref<Day | null>(null)

  const shelf = computed<Shelf>(() => (me.value ? shelfIn(me.value, yards.value) : { lots: [], over: {} }))
  /** Settings as they are judged by: with what is on the shelf. */
  const settings = computed<SettingsRecord | null>(() => (me.value ? judgedBy(me.value, shelf.value) : null))
  let last: { readonly raw: SettingsRecord; readonly stock: string; readonly judged: SettingsRecord } | null = null
  /** The same object for as long as nothing in it is another: what was worked out by it stands. */
  function judgedBy({ settings: raw }: Me, on: Shelf): SettingsRecord {
    const own = stockOf(on)
    const stock = JSON.stringify(own)
    if (last?.raw !== raw || last.stock !== stock) last = { raw, stock, judged: { ...raw, stock: { ...raw.stock, ...own } } }
    return last.judged
  }
  /** Every treatment that is offered here: those of the list, and the holding's own. */
  const treatments = computed<readonly Treatment[]>(() => treatmentsWith(me.value?.settings.own))
  const states = computed<readonly YardState[]>(() => (settings.value ? yards.value.map((y) => stateOf(y, settings.value as SettingsRecord)) : []))
  const yard = computed(() => states.value.find((s) => s.yard.id === chosenYard.value) ?? states.value[0] ?? null)
  const today = computed<Day>(() => yard.value?.yard.today ?? me.value?.holding.livesOn ?? localDay(new Date()))
  const day = computed<Day>({ get: () => chosenDay.value ?? today.value, set: (d) => (chosenDay.value = d === today.value ? null : d) })
  const jobs = computed(() => todayOfYards(states.value))
  const preferences = computed<Preferences>(() => ({ ...USUAL_PREFERENCES, ...me.value?.keeper.preferences }))
  const unit = computed(() => preferences.value.temperature)
  const mayWrite = computed(() => me.value?.keeper.role !== 'reader')

  watch(today, (now) => (readingDay.value = now), { immediate: true, flush: 'sync' })
  // What the keeper reads by is set where every screen finds it.
  watch(
    preferences,
    (now) => {
      dateStyle.value = now.dates
      chosenTheme.value = now.theme
    },
    { flush: 'sync' },
  )

  function findColony(id: string): { yard: YardState; state: ColonyState } | null {
    for (const y of states.value) {
      const state = y.row.find((s) => s.colony.id === id)
      if (state) return { yard: y, state }
    }
    return null
  }

  /** What a place has done beside the page while it is got ready: rounds are drawn. */
  let beside: Promise<(rows: readonly YardRecord[], by: SettingsRecord) => unknown> | null = null
  /** The yards that the first place is about: the others are worked out once it stands. None chosen: all of them come first. */
  let choose: ChooseFirst = () => []
  /** The yards that are worked out while the others are not yet; null once all are. */
  const firstYards = shallowRef<readonly string[] | null>(null)
  /** Settled once all yards are worked out. */
  let worked: Promise<unknown> = Promise.resolve()
  function firstAbout(chosen: ChooseFirst, draw: typeof beside): void {
    choose = chosen
    beside = draw
  }
  const allWorked = (): Promise<unknown> => worked

  /** Yards that were read anew: those in which nothing is another stay what they are, and what was worked out by them with them. */
  async function asTheyStand(read: readonly YardRecord[]): Promise<readonly YardRecord[]> {
    const before = new Map(yards.value.map((y) => [y.id, y]))
    if (before.size === 0) return read
    const made: YardRecord[] = []
    for (const yard of read) {
      made.push(reused(before.get(yard.id), yard))
      if (made.length % YARDS_AT_ONCE === 0) await breathe()
    }
    return made.length === yards.value.length && made.every((y, i) => y === yards.value[i]) ? yards.value : made
  }

  let [begun, shown] = [0, 0]
  /** How often the server's answer has put other yards in the place of those that this device had kept and shown. */
  const corrected = ref(0)
  /** Takes up what was read, with what is written here and not sent yet; not where what was begun later stands already. */
  async function show(readMe: Me, read: readonly YardRecord[], keptAt: number | null): Promise<void> {
    const mine = ++begun
    await phone.open({ keeperId: readMe.keeper.id, holdingId: readMe.holding.id }, afterSending)
    const nextMe = reused(me.value, readMe)
    knowOwn(nextMe.settings.own)
    const nextYards = await asTheyStand(withEntries(read, phone.waiting))
    const by = judgedBy(nextMe, shelfIn(nextMe, nextYards))
    void beside?.then((draw) => draw(nextYards, by)).catch(() => undefined)
    const first = loaded.value ? [] : choose(nextYards, nextMe.holding.id)
    await workAhead(first.length > 0 ? first : nextYards, by)
    if (mine < shown) return
    shown = mine
    firstYards.value = null
    if (first.length > 0) {
      firstYards.value = first.map((y) => y.id)
      // Not before the place stands.
      worked = untilStill().then(async () => {
        await workAhead(nextYards, by)
        if (shown === mine) firstYards.value = null
      })
    }
    beside = null
    const other = phone.asOf !== null && keptAt === null && markOf(yards.value) !== markOf(nextYards)
    phone.asOf = keptAt
    me.value = nextMe
    yards.value = newestOf(nextYards, mine)
    loaded.value = true
    if (other) corrected.value += 1
  }
  /** How many answers of the server have come. */
  let answers = 0
  /** Once for a row of saves: what is kept is written to the disk of a phone. */
  const keepSoon = useDebounceFn((mine: Me, rows: readonly YardRecord[]) => whenIdle(() => phone.keepYards(mine, rows)), KEEP_AFTER)
  async function fromServer(until: <T>(work: () => Promise<T>) => Promise<T>): Promise<void> {
    const [nextMe, nextYards] = await Promise.all([until(() => call<Me>('GET', '/holding')), until(() => callList<YardRecord>('/yards'))])
    answers += 1
    await show(nextMe, nextYards, null)
    void keepSoon(nextMe, nextYards)
  }
  const load = (): Promise<void> => fromServer((work) => connection.untilDone(work))
  /** Like `load`, but an ended session is told at once instead of being waited for. */
  const tryLoad = (): Promise<void> => fromServer((work) => work())
  /** What is sent is read again, without standing in anybody's way. */
  const afterSending = (): Promise<void> => tryLoad()

  /**
   * The yards as this device kept them; false where it has none, or the server has answered meanwhile. Their day is the one of the server's
   * clock.
   */
  async function loadKept(): Promise<boolean> {
    const before = answers
    const kept = await phone.readKept()
    if (!kept || answers > before) return false
    takeUpClock(kept.about.behind)
    const keptMe = kept.about.me as Me
    // A clock that runs backwards tells nothing: the day stays the one on which it was read.
    const now = new Date(Math.max(serverNow(), kept.about.at))
    const own = keptMe.holding.livesOn === null
    const read = (kept.yards as YardRecord[]).map((y) => (own ? { ...y, today: dayIn(now, y.timeZone) } : y))
    await show(keptMe, read, kept.about.at)
    return true
  }

  async function refresh(yardId: string): Promise<void> {
    // What is written here is shown already; the rest is read once the server is back.
    if (connection.lost && phone.waiting.length > 0) return
    const mine = ++begun
    const next = await connection.persist<YardRecord>('GET', `/yards/${yardId}`)
    void phone.keepYard(next)
    await replace(withEntries([next], phone.waiting), mine)
  }
  /** By the number of the reading that stands of each yard: one that was begun earlier is not put over it. */
  const readings = new Map<string, number>()
  function newestOf(next: readonly YardRecord[], reading: number): readonly YardRecord[] {
    const later = next.filter((y) => (readings.get(y.id) ?? 0) > reading)
    for (const y of next) if (!later.includes(y)) readings.set(y.id, reading)
    if (later.length === 0) return next
    return next.map((y) => (later.includes(y) ? (yards.value.find((now) => now.id === y.id) ?? y) : y))
  }
  /** Puts yards in the place of those of their id, once they are worked out. */
  async function replace(read: readonly YardRecord[], reading: number): Promise<void> {
    const before = new Map(yards.value.map((y) => [y.id, y]))
    const next = read.map((y) => reused(before.get(y.id), y))
    await workAhead(next, settings.value)
    const made = new Map(newestOf(next, reading).map((y) => [y.id, y]))
    if (yards.value.some((y) => made.has(y.id) && made.get(y.id) !== y)) yards.value = yards.value.map((y) => made.get(y.id) ?? y)
  }
  /** Sends what was written, or has it kept on this device and shown as it will be. The answer is null where it is kept here. */
  async function write<T>(entry: Entry, after: () => Promise<void>): Promise<T | null> {
    const done = await phone.write<T>(entry)
    if (done.kept) {
      const written = withEntries(yards.value, phone.waiting)
      await replace(
        written.filter((y, i) => y !== yards.value[i]),
        ++begun,
      )
      return null
    }
    await after()
    return done.answer
  }
  const rereadYard = (yardId: string | null) => async (): Promise<void> => void (yardId && (await refresh(yardId)))

  async function put<T>(kind: string, id: string, body: unknown, yardId: string | null): Promise<T> {
    const row = await write<T>({ method: 'PUT', path: `/${kind}/${id}`, body }, rereadYard(yardId))
    return row ?? ({ id, ...(body as object), version: Number((body as { version?: number | null }).version ?? 0) + 1 } as T)
  }
  /** Many rows in one stroke: all of them are kept, or none. */
  async function keepRows(rows: Readonly<Record<string, readonly unknown[]>>, yardId: string | null): Promise<void> {
    await write({ method: 'POST', path: '/records', body: rows }, yardId ? rereadYard(yardId) : load)
  }
  /** What was done in many colonies, days set, visits planned: in one stroke. Gives the number by which it is undone. */
  async function stroke(rows: Readonly<Record<string, readonly unknown[]>>, yardId: string): Promise<number | null> {
    const done = await write<{ stroke: number | null }>({ method: 'POST', path: '/rounds', body: rows }, rereadYard(yardId))
    return done?.stroke ?? null
  }
  /** Takes a row away. */
  async function takeAway(kind: string, id: string, version: number, yardId: string): Promise<void> {
    await write({ method: 'DELETE', path: `/${kind}/${id}?version=${version}`, body: undefined }, rereadYard(yardId))
  }
  /** Courses of the past, in one stroke. */
  async function keepPastCourses(decisions: readonly unknown[]): Promise<void> {
    await connection.persist('POST', '/past-courses', { decisions })
    await load()
  }
  async function undo(seq: number): Promise<void> {
    await connection.persist('POST', `/changes/${seq}/undo`)
    await load()
  }
  async function saveSettings(next: SettingsRecord): Promise<void> {
    const { id, ...body } = next
    // The shelf is kept for itself.
    const stock = me.value?.settings.stock ?? {}
    const row = await connection.persist<SettingsRecord>('PUT', `/settings/${id}`, { ...body, stock })
    if (!me.value) return
    knowOwn(next.own)
    const mine = { ...me.value, settings: { ...next, stock, version: row.version } }
    await workAhead(yards.value, judgedBy(mine, shelf.value))
    me.value = mine
  }
  /** Writes a lot of the shelf, or takes it away. */
  async function keepLot(id: string, body: unknown): Promise<void> {
    await connection.persist('PUT', `/lots/${id}`, body)
    await load()
  }
  async function dropLot(id: string, version: number): Promise<void> {
    await connection.persist('DELETE', `/lots/${id}?version=${version}`)
    await load()
  }
  async function savePreferences(next: Preferences): Promise<void> {
    const kept = await connection.persist<Preferences>('PUT', '/account/preferences', next)
    if (me.value) me.value = { ...me.value, keeper: { ...me.value.keeper, preferences: kept } }
  }
  async function liveOn(on: Day): Promise<void> {
    await connection.persist('POST', '/holding/date', { on })
    chosenDay.value = null
    await load()
  }
  function forget(): void {
    forgetLists()
    me.value = null
    yards.value = []
    loaded.value = false
    chosenDay.value = null
    chosenYard.value = null
  }
  /** A sentence of the core in the keeper's own units and days. */
  const say = (text: string): string => sayAs(preferences.value, text)
  const degrees = (celsius: number): string => sayTemperature(celsius, unit.value)
  const stripDays = computed<Day[]>(() => Array.from({ length: 28 }, (_, i) => addDays(today.value, i - 5)))

  const { persist } = connection

  return {
    persist,
    me,
    yards,
    loaded,
    corrected,
    chosenYard,
    settings,
    treatments,
    states,
    yard,
    today,
    day,
    jobs,
    unit,
    preferences,
    savePreferences,
    mayWrite,
    stripDays,
    findColony,
    load,
    tryLoad,
    loadKept,
    firstAbout,
    firstYards,
    allWorked,
    takeAway,
    refresh,
    put,
    keepRows,
    keepPastCourses,
    stroke,
    undo,
    saveSettings,
    shelf,
    keepLot,
    dropLot,
    liveOn,
    forget,
    say,
    degrees,
  }
})
