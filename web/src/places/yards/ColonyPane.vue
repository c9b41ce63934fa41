<script setup lang="ts">
import CautionNote from '../../parts/CautionNote.vue'
import FoldAway from '../../parts/FoldAway.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, nextTick, ref, watch } from 'vue'
import type { ColonyState, CourseState, YardState } from '@thistle/core/holding'
import { isCounted, type PlannedJob } from '@thistle/core/course'
import { sayDay } from '../../look/dates.ts'
import ChangeList from '../../parts/ChangeList.vue'
import CourseBlock from '../../parts/CourseBlock.vue'
import CountDot from '../../parts/CountDot.vue'
import CountHistory from '../../parts/CountHistory.vue'
import JobForm from '../../parts/JobForm.vue'
import SidePane from '../../parts/SidePane.vue'
import { SUPERS_WORDS } from '@thistle/core/situation'
import { capital, factLines, plural, wordOf } from '../../parts/words.ts'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import LookForm from './LookForm.vue'
import PastCourseForm from './PastCourseForm.vue'
import PlaceForms from './PlaceForms.vue'

const props = defineProps<{ yard: YardState; state: ColonyState }>()
const emit = defineEmits<{ close: [] }>()
const holding = useHolding()
const doing = ref<'look' | 'past' | 'split' | 'rename' | 'move' | 'retire' | null>(null)
const job = ref<{ course: CourseState; job: PlannedJob } | null>(null)

/** What opens in the pane takes the focus, and gives it back to the pane's name. */
watch([job, doing], async ([form, what]) => {
  await nextTick()
  const opened = form || what ? '.pane form input:not([type=hidden]), .pane form textarea' : '.pane h2'
  document.querySelector<HTMLElement>(opened)?.focus()
})
const c = computed(() => props.state.colony)
const j = computed(() => props.state.judgement)
/** Where the course stands, and no more: what is out of the hive is not in it. */
const sayCourse = computed(() => {
  const course = props.state.inHand
  if (!course) return ''
  const { name } = course.treatment
  if (course.planned) return `${name} is planned from ${sayDay(course.startedOn, holding.today)}.`
  if (!course.running) return `${name} is over: the count after it will tell whether it worked.`
  return props.state.failing ? `${name} is running, and does not bring it down.` : `${name} is running: the count after it will tell.`
})
const lines = computed(() => [
  ...factLines(props.state.situation.colony),
  ['Supers', wordOf(SUPERS_WORDS, props.state.situation.supers.now)] as const,
])
const courses = computed(() => props.state.courses.filter((x) => !x.cancelled || x.course.jobs.some((j) => j.state === 'open' && j.job === 'remove')).toReversed())
/** What hangs in the hive while it is about to leave the row. */
const parents = computed(() => props.yard.row.filter((s) => c.value.parents.includes(s.colony.id)).map((s) => s.colony.name))
const inHive = computed(() => props.state.courses.reduce((sum, x) => sum + (x.course.inside ?? 0), 0))
const { busy, save } = useSave()
const end = (course: CourseState) =>
  save(() =>
    holding.put('events', newId(), { courseId: course.record.id, kind: 'cancelled', happenedOn: holding.today, device: 'page' }, props.yard.yard.id).then(() => undefined),
  )
function toggle(what: NonNullable<typeof doing.value>): void {
  job.value = null
  doing.value = doing.value === what ? null : what
}
</script>

