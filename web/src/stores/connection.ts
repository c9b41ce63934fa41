import { defineStore } from 'pinia'
import { ref } from 'vue'
import { call, Refused } from '../server/call.ts'

const ASK_EVERY = 1500

/** Whether the records can be reached, and whether the session still holds. Saves wait here and go on by themselves. */
export const useConnection = defineStore('connection', () => {
  const lost = ref<string | null>(null)
  const signedOut = ref(false)
  let waiting: { promise: Promise<void>; settle: () => void } | null = null
  let signing: { promise: Promise<void>; settle: () => void } | null = null

  function gate(): { promise: Promise<void>; settle: () => void } {
    let settle = () => {}
    const promise = new Promise<void>((resolve) => (settle = resolve))
    return { promise, settle }
  }

  async function ask(): Promise<void> {
    const answered = await fetch('/readyz', { cache: 'no-store' }).catch(() => null)
    if (!answered?.ok) {
      setTimeout(() => void ask(), ASK_EVERY)
      return
    }
    lost.value = null
    waiting?.settle()
    waiting = null
  }

  /** Resolves once the records can be reached again. */
  function untilBack(why: string): Promise<void> {
    lost.value = why
    if (!waiting) {
      waiting = gate()
      setTimeout(() => void ask(), ASK_EVERY)
    }
    return waiting.promise
  }

  /** Resolves once somebody has signed in again over the page. */
  function untilSignedIn(): Promise<void> {
    signedOut.value = true
    signing ??= gate()
    return signing.promise
  }
  function signedIn(): void {
    signedOut.value = false
    signing?.settle()
    signing = null
  }

  /** A call that outlives an outage and an ended session: idempotent, so that sending it again does no harm. */
  async function untilDone<T>(work: () => Promise<T>): Promise<T> {
    for (;;) {
      try {
        const result = await work()
        if (lost.value && !waiting) lost.value = null
        return result
      } catch (fault) {
        if (fault instanceof Refused && fault.isOutage) await untilBack(fault.message)
        else if (fault instanceof Refused && fault.status === 401) await untilSignedIn()
        else throw fault
      }
    }
  }
  const persist = <T>(method: 'GET' | 'PUT' | 'POST' | 'DELETE', path: string, body?: unknown): Promise<T> =>
    untilDone(() => call<T>(method, path, body))
  return { lost, signedOut, untilBack, signedIn, untilDone, persist }
})
