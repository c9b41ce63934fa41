<script setup lang="ts">
/** The yards as the gates read them. */
import { computed, ref } from 'vue'
import PickField from '../../fields/PickField.vue'
import { useHolding } from '../../stores/holding.ts'
import YardForm from './YardForm.vue'

/** More yards than these are not all shown at once. */
const MOST_AT_ONCE = 8
const holding = useHolding()
const many = computed(() => holding.yards.length > MOST_AT_ONCE)
const picked = ref<string | null>(null)
const shown = computed(() => holding.yards.find((y) => y.id === (picked.value ?? holding.yard?.yard.id)) ?? null)
</script>

<template>
  <section class="sheet block" aria-labelledby="r-dates">
    <h2 id="r-dates">The yards</h2>
    <p class="soft small">A date left empty means: none expected.</p>
    <template v-if="many">
      <PickField id="r-yard" class="which" label="Which of them" searched :unknown="false" :options="holding.yards.map((y) => [y.id, y.name] as const)" :model-value="shown?.id ?? null" @update:model-value="picked = $event" />
      <!-- What was typed for one yard is still there when one comes back to it. -->
      <KeepAlive><YardForm v-if="shown" :key="shown.id" :yard="shown" /></KeepAlive>
    </template>
    <template v-else><YardForm v-for="y in holding.yards" :key="y.id" :yard="y" /></template>
    <p v-if="holding.yards.length === 0" class="soft">No yard yet. <RouterLink to="/yards">Add one</RouterLink></p>
  </section>
</template>

<style scoped>
.block { padding: 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
.which { max-width: 420px; }
@media screen and (max-width: 720px) { .block { padding: 16px 14px; } }
</style>
