/** A year and a yard of the book, as they are asked for on each of its pages, and the records they are read from. */
import { registerYears } from '@thistle/core/book'
import { yearOf } from '@thistle/core/time'
import { computed, ref } from 'vue'
import { useYardsSince } from '../../parts/useYardsSince.ts'
import { useHolding } from '../../stores/holding.ts'

/** So many years back are offered, and those of which something stands in what is read without being asked for. */
const YEARS_BACK = 6

export function useBook() {
  const holding = useHolding()
  const thisYear = computed(() => yearOf(holding.today))
  const years = computed(() => {
    const offered = Array.from({ length: YEARS_BACK }, (_, n) => thisYear.value - n)
    return [...new Set([...offered, ...registerYears(holding.states)])].toSorted((a, b) => b - a)
  })
  const chosen = ref<string | null>(String(thisYear.value))
  const year = computed(() => Number(chosen.value ?? thisYear.value))
  const yardId = ref<string | null>(null)
  const { yards: known, reading, fault, again } = useYardsSince(() => `${year.value}-01-01`)
  const yards = computed(() => known.value?.filter((y) => yardId.value === null || y.yard.id === yardId.value) ?? null)
  const isClosed = computed(() => (holding.settings?.closedThrough ?? '') >= `${year.value}-12-31`)
  return { years, chosen, year, yardId, yards, reading, fault, again, isClosed }
}
