<script setup lang="ts">
import FieldFrame from './FieldFrame.vue'
import NumberInput from './NumberInput.vue'

defineProps<{ id: string; label: string; unit?: string; hint?: string; fault?: string | null; warn?: string | null; min?: number; max?: number; step?: number }>()
const value = defineModel<number | null>({ required: true })
</script>

<template>
  <FieldFrame :id="id" v-slot="{ carries }" :label="unit ? `${label}, ${unit}` : label" :hint="hint" :fault="fault" :warn="warn">
    <NumberInput :id="id" v-model="value" :min="min" :max="max" :step="step" v-bind="carries" />
  </FieldFrame>
</template>
