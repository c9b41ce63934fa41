<script setup lang="ts">
/** On a phone the places sit under the thumb. */
import { useRoute } from 'vue-router'
import { PLACES } from './places.ts'

const route = useRoute()
const here = (path: string) => route.path === path || route.path.startsWith(`${path}/`)
const places = [...PLACES.filter((p) => p.inYard), { path: '/more', name: 'More' }]
const MORE = ['/more', '/yards', '/outlook', '/book', '/shelf', '/rules', '/changes', '/people', '/you', '/phone', '/reference']
const isHere = (path: string) => (path === '/more' ? MORE.some(here) : here(path))
</script>

<template>
  <nav class="bar no-print" aria-label="Places, for the thumb">
    <RouterLink v-for="p in places" :key="p.path" :to="p.path" :class="{ here: isHere(p.path) }" :aria-current="isHere(p.path) ? 'page' : undefined">
      {{ p.name }}
    </RouterLink>
  </nav>
</template>

<style scoped>
.bar { display: none; }
@media screen and (max-width: 720px) {
  .bar { display: grid; grid-template-columns: repeat(5, 1fr); position: fixed; left: 0; right: 0; bottom: 0; background: var(--band); z-index: 30; padding-bottom: env(safe-area-inset-bottom); }
  .bar a { min-height: 60px; display: grid; place-items: center; color: var(--band-soft); text-decoration: none; font-size: 15.5px; border-top: 4px solid transparent; }
  .bar a.here { color: var(--band-ink); font-weight: 700; border-top-color: var(--band-mark); }
}
</style>
