<script setup lang="ts">
/** What is typed and not kept yet, and the press that keeps it: in sight under a long form or table. */
</script>

<template>
  <div class="keepbar"><slot /></div>
</template>

<style scoped>
.keepbar { position: sticky; bottom: 0; background: var(--paper); border-top: 1px solid var(--hairline); padding: 12px 0; display: flex; gap: 18px; align-items: center; justify-content: flex-end; z-index: 5; }
.keepbar :slotted(p) { margin: 0; }
@media screen and (max-width: 720px) { .keepbar { bottom: 60px; flex-direction: column; align-items: stretch; gap: 8px; } }
</style>
