/**
 * What is typed and not kept outlives its form: Back, Escape, another place, a phone that closes the page. It lies on this device, by
 * holding, until it is kept or let go.
 */
import { effectScope, reactive, ref, shallowReactive, toRaw, watch, type EffectScope, type Ref } from 'vue'
import type { Day } from '@thistle/core/time'
import { useHolding } from './holding.ts'

const PREFIX = 'thistle-form '
/** Days after which a form nobody came back to is let go. */
const MOST_DAYS = 14
const DAY = 86_400_000

interface Written {
  readonly form: object
  /** As it was before anybody typed. */
  readonly untouched: string
  /** The day it was last typed in, by the holding's own clock. */
  readonly on: Day
  readonly at: number
}
interface Entry {
  readonly form: object
  untouched: string
  on: Day | null
  readonly scope: EffectScope
}
const entries = new Map<string, Entry>()

export interface KeptForm<T extends object> {
  readonly form: T
  /** The day it was typed on, where it was left with something typed in it; null where it is fresh. */
  readonly typedOn: Ref<Day | null>
  /** Once it is kept in the book: the next one is fresh. */
  readonly drop: () => void
  /** Lets go of what was typed: the form as it would be today. */
  readonly anew: () => void
  /** The form as it was filled, before anybody typed. */
  readonly untouched: () => T
}

const read = (key: string): Written | null => {
  try {
    const found = JSON.parse(localStorage.getItem(PREFIX + key) ?? 'null') as Written | null
    return found && Date.now() - found.at <= MOST_DAYS * DAY ? found : null
  } catch {
    return null
  }
}
function write(key: string, written: Written | null): void {
  try {
    if (written) localStorage.setItem(PREFIX + key, JSON.stringify(written))
    else localStorage.removeItem(PREFIX + key)
  } catch {
    // No room, or none allowed: it stays in the page.
  }
}

/**
 * A form by its name: as it was left where somebody had typed in it, else fresh. What a newer version of the form asks besides is as
 * fresh; what it does not ask any more is let go.
 */
export function useKeptForm<T extends object>(name: string, fresh: () => T): KeptForm<T> {
  const holding = useHolding()
  const key = `${holding.me?.holding.id ?? ''} ${name}`
  const known = entries.get(key)
  if (known && JSON.stringify(known.form) === known.untouched) {
    known.scope.stop()
    entries.delete(key)
  }
  const entry = entries.get(key) ?? begin()
  const typedOn = ref<Day | null>(JSON.stringify(entry.form) === entry.untouched ? null : (entry.on ?? holding.today))

  function begin(): Entry {
    const start = fresh()
    const left = read(key)
    const restored = left ? { ...start, ...Object.fromEntries(Object.entries(left.form).filter(([field]) => field in start)) } : start
    const form = reactive(restored)
    const scope = effectScope(true)
    const made: Entry = shallowReactive({ form, untouched: left?.untouched ?? JSON.stringify(start), on: left?.on ?? null, scope })
    scope.run(() =>
      watch(
        form,
        () => {
          const typed = JSON.stringify(form) !== made.untouched
          made.on = typed ? holding.today : null
          write(key, typed ? { form: toRaw(form), untouched: made.untouched, on: holding.today, at: Date.now() } : null)
        },
        { deep: true, flush: 'sync' },
      ),
    )
    entries.set(key, made)
    return made
  }
  function drop(): void {
    entry.scope.stop()
    entries.delete(key)
    write(key, null)
    typedOn.value = null
  }
  function anew(): void {
    const start = fresh()
    entry.untouched = JSON.stringify(start)
    Object.assign(entry.form, start)
    write(key, null)
    typedOn.value = null
  }
  return { form: entry.form as T, typedOn, drop, anew, untouched: () => JSON.parse(entry.untouched) as T }
}

/** With the keeper, everything that was typed goes. */
export function forgetForms(): void {
  for (const entry of entries.values()) entry.scope.stop()
  entries.clear()
  try {
    for (const key of Object.keys(localStorage)) if (key.startsWith(PREFIX)) localStorage.removeItem(key)
  } catch {
    // None was allowed: nothing lies there.
  }
}
