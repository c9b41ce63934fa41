<script setup lang="ts">
/** Counts, colonies and past courses from a table, and out into one: columns are matched, every row is looked over, then kept in one stroke. */
import FaultLine from '../../parts/FaultLine.vue'
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import ARadio, { RadioGroup as ARadioGroup } from 'ant-design-vue/es/radio'
import AreaField from '../../fields/AreaField.vue'
import FilePick from '../../fields/FilePick.vue'
import PickField from '../../fields/PickField.vue'
import AButton from 'ant-design-vue/es/button'
import { saveAs } from 'file-saver'
import { computed, ref, watch } from 'vue'
import {
  guessMapping,
  guessOrder,
  mappingFault,
  readColonies,
  readCounts,
  readCourses,
  readTable,
  writeColonies,
  writeCounts,
  writeCourses,
  writeTable,
  type DayOrder,
  type ImportedColony,
  type ImportedCount,
  type ImportedCourse,
  type ReadRow,
  type Table,
} from '@thistle/core/tables'
import { METHODS, type Method } from '@thistle/core/situation'
import { shareOf, SUGAR_RECOVERY } from '@thistle/core/count'
import { METHOD_SAYS, plural } from '../../parts/count-words.ts'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import CountNav from './CountNav.vue'
import { colonyRows, countRow, FILE_KINDS, knownColonies, knownYards, pastDecisions, treatedColonies, type FileWord } from './importing.ts'
import { usePasted } from './pasted.ts'

const MOST_BYTES = 5 * 1024 * 1024
const SHOWN = 200
const holding = useHolding()
const pasted = usePasted()
const { busy, fault, save, clear } = useSave()

const what = ref<FileWord>('counts')
const kind = computed(() => FILE_KINDS[what.value])
const text = ref('')
const from = ref<string | null>(null)
const unreadable = ref<string | null>(null)
const yardName = ref<string>(pasted.yard ?? holding.yard?.yard.name ?? '')
const method = ref<Method>('wash')
const order = ref<DayOrder | ''>('')
const mapping = ref<Record<string, number | null>>({})
const how = ref<'all' | 'good'>('all')
const done = ref<{ kept: number; left: readonly string[][]; headings: readonly string[] } | null>(null)

const columns = computed(() => kind.value.columns)
const read = computed(() => (text.value.trim() === '' ? null : readTable(text.value)))
const table = computed<Table | null>(() => (read.value?.ok ? read.value.value : null))
const dayColumn = computed(() => kind.value.day)
type Imported = ImportedCount | ImportedColony | ImportedCourse
const shownOrder = computed(() => {
  const place = mapping.value[dayColumn.value]
  return place == null || !table.value ? null : guessOrder(table.value.rows.map((row) => row[place] ?? ''))
})
const ambiguous = computed(() => {
  const place = mapping.value[dayColumn.value]
  return place != null && (table.value?.rows ?? []).some((row) => /^\d{1,2}[/-]\d{1,2}[/-]\d{2,4}/.test(row[place] ?? ''))
})
watch([table, what], () => {
  mapping.value = table.value ? { ...guessMapping(table.value, columns.value) } : {}
  // What was kept stays told until another table is there.
  if (table.value) done.value = null
  clear()
})
watch(shownOrder, (guess) => (order.value = guess ?? ''))
const missing = computed(() => (table.value ? mappingFault(mapping.value, columns.value) : null))
const rows = computed<readonly ReadRow<Imported>[]>(() => {
  if (!table.value || missing.value) return []
  const usualYard = yardName.value || null
  const inYard = mapping.value.yard == null ? usualYard : null
  const days = order.value || null
  if (what.value === 'counts')
    return readCounts(table.value, mapping.value, days, knownColonies(holding.states), { method: method.value, yard: inYard })
  if (what.value === 'courses') return readCourses(table.value, mapping.value, days, treatedColonies(holding.states), inYard, holding.treatments)
  return readColonies(table.value, mapping.value, days, knownYards(holding.states), usualYard)
})
const rowColumns = computed<readonly Column<ReadRow<Imported>>[]>(() => [
  { key: 'line', title: 'Line', class: 'soft', text: (r) => r.line },
  { key: 'says', title: 'Read as', class: 'reads' },
  ...(table.value?.headings ?? []).map((title, i) => ({ key: `c${i}`, title, text: (r: ReadRow<Imported>) => r.cells[i] ?? '' })),
])
const bad = computed(() => rows.value.filter((r) => r.faults.length > 0))
const good = computed(() => rows.value.filter((r) => r.value !== null))
const toKeep = computed(() => (how.value === 'all' && bad.value.length > 0 ? [] : good.value))

