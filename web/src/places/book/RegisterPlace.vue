<script setup lang="ts">
/** The register of treatments: a line a treatment and colony, what each still lacks, on paper and as files. */
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import type { RegisterLine } from '@thistle/core/book'
import { daysBetween, yearOf } from '@thistle/core/time'
import { sayAmount } from '@thistle/core/treatments'
import { sayDay } from '../../look/dates.ts'
import { useNarrow } from '../../look/narrow.ts'
import FaultLine from '../../parts/FaultLine.vue'
import SidePane from '../../parts/SidePane.vue'
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import WaitLine from '../../parts/WaitLine.vue'
import { useSave } from '../../parts/useSave.ts'
import { plural } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import BookAsked from './BookAsked.vue'
import BookOut from './BookOut.vue'
import BookNav from './BookNav.vue'
import PackForm from './PackForm.vue'
import PackSays from './PackSays.vue'
import { useBookLines } from './useBookLines.ts'
import { useShowSome } from './useShowSome.ts'

const holding = useHolding()
const { years, chosen, year, yardId, query, lines: known, fault, again, isClosed } = useBookLines<RegisterLine>(() => 'register')
const lines = computed(() => known.value ?? [])
const { some, left, more } = useShowSome(known)
const lacking = computed(() => lines.value.filter((l) => l.missing.length > 0))

const noting = ref<string | null>(null)
const noted = computed(() => lines.value.find((l) => l.key === noting.value) ?? null)
/** Given with the same pack, most likely: the same treatment within a week, with something missing. */
const TOGETHER = 7
const alike = computed(() => {
  const of = noted.value
  return of ? lacking.value.filter((l) => l.key !== of.key && l.treatment === of.treatment && Math.abs(daysBetween(l.start, of.start)) <= TOGETHER) : []
})
async function done(): Promise<void> {
  noting.value = null
  await again()
}
/** A year that is over is closed with its book: nothing is entered in it any more, until an owner opens it again in Rules. */
const { busy: closing, fault: notClosed, save: keep } = useSave()
const asking = ref(false)
const mayClose = computed(() => holding.me?.keeper.role === 'owner' && year.value < yearOf(holding.today) && !isClosed.value)
async function close(): Promise<void> {
  const { settings } = holding
  if (settings && (await keep(() => holding.saveSettings({ ...settings, closedThrough: `${year.value}-12-31` })))) asking.value = false
}
const mayNote = computed(() => holding.mayWrite && !isClosed.value)

const COLUMNS: readonly Column<RegisterLine>[] = [
  { key: 'when', title: 'In and out', width: 116 },
  { key: 'colony', title: 'Colony', heads: true, width: 150 },
  { key: 'what', title: 'Treatment' },
  { key: 'doses', title: 'Given' },
  { key: 'pack', title: 'Pack' },
  { key: 'after', title: 'Afterwards' },
  { key: 'missing', title: 'Still missing', width: 170 },
]
const amounts = (l: RegisterLine) =>
  l.doses.map((d) => ({
    on: sayDay(d.on),
    amount: d.amount === null ? 'amount not noted' : l.unit === null ? String(d.amount) : holding.say(sayAmount(d.amount, l.unit)),
    by: d.by,
  }))
const WAS: Readonly<Record<string, string>> = { dose: 'given', remove: 'taken out', label: 'name', expires: 'good until', bought: 'bought at' }
const sayStruck = ({ on, what, was, reason }: RegisterLine['struck'][number]): string =>
  `${sayDay(on)}: ${WAS[what] ?? what}${was === null ? '' : ` ${what === 'expires' ? sayDay(String(was), holding.today) : was}`}${reason ? ` (${reason})` : ''}`
const narrow = useNarrow()
</script>

