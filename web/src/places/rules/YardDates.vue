<script setup lang="ts">
/** The yards as the gates read them. */
import { useHolding } from '../../stores/holding.ts'
import YardForm from './YardForm.vue'

const holding = useHolding()
</script>

<template>
  <section class="sheet block" aria-labelledby="r-dates">
    <h2 id="r-dates">The yards</h2>
    <p class="soft small">A date left empty means: none expected.</p>
    <YardForm v-for="y in holding.yards" :key="y.id" :yard="y" />
    <p v-if="holding.yards.length === 0" class="soft">No yard yet. <RouterLink to="/yards">Add one</RouterLink></p>
  </section>
</template>

<style scoped>
.block { padding: 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
@media screen and (max-width: 720px) { .block { padding: 16px 14px; } }
</style>
