<script setup lang="ts">
/** What lies ahead of a colony: when to look again, and what each plan would do; a model's word, with its doubt. */
import AButton from 'ant-design-vue/es/button'
import ASegmented from 'ant-design-vue/es/segmented'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { isOver } from '@thistle/core/judge'
import { plannedColony } from '@thistle/core/holding'
import { isDesigned, lookBackOn, MOST_PLANS, namePlan, type OutlookPlan } from '@thistle/core/outlook'
import { addDays, type Day } from '@thistle/core/time'
import { plain } from '@thistle/core/units'
import { CRUDE_OVER, sayRangeAhead } from '@thistle/core/words'
import FanChart from '../../graphics/FanChart.vue'
import { DASHES, type FanShown } from '../../graphics/fan-chart.ts'
import PickOne from '../../fields/PickOne.vue'
import CautionNote from '../../parts/CautionNote.vue'
import FaultLine from '../../parts/FaultLine.vue'
import FoldAway from '../../parts/FoldAway.vue'
import NothingYet from '../../parts/NothingYet.vue'
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import WaitLine from '../../parts/WaitLine.vue'
import { plural } from '../../parts/words.ts'
import { useColonyInView } from '../../parts/useColonyInView.ts'
import { sayDay } from '../../look/dates.ts'
import { useNarrow } from '../../look/narrow.ts'
import { useHolding } from '../../stores/holding.ts'
import BackwardsBlock from './BackwardsBlock.vue'
import PlanForm from './PlanForm.vue'
import SeriesTable from './SeriesTable.vue'
import StartPlan from './StartPlan.vue'
import { useAhead } from './useAhead.ts'
import { vAsked } from '../../frame/asked.ts'
import MarksLink from '../../frame/MarksLink.vue'

const router = useRouter()
const narrow = useNarrow()
const holding = useHolding()
const place = useColonyInView((s) => s.inHand === null && isOver(s.judgement))
const colonyId = computed(() => place.value?.state.colony.id ?? null)
/** As it stands today, what is only chosen told apart. */
const asked = computed(() => (place.value && holding.preferences.outlook ? plannedColony(place.value.state) : null))
const situation = computed(() => asked.value?.situation ?? null)
const SPANS = [
  { value: 60, label: 'Two months' },
  { value: 120, label: 'Four' },
  { value: 240, label: 'Eight' },
]
const days = ref(120)
/** Plans as the keeper has them; null while they are those that are offered. */
const own = shallowRef<readonly OutlookPlan[] | null>(null)
const chosen = ref<string | null>(null)
watch(colonyId, () => {
  own.value = null
  chosen.value = null
})
const { ahead, busy, failed, tryRounds, tellBack } = useAhead(asked, days, own)
/** Treatments whose rounds may be designed, and that the keeper's list does not refuse. */
const designed = computed(() => holding.treatments.filter((t) => isDesigned(t) && holding.settings?.rules[t.key]?.authorised !== 'no'))
/** A course that is over, with counts before and after it. */
const past = computed(() => (situation.value ? lookBackOn(situation.value) : null))
const plans = computed(() => ahead.value?.plans ?? [])
const told = computed(() => ahead.value?.outlook.plans ?? [])
const index = computed(() => Math.max(0, plans.value.findIndex((p) => p.name === chosen.value)))
const today = computed<Day>(() => situation.value?.asOf ?? holding.today)
const day = (on: Day) => sayDay(on, today.value)
const nameOf = (p: OutlookPlan) => holding.say(namePlan(p.courses, today.value))

