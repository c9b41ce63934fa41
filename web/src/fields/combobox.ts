/**
 * The library's lists for readers. It keeps an invisible list of three of its words, names places that are not there while it is
 * shut, and leaves the words that are seen without a role. Here the list that is seen is the list that is read.
 */
import { onScopeDispose, watch, type Ref } from 'vue'

/** The list that is seen, and a word of it. */
export const listId = (id: string): string => `${id}-words`
export const wordId = (id: string, n: number): string => `${id}-word-${n}`

function mend(field: HTMLInputElement, id: string): void {
  const set = (name: string, value: string | null) => {
    if (field.getAttribute(name) === value) return
    if (value === null) field.removeAttribute(name)
    else field.setAttribute(name, value)
  }
  const list = document.getElementById(listId(id))
  const open = field.getAttribute('aria-expanded') === 'true' && list !== null
  set('aria-owns', null)
  set('aria-controls', open ? listId(id) : null)
  const at = /_list_(\d+)$/.exec(field.getAttribute('aria-activedescendant') ?? '')?.[1]
  if (at !== undefined || !open)
    set('aria-activedescendant', open && at !== undefined && document.getElementById(wordId(id, Number(at))) ? wordId(id, Number(at)) : null)
  document.getElementById(`${id}_list`)?.setAttribute('aria-hidden', 'true')
}

/** Keeps the field under `root` as a reader needs it, whenever the library writes it anew. */
export function useCombobox(root: Ref<HTMLElement | null>, id: () => string): void {
  let watcher: MutationObserver | null = null
  watch(
    root,
    (it) => {
      watcher?.disconnect()
      const field = it?.querySelector('input')
      if (!field || typeof MutationObserver === 'undefined') return
      // The list is drawn a moment after the field says that it is open.
      const run = () => {
        mend(field, id())
        requestAnimationFrame(() => mend(field, id()))
      }
      watcher = new MutationObserver(run)
      watcher.observe(field, { attributes: true, attributeFilter: ['aria-expanded', 'aria-activedescendant', 'aria-owns', 'aria-controls'] })
      run()
    },
    { immediate: true, flush: 'post' },
  )
  onScopeDispose(() => watcher?.disconnect())
}
