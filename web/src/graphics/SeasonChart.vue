<script setup lang="ts">
/** One yard's year: the steps of the season above, a line a colony below, courses as bars and counts as dots. */
import { computed } from 'vue'
import type { Season, SeasonBar, SeasonYard } from '@thistle/core/rounds'
import type { Phase } from '@thistle/core/situation'
import { addDays, daysBetween, monthOf, MONTHS, type Day } from '@thistle/core/time'
import { shortName } from '@thistle/core/treatments'
import { sayDay } from '../look/dates.ts'

const props = defineProps<{ season: Season; yard: SeasonYard; today: Day; width: number }>()
const NARROW = 600
const narrow = computed(() => props.width < NARROW)
const names = computed(() => (narrow.value ? 84 : 96))
const ROW = 26
const HEAD = 54
const inner = computed(() => Math.max(200, props.width - names.value))
const length = computed(() => daysBetween(props.season.from, props.season.to) + 1)
const x = (day: Day) => names.value + (Math.max(0, Math.min(length.value, daysBetween(props.season.from, day))) / length.value) * inner.value
const height = computed(() => HEAD + props.yard.rows.length * ROW + 6)
const months = computed(() => {
  const found: { day: Day; name: string }[] = []
  for (let day = props.season.from; day <= props.season.to; day = addDays(day, 1)) if (day.endsWith('-01')) found.push({ day, name: MONTHS[monthOf(day) - 1] ?? '' })
  return found
})
const PHASES: Record<Phase, string> = { dormant: 'rest', increase: 'build-up', peak: 'flow', decrease: 'winter bees' }
const within = (day: Day | null): day is Day => day !== null && day >= props.season.from && day <= props.season.to
const dates = computed(() =>
  [
    { day: props.yard.supersOffOn, name: narrow.value ? 'off' : 'supers off' },
    { day: props.yard.supersNextOn, name: narrow.value ? 'on' : 'supers on' },
    { day: props.yard.lastOpening, name: narrow.value ? 'last' : 'last opening' },
  ].filter((d): d is { day: Day; name: string } => within(d.day)),
)
const sayBar = (name: string, b: SeasonBar) =>
  `${name}: ${b.treatment.name}, ${sayDay(b.from)} to ${sayDay(b.to)}, ${b.state === 'over' ? 'over' : b.state === 'running' ? 'running' : 'planned'}`
const words = computed(() => props.yard.rows.flatMap((r) => [...r.bars.map((b) => sayBar(r.name, b)), ...r.counts.map((c) => `${r.name}, ${sayDay(c.day)}: ${c.text}${c.over ? ', over the limit' : ''}`)]).join('. '))
</script>