<template>
  <div class="page book">
    <BookNav />
    <h1>The register of {{ year }}</h1>
    <BookAsked v-model:year="chosen" v-model:yard-id="yardId" :years="years">
      <BookOut v-if="lines.length > 0" book="register" :query="query" :year="year" :lines="lines" />
    </BookAsked>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <WaitLine v-else-if="!known">Reading the book ...</WaitLine>
    <template v-else-if="lines.length > 0">
      <p class="serif main" :class="lacking.length > 0 ? 'care' : 'settled'">
        {{ plural(lines.length, 'treatment') }}{{ lacking.length > 0 ? `, and ${lacking.length === lines.length ? 'each' : lacking.length} still ${lacking.length === lines.length || lacking.length === 1 ? 'lacks' : 'lack'} something` : ', nothing missing' }}.
        <template v-if="isClosed">The books of the year are closed.</template>
      </p>
      <p class="soft small no-print">
        What a pack says is taken from <RouterLink to="/shelf">your shelf</RouterLink> when a course is chosen: write it there before you choose, or fill it in here.
        How long a register is kept, and what it must hold, your own law says.
      </p>
      <div v-if="mayClose" class="no-print closing">
        <AButton v-if="!asking" class="press quiet" @click="asking = true">Close the books of {{ year }}</AButton>
        <template v-else>
          <p>
            Nothing can be entered or put right in {{ year }} or before it any more, here or anywhere, until an owner opens it again in Rules.
            <strong v-if="lacking.length > 0" class="care">{{ plural(lacking.length, 'entry', 'entries') }} still {{ lacking.length === 1 ? 'lacks' : 'lack' }} something.</strong> Carry out its PDF first, and keep it.
          </p>
          <AButton type="primary" class="press" :disabled="closing" @click="close">{{ closing ? 'Closing ...' : `Close ${year}` }}</AButton>
          <AButton type="link" class="plainlink" @click="asking = false">Leave it open</AButton>
          <FaultLine v-if="notClosed">{{ notClosed }}</FaultLine>
        </template>
      </div>
      <ul v-if="narrow" class="cards" aria-label="The register">
        <li v-for="l in some" :key="l.key" class="sheet">
          <p><RouterLink :to="`/yards/${l.yardId}?colony=${l.colonyId}`"><strong>{{ l.colony }}</strong></RouterLink> <span class="soft small">{{ l.position }} in {{ l.yard }}</span></p>
          <p>{{ l.name }}, {{ sayDay(l.start) }} to {{ l.end ? sayDay(l.end) : 'now, not over' }}</p>
          <PackSays :line="l" />
          <p v-for="(d, i) in amounts(l)" :key="i" class="small">{{ d.on }}: {{ d.amount }}<template v-if="d.by">, by {{ d.by }}</template></p>
          <s v-for="(s, i) in l.struck" :key="`s${i}`" class="soft small">{{ sayStruck(s) }}</s>
          <p v-if="l.supersFrom" class="small">supers from {{ sayDay(l.supersFrom) }}</p>
          <p v-if="l.missing.length > 0" class="care">Still missing: {{ l.missing.join(', ') }}</p>
          <AButton v-if="mayNote" class="press quiet" :aria-label="`${l.missing.length > 0 ? 'Fill in' : 'Put right'} the pack of ${l.colony}`" @click="noting = l.key">{{ l.missing.length > 0 ? 'Fill in' : 'Put right' }}</AButton>
        </li>
      </ul>
      <div v-else class="scroll" tabindex="0" role="region" aria-label="The register">
        <RowsTable label="The register" :columns="COLUMNS" :rows="some" :row-key="(l) => l.key">
          <template #when="{ row: l }">{{ sayDay(l.start) }}<br />{{ l.end ? sayDay(l.end) : 'not over' }}</template>
          <template #colony="{ row: l }">
            <RouterLink :to="`/yards/${l.yardId}?colony=${l.colonyId}`"><strong>{{ l.colony }}</strong></RouterLink><br />
            <span class="soft small">{{ l.position }} in {{ l.yard }}</span>
          </template>
          <template #what="{ row: l }">{{ l.name }}</template>
          <template #doses="{ row: l }">
            <span v-for="(d, i) in amounts(l)" :key="i" class="line">{{ d.on }}: {{ d.amount }}<template v-if="d.by">, by {{ d.by }}</template></span>
            <s v-for="(s, i) in l.struck" :key="`s${i}`" class="line soft small">{{ sayStruck(s) }}</s>
          </template>
          <template #pack="{ row: l }">
            <PackSays :line="l" />
          </template>
          <template #after="{ row: l }"><template v-if="l.supersFrom">supers from {{ sayDay(l.supersFrom) }}</template></template>
          <template #missing="{ row: l }">
            <span v-if="l.missing.length > 0" class="care line">{{ l.missing.join(', ') }}</span>
            <AButton v-if="mayNote" :type="l.missing.length > 0 ? 'default' : 'link'" :class="l.missing.length > 0 ? 'press quiet no-print' : 'plainlink no-print'" :aria-label="`${l.missing.length > 0 ? 'Fill in' : 'Put right'} the pack of ${l.colony}`" @click="noting = l.key">{{ l.missing.length > 0 ? 'Fill in' : 'Put right' }}</AButton>
          </template>
        </RowsTable>
      </div>
      <p v-if="left > 0" class="no-print"><AButton class="press quiet" @click="more">Show more ({{ left }} left)</AButton></p>
    </template>
    <p v-else class="soft">Nothing was given in {{ year }}{{ yardId ? ' in this yard' : '' }}. What is given is entered in Yards, Today or Rounds, and stands here by itself. <AButton type="link" class="plainlink" @click="chosen = String(year - 1)">Look at {{ year - 1 }}</AButton></p>
    <SidePane v-if="noted" title="The pack" :sub="`${noted.name}, ${noted.colony}, ${sayDay(noted.start)}`" @close="noting = null">
      <PackForm :key="noted.key" :line="noted" :alike="alike" @done="done" />
    </SidePane>
  </div>
</template>

<style scoped>
.book { display: grid; grid-template-columns: minmax(0, 1fr); gap: 10px; }
.main { font-size: 21px; line-height: 1.28; }
.scroll { overflow-x: auto; font-size: 14.5px; }
.scroll :deep(table) { min-width: 900px; }
.scroll :deep(td), .scroll :deep(th) { vertical-align: top; }
.line { display: block; }
.closing { display: flex; flex-wrap: wrap; gap: 8px 14px; align-items: center; }
.closing p { flex-basis: 100%; }
.cards { display: grid; gap: 12px; }
.cards li { display: grid; gap: 4px; padding: 12px 14px; grid-template-columns: minmax(0, 1fr); }
@media print {
  .scroll { overflow: visible; font-size: 8.5pt; }
  .scroll :deep(table) { min-width: 0; }
  .scroll :deep(tr) { break-inside: avoid; }
}
</style>
