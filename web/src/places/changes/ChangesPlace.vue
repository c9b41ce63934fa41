<script setup lang="ts">
import { computed, ref } from 'vue'
import ChangeList from '../../parts/ChangeList.vue'
import { useHolding } from '../../stores/holding.ts'

const holding = useHolding()
const yard = ref('')
const query = computed(() => (yard.value ? `yard=${yard.value}` : ''))
</script>

<template>
  <div class="page place">
    <div class="head">
      <h1>Last changes</h1>
      <label v-if="holding.yards.length > 1" class="only">
        <span class="soft small">in</span>
        <select v-model="yard" class="pick" aria-label="Changes in which yard">
          <option value="">the whole holding</option>
          <option v-for="y in holding.yards" :key="y.id" :value="y.id">{{ y.name }}</option>
        </select>
      </label>
    </div>
    <p class="soft">Nothing that was written is ever lost: a change keeps what stood before, and undoing one is a change of its own.</p>
    <div class="sheet block"><ChangeList :key="query" :query="query" named /></div>
  </div>
</template>

<style scoped>
.place { max-width: 860px; display: grid; gap: 14px; grid-template-columns: minmax(0, 1fr); }
.head { display: flex; justify-content: space-between; gap: 16px; align-items: center; flex-wrap: wrap; }
.only { display: flex; gap: 8px; align-items: center; }
.block { padding: 10px 18px; }
@media screen and (max-width: 720px) { .block { padding: 6px 14px; } }
</style>
