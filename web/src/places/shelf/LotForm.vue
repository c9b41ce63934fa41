<script setup lang="ts">
/** A pack or a bottle on the shelf: what it says, how much is left of it, what became of it. */
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { countedAgain, dosesNow, packHolds, type LotState } from '@thistle/core/shelf'
import type { LotRecord } from '@thistle/core/holding'
import type { TreatmentKey } from '@thistle/core/situation'
import { sayDays } from '@thistle/core/time'
import { treatmentOf, unitOfMany } from '@thistle/core/treatments'
import AreaField from '../../fields/AreaField.vue'
import DayField from '../../fields/DayField.vue'
import NumberField from '../../fields/NumberField.vue'
import PickField from '../../fields/PickField.vue'
import TextField from '../../fields/TextField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import FoldAway from '../../parts/FoldAway.vue'
import KeptNote from '../../parts/KeptNote.vue'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'
import { unitOf } from '../../parts/shelf-words.ts'

const props = defineProps<{ state: LotState | null }>()
const emit = defineEmits<{ done: [] }>()
const holding = useHolding()
const { busy, fault, at, save, refuse } = useSave()
const given = holding.treatments.filter((t) => t.dose.by !== 'none').map((t) => [t.key, t.name] as const)
const l = props.state?.lot
/** The row it was filled from goes with it: what was changed elsewhere meanwhile is not written over. */
const { form, typedOn, drop: letGo, anew } = useKeptForm(`lot ${l?.id ?? 'new'}`, () => ({ id: l?.id ?? newId(), version: l?.version ?? null, left: props.state?.left ?? null as number | null, draft: {
  treatment: (l?.treatment ?? null) as TreatmentKey | null,
  label: l?.label ?? '',
  batch: l?.batch ?? '',
  expires: l?.expires ?? null,
  openedOn: l?.openedOn ?? null,
  packHolds: l?.packHolds ?? null,
  price: l?.price ?? null,
  bought: l?.bought ?? '',
  vet: l?.vet ?? '',
  kept: l?.kept ?? '',
  goneOn: l?.goneOn ?? null,
  goneWhy: l?.goneWhy ?? '',
  note: l?.note ?? '',
} }))
const draft = computed(() => form.draft)
const left = computed<number | null>({ get: () => form.left, set: (n) => (form.left = n) })
const unit = computed(() => (draft.value.treatment ? unitOfMany(unitOf(draft.value.treatment)) : ''))
const keeps = computed(() => (draft.value.treatment ? treatmentOf(draft.value.treatment) : null))
/** How many a pack holds, as the last one was written down. */
const usualPack = computed(() => (draft.value.treatment ? packHolds(holding.shelf, draft.value.treatment) : null))
const sure = ref(false)

async function keep(): Promise<void> {
  if (draft.value.treatment === null) return refuse('treatment', 'What is it?')
  const counted: Pick<LotRecord, 'units' | 'countedOn'> =
    l && left.value === props.state?.left
      ? { units: l.units, countedOn: l.countedOn }
      : left.value === null
        ? { units: null, countedOn: holding.today }
        : countedAgain(
            [...holding.shelf.lots.map((x) => x.lot).filter((x) => x.id !== form.id), { ...(l ?? { id: form.id, version: 0, mix: null, madeFrom: null, madeOf: null, countedOn: holding.today, units: null }), ...draft.value, treatment: draft.value.treatment } as LotRecord],
            dosesNow(holding.me?.doses ?? [], holding.yards),
            form.id,
            left.value,
            holding.today,
          )
  const text = (s: string) => s.trim() || null
  const body = {
    ...draft.value,
    label: text(draft.value.label),
    batch: text(draft.value.batch),
    bought: text(draft.value.bought),
    vet: text(draft.value.vet),
    kept: text(draft.value.kept),
    goneWhy: text(draft.value.goneWhy),
    note: text(draft.value.note),
    ...counted,
    mix: l?.mix ?? null,
    madeFrom: l?.madeFrom ?? null,
    madeOf: l?.madeOf ?? null,
    version: form.version,
  }
  if (!(await save(() => holding.keepLot(form.id, body)))) return
  letGo()
  emit('done')
}
async function drop(): Promise<void> {
  if (!l || !(await save(() => holding.dropLot(l.id, l.version)))) return
  letGo()
  emit('done')
}
</script>

<template>
  <AForm novalidate layout="vertical" class="form" @submit="keep">
    <KeptNote :typed-on="typedOn" @anew="anew" />
    <PickField id="lot-what" v-model="draft.treatment" label="What it is" :options="given" unknown="choose ..." :disabled="l !== undefined" :fault="at('treatment')" />
    <TextField id="lot-label" v-model="draft.label" label="Name on the pack" :most="80" hint="as you know it; it is yours and stays here" :fault="at('label')" />
    <NumberField id="lot-left" v-model="left" :label="l ? 'There are now' : 'How many'" :unit="unit" :min="0" :fault="at('units')" hint="Doses that you tick are drawn from it" />
    <DayField id="lot-expires" v-model="draft.expires" label="Good until" :fault="at('expires')" />
    <DayField id="lot-opened" v-model="draft.openedOn" label="Opened on" :max="holding.today" :fault="at('openedOn')" />
    <p v-if="keeps?.openedKeepsDays" class="soft small">Opened and closed again it keeps about {{ sayDays(keeps.openedKeepsDays) }} ({{ keeps.own ? 'your own sheet' : 'common practice, no source' }}); the label decides.</p>
    <TextField id="lot-batch" v-model="draft.batch" label="Batch" :most="40" :fault="at('batch')" />
    <NumberField id="lot-pack" v-model="draft.packHolds" label="Units in a pack" :unit="unit" :min="0" :hint="usualPack ? `${usualPack} as before` : undefined" :fault="at('packHolds')" />
    <NumberField id="lot-price" v-model="draft.price" label="Price of a pack" :min="0" :fault="at('price')" />
    <TextField id="lot-kept" v-model="draft.kept" label="Kept where" :most="80" :hint="keeps ? holding.say(keeps.storage) : undefined" :fault="at('kept')" />
    <TextField id="lot-bought" v-model="draft.bought" label="Bought where" :most="80" :fault="at('bought')" />
    <TextField id="lot-vet" v-model="draft.vet" label="Vet" :most="80" hint="where one is needed" :fault="at('vet')" />
    <AreaField id="lot-note" v-model="draft.note" label="Note" :most="2000" />
    <FoldAway v-if="l" title="Used up, given away, thrown away">
      <div class="form">
        <DayField id="lot-gone" v-model="draft.goneOn" label="Gone on" :max="holding.today" :fault="at('goneOn')" />
        <TextField id="lot-why" v-model="draft.goneWhy" label="What became of it" :most="200" />
        <p v-if="keeps" class="soft small">{{ holding.say(keeps.disposal) }} Local rules decide.</p>
        <p>
          <AButton v-if="!sure" type="link" class="plainlink" @click="sure = true">It was written down by mistake ...</AButton>
          <AButton v-else danger class="press quiet" :disabled="busy" @click="drop">Take it off the shelf</AButton>
        </p>
      </div>
    </FoldAway>
    <FaultLine v-if="fault && !['treatment', 'label', 'units', 'expires', 'openedOn', 'batch', 'packHolds', 'price', 'kept', 'bought', 'vet', 'goneOn'].some((f) => at(f))">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Keeping ...' : 'Keep it' }}</AButton>
  </AForm>
</template>

<style scoped>
.form { display: grid; gap: 12px; grid-template-columns: minmax(0, 1fr); }
</style>
