/** What a page of the book that works things out itself is read from: the yards from the year asked for on. */
import { computed } from 'vue'
import { useYardsSince } from '../../parts/useYardsSince.ts'
import { useAsked } from './useAsked.ts'

export function useBook() {
  const asked = useAsked()
  const { yards: known, reading, fault } = useYardsSince(() => `${asked.year.value}-01-01`)
  const yards = computed(() => known.value?.filter((y) => asked.yardId.value === null || y.yard.id === asked.yardId.value) ?? null)
  return { ...asked, yards, reading, fault }
}
