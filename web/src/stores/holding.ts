import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { v7 } from 'uuid'
import {
  todayOfYards,
  USUAL_PREFERENCES,
  type Preferences,
  type ColonyState,
  type SettingsRecord,
  type YardRecord,
  type YardState,
} from '@thistle/core/holding'
import { addDays, type Day } from '@thistle/core/time'
import { sayTemperature } from '@thistle/core/units'
import { sayAs } from '@thistle/core/words'
import { stateOf, workAhead } from './states.ts'
import { dateStyle, readingDay, localDay } from '../look/dates.ts'
import { chosenTheme } from '../look/light.ts'
import { call } from '../server/call.ts'
import { useConnection } from './connection.ts'

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
  }
  readonly settings: SettingsRecord
}

/** A new row's id: made here, so that sending it twice makes one row. */
export const newId = (): string => v7()

/** Everything of the holding in view, and the one road by which it is changed. */
export const useHolding = defineStore('holding', () => {
  const connection = useConnection()
  // Always replaced whole: the core reads plain objects, and workers are handed them as they are.
  const me = shallowRef<Me | null>(null)
  const yards = shallowRef<readonly YardRecord[]>([])
  const loaded = ref(false)
  const chosenYard = ref<string | null>(null)
  const chosenDay = ref<Day | null>(null)

  const settings = computed(() => me.value?.settings ?? null)
  const states = computed<readonly YardState[]>(() => (settings.value ? yards.value.map((y) => stateOf(y, settings.value as SettingsRecord)) : []))
  const yard = computed(() => states.value.find((s) => s.yard.id === chosenYard.value) ?? states.value[0] ?? null)
  const today = computed<Day>(() => yard.value?.yard.today ?? me.value?.holding.livesOn ?? localDay(new Date()))
  const day = computed<Day>({ get: () => chosenDay.value ?? today.value, set: (d) => (chosenDay.value = d === today.value ? null : d) })
  const jobs = computed(() => todayOfYards(states.value))
  const preferences = computed<Preferences>(() => me.value?.keeper.preferences ?? USUAL_PREFERENCES)
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

  async function load(): Promise<void> {
    const [nextMe, nextYards] = await Promise.all([connection.persist<Me>('GET', '/holding'), connection.persist<YardRecord[]>('GET', '/yards')])
    await workAhead(nextYards, nextMe.settings)
    me.value = nextMe
    yards.value = nextYards
    loaded.value = true
  }
  /** Like `load`, but an ended session is told at once instead of being waited for. */
  async function tryLoad(): Promise<void> {
    const [mine, rows] = await Promise.all([call<Me>('GET', '/holding'), call<YardRecord[]>('GET', '/yards')])
    await workAhead(rows, mine.settings)
    me.value = mine
    yards.value = rows
    loaded.value = true
  }
  async function refresh(yardId: string): Promise<void> {
    const next = await connection.persist<YardRecord>('GET', `/yards/${yardId}`)
    yards.value = yards.value.map((y) => (y.id === yardId ? next : y))
  }
  async function put<T>(kind: string, id: string, body: unknown, yardId: string | null): Promise<T> {
    const row = await connection.persist<T>('PUT', `/${kind}/${id}`, body)
    if (yardId) await refresh(yardId)
    return row
  }
  /** Many rows in one stroke: all of them are kept, or none. */
  async function keepRows(rows: Readonly<Record<string, readonly unknown[]>>, yardId: string | null): Promise<void> {
    await connection.persist('POST', '/records', rows)
    if (yardId) await refresh(yardId)
    else await load()
  }
  /** What was done in many colonies, days set, visits planned: in one stroke. Gives the number by which it is undone. */
  async function stroke(rows: Readonly<Record<string, readonly unknown[]>>, yardId: string): Promise<number | null> {
    const { stroke: seq } = await connection.persist<{ stroke: number | null }>('POST', '/rounds', rows)
    await refresh(yardId)
    return seq
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
    const row = await connection.persist<SettingsRecord>('PUT', `/settings/${id}`, body)
    const settings = { ...next, version: row.version }
    await workAhead(yards.value, settings)
    if (me.value) me.value = { ...me.value, settings }
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
    chosenYard,
    settings,
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
    refresh,
    put,
    keepRows,
    keepPastCourses,
    stroke,
    undo,
    saveSettings,
    liveOn,
    forget,
    say,
    degrees,
  }
})
