<script setup lang="ts">
/** What was done, on its actual day: and, before it is kept, what that moves. */
import CautionNote from './CautionNote.vue'
import FaultLine from './FaultLine.vue'
import AreaField from '../fields/AreaField.vue'
import ACheckbox from 'ant-design-vue/es/checkbox'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed, toRefs } from 'vue'
import { courseState, USUAL_WORK, type ColonyState, type CourseState, type Spot, type YardRecord } from '@thistle/core/holding'
import { entryOf, followsVisit, minutesOf, sayJob, type PlannedJob } from '@thistle/core/course'
import { doseDay, judged } from '@thistle/core/match'
import { sayTools, unitOfMany, USUAL_FRAMES, usualLayout } from '@thistle/core/treatments'
import { sayDay, sayWindow } from '../look/dates.ts'
import { useKeptForm } from '../stores/kept-forms.ts'
import { newId, useHolding } from '../stores/holding.ts'
import HiveMap from '../graphics/HiveMap.vue'
import DayField from '../fields/DayField.vue'
import NumberField from '../fields/NumberField.vue'
import TextField from '../fields/TextField.vue'
import { useSave } from './useSave.ts'
import KeptNote from './KeptNote.vue'
import WhatMoves from './WhatMoves.vue'
import { sayMinutes } from './words.ts'

const props = defineProps<{ yard: YardRecord; state: ColonyState; course: CourseState; job: PlannedJob }>()
const emit = defineEmits<{ done: [] }>()
const holding = useHolding()
const { busy, fault, at, refuse, save } = useSave()

const asksAmount = computed(() => props.job.asksAmount)
/** What went in and has not come out yet. */
const inside = computed(() => props.course.course.inside ?? 0)
const left = computed(() => Math.max(0, (props.job.planned ?? 0) - (props.job.amount ?? 0)))
const { form, typedOn, drop, anew } = useKeptForm(`job ${props.course.record.id} ${props.job.job} ${props.job.n}`, () => ({
  ids: { done: newId(), found: newId() },
  onDay: holding.today as string | null,
  amount: (props.job.job === 'remove' ? inside.value || (props.course.course.dose?.amount ?? null) : props.job.planned === null ? null : left.value) as number | null,
  /** Of strips: how many lay on the floor instead of hanging. */
  onFloor: 0 as number | null,
  note: '',
  doneBy: '',
  reason: '',
  part: false,
  spots: [] as readonly Spot[],
  off: {} as Record<number, Off>,
}))
const { onDay, amount, onFloor, note, doneBy, reason, part, spots } = toRefs(form)
/** Strips that come out are told apart: from between the frames, from the floor, and not found. */
const counted = computed(() => props.job.job === 'remove' && props.course.course.inside !== null)
const missing = computed(() => (counted.value ? Math.max(0, inside.value - (amount.value ?? 0) - (onFloor.value ?? 0)) : 0))
/** Strips hang between frames, pads lie on the bars: where, so that all are found again. */
const put = computed(() => props.course.treatment.put ?? 'between')
const frames = computed(() => props.state.colony.look?.framesPerBox ?? USUAL_FRAMES)
const hangs = computed(() => (props.course.course.inside !== null || props.course.treatment.put !== undefined) && (props.job.job === 'dose' || props.job.job === 'check'))
/** As it is usually laid, for whoever has laid it so. */
const usual = computed(() => usualLayout(props.course.treatment, form.amount ?? props.job.planned ?? 0, props.state.situation.colony, frames.value))
const takeUsual = () => (form.spots = usual.value)
const hung = computed(() => props.course.events.findLast((e) => e.spots != null && e.spots.length > 0)?.spots ?? [])
/** At retrieval each is ticked off by itself: out, on the floor, or not found yet. */
const OFF = [
  ['out', 'out'],
  ['floor', 'on the floor'],
  ['lost', 'not found'],
] as const
type Off = (typeof OFF)[number][0]
function tickOff(i: number, word: Off): void {
  form.off = { ...form.off, [i]: word }
  const of = (w: Off) => hung.value.filter((_, k) => form.off[k] === w).length
  // What hangs there besides what was noted counts as out, until the figure says otherwise.
  form.amount = of('out') + Math.max(0, inside.value - hung.value.length)
  form.onFloor = of('floor')
}
/** More comes out than went in by the notes: possible, but said why. */
const tooMany = computed(() => props.job.job === 'remove' && props.course.course.inside !== null && (amount.value ?? 0) + (onFloor.value ?? 0) > inside.value)
const minutes = computed(() => minutesOf(props.course.treatment, props.job, (holding.settings?.work ?? USUAL_WORK).vaporisers))
const gear = computed(() => (props.job.gear.length > 0 ? sayTools(props.job.gear) : ''))
const hangsOn = computed(() => (props.job.hangsOn ? `, counted from ${sayJob(props.job.hangsOn, true).toLowerCase()}` : ''))
/** How the temperature of the day stands for a dose. */
const onTheDay = computed(() =>
  props.job.job === 'dose' ? doseDay(props.course.treatment, props.job.n, judged(props.state.situation, props.state.judgement), onDay.value ?? holding.today) : null,
)
/** What fell on the board is counted at this look; it decides about a further round. */
const fall = computed(() => props.job.job === 'check' && asksAmount.value)
const unit = computed(() => {
  if (fall.value) return 'mites a day'
  return unitOfMany(props.course.course.dose?.unit)
})
const amountFault = computed(() => (asksAmount.value && !fall.value && amount.value === null ? 'How many? 0 where there were none.' : null))

