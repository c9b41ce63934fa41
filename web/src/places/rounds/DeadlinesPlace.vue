<script setup lang="ts">
/** Counted back: by when each option must be begun, to be over before the supers and the last opening. */
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import { computed } from 'vue'
import type { YardState } from '@thistle/core/holding'
import { deadlinesOf, type Deadline, type YardDeadlines } from '@thistle/core/rounds'
import { daysBetween, yearOf, type Day } from '@thistle/core/time'
import { sayDay } from '../../look/dates.ts'
import { useInTurn } from '../../parts/useInTurn.ts'
import { plural } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import RoundsNav from './RoundsNav.vue'

const holding = useHolding()
/** A table takes a while to stand: two yards fill a screen, the others follow. */
const AT_FIRST = 2
const standing = useInTurn(
  computed(() => holding.states.filter((y) => y.row.length > 0)),
  AT_FIRST,
)
// By the state itself: another yard that follows asks for nothing anew.
const known = new WeakMap<YardState, YardDeadlines>()
function endsOf(yard: YardState): YardDeadlines {
  const found = known.get(yard) ?? deadlinesOf(yard, holding.settings!)
  known.set(yard, found)
  return found
}
const yards = computed(() => (holding.settings ? standing.value.map(endsOf) : []))
const say = (day: Day | null) => (day === null ? '' : sayDay(day, holding.today) + (yearOf(day) === yearOf(holding.today) ? '' : ''))
function stands(d: Deadline): string {
  const days = daysBetween(holding.today, d.last)
  if (d.state === 'passed') return 'passed'
  return days === 0 ? 'today' : `in ${plural(days, 'day')}`
}
const parts = (options: readonly Deadline[]) =>
  [
    { title: 'On your list', list: options.filter((d) => d.listed) },
    { title: 'Not on your list', list: options.filter((d) => !d.listed) },
  ].filter((p) => p.list.length > 0)
const COLUMNS: readonly Column<Deadline>[] = [
  { key: 'option', title: 'Option', heads: true },
  { key: 'last', title: 'Last start' },
  { key: 'stands', title: 'How far', hidden: true },
  { key: 'supers', title: 'Before the supers', class: 'why' },
  { key: 'opening', title: 'Before the last opening', class: 'why' },
]
const dated = (y: { yard: { lastOpening: Day | null; supersNextOn: Day | null } }) => y.yard.lastOpening !== null || y.yard.supersNextOn !== null
</script>

<template>
  <div class="page ends">
    <RoundsNav />
    <h1>By when it must be begun</h1>
    <p class="soft lead">
      Counted back from the day supers must go on (course and waiting time over) and from the last day a hive can decently be opened (what was laid in is out). The strictest colony of a yard speaks.
    </p>
    <section v-for="d in yards" :key="d.yard.yard.id" class="yard" :aria-labelledby="`e-${d.yard.yard.id}`">
      <h2 :id="`e-${d.yard.yard.id}`">{{ d.yard.yard.name }}</h2>
      <p class="small">
        Supers on: <strong>{{ d.yard.yard.supersNextOn ? say(d.yard.yard.supersNextOn) : 'no day set' }}</strong>; last opening:
        <strong>{{ d.yard.yard.lastOpening ? say(d.yard.yard.lastOpening) : 'no day set' }}</strong>.
        <RouterLink to="/rules#r-dates" class="no-print">Set these dates</RouterLink>
      </p>
      <ul v-if="d.clashes.length > 0" class="clashes">
        <li v-for="c in d.clashes" :key="c.colonyId + c.text">
          <span class="alarm strong">Clashes already: </span>
          <RouterLink :to="`/yards/${d.yard.yard.id}?colony=${c.colonyId}`">{{ c.colony }}</RouterLink>. {{ holding.say(c.text) }}
        </li>
      </ul>
      <p v-else class="settled small">No course, running or planned, clashes with these dates.</p>
      <p v-if="!dated(d.yard)" class="soft">Without a date nothing can be counted back: set when supers go on and when the hives are last opened.</p>
      <template v-for="part in parts(d.options)" v-else :key="part.title">
        <h3>{{ part.title }}</h3>
        <RowsTable class="sheet" :label="`${d.yard.yard.name}: ${part.title}`" :columns="COLUMNS" :rows="part.list" :row-key="(o) => o.treatment.key" :row-class="(o) => o.state">
          <template #option="{ row: o }"><RouterLink :to="`/rules/${o.treatment.key}`">{{ o.treatment.name }}</RouterLink></template>
          <template #last="{ row: o }"><span class="strong">{{ say(o.last) }}</span></template>
          <template #stands="{ row: o }"><span :class="{ alarm: o.state === 'passed', 'care strong': o.state === 'near', soft: o.state === 'ahead' }">{{ stands(o) }}</span></template>
          <template #supers="{ row: o }"><span :class="{ soft: o.last !== o.bySupers }">{{ o.bySupers ? say(o.bySupers) : 'does not matter' }}</span></template>
          <template #opening="{ row: o }"><span :class="{ soft: o.last !== o.byOpening }">{{ o.byOpening ? say(o.byOpening) : 'does not matter' }}</span></template>
        </RowsTable>
      </template>
    </section>
    <p v-if="yards.length === 0" class="soft">No colonies yet: nothing is counted back.</p>
    <p class="law">Courses are counted at their shortest, by typical labels and your own list; the label in your hand and local law decide.</p>
  </div>
</template>

<style scoped>
.ends { display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; max-width: 1040px; }
.lead { max-width: 780px; }
.yard { display: grid; gap: 6px; margin-top: 10px; }
.clashes { display: grid; gap: 3px; }
.yard h3 { font-size: 14px; color: var(--soft); margin-top: 6px; }
.yard :deep(.rows-table .ant-table-tbody > tr > *), .yard :deep(.rows-table .ant-table-thead > tr > *) { padding: 7px 12px; width: 21%; }
.yard :deep(tbody th a) { font-weight: 600; color: var(--ink); }
.yard :deep(tr.passed th a), .yard :deep(tr.passed td .strong) { color: var(--soft); }
@media screen and (max-width: 720px) {
  .yard :deep(.why) { display: none; }
  .yard :deep(.rows-table .ant-table-tbody > tr > *), .yard :deep(.rows-table .ant-table-thead > tr > *) { padding: 12px 6px; width: auto; }
  .yard :deep(td) { font-size: 15px; }
}
</style>
