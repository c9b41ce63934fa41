import { computed, ref, type ComputedRef, type Ref } from 'vue'
import { Refused } from '../server/call.ts'

export interface Saving {
  readonly busy: Ref<boolean>
  /** The sentence over the form; field faults stand by their fields. */
  readonly fault: Ref<string | null>
  readonly stale: ComputedRef<boolean>
  readonly at: (path: string) => string | null
  readonly save: (work: () => Promise<void>) => Promise<boolean>
}

/** One save: busy while it runs, its refusal kept by field, what was typed left as it is. */
export function useSave(): Saving {
  const busy = ref(false)
  const refused = ref<Refused | null>(null)
  const other = ref<string | null>(null)
  async function save(work: () => Promise<void>): Promise<boolean> {
    if (busy.value) return false
    busy.value = true
    refused.value = null
    other.value = null
    try {
      await work()
      return true
    } catch (problem) {
      if (problem instanceof Refused) refused.value = problem
      else {
        other.value = 'That did not work; try again.'
        console.error(problem)
      }
      return false
    } finally {
      busy.value = false
    }
  }
  return {
    busy,
    save,
    fault: computed(() => refused.value?.message ?? other.value),
    stale: computed(() => refused.value?.status === 409 && refused.value.current !== null),
    at: (path) => refused.value?.at(path) ?? null,
  }
}
