/** The first of many lines, and more when they are asked for: a table of two hundred holds the page up for a second. On paper all of them come as PDF. */
import { computed, ref, watch, type Ref } from 'vue'

const AT_ONCE = 60

export function useShowSome<T>(all: Ref<readonly T[] | null>) {
  const shown = ref(AT_ONCE)
  watch(all, () => (shown.value = AT_ONCE))
  const some = computed(() => all.value?.slice(0, shown.value) ?? [])
  const left = computed(() => Math.max(0, (all.value?.length ?? 0) - shown.value))
  const more = () => (shown.value += AT_ONCE)
  return { some, left, more }
}
