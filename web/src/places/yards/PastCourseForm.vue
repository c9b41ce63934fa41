<script setup lang="ts">
/** What was given before the book knew of it, or is in now: with its own days, for one colony or the whole yard. It asks nothing and alarms nobody. */
import AButton from 'ant-design-vue/es/button'
import ACheckbox from 'ant-design-vue/es/checkbox'
import AForm from 'ant-design-vue/es/form/Form'
import { computed, toRefs, watch } from 'vue'
import { type ColonyState, type YardState } from '@thistle/core/holding'
import type { TreatmentKey } from '@thistle/core/situation'
import { doseOf, dosesOf, patternOf, treatmentOf, unitOfMany } from '@thistle/core/treatments'
import DayField from '../../fields/DayField.vue'
import NumberField from '../../fields/NumberField.vue'
import PickField from '../../fields/PickField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import KeptNote from '../../parts/KeptNote.vue'
import { useSave } from '../../parts/useSave.ts'
import { plural } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'

const props = defineProps<{ yard: YardState; state: ColonyState }>()
const emit = defineEmits<{ done: [] }>()
const holding = useHolding()
const { busy, fault, at, refuse, save } = useSave()
const OPTIONS = holding.treatments.filter((t) => t.way !== 'waiting').map((t) => [t.key, t.name] as const)
// The ids are kept over a failed try: the second press writes the same and not twice.
const { form, typedOn, drop, anew } = useKeptForm(`past ${props.state.colony.id}`, () => ({
  key: null as TreatmentKey | null,
  startOn: null as string | null,
  over: true,
  endOn: null as string | null,
  rounds: 1 as number | null,
  amount: null as number | null,
  everywhere: false,
  ids: { decision: newId(), courses: {} as Record<string, string> },
}))
const { key, startOn, over, endOn, rounds, amount, everywhere } = toRefs(form)
const courseId = (colony: string) => (form.ids.courses[colony] ??= newId())

const treatment = computed(() => (key.value ? (treatmentOf(key.value) ?? null) : null))
const pattern = computed(() => (treatment.value ? patternOf(treatment.value, props.state.situation) : null))
const usual = computed(() => (pattern.value ? dosesOf(pattern.value) : 1))
const dose = computed(() => (treatment.value ? doseOf(treatment.value, props.state.situation) : null))
watch(treatment, () => {
  rounds.value = usual.value
  amount.value = dose.value?.amount ?? null
})
const others = computed(() => props.yard.row.filter((s) => s.gone === null))
const whom = computed(() => (everywhere.value ? others.value : [props.state]))

async function keep(): Promise<void> {
  if (!key.value) return refuse('treatment', 'What was given?')
  if (!startOn.value) return refuse('startOn', 'When did it begin?')
  if (over.value && !endOn.value) return refuse('past.endOn', 'When was it over, or what hung in taken out?')
  const { yard } = props.yard
  const body = {
    yardId: yard.id,
    treatment: key.value,
    startOn: startOn.value,
    note: '',
    past: { rounds: rounds.value ?? 1, amount: amount.value, endOn: over.value ? endOn.value : null },
    colonies: whom.value.map(({ colony }) => ({ colonyId: colony.id, courseId: courseId(colony.id) })),
  }
  if (!(await save(() => holding.put('decisions', form.ids.decision, body, yard.id).then(() => undefined)))) return
  drop()
  emit('done')
}
</script>

<template>
  <AForm novalidate layout="vertical" class="past" @submit="keep">
    <h3>Given before, or in it now</h3>
    <p class="soft small">It counts for taking turns, for what worked here, and for the days until supers. Nothing of it is judged or asked for.</p>
    <KeptNote :typed-on="typedOn" @anew="anew" />
    <PickField id="pc-what" v-model="key" label="What" searched unknown="choose" :options="OPTIONS" :fault="at('treatment')" />
    <DayField id="pc-start" v-model="startOn" label="Begun on" :max="holding.today" :fault="at('startOn')" />
    <ACheckbox v-model:checked="over">It is over, and nothing of it is in the hive</ACheckbox>
    <DayField v-if="over" id="pc-end" v-model="endOn" label="Over, or taken out, on" :max="holding.today" :fault="at('past.endOn')" />
    <NumberField v-if="usual > 1" id="pc-rounds" v-model="rounds" label="Rounds given" :hint="`${usual} is usual`" :min="1" :fault="at('past.rounds')" />
    <NumberField v-if="dose" id="pc-amount" v-model="amount" label="Each time" :unit="unitOfMany(dose.unit)" :min="0" :fault="at('past.amount')" />
    <ACheckbox v-if="others.length > 1" v-model:checked="everywhere">The same in all {{ plural(others.length, 'colony', 'colonies') }} of {{ yard.yard.name }}</ACheckbox>
    <FaultLine v-if="fault && !['treatment', 'startOn', 'past.endOn', 'past.rounds', 'past.amount'].some((f) => at(f))">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Keeping ...' : whom.length > 1 ? `Keep it for ${whom.length}` : 'Keep it' }}</AButton>
  </AForm>
</template>

<style scoped>
.past { display: grid; gap: 13px; }
</style>
