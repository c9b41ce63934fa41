<script setup lang="ts">
/** Counted back: by when each option must be begun, to be over before the supers and the last opening. */
import { computed } from 'vue'
import type { YardState } from '@thistle/core/holding'
import { deadlinesOf, type YardDeadlines } from '@thistle/core/rounds'
import WhenNear from '../../parts/WhenNear.vue'
import { useHolding } from '../../stores/holding.ts'
import RoundsNav from './RoundsNav.vue'
import YardEnds from './YardEnds.vue'

const holding = useHolding()
/** With more yards than these each is counted back, and its tables stand, once it is come to. */
const FEW = 2
const TABLES = 560
const yards = computed(() => (holding.settings ? holding.states.filter((y) => y.row.length > 0) : []))
// By the state itself: another yard that is read anew asks for nothing anew.
const known = new WeakMap<YardState, YardDeadlines>()
function endsOf(yard: YardState): YardDeadlines {
  const found = known.get(yard) ?? deadlinesOf(yard, holding.settings!)
  known.set(yard, found)
  return found
}
</script>

<template>
  <div class="page ends">
    <RoundsNav />
    <h1>By when it must be begun</h1>
    <p class="soft lead">
      Counted back from the day supers must go on (course and waiting time over) and from the last day a hive can decently be opened (what was laid in is out). The strictest colony of a yard speaks.
    </p>
    <section v-for="(y, i) in yards" :key="y.yard.id" class="yard" :aria-labelledby="`e-${y.yard.id}`">
      <h2 :id="`e-${y.yard.id}`">{{ y.yard.name }}</h2>
      <WhenNear :least="TABLES" :now="i < FEW"><YardEnds :ends="endsOf(y)" /></WhenNear>
    </section>
    <p v-if="yards.length === 0" class="soft">No colonies yet: nothing is counted back.</p>
    <p class="law">Courses are counted at their shortest, by typical labels and your own list; the label in your hand and local law decide.</p>
  </div>
</template>

<style scoped>
.ends { display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; max-width: 1040px; }
.lead { max-width: 780px; }
.yard { display: grid; gap: 6px; margin-top: 10px; }
</style>
