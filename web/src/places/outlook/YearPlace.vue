<script setup lang="ts">
/** What to do over the coming year, and when: plans of few visits and of a good chance, for a colony or for its whole yard. */
import AButton from 'ant-design-vue/es/button'
import AProgress from 'ant-design-vue/es/progress'
import ASegmented from 'ant-design-vue/es/segmented'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { plannedColony } from '@thistle/core/holding'
import { isOver } from '@thistle/core/judge'
import { DAYS_LET_PASS, namedPlans, notFor, saySeason, saySeasonPlan, type Aim, type PlanName, type PlannedColony, type SeasonPlan } from '@thistle/core/outlook'
import { addDays } from '@thistle/core/time'
import { treatmentOf } from '@thistle/core/treatments'
import FrontChart from '../../graphics/FrontChart.vue'
import type { FrontShown } from '../../graphics/front-chart.ts'
import PickOne from '../../fields/PickOne.vue'
import FaultLine from '../../parts/FaultLine.vue'
import FoldAway from '../../parts/FoldAway.vue'
import NothingYet from '../../parts/NothingYet.vue'
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import { plural } from '../../parts/words.ts'
import { useColonyInView } from '../../parts/useColonyInView.ts'
import { sayDay } from '../../look/dates.ts'
import { useHolding } from '../../stores/holding.ts'
import StartPlan from './StartPlan.vue'
import { useYearAhead } from './useYearAhead.ts'
import MarksLink from '../../frame/MarksLink.vue'

const router = useRouter()
const holding = useHolding()
const place = useColonyInView((s) => s.inHand === null && isOver(s.judgement))
const colonyId = computed(() => place.value?.state.colony.id ?? null)
const WHOM = [
  { value: 'colony', label: 'This colony' },
  { value: 'yard', label: 'Its whole yard' },
]
const whom = ref<'colony' | 'yard'>('colony')
const states = computed(() => {
  const at = place.value
  if (!at || !holding.preferences.outlook) return []
  return (whom.value === 'colony' ? [at.state] : at.yard.row).filter((s) => s.gone === null)
})
const colonies = computed<readonly PlannedColony[]>(() => states.value.map(plannedColony))
const { season, step, busy, failed, start, stop } = useYearAhead(colonies)

const AIMS = [
  { value: 'chance', label: 'By the chance' },
  { value: 'visits', label: 'By the visits' },
]
const by = ref<Aim['by']>('chance')
const CHANCES = ['50', '60', '70', '80', '90', '95'] as const
const VISITS = ['1', '2', '3', '4', '5', '6', '7', '8', '10', '12'] as const
const wanted = ref<(typeof CHANCES)[number]>('80')
const most = ref<(typeof VISITS)[number]>('6')
const aim = computed<Aim>(() => (by.value === 'chance' ? { by: 'chance', wanted: Number(wanted.value) / 100 } : { by: 'visits', most: Number(most.value) }))
const today = computed(() => place.value?.yard.yard.today ?? holding.today)
const says = computed(() => (season.value ? saySeason(season.value, aim.value, today.value, (id) => states.value.find((s) => s.colony.id === id)?.colony.name ?? id).map((s) => holding.say(s.text)) : []))
const named = computed(() => (season.value ? namedPlans(season.value, aim.value) : []))
const NAMES: Readonly<Record<PlanName, string>> = { fewest: 'Fewest visits', best: 'Best in so many', safest: 'Safest', 'no-synthetics': 'No synthetics' }
const nameOf = (names: readonly PlanName[]) => names.map((n, i) => (i === 0 ? NAMES[n] : NAMES[n].toLowerCase())).join(', ')
const said = (p: SeasonPlan) => holding.say(saySeasonPlan(p, today.value))
const of100 = (x: number) => (x > 0 && x < 0.01 ? 'under 1' : x > 0.99 && x < 1 ? 'over 99' : String(Math.round(x * 100)))
const chance = (p: Pick<SeasonPlan, 'keeps' | 'low' | 'high'>) => `${of100(p.keeps)} of 100 (${of100(p.low)} to ${of100(p.high)})`

