<script setup lang="ts">
/** Many lines, folded by what is to be done or by yard, the worst first: fetched where there are many. */
import { RadioButton as ARadioButton, RadioGroup as ARadioGroup } from 'ant-design-vue/es/radio'
import AButton from 'ant-design-vue/es/button'
import { computed, reactive, ref } from 'vue'
import { foldJobs, type TodayJob } from '@thistle/core/holding'
import FoldAway from '../../parts/FoldAway.vue'
import { plural } from '../../parts/words.ts'
import { nameOfFold } from './today-words.ts'

const props = defineProps<{ id: string; title: string; list: readonly TodayJob[] }>()
/** As many lines as a fold shows at once. */
const AT_ONCE = 12
const by = ref<'job' | 'yard'>('job')
const folds = computed(() => foldJobs(props.list, by.value, nameOfFold))
/** Folds that stand open, and those shown whole. */
const open = reactive(new Set<string>())
const whole = reactive(new Set<string>())
const turn = (key: string, is: boolean) => (is ? open.add(key) : open.delete(key))
/** A job is asked for at yards, a yard for jobs. */
const size = (f: { colonies: number; yards: number; lines: readonly TodayJob[] }) =>
  by.value === 'job' ? `${plural(f.colonies, 'colony', 'colonies')} in ${plural(f.yards, 'yard')}` : `${plural(f.lines.length, 'job')} for ${plural(f.colonies, 'colony', 'colonies')}`
const shown = (key: string, lines: readonly TodayJob[]) => (whole.has(key) ? lines : lines.slice(0, AT_ONCE))
</script>

<template>
  <div class="many">
    <ARadioGroup v-model:value="by" class="ways by no-print" :name="`by-${id}`" role="radiogroup" :aria-label="`${title}: folded by`">
      <ARadioButton value="job">by job</ARadioButton>
      <ARadioButton value="yard">by yard</ARadioButton>
    </ARadioGroup>
    <div class="sheet folds">
      <FoldAway v-for="f in folds" :key="f.key" :title="f.title" :open="open.has(f.key)" @update:open="turn(f.key, $event)">
        <template #title><span class="foldtitle"><strong :class="{ alarm: f.alarm }">{{ f.title }}</strong> <span class="soft">{{ size(f) }}</span></span></template>
        <ul>
          <slot v-for="line in shown(f.key, f.lines)" :line="line" />
        </ul>
        <AButton v-if="!whole.has(f.key) && f.lines.length > AT_ONCE" type="link" class="plainlink" @click="whole.add(f.key)">All {{ f.lines.length }} of these</AButton>
      </FoldAway>
    </div>
  </div>
</template>

<style scoped>
.many { display: grid; gap: 8px; grid-template-columns: minmax(0, 1fr); }
.by { width: 190px; }
.folds { padding: 4px 16px; }
.folds > * + * { border-top: 1px solid var(--hairline); }
.foldtitle { display: inline-flex; gap: 4px 14px; flex-wrap: wrap; }
.folds :deep(.ant-collapse-header) { text-decoration: none !important; color: var(--ink) !important; }
</style>
