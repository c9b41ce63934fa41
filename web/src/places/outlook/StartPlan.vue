<script setup lang="ts">
/** A plan's courses, to be chosen in one press: each on its day, in each colony that it is for. */
import AButton from 'ant-design-vue/es/button'
import ACheckbox from 'ant-design-vue/es/checkbox'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { failedOf, situationOf, type ColonyState, type YardState } from '@thistle/core/holding'
import { caseOfCourse, type OutlookPlan } from '@thistle/core/outlook'
import { treatmentOf } from '@thistle/core/treatments'
import CautionNote from '../../parts/CautionNote.vue'
import FaultLine from '../../parts/FaultLine.vue'
import { useSave } from '../../parts/useSave.ts'
import { plural } from '../../parts/words.ts'
import { sayDay } from '../../look/dates.ts'
import { newId, useHolding } from '../../stores/holding.ts'

/** What is said of each course: what wants care on its day, and what is to be done before it. */
export interface SaidOfCourse {
  readonly cares: readonly string[]
  readonly first: string | null
  readonly leavesOut: readonly string[]
}
const props = defineProps<{ yard: YardState; colonies: readonly ColonyState[]; courses: OutlookPlan['courses']; said?: readonly SaidOfCourse[]; name: string }>()
const emit = defineEmits<{ leave: [] }>()
const holding = useHolding()
const router = useRouter()
const { busy, fault, save } = useSave()
const today = computed(() => props.yard.yard.today)

/** Colonies of a course; those that it never fits, and those in which it is planned on that day already, are left out. */
const forCourse = (i: number): readonly ColonyState[] => {
  const course = props.courses[i]
  const out = props.said?.[i]?.leavesOut ?? []
  return props.colonies.filter((c) => !out.includes(c.colony.id) && !c.courses.some((k) => k.planned && k.record.treatment === course?.treatment && k.record.startOn === course.start))
}
/** Where the same active fell short before: its reasons come before another, one colony at a time. */
const failedIn = (i: number): readonly ColonyState[] => {
  const treatment = treatmentOf(props.courses[i]?.treatment ?? '')
  return treatment?.way === 'given' ? forCourse(i).filter((c) => failedOf(c, treatment.rotation.class)) : []
}
const ticked = ref<boolean[]>([])
watch(
  () => props.courses,
  (courses) => (ticked.value = courses.map((_, i) => failedIn(i).length === 0)),
  { immediate: true },
)
const chosen = computed(() => props.courses.flatMap((_, i) => (ticked.value[i] && forCourse(i).length > 0 && failedIn(i).length === 0 ? [i] : [])))
/** What is planned and not begun, and stands in no course of this plan: it goes where this takes its place. */
const planned = computed(() =>
  props.colonies.flatMap((state) =>
    state.courses
      .filter((k) => k.planned && !k.cancelled && k.left === null && !props.courses.some((c) => c.treatment === k.record.treatment && c.start === k.record.startOn))
      .map((course) => ({ state, course })),
  ),
)
const instead = ref(true)
const cautions = computed(() => [...new Set(chosen.value.flatMap((i) => treatmentOf(props.courses[i]?.treatment ?? '')?.caution?.hazard ?? []))])
const ids = new Map<string, string>()
const idFor = (what: string): string => {
  const known = ids.get(what) ?? newId()
  ids.set(what, known)
  return known
}
async function start(): Promise<void> {
  const { settings } = holding
  const { yard } = props.yard
  if (!settings || chosen.value.length === 0) return
  // All are made before the first is kept: after it the case is another.
  const bodies = chosen.value.flatMap((i) => {
    const course = props.courses[i]
    if (!course) return []
    const key = `${course.treatment} ${course.start}`
    const colonies = forCourse(i).map((c) => ({
      colonyId: c.colony.id,
      courseId: idFor(`${key} ${c.colony.id}`),
      situation: caseOfCourse(situationOf(yard, c.colony, settings), props.courses, i),
    }))
    return [{ id: idFor(key), body: { yardId: yard.id, treatment: course.treatment, startOn: course.start, note: `A year’s plan: ${holding.say(props.name)}`.slice(0, 2000), colonies } }]
  })
  const gone = instead.value ? planned.value.map(({ course }) => ({ id: idFor(`off ${course.record.id}`), courseId: course.record.id })) : []
  const done = await save(async () => {
    for (const { id, courseId } of gone) await holding.put('events', id, { courseId, kind: 'cancelled', happenedOn: holding.today, device: 'page' }, null)
    for (const { id, body } of bodies) await holding.put('decisions', id, body, null)
  })
  await holding.refresh(yard.id)
  if (!done) return
  const [only] = props.colonies
  await router.push(props.colonies.length === 1 && only ? `/yards/${yard.id}?colony=${only.colony.id}` : `/yards/${yard.id}`)
}
</script>

