<script setup lang="ts">
/** One yard's year: the steps of the season above, a line a colony below, courses as bars and counts as dots. */
import { useEventListener, useIntersectionObserver } from '@vueuse/core'
import { BarController, BarElement, Chart, LinearScale, PointElement, ScatterController, Tooltip } from 'chart.js'
import annotation from 'chartjs-plugin-annotation'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { Season, SeasonYard } from '@thistle/core/rounds'
import type { Day } from '@thistle/core/time'
import { CHART_FACE } from '../look/chart-ink.ts'
import { light } from '../look/light.ts'
import { heightOf, sayYear, seasonChart } from './season-chart.ts'

Chart.register(BarController, BarElement, LinearScale, PointElement, ScatterController, Tooltip, annotation)
const props = defineProps<{ season: Season; yard: SeasonYard; today: Day; width: number }>()
/** On paper it is drawn for the page's own width, so that a holding of some thirty colonies stands on one. */
const ON_PAPER = 1000
const DOTS_ON_PAPER = 3
const canvas = ref<HTMLCanvasElement | null>(null)
const height = computed(() => heightOf(props.yard))
const words = computed(() => sayYear(props.yard))
const paper = ref(false)
useEventListener(window, 'beforeprint', () => (paper.value = true))
useEventListener(window, 'afterprint', () => (paper.value = false))
const wide = computed(() => (paper.value ? ON_PAPER : props.width))
/** A hundred yards are not drawn before they are come to; on paper they are all there. */
const come = ref(false)
useIntersectionObserver(canvas, (entries) => (come.value ||= entries.some((e) => e.isIntersecting)), { rootMargin: '300px' })
let chart: Chart | null = null
function draw(): void {
  if (!canvas.value || !(come.value || paper.value)) return
  chart?.destroy()
  canvas.value.width = wide.value
  canvas.value.height = height.value
  Chart.defaults.font.family = CHART_FACE
  chart = new Chart(canvas.value, seasonChart(props.season, props.yard, props.today, wide.value, paper.value ? DOTS_ON_PAPER : undefined))
}
watch([come, paper, wide, light, () => props.season, () => props.yard], draw, { flush: 'post' })
onBeforeUnmount(() => chart?.destroy())
</script>

<template>
  <canvas ref="canvas" class="season" :width="wide" :height="height" role="img" :aria-label="`${yard.name}, the year. ${words}`" />
</template>

<style scoped>
.season { display: block; }
@media print { .season { width: 100% !important; height: auto !important; } }
</style>
