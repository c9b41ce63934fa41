<script setup lang="ts">
/** Frames as combs standing side by side, with the number beside them; ten to a box. */
import { computed } from 'vue'
import { plain } from '@thistle/core/units'

const props = defineProps<{ frames: number | null; of: number; tone: 'bees' | 'brood'; label: string }>()
const shown = computed(() => Array.from({ length: props.of }, (_, i) => Math.max(0, Math.min(1, (props.frames ?? 0) - i))))
const over = computed(() => Math.max(0, (props.frames ?? 0) - props.of))
</script>

<template>
  <span class="combs" :class="tone">
    <svg :width="of * 7" height="15" :viewBox="`0 0 ${of * 7} 15`" aria-hidden="true">
      <g v-for="(part, i) in shown" :key="i">
        <rect :x="i * 7" y="1" width="5" height="13" rx="1.6" class="empty" />
        <rect v-if="part > 0" :x="i * 7" :y="1 + 13 * (1 - part)" width="5" :height="13 * part" rx="1.6" class="full" />
      </g>
    </svg>
    <span class="figure" :title="label">
      {{ frames === null ? '?' : plain(frames) }}
      <span v-if="over > 0" class="unseen">frames</span>
    </span>
  </span>
</template>

<style scoped>
.combs { display: inline-flex; align-items: center; gap: 8px; vertical-align: middle; line-height: 1; }
.empty { fill: var(--comb-empty); }
.bees .full { fill: var(--lichen-mid); }
.brood .full { fill: var(--thistle-mid); }
.figure { min-width: 1.4em; }
</style>
