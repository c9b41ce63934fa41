<script setup lang="ts">
/** One field of a sheet of one's own, by its table; what the nearest sheet has stands under what differs from it. */
import ACheckbox, { CheckboxGroup as ACheckboxGroup } from 'ant-design-vue/es/checkbox'
import { computed } from 'vue'
import type { Field } from '@thistle/core/fields'
import { OWN_FIELDS, type OwnSheet } from '@thistle/core/situation'
import { plain } from '@thistle/core/units'
import AreaField from '../../fields/AreaField.vue'
import DayField from '../../fields/DayField.vue'
import NumberField from '../../fields/NumberField.vue'
import PickField from '../../fields/PickField.vue'
import TextField from '../../fields/TextField.vue'
import { sayValue } from '../../parts/state-words.ts'
import { useHolding } from '../../stores/holding.ts'

const props = defineProps<{ name: keyof OwnSheet; nearest: OwnSheet; fault: string | null; unit?: string; label?: string }>()
const value = defineModel<unknown>({ required: true })
const holding = useHolding()
const of = computed(() => OWN_FIELDS[props.name] as Field)
const id = computed(() => `own-${props.name}`)
const asShare = computed(() => of.value.hint === '%')
const inHand = computed({
  get: () => (asShare.value && typeof value.value === 'number' ? Math.round(value.value * 1000) / 10 : value.value) as never,
  set: (now: unknown) => (value.value = asShare.value && typeof now === 'number' ? now / 100 : now),
})
/** What the nearest sheet says, where this one says something else. */
const other = computed(() => {
  const was = props.nearest[props.name]
  if (JSON.stringify(was) === JSON.stringify(value.value) || was === '') return undefined
  if (asShare.value) return `the nearest sheet: ${plain(Number(was) * 100, 1)}`
  return `the nearest sheet: ${was === null ? 'nothing' : holding.say(sayValue(props.name, was, of.value, holding.today))}`
})
const label = computed(() => props.label ?? of.value.label)
/** A sentence or two wants room. */
const isLong = computed(() => (of.value.kind === 'line' || of.value.kind === 'text') && of.value.most > 100)
</script>

<template>
  <div v-if="of.kind === 'yes-no'" class="tick">
    <ACheckbox v-model:checked="inHand">{{ label }}</ACheckbox>
    <span v-if="other" class="soft small">{{ other }}</span>
  </div>
  <div v-else-if="of.kind === 'words'" class="wide">
    <span class="field-label">{{ label }}</span>
    <ACheckboxGroup v-model:value="inHand" class="words" :options="of.words.map(([key, says]) => ({ value: key, label: says }))" />
  </div>
  <PickField v-else-if="of.kind === 'word'" :id="id" v-model="inHand" :label="label" :options="of.words" :unknown="false" :fault="fault" :hint="other" />
  <DayField v-else-if="of.kind === 'day'" :id="id" v-model="inHand" :label="label" :max="holding.today" :fault="fault" />
  <AreaField v-else-if="isLong && 'most' in of" :id="id" v-model="inHand" class="wide" :label="label" :most="of.most" :rows="of.kind === 'text' ? 3 : 2" :fault="fault" />
  <TextField v-else-if="'most' in of" :id="id" v-model="inHand" :label="label" :most="of.most" :hint="other" :fault="fault" />
  <NumberField v-else-if="'from' in of" :id="id" v-model="inHand" :label="label" :unit="unit ?? of.hint" :min="asShare ? of.from * 100 : of.from" :max="asShare ? of.to * 100 : of.to" :hint="other" :fault="fault" />
</template>

<style scoped>
.tick { display: grid; gap: 2px; align-content: center; }
.wide { grid-column: 1 / -1; }
.field-label { display: block; margin-bottom: 6px; font-weight: 650; font-size: 14px; }
.words { display: grid; width: 100%; grid-template-columns: repeat(auto-fit, minmax(min(280px, 100%), 1fr)); gap: 4px 20px; }
</style>
