import { ref, type Ref } from 'vue'
import { Refused } from '../../server/call.ts'

/** Something asked of the practice yard: busy while it is, and what went wrong in words. */
export function useDrawn(): {
  readonly busy: Ref<boolean>
  readonly fault: Ref<string | null>
  readonly ask: (work: () => Promise<void>) => Promise<void>
} {
  const busy = ref(false)
  const fault = ref<string | null>(null)
  async function ask(work: () => Promise<void>): Promise<void> {
    busy.value = true
    fault.value = null
    try {
      await work()
    } catch (problem) {
      fault.value = problem instanceof Refused ? problem.message : 'The practice yard was not reached; try again.'
    } finally {
      busy.value = false
    }
  }
  return { busy, fault, ask }
}
