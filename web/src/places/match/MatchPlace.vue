<script setup lang="ts">
import NothingYet from '../../parts/NothingYet.vue'
import CautionNote from '../../parts/CautionNote.vue'
import PickOne from '../../fields/PickOne.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, shallowRef, toRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { AnsweredOption } from '@thistle/core/course'
import { situationOf } from '@thistle/core/holding'
import { decidingFit, judged, startDays, type Verdict } from '@thistle/core/match'
import type { Priority, Situation, TreatmentKey } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import { sayDay, sayDayLong } from '../../look/dates.ts'
import { treatmentOf } from '@thistle/core/treatments'
import DayStrip from '../../graphics/DayStrip.vue'
import VerdictRound from '../../graphics/VerdictRound.vue'
import { useNarrow } from '../../look/narrow.ts'
import { useColonyInView } from '../../parts/useColonyInView.ts'
import { PRIORITY_WORDS } from '@thistle/core/situation'
import { useHolding } from '../../stores/holding.ts'
import CoursePanel from './CoursePanel.vue'
import FactsColumn from './FactsColumn.vue'
import MatchNav from './MatchNav.vue'
import NotKnown from './NotKnown.vue'
import TheChoice from './TheChoice.vue'
import WorthAsking from './WorthAsking.vue'
import FirstTags from './FirstTags.vue'
import { firstInHand, gistOf, groupsOf, sayLeft, sayVerdict, type OptionGroup } from './option-words.ts'
import OptionMatrix from './OptionMatrix.vue'
import OptionReasons from './OptionReasons.vue'
import TwoInTurn from './TwoInTurn.vue'
import WeeksView from './WeeksView.vue'
import VerdictChange from './VerdictChange.vue'
import WhatIfBar from './WhatIfBar.vue'
import { useWhatIf } from './useWhatIf.ts'

const route = useRoute()
const holding = useHolding()
const narrow = useNarrow()

const place = useColonyInView((s) => s.inHand === null && s.steps.some((x) => x.kind === 'choose'))

/** A case read from a file stands in the colony's stead until it is put away; it is kept nowhere. */
const file = shallowRef<{ name: string; situation: Situation } | null>(null)
const priority = ref<Priority>(holding.settings?.priority ?? 'knockdown')

/** What is known: of the colony, or from the file. */
const base = computed<Situation | null>(() => {
  if (file.value) return file.value.situation
  if (!place.value || !holding.settings) return null
  return situationOf(place.value.yard.yard, place.value.state.colony, { ...holding.settings, priority: priority.value })
})
watch(file, (now) => {
  if (now) holding.day = now.situation.startOn
})
const { whatIf, imagining, judgedOn, situation, result, without, setFact, keptAsLook, asKnown } = useWhatIf(base, toRef(holding, 'day'), [
  () => place.value?.state.colony.id,
  file,
])
const chosen = ref<TreatmentKey | null>(null)
/** The option in hand: the one picked, while it is there, else the first. */
const shown = computed<TreatmentKey | null>({
  get: () => option.value?.treatment ?? null,
  set: (key) => (chosen.value = key),
})
const option = computed<AnsweredOption | null>(
  () => result.value?.options.find((o) => o.treatment === chosen.value) ?? firstInHand(result.value?.options ?? []),
)
/** The day from which starts are shaded: today, or the day on which a loaded case was known. */
const origin = computed<Day>(() => file.value?.situation.asOf ?? holding.today)
const verdicts = computed<ReadonlyMap<Day, Verdict> | null>(() => {
  const treatment = option.value ? treatmentOf(option.value.treatment) : null
  if (!treatment || !judgedOn.value) return null
  return new Map(startDays(treatment, judged(judgedOn.value), origin.value, 63).map((d) => [d.day, d.fit]))
})
/** The strip shows the weather that is judged: a loaded case brings its own. */
const stripYard = computed(() => {
  const yard = place.value?.yard.yard
  const shown = file.value?.situation ?? judgedOn.value
  if (!yard || !shown || (!file.value && (shown.weather === base.value?.weather || !imagining.value))) return yard
  return { ...yard, name: file.value?.name ?? yard.name, weather: shown.weather, normals: shown.normals }
})
const limit = computed(() => {
  const first = option.value ? treatmentOf(option.value.treatment)?.temperature.find((t) => t.outer[1] !== null) : null
  return first?.outer[1] != null ? { high: first.outer[1], name: 'limit' } : null
})
const beyond = computed(() => {
  const far = addDays(origin.value, 22)
  const found =
    option.value?.fitFrom && option.value.fitFrom > far ? [{ day: option.value.fitFrom, text: `first fits ${sayDay(option.value.fitFrom)}` }] : []
  const out = option.value?.course.find((j) => j.job === 'remove')
  return out && out.best > far ? [...found, { day: out.best, text: `out ${sayDay(out.best)}` }] : found
})

