<script setup lang="ts">
/** Why: every finding with its figure, limit, source and what would change it; the deciding ones first. */
import { computed } from 'vue'
import type { AnsweredOption } from '@thistle/core/course'
import VerdictRound from '../../graphics/VerdictRound.vue'
import { useHolding } from '../../stores/holding.ts'
import { GATE_WORDS } from './gate-words.ts'

const props = defineProps<{ option: AnsweredOption }>()
const holding = useHolding()
const WEIGHT = { fits: 0, care: 1, wait: 2, 'ruled-out': 3 }
const name = (gate: string) => GATE_WORDS.find(([key]) => key === gate)?.[1] ?? gate
const findings = computed(() => props.option.findings.toSorted((a, b) => WEIGHT[b.level] - WEIGHT[a.level]))
</script>

<template>
  <ul class="reasons">
    <li v-for="(f, i) in findings" :key="i" :class="f.level">
      <VerdictRound :verdict="f.level" :size="14" />
      <p><strong>{{ name(f.gate) }}.</strong> {{ holding.say(f.text) }} <span v-if="f.flip" class="flip">{{ holding.say(f.flip) }}</span> <span v-if="f.source" class="source">{{ f.limit ? `Limit: ${holding.say(f.limit)}; ` : '' }}{{ f.source }}.</span></p>
    </li>
  </ul>
</template>

<style scoped>
.reasons { display: grid; gap: 7px; padding: 4px 0; }
.reasons li { display: grid; grid-template-columns: 20px 1fr; gap: 6px; align-items: baseline; }
p { line-height: 1.4; }
.flip { color: var(--thistle); font-weight: 600; }
.source { color: var(--soft); font-size: 13px; }
</style>
