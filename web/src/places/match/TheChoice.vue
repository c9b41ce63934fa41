<script setup lang="ts">
/** The first line of Match: what to do in one sentence, what decided, and the nearest thing that would change it. */
import AButton from 'ant-design-vue/es/button'
import type { Answer } from '@thistle/core/course'
import { computed } from 'vue'
import { useHolding } from '../../stores/holding.ts'

const props = defineProps<{ result: Answer; /** What leads to the course of the option in view, where that lies below out of sight. */ below?: string | null }>()
const emit = defineEmits<{ toCourse: [] }>()
const holding = useHolding()
const choice = computed(() => props.result.choice)
</script>

<template>
  <section class="choice" aria-label="The choice">
    <p class="serif says">{{ holding.say(choice.text) }}</p>
    <p v-if="below" class="no-print"><AButton type="primary" class="press wide" @click="emit('toCourse')">{{ below }}</AButton></p>
    <ul v-if="choice.reasons.length > 0" class="why">
      <li v-for="r in choice.reasons" :key="r">{{ holding.say(r) }}</li>
    </ul>
    <p v-if="choice.change" class="change">{{ holding.say(choice.change.text) }}</p>
  </section>
</template>

<style scoped>
.choice { padding: 2px 16px 10px; display: grid; gap: 6px; }
.says { font-size: 21px; line-height: 1.25; font-weight: 560; max-width: 62ch; }
.wide { width: 100%; }
.why { display: grid; gap: 3px; padding-left: 16px; list-style: disc; font-size: 14.5px; line-height: 1.35; }
.change { font-size: 14.5px; color: var(--thistle); font-weight: 600; }
@media screen and (max-width: 720px) { .choice { padding: 2px 4px 8px; } }
</style>
