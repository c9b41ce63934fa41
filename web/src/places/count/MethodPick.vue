<script setup lang="ts">
/** Which way it is counted, and in which fluid. */
import { METHODS, type Method } from '@thistle/core/situation'
import type { Fluid } from '@thistle/core/count'
import { FLUID_WORDS, METHOD_SAYS } from '../../parts/count-words.ts'

defineProps<{ method: Method; fluid: Fluid }>()
const emit = defineEmits<{ method: [Method]; fluid: [Fluid]; guide: [] }>()
</script>

<template>
  <fieldset class="pick-method">
    <legend class="unseen">How it is counted</legend>
    <div class="ways">
      <label v-for="m in METHODS" :key="m" :class="{ on: m === method }">
        <input type="radio" name="method" :value="m" :checked="m === method" @change="emit('method', m)" />
        {{ METHOD_SAYS[m].name }}
      </label>
    </div>
    <p class="says soft small">
      <span class="worth">{{ METHOD_SAYS[method].says }}.</span>
      <template v-if="method === 'wash'">
        <span class="worth" aria-hidden="true">In</span>
        <select id="c-fluid" class="inline" aria-label="Washed in" :value="fluid" @change="emit('fluid', ($event.target as HTMLSelectElement).value as Fluid)">
          <option v-for="[key, word] in FLUID_WORDS" :key="key" :value="key">{{ word }}</option>
        </select>
      </template>
      <button class="plainlink" type="button" @click="emit('guide')">How to do it</button>
    </p>
  </fieldset>
</template>

<style scoped>
.pick-method { border: 0; margin: 0; padding: 0; display: grid; gap: 6px; min-width: 0; }
.ways { display: grid; grid-template-columns: repeat(4, 1fr); border: 1px solid var(--line); border-radius: 10px; overflow: hidden; }
.ways label { display: flex; align-items: center; justify-content: center; min-height: 44px; padding: 4px 6px; cursor: pointer; text-align: center; border-left: 1px solid var(--hairline); line-height: 1.15; }
.ways label:first-child { border-left: 0; }
.ways label.on { background: var(--thistle-wash); font-weight: 650; box-shadow: inset 0 -3px 0 var(--thistle); }
.ways label:has(:focus-visible) { outline: 3px solid var(--thistle); outline-offset: -3px; }
.ways input { position: absolute; opacity: 0; width: 1px; height: 1px; }
.says { display: flex; flex-wrap: wrap; align-items: center; gap: 4px 12px; }
.inline { font: inherit; color: var(--ink); background: var(--sheet); border: 1px solid var(--line); border-radius: 7px; padding: 4px 8px; min-height: 34px; margin-left: -6px; }
@media screen and (max-width: 720px) {
  .ways label { min-height: 52px; font-size: 15px; }
  .inline, .says .plainlink { min-height: 48px; }
  .says { flex-wrap: nowrap; justify-content: space-between; gap: 8px; }
  .says:has(select) .worth { display: none; }
  .inline { margin: 0; flex: 1 1 auto; min-width: 0; }
  .says .plainlink { white-space: nowrap; }
}
</style>
