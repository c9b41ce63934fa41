<script setup lang="ts">
/** Putting an export back: looked through first, then all of it or nothing. */
import type { Fate, Restoration } from '@thistle/core/holding'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import FilePick from '../../fields/FilePick.vue'
import OverPage from '../../frame/OverPage.vue'
import { localDay, sayDay, sayDayLong } from '../../look/dates.ts'
import CautionNote from '../../parts/CautionNote.vue'
import FaultLine from '../../parts/FaultLine.vue'
import RowsTable from '../../parts/RowsTable.vue'
import WaitLine from '../../parts/WaitLine.vue'
import { labelOf } from '../../parts/state-words.ts'
import { useSave } from '../../parts/useSave.ts'
import { sendExport } from '../../server/call.ts'
import { useHolding } from '../../stores/holding.ts'

const holding = useHolding()
const { busy, fault, save, clear } = useSave()
const chosen = ref<File | null>(null)
const told = ref<Restoration | null>(null)
const done = ref<Restoration | null>(null)

const KINDS: Readonly<Record<string, string>> = {
  settings: 'Rules and preferences',
  yards: 'Yards',
  colonies: 'Colonies',
  placements: 'Places in the row',
  looks: 'Inspections',
  decisions: 'Choices',
  courses: 'Courses',
  boards: 'Boards that lie',
  jars: 'Jars of a yard',
  visits: 'Planned visits',
  trials: 'Trials',
  photos: 'Photographs',
  counts: 'Counts',
  events: 'Doses and what else was done',
  weatherDays: 'Days of weather of your own',
}
const kindOf = (kind: string): string => KINDS[kind] ?? kind
const rows = computed(() => told.value?.fates.filter((f) => f.inFile > 0 || f.stay > 0) ?? [])
const sum = (of: keyof Omit<Fate, 'kind'>, from: Restoration | null) => from?.fates.reduce((n, f) => n + f[of], 0) ?? 0
const nothing = computed(() => told.value !== null && !told.value.whole && sum('added', told.value) + sum('changed', told.value) === 0)
const number = (n: number) => (n === 0 ? '·' : n)
const sayDays = (name: string) => name.replace(/\d{4}-\d{2}-\d{2}$/, (day) => sayDay(day))
const rowsSaid = (n: number) => (n === 1 ? '1 row' : `${n} rows`)
const columns = [
  { key: 'kind', title: 'What', heads: true, text: (f: Fate) => kindOf(f.kind) },
  { key: 'added', title: 'Added', class: 'figures', text: (f: Fate) => number(f.added) },
  { key: 'changed', title: 'Changed', class: 'figures', text: (f: Fate) => number(f.changed) },
  { key: 'left', title: 'Left', class: 'figures', text: (f: Fate) => number(f.same + f.notTaken + f.stay) },
]

async function look(file: File): Promise<void> {
  chosen.value = file
  told.value = null
  done.value = null
  await save(async () => {
    told.value = await sendExport(file, null)
  })
}
async function restore(): Promise<void> {
  const [file, seq] = [chosen.value, told.value?.seq]
  if (!file || seq === undefined) return
  await save(async () => {
    done.value = await sendExport(file, seq)
    told.value = null
    await holding.load()
  })
}
function close(): void {
  chosen.value = null
  told.value = null
  clear()
}
</script>

<template>
  <div class="restore">
    <h3>Putting an export back</h3>
    <p class="soft small">Into {{ holding.me?.holding.name }}: what is missing is added, what differs becomes as the file says, what the file does not have stays. You see it first.</p>
    <p><FilePick id="y-restore" label="Choose an export ..." accept=".zip,.json,application/zip,application/json" :disabled="busy" @file="look" /></p>
    <p v-if="done" class="settled strong" role="status">Put back: {{ rowsSaid(sum('added', done)) }} added, {{ sum('changed', done) }} changed.</p>
    <OverPage v-if="chosen && !done" title="Putting an export back" @close="close">
      <h2>{{ told ? `${told.from}, as it was exported on ${sayDayLong(localDay(new Date(told.exportedAt)))}` : chosen.name }}</h2>
      <WaitLine v-if="busy">{{ told ? 'Putting it back ...' : 'Looking it through ...' }}</WaitLine>
      <FaultLine v-if="fault">{{ fault }}</FaultLine>
      <template v-if="told">
        <p v-if="nothing" class="strong">All of it is here as the file says: there is nothing to put back.</p>
        <p v-else-if="told.whole" class="strong">This holding is empty: it takes the name, the rules and the history of the file, and all of its rows. Who may see it is not in the file; invite them anew.</p>
        <CautionNote v-else-if="sum('changed', told) > 0">
          <strong>{{ rowsSaid(sum('changed', told)) }} here {{ sum('changed', told) === 1 ? 'becomes' : 'become' }} as then.</strong> What was written there since is kept in the history alone. Export the holding as it is first.
        </CautionNote>
        <div class="wide"><RowsTable label="What would happen, by kind of row" :columns="columns" :rows="rows" :row-key="(f) => f.kind" /></div>
        <ul class="soft small changes">
          <li v-if="sum('same', told) > 0">{{ rowsSaid(sum('same', told)) }} stand here as in the file.</li>
          <li v-if="sum('stay', told) > 0">{{ rowsSaid(sum('stay', told)) }} of here that the file does not have.</li>
          <li v-if="sum('notTaken', told) > 0">{{ rowsSaid(sum('notTaken', told)) }} of the file not taken: the colony stands elsewhere by now, the books of the day are closed, or it is a choice or a dose, which are never changed.</li>
        </ul>
        <template v-if="told.changes.length > 0">
          <h3>What changes</h3>
          <ul class="changes">
            <li v-for="(c, i) in told.changes" :key="i">{{ kindOf(c.kind) }}<strong v-if="c.name">, {{ sayDays(c.name) }}</strong>: {{ c.fields.map((field) => labelOf(field, c.kind)).join(', ') }}</li>
            <li v-if="told.changes.length < sum('changed', told)" class="soft">and {{ sum('changed', told) - told.changes.length }} more</li>
          </ul>
        </template>
        <p class="row">
          <AButton class="press quiet" :disabled="busy" @click="close">{{ nothing ? 'Close' : 'Leave it' }}</AButton>
          <AButton v-if="!nothing" type="primary" class="press" :disabled="busy" @click="restore">Put it back</AButton>
        </p>
      </template>
      <p v-else-if="!busy" class="row"><AButton class="press quiet" @click="close">Close</AButton></p>
    </OverPage>
  </div>
</template>

<style scoped>
.restore { display: grid; gap: 8px; }
.restore > h3 { margin-top: 6px; }
.row { display: flex; gap: 14px; flex-wrap: wrap; align-items: center; }
.wide { overflow-x: auto; }
.wide :deep(td.figures), .wide :deep(th.figures) { text-align: right; font-variant-numeric: tabular-nums; }
.changes { margin: 0; padding: 0 0 0 18px; display: grid; gap: 4px; max-height: 40vh; overflow: auto; }
</style>
