/** What lies over the page: while it does, nothing under it can take the focus, and no key works it. */
import { useEventListener } from '@vueuse/core'
import { onScopeDispose, watch, watchEffect, type Ref } from 'vue'

const held = new Map<Element, number>()
function hold(element: Element): void {
  held.set(element, (held.get(element) ?? 0) + 1)
  element.toggleAttribute('inert', true)
}
function release(element: Element): void {
  const left = (held.get(element) ?? 1) - 1
  if (left > 0) return void held.set(element, left)
  held.delete(element)
  element.removeAttribute('inert')
}
/** The page, and panes that lie on it already. */
const under = (): Element[] => [...document.querySelectorAll('body > #app, body > div:has(> .ant-drawer)')]

/** Holds what is there already inert for as long as `covers` is true and the caller lives. */
export function useLayer(covers: Ref<boolean>): void {
  let mine: Element[] = []
  const free = () => {
    mine.forEach(release)
    mine = []
  }
  // Before the layer itself is drawn: it must not hold itself.
  watchEffect(() => {
    free()
    if (covers.value) {
      mine = under()
      mine.forEach(hold)
    }
  })
  onScopeDispose(free)
}
/** True while something lies over the page. */
export const isCovered = (): boolean => held.size > 0

/** Puts the focus where it belongs once that is drawn: the library draws what opens shut at first. */
export function focusOnceShown(find: () => HTMLElement | null | undefined, tries = 20): void {
  const it = find()
  it?.focus()
  if (it && document.activeElement === it) return
  if (tries > 0) requestAnimationFrame(() => focusOnceShown(find, tries - 1))
}

/** What opens from a press in the band takes the focus, and gives it back when it closes; Escape closes it wherever the focus is. */
export function useOpened(open: Ref<boolean>, box: Ref<HTMLElement | null>, opener: () => HTMLElement | null): void {
  watch(
    open,
    (is, was) => {
      if (is) focusOnceShown(() => box.value?.querySelector<HTMLElement>('[role=menuitem], button:not(:disabled)'))
      // Where the choice has led elsewhere, the focus is there.
      else if (was && (document.activeElement === document.body || box.value?.contains(document.activeElement))) opener()?.focus()
    },
    { immediate: true, flush: 'post' },
  )
  useEventListener(window, 'keydown', (event) => {
    if (event.key === 'Escape' && open.value) open.value = false
  })
}
