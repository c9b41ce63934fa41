import { ref, shallowRef, watch, type Ref } from 'vue'
import type { OutlookPlan, PlannedColony } from '@thistle/core/outlook'
import type { Situation, TreatmentKey } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import type { Ahead, Tried } from './outlook.worker.ts'
import { useOutlookWorker } from './useOutlookWorker.ts'

/** What lies ahead of a colony, worked out anew in a worker with everything that changes; what came last stands until the next is there. */
export function useAhead(colony: Ref<PlannedColony | null>, days: Ref<number>, plans: Ref<readonly OutlookPlan[] | null>) {
  const remote = useOutlookWorker()
  const ahead = shallowRef<Ahead | null>(null)
  const busy = ref(true)
  const failed = ref<string | null>(null)
  let run = 0
  watch(
    [colony, days, plans],
    async ([of, far, chosen]) => {
      const mine = ++run
      if (!of) return
      busy.value = true
      failed.value = null
      try {
        const found = await remote.ahead(of, far, chosen)
        if (mine === run) ahead.value = found
      } catch (fault) {
        console.error(fault)
        if (mine === run) failed.value = 'It could not be worked out. Load the page again; what was counted and chosen is kept.'
      } finally {
        if (mine === run) busy.value = false
      }
    },
    { immediate: true },
  )
  /** Rounds of a treatment tried in this colony; null where it is not known any more. */
  const tryRounds = (of: Situation, key: TreatmentKey, start: Day): Promise<Tried | null> => remote.series(of, key, start)
  /** What the last course was worth, in sentences of the core. */
  const tellBack = (of: Situation): Promise<readonly string[]> => remote.back(of)
  return { ahead, busy, failed, tryRounds, tellBack }
}