/** By its mark of byte order, else as UTF-8; what is not that comes from an old spreadsheet. */
function decoded(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}
async function load(file: File | undefined): Promise<void> {
  unreadable.value = null
  if (!file) return
  if (file.size > MOST_BYTES) {
    unreadable.value = `${file.name} has ${Math.ceil(file.size / 1024 / 1024)} MB: 5 MB at most. Split it.`
    return
  }
  const bytes = new Uint8Array(await file.arrayBuffer())
  text.value = decoded(bytes)
  from.value = file.name
}
function onDrop(event: DragEvent): void {
  event.preventDefault()
  void load(event.dataTransfer?.files[0])
}
watch(
  () => pasted.text,
  (now) => {
    if (now === '') return
    what.value = 'counts'
    text.value = now
    from.value = 'what you pasted'
    pasted.text = ''
  },
  { immediate: true },
)

/** Ids of rows, made once: what is sent twice is kept once. */
const ids = new Map<string, string>()
const idOf = (key: string): string => {
  if (!ids.has(key)) ids.set(key, newId())
  return ids.get(key) as string
}
/** Without a column that says what a roll finds, it is what the bench takes. */
const rollFinds = computed(() => holding.settings?.sugarRecovery ?? SUGAR_RECOVERY.usual)
const allowed = (count: ImportedCount): ImportedCount => (mapping.value.recovery == null && count.method === 'sugar' ? { ...count, recovery: rollFinds.value } : count)
const rolls = computed(() => what.value === 'counts' && mapping.value.recovery == null && rows.value.some((r) => (r.value as ImportedCount | null)?.method === 'sugar'))
async function keep(): Promise<void> {
  const list = toKeep.value
  if (list.length === 0) return
  const key = (r: ReadRow<unknown>) => `${what.value} ${r.line} ${r.cells.join('|')}`
  const left = bad.value.map((r) => [...r.cells, r.faults.join(' ')])
  const headings = [...(table.value?.headings ?? []), 'why it was left out']
  if (!(await save(() => keepRead(list, key)))) return
  text.value = ''
  from.value = null
  done.value = { kept: list.length, left, headings }
}
async function keepRead(list: readonly ReadRow<Imported>[], key: (r: ReadRow<unknown>) => string): Promise<void> {
  if (what.value === 'courses') {
    await holding.keepPastCourses(pastDecisions(list.map((r) => r.value as ImportedCourse), idOf))
    return
  }
  const body =
    what.value === 'counts'
      ? { counts: list.map((r) => countRow(allowed(r.value as ImportedCount), holding.findColony((r.value as ImportedCount).colonyId)?.state ?? null, idOf(key(r)))) }
      : (() => {
          const made = list.map((r) => colonyRows(r.value as ImportedColony, idOf(key(r)), idOf(`place ${key(r)}`)))
          return { colonies: made.map((m) => m.colony), placements: made.map((m) => m.placement) }
        })()
  await holding.keepRows(body, null)
}

/** With its mark of byte order, which old spreadsheets want. */
const download = (name: string, content: string): void => saveAs(new Blob(['\ufeff', content], { type: 'text/csv;charset=utf-8' }), name)
const countsOut = () =>
  download(
    'counts.csv',
    writeCounts(
      holding.states.flatMap((y) =>
        y.row.flatMap(({ colony }) =>
          colony.counts.flatMap((c) =>
            c.samples.map((s) => ({
              yard: y.yard.name,
              position: colony.placement.position,
              colony: colony.name,
              onDay: c.onDay,
              method: c.method,
              mites: s.mites,
              bees: s.bees,
              days: s.days,
              share: s.squares ? shareOf(s.squares) : null,
              recovery: c.recovery,
              flags: c.flags ?? [],
              note: c.note,
            })),
          ),
        ),
      ),
    ),
  )
const coloniesOut = () =>
  download(
    'colonies.csv',
    writeColonies(holding.states.flatMap((y) => y.row.map(({ colony: c }) => ({ yard: y.yard.name, position: c.placement.position, name: c.name, since: c.since, hivedOn: c.hivedOn })))),
  )
