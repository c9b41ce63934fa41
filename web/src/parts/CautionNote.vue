<script setup lang="ts">
/** A hazard, the protection, and what to do if it goes wrong: it stands there, and does not call out. */
import AAlert from 'ant-design-vue/es/alert'
</script>

<template>
  <AAlert type="error" role="note" class="caution">
    <template #message><slot /></template>
  </AAlert>
</template>

<style scoped>
.caution { border: 0; padding: 12px 14px; border-radius: 10px; font-size: 14px; line-height: 1.45; }
.caution :deep(.ant-alert-message) { color: var(--brick-ink); display: block; }
.caution :deep(p + p) { margin-top: 6px; }
@media print { .caution { border: 1.5px solid var(--brick); } }
</style>