const groups = computed(() => groupsOf(result.value?.options ?? [], holding.day))
const ruledOutOpen = ref(false)
function gist(o: AnsweredOption): string {
  if (!situation.value || !result.value) return ''
  const { recountBy, level } = result.value.judgement
  return [holding.say(gistOf(o, recountBy)), sayLeft(o, level)].filter(Boolean).join('; ')
}

/** Where nothing fits fully today: the next window of what is in hand, so that the trade is seen. */
const nextBest = computed(() => {
  const later = result.value?.options.find((o) => o.fit === 'wait' && o.fitFrom !== null && o.allowed.rules !== 'no' && treatmentOf(o.treatment)?.way === 'given')
  return later?.fitFrom ? `The next window: ${treatmentOf(later.treatment)?.name} from ${sayDay(later.fitFrom)}.` : null
})
function pickWindow(key: TreatmentKey, day: Day | null): void {
  chosen.value = key
  if (day) holding.day = day
}
/** What is not known is said of the option one looks at or is advised: the others are nobody's question. */
const wanted = computed(() => chosen.value !== null || option.value?.treatment === result.value?.choice.treatment)
/** What lies below of the option in view: its start where it may begin that day, else its course and its days. */
const below = computed(() => {
  const o = option.value
  const name = o && o.course.length > 0 ? treatmentOf(o.treatment)?.name : null
  if (!o || !name) return null
  return o.fit === 'fits' || o.fit === 'care' ? `To ${name}: course, cautions, start ↓` : `To ${name}: its course, and when ↓`
})
function toCourse(): void {
  document.querySelector('.card.shown .panel')?.scrollIntoView()
}
const inWeeks = computed(() => route.query.view === 'weeks')
const isOpen = (g: OptionGroup) => !g.folds || ruledOutOpen.value || g.list.some((o) => o.treatment === chosen.value)

function putAway(): void {
  file.value = null
  holding.day = holding.today
}
</script>

<template>
  <template v-if="place && result && situation">
    <DayStrip :yard="stripYard ?? place.yard.yard" :limit="limit" :verdicts="verdicts" :beyond="beyond" :fixed="file !== null" />
    <div class="match">
      <FactsColumn
        :place="place"
        :situation="situation"
        :judgement="result.judgement"
        :contradictions="result.contradictions"
        :presumed="result.presumed"
        :base="base ?? situation"
        :what-if="whatIf"
        :file-name="file?.name ?? null"
        @fact="setFact"
        @loaded="file = $event"
        @put-away="putAway"
      />

      <section class="options" aria-labelledby="what-fits">
        <MatchNav class="nav" :colony-id="place.state.colony.id" :yard-id="place.yard.yard.id" />
        <TheChoice v-if="!inWeeks" :result="result" :below="narrow && !file ? below : null" @to-course="toCourse" />
        <div class="head">
          <h2 id="what-fits">{{ inWeeks ? 'When each may start' : `What fits on ${sayDayLong(holding.day)}` }}</h2>
          <PickOne v-if="!file" id="m-order" class="order" named="Order" :unknown="false" :options="PRIORITY_WORDS" :model-value="priority" @update:model-value="priority = $event ?? priority" />
        </div>
        <CautionNote v-if="result.judgement.level === 'urgent'">
          This colony is in danger and every option has its cost. A queen lost can be mended, a colony lost cannot.
          <template v-if="nextBest">{{ nextBest }}</template>
        </CautionNote>

        <WhatIfBar
          v-if="imagining && base"
          :base="base"
          :what-if="whatIf"
          :colony="file ? null : place.state.colony"
          :yard-id="file ? null : place.yard.yard.id"
          @back="asKnown"
          @kept="keptAsLook"
        />
        <WorthAsking v-if="!inWeeks" :key="place.state.colony.id" :asked="result.ask" :colony-id="file ? null : place.state.colony.id" @answer="setFact" />
        <WeeksView
          v-if="inWeeks"
          :situation="judgedOn ?? situation"
          :options="result.options"
          :origin="origin"
          :shown="option?.treatment ?? null"
          @pick="pickWindow"
        />
        <OptionMatrix v-else-if="!narrow" v-model:shown="shown" :groups="groups" :gist="gist" :without="without" />

        <div v-else class="cards">
          <template v-for="g in groups" :key="g.title">
            <h3 v-if="!g.folds">{{ g.title }}</h3>
            <AButton v-else type="text" class="bare fold" :aria-expanded="isOpen(g)" @click="ruledOutOpen = !isOpen(g)">{{ g.title }} ({{ g.list.length }})</AButton>
            <article v-for="o in isOpen(g) ? g.list : []" :key="o.treatment" class="card sheet" :class="{ shown: o.treatment === option?.treatment }">
              <AButton type="text" class="bare cardhead" :aria-expanded="o.treatment === option?.treatment" @click="shown = o.treatment">
                <VerdictRound :verdict="o.allowed.rules === 'no' ? 'ruled-out' : o.fit" :size="24" />
                <span>
                  <strong>{{ treatmentOf(o.treatment)?.name }}</strong>
                  <span class="soft">{{ sayVerdict(o) }}; {{ gist(o) }}</span>
                  <FirstTags :option="o" />
                  <VerdictChange v-if="without?.get(o.treatment)" :before="without.get(o.treatment)!" :after="o" />
                </span>
              </AButton>
              <p v-if="o.treatment !== option?.treatment" class="small">
                {{ holding.say(decidingFit(o)?.text ?? '') }}
                <span class="flip">{{ o.fit === 'fits' ? '' : holding.say(decidingFit(o)?.flip ?? '') }}</span>
              </p>
              <template v-else>
                <OptionReasons :option="o" />
                <CoursePanel
                  :key="o.treatment + holding.day"
                  :option="o"
                  :situation="situation"
                  :place="file || imagining ? null : place"
                  :winter="result.winter"
                  @day="holding.day = $event"
                />
              </template>
            </article>
          </template>
        </div>
        <NotKnown v-if="option && wanted" :option="option" :situation="situation" />
        <TwoInTurn v-if="!inWeeks" :combinations="result.combinations" :situation="situation" :place="file || imagining ? null : place" />
        <p v-if="!narrow && !inWeeks" class="soft small foot">
          A dot fits; a half-filled mark fits with care; an open one not on this day; a struck one is ruled out; a small broken ring is presumed, nobody looked. "Leaves" is mites in 100 bees likely left when it is counted after, by all that speaks for the level, what breeds until then, and what the option takes here and now. Forecast first, then what is usual for the season.
        </p>
      </section>

      <aside v-if="!narrow && option" class="course">
        <CoursePanel
          :key="option.treatment"
          :option="option"
          :situation="situation"
          :place="file || imagining ? null : place"
          :winter="result.winter"
          @day="holding.day = $event"
        />
      </aside>
    </div>
  </template>
  <div v-else class="page">
    <NothingYet title="There is nothing to match yet." says="Add a colony and count it first." />
  </div>
