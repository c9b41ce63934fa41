<script setup lang="ts">
/** What the pack of an entry says, as far as it was written down. */
import type { RegisterLine } from '@thistle/core/book'
import { sayDay } from '../../look/dates.ts'
import { useHolding } from '../../stores/holding.ts'

defineProps<{ line: RegisterLine }>()
const holding = useHolding()
</script>

<template>
  <p v-if="line.label ?? line.batch ?? line.expires ?? line.bought ?? line.vet" class="says">
    <span v-if="line.label">{{ line.label }}</span>
    <span v-if="line.batch">batch {{ line.batch }}</span>
    <span v-if="line.expires">good until {{ sayDay(line.expires, holding.today) }}</span>
    <span v-if="line.bought" class="soft small">{{ line.bought }}</span>
    <span v-if="line.vet" class="soft small">vet: {{ line.vet }}</span>
  </p>
</template>

<style scoped>
.says span { display: block; }
</style>
