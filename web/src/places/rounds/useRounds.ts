/** The rounds of the next weeks, drawn in their worker whenever something changes. */
import { wrap, type Remote } from 'comlink'
import { onScopeDispose, ref, shallowRef, watch } from 'vue'
import type { RoundPlan } from '@thistle/core/rounds'
import { useHolding } from '../../stores/holding.ts'
import type { RoundsWorker } from './rounds.worker.ts'

export function useRounds() {
  const holding = useHolding()
  const worker = new Worker(new URL('./rounds.worker.ts', import.meta.url), { type: 'module' })
  const remote: Remote<RoundsWorker> = wrap<RoundsWorker>(worker)
  onScopeDispose(() => worker.terminate())
  const plan = shallowRef<RoundPlan | null>(null)
  const busy = ref(true)
  const failed = ref(false)
  // A worker that cannot be loaded answers nothing: it says so by this alone.
  worker.addEventListener('error', () => {
    failed.value = true
    busy.value = false
  })
  let run = 0
  watch(
    () => [holding.yards, holding.settings] as const,
    async ([yards, settings]) => {
      if (!settings) return
      const mine = ++run
      busy.value = true
      try {
        const found = await remote.draw(yards, settings)
        if (mine === run) plan.value = found
        failed.value = false
      } catch (fault) {
        console.error(fault)
        failed.value = true
      } finally {
        if (mine === run) busy.value = false
      }
    },
    { immediate: true },
  )
  return { plan, busy, failed }
}
