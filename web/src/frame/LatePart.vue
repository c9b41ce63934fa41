<script setup lang="ts">
/** A part that opens something, and is heavy: its opener stands at once, the part comes when there is time, or at the first press, open. */
import { defineAsyncComponent, ref, type Component } from 'vue'
import { whenIdle } from './idle.ts'

defineOptions({ inheritAttrs: false })
const props = defineProps<{ load: () => Promise<{ default: Component }> }>()
const Part = defineAsyncComponent(props.load)
const there = ref(false)
const pressed = ref(false)
const fetched = () => props.load().then(() => (there.value = true))
whenIdle(() => void fetched())
async function press(): Promise<void> {
  pressed.value = true
  await fetched()
}
</script>

<template>
  <component :is="Part" v-if="there" v-bind="$attrs" :start-open="pressed" />
  <slot v-else :press="press" :pressed="pressed" />
</template>
