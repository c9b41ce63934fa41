<script setup lang="ts">
/** The bench at the hive: one colony after the other down the row, whatever the method. */
import NothingYet from '../../parts/NothingYet.vue'
import FaultLine from '../../parts/FaultLine.vue'
import AreaField from '../../fields/AreaField.vue'
import ACheckbox from 'ant-design-vue/es/checkbox'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { watchDebounced } from '@vueuse/core'
import { isCounted } from '@thistle/core/course'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { SHAKE_SECONDS, SUGAR_RECOVERY, SUGAR_SECONDS } from '@thistle/core/count'
import { flagsOf, type ColonyState } from '@thistle/core/holding'
import type { Method } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import { plain } from '@thistle/core/units'
import CountDot from '../../parts/CountDot.vue'
import CountHistory from '../../parts/CountHistory.vue'
import DayField from '../../fields/DayField.vue'
import NumberField from '../../fields/NumberField.vue'
import { sayDay } from '../../look/dates.ts'
import { useNarrow } from '../../look/narrow.ts'
import KeptNote from '../../parts/KeptNote.vue'
import OutcomeLine from '../../parts/OutcomeLine.vue'
import { useColonyInView } from '../../parts/useColonyInView.ts'
import { METHOD_WORDS } from '@thistle/core/situation'
import { isOver, wordOf, wordsOfLevel } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import DrawJar from '../practice/DrawJar.vue'
import AfterCount from './AfterCount.vue'
import BoardLine from './BoardLine.vue'
import CountMeaning from './CountMeaning.vue'
import CountNav from './CountNav.vue'
import CountSheet from './CountSheet.vue'
import HandTimer from '../../parts/HandTimer.vue'
import { beesOfJar, isTyped, mitesOfJar, usualAmount, useDrafts } from './drafts.ts'
import FlagFields from './FlagFields.vue'
import GuidePane from './GuidePane.vue'
import MethodPick from './MethodPick.vue'
import RowNav from './RowNav.vue'
import SampleFields from './SampleFields.vue'
import TallyPad from './TallyPad.vue'
import { useBench } from './useBench.ts'
import { vAsked } from '../../frame/asked.ts'

const router = useRouter()
const route = useRoute()
const holding = useHolding()
const drafts = useDrafts()
const narrow = useNarrow()
/** The colony that was kept last, for as long as its yard is counted. */
const kept = ref<string | null>(null)
/** The day on which what stands here was typed, where it was left and not kept. */
const leftOn = ref<Day | null>(null)
const guide = ref(false)
/** The jar and the shake that the big button counts into. */
const jarAt = ref(0)
const shakeAt = ref(0)
/** The sugar's minute was cut short, and the keeper has not said yet what to do about it. */
const asking = ref<'on' | 'stay' | null>(null)

