/** A new version of the application: fetched by itself, taken up when the keeper says so, and never in the middle of a round. */
import { ref } from 'vue'
import { registerSW } from 'virtual:pwa-register'

/** A new version waits. */
export const renewed = ref(false)
/** Whether the page opens without the network: `soon` while it is being fetched, `never` where the browser does not keep it. */
export const worksAlone = ref<'yes' | 'soon' | 'never'>('serviceWorker' in navigator ? 'soon' : 'never')
let takeUp: (reload?: boolean) => Promise<void> = () => Promise.resolve()
/** Looks so often whether there is a new one, ms. */
const LOOK_EVERY = 3_600_000

/** Registers the worker that keeps the page on this device. */
export function keepPage(): void {
  if (!('serviceWorker' in navigator)) return
  void navigator.serviceWorker.ready.then(() => (worksAlone.value = 'yes'))
  takeUp = registerSW({
    onNeedRefresh: () => (renewed.value = true),
    onOfflineReady: () => (worksAlone.value = 'yes'),
    onRegisterError: () => (worksAlone.value = 'never'),
    onRegisteredSW: (_url, registration) => {
      if (registration) setInterval(() => void registration.update().catch(() => undefined), LOOK_EVERY)
    },
  })
}
/** Takes the new version up: the page is loaded anew. */
export const takeRenewal = (): Promise<void> => takeUp(true)

interface Installing extends Event {
  readonly prompt: () => Promise<unknown>
}
const asked = ref<Installing | null>(null)
/** Whether the browser would put the application among the others on this device. */
export const installable = asked
window.addEventListener('beforeinstallprompt', (event) => {
  event.preventDefault()
  asked.value = event as Installing
})
window.addEventListener('appinstalled', () => (asked.value = null))
export async function install(): Promise<void> {
  await asked.value?.prompt()
  asked.value = null
}
