<script setup lang="ts">
/** Detail beside the work, which makes room for it; where there is none it lies over it, and on a phone it takes the screen. */
import AButton from 'ant-design-vue/es/button'
import ADrawer from 'ant-design-vue/es/drawer'
import { computed, nextTick, onMounted, onUnmounted, ref, watch } from 'vue'
import { focusOnceShown, useLayer } from '../frame/layers.ts'
import { usePaneStep } from '../frame/usePaneStep.ts'
import { ASIDE_FROM, useNarrow } from '../look/narrow.ts'

defineProps<{
  title: string
  sub?: string
  /** Words alone, with nothing in them to go to: the keys scroll them. */
  words?: boolean
}>()
const emit = defineEmits<{ close: [] }>()
const WIDTH = 430
const phone = useNarrow()
const over = useNarrow(ASIDE_FROM)
const heading = ref<HTMLElement | null>(null)
const before = document.activeElement as HTMLElement | null
const close = usePaneStep(() => emit('close'))
useLayer(over)
watch(over, (is) => document.documentElement.classList.toggle('beside', !is), { immediate: true })
onMounted(() => focusOnceShown(() => heading.value))
onUnmounted(() => {
  document.documentElement.classList.remove('beside')
  // Where it was, or, where that is gone with what was done, where the work begins.
  void nextTick(() => (before?.isConnected ? before : document.getElementById('work'))?.focus({ preventScroll: true }))
})
const width = computed(() => (phone.value ? '100%' : WIDTH))
</script>

<template>
  <ADrawer open root-class-name="pane-root" :width="width" :mask="over && !phone" :closable="false" :autofocus="false" :push="false" :body-style="{ padding: 0 }" @close="close">
    <aside class="pane" :aria-label="title">
      <header>
        <div>
          <h2 ref="heading" tabindex="-1">{{ title }}</h2>
          <p v-if="sub" class="soft small">{{ sub }}</p>
        </div>
        <AButton class="press quiet shut" @click="close">Close</AButton>
      </header>
      <div class="body" :tabindex="words ? 0 : undefined"><slot /></div>
    </aside>
  </ADrawer>
</template>

<style scoped>
.pane { height: 100%; background: var(--sheet); border-left: 1px solid var(--line); display: flex; flex-direction: column; font-size: 15px; line-height: 1.45; color: var(--ink); }
header { display: flex; justify-content: space-between; gap: 12px; padding: 18px 20px 12px; border-bottom: 1px solid var(--hairline); }
h2:focus { outline: none; }
.shut { min-height: 40px; padding: 4px 14px; align-self: start; font-weight: 400; font-size: 15px; }
.body { overflow-y: auto; padding: 16px 20px 40px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 18px; align-content: start; flex: 1; min-height: 0; scroll-padding-block: 60px; }
@media print {
  .pane { border: 0; height: auto; }
  .shut { display: none; }
  header { padding: 0 0 8px; }
  .body { padding: 12px 0 0; overflow: visible; }
}
@media screen and (max-width: 720px) {
  .pane { border-left: 0; font-size: 16px; }
  .shut { min-height: 48px; }
}
</style>
