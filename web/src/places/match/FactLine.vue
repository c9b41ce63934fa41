<script setup lang="ts">
/** One fact: what is known, and, once touched, what if it were otherwise. */
import { computed, nextTick, ref, watch } from 'vue'
import { plain } from '@thistle/core/units'
import { useHolding } from '../../stores/holding.ts'
import { degreesPer, sayFact, sayWarmer, type Fact, type FactValue } from './what-if.ts'

const props = defineProps<{ fact: Fact; known: FactValue; changed: boolean; fixed?: boolean }>()
const value = defineModel<FactValue>({ required: true })
const holding = useHolding()
const editing = ref(false)
const control = ref<HTMLElement | null>(null)
const factor = computed(() => degreesPer(holding.unit))
const sayDifference = (celsius: number) => sayWarmer(celsius, holding.unit)
/** What is typed, as it is typed; what cannot be is said and not judged by. */
const typed = ref<string | null>(null)
const fault = ref<string | null>(null)
const shown = computed(() => (props.fact.kind === 'degrees' && typeof value.value === 'number' ? Math.round(value.value * factor.value * 10) / 10 : (value.value ?? '')))
async function edit(): Promise<void> {
  editing.value = true
  typed.value = null
  fault.value = null
  await nextTick()
  control.value?.focus()
}
const set = (event: Event): void => void (value.value = (event.target as HTMLInputElement).value || null)
function setNumber(event: Event): void {
  const field = event.target as HTMLInputElement
  typed.value = field.value
  const number = Number(field.value)
  const stored = props.fact.kind === 'degrees' ? number / factor.value : number
  const [least, most] = [props.fact.least ?? -Infinity, props.fact.most ?? Infinity]
  // A browser gives an empty text for what is no number at all.
  const wrong = field.validity.badInput || (field.value !== '' && !(stored >= least && stored <= most))
  const say = (limit: number) => (props.fact.kind === 'degrees' ? sayDifference(limit) : plain(limit))
  fault.value = wrong ? `Must be ${say(least)} to ${say(most)}. Judged as known.` : null
  value.value = wrong ? props.known : field.value === '' ? null : stored
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
      <select v-if="fact.kind === 'pick'" :id="id" ref="control" class="control" :value="value ?? ''" @change="set" @keydown.esc.stop="editing = false">
        <option v-if="fact.nothing !== ''" value="">{{ fact.nothing }}</option>
        <option v-for="[key, word] in fact.options ?? []" :key="key" :value="key">{{ word }}</option>
      </select>
      <input v-else-if="fact.kind === 'day'" :id="id" ref="control" class="control" type="date" :value="value ?? ''" @input="set" @keydown.esc.stop="editing = false" />
      <input v-else :id="id" ref="control" class="control" type="number" :step="fact.step ?? 1" :value="typed ?? shown" :aria-invalid="fault !== null" :aria-describedby="fault ? `${id}-fault` : undefined" @input="setNumber" @keydown.esc.stop="editing = false" />
      <span v-if="fault" :id="`${id}-fault`" class="wrong">{{ fault }}</span>
      <span v-else-if="changed" class="was">known: {{ sayFact(fact, known, sayDifference) }}</span>
    </template>
    <button v-else-if="!fixed" type="button" class="touch" :aria-label="`${fact.label}: ${sayFact(fact, value, sayDifference)}. What if it were otherwise?`" @click="edit">
      <s v-if="changed">{{ sayFact(fact, known, sayDifference) }}</s>
      {{ sayFact(fact, value, sayDifference) }}
    </button>
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
.control { font: inherit; color: var(--ink); background: var(--sheet); border: 1.5px solid var(--thistle); border-radius: 6px; min-height: 36px; padding: 2px 6px; width: 100%; }
@media print { .touch { border: 0; padding: 3px 0; } }
.wrong { display: block; font-size: 13px; font-weight: 600; color: var(--brick); padding: 8px 4px 2px; }
.was { display: block; font-size: 13px; color: var(--straw-ink); padding: 2px 4px; }
@media screen and (max-width: 720px) { .touch, .control { min-height: 48px; } dt { align-self: center; } }
</style>
