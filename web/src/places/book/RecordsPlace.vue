<script setup lang="ts">
/** The counts or the looks of a year as a book: read, printed and carried out like the register. */
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { METHOD_WORDS, type Method } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import { sayDay } from '../../look/dates.ts'
import FaultLine from '../../parts/FaultLine.vue'
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import WaitLine from '../../parts/WaitLine.vue'
import { plural } from '../../parts/words.ts'
import { useNarrow } from '../../look/narrow.ts'
import { useHolding } from '../../stores/holding.ts'
import BookAsked from './BookAsked.vue'
import BookNav from './BookNav.vue'
import BookOut from './BookOut.vue'
import { useBookLines } from './useBookLines.ts'
import { useShowSome } from './useShowSome.ts'

interface Line {
  readonly yard: string
  readonly position: number
  readonly colony: string
  readonly onDay: Day
  readonly note: string | null
  readonly method?: Method
  readonly mites?: number
  readonly bees?: number | null
  readonly days?: number | null
  readonly rate?: string
  readonly seen?: string
}
const props = defineProps<{ book: 'counts' | 'looks' }>()
const holding = useHolding()
const { years, chosen, year, yardId, query, lines, fault } = useBookLines<Line>(() => props.book)
const { some, left, more } = useShowSome(lines)
/** Two lines may read alike: a line is known by its place. */
const placeOf = computed(() => new Map(lines.value?.map((l, i) => [l, i])))
const METHODS = Object.fromEntries(METHOD_WORDS) as Readonly<Record<Method, string>>
const found = (l: Line) => `${plural(l.mites ?? 0, 'mite')} ${l.bees == null ? `in ${plural(l.days ?? 0, 'day')}` : `on ${l.bees} ${l.method === 'drone' ? 'cells' : 'bees'}`}`
const rate = (l: Line) => (l.rate ? `${l.rate} ${l.bees == null ? 'a day' : 'in 100'}` : '')
const columns = computed((): readonly Column<Line>[] => [
  { key: 'day', title: 'Day', width: 120, text: (l) => sayDay(l.onDay) },
  { key: 'colony', title: 'Colony', heads: true, width: 190 },
  ...(props.book === 'counts'
    ? ([
        { key: 'method', title: 'Method', width: 130, text: (l: Line) => (l.method ? METHODS[l.method] : '') },
        { key: 'found', title: 'Found', width: 190, text: found },
        { key: 'rate', title: 'That is', width: 110, text: rate },
      ] as const)
    : ([{ key: 'seen', title: 'Seen', text: (l: Line) => l.seen ?? '' }] as const)),
  { key: 'note', title: 'Note', text: (l) => l.note ?? '' },
])
const narrow = useNarrow()
const title = computed(() => (props.book === 'counts' ? 'The counts' : 'The inspections'))
const none = computed(() => (props.book === 'counts' ? 'Nothing was counted' : 'No inspection was written down'))
</script>

<template>
  <div class="page records">
    <BookNav />
    <h1>{{ title }} of {{ year }}</h1>
    <BookAsked v-model:year="chosen" v-model:yard-id="yardId" :years="years">
      <BookOut v-if="lines && lines.length > 0" :book="book" :query="query" :year="year" :lines="lines" />
    </BookAsked>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <WaitLine v-else-if="!lines">Reading the book ...</WaitLine>
    <template v-else-if="lines.length > 0">
      <p class="serif main">{{ plural(lines.length, book === 'counts' ? 'count' : 'inspection') }}, by yard and day; colonies that are gone are in it.</p>
      <ul v-if="narrow" class="cards" :aria-label="title">
        <li v-for="(l, i) in some" :key="i" class="sheet">
          <p><strong>{{ l.colony }}</strong> <span class="soft small">{{ l.position }} in {{ l.yard }}, {{ sayDay(l.onDay) }}</span></p>
          <p v-if="book === 'counts'">{{ found(l) }} <span class="soft">{{ l.method ? METHODS[l.method] : '' }}{{ rate(l) ? `, ${rate(l)}` : '' }}</span></p>
          <p v-else class="small">{{ l.seen }}</p>
          <p v-if="l.note" class="small">{{ l.note }}</p>
        </li>
      </ul>
      <div v-else class="scroll" tabindex="0" role="region" :aria-label="title">
        <RowsTable :label="title" :columns="columns" :rows="some" :row-key="(l) => String(placeOf.get(l))">
          <template #colony="{ row: l }"><strong>{{ l.colony }}</strong><br /><span class="soft small">{{ l.position }} in {{ l.yard }}</span></template>
        </RowsTable>
      </div>
      <p v-if="left > 0" class="no-print"><AButton class="press quiet" @click="more">Show more ({{ left }} left)</AButton></p>
    </template>
    <p v-else class="soft">{{ none }} in {{ year }}{{ yardId ? ' in this yard' : '' }}{{ holding.states.length === 0 ? ': there are no yards yet' : '' }}. <AButton type="link" class="plainlink" @click="chosen = String(year - 1)">Look at {{ year - 1 }}</AButton></p>
  </div>
</template>

<style scoped>
.records { display: grid; grid-template-columns: minmax(0, 1fr); gap: 10px; }
.main { font-size: 21px; line-height: 1.28; }
.scroll { overflow-x: auto; font-size: 14.5px; }
.cards { display: grid; gap: 10px; }
.cards li { padding: 10px 14px; display: grid; gap: 3px; }
@media print { .scroll { overflow: visible; font-size: 8.5pt; } }
</style>
