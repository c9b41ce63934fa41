/** A yard weighed in its worker: cells for the day, the plan for the colonies chosen, the picture over eight weeks. */
import { wrap, type Remote } from 'comlink'
import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { overAndFree, type YardState } from '@thistle/core/holding'
import { HORIZON } from '@thistle/core/match'
import type { TreatmentKey } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import type { PlanInHand, YardCase, YardCell, YardWeeks, YardWorker } from './yard.worker.ts'

const AT_A_STROKE = 5
/** What says the same as before is the same: nothing is drawn anew for it. */
function asBefore(found: readonly YardCell[], before: ReadonlyMap<TreatmentKey, YardCell> | undefined): ReadonlyMap<TreatmentKey, YardCell> {
  const same = (one: YardCell, other: YardCell | undefined) =>
    other?.verdict === one.verdict && other.earliest === one.earliest && other.why === one.why
  return new Map(
    found.map((cell) => {
      const was = before?.get(cell.treatment)
      return [cell.treatment, was && same(cell, was) ? was : cell]
    }),
  )
}
const nextTask = () => new Promise<void>((resolve) => setTimeout(resolve))

export function useYardMatch(yard: Ref<YardState | null>, day: Ref<Day>) {
  const worker = new Worker(new URL('./yard.worker.ts', import.meta.url), { type: 'module' })
  const remote: Remote<YardWorker> = wrap<YardWorker>(worker)
  onScopeDispose(() => worker.terminate())

  const cells = shallowRef<ReadonlyMap<string, ReadonlyMap<TreatmentKey, YardCell>>>(new Map())
  /** What was weighed last; `cells` are drawn after it. */
  const weighed = shallowRef<ReadonlyMap<string, ReadonlyMap<TreatmentKey, YardCell>>>(new Map())
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
      weighed.value = new Map(list.map((c, i) => [c.id, asBefore(found[i] ?? [], cells.value.get(c.id))]))
      // A few colonies at a stroke, so that the page answers in between.
      const shown = new Map([...cells.value].filter(([id]) => weighed.value.has(id)))
      for (const [n, [id, of]] of [...weighed.value].entries()) {
        shown.set(id, of)
        if (n % AT_A_STROKE === AT_A_STROKE - 1) {
          cells.value = new Map(shown)
          await nextTask()
          if (mine !== run) return
        }
      }
      cells.value = weighed.value
      busy.value = false
    },
    { immediate: true },
  )
  watch([weighed, chosen, only, people], async () => {
    if (weighed.value.size === 0) return
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
  return { cells, weighed, chosen, only, people, plan, weeks, busy, over, lookAhead }
}
