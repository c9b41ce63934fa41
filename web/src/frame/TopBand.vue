<script setup lang="ts">
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { sayDayLong } from '../look/dates.ts'
import RoundThistle from '../graphics/RoundThistle.vue'
import { useHolding } from '../stores/holding.ts'
import DemoClock from './DemoClock.vue'
import KeeperMenu from './KeeperMenu.vue'
import { placesOf } from './places.ts'
import YardPick from './YardPick.vue'

const emit = defineEmits<{ open: [what: 'go' | 'sheet'] }>()
const route = useRoute()
const router = useRouter()
const holding = useHolding()
const here = (path: string) => route.path === path || route.path.startsWith(`${path}/`)
const ownClock = computed(() => holding.me?.holding.livesOn != null)

function pickYard(id: string): void {
  holding.chosenYard = id
  // A place of a whole yard stays that place, of the other yard.
  const place = route.matched.at(-1)?.path
  if (place?.includes(':yardId?')) void router.push(place.replace(':yardId?', id))
  else if (here('/count') || here('/match') || here('/outlook')) void router.push(`/${route.path.split('/')[1]}`)
}
</script>

<template>
  <header class="band">
    <div class="inner">
      <RouterLink to="/today" class="home" aria-label="Round Thistle, to Today">
        <RoundThistle :size="34" />
        <span class="name serif">Round Thistle</span>
      </RouterLink>
      <nav class="places" aria-label="Places">
        <RouterLink
          v-for="p in placesOf(holding.preferences)"
          :key="p.path"
          :to="p.path"
          class="place keeps-width"
          :data-words="p.name"
          :class="{ here: here(p.path) }"
          :aria-current="here(p.path) ? 'page' : undefined"
        >
          {{ p.name }}
        </RouterLink>
      </nav>
      <div class="right">
        <DemoClock v-if="ownClock" />
        <span v-else class="date">{{ sayDayLong(holding.today) }}</span>
        <YardPick v-if="holding.states.length > 0" @pick="pickYard" />
        <AButton type="text" class="bare find" @click="emit('open', 'go')">Go to ...</AButton>
        <KeeperMenu @open="emit('open', $event)" />
      </div>
    </div>
  </header>
</template>

<style scoped>
.band { background: var(--band); color: var(--band-ink); container: band / inline-size; }
.inner { max-width: 1360px; margin: 0 auto; padding: 0 20px; display: flex; align-items: center; gap: 20px; min-height: 54px; }
.home { display: flex; align-items: center; gap: 10px; color: inherit; text-decoration: none; }
.name { font-size: 19px; white-space: nowrap; }
/* Where nothing else helps, in letters wider than ours on a small screen, it is the names that are moved, and not the page. */
.places { display: flex; gap: 2px; justify-content: space-between; flex: 0 1 590px; min-width: 0; overflow-x: auto; scrollbar-width: none; }
.place { color: var(--band-soft); text-decoration: none; padding: 7px 13px; border-bottom: 3px solid transparent; border-top: 3px solid transparent; font-size: 15.5px; }
.place:hover { color: var(--band-ink); }
.place.here { color: var(--band-ink); font-weight: 650; border-bottom-color: var(--band-mark); }
.right { margin-left: auto; display: flex; align-items: center; gap: 14px; }
.date { color: var(--band-soft); font-size: 14px; }
.find { background: none; border: 1px solid var(--band-line); border-radius: 8px; color: var(--band-soft); font-size: 14px; cursor: pointer; padding: 5px 11px; min-height: 36px; white-space: nowrap; }
.find:hover { color: var(--band-ink); border-color: var(--band-soft); }
.band :focus-visible { outline-color: var(--band-mark); }
/* By the room there is: an open pane takes some of it. */
@container band (max-width: 1410px) {
  .inner { gap: 12px; }
  .right { gap: 8px; }
  .place { padding-left: 4px; padding-right: 4px; font-size: 15px; }
  .find { padding-inline: 8px; }
}
@container band (max-width: 1270px) {
  .name { display: none; }
  .inner { gap: 12px; }
  .right { gap: 10px; }
  .place { padding-left: 6px; padding-right: 6px; }
}
@container band (max-width: 1150px) {
  .place { padding-inline: 6px; font-size: 15px; }
  .right :deep(.word) { display: none; }
  .inner { padding-inline: 14px; gap: 8px; }
}
@container band (max-width: 1056px) {
  .find, .date { display: none; }
  .place { padding-inline: 4px; }
  .places { gap: 0; }
}
@container band (max-width: 897px) {
  .home { display: none; }
  .place { padding-inline: 2px; font-size: 14px; }
}
@media screen and (max-width: 720px) {
  .home { display: flex; }
  .places, .find { display: none; }
  .inner { padding: 0 14px; gap: 10px; }
  .right { flex: 1; justify-content: flex-end; flex-direction: row-reverse; gap: 6px; }
}
@container band (max-width: 340px) { .home { display: none; } }
@media print {
  .band { display: none; }
}
</style>
