<script setup lang="ts">
/** The own date of the demo, or of a season to practise on, by its opener. */
import AButton from 'ant-design-vue/es/button'
import { sayDay } from '../look/dates.ts'
import { useHolding } from '../stores/holding.ts'
import LatePart from './LatePart.vue'

const holding = useHolding()
const load = () => import('./DemoClockBox.vue')
</script>

<template>
  <LatePart v-slot="{ press, pressed }" :load="load">
    <AButton type="text" class="bare demo-now" aria-expanded="false" :aria-busy="pressed" @click="press">
      <span class="word">{{ holding.me?.holding.practice ? 'Practice day' : 'Demo day' }}</span>
      <strong>{{ sayDay(holding.today) }}</strong>
      <span aria-hidden="true">▾</span>
    </AButton>
  </LatePart>
</template>

<style>
.ant-btn.bare.demo-now { display: inline-flex; gap: 5px; align-items: center; border: 1px dashed var(--band-line); border-radius: 8px; color: var(--band-gold); font-size: 14px; padding: 5px 11px; min-height: 36px; white-space: nowrap; }
.ant-btn.bare.demo-now:hover { border-color: var(--band-gold); color: var(--band-gold); }
@media screen and (max-width: 720px) {
  .demo-now .word { display: none; }
  .ant-btn.bare.demo-now { min-height: 48px; }
}
</style>
