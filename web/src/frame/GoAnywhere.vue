<script setup lang="ts">
/** Type some letters of a place, a yard or a colony, and go there. */
import ASelect from 'ant-design-vue/es/select'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { listId, useCombobox, wordId } from '../fields/combobox.ts'
import { useHolding } from '../stores/holding.ts'
import OverPage from './OverPage.vue'
import { ASIDE, BOOK, COUNTING, placesOf, ROUNDS, RULES, SHELF } from './places.ts'

const emit = defineEmits<{ close: [] }>()
const holding = useHolding()
const router = useRouter()
const asked = ref('')
const room = ref<HTMLElement | null>(null)
const root = ref<HTMLElement | null>(null)
useCombobox(root, () => 'go-box')
const beside = () => room.value ?? document.body

interface Target {
  readonly path: string
  readonly name: string
  readonly says: string
}
const MOST = 12
const all = computed<Target[]>(() => [
  ...placesOf(holding.preferences).map((p) => ({ path: p.path, name: p.name, says: p.says })),
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
  ...SHELF.map((p) => ({ path: p.path, name: p.name, says: p.says })),
  ...ROUNDS.map((p) => ({ path: p.path, name: p.name, says: p.says })),
  ...RULES.map((p) => ({ path: p.path, name: p.name, says: p.says })),
  ...COUNTING.map((p) => ({ path: p.path, name: p.name, says: p.says })),
  ...BOOK.map((p) => ({ path: p.path, name: p.name, says: p.says })),
  ...holding.treatments.map((t) => ({ path: `/rules/${t.key}`, name: t.name, says: 'its sheet' })),
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
    .map((t, n) => ({ ...t, value: `${t.name}, ${t.says}`, key: t.path, role: 'option', id: wordId('go-box', n) }))
})
function go(_: unknown, target: unknown): void {
  emit('close')
  // A place that cannot be fetched is said by the page.
  router.push((target as Target).path).catch(() => undefined)
}
</script>

<template>
  <OverPage title="Go anywhere" @close="emit('close')">
    <label for="go-box" class="unseen">Where to</label>
    <!-- Its list opens with it: what is there to go to is seen before a letter is typed. -->
    <div ref="root" @keydown.esc.capture.stop="emit('close')">
    <ASelect
      id="go-box"
      :value="undefined"
      :search-value="asked"
      show-search
      :show-arrow="false"
      data-first
      class="ask"
      :options="found"
      :open="true"
      default-active-first-option
      :virtual="false"
      :filter-option="false"
      :list-height="440"
      :get-popup-container="beside"
      placeholder="A colony, a yard, a place"
      @search="asked = $event"
      @select="go"
    >
      <template #option="{ name, says }">
        <span class="target"><strong>{{ name }}</strong><span class="soft">{{ says }}</span></span>
      </template>
      <template #notFoundContent><p class="soft" role="status">Nothing here is called that.</p></template>
      <template #dropdownRender="{ menuNode }">
        <div :id="listId('go-box')" role="listbox" aria-label="Where to"><component :is="menuNode" /></div>
      </template>
    </ASelect>
    </div>
    <div ref="room" class="room" />
  </OverPage>
</template>

<style scoped>
.ask { width: 100%; }
.ask :deep(.ant-select-selector) { border: 0; border-bottom: 2px solid var(--thistle); border-radius: 0; box-shadow: none; padding: 0 2px; }
.ask :deep(input) { font-size: 19px; }
/* The list takes its place in the box, and does not hang over its edge. */
.room { position: relative; min-height: 456px; }
.room :deep(.ant-select-dropdown) { position: absolute; inset: 0 !important; width: 100% !important; box-shadow: none; padding: 0; }
.target { display: flex; justify-content: space-between; gap: 14px; align-items: baseline; white-space: normal; }
.target .soft { text-align: right; }
@media screen and (max-width: 720px) { .room :deep(.ant-select-item) { min-height: 52px; align-items: center; } }
</style>
