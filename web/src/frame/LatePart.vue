<script setup lang="ts">
/** A part that opens something, and is heavy: its opener stands at once, the part comes when there is time, or at the first press, open. */
import { ref, shallowRef, type Component } from 'vue'
import { whenIdle } from './idle.ts'

defineOptions({ inheritAttrs: false })
const props = defineProps<{ load: () => Promise<{ default: Component }> }>()
const part = shallowRef<Component | null>(null)
const pressed = ref(false)
// The part itself, not a promise of it: it takes the opener's place in one stroke, and nothing moves.
const fetched = () => props.load().then((module) => (part.value = module.default))
whenIdle(fetched)
async function press(): Promise<void> {
  pressed.value = true
  try {
    await fetched()
  } finally {
    // Where it came, it stands in the opener's place, opened.
    if (!part.value) pressed.value = false
  }
}
</script>

<template>
  <component :is="part" v-if="part" v-bind="$attrs" :start-open="pressed" />
  <slot v-else :press="press" :pressed="pressed" />
</template>
