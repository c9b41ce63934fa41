<script setup lang="ts">
/** The yard in view, by its opener. */
import AButton from 'ant-design-vue/es/button'
import { useHolding } from '../stores/holding.ts'
import LatePart from './LatePart.vue'

const emit = defineEmits<{ pick: [yardId: string] }>()
const holding = useHolding()
const load = () => import('./YardPickList.vue')
</script>

<template>
  <div class="yard">
    <LatePart v-slot="{ press, pressed }" :load="load" @pick="emit('pick', $event)">
      <AButton type="text" class="bare stands" aria-haspopup="listbox" aria-expanded="false" :aria-busy="pressed" @click="press">
        <span class="unseen">Yard in view: </span>
        <span class="called">{{ holding.yard?.yard.name }}</span>
      </AButton>
    </LatePart>
  </div>
</template>

<style scoped>
.yard { width: 160px; --band-control: 36px; }
.stands { width: 100%; height: var(--band-control); padding: 0 11px; border: 1px solid var(--band-line); border-radius: 8px; background: var(--band-deep); color: var(--band-ink); font-size: 14.5px; text-align: start; overflow: hidden; }
.called { white-space: nowrap; }
.yard :deep(.ant-select .ant-select-selector) { background: var(--band-deep); border-color: var(--band-line); color: var(--band-ink); height: var(--band-control); font-size: 14.5px; }
.yard :deep(.ant-select .ant-select-selection-item) { line-height: calc(var(--band-control) - 2px); color: var(--band-ink); }
.yard :deep(.ant-select-arrow) { color: var(--band-soft); }
@container band (max-width: 960px) { .yard { width: 138px; } }
@container band (max-width: 860px) { .yard { width: 124px; } }
@media screen and (max-width: 720px) {
  .yard { flex: 1; width: auto; min-width: 0; --band-control: 48px; }
  .stands, .yard :deep(.ant-select .ant-select-selector) { background: none; border-color: transparent; font-size: 17px; font-family: var(--face-title); font-weight: 560; padding-left: 0; }
}
</style>
