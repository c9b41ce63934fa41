/** A long list a few at a time: what fits the screen at once, the rest in turn while the page goes on answering. */
import { computed, nextTick, onMounted, onUnmounted, ref, type ComputedRef } from 'vue'
import { breathe } from '../frame/breath.ts'

/** The first of a list, then one more at each breath until all of it stands; from then on the list as it is. */
export function useInTurn<T>(all: ComputedRef<readonly T[]>, atFirst: number): ComputedRef<readonly T[]> {
  const shown = ref(atFirst)
  let here = true
  async function goOn(): Promise<void> {
    while (here && shown.value < all.value.length) {
      await breathe()
      shown.value += 1
      await nextTick()
    }
    shown.value = Infinity
  }
  onUnmounted(() => (here = false))
  onMounted(() => requestAnimationFrame(() => setTimeout(() => void goOn())))
  return computed(() => (shown.value >= all.value.length ? all.value : all.value.slice(0, shown.value)))
}
