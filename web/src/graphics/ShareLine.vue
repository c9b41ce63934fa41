<script setup lang="ts">
/** A share with its range on a line from nothing to all: what was taken, or what died. A band behind it says what others like it do. */
import { computed } from 'vue'

interface Range {
  readonly low: number
  readonly high: number
}
const props = withDefaults(
  defineProps<{
    share: Range & { readonly estimate: number }
    /** What a screen reader says of it. */
    label: string
    band?: Range | null
    /** What its own figures say alone, beside what it is drawn to. */
    alone?: number | null
    tone?: 'plain' | 'mark' | 'good' | 'bad'
    width?: number
    /** Words under the ends of the line. */
    ends?: readonly [string, string] | null
  }>(),
  { band: null, alone: null, tone: 'plain', width: 240, ends: null },
)
const MARGIN = 6
const x = (share: number) => MARGIN + Math.max(0, Math.min(1, share)) * (props.width - 2 * MARGIN)
const height = computed(() => (props.ends ? 36 : 20))
</script>

<template>
  <svg class="share" :viewBox="`0 0 ${width} ${height}`" :style="{ maxWidth: `${width * 1.4}px` }" role="img" :aria-label="label">
    <line :x1="MARGIN" :x2="width - MARGIN" y1="10" y2="10" class="axis" />
    <rect v-if="band" :x="x(band.low)" y="2" :width="Math.max(2, x(band.high) - x(band.low))" height="16" rx="3" class="band" />
    <line :x1="x(share.low)" :x2="x(share.high)" y1="10" y2="10" class="whisker" />
    <circle v-if="alone !== null" :cx="x(alone)" cy="10" r="4.5" class="alone" />
    <circle :cx="x(share.estimate)" cy="10" r="5" class="dot" :class="tone" />
    <template v-if="ends">
      <text :x="MARGIN" y="33">{{ ends[0] }}</text>
      <text :x="width - MARGIN" y="33" text-anchor="end">{{ ends[1] }}</text>
    </template>
  </svg>
</template>

<style scoped>
.share { display: block; width: 100%; height: auto; }
.axis { stroke: var(--line); }
.band { fill: var(--thistle-band); }
.whisker { stroke: var(--ink); stroke-width: 2; }
.dot { fill: var(--ink); }
.mark { fill: var(--thistle); }
.good { fill: var(--lichen); }
.bad { fill: var(--brick); }
.alone { fill: var(--sheet); stroke: var(--ink); stroke-width: 1.4; }
text { font-size: 11.5px; fill: var(--soft); }
</style>
