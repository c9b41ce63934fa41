<script setup lang="ts">
/** One visit on one sheet: what to carry, what to mind, and the row with its ticks. On the phone in the yard, and on paper. */
import FaultLine from '../../parts/FaultLine.vue'
import FoldAway from '../../parts/FoldAway.vue'
import CautionNote from '../../parts/CautionNote.vue'
import AButton from 'ant-design-vue/es/button'
import { entryOf, followsVisit, isCounted } from '@thistle/core/course'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { gatherSteps, USUAL_WORK, type ColonyState, type CourseState, type NextStep, type TodayJob } from '@thistle/core/holding'
import { handledElsewhere, jobsOfYard, ownPace, roundSheet, visitMinutes, type RoundJob } from '@thistle/core/rounds'
import { isDay, type Day } from '@thistle/core/time'
import { safetyFor, treatmentOf, type SafetyCard } from '@thistle/core/treatments'
import HiveMap from '../../graphics/HiveMap.vue'
import { sayDay, sayDayLong, sayWindow } from '../../look/dates.ts'
import VapourCycles from '../../parts/VapourCycles.vue'
import JobForm from '../../parts/JobForm.vue'
import SafetyText from '../../parts/SafetyText.vue'
import SidePane from '../../parts/SidePane.vue'
import { useSave } from '../../parts/useSave.ts'
import { capital, plural, sayMinutes } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import ManyForm from '../today/ManyForm.vue'
import { nameOfFold } from '../today/today-words.ts'
import TookPart from './TookPart.vue'
import { useRounds } from './useRounds.ts'
import WaitLine from '../../parts/WaitLine.vue'

const route = useRoute()
const holding = useHolding()
const { plan, before, failed } = useRounds()
const { busy, fault, save } = useSave()
const day = computed<Day | null>(() => (isDay(route.params.day) ? route.params.day : null))
const yard = computed(() => holding.states.find((y) => y.yard.id === route.params.yardId) ?? null)
const work = computed(() => holding.settings?.work ?? USUAL_WORK)

/** The jobs as they stood when the sheet was opened: what is ticked stays on it. */
const jobs = shallowRef<readonly RoundJob[] | null>(null)
const drawn = ref(true)
/** They are those of the plan that was drawn last: the new one puts its own in their place. */
const provisional = ref(false)
watch(
  [plan, before, yard, day],
  () => {
    const by = plan.value ?? before.value
    if ((jobs.value && !(provisional.value && plan.value)) || !by || !yard.value || !day.value) return
    const on = day.value
    const round = by.rounds.find((r) => r.yardId === yard.value?.yard.id && r.day === on)
    // Only what is drawn anew says that no round is drawn.
    if (!round && !plan.value) return
    provisional.value = plan.value === null
    drawn.value = round !== undefined
    const next = round?.jobs ?? jobsOfYard(yard.value, work.value, ownPace(holding.states, work.value)).filter((j) => j.overdue || (j.earliest <= on && on <= j.latest))
    // What was ticked meanwhile stays on the sheet.
    const ticked = (jobs.value ?? []).filter((j) => find(j)?.done && !next.some((n) => n.id === j.id))
    jobs.value = ticked.length > 0 ? [...ticked, ...next] : next
  },
  { immediate: true },
)
watch(
  () => route.fullPath,
  () => (jobs.value = null),
)
/** The other yards are worked out once the sheet stands. */
const others = ref(false)
void holding.allWorked().then(() => (others.value = true))
const sheet = computed(() =>
  yard.value && day.value && jobs.value && holding.settings
    ? roundSheet({ day: day.value, jobs: jobs.value }, yard.value, holding.settings, others.value ? handledElsewhere(holding.states, day.value, yard.value.yard.id) : undefined)
    : null,
)
/** What is weighed or mixed for it. */
const benches = computed(() => [...new Set((jobs.value ?? []).flatMap((j) => (j.treatment && j.job === 'dose' ? (treatmentOf(j.treatment)?.bench ?? []) : [])))])
/** A safety card is opened before the first tick of an acid or a synthetic, once a round. */
const card = ref<{ readonly card: SafetyCard; readonly then: RoundJob | TodayJob | null } | null>(null)
const readKey = (c: SafetyCard) => `thistle-card ${yard.value?.yard.id} ${day.value} ${c.key}`
const isRead = (c: SafetyCard) => sessionStorage.getItem(readKey(c)) !== null
/** The card that is read before a job is ticked; null where it was read, or none is to be. */
function cardBefore(treatment: RoundJob['treatment'], job: RoundJob['job']): SafetyCard | null {
  const given = treatment ? treatmentOf(treatment) : null
  const first = given && HANDLED.has(job ?? '') ? safetyFor(given) : null
  return first?.beforeRound && !isRead(first) ? first : null
}
function press(job: RoundJob): void {
  const first = cardBefore(job.treatment, job.job)
  if (first) card.value = { card: first, then: job }
  else void tick(job)
}
/** Hives alike, ticked by one press: with those left out that were not done, and the amounts as they were. */
const many = ref<TodayJob | null>(null)
const stepOf = (step: NextStep) => `${step.course?.record.id} ${step.job?.job} ${step.job?.n}`
const alike = computed<TodayJob[]>(() => {
  if (!yard.value || !over.value) return []
  const open = new Set((jobs.value ?? []).filter((j) => canTick(j) && find(j)?.done === null).map((j) => `${j.courseId} ${j.job} ${j.n}`))
  return gatherSteps([yard.value], (step) => step.kind === 'job' && open.has(stepOf(step)), (_, step) => `${step.course?.treatment.key} ${step.job?.job} ${step.job?.n}`).filter((l) => l.lines.length > 1)
})
function pressMany(line: TodayJob): void {
  const first = cardBefore(line.step.course?.treatment.key ?? null, line.step.job?.job ?? null)
  if (first) card.value = { card: first, then: line }
  else many.value = line
}
const enteredMany = ref<string | null>(null)
const HANDLED = new Set<string>(['dose', 'remove', 'check', 'lift', 'lay-again'])
function readOn(): void {
  const open = card.value
  if (!open) return
  sessionStorage.setItem(readKey(open.card), '1')
  card.value = null
  if (!open.then) return
  if ('lines' in open.then) many.value = open.then
  else void tick(open.then)
}
/** Once what was handled is done: hands, and who may come back when. */
const washed = computed(() => {
  const handled = (jobs.value ?? []).filter((j) => j.treatment && HANDLED.has(j.job ?? ''))
  return handled.length > 0 && handled.every((j) => find(j)?.done) ? (sheet.value?.cards.flatMap((c) => c.afterwards) ?? []) : []
})
const minutes = computed(() => visitMinutes(jobs.value ?? [], work.value))

