<script setup lang="ts">
/** Trials: treatments side by side in one yard. Those that run, those that are over, and the way into a new one. */
import { computed } from 'vue'
import { trialState } from '@thistle/core/trial'
import { sayDay } from '../../../look/dates.ts'
import { plural } from '../../../parts/words.ts'
import { useHolding } from '../../../stores/holding.ts'
import BookNav from '../BookNav.vue'

const holding = useHolding()
const trials = computed(() =>
  holding.states
    .flatMap((yard) => (yard.yard.trials ?? []).map((trial) => ({ yard, trial, state: trialState(trial, yard) })))
    .toSorted((a, b) => b.trial.startOn.localeCompare(a.trial.startOn)),
)
const STATE = { planned: 'planned', running: 'running', 'to-count': 'to be counted', over: 'over' } as const
</script>

<template>
  <div class="page trials">
    <BookNav />
    <h1>Trials</h1>
    <p class="soft">Two to four treatments side by side in one yard, drawn by lot within blocks of alike counts: it answers which one works here, where two jars in one colony cannot.</p>
    <p v-if="holding.mayWrite"><RouterLink class="press" to="/book/trials/new">Plan a trial</RouterLink></p>
    <ul v-if="trials.length > 0" class="all">
      <li v-for="{ trial, yard, state } in trials" :key="trial.id" class="sheet">
        <h2><RouterLink :to="`/book/trials/${trial.id}`">{{ trial.name }}</RouterLink></h2>
        <p><strong>{{ STATE[state.state] }}</strong>, {{ yard.yard.name }}, {{ trial.endedOn ? `${sayDay(trial.startOn, holding.today)} to ${sayDay(trial.endedOn, holding.today)}` : `from ${sayDay(trial.startOn, holding.today)}` }}</p>
        <p>{{ state.arms.map((a) => `${a.name} in ${plural(a.colonies.length, 'colony', 'colonies')}`).join('; ') }}.</p>
        <p v-for="a in state.arms.filter((x) => x.stop)" :key="a.arm" class="alarm strong">{{ a.stop }}</p>
        <p class="soft">{{ holding.say(state.text) }}</p>
      </li>
    </ul>
    <p v-else class="soft">There is none yet.</p>
  </div>
</template>

<style scoped>
.trials { display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
.all { display: grid; gap: 12px; }
.all li { padding: 14px 18px; display: grid; gap: 5px; }
</style>
