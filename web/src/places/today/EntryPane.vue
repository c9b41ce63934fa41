<script setup lang="ts">
/** Entering what was done, beside the lines of Today: in one colony, or in all of a line. */
import type { PlannedJob } from '@thistle/core/course'
import type { ColonyState, CourseState, TodayJob, YardState } from '@thistle/core/holding'
import JobForm from '../../parts/JobForm.vue'
import SidePane from '../../parts/SidePane.vue'
import { plural } from '../../parts/words.ts'
import ManyForm from './ManyForm.vue'

defineProps<{ many?: TodayJob; one?: { yard: YardState; state: ColonyState; course: CourseState; job: PlannedJob } }>()
const emit = defineEmits<{ close: []; done: []; many: [entered: { text: string; stroke: number | null }] }>()
</script>

<template>
  <SidePane v-if="many" :title="`${many.yard.yard.name}, ${plural(many.lines.length, 'colony', 'colonies')}`" :sub="many.step.course?.treatment.name" @close="emit('close')">
    <ManyForm :line="many" @done="emit('many', $event)" />
  </SidePane>
  <SidePane
    v-else-if="one"
    :title="one.state.colony.name"
    :sub="`${one.state.colony.placement.position} in the row, ${one.yard.yard.name}: ${one.course.treatment.name}`"
    @close="emit('close')"
  >
    <JobForm :key="one.course.record.id + one.job.job + one.job.n" :yard="one.yard.yard" :state="one.state" :course="one.course" :job="one.job" @done="emit('done')" />
  </SidePane>
</template>
