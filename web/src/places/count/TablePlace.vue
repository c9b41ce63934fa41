<script setup lang="ts">
/** A whole yard in one go: Tab to the next cell, Enter down the column, kept in one stroke. */
import { computed, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { SUGAR_RECOVERY, SUGAR_SECONDS } from '@thistle/core/count'
import { flagsOf } from '@thistle/core/holding'
import { METHODS } from '@thistle/core/situation'
import { sayDay } from '../../look/dates.ts'
import CountDot from '../../parts/CountDot.vue'
import DayField from '../../parts/DayField.vue'
import NumberField from '../../parts/NumberField.vue'
import { METHOD_SAYS, plural } from '../../parts/count-words.ts'
import { useSave } from '../../parts/useSave.ts'
import { heldLevel, isOver } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useYardInView } from '../../parts/useYardInView.ts'
import CountNav from './CountNav.vue'
import NoColonies from './NoColonies.vue'
import CountSheet from './CountSheet.vue'
import { usualAmount } from './drafts.ts'
import { usePasted } from './pasted.ts'
import { readTableRow, type ReadTableRow, type TableRow, type TableSet } from './yard-table.ts'

const router = useRouter()
const holding = useHolding()
const pasted = usePasted()
const { busy, fault, at, save } = useSave()
const yard = useYardInView()
const set = reactive<TableSet>({ method: 'wash', onDay: holding.today, recovery: holding.settings?.sugarRecovery ?? SUGAR_RECOVERY.usual })
const rows = reactive(new Map<string, TableRow>())
const usual = () => (set.method === 'board' ? '3' : String(usualAmount(set.method)))
const rowOf = (colonyId: string): TableRow => {
  if (!rows.has(colonyId)) rows.set(colonyId, { id: newId(), mites: '', exposure: usual(), note: '' })
  return rows.get(colonyId) as TableRow
}
watch(
  () => set.method,
  () => {
    for (const row of rows.values()) if (row.mites === '') row.exposure = usual()
  },
)
const lines = computed(() => (yard.value?.row ?? []).map((state) => ({ state, row: rowOf(state.colony.id), read: readTableRow(rowOf(state.colony.id), set, state, holding.today) })))
/** What is wrong with what all rolls are taken to find. */
const recoveryFault = computed(() => (set.method === 'sugar' && set.recovery !== null && !(set.recovery >= 0.05 && set.recovery <= 1) ? 'From 5 to 100 %.' : null))
const typed = computed(() => lines.value.filter((l) => l.read.typed))
const refused = (read: ReadTableRow) => read.faults.filter((f) => f.severity === 'refuse')
const wrong = computed(() => typed.value.filter((l) => refused(l.read).length > 0))
/** Each roll was left the full minute: not taken for granted. */
const waited = ref(false)
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
  pasted.take(text, yard.value?.yard.name ?? null)
  void router.push('/count/file')
}

async function keep(): Promise<void> {
  touched.value = true
  const [list, y] = [typed.value, yard.value]
  if (!y || list.length === 0 || wrong.value.length > 0) return
  sent.value = list.map((l) => l.state.colony.id)
  const counts = list.map(({ state, row, read }) => {
    const flags = flagsOf(state, set.method)
    return {
      id: row.id,
      version: null,
      colonyId: state.colony.id,
      courseId: null,
      onDay: set.onDay,
      method: set.method,
      recovery: read.entry.recovery,
      representative: flags.length > 0 ? false : null,
      flags,
      waited: set.method === 'sugar' && waited.value ? SUGAR_SECONDS : null,
      note: row.note,
      samples: read.entry.samples.map((s) => ({ mites: s.mites, bees: s.bees, days: s.days })),
    }
  })
  const boards = list.flatMap(({ state }) => {
    const { board } = state.colony
    return set.method === 'board' && board && set.onDay && set.onDay > board.laidOn
      ? [{ id: board.id, version: board.version, colonyId: state.colony.id, laidOn: board.laidOn, takenOn: set.onDay }]
      : []
  })
  if (!(await save(() => holding.keepRows({ counts, boards }, y.yard.id)))) return
  for (const { state } of list) rows.delete(state.colony.id)
  touched.value = false
  kept.value = `${plural(list.length, 'count')} of ${sayDay(set.onDay ?? holding.today)} kept.`
}
const EXPOSURE = { wash: 'Bees', sugar: 'Bees', board: 'Days', drone: 'Cells opened' } as const
const UNIT = { per100: 'in 100', perDay: 'a day', per100cells: 'in 100 cells' } as const
</script>

