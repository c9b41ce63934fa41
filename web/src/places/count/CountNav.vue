<script setup lang="ts">
/** The ways into counting: hive by hive, the yard in a table, the yard as a whole, a file, and practice. */
import { useRoute } from 'vue-router'
import { computed } from 'vue'
import { useHolding } from '../../stores/holding.ts'

const holding = useHolding()
const route = useRoute()
const yard = computed(() => holding.yard?.yard.id ?? '')
const first = computed(() => holding.yard?.row[0]?.colony.id ?? '')
const ways = computed(() => [
  { to: `/count/${String(route.params.colonyId ?? first.value)}`, name: 'At the hive', on: route.name === 'count' || route.name === 'photo' },
  { to: `/count/table/${yard.value}`, name: 'Table', on: route.name === 'count-table' },
  { to: `/count/yard/${yard.value}`, name: 'The yard', on: route.name === 'count-yard' },
  { to: '/count/file', name: 'File', on: route.name === 'count-file' },
  { to: '/count/practise', name: 'Practise', on: route.name === 'count-practise' },
])
</script>

<template>
  <nav class="ways no-print" aria-label="Ways to count">
    <RouterLink v-for="w in ways" :key="w.name" :to="w.to" :class="{ here: w.on }" :aria-current="w.on ? 'page' : undefined">{{ w.name }}</RouterLink>
  </nav>
</template>

<style scoped>
.ways { display: flex; gap: 22px; overflow-x: auto; border-bottom: 1px solid var(--hairline); margin-bottom: 16px; }
.ways a { color: var(--soft); text-decoration: none; padding: 10px 0 8px; border-bottom: 2.5px solid transparent; white-space: nowrap; margin-bottom: -1px; }
.ways a.here { color: var(--ink); font-weight: 650; border-bottom-color: var(--thistle); }
@media screen and (max-width: 720px) {
  .ways { gap: 10px; }
  .ways a { min-height: 48px; min-width: 48px; padding: 13px 3px 8px; text-align: center; }
}
</style>
