<script setup lang="ts">
/** A list to begin from, offered as not confirmed: every line says so until the keeper has said yes or no to it. */
import { computed } from 'vue'
import type { Rule, TreatmentKey } from '@thistle/core/situation'
import { STARTER_LISTS } from '@thistle/core/treatments'

const props = defineProps<{ rules: Readonly<Record<string, Rule>> }>()
const emit = defineEmits<{ fill: [lines: Readonly<Partial<Record<TreatmentKey, Partial<Rule>>>>] }>()
const open = computed(() => Object.values(props.rules).filter((r) => r.authorised === null || r.authorised === 'unknown').length)
const fromList = computed(() => Object.values(props.rules).filter((r) => r.starter && !r.confirmedOn).length)
function fill(event: Event): void {
  const field = event.target as HTMLSelectElement
  const list = STARTER_LISTS.find((l) => l.key === field.value)
  if (list) emit('fill', list.lines)
  field.value = ''
}
</script>

<template>
  <div class="starter">
    <label v-if="open > 0">
      Begin from what is remembered of labels in
      <select class="pick" @change="fill">
        <option value="">choose ...</option>
        <option v-for="l in STARTER_LISTS" :key="l.key" :value="l.key">{{ l.name }}</option>
      </select>
    </label>
    <p v-if="fromList > 0" class="care strong">
      {{ fromList }} {{ fromList === 1 ? 'line comes' : 'lines come' }} from a starter list and {{ fromList === 1 ? 'is' : 'are' }} not confirmed. Match says so at every use,
      until you have read the label and law and say yes or no yourself.
    </p>
    <p v-else-if="open > 0" class="soft small">Only lines that are not known are filled; each stays unconfirmed until you say yes or no yourself.</p>
  </div>
</template>

<style scoped>
.starter { background: var(--sunken); border-radius: 10px; padding: 10px 14px; display: grid; gap: 4px; }
label { display: flex; gap: 10px; align-items: center; flex-wrap: wrap; }
select { width: auto; min-height: 40px; padding: 4px 10px; }
@media screen and (max-width: 720px) { select { min-height: 48px; width: 100%; } }
</style>
