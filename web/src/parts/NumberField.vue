<script setup lang="ts">
import InputNumber from 'ant-design-vue/es/input-number'

defineProps<{
  id: string
  label: string
  unit?: string
  hint?: string
  fault?: string | null
  warn?: string | null
  min?: number
  max?: number
  step?: number
}>()
const value = defineModel<number | null>({ required: true })
const set = (next: number | string | null) => (value.value = next === null || next === '' ? null : Number(next))
</script>

<template>
  <div class="field">
    <label :for="id">{{ unit ? `${label}, ${unit}` : label }}</label>
    <InputNumber
      :id="id"
      :value="value ?? undefined"
      :min="min"
      :max="max"
      :step="step ?? 1"
      size="large"
      style="width: 100%"
      inputmode="decimal"
      :status="fault ? 'error' : undefined"
      :aria-invalid="fault ? 'true' : undefined"
      :aria-describedby="fault ? `${id}-fault` : undefined"
      @change="set"
      @input="
        (t: string) => {
          if (t.trim() === '' || !Number.isNaN(Number(t))) set(t.trim())
        }
      "
    />
    <p v-if="fault" :id="`${id}-fault`" class="fault" role="alert">{{ fault }}</p>
    <p v-else-if="warn" class="warn">{{ warn }}</p>
    <p v-else-if="hint" class="hint">{{ hint }}</p>
  </div>
</template>
