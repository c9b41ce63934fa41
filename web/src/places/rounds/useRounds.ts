/** The rounds of the next weeks, drawn anew whenever something changes. */
import { onScopeDispose, ref, shallowRef, watch } from 'vue'
import type { RoundPlan } from '@thistle/core/rounds'
import { useHolding } from '../../stores/holding.ts'
import { usePhone } from '../../stores/phone.ts'
import { drawAgain, drawnFor, drawnSoFar, planOf, settleNow } from '../../stores/round-plan.ts'

export function useRounds() {
  const holding = useHolding()
  const phone = usePhone()
  /** As they were drawn last on this device, until they are drawn anew. */
  const before = shallowRef<RoundPlan | null>(null)
  const plan = shallowRef<RoundPlan | null>(null)
  const busy = ref(true)
  const failed = ref(false)
  let run = 0
  onScopeDispose(() => (run += 1))
  const turn = ref(0)
  /** Draws once more what was ended before it was through. */
  function again(): void {
    drawAgain()
    turn.value += 1
  }
  watch(
    () => [holding.yards, holding.settings, turn.value] as const,
    async ([yards, settings]) => {
      if (!settings) return
      const mine = ++run
      const drawn = drawnFor(yards, settings)
      if (drawn) plan.value = drawn
      busy.value = drawn === null
      if (!drawn && !plan.value && !before.value) void phone.readPlan().then((kept) => (before.value = kept as RoundPlan | null))
      try {
        const found = drawn ?? (await planOf(yards, settings))
        if (mine !== run) return
        plan.value = found
        failed.value = false
        if (!drawn) void phone.keepPlan(found)
      } catch (fault) {
        if (mine !== run) return
        console.error(fault)
        failed.value = true
      } finally {
        if (mine === run) busy.value = false
      }
    },
    { immediate: true },
  )
  return { plan, before, busy, failed, soFar: drawnSoFar, settle: settleNow, again }
}