const place = useColonyInView((s) => s.steps.some((x) => (x.kind === 'count' || x.kind === 'board' || isCounted(x.job?.job)) && x.due !== 'coming'))
const { draft, cup, answering, counted, faultAt, warnAt, judged, notes, outcome, cutShort, touched, keep, saving } = useBench(place)
const { busy, fault, at } = saving
const state = computed(() => place.value?.state ?? null)
const beside = (by: number): ColonyState | null => {
  const row = place.value?.yard.row ?? []
  return row[row.findIndex((s) => s.colony.id === state.value?.colony.id) + by] ?? null
}
const next = computed(() => beside(1))
const previous = computed(() => beside(-1))
/** Colonies with something typed and not kept. */
const typed = computed(() => new Set([...drafts.drafts].filter(([, d]) => isTyped(d)).map(([id]) => id)))
watch(
  () => state.value?.colony.id,
  () => {
    touched.value = false
    asking.value = null
    jarAt.value = 0
    shakeAt.value = 0
    const d = draft.value
    leftOn.value = d && d.version === null && isTyped(d) ? (d.begunOn ?? d.onDay) : null
  },
  { immediate: true },
)
/** A kept count is to be put right: it is taken up again as it was counted. */
watch(
  () => route.query.change,
  (id) => {
    const count = state.value?.colony.counts.find((c) => c.id === id)
    if (count && state.value) drafts.takeUp(state.value.colony.id, count)
    if (id) void router.replace({ query: {} })
  },
  { immediate: true },
)
function letGo(): void {
  if (state.value) drafts.drop(state.value.colony.id)
  leftOn.value = null
}
const mites = computed<number | null>({
  get: () => draft.value?.jars[jarAt.value]?.shakes[shakeAt.value] ?? null,
  set: (n) => {
    const jar = draft.value?.jars[jarAt.value]
    if (jar) jar.shakes[shakeAt.value] = n
  },
})
/** What is heard: the level once the counting pauses, and the colony when the row moves on. */
const heard = ref('')
watchDebounced(
  () => (judged.value && counted.value ? `${mites.value === 0 ? 'none' : (mites.value ?? 'not entered')}: ${wordsOfLevel(judged.value.level)}` : ''),
  (text) => (heard.value = text),
  { debounce: 900 },
)
watch(
  () => state.value?.colony.id,
  (id, before) => {
    const colony = state.value?.colony
    if (id && before && colony) heard.value = `now ${colony.placement.position} ${colony.name}`
  },
)
const known = computed(() => (state.value && draft.value ? flagsOf(state.value, draft.value.method) : []))
/** The method of the count before the course, where another is used now. */
const otherMethod = computed(() => {
  const before = answering.value?.record.facts.before.method
  return before && draft.value && before !== draft.value.method ? wordOf(METHOD_WORDS, before) : null
})
const jarred = computed(() => draft.value?.method === 'wash' || draft.value?.method === 'sugar')

function choose(method: Method): void {
  const d = draft.value
  if (!d || !state.value) return
  const [was, is] = [flagsOf(state.value, d.method), flagsOf(state.value, method)]
  d.flags = [...new Set([...d.flags.filter((f) => !was.includes(f)), ...is])]
  // What was counted stays; what it was counted on is another thing.
  if ((method === 'drone') !== (d.method === 'drone')) d.jars = d.jars.map((jar) => ({ ...jar, by: 'number' as const, amount: usualAmount(method) }))
  if (method === 'board' || method === 'drone') d.jars = d.jars.slice(0, 1).map((jar) => ({ ...jar, shakes: [mitesOfJar(jar)] }))
  d.method = method
  jarAt.value = 0
  shakeAt.value = 0
}
function anotherJar(): void {
  const d = draft.value
  if (!d) return
  const jar = d.jars.at(-1)
  d.jars.push({ shakes: [null], by: jar?.by ?? 'number', amount: jar?.amount ?? 300 })
  jarAt.value = d.jars.length - 1
  shakeAt.value = 0
}
function dropJar(): void {
  draft.value?.jars.pop()
  jarAt.value = 0
  shakeAt.value = 0
}
function waited(seconds: number): void {
  if (draft.value) draft.value.waited = Math.max(draft.value.waited ?? 0, seconds)
}

async function keepIt(onward: boolean, short = false): Promise<void> {
  if (cutShort.value !== null && counted.value && !short) {
    asking.value = onward ? 'on' : 'stay'
    return
  }
  const [colony, then] = [state.value?.colony, next.value]
  if (draft.value && draft.value.method === 'sugar' && draft.value.waited === null) draft.value.waited = 0
  if (!(await keep()) || !colony) return
  asking.value = null
  kept.value = colony.id
  leftOn.value = null
  await router.push(onward && then ? `/count/${then.colony.id}` : `/count/${colony.id}`)
  await nextTick()
  // What it means comes first in sight, and what is next under it.
  document.querySelector('.entry > .after')?.scrollIntoView({ block: 'nearest' })
}
async function waitedByWatch(): Promise<void> {
  waited(SUGAR_SECONDS)
  await keepIt(asking.value === 'on')
}
const otherFault = computed(() =>
  fault.value && !['onDay', 'recovery', 'samples[0].mites', 'samples[0].bees', 'samples[0].days'].some((path) => at(`counts[0].${path}`)) ? fault.value : null,
)
</script>

