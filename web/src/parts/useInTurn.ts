/** A long list a few at a time: what fits the screen at once, the rest in turn while the page goes on answering. */
import { computed, nextTick, onMounted, onUnmounted, ref, watch, type ComputedRef } from 'vue'
import { breathe } from '../frame/breath.ts'

/** The first of a list, then one more at each breath until all of it stands; from then on the list as it is, until `other` says that it is another list. */
export function useInTurn<T>(all: ComputedRef<readonly T[]>, atFirst: number, other: () => unknown = () => null): ComputedRef<readonly T[]> {
  const shown = ref(atFirst)
  let run = 0
  async function goOn(): Promise<void> {
    const mine = ++run
    while (mine === run && shown.value < all.value.length) {
      await breathe()
      if (mine !== run) return
      shown.value += 1
      await nextTick()
    }
    if (mine === run) shown.value = Infinity
  }
  watch(
    other,
    () => {
      shown.value = atFirst
      void goOn()
    },
    { flush: 'sync' },
  )
  onUnmounted(() => (run += 1))
  onMounted(() => requestAnimationFrame(() => setTimeout(() => void goOn())))
  return computed(() => (shown.value >= all.value.length ? all.value : all.value.slice(0, shown.value)))
}
