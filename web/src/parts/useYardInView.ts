import { computed, watch, type ComputedRef } from 'vue'
import { useRoute } from 'vue-router'
import type { YardState } from '@thistle/core/holding'
import { useHolding } from '../stores/holding.ts'

/** The yard of the address, else the one in view; it is in view from then on. */
export function useYardInView(): ComputedRef<YardState | null> {
  const route = useRoute()
  const holding = useHolding()
  const yard = computed(() => holding.states.find((y) => y.yard.id === route.params.yardId) ?? holding.yard)
  watch(
    () => yard.value?.yard.id,
    (id) => {
      if (id) holding.chosenYard = id
    },
    { immediate: true },
  )
  return yard
}
