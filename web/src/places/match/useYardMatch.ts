/** A yard weighed in its worker: cells for the day, the plan for the colonies chosen, the picture over eight weeks. */
import { wrap, type Remote } from 'comlink'
import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { overAndFree, type YardState } from '@thistle/core/holding'
import { HORIZON } from '@thistle/core/match'
import type { TreatmentKey } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import type { PlanInHand, YardCase, YardCell, YardWeeks, YardWorker } from './yard.worker.ts'

/** One option's cells, by colony. */
export type OptionCells = ReadonlyMap<string, YardCell>
/** Options drawn in one frame. */
const AT_A_STROKE = 3
/** What says the same as before is the same: nothing is drawn anew for it. */
function asBefore(found: OptionCells, before: OptionCells | undefined): OptionCells {
  const same = (one: YardCell, other: YardCell | undefined) => other?.fit === one.fit && other.fitFrom === one.fitFrom && other.why === one.why
  let moved = found.size !== before?.size
  const kept = new Map<string, YardCell>()
  for (const [id, cell] of found) {
    const was = before?.get(id)
    const stays = was && same(cell, was)
    kept.set(id, stays ? was : cell)
    moved ||= !stays
  }
  return moved || !before ? kept : before
}
/** The colonies' cells, turned to the options' rows. */
function rowsOf(cases: readonly YardCase[], found: readonly (readonly YardCell[])[]): Map<TreatmentKey, Map<string, YardCell>> {
  const rows = new Map<TreatmentKey, Map<string, YardCell>>()
  for (const [i, { id }] of cases.entries())
    for (const cell of found[i] ?? []) {
      const row = rows.get(cell.treatment) ?? new Map<string, YardCell>()
      rows.set(cell.treatment, row.set(id, cell))
    }
  return rows
}
/** After the next frame, so that the page answers in between. */
const nextFrame = () => new Promise<void>((resolve) => requestAnimationFrame(() => setTimeout(resolve)))

export function useYardMatch(yard: Ref<YardState | null>, day: Ref<Day>) {
  const worker = new Worker(new URL('./yard.worker.ts', import.meta.url), { type: 'module' })
  const remote: Remote<YardWorker> = wrap<YardWorker>(worker)
  onScopeDispose(() => worker.terminate())

  const cells = shallowRef<ReadonlyMap<TreatmentKey, OptionCells>>(new Map())
  /** What was weighed last; `cells` are drawn after it. */
  const weighed = shallowRef<ReadonlyMap<TreatmentKey, OptionCells>>(new Map())
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
      // Reading what came is a task of its own.
      await nextFrame()
      if (mine !== run) return
      weighed.value = new Map([...rowsOf(list, found)].map(([key, row]) => [key, asBefore(row, cells.value.get(key))]))
      const other = [...weighed.value].filter(([key, row]) => cells.value.get(key) !== row)
      for (let from = 0; from < other.length; from += AT_A_STROKE) {
        await nextFrame()
        if (mine !== run) return
        cells.value = new Map([...cells.value, ...other.slice(from, from + AT_A_STROKE)])
      }
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