<template>
  <svg class="season" :width="width" :height="height" :viewBox="`0 0 ${width} ${height}`" role="img" :aria-label="`${yard.name}, the year. ${words}`">
    <g v-for="p in yard.phases" :key="p.from">
      <rect :x="x(p.from)" y="0" :width="Math.max(0, x(addDays(p.to, 1)) - x(p.from) - 1.5)" height="17" rx="4" :class="`phase ${p.phase}`" />
      <text v-if="x(p.to) - x(p.from) > 52" :x="(x(p.from) + x(p.to)) / 2" y="12.5" class="phase-name">{{ PHASES[p.phase] }}</text>
    </g>
    <g v-for="s in yard.supers" :key="s.from">
      <title>Supers on, {{ sayDay(s.from) }} to {{ sayDay(s.to) }}</title>
      <rect :x="x(s.from)" y="19" :width="Math.max(4, x(addDays(s.to, 1)) - x(s.from))" height="5" rx="2.5" class="supers" />
    </g>
    <g v-for="m in months" :key="m.day">
      <line :x1="x(m.day)" :x2="x(m.day)" y1="20" :y2="height" class="month" />
      <text :x="x(m.day) + 4" y="33" class="month-name">{{ narrow ? m.name.slice(0, 1) : m.name }}</text>
    </g>
    <g v-for="(r, i) in yard.rows" :key="r.colonyId" :transform="`translate(0 ${HEAD + i * ROW})`">
      <text x="0" :y="ROW / 2 + 4.5" class="name">{{ r.name }}</text>
      <line :x1="names" :x2="width" :y1="ROW - 0.5" :y2="ROW - 0.5" class="rule" />
      <g v-for="b in r.bars" :key="b.courseId">
        <title>{{ sayBar(r.name, b) }}</title>
        <line v-if="b.supersOn && within(b.supersOn) && b.supersOn > b.to" :x1="x(b.to)" :x2="x(b.supersOn)" :y1="ROW / 2" :y2="ROW / 2" class="wait" />
        <rect :x="x(b.from)" y="5" :width="Math.max(5, x(b.to) - x(b.from))" :height="ROW - 11" rx="4" :class="`bar ${b.state}`" />
        <line v-for="d in b.doses.length > 1 ? b.doses : []" :key="d.day" :x1="x(d.day)" :x2="x(d.day)" y1="5" :y2="ROW - 6" class="dose" />
        <text v-if="x(b.to) - x(b.from) > 74" :x="x(b.from) + 6" :y="ROW / 2 + 3.5" :class="`bar-name ${b.state}`">{{ shortName(b.treatment) }}</text>
        <text v-else-if="b.state !== 'over'" :x="x(b.to) + 6" :y="ROW / 2 + 3.5" class="bar-name planned">{{ shortName(b.treatment) }}</text>
      </g>
      <g v-for="c in r.counts" :key="c.day + c.text">
        <title>{{ r.name }}, {{ sayDay(c.day) }}: {{ c.text }}</title>
        <circle :cx="x(c.day)" :cy="ROW / 2 - 0.5" r="4.2" class="count" :class="{ over: c.over }" />
      </g>
    </g>
    <g v-for="d in dates" :key="d.name">
      <line :x1="x(d.day)" :x2="x(d.day)" y1="40" :y2="height" class="date" />
      <text :x="x(d.day) - 4" y="49" class="date-name">{{ d.name }}</text>
    </g>
    <line v-if="within(today)" :x1="x(today)" :x2="x(today)" y1="20" :y2="height" class="today" />
  </svg>
</template>

<style scoped>
.season { display: block; font-family: var(--face-text); }
.phase { fill: var(--sunken); }
.phase.dormant { fill: var(--bar-observed); opacity: 0.55; }
.phase.increase { fill: var(--lichen-wash); }
.phase.peak { fill: var(--straw-wash); }
.phase.decrease { fill: var(--thistle-wash); }
.phase-name { font-size: 11.5px; text-anchor: middle; fill: var(--ink); }
.supers { fill: var(--straw); }
.month { stroke: var(--hairline); }
.month-name { font-size: 12px; fill: var(--soft); }
.name { font-size: 14px; font-weight: 600; fill: var(--ink); }
.rule { stroke: var(--hairline); }
.bar { fill: var(--lichen-wash); stroke: var(--lichen); stroke-width: 1.2; }
.bar.running { fill: var(--thistle); stroke: var(--thistle); }
.bar.planned { fill: var(--sheet); stroke: var(--thistle); stroke-dasharray: 4 3; }
.bar-name { font-size: 11px; fill: var(--lichen); }
.bar-name.running { fill: var(--on-fill); }
.bar-name.planned { fill: var(--thistle); }
.dose { stroke: var(--ink); stroke-width: 1.2; opacity: 0.55; }
.wait { stroke: var(--thistle-mid); stroke-width: 2; stroke-dasharray: 2 3; }
.count { fill: var(--sheet); stroke: var(--ink); stroke-width: 1.6; }
.count.over { fill: var(--brick); stroke: var(--brick); }
.date { stroke: var(--straw); stroke-width: 1.4; stroke-dasharray: 5 3; }
.date-name { font-size: 11px; fill: var(--straw); text-anchor: end; paint-order: stroke; stroke: var(--paper); stroke-width: 4px; }
.today { stroke: var(--ink); stroke-width: 2; }
</style>