const shown = computed<FanShown | null>(() => {
  const a = ahead.value
  const plan = told.value[index.value]
  if (!a || !plan) return null
  return {
    dates: a.outlook.dates,
    fan: plan.wash,
    others: told.value.flatMap((p, i) => (i === index.value ? [] : [{ name: p.name, middle: p.wash.p50, dash: DASHES[i % DASHES.length] ?? [] }])),
    limits: a.outlook.limits,
    jars: a.jars,
    winterBees: a.winterBees,
    recountBy: a.over ? null : a.recountBy,
    say: day,
  }
})
const of100 = (x: number) => (x < 0.01 ? 'under 1' : x > 0.99 ? 'over 99' : plain(x * 100, 0))
const at = (i: number, t: number): string => {
  const w = told.value[i]?.wash
  return w ? sayRangeAhead({ low: w.p05[t] ?? 0, middle: w.p50[t] ?? 0, high: w.p95[t] ?? 0 }) : ''
}
interface Row {
  readonly i: number
  readonly plan: OutlookPlan
}
const rows = computed<readonly Row[]>(() => plans.value.map((plan, i) => ({ i, plan })))
const toldOn = computed<Day>(() => ahead.value?.outlook.dates[ahead.value.told] ?? today.value)
const last = computed(() => (ahead.value?.outlook.dates.length ?? 1) - 1)
const columns = computed<readonly Column<Row>[]>(() => [
  { key: 'what', title: 'Plan', heads: true },
  { key: 'left', title: `In 100 bees on ${day(toldOn.value)}`, text: ({ i }) => at(i, ahead.value?.told ?? 0) },
  ...(last.value === ahead.value?.told ? [] : [{ key: 'end', title: `And on ${day(ahead.value?.outlook.dates[last.value] ?? today.value)}`, text: ({ i }: Row) => at(i, last.value) }]),
  { key: 'over', title: `Over the limit on ${day(toldOn.value)}`, class: 'wide-only', text: ({ i }) => `${of100(told.value[i]?.over[ahead.value?.told ?? 0] ?? 0)} of 100` },
  { key: 'all', title: 'Mites in all', class: 'wide-only', text: ({ i }) => mites(i) },
  { key: 'bees', title: 'Bees then', class: 'wide-only', text: ({ i }) => beesOf(i) },
  { key: 'visits', title: 'Visits', class: 'wide-only', text: ({ i }) => ahead.value?.visits[i] ?? 0 },
  { key: 'do', title: 'Take it out', hidden: true, class: 'wide-only' },
])
/** The price of a plan in bees, on the last day, against the same colony without it. */
function beesOf(i: number): string {
  const { bees = 1 } = told.value[i] ?? {}
  const fewer = Math.round((1 - bees) * 100)
  return fewer < 1 ? 'as many' : `${fewer} in 100 fewer`
}
function mites(i: number): string {
  const { totalMites, wash } = told.value[i] ?? {}
  const t = ahead.value?.told ?? 0
  const round = (x: number) => (x < 10 ? plain(x, 0) : Number(x.toPrecision(2)).toLocaleString('en-GB'))
  if (!totalMites || !wash) return ''
  const from = round(totalMites.p05[t] ?? 0)
  return (wash.p95[t] ?? 0) > CRUDE_OVER ? `${from} and more` : `${from} to ${round(totalMites.p95[t] ?? 0)}`
}
const weeks = computed(() => (ahead.value?.outlook.dates ?? []).flatMap((_, t) => (t % 7 === 0 ? [t] : [])))
const WEEKS: readonly Column<number>[] = [
  { key: 'day', title: 'Day', heads: true, text: (t) => day(ahead.value?.outlook.dates[t] ?? today.value) },
  { key: 'mites', title: 'In 100 bees', text: (t) => at(index.value, t) },
  { key: 'over', title: 'Over the limit', text: (t) => `${of100(told.value[index.value]?.over[t] ?? 0)} of 100` },
  { key: 'share', title: 'On bees, nothing done', class: 'wide-only', text: (t) => `${plain((ahead.value?.outlook.phoreticShare[t] ?? 0) * 100, 0)} in 100` },
]
const adding = ref(false)
function add(courses: OutlookPlan['courses']): void {
  const name = namePlan(courses, today.value)
  adding.value = false
  chosen.value = name
  if (plans.value.some((p) => p.name === name)) return
  const rest = plans.value.length < MOST_PLANS ? plans.value : plans.value.slice(0, MOST_PLANS - 1)
  own.value = [...rest, { name, courses }]
}
function drop(i: number): void {
  own.value = plans.value.filter((_, n) => n !== i)
  chosen.value = null
}
/** The plan that is about to be kept as courses. */
const starting = shallowRef<OutlookPlan | null>(null)
watch([colonyId, index], () => (starting.value = null))
const row = computed(() => (place.value?.yard.row ?? []).map((s) => [s.colony.id, `${s.colony.placement.position} ${s.colony.name}`] as const))
</script>

