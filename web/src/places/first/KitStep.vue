<script setup lang="ts">
/** What there is to work with: tools and protection, and what stands on the shelf. */
import { CheckboxGroup as ACheckboxGroup } from 'ant-design-vue/es/checkbox'
import ACheckbox from 'ant-design-vue/es/checkbox'
import AButton from 'ant-design-vue/es/button'
import { toRefs } from 'vue'
import type { Tool, TreatmentKey } from '@thistle/core/situation'
import { KIT_WORDS } from '@thistle/core/situation'
import { unitOfMany } from '@thistle/core/treatments'
import NumberField from '../../fields/NumberField.vue'
import PickField from '../../fields/PickField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import { unitOf } from '../../parts/shelf-words.ts'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'
import StepFrame from './StepFrame.vue'

const emit = defineEmits<{ onward: [] }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
interface Pack {
  readonly id: string
  treatment: TreatmentKey | null
  units: number | null
}
const pack = (): Pack => ({ id: newId(), treatment: null, units: null })
const { form, drop } = useKeptForm('first kit', () => ({ kit: [...((holding.settings?.kit ?? []) as Tool[])], packs: [pack()] }))
const { kit, packs } = toRefs(form)
const given = holding.treatments.filter((t) => t.dose.by !== 'none').map((t) => [t.key, t.name] as const)
async function keep(): Promise<void> {
  const settings = holding.settings
  if (!settings) return
  const done = await save(async () => {
    if (JSON.stringify(settings.kit) !== JSON.stringify(kit.value)) await holding.saveSettings({ ...settings, kit: kit.value })
    for (const p of packs.value)
      if (p.treatment !== null)
        await holding.keepLot(p.id, { treatment: p.treatment, units: p.units, countedOn: holding.today, label: null, batch: null, expires: null, openedOn: null, packHolds: null, price: null, bought: null, vet: null, kept: null, mix: null, madeFrom: null, madeOf: null, goneOn: null, goneWhy: null, note: null, version: null })
  })
  if (!done) return
  drop()
  emit('onward')
}
</script>

<template>
  <StepFrame title="What do you have?" says="What is not ticked counts as not there: a treatment that needs it says “fetch first”. Tick it later under Shelf, Gear." go="Keep it, on to what is allowed" :busy="busy" @go="keep" @later="emit('onward')">
    <ACheckboxGroup v-model:value="kit" class="kit">
      <ACheckbox v-for="[key, name] in KIT_WORDS" :key="key" :value="key">{{ name }}</ACheckbox>
    </ACheckboxGroup>
    <fieldset class="packs">
      <legend class="strong">On your shelf</legend>
      <div v-for="(p, i) in packs" :key="p.id" class="pack">
        <PickField :id="`fs-pack-${i}`" v-model="p.treatment" label="Treatment" unknown="nothing" :options="given" searched />
        <NumberField v-if="p.treatment" :id="`fs-units-${i}`" v-model="p.units" label="How many are left" :unit="unitOfMany(unitOf(p.treatment))" :min="0" :fault="at('units')" />
      </div>
      <AButton v-if="packs.every((p) => p.treatment !== null)" type="link" class="plainlink" @click="packs.push(pack())">And another</AButton>
      <p class="soft small">Batch and expiry date are noted on the Shelf, from the pack in your hand.</p>
    </fieldset>
    <FaultLine v-if="fault && !at('units')">{{ fault }}</FaultLine>
  </StepFrame>
</template>

<style scoped>
.kit { display: grid; width: 100%; grid-template-columns: repeat(auto-fit, minmax(min(260px, 100%), 1fr)); gap: 2px 20px; }
.packs { border: 0; margin: 0; padding: 0; display: grid; gap: 10px; }
.pack { display: grid; grid-template-columns: minmax(0, 320px) minmax(0, 180px); gap: 12px; align-items: start; }
@media screen and (max-width: 720px) { .pack { grid-template-columns: minmax(0, 1fr); } }
</style>
