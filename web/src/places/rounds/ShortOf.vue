<script setup lang="ts">
/** More work than the days hold: what comes late, what is not reached, and what would help, in plain figures. */
import { computed } from 'vue'
import type { Left, RoundJob, RoundPlan } from '@thistle/core/rounds'
import { WEEKDAYS } from '@thistle/core/time'
import FoldAway from '../../parts/FoldAway.vue'
import { plural, sayMinutes } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'

const props = defineProps<{ plan: RoundPlan }>()
const holding = useHolding()
const short = computed(() => props.plan.short)
const yardName = (id: string) => holding.yards.find((y) => y.id === id)?.name ?? 'a yard'
/** What is not reached, by yard, the most first. */
const byYard = computed(() => {
  const found = new Map<string, RoundJob[]>()
  for (const job of short.value?.unreached ?? []) found.set(job.yardId, [...(found.get(job.yardId) ?? []), job])
  return [...found].toSorted(([, a], [, b]) => b.length - a.length)
})
const helps = computed(() => {
  if (!short.value) return []
  const { help, late, unreached } = short.value
  const better = (l: Left) => l.unreached < unreached.length || (l.unreached === unreached.length && l.late < late)
  const then = (l: Left) =>
    l.unreached > 0 ? `${plural(l.unreached, 'job')} would not be reached; of those that are, ${l.late} would come late` : l.late > 0 ? `all would be reached, ${l.late} of them late` : 'all of it would come in its time'
  return [
    ...(better(help.helper) ? [`One helper more: ${then(help.helper)}.`] : []),
    ...(help.day && better(help.day) ? [`Your longest hours on ${WEEKDAYS[help.day.weekday]} as well: ${then(help.day)}.`] : []),
    ...(help.repeats.jobs > 0 ? [`Options with fewer visits: ${plural(help.repeats.jobs, 'of these jobs is', 'of these jobs are')} a second or later round, ${sayMinutes(help.repeats.minutes)} at the hives.`] : []),
  ]
})
</script>

<template>
  <section v-if="short" class="short" aria-labelledby="r-short">
    <h2 id="r-short">Not all of it is reached in its time</h2>
    <p>
      The most urgent comes first, as far as your hours go.
      <strong class="alarm">{{ plural(short.late, 'job comes', 'jobs come') }} after {{ short.late === 1 ? 'its' : 'their' }} window<template v-if="short.unreached.length > 0">, and {{ short.unreached.length }} {{ short.unreached.length === 1 ? 'is' : 'are' }} not reached in four weeks</template>.</strong>
    </p>
    <ul v-if="helps.length > 0">
      <li v-for="h in helps" :key="h">{{ h }}</li>
    </ul>
    <p class="small"><RouterLink to="/rules#r-work">Your days, hours and helpers</RouterLink></p>
    <FoldAway v-if="byYard.length > 0" :title="`What is not reached, by yard (${byYard.length})`">
      <ul>
        <li v-for="[id, jobs] in byYard" :key="id"><RouterLink :to="`/yards/${id}`">{{ yardName(id) }}</RouterLink>: {{ plural(jobs.length, 'job') }} in {{ plural(new Set(jobs.map((j) => j.colonyId)).size, 'colony', 'colonies') }}</li>
      </ul>
    </FoldAway>
  </section>
</template>

<style scoped>
.short { background: var(--brick-wash); border-radius: 12px; padding: 12px 16px; display: grid; gap: 6px; margin-top: 8px; }
.short ul { list-style: disc; padding-left: 20px; display: grid; gap: 3px; }
</style>