<template>
  <div class="page">
    <CountNav />
    <template v-if="yard && yard.row.length > 0">
      <h1 class="no-print">{{ yard.yard.name }}, counted in one go</h1>
      <p class="soft lead no-print">Tab goes to the next cell, Enter down the column. Rows with no mites typed are left alone. Paste a block from a spreadsheet into any cell, and it is looked over first.</p>
      <form class="form no-print" novalidate @submit.prevent="keep" @paste="onPaste">
        <div class="set">
          <div class="field">
            <label for="t-method">Method</label>
            <select id="t-method" v-model="set.method" class="pick">
              <option v-for="m in METHODS" :key="m" :value="m">{{ METHOD_SAYS[m].name }}</option>
            </select>
          </div>
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
          <label v-if="set.method === 'sugar'" class="waited">
            <input v-model="waited" type="checkbox" />
            <span>Each roll was left the full {{ SUGAR_SECONDS }} s<span v-if="!waited" class="care">: tick it, or they are kept as not timed</span></span>
          </label>
        </div>
        <div class="wide sheet">
          <table>
            <thead>
              <tr>
                <th class="num" scope="col"><span class="unseen">Place in the row</span></th>
                <th scope="col">Colony</th>
                <th scope="col">{{ set.method === 'drone' ? 'Cells with mites' : 'Mites' }}</th>
                <th scope="col">{{ EXPOSURE[set.method] }}</th>
                <th scope="col" class="note">Note</th>
                <th scope="col">What it says</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(l, i) in lines" :key="l.state.colony.id" :class="{ wrong: refused(l.read).length > 0 }">
                <td class="num soft">{{ l.state.colony.placement.position }}</td>
                <th scope="row">{{ l.state.colony.name }}</th>
                <td>
                  <input :id="`t-mites-${i}`" v-model="l.row.mites" class="cell" inputmode="numeric" :aria-label="`Mites, ${l.state.colony.name}`" :aria-invalid="refused(l.read).length > 0 ? 'true' : undefined" :aria-describedby="`t-says-${i}`" @keydown.enter.exact="down($event, 'mites', i)" @keydown.enter.shift="down($event, 'mites', i, true)" />
                </td>
                <td>
                  <input :id="`t-exposure-${i}`" v-model="l.row.exposure" class="cell" inputmode="decimal" :aria-label="`${EXPOSURE[set.method]}, ${l.state.colony.name}`" @keydown.enter.exact="down($event, 'exposure', i)" @keydown.enter.shift="down($event, 'exposure', i, true)" />
                </td>
                <td class="note">
                  <input :id="`t-note-${i}`" v-model="l.row.note" class="cell long" maxlength="2000" :aria-label="`Note, ${l.state.colony.name}`" @keydown.enter.exact="down($event, 'note', i)" />
                </td>
                <td :id="`t-says-${i}`" class="says">
                  <span v-if="saidOf(l.state.colony.id, l.read)" :class="refused(l.read).length > 0 || !l.read.judged ? 'alarm' : 'care'">{{ saidOf(l.state.colony.id, l.read) }}</span>
                  <span v-if="l.read.judged" class="dot">
                    <CountDot :judgement="l.read.judged" />
                    <span :class="{ 'alarm strong': isOver(l.read.judged) }">{{ heldLevel(l.read.judged).estimate?.toFixed(1) }} {{ UNIT[l.read.judged.unit] }}</span>
                    <span class="soft word">{{ l.read.judged.level }}</span>
                  </span>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <div class="keepbar">
          <p v-if="fault" class="alarm strong" role="alert">{{ fault }}</p>
          <p v-else-if="kept && typed.length === 0" class="settled strong" role="status">{{ kept }} <RouterLink :to="`/count/yard/${yard.yard.id}`">What the yard says</RouterLink></p>
          <p v-else-if="wrong.length > 0" class="alarm" :class="{ strong: touched }">{{ wrong.map((l) => l.state.colony.name).join(', ') }}: put {{ wrong.length === 1 ? 'it' : 'them' }} right first; nothing is kept by half.</p>
          <p v-else-if="typed.length > 0" class="care">{{ plural(typed.length, 'count') }} typed, not kept yet.</p>
          <button id="t-keep" class="press settle" type="submit" :disabled="busy || typed.length === 0 || !holding.mayWrite">{{ busy ? 'Keeping ...' : `Keep ${plural(typed.length, 'count')}` }}</button>
        </div>
      </form>
      <CountSheet :yard="yard" :method="set.method" />
    </template>
    <NoColonies v-else />
  </div>
</template>

<style scoped>
.lead { max-width: 860px; margin: 4px 0 14px; }
.form { display: grid; grid-template-columns: minmax(0, 1fr); gap: 14px; }
.set { display: flex; gap: 14px; flex-wrap: wrap; align-items: start; }
.set > * { min-width: 170px; }
.waited { display: flex; gap: 9px; align-items: center; min-height: 46px; align-self: end; }
.waited input { width: 20px; height: 20px; accent-color: var(--thistle); flex: none; }
.wide { overflow-x: auto; }
table { width: 100%; border-collapse: collapse; }
th, td { text-align: left; padding: 3px 8px; border-bottom: 1px solid var(--hairline); height: 44px; font-weight: 400; }
thead th { font-size: 13.5px; color: var(--soft); font-weight: 600; height: 38px; }
tbody th { font-weight: 650; white-space: nowrap; }
tbody tr:last-child > * { border-bottom: 0; }
tr.wrong { background: var(--brick-wash); }
.num { width: 40px; text-align: center; }
.cell { font: inherit; color: var(--ink); background: var(--sheet); border: 1px solid var(--line); border-radius: 7px; width: 88px; min-height: 36px; padding: 4px 9px; font-variant-numeric: tabular-nums; }
.cell.long { width: 100%; min-width: 120px; }
.cell[aria-invalid] { border-color: var(--brick); }
.says { min-width: 330px; }
.dot { display: inline-flex; align-items: center; gap: 10px; white-space: nowrap; }
.word { min-width: 46px; }
.keepbar { position: sticky; bottom: 0; background: var(--paper); border-top: 1px solid var(--hairline); padding: 12px 0; display: flex; gap: 18px; align-items: center; justify-content: flex-end; z-index: 5; }
@media screen and (max-width: 720px) {
  .note { display: none; }
  thead { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
  tbody, table { display: block; }
  tbody tr { display: grid; grid-template-columns: 30px minmax(0, 1fr) 84px 92px; align-items: center; padding: 6px 8px; border-bottom: 1px solid var(--hairline); }
  td, tbody th { border: 0; height: auto; padding: 2px 4px; }
  .cell { width: 100%; min-height: 48px; font-size: 17px; }
  .says { grid-column: 2 / -1; min-width: 0; }
  .dot { flex-wrap: wrap; }
  .keepbar { bottom: 60px; flex-direction: column; align-items: stretch; gap: 8px; }
}
</style>
