<script setup lang="ts">
/** In a season to practise on a look is filled in with what is there. */
import AButton from 'ant-design-vue/es/button'
import FaultLine from '../../parts/FaultLine.vue'
import { useHolding } from '../../stores/holding.ts'
import { lookAt } from './practice.ts'
import { useDrawn } from './useDrawn.ts'

const props = defineProps<{ colonyId: string }>()
const emit = defineEmits<{ seen: [facts: Readonly<Record<string, unknown>>] }>()
const holding = useHolding()
const { busy, fault, ask } = useDrawn()
const look = (): Promise<void> => ask(async () => emit('seen', await lookAt(props.colonyId)))
</script>

<template>
  <div v-if="holding.me?.holding.practice" class="no-print">
    <AButton class="press quiet" :disabled="busy" @click="look">{{ busy ? 'Looking ...' : 'Open the practice hive' }}</AButton>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
  </div>
</template>
