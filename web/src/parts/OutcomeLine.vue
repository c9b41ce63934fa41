<script setup lang="ts">
/** Did it work: the share taken with its doubt, against what it should take and what authorities expect. */
import { computed } from 'vue'
import type { CourseState } from '@thistle/core/holding'
import { useHolding } from '../stores/holding.ts'

const props = defineProps<{ course: CourseState }>()
const holding = useHolding()
const WIDTH = 300
const x = (share: number) => 6 + Math.max(0, Math.min(1, share)) * (WIDTH - 12)
const o = computed(() => props.course.outcome)
</script>

<template>
  <div v-if="o" class="outcome">
    <svg v-if="o.efficacy" :viewBox="`0 0 ${WIDTH} 46`" role="img" :aria-label="holding.say(o.text)">
      <rect v-if="o.expected" :x="x(o.expected.low)" y="4" :width="x(o.expected.high) - x(o.expected.low)" height="22" rx="4" class="should" />
      <line :x1="x(o.authority)" :x2="x(o.authority)" y1="1" y2="29" class="authority" />
      <line x1="6" :x2="WIDTH - 6" y1="15" y2="15" class="axis" />
      <line :x1="x(o.efficacy.low)" :x2="x(o.efficacy.high)" y1="15" y2="15" class="whisker" />
      <circle :cx="x(o.efficacy.estimate)" cy="15" r="6" class="dot" :class="o.verdict" />
      <text x="6" y="43">0 % taken</text>
      <text :x="WIDTH - 6" y="43" text-anchor="end">100 %</text>
    </svg>
    <p class="strong" :class="o.verdict === 'worked' ? 'settled' : o.verdict === 'short' ? 'alarm' : (o.chance ?? 0) >= 0.5 ? '' : 'care'">{{ holding.say(o.text) }}</p>
    <p v-if="o.still" class="care">{{ holding.say(o.still) }}</p>
    <p v-if="o.rescue">{{ o.rescue }}</p>
    <p v-if="course.asCounted" class="small">{{ course.asCounted.text }}</p>
    <p class="soft small">
      The band is what it should take ({{ holding.say(course.treatment.efficacySource) }}); the dashed line is what authorities expect. What is taken is told against the
      level as it would be untreated: grown as its season lets it grow, with the doubt of that, of both jars, and of a colony chosen because its jar was high. Mites from
      outside since then look like mites that were not killed.
    </p>
  </div>
</template>

<style scoped>
.outcome { display: grid; gap: 6px; background: var(--thistle-pale); border-radius: 10px; padding: 12px; }
svg { width: 100%; height: auto; }
.should { fill: var(--thistle-band); }
.authority { stroke: var(--ink); stroke-width: 1.4; stroke-dasharray: 3 3; }
.axis { stroke: var(--line); }
.whisker { stroke: var(--ink); stroke-width: 2.2; }
.dot { fill: var(--ink); }
.dot.short { fill: var(--brick); }
.dot.worked { fill: var(--lichen); }
text { font-size: 11.5px; fill: var(--soft); }
</style>
