import { computed, watch, type ComputedRef } from 'vue'
import { useRoute } from 'vue-router'
import type { ColonyState, YardState } from '@thistle/core/holding'
import { useHolding } from '../stores/holding.ts'

export interface ColonyInView {
  readonly yard: YardState
  readonly state: ColonyState
}

/** The colony of the address, else the first of the yard in view that wants the work of this place, else the first. */
export function useColonyInView(wants: (state: ColonyState) => boolean): ComputedRef<ColonyInView | null> {
  const route = useRoute()
  const holding = useHolding()
  const place = computed<ColonyInView | null>(() => {
    const id = String(route.params.colonyId ?? '')
    const found = id ? holding.findColony(id) : null
    if (found) return found
    const { yard } = holding
    const state = yard?.row.find(wants) ?? yard?.row[0]
    return yard && state ? { yard, state } : null
  })
  watch(
    () => place.value?.yard.yard.id,
    (id) => {
      if (id) holding.chosenYard = id
    },
    { immediate: true },
  )
  return place
}
