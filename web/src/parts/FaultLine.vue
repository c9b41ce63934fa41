<script setup lang="ts">
/** What went wrong, said at once and where it happened. */
import AAlert from 'ant-design-vue/es/alert'
</script>

<template>
  <AAlert type="error" class="fault-line">
    <template #message><slot /></template>
  </AAlert>
</template>

<style scoped>
.fault-line { padding: 9px 13px; border-radius: 10px; font-weight: 600; }
.fault-line :deep(.ant-alert-message) { color: var(--brick-ink); }
</style>
