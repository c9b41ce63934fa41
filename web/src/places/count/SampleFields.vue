<script setup lang="ts">
/** The figures of one sample: mites shake by shake, and what they were counted on. */
import PickField from '../../fields/PickField.vue'
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { beesRange, type Cup } from '@thistle/core/count'
import NumberField from '../../fields/NumberField.vue'
import { beesOfJar, mitesOfJar, type Draft } from './drafts.ts'

const props = defineProps<{ index: number; cup: Cup | null; faultAt: (path: string) => string | null; warnAt: (path: string) => string | null }>()
const draft = defineModel<Draft>('draft', { required: true })
const shake = defineModel<number>('shake', { required: true })
const emit = defineEmits<{ another: [] }>()
const jar = computed(() => draft.value.jars[props.index] ?? { shakes: [null], by: 'number' as const, amount: null })
const path = (field: string) => `samples[${props.index}].${field}`
const bees = computed(() => beesOfJar(jar.value, props.cup))
const doubt = computed(() => {
  if (jar.value.by === 'number' || bees.value === null || jar.value.amount === null) return null
  const { from, to } = beesRange(bees.value, { by: jar.value.by, amount: jar.value.amount }, props.cup)
  return `about ${bees.value} bees, ${from} to ${to}`
})
const AMOUNT = {
  number: { label: 'Bees in the jar', step: 1 },
  cup: { label: 'Level cups', step: 0.5 },
  mL: { label: 'Bees in the jar', step: 1 },
} as const
const miteLabel = (i: number) =>
  draft.value.method === 'drone' ? 'Cells with mites' : i === 0 ? 'Mites' : i === 1 ? 'Second shake' : `Shake ${i + 1}`
function changeBy(by: 'number' | 'cup' | 'mL' | null): void {
  if (by === null) return
  jar.value.by = by
  jar.value.amount = by === 'number' ? 300 : by === 'cup' ? 1 : (props.cup?.mL ?? 118)
}
function anotherShake(): void {
  jar.value.shakes.push(null)
  shake.value = jar.value.shakes.length - 1
}
function dropShake(): void {
  jar.value.shakes.pop()
  shake.value = jar.value.shakes.length - 1
}
const mayShake = computed(() => draft.value.method === 'wash' || draft.value.method === 'sugar')
</script>

<template>
  <div class="sample">
    <div class="fields">
      <NumberField
        v-for="(_, i) in jar.shakes"
        :id="i === 0 && index === 0 ? 'c-mites' : `c-mites-${index}-${i}`"
        :key="i"
        v-model="jar.shakes[i]!"
        :label="miteLabel(i)"
        :fault="i === 0 ? faultAt(path('mites')) ?? faultAt(path('shakes')) : null"
        :min="0"
        @focusin="shake = i"
      />
      <template v-if="draft.method === 'board'">
        <NumberField
          id="c-days"
          v-model="draft.days"
          label="Days it lay"
          :fault="faultAt(path('days')) ?? faultAt(path('squares'))"
          :warn="warnAt(path('days')) ?? warnAt(path('squares'))"
          :min="0"
          :step="1"
        />
      </template>
      <template v-else>
        <NumberField
          :id="index === 0 ? 'c-bees' : `c-bees-${index}`"
          v-model="jar.amount"
          :label="draft.method === 'drone' ? 'Cells opened' : jar.by === 'cup' && !cup ? 'Level half cups' : AMOUNT[jar.by].label"
          :unit="jar.by === 'mL' && draft.method !== 'drone' ? 'mL' : undefined"
          :step="AMOUNT[jar.by].step"
          :fault="faultAt(path('bees'))"
          :warn="warnAt(path('bees'))"
          :hint="doubt ?? undefined"
          :min="0"
        />
        <PickField
          v-if="mayShake"
          :id="`c-by-${index}`"
          :model-value="jar.by"
          label="Measured by"
          :unknown="false"
          :options="[['number', 'counting'], ['cup', cup ? 'my cup' : 'half cup'], ['mL', 'mL']]"
          @update:model-value="changeBy"
        />
      </template>
      <slot />
    </div>
    <p v-if="mayShake && mitesOfJar(jar) !== null" class="more no-print">
      <span v-if="jar.shakes.length > 1" class="strong">{{ mitesOfJar(jar) }} in all.</span>
      <AButton type="link" class="plainlink" @click="anotherShake">{{ jar.shakes.length === 1 ? 'Shake the same bees again' : 'And once more' }}</AButton>
      <AButton v-if="jar.shakes.length > 1" type="link" class="plainlink" @click="dropShake">Drop the last shake</AButton>
      <AButton type="link" class="plainlink" @click="emit('another')">Another jar of this colony</AButton>
    </p>
  </div>
</template>

<style scoped>
.sample { display: grid; gap: 6px; }
.fields { display: grid; grid-template-columns: repeat(auto-fit, minmax(128px, 1fr)); gap: 12px; align-items: start; }
.more { display: flex; gap: 6px 18px; flex-wrap: wrap; align-items: center; font-size: 14.5px; }
@media screen and (max-width: 720px) {
  .fields { grid-template-columns: 1fr 1fr; }
  .more .plainlink { min-height: 48px; }
}
</style>
