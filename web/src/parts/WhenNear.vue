<script setup lang="ts">
/** One of many parts of a long page: it stands once it is come near to, and on paper. Until then its room is kept. */
import { useEventListener, useIntersectionObserver } from '@vueuse/core'
import { ref } from 'vue'

/** `least`: the room it will take at least, px. `now`: it stands at once, where there are few of its kind. */
const { least, now = false } = defineProps<{ least: number; now?: boolean }>()
/** So far before it comes into sight, px. */
const BEFORE = '500px'
const room = ref<HTMLElement | null>(null)
const come = ref(now)
const { stop } = useIntersectionObserver(
  room,
  (entries) => {
    if (!entries.some((e) => e.isIntersecting)) return
    come.value = true
    stop()
  },
  { rootMargin: BEFORE },
)
useEventListener(window, 'beforeprint', () => (come.value = true))
</script>

<template>
  <div ref="room" class="near" :style="come ? undefined : { minHeight: `${least}px` }"><slot v-if="come" /></div>
</template>