interface Found {
  readonly state: ColonyState
  readonly course: CourseState | null
  readonly done: string | null
}
function find(job: RoundJob): Found | null {
  const state = yard.value?.row.find((s) => s.colony.id === job.colonyId)
  if (!state) return null
  const course = state.courses.find((c) => c.record.id === job.courseId) ?? null
  const planned = course?.course.jobs.find((j) => j.job === job.job && j.n === job.n)
  const entry = job.job && job.n !== null ? entryOf({ job: job.job, n: job.n }) : null
  // Heat is told as what happened: once it is, the job is gone from the course.
  const told = entry && entry.kind !== 'done' ? course?.events.findLast((e) => e.kind === entry.kind && e.happenedOn >= job.earliest) : null
  if (course && told) return { state, course, done: `done ${sayDay(told.happenedOn)}` }
  if (course) return { state, course, done: planned?.doneOn ? `done ${sayDay(planned.doneOn)}` : planned?.state === 'passed' ? 'not asked for any more' : null }
  const since = day.value ?? holding.today
  const counted = job.kind === 'count' && state.colony.counts.some((c) => c.onDay >= since)
  const read = job.kind === 'board' && !state.colony.board
  return { state, course, done: counted ? 'counted' : read ? 'read' : null }
}
const left = computed(() => (jobs.value ?? []).filter((j) => find(j)?.done === null).length)
const over = computed(() => day.value !== null && day.value <= holding.today)
const canTick = (job: RoundJob) => holding.mayWrite && job.courseId !== null && !isCounted(job.job)

