<script setup lang="ts">
/** What a pack says, noted for the register: for one entry, or for all that were given with it. What stands there already is struck through and kept. */
import AButton from 'ant-design-vue/es/button'
import ACheckbox from 'ant-design-vue/es/checkbox'
import AForm from 'ant-design-vue/es/form'
import { computed, toRefs } from 'vue'
import type { RegisterLine } from '@thistle/core/book'
import { PACK_FIELDS, type PackField } from '@thistle/core/situation'
import AreaField from '../../fields/AreaField.vue'
import DayField from '../../fields/DayField.vue'
import TextField from '../../fields/TextField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import { PACK_TEXTS } from '../../parts/pack-fields.ts'
import KeptNote from '../../parts/KeptNote.vue'
import { useSave } from '../../parts/useSave.ts'
import { plural } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'

const props = defineProps<{ line: RegisterLine; alike: readonly RegisterLine[] }>()
const emit = defineEmits<{ done: [] }>()
const holding = useHolding()
const { busy, fault, marked, at, refuse, save } = useSave()
const { form, typedOn, drop, anew } = useKeptForm(`pack ${props.line.key}`, () => ({
  draft: Object.fromEntries(PACK_FIELDS.map((f) => [f, props.line[f] ?? ''])) as Record<PackField, string>,
  reason: '',
  all: props.alike.length > 0,
}))
const { draft, reason, all } = toRefs(form)
const lines = computed(() => (all.value ? [props.line, ...props.alike] : [props.line]))
/** What is said of a line that it does not say already. */
const newOf = (l: RegisterLine) => Object.fromEntries(PACK_FIELDS.flatMap((f) => (draft.value[f].trim() !== '' && draft.value[f].trim() !== l[f] ? [[f, draft.value[f].trim()]] : [])))
const strikes = computed(() => lines.value.some((l) => Object.keys(newOf(l)).some((f) => l[f as PackField] !== null)))

async function keep(): Promise<void> {
  const told = lines.value.map((l) => ({ l, pack: newOf(l) })).filter(({ pack }) => Object.keys(pack).length > 0)
  if (told.length === 0) return refuse('pack', 'Nothing new is said.')
  if (strikes.value && reason.value.trim().length < 3) return refuse('reason', 'What stands is struck through and kept: write down why.')
  // It is of the day on which it was given: once that year is closed it can no longer be written.
  const events = told.map(({ l, pack }) => ({ id: newId(), courseId: l.key, kind: 'pack-noted', happenedOn: l.start, pack, reason: strikes.value ? reason.value.trim() : null, device: 'page' }))
  const yards = [...new Set(told.map(({ l }) => l.yardId))]
  const done = await save(async () => {
    await holding.stroke({ events }, yards[0] ?? props.line.yardId)
    // One stroke for all of them; the other yards are read anew with it.
    for (const yardId of yards.slice(1)) await holding.refresh(yardId)
  })
  if (!done) return
  drop()
  emit('done')
}
const faultOf = (field: PackField) => at(`events[0].pack.${field}`)
</script>

<template>
  <AForm novalidate layout="vertical" class="form" @submit="keep">
    <KeptNote :typed-on="typedOn" @anew="anew" />
    <p class="soft">Copy it from the pack in your hand. Leave empty what you do not know.</p>
    <TextField v-for="f in PACK_TEXTS" :id="`pk-${f.name}`" :key="f.name" v-model="draft[f.name]" :label="f.label" :most="f.most" :hint="f.name === 'vet' ? (line.prescription ? 'who prescribed it' : 'where one is needed') : undefined" :fault="faultOf(f.name)" />
    <DayField id="pk-expires" :model-value="draft.expires || null" label="Good until" :fault="faultOf('expires')" @update:model-value="draft.expires = $event ?? ''" />
    <AreaField v-if="strikes" id="pk-reason" v-model="reason" label="Why it is put right" :most="2000" :fault="at('reason') ?? at('events[0].reason')" />
    <ACheckbox v-if="alike.length > 0" v-model:checked="all">
      The same for {{ plural(alike.length, 'other colony', 'other colonies') }} given {{ line.name }} within a week of it
    </ACheckbox>
    <AButton type="primary" class="press settle" html-type="submit" :disabled="busy">{{ busy ? 'Keeping ...' : `Keep it${all && alike.length > 0 ? ` for ${lines.length}` : ''}` }}</AButton>
    <FaultLine v-if="at('pack') || (fault && !marked)">{{ at('pack') ?? fault }}</FaultLine>
  </AForm>
</template>

<style scoped>
.form { display: grid; gap: 12px; grid-template-columns: minmax(0, 1fr); }
</style>