const shown = computed<FrontShown | null>(() => {
  const s = season.value
  if (!s) return null
  return {
    plans: s.plans,
    named: named.value.map(({ names, plan }) => ({ at: s.plans.indexOf(plan), name: nameOf(names) })),
    planned: s.planned,
    wanted: aim.value.by === 'chance' ? aim.value.wanted : null,
  }
})
const taken = ref<SeasonPlan | null>(null)
watch(season, () => (taken.value = null))
const saidOf = computed(() =>
  (taken.value?.courses ?? []).map((c) => ({
    cares: c.cares,
    leavesOut: [...c.leavesOut, ...(taken.value ? notFor(taken.value) : [])],
    first: c.confirm || c.fetch ? `${c.confirm ? 'Confirm it in your list first' : ''}${c.confirm && c.fetch ? ', and f' : c.fetch ? 'F' : ''}${c.fetch ? 'etch its gear first' : ''}.` : null,
  })),
)
const PLANS: readonly Column<SeasonPlan>[] = [
  { key: 'plan', title: 'Plan', heads: true, text: (p) => said(p) },
  { key: 'visits', title: 'Visits', text: (p) => p.visits },
  { key: 'keeps', title: 'Kept', text: (p) => chance(p) },
  { key: 'over', title: 'Days over, mean', class: 'wide-only', text: (p) => Math.round(p.over) },
  { key: 'take', title: 'Plan it', hidden: true },
]
/** Of a yard what each plan with a name does for each colony. */
const rows = computed(() => states.value.filter((s) => season.value?.plans[0]?.byColony.some((c) => c.id === s.colony.id)))
const BY_COLONY = computed<readonly Column<(typeof rows.value)[number]>[]>(() => [
  { key: 'who', title: 'Colony', heads: true, text: (s) => `${s.colony.placement.position} ${s.colony.name}` },
  ...(season.value?.plans[0] ? [season.value.plans[0]] : []).map((p) => ({ key: 'nothing', title: 'Nothing done', text: (s: { colony: { id: string } }) => each(p, s.colony.id) })),
  ...named.value.map(({ names, plan }) => ({ key: names.join(), title: nameOf(names), text: (s: { colony: { id: string } }) => each(plan, s.colony.id) })),
])
const each = (p: SeasonPlan, id: string) => {
  const one = p.byColony.find((c) => c.id === id)
  return one ? `${of100(one.keeps)} of 100` : ''
}
const PARTS = { windows: 'Days on which Match lets a course begin', plans: 'Plans that are run', told: 'Those worth their visits are run once more' } as const
const row = computed(() => (place.value?.yard.row ?? []).map((s) => [s.colony.id, `${s.colony.placement.position} ${s.colony.name}`] as const))
const share = computed(() => Math.round(100 * (step.value?.share ?? 0)))
</script>

