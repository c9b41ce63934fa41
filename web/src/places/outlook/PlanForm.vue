<script setup lang="ts">
/** A plan of one's own: one course, or two in turn, each on its day. */
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, toRefs } from 'vue'
import type { OutlookPlan } from '@thistle/core/outlook'
import type { TreatmentKey } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import DayField from '../../fields/DayField.vue'
import PickField from '../../fields/PickField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import { sayDay } from '../../look/dates.ts'
import { useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'

const props = defineProps<{ from: Day; to: Day }>()
const emit = defineEmits<{ add: [courses: OutlookPlan['courses']]; leave: [] }>()
const holding = useHolding()
const options = computed(() => holding.treatments.filter((t) => t.action !== undefined).map((t) => [t.key, t.name] as const))
const { form, drop } = useKeptForm('plan', () => ({ first: null as TreatmentKey | null, second: null as TreatmentKey | null, firstOn: props.from as Day | null, secondOn: null as Day | null }))
const { first, second, firstOn, secondOn } = toRefs(form)
const asked = ref(false)
/** What is wrong with a day; null where nothing is. */
const faultOf = (on: Day | null): string | null =>
  on === null ? 'Say on which day it is begun.' : on < props.from ? 'That day is over.' : on > props.to ? `The outlook ends on ${sayDay(props.to, props.from)}: look further ahead.` : null
const faults = computed(() => ({
  first: first.value === null ? 'Say what is given.' : null,
  firstOn: faultOf(firstOn.value),
  secondOn: second.value === null ? null : (faultOf(secondOn.value) ?? (secondOn.value && firstOn.value && secondOn.value < firstOn.value ? 'It is before the first one.' : null)),
}))
const wrong = computed(() => Object.values(faults.value).some((f) => f !== null))
function add(): void {
  asked.value = true
  if (wrong.value || first.value === null || firstOn.value === null) return
  drop()
  emit('add', [{ treatment: first.value, start: firstOn.value }, ...(second.value !== null && secondOn.value !== null ? [{ treatment: second.value, start: secondOn.value }] : [])])
}
</script>

<template>
  <AForm novalidate layout="vertical" class="sheet form" @submit="add">
    <PickField id="op-first" v-model="first" label="What is given" unknown="choose ..." :options="options" :fault="asked ? faults.first : null" />
    <DayField id="op-first-on" v-model="firstOn" label="Begun on" :fault="asked ? faults.firstOn : null" />
    <PickField id="op-second" v-model="second" label="And then" unknown="nothing more" :options="options" />
    <DayField v-if="second !== null" id="op-second-on" v-model="secondOn" label="That begun on" :fault="asked ? faults.secondOn : null" />
    <FaultLine v-if="asked && wrong" class="all">Something is missing above.</FaultLine>
    <p class="all do">
      <AButton type="primary" class="press" html-type="submit">Hold it against them</AButton>
      <AButton class="press quiet" @click="emit('leave')">Leave it</AButton>
    </p>
  </AForm>
</template>

<style scoped>
.form { display: grid; gap: 12px 16px; grid-template-columns: repeat(auto-fit, minmax(min(100%, 260px), 1fr)); padding: 14px 16px; align-items: start; }
.all { grid-column: 1 / -1; }
.do { display: flex; gap: 10px; flex-wrap: wrap; }
</style>