<template>
  <template v-if="place && state && draft">
    <div class="page">
      <CountNav />
      <div class="bench no-print">
        <RowNav :yard="place.yard" :here="state.colony.id" :typed="typed" />

        <AForm novalidate layout="vertical" class="entry" @submit="keepIt(true)">
          <AfterCount v-if="kept && !(counted && kept === state.colony.id)" :yard="place.yard" :colony-id="kept" :here="state.colony.id" />
          <div class="head">
            <h1>
              <span class="soft pos">{{ state.colony.placement.position }}</span>
              {{ state.colony.name }}
            </h1>
            <nav class="along no-print" aria-label="Along the row">
              <RouterLink v-if="previous" :to="`/count/${previous.colony.id}`"><span aria-hidden="true">← </span><span class="unseen">back to </span>{{ previous.colony.placement.position }}<span class="unseen"> {{ previous.colony.name }}</span></RouterLink>
              <RouterLink v-if="next" :to="`/count/${next.colony.id}`"><span class="unseen">on to </span>{{ next.colony.placement.position }}<span class="unseen"> {{ next.colony.name }}</span> <span aria-hidden="true">→</span></RouterLink>
            </nav>
          </div>
          <KeptNote v-model:day="draft.onDay" :typed-on="leftOn" @anew="letGo" />
          <p v-if="draft.version !== null" class="care strong">
            You are changing the count of {{ draft.onDay ? sayDay(draft.onDay, holding.today) : '' }}.
            <AButton type="link" class="plainlink" @click="letGo">Leave it as it was</AButton>
          </p>
          <p v-else-if="answering" class="act strong">This is the count after {{ answering.treatment.name.toLowerCase() }}: did it work?<span v-if="otherMethod" class="care"> It was counted by {{ otherMethod }} before: only the same method tells how much it took.</span></p>
          <MethodPick :method="draft.method" :fluid="draft.fluid" @method="choose" @fluid="(f) => draft && (draft.fluid = f)" @guide="guide = !guide" />

          <BoardLine v-if="draft.method === 'board' || state.colony.board" :yard-id="place.yard.yard.id" :state="state" :draft="draft" @days="(n) => draft && (draft.days = n)" @drop-photo="draft && (draft.photo = null)" />
          <div v-if="jarred" class="before-jar no-print">
            <ACheckbox v-model:checked="draft.queenSeen" class="check" :class="{ done: draft.queenSeen }">Queen seen and put back<span v-if="!draft.queenSeen" class="care">: look twice</span></ACheckbox>
            <HandTimer
              :key="`shake-${state.colony.id}-${jarAt}-${shakeAt}`"
              :name="`shake-${state.colony.id}-${jarAt}-${shakeAt}`"
              :says="draft.method === 'wash' ? `Shake, ${SHAKE_SECONDS} s` : `Roll, ${SHAKE_SECONDS} s`"
              :doing="draft.method === 'wash' ? 'Shake or swirl' : 'Roll in the sugar'"
              done="60 s: shaken enough."
              :seconds="SHAKE_SECONDS"
            />
            <HandTimer
              v-if="draft.method === 'sugar'"
              :key="`sugar-${state.colony.id}`"
              :name="`sugar-${state.colony.id}`"
              :says="`Let the sugar work, ${SUGAR_SECONDS} s`"
              doing="The sugar works: in the shade"
              done="60 s: shake it out now."
              :seconds="SUGAR_SECONDS"
              @tick="waited"
              @over="waited"
            />
          </div>

          <DrawJar
            :key="`draw-${state.colony.id}`"
            :colony-id="state.colony.id"
            :method="draft.method"
            :bees="beesOfJar(draft.jars[jarAt] ?? draft.jars[0]!, cup)"
            :jar="jarAt + 1"
            :days="draft.days"
            :on-day="draft.onDay"
            @drawn="(n) => (mites = n)"
          />
          <TallyPad v-model="mites" class="no-print" :what="draft.method === 'drone' ? 'cell' : 'mite'" @keep="keepIt(true)">
            <div v-if="narrow && judged && counted" class="brief">
              <CountDot large :judgement="judged" />
              <p class="serif" :class="{ alarm: isOver(judged), settled: judged.level === 'under' }">{{ holding.say(judged.text) }}</p>
            </div>
          </TallyPad>

          <p v-if="draft.jars.length > 1" class="jars" role="group" aria-label="Jars of this colony">
            <AButton v-for="(jar, i) in draft.jars" :key="i" type="text" class="bare" :class="{ on: i === jarAt }" :aria-pressed="i === jarAt" @click="((jarAt = i), (shakeAt = jar.shakes.length - 1))">
              <span class="keeps-width" :data-words="`Jar ${i + 1}: ${mitesOfJar(jar) ?? '–'}`">Jar {{ i + 1 }}: {{ mitesOfJar(jar) ?? '–' }}</span>
            </AButton>
            <AButton type="link" class="plainlink" @click="dropJar">Drop the last jar</AButton>
          </p>
          <SampleFields v-model:draft="draft" v-model:shake="shakeAt" :index="jarAt" :cup="cup" :fault-at="faultAt" :warn-at="warnAt" @another="anotherJar">
            <DayField id="c-day" v-model="draft.onDay" label="Counted on" :max="holding.today" :fault="faultAt('onDay')" />
            <NumberField
              v-if="draft.method === 'sugar'"
              id="c-recovery"
              :model-value="draft.recovery === null ? null : Math.round(draft.recovery * 100)"
              label="Mites the roll finds"
              unit="%"
              :min="0"
              :hint="`usual ${plain(SUGAR_RECOVERY.usual * 100)}, reported ${plain(SUGAR_RECOVERY.low * 100)} to ${plain(SUGAR_RECOVERY.high * 100)}`"
              :fault="faultAt('recovery')"
              @update:model-value="(p: number | null) => draft && (draft.recovery = p === null ? null : p / 100)"
            />
          </SampleFields>

          <BoardLine v-if="draft.method !== 'board' && !state.colony.board" :yard-id="place.yard.yard.id" :state="state" :draft="draft" @days="(n) => draft && (draft.days = n)" @drop-photo="draft && (draft.photo = null)" />
          <FlagFields v-model="draft.flags" :method="draft.method" :known="known" />
          <AreaField id="c-note" v-model="draft.note" label="Note" :rows="1" :most="2000" />

          <div v-if="asking && cutShort !== null" v-asked class="asking" role="alert">
            <p>
              <strong>The sugar worked {{ draft.waited ?? 0 }} of {{ SUGAR_SECONDS }} s by the timer.</strong>
              Cut short, it finds fewer mites than the share you set.
            </p>
            <div class="keeps">
              <AButton type="primary" class="press" :disabled="busy" @click="waitedByWatch">I gave it the full minute</AButton>
              <AButton class="press quiet" :disabled="busy" @click="keepIt(asking === 'on', true)">Keep it, the short wait noted</AButton>
              <AButton class="press quiet" @click="asking = null">Back</AButton>
            </div>
          </div>
          <FaultLine v-if="otherFault">{{ otherFault }}</FaultLine>
          <div class="keeps bar">
            <AButton type="primary" class="press settle" html-type="submit" :disabled="busy || !holding.mayWrite">
              {{ busy ? 'Keeping ...' : next ? `Keep it, on to ${next.colony.placement.position} ${next.colony.name} →` : 'Keep it' }}
            </AButton>
            <AButton v-if="next" class="press quiet" :disabled="busy || !holding.mayWrite" @click="keepIt(false)">Keep it, stay here</AButton>
          </div>
        </AForm>

        <p class="unseen" aria-live="polite">{{ heard }}</p>
        <section class="means" aria-label="What it means">
          <template v-if="judged && counted">
            <CountMeaning :judged="judged" :notes="notes" />
            <OutcomeLine v-if="outcome?.outcome" :course="outcome" />
          </template>
          <template v-else>
            <p v-if="counted" class="serif says soft">These figures do not go together yet: see the note by the field.</p>
            <template v-else-if="state.judgement.estimate !== null && state.judgement.countedOn">
              <p class="soft">Counted {{ state.judgement.countedOn === holding.today ? 'today' : `on ${sayDay(state.judgement.countedOn, holding.today)}` }}:</p>
              <CountMeaning :judged="state.judgement" />
            </template>
            <p v-else class="serif says soft">Enter the mites, and this says what they mean.</p>
          </template>
          <CountHistory :state="state" class="before" />
        </section>
      </div>
      <CountSheet :yard="place.yard" :method="draft.method" />
    </div>
    <GuidePane v-if="guide" :method="draft.method" @close="guide = false" />
  </template>
  <div v-else class="page">
    <NothingYet title="There is nothing to count yet." says="Add colonies to a yard first." />
  </div>
