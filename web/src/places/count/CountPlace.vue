<script setup lang="ts">
import { computed, nextTick, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { countFaults } from '@thistle/core/count'
import { courseState, type ColonyState } from '@thistle/core/holding'
import { judge } from '@thistle/core/judge'
import CountDot from '../../parts/CountDot.vue'
import CountHistory from '../../parts/CountHistory.vue'
import DayField from '../../parts/DayField.vue'
import NumberField from '../../parts/NumberField.vue'
import CountMeaning from './CountMeaning.vue'
import RowNav from './RowNav.vue'
import TallyPad from './TallyPad.vue'
import OutcomeLine from '../../parts/OutcomeLine.vue'
import { useColonyInView } from '../../parts/useColonyInView.ts'
import { useSave } from '../../parts/useSave.ts'
import { isOver, sayCount } from '../../parts/words.ts'
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
const kept = ref<{ colonyId: string; name: string; text: string; over: boolean } | null>(null)
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
/** Colonies with something typed and not kept. */
const typed = computed(() => new Set([...drafts].filter(([, d]) => d.mites !== null).map(([id]) => id)))
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

async function keep(onward: boolean): Promise<void> {
  touched.value = true
  if (refusals.value.length > 0 || !state.value || !place.value) return
  const { id, mites, bees, onDay, representative, note } = draft.value
  const { colony } = state.value
  const text = holding.say(judged.value?.text ?? '')
  const over = judged.value !== null && isOver(judged.value)
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
  kept.value = { colonyId: colony.id, name: colony.name, text, over }
  await router.push(onward && then ? `/count/${then.colony.id}` : `/count/${colony.id}`)
  await nextTick()
}
</script>

<template>
  <template v-if="place && state">
    <div class="page bench">
      <RowNav :yard="place.yard" :here="state.colony.id" :typed="typed" />

      <form class="entry" novalidate @submit.prevent="keep(true)">
        <p v-if="kept" class="kept" role="status">
          <strong>{{ kept.name }} is kept.</strong>
          {{ kept.text }}
          <RouterLink
            v-if="kept.over"
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

        <TallyPad v-model="draft.mites" class="no-print" @keep="keep(true)">
          <div v-if="narrow && judged && draft.mites !== null" class="brief">
            <CountDot large :judgement="judged" />
            <p class="serif" :class="{ alarm: isOver(judged), settled: judged.level === 'under' }">{{ holding.say(judged.text) }}</p>
          </div>
        </TallyPad>
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
          <CountMeaning :judged="judged" />
          <OutcomeLine v-if="outcome?.outcome" :course="outcome" />
        </template>
        <template v-else>
          <p class="serif says soft">{{ draft.mites === null ? 'Enter the mites, and this says what they mean.' : 'These figures do not go together yet: see the note by the field.' }}</p>
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
.entry { display: grid; gap: 14px; }
h1 .pos { font-weight: 400; }
.kept { background: var(--lichen-wash); color: var(--lichen-ink); border-radius: 10px; padding: 10px 14px; }
.brief { display: grid; justify-items: center; gap: 6px; text-align: center; font-size: 18px; font-weight: 560; line-height: 1.25; }
.fields { display: grid; grid-template-columns: 1fr 1fr 1.2fr; gap: 12px; align-items: start; }
.check { display: flex; gap: 9px; align-items: baseline; flex-wrap: wrap; }
.check input { width: 18px; height: 18px; accent-color: var(--thistle); }
.keeps { display: flex; gap: 10px; flex-wrap: wrap; }
.means { background: var(--sheet); border: 1px solid var(--hairline); border-radius: 14px; padding: 20px; display: grid; gap: 10px; }
.before { border-top: 1px solid var(--hairline); padding-top: 14px; margin-top: 6px; }
.says { font-size: 20px; line-height: 1.26; font-weight: 560; }
@media print {
  .bench { display: block; }
  .means { border: 0; padding: 12px 0; }
}
@media screen and (max-width: 1100px) {
  .bench { grid-template-columns: minmax(0, 1fr) minmax(260px, 340px); }
}
@media screen and (max-width: 720px) {
  .bench { display: flex; flex-direction: column; align-items: stretch; gap: 14px; }
  .how { font-size: 14.5px; }
  .fields { grid-template-columns: 1fr 1fr; }
  .fields > :last-child { grid-column: 1 / -1; }
  .keeps { position: sticky; bottom: 60px; background: var(--paper); padding: 10px 0; z-index: 3; border-top: 1px solid var(--hairline); }
  .keeps .press { flex: 1 1 100%; }
  .keeps .press.quiet { display: none; }
  .check input { width: 26px; height: 26px; }
}
</style>
