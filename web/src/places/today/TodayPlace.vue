<script lang="ts">
/** Whether Today has stood since the page was loaded: from then on it is drawn in one go. */
let stood = false
</script>

<script setup lang="ts">
import NothingYet from '../../parts/NothingYet.vue'
import AButton from 'ant-design-vue/es/button'
import { notSeenSinceWinter } from '@thistle/core/book'
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { countYards, driftingWithin, jobsOn, rankYards, type Phrase, type TodayJob, type YardState } from '@thistle/core/holding'
import { needsOf } from '@thistle/core/shelf'
import { sayShort } from '../../parts/shelf-words.ts'
import { sayDay, sayDayLong } from '../../look/dates.ts'
import DayStrip from '../../graphics/DayStrip.vue'
import { whenIdle } from '../../frame/idle.ts'
import AskedToday from './AskedToday.vue'
import TodayGroup from './TodayGroup.vue'
import FirstStepsLine from './FirstStepsLine.vue'
import { useMarks } from '../../parts/useMarks.ts'
import { useSave } from '../../parts/useSave.ts'
import { plural } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { FEW_YARDS, keepWorst, WORST_YARDS } from '../../stores/worst.ts'

// What opens beside the lines comes after them: the sentences are read first.
const loadPane = () => import('./EntryPane.vue')
const EntryPane = defineAsyncComponent(loadPane)
whenIdle(loadPane)
// Folds are for many yards: fetched where there are.
const FoldAway = defineAsyncComponent(() => import('../../parts/FoldAway.vue'))
const holding = useHolding()
/** On a slow phone the lines take as long as the sentences, which are read first: at a cold start they follow a frame later. */
const linesToo = ref(stood)
onMounted(() => {
  stood = true
  requestAnimationFrame(() => setTimeout(() => (linesToo.value = true)))
})
const all = computed(() => linesToo.value && !holding.firstYards)
/** In spring the winter is asked for. */
const wintered = computed(() => (all.value ? notSeenSinceWinter(holding.states, holding.today) : 0))
/** One line for the holding of each thing that runs short for what is planned. */
const short = computed(() => (all.value ? needsOf(holding.states, holding.shelf).filter((n) => n.short > 0) : []))
const marks = useMarks(computed(() => (holding.firstYards ? [] : holding.states)))
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
/** Sentences for as many yards as are read; with more, the worst have theirs, and the rest is counted and folded. */
const peopled = computed(() => holding.states.filter((y) => y.yard.colonies.length > 0))
const hasMany = computed(() => peopled.value.length > FEW_YARDS)
/** Of many yards those that were the worst are read at once, while the others are worked out. */
const firstOf = (ids: readonly string[]) => ids.flatMap((id) => peopled.value.find((y) => y.yard.id === id) ?? [])
const ranked = computed(() => (holding.firstYards ? firstOf(holding.firstYards) : hasMany.value ? rankYards(peopled.value) : peopled.value))
const read = computed(() => (hasMany.value ? ranked.value.slice(0, WORST_YARDS) : ranked.value))
const others = computed(() => ranked.value.slice(read.value.length))
const waiting = computed(() => (holding.firstYards ? peopled.value.length - holding.firstYards.length : 0))
watch(
  [read, waiting],
  () => {
    if (hasMany.value && waiting.value === 0 && holding.me) keepWorst(holding.me.holding.id, read.value.map((y) => y.yard.id))
  },
  { immediate: true },
)
const restOpen = ref(false)
/** "and 65 more yards: 12 with colonies over the limit, 53 with nothing due". */
const sayRest = computed(() => {
  const { danger, late, over, due, quiet } = countYards(others.value)
  const said = [
    danger > 0 && `${danger} with colonies in danger`,
    late > 0 && `${late} with late work`,
    over > 0 && `${over} with colonies over the limit`,
    due > 0 && `${due} with something due`,
    quiet > 0 && `${quiet} with nothing due`,
  ].filter(Boolean)
  return `And ${plural(others.value.length, 'more yard')}: ${said.join(', ')}`
})
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
const wholeDrift = ref(false)
const driftingShown = computed(() => (wholeDrift.value ? drifting.value : drifting.value.slice(0, FEW_YARDS)))
/** Another day than today is chosen: what could be done on it comes first. */
const elsewhere = computed(() => holding.day !== holding.today)
const groups = computed(() => [
  ...(elsewhere.value ? [{ key: 'chosen', title: `On ${sayDayLong(holding.day)}`, list: jobsOn(holding.states, holding.day), none: 'No window is open on that day.' }] : []),
  { key: 'overdue', title: 'Overdue', list: holding.jobs.overdue, none: 'Nothing is overdue.' },
  { key: 'due', title: 'Due now', list: holding.jobs.due, none: 'Nothing is due today.' },
  { key: 'coming', title: 'Coming, three weeks', list: holding.jobs.coming, none: 'Nothing is coming in the next three weeks.' },
])

