<script setup lang="ts">
import { computed, nextTick, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { countFaults } from '@thistle/core/count'
import { courseState, type ColonyState } from '@thistle/core/holding'
import { judge } from '@thistle/core/judge'
import { plain } from '@thistle/core/units'
import CountDot from '../../parts/CountDot.vue'
import CountHistory from '../../parts/CountHistory.vue'
import DayField from '../../parts/DayField.vue'
import NumberField from '../../parts/NumberField.vue'
import OutcomeLine from '../../parts/OutcomeLine.vue'
import { useColonyInView } from '../../parts/useColonyInView.ts'
import { useSave } from '../../parts/useSave.ts'
import { isOver, sayChance, sayCount } from '../../parts/words.ts'
import { useNarrow } from '../../look/narrow.ts'
import { newId, useHolding } from '../../stores/holding.ts'

interface Draft {
  id: string
  mites: number | null
  bees: number | null
  onDay: string | null
  representative: boolean
  note: string
}

const router = useRouter()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const narrow = useNarrow()
const kept = ref<{ colonyId: string; name: string; text: string } | null>(null)
const touched = ref(false)

const place = useColonyInView((s) => s.steps.some((x) => (x.kind === 'count' || x.job?.job === 'recount') && x.due !== 'coming'))
const state = computed(() => place.value?.state ?? null)
const next = computed<ColonyState | null>(() => {
  const row = place.value?.yard.row ?? []
  return row[row.findIndex((s) => s.colony.id === state.value?.colony.id) + 1] ?? null
})
/** The course whose recount this is, where one is waited for. */
const answering = computed(
  () =>
    state.value?.courses.find(
      (c) =>
        !c.cancelled &&
        c.recount === null &&
        c.course.jobs.some((j) => j.job === 'recount' && j.state === 'open') &&
        (c.course.endedOn !== null || c.treatment.active === null),
    ) ?? null,
)

// What is typed for each colony stays, whatever is looked at in between.
const drafts = reactive(new Map<string, Draft>())
const draft = computed<Draft>(() => {
  const id = state.value?.colony.id ?? ''
  let found = drafts.get(id)
  if (!found) {
    found = { id: newId(), mites: null, bees: 300, onDay: holding.today, representative: true, note: '' }
    drafts.set(id, found)
    found = drafts.get(id) as Draft
  }
  return found
})
watch(
  () => state.value?.colony.id,
  () => {
    touched.value = false
  },
)

const faults = computed(() =>
  countFaults({ mites: draft.value.mites, bees: draft.value.bees, date: draft.value.onDay ?? '' }, holding.today, state.value?.colony.since ?? null),
)
const refusals = computed(() => faults.value.filter((f) => f.severity === 'refuse'))
const faultAt = (field: string) => {
  const own = refusals.value.find((f) => f.field === field)
  if (own && (touched.value || field !== 'mites' || draft.value.mites !== null)) return own.text
  return at(field === 'date' ? 'onDay' : `samples[0].${field}`)
}
const warnAt = (field: string) => faults.value.find((f) => f.field === field && f.severity === 'warn')?.text ?? null

const fact = computed(() => ({
  date: draft.value.onDay ?? holding.today,
  method: 'wash' as const,
  mites: draft.value.mites ?? 0,
  bees: draft.value.bees ?? 300,
  days: null,
  recovery: null,
  representative: draft.value.representative,
}))
const judged = computed(() => {
  if (!state.value || refusals.value.length > 0) return null
  return judge({ ...state.value.situation, counts: [...state.value.situation.counts.filter((c) => c.date < fact.value.date), fact.value] })
})
/** Did it work, before it is even kept. */
const outcome = computed(() => {
  const course = answering.value
  if (!course || !state.value || !judged.value) return null
  const record = {
    id: draft.value.id,
    version: 1,
    courseId: course.record.id,
    onDay: fact.value.date,
    method: 'wash' as const,
    recovery: null,
    representative: null,
    note: null,
    samples: [fact.value],
  }
  return courseState(course.record, { ...state.value.colony, counts: [...state.value.colony.counts, record] }, holding.today)
})

const add = (n: number) => (draft.value.mites = Math.max(0, (draft.value.mites ?? 0) + n))
async function keep(onward: boolean): Promise<void> {
  touched.value = true
  if (refusals.value.length > 0 || !state.value || !place.value) return
  const { id, mites, bees, onDay, representative, note } = draft.value
  const { colony } = state.value
  const text = judged.value?.text ?? ''
  const then = next.value
  const done = await save(async () => {
    await holding.put(
      'counts',
      id,
      {
        colonyId: colony.id,
        courseId: answering.value?.record.id ?? null,
        onDay,
        method: 'wash',
        recovery: null,
        representative: representative ? null : false,
        note,
        samples: [{ mites, bees, days: null }],
      },
      place.value?.yard.yard.id ?? null,
    )
  })
  if (!done) return
  drafts.delete(colony.id)
  kept.value = { colonyId: colony.id, name: colony.name, text }
  await router.push(onward && then ? `/count/${then.colony.id}` : `/count/${colony.id}`)
  await nextTick()
}
function onKey(event: KeyboardEvent): void {
  if (event.key === ' ') {
    event.preventDefault()
    add(1)
  } else if (event.key === 'Backspace') {
    event.preventDefault()
    add(-1)
  } else if (event.key === 'Enter') {
    event.preventDefault()
    void keep(true)
  }
}
</script>

<template>
  <template v-if="place && state">
    <div class="page bench">
      <nav class="row no-print" aria-label="The row">
        <h3>{{ place.yard.yard.name }}</h3>
        <ul>
          <li v-for="s in place.yard.row" :key="s.colony.id">
            <RouterLink
              :to="`/count/${s.colony.id}`"
              :class="{ here: s.colony.id === state.colony.id }"
              :aria-current="s.colony.id === state.colony.id ? 'true' : undefined"
            >
              <span class="pos">{{ s.colony.placement.position }}</span>
              <span class="nm">{{ s.colony.name }}</span>
              <span class="last" :class="{ alarm: isOver(s.judgement) }">
                {{ s.judgement.estimate === null ? 'no count' : s.judgement.estimate.toFixed(1) }}
              </span>
              <span v-if="(drafts.get(s.colony.id)?.mites ?? null) !== null" class="care small">typed</span>
            </RouterLink>
          </li>
        </ul>
      </nav>

      <form class="entry" novalidate @submit.prevent="keep(true)">
        <p v-if="kept" class="kept" role="status">
          <strong>{{ kept.name }} is kept.</strong>
          {{ kept.text }}
          <RouterLink
            v-if="
              holding.findColony(kept.colonyId)?.state.judgement.level === 'treat' ||
              holding.findColony(kept.colonyId)?.state.judgement.level === 'urgent'
            "
            :to="`/match/${kept.colonyId}`"
          >
            What fits
          </RouterLink>
        </p>
        <h1>
          <span class="soft pos">{{ state.colony.placement.position }}</span>
          {{ state.colony.name }}
        </h1>
        <p v-if="answering" class="act strong">This is the count after {{ answering.treatment.name.toLowerCase() }}: did it work?</p>
        <p class="soft how">
          A wash: a level half cup, about 300 bees, from a frame with open brood. Look twice for the queen first. Swirl 60 seconds, count, and swirl
          the same bees once more.
        </p>

        <div class="tally" tabindex="0" role="group" aria-label="Tally: space adds a mite, backspace takes one off, Enter keeps it" @keydown="onKey">
          <span class="big serif" aria-live="polite">{{ draft.mites ?? '–' }}</span>
          <span class="soft">{{ draft.mites === 1 ? 'mite' : 'mites' }}</span>
        </div>
        <div v-if="narrow && judged && draft.mites !== null" class="brief">
          <CountDot large :judgement="judged" />
          <p class="serif" :class="{ alarm: isOver(judged), settled: judged.level === 'under' }">
            {{ judged.text }}
          </p>
        </div>
        <div class="tap">
          <button class="minus" type="button" :disabled="!draft.mites" @click="add(-1)">
            <span aria-hidden="true">−1</span>
            <span class="unseen">one mite less</span>
          </button>
          <button class="plus" type="button" @click="add(1)">{{ draft.mites === null ? 'first mite' : 'one more mite' }}</button>
          <button class="none" type="button" @click="draft.mites = 0">none</button>
        </div>
        <div class="fields">
          <NumberField id="c-mites" v-model="draft.mites" label="Mites" :fault="faultAt('mites')" :min="0" />
          <NumberField id="c-bees" v-model="draft.bees" label="Bees in the jar" :fault="faultAt('bees')" :warn="warnAt('bees')" :min="0" />
          <DayField id="c-day" v-model="draft.onDay" label="Counted on" :max="holding.today" :fault="faultAt('date')" />
        </div>
        <label class="check">
          <input v-model="draft.representative" type="checkbox" />
          The sample speaks for the colony
          <span class="soft small">(untick it for a queenless colony, a sample from a super, clumped bees)</span>
        </label>
        <p v-if="fault && !at('onDay') && !at('samples[0].mites') && !at('samples[0].bees')" class="alarm strong" role="alert">{{ fault }}</p>
        <div class="keeps">
          <button class="press settle" type="submit" :disabled="busy || !holding.mayWrite">
            {{ busy ? 'Keeping ...' : next ? `Keep it, on to ${next.colony.placement.position} ${next.colony.name} →` : 'Keep it' }}
          </button>
          <button v-if="next" class="press quiet" type="button" :disabled="busy || !holding.mayWrite" @click="keep(false)">Keep it, stay here</button>
        </div>
      </form>

      <section class="means" aria-live="polite">
        <template v-if="judged && draft.mites !== null">
          <h2 class="unseen">What it means</h2>
          <CountDot large :judgement="judged" />
          <p class="soft small axis">mites per 100 bees (per cent); the dashed line is the limit of {{ plain(judged.threshold ?? 0, 2) }}</p>
          <p class="serif says" :class="{ alarm: isOver(judged), settled: judged.level === 'under' }">
            {{ judged.text }}
          </p>
          <p class="strong">{{ judged.next }}</p>
          <p v-for="n in judged.notes" :key="n" class="care">{{ n }}</p>
          <dl class="small">
            <dt>Chance of the true level being at or over the limit</dt>
            <dd>{{ sayChance(judged.chanceOver ?? 0) }}</dd>
            <dt>Likely range</dt>
            <dd>exact binomial, 90 %: of ten such jars about nine would hold the true level (Clopper and Pearson 1934)</dd>
            <dt>Limit</dt>
            <dd>
              {{ plain(judged.threshold ?? 0, 2) }} in 100, by your school for this phase of the year (common practice).
              <RouterLink to="/rules">Change it</RouterLink>
            </dd>
          </dl>
          <OutcomeLine v-if="outcome?.outcome" :course="outcome" />
        </template>
        <template v-else>
          <p class="serif says soft">Enter the mites, and this says what they mean.</p>
          <p v-if="state.judgement.estimate !== null" class="soft">Last time: {{ sayCount(state.judgement) }}.</p>
        </template>
        <CountHistory :state="state" class="before" />
      </section>
    </div>
  </template>
  <div v-else class="page">
    <h1>There is nothing to count yet.</h1>
    <p class="soft">
      Add colonies to a yard first.
      <RouterLink to="/yards">To the yards</RouterLink>
    </p>
  </div>
</template>

<style scoped>
.bench { display: grid; grid-template-columns: 210px minmax(0, 1fr) minmax(280px, 370px); gap: 34px; align-items: start; }
.row h3 { margin-bottom: 8px; }
.row a { display: flex; gap: 8px; align-items: baseline; padding: 8px 10px; border-radius: 8px; color: inherit; text-decoration: none; }
.row a:hover { background: var(--thistle-pale); }
.row a.here { background: var(--thistle-wash); font-weight: 650; }
.row .pos { color: var(--soft); font-size: 13px; width: 20px; text-align: right; }
.row .nm { flex: 1; }
.row .last { font-size: 14px; color: var(--soft); }
.row .last.alarm { color: var(--brick); font-weight: 650; }
.entry { display: grid; gap: 14px; }
h1 .pos { font-weight: 400; }
.kept { background: var(--lichen-wash); color: #2f4636; border-radius: 10px; padding: 10px 14px; }
.tally { display: flex; align-items: baseline; gap: 12px; padding: 4px 14px; border-radius: 12px; border: 1px dashed var(--line); justify-content: center; }
.big { font-size: 84px; line-height: 1.05; min-width: 1.1em; text-align: center; font-weight: 560; }
.tap { display: grid; grid-template-columns: 84px 1fr 84px; gap: 10px; }
.tap button { min-height: 64px; border-radius: 14px; border: 0; font-weight: 700; font-size: 18px; cursor: pointer; }
.minus, .none { background: #ebe4da; }
.minus:hover, .none:hover { background: #e0d7ca; }
.minus[disabled] { color: var(--soft); cursor: not-allowed; background: var(--sunken); }
.plus { background: var(--thistle); color: #fff; }
.plus:hover { background: var(--thistle-deep); }
.plus:active { transform: translateY(1px); }
.brief { display: grid; justify-items: center; gap: 6px; text-align: center; font-size: 18px; font-weight: 560; line-height: 1.25; }
.fields { display: grid; grid-template-columns: 1fr 1fr 1.2fr; gap: 12px; align-items: start; }
.check { display: flex; gap: 9px; align-items: baseline; flex-wrap: wrap; }
.check input { width: 18px; height: 18px; accent-color: var(--thistle); }
.keeps { display: flex; gap: 10px; flex-wrap: wrap; }
.means { background: var(--sheet); border: 1px solid var(--hairline); border-radius: 14px; padding: 20px; display: grid; gap: 10px; }
.before { border-top: 1px solid var(--hairline); padding-top: 14px; margin-top: 6px; }
.says { font-size: 20px; line-height: 1.26; font-weight: 560; }
.axis { margin-top: -6px; }
dl { margin: 4px 0 0; display: grid; gap: 2px; }
dt { font-weight: 600; }
dd { margin: 0 0 6px; color: var(--soft); }
@media (max-width: 1100px) {
  .bench { grid-template-columns: minmax(0, 1fr) minmax(260px, 340px); }
  .row { display: none; }
}
@media (max-width: 720px) {
  .bench { display: flex; flex-direction: column; align-items: stretch; gap: 14px; }
  .how { font-size: 14.5px; }
  .big { font-size: 96px; }
  .tally { border: 0; padding: 0; flex-direction: column; align-items: center; gap: 0; }
  .tap { grid-template-columns: 78px 1fr 78px; }
  .tap button { min-height: 104px; font-size: 21px; }
  .fields { grid-template-columns: 1fr 1fr; }
  .fields > :last-child { grid-column: 1 / -1; }
  .keeps { position: sticky; bottom: 60px; background: var(--paper); padding: 10px 0; z-index: 3; border-top: 1px solid var(--hairline); }
  .keeps .press { flex: 1 1 100%; }
  .keeps .press.quiet { display: none; }
  .check input { width: 26px; height: 26px; }
}
</style>
