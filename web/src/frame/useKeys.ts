import { useEventListener } from '@vueuse/core'
import { ref, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { addDays } from '@thistle/core/time'
import { useHolding } from '../stores/holding.ts'
import { bindingOf, isLetter, isTaken } from './keys.ts'
import { isCovered } from './layers.ts'

/** How long a g waits for its letter, ms. */
const PATIENCE = 1500

/** Listens for the keys that work everywhere. Answers which of the two sheets is open. */
export function useKeys(): Ref<'go' | 'sheet' | null> {
  const open = ref<'go' | 'sheet' | null>(null)
  const holding = useHolding()
  const route = useRoute()
  const router = useRouter()
  let gAt = -Infinity

  function run(id: string): void {
    if (id === 'go' || id === 'sheet') open.value = id
    else if (id.startsWith('to ')) router.push(id.slice(3)).catch(() => undefined)
    else if (id.startsWith('day ')) {
      const step = Number(id.slice(4))
      holding.day = step === 0 ? holding.today : addDays(holding.day, step)
    }
  }
  function onKey(event: KeyboardEvent): void {
    if (event.defaultPrevented || open.value || isCovered() || route.meta.open || !holding.loaded) return
    const letters = holding.preferences.letters
    if (isLetter(event) && (!letters || isTaken(event))) return
    const afterG = event.timeStamp - gAt < PATIENCE
    gAt = -Infinity
    if (event.key === 'g' && isLetter(event) && !afterG) {
      gAt = event.timeStamp
      return
    }
    const binding = bindingOf(event, ['Everywhere', 'Places'], afterG) ?? bindingOf(event, ['Everywhere'])
    const onDay = route.meta.days && !isTaken(event) ? bindingOf(event, ['The chosen day']) : null
    const found = binding && binding.id !== 'close' ? binding : onDay
    if (!found) return
    event.preventDefault()
    run(found.id)
  }
  useEventListener(window, 'keydown', onKey)
  return open
}
