<script setup lang="ts">
/** In a season to practise on the jar is drawn, and the board read, from its made-up bees. */
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import FaultLine from '../../parts/FaultLine.vue'
import { useHolding } from '../../stores/holding.ts'
import { drawFrom } from './practice.ts'
import { useDrawn } from './useDrawn.ts'

const props = defineProps<{ colonyId: string; method: string; bees: number | null; jar: number; days: number | null; onDay: string | null }>()
const emit = defineEmits<{ drawn: [mites: number] }>()
const holding = useHolding()
const { busy, fault, ask } = useDrawn()
const board = computed(() => props.method === 'board')
const may = computed(() => props.method !== 'drone' && props.onDay === holding.today && (board.value ? props.days !== null && props.days >= 1 : props.bees !== null && props.bees >= 1))
const draw = (): Promise<void> =>
  ask(async () => {
    const { colonyId, method } = props
    emit('drawn', await drawFrom(board.value ? { colonyId, method, days: Math.round(props.days ?? 1) } : { colonyId, method, bees: Math.round(props.bees ?? 300), jar: props.jar }))
  })
</script>

<template>
  <div v-if="holding.me?.holding.practice" class="draw no-print">
    <AButton class="press quiet" :disabled="busy || !may" @click="draw">{{ busy ? 'Counting ...' : board ? 'Read the practice board' : 'Wash a practice jar' }}</AButton>
    <span v-if="method === 'drone'" class="soft small">Drone brood cannot be practised on.</span>
    <span v-else-if="!may" class="soft small">{{ board ? 'Say how many days it lay, and count it today.' : 'Say how many bees, and count it today.' }}</span>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
  </div>
</template>

<style scoped>
.draw { display: flex; gap: 10px; align-items: center; flex-wrap: wrap; }
</style>
