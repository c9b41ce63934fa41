<script setup lang="ts">
/** A temperature in the keeper's unit; kept in °C. */
import { ref, watch } from 'vue'
import { plain, toCelsius, toFahrenheit } from '@thistle/core/units'
import { useHolding } from '../stores/holding.ts'

defineProps<{ id: string; label: string; hidden?: boolean; fault?: string | null }>()
const celsius = defineModel<number | null>({ required: true })
const holding = useHolding()
const sayIt = (value: number | null) => (value === null ? '' : plain(holding.unit === 'F' ? toFahrenheit(value) : value))
function read(typed: string): number | null {
  const number = Number(typed.trim().replace(',', '.'))
  if (typed.trim() === '' || Number.isNaN(number)) return null
  return Math.round((holding.unit === 'F' ? toCelsius(number) : number) * 100) / 100
}
/** What is typed stays as it is typed; only a value from elsewhere is written anew. */
const text = ref(sayIt(celsius.value))
watch(celsius, (now) => {
  if (now !== read(text.value)) text.value = sayIt(now)
})
function set(event: Event): void {
  text.value = (event.target as HTMLInputElement).value
  celsius.value = read(text.value)
}
</script>

<template>
  <div class="field">
    <label :for="id" :class="{ unseen: hidden }">{{ label }}, °{{ holding.unit }}</label>
    <input :id="id" class="degrees" type="text" inputmode="text" autocomplete="off" :value="text" :aria-invalid="fault ? 'true' : undefined" :aria-describedby="fault ? `${id}-fault` : undefined" @input="set" />
    <p v-if="fault" :id="`${id}-fault`" class="fault" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.degrees { font: inherit; color: var(--ink); background: var(--sheet); border: 1px solid var(--line); border-radius: 8px; min-height: 44px; padding: 6px 9px; width: 100%; }
.degrees:hover { border-color: var(--thistle); }
</style>
