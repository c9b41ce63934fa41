<script setup lang="ts">
/** Before an entry is kept: what it says of the course that was not said before, and which windows it moves, old beside new. */
import { computed } from 'vue'
import type { CourseState } from '@thistle/core/holding'
import { costsOf, type PlannedJob, type Window } from '@thistle/core/course'
import type { YardRecord } from '@thistle/core/holding'
import { sayDay, sayWindow } from '../look/dates.ts'
import { useHolding } from '../stores/holding.ts'
import { WARNING_WORDS } from './words.ts'

const props = defineProps<{ before: CourseState; after: CourseState; yard: YardRecord }>()
const holding = useHolding()
const window = (w: Window) => (w.earliest === w.latest ? sayDay(w.best) : sayWindow(w.earliest, w.latest))
const moved = computed(() =>
  props.after.course.jobs
    .filter((j) => j.state === 'open')
    .flatMap((j): { key: string; text: string; old: PlannedJob | null; now: PlannedJob }[] => {
      const old = props.before.course.jobs.find((o) => o.job === j.job && o.n === j.n)
      return !old || old.earliest !== j.earliest || old.latest !== j.latest ? [{ key: `${j.job}${j.n}`, text: j.text, old: old ?? null, now: j }] : []
    }),
)
const dropped = computed(() =>
  props.before.course.jobs.filter(
    (j) => j.state === 'open' && j.job !== 'supers' && props.after.course.jobs.find((o) => o.job === j.job && o.n === j.n)?.state === 'passed',
  ),
)
const news = computed(() => props.after.course.warnings.filter((w) => !props.before.course.warnings.some((o) => o.text === w.text)))
const costs = computed(() => {
  const dates = { supersNextOn: props.yard.supersNextOn, lastOpening: props.yard.lastOpening }
  const of = (s: CourseState) => costsOf(s.plan, s.course, dates, props.yard.today)
  const known = of(props.before).map((c) => c.text)
  return of(props.after).filter((c) => !known.includes(c.text))
})
</script>

<template>
  <div v-if="news.length + costs.length > 0" class="caution" role="status">
    <p v-for="w in news" :key="w.text"><strong>{{ WARNING_WORDS[w.kind] }}.</strong> {{ holding.say(w.text) }}</p>
    <p v-for="c in costs" :key="c.text">{{ holding.say(c.text) }}</p>
  </div>
  <div v-if="moved.length + dropped.length > 0" class="moved">
    <h3>What this moves</h3>
    <ul>
      <li v-for="m in moved" :key="m.key">
        <span>{{ holding.say(m.text) }}</span>
        <span class="dates">
          <s v-if="m.old">{{ window(m.old) }}</s>
          <strong>{{ window(m.now) }}</strong>
        </span>
      </li>
      <li v-for="d in dropped" :key="`${d.job}${d.n}`">
        <span>{{ holding.say(d.text) }}</span>
        <span class="dates"><s>{{ window(d) }}</s> not asked for any more</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.moved { border-left: 3px solid var(--thistle-mid); padding-left: 12px; display: grid; gap: 6px; }
.moved li { display: flex; justify-content: space-between; gap: 12px; font-size: 14px; padding: 3px 0; }
.dates { white-space: nowrap; }
.dates s { color: var(--soft); }
.caution { display: grid; gap: 6px; }
</style>