</template>

<style scoped>
.bench { display: grid; grid-template-columns: 210px minmax(0, 1fr) minmax(280px, 370px); gap: 34px; align-items: start; }
.entry { display: grid; grid-template-columns: minmax(0, 1fr); gap: 14px; }
h1 .pos { font-weight: 400; }
.head { display: flex; justify-content: space-between; align-items: center; gap: 12px; }
/* The row stands at the side where there is room for it. */
.along { display: none; gap: 8px; }
.along a { display: inline-flex; gap: 6px; align-items: center; justify-content: center; min-width: 58px; min-height: 48px; border: 1px solid var(--line); border-radius: 10px; background: var(--sheet); color: var(--ink); text-decoration: none; font-weight: 600; }
.brief { display: grid; justify-items: center; gap: 6px; text-align: center; font-size: 18px; font-weight: 560; line-height: 1.25; }
.before-jar { display: flex; flex-wrap: wrap; gap: 4px 22px; align-items: center; }
label.check.done { color: var(--lichen); font-weight: 600; }
.jars { display: flex; flex-wrap: wrap; gap: 8px 14px; align-items: center; }
.jars button:not(.plainlink) { min-height: 40px; padding: 4px 14px; border-radius: 9px; border: 1px solid var(--line); background: var(--sheet); cursor: pointer; }
.jars button.on { background: var(--thistle-wash); border-color: var(--thistle); font-weight: 650; }
.asking { background: var(--straw-wash); border-radius: 10px; padding: 12px 14px; display: grid; gap: 10px; }
.keeps { display: flex; gap: 10px; flex-wrap: wrap; }
.keeps.bar { position: sticky; bottom: 0; background: var(--paper); padding: 10px 0; z-index: 3; border-top: 1px solid var(--hairline); }
.means { background: var(--sheet); border: 1px solid var(--hairline); border-radius: 14px; padding: 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 10px; }
.before { border-top: 1px solid var(--hairline); padding-top: 14px; margin-top: 6px; }
.says { font-size: 20px; line-height: 1.26; font-weight: 560; }
@media screen and (max-width: 1100px) {
  .along { display: flex; }
  .bench { grid-template-columns: minmax(0, 1fr) minmax(260px, 340px); }
}
/* The guide beside the work takes its room from the row, and covers nothing. */
@media screen and (max-width: 1550px) and (min-width: 1181px) {
  .beside .bench { grid-template-columns: minmax(0, 1fr) minmax(240px, 290px); gap: 22px; }
  .beside .bench > :deep(nav.row) { display: none; }
  .beside .along { display: flex; }
}
/* A phone on its side: the pad comes first, and all of it is in sight. */
@media screen and (max-height: 480px) and (min-width: 600px) {
  .page > :first-child { margin-bottom: 6px; }
  .entry { gap: 8px; }
  .entry > .head { order: -2; }
  .entry > .head h1 { font-size: 20px; }
  .along a { min-height: 44px; }
  .entry > .pad { order: -1; }
  .entry :deep(.big) { font-size: 40px; }
  .entry :deep(.tally) { padding: 0 14px; }
  .entry :deep(.pad) { gap: 6px; }
  .keeps.bar { position: static; }
}
@media screen and (max-width: 720px) {
  .bench { display: flex; flex-direction: column; align-items: stretch; gap: 14px; }
  .keeps.bar { bottom: 60px; }
  .keeps .press { flex: 1 1 100%; }
  .keeps.bar .press.quiet { display: none; }
  .jars button:not(.plainlink) { min-height: 48px; }
  .before-jar { gap: 0 14px; }
  .before-jar .check { flex: 1 1 170px; font-size: 15px; line-height: 1.2; }
}
</style>
