<script setup lang="ts">
/** A colony's line: everything that is known of it over a year or all of them, in one picture that is walked by keys and opened by a press. */
import AButton from 'ant-design-vue/es/button'
import ASegmented from 'ant-design-vue/es/segmented'
import { useElementSize } from '@vueuse/core'
import { saveAs } from 'file-saver'
import { Chart, LinearScale, LineController, LineElement, PointElement, ScatterController, Tooltip } from 'chart.js'
import { PointWithErrorBar, ScatterWithErrorBarsController } from 'chartjs-chart-error-bars'
import annotation from 'chartjs-plugin-annotation'
import zoom from 'chartjs-plugin-zoom'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { colonyLine, type ColonyLine } from '@thistle/core/book'
import type { LookRecord, YardRecord } from '@thistle/core/holding'
import { METHOD_WORDS, SIGN_WORDS } from '@thistle/core/situation'
import { sayLook, writeLine } from '@thistle/core/tables'
import { addDays, type Day } from '@thistle/core/time'
import { plain, toFahrenheit } from '@thistle/core/units'
import { keyOf, lineChart, placeOf, type LinePoint } from '../../graphics/line-chart.ts'
import { CHART_FACE, inkOf } from '../../look/chart-ink.ts'
import { sayDay } from '../../look/dates.ts'
import { light } from '../../look/light.ts'
import { useNarrow } from '../../look/narrow.ts'
import CourseBlock from '../../parts/CourseBlock.vue'
import FaultLine from '../../parts/FaultLine.vue'
import FoldAway from '../../parts/FoldAway.vue'
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import SidePane from '../../parts/SidePane.vue'
import WaitLine from '../../parts/WaitLine.vue'
import { useSave } from '../../parts/useSave.ts'
import { plural } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import { useShowSome } from '../book/useShowSome.ts'
import MarksLink from '../../frame/MarksLink.vue'

Chart.register(LinearScale, LineController, LineElement, PointElement, ScatterController, Tooltip, ScatterWithErrorBarsController, PointWithErrorBar, annotation, zoom)
Chart.defaults.font.family = CHART_FACE

const route = useRoute()
const holding = useHolding()
const { fault, save: ask } = useSave()
const colonyId = computed(() => String(route.params.colonyId))
const yard = computed(() => holding.states.find((y) => y.row.some((s) => s.colony.id === colonyId.value)) ?? null)
const state = computed(() => yard.value?.row.find((s) => s.colony.id === colonyId.value) ?? null)

/** A year and a bit, or all of it. */
const SPANS = { year: 400, all: 365 * 30 } as const
const span = ref<keyof typeof SPANS>('year')
const read = shallowRef<{ readonly of: string; readonly yard: YardRecord; readonly looks: readonly LookRecord[] } | null>(null)
const asked = computed(() => `/colonies/${colonyId.value}/line?since=${addDays(holding.today, -SPANS[span.value])}`)
async function fetch(): Promise<void> {
  const path = asked.value
  await ask(async () => {
    const found = await holding.persist<{ yard: YardRecord; looks: LookRecord[] }>('GET', path)
    if (path === asked.value) read.value = { of: path, ...found }
  })
}
// Read anew, too, where something of it was entered meanwhile.
watch([asked, () => state.value?.colony], fetch, { immediate: true })
const name = computed(() => read.value?.yard.colonies[0]?.name ?? state.value?.colony.name ?? '')
const line = computed<ColonyLine | null>(() => {
  const colony = read.value?.yard.colonies[0]
  if (!read.value || !colony || !holding.settings) return null
  return colonyLine({ colony, looks: read.value.looks, yard: read.value.yard, settings: holding.settings }, state.value?.courses ?? [])
})

