<script setup lang="ts">
/** The label of a bottle that stands on the shelf, to print again. */
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { mixOf } from '@thistle/core/mix'
import { useHolding } from '../../stores/holding.ts'
import BottleLabel from './BottleLabel.vue'
import ShelfNav from './ShelfNav.vue'

const route = useRoute()
const holding = useHolding()
const lot = computed(() => holding.shelf.lots.find((l) => l.lot.id === route.params.lotId)?.lot ?? null)
const mix = computed(() => (lot.value?.mix ? mixOf(lot.value.mix) : null))
const print = () => window.print()
</script>

<template>
  <div class="page one">
    <ShelfNav />
    <template v-if="lot && mix?.label">
      <h1 class="no-print">A label</h1>
      <BottleLabel :label="mix.label" :made-on="lot.countedOn" :volume="mix.volume ?? null" :batch="lot.batch" />
      <p class="no-print"><AButton type="primary" class="press" @click="print">Print it</AButton></p>
    </template>
    <template v-else>
      <h1>No such bottle</h1>
      <p class="soft">It is not on the shelf, or it was not mixed here.</p>
      <p><RouterLink class="press" to="/shelf">To the shelf</RouterLink></p>
    </template>
  </div>
</template>

<style scoped>
.one { display: grid; gap: 14px; align-content: start; }
</style>
