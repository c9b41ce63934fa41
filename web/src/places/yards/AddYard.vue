<script setup lang="ts">
/** A new yard; its dates are set in Rules. */
import FaultLine from '../../parts/FaultLine.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { toRefs } from 'vue'
import KeptNote from '../../parts/KeptNote.vue'
import YardFields from '../../parts/YardFields.vue'
import { bodyOf, newYard } from '../../parts/yard-draft.ts'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'

const emit = defineEmits<{ done: [yardId: string] }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const { form, typedOn, drop, anew } = useKeptForm('add yard', () => ({ id: newId(), yard: newYard() }))
const { yard } = toRefs(form)

async function add(): Promise<void> {
  const { id } = form
  const done = await save(async () => {
    await holding.put('yards', id, { ...bodyOf(yard.value), place: holding.yards.length }, null)
    await holding.load()
  })
  if (!done) return
  drop()
  emit('done', id)
}
const byField = () => ['name', 'latitude', 'longitude', 'timeZone'].some((f) => at(f))
</script>

<template>
  <AForm novalidate layout="vertical" class="form" @submit="add">
    <KeptNote :typed-on="typedOn" @anew="anew" />
    <YardFields v-model="yard" prefix="ay" :at="at" />
    <p class="soft small">A place can be left for later: without weather of its own, Match says "not known" and asks for care.</p>
    <FaultLine v-if="fault && !byField()">{{ fault }}</FaultLine>
    <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Adding ...' : 'Add the yard' }}</AButton>
  </AForm>
</template>

<style scoped>
.form { display: grid; gap: 13px; max-width: 560px; }
</style>