<template>
  <div class="page outlook">
    <div v-if="!holding.preferences.outlook" class="off">
      <h1>The outlook is switched off.</h1>
      <p class="soft">You see counts and limits alone. What a model says of the weeks ahead is switched on again under <RouterLink to="/you">You</RouterLink>.</p>
    </div>
    <NothingYet v-else-if="!place" title="No colony yet." says="The outlook is told of a colony: where it stands by its counts, and what may become of it." go="Add a yard" />
    <template v-else>
      <div class="head">
        <div>
          <h1>What lies ahead of {{ place.state.colony.name }}</h1>
          <p><MarksLink /></p>
          <p class="soft">{{ place.state.colony.placement.position }} in the row, <RouterLink :to="`/yards/${place.yard.yard.id}?colony=${colonyId}`">{{ place.yard.yard.name }}</RouterLink></p>
        </div>
        <PickOne id="o-colony" class="colony no-print" named="Colony" :unknown="false" :options="row" :model-value="colonyId" @update:model-value="$event && router.push(`/outlook/${$event}`)" />
      </div>
      <FaultLine v-if="failed">{{ failed }}</FaultLine>
      <WaitLine v-else-if="!ahead">A thousand such colonies are run ahead ...</WaitLine>
      <template v-if="ahead && shown">
        <p class="serif lead" role="status" :aria-busy="busy">{{ ahead.says.map((s) => holding.say(s)).join(' ') }}</p>
        <div class="asked no-print">
          <ASegmented v-model:value="days" :options="SPANS" aria-label="How far ahead" />
          <RouterLink class="press quiet" :to="`/outlook/year/${colonyId}`">A year’s plan</RouterLink>
          <span class="soft small">A model’s word, of a thousand such colonies: <RouterLink to="/outlook/knows">what it can and cannot know</RouterLink>.</span>
        </div>
        <div class="side">
          <figure>
            <FanChart :shown="shown" :says="`${nameOf(plans[index] ?? { name: '', courses: [] })}: mites in 100 bees, ${ahead.says.map((s) => holding.say(s)).join(' ')}`" />
            <figcaption class="soft small">
              <strong>{{ nameOf(plans[index] ?? { name: '', courses: [] }) }}</strong>: of a hundred such colonies ninety lie in the light band, fifty in the dark one. Broken grey: the middle of the other plans, each broken as beside its name below. Broken brick: the limit.
              Dots: jars, as they were counted.
            </figcaption>
          </figure>
          <section aria-labelledby="o-why" class="why">
            <h2 id="o-why">{{ plans[index]?.courses.length ? 'Why' : 'If nothing is done' }}</h2>
            <ul>
              <li v-for="says in ahead.why[index]" :key="says">{{ holding.say(says) }}</li>
            </ul>
            <CautionNote v-if="plans[index]?.courses.length">Nothing is chosen here. Whether it fits, on which day, and what the label says stands in <RouterLink :to="`/match/${colonyId}`">Match</RouterLink>; the label and local law decide.</CautionNote>
            <p v-if="plans[index]?.courses.length && holding.mayWrite && !starting" class="no-print"><AButton class="press quiet" @click="starting = plans[index] ?? null">Plan these courses</AButton></p>
          </section>
        </div>
        <StartPlan v-if="starting" :yard="place.yard" :colonies="[place.state]" :courses="starting.courses" :name="namePlan(starting.courses, today)" @leave="starting = null" />
        <section aria-labelledby="o-plans">
          <h2 id="o-plans">Plans, side by side</h2>
          <RowsTable label="Plans, side by side" :columns="columns" :rows="rows" :row-key="(r) => String(r.i)" :row-class="(r) => (r.i === index ? 'here' : '')">
            <template #what="{ row: r }">
              <div class="named">
              <svg class="sample" viewBox="0 0 34 8" width="34" height="8" aria-hidden="true"><line x1="1" x2="33" y1="4" y2="4" :class="{ here: r.i === index }" :stroke-dasharray="r.i === index ? undefined : (DASHES[r.i % DASHES.length] ?? []).join(' ')" /></svg>
              <AButton type="link" class="plainlink plan" :aria-pressed="r.i === index" @click="chosen = r.plan.name">{{ nameOf(r.plan) }}</AButton>
              <AButton v-if="narrow && plans.length > 1" type="link" class="plainlink soft no-print out" :aria-label="`Take out: ${nameOf(r.plan)}`" @click="drop(r.i)">Take out</AButton>
              </div>
            </template>
            <template #do="{ row: r }">
              <AButton v-if="!narrow && plans.length > 1" type="link" class="plainlink no-print" :aria-label="`Take out: ${nameOf(r.plan)}`" @click="drop(r.i)">Take out</AButton>
            </template>
          </RowsTable>
          <p class="no-print choose">
            <AButton v-if="!adding" class="press quiet" @click="adding = true">Hold another plan against them</AButton>
            <AButton v-if="own && !adding" type="link" class="plainlink" @click="own = null">Those offered</AButton>
          </p>
          <PlanForm v-if="adding" v-asked :from="today" :to="addDays(today, days)" @add="add" @leave="adding = false" />
          <p class="soft small">Middle, with nine in ten between the figures in brackets. {{ plural(1000, 'run') }} for each plan; the same colonies meet every plan.</p>
        </section>
        <FoldAway v-if="situation && designed.length > 0" title="Rounds, and days between them">
          <SeriesTable :key="colonyId ?? ''" :situation="situation" :designed="designed" :try-rounds="tryRounds" />
        </FoldAway>
        <FoldAway v-if="situation && past" title="Was it worth it, looking back">
          <BackwardsBlock :key="colonyId ?? ''" :situation="situation" :tell-back="tellBack" />
        </FoldAway>
        <FoldAway title="Week by week">
          <RowsTable label="Week by week" :columns="WEEKS" :rows="weeks" :row-key="(t) => String(t)" />
        </FoldAway>
      </template>
    </template>
  </div>