/** Yards with a last sensible start coming near. */
const ahead = computed(() => ranked.value.filter((y) => y.ahead !== null))
/** Yards of which the same is said stand in one line. */
const aheadSaid = computed(() => {
  const found = new Map<string, YardState[]>()
  for (const y of ahead.value) found.set(y.ahead ?? '', [...(found.get(y.ahead ?? '') ?? []), y])
  return [...found].map(([text, yards]) => ({ text, yards })).toSorted((a, b) => b.yards.length - a.yards.length)
})
const aheadShown = computed(() => (wholeAhead.value ? aheadSaid.value : aheadSaid.value.slice(0, FEW_YARDS)))
const wholeAhead = ref(false)
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
      <FoldAway v-if="others.length > 0" v-model:open="restOpen" class="rest no-print" :title="sayRest">
        <ul class="restlist">
          <li v-for="y in restOpen ? others : []" :key="y.yard.id">
            <RouterLink :to="`/yards/${y.yard.id}`"><span v-for="(p, i) in y.sentence" :key="i" :class="p.tone === 'plain' ? '' : p.tone">{{ holding.say(p.text) }}</span></RouterLink>
          </li>
        </ul>
      </FoldAway>
      <p v-if="waiting > 0" class="soft" role="status">Looking through {{ plural(waiting, 'more yard') }} ...</p>
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
        <TodayGroup
          v-for="g in groups"
          :id="g.key"
          :key="g.key"
          :title="g.title"
          :list="g.list"
          :none="g.none"
          :ending="ending"
          @one="(line, index) => (doing = { line, index })"
          @many="many = $event"
          @end="endAll"
        />
        <section v-if="drifting.length > 0" class="group" aria-labelledby="g-drift">
          <h2 id="g-drift">Drifting towards the limit</h2>
          <ul class="ahead">
            <li v-for="d in driftingShown" :key="d.state.colony.id">
              <RouterLink :to="`/count/${d.state.colony.id}`">{{ d.state.colony.name }}</RouterLink>
              <span>{{ d.yard.yard.name }}: {{ holding.say(d.drift.text) }}.</span>
            </li>
          </ul>
          <AButton v-if="driftingShown.length < drifting.length" type="link" class="plainlink" @click="wholeDrift = true">All {{ drifting.length }} colonies</AButton>
          <p class="soft small">The likely level carried on at the season's usual pace: a reason to count, not a count.</p>
        </section>
        <section v-if="ahead.length > 0" class="group" aria-labelledby="g-ahead">
          <h2 id="g-ahead">Plan ahead</h2>
          <ul class="ahead">
            <li v-for="a in aheadShown" :key="a.text">
              <RouterLink v-if="a.yards.length === 1" :to="`/match/yard/${a.yards[0]!.yard.id}`">{{ a.yards[0]!.yard.name }}</RouterLink>
              <span v-else class="strong">{{ a.yards.length }} yards</span>
              <span class="care">
                {{ holding.say(a.text) }} <RouterLink to="/rounds/deadlines">All last starts</RouterLink>
                <FoldAway v-if="a.yards.length > 1" title="Which yards"><RouterLink v-for="y in a.yards" :key="y.yard.id" class="which" :to="`/match/yard/${y.yard.id}`">{{ y.yard.name }}</RouterLink></FoldAway>
              </span>
            </li>
          </ul>
          <AButton v-if="aheadShown.length < aheadSaid.length" type="link" class="plainlink" @click="wholeAhead = true">All {{ aheadSaid.length }} of these</AButton>
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
.rest { margin-top: 12px; }
.restlist { display: grid; gap: 6px; }
.restlist a { color: inherit; text-decoration: none; }
.restlist a:hover { text-decoration: underline; }
.which { display: inline-block; margin-inline-end: 14px; }
.ahead { display: grid; gap: 6px; }
.ahead li { display: grid; grid-template-columns: 128px minmax(0, 1fr); gap: 16px; padding: 0 16px; }
.law { margin-top: 26px; }
@media print {
  .sentences a { font-size: 13pt; }
  .group { margin-top: 14px; }
    .when,     .day, .law { display: none; }
}
@media screen and (max-width: 720px) {
  .sentences a { font-size: 19px; }
    .when,       .ahead li { grid-template-columns: 1fr; gap: 2px; padding: 0 2px; }
  .ahead a { min-height: 48px; display: flex; align-items: center; }
}
</style>
