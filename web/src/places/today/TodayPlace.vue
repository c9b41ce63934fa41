<script lang="ts">
/** Whether Today has stood since the page was loaded: from then on it is drawn in one go. */
let stood = false
</script>

<script setup lang="ts">
import NothingYet from '../../parts/NothingYet.vue'
import AButton from 'ant-design-vue/es/button'
import { notSeenSinceWinter } from '@thistle/core/book'
import { isCounted } from '@thistle/core/course'
import { computed, defineAsyncComponent, onMounted, ref } from 'vue'
import { driftingWithin, jobsOn, sharedText, type Phrase, type TodayJob, type YardState } from '@thistle/core/holding'
import { needsOf } from '@thistle/core/shelf'
import { sayShort } from '../../parts/shelf-words.ts'
import { sayDay, sayDayLong, sayWindow } from '../../look/dates.ts'
import DayStrip from '../../graphics/DayStrip.vue'
import { whenIdle } from '../../frame/idle.ts'
import AskedToday from './AskedToday.vue'
import FirstStepsLine from './FirstStepsLine.vue'
import { useMarks } from '../../parts/useMarks.ts'
import { useInTurn } from '../../parts/useInTurn.ts'
import { useSave } from '../../parts/useSave.ts'
import { capital, plural } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'

// What opens beside the lines comes after them: the sentences are read first.
const loadPane = () => import('./EntryPane.vue')
const EntryPane = defineAsyncComponent(loadPane)
whenIdle(loadPane)
const holding = useHolding()
/** On a slow phone the lines take as long as the sentences, which are read first: at a cold start they follow a frame later. */
const all = ref(stood)
onMounted(() => {
  stood = true
  requestAnimationFrame(() => setTimeout(() => (all.value = true)))
})
/** In spring the winter is asked for. */
const wintered = computed(() => notSeenSinceWinter(holding.states, holding.today))
/** One line for the holding of each thing that runs short for what is planned. */
const short = computed(() => (all.value ? needsOf(holding.states, holding.shelf).filter((n) => n.short > 0) : []))
const marks = useMarks(computed(() => holding.states))
const doing = ref<{ line: TodayJob; index: number } | null>(null)
const current = computed(() => {
  if (!doing.value) return null
  const { line, index } = doing.value
  const was = line.lines[index]
  const found = was ? holding.findColony(was.state.colony.id) : null
  const course = found?.state.courses.find((c) => c.record.id === was?.step.course?.record.id)
  const job = course?.course.jobs.find((j) => j.job === was?.step.job?.job && j.n === was?.step.job?.n)
  return found && course && job ? { ...found, course, job } : null
})
/** As many sentences as a large screen shows at once; with seventy yards the others follow a few at a time. */
const AT_FIRST = 8
const read = useInTurn(
  computed(() => holding.states.filter((y) => y.row.length > 0)),
  AT_FIRST,
)
/** The sentence over a yard in the links it is made of: what may be given leads to the options, all else to the row. */
function runsOf(y: YardState): { to: string; pieces: Phrase[] }[] {
  const over = y.row.filter((s) => s.steps.some((x) => x.kind === 'choose'))
  const options = over.length === 1 ? `/match/${over[0]?.colony.id}` : `/match/yard/${y.yard.id}`
  const runs: { to: string; pieces: Phrase[] }[] = []
  for (const p of y.sentence) {
    const to = p.leads === 'options' ? options : `/yards/${y.yard.id}`
    const last = runs.at(-1)
    if (last?.to === to || (p.tone === 'plain' && last)) last?.pieces.push(p)
    else runs.push({ to, pieces: [p] })
  }
  return runs
}
const nothing = computed(() => holding.jobs.overdue.length + holding.jobs.due.length === 0)
/** The next thing that comes, where nothing is due. */
const nextDay = computed(() => holding.states.flatMap((y) => y.row.flatMap((s) => s.steps.map((x) => x.setFor ?? x.earliest))).toSorted()[0] ?? null)
const DRIFT_AHEAD = 28
const drifting = computed(() => driftingWithin(holding.states, DRIFT_AHEAD))
/** Another day than today is chosen: what could be done on it comes first. */
const elsewhere = computed(() => holding.day !== holding.today)
const groups = computed(() => [
  ...(elsewhere.value ? [{ key: 'chosen', title: `On ${sayDayLong(holding.day)}`, list: jobsOn(holding.states, holding.day), none: 'No window is open on that day.' }] : []),
  { key: 'overdue', title: 'Overdue', list: holding.jobs.overdue, none: 'Nothing is overdue.' },
  { key: 'due', title: 'Due now', list: holding.jobs.due, none: 'Nothing is due today.' },
  { key: 'coming', title: 'Coming, three weeks', list: holding.jobs.coming, none: 'Nothing is coming in the next three weeks.' },
])

