<script setup lang="ts">
/** A count as it is always shown: dot for the estimate, whiskers for its 90 % interval, a dashed rule for the limit. */
import { computed } from 'vue'

const props = withDefaults(
  defineProps<{
    estimate: number | null
    low: number | null
    high: number | null
    threshold: number | null
    /** What a screen reader says of it. */
    label: string
    unit?: 'per100' | 'perDay' | 'per100cells'
    stale?: boolean
    representative?: boolean
    over?: boolean
    /** With numbers under the axis and thicker lines. */
    large?: boolean
  }>(),
  { unit: 'per100', stale: false, representative: true, over: false, large: false },
)

const LEFT = 4
const width = computed(() => (props.large ? 240 : 150))
const height = computed(() => (props.large ? 48 : 22))
const most = computed(() => (props.unit === 'perDay' ? 40 : props.unit === 'per100cells' ? 20 : 6))
const RIGHT = computed(() => width.value - (props.large ? 10 : 22))
const x = (value: number) => LEFT + (Math.min(value, most.value) / most.value) * (RIGHT.value - LEFT)
const mid = computed(() => (props.large ? 18 : height.value / 2))
const beyond = computed(() => (props.estimate ?? 0) > most.value)
const runsOver = computed(() => (props.high ?? 0) > most.value)
const tick = computed(() => (props.large ? 6 : 4))
const ticks = computed(() => [0, most.value / 3, (most.value * 2) / 3, most.value].map((t) => Math.round(t)))
</script>

<template>
  <svg class="dw" :class="{ large, over }" :viewBox="`0 0 ${width} ${height}`" :width="width" :height="height" role="img" :aria-label="label">
    <line class="axis" :class="{ other: unit !== 'per100' }" :x1="LEFT" :x2="RIGHT" :y1="mid" :y2="mid" />
    <line v-if="threshold !== null" class="limit" :x1="x(threshold)" :x2="x(threshold)" :y1="large ? 0 : -11" :y2="large ? 34 : height + 11" />
    <template v-if="estimate !== null && low !== null && high !== null">
      <line class="whisker" :x1="x(low)" :x2="x(high)" :y1="mid" :y2="mid" />
      <line class="whisker" :x1="x(low)" :x2="x(low)" :y1="mid - tick" :y2="mid + tick" />
      <line v-if="!runsOver" class="whisker" :x1="x(high)" :x2="x(high)" :y1="mid - tick" :y2="mid + tick" />
      <path v-else class="arrow" :class="{ alone: beyond }" :d="`M${RIGHT} ${mid - tick} l6 ${tick} l-6 ${tick} z`" />
      <template v-if="!beyond">
        <rect
          v-if="!representative"
          class="dot"
          :x="x(estimate) - (large ? 6 : 4.2)"
          :y="mid - (large ? 6 : 4.2)"
          :width="large ? 12 : 8.4"
          :height="large ? 12 : 8.4"
        />
        <circle v-else class="dot" :class="{ stale }" :cx="x(estimate)" :cy="mid" :r="large ? 6.5 : 4.6" />
      </template>
    </template>
    <g v-if="large" class="ticks">
      <text v-for="t in ticks" :key="t" :x="x(t)" y="46" :text-anchor="t === 0 ? 'start' : t === most ? 'end' : 'middle'">{{ t }}</text>
    </g>
  </svg>
</template>

<style scoped>
.dw { display: block; overflow: visible; color: var(--ink); }
.dw.large { width: 100%; height: auto; max-width: 330px; }
.axis { stroke: var(--hairline); stroke-width: 1.5; }
/* Never taken for the percent axis: another unit, another line. */
.axis.other { stroke: var(--line); stroke-dasharray: 1 4; stroke-linecap: round; }
.large .axis { stroke-width: 2; }
.limit { stroke: var(--brick); stroke-width: 1.25; stroke-dasharray: 3 3; }
.whisker { stroke: currentColor; stroke-width: 1.6; }
.large .whisker { stroke-width: 2.2; }
.arrow { fill: currentColor; }
.over .arrow.alone { fill: var(--brick); }
.dot { fill: currentColor; stroke: currentColor; stroke-width: 1.6; }
.over .dot { fill: var(--brick); stroke: var(--brick); }
.dot.stale { fill: var(--sheet); }
.ticks text { font-size: 11.5px; fill: var(--soft); }
</style>
