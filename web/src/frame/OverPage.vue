<script setup lang="ts">
/** Something that lies over the page: it takes the focus, keeps it, and gives it back. */
import AModal from 'ant-design-vue/es/modal/Modal'
import { nextTick, onMounted, onUnmounted, ref } from 'vue'
import { focusOnceShown, useLayer } from './layers.ts'

const props = defineProps<{ title: string; wide?: boolean; /** Only an answer ends it. */ held?: boolean }>()
const emit = defineEmits<{ close: [] }>()
const box = ref<HTMLElement | null>(null)
const before = document.activeElement as HTMLElement | null
useLayer(ref(true))
onMounted(() => focusOnceShown(() => box.value?.querySelector<HTMLElement>('[data-first] input, button[data-first]') ?? box.value?.querySelector<HTMLElement>('input, button, a[href]')))
onUnmounted(() => void nextTick(() => before?.isConnected && before.focus()))
</script>

<template>
  <AModal
    open
    :title="undefined"
    :footer="null"
    :closable="false"
    :width="wide ? 820 : 560"
    :keyboard="!held"
    :mask-closable="!held"
    :wrap-props="{ 'aria-label': props.title, 'aria-modal': 'true' }"
    wrap-class-name="no-print"
    @cancel="emit('close')"
  >
    <div ref="box" class="box"><slot /></div>
  </AModal>
</template>

<style scoped>
.box { display: grid; gap: 12px; color: var(--ink); font-size: 15px; }
</style>