function what(line: TodayJob): string {
  const { step } = line
  if (step.kind === 'choose') return 'Choose a treatment'
  if (step.kind === 'queen') return 'Settle the queen'
  if (step.kind === 'gone') return 'Take it out of the row'
  if (step.kind === 'left') return capital(holding.say(step.text))
  if (step.kind === 'board') return capital(holding.say(step.text))
  if (step.kind === 'count') return step.due === 'coming' ? 'Count again' : capital(step.name)
  return holding.say(capital(sharedText(line)))
}
function when(line: TodayJob): string {
  const { step } = line
  if (step.kind === 'choose' || step.kind === 'queen' || step.kind === 'gone' || step.kind === 'left') return 'today'
  if (step.setFor) return `set for ${sayDay(step.setFor)}`
  // A count has its day, and some days' grace after it.
  if (step.kind === 'count') return `${step.due === 'overdue' ? 'since' : 'by'} ${sayDay(step.best)}`
  if (step.due === 'overdue') return `since ${sayDay(step.latest)}`
  const [earliest, latest] = [
    line.lines.map((l) => l.step.earliest).toSorted()[0],
    line.lines
      .map((l) => l.step.latest)
      .toSorted()
      .at(-1),
  ]
  if (!earliest || !latest) return ''
  return earliest === latest ? sayDay(latest) : sayWindow(earliest, latest)
}
/** What is wrong with the very job of a line. */
const warnings = (line: TodayJob) => (line.step.course?.course.warnings ?? []).filter((w) => w.job === line.step.job?.job && w.n === line.step.job?.n)
const where = (line: TodayJob) => [line.yard.yard.name, line.step.course?.treatment.name].filter(Boolean).join(', ')
const countable = (line: TodayJob) => line.step.kind === 'count' || line.step.kind === 'board' || isCounted(line.step.job?.job)
const enterable = (line: TodayJob) => line.step.kind === 'job' && !isCounted(line.step.job?.job) && line.step.due !== 'coming'
/** Yards with a last sensible start coming near. */
const ahead = computed(() => read.value.filter((y) => y.ahead !== null))
const many = ref<TodayJob | null>(null)
/** What was entered for many in one go, and how it is taken back. */
const entered = ref<{ text: string; stroke: number | null } | null>(null)
const { fault: undoFault, save: saveUndo } = useSave()
function afterMany(what: { text: string; stroke: number | null }): void {
  many.value = null
  entered.value = what
}
async function undoMany(): Promise<void> {
  const stroke = entered.value?.stroke
  if (stroke == null) return
  if (await saveUndo(() => holding.undo(stroke))) entered.value = { text: 'Taken back, all of it.', stroke: null }
}
const { busy: ending, fault: endFault, save: saveEnd } = useSave()
/** Courses that were left standing are ended in one touch, and taken back in one. */
async function endAll(line: TodayJob): Promise<void> {
  const events = line.lines.flatMap((l) =>
    l.step.course ? [{ id: newId(), courseId: l.step.course.record.id, kind: 'cancelled', happenedOn: holding.today, device: 'page' }] : [],
  )
  let stroke: number | null = null
  const done = await saveEnd(async () => {
    stroke = await holding.stroke({ events }, line.yard.yard.id)
  })
  if (done) entered.value = { text: `Ended in ${plural(events.length, 'colony', 'colonies')} at ${line.yard.yard.name}: what was given stays in the book.`, stroke }
}
function afterOne(): void {
  doing.value = null
}
</script>

