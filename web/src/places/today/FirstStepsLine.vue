<script setup lang="ts">
/** Where the first steps were left: the next of them as the biggest thing in sight, until they are done or put away. */
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { FIRST_STEPS, firstSteps } from '@thistle/core/holding'
import FaultLine from '../../parts/FaultLine.vue'
import { useSave } from '../../parts/useSave.ts'
import { useHolding } from '../../stores/holding.ts'
import { STEP_GOES, STEP_NAMES } from '../first/step-names.ts'

const holding = useHolding()
const { busy, fault, save } = useSave()
const way = computed(() =>
  holding.settings && holding.me?.keeper.role === 'owner' && holding.preferences.firstSteps && !holding.me.holding.practice ? firstSteps(holding.states, holding.settings, holding.shelf.lots.length) : null,
)
const left = computed(() => FIRST_STEPS.filter((key) => !way.value?.done.has(key)))
const putAway = () => save(() => holding.savePreferences({ ...holding.preferences, firstSteps: false }))
</script>

<template>
  <section v-if="way?.next" class="first no-print" aria-label="First steps">
    <p class="soft">First steps, {{ way.done.size }} of {{ FIRST_STEPS.length }} done<template v-if="left.length > 1">; after this: {{ left.slice(1).map((key) => STEP_NAMES[key].toLowerCase()).join(', ') }}</template>.</p>
    <p class="go">
      <RouterLink class="press" :to="{ path: '/first-steps', query: { step: way.next } }">{{ STEP_GOES[way.next] }}</RouterLink>
      <AButton type="link" class="plainlink small" :disabled="busy" @click="putAway">Put the first steps away</AButton>
    </p>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
  </section>
</template>

<style scoped>
.first { background: var(--thistle-pale); border: 1px solid var(--thistle-mid); border-radius: 12px; padding: 14px 16px; display: grid; gap: 10px; margin-bottom: 18px; }
.go { display: flex; gap: 8px 18px; flex-wrap: wrap; align-items: center; }
@media screen and (max-width: 720px) { .go .press { width: 100%; } .go .plainlink { min-height: 48px; } }
</style>
