<script setup lang="ts">
/** Where the bees stand. */
import { toRefs } from 'vue'
import AButton from 'ant-design-vue/es/button'
import FaultLine from '../../parts/FaultLine.vue'
import YardFields from '../../parts/YardFields.vue'
import { useSave } from '../../parts/useSave.ts'
import { bodyOf, newYard } from '../../parts/yard-draft.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'
import StepFrame from './StepFrame.vue'

const emit = defineEmits<{ onward: [] }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const { form, drop } = useKeptForm('add yard', () => ({ id: newId(), yard: newYard() }))
const { yard } = toRefs(form)
async function keep(): Promise<void> {
  const done = await save(async () => {
    await holding.put('yards', form.id, { ...bodyOf(form.yard), place: 0 }, null)
    await holding.load()
  })
  if (!done) return
  drop()
  emit('onward')
}
</script>

<template>
  <section v-if="holding.states[0]" class="sheet there">
    <h2>Where do your bees stand?</h2>
    <p class="settled strong">{{ holding.states[0].yard.name }} is there. Others are added under Yards.</p>
    <p><AButton type="primary" class="press" @click="emit('onward')">On to its colonies</AButton></p>
  </section>
  <StepFrame v-else title="Where do your bees stand?" says="A yard is a place where colonies stand in a row. Others can be added later." go="Keep it, on to the colonies" :busy="busy" @go="keep" @later="emit('onward')">
    <YardFields v-model="yard" prefix="fy" :at="at" />
    <FaultLine v-if="fault && !at('name') && !at('latitude') && !at('longitude') && !at('timeZone')">{{ fault }}</FaultLine>
  </StepFrame>
</template>

<style scoped>
.there { padding: 22px; display: grid; gap: 14px; justify-items: start; }
</style>
