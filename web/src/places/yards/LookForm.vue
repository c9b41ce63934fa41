<script setup lang="ts">
/** A dated look: what is known of the colony. Starts from the last one, so that only what changed is touched. */
import FaultLine from '../../parts/FaultLine.vue'
import AreaField from '../../fields/AreaField.vue'
import type { Field } from '@thistle/core/fields'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed, reactive, ref } from 'vue'
import { NOTHING_KNOWN, type ColonyRecord, type LookRecord, type YardRecord } from '@thistle/core/holding'
import DayField from '../../fields/DayField.vue'
import NumberField from '../../fields/NumberField.vue'
import PickField from '../../fields/PickField.vue'
import { useSave } from '../../parts/useSave.ts'
import { LOOK_FIELDS, SIGN_WORDS, type SignKey } from '@thistle/core/situation'
import ACheckbox from 'ant-design-vue/es/checkbox'
import { capital, YES_NO } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'

const props = defineProps<{ yard: YardRecord; colony: ColonyRecord }>()
const emit = defineEmits<{ done: [] }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const id = newId()

/** The form is the table of fields, in its order: what a look may say is said there, once. */
const FIELDS = Object.entries(LOOK_FIELDS).filter(([name]) => name !== 'colonyId' && name !== 'onDay' && name !== 'note' && name !== 'seenOn')
const last = props.colony.look
const known: Partial<LookRecord> = last ?? NOTHING_KNOWN
const onDay = ref<string | null>(holding.today)
const note = ref('')
type Value = string | number | null
const look = reactive<Record<string, Value>>(
  Object.fromEntries(FIELDS.filter(([, of]) => of.kind !== 'words').map(([name, of]) => [name, said(of, known[name as keyof LookRecord])])),
)
function said(of: Field, value: unknown): Value {
  if (value === null || value === undefined) return null
  return of.kind === 'yes-no' ? (value ? 'yes' : 'no') : (value as Value)
}
/** Signs are of the day of the look: none stands from the look before. */
const signs = ref<SignKey[]>([])
const sign = (key: SignKey, on: boolean) => (signs.value = on ? [...signs.value, key] : signs.value.filter((s) => s !== key))
const kept = (of: Field, value: Value) => (of.kind === 'yes-no' && value !== null ? value === 'yes' : value)
/** A day that only a new queen has. */
const asked = computed(() => FIELDS.filter(([name, of]) => of.kind !== 'words' && (name !== 'layingSince' || look.queen === 'new')))

async function keep(): Promise<void> {
  const done = await save(async () => {
    const seen = Object.fromEntries(asked.value.map(([name, of]) => [name, kept(of, look[name] ?? null)]))
    await holding.put('looks', id, { colonyId: props.colony.id, onDay: onDay.value, ...seen, signs: signs.value, note: note.value }, props.yard.id)
  })
  if (done) emit('done')
}
</script>

<template>
  <AForm novalidate layout="vertical" class="look" @submit="keep">
    <p v-if="last" class="soft small">Filled in from the look before; change what you saw.</p>
    <DayField id="look-day" v-model="onDay" :label="LOOK_FIELDS.onDay.label" :max="holding.today" :fault="at('onDay')" />
    <div class="two">
      <template v-for="[name, field] in asked" :key="name">
        <NumberField
          v-if="field.kind === 'real' || field.kind === 'whole'"
          :id="`look-${name}`"
          v-model="(look[name] as number | null)"
          :label="field.label"
          :hint="field.hint"
          :fault="at(name)"
          :step="field.step"
        />
        <PickField v-else-if="field.kind === 'word'" :id="`look-${name}`" v-model="(look[name] as string | null)" :label="field.label" :options="field.words" :fault="at(name)" />
        <PickField v-else-if="field.kind === 'yes-no'" :id="`look-${name}`" v-model="(look[name] as string | null)" :label="field.label" :options="YES_NO" :fault="at(name)" />
        <DayField v-else-if="field.kind === 'day'" :id="`look-${name}`" v-model="(look[name] as string | null)" :label="field.label" :max="holding.today" optional :fault="at(name)" />
      </template>
    </div>
    <fieldset class="signs">
      <legend>{{ LOOK_FIELDS.signs.label }}: <span class="soft">tick what you saw</span></legend>
      <ACheckbox v-for="[key, word] in SIGN_WORDS" :key="key" :checked="signs.includes(key)" @update:checked="sign(key, $event)">{{ capital(word) }}</ACheckbox>
      <p v-if="at('signs')" class="fault" role="alert">{{ at('signs') }}</p>
    </fieldset>
    <AreaField id="look-note" v-model="note" :label="LOOK_FIELDS.note.label" :most="2000" />
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Keeping ...' : 'Keep this look' }}</AButton>
  </AForm>
</template>

<style scoped>
.look { display: grid; gap: 13px; }
@media screen and (max-width: 720px) { .signs > label { min-height: 44px; align-items: center; } }
.signs { border: 0; margin: 0; padding: 0; display: grid; grid-template-columns: 1fr 1fr; gap: 4px 12px; min-width: 0; }
.signs legend { font-size: 14px; font-weight: 600; padding: 0; margin-bottom: 4px; }
.signs legend span { font-weight: 400; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 12px; align-items: start; }
</style>
