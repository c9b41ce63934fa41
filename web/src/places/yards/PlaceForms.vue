<script setup lang="ts">
/** Rename, move, retire: what changes where a colony stands and what it is called. */
import FaultLine from '../../parts/FaultLine.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { ref } from 'vue'
import type { ColonyRecord, YardRecord } from '@thistle/core/holding'
import DayField from '../../fields/DayField.vue'
import TextField from '../../fields/TextField.vue'
import NumberField from '../../fields/NumberField.vue'
import PickField from '../../fields/PickField.vue'
import TwoVersions from '../../parts/TwoVersions.vue'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'

const props = defineProps<{ what: 'rename' | 'move' | 'retire'; yard: YardRecord; colony: ColonyRecord }>()
const emit = defineEmits<{ done: []; gone: [] }>()
const holding = useHolding()
const { busy, fault, conflict, at, refuse, save, clear } = useSave()
const name = ref(props.colony.name)
const onDay = ref<string | null>(holding.today)
const yardId = ref<string | null>(props.yard.id)
const position = ref<number | null>(props.colony.placement.position)
const why = ref('')
const placementId = newId()
const yards = holding.yards.map((y) => [y.id, y.name] as const)

const body = (change: object) => {
  const { name: called, since, hivedOn, parents, version } = props.colony
  return { name: called, since, hivedOn, parents, retiredOn: null, retiredWhy: null, version, ...change }
}
/** Of two versions the keeper's own is to stand: written over the newest. */
async function insist(): Promise<void> {
  const both = conflict.value
  if (!both) return
  const again = { ...both.mine, version: both.theirs.version }
  if (!(await save(() => holding.put('colonies', props.colony.id, again, props.yard.id).then(() => undefined)))) return
  if (props.what === 'retire') emit('gone')
  else emit('done')
}
/** The other stands: show it. */
async function leave(): Promise<void> {
  clear()
  await holding.refresh(props.yard.id)
  emit('done')
}
async function rename(): Promise<void> {
  if (await save(() => holding.put('colonies', props.colony.id, body({ name: name.value }), props.yard.id).then(() => undefined))) emit('done')
}
async function retire(): Promise<void> {
  // Without a day it would stay in the row, and seem gone.
  if (onDay.value === null) return refuse('retiredOn', 'Since when is it gone?')
  if (
    await save(() =>
      holding.put('colonies', props.colony.id, body({ retiredOn: onDay.value, retiredWhy: why.value }), props.yard.id).then(() => undefined),
    )
  )
    emit('gone')
}
async function move(): Promise<void> {
  const done = await save(async () => {
    await holding.persist('POST', `/colonies/${props.colony.id}/move`, {
      placementId,
      yardId: yardId.value,
      position: position.value,
      onDay: onDay.value,
    })
    await holding.load()
  })
  if (!done) return
  if (yardId.value === props.yard.id) emit('done')
  else emit('gone')
}
</script>

<template>
  <AForm v-if="what === 'rename'" novalidate layout="vertical" class="form" @submit="rename">
    <TextField id="pf-name" v-model="name" label="Name or tag" :most="40" hint="It stays with the colony when it is moved." :fault="at('name')" />
    <TwoVersions v-if="conflict" :mine="conflict.mine" :theirs="conflict.theirs" :busy="busy" @mine="insist" @theirs="leave" />
    <FaultLine v-else-if="fault && !at('name')">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">Keep the name</AButton>
  </AForm>
  <AForm v-else-if="what === 'move'" novalidate layout="vertical" class="form" @submit="move">
    <PickField id="pf-yard" v-model="yardId" label="To the yard" :options="yards" :unknown="false" />
    <NumberField
      id="pf-position"
      v-model="position"
      label="Place in the row"
      hint="1 is where you begin to walk; those behind move up"
      :min="1"
      :max="999"
      :fault="at('position')"
    />
    <DayField id="pf-day" v-model="onDay" label="Moved on" :max="holding.today" :fault="at('onDay')" />
    <FaultLine v-if="fault && !at('onDay') && !at('position')">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">Move it</AButton>
  </AForm>
  <AForm v-else novalidate layout="vertical" class="form" @submit="retire">
    <p class="soft small">Died, sold, united: it leaves the row, and its records stay in the book.</p>
    <DayField id="pf-retired" v-model="onDay" label="Gone since" :max="holding.today" :fault="at('retiredOn')" />
    <TextField id="pf-why" v-model="why" label="What happened" :most="200" />
    <TwoVersions v-if="conflict" :mine="conflict.mine" :theirs="conflict.theirs" :busy="busy" @mine="insist" @theirs="leave" />
    <FaultLine v-else-if="fault && !at('retiredOn')">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">Take it out of the row</AButton>
  </AForm>
</template>

<style scoped>
.form { display: grid; gap: 12px; background: var(--sunken); border-radius: 12px; padding: 14px; }
</style>
