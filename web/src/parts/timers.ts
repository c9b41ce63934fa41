/** Timers of the yard: they go on while another colony is looked at, and are told by the clock, not by ticks. */
import { defineStore } from 'pinia'
import { useIntervalFn } from '@vueuse/core'
import { computed, reactive, ref, type ComputedRef } from 'vue'

interface Running {
  /** Milliseconds since the epoch. */
  readonly from: number
  readonly seconds: number
}

export const useTimers = defineStore('count-timers', () => {
  const running = reactive(new Map<string, Running>())
  const start = (key: string, seconds: number) => running.set(key, { from: Date.now(), seconds })
  const stop = (key: string) => running.delete(key)
  return { running, start, stop }
})

/** A short sound and a buzz, where the device has them: the eyes are on the jar. */
function signal(): void {
  if ('vibrate' in navigator) navigator.vibrate([200, 100, 200])
  try {
    const audio = new AudioContext()
    const tone = audio.createOscillator()
    const loud = audio.createGain()
    tone.frequency.value = 880
    loud.gain.value = 0.15
    tone.connect(loud).connect(audio.destination)
    tone.start()
    tone.stop(audio.currentTime + 0.35)
    tone.onended = () => void audio.close()
  } catch {
    // No sound to be had: the words and the bar still say it.
  }
}

/** How far the timer of a key is, in whole seconds; null where it does not run. Signals once when it is over. */
export function useTimer(key: () => string): { elapsed: ComputedRef<number | null>; left: ComputedRef<number | null> } {
  const timers = useTimers()
  const now = ref(Date.now())
  const signalled = new Set<number>()
  useIntervalFn(() => {
    now.value = Date.now()
    const timer = timers.running.get(key())
    if (!timer || signalled.has(timer.from)) return
    const past = now.value - timer.from - timer.seconds * 1000
    if (past < 0) return
    signalled.add(timer.from)
    // One that ran out long ago, while nobody looked, is not rung again.
    if (past < 2000) signal()
  }, 250)
  const elapsed = computed(() => {
    const timer = timers.running.get(key())
    return timer ? Math.max(0, Math.floor((now.value - timer.from) / 1000)) : null
  })
  const left = computed(() => {
    const timer = timers.running.get(key())
    return timer && elapsed.value !== null ? Math.max(0, timer.seconds - elapsed.value) : null
  })
  return { elapsed, left }
}
