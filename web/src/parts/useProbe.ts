/** The probe in the vaporiser, where there is one: its readings as they come, and what they say of the charge that is in it. */
import { computed, onUnmounted, ref, shallowRef } from 'vue'
import { probePhase, type ProbeReading } from '@thistle/core/course'
import { call } from '../server/call.ts'

/** As many readings as a hive takes, and more. */
const MOST = 900

export function useProbe() {
  const readings = shallowRef<readonly ProbeReading[]>([])
  const listening = ref(false)
  const simulated = ref(false)
  const fault = ref<string | null>(null)
  const loadedAt = ref<number | null>(null)
  let gone: AbortController | null = null

  function take(line: string): void {
    try {
      const { at, celsius, simulated: is } = JSON.parse(line) as { at: string; celsius: number; simulated?: boolean }
      simulated.value = Boolean(is)
      readings.value = [...readings.value.slice(-MOST), { at: Date.parse(at), celsius }]
    } catch {
      // A line that broke off.
    }
  }
  async function listen(): Promise<void> {
    stop()
    fault.value = null
    gone = new AbortController()
    listening.value = true
    try {
      const answer = await fetch('/api/probe', { signal: gone.signal })
      if (!answer.ok || !answer.body) throw new Error('no probe')
      const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader()
      let rest = ''
      for (;;) {
        const { value, done } = await reader.read()
        if (done) break
        const lines = `${rest}${value}`.split('\n')
        rest = lines.pop() ?? ''
        lines.forEach(take)
      }
      if (listening.value) fault.value = 'The probe has stopped telling: the heat goes by the clock.'
    } catch {
      if (listening.value) fault.value = 'The probe cannot be reached: the heat goes by the clock.'
    } finally {
      listening.value = false
    }
  }
  function stop(): void {
    listening.value = false
    gone?.abort()
    gone = null
    readings.value = []
    loadedAt.value = null
  }
  onUnmounted(stop)
  /** A charge goes in now. */
  function load(grams: number): void {
    loadedAt.value = readings.value.at(-1)?.at ?? Date.now()
    void call('POST', '/probe/load', { grams }).catch(() => undefined)
  }
  return {
    listening,
    simulated,
    fault,
    celsius: computed(() => readings.value.at(-1)?.celsius ?? null),
    phase: computed(() => (listening.value ? probePhase(readings.value, loadedAt.value) : null)),
    listen,
    stop,
    load,
  }
}