<template>
  <template v-if="holding.yard">
    <DayStrip :yard="holding.yard.yard" :marks="marks" />
    <div class="page">
      <h1 class="day">{{ sayDayLong(holding.today) }}, {{ holding.me?.holding.name }}</h1>
      <FirstStepsLine />
      <ul class="sentences">
        <li v-for="y in read" :key="y.yard.id">
          <RouterLink v-for="run in runsOf(y)" :key="run.to" :to="run.to" class="serif">
            <span v-for="(p, i) in run.pieces" :key="i" :class="p.tone === 'plain' ? '' : p.tone">{{ holding.say(p.text) }}</span>
          </RouterLink>
        </li>
      </ul>
      <template v-if="all">
        <p v-if="entered" class="settled strong" role="status">
          {{ entered.text }}
          <AButton v-if="entered.stroke !== null" type="link" class="plainlink" @click="undoMany">Undo</AButton>
          <span v-if="undoFault" class="alarm">{{ undoFault }}</span>
        </p>
        <p v-if="endFault" class="alarm strong" role="alert">{{ endFault }}</p>
        <p v-if="nothing" class="settled strong">
          Nothing needs doing today{{ nextDay ? `; the next thing opens on ${sayDay(nextDay, holding.today)}` : ' or in the weeks ahead' }}.
        </p>
        <AskedToday />
      <p v-if="wintered > 0" class="winter serif">
        <RouterLink to="/book/winter">How did they come through the winter? Of {{ plural(wintered, 'colony', 'colonies') }} nobody has said yet.</RouterLink>
      </p>
 <p v-for="n in short" :key="n.treatment" class="winter serif">
        <RouterLink to="/shelf" class="care">{{ holding.say(sayShort(n)) }}</RouterLink>
      </p>
        <section v-for="g in groups" :key="g.key" class="group" :class="g.key" :aria-labelledby="`g-${g.key}`">
          <h2 :id="`g-${g.key}`">{{ g.title }}</h2>
          <p v-if="g.list.length === 0" class="soft">{{ g.none }}</p>
          <ul v-else class="lines sheet">
            <li v-for="line in g.list" :key="line.key">
              <span class="when" :class="{ 'alarm strong': g.key === 'overdue' }">{{ when(line) }}</span>
              <span class="what">
                <span class="strong" :class="{ alarm: line.step.tone === 'alarm' }">{{ what(line) }}</span>
                <span class="where soft">{{ where(line) }}</span>
                <span v-if="line.step.hindrance" class="care strong small">{{ holding.say(line.step.hindrance) }}</span>
                <span v-for="w in g.key === 'coming' ? [] : warnings(line)" :key="w.text" class="alarm small">
                  {{ holding.say(w.text) }}
                </span>
              </span>
              <span class="who">
                <AButton v-if="line.step.kind === 'left' && holding.mayWrite" class="press quiet all" :disabled="ending" @click="endAll(line)">{{ line.lines.length > 1 ? `End all ${line.lines.length}` : 'End it' }}</AButton>
                <AButton v-if="enterable(line) && line.lines.length > 1 && holding.mayWrite" class="press quiet all" @click="many = line">All {{ line.lines.length }} ...</AButton>
                <template v-for="(l, i) in line.lines" :key="l.state.colony.id">
                  <AButton v-if="enterable(line) && holding.mayWrite" type="text" class="bare colony" @click="doing = { line, index: i }">
                    <i>{{ l.state.colony.placement.position }}</i>
                    {{ l.state.colony.name }}
                  </AButton>
                  <RouterLink
                    v-else
                    class="colony"
                    :to="
                      line.step.kind === 'choose'
                        ? `/match/${l.state.colony.id}`
                        : countable(line)
                          ? `/count/${l.state.colony.id}`
                          : `/yards/${line.yard.yard.id}?colony=${l.state.colony.id}`
                    "
                  >
                    <i>{{ l.state.colony.placement.position }}</i>
                    {{ l.state.colony.name }}
                  </RouterLink>
                </template>
              </span>
            </li>
          </ul>
        </section>
        <section v-if="drifting.length > 0" class="group" aria-labelledby="g-drift">
          <h2 id="g-drift">Drifting towards the limit</h2>
          <ul class="ahead">
            <li v-for="d in drifting" :key="d.state.colony.id">
              <RouterLink :to="`/count/${d.state.colony.id}`">{{ d.state.colony.name }}</RouterLink>
              <span>{{ d.yard.yard.name }}: {{ holding.say(d.drift.text) }}.</span>
            </li>
          </ul>
          <p class="soft small">The likely level carried on at the season's usual pace: a reason to count, not a count.</p>
        </section>
        <section v-if="ahead.length > 0" class="group" aria-labelledby="g-ahead">
          <h2 id="g-ahead">Plan ahead</h2>
          <ul class="ahead">
            <li v-for="y in ahead" :key="y.yard.id">
              <RouterLink :to="`/match/yard/${y.yard.id}`">{{ y.yard.name }}</RouterLink>
              <span class="care">{{ holding.say(y.ahead ?? '') }} <RouterLink to="/rounds/deadlines">All last starts</RouterLink></span>
            </li>
          </ul>
        </section>
        <p class="law">Windows come from each treatment's own course; the label in your hand and local law decide.</p>
      </template>
    </div>
    <EntryPane v-if="many" :many="many" @many="afterMany" @close="many = null" />
    <EntryPane v-else-if="current" :one="current" @done="afterOne" @close="doing = null" />
  </template>
  <div v-else class="page">
    <FirstStepsLine />
    <NothingYet title="Nothing is kept here yet." says="Begin with a yard, then the colonies in the order in which they stand." go="Add a yard" />
  </div>
