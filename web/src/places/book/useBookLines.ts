/** A book of a year and a yard as the server has it, also of colonies that are gone; read anew where it is asked for otherwise. */
import { computed, shallowRef, watch } from 'vue'
import { useSave } from '../../parts/useSave.ts'
import { useHolding } from '../../stores/holding.ts'
import { useAsked } from './useAsked.ts'

export type BookName = 'register' | 'counts' | 'looks'
export function useBookLines<Line>(name: () => BookName) {
  const holding = useHolding()
  const { years, chosen, year, yardId } = useAsked()
  const query = computed(() => `year=${year.value}${yardId.value ? `&yard=${yardId.value}` : ''}`)
  const read = shallowRef<{ readonly of: string; readonly lines: readonly Line[] } | null>(null)
  const { fault, save: ask } = useSave()
  const of = computed(() => `${name()}?${query.value}`)
  async function again(): Promise<void> {
    const asked = of.value
    await ask(async () => {
      const { lines } = await holding.persist<{ lines: Line[] }>('GET', `/book/${asked}`)
      // What was asked for meanwhile is asked for again below.
      if (asked === of.value) read.value = { of: asked, lines }
    })
    if (asked !== of.value) await again()
  }
  watch([of, () => holding.today], () => again(), { immediate: true })
  const lines = computed(() => (read.value?.of === of.value ? read.value.lines : null))
  const isClosed = computed(() => (holding.settings?.closedThrough ?? '') >= `${year.value}-12-31`)
  return { years, chosen, year, yardId, query, lines, fault, again, isClosed }
}
