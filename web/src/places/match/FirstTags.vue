<script setup lang="ts">
/** What is to be done before an option is begun, whatever its fit: small tags that move nothing in the order. */
import type { AnsweredOption } from '@thistle/core/course'
import { tagsOf } from './option-words.ts'

defineProps<{ option: AnsweredOption }>()
</script>

<template>
  <span v-for="t in tagsOf(option)" :key="t" class="first">{{ t }}</span>
</template>

<style scoped>
.first { display: block; width: fit-content; margin-top: 2px; font-size: 12.5px; font-weight: 600; line-height: 1.2; color: var(--straw-ink); border: 1px solid var(--straw-mid); border-radius: 6px; padding: 1px 6px; margin-right: 4px; white-space: nowrap; }
</style>
