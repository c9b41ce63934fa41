<script setup lang="ts">
/** What is overdue, due or coming: as lines while they are few, folded where they are many. */
import { defineAsyncComponent } from 'vue'
import type { TodayJob } from '@thistle/core/holding'
import JobLine from './JobLine.vue'

defineProps<{ id: string; title: string; list: readonly TodayJob[]; none: string; ending?: boolean }>()
const emit = defineEmits<{ one: [line: TodayJob, index: number]; many: [line: TodayJob]; end: [line: TodayJob] }>()
/** As many lines as are read at a glance. */
const FEW = 16
const TodayFolds = defineAsyncComponent(() => import('./TodayFolds.vue'))
</script>

<template>
  <section class="group" :class="id" :aria-labelledby="`g-${id}`">
    <h2 :id="`g-${id}`">{{ title }}</h2>
    <p v-if="list.length === 0" class="soft">{{ none }}</p>
    <ul v-else-if="list.length <= FEW" class="sheet">
      <JobLine v-for="line in list" :key="line.key" :line="line" :overdue="id === 'overdue'" :coming="id === 'coming'" :ending="ending" @one="emit('one', line, $event)" @many="emit('many', line)" @end="emit('end', line)" />
    </ul>
    <TodayFolds v-else :id="id" v-slot="{ line }" :title="title" :list="list">
      <JobLine :key="line.key" :line="line" :overdue="id === 'overdue'" :coming="id === 'coming'" :ending="ending" @one="emit('one', line, $event)" @many="emit('many', line)" @end="emit('end', line)" />
    </TodayFolds>
  </section>
</template>

<style scoped>
.group { margin-top: 26px; }
.group h2 { margin-bottom: 9px; }
.overdue h2 { color: var(--brick); }
@media print { .group { margin-top: 14px; } }
</style>