async function tick(job: RoundJob): Promise<void> {
  const on = day.value && day.value < holding.today ? day.value : holding.today
  await save(() =>
    holding
      .put('events', newId(), { courseId: job.courseId, ...(job.job && job.n !== null ? entryOf({ job: job.job, n: job.n }) : {}), happenedOn: on, amount: job.amount?.amount ?? null, device: 'sheet' }, job.yardId)
      .then(() => undefined),
  )
}
async function untick(job: RoundJob): Promise<void> {
  const event = find(job)?.course?.events.findLast((e) => (e.kind === 'done' && e.job === job.job && e.n === job.n) || (job.job !== null && followsVisit(job.job) && e.kind === entryOf({ job: job.job, n: job.n ?? 1 }).kind))
  if (!event) return
  await save(() =>
    holding
      .put('events', newId(), { courseId: job.courseId, kind: 'taken-back', happenedOn: holding.today, supersedes: event.id, device: 'sheet' }, job.yardId)
      .then(() => undefined),
  )
}
const otherwise = ref<RoundJob | null>(null)
const form = computed(() => {
  const job = otherwise.value
  const found = job ? find(job) : null
  const planned = found?.course?.course.jobs.find((j) => j.job === job?.job && j.n === job?.n)
  return found?.course && planned && yard.value ? { state: found.state, course: found.course, job: planned } : null
})
const KNOWN = { observed: 'observed', stated: 'as given', forecast: 'forecast', normal: 'usual for the season' } as const
/** Hives that are vaporised on this round, in the order of the row. */
const vapourHives = computed(() =>
  (jobs.value ?? [])
    .filter((j) => j.tail > 0)
    .map((j) => ({ id: j.colonyId, position: j.position, name: j.colony, charge: holding.say(j.amount?.text ?? ''), grams: j.amount?.amount ?? 1 }))
    .toSorted((a, b) => a.position - b.position),
)
const countLink = (job: RoundJob) => `/count/${job.colonyId}`
const isCount = (job: RoundJob) => job.kind === 'count' || job.kind === 'board' || isCounted(job.job)
/** The first hive of the row where something is left to do: in the yard that is what is wanted, and the list of what to take along is read. */
const nextHive = computed(() => sheet.value?.colonies.find((c) => c.jobs.some((job) => !find(job)?.done)) ?? null)
function toHive(id: string): void {
  const hive = document.getElementById(`hive-${id}`)
  hive?.scrollIntoView()
  hive?.focus({ preventScroll: true })
}
const print = () => window.print()
</script>

