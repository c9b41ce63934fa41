/** A year and a yard of the book, as they are asked for on each of its pages. */
import { yearOf } from '@thistle/core/time'
import { computed, ref } from 'vue'
import { useHolding } from '../../stores/holding.ts'

/** So many years back are offered. */
const YEARS_BACK = 10

export function useAsked() {
  const holding = useHolding()
  const thisYear = computed(() => yearOf(holding.today))
  const years = computed(() => Array.from({ length: YEARS_BACK }, (_, n) => thisYear.value - n))
  const chosen = ref<string | null>(String(thisYear.value))
  const year = computed(() => Number(chosen.value ?? thisYear.value))
  const yardId = ref<string | null>(null)
  return { years, chosen, year, yardId }
}
