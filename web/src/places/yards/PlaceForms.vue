<script setup lang="ts">
/** Rename, move, retire: what changes where a colony stands and what it is called. */
import FaultLine from '../../parts/FaultLine.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { toRefs } from 'vue'
import { lookWith, type ColonyRecord, type Told, type YardRecord } from '@thistle/core/holding'
import DayField from '../../fields/DayField.vue'
import TextField from '../../fields/TextField.vue'
import NumberField from '../../fields/NumberField.vue'
import PickField from '../../fields/PickField.vue'
import TwoVersions from '../../parts/TwoVersions.vue'
import KeptNote from '../../parts/KeptNote.vue'
import { useSave } from '../../parts/useSave.ts'
import { checkAhead } from '../../server/call.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'

const props = defineProps<{ what: 'rename' | 'split' | 'move' | 'retire'; yard: YardRecord; colony: ColonyRecord }>()
const emit = defineEmits<{ done: []; gone: [] }>()
const holding = useHolding()
const { busy, fault, conflict, at, refuse, save, clear } = useSave()
const { form, typedOn, drop, anew } = useKeptForm(`${props.what} ${props.colony.id}`, () => ({
  name: props.colony.name,
  onDay: holding.today as string | null,
  yardId: props.yard.id as string | null,
  position: props.colony.placement.position as number | null,
  why: '',
  placementId: newId(),
  /** Divided: the half that is taken away is a colony of its own, with the past of both. */
  half: { colony: newId(), here: newId(), there: newId() },
  halfName: `${props.colony.name} 2`,
  queenIn: 'here' as 'here' | 'there' | null,
  behind: (Math.max(0, ...props.yard.colonies.map((c) => c.placement.position)) + 1) as number | null,
}))
const { name, onDay, yardId, position, why, halfName, queenIn, behind } = toRefs(form)
function done(how: 'done' | 'gone'): void {
  drop()
  if (how === 'gone') emit('gone')
  else emit('done')
}
const QUEEN_IN = [
  ['here', `in ${props.colony.name}`],
  ['there', 'in the new half'],
] as const
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
  if (props.what === 'retire') done('gone')
  else done('done')
}
/** The other stands: show it. */
async function leave(): Promise<void> {
  clear()
  await holding.refresh(props.yard.id)
  done('done')
}
async function rename(): Promise<void> {
  if (await save(() => holding.put('colonies', props.colony.id, body({ name: name.value }), props.yard.id).then(() => undefined))) done('done')
}
async function retire(): Promise<void> {
  // Without a day it would stay in the row, and seem gone.
  if (onDay.value === null) return refuse('retiredOn', 'Since when is it gone?')
  if (
    await save(() =>
      holding.put('colonies', props.colony.id, body({ retiredOn: onDay.value, retiredWhy: why.value }), props.yard.id).then(() => undefined),
    )
  )
    done('gone')
}
async function split(): Promise<void> {
  if (onDay.value === null) return refuse('since', 'On which day was it divided?')
  const [day, { id, look }] = [onDay.value, props.colony]
  const colony = { name: halfName.value, since: day, hivedOn: null, parents: [id] }
  const place = { placementId: form.placementId, yardId: props.yard.id, position: behind.value, onDay: day }
  const told = (where: 'here' | 'there'): Told => ({ queen: queenIn.value === null ? 'unknown' : queenIn.value === where ? 'laying' : 'absent', framesOfBees: null, framesOfBrood: null })
  const row = (lookId: string, of: string, where: 'here' | 'there') => ({ id: lookId, version: null, ...lookWith(look, told(where), of, day) })
  const kept = await save(async () => {
    await checkAhead([
      ['PUT', `/colonies/${form.half.colony}`, colony],
      ['POST', `/colonies/${form.half.colony}/move`, place],
    ])
    await holding.put('colonies', form.half.colony, colony, null)
    await holding.persist('POST', `/colonies/${form.half.colony}/move`, place)
    await holding.keepRows({ looks: [row(form.half.here, id, 'here'), row(form.half.there, form.half.colony, 'there')] }, props.yard.id)
  })
  if (kept) done('done')
}
async function move(): Promise<void> {
  const kept = await save(async () => {
    await holding.persist('POST', `/colonies/${props.colony.id}/move`, {
      placementId: form.placementId,
      yardId: yardId.value,
      position: position.value,
      onDay: onDay.value,
    })
    await holding.load()
  })
  if (!kept) return
  if (yardId.value === props.yard.id) done('done')
  else done('gone')
}
</script>

<template>
  <KeptNote v-model:day="onDay" :typed-on="typedOn" @anew="anew" />
  <AForm v-if="what === 'rename'" novalidate layout="vertical" class="form" @submit="rename">
    <TextField id="pf-name" v-model="name" label="Name or tag" :most="40" hint="It stays with the colony when it is moved." :fault="at('name')" />
    <TwoVersions v-if="conflict" :mine="conflict.mine" :theirs="conflict.theirs" :busy="busy" @mine="insist" @theirs="leave" />
    <FaultLine v-else-if="fault && !at('name')">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">Keep the name</AButton>
  </AForm>
  <AForm v-else-if="what === 'split'" novalidate layout="vertical" class="form" @submit="split">
    <p class="small soft">The new half carries the counts and courses of {{ colony.name }} up to that day. What hangs in a frame goes with the frame: note it.</p>
    <TextField id="pf-half" v-model="halfName" label="Name of the new half" :most="40" :fault="at('name')" />
    <DayField id="pf-split" v-model="onDay" label="Divided on" :max="holding.today" :fault="at('since') ?? at('onDay')" />
    <PickField id="pf-queen" v-model="queenIn" label="The old queen is" :options="QUEEN_IN" unknown="not seen" />
    <NumberField id="pf-behind" v-model="behind" label="Place in the row" :min="1" :fault="at('position')" />
    <FaultLine v-if="fault && !['name', 'since', 'onDay', 'position'].some((f) => at(f))">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Keeping ...' : 'Keep both halves' }}</AButton>
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
