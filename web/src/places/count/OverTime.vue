<script setup lang="ts">
/** The yard over time: each colony's counts, the yard's mean with its range, and the limit of the day. Chart.js is loaded here only. */
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import AButton from 'ant-design-vue/es/button'
import FoldAway from '../../parts/FoldAway.vue'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { Chart, LinearScale, LineController, LineElement, PointElement, Tooltip, type ChartConfiguration } from 'chart.js'
import { LineWithErrorBarsController, PointWithErrorBar } from 'chartjs-chart-error-bars'
import annotation from 'chartjs-plugin-annotation'
import zoom from 'chartjs-plugin-zoom'
import { yardHistory, type YardState } from '@thistle/core/holding'
import { judge } from '@thistle/core/judge'
import { addDays, daysBetween } from '@thistle/core/time'
import { plain } from '@thistle/core/units'
import { sayDay } from '../../look/dates.ts'
import { CHART_FACE, inkOf } from '../../look/chart-ink.ts'
import { light } from '../../look/light.ts'
import { heldLevel } from '../../parts/words.ts'

Chart.defaults.font.family = CHART_FACE
Chart.defaults.font.size = 13
Chart.register(LinearScale, LineController, LineElement, PointElement, Tooltip, LineWithErrorBarsController, PointWithErrorBar, annotation, zoom)
const props = defineProps<{ yard: YardState; today: string }>()
const canvas = ref<HTMLCanvasElement | null>(null)
let chart: Chart | null = null

const rounds = computed(() => yardHistory(props.yard))
const COLUMNS: readonly Column<(typeof rounds.value)[number]>[] = [
  { key: 'day', title: 'Round until', heads: true, text: (r) => sayDay(r.day, props.today) },
  { key: 'colonies', title: 'Colonies', text: (r) => r.colonies },
  { key: 'mean', title: 'Mean, in 100', text: (r) => r.estimate.mean.estimate.toFixed(1) },
  { key: 'likely', title: 'Likely', text: (r) => `${r.estimate.mean.low.toFixed(1)} to ${r.estimate.mean.high.toFixed(1)}` },
  { key: 'highest', title: 'Highest', text: (r) => r.estimate.highest.toFixed(1) },
  { key: 'limit', title: 'Limit', text: (r) => plain(r.limit, 2) },
]
const lines = computed(() =>
  props.yard.row.map((s) => ({
    name: s.colony.name,
    points: [...new Set(s.situation.counts.filter((c) => c.method === 'wash' || c.method === 'sugar').map((c) => c.date))].toSorted().map((day) => ({
      day,
      level: heldLevel(judge({ ...s.situation, asOf: day, counts: s.situation.counts.filter((c) => c.date === day) })).estimate ?? 0,
    })),
  })),
)
const start = computed(() => [...rounds.value.map((r) => r.day), ...lines.value.flatMap((l) => l.points.map((p) => p.day))].toSorted()[0] ?? props.today)
const at = (day: string) => daysBetween(start.value, day)

