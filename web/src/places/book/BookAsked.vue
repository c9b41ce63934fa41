<script setup lang="ts">
/** Of which year and which yard a page of the book is. */
import { computed } from 'vue'
import PickField from '../../fields/PickField.vue'
import { useHolding } from '../../stores/holding.ts'

defineProps<{ years: readonly number[] }>()
const year = defineModel<string | null>('year', { required: true })
const yardId = defineModel<string | null>('yardId', { required: true })
const holding = useHolding()
const yards = computed(() => holding.states.map((y) => [y.yard.id, y.yard.name] as const))
</script>

<template>
  <div class="asked no-print">
    <PickField id="bo-year" v-model="year" label="Year" :unknown="false" :options="years.map((y) => [String(y), String(y)] as const)" />
    <PickField id="bo-yard" v-model="yardId" label="Yard" unknown="all yards" :options="yards" searched />
    <div class="out"><slot /></div>
  </div>
</template>

<style scoped>
.asked { display: flex; gap: 12px 16px; flex-wrap: wrap; align-items: end; }
.asked > :first-child { width: 130px; }
.asked > :nth-child(2) { width: 220px; }
.out { display: flex; gap: 8px; flex-wrap: wrap; margin-left: auto; }
@media screen and (max-width: 720px) { .out { margin-left: 0; } }
</style>
