<script setup lang="ts">
/** The temperatures of a sheet of one's own, day by day of its course. */
import AButton from 'ant-design-vue/es/button'
import { MOST_LIMITS, type OwnLimit } from '@thistle/core/situation'
import DegreesField from '../../fields/DegreesField.vue'
import NumberField from '../../fields/NumberField.vue'
import PickField from '../../fields/PickField.vue'

defineProps<{ at: (path: string) => string | null }>()
const limits = defineModel<readonly OwnLimit[]>({ required: true })
const READS = [
  ['each high', 'each day’s high'],
  ['warmest high', 'the warmest high'],
  ['average high', 'the highs on average'],
  ['average mean', 'day and night on average'],
  ['each mean', 'day and night, each day'],
] as const
type Reads = (typeof READS)[number][0]
const readsOf = (l: OwnLimit): Reads => READS.find(([word]) => word === `${l.of} ${l.reads}`)?.[0] ?? 'each high'
function set(i: number, change: Partial<OwnLimit>): void {
  limits.value = limits.value.map((l, k) => (k === i ? { ...l, ...change } : l))
}
function setReads(i: number, word: Reads | null): void {
  const [of, reads] = (word ?? 'each high').split(' ') as [OwnLimit['of'], OwnLimit['reads']]
  set(i, { of, reads })
}
/** Days are counted from the first as a keeper counts: the day of the dose is day 1. */
const FRESH: OwnLimit = { from: 0, to: 0, reads: 'high', of: 'each', least: null, bestFrom: null, bestTo: null, most: null }
</script>

<template>
  <div class="limits">
    <p v-if="limits.length === 0" class="soft">No temperature stands in the way.</p>
    <fieldset v-for="(l, i) in limits" :key="i" class="limit">
      <legend class="unseen">Temperature {{ i + 1 }}</legend>
      <NumberField :id="`own-limit-${i}-from`" :model-value="l.from + 1" label="From day" :min="1" :fault="at(`limits[${i}].from`)" @update:model-value="(n: number | null) => set(i, { from: Math.max(0, (n ?? 1) - 1) })" />
      <NumberField :id="`own-limit-${i}-to`" :model-value="l.to + 1" label="to day" :min="1" :fault="at(`limits[${i}].to`)" @update:model-value="(n: number | null) => set(i, { to: Math.max(0, (n ?? 1) - 1) })" />
      <PickField :id="`own-limit-${i}-reads`" class="reads" :model-value="readsOf(l)" label="What is read" :unknown="false" :options="READS" @update:model-value="setReads(i, $event)" />
      <DegreesField :id="`own-limit-${i}-least`" :model-value="l.least" label="At least" :fault="at(`limits[${i}].least`)" @update:model-value="set(i, { least: $event })" />
      <DegreesField :id="`own-limit-${i}-bestFrom`" :model-value="l.bestFrom" label="Best from" :fault="at(`limits[${i}].bestFrom`)" @update:model-value="set(i, { bestFrom: $event })" />
      <DegreesField :id="`own-limit-${i}-bestTo`" :model-value="l.bestTo" label="Best to" :fault="at(`limits[${i}].bestTo`)" @update:model-value="set(i, { bestTo: $event })" />
      <DegreesField :id="`own-limit-${i}-most`" :model-value="l.most" label="At most" :fault="at(`limits[${i}].most`)" @update:model-value="set(i, { most: $event })" />
      <AButton type="link" class="plainlink" :aria-label="`Take temperature ${i + 1} out`" @click="limits = limits.filter((_, k) => k !== i)">Take it out</AButton>
    </fieldset>
    <p v-if="limits.length < MOST_LIMITS"><AButton class="press quiet" @click="limits = [...limits, FRESH]">Add a temperature</AButton></p>
  </div>
</template>

<style scoped>
.limits { display: grid; gap: 12px; }
.limit { border: 0; border-left: 3px solid var(--thistle-mid); margin: 0; padding: 4px 0 4px 14px; display: grid; grid-template-columns: 76px 76px minmax(160px, 1.4fr) repeat(4, minmax(90px, 1fr)) auto; gap: 10px; align-items: end; }
.limit .plainlink { min-height: 46px; }
@media screen and (max-width: 900px) {
  .limit { grid-template-columns: repeat(2, minmax(0, 1fr)); }
  .reads { grid-column: 1 / -1; }
}
</style>