<template>
  <section class="sheet start" aria-labelledby="sp-title">
    <h2 id="sp-title">Plan these courses</h2>
    <p class="soft small">Nothing is given by this. Each course stands in the plan for its day; a count before it, the label and what you see in the hive decide whether it is begun.</p>
    <ul class="courses">
      <li v-for="(course, i) in courses" :key="course.treatment + course.start">
        <ACheckbox v-model:checked="ticked[i]" :disabled="failedIn(i).length > 0 || forCourse(i).length === 0">
          <strong>{{ treatmentOf(course.treatment)?.name }}</strong> from {{ sayDay(course.start, today) }}<template v-if="colonies.length > 1">, in {{ plural(forCourse(i).length, 'colony', 'colonies') }}</template>
        </ACheckbox>
        <div class="under small">
          <p v-if="forCourse(i).length === 0" class="soft">It is planned already.</p>
          <p v-if="failedIn(i).length > 0" class="alarm strong">
            Of the same active a course fell short in
            <template v-for="(c, n) in failedIn(i)" :key="c.colony.id">{{ n > 0 ? ', ' : '' }}<RouterLink :to="`/match/${c.colony.id}`">{{ c.colony.name }}</RouterLink></template>: go through why there first.
          </p>
          <p v-if="said?.[i]?.first" class="care strong">{{ said[i]?.first }}</p>
          <p v-for="care in said?.[i]?.cares ?? []" :key="care" class="soft">{{ holding.say(care) }}</p>
        </div>
      </li>
    </ul>
    <ACheckbox v-if="planned.length > 0" v-model:checked="instead">
      Call off what is planned instead: {{ planned.map(({ state, course }) => `${course.treatment.name} ${sayDay(course.record.startOn, today)}${colonies.length > 1 ? `, ${state.colony.name}` : ''}`).slice(0, 6).join('; ') }}<template v-if="planned.length > 6"> and {{ planned.length - 6 }} more</template>
    </ACheckbox>
    <CautionNote v-if="cautions.length > 0">{{ cautions.map((c) => holding.say(c)).join(' ') }} What protects from it stands with each course.</CautionNote>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <p class="do">
      <AButton type="primary" class="press" :disabled="busy || chosen.length === 0" @click="start">{{ busy ? 'Keeping ...' : `Plan ${chosen.length === 1 ? 'this course' : `these ${chosen.length} courses`}` }}</AButton>
      <AButton class="press quiet" @click="emit('leave')">Leave it</AButton>
    </p>
    <p class="law">The label in your hand and your local law decide; this defers to both, and to the vet or inspector where they have the say.</p>
  </section>
</template>

<style scoped>
.start { display: grid; gap: 12px; padding: 16px 18px; }
.courses { display: grid; gap: 12px; }
.under { display: grid; gap: 4px; padding-left: 28px; }
.do { display: flex; gap: 10px; flex-wrap: wrap; }
</style>
