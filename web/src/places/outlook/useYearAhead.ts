import { proxy, wrap } from 'comlink'
import { onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import type { PlannedColony, Season, SeasonStep } from '@thistle/core/outlook'
import type { YearWorker } from './year.worker.ts'

/** The season of some colonies, planned anew in a worker with everything that changes of them, until it is stopped. */
export function useYearAhead(colonies: Ref<readonly PlannedColony[]>) {
  const season = shallowRef<Season | null>(null)
  const step = shallowRef<SeasonStep | null>(null)
  const busy = ref(false)
  const failed = ref<string | null>(null)
  let worker: Worker | null = null
  let run = 0
  /** It is stopped where it stands: what it was asked last is asked no more. */
  function stop(): void {
    run += 1
    worker?.terminate()
    worker = null
    busy.value = false
    step.value = null
  }
  async function start(): Promise<void> {
    stop()
    season.value = null
    failed.value = null
    if (colonies.value.length === 0) return
    const mine = run
    busy.value = true
    worker = new Worker(new URL('./year.worker.ts', import.meta.url), { type: 'module' })
    try {
      const found = await wrap<YearWorker>(worker).plan(
        colonies.value,
        proxy((at: SeasonStep) => {
          if (mine === run) step.value = at
        }),
      )
      if (mine === run) season.value = found
    } catch (fault) {
      console.error(fault)
      if (mine === run) failed.value = 'It could not be worked out. Load the page again; what was counted and chosen is kept.'
    } finally {
      if (mine === run) stop()
    }
  }
  // Rows that were read anew and say the same are the same colonies: what was found stands.
  watch(
    () => JSON.stringify(colonies.value),
    () => void start(),
    { immediate: true },
  )
  onScopeDispose(stop)
  return { season, step, busy, failed, start, stop }
}
