<script setup lang="ts">
/** In a season to practise on a look is filled in with what is there. */
import AButton from 'ant-design-vue/es/button'
import { ref } from 'vue'
import FaultLine from '../../parts/FaultLine.vue'
import { Refused } from '../../server/call.ts'
import { useHolding } from '../../stores/holding.ts'
import { lookAt } from './practice.ts'

const props = defineProps<{ colonyId: string }>()
const emit = defineEmits<{ seen: [facts: Readonly<Record<string, unknown>>] }>()
const holding = useHolding()
const busy = ref(false)
const fault = ref<string | null>(null)
async function look(): Promise<void> {
  busy.value = true
  fault.value = null
  try {
    emit('seen', await lookAt(props.colonyId))
  } catch (problem) {
    fault.value = problem instanceof Refused ? problem.message : 'The practice yard was not reached; try again.'
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div v-if="holding.me?.holding.practice" class="no-print">
    <AButton class="press quiet" :disabled="busy" @click="look">{{ busy ? 'Looking ...' : 'Open the practice hive' }}</AButton>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
  </div>
</template>
