<script setup lang="ts">
/** Type some letters of a place, a yard or a colony, and go there. */
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { TREATMENTS } from '@thistle/core/treatments'
import { useHolding } from '../stores/holding.ts'
import OverPage from './OverPage.vue'
import { ASIDE, COUNTING, PLACES, ROUNDS } from './places.ts'

const emit = defineEmits<{ close: [] }>()
const holding = useHolding()
const router = useRouter()
const asked = ref('')
const at = ref(0)
const list = ref<HTMLElement | null>(null)

interface Target {
  readonly path: string
  readonly name: string
  readonly says: string
}
const MOST = 12
const all = computed<Target[]>(() => [
  ...PLACES.map((p) => ({ path: p.path, name: p.name, says: p.says })),
  ...holding.states.map((y) => ({ path: `/yards/${y.yard.id}`, name: y.yard.name, says: `yard, ${y.row.length} ${y.row.length === 1 ? 'colony' : 'colonies'}` })),
  ...holding.states.flatMap((y) =>
    y.row.flatMap((s) => {
      const where = `${s.colony.placement.position} in ${y.yard.name}`
      return [
        { path: `/yards/${y.yard.id}?colony=${s.colony.id}`, name: s.colony.name, says: where },
        { path: `/count/${s.colony.id}`, name: `Count ${s.colony.name}`, says: where },
        { path: `/match/${s.colony.id}`, name: `Match ${s.colony.name}`, says: where },
      ]
    }),
  ),
  ...holding.states.map((y) => ({ path: `/match/yard/${y.yard.id}`, name: `Match ${y.yard.name}`, says: 'the whole yard, and a plan for it' })),
  ...ROUNDS.map((p) => ({ path: p.path, name: p.name, says: p.says })),
  ...COUNTING.map((p) => ({ path: p.path, name: p.name, says: p.says })),
  ...TREATMENTS.map((t) => ({ path: `/rules/${t.key}`, name: t.name, says: 'its sheet' })),
  ...ASIDE.map((p) => ({ path: p.path, name: p.name, says: p.says })),
  { path: '/reference', name: 'The API', says: 'for programs' },
])
/** Every word typed must begin a word of the name or of what stands beside it. */
const found = computed(() => {
  const words = asked.value.toLowerCase().split(/\s+/).filter(Boolean)
  const begins = (t: Target, w: string) => ` ${t.name} ${t.says}`.toLowerCase().includes(` ${w}`)
  const rank = (t: Target) => (t.name.toLowerCase().startsWith(words[0] ?? '') ? 0 : 1)
  return all.value
    .filter((t) => words.every((w) => begins(t, w)))
    .toSorted((a, b) => rank(a) - rank(b))
    .slice(0, MOST)
})
watch(asked, () => (at.value = 0))
async function step(by: number): Promise<void> {
  at.value = (at.value + by + found.value.length) % Math.max(1, found.value.length)
  await nextTick()
  list.value?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' })
}
function go(target: Target | undefined): void {
  if (!target) return
  emit('close')
  void router.push(target.path)
}
</script>

<template>
  <OverPage title="Go anywhere" @close="emit('close')">
    <label for="go-box" class="unseen">Where to</label>
    <input
      id="go-box"
      v-model="asked"
      data-first
      class="ask"
      type="text"
      role="combobox"
      aria-expanded="true"
      aria-controls="go-list"
      aria-autocomplete="list"
      autocomplete="off"
      spellcheck="false"
      placeholder="A colony, a yard, a place"
      :aria-activedescendant="found.length > 0 ? `go-${at}` : undefined"
      @keydown.down.prevent="step(1)"
      @keydown.up.prevent="step(-1)"
      @keydown.enter.prevent="go(found[at])"
    />
    <ul id="go-list" ref="list" role="listbox" aria-label="Where to" class="list">
      <li v-for="(t, i) in found" :id="`go-${i}`" :key="t.path" role="option" :aria-selected="i === at" :class="{ at: i === at }" @click="go(t)" @pointermove="at = i">
        <strong>{{ t.name }}</strong>
        <span class="soft">{{ t.says }}</span>
      </li>
    </ul>
    <p v-if="found.length === 0" class="soft" role="status">Nothing here is called that.</p>
  </OverPage>
</template>

<style scoped>
.ask { font: inherit; font-size: 19px; color: var(--ink); background: var(--sheet); border: 0; border-bottom: 2px solid var(--thistle); padding: 8px 2px; min-height: 48px; width: 100%; }
.ask:focus-visible { outline-offset: 4px; }
.list { max-height: 56vh; overflow-y: auto; }
.list li { display: flex; justify-content: space-between; gap: 14px; padding: 9px 10px; border-radius: 8px; cursor: pointer; min-height: 42px; align-items: baseline; }
.list li.at { background: var(--thistle-wash); }
.list .soft { text-align: right; }
@media screen and (max-width: 720px) { .list li { min-height: 52px; align-items: center; } }
</style>
