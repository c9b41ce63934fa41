<script setup lang="ts">
/** A running course as a line of days: done up to today, doses as dots, the longest stay as its end. */
import { computed } from 'vue'
import { daysBetween, type Day } from '@thistle/core/time'
import type { CourseState } from '@thistle/core/holding'
import { shortName } from '@thistle/core/treatments'

const props = defineProps<{ state: CourseState; today: Day }>()
const WIDTH = 118
const day = computed(() => daysBetween(props.state.startedOn, props.today))
const last = computed(() =>
  props.state.course.jobs.filter((j) => j.job === 'dose').reduce((most, j) => Math.max(most, daysBetween(props.state.startedOn, j.best)), 0),
)
const length = computed(() => Math.max(props.state.course.longest, last.value, 1))
const scale = computed(() => WIDTH / Math.max(length.value, day.value))
const over = computed(() => day.value > length.value)
const doses = computed(() =>
  props.state.course.jobs
    .filter((j) => j.job === 'dose' || j.job === 'check')
    .map((j) => ({
      key: `${j.job}${j.n}`,
      done: j.state === 'done',
      dose: j.job === 'dose',
      x: daysBetween(props.state.startedOn, j.doneOn ?? j.best) * scale.value,
    })),
)
const span = computed(() => {
  const { least } = props.state.course.pattern.days
  const most = props.state.course.longest
  return least === most ? `${most}` : `${least}-${most}`
})
const words = computed(() => {
  if (props.state.treatment.way === 'waiting') return 'left alone until the count'
  if (props.state.planned) return 'chosen, not started'
  if (!props.state.running) return 'ended; count it'
  return length.value <= 1 ? `day ${day.value}` : `day ${day.value} of ${span.value}`
})
</script>

<template>
  <span class="course" :class="{ over }">
    <svg v-if="state.running" :width="WIDTH + 10" height="18" :viewBox="`-5 0 ${WIDTH + 10} 18`" aria-hidden="true">
      <line x1="0" :x2="length * scale" y1="9" y2="9" class="whole" />
      <line x1="0" :x2="Math.min(day, Math.max(length, day)) * scale" y1="9" y2="9" class="gone" />
      <line :x1="length * scale" :x2="length * scale" y1="2" y2="16" class="end" />
      <circle v-for="d in doses" :key="d.key" :cx="d.x" cy="9" :r="d.dose ? 4 : 3" class="dose" :class="{ done: d.done }" />
    </svg>
    <span>
      <span class="name">{{ shortName(state.treatment) }}</span>
      <span class="words">{{ words }}</span>
    </span>
  </span>
</template>

<style scoped>
.course { display: inline-flex; align-items: center; gap: 10px; }
.whole { stroke: var(--thistle-mid); stroke-width: 3; opacity: 0.6; }
.gone { stroke: var(--thistle); stroke-width: 3; }
.over .gone { stroke: var(--brick); }
.end { stroke: var(--ink); stroke-width: 1.6; }
.dose { fill: var(--sheet); stroke: var(--thistle); stroke-width: 1.8; }
.dose.done { fill: var(--thistle); }
.over .dose { stroke: var(--brick); }
.over .dose.done { fill: var(--brick); }
.name { display: block; font-size: 13px; color: var(--soft); line-height: 1.2; }
.words { display: block; line-height: 1.25; }
.over .words { color: var(--brick); font-weight: 650; }
</style>
