/** Light or dark: the keeper's choice, else the device's. Kept in the browser too, so that the page does not flash before it is known. */
import { useEventListener, useMediaQuery, usePreferredDark } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { Preferences } from '@thistle/core/holding'
import type { Light } from './tokens.ts'

const KEPT = 'thistle-theme'
const deviceIsDark = usePreferredDark()

function kept(): Preferences['theme'] {
  try {
    const found = localStorage.getItem(KEPT)
    return found === 'light' || found === 'dark' ? found : 'as-device'
  } catch {
    return 'as-device'
  }
}

export const chosenTheme = ref<Preferences['theme']>(kept())
/** On paper it is always light, the component library's fields too. */
const asPaper = useMediaQuery('print')
const printing = ref(false)
useEventListener(window, 'beforeprint', () => (printing.value = true))
useEventListener(window, 'afterprint', () => (printing.value = false))
const onPaper = computed(() => asPaper.value || printing.value)

export const light = computed<Light>(() =>
  onPaper.value ? 'light' : chosenTheme.value === 'as-device' ? (deviceIsDark.value ? 'dark' : 'light') : chosenTheme.value,
)

/** Marks the document with the light in force, now and whenever it changes. */
export function followLight(): void {
  watch(
    [light, chosenTheme],
    () => {
      document.documentElement.dataset.light = light.value
      try {
        localStorage.setItem(KEPT, chosenTheme.value)
      } catch {
        // A browser that keeps nothing asks the server each time.
      }
    },
    { immediate: true },
  )
}
