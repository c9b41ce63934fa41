<script setup lang="ts">
/** Plans of a season, visits against the chance; the same stands in the table beside it. */
import { computed } from 'vue'
import ChartFrame from './ChartFrame.vue'
import { frontChart, type FrontShown } from './front-chart.ts'

const props = defineProps<{ shown: FrontShown; says: string }>()
const make = computed(() => {
  const { shown } = props
  return () => frontChart(shown)
})
</script>

<template>
  <ChartFrame class="front" :make="make" :says="says" />
</template>

<style scoped>
.front { height: 280px; }
</style>
