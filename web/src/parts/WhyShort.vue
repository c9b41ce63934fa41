<script setup lang="ts">
/** A course that fell short: the questions to go through before its active is given again, with what the record answers. */
import { whyShort, type ColonyState, type CourseState, type WhyShort, type YardState } from '@thistle/core/holding'
import { computed } from 'vue'
import { useHolding } from '../stores/holding.ts'

const props = defineProps<{ course: CourseState; colony: ColonyState; yard: YardState }>()
const holding = useHolding()
const list = computed(() => (holding.settings ? whyShort(props.course, props.colony, props.yard, holding.settings) : []))
const STATE: Record<WhyShort['state'], string> = { sound: 'sound', suspect: 'look here', ask: 'ask' }
</script>

<template>
  <ol class="why" aria-label="Why it may have fallen short">
    <li v-for="q in list" :key="q.key" :class="q.state">
      <span class="mark">{{ STATE[q.state] }}</span>
      <span>
        <strong>{{ q.ask }}</strong>
        {{ holding.say(q.says) }}
      </span>
    </li>
  </ol>
</template>

<style scoped>
.why { display: grid; gap: 5px; font-size: 14px; line-height: 1.35; counter-reset: why; }
.why li { display: grid; grid-template-columns: 74px minmax(0, 1fr); gap: 10px; align-items: baseline; }
.mark { color: var(--soft); font-size: 13px; }
.suspect .mark { color: var(--brick); font-weight: 700; }
.ask .mark { color: var(--straw); font-weight: 700; }
.sound { color: var(--soft); }
</style>
