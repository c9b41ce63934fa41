<script setup lang="ts">
/** The views of the rounds: the weeks ahead, the whole season, and what must be begun by when. */
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import WaysNav from '../../parts/WaysNav.vue'

const route = useRoute()
const ways = computed(() => [
  { to: '/rounds', name: 'Four weeks', on: route.name === 'rounds' },
  { to: '/rounds/season', name: 'The season', on: route.name === 'rounds-season' },
  { to: '/rounds/deadlines', name: 'Last starts', on: route.name === 'rounds-deadlines' },
])
</script>

<template>
  <WaysNav label="Views of the rounds" :ways="ways" />
</template>
