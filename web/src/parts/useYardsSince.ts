/** Yards with their records from a day on: what is read without being asked for where it reaches so far, else asked for when it is turned to. */
import type { YardRecord, YardState } from '@thistle/core/holding'
import { addDays, type Day } from '@thistle/core/time'
import { computed, shallowRef, watch } from 'vue'
import { callList } from '../server/call.ts'
import { useConnection } from '../stores/connection.ts'
import { useHolding } from '../stores/holding.ts'
import { stateOf, workAhead } from '../stores/states.ts'
import { useSave } from './useSave.ts'

/** The days that are read without being asked for. */
const NEAR = 400

export function useYardsSince(since: () => Day) {
  const holding = useHolding()
  const { untilDone } = useConnection()
  const older = shallowRef<{ readonly since: Day; readonly yards: readonly YardState[] } | null>(null)
  const { busy: reading, fault, save: ask } = useSave()
  const isNear = (day: Day) => day >= addDays(holding.today, -NEAR)
  const reaches = (day: Day) => older.value !== null && older.value.since <= day
  async function read(day: Day): Promise<void> {
    const { settings } = holding
    if (isNear(day) || !settings) return
    await ask(async () => {
      const yards = await untilDone(() => callList<YardRecord>(`/yards?since=${day}`))
      await workAhead(yards, settings)
      older.value = { since: day, yards: yards.map((y) => stateOf(y, settings)) }
    })
  }
  watch(since, (day) => (reaches(day) ? undefined : read(day)), { immediate: true })
  /** Null while older ones are fetched. */
  const yards = computed(() => (isNear(since()) ? holding.states : reaches(since()) ? (older.value?.yards ?? null) : null))
  /** Reads them anew, where something was written in them. */
  const again = () => read(since())
  return { yards, reading, fault, again }
}
