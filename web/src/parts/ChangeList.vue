<script setup lang="ts">
/** The last changes, with who and when; each can be undone from where it shows. */
import WaitLine from './WaitLine.vue'
import FaultLine from './FaultLine.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, onMounted, ref, watch } from 'vue'
import { useHolding } from '../stores/holding.ts'
import { changedFields, sayChange, type Change } from './change-words.ts'
import { useSave } from './useSave.ts'
import { sayWhen } from './when.ts'

const props = defineProps<{
  /** What to ask for: `colony=...`, or nothing for the whole holding. */
  query?: string
  /** How many at once. */
  most?: number
  /** Names the colony and yard of each; not where they are known from around it. */
  named?: boolean
}>()
const holding = useHolding()
const changes = ref<Change[] | null>(null)
const more = ref(false)
const undone = ref<string | null>(null)
const { busy, fault, save } = useSave()
const most = computed(() => props.most ?? 40)

async function ask(before: number | null): Promise<Change[]> {
  const parts = [props.query ?? '', `limit=${most.value}`, before ? `before=${before}` : ''].filter(Boolean)
  return holding.persist<Change[]>('GET', `/changes/last?${parts.join('&')}`)
}
async function load(): Promise<void> {
  const found = await ask(null)
  changes.value = found
  more.value = found.length === most.value
}
async function loadMore(): Promise<void> {
  const found = await ask(changes.value?.at(-1)?.seq ?? null)
  changes.value = [...(changes.value ?? []), ...found]
  more.value = found.length === most.value
}
onMounted(load)
watch(() => [props.query, holding.yards], load)

/** Changes of one stroke stand together, under the newest. */
const strokes = computed(() => {
  const found: { key: number; entries: Change[] }[] = []
  for (const change of changes.value ?? []) {
    const last = found.at(-1)
    if (last && last.key === change.batch) last.entries.push(change)
    else found.push({ key: change.batch, entries: [change] })
  }
  return found
})
const head = (entries: Change[]): Change => entries.find((e) => e.kind !== 'placement') ?? entries[0]!
const where = (c: Change) => [c.colony, c.yard].filter(Boolean).join(', ')

async function undo(change: Change): Promise<void> {
  undone.value = null
  const done = await save(async () => {
    await holding.persist('POST', `/changes/${change.seq}/undo`)
    await holding.load()
  })
  await load()
  if (done) undone.value = sayChange(change)
}
</script>

<template>
  <div class="changes">
    <p v-if="undone" class="settled strong" role="status">Undone: {{ holding.say(undone) }}.</p>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <WaitLine v-if="!changes">Reading ...</WaitLine>
    <p v-else-if="changes.length === 0" class="soft">Nothing has been changed yet.</p>
    <ol v-else>
      <li v-for="s in strokes" :key="s.key">
        <div>
          <p>
            <strong v-if="named && where(head(s.entries))">{{ where(head(s.entries)) }}: </strong>
            <span>{{ holding.say(sayChange(head(s.entries))) }}</span>
            <span v-if="s.entries.length > 1" class="soft"> and {{ s.entries.length - 1 }} more</span>
          </p>
          <ul v-if="changedFields(head(s.entries)).length > 0" class="fields">
            <li v-for="d in changedFields(head(s.entries)).slice(0, 6)" :key="d.field">
              {{ d.label }}: <s>{{ d.before }}</s> {{ d.after }}
            </li>
          </ul>
          <p class="soft small">{{ head(s.entries).by ?? 'nobody' }}, {{ sayWhen(head(s.entries).savedAt) }}</p>
        </div>
        <AButton
v-if="holding.mayWrite && head(s.entries).undoable"
          type="link"
          class="plainlink"
          :disabled="busy"
          :aria-label="`Undo: ${named ? `${where(head(s.entries))}, ` : ''}${sayChange(head(s.entries))}`"
          @click="undo(head(s.entries))"
        >
          undo
        </AButton>
      </li>
    </ol>
    <p v-if="more"><AButton class="press quiet" @click="loadMore">Older ones</AButton></p>
  </div>
</template>

<style scoped>
.changes { display: grid; gap: 10px; }
ol > li { display: flex; justify-content: space-between; gap: 14px; align-items: center; padding: 9px 0; border-bottom: 1px solid var(--hairline); }
ol > li:last-child { border-bottom: 0; }
ol > li > div { min-width: 0; overflow-wrap: anywhere; }
.fields { font-size: 14px; color: var(--soft); margin: 2px 0; }
.fields s { color: var(--soft); }
@media screen and (max-width: 720px) { ol button { min-height: 48px; min-width: 52px; } }
</style>