function lostSpots(): readonly Spot[] | null {
  const lost = hung.value.filter((_, i) => form.off[i] === 'lost')
  return lost.length > 0 ? lost : null
}

const found = computed(() => ({
  id: form.ids.found,
  kind: 'found' as const,
  job: null,
  n: null,
  happenedOn: onDay.value ?? holding.today,
  amount: onFloor.value,
  note: null,
  supersedes: null,
}))
const event = computed(() => ({
  id: form.ids.done,
  ...(part.value ? { kind: 'part' as const, job: props.job.job, n: props.job.n } : entryOf(props.job)),
  happenedOn: onDay.value ?? holding.today,
  amount: asksAmount.value ? amount.value : null,
  note: note.value || null,
  supersedes: null,
  doneBy: doneBy.value.trim() || null,
  reason: tooMany.value ? reason.value.trim() || null : null,
  // At retrieval: those that were not found stay on the list.
  spots: hangs.value && spots.value.length > 0 ? spots.value : props.job.job === 'remove' ? lostSpots() : null,
}))
const entered = computed(() => [...(counted.value && (onFloor.value ?? 0) > 0 ? [found.value] : []), event.value])
/** The course as it will stand once this is kept; what is kept already is not counted twice. */
const after = computed(() => {
  const others = props.course.record.events.filter((e) => !entered.value.some((x) => x.id === e.id))
  return courseState({ ...props.course.record, events: [...others, ...entered.value] }, props.state.colony, holding.today, { yard: props.yard })
})
const window = (j: PlannedJob) => (j.earliest === j.latest ? sayDay(j.best) : sayWindow(j.earliest, j.latest))

/** The path of a field of what is entered as done. */
const path = (field: string) => `events[${entered.value.length - 1}].${field}`
async function keep(): Promise<void> {
  if (onDay.value === null) return refuse('happenedOn', 'On which day was it done?')
  if (amountFault.value) return refuse('amount', amountFault.value)
  if (tooMany.value && reason.value.trim().length < 3) return refuse('reason', 'Say how, in a few words.')
  const events = entered.value.map((e) => ({ ...e, courseId: props.course.record.id, device: 'page' }))
  if (!(await save(() => holding.stroke({ events }, props.yard.id).then(() => undefined)))) return
  drop()
  emit('done')
}
</script>

