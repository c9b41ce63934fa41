<script setup lang="ts">
/** The ways on from a slip: for one colony, or for all of the same choice that slipped alike. */
import FaultLine from './FaultLine.vue'
import AreaField from '../fields/AreaField.vue'
import ACheckbox from 'ant-design-vue/es/checkbox'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, toRefs } from 'vue'
import { useRouter } from 'vue-router'
import { mendsOf, type Mend } from '@thistle/core/course'
import type { CourseState, YardState } from '@thistle/core/holding'
import { newId, useHolding } from '../stores/holding.ts'
import { useKeptForm } from '../stores/kept-forms.ts'
import { useSave } from './useSave.ts'
import { vAsked } from '../frame/asked.ts'

const props = defineProps<{ yard: YardState; colonyId: string; course: CourseState; mends: readonly Mend[] }>()
const emit = defineEmits<{ takeOut: [] }>()
const holding = useHolding()
const router = useRouter()
const { busy, fault, at, save } = useSave()
const forAll = ref(false)
const accepting = ref<Mend | null>(null)
const { form, drop } = useKeptForm(`ways ${props.course.record.id}`, () => ({ reason: '' }))
const { reason } = toRefs(form)

/** Courses of the same choice in this yard, with the ways that each has too. */
const siblings = computed(() =>
  props.yard.row
    .flatMap((s) => s.courses)
    .filter((c) => c.record.decisionId === props.course.record.decisionId && !c.cancelled)
    .map((course) => ({ course, kinds: mendsOf(course.plan, course.happened, course.course, props.yard.yard.today).map((m) => m.kind) })),
)
const alike = (kind: Mend['kind']): CourseState[] => siblings.value.filter((s) => s.kinds.includes(kind)).map((s) => s.course)
const most = computed(() => Math.max(1, ...props.mends.filter((m) => m.kind !== 'take-out').map((m) => alike(m.kind).length)))
const touched = (kind: Mend['kind']) => (forAll.value ? alike(kind) : [props.course])

async function enter(kind: Mend['kind'], body: object): Promise<boolean> {
  const events = touched(kind).map((c) => ({ id: newId(), courseId: c.record.id, happenedOn: holding.today, device: 'page', ...body }))
  return save(() => holding.stroke({ events }, props.yard.yard.id).then(() => undefined))
}
async function mend(m: Mend): Promise<void> {
  if (m.kind === 'take-out') emit('takeOut')
  else if (m.kind === 'add-round') await enter(m.kind, { kind: 'round-added' })
  else if (m.kind === 'accept') accepting.value = m
  else if (m.kind === 'switch' && (await enter(m.kind, { kind: 'cancelled' })))
    await router.push(forAll.value ? `/match/yard/${props.yard.yard.id}` : `/match/${props.colonyId}`)
}
async function accept(): Promise<void> {
  const m = accepting.value
  if (!m) return
  const { job, n } = m.job
  if (!(await enter(m.kind, { kind: 'accepted', job, n, reason: reason.value.trim() }))) return
  accepting.value = null
  reason.value = ''
  drop()
}
const PRESS: Readonly<Partial<Record<Mend['kind'], string>>> = {
  'take-out': 'Take out now',
  'add-round': 'Add the round',
  switch: 'Call it off, and match again',
  accept: 'Take it as it is',
}
</script>

<template>
  <div class="mends">
    <h4>What you can do now</h4>
    <ACheckbox v-if="most > 1" v-model:checked="forAll">For all {{ most }} of this choice that are late alike</ACheckbox>
    <ul>
      <li v-for="m in mends" :key="m.kind">
        <span>{{ holding.say(m.text) }}</span>
        <AButton v-if="PRESS[m.kind]" class="press quiet" :disabled="busy" @click="mend(m)">{{ PRESS[m.kind] }}</AButton>
      </li>
    </ul>
    <AForm v-if="accepting" v-asked novalidate layout="vertical" class="why" @submit="accept">
      <AreaField id="wo-reason" v-model="reason" label="Why you take it as it is" :most="2000" :fault="at('events[0].reason')" />
      <AButton type="primary" class="press" html-type="submit" :disabled="busy">Keep the reason</AButton>
    </AForm>
    <FaultLine v-if="fault && !at('events[0].reason')">{{ fault }}</FaultLine>
  </div>
</template>

<style scoped>
h4 { margin: 0; font-size: 14px; }
.mends { background: var(--thistle-pale); border-radius: 10px; padding: 10px 12px; display: grid; gap: 8px; }
.mends li { display: grid; gap: 6px; justify-items: start; padding: 5px 0; font-size: 14.5px; }
.why { display: grid; gap: 8px; }
</style>
