<script setup lang="ts">
import AButton from 'ant-design-vue/es/button'
import ConfigProvider from 'ant-design-vue/es/config-provider'
import { computed, defineAsyncComponent, onErrorCaptured, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { light } from './look/light.ts'
import { useNarrow } from './look/narrow.ts'
import { themeOf } from './look/tokens.ts'
import { fetchAhead } from './frame/idle.ts'
import { PLACES } from './frame/places.ts'
import { fetchPlace } from './router.ts'
import { useKeys } from './frame/useKeys.ts'
import TopBand from './frame/TopBand.vue'
import BottomBar from './frame/BottomBar.vue'
import PrintHead from './frame/PrintHead.vue'
import StateBanner from './frame/StateBanner.vue'
import { useHolding } from './stores/holding.ts'

const loadGo = () => import('./frame/GoAnywhere.vue')
const loadSheet = () => import('./frame/KeySheet.vue')
const GoAnywhere = defineAsyncComponent(loadGo)
const KeySheet = defineAsyncComponent(loadSheet)
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
  failed.value = fault.message
  console.error(fault)
  return false
})
router.onError((fault: Error) => (failed.value = fault.message))
router.afterEach(() => (failed.value = null))
/** Once the first place stands, those that come next are fetched while nothing else is asked for. */
const ahead = router.afterEach((to) => {
  if (to.meta.open) return
  ahead()
  fetchAhead([...PLACES.map((p) => () => fetchPlace(router, p.path)), loadGo, loadSheet])
})
const reload = () => window.location.reload()
</script>

<template>
  <ConfigProvider :theme="themeOf(light, narrow)" :auto-insert-space-in-button="false" :wave="{ disabled: true }">
    <a class="skip" href="#work">Go to the work</a>
    <TopBand v-if="!open && holding.loaded" @open="over = $event" />
    <StateBanner />
    <PrintHead v-if="!open && holding.loaded" />
    <main v-if="failed" class="page">
      <h1>This screen could not be shown.</h1>
      <p class="soft">{{ failed }}</p>
      <p style="margin-top: 14px"><AButton class="press quiet" @click="reload">Load it again</AButton></p>
    </main>
    <main v-else-if="open || holding.loaded" id="work" tabindex="-1"><RouterView /></main>
    <main v-else class="loading" aria-busy="true">
      <img src="/mark.svg" alt="" width="56" height="56" />
      <p class="serif">Fetching your yards ...</p>
    </main>
    <GoAnywhere v-if="over === 'go'" @close="over = null" />
    <KeySheet v-else-if="over === 'sheet'" @close="over = null" />
    <BottomBar v-if="!open && holding.loaded" />
  </ConfigProvider>
</template>

<style scoped>
main:focus { outline: none; }
.loading { min-height: 70vh; display: grid; place-content: center; justify-items: center; gap: 14px; font-size: 18px; color: var(--soft); }
.loading img { background: var(--band); border-radius: 50%; padding: 8px; }
</style>
