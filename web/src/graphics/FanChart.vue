<script setup lang="ts">
/** What lies ahead of a colony: a fan with its limit. */
import { computed } from 'vue'
import ChartFrame from './ChartFrame.vue'
import { fanChart, type FanShown } from './fan-chart.ts'

const props = defineProps<{ shown: FanShown; says: string }>()
const make = computed(() => {
  const { shown } = props
  return (width: number) => fanChart(shown, width)
})
</script>

<template>
  <ChartFrame class="fan" :make="make" :says="says" />
</template>

<style scoped>
.fan { height: 340px; }
@media screen and (max-width: 720px) { .fan { height: 300px; } }
</style>
