<script setup lang="ts">
/** A whole yard counted in one go. */
import NothingYet from '../../parts/NothingYet.vue'
import { useYardInView } from '../../parts/useYardInView.ts'
import CountNav from './CountNav.vue'
import YardTable from './YardTable.vue'

const yard = useYardInView()
</script>

<template>
  <div class="page">
    <CountNav />
    <YardTable v-if="yard && yard.row.length > 0" :key="yard.yard.id" :yard="yard" />
    <NothingYet v-else title="Nothing stands here yet." says="Add colonies to the yard first." />
  </div>
</template>
