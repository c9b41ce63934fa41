<script setup lang="ts">
/** Which list of labels to begin from: remembered, not confirmed, and said so wherever it is used. */
import ARadio, { RadioGroup as ARadioGroup } from 'ant-design-vue/es/radio'
import { computed, toRefs } from 'vue'
import { NO_RULE, type Rule, type TreatmentKey } from '@thistle/core/situation'
import { STARTER_LISTS } from '@thistle/core/treatments'
import CautionNote from '../../parts/CautionNote.vue'
import FaultLine from '../../parts/FaultLine.vue'
import { useSave } from '../../parts/useSave.ts'
import { useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'
import StepFrame from './StepFrame.vue'

const emit = defineEmits<{ onward: [] }>()
const holding = useHolding()
const { busy, fault, save } = useSave()
const NONE = 'none'
const { form, drop } = useKeptForm('first list', () => ({ list: null as string | null }))
const { list } = toRefs(form)
const said = computed(() => Object.values(holding.settings?.rules ?? {}).filter((r) => r?.authorised === 'yes' || r?.authorised === 'no').length)
async function keep(): Promise<void> {
  const s = holding.settings
  const chosen = STARTER_LISTS.find((l) => l.key === list.value)
  if (s && chosen) {
    // What the keeper has said themselves stays.
    const rules: Partial<Record<TreatmentKey, Rule>> = { ...s.rules }
    for (const [key, line] of Object.entries(chosen.lines) as [TreatmentKey, Partial<Rule>][]) {
      const own = rules[key]
      if (!own || own.authorised === null || own.authorised === 'unknown') rules[key] = { ...NO_RULE, ...own, ...line }
    }
    if (!(await save(() => holding.saveSettings({ ...s, rules })))) return
  }
  drop()
  emit('onward')
}
</script>

<template>
  <StepFrame title="What is allowed where you are?" says="Begin from what is remembered of the labels of your part of the world, and put it right, line by line, under Rules." go="Keep it, on to the first count" :busy="busy" :ready="list !== null" @go="keep" @later="emit('onward')">
    <p v-if="said > 0" class="settled strong">{{ said }} treatments have your yes or no already, or stand in a list you began from; those you have confirmed stay as they are.</p>
    <ARadioGroup v-model:value="list" class="lists" name="fs-list" role="radiogroup" aria-label="List to begin from">
      <ARadio v-for="l in STARTER_LISTS" :key="l.key" :value="l.key">{{ l.name }}</ARadio>
      <ARadio :value="NONE">None of these: I go through the list myself, under Rules</ARadio>
    </ARadioGroup>
    <CautionNote>
      <strong>You confirm what is allowed.</strong>
      Round Thistle never says that a treatment is legal. Labels and laws change: until you have read the label in your hand and your local rules and confirmed a line, Match says “confirm first”.
    </CautionNote>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
  </StepFrame>
</template>

<style scoped>
.lists { display: grid; gap: 2px; }
</style>
