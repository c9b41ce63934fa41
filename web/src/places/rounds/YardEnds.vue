<script setup lang="ts">
/** The last starts of one yard, counted back, and what clashes with its dates already. */
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import type { Deadline, YardDeadlines } from '@thistle/core/rounds'
import { daysBetween, type Day } from '@thistle/core/time'
import { sayDay } from '../../look/dates.ts'
import { plural } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'

const { ends: d } = defineProps<{ ends: YardDeadlines }>()
const holding = useHolding()
const say = (day: Day | null) => (day === null ? '' : sayDay(day, holding.today))
function stands(o: Deadline): string {
  const days = daysBetween(holding.today, o.last)
  if (o.state === 'passed') return 'passed'
  return days === 0 ? 'today' : `in ${plural(days, 'day')}`
}
const parts = (options: readonly Deadline[]) =>
  [
    { title: 'On your list', list: options.filter((o) => o.listed) },
    { title: 'Not on your list', list: options.filter((o) => !o.listed) },
  ].filter((p) => p.list.length > 0)
const COLUMNS: readonly Column<Deadline>[] = [
  { key: 'option', title: 'Option', heads: true },
  { key: 'last', title: 'Last start', class: 'when' },
  { key: 'stands', title: 'How far', hidden: true, class: 'when' },
  { key: 'supers', title: 'Before the supers', class: 'why' },
  { key: 'opening', title: 'Before the last opening', class: 'why' },
]
const dated = (y: { yard: { lastOpening: Day | null; supersNextOn: Day | null } }) => y.yard.lastOpening !== null || y.yard.supersNextOn !== null
</script>

<template>
  <div class="ends-of">
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
  </div>
</template>

<style scoped>
.ends-of { display: grid; gap: 6px; }
.clashes { display: grid; gap: 3px; }
.ends-of h3 { font-size: 14px; color: var(--soft); margin-top: 6px; }
.ends-of :deep(.rows-table .ant-table-tbody > tr > *), .ends-of :deep(.rows-table .ant-table-thead > tr > *) { padding: 7px 12px; width: 30%; }
.ends-of :deep(.rows-table .ant-table-tbody > tr > .when), .ends-of :deep(.rows-table .ant-table-thead > tr > .when) { width: 15%; }
.ends-of :deep(.rows-table .ant-table-tbody > tr > .why), .ends-of :deep(.rows-table .ant-table-thead > tr > .why) { width: 20%; }
.ends-of :deep(tbody th a) { font-weight: 600; color: var(--ink); }
.ends-of :deep(tr.passed th a), .ends-of :deep(tr.passed td .strong) { color: var(--soft); }
@media screen and (max-width: 720px) {
  .ends-of :deep(.why) { display: none; }
  .ends-of :deep(.rows-table .ant-table-tbody > tr > *), .ends-of :deep(.rows-table .ant-table-thead > tr > *) { padding: 12px 6px; width: auto; }
  .ends-of :deep(td) { font-size: 15px; }
  .ends-of :deep(.rows-table .ant-table-tbody > tr > .when), .ends-of :deep(.rows-table .ant-table-thead > tr > .when) { width: 30%; }
}
</style>
