<script setup lang="ts">
import PickOne from '../../fields/PickOne.vue'
import { computed, ref } from 'vue'
import ChangeList from '../../parts/ChangeList.vue'
import { useHolding } from '../../stores/holding.ts'

const holding = useHolding()
const yard = ref<string | null>(null)
const query = computed(() => (yard.value ? `yard=${yard.value}` : ''))
</script>

<template>
  <div class="page place">
    <div class="head">
      <h1>Last changes</h1>
      <div v-if="holding.yards.length > 1" class="only">
        <span class="soft small">in</span>
        <PickOne id="ch-yard" v-model="yard" named="Changes in which yard" unknown="the whole holding" :options="holding.yards.map((y) => [y.id, y.name] as const)" />
      </div>
    </div>
    <p class="soft">Nothing that was written is ever lost: a change keeps what stood before, and undoing one is a change of its own.</p>
    <div class="sheet block"><ChangeList :key="query" :query="query" named /></div>
  </div>
</template>

<style scoped>
.place { max-width: 860px; display: grid; gap: 14px; grid-template-columns: minmax(0, 1fr); }
.head { display: flex; justify-content: space-between; gap: 16px; align-items: center; flex-wrap: wrap; }
.only { display: flex; gap: 8px; align-items: center; min-width: 220px; }
.only > :last-child { flex: 1; }
.block { padding: 10px 18px; }
@media screen and (max-width: 720px) { .block { padding: 6px 14px; } }
</style>
