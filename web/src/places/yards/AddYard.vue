<script setup lang="ts">
/** A new yard; its dates are set in Rules. */
import FaultLine from '../../parts/FaultLine.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { ref } from 'vue'
import YardFields from '../../parts/YardFields.vue'
import { bodyOf, newYard } from '../../parts/yard-draft.ts'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'

const emit = defineEmits<{ done: [yardId: string] }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const id = newId()
const yard = ref(newYard())

async function add(): Promise<void> {
  const done = await save(async () => {
    await holding.put('yards', id, { ...bodyOf(yard.value), place: holding.yards.length }, null)
    await holding.load()
  })
  if (done) emit('done', id)
}
const byField = () => ['name', 'latitude', 'longitude', 'timeZone'].some((f) => at(f))
</script>

<template>
  <AForm novalidate layout="vertical" class="form" @submit="add">
    <YardFields v-model="yard" prefix="ay" :at="at" />
    <p class="soft small">A place can be left for later: without weather of its own, Match says "not known" and asks for care.</p>
    <FaultLine v-if="fault && !byField()">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Adding ...' : 'Add the yard' }}</AButton>
  </AForm>
</template>

<style scoped>
.form { display: grid; gap: 13px; max-width: 560px; }
</style>
