<script setup lang="ts">
/** A day, as the keeper writes it. */
import { computed, ref } from 'vue'
import type { Day } from '@thistle/core/time'
import { sayDay } from '../look/dates.ts'
import { useHolding } from '../stores/holding.ts'
import DayInput from './DayInput.vue'
import FieldFrame from './FieldFrame.vue'

const props = defineProps<{
  id: string
  label: string
  hint?: string
  fault?: string | null
  max?: Day
  min?: Day
  optional?: boolean
  hidden?: boolean
  window?: { readonly earliest: Day; readonly best: Day; readonly latest: Day } | null
}>()
const value = defineModel<Day | null>({ required: true })
const holding = useHolding()
const unread = ref<string | null>(null)
const fault = computed(() => (unread.value === null ? props.fault : `"${unread.value}" is no day. Write it like ${sayDay(value.value ?? holding.today)}, or pick it.`))
</script>

<template>
  <FieldFrame :id="id" v-slot="{ carries }" :label="optional ? `${label} (if known)` : label" :hint="hint" :fault="fault" :hidden="hidden">
    <DayInput :id="id" v-model="value" :min="min" :max="max" :window="window" :describedby="carries['aria-describedby']" :invalid="carries['aria-invalid'] !== undefined" @unread="unread = $event" />
  </FieldFrame>
</template>
