<script setup lang="ts">
/** One fact: what is known, and, once touched, what if it were otherwise. */
import NumberInput from '../../fields/NumberInput.vue'
import PickOne from '../../fields/PickOne.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import { plain } from '@thistle/core/units'
import PresumedRing from '../../graphics/PresumedRing.vue'
import { useHolding } from '../../stores/holding.ts'
import { degreesPer, sayFact, sayWarmer, type Fact, type FactValue } from './what-if.ts'

// The calendar comes when a day is touched.
const DayInput = defineAsyncComponent(() => import('../../fields/DayInput.vue'))
const props = defineProps<{ fact: Fact; known: FactValue; changed: boolean; fixed?: boolean; presumed?: { readonly say: string; readonly because: string } | null; /** Said behind what is known. */ aside?: string | null }>()
const value = defineModel<FactValue>({ required: true })
const holding = useHolding()
/** What is presumed where nothing, or nothing new, is known; what is said here is known. */
const taken = computed(() => (props.changed ? null : (props.presumed ?? null)))
const editing = ref(false)
const factor = computed(() => degreesPer(holding.unit))
const sayDifference = (celsius: number) => sayWarmer(celsius, holding.unit)
/** What is typed, as it is typed; what cannot be is said and not judged by. */
const typed = ref<number | null>(null)
const fault = ref<string | null>(null)
const shown = computed(() => (props.fact.kind === 'degrees' && typeof value.value === 'number' ? Math.round(value.value * factor.value * 10) / 10 : typeof value.value === 'number' ? value.value : null))
async function edit(): Promise<void> {
  editing.value = true
  typed.value = null
  fault.value = null
  await nextTick()
  document.getElementById(id)?.focus()
}
const say = (limit: number) => (props.fact.kind === 'degrees' ? sayDifference(limit) : plain(limit))
/** What cannot be is said, and not judged by. */
function misread(): void {
  fault.value = `Must be ${say(props.fact.least ?? -Infinity)} to ${say(props.fact.most ?? Infinity)}. Judged as known.`
  value.value = props.known
}
function setNumber(number: number | null): void {
  typed.value = number
  const stored = number === null ? null : props.fact.kind === 'degrees' ? number / factor.value : number
  if (stored !== null && !(stored >= (props.fact.least ?? -Infinity) && stored <= (props.fact.most ?? Infinity))) return misread()
  fault.value = null
  value.value = stored
}
// Put back from outside: the field shows what is known again.
watch(
  () => props.changed,
  (now) => {
    if (!now && fault.value === null) typed.value = null
  },
)
const id = `wi-${props.fact.key}`
</script>

<template>
  <dt :class="{ changed }">{{ fact.label }}</dt>
  <dd :class="{ changed }">
    <template v-if="editing && !fixed">
      <label :for="id" class="unseen">What if {{ fact.label }} were</label>
      <div @keydown.esc.stop="editing = false">
        <PickOne v-if="fact.kind === 'pick'" :id="id" opened :unknown="fact.nothing === '' ? false : fact.nothing" :options="fact.options ?? []" :model-value="typeof value === 'string' ? value : null" @update:model-value="value = $event" />
        <DayInput v-else-if="fact.kind === 'day'" :id="id" :model-value="typeof value === 'string' ? value : null" @update:model-value="value = $event" />
        <NumberInput v-else :id="id" :step="fact.step ?? 1" :model-value="typed ?? shown" :invalid="fault !== null" :aria-describedby="fault ? `${id}-fault` : undefined" @update:model-value="setNumber" @unread="misread" />
      </div>
      <span v-if="fault" :id="`${id}-fault`" class="wrong">{{ fault }}</span>
      <span v-else-if="changed" class="was">known: {{ sayFact(fact, known, sayDifference) }}</span>
    </template>
    <AButton v-else-if="!fixed" type="text" class="bare touch" :title="taken ? holding.say(taken.because) : undefined" :aria-label="`${fact.label}: ${taken ? `presumed, ${holding.say(taken.say)}` : sayFact(fact, value, sayDifference)}. What if it were otherwise?`" @click="edit">
      <s v-if="changed">{{ sayFact(fact, known, sayDifference) }}</s>
      <template v-if="taken"><span class="taken"><PresumedRing :label="`presumed: ${holding.say(taken.because)}`" /> {{ holding.say(taken.say) }}</span></template>
      <template v-else>{{ sayFact(fact, value, sayDifference) }}<span v-if="aside && !changed" class="soft small"> ({{ aside }})</span></template>
    </AButton>
    <span v-else>{{ sayFact(fact, value, sayDifference) }}</span>
  </dd>
</template>

<style scoped>
dt { color: var(--soft); padding: 3px 0; }
dd { margin: 0; min-width: 0; }
dt.changed { color: var(--straw-ink); font-weight: 650; }
dd.changed { background: var(--straw-wash); border-radius: 6px; }
.touch { background: none; border: 0; padding: 3px 4px; cursor: pointer; text-align: left; border-bottom: 1px dotted var(--line); width: 100%; color: var(--ink); }
.touch:hover { border-bottom-color: var(--thistle); color: var(--thistle); }
.touch s { color: var(--soft); margin-right: 4px; }
@media print { .touch { border: 0; padding: 3px 0; } }
.taken { color: var(--straw-ink); }
.wrong { display: block; font-size: 13px; font-weight: 600; color: var(--brick); padding: 8px 4px 2px; }
.was { display: block; font-size: 13px; color: var(--straw-ink); padding: 2px 4px; }
@media screen and (max-width: 720px) { .touch { min-height: 48px; } dt { align-self: center; } }
</style>
