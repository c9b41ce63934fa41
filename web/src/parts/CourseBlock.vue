<script setup lang="ts">
/** A course in full: what went otherwise and what it costs, the ways on, every date with the old one beside it, what follows. */
import FaultLine from './FaultLine.vue'
import FoldAway from './FoldAway.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { costsOf, courseEnd, fallAtCheck, sayFall, lockOf, mendsOf, sayJob, type PlannedJob, type Window } from '@thistle/core/course'
import type { ColonyState, CourseState, EventRecord, YardState } from '@thistle/core/holding'
import { sayAmount } from '@thistle/core/treatments'
import HiveMap from '../graphics/HiveMap.vue'
import { sayDay, sayWindow } from '../look/dates.ts'
import { newId, useHolding } from '../stores/holding.ts'
import { sayHappened } from './change-words.ts'
import CourseTable from './CourseTable.vue'
import HappenedForm from './HappenedForm.vue'
import OutcomeLine from './OutcomeLine.vue'
import WhyShort from './WhyShort.vue'
import { failedOf, fellAround, maybeShort } from '@thistle/core/holding'
import { useSave } from './useSave.ts'
import WaysOn from './WaysOn.vue'
import { WARNING_WORDS } from './words.ts'

const props = defineProps<{ yard: YardState; state: ColonyState; course: CourseState }>()
const emit = defineEmits<{ job: [job: PlannedJob] }>()
const holding = useHolding()
const { busy, fault, save } = useSave()
const doing = ref<'happened' | null>(null)

const c = computed(() => props.course.course)
const several = (kind: string) => c.value.jobs.filter((x) => x.job === kind).length > 1
function sayLine(x: PlannedJob): string {
  const name = sayJob(x, several(x.job), props.course.treatment.way)
  const { dose } = c.value
  if (x.job === 'check' && x.amount !== null) return `${name}: done, ${x.amount} a day on the board`
  const amount = x.amount !== null && dose ? holding.say(sayAmount(x.amount, dose.unit)) : null
  if (x.state === 'done') return `${name}: done${amount ? `, ${amount}` : ''}`
  return amount ? `${name}: ${amount} of it done` : name
}
const window = (w: Window) => (w.earliest === w.latest ? sayDay(w.best) : sayWindow(w.earliest, w.latest))
const eventOf = (x: PlannedJob): EventRecord | null => props.course.events.find((e) => e.kind === 'done' && e.job === x.job && e.n === x.n) ?? null
const who = (x: PlannedJob): string => [eventOf(x)?.doneBy ? `by ${eventOf(x)?.doneBy}` : '', eventOf(x)?.note, eventOf(x)?.reason].filter(Boolean).join('; ')
/** What happened besides the jobs. */
const others = computed(() => props.course.events.filter((e) => e.kind !== 'done' && e.kind !== 'cancelled' && e.kind !== 'set'))
const dates = computed(() => ({ supersNextOn: props.yard.yard.supersNextOn, lastOpening: props.yard.yard.lastOpening }))
const open = computed(() => props.course.planned || props.course.running)
const costs = computed(() => (open.value ? costsOf(props.course.plan, c.value, dates.value, props.yard.yard.today) : []))
const mends = computed(() => (props.course.cancelled ? [] : mendsOf(props.course.plan, props.course.happened, c.value, props.yard.yard.today)))
const fall = computed(() => {
  const found = fallAtCheck(props.course.plan, c.value)
  return found ? sayFall(found) : null
})
const short = computed(() => maybeShort(props.course) || failedOf(props.state, props.course.treatment.rotation.class) === props.course)
const fell = computed(() => fellAround(props.course, props.state.colony))
const end = computed(() => courseEnd(c.value))
const lock = computed(() => (end.value ? lockOf(props.course.treatment, end.value, holding.settings?.rules[props.course.treatment.key]) : null))
const spots = computed(() => (c.value.inside ? (props.course.events.findLast((e) => e.spots != null && e.spots.length > 0)?.spots ?? []) : []))

const event = (body: object) =>
  holding.put('events', newId(), { courseId: props.course.record.id, happenedOn: holding.today, device: 'page', ...body }, props.yard.yard.id)
const takeBack = (id: string) => save(() => event({ kind: 'taken-back', supersedes: id }).then(() => undefined))
const callOff = () => save(() => event({ kind: 'cancelled' }).then(() => undefined))
function takeOut(): void {
  const removal = c.value.jobs.find((j) => j.job === 'remove' && j.state === 'open')
  if (removal) emit('job', removal)
}
const setWhy = (x: PlannedJob): string | null => props.course.events.findLast((e) => e.kind === 'set' && e.job === x.job && e.n === x.n)?.reason ?? null
</script>

