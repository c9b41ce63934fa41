<script setup lang="ts">
/** A new keeper's first ten minutes, a step at a time, each of which may be left for later. Where one stands is read from what is there. */
import { computed, type Component } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { FIRST_STEPS, firstSteps, type FirstStepKey } from '@thistle/core/holding'
import AButton from 'ant-design-vue/es/button'
import { useHolding } from '../../stores/holding.ts'
import ColoniesStep from './ColoniesStep.vue'
import CountStep from './CountStep.vue'
import KitStep from './KitStep.vue'
import ListStep from './ListStep.vue'
import RowStep from './RowStep.vue'
import YardStep from './YardStep.vue'
import { STEP_NAMES } from './step-names.ts'

const STEP: Readonly<Record<FirstStepKey, Component>> = { yard: YardStep, colonies: ColoniesStep, row: RowStep, kit: KitStep, list: ListStep, count: CountStep }
const holding = useHolding()
const route = useRoute()
const router = useRouter()
const way = computed(() => (holding.settings ? firstSteps(holding.states, holding.settings, holding.shelf.lots.length) : null))
/** What must be there before a step: a row is walked, and a hive counted, once there is one. */
const open = (key: FirstStepKey): boolean => {
  const done = way.value?.done
  if (!done) return key === 'yard'
  return key === 'yard' || key === 'kit' || key === 'list' || (key === 'colonies' ? done.has('yard') : done.has('colonies'))
}
const step = computed<FirstStepKey>(() => {
  const asked = FIRST_STEPS.find((key) => key === route.query.step)
  return asked && open(asked) ? asked : (way.value?.next ?? 'count')
})
const to = (key: FirstStepKey) => router.push({ path: '/first-steps', query: { step: key } })
/** On to the next step that can be taken; after the last to Today, where what was left waits. */
async function onward(): Promise<void> {
  const next = FIRST_STEPS.slice(FIRST_STEPS.indexOf(step.value) + 1).find(open)
  await (next ? to(next) : router.push('/today'))
}
</script>

<template>
  <div class="page steps" :class="{ wide: step === 'row' }">
    <h1>{{ holding.me?.holding.name }}: first steps</h1>
    <ol class="way" aria-label="Steps">
      <li v-for="(key, i) in FIRST_STEPS" :key="key" :class="{ here: key === step, done: way?.done.has(key) }" :aria-current="key === step ? 'step' : undefined">
        <AButton type="link" class="plainlink" :disabled="!open(key)" @click="to(key)">{{ i + 1 }}<span class="word">&nbsp;{{ STEP_NAMES[key] }}</span></AButton>
      </li>
    </ol>
    <component :is="STEP[step]" :key="step" @onward="onward" />
  </div>
</template>

<style scoped>
.steps { max-width: 860px; display: grid; gap: 16px; grid-template-columns: minmax(0, 1fr); }
.steps.wide { max-width: 1360px; }
.way { display: grid; grid-template-columns: repeat(6, 1fr); gap: 8px; }
.way li { border-top: 4px solid var(--hairline); padding-top: 6px; }
.way li.done { border-top-color: var(--lichen-mid); }
.way li.here { border-top-color: var(--thistle); }
.way li.here button { color: var(--ink); font-weight: 650; text-decoration: none; }
.way button[disabled] { color: var(--soft); text-decoration: none; cursor: default; }
@media screen and (max-width: 720px) {
  .steps { gap: 10px; }
  .way { gap: 4px; }
  .way button { min-height: 48px; min-width: 44px; font-size: 15px; }
  /* The name of the step one stands at is its heading. */
  .way .word { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap; }
}
</style>
