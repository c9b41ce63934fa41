<script setup lang="ts">
/** How far the drawing of the rounds is, and a press that ends it with what it has; shown only once it takes long enough to be waited for. */
import AButton from 'ant-design-vue/es/button'
import AProgress from 'ant-design-vue/es/progress'
import { refAutoReset } from '@vueuse/core'
import { computed, onUnmounted, ref } from 'vue'
import type { Drawn } from '@thistle/core/rounds'

const { soFar } = defineProps<{ soFar: Drawn | null }>()
const emit = defineEmits<{ settle: [] }>()
/** What is there sooner is not spoken of, ms. */
const SHORT = 700
const long = ref(false)
const timer = setTimeout(() => (long.value = true), SHORT)
onUnmounted(() => clearTimeout(timer))
/** Pressed once is enough. */
const asked = refAutoReset(false, 5000)
/** Its four parts in their order; the bar is of one. */
const PARTS = {
  asked: '1 of 4: what the colonies ask for',
  yards: '2 of 4: each yard by itself',
  together: '3 of 4: all yards together, for fewer drives nearer to the best days',
  moving: '4 of 4: what is too much for its day goes to another',
} as const
const percent = computed(() => Math.min(100, Math.round(((soFar?.done ?? 0) / Math.max(1, soFar?.of ?? 1)) * 100)))
function end(): void {
  asked.value = true
  emit('settle')
}
</script>

<template>
  <div v-if="long" class="on no-print">
    <p class="small">{{ PARTS[soFar?.stage ?? 'asked'] }}</p>
    <AProgress class="bar" :percent="percent" size="small" aria-label="How far the drawing is" />
    <AButton class="press quiet" :disabled="asked || soFar === null" @click="end">{{ asked ? 'Ending ...' : 'Take the best plan so far' }}</AButton>
  </div>
</template>

<style scoped>
.on { display: flex; gap: 6px 14px; align-items: center; flex-wrap: wrap; }
.bar { width: 220px; margin: 0; }
</style>
