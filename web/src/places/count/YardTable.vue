<script setup lang="ts">
/** A whole yard in one go: Tab to the next cell, Enter down the column, kept in one stroke. */
import FaultLine from '../../parts/FaultLine.vue'
import KeepBar from '../../parts/KeepBar.vue'
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import AInput from 'ant-design-vue/es/input/Input'
import ACheckbox from 'ant-design-vue/es/checkbox'
import PickField from '../../fields/PickField.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, toRefs } from 'vue'
import { useRouter } from 'vue-router'
import { SUGAR_RECOVERY, SUGAR_SECONDS } from '@thistle/core/count'
import { flagsOf, type YardState } from '@thistle/core/holding'
import { METHODS } from '@thistle/core/situation'
import { sayDay } from '../../look/dates.ts'
import CountDot from '../../parts/CountDot.vue'
import DayField from '../../fields/DayField.vue'
import NumberField from '../../fields/NumberField.vue'
import { METHOD_SAYS, plural } from '../../parts/count-words.ts'
import KeptNote from '../../parts/KeptNote.vue'
import { useSave } from '../../parts/useSave.ts'
import { heldLevel, isOver } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'
import CountSheet from './CountSheet.vue'
import { usualAmount } from './drafts.ts'
import { usePasted } from './pasted.ts'
import { readTableRow, type ReadTableRow, type TableRow, type TableSet } from './yard-table.ts'

const props = defineProps<{ yard: YardState }>()
const router = useRouter()
const holding = useHolding()
const pasted = usePasted()
const { busy, fault, at, save } = useSave()
const usualFor = (method: TableSet['method']) => (method === 'board' ? '3' : String(usualAmount(method)))
const { form, typedOn, anew } = useKeptForm(`table ${props.yard.yard.id}`, () => ({
  set: { method: 'wash', onDay: holding.today, recovery: holding.settings?.sugarRecovery ?? SUGAR_RECOVERY.usual } as TableSet,
  rows: Object.fromEntries(props.yard.row.map(({ colony }): [string, TableRow] => [colony.id, { id: newId(), mites: '', exposure: usualFor('wash'), note: '' }])),
  /** Each roll was left the full minute: not taken for granted. */
  waited: false,
}))
const set = computed(() => form.set)
const { waited } = toRefs(form)
const rowOf = (colonyId: string): TableRow => (form.rows[colonyId] ??= { id: newId(), mites: '', exposure: usualFor(form.set.method), note: '' })
function setMethod(method: TableSet['method']): void {
  form.set.method = method
  for (const row of Object.values(form.rows)) if (row.mites === '') row.exposure = usualFor(method)
}
/** Each row is read by itself, so that a key typed in one draws that one anew and not the table. */
const lines = computed(() =>
  props.yard.row.map((state) => {
    const row = rowOf(state.colony.id)
    return { state, row, read: computed(() => readTableRow(row, set.value, state, holding.today)) }
  }),
)
/** What is wrong with what all rolls are taken to find. */
const recoveryFault = computed(() => (set.value.method === 'sugar' && set.value.recovery !== null && !(set.value.recovery >= 0.05 && set.value.recovery <= 1) ? 'From 5 to 100 %.' : null))
const typed = computed(() => lines.value.filter((l) => l.read.value.typed))
const refused = (read: ReadTableRow) => read.faults.filter((f) => f.severity === 'refuse')
const wrong = computed(() => typed.value.filter((l) => refused(l.read.value).length > 0))
const touched = ref(false)
const kept = ref<string | null>(null)
/** Where the same place of the sent rows was refused by the server. */
const sent = ref<readonly string[]>([])
const saidOf = (colonyId: string, read: ReadTableRow): string | null => {
  const index = sent.value.indexOf(colonyId)
  const byServer = index < 0 ? null : ['samples[0].mites', 'samples[0].bees', 'samples[0].days', 'onDay'].map((p) => at(`counts[${index}].${p}`)).find(Boolean)
  const text = refused(read)[0]?.text ?? byServer ?? read.faults[0]?.text ?? null
  return text === null ? null : holding.say(text)
}

function down(event: KeyboardEvent, column: string, index: number, back = false): void {
  const next = document.getElementById(`t-${column}-${index + (back ? -1 : 1)}`)
  event.preventDefault()
  if (next) next.focus()
  else if (!back) document.getElementById('t-keep')?.focus()
}
/** More than one cell is a table of its own: it takes the road of a file, with its preview. */
function onPaste(event: ClipboardEvent): void {
  const text = event.clipboardData?.getData('text/plain') ?? ''
  if (!/[\t\n]/.test(text.trim())) return
  event.preventDefault()
  pasted.take(text, props.yard.yard.name)
  void router.push('/count/file')
}

