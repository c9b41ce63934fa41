<script setup lang="ts">
/** One thing to do at one yard, with the colonies it is for. */
import AButton from 'ant-design-vue/es/button'
import type { TodayJob } from '@thistle/core/holding'
import { useHolding } from '../../stores/holding.ts'
import { countable, enterable, warningsOf, whatOf, whenOf, whereOf } from './today-words.ts'

defineProps<{ line: TodayJob; overdue?: boolean; coming?: boolean; /** A course that was left standing is being ended. */ ending?: boolean }>()
const emit = defineEmits<{ one: [index: number]; many: []; end: [] }>()
const holding = useHolding()
</script>

<template>
  <li class="job">
    <span class="when" :class="{ 'alarm strong': overdue }">{{ whenOf(line) }}</span>
    <span class="what">
      <span class="strong" :class="{ alarm: line.step.tone === 'alarm' }">{{ whatOf(line) }}</span>
      <span class="where soft">{{ whereOf(line) }}</span>
      <span v-if="line.step.hindrance" class="care strong small">{{ holding.say(line.step.hindrance) }}</span>
      <span v-for="w in coming ? [] : warningsOf(line)" :key="w.text" class="alarm small">
        {{ holding.say(w.text) }}
      </span>
    </span>
    <span class="who">
      <AButton v-if="line.step.kind === 'left' && holding.mayWrite" class="press quiet all" :disabled="ending" @click="emit('end')">{{ line.lines.length > 1 ? `End all ${line.lines.length}` : 'End it' }}</AButton>
      <AButton v-if="enterable(line) && line.lines.length > 1 && holding.mayWrite" class="press quiet all" @click="emit('many')">All {{ line.lines.length }} ...</AButton>
      <template v-for="(l, i) in line.lines" :key="l.state.colony.id">
        <AButton v-if="enterable(line) && holding.mayWrite" type="text" class="bare colony" @click="emit('one', i)">
          <i>{{ l.state.colony.placement.position }}</i>
          {{ l.state.colony.name }}
        </AButton>
        <RouterLink
          v-else
          class="colony"
          :to="
            line.step.kind === 'choose'
              ? `/match/${l.state.colony.id}`
              : countable(line)
                ? `/count/${l.state.colony.id}`
                : `/yards/${line.yard.yard.id}?colony=${l.state.colony.id}`
          "
        >
          <i>{{ l.state.colony.placement.position }}</i>
          {{ l.state.colony.name }}
        </RouterLink>
      </template>
    </span>
  </li>
</template>

<style scoped>
.job { display: grid; grid-template-columns: 128px minmax(0, 1fr) fit-content(min(420px, 50%)); gap: 16px; padding: 10px 16px; border-bottom: 1px solid var(--hairline); align-items: start; }
.job:last-child { border-bottom: 0; }
.when { padding-top: 9px; }
.what { display: grid; gap: 1px; padding-top: 9px; }
.where { font-size: 14px; }
.who { display: flex; flex-wrap: wrap; gap: 6px; justify-content: flex-end; }
.colony { display: inline-flex; align-items: center; gap: 7px; min-height: 40px; padding: 4px 13px; border: 1px solid var(--line); border-radius: 9px; background: var(--sheet); color: var(--ink); text-decoration: none; font-weight: 600; cursor: pointer; }
@media screen and (min-width: 721px) { .all { min-height: 40px; padding: 4px 13px; } }
.colony i { font-style: normal; font-weight: 400; color: var(--soft); font-size: 13px; }
.colony:hover { border-color: var(--thistle); color: var(--thistle-deep); background: var(--thistle-pale); }
@media print {
  .job { grid-template-columns: 132px minmax(0, 1fr) fit-content(250px); padding: 5px 8px; }
  .when, .what { padding-top: 3px; }
  .colony { min-height: 0; padding: 2px 4px; border: 0; }
  /* A box to tick in the yard. */
  .colony::before { content: ''; width: 13px; height: 13px; border: 1.3px solid var(--ink); border-radius: 3px; }
}
@media screen and (max-width: 720px) {
  .job { grid-template-columns: 1fr; gap: 5px; padding: 12px 14px; }
  .when, .what { padding-top: 0; }
  .who { justify-content: flex-start; margin-top: 4px; }
  .colony { min-height: 50px; font-size: 17px; }
}
</style>
