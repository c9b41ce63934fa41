<script setup lang="ts">
/** What is overdue, due or coming: as lines while they are few; where they are many, folded by what is to be done or by yard, the worst first. */
import { RadioButton as ARadioButton, RadioGroup as ARadioGroup } from 'ant-design-vue/es/radio'
import AButton from 'ant-design-vue/es/button'
import { computed, reactive, ref } from 'vue'
import { foldJobs, type TodayJob } from '@thistle/core/holding'
import FoldAway from '../../parts/FoldAway.vue'
import { plural } from '../../parts/words.ts'
import JobLine from './JobLine.vue'
import { nameOfFold } from './today-words.ts'

const props = defineProps<{ id: string; title: string; list: readonly TodayJob[]; none: string; ending?: boolean }>()
const emit = defineEmits<{ one: [line: TodayJob, index: number]; many: [line: TodayJob]; end: [line: TodayJob] }>()
/** As many lines as are read at a glance, and as a fold shows at once. */
const [FEW, AT_ONCE] = [16, 12]
const by = ref<'job' | 'yard'>('job')
const folds = computed(() => (props.list.length > FEW ? foldJobs(props.list, by.value, nameOfFold) : null))
const colonies = computed(() => folds.value?.reduce((n, f) => n + f.colonies, 0) ?? 0)
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
  <section class="group" :class="id" :aria-labelledby="`g-${id}`">
    <div class="head">
      <h2 :id="`g-${id}`">{{ title }}<span v-if="folds" class="soft n">{{ plural(colonies, 'job') }} for colonies</span></h2>
      <ARadioGroup v-if="folds" v-model:value="by" class="ways by no-print" :name="`by-${id}`" role="radiogroup" :aria-label="`${title}: folded by`">
        <ARadioButton value="job">by job</ARadioButton>
        <ARadioButton value="yard">by yard</ARadioButton>
      </ARadioGroup>
    </div>
    <p v-if="list.length === 0" class="soft">{{ none }}</p>
    <ul v-else-if="!folds" class="sheet">
      <JobLine v-for="line in list" :key="line.key" :line="line" :overdue="id === 'overdue'" :coming="id === 'coming'" :ending="ending" @one="emit('one', line, $event)" @many="emit('many', line)" @end="emit('end', line)" />
    </ul>
    <div v-else class="sheet folds">
      <FoldAway v-for="f in folds" :key="f.key" :title="f.title" :open="open.has(f.key)" @update:open="turn(f.key, $event)">
        <template #title><span class="foldtitle"><strong :class="{ alarm: f.alarm }">{{ f.title }}</strong> <span class="soft">{{ size(f) }}</span></span></template>
        <ul>
          <JobLine v-for="line in shown(f.key, f.lines)" :key="line.key" :line="line" :overdue="id === 'overdue'" :coming="id === 'coming'" :ending="ending" @one="emit('one', line, $event)" @many="emit('many', line)" @end="emit('end', line)" />
        </ul>
        <AButton v-if="!whole.has(f.key) && f.lines.length > AT_ONCE" type="link" class="plainlink" @click="whole.add(f.key)">All {{ f.lines.length }} of these</AButton>
      </FoldAway>
    </div>
  </section>
</template>

<style scoped>
.group { margin-top: 26px; }
.head { display: flex; gap: 10px 20px; align-items: center; justify-content: space-between; margin-bottom: 9px; flex-wrap: wrap; }
.overdue h2 { color: var(--brick); }
.n { font-size: 14.5px; font-family: var(--face-text); font-weight: 400; margin-inline-start: 12px; letter-spacing: 0; }
.by { min-width: 180px; }
.folds { padding: 4px 16px; }
.folds > * + * { border-top: 1px solid var(--hairline); }
.foldtitle { display: inline-flex; gap: 4px 14px; flex-wrap: wrap; }
.folds :deep(.ant-collapse-header) { text-decoration: none !important; color: var(--ink) !important; }
@media print { .group { margin-top: 14px; } }
</style>