const coursesOut = () =>
  download(
    'courses.csv',
    writeCourses(
      holding.states.flatMap((y) =>
        y.row.flatMap(({ colony, courses }) =>
          courses
            .filter((c) => c.given)
            .map((c) => {
              const doses = c.course.jobs.filter((j) => j.job === 'dose' && j.doneOn !== null)
              return {
                yard: y.yard.name,
                colony: colony.name,
                treatment: c.record.treatment,
                startOn: c.startedOn,
                endOn: c.running ? null : c.course.endedOn,
                rounds: doses.length,
                amount: doses[0]?.amount ?? null,
                note: null,
              }
            }),
        ),
      ),
    ),
  )
const leftOut = () => done.value && download('left-out.csv', writeTable(done.value.headings, done.value.left))
</script>

<template>
  <div class="page file">
    <CountNav />
    <h1>Counts, colonies and courses by file</h1>
    <section class="sheet block" aria-labelledby="f-in">
      <h2 id="f-in">In</h2>
      <p class="soft">A CSV file, or a block copied from a spreadsheet. Nothing is kept before you have seen every row.</p>
      <p v-if="what === 'courses'" class="soft">What was given before, or is in now, with its own days; treatments by active ingredient and form, as "oxalic vapour". It counts for turns, results and waiting times, and nothing of it is judged.</p>
      <div class="fields">
        <PickField id="f-what" :model-value="what" label="The table holds" :unknown="false" :options="[['counts', 'counts'], ['colonies', 'colonies'], ['courses', 'courses that were given']]" @update:model-value="what = $event ?? 'counts'" />
        <div class="chooser"><FilePick label="Choose a file, or drop it here" accept=".csv,.tsv,.txt,text/csv" @file="load" /></div>
      </div>
      <div @dragover.prevent @drop="onDrop">
        <AreaField id="f-text" v-model="text" :label="`Or paste it here${from ? `: ${from}` : ''}`" :rows="5" :placeholder="kind.example" />
      </div>
      <FaultLine v-if="unreadable">{{ unreadable }}</FaultLine>
      <FaultLine v-else-if="read && !read.ok">{{ holding.say(read.sentence) }}</FaultLine>
      <div v-if="done" class="kept" role="status">
        <strong>{{ plural(done.kept, kind.one, kind.many) }} kept in one stroke.</strong>
        <template v-if="done.left.length > 0">
          {{ plural(done.left.length, 'row was', 'rows were') }} left out:
          <AButton type="link" class="plainlink" @click="leftOut">take them as a file, with the reasons</AButton>.
        </template>
        <RouterLink to="/changes">Last changes</RouterLink> undoes it whole.
      </div>
    </section>

    <section v-if="table" class="sheet block" aria-labelledby="f-map">
      <h2 id="f-map">Which column is what</h2>
      <div class="fields">
        <PickField
          v-for="c in columns"
          :id="`m-${c.key}`"
          :key="c.key"
          :model-value="mapping[c.key] == null ? null : String(mapping[c.key])"
          :label="`${c.says}${c.must ? '' : ' (if there)'}`"
          :unknown="c.must ? 'choose' : 'not in it'"
          :options="table.headings.map((h, i) => [String(i), h] as const)"
          @update:model-value="mapping[c.key] = $event === null ? null : Number($event)"
        />
        <PickField
          v-if="mapping.yard == null"
          id="f-yard"
          :model-value="yardName === '' ? null : yardName"
          :label="what === 'colonies' ? 'All into this yard' : 'All of this yard'"
          :unknown="what === 'colonies' ? false : `any yard, by the colony's name`"
          :options="holding.states.map((y) => [y.yard.name, y.yard.name] as const)"
          @update:model-value="yardName = $event ?? ''"
        />
        <PickField
          v-if="what === 'counts' && mapping.method == null"
          id="f-method"
          :model-value="method"
          label="All counted by"
          :unknown="false"
          :options="METHODS.map((m) => [m, METHOD_SAYS[m].name] as const)"
          @update:model-value="method = $event ?? 'wash'"
        />
        <PickField
          v-if="ambiguous"
          id="f-order"
          :model-value="order === '' ? null : order"
          label="In days like 3/8/2026"
          unknown="choose"
          :options="[['day-month', 'the day comes first'], ['month-day', 'the month comes first']]"
          :hint="order !== '' && order === shownOrder ? 'as a figure over 12 in it shows' : undefined"
          @update:model-value="order = $event ?? ''"
        />
      </div>
      <FaultLine v-if="missing">{{ missing }}</FaultLine>
    </section>

    <section v-if="rows.length > 0" class="sheet block" aria-labelledby="f-rows">
      <h2 id="f-rows">{{ plural(rows.length, 'row') }}: {{ good.length }} good, {{ bad.length }} with faults</h2>
      <div class="wide" tabindex="0" role="region" aria-label="The rows as they are read">
        <RowsTable label="The rows as they are read" :columns="rowColumns" :rows="rows.slice(0, SHOWN)" :row-key="(r) => String(r.line)" :row-class="(r) => (r.faults.length > 0 ? 'wrong' : '')">
          <template #says="{ row: r }"><span v-for="f in r.faults" :key="f" class="alarm fault">{{ holding.say(f) }}</span><span v-if="r.faults.length === 0" class="settled">good</span></template>
        </RowsTable>
      </div>
      <p v-if="rolls" class="care">No column says what the sugar rolls find: {{ Math.round(rollFinds * 100) }} % of the mites is taken, as at the hive.</p>
      <p v-if="rows.length > SHOWN" class="soft small">The first {{ SHOWN }} rows are shown; all are looked over.</p>
      <fieldset v-if="bad.length > 0" class="how">
        <legend>With the faulty rows</legend>
        <ARadioGroup v-model:value="how" name="how" class="list">
          <ARadio value="all">keep nothing until all rows are good</ARadio>
          <ARadio value="good">keep the {{ good.length }} good ones, give me {{ bad.length === 1 ? 'the other' : `the ${bad.length} others` }} back as a file</ARadio>
        </ARadioGroup>
      </fieldset>
      <div class="keepbar">
        <FaultLine v-if="fault">{{ fault }} Nothing was kept.</FaultLine>
        <p v-else-if="bad.length > 0 && how === 'all'" class="alarm">Put the table right above, or choose to leave the faulty rows out.</p>
        <AButton type="primary" class="press settle" :disabled="busy || toKeep.length === 0 || !holding.mayWrite" @click="keep">
          {{ busy ? 'Keeping ...' : `Keep ${plural(toKeep.length, 'row')}` }}
        </AButton>
      </div>
    </section>

    <section class="sheet block" aria-labelledby="f-out">
      <h2 id="f-out">Out</h2>
      <p class="soft">Comma-separated, UTF-8, days as 2026-08-12: what is taken out can be read in again. Counts: one row a sample. Courses: those of the last three years, and what is in a hive still.</p>
      <p class="acts">
        <AButton class="press quiet" @click="countsOut">All counts as CSV</AButton>
        <AButton class="press quiet" @click="coloniesOut">All colonies as CSV</AButton>
        <AButton class="press quiet" @click="coursesOut">Courses given as CSV</AButton>
      </p>
    </section>
  </div>
