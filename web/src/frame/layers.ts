/** What lies over the page: while it does, nothing under it can take the focus, and no key works it. */
import { onScopeDispose, watchEffect, type Ref } from 'vue'

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
