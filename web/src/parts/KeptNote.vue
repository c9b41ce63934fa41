<script setup lang="ts">
/** Over a form that is as it was left: that it is not kept yet, the way to begin anew, and, where it is of another day, which day it speaks of. */
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import type { Day } from '@thistle/core/time'
import { sayDay } from '../look/dates.ts'
import { useHolding } from '../stores/holding.ts'

const props = defineProps<{ typedOn: Day | null }>()
const emit = defineEmits<{ anew: [] }>()
/** The day the form speaks of, where it has one. */
const day = defineModel<Day | null>('day', { default: null })
const holding = useHolding()
const meant = ref(false)
/** The form's own day is the one it was typed on, and that is over: the day is asked, not presumed. */
const asks = computed(() => !meant.value && props.typedOn !== null && props.typedOn < holding.today && day.value === props.typedOn)
</script>

<template>
  <div v-if="typedOn !== null" class="keptnote no-print" role="status">
    <p>
      As you left it {{ typedOn === holding.today ? 'today' : `on ${sayDay(typedOn, holding.today)}` }}, not kept yet.
      <AButton type="link" class="plainlink" @click="emit('anew')">Begin anew</AButton>
    </p>
    <template v-if="asks">
      <p class="strong">Is {{ sayDay(typedOn, holding.today) }} still its day?</p>
      <p class="answers">
        <AButton class="press quiet" @click="meant = true">Yes, of {{ sayDay(typedOn, holding.today) }}</AButton>
        <AButton class="press quiet" @click="day = holding.today">No, of today</AButton>
      </p>
    </template>
  </div>
</template>

<style scoped>
.keptnote { background: var(--straw-wash); color: var(--straw-ink); border-radius: 10px; padding: 10px 14px; display: grid; gap: 6px; font-size: 14.5px; }
.answers { display: flex; gap: 8px; flex-wrap: wrap; }
</style>
