<script setup lang="ts">
/** The ways to match: a colony on one day, over eight weeks, and the whole yard. */
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import WaysNav from '../../parts/WaysNav.vue'

const props = defineProps<{ colonyId: string; yardId: string }>()
const route = useRoute()
const ways = computed(() => [
  { to: `/match/${props.colonyId}`, name: 'On the day', on: route.name === 'match' && route.query.view !== 'weeks' },
  { to: `/match/${props.colonyId}?view=weeks`, name: 'Eight weeks', on: route.name === 'match' && route.query.view === 'weeks' },
  { to: `/match/yard/${props.yardId}`, name: 'Whole yard', on: route.name === 'match-yard' },
])
</script>

<template>
  <WaysNav label="Ways to match" :ways="ways" />
</template>
