<script setup lang="ts">
/** A chart in its frame, drawn anew with its width, what it shows, and the light. What it shows stands in words and figures beside it. */
import { useElementSize } from '@vueuse/core'
import { Chart, Filler, LinearScale, LineController, LineElement, PointElement, ScatterController, type ChartConfiguration } from 'chart.js'
import { PointWithErrorBar, ScatterWithErrorBarsController } from 'chartjs-chart-error-bars'
import annotation from 'chartjs-plugin-annotation'
import { onBeforeUnmount, ref, watch } from 'vue'
import { CHART_FACE } from '../look/chart-ink.ts'
import { light } from '../look/light.ts'

Chart.register(Filler, LinearScale, LineController, LineElement, PointElement, ScatterController, ScatterWithErrorBarsController, PointWithErrorBar, annotation)
const props = defineProps<{ make: (width: number) => ChartConfiguration; says: string }>()
const canvas = ref<HTMLCanvasElement | null>(null)
const frame = ref<HTMLElement | null>(null)
const { width } = useElementSize(frame)
let chart: Chart | null = null
function draw(): void {
  chart?.destroy()
  chart = null
  if (!canvas.value || width.value === 0) return
  Chart.defaults.font.family = CHART_FACE
  chart = new Chart(canvas.value, props.make(width.value))
}
watch([() => props.make, light, width], draw, { flush: 'post' })
onBeforeUnmount(() => chart?.destroy())
</script>

<template>
  <div ref="frame" class="chart" role="img" :aria-label="says"><canvas ref="canvas" /></div>
</template>

<style scoped>
.chart { position: relative; min-width: 0; overflow: hidden; }
</style>
