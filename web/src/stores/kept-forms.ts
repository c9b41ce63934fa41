/** What is typed in a pane outlives the pane: Back, Escape or a look elsewhere costs nothing. For as long as the page is open. */
import { reactive } from 'vue'

interface Entry {
  readonly form: object
  /** As it was before anybody typed. */
  readonly untouched: string
}
const entries = new Map<string, Entry>()

/** A form by its key: as it was left where somebody had typed in it, else fresh. `kept` says which. */
export function useKeptForm<T extends object>(key: string, fresh: () => T): { readonly form: T; readonly kept: boolean; readonly drop: () => void } {
  const before = entries.get(key)
  const kept = before !== undefined && JSON.stringify(before.form) !== before.untouched
  const start = kept ? null : fresh()
  const form = (start ? reactive(start) : before?.form) as T
  if (start) entries.set(key, { form, untouched: JSON.stringify(start) })
  return { form, kept, drop: () => entries.delete(key) }
}
export const forgetForms = (): void => entries.clear()
