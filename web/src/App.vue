<script setup lang="ts">
import AButton from 'ant-design-vue/es/button'
import ConfigProvider from 'ant-design-vue/es/config-provider'
import { computed, defineAsyncComponent, nextTick, onErrorCaptured, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { light } from './look/light.ts'
import { useNarrow } from './look/narrow.ts'
import { themeOf } from './look/tokens.ts'
import { fetchAhead, firstPlaceStands } from './frame/idle.ts'
import { fetchFaces } from './look/faces.ts'
import { PLACES } from './frame/places.ts'
import { fetchPlace } from './router.ts'
import { useKeys } from './frame/useKeys.ts'
import { marksOpen } from './frame/marks.ts'
import TopBand from './frame/TopBand.vue'
import BottomBar from './frame/BottomBar.vue'
import PrintHead from './frame/PrintHead.vue'
import StateBanner from './frame/StateBanner.vue'
import { fetchPhoneStore } from './stores/phone.ts'
import { fetchChecks, whenEndedElsewhere } from './server/call.ts'
import { wipeDevice } from './stores/wipe.ts'
import { useHolding } from './stores/holding.ts'

const loadGo = () => import('./frame/GoAnywhere.vue')
const loadSheet = () => import('./frame/KeySheet.vue')
const GoAnywhere = defineAsyncComponent(loadGo)
const KeySheet = defineAsyncComponent(loadSheet)
const MarksSheet = defineAsyncComponent(() => import('./frame/MarksSheet.vue'))
const route = useRoute()
const router = useRouter()
const holding = useHolding()
/** Where the page begins: known before the router is there. */
const { pathname, search } = window.location
const first = router.resolve(pathname + search)
const open = computed(() => Boolean((route.matched.length > 0 ? route : first).meta.open))
const over = useKeys()
const narrow = useNarrow()
const failed = ref<string | null>(null)
onErrorCaptured((fault) => {
  failed.value = inWords(fault)
  console.error(fault)
  return false
})
/** A place that cannot be fetched: the server is away, or was changed since the page was opened. */
const UNFETCHED = /dynamically imported module|Importing a module|preload/i
const inWords = (fault: Error): string =>
  UNFETCHED.test(fault.message) ? 'This place could not be fetched: the server cannot be reached, or it was renewed meanwhile. What you typed elsewhere is kept; load the page again once the server is there.' : fault.message
router.onError((fault: Error) => (failed.value = inWords(fault)))
router.afterEach(() => (failed.value = null))
/** The first place stands once it is there and has its words; it may be there before this page is mounted. */
const there = ref(false)
void router
  .isReady()
  .then(() => (there.value = true))
  .catch(() => undefined)
watch([there, open, () => holding.loaded], () => there.value && (open.value || holding.loaded) && void nextTick(() => requestAnimationFrame(firstPlaceStands)), { immediate: true })
/** Once it stands, those that come next are fetched while nothing else is asked for; the checks of what is sent at every door too. */
fetchAhead([fetchChecks, fetchPhoneStore])
/** Signed out from elsewhere: nothing of the holding stays here. */
whenEndedElsewhere(() => void wipeDevice(true).then(() => router.push({ path: '/sign-in', query: { ended: 'elsewhere' } })))
let begun = false
watch(
  open,
  (atTheDoor) => {
    if (atTheDoor || begun) return
    begun = true
    const inYardFirst = PLACES.toSorted((a, b) => Number(b.inYard) - Number(a.inYard))
    fetchAhead([...inYardFirst.map((p) => () => fetchPlace(router, p.path)), loadGo, loadSheet, fetchFaces])
  },
  { immediate: true },
)
/**
 * A place that was opened on what this device had kept is opened anew once the server tells otherwise: a form in it may have been filled
 * from what was. Where somebody has done something in it already it stays, and that is said.
 */
const anew = ref(0)
const older = ref(false)
let touched = false
for (const what of ['input', 'pointerdown', 'keydown']) window.addEventListener(what, () => (touched = true), { capture: true, passive: true })
router.afterEach((to, from) => {
  if (to.path === from.path) return
  touched = false
  older.value = false
})
function openAnew(): void {
  older.value = false
  touched = false
  anew.value += 1
}
watch(
  () => holding.corrected,
  () => (touched ? (older.value = true) : openAnew()),
)
/** A place that is on its way shows a sign at once. */
const moving = ref(false)
router.beforeEach((to, from) => void (moving.value = to.path !== from.path))
router.afterEach(() => (moving.value = false))
router.onError(() => (moving.value = false))
/** At a change of place the focus is where the place begins, and its name is said. */
const said = ref('')
router.afterEach((to, from) => {
  if (from.matched.length === 0 || to.path === from.path) return
  said.value = String(to.meta.title ?? '')
  void nextTick(() => {
    const main = document.getElementById('work')
    // What the place itself has put the focus on stays.
    if (!main || (main.contains(document.activeElement) && document.activeElement !== main)) return
    main.focus({ preventScroll: true })
  })
})
const reload = () => window.location.reload()
</script>

<template>
  <ConfigProvider :theme="themeOf(light, narrow)" :auto-insert-space-in-button="false" :wave="{ disabled: true }">
    <a class="skip" href="#work">Go to the work</a>
    <div v-if="moving" class="moving no-print" aria-hidden="true" />
    <p class="unseen" aria-live="polite">{{ said }}</p>
    <TopBand v-if="!open && holding.loaded" @open="over = $event" />
    <StateBanner :older="older" @anew="openAnew" />
    <PrintHead v-if="!open && holding.loaded" />
    <main v-if="failed" class="page">
      <h1>This screen could not be shown.</h1>
      <p class="soft">{{ failed }}</p>
      <p style="margin-top: 14px"><AButton class="press quiet" @click="reload">Load it again</AButton></p>
    </main>
    <main v-else-if="open || holding.loaded" id="work" tabindex="-1"><RouterView :key="anew" /></main>
    <main v-else class="loading" aria-busy="true">
      <img src="/mark.svg" alt="" width="56" height="56" />
      <p class="serif">Fetching your yards ...</p>
    </main>
    <GoAnywhere v-if="over === 'go'" @close="over = null" />
    <KeySheet v-else-if="over === 'sheet'" @close="over = null" />
    <MarksSheet v-if="marksOpen" @close="marksOpen = false" />
    <BottomBar v-if="!open && holding.loaded" />
  </ConfigProvider>
</template>

<style scoped>
main:focus { outline: none; }
.moving { position: fixed; top: 0; left: 0; right: 0; height: 4px; z-index: 90; background: linear-gradient(90deg, transparent 0 35%, var(--band-mark) 35% 65%, transparent 65%); background-size: 300% 100%; animation: moving 1.4s linear infinite; }
@keyframes moving {
  from { background-position: 100% 0; }
  to { background-position: 0 0; }
}
.loading { min-height: 70vh; display: grid; place-content: center; justify-items: center; gap: 14px; font-size: 18px; color: var(--soft); }
.loading img { background: var(--band); border-radius: 50%; padding: 8px; }
</style>
