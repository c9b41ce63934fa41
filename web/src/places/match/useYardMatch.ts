/** A yard weighed in its worker: cells for the day, the plan for the colonies chosen, the picture over eight weeks. */
import { wrap, type Remote } from 'comlink'
import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { overAndFree, type YardState } from '@thistle/core/holding'
import { HORIZON } from '@thistle/core/match'
import type { TreatmentKey } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import type { PlanInHand, YardCase, YardCell, YardWeeks, YardWorker } from './yard.worker.ts'

export function useYardMatch(yard: Ref<YardState | null>, day: Ref<Day>) {
  const worker = new Worker(new URL('./yard.worker.ts', import.meta.url), { type: 'module' })
  const remote: Remote<YardWorker> = wrap<YardWorker>(worker)
  onScopeDispose(() => worker.terminate())

  const cells = shallowRef<ReadonlyMap<string, ReadonlyMap<TreatmentKey, YardCell>>>(new Map())
  const chosen = ref<readonly string[]>([])
  const only = ref<TreatmentKey | null>(null)
  const people = ref(1)
  const plan = shallowRef<PlanInHand | null>(null)
  const weeks = shallowRef<readonly YardWeeks[] | null>(null)
  const busy = ref(true)

  const cases = computed<YardCase[]>(() =>
    (yard.value?.row ?? []).map((s) => ({ id: s.colony.id, situation: { ...s.situation, startOn: day.value } })),
  )
  /** Colonies over their limit with nothing in hand: what a plan is usually made for. */
  const over = computed(() => overAndFree(yard.value?.row ?? []).map((s) => s.colony.id))
  watch(
    () => yard.value?.yard.id,
    () => {
      chosen.value = over.value
      only.value = null
      weeks.value = null
    },
    { immediate: true },
  )

  let run = 0
  watch(
    cases,
    async (list) => {
      const mine = ++run
      busy.value = true
      const found = await remote.weigh(list)
      if (mine !== run) return
      cells.value = new Map(list.map((c, i) => [c.id, new Map((found[i] ?? []).map((cell) => [cell.treatment, cell]))]))
      busy.value = false
    },
    { immediate: true },
  )
  watch([cells, chosen, only, people], async () => {
    if (cells.value.size === 0) return
    const mine = run
    const made = await remote.plan([...chosen.value], people.value, only.value)
    if (mine === run) plan.value = made
  })
  let looking = 0
  async function lookAhead(from: Day): Promise<void> {
    const mine = ++looking
    weeks.value = null
    const found = await remote.weeks([...chosen.value], from, HORIZON)
    if (mine === looking) weeks.value = found
  }
  return { cells, chosen, only, people, plan, weeks, busy, over, lookAhead }
}
