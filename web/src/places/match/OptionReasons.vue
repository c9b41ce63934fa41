<script setup lang="ts">
/** Why: every finding with its figure, limit, source and what would change it; the deciding ones first. */
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import type { AnsweredOption } from '@thistle/core/course'
import PresumedRing from '../../graphics/PresumedRing.vue'
import VerdictRound from '../../graphics/VerdictRound.vue'
import { useHolding } from '../../stores/holding.ts'
import { GATE_WORDS } from './gate-words.ts'
import { byHindrance } from './option-words.ts'

const props = defineProps<{ option: AnsweredOption }>()
const holding = useHolding()
const name = (gate: string) => GATE_WORDS.find(([key]) => key === gate)?.[1] ?? gate
const findings = computed(() => byHindrance(props.option))
const whole = ref(false)
/** What stands in the way; and where nothing does, what came nearest to deciding: the heat and the need. */
const first = computed(() => {
  const hindering = findings.value.filter((f) => f.level !== 'fits' || f.presumed !== null)
  return hindering.length > 0 ? hindering : findings.value.filter((f) => f.gate === 'temperature' || f.gate === 'need').slice(0, 4)
})
const shown = computed(() => (whole.value ? findings.value : first.value))
const rest = computed(() => findings.value.length - first.value.length)
</script>

<template>
  <ul class="reasons">
    <li v-for="(f, i) in shown" :key="i" :class="`v-${f.level}`">
      <PresumedRing v-if="f.presumed && f.fit === 'fits'" />
      <VerdictRound v-else :verdict="f.fit" :size="14" />
      <p>
        <strong>{{ name(f.gate) }}.</strong>
        {{ holding.say(f.text) }}
        <span v-if="f.flip" class="flip" :class="{ far: f.fit === 'fits' }">{{ holding.say(f.flip) }}</span>
        <span v-if="f.source" class="source">{{ f.limit ? `Limit: ${holding.say(f.limit)}; ` : '' }}{{ holding.say(f.source) }}.</span>
      </p>
    </li>
  </ul>
  <AButton v-if="rest > 0" type="link" class="plainlink small more" :aria-expanded="whole" @click="whole = !whole">
    {{ whole ? 'Only what decides' : `${rest} more that ${rest === 1 ? 'fits' : 'fit'}, with their limits and sources` }}
  </AButton>
</template>

<style scoped>
.more { margin: 6px 0 0 26px; }
.reasons { display: grid; gap: 7px; padding: 4px 0; }
.reasons li { display: grid; grid-template-columns: 20px 1fr; gap: 6px; align-items: baseline; }
p { line-height: 1.4; }
.flip { color: var(--thistle); font-weight: 600; }
/* What would change a thing that fits is not what decides: no bold ink for it. */
.flip.far { color: var(--soft); font-weight: 400; }
.source { color: var(--soft); font-size: 13px; }
</style>