<template>
  <div v-if="yard && day && sheet" class="page round">
    <p class="back no-print"><RouterLink to="/rounds">← Rounds</RouterLink></p>
    <header>
      <h1>{{ yard.yard.name }}, {{ sayDayLong(day) }}</h1>
      <p>
        {{ plural(jobs?.length ?? 0, 'job') }} in {{ plural(sheet.colonies.length, 'colony', 'colonies') }}, about {{ sayMinutes(minutes) }}<template v-if="sheet.weather">;
        {{ sheet.weather.low === null ? '' : `${holding.degrees(sheet.weather.low)} to ` }}{{ holding.degrees(sheet.weather.high) }}, {{ KNOWN[sheet.weather.source] }}</template>.
        <span class="no-print">{{ left === 0 ? 'All of it is done.' : `${left} still to do.` }}</span>
      </p>
      <p v-if="!drawn" class="care no-print">No round is drawn to this day: these are the jobs whose windows are open then.</p>
      <p v-for="l in sheet.limits" :key="l.treatment" :class="{ alarm: l.level === 'wait' || l.level === 'ruled-out', care: l.level === 'care' }" class="small">
        {{ l.name }}: {{ holding.say(l.text) }}
      </p>
      <p v-if="sheet.strips" class="alarm strong">{{ sheet.strips }}</p>
    </header>
    <AButton v-if="over && nextHive" type="primary" class="press big to-row no-print" @click="toHive(nextHive.colonyId)">To {{ nextHive.position }} {{ nextHive.name }} ↓</AButton>
    <p v-if="jobs?.length === 0" class="sheet empty">Nothing is to be done here on this day.</p>

    <div class="ready">
      <section v-if="sheet.packing.length > 0" aria-labelledby="s-pack">
        <h2 id="s-pack">Take along</h2>
        <ul class="pack">
          <li v-for="p in sheet.packing" :key="p.text">
            <span class="box on-paper" aria-hidden="true" />{{ holding.say(p.text) }}
            <strong v-if="p.lacking" class="alarm">{{ holding.say(p.lacking) }}</strong>
          </li>
          <li v-if="sheet.gearText"><span class="box on-paper" aria-hidden="true" />On you and with you: {{ sheet.gearText }}</li>
        </ul>
      </section>
      <section v-if="sheet.cautions.length > 0" aria-label="Cautions">
        <CautionNote v-for="c in sheet.cautions" :key="c.name">
          <strong>{{ c.name }}. {{ holding.say(c.hazard) }}</strong> {{ holding.say(c.protection) }} {{ holding.say(c.mishap) }}
        </CautionNote>
      </section>
      <p v-if="sheet.cards.length > 0 || benches.length > 0" class="no-print cards">
        <AButton v-for="c in sheet.cards" :key="c.key" class="press quiet" @click="card = { card: c, then: null }">{{ c.title }}: safety card</AButton>
        <RouterLink v-for="b in left > 0 ? benches : []" :key="b" class="press quiet" :to="{ path: '/shelf/bench', query: { what: b, yard: yard.yard.id, day } }">{{ b === 'oxalic-charges' ? 'Weigh the charges' : b === 'gel-portions' ? 'Portion the gel' : 'Mix for this round' }}</RouterLink>
      </p>
      <section v-if="sheet.cycle" aria-labelledby="s-cycle">
        <h2 id="s-cycle">The vaporiser</h2>
        <p>{{ holding.say(sheet.cycle.text) }}</p>
        <VapourCycles v-if="over && vapourHives.length > 0" :round="`${yard.yard.id} ${day}`" :hives="vapourHives" :heat-seconds="sheet.cycle.heatMinutes * 60" :shut-seconds="sheet.cycle.shutMinutes * 60" :tools="sheet.cycle.tools" />
      </section>
      <FoldAway v-if="sheet.setUp.length > 0" class="no-print" title="How it is laid and set up">
        <template v-for="s in sheet.setUp" :key="s.name">
          <h3>{{ s.name }}</h3>
          <ul class="lines"><li v-for="l in s.lines" :key="l">{{ holding.say(l) }}</li></ul>
        </template>
      </FoldAway>
    </div>

    <p v-if="washed.length > 0" class="caution-after no-print" role="status"><strong>Now.</strong> {{ washed.join(' ') }}</p>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <p v-if="!over" class="care no-print">{{ sayDay(day) }} is still to come: what is done earlier is entered on its own day, by a tick all the same.</p>
    <p v-if="provisional" class="soft small no-print">By the rounds as they were drawn last; they {{ failed ? 'could not be drawn anew.' : 'are being drawn anew ...' }}</p>
    <p v-if="enteredMany" class="settled strong no-print" role="status">{{ enteredMany }}</p>
    <p v-if="holding.mayWrite && alike.length > 0" class="alike no-print">
      <AButton v-for="line in alike" :key="line.key" class="press" type="primary" @click="pressMany(line)">{{ nameOfFold(line) }}: all {{ line.lines.length }} ...</AButton>
    </p>
    <ol class="row" :aria-busy="provisional && !failed">
      <li v-for="c in sheet.colonies" :id="`hive-${c.colonyId}`" :key="c.colonyId" class="sheet colony" tabindex="-1">
        <h2>
          <i>{{ c.position }}</i>
          {{ c.name }}
        </h2>
        <p v-if="c.note" class="soft small note">{{ c.note }}</p>
        <HiveMap v-if="c.spots.length > 0" :model-value="c.spots" :boxes="c.boxes" :frames="c.frames" :put="c.put" fixed />
        <div v-for="job in c.jobs" :key="job.id" class="job" :class="{ done: find(job)?.done }">
          <span class="box on-paper" aria-hidden="true" />
          <div class="what">
            <p class="strong" :class="{ alarm: job.overdue && !find(job)?.done }">{{ holding.say(capital(job.text)) }}</p>
            <p class="soft small">
              <template v-if="job.amount">{{ holding.say(job.amount.text) }}<template v-if="job.job === 'remove'"> went in</template>; </template>{{ job.overdue ? `overdue since ${sayDay(job.latest)}` : job.earliest === job.latest ? sayDay(job.latest) : sayWindow(job.earliest, job.latest) }}
            </p>
            <p v-if="isCount(job)" class="on-paper blanks">bees _____ mites _____ 2nd shake _____ queen <span class="box" /></p>
            <p v-else class="on-paper blanks">{{ job.amount ? (job.job === 'remove' ? 'came out _____ ' : 'given _____ ') : '' }}note ____________________</p>
          </div>
          <div class="tick no-print">
            <template v-if="find(job)?.done">
              <span class="settled strong">{{ capital(find(job)?.done ?? '') }}</span>
              <AButton v-if="canTick(job) && find(job)?.done?.startsWith('done')" type="link" class="plainlink" :disabled="busy" @click="untick(job)">take back</AButton>
            </template>
            <RouterLink v-else-if="isCount(job)" class="press quiet" :to="countLink(job)">Count</RouterLink>
            <RouterLink v-else-if="job.kind === 'queen'" class="press quiet" :to="`/yards/${job.yardId}?colony=${job.colonyId}`">Note what you saw</RouterLink>
            <template v-else-if="canTick(job)">
              <AButton type="primary" class="press big" :disabled="busy" :aria-label="`Done: ${holding.say(job.text)}, ${c.name}`" @click="press(job)">✓ Done</AButton>
              <AButton type="link" class="plainlink" @click="otherwise = job">otherwise ...</AButton>
            </template>
          </div>
        </div>
      </li>
    </ol>
    <TookPart v-if="over && left === 0 && (jobs?.length ?? 0) > 0 && holding.mayWrite" :yard="yard" :day="day" :reckoned="minutes" />
    <p class="law">The label in your hand and your local law decide; this defers to both, and to the vet or inspector where they have the say.</p>
    <p class="no-print"><AButton class="press quiet" @click="print">Print it</AButton></p>
    <SidePane v-if="card" :title="`${card.card.title}: safety`" :sub="card.then ? 'Once a round, before the first tick' : undefined" words @close="card = null">
      <AButton v-if="card.then" type="primary" class="press big" @click="readOn">Read: tick it</AButton>
      <SafetyText :card="card.card" />
      <AButton v-if="card.then" type="primary" class="press big" @click="readOn">Read: tick it</AButton>
    </SidePane>
    <SidePane v-else-if="many" :title="nameOfFold(many)" :sub="`${yard.yard.name}, ${plural(many.lines.length, 'colony', 'colonies')}`" @close="many = null">
      <ManyForm :key="many.key" :line="many" :day="day < holding.today ? day : undefined" @done="((enteredMany = $event.text), (many = null))" />
    </SidePane>
    <SidePane v-else-if="form" :title="form.state.colony.name" :sub="form.course.treatment.name" @close="otherwise = null">
      <JobForm :key="form.course.record.id + form.job.job + form.job.n" :yard="yard.yard" :state="form.state" :course="form.course" :job="form.job" @done="otherwise = null" />
    </SidePane>
  </div>
  <div v-else-if="yard && day" class="page"><h1>{{ yard.yard.name }}, {{ sayDayLong(day) }}</h1><WaitLine>Drawing the round ...</WaitLine></div>
  <div v-else class="page">
    <h1>No such round.</h1>
    <p><RouterLink to="/rounds">To the rounds</RouterLink></p>
  </div>
