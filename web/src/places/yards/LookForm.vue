<script setup lang="ts">
/** A dated look: what is known of the colony. Starts from the last one, so that only what changed is touched. */
import FaultLine from '../../parts/FaultLine.vue'
import AreaField from '../../fields/AreaField.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { toRefs } from 'vue'
import type { ColonyRecord, LookRecord, YardRecord } from '@thistle/core/holding'
import DayField from '../../fields/DayField.vue'
import KeptNote from '../../parts/KeptNote.vue'
import { useSave } from '../../parts/useSave.ts'
import { LOOK_FIELDS } from '@thistle/core/situation'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'
import { allOf, draftFrom } from './look-draft.ts'
import SeeInside from '../practice/SeeInside.vue'
import LookFields from './LookFields.vue'

const props = defineProps<{ yard: YardRecord; colony: ColonyRecord }>()
const emit = defineEmits<{ done: [] }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const { form: draft, typedOn, drop, anew } = useKeptForm(`look ${props.colony.id}`, () => ({ id: newId(), onDay: holding.today as string | null, ...draftFrom(props.colony.look) }))
const { onDay } = toRefs(draft)

/** What a hive to practise on shows takes the place of what stands in the form. */
function seen(facts: Readonly<Record<string, unknown>>): void {
  const now = draftFrom({ ...props.colony.look, ...facts } as LookRecord)
  Object.assign(draft.look, now.look)
  draft.signs = [...((facts.signs as LookRecord['signs']) ?? [])]
}

async function keep(): Promise<void> {
  const body = { colonyId: props.colony.id, onDay: onDay.value, ...allOf(draft), note: draft.note }
  if (!(await save(() => holding.put('looks', draft.id, body, props.yard.id).then(() => undefined)))) return
  drop()
  emit('done')
}
</script>

<template>
  <AForm novalidate layout="vertical" class="look" @submit="keep">
    <KeptNote v-model:day="onDay" :typed-on="typedOn" @anew="anew" />
    <p v-if="colony.look" class="soft small">Filled in from the inspection before; change what you saw.</p>
    <SeeInside :colony-id="colony.id" @seen="seen" />
    <DayField id="look-day" v-model="onDay" :label="LOOK_FIELDS.onDay.label" :max="holding.today" :fault="at('onDay')" />
    <LookFields id="look" :draft="draft" :at="at" />
    <AreaField id="look-note" v-model="draft.note" :label="LOOK_FIELDS.note.label" :most="2000" />
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Keeping ...' : 'Keep this inspection' }}</AButton>
  </AForm>
</template>

<style scoped>
.look { display: grid; gap: 13px; }
</style>
