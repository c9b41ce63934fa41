<script setup lang="ts">
/** A course that fell short: the questions to go through before its active is given again, with what the record answers. */
import { whyShort, type ColonyState, type CourseState, type WhyShort, type YardState } from '@thistle/core/holding'
import { computed } from 'vue'
import { useHolding } from '../stores/holding.ts'
import FoldAway from './FoldAway.vue'

const props = defineProps<{ course: CourseState; colony: ColonyState; yard: YardState }>()
const holding = useHolding()
const list = computed(() => (holding.settings ? whyShort(props.course, props.colony, props.yard, holding.settings) : []))
/** What something speaks for comes first, then what nobody knows, in the order of the questions: resistance is always the last. What is sound is there to be read. */
const open = computed(() => [...list.value.filter((q) => q.state === 'suspect'), ...list.value.filter((q) => q.state === 'ask')])
const sound = computed(() => list.value.filter((q) => q.state === 'sound'))
const STATE: Record<WhyShort['state'], string> = { sound: 'sound', suspect: 'look here', ask: 'ask yourself' }
</script>

<template>
  <ol class="why" aria-label="Why it may have fallen short">
    <li v-for="q in open" :key="q.key" :class="q.state">
      <span class="mark">{{ STATE[q.state] }}</span>
      <span>
        <strong>{{ q.ask }}</strong>
        {{ holding.say(q.says) }}
        <span v-if="q.state === 'suspect'" class="next">{{ q.next }}</span>
      </span>
    </li>
  </ol>
  <FoldAway v-if="sound.length > 0" :title="`${sound.length} more, sound by the record`">
    <ol class="why" aria-label="Sound by the record">
      <li v-for="q in sound" :key="q.key" class="sound">
        <span class="mark">{{ STATE[q.state] }}</span>
        <span>
          <strong>{{ q.ask }}</strong>
          {{ holding.say(q.says) }}
        </span>
      </li>
    </ol>
  </FoldAway>
</template>

<style scoped>
.why { display: grid; gap: 5px; font-size: 14px; line-height: 1.35; counter-reset: why; }
.why li { display: grid; grid-template-columns: 62px minmax(0, 1fr); gap: 10px; align-items: baseline; }
.mark { color: var(--soft); font-size: 13px; }
.suspect .mark { color: var(--brick); font-weight: 700; }
.ask .mark { color: var(--straw); font-weight: 700; }
.next { display: block; color: var(--thistle); font-weight: 600; }
.sound { color: var(--soft); }
</style>
