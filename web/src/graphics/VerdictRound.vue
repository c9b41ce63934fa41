<script setup lang="ts">
/** A verdict as a shape: filled fits, half-filled with care, open not now, struck through ruled out. The word stands beside it. */
import type { Verdict } from '@thistle/core/match'

withDefaults(defineProps<{ verdict: Verdict; size?: number; label?: string }>(), { size: 16, label: '' })
</script>

<template>
  <svg
    class="round"
    :class="verdict"
    viewBox="0 0 16 16"
    :width="size"
    :height="size"
    :role="label ? 'img' : undefined"
    :aria-label="label || undefined"
    :aria-hidden="label ? undefined : 'true'"
  >
    <circle cx="8" cy="8" r="6.4" class="ring" />
    <circle v-if="verdict === 'fits'" cx="8" cy="8" r="6.4" class="fill" />
    <path v-else-if="verdict === 'care'" d="M1.6 8a6.4 6.4 0 0 0 12.8 0z" class="fill" />
    <line v-else-if="verdict === 'ruled-out'" x1="3.6" y1="12.4" x2="12.4" y2="3.6" class="strike" />
  </svg>
</template>

<style scoped>
.round { display: inline-block; flex: none; vertical-align: -2.5px; color: var(--thistle); }
.round.ruled-out { color: var(--struck); }
.ring { fill: none; stroke: currentColor; stroke-width: 1.8; }
.fill { fill: currentColor; }
.strike { stroke: currentColor; stroke-width: 1.8; }
</style>
