/** Timers of the yard: told by the clock and not by ticks, they run on while another hive is looked at, with the screen dark, and after a reload. */
import { defineStore } from 'pinia'
import { useIntervalFn, useWakeLock } from '@vueuse/core'
import { computed, reactive, ref, watch, type ComputedRef } from 'vue'

interface Running {
  /** Milliseconds since the epoch. */
  readonly from: number
  readonly seconds: number
  /** Its end was told. */
  readonly told?: boolean
}
const KEY = 'thistle-timers'
/** One that ran out so long ago is gone at the next opening, ms. */
const STALE = 2 * 3_600_000
/** One that ran out longer ago while nothing could ring is not rung any more, ms: a dark screen lets the page look once a minute. */
const LATE = 90_000

function kept(): [string, Running][] {
  try {
    const list = JSON.parse(localStorage.getItem(KEY) ?? '[]') as [string, Running][]
    return list.filter(([, t]) => Date.now() < t.from + t.seconds * 1000 + STALE)
  } catch {
    return []
  }
}

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

export const useTimers = defineStore('count-timers', () => {
  const running = reactive(new Map<string, Running>(kept()))
  const now = ref(Date.now())
  const isOver = (t: Running): boolean => now.value >= t.from + t.seconds * 1000
  const wake = useWakeLock()
  const looking = useIntervalFn(look, 250, { immediate: false })

  function look(): void {
    now.value = Date.now()
    for (const [key, timer] of running) {
      if (timer.told || !isOver(timer)) continue
      if (now.value - timer.from - timer.seconds * 1000 < LATE) signal()
      running.set(key, { ...timer, told: true })
    }
  }
  watch(
    running,
    () => {
      try {
        if (running.size === 0) localStorage.removeItem(KEY)
        else localStorage.setItem(KEY, JSON.stringify([...running]))
      } catch {
        // Not kept over a reload then; they run on in the page.
      }
      if (running.size === 0) looking.pause()
      else if (!looking.isActive.value) looking.resume()
      // The screen stays on while something runs, where the browser lets it.
      const on = [...running.values()].some((t) => !isOver(t))
      if (on !== wake.isActive.value) void (on ? wake.request('screen') : wake.release()).catch(() => undefined)
    },
    { immediate: true },
  )
  const start = (key: string, seconds: number) => {
    now.value = Date.now()
    running.set(key, { from: Date.now(), seconds })
  }
  const stop = (key: string) => running.delete(key)
  return { running, now, start, stop }
})

export function forgetTimers(): void {
  useTimers().running.clear()
  localStorage.removeItem(KEY)
}

/** How far the timer of a key is, in whole seconds; null where it does not run. */
export function useTimer(key: () => string): { elapsed: ComputedRef<number | null>; left: ComputedRef<number | null> } {
  const timers = useTimers()
  const elapsed = computed(() => {
    const timer = timers.running.get(key())
    return timer ? Math.max(0, Math.floor((timers.now - timer.from) / 1000)) : null
  })
  const left = computed(() => {
    const timer = timers.running.get(key())
    return timer && elapsed.value !== null ? Math.max(0, timer.seconds - elapsed.value) : null
  })
  return { elapsed, left }
}
