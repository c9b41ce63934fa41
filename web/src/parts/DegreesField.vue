<script setup lang="ts">
/** A temperature in the keeper's unit; kept in °C. */
import { computed } from 'vue'
import { plain, toCelsius, toFahrenheit } from '@thistle/core/units'
import { useHolding } from '../stores/holding.ts'

defineProps<{ id: string; label: string; hidden?: boolean; fault?: string | null }>()
const celsius = defineModel<number | null>({ required: true })
const holding = useHolding()
const shown = computed(() => (celsius.value === null ? '' : plain(holding.unit === 'F' ? toFahrenheit(celsius.value) : celsius.value)))
function set(event: Event): void {
  const text = (event.target as HTMLInputElement).value
  const number = Number(text.replace(',', '.'))
  if (text.trim() === '' || Number.isNaN(number)) celsius.value = null
  else celsius.value = Math.round((holding.unit === 'F' ? toCelsius(number) : number) * 100) / 100
}
</script>

<template>
  <div class="field">
    <label :for="id" :class="{ unseen: hidden }">{{ label }}, °{{ holding.unit }}</label>
    <input :id="id" class="degrees" type="text" inputmode="text" autocomplete="off" :value="shown" :aria-invalid="fault ? 'true' : undefined" :aria-describedby="fault ? `${id}-fault` : undefined" @change="set" />
    <p v-if="fault" :id="`${id}-fault`" class="fault" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.degrees { font: inherit; color: var(--ink); background: var(--sheet); border: 1px solid var(--line); border-radius: 8px; min-height: 44px; padding: 6px 9px; width: 100%; }
.degrees:hover { border-color: var(--thistle); }
</style>