const METHODS = Object.fromEntries(METHOD_WORDS) as Readonly<Record<string, string>>
const SIGNS = Object.fromEntries(SIGN_WORDS) as Readonly<Record<string, string>>
const UNIT = { per100: 'in 100', perDay: 'a day', per100cells: 'in 100 cells' } as const
const HAPPENED = { hived: 'hived', 'new-queen': 'a new queen', swarmed: 'swarmed', died: 'died', merged: 'united with another', sold: 'sold' } as const
const STATE = { over: 'over', running: 'running', planned: 'chosen, not given yet', left: 'not finished' } as const
const tenth = (x: number) => plain(x, x < 10 ? 1 : 0)
const day = (on: Day) => sayDay(on, holding.today)
/** Everything on it, by day: what the keys walk, and what the table has. */
const points = computed<readonly LinePoint[]>(() => {
  const l = line.value
  if (!l) return []
  return [
    ...l.counts.map((c): LinePoint => ({ key: `count ${c.id}`, kind: 'count', id: c.id, on: c.on, says: `${day(c.on)}: ${METHODS[c.method]}, ${tenth(c.estimate)} ${UNIT[c.unit]} (${tenth(c.low)} to ${tenth(c.high)})${c.limit === null ? '' : `, limit ${plain(c.limit, 1)}`}` })),
    ...l.courses.map((c): LinePoint => ({ key: `course ${c.id}`, kind: 'course', id: c.id, on: c.from, says: `${day(c.from)} to ${day(c.to)}: ${c.treatment.name}, ${plural(c.doses.length, 'dose')}, ${STATE[c.state]}` })),
    ...l.looks.map((k): LinePoint => ({ key: `look ${k.id}`, kind: 'look', id: k.id, on: k.on, says: `${day(k.on)}: an inspection${k.frames === null ? '' : `, ${plural(k.frames, 'frame')} of bees`}${k.brood === null ? '' : `, ${plain(k.brood)} of brood`}${k.signs.length > 0 ? `; ${k.signs.map((s) => SIGNS[s]).join(', ')}` : ''}` })),
    ...l.happened.map((h, i): LinePoint => ({ key: `happened ${i}`, kind: 'happened', id: h.courseId, on: h.on, says: `${day(h.on)}: ${HAPPENED[h.what]}` })),
  ].toSorted((a, b) => a.on.localeCompare(b.on))
})
const at = ref<string | null>(null)
const standing = computed(() => points.value.find((p) => p.key === at.value) ?? null)
const index = computed(() => points.value.findIndex((p) => p.key === at.value))

const opened = ref<LinePoint | null>(null)
const openedCourse = computed(() => (opened.value?.kind === 'course' || opened.value?.kind === 'happened' ? (state.value?.courses.find((c) => c.record.id === opened.value?.id) ?? null) : null))
const openedLook = computed(() => (opened.value?.kind === 'look' ? (read.value?.looks.find((l) => l.id === opened.value?.id) ?? null) : null))
const openedCount = computed(() => (opened.value?.kind === 'count' ? (read.value?.yard.colonies[0]?.counts.find((c) => c.id === opened.value?.id) ?? null) : null))
function open(): void {
  opened.value = standing.value
}

