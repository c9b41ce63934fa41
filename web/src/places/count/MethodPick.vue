<script setup lang="ts">
/** Which way it is counted, and in which fluid. */
import PickOne from '../../fields/PickOne.vue'
import { RadioButton as ARadioButton, RadioGroup as ARadioGroup } from 'ant-design-vue/es/radio'
import AButton from 'ant-design-vue/es/button'
import { METHODS, type Method } from '@thistle/core/situation'
import type { Fluid } from '@thistle/core/count'
import { FLUID_WORDS } from '@thistle/core/count'
import { METHOD_SAYS } from '../../parts/count-words.ts'

defineProps<{ method: Method; fluid: Fluid }>()
const emit = defineEmits<{ method: [Method]; fluid: [Fluid]; guide: [] }>()
</script>

<template>
  <fieldset class="pick-method">
    <legend class="unseen">How it is counted</legend>
    <ARadioGroup class="ways" name="method" :value="method" @update:value="emit('method', $event as Method)">
      <ARadioButton v-for="m in METHODS" :key="m" :value="m">{{ METHOD_SAYS[m].name }}</ARadioButton>
    </ARadioGroup>
    <p class="says soft small">
      <span class="worth">{{ METHOD_SAYS[method].says }}.</span>
      <template v-if="method === 'wash'">
        <span class="worth" aria-hidden="true">In</span>
        <PickOne id="c-fluid" class="inline" named="Washed in" :unknown="false" :options="FLUID_WORDS" :model-value="fluid" @update:model-value="$event && emit('fluid', $event)" />
      </template>
      <AButton type="link" class="plainlink" @click="emit('guide')">How to do it</AButton>
    </p>
  </fieldset>
</template>

<style scoped>
.pick-method { border: 0; margin: 0; padding: 0; display: grid; gap: 6px; min-width: 0; }
.says { display: flex; flex-wrap: wrap; align-items: center; gap: 4px 12px; }
.inline { margin-left: -6px; min-width: 130px; }
@media screen and (max-width: 720px) {
  .says .plainlink { min-height: 48px; }
  .says { flex-wrap: nowrap; justify-content: space-between; gap: 8px; }
  .says:has(.inline) .worth { display: none; }
  .inline { margin: 0; flex: 1 1 auto; min-width: 0; }
  .says .plainlink { white-space: nowrap; }
}
</style>
