<script setup lang="ts">
/** A list to begin from, offered as not confirmed: every line says so until the keeper has said yes or no to it. */
import PickOne from '../../fields/PickOne.vue'
import { computed } from 'vue'
import type { Rule, TreatmentKey } from '@thistle/core/situation'
import { STARTER_LISTS } from '@thistle/core/treatments'

const props = defineProps<{ rules: Readonly<Record<string, Rule>> }>()
const emit = defineEmits<{ fill: [lines: Readonly<Partial<Record<TreatmentKey, Partial<Rule>>>>] }>()
const open = computed(() => Object.values(props.rules).filter((r) => r.authorised === null || r.authorised === 'unknown').length)
const fromList = computed(() => Object.values(props.rules).filter((r) => r.starter && !r.confirmedOn).length)
function fill(key: string | null): void {
  const list = STARTER_LISTS.find((l) => l.key === key)
  if (list) emit('fill', list.lines)
}
</script>

<template>
  <div class="starter">
    <div v-if="open > 0" class="from">
      <label for="r-starter">Begin from what is remembered of labels in</label>
      <PickOne id="r-starter" :model-value="null" unknown="choose ..." :options="STARTER_LISTS.map((l) => [l.key, l.name] as const)" @update:model-value="fill" />
    </div>
    <p v-if="fromList > 0" class="care strong">
      {{ fromList }} {{ fromList === 1 ? 'line comes' : 'lines come' }} from a starter list and {{ fromList === 1 ? 'is' : 'are' }} not confirmed. Match says so at every use,
      until you have read the label and law and say yes or no yourself.
    </p>
    <p v-else-if="open > 0" class="soft small">Only lines that are not known are filled; each stays unconfirmed until you say yes or no yourself.</p>
  </div>
</template>

<style scoped>
.starter { background: var(--sunken); border-radius: 10px; padding: 10px 14px; display: grid; gap: 4px; }
.from { display: flex; gap: 4px 10px; align-items: center; flex-wrap: wrap; }
.from > :last-child { flex: 0 1 220px; }
@media screen and (max-width: 720px) { .from > :last-child { flex: 1 1 100%; } }
</style>
