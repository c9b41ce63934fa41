<script setup lang="ts">
/** A minute to shake, or for the sugar to work: started by hand, told by the clock. */
import AProgress from 'ant-design-vue/es/progress'
import AButton from 'ant-design-vue/es/button'
import { computed, watch } from 'vue'
import { useTimer, useTimers } from './timers.ts'

const props = defineProps<{ name: string; says: string; doing: string; done: string; seconds: number }>()
const emit = defineEmits<{ over: [seconds: number]; tick: [seconds: number] }>()
const timers = useTimers()
const { elapsed, left } = useTimer(() => props.name)
const over = computed(() => left.value === 0)
watch(elapsed, (now) => {
  if (now !== null) emit('tick', Math.min(now, props.seconds))
})
watch(over, (is) => is && emit('over', props.seconds), { immediate: true })
const share = computed(() => (left.value === null ? 0 : 1 - left.value / props.seconds))
</script>

<template>
  <div class="timer no-print" :class="{ over, on: left !== null && !over }">
    <AButton v-if="left === null" class="press quiet" @click="timers.start(name, seconds)">{{ says }}</AButton>
    <template v-else>
      <AProgress class="bar" aria-hidden="true" :percent="share * 100" :show-info="false" :stroke-width="12" :status="over ? 'success' : 'normal'" />
      <span class="words" role="timer" :aria-label="over ? done : `${doing}, ${left} seconds left`">
        <strong v-if="over">{{ done }}</strong>
        <template v-else>
          {{ doing }}
          <strong class="left">{{ left !== null && left > 90 ? `${Math.ceil(left / 60)} min` : `${left} s` }}</strong>
        </template>
      </span>
      <span class="unseen" role="status">{{ over ? done : '' }}</span>
      <AButton type="link" class="plainlink small" @click="timers.start(name, seconds)">again</AButton>
      <AButton v-if="!over" type="link" class="plainlink small" @click="timers.stop(name)">stop</AButton>
    </template>
  </div>
</template>

<style scoped>
.timer { display: flex; align-items: center; gap: 12px; flex-wrap: wrap; min-height: 48px; }
.timer .plainlink { min-height: 44px; }
.bar { flex: 1 1 120px; width: auto; margin: 0; }
.left { font-size: 20px; }
.over strong { color: var(--lichen); }
</style>
