<script setup lang="ts">
import FaultLine from '../../parts/FaultLine.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { nextTick, ref, toRefs } from 'vue'
import KeptNote from '../../parts/KeptNote.vue'
import type { YardRecord } from '@thistle/core/holding'
import DayField from '../../fields/DayField.vue'
import TextField from '../../fields/TextField.vue'
import NumberField from '../../fields/NumberField.vue'
import { useSave } from '../../parts/useSave.ts'
import { checkAhead } from '../../server/call.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'

const props = defineProps<{ yard: YardRecord }>()
const emit = defineEmits<{ open: [colonyId: string] }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const following = () => Math.max(0, ...props.yard.colonies.map((c) => c.placement.position)) + 1
// Ids are kept over a failed try, so that a second press writes the same rows and not new ones.
const { form, typedOn, anew } = useKeptForm(`add colony ${props.yard.id}`, () => ({
  ids: { colony: newId(), placement: newId() },
  name: '',
  since: holding.today as string | null,
  hivedOn: null as string | null,
  position: following() as number | null,
}))
const { name, since, hivedOn, position, ids } = toRefs(form)
/** The one added last: the next stands beside it, and the form stays for it. */
const last = ref<{ id: string; name: string; position: number } | null>(null)

async function add(): Promise<void> {
  const colony = { name: name.value, since: since.value, hivedOn: hivedOn.value }
  const own = { ...ids.value }
  const place = { placementId: own.placement, yardId: props.yard.id, position: position.value, onDay: since.value }
  const done = await save(async () => {
    await checkAhead([
      ['PUT', `/colonies/${own.colony}`, colony],
      ['POST', `/colonies/${own.colony}/move`, place],
    ])
    await holding.put('colonies', own.colony, colony, null)
    await holding.persist('POST', `/colonies/${own.colony}/move`, place)
    await holding.refresh(props.yard.id)
  })
  if (!done) return
  last.value = { id: own.colony, name: name.value.trim(), position: position.value ?? following() }
  const day = since.value
  anew()
  since.value = day
  position.value = last.value.position + 1
  await nextTick()
  document.getElementById('ac-name')?.focus()
}
</script>

<template>
  <AForm novalidate layout="vertical" class="form" @submit="add">
    <KeptNote v-if="!last" v-model:day="since" :typed-on="typedOn" @anew="anew" />
    <p v-if="last" class="settled" role="status">
      <strong>{{ last.name }}</strong> stands at {{ last.position }}.
      <AButton type="link" class="plainlink" @click="emit('open', last.id)">Open {{ last.name }}</AButton>
    </p>
    <TextField id="ac-name" v-model="name" label="Name or tag" :most="40" :fault="at('name')" />
    <NumberField
      id="ac-position"
      v-model="position"
      label="Place in the row"
      hint="1 is where you begin to walk"
      :min="1"
      :max="999"
      :fault="at('position')"
    />
    <DayField id="ac-since" v-model="since" label="In this yard since" :max="holding.today" :fault="at('since') ?? at('onDay')" />
    <DayField
      id="ac-hived"
      v-model="hivedOn"
      label="Swarm or package hived on"
      :max="holding.today"
      optional
      hint="leave it empty for a colony that was there"
      :fault="at('hivedOn')"
    />
    <FaultLine v-if="fault && !at('name') && !at('since') && !at('hivedOn') && !at('position')">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Adding ...' : 'Add it to the row' }}</AButton>
  </AForm>
</template>

<style scoped>
.form { display: grid; gap: 13px; }
</style>
