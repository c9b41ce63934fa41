import { computed, nextTick, ref, type ComputedRef, type Ref } from 'vue'
import { Refused } from '../server/call.ts'
import type { State } from './state-words.ts'

export interface Saving {
  readonly busy: Ref<boolean>
  /** The sentence over the form; field faults stand by their fields. */
  readonly fault: Ref<string | null>
  /** True where what is wrong stands by fields: over a long form that is said in place of a path. */
  readonly marked: ComputedRef<boolean>
  /** Where somebody else changed the row meanwhile: what was sent, and what stands now. */
  readonly conflict: ComputedRef<{ readonly mine: State; readonly theirs: State & { readonly version: number } } | null>
  readonly at: (path: string) => string | null
  readonly save: (work: () => Promise<void>) => Promise<boolean>
  /** A slip that only the form knows of: said by its field, as a refusal is, and nothing is sent. */
  readonly refuse: (path: string, sentence: string) => void
  /** Puts the refusal away: the conflict is settled. */
  readonly clear: () => void
}

/** A sentence that begins with the field's name in the words of programs: by its field, which names it, the name is left out. */
export function withoutPath(sentence: string | null): string | null {
  const rest = sentence && /^[a-z][\w.[\]-]* (?=must |is |has |may |can)/.exec(sentence) ? sentence.replace(/^\S+ /, '') : sentence
  return rest && rest.charAt(0).toUpperCase() + rest.slice(1)
}
/** After a refusal the focus goes to the first field that is at fault, or else to what was said. */
function toFault(): void {
  const shown = [...document.querySelectorAll<HTMLElement>('[aria-invalid="true"], .fault-line')].find(
    (e) => e.closest('[inert]') === null && e.getClientRects().length > 0,
  )
  if (!shown) return
  if (shown.classList.contains('fault-line')) shown.tabIndex = -1
  shown.focus()
}

/** One save: busy while it runs, its refusal kept by field, what was typed left as it is. */
export function useSave(): Saving {
  const busy = ref(false)
  const refused = ref<Refused | null>(null)
  const other = ref<string | null>(null)
  function clear(): void {
    refused.value = null
    other.value = null
  }
  async function save(work: () => Promise<void>): Promise<boolean> {
    if (busy.value) return false
    busy.value = true
    clear()
    try {
      await work()
      return true
    } catch (problem) {
      if (problem instanceof Refused) refused.value = problem
      else {
        other.value = 'That did not work; try again.'
        console.error(problem)
      }
      void nextTick(() => nextTick(toFault))
      return false
    } finally {
      busy.value = false
    }
  }
  function refuse(path: string, sentence: string): void {
    clear()
    refused.value = new Refused(400, sentence, { faults: [{ path, sentence }] })
    void nextTick(() => nextTick(toFault))
  }
  return {
    busy,
    refuse,
    save,
    clear,
    fault: computed(() => refused.value?.message ?? other.value),
    marked: computed(() => refused.value?.faults.some((f) => f.path !== '') ?? false),
    conflict: computed(() =>
      refused.value?.status === 409 && refused.value.current !== null
        ? { mine: (refused.value.sent ?? {}) as State, theirs: refused.value.current as State & { version: number } }
        : null,
    ),
    at: (path) => withoutPath(refused.value?.at(path) ?? null),
  }
}