</template>

<style scoped>
.winter { font-size: 19px; margin-top: 14px; }
.day { margin-bottom: 8px; font: inherit; color: var(--soft); letter-spacing: 0; }
.sentences { display: grid; gap: 9px; max-width: 1020px; }
.sentences a { color: inherit; text-decoration: none; font-size: 22px; line-height: 1.25; font-weight: 520; white-space: pre-wrap; }
.sentences a:hover { text-decoration: underline; text-decoration-color: var(--thistle-mid); text-decoration-thickness: 1.5px; }
.group { margin-top: 26px; }
.group h2 { margin-bottom: 9px; }
.group.overdue h2 { color: var(--brick); }
.lines li { display: grid; grid-template-columns: 128px minmax(0, 1fr) fit-content(min(420px, 50%)); gap: 16px; padding: 10px 16px; border-bottom: 1px solid var(--hairline); align-items: start; }
.lines li:last-child { border-bottom: 0; }
.when { padding-top: 9px; }
.what { display: grid; gap: 1px; padding-top: 9px; }
.where { font-size: 14px; }
.who { display: flex; flex-wrap: wrap; gap: 6px; justify-content: flex-end; }
.colony { display: inline-flex; align-items: center; gap: 7px; min-height: 40px; padding: 4px 13px; border: 1px solid var(--line); border-radius: 9px; background: var(--sheet); color: var(--ink); text-decoration: none; font-weight: 600; cursor: pointer; }
@media screen and (min-width: 721px) { .all { min-height: 40px; padding: 4px 13px; } }
.colony i { font-style: normal; font-weight: 400; color: var(--soft); font-size: 13px; }
.colony:hover { border-color: var(--thistle); color: var(--thistle-deep); background: var(--thistle-pale); }
.ahead { display: grid; gap: 6px; }
.ahead li { display: grid; grid-template-columns: 128px minmax(0, 1fr); gap: 16px; padding: 0 16px; }
.law { margin-top: 26px; }
@media print {
  .sentences a { font-size: 13pt; }
  .group { margin-top: 14px; }
  .lines li { grid-template-columns: 132px minmax(0, 1fr) fit-content(250px); padding: 5px 8px; }
  .when, .what { padding-top: 3px; }
  .colony { min-height: 0; padding: 2px 4px; border: 0; }
  /* A box to tick in the yard. */
  .colony::before { content: ''; width: 13px; height: 13px; border: 1.3px solid var(--ink); border-radius: 3px; }
  .day, .law { display: none; }
}
@media screen and (max-width: 720px) {
  .sentences a { font-size: 19px; }
  .lines li { grid-template-columns: 1fr; gap: 5px; padding: 12px 14px; }
  .when, .what { padding-top: 0; }
  .who { justify-content: flex-start; margin-top: 4px; }
  .colony { min-height: 50px; font-size: 17px; }
  .ahead li { grid-template-columns: 1fr; gap: 2px; padding: 0 2px; }
  .ahead a { min-height: 48px; display: flex; align-items: center; }
}
</style>
