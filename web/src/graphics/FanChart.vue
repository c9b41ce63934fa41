<script setup lang="ts">
/** What lies ahead of a colony: a fan with its limit. What it shows stands in words and figures beside it. */
import { useElementSize } from '@vueuse/core'
import { Chart, Filler, LinearScale, LineController, LineElement, PointElement } from 'chart.js'
import { PointWithErrorBar, ScatterWithErrorBarsController } from 'chartjs-chart-error-bars'
import annotation from 'chartjs-plugin-annotation'
import { onBeforeUnmount, ref, watch } from 'vue'
import { CHART_FACE } from '../look/chart-ink.ts'
import { light } from '../look/light.ts'
import { fanChart, type FanShown } from './fan-chart.ts'

Chart.register(Filler, LinearScale, LineController, LineElement, PointElement, ScatterWithErrorBarsController, PointWithErrorBar, annotation)
const props = defineProps<{ shown: FanShown; says: string }>()
const canvas = ref<HTMLCanvasElement | null>(null)
const frame = ref<HTMLElement | null>(null)
const { width } = useElementSize(frame)
let chart: Chart | null = null
function draw(): void {
  chart?.destroy()
  chart = null
  if (!canvas.value || width.value === 0) return
  Chart.defaults.font.family = CHART_FACE
  chart = new Chart(canvas.value, fanChart(props.shown, width.value))
}
watch([() => props.shown, light, width], draw, { flush: 'post' })
onBeforeUnmount(() => chart?.destroy())
</script>

<template>
  <div ref="frame" class="fan" role="img" :aria-label="says"><canvas ref="canvas" /></div>
</template>

<style scoped>
.fan { position: relative; height: 340px; min-width: 0; overflow: hidden; }
@media screen and (max-width: 720px) { .fan { height: 300px; } }
</style>
