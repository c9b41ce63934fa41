<script setup lang="ts">
/** What a sheet of paper must say of itself once it lies in the shed: whose, what, and as of which day. */
import { useRoute } from 'vue-router'
import { sayDayLong } from '../look/dates.ts'
import { useHolding } from '../stores/holding.ts'

const route = useRoute()
const holding = useHolding()
</script>

<template>
  <div class="on-paper">
    <p class="head">
      <strong>{{ holding.me?.holding.name }}</strong>
      <span>{{ route.meta.title }}, as known on {{ sayDayLong(holding.today) }} {{ holding.today.slice(0, 4) }}</span>
      <span class="made">Round Thistle{{ holding.me?.holding.demo ? ', demo: everything here is made up' : '' }}</span>
    </p>
  </div>
</template>

<style scoped>
.head { display: flex; gap: 14px; align-items: baseline; border-bottom: 1.5px solid var(--ink); font-size: 9pt; padding-bottom: 5px; margin-bottom: 14px; }
.made { margin-left: auto; }
</style>