async function keep(): Promise<void> {
  touched.value = true
  const [list, y] = [typed.value, props.yard]
  if (list.length === 0 || wrong.value.length > 0) return
  sent.value = list.map((l) => l.state.colony.id)
  const counts = list.map(({ state, row, read: { value: read } }) => {
    const flags = flagsOf(state, set.value.method)
    return {
      id: row.id,
      version: null,
      colonyId: state.colony.id,
      courseId: null,
      onDay: set.value.onDay,
      method: set.value.method,
      recovery: read.entry.recovery,
      representative: flags.length > 0 ? false : null,
      flags,
      waited: set.value.method === 'sugar' && waited.value ? SUGAR_SECONDS : null,
      note: row.note,
      samples: read.entry.samples.map((s) => ({ mites: s.mites, bees: s.bees, days: s.days })),
    }
  })
  const boards = list.flatMap(({ state }) => {
    const { board } = state.colony
    return set.value.method === 'board' && board && set.value.onDay && set.value.onDay > board.laidOn
      ? [{ id: board.id, version: board.version, colonyId: state.colony.id, laidOn: board.laidOn, takenOn: set.value.onDay }]
      : []
  })
  if (!(await save(() => holding.keepRows({ counts, boards }, y.yard.id)))) return
  const others = Object.entries(form.rows).filter(([id, row]) => row.note !== '' && !list.some((l) => l.state.colony.id === id))
  anew()
  for (const [id, row] of others) form.rows[id] = row
  touched.value = false
  kept.value = `${plural(list.length, 'count')} of ${sayDay(set.value.onDay ?? holding.today)} kept.`
}
/** One and the same at every draw, or the table would draw itself anew at every key. */
const keyOf = (l: (typeof lines.value)[number]) => l.state.colony.id
const EXPOSURE = { wash: 'Bees', sugar: 'Bees', board: 'Days', drone: 'Cells opened' } as const
const COLUMNS = computed<readonly Column<(typeof lines.value)[number]>[]>(() => [
  { key: 'place', title: 'Place in the row', hidden: true, class: 'num soft', width: 40, text: (l) => l.state.colony.placement.position },
  { key: 'colony', title: 'Colony', heads: true, text: (l) => l.state.colony.name },
  { key: 'mites', title: set.value.method === 'drone' ? 'Cells with mites' : 'Mites' },
  { key: 'exposure', title: EXPOSURE[set.value.method] },
  { key: 'note', title: 'Note', class: 'note' },
  { key: 'says', title: 'What it says', class: 'says' },
])
const UNIT = { per100: 'in 100', perDay: 'a day', per100cells: 'in 100 cells' } as const
</script>

