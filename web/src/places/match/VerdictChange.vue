<script setup lang="ts">
/** What a what-if changes in a verdict: what is known beside what is imagined. */
import type { AnsweredOption } from '@thistle/core/course'
import VerdictRound from '../../graphics/VerdictRound.vue'
import { small } from '../../parts/words.ts'
import { sayVerdict } from './option-words.ts'

defineProps<{ before: AnsweredOption; after: AnsweredOption }>()
</script>

<template>
  <span v-if="sayVerdict(before) !== sayVerdict(after)" class="change">
    <VerdictRound :verdict="before.fit" :size="14" />
    as it is: {{ small(sayVerdict(before)) }}
  </span>
  <span v-else class="change same">as it is</span>
</template>

<style scoped>
.change { display: flex; gap: 5px; align-items: center; font-size: 13px; color: var(--straw-ink); background: var(--straw-wash); border-radius: 6px; padding: 1px 6px; margin-top: 2px; width: fit-content; }
.same { background: none; color: var(--soft); padding: 0; }
</style>
