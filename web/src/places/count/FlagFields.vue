<script setup lang="ts">
/** What speaks against the sample: it stays with the count. */
import ACheckbox from 'ant-design-vue/es/checkbox'
import { COUNT_FLAGS, type CountFlag } from '@thistle/core/count'
import type { Method } from '@thistle/core/situation'
import { computed } from 'vue'
import { flagWord } from '../../parts/count-words.ts'

const props = defineProps<{ method: Method; known: readonly CountFlag[] }>()
const flags = defineModel<CountFlag[]>({ required: true })
const offered = computed(() =>
  COUNT_FLAGS.filter((f) => (f !== 'clumped-sugar' || props.method === 'sugar') && (f !== 'from-super' || props.method === 'wash' || props.method === 'sugar')),
)
const set = (flag: CountFlag, on: boolean) => (flags.value = on ? [...flags.value, flag] : flags.value.filter((f) => f !== flag))
</script>

<template>
  <fieldset class="flags">
    <legend>Not typical of the yard: <span class="soft">tick what holds; it is counted all the same</span></legend>
    <ACheckbox v-for="f in offered" :key="f" :checked="flags.includes(f)" @update:checked="set(f, $event)">
      {{ flagWord(f) }}
      <span v-if="known.includes(f)" class="soft small">(from the last inspection)</span>
    </ACheckbox>
  </fieldset>
</template>

<style scoped>
.flags { border: 0; margin: 0; padding: 0; display: flex; flex-wrap: wrap; gap: 2px 20px; min-width: 0; }
legend { font-size: 14px; font-weight: 600; padding: 0; margin-bottom: 4px; }
legend span { font-weight: 400; }
@media screen and (max-width: 720px) {
  .flags > label { width: calc(50% - 12px); }
}
</style>
