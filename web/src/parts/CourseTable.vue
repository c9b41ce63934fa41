<script setup lang="ts">
/** Every job of a course in full: its window, what it is counted from, how much, how long it takes and what is worn. */
import { computed } from 'vue'
import { minutesOf, sayJob, type PlannedJob } from '@thistle/core/course'
import { USUAL_WORK, type CourseState } from '@thistle/core/holding'
import { sayAmount, sayTools } from '@thistle/core/treatments'
import { sayDay } from '../look/dates.ts'
import { useHolding } from '../stores/holding.ts'
import { capital } from './words.ts'

const props = defineProps<{ course: CourseState }>()
const holding = useHolding()
const jobs = computed(() => props.course.course.jobs.filter((j) => j.state !== 'passed'))
const several = (kind: string) => jobs.value.filter((x) => x.job === kind).length > 1
const name = (j: Pick<PlannedJob, 'job' | 'n'>) => sayJob(j, several(j.job), props.course.treatment.way)
function amount(j: PlannedJob): string {
  const { dose, inside } = props.course.course
  if (j.job === 'check') return j.amount === null ? '' : `${j.amount} a day on the board`
  const much = j.state === 'done' ? j.amount : j.job === 'remove' ? inside : j.planned
  return dose && much !== null && j.asksAmount ? holding.say(sayAmount(much, dose.unit)) : ''
}
const minutes = (j: PlannedJob) => minutesOf(props.course.treatment, j, (holding.settings?.work ?? USUAL_WORK).vaporisers)
const day = (on: string) => sayDay(on, holding.today)
</script>

<template>
  <ol class="jobs">
    <li v-for="j in jobs" :key="`${j.job}${j.n}`">
      <p class="strong">{{ name(j) }}{{ amount(j) ? `, ${amount(j)}` : '' }}</p>
      <p>{{ holding.say(j.text) }}.</p>
      <p class="soft">
        <template v-if="j.doneOn">Done {{ day(j.doneOn) }}.</template>
        <template v-else-if="j.earliest === j.latest">{{ day(j.best) }}.</template>
        <template v-else>From {{ day(j.earliest) }}, best {{ day(j.best) }}, at the latest {{ day(j.latest) }}.</template>
        {{ j.hangsOn ? `Counted from ${name(j.hangsOn).toLowerCase()}.` : 'Counted from the start.' }}
        <template v-if="minutes(j) > 0">About {{ minutes(j) }} min.</template>
        {{ j.gear.length > 0 ? `${capital(sayTools(j.gear))}.` : '' }}
      </p>
    </li>
  </ol>
</template>

<style scoped>
.jobs { display: grid; gap: 7px; font-size: 14px; }
.jobs li { border-bottom: 1px solid var(--hairline); padding-bottom: 6px; }
</style>
