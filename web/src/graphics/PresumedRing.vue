<script setup lang="ts">
/** A small open ring on a fact: presumed, and not looked at. */
withDefaults(defineProps<{ label?: string }>(), { label: 'presumed' })
</script>

<template>
  <svg class="presumed" viewBox="0 0 10 10" width="10" height="10" role="img" :aria-label="label">
    <circle cx="5" cy="5" r="3.4" />
  </svg>
</template>

<style scoped>
.presumed { display: inline-block; flex: none; vertical-align: -0.5px; }
circle { fill: none; stroke: var(--straw-ink); stroke-width: 1.7; stroke-dasharray: 2.1 1.2; }
</style>
