<script setup lang="ts">
/** The row to walk along: last counts, and where something is typed and not kept. */
import type { YardState } from '@thistle/core/holding'
import { isOver, sayFigure } from '../../parts/words.ts'

defineProps<{ yard: YardState; here: string; typed: ReadonlySet<string> }>()
</script>

<template>
  <nav class="row no-print" aria-label="The row">
    <h3>{{ yard.yard.name }}</h3>
    <ul>
      <li v-for="s in yard.row" :key="s.colony.id">
        <RouterLink
          :to="`/count/${s.colony.id}`"
          :class="{ here: s.colony.id === here }"
          :aria-current="s.colony.id === here ? 'true' : undefined"
        >
          <span class="pos">{{ s.colony.placement.position }}</span>
          <span class="nm">{{ s.colony.name }}</span>
          <span class="last" :class="{ alarm: isOver(s.judgement) }">
            {{ sayFigure(s.judgement) }}
          </span>
          <span v-if="typed.has(s.colony.id)" class="care small">typed</span>
        </RouterLink>
      </li>
    </ul>
  </nav>
</template>

<style scoped>
.row h3 { margin-bottom: 8px; }
.row a { display: flex; gap: 8px; align-items: baseline; padding: 8px 10px; border-radius: 8px; color: inherit; text-decoration: none; }
.row a:hover { background: var(--thistle-pale); }
.row a.here { background: var(--thistle-wash); font-weight: 650; }
.row .pos { color: var(--soft); font-size: 13px; width: 20px; text-align: right; }
.row .nm { flex: 1; }
.row .last { font-size: 14px; color: var(--soft); }
.row .last.alarm { color: var(--brick); font-weight: 650; }
@media screen and (max-width: 1100px) { .row { display: none; } }
</style>
