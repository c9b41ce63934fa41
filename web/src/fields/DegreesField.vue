<script setup lang="ts">
/** A temperature in the keeper's unit; kept in °C. */
import AInput from 'ant-design-vue/es/input/Input'
import { ref, watch } from 'vue'
import { plain, toCelsius, toFahrenheit } from '@thistle/core/units'
import { useHolding } from '../stores/holding.ts'
import FieldFrame from './FieldFrame.vue'

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
watch(text, (typed) => (celsius.value = read(typed)))
</script>

<template>
  <FieldFrame :id="id" v-slot="{ carries }" :label="`${label}, °${holding.unit}`" :hidden="hidden" :fault="fault">
    <AInput :id="id" v-model:value="text" inputmode="text" autocomplete="off" v-bind="carries" />
  </FieldFrame>
</template>