<template>
  <AForm novalidate layout="vertical" class="form" @submit="keep">
    <KeptNote v-model:day="onDay" :typed-on="typedOn" @anew="anew" />
    <p class="serif what">{{ holding.say(job.text) }}</p>
    <p class="soft small">Its window: {{ window(job) }}, best {{ sayDay(job.best) }}{{ hangsOn }}.<template v-if="minutes > 0"> About {{ sayMinutes(minutes) }}{{ gear ? `, with ${gear}` : '' }}.</template></p>
    <p v-if="onTheDay && onTheDay.level !== 'fits'" :class="onTheDay.level === 'care' ? 'care' : 'alarm strong'">{{ holding.say(onTheDay.text) }}</p>
    <DayField id="jf-day" v-model="onDay" label="Done on" :max="holding.today" :window="job" :fault="at('happenedOn') ?? at(path('happenedOn'))" />
    <div v-if="job.job === 'remove' && hung.length > 0" class="field">
      <span class="label">Where they hang by your notes</span>
      <HiveMap :model-value="hung" :boxes="state.situation.colony.broodBoxes" :frames="frames" :put="put" fixed />
      <ol v-if="counted" class="off">
        <li v-for="(s, i) in hung" :key="`${s.box} ${s.after}`">
          <span>{{ state.situation.colony.broodBoxes > 1 ? `Box ${s.box} from the floor, ` : '' }}after frame {{ s.after }}</span>
          <span class="three">
            <AButton v-for="[word, says] in OFF" :key="word" class="press quiet" :class="{ chosen: form.off[i] === word }" :aria-pressed="form.off[i] === word" @click="tickOff(i, word)">{{ says }}</AButton>
          </span>
        </li>
      </ol>
    </div>
    <NumberField
      v-if="asksAmount"
      id="jf-amount"
      v-model="amount"
      :label="fall ? 'Fell on the board' : job.job === 'remove' ? 'Came out' : 'Given'"
      :unit="unit"
      :hint="fall ? 'Empty where it was not counted; it decides about a further round' : job.job === 'remove' ? `${inside} went in` : job.amount === null ? `${job.planned} ${unit} planned` : `${left} ${unit} of ${job.planned} left to give`"
      :min="0"
      :fault="at(path('amount')) ?? amountFault"
    />
    <template v-if="counted">
      <NumberField id="jf-floor" v-model="onFloor" label="Lay on the floor" :unit="unit" :min="0" :fault="at('events[0].amount')" />
      <p v-if="missing > 0" class="care strong" role="status">{{ missing }} missing: look under the frames and on the floor. It stays asked for.</p>
    </template>
    <ACheckbox v-if="asksAmount && (job.job === 'dose' || job.job === 'remove')" v-model:checked="part">Only part of it is done; the rest follows</ACheckbox>
    <AreaField v-if="tooMany" id="jf-reason" v-model="reason" label="How can more come out than went in?" :most="2000" :fault="at('reason') ?? at(path('reason'))" placeholder="Strips of last spring were still in it" />
    <div v-if="hangs" class="field">
      <span class="label">Where they hang, seen from above</span>
      <HiveMap v-model="spots" :boxes="state.situation.colony.broodBoxes" :frames="frames" :put="put" />
      <AButton v-if="spots.length === 0 && usual.length > 0 && job.job === 'dose'" class="press quiet" @click="takeUsual">{{ put === 'on-top' ? `As usual: ${usual.length} over the brood` : `As usual: ${usual.length} in the brood nest, two frames apart` }}</AButton>
    </div>
    <TextField id="jf-by" v-model="doneBy" label="Done by (if not you)" :most="80" :fault="at(path('doneBy'))" />
    <AreaField id="jf-note" v-model="note" label="Note" :most="2000" :placeholder="job.job === 'dose' ? 'Which pack, which weather' : ''" />
    <WhatMoves :before="course" :after="after" :yard="yard" />
    <FaultLine v-if="fault && !['happenedOn', 'amount', 'reason', 'doneBy'].some((f) => at(f) ?? at(path(f)))">{{ fault }}</FaultLine>
    <CautionNote v-if="course.treatment.caution && (job.job === 'dose' || job.job === 'remove' || job.job === 'prepare' || followsVisit(job.job))">
      <strong>{{ holding.say(course.treatment.caution.hazard) }}</strong>
      {{ holding.say(course.treatment.caution.protection) }} {{ holding.say(course.treatment.caution.mishap) }}
    </CautionNote>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Keeping ...' : 'Keep it' }}</AButton>
    <p class="law">The label in your hand and local law decide.</p>
  </AForm>
</template>

<style scoped>
.form { display: grid; gap: 13px; }
.what { font-size: 18px; line-height: 1.25; }
.off { display: grid; gap: 8px; margin-top: 8px; }
.off li { display: grid; gap: 4px; }
.three { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 8px; }
.three .press { min-height: 56px; padding-inline: 6px; }
.three .chosen { background: var(--thistle); color: var(--on-fill); border-color: var(--thistle); }
/* What is done last is always in sight, on a ground of its own: the pane ends 40 px below what is in it. */
@media screen and (max-width: 720px) { .form > button.press { position: sticky; bottom: -28px; z-index: 2; box-shadow: 0 0 0 12px var(--sheet); } }
</style>
