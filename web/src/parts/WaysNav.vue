<script setup lang="ts">
/** Ways into the work of a place, side by side. */
defineProps<{ label: string; ways: readonly { readonly to: string; readonly name: string; readonly on: boolean }[] }>()
</script>

<template>
  <nav class="ways no-print" :aria-label="label">
    <RouterLink v-for="w in ways" :key="w.name" :to="w.to" class="keeps-width" :data-words="w.name" :class="{ here: w.on }" :aria-current="w.on ? 'page' : undefined">{{ w.name }}</RouterLink>
  </nav>
</template>

<style scoped>
.ways { display: flex; gap: 22px; overflow-x: auto; border-bottom: 1px solid var(--hairline); margin-bottom: 16px; }
.ways a { color: var(--soft); text-decoration: none; padding: 10px 0 8px; border-bottom: 2.5px solid transparent; white-space: nowrap; margin-bottom: -1px; flex: none; }
.ways a.here { color: var(--ink); font-weight: 650; border-bottom-color: var(--thistle); }
@media screen and (max-width: 720px) {
  .ways { gap: 10px; }
  .ways a { min-height: 48px; min-width: 48px; padding: 13px 3px 8px; text-align: center; }
}
</style>
