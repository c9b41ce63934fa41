<script setup lang="ts">
/** The pages of the shelf. */
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import WaysNav from '../../parts/WaysNav.vue'

const route = useRoute()
const ways = computed(() => [
  { to: '/shelf', name: 'Shelf', on: route.name === 'shelf' },
  { to: '/shelf/bench', name: 'Bench', on: route.name === 'bench' },
  { to: '/shelf/gear', name: 'Gear', on: route.name === 'gear' },
  { to: '/shelf/safety', name: 'Safety', on: route.name === 'safety' },
  { to: '/shelf/tags', name: 'Tags', on: route.name === 'tags' },
])
</script>

<template>
  <WaysNav label="Pages of the shelf" :ways="ways" />
</template>
