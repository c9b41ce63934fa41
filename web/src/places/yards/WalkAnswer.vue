<script setup lang="ts">
/** One question of the walk: a word to press each, and that nobody looked is an answer as well. */
import { RadioButton as ARadioButton, RadioGroup as ARadioGroup } from 'ant-design-vue/es/radio'
import { computed } from 'vue'
import type { Answer } from './look-draft.ts'
import type { WalkQuestion } from './walk.ts'

const props = defineProps<{
  question: WalkQuestion
  /** Said to readers: of which colony. */
  of: string
  value: string | number | null
  answer: Answer | null
  /** What the book has of it. */
  before: string | number | null
  /** In a table: in few letters. */
  short?: boolean
}>()
const emit = defineEmits<{ answer: [value: string | number | null, seen: boolean] }>()
const NOT_LOOKED = 'not-looked'
/** A figure that is not among those to press stands beside them. */
const options = computed(() => {
  const { value, question, answer } = props
  const other = typeof value === 'number' && answer === 'seen' && !question.options.some(([v]) => v === value)
  return other ? [...question.options, [value, String(value)] as const].toSorted(([a], [b]) => Number(a) - Number(b)) : question.options
})
const chosen = computed(() => (props.answer === 'not-looked' ? NOT_LOOKED : props.answer === 'seen' ? props.value : undefined))
const press = (value: unknown) => emit('answer', value === NOT_LOOKED ? null : (value as string | number), value !== NOT_LOOKED)
</script>

<template>
  <ARadioGroup class="ways walkanswer" :value="chosen" :name="`${question.field} ${of}`" role="radiogroup" :aria-label="`${question.asks}, ${of}`" @update:value="press">
    <ARadioButton v-for="[v, word] in options" :key="v" :value="v" :class="{ was: answer === null && before === v }">{{ word }}</ARadioButton>
    <ARadioButton :value="NOT_LOOKED" class="not" :title="short ? 'did not look' : undefined">{{ short ? 'not seen' : 'did not look' }}</ARadioButton>
  </ARadioGroup>
</template>

<style scoped>
.walkanswer.walkanswer { grid-auto-columns: auto; }
/* As it was the last time: an edge, until it is pressed or not. */
.walkanswer :deep(.was) { box-shadow: inset 0 -3px 0 var(--thistle-mid); }
.walkanswer :deep(.not) { color: var(--soft); }
</style>
