<script setup lang="ts">
/** What was done, on its actual day: and, before it is kept, what that moves. */
import { computed, ref } from 'vue'
import { courseState, type ColonyState, type CourseState, type YardRecord } from '@thistle/core/holding'
import type { PlannedJob } from '@thistle/core/course'
import { sayDay, sayWindow } from '../look/dates.ts'
import { newId, useHolding } from '../stores/holding.ts'
import DayField from './DayField.vue'
import NumberField from './NumberField.vue'
import { useSave } from './useSave.ts'

const props = defineProps<{ yard: YardRecord; state: ColonyState; course: CourseState; job: PlannedJob }>()
const emit = defineEmits<{ done: [] }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const id = newId()

const asksAmount = computed(() => props.job.asksAmount)
const inside = computed(() =>
  props.course.course.jobs.filter((j) => j.job === 'dose' && j.amount !== null).reduce((sum, j) => sum + (j.amount ?? 0), 0),
)
const onDay = ref<string | null>(holding.today)
const amount = ref<number | null>(
  props.job.job === 'remove' ? inside.value || (props.course.course.dose?.amount ?? null) : (props.course.course.dose?.amount ?? null),
)
const note = ref('')
const unit = computed(() => {
  const u = props.course.course.dose?.unit
  return u === 'strip' ? 'strips' : u === 'wafer' ? 'wafers' : (u ?? '')
})
const amountFault = computed(() => (asksAmount.value && amount.value === null ? 'How many? 0 where there were none.' : null))

const event = computed(() => ({
  id,
  kind: 'done' as const,
  job: props.job.job,
  n: props.job.n,
  happenedOn: onDay.value ?? holding.today,
  amount: asksAmount.value ? amount.value : null,
  note: note.value || null,
  supersedes: null,
}))
/** The course as it will stand once this is kept. */
const after = computed(() =>
  courseState({ ...props.course.record, events: [...props.course.record.events, event.value] }, props.state.colony, holding.today),
)
const moved = computed(() =>
  after.value.course.jobs
    .filter((j) => j.state === 'open')
    .flatMap((j) => {
      const old = props.course.course.jobs.find((o) => o.job === j.job && o.n === j.n)
      return old && (old.earliest !== j.earliest || old.latest !== j.latest) ? [{ key: `${j.job}${j.n}`, text: j.text, old, now: j }] : []
    }),
)
const news = computed(() => after.value.course.warnings.filter((w) => !props.course.course.warnings.some((o) => o.text === w.text)))
const window = (j: PlannedJob) => (j.earliest === j.latest ? sayDay(j.best) : sayWindow(j.earliest, j.latest))

async function keep(): Promise<void> {
  const { kind, job, n, happenedOn, supersedes } = event.value
  const done = await save(async () => {
    await holding.put(
      'events',
      id,
      { courseId: props.course.record.id, kind, job, n, happenedOn, amount: event.value.amount, note: event.value.note, supersedes, device: 'page' },
      props.yard.id,
    )
  })
  if (done) emit('done')
}
</script>

<template>
  <form class="form" novalidate @submit.prevent="keep">
    <p class="serif what">{{ holding.say(job.text) }}</p>
    <p class="soft small">Its window: {{ window(job) }}, best {{ sayDay(job.best) }}.</p>
    <DayField id="jf-day" v-model="onDay" label="Done on" :max="holding.today" :fault="at('happenedOn')" />
    <NumberField
      v-if="asksAmount"
      id="jf-amount"
      v-model="amount"
      :label="job.job === 'remove' ? 'Came out' : 'Given'"
      :unit="unit"
      :hint="job.job === 'remove' ? `${inside} went in` : `${course.course.dose?.amount} ${unit} planned`"
      :min="0"
      :fault="at('amount') ?? amountFault"
    />
    <div class="field">
      <label for="jf-note">Note</label>
      <textarea
        id="jf-note"
        v-model="note"
        class="area"
        maxlength="2000"
        :placeholder="job.job === 'dose' ? 'Between which frames, which pack' : ''"
      />
    </div>
    <div v-if="news.length > 0" class="caution" role="status">
      <p v-for="w in news" :key="w.text">
        <strong>
          {{ w.kind === 'over-stay' ? 'Over-stay.' : w.kind === 'too-early' ? 'Too early.' : w.kind === 'gap' ? 'Too long a gap.' : 'Look again.' }}
        </strong>
        {{ holding.say(w.text) }}
      </p>
    </div>
    <div v-if="moved.length > 0" class="moved">
      <h3>What this moves</h3>
      <ul>
        <li v-for="m in moved" :key="m.key">
          <span>{{ holding.say(m.text) }}</span>
          <span class="dates">
            <s>{{ window(m.old) }}</s>
            <strong>{{ window(m.now) }}</strong>
          </span>
        </li>
      </ul>
    </div>
    <p v-if="fault && !at('happenedOn') && !at('amount')" class="alarm strong" role="alert">{{ fault }}</p>
    <p v-if="course.treatment.caution && (job.job === 'dose' || job.job === 'remove' || job.job === 'prepare')" class="caution">
      <strong>{{ course.treatment.caution.hazard }}</strong>
      {{ course.treatment.caution.protection }} {{ course.treatment.caution.mishap }}
    </p>
    <button class="press" type="submit" :disabled="busy || amountFault !== null">{{ busy ? 'Keeping ...' : 'Keep it' }}</button>
    <p class="law">The label in your hand and local law decide.</p>
  </form>
</template>

<style scoped>
.form { display: grid; gap: 13px; }
.what { font-size: 18px; line-height: 1.25; }
.moved { border-left: 3px solid var(--thistle-mid); padding-left: 12px; display: grid; gap: 6px; }
.moved li { display: flex; justify-content: space-between; gap: 12px; font-size: 14px; padding: 3px 0; }
.dates { white-space: nowrap; }
.dates s { color: var(--soft); }
</style>