/** Room beside the first and the last count, days, so that neither is cut in half. */
const BESIDE = 3
/** How near one can come: a fortnight over the width. */
const NEAREST = 14
function config(): ChartConfiguration {
  const limits = rounds.value.map((r) => ({ x: at(r.day), y: r.limit }))
  const last = limits.at(-1)
  return {
    type: 'lineWithErrorBars',
    data: {
      datasets: [
        { type: 'lineWithErrorBars', label: 'Yard', data: rounds.value.map((r) => ({ x: at(r.day), y: r.estimate.mean.estimate, yMin: r.estimate.mean.low, yMax: r.estimate.mean.high })), errorBarColor: inkOf('ink'), errorBarWhiskerColor: inkOf('ink'), errorBarLineWidth: 1.6, errorBarWhiskerLineWidth: 1.6, errorBarWhiskerSize: 10, borderColor: inkOf('thistle'), backgroundColor: inkOf('thistle'), borderWidth: 2.5, pointRadius: 5 },
        { type: 'line', label: 'Limit', data: last ? [...limits, { x: at(props.today), y: props.yard.limit }] : [], borderColor: inkOf('brick'), borderDash: [5, 4], borderWidth: 1.4, pointRadius: 0, stepped: 'before' },
        ...lines.value.map((l) => ({ type: 'line' as const, label: l.name, data: l.points.map((p) => ({ x: at(p.day), y: p.level })), borderColor: inkOf('thistle-mid'), backgroundColor: inkOf('thistle-mid'), borderWidth: 1, pointRadius: 2.5 })),
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      scales: {
        x: { type: 'linear', min: -BESIDE, max: at(props.today) + BESIDE, ticks: { color: inkOf('soft'), maxTicksLimit: 8, includeBounds: false, callback: (value) => sayDay(addDays(start.value, Math.round(Number(value)))).replace(/^\w+ /, '') }, grid: { display: false } },
        y: { beginAtZero: true, title: { display: true, text: 'mites per 100 bees', color: inkOf('soft') }, ticks: { color: inkOf('soft') }, grid: { color: inkOf('hairline') } },
      },
      plugins: {
        annotation: {
          annotations: {
            today: { type: 'line', xMin: at(props.today), xMax: at(props.today), borderColor: inkOf('ink'), borderWidth: 1, label: { display: true, content: 'today', position: 'start', color: inkOf('soft'), backgroundColor: 'transparent', font: { size: 12 }, xAdjust: -22 } },
          },
        },
        zoom: {
          limits: { x: { min: -BESIDE, max: at(props.today) + BESIDE, minRange: NEAREST } },
          pan: { enabled: true, mode: 'x' },
          zoom: { wheel: { enabled: true, modifierKey: 'ctrl' }, pinch: { enabled: true }, mode: 'x' },
        },
        tooltip: {
          callbacks: {
            title: (items) => (items[0] ? sayDay(addDays(start.value, Math.round(items[0].parsed.x ?? 0))) : ''),
            label: (item) => `${item.dataset.label}: ${(item.parsed.y ?? 0).toFixed(1)} in 100`,
          },
        },
      },
    },
  }
}
const zoomed = ref(false)
function nearer(by: number): void {
  chart?.zoom(by)
  zoomed.value = chart?.isZoomedOrPanned() ?? false
}
function whole(): void {
  chart?.resetZoom()
  zoomed.value = false
}
function draw(): void {
  chart?.destroy()
  if (canvas.value) chart = new Chart(canvas.value, config())
}
onMounted(draw)
watch([() => props.yard, light], draw, { flush: 'post' })
onBeforeUnmount(() => chart?.destroy())
</script>

<template>
  <div class="over-time">
    <div class="frame"><canvas ref="canvas" role="img" :aria-label="`The yard over ${rounds.length} rounds of counting; the figures stand in the table below`" /></div>
    <p class="closer no-print">
      <AButton class="press quiet" @click="nearer(1.6)">Nearer</AButton>
      <AButton class="press quiet" :disabled="!zoomed" @click="nearer(1 / 1.6)">Farther</AButton>
      <AButton v-if="zoomed" type="link" class="plainlink" @click="whole">All of it</AButton>
      <span class="soft small">drag to move, pinch or Ctrl with the wheel to come nearer</span>
    </p>
    <p class="soft small">Thick: the yard's mean with its range. Thin: each colony. Dashed: the limit of the day.</p>
    <FoldAway title="The figures">
      <RowsTable label="The yard, round by round" :columns="COLUMNS" :rows="rounds" :row-key="(r) => r.day" />
    </FoldAway>
  </div>
</template>

<style scoped>
.over-time { display: grid; grid-template-columns: minmax(0, 1fr); gap: 8px; min-width: 0; }
.closer { display: flex; flex-wrap: wrap; gap: 8px 12px; align-items: center; }
.frame { position: relative; height: 280px; min-width: 0; overflow: hidden; }
</style>