</template>

<style scoped>
.off { display: grid; gap: 10px; }
.outlook { display: grid; grid-template-columns: minmax(0, 1fr); gap: 14px; align-content: start; }
.head { display: flex; justify-content: space-between; gap: 14px; flex-wrap: wrap; align-items: end; }
.colony { min-width: 220px; }
.lead { font-size: 21px; line-height: 1.35; max-width: 62ch; }
.asked { display: flex; gap: 8px 16px; flex-wrap: wrap; align-items: center; }
.side { display: grid; grid-template-columns: minmax(0, 1.9fr) minmax(260px, 1fr); gap: 24px; align-items: start; }
figure { margin: 0; display: grid; gap: 6px; grid-template-columns: minmax(0, 1fr); }
.why { display: grid; gap: 10px; }
.why ul { display: grid; gap: 10px; }
.plan { white-space: normal; text-align: start; height: auto; }
.outlook :deep(tr.here) { background: var(--thistle-wash); }
/* The line of a plan beside its name, however that is broken. */
.named { display: grid; grid-template-columns: 34px minmax(0, 1fr); gap: 0 8px; align-items: center; justify-items: start; }
.named .out { grid-column: 2; }
.sample line { stroke: var(--soft); stroke-width: 1.6; }
.sample line.here { stroke: var(--thistle); stroke-width: 2.6; }
.outlook :deep(td:last-child .plainlink) { white-space: nowrap; }
.choose { display: flex; gap: 12px; align-items: center; margin-top: 10px; }
@media screen and (max-width: 720px) { .outlook :deep(.wide-only) { display: none; } .side { grid-template-columns: minmax(0, 1fr); } .colony { flex: 1 1 100%; } .lead { font-size: 19px; } }
</style>
