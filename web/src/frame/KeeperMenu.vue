<script setup lang="ts">
/** What belongs to the keeper: themselves, the others, the last changes, the way out. */
import { onMounted, onUnmounted, ref } from 'vue'
import { useHolding } from '../stores/holding.ts'
import { ASIDE } from './places.ts'
import { useSignOut } from './useSignOut.ts'

const emit = defineEmits<{ keys: [] }>()
const holding = useHolding()
const signOut = useSignOut()
const open = ref(false)
const root = ref<HTMLElement | null>(null)
const outside = (event: Event) => {
  if (open.value && event.target instanceof Node && !root.value?.contains(event.target)) open.value = false
}
onMounted(() => document.addEventListener('pointerdown', outside))
onUnmounted(() => document.removeEventListener('pointerdown', outside))
function keys(): void {
  open.value = false
  emit('keys')
}
</script>

<template>
  <div ref="root" class="menu" @keydown.esc="open = false">
    <button type="button" class="opener" :aria-expanded="open" aria-controls="keeper-menu" @click="open = !open">
      <span class="who">{{ holding.me?.keeper.name.split(' ')[0] }}</span>
      <span class="unseen">, your menu</span>
      <span aria-hidden="true">▾</span>
    </button>
    <div v-if="open" id="keeper-menu" class="box">
      <p class="soft small">{{ holding.me?.keeper.name }}, {{ holding.me?.keeper.role }} of {{ holding.me?.holding.name }}</p>
      <RouterLink v-for="p in ASIDE" :key="p.path" :to="p.path" @click="open = false">
        <strong>{{ p.name }}</strong>
        <span class="soft small">{{ p.says }}</span>
      </RouterLink>
      <a href="/api/calendar.ics" download="open-jobs.ics" @click="open = false">
        <strong>Calendar</strong>
        <span class="soft small">the open jobs as an .ics file</span>
      </a>
      <button type="button" @click="keys">
        <strong>Keys</strong>
        <span class="soft small">the sheet, also by ?</span>
      </button>
      <button type="button" @click="signOut"><strong>Sign out</strong></button>
    </div>
  </div>
</template>

<style scoped>
.menu { position: relative; }
.opener { background: none; border: 0; color: var(--band-soft); font-size: 14.5px; cursor: pointer; padding: 8px 4px; min-height: 40px; white-space: nowrap; }
.opener:hover { color: var(--band-ink); }
.box { position: absolute; right: 0; top: calc(100% + 8px); width: 290px; background: var(--sheet); color: var(--ink); border: 1px solid var(--line); border-radius: 12px; padding: 8px; display: grid; z-index: 40; box-shadow: 0 14px 40px var(--shade); }
.box > p { padding: 6px 10px 8px; border-bottom: 1px solid var(--hairline); margin-bottom: 6px; }
.box a, .box button { display: grid; text-align: left; background: none; border: 0; padding: 8px 10px; border-radius: 8px; color: inherit; text-decoration: none; cursor: pointer; min-height: 44px; align-content: center; }
.box a:hover, .box button:hover { background: var(--thistle-wash); }
.box :focus-visible { outline-color: var(--thistle); }
@media screen and (max-width: 720px) { .menu { display: none; } }
</style>
