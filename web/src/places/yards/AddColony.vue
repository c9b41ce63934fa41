<script setup lang="ts">
import Input from 'ant-design-vue/es/input'
import { ref } from 'vue'
import type { YardRecord } from '@thistle/core/holding'
import DayField from '../../parts/DayField.vue'
import NumberField from '../../parts/NumberField.vue'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'

const props = defineProps<{ yard: YardRecord }>()
const emit = defineEmits<{ done: [colonyId: string] }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const name = ref('')
const since = ref<string | null>(holding.today)
const hivedOn = ref<string | null>(null)
const position = ref<number | null>(Math.max(0, ...props.yard.colonies.map((c) => c.placement.position)) + 1)
// Kept over a failed try, so that a second press writes the same rows and not new ones.
const ids = { colony: newId(), placement: newId() }

async function add(): Promise<void> {
  const done = await save(async () => {
    await holding.put('colonies', ids.colony, { name: name.value, since: since.value, hivedOn: hivedOn.value }, null)
    await holding.persist('POST', `/colonies/${ids.colony}/move`, {
      placementId: ids.placement,
      yardId: props.yard.id,
      position: position.value,
      onDay: since.value,
    })
    await holding.refresh(props.yard.id)
  })
  if (done) emit('done', ids.colony)
}
</script>

<template>
  <form class="form" novalidate @submit.prevent="add">
    <div class="field">
      <label for="ac-name">Name or tag</label>
      <Input id="ac-name" v-model:value="name" size="large" :maxlength="40" />
      <p v-if="at('name')" class="fault">{{ at('name') }}</p>
    </div>
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
    <p v-if="fault && !at('name') && !at('since') && !at('hivedOn') && !at('position')" class="alarm strong" role="alert">{{ fault }}</p>
    <button class="press" type="submit" :disabled="busy || name.trim() === '' || position === null">{{ busy ? 'Adding ...' : 'Add it to the row' }}</button>
  </form>
</template>

<style scoped>
.form { display: grid; gap: 13px; }
</style>