</template>

<style scoped>
.match { display: grid; grid-template-columns: 236px minmax(0, 1fr) 290px; max-width: 1360px; margin: 0 auto; min-height: calc(100vh - 190px); }
.options { --ground: var(--sheet); background: var(--sheet); border-left: 1px solid var(--hairline); border-right: 1px solid var(--hairline); padding: 18px 0 40px; }
.head { display: flex; align-items: baseline; gap: 14px; padding: 0 16px 8px; flex-wrap: wrap; }
.order { flex: 0 1 256px; min-width: 0; }
.options > .caution { margin: 0 16px 8px; }

.nav { margin: -8px 16px 12px; }
.fold { background: none; border: 0; color: var(--soft); font-family: var(--face-title); font-weight: 560; font-size: 16.5px; text-align: left; min-height: 48px; padding: 0 4px; cursor: pointer; }
.fold::before { content: '▸ ' / ''; }
.fold[aria-expanded='true']::before { content: '▾ ' / ''; }
.foot { padding: 12px 16px; }
.course { padding: 18px 20px 40px 18px; }
.flip { color: var(--thistle); font-weight: 600; }
@media print {
  .match { display: block; min-height: 0; }
  .options { border: 0; padding: 10px 0; }
  .head { padding: 0 0 6px; }
  .order { display: none; }
  .course { padding: 12px 0 0; break-inside: avoid; }
}
@media screen and (max-width: 1120px) and (min-width: 721px) {
  .match { grid-template-columns: minmax(0, 1fr) 290px; }
}
/* An open pane takes its 430 of the window: the course stands under the options meanwhile. */
@media screen and (max-width: 1550px) and (min-width: 1181px) {
  .beside .match { grid-template-columns: 236px minmax(0, 1fr); }
  .beside .course { grid-column: 2; }
}
@media screen and (max-width: 720px) {
  .match { display: flex; flex-direction: column; padding-bottom: 90px; }
  .options { border: 0; --ground: var(--paper); background: none; padding: 8px 12px 20px; }
  .head { padding: 6px 4px; }
  .nav { margin-inline: 4px; }
  .cards { display: grid; gap: 10px; }
  .cards h3 { margin: 8px 4px 0; color: var(--soft); }
  .card { padding: 12px 14px; display: grid; gap: 8px; }
  .card.shown { border-color: var(--thistle); }
  .cardhead { background: none; border: 0; padding: 4px 0; display: grid; grid-template-columns: 28px 1fr; gap: 10px; text-align: left; align-items: start; min-height: 52px; }
  .cardhead span span { display: block; }
}
</style>
