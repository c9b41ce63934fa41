<script setup lang="ts">
/** The ways into counting: hive by hive, the yard in a table, the yard as a whole, a file, and practice. */
import { useRoute } from 'vue-router'
import { computed } from 'vue'
import WaysNav from '../../parts/WaysNav.vue'
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
  <WaysNav label="Ways to count" :ways="ways" />
</template>
