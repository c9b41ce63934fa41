<script setup lang="ts">
/** A yard by its name and where on the earth it is; its dates are set in Rules. */
import Input from 'ant-design-vue/es/input'
import { ref } from 'vue'
import PickField from '../../parts/PickField.vue'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'

const emit = defineEmits<{ done: [yardId: string] }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const id = newId()
const name = ref('')
const hemisphere = ref<'north' | 'south' | null>('north')
const { timeZone } = Intl.DateTimeFormat().resolvedOptions()

async function add(): Promise<void> {
  const done = await save(async () => {
    await holding.put('yards', id, { name: name.value, hemisphere: hemisphere.value ?? 'north', timeZone, place: holding.yards.length }, null)
    await holding.load()
  })
  if (done) emit('done', id)
}
</script>

<template>
  <form class="form" novalidate @submit.prevent="add">
    <div class="field">
      <label for="ay-name">Name of the yard</label>
      <Input id="ay-name" v-model:value="name" size="large" :maxlength="60" />
      <p v-if="at('name')" class="fault">{{ at('name') }}</p>
    </div>
    <PickField
      id="ay-hemisphere"
      v-model="hemisphere"
      label="Hemisphere"
      :unknown="false"
      :options="[
        ['north', 'northern'],
        ['south', 'southern'],
      ]"
    />
    <p class="soft small">Its days follow the clock of {{ timeZone.replace(/_/g, ' ') }}. Without weather of its own, Match says "not known" and asks for care.</p>
    <p v-if="fault && !at('name')" class="alarm strong" role="alert">{{ fault }}</p>
    <button class="press" type="submit" :disabled="busy || name.trim() === ''">{{ busy ? 'Adding ...' : 'Add the yard' }}</button>
  </form>
</template>

<style scoped>
.form { display: grid; gap: 13px; max-width: 420px; }
</style>
