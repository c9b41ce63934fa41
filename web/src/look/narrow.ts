import { useMediaQuery } from '@vueuse/core'
import { ref, watch, type Ref } from 'vue'

/** A phone's width, px; up to it things are worked with the thumb. */
export const PHONE = 720
/** Up to here a pane lies over the work; beyond it there is room for it beside the work. */
export const ASIDE_FROM = 1180

/** True up to a width (a phone's where none is given); follows the window. */
export function useNarrow(most: number = PHONE): Ref<boolean> {
  const fits = useMediaQuery(`(max-width: ${most}px)`)
  const paper = useMediaQuery('print')
  const narrow = ref(fits.value)
  // A sheet of paper is about as wide as a phone; it is not one.
  watch([fits, paper], () => {
    if (!paper.value) narrow.value = fits.value
  })
  return narrow
}
