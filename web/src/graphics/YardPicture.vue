<script setup lang="ts">
/** A yard at a glance: the row as it stands, each colony's count as dot and whiskers against the limit in force. */
import { useNarrow } from '../look/narrow.ts'
import { computed } from 'vue'
import type { ColonyState } from '@thistle/core/holding'
import { plain } from '@thistle/core/units'
import { heldLevel, isOver, sayCount } from '../parts/words.ts'

const props = defineProps<{ row: readonly ColonyState[]; limit: number; mean?: { estimate: number; low: number; high: number } | null }>()
const emit = defineEmits<{ open: [ColonyState] }>()
const TOP = 14
const FOOT = 218
const LEFT = 34
/** Boards have an axis of their own: they stand in the row without a dot, and say so. */
const dots = computed(() => props.row.map((s) => ({ s, j: s.judgement.unit === 'per100' && s.judgement.estimate !== null ? { ...s.judgement, ...heldLevel(s.judgement) } : null })))
const most = computed(() => {
  const highest = Math.max(props.limit * 2, ...dots.value.map((d) => d.j?.estimate ?? 0)) * 1.15
  return Math.min(30, Math.max(6, Math.ceil(highest / 2) * 2))
})
/** On a phone closer together, so that more of the row is in sight. */
const narrow = useNarrow()
const step = computed(() => Math.max(34, Math.min(narrow.value ? 64 : 130, 1120 / Math.max(1, props.row.length))))
const width = computed(() => LEFT + step.value * props.row.length + 16)
const y = (value: number) => FOOT - (Math.min(value, most.value) / most.value) * (FOOT - TOP)
const x = (i: number) => LEFT + step.value * (i + 0.5)
const apart = computed(() => (most.value > 16 ? 5 : most.value > 8 ? 4 : 2))
const ticks = computed(() => Array.from({ length: Math.floor(most.value / apart.value) + 1 }, (_, i) => i * apart.value))
const tilted = computed(() => step.value < 62)
</script>

<template>
  <figure class="yard-picture">
    <svg :viewBox="`0 0 ${width} ${tilted ? 300 : 262}`" :width="width" role="group" :aria-label="`Mites per 100 bees in ${row.length} colonies, in standing order; limit ${plain(limit, 2)}`">
      <g class="ticks">
        <template v-for="t in ticks" :key="t">
          <line :x1="LEFT" :x2="width - 8" :y1="y(t)" :y2="y(t)" />
          <text :x="LEFT - 8" :y="y(t) + 4" text-anchor="end">{{ t }}</text>
        </template>
      </g>
      <rect v-if="mean" class="mean" :x="LEFT" :width="width - LEFT - 8" :y="y(mean.high)" :height="Math.max(1, y(mean.low) - y(mean.high))" />
      <line v-if="mean" class="mean-line" :x1="LEFT" :x2="width - 8" :y1="y(mean.estimate)" :y2="y(mean.estimate)" />
      <line class="limit" :x1="LEFT" :x2="width - 8" :y1="y(limit)" :y2="y(limit)" />
      <a v-for="({ s, j }, i) in dots" :key="s.colony.id" class="one" :class="{ over: j && isOver(j) }" tabindex="0" role="button" :aria-label="`${s.colony.placement.position} ${s.colony.name}: ${sayCount(s.judgement)}`" @click="emit('open', s)" @keydown.enter="emit('open', s)" @keydown.space.prevent="emit('open', s)">
        <rect class="hit" :x="x(i) - step / 2" :y="TOP - 10" :width="step" :height="FOOT + 40" />
        <template v-if="j">
          <line class="whisker" :x1="x(i)" :x2="x(i)" :y1="y(j.low ?? 0)" :y2="y(j.high ?? 0)" />
          <line class="whisker" :x1="x(i) - 5" :x2="x(i) + 5" :y1="y(j.low ?? 0)" :y2="y(j.low ?? 0)" />
          <line v-if="(j.high ?? 0) <= most" class="whisker" :x1="x(i) - 5" :x2="x(i) + 5" :y1="y(j.high ?? 0)" :y2="y(j.high ?? 0)" />
          <path v-else class="arrow" :d="`M${x(i) - 5} ${TOP} l5 -7 l5 7 z`" />
          <rect v-if="!j.representative" class="dot" :x="x(i) - 5" :y="y(j.estimate ?? 0) - 5" width="10" height="10" />
          <circle v-else class="dot" :class="{ stale: j.stale }" :cx="x(i)" :cy="y(j.estimate ?? 0)" r="5.5" />
        </template>
        <text v-else class="none" :x="x(i)" :y="FOOT - 8" text-anchor="middle">{{ s.judgement.unit === 'perDay' ? 'board' : s.judgement.unit === 'per100cells' ? 'drone' : '–' }}</text>
        <text class="name" :x="x(i)" :y="FOOT + 20" :text-anchor="tilted ? 'end' : 'middle'" :transform="tilted ? `rotate(-52 ${x(i)} ${FOOT + 20})` : undefined">{{ s.colony.name }}</text>
        <text v-if="!tilted" class="place" :x="x(i)" :y="FOOT + 38" text-anchor="middle">{{ s.colony.placement.position }}</text>
      </a>
    </svg>
    <figcaption class="soft small">
      Mites per 100 bees, newest count of each. Dashed: the limit of {{ plain(limit, 2) }}.<template v-if="mean"> Band: the yard's mean with its range.</template> Hollow: counted over three weeks ago. Square: not typical of the yard.
    </figcaption>
  </figure>
</template>

<style scoped>
.yard-picture { margin: 0; overflow-x: auto; }
/* In its own size: a yard of one is not blown up. */
svg { display: block; max-width: none; height: auto; }
.ticks line { stroke: var(--hairline); }
.ticks text, .place { font-size: 12.5px; fill: var(--soft); }
.mean { fill: var(--thistle-wash); }
.mean-line { stroke: var(--thistle-mid); stroke-width: 1.5; }
.limit { stroke: var(--brick); stroke-dasharray: 5 4; stroke-width: 1.4; }
.one { cursor: pointer; color: var(--ink); outline: none; }
.one:focus-visible .hit, .one:hover .hit { fill: var(--thistle-pale); stroke: var(--thistle-mid); }
.hit { fill: transparent; rx: 6; }
.whisker { stroke: currentColor; stroke-width: 1.6; }
.dot { fill: currentColor; stroke: currentColor; stroke-width: 1.6; }
.dot.stale { fill: var(--paper); }
.over .dot { fill: var(--brick); stroke: var(--brick); }
.arrow { fill: currentColor; }
.name { font-size: 13.5px; font-weight: 600; fill: var(--ink); }
.none { font-size: 12.5px; fill: var(--soft); }
</style>
