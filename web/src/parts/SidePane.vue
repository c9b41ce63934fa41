<script setup lang="ts">
/** Detail that slides in from the right and leaves the row in view; on a phone it takes the screen. */
import { nextTick, onMounted, onUnmounted, ref } from 'vue'

defineProps<{
  title: string
  sub?: string
  /** Words alone, with nothing in them to go to: the keys scroll them. */
  words?: boolean
}>()
const emit = defineEmits<{ close: [] }>()
const heading = ref<HTMLElement | null>(null)
const before = document.activeElement as HTMLElement | null
onMounted(async () => {
  await nextTick()
  heading.value?.focus()
})
onUnmounted(() => before?.isConnected && before.focus())
</script>

<template>
  <aside class="pane" :aria-label="title" @keydown.esc.stop="emit('close')">
    <header>
      <div>
        <h2 ref="heading" tabindex="-1">{{ title }}</h2>
        <p v-if="sub" class="soft small">{{ sub }}</p>
      </div>
      <button class="shut" type="button" @click="emit('close')">Close</button>
    </header>
    <div class="body" :tabindex="words ? 0 : undefined"><slot /></div>
  </aside>
</template>

<style scoped>
.pane { position: fixed; top: 0; right: 0; bottom: 0; width: min(430px, 100vw); background: var(--sheet); border-left: 1px solid var(--line); box-shadow: -18px 0 50px var(--shade); z-index: 35; display: flex; flex-direction: column; animation: in 0.18s ease-out; }
@keyframes in {
  from { transform: translateX(30px); opacity: 0; }
}
header { display: flex; justify-content: space-between; gap: 12px; padding: 18px 20px 12px; border-bottom: 1px solid var(--hairline); }
h2:focus { outline: none; }
.shut { border: 1px solid var(--line); background: var(--sheet); border-radius: 8px; min-height: 40px; padding: 0 14px; align-self: start; cursor: pointer; }
.shut:hover { border-color: var(--thistle); color: var(--thistle); }
.body { overflow-y: auto; padding: 16px 20px 40px; display: grid; gap: 18px; align-content: start; }
@media print {
  .pane { position: static; width: auto; border: 0; box-shadow: none; animation: none; }
  .shut { display: none; }
  header { padding: 0 0 8px; }
  .body { padding: 12px 0 0; overflow: visible; }
}
@media screen and (max-width: 720px) {
  .pane { border-left: 0; }
  .shut { min-height: 48px; }
  .body { padding-bottom: 90px; }
}
</style>
