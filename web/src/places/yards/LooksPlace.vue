<script setup lang="ts">
/** The walk along the row of a yard: what was seen in each hive. */
import { ref } from 'vue'
import NothingYet from '../../parts/NothingYet.vue'
import { useYardInView } from '../../parts/useYardInView.ts'
import RowWalk from './RowWalk.vue'

const yard = useYardInView()
const kept = ref<string | null>(null)
</script>

<template>
  <div class="page">
    <template v-if="yard && yard.row.some((s) => s.gone === null)">
      <h1>A walk along {{ yard.yard.name }}</h1>
      <p v-if="kept" class="settled strong" role="status">{{ kept }} <RouterLink :to="`/yards/${yard.yard.id}`">The row as it stands</RouterLink></p>
      <RowWalk :key="yard.yard.id" class="walk" :yard="yard" @kept="kept = $event" />
    </template>
    <NothingYet v-else title="Nothing stands here yet." says="Add colonies to the yard first." />
  </div>
</template>

<style scoped>
.walk { margin-top: 12px; }
</style>
