<script setup lang="ts">
/** Something that lies over the page: it takes the focus, keeps it, and gives it back. */
import { nextTick, onMounted, onUnmounted, ref } from 'vue'

defineProps<{ title: string; wide?: boolean }>()
const emit = defineEmits<{ close: [] }>()
const box = ref<HTMLElement | null>(null)
const before = document.activeElement as HTMLElement | null
const inside = () => [...(box.value?.querySelectorAll<HTMLElement>('input, button, a[href], select, textarea, [tabindex="0"]') ?? [])]
onMounted(async () => {
  await nextTick()
  ;(box.value?.querySelector<HTMLElement>('[data-first]') ?? inside()[0])?.focus()
})
onUnmounted(() => before?.isConnected && before.focus())
function hold(event: KeyboardEvent): void {
  const all = inside()
  const [first, last] = [all[0], all.at(-1)]
  if (!first || !last) return
  if (event.shiftKey && document.activeElement === first) {
    event.preventDefault()
    last.focus()
  } else if (!event.shiftKey && document.activeElement === last) {
    event.preventDefault()
    first.focus()
  }
}
</script>

<template>
  <div class="veil no-print" @click.self="emit('close')" @keydown.esc.stop="emit('close')" @keydown.tab="hold">
    <div ref="box" class="box" :class="{ wide }" role="dialog" aria-modal="true" :aria-label="title"><slot /></div>
  </div>
</template>

<style scoped>
.veil { position: fixed; inset: 0; background: var(--veil); z-index: 70; padding: 9vh 16px 16px; overflow-y: auto; }
.box { background: var(--sheet); color: var(--ink); border-radius: 14px; border: 1px solid var(--line); margin: 0 auto; width: min(560px, 100%); padding: 18px; display: grid; gap: 12px; box-shadow: 0 18px 60px var(--shade); }
.box.wide { width: min(820px, 100%); }
@media screen and (max-width: 720px) { .veil { padding-top: 16px; } }
</style>