<template>
  <section class="course">
    <h3>{{ course.treatment.name }}, {{ course.planned ? 'chosen for' : 'since' }} {{ sayDay(course.startedOn) }}{{ course.cancelled ? ', called off' : '' }}</h3>
    <p v-for="w in c.warnings" :key="w.text" :class="w.accepted ? 'accepted small' : w.kind === 'fate' ? 'mind' : 'caution'">
      <strong>{{ WARNING_WORDS[w.kind] }}.</strong> {{ holding.say(w.text) }}
      <template v-if="w.accepted"> <span class="settled strong">Taken as it is: {{ w.accepted }}</span></template>
    </p>
    <p v-for="x in costs" :key="x.text" class="care">{{ holding.say(x.text) }}</p>
    <WaysOn v-if="mends.length > 0 && holding.mayWrite" :yard="yard" :colony-id="state.colony.id" :course="course" :mends="mends" @take-out="takeOut" />
    <p v-if="course.midway && !course.outcome" :class="course.midway.verdict === 'not-falling' ? 'alarm strong' : 'small'">{{ holding.say(course.midway.text) }}</p>
    <p v-if="fall && !course.outcome" class="small">{{ fall }}.</p>
    <OutcomeLine v-if="course.outcome" :course="course" />
    <p v-if="fell" class="small">{{ holding.say(fell.text) }}</p>
    <FoldAway v-if="short" title="Why it may have fallen short: go through this before its active is given again">
      <WhyShort :course="course" :colony="state" :yard="yard" />
    </FoldAway>
    <ol class="line">
      <li v-for="x in c.jobs" :key="`${x.job}${x.n}`" :class="x.state">
        <span class="when">
          <s v-if="x.was && x.state === 'open'">{{ window(x.was) }}</s>
          <s v-else-if="x.was && x.doneOn && (x.doneOn < x.was.earliest || x.doneOn > x.was.latest)">{{ window(x.was) }}</s>
          {{ x.doneOn ? sayDay(x.doneOn) : window(x) }}
        </span>
        <span>
          {{ sayLine(x) }}<span v-if="x.setFor" class="act">, set for {{ sayDay(x.setFor) }}{{ setWhy(x) ? `: ${setWhy(x)}` : '' }}</span>
          <span v-if="who(x)" class="soft small">{{ who(x) }}</span>
          <AButton v-if="x.state === 'done' && eventOf(x) && holding.mayWrite" type="link" class="plainlink small" :disabled="busy" @click="takeBack(eventOf(x)!.id)">take back</AButton>
        </span>
      </li>
    </ol>
    <FoldAway title="Every job in full">
      <CourseTable :course="course" />
    </FoldAway>
    <HiveMap v-if="spots.length > 0" :model-value="spots" :boxes="state.situation.colony.broodBoxes" fixed />
    <p v-if="c.inside" class="small">{{ c.inside }} in the hive by your notes.</p>
    <p v-if="c.outsideSince" class="care strong">Out for the heat since {{ sayDay(c.outsideSince) }}: put it back when it cools; the course waits.</p>
    <ul v-if="others.length > 0" class="others">
      <li v-for="e in others" :key="e.id">
        {{ sayDay(e.happenedOn) }}: {{ sayHappened(e) }}<span v-if="e.note" class="soft">; {{ e.note }}</span>
        <AButton v-if="holding.mayWrite" type="link" class="plainlink small" :disabled="busy" @click="takeBack(e.id)">take back</AButton>
      </li>
    </ul>
    <p v-if="lock" class="small soft">Afterwards: {{ holding.say(lock.text) }}</p>
    <template v-if="holding.mayWrite && (open || c.outsideSince)">
      <p class="ways">
        <AButton v-if="course.given" type="link" class="plainlink" :aria-expanded="doing === 'happened'" @click="doing = doing === 'happened' ? null : 'happened'">
          {{ doing === 'happened' ? 'Nothing happened' : 'Something happened ...' }}
        </AButton>
        <AButton v-if="course.planned" type="link" class="plainlink" :disabled="busy" @click="callOff">Call this course off</AButton>
      </p>
      <HappenedForm v-if="doing === 'happened'" :yard="yard.yard" :state="state" :course="course" @done="doing = null" />
    </template>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
  </section>
</template>

<style scoped>
.course { display: grid; grid-template-columns: minmax(0, 1fr); gap: 9px; border: 1px solid var(--hairline); border-radius: 12px; padding: 12px 14px; }
.mind { background: var(--straw-wash); border-radius: 10px; padding: 10px 14px; font-size: 14px; }
.accepted { border-left: 3px solid var(--lichen); padding-left: 10px; color: var(--soft); }
.line { display: grid; gap: 3px; }
.line li { display: grid; grid-template-columns: 112px 1fr; gap: 8px; font-size: 14px; align-items: baseline; }
.line .when { color: var(--soft); }
.line .when s { display: block; font-size: 12.5px; }
.line .passed { color: var(--soft); text-decoration: line-through; }
.others { display: grid; gap: 3px; font-size: 14px; }
.ways { display: flex; gap: 18px; flex-wrap: wrap; }
@media screen and (max-width: 720px) {
  .line button, .ways button, .others button { min-height: 44px; padding: 0 8px; }
}
</style>
