<script setup lang="ts">
/** What decides besides the mites: bees, brood, queen, supers and floor, hive by hive. */
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { useHolding } from '../../stores/holding.ts'
import RowWalk from '../yards/RowWalk.vue'

const emit = defineEmits<{ onward: [] }>()
const holding = useHolding()
const yard = computed(() => holding.states.find((y) => y.row.length > 0) ?? null)
</script>

<template>
  <section v-if="yard" class="walkstep" aria-labelledby="fs-row">
    <h2 id="fs-row">A walk along {{ yard.yard.name }}</h2>
    <p class="soft">What fits a colony hangs on these as much as on its mites. Answer what you know of each hive; what nobody looked at is presumed for the season, and said to be.</p>
    <RowWalk :yard="yard" @kept="emit('onward')">
      <AButton type="link" class="plainlink later" @click="emit('onward')">Leave it for later</AButton>
    </RowWalk>
  </section>
</template>

<style scoped>
.walkstep { display: grid; gap: 12px; grid-template-columns: minmax(0, 1fr); }
@media screen and (max-width: 720px) { .later { min-height: 48px; } }
</style>