const canvas = ref<HTMLCanvasElement | null>(null)
const frame = ref<HTMLElement | null>(null)
const { width } = useElementSize(frame)
const narrow = useNarrow()
let chart: Chart | null = null
const zoomed = ref(false)
function mark(): void {
  const marks = chart?.options.plugins?.annotation?.annotations as Record<string, unknown> | undefined
  if (!chart || !marks || !line.value) return
  delete marks.at
  const point = standing.value
  if (point) {
    const x = placeOf(line.value, point.on)
    marks.at = { type: 'line', scaleID: 'x', value: x, borderColor: inkOf('thistle'), borderWidth: 2 }
    const scale = chart.scales.x
    // Walked out of sight, the picture follows.
    if (scale && (x < scale.min || x > scale.max)) chart.pan({ x: ((scale.min + scale.max) / 2 - x) * (scale.width / (scale.max - scale.min)) })
  }
  chart.update('none')
}
function draw(): void {
  chart?.destroy()
  chart = null
  if (!canvas.value || !line.value || width.value === 0) return
  const words = new Map(points.value.map((p) => [p.key, p.says]))
  const config = lineChart(line.value, { today: holding.today, width: width.value, at: at.value, say: (key) => words.get(key) ?? '', degrees: (celsius) => (holding.unit === 'F' ? toFahrenheit(celsius) : celsius), unit: `°${holding.unit}` })
  config.options = {
    ...config.options,
    onClick: (_, elements) => {
      const [hit] = elements
      const key = hit && chart ? keyOf(chart.data.datasets[hit.datasetIndex]?.data[hit.index]) : null
      if (key) {
        at.value = key
        open()
      }
    },
  }
  chart = new Chart(canvas.value, config)
  zoomed.value = false
  mark()
}
watch([line, light, width], draw, { flush: 'post' })
watch(at, mark)
onBeforeUnmount(() => chart?.destroy())
function nearer(by: number): void {
  chart?.zoom(by)
  zoomed.value = chart?.isZoomedOrPanned() ?? false
}
function whole(): void {
  chart?.resetZoom()
  zoomed.value = false
}
function step(by: number): void {
  const next = index.value < 0 ? (by > 0 ? 0 : points.value.length - 1) : Math.max(0, Math.min(points.value.length - 1, index.value + by))
  at.value = points.value[next]?.key ?? null
}
function onKey(event: KeyboardEvent): void {
  const keys: Readonly<Record<string, () => void>> = {
    ArrowLeft: () => step(-1),
    ArrowRight: () => step(1),
    Home: () => (at.value = points.value[0]?.key ?? null),
    End: () => (at.value = points.value.at(-1)?.key ?? null),
    Enter: open,
    '+': () => nearer(1.6),
    '-': () => nearer(1 / 1.6),
    '0': whole,
  }
  const act = keys[event.key]
  if (!act || event.ctrlKey || event.metaKey || event.altKey) return
  event.preventDefault()
  event.stopPropagation()
  act()
}
const newestFirst = computed(() => points.value.toReversed())
const { some, left, more } = useShowSome(newestFirst)
const KIND = { count: 'count', course: 'course', look: 'inspection', happened: 'happened' } as const
const COLUMNS: readonly Column<LinePoint>[] = [
  { key: 'day', title: 'Day', width: 150, text: (p) => day(p.on) },
  { key: 'what', title: 'What', width: 110, text: (p) => KIND[p.kind] },
  { key: 'says', title: 'In words', heads: true },
]
const csv = () => line.value && saveAs(new Blob(['\ufeff', writeLine(line.value)], { type: 'text/csv;charset=utf-8' }), `${name.value}.csv`)
</script>

