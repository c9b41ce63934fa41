import { defineStore } from 'pinia'
import { ref } from 'vue'
import { call, Refused } from '../server/call.ts'

/** Asked again after so long, ms, and more seldom the longer it is away: a phone in the yard saves its strength. */
const ASK_FIRST = 1500
const ASK_SELDOM = 15_000

/** Whether the records can be reached, and whether the session still holds. Saves wait here and go on by themselves. */
export const useConnection = defineStore('connection', () => {
  const lost = ref<string | null>(null)
  const signedOut = ref(false)
  let every = ASK_FIRST
  let timer: ReturnType<typeof setTimeout> | null = null
  let waiting: { promise: Promise<void>; settle: () => void } | null = null
  let signing: { promise: Promise<void>; settle: () => void } | null = null

  function gate(): { promise: Promise<void>; settle: () => void } {
    let settle = () => {}
    const promise = new Promise<void>((resolve) => (settle = resolve))
    return { promise, settle }
  }

  async function ask(): Promise<void> {
    timer = null
    const answered = await fetch('/readyz', { cache: 'no-store' }).catch(() => null)
    if (!answered?.ok) {
      if (timer === null) timer = setTimeout(() => void ask(), every)
      every = Math.min(ASK_SELDOM, every * 1.4)
      return
    }
    every = ASK_FIRST
    lost.value = null
    waiting?.settle()
    waiting = null
  }

  /** Resolves once the records can be reached again. */
  function untilBack(why: string | null): Promise<void> {
    lost.value = why || lost.value || 'The server cannot be reached.'
    if (!waiting) {
      waiting = gate()
      timer = setTimeout(() => void ask(), every)
    }
    return waiting.promise
  }
  /** The device says that the network is back: asked at once. */
  function askNow(): void {
    if (!waiting || timer === null) return
    clearTimeout(timer)
    every = ASK_FIRST
    void ask()
  }
  if (typeof window !== 'undefined') window.addEventListener('online', askNow)

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
        else if (fault instanceof Refused && fault.status === 401 && !fault.isEndedElsewhere) await untilSignedIn()
        else throw fault
      }
    }
  }
  const persist = <T>(method: 'GET' | 'PUT' | 'POST' | 'DELETE', path: string, body?: unknown): Promise<T> =>
    untilDone(() => call<T>(method, path, body))
  return { lost, signedOut, untilBack, untilSignedIn, signedIn, untilDone, persist }
})
