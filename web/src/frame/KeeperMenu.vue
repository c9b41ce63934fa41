<script setup lang="ts">
/** The keeper's menu, by its opener. */
import AButton from 'ant-design-vue/es/button'
import { useHolding } from '../stores/holding.ts'
import LatePart from './LatePart.vue'

const emit = defineEmits<{ open: [what: 'go' | 'sheet'] }>()
const holding = useHolding()
const load = () => import('./KeeperMenuList.vue')
</script>

<template>
  <LatePart v-slot="{ press, pressed }" :load="load" @open="emit('open', $event)">
    <AButton type="text" class="bare keeper" aria-haspopup="menu" aria-expanded="false" :aria-busy="pressed" @click="press">
      <span>{{ holding.me?.keeper.name.split(' ')[0] }}</span><span class="unseen">, your menu</span>
      <span aria-hidden="true">▾</span>
    </AButton>
  </LatePart>
</template>

<style>
.ant-btn.bare.keeper { display: inline-flex; gap: 5px; align-items: center; color: var(--band-soft); font-size: 14.5px; padding: 8px 4px; min-height: 40px; white-space: nowrap; }
.ant-btn.bare.keeper:hover { color: var(--band-ink); }
@media screen and (max-width: 720px) { .ant-btn.bare.keeper { display: none; } }
</style>