<template>
  <div class="page line">
    <p class="back no-print"><RouterLink :to="yard ? `/yards/${yard.yard.id}?colony=${colonyId}` : '/yards'">← {{ name || 'Yards' }}</RouterLink></p>
    <h1>{{ name ? `${name}, the year in one picture` : 'A colony’s year' }}</h1>
    <p><MarksLink /></p>
    <div class="asked no-print">
      <ASegmented v-model:value="span" :options="[{ value: 'year', label: 'A year' }, { value: 'all', label: 'All years' }]" aria-label="How far back" />
      <AButton class="press quiet" @click="nearer(1.6)">Nearer</AButton>
      <AButton class="press quiet" @click="nearer(1 / 1.6)">Farther</AButton>
      <AButton v-if="zoomed" type="link" class="plainlink" @click="whole">All of it</AButton>
      <AButton class="press quiet" :disabled="!line" @click="csv">As CSV</AButton>
    </div>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <WaitLine v-else-if="!line">Reading its year ...</WaitLine>
    <template v-if="line">
      <p v-if="points.length === 0" class="soft">Nothing was counted, given or seen in this time.</p>
      <div
        ref="frame"
        class="frame"
        :class="{ narrow }"
        tabindex="0"
        role="slider"
        :aria-label="`The line of ${name}: left and right walk its ${points.length} points, Enter opens one`"
        aria-valuemin="0"
        :aria-valuemax="Math.max(0, points.length - 1)"
        :aria-valuenow="Math.max(0, index)"
        :aria-valuetext="standing?.says ?? 'none chosen'"
        @keydown="onKey"
      >
        <canvas ref="canvas" aria-hidden="true" />
      </div>
      <p class="readout" role="status">
        <template v-if="standing">
          <strong>{{ holding.say(standing.says) }}</strong>
          <AButton type="link" class="plainlink no-print" @click="open">Open it</AButton>
        </template>
        <span v-else class="soft small">Press a point, or walk with the keys ← and →; Enter opens it. Drag to move, pinch or Ctrl with the wheel to come nearer.</span>
      </p>
      <p class="soft small">
        Whiskers: nine of ten between their ends, by that day’s bees alone. Dashed: the limit of the day. Filled in brick: at or over it. Bars: courses, with their doses as dots; under them what befell it and signs
        that were seen, and at the foot supers for people. Green: frames of bees; straw: of brood. Highs are of the days that are known here.
      </p>
      <FoldAway title="As a table">
        <RowsTable :label="`The line of ${name}`" :columns="COLUMNS" :rows="some" :row-key="(p) => p.key">
          <template #says="{ row: p }"><AButton type="link" class="plainlink said" @click="opened = p">{{ holding.say(p.says) }}</AButton></template>
        </RowsTable>
        <p v-if="left > 0"><AButton class="press quiet" @click="more">Show more ({{ left }} left)</AButton></p>
      </FoldAway>
    </template>
    <SidePane v-if="opened" :title="name" :sub="day(opened.on)" @close="opened = null">
      <p class="serif says">{{ holding.say(opened.says) }}</p>
      <template v-if="openedCount">
        <p v-for="(s, i) in openedCount.samples" :key="i">{{ plural(s.mites, 'mite') }} {{ s.bees === null ? `in ${plural(s.days ?? 0, 'day')}` : `on ${s.bees} ${openedCount.method === 'drone' ? 'cells' : 'bees'}` }}</p>
        <p v-if="openedCount.note" class="note">{{ openedCount.note }}</p>
        <p v-if="holding.mayWrite && state"><RouterLink class="press quiet" :to="`/count/${colonyId}?change=${openedCount.id}`">Change it</RouterLink></p>
      </template>
      <template v-if="openedLook">
        <p>{{ sayLook({ ...openedLook, colonyId, framesPerBox: openedLook.framesPerBox ?? null, seenOn: openedLook.seenOn ?? null }) }}</p>
        <p v-if="openedLook.note" class="note">{{ openedLook.note }}</p>
      </template>
      <CourseBlock v-if="openedCourse && yard && state" :yard="yard" :state="state" :course="openedCourse" />
    </SidePane>
  </div>
</template>

<style scoped>
.line { display: grid; grid-template-columns: minmax(0, 1fr); gap: 10px; }
.asked { display: flex; flex-wrap: wrap; gap: 8px 12px; align-items: center; }
.frame { position: relative; height: 560px; min-width: 0; overflow: hidden; border-radius: 10px; }
.frame.narrow { height: 520px; }
.frame:focus-visible { outline: 3px solid var(--thistle); outline-offset: 2px; }
.readout { min-height: 48px; display: flex; flex-wrap: wrap; gap: 4px 14px; align-items: center; }
.says { font-size: 18px; line-height: 1.3; }
.said { white-space: normal; text-align: start; height: auto; }
.note { background: var(--straw-wash); border-radius: 8px; padding: 8px 12px; overflow-wrap: anywhere; }
@media print { .frame { height: 420px; } }
</style>