</template>

<style scoped>
.round { max-width: 940px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 14px; }
header { display: grid; gap: 4px; }
.to-row { display: none; }
.colony { scroll-margin-top: 74px; }
.colony:focus { outline: none; }
.ready { display: grid; gap: 14px; }
.ready h2 { margin-bottom: 5px; }
.pack { display: grid; gap: 4px; }
.pack li::before { content: '– '; color: var(--soft); }
.lines { list-style: disc; padding-left: 20px; }
.row { display: grid; gap: 10px; }
.colony { padding: 12px 16px; display: grid; gap: 8px; }
.colony h2 i { font-style: normal; font-weight: 400; color: var(--soft); font-size: 16px; margin-right: 4px; }
.job { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 14px; align-items: center; border-top: 1px solid var(--hairline); padding-top: 8px; }
.job.done .what { color: var(--soft); }
.job.done .what .strong { font-weight: 400; }
.tick { display: grid; gap: 4px; justify-items: center; min-width: 128px; }
.big { min-height: 60px; min-width: 128px; font-size: 18px; }
.tick .plainlink { min-height: 40px; }
.cards { display: flex; gap: 10px; flex-wrap: wrap; }
.caution-after { background: var(--straw-wash); color: var(--straw-ink); border-radius: 10px; padding: 12px 14px; }
.empty { padding: 20px; }
.alike { display: flex; gap: 10px; flex-wrap: wrap; }
.box { width: 15px; height: 15px; border: 1.4px solid var(--ink); border-radius: 3px; }
@media print {
  .round { gap: 7px; font-size: 9.8pt; }
  h1 { font-size: 15pt; }
  h2 { font-size: 11.5pt; margin: 0; }
  .box.on-paper, .box { display: inline-block; margin-right: 6px; vertical-align: -2px; }
  .pack li::before { content: ''; }
  .ready { gap: 6px; }
  /* Two columns: a yard of twenty on two pages. */
  .row { display: block; columns: 2; column-gap: 9mm; }
  .colony { padding: 4px 0; gap: 2px; border: 0; border-top: 1.2px solid var(--line); break-inside: avoid; }
  .job { grid-template-columns: auto minmax(0, 1fr); gap: 5px; align-items: start; border: 0; padding: 1px 0; }
  .what p { line-height: 1.25; }
  .blanks { padding: 3px 0 2px; }
  .caution { padding: 5px 8px; font-size: 8.8pt; }
}
@media screen and (max-width: 720px) {
  .to-row.press { display: inline-flex; }
  .job { grid-template-columns: minmax(0, 1fr); gap: 8px; }
  .tick { grid-template-columns: 1fr auto; justify-items: stretch; align-items: center; gap: 14px; }
  .big { min-height: 64px; }
  .colony h2 { font-size: 22px; }
}
</style>
