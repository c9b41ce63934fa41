<script setup lang="ts">
/** A dated look: what is known of the colony. Starts from the last one, so that only what changed is touched. */
import FaultLine from '../../parts/FaultLine.vue'
import AreaField from '../../fields/AreaField.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { reactive, ref } from 'vue'
import { NOTHING_KNOWN, type ColonyRecord, type YardRecord } from '@thistle/core/holding'
import DayField from '../../fields/DayField.vue'
import NumberField from '../../fields/NumberField.vue'
import PickField from '../../fields/PickField.vue'
import { useSave } from '../../parts/useSave.ts'
import { BROOD_WORDS, ENTRANCE_WORDS, FLOOR_WORDS, HIVE_WORDS, QUEEN_WORDS, SUPERS_WORDS, YES_NO } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'

const props = defineProps<{ yard: YardRecord; colony: ColonyRecord }>()
const emit = defineEmits<{ done: [] }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const id = newId()
const yesNo = (b: boolean | null | undefined) => (b === null || b === undefined ? null : b ? 'yes' : 'no')
const flag = (w: 'yes' | 'no' | null) => (w === null ? null : w === 'yes')

const last = props.colony.look
const known = last ?? { ...NOTHING_KNOWN, supers: null }
const onDay = ref<string | null>(holding.today)
const look = reactive({
  broodBoxes: known.broodBoxes as number | null,
  framesOfBees: known.framesOfBees,
  framesOfBrood: known.framesOfBrood,
  brood: known.brood,
  hive: known.hive,
  queen: known.queen,
  layingSince: known.layingSince,
  floor: known.floor,
  entrance: known.entrance,
  supers: known.supers,
  feeding: yesNo(known.feeding) as 'yes' | 'no' | null,
  clustered: yesNo(known.clustered) as 'yes' | 'no' | null,
  newlyHived: yesNo(known.newlyHived) as 'yes' | 'no' | null,
  floorWet: yesNo(known.floorWet) as 'yes' | 'no' | null,
  note: '',
})

async function keep(): Promise<void> {
  const done = await save(async () => {
    const { feeding, clustered, newlyHived, floorWet, ...rest } = look
    await holding.put(
      'looks',
      id,
      {
        colonyId: props.colony.id,
        onDay: onDay.value,
        ...rest,
        layingSince: look.queen === 'new' ? look.layingSince : null,
        feeding: flag(feeding),
        clustered: flag(clustered),
        newlyHived: flag(newlyHived),
        floorWet: flag(floorWet),
      },
      props.yard.id,
    )
  })
  if (done) emit('done')
}
</script>

<template>
  <AForm novalidate layout="vertical" class="look" @submit="keep">
    <p v-if="last" class="soft small">Filled in from the look before; change what you saw.</p>
    <DayField id="look-day" v-model="onDay" label="Looked on" :max="holding.today" :fault="at('onDay')" />
    <div class="two">
      <NumberField
        id="look-bees"
        v-model="look.framesOfBees"
        label="Frames of bees"
        hint="all boxes together"
        :fault="at('framesOfBees')"
        :step="0.5"
      />
      <NumberField id="look-boxes" v-model="look.broodBoxes" label="Brood boxes" :fault="at('broodBoxes')" />
      <PickField id="look-brood" v-model="look.brood" label="Brood" :options="BROOD_WORDS" />
      <NumberField id="look-frames" v-model="look.framesOfBrood" label="Frames of brood" :fault="at('framesOfBrood')" :step="0.5" />
      <PickField id="look-queen" v-model="look.queen" label="Queen" :options="QUEEN_WORDS" />
      <PickField id="look-supers" v-model="look.supers" label="Supers" :options="SUPERS_WORDS" />
      <DayField
        v-if="look.queen === 'new'"
        id="look-laying"
        v-model="look.layingSince"
        label="Laying since"
        :max="holding.today"
        optional
        :fault="at('layingSince')"
      />
      <PickField id="look-floor" v-model="look.floor" label="Floor" :options="FLOOR_WORDS" />
      <PickField id="look-entrance" v-model="look.entrance" label="Entrance" :options="ENTRANCE_WORDS" />
      <PickField id="look-feeding" v-model="look.feeding" label="Being fed" :options="YES_NO" />
      <PickField id="look-cluster" v-model="look.clustered" label="Clustered" :options="YES_NO" />
      <PickField id="look-new" v-model="look.newlyHived" label="Newly hived" :options="YES_NO" />
      <PickField id="look-wet" v-model="look.floorWet" label="Floor wet" :options="YES_NO" />
      <PickField id="look-hive" v-model="look.hive" label="Hive with" :options="HIVE_WORDS" />
    </div>
    <AreaField id="look-note" v-model="look.note" label="Note" :most="2000" />
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Keeping ...' : 'Keep this look' }}</AButton>
  </AForm>
</template>

<style scoped>
.look { display: grid; gap: 13px; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 12px; align-items: start; }
</style>
