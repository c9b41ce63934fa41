<script setup lang="ts">
/** One job done in many colonies on one day, with those left out that were not, and the amounts as they were. */
import CautionNote from '../../parts/CautionNote.vue'
import { unitOfMany } from '@thistle/core/treatments'
import FaultLine from '../../parts/FaultLine.vue'
import NumberInput from '../../fields/NumberInput.vue'
import ACheckbox from 'ant-design-vue/es/checkbox'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { entryOf, type PlannedJob } from '@thistle/core/course'
import { computed, toRefs } from 'vue'
import { sharedText, type CourseState, type TodayJob } from '@thistle/core/holding'
import type { Day } from '@thistle/core/time'
import { sayDay } from '../../look/dates.ts'
import DayField from '../../fields/DayField.vue'
import TextField from '../../fields/TextField.vue'
import KeptNote from '../../parts/KeptNote.vue'
import { useSave } from '../../parts/useSave.ts'
import { capital, plural } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'

const props = defineProps<{ line: TodayJob; /** The day it was done on, where it was another than today. */ day?: Day }>()
const emit = defineEmits<{ done: [entered: { text: string; stroke: number | null }] }>()
const holding = useHolding()
const { busy, fault, at, refuse, save } = useSave()
interface Told {
  readonly id: string
  done: boolean
  amount: number | null
}
const { form, typedOn, drop, anew } = useKeptForm(`many ${props.line.key} ${props.day ?? ''}`, () => ({
  onDay: (props.day ?? holding.today) as string | null,
  doneBy: '',
  /** Of each colony, by its course. */
  told: Object.fromEntries(props.line.lines.flatMap(({ step: { job, course } }) => (job && course ? [[course.record.id, usual(course, job)] as const] : []))),
}))
const { onDay, doneBy } = toRefs(form)
const rows = computed(() =>
  props.line.lines.flatMap(({ state, step }) => {
    const { job, course } = step
    if (!job || !course) return []
    return [{ state, course, job, told: (form.told[course.record.id] ??= usual(course, job)) }]
  }),
)
function usual({ course }: CourseState, job: PlannedJob): Told {
  const amount = !job.asksAmount ? null : job.job === 'remove' ? course.inside : Math.max(0, (job.planned ?? 0) - (job.amount ?? 0))
  return { id: newId(), done: true, amount }
}
const chosen = computed(() => rows.value.filter((r) => r.told.done))
const unit = computed(() => {
  if (props.line.step.job?.job === 'check') return 'mites a day on the board'
  return unitOfMany(rows.value[0]?.course.course.dose?.unit)
})
const asks = computed(() => rows.value.some((r) => r.job.asksAmount))
/** Chosen, and without its amount. */
const missing = computed(() => chosen.value.findIndex((r) => r.job.asksAmount && r.job.job !== 'check' && r.told.amount === null))
const amountPath = (id: string) => `events[${chosen.value.findIndex((r) => r.told.id === id)}].amount`
const caution = computed(() => props.line.step.course?.treatment.caution ?? null)
async function keep(): Promise<void> {
  if (missing.value >= 0) return refuse(`events[${missing.value}].amount`, 'How many? 0 where there were none.')
  const events = chosen.value.map((r) => ({
    id: r.told.id,
    courseId: r.course.record.id,
    ...entryOf(r.job),
    happenedOn: onDay.value,
    amount: r.told.amount,
    doneBy: doneBy.value.trim() || null,
    device: 'page',
  }))
  let stroke: number | null = null
  const done = await save(async () => {
    stroke = await holding.stroke({ events }, props.line.yard.yard.id)
  })
  if (!done) return
  drop()
  emit('done', { text: `Entered for ${plural(events.length, 'colony', 'colonies')} at ${props.line.yard.yard.name}.`, stroke })
}
</script>

<template>
  <AForm novalidate layout="vertical" class="form" @submit="keep">
    <p class="serif what">{{ holding.say(capital(sharedText(line))) }}</p>
    <KeptNote v-model:day="onDay" :typed-on="typedOn" @anew="anew" />
    <DayField id="mf-day" v-model="onDay" label="Done on" :max="holding.today" :fault="at('events[0].happenedOn')" />
    <fieldset>
      <legend class="strong">In these colonies<template v-if="asks">, {{ unit }}</template></legend>
      <div v-for="r in rows" :key="r.told.id" class="row">
        <ACheckbox v-model:checked="r.told.done">
          <i>{{ r.state.colony.placement.position }}</i>
          {{ r.state.colony.name }}
        </ACheckbox>
        <NumberInput v-if="r.job.asksAmount" v-model="r.told.amount" :min="0" :disabled="!r.told.done" :aria-label="`${unit} in ${r.state.colony.name}`" :invalid="at(amountPath(r.told.id)) !== null" :aria-describedby="at(amountPath(r.told.id)) ? `mf-${r.told.id}` : undefined" />
        <p v-if="at(amountPath(r.told.id))" :id="`mf-${r.told.id}`" class="fault" role="alert">{{ at(amountPath(r.told.id)) }}</p>
      </div>
    </fieldset>
    <TextField id="mf-by" v-model="doneBy" label="Done by (if not you)" :most="80" />
    <p class="soft small">What went otherwise in one of them is entered there: press its name in the list.</p>
    <FaultLine v-if="fault && !at('events[0].happenedOn') && !chosen.some((r) => at(amountPath(r.told.id)))">{{ fault }}</FaultLine>
    <CautionNote v-if="caution"><strong>{{ holding.say(caution.hazard) }}</strong> {{ holding.say(caution.protection) }} {{ holding.say(caution.mishap) }}</CautionNote>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy || chosen.length === 0">
      {{ busy ? 'Keeping ...' : `Keep it for ${plural(chosen.length, 'colony', 'colonies')}${onDay ? `, ${sayDay(onDay)}` : ''}` }}
    </AButton>
    <p class="law">The label in your hand and local law decide.</p>
  </AForm>
</template>

<style scoped>
.form { display: grid; gap: 13px; }
.what { font-size: 18px; line-height: 1.25; }
fieldset { border: 0; padding: 0; margin: 0; display: grid; gap: 2px; }
.row { display: grid; grid-template-columns: minmax(0, 1fr) 92px; gap: 10px; align-items: center; padding: 4px 0; border-bottom: 1px solid var(--hairline); }
.row label { font-weight: 600; }
.row .fault { grid-column: 1 / -1; text-align: end; }
.row i { font-style: normal; font-weight: 400; color: var(--soft); }
</style>
