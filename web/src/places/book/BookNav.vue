<script setup lang="ts">
/** The pages of the book. */
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import WaysNav from '../../parts/WaysNav.vue'

const route = useRoute()
const ways = computed(() => [
  { to: '/book', name: 'The register', on: route.name === 'book' },
  { to: '/book/counts', name: 'Counts', on: route.name === 'book-counts' },
  { to: '/book/looks', name: 'Inspections', on: route.name === 'book-looks' },
  { to: '/book/reviewed', name: 'Did it work', on: route.name === 'book-reviewed' },
  { to: '/book/worked', name: 'What worked here', on: route.name === 'book-worked' },
  { to: '/book/trials', name: 'Trials', on: String(route.name).startsWith('book-trial') },
  { to: '/book/winter', name: 'The winter', on: route.name === 'book-winter' },
  { to: '/book/year', name: 'The year', on: route.name === 'book-year' },
])
</script>

<template>
  <WaysNav label="Pages of the book" :ways="ways" />
</template>
