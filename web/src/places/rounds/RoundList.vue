<script setup lang="ts">
/** The rounds as a list of days: the phone's board, and the same on paper. */
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import type { Round, RoundPlan } from '@thistle/core/rounds'
import type { Day } from '@thistle/core/time'
import { sayDay } from '../../look/dates.ts'
import { plural, sayMinutes } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'

const props = defineProps<{ plan: RoundPlan }>()
const emit = defineEmits<{ open: [at: { yardId: string; day: Day }] }>()
const holding = useHolding()
const colonies = (r: Round) => new Set(r.jobs.map((j) => j.colonyId)).size
const days = computed(() => {
  const found = new Map<Day, Round[]>()
  for (const r of props.plan.rounds) found.set(r.day, [...(found.get(r.day) ?? []), r])
  return [...found]
})
</script>

<template>
  <ol class="days">
    <li v-for="[day, rounds] in days" :key="day">
      <h3>{{ day === plan.from ? `Today, ${sayDay(day)}` : sayDay(day) }}</h3>
      <article v-for="r in rounds" :key="r.yardId" class="sheet" :class="{ late: r.overdue > 0 }">
        <p class="serif yard">{{ r.yard }}</p>
        <p>
          {{ plural(r.jobs.length, 'job') }} in {{ plural(colonies(r), 'colony', 'colonies') }}, about {{ sayMinutes(r.minutes) }}{{ r.set ? ', set by you' : '' }}
        </p>
        <p v-if="r.overdue > 0" class="alarm strong">{{ r.overdue }} overdue</p>
        <p v-if="r.late > 0" class="alarm">{{ plural(r.late, 'job') }} after {{ r.late === 1 ? 'its' : 'their' }} window: no time before</p>
        <ul class="on-paper names">
          <li v-for="j in r.jobs" :key="j.id">{{ j.position }} {{ j.colony }}: {{ holding.say(j.text) }}</li>
        </ul>
        <p class="doings no-print">
          <RouterLink v-if="r.jobs.length > 0" class="press" :to="`/rounds/${r.yardId}/${r.day}`">Sheet<span class="unseen"> of {{ r.yard }}, {{ sayDay(r.day) }}</span></RouterLink>
          <AButton class="press quiet" @click="emit('open', { yardId: r.yardId, day: r.day })">What, and move it<span class="unseen">: {{ r.yard }}, {{ sayDay(r.day) }}</span></AButton>
        </p>
      </article>
    </li>
  </ol>
</template>

<style scoped>
.days { display: grid; gap: 14px; }
.days li { display: grid; gap: 7px; }
article { padding: 12px 14px; display: grid; gap: 5px; }
article.late { border-left: 4px solid var(--brick); }
.yard { font-size: 19px; }
.doings { display: grid; grid-template-columns: 1fr 1.4fr; gap: 8px; }
.doings > :only-child { grid-column: 1 / -1; }
@media print {
  .days { gap: 6px; }
  article { padding: 4px 0; gap: 1px; border: 0; break-inside: avoid; }
  .days h3 { border-bottom: 1px solid var(--line); }
  .yard { font-size: 11.5pt; }
  .names li { display: inline; }
  .names li:not(:last-child)::after { content: '; '; }
}
</style>
