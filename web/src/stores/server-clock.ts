/** The server's clock, as far as its answers told: the one of a phone may be wrong. */
import { ref } from 'vue'

const behind = ref(0)
/** Notes the time that an answer carries. */
export function noteClock(date: string | null): void {
  const told = date === null ? Number.NaN : Date.parse(date)
  // Answers tell whole seconds, and travel: what is less than that is no difference.
  if (Number.isFinite(told)) behind.value = Math.abs(told - Date.now()) < 2000 ? 0 : told - Date.now()
}
/** How far this device's clock is behind the server's, ms. */
export const clockBehind = (): number => behind.value
/** Takes up what was known before the page was closed. */
export const takeUpClock = (known: number): void => void (behind.value = known)
/** Now, by the server's clock. */
export const serverNow = (): number => Date.now() + behind.value