</template>

<style scoped>
.file { display: grid; grid-template-columns: minmax(0, 1fr); gap: 16px; max-width: 1180px; }
.block { padding: 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
.fields { display: grid; grid-template-columns: repeat(auto-fill, minmax(190px, 1fr)); gap: 12px; align-items: start; }
.chooser { align-self: end; }
.fields > * { min-width: 0; }
.kept { background: var(--lichen-wash); color: var(--lichen-ink); border-radius: 10px; padding: 10px 14px; }
.wide { overflow: auto; max-height: 460px; }
.wide :deep(.rows-table .ant-table-tbody > tr > *) { padding: 6px 12px 6px 6px; vertical-align: top; max-width: 260px; overflow-wrap: normal; overflow: hidden; text-overflow: ellipsis; }
.wide :deep(.rows-table td.reads) { min-width: 168px; overflow-wrap: break-word; }
.wide :deep(.rows-table .ant-table-thead > tr > th) { position: sticky; top: 0; z-index: 1; background: var(--sheet); padding: 6px 12px 6px 6px; }
.wide :deep(tr.wrong) { background: var(--brick-wash); }
.fault { display: block; }
.how { border: 0; padding: 0; margin: 0; display: grid; gap: 2px; }
legend { font-weight: 600; font-size: 14px; padding: 0; }
.how label { display: flex; gap: 9px; align-items: center; min-height: 36px; }
.keepbar { display: flex; gap: 18px; align-items: center; justify-content: flex-end; flex-wrap: wrap; }
.acts { display: flex; gap: 10px; flex-wrap: wrap; }
@media screen and (max-width: 720px) {
  .block { padding: 16px 14px; }
  .how label { min-height: 48px; }
}
</style>