<template>
  <SidePane :title="c.name" :sub="`${c.placement.position} in the row, ${yard.yard.name}`" @close="emit('close')">
    <section v-if="job" class="block">
      <AButton type="link" class="plainlink" @click="job = null">← back to {{ c.name }}</AButton>
      <JobForm :key="`${job.job.job}${job.job.n}`" :yard="yard.yard" :state="state" :course="job.course" :job="job.job" @done="job = null" />
    </section>
    <section v-else-if="doing === 'look'" class="block">
      <AButton type="link" class="plainlink" @click="doing = null">← back to {{ c.name }}</AButton>
      <LookForm :yard="yard.yard" :colony="c" @done="doing = null" />
    </section>
    <section v-else-if="doing === 'past'" class="block">
      <AButton type="link" class="plainlink" @click="doing = null">← back to {{ c.name }}</AButton>
      <PastCourseForm :yard="yard" :state="state" @done="doing = null" />
    </section>
    <template v-else>
      <section class="block">
        <CountDot large :judgement="j" :in-hand="state.inHand !== null" />
        <p class="serif says">{{ holding.say(j.text) }}</p>
        <p v-if="state.inHand" :class="state.failing ? 'alarm strong' : 'act strong'">{{ sayCourse }}</p>
        <p v-if="j.trend" class="small">{{ holding.say(j.trend.text) }}</p>
        <p v-for="n in j.notes" :key="n" class="care small">{{ holding.say(n) }}</p>
        <p class="small soft">
          {{ j.countedOn ? `Counted ${sayDay(j.countedOn)}: ${plural(j.mites ?? 0, 'mite')}${j.bees ? ` ${j.unit === 'per100cells' ? `in ${plural(j.bees, 'cell')}` : `on ${plural(j.bees, 'bee')}`}` : ''}.` : '' }}
          {{ j.likely === null ? '' : holding.say(j.likely) }}
        </p>
      </section>
      <section v-if="state.steps.length > 0" class="block">
        <h3>Next</h3>
        <ul class="steps">
          <li v-for="s in state.steps" :key="s.text + s.best">
            <span :class="s.tone" class="strong">{{ capital(holding.say(s.text)) }}</span>
            <AButton
              v-if="s.kind === 'job' && s.job && s.course && !isCounted(s.job.job) && s.due !== 'coming' && holding.mayWrite"
              class="press quiet"
              @click="job = { course: s.course, job: s.job }"
            >
              Enter it
            </AButton>
            <RouterLink v-else-if="s.kind === 'count' || s.kind === 'board' || isCounted(s.job?.job)" class="plainlink" :to="`/count/${c.id}`">Count</RouterLink>
            <AButton v-else-if="s.kind === 'gone' && holding.mayWrite" class="press quiet" @click="doing = 'retire'">Take it out</AButton>
            <AButton v-else-if="s.kind === 'left' && s.course && holding.mayWrite" class="press quiet" :disabled="busy" @click="end(s.course)">End it</AButton>
            <RouterLink v-else-if="s.kind === 'choose'" class="plainlink" :to="`/match/${c.id}`">What fits</RouterLink>
            <span v-else class="soft small">{{ s.due === 'coming' ? `from ${sayDay(s.earliest)}` : '' }}</span>
          </li>
        </ul>
      </section>
      <p v-if="parents.length > 0" class="small soft">
        Made from {{ parents.join(' and ') }} on {{ sayDay(c.since) }}: {{ c.hivedOn ? 'the courses' : 'the counts and courses' }} up to that day count here too.
      </p>
      <p v-if="state.movedOn" class="care">Moved here on {{ sayDay(state.movedOn) }}, in the middle of a course: its jobs came with it, and the yard it left no longer shares them.</p>
      <CourseBlock v-for="course in courses" :key="course.record.id" :yard="yard" :state="state" :course="course" @job="job = { course, job: $event }" />
      <section class="block">
        <h3>What is known{{ c.look ? `, seen ${sayDay(c.look.onDay)}` : ': nothing yet' }}</h3>
        <dl class="facts">
          <template v-for="[k, v] in lines" :key="k">
            <dt>{{ k }}</dt>
            <dd>{{ v }}</dd>
          </template>
        </dl>
        <p v-if="c.look?.note" class="note">{{ c.look.note }}</p>
      </section>
      <section v-if="holding.mayWrite" class="block">
        <div class="doings">
          <RouterLink class="press" :to="`/count/${c.id}`">Count</RouterLink>
          <RouterLink class="press quiet" :to="`/match/${c.id}`">What fits</RouterLink>
          <AButton class="press quiet" @click="toggle('look')">Note what you saw</AButton>
          <AButton class="press quiet" @click="toggle('past')">Given before</AButton>
          <AButton class="press quiet" :aria-expanded="doing === 'rename'" @click="toggle('rename')">Rename</AButton>
          <AButton class="press quiet" :aria-expanded="doing === 'split'" @click="toggle('split')">Divide</AButton>
          <AButton class="press quiet" :aria-expanded="doing === 'move'" @click="toggle('move')">Move</AButton>
          <AButton class="press quiet" :aria-expanded="doing === 'retire'" @click="toggle('retire')">Retire</AButton>
        </div>
        <CautionNote v-if="doing === 'retire' && inHive">
          <strong>{{ inHive }} still in the hive by your notes.</strong>
          Enter first what happened and what came out: a colony out of the row asks for nothing any more.
        </CautionNote>
        <PlaceForms v-if="doing" :key="doing" :what="doing" :yard="yard.yard" :colony="c" @done="doing = null" @gone="emit('close')" />
      </section>
      <p class="ways">
        <RouterLink class="press quiet" :to="`/line/${c.id}`">Its year in one picture</RouterLink>
        <RouterLink v-if="holding.preferences.outlook" class="press quiet" :to="`/outlook/${c.id}`">What lies ahead</RouterLink>
      </p>
      <CountHistory :state="state" class="block" />
      <FoldAway class="block" title="Last changes">
        <ChangeList :query="`colony=${c.id}`" :most="10" />
      </FoldAway>
    </template>
  </SidePane>
</template>

<style scoped>
.ways { display: flex; gap: 10px; flex-wrap: wrap; }
.block { display: grid; gap: 9px; }
.says { font-size: 18px; line-height: 1.28; font-weight: 560; }
.steps { display: grid; gap: 6px; }
.steps li { display: flex; justify-content: space-between; align-items: center; gap: 12px; min-height: 44px; border-bottom: 1px solid var(--hairline); padding-bottom: 6px; }
.facts { display: grid; grid-template-columns: 88px 1fr; margin: 0; gap: 5px 12px; }
.facts dt { color: var(--soft); }
.facts dd { margin: 0; }
.note { background: var(--straw-wash); border-radius: 8px; padding: 8px 12px; font-size: 14.5px; overflow-wrap: anywhere; }
.doings { display: grid; grid-template-columns: repeat(3, 1fr); gap: 8px; }
.doings .press { padding: 8px 6px; }
@media screen and (max-width: 720px) { .steps a, .steps button { min-height: 48px; display: inline-flex; align-items: center; } }
</style>