<template>
  <div class="page year">
    <p class="back no-print"><RouterLink :to="colonyId ? `/outlook/${colonyId}` : '/outlook'">← The outlook</RouterLink></p>
    <p v-if="!holding.preferences.outlook" class="soft">The outlook is switched off. It is switched on again under <RouterLink to="/you">You</RouterLink>.</p>
    <NothingYet v-else-if="!place" title="No colony yet." says="A season is planned for a colony or a yard: where it stands by its counts, and what Match lets begin." go="Add a yard" />
    <template v-else>
      <div class="head">
        <div>
          <h1>A year’s plan for {{ whom === 'colony' ? place.state.colony.name : place.yard.yard.name }}</h1>
          <p><MarksLink /></p>
          <p class="soft">From {{ sayDay(today) }} to {{ sayDay(addDays(today, 365), today) }}<template v-if="whom === 'yard'">: all {{ states.length }} given the same on the same days, with mites flying between them</template>.</p>
        </div>
        <PickOne v-if="whom === 'colony'" id="se-colony" class="colony no-print" named="Colony" :unknown="false" :options="row" :model-value="colonyId" @update:model-value="$event && router.push(`/outlook/year/${$event}`)" />
      </div>
      <div class="asked no-print">
        <ASegmented v-if="place.yard.row.length > 1" v-model:value="whom" :options="WHOM" aria-label="For whom" />
        <ASegmented v-model:value="by" :options="AIMS" aria-label="What is wanted" />
        <PickOne v-if="by === 'chance'" id="se-chance" v-model="wanted" named="Chance wanted" :unknown="false" :options="CHANCES.map((c) => [c, `fewest for ${c} of 100`] as const)" />
        <PickOne v-else id="se-visits" v-model="most" named="Visits at the most" :unknown="false" :options="VISITS.map((v) => [v, v === '1' ? 'the best in 1 visit' : `the best in ${v} visits`] as const)" />
      </div>
      <FaultLine v-if="failed">{{ failed }}</FaultLine>
      <div v-else-if="busy" class="busy" role="status">
        <p>{{ step ? PARTS[step.part] : 'The model is made ready' }} ...</p>
        <AProgress :percent="share" :aria-label="step ? PARTS[step.part] : 'The model is made ready'" />
        <p><AButton class="press quiet" @click="stop">Stop</AButton></p>
      </div>
      <p v-else-if="states.length === 0" class="soft">{{ whom === 'colony' ? 'It is gone: nothing is planned for it.' : 'No colony stands here any more.' }}</p>
      <p v-else-if="!season" class="stopped">
        <span class="soft">Stopped. Nothing was found yet.</span>
        <AButton type="primary" class="press" @click="start">Look again</AButton>
      </p>
      <template v-if="season && shown">
        <p class="serif lead" role="status">{{ says.join(' ') }}</p>
        <StartPlan
          v-if="taken && holding.mayWrite"
          :yard="place.yard"
          :colonies="states"
          :courses="taken.courses"
          :said="saidOf"
          :name="saySeasonPlan(taken, today)"
          @leave="taken = null"
        />
        <div v-else class="cards">
          <article v-for="{ names, plan, reaches } in named" :key="names.join()" class="sheet card">
            <h2>{{ nameOf(names) }}</h2>
            <p class="figure"><strong>{{ of100(plan.keeps) }}</strong> of 100 kept <span class="soft small">({{ of100(plan.low) }} to {{ of100(plan.high) }})</span></p>
            <p class="soft small">{{ plural(plan.visits, 'visit') }}, over the limit on {{ plan.over < 0.5 ? 'no day' : `about ${plural(Math.round(plan.over), 'day')}` }} in the mean</p>
            <ol v-if="plan.courses.length > 0" class="line">
              <li v-for="c in plan.courses" :key="c.treatment + c.start"><strong>{{ sayDay(c.start, today) }}</strong> {{ treatmentOf(c.treatment)?.name }}</li>
            </ol>
            <p v-else>Nothing but counts.</p>
            <p v-if="!reaches" class="care small strong">{{ aim.by === 'chance' ? 'Less than is wanted.' : 'More visits than you give.' }}</p>
            <AButton v-if="plan.courses.length > 0 && holding.mayWrite" :type="names.includes('fewest') || names.includes('best') ? 'primary' : 'default'" class="press" :class="{ quiet: !(names.includes('fewest') || names.includes('best')) }" @click="taken = plan">Plan this</AButton>
          </article>
        </div>
        <figure>
          <FrontChart :shown="shown" :says="says.join(' ')" />
          <figcaption class="soft small">
            Each dot is a plan that is worth its visits: filled with synthetics, open without<template v-if="season.planned">; the dark one is what is planned</template>. “Kept”: of 100 such colonies those that stand over their limit on no more than {{ DAYS_LET_PASS }} days of the year; the four weeks from the beginning of a course are given to it. In brackets and as whiskers how far the draw of the runs leaves it open; the model’s own doubt is greater.
          </figcaption>
        </figure>
        <FoldAway title="All plans that are worth their visits">
          <RowsTable label="All plans that are worth their visits" :columns="PLANS" :rows="season.plans" :row-key="(p) => `${p.visits} ${p.synthetic} ${p.keeps}`">
            <template #take="{ row: p }"><AButton v-if="p.courses.length > 0 && holding.mayWrite" type="link" class="plainlink no-print" :aria-label="`Plan this: ${said(p)}`" @click="taken = p">Plan this</AButton></template>
          </RowsTable>
        </FoldAway>
        <FoldAway v-if="whom === 'yard'" title="Colony by colony">
          <RowsTable label="Colony by colony" :columns="BY_COLONY" :rows="rows" :row-key="(s) => s.colony.id" />
        </FoldAway>
        <p class="soft small">
          A model’s word, of {{ season.tried.toLocaleString('en-GB') }} plans that were run, from {{ season.candidates }} starts that Match lets begin<template v-if="season.reckoned.of > season.reckoned.by">; reckoned by {{ season.reckoned.by }} of the {{ season.reckoned.of }} colonies, spread over their levels</template>. A plan is no fact: counts come in, and it is planned anew with them. <RouterLink to="/outlook/knows">What it can and cannot know</RouterLink>.
        </p>
      </template>
    </template>
  </div>
</template>

<style scoped>
.year { display: grid; grid-template-columns: minmax(0, 1fr); gap: 14px; align-content: start; }
.head { display: flex; justify-content: space-between; gap: 14px; flex-wrap: wrap; align-items: end; }
.colony { min-width: 220px; }
.asked { display: flex; gap: 8px 16px; flex-wrap: wrap; align-items: center; }
.lead { font-size: 21px; line-height: 1.35; max-width: 62ch; }
.busy { display: grid; gap: 8px; max-width: 460px; }
.stopped { display: flex; gap: 14px; align-items: center; flex-wrap: wrap; }
.cards { display: grid; gap: 14px; grid-template-columns: repeat(auto-fit, minmax(min(100%, 260px), 1fr)); align-items: stretch; }
.card { display: grid; gap: 8px; padding: 14px 16px; align-content: start; grid-template-rows: auto auto auto 1fr auto; }
.card h2 { margin: 0; }
.figure strong { font-size: 30px; font-weight: 600; line-height: 1; }
.line { display: grid; gap: 6px; align-content: start; }
figure { margin: 0; display: grid; gap: 6px; grid-template-columns: minmax(0, 1fr); }
@media screen and (max-width: 720px) { .year :deep(.wide-only) { display: none; } .colony { flex: 1 1 100%; } .lead { font-size: 19px; } }
</style>
