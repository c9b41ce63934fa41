<script setup lang="ts">
/** What happened to a course besides its jobs: strips on the floor, a pad out for the heat, a swarm, a new queen, the end of the colony. */
import FaultLine from './FaultLine.vue'
import AreaField from '../fields/AreaField.vue'
import ARadio, { RadioGroup as ARadioGroup } from 'ant-design-vue/es/radio'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed, onMounted, ref, toRefs } from 'vue'
import { isFate, type EventKind } from '@thistle/core/course'
import { courseState, type ColonyState, type CourseState, type EventRecord, type YardRecord } from '@thistle/core/holding'
import { useKeptForm } from '../stores/kept-forms.ts'
import { newId, useHolding } from '../stores/holding.ts'
import DayField from '../fields/DayField.vue'
import NumberField from '../fields/NumberField.vue'
import { useSave } from './useSave.ts'
import KeptNote from './KeptNote.vue'
import WhatMoves from './WhatMoves.vue'

const props = defineProps<{ yard: YardRecord; state: ColonyState; course: CourseState }>()
const emit = defineEmits<{ done: [] }>()
const holding = useHolding()
const { busy, fault, at, refuse, save } = useSave()

const choices = computed<(readonly [EventKind, string])[]>(() => {
  const { course, treatment, running, planned } = props.course
  const outside = course.outsideSince !== null
  return [
    ...(running && (course.inside ?? 0) > 0 ? [['found', 'A strip was found on the floor'] as const] : []),
    ...(running && treatment.heat && !outside ? [['lifted', 'Taken out for the heat'] as const] : []),
    ...(outside ? [['laid-again', 'Put back, it is cooler'] as const] : []),
    ...(running || planned
      ? ([
          ['swarmed', 'It swarmed'],
          ['requeened', 'It has a new queen'],
          ['died', 'The colony died'],
          ['merged', 'It was united with another'],
          ['sold', 'It was sold'],
        ] as const)
      : []),
  ]
})
const { form, typedOn, drop, anew } = useKeptForm(`happened ${props.course.record.id}`, () => ({
  kind: (choices.value[0]?.[0] ?? null) as EventKind | null,
  onDay: holding.today as string | null,
  amount: 1 as number | null,
  note: '',
}))
const { kind, onDay, amount, note } = toRefs(form)
/** A fate is the colony's: it is noted in every course in hand. */
const touched = computed(() =>
  kind.value && isFate(kind.value) ? props.state.courses.filter((c) => !c.cancelled && (c.running || c.planned)) : [props.course],
)
const ids = new Map<string, string>()
const idFor = (course: string) => ids.get(course) ?? ids.set(course, newId()).get(course)!
const eventFor = (course: CourseState): EventRecord => ({
  id: idFor(course.record.id),
  kind: kind.value ?? 'found',
  job: null,
  n: null,
  happenedOn: onDay.value ?? holding.today,
  amount: kind.value === 'found' ? amount.value : null,
  note: note.value || null,
  supersedes: null,
})
/** What cannot be counted yet moves nothing yet. */
const after = computed(() =>
  kind.value && !(kind.value === 'found' && amount.value === null)
    ? courseState({ ...props.course.record, events: [...props.course.record.events.filter((e) => e.id !== idFor(props.course.record.id)), eventFor(props.course)] }, props.state.colony, holding.today, { yard: props.yard })
    : null,
)
/** Opened far down a pane: it comes into sight, with the focus in it. */
const top = ref<HTMLElement | null>(null)
onMounted(() => {
  top.value?.scrollIntoView({ block: 'center' })
  top.value?.querySelector<HTMLElement>('input:checked, input')?.focus()
})
async function keep(): Promise<void> {
  if (onDay.value === null) return refuse('happenedOn', 'On which day did it happen?')
  if (kind.value === 'found' && amount.value === null) return refuse('amount', 'How many?')
  const events = touched.value.map((c) => ({ ...eventFor(c), courseId: c.record.id, device: 'page' }))
  if (!(await save(() => holding.stroke({ events }, props.yard.id).then(() => undefined)))) return
  drop()
  emit('done')
}
</script>

<template>
  <AForm novalidate layout="vertical" class="form" @submit="keep">
    <KeptNote v-model:day="onDay" :typed-on="typedOn" @anew="anew" />
    <fieldset ref="top" class="kinds">
      <legend class="strong">What happened</legend>
      <ARadioGroup v-model:value="kind" name="happened" class="list">
        <ARadio v-for="[key, word] in choices" :key="key" :value="key">{{ word }}</ARadio>
      </ARadioGroup>
    </fieldset>
    <p class="small soft">Moved to another yard? Move the colony: its course goes with it.</p>
    <DayField id="hf-day" v-model="onDay" label="On" :max="holding.today" :fault="at('happenedOn') ?? at('events[0].happenedOn')" />
    <NumberField v-if="kind === 'found'" id="hf-amount" v-model="amount" label="How many" unit="strips" :min="1" :hint="`${course.course.inside} in it by your notes`" :fault="at('amount') ?? at('events[0].amount')" />
    <AreaField id="hf-note" v-model="note" label="Note" :most="2000" />
    <WhatMoves v-if="after" :before="course" :after="after" :yard="yard" />
    <p v-if="touched.length > 1" class="small">It is noted in all {{ touched.length }} of its courses.</p>
    <FaultLine v-if="fault && !['happenedOn', 'amount'].some((f) => at(f) ?? at(`events[0].${f}`))">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy || kind === null">{{ busy ? 'Keeping ...' : 'Keep it' }}</AButton>
  </AForm>
</template>

<style scoped>
.form { display: grid; gap: 12px; }
.kinds { border: 0; padding: 0; margin: 0; }
.list { display: grid; }
</style>
