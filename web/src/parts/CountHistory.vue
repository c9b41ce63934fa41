<script setup lang="ts">
/** A colony's counts, newest first, each judged on its own day. */
import { computed } from 'vue'
import type { ColonyState } from '@thistle/core/holding'
import { judge } from '@thistle/core/judge'
import { sayDay } from '@thistle/core/time'
import { useHolding } from '../stores/holding.ts'
import CountDot from './CountDot.vue'

const props = defineProps<{ state: ColonyState }>()
const holding = useHolding()
const counts = computed(() => {
  const days = [...new Set(props.state.colony.counts.map((n) => n.onDay))].toReversed()
  return days.map((day) => ({ day, judged: judge({ ...props.state.situation, asOf: day, counts: props.state.situation.counts.filter((n) => n.date <= day) }) }))
})
</script>

<template>
  <section v-if="counts.length > 0" class="history" aria-label="Counts so far">
    <h3>Counts so far</h3>
    <ul>
      <li v-for="c in counts" :key="c.day">
        <span>{{ sayDay(c.day, holding.today) }}</span>
        <CountDot :judgement="c.judged" />
        <span>{{ c.judged.estimate?.toFixed(1) }}</span>
      </li>
    </ul>
    <p class="soft small">Mites per 100 bees, each against the limit of its own day.</p>
  </section>
</template>

<style scoped>
.history { display: grid; gap: 9px; }
ul { display: grid; gap: 2px; }
li { display: grid; grid-template-columns: 112px 150px 1fr; gap: 8px; align-items: center; font-size: 14px; min-height: 26px; }
</style>