<template>
  <div>
      <h1 class="no-print">{{ yard.yard.name }}, counted in one go</h1>
      <p class="soft lead no-print">Tab goes to the next cell, Enter down the column. Rows with no mites typed are left alone. Paste a block from a spreadsheet into any cell, and it is looked over first.</p>
      <AForm novalidate layout="vertical" class="form no-print" @submit="keep" @paste="onPaste">
        <KeptNote v-model:day="set.onDay" :typed-on="typedOn" @anew="anew" />
        <div class="set">
          <PickField id="t-method" :model-value="set.method" label="Method" :unknown="false" :options="METHODS.map((m) => [m, METHOD_SAYS[m].name] as const)" @update:model-value="setMethod($event ?? 'wash')" />
          <DayField id="t-day" v-model="set.onDay" label="Counted on" :max="holding.today" />
          <NumberField
            v-if="set.method === 'sugar'"
            id="t-recovery"
            :model-value="set.recovery === null ? null : Math.round(set.recovery * 100)"
            label="Mites the roll finds"
            unit="%"
            :min="0"
            :fault="recoveryFault"
            @update:model-value="(p: number | null) => (set.recovery = p === null ? null : p / 100)"
          />
          <ACheckbox v-if="set.method === 'sugar'" v-model:checked="waited" class="waited">Each roll was left the full {{ SUGAR_SECONDS }} s<span v-if="!waited" class="care">: tick it, or they are kept as not timed</span></ACheckbox>
        </div>
        <div class="wide sheet">
          <!-- The library's form draws all in it at every key; the cells follow what they read by themselves. -->
          <RowsTable v-memo="[COLUMNS, lines]" label="The counts of the yard" :columns="COLUMNS" :rows="lines" :row-key="keyOf">
                <template #mites="{ row: l, index: i }">
                  <AInput :id="`t-mites-${i}`" v-model:value="l.row.mites" class="cell" inputmode="numeric" :aria-label="`Mites, ${l.state.colony.name}`" :aria-invalid="refused(l.read.value).length > 0 ? 'true' : undefined" :aria-describedby="`t-says-${i}`" @keydown.enter.exact="down($event, 'mites', i)" @keydown.enter.shift="down($event, 'mites', i, true)" />
                </template>
                <template #exposure="{ row: l, index: i }">
                  <AInput :id="`t-exposure-${i}`" v-model:value="l.row.exposure" class="cell" inputmode="decimal" :aria-label="`${EXPOSURE[set.method]}, ${l.state.colony.name}`" @keydown.enter.exact="down($event, 'exposure', i)" @keydown.enter.shift="down($event, 'exposure', i, true)" />
                </template>
                <template #note="{ row: l, index: i }">
                  <AInput :id="`t-note-${i}`" v-model:value="l.row.note" class="cell long" :maxlength="2000" :aria-label="`Note, ${l.state.colony.name}`" @keydown.enter.exact="down($event, 'note', i)" />
                </template>
                <template #says="{ row: l, index: i }">
                  <div :id="`t-says-${i}`">
                  <span v-if="saidOf(l.state.colony.id, l.read.value)" :class="refused(l.read.value).length > 0 || !l.read.value.judged ? 'alarm' : 'care'">{{ saidOf(l.state.colony.id, l.read.value) }}</span>
                  <span v-if="l.read.value.judged" class="dot">
                    <CountDot :judgement="l.read.value.judged" />
                    <span :class="{ 'alarm strong': isOver(l.read.value.judged) }">{{ heldLevel(l.read.value.judged).estimate?.toFixed(1) }} {{ UNIT[l.read.value.judged.unit] }}</span>
                    <span class="soft word">{{ l.read.value.judged.level }}</span>
                  </span>
                  </div>
                </template>
          </RowsTable>
        </div>
        <KeepBar>
          <FaultLine v-if="fault">{{ fault }}</FaultLine>
          <p v-else-if="kept && typed.length === 0" class="settled strong" role="status">{{ kept }} <RouterLink :to="`/count/yard/${yard.yard.id}`">What the yard says</RouterLink></p>
          <p v-else-if="wrong.length > 0" class="alarm" :class="{ strong: touched }">{{ wrong.map((l) => l.state.colony.name).join(', ') }}: put {{ wrong.length === 1 ? 'it' : 'them' }} right first; nothing is kept by half.</p>
          <p v-else-if="typed.length > 0" class="care">{{ plural(typed.length, 'count') }} typed, not kept yet.</p>
          <AButton id="t-keep" type="primary" class="press settle" html-type="submit" :disabled="busy || typed.length === 0 || !holding.mayWrite">{{ busy ? 'Keeping ...' : `Keep ${plural(typed.length, 'count')}` }}</AButton>
        </KeepBar>
      </AForm>
      <CountSheet :yard="yard" :method="set.method" />
  </div>
</template>

<style scoped>
.lead { max-width: 860px; margin: 4px 0 14px; }
.form { display: grid; grid-template-columns: minmax(0, 1fr); gap: 14px; }
.set { display: flex; gap: 14px; flex-wrap: wrap; align-items: start; }
.set > * { min-width: 170px; }
.waited { align-self: end; }
.wide { overflow-x: auto; }
.wide :deep(.rows-table .ant-table-tbody > tr > *) { padding: 3px 8px; height: 44px; }
.wide :deep(tbody th) { font-weight: 650; white-space: nowrap; }
.wide :deep(tr:has(.cell[aria-invalid])) { background: var(--brick-wash); }
.cell { border-radius: 7px; width: 88px; min-height: 36px; padding: 4px 9px; font-variant-numeric: tabular-nums; }
.cell.long { width: 100%; min-width: 120px; }
.cell[aria-invalid] { border-color: var(--brick); }
.wide :deep(.says) { min-width: 330px; }
.dot { display: inline-flex; align-items: center; gap: 10px; white-space: nowrap; }
.word { min-width: 46px; }
@media screen and (max-width: 720px) {
  .wide :deep(.note) { display: none; }
  .wide :deep(thead .says) { display: none; }
  .wide :deep(tbody), .wide :deep(thead), .wide :deep(table) { display: block; }
  .wide :deep(thead tr > *) { padding: 2px 4px !important; border: 0 !important; }
  .wide :deep(tr) { display: grid; grid-template-columns: 30px minmax(0, 1fr) 84px 92px; align-items: center; padding: 6px 8px; border-bottom: 1px solid var(--hairline); }
  .wide { --row-line: 0; }
  .wide :deep(.rows-table .ant-table-tbody > tr > *) { height: auto; padding: 2px 4px; }
  .cell { width: 100%; min-height: 48px; font-size: 17px; }
  .wide :deep(.says) { grid-column: 2 / -1; min-width: 0; }
  .dot { flex-wrap: wrap; }
}
</style>
