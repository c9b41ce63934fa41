<script setup lang="ts">
/** What is folded under its heading until it is wanted. Space opens it as Enter does, which the library leaves out. */
import ACollapse, { CollapsePanel } from 'ant-design-vue/es/collapse'

defineProps<{ title: string }>()
const open = defineModel<boolean>('open', { default: false })
const set = (keys: unknown) => (open.value = Array.isArray(keys) ? keys.length > 0 : Boolean(keys))
function onSpace(event: KeyboardEvent): void {
  if (!(event.target instanceof HTMLElement) || !event.target.classList.contains('ant-collapse-header')) return
  event.preventDefault()
  open.value = !open.value
}
</script>

<template>
  <ACollapse class="fold" ghost :active-key="open ? ['it'] : []" @change="set" @keydown.space="onSpace">
    <CollapsePanel key="it">
      <template #header><slot name="title">{{ title }}</slot></template>
      <slot />
    </CollapsePanel>
  </ACollapse>
</template>

<style scoped>
.fold { font-size: inherit; border-radius: 0; }
.fold :deep(.ant-collapse-item > .ant-collapse-header) { padding: 0; min-height: 44px; align-items: center; color: var(--thistle); text-decoration: underline; text-underline-offset: 3px; text-decoration-thickness: 1px; flex-direction: row; }
.fold :deep(.ant-collapse-expand-icon) { height: auto; }
.fold :deep(.ant-collapse-item > .ant-collapse-content > .ant-collapse-content-box) { padding: 4px 0 8px; }
.fold :deep(.ant-collapse-content) { color: inherit; }
@media screen and (max-width: 720px) { .fold :deep(.ant-collapse-item > .ant-collapse-header) { min-height: 48px; } }
@media print { .fold :deep(.ant-collapse-header) { display: none; } }
</style>
