<script setup lang="ts">
/** What the last course was worth: as it was, two weeks earlier, and not at all, by the same model told backwards. */
import { ref, shallowRef, watch } from 'vue'
import type { Situation } from '@thistle/core/situation'
import FaultLine from '../../parts/FaultLine.vue'
import WaitLine from '../../parts/WaitLine.vue'
import { useHolding } from '../../stores/holding.ts'

const props = defineProps<{ situation: Situation; tellBack: (of: Situation) => Promise<readonly string[]> }>()
const holding = useHolding()
const says = shallowRef<readonly string[] | null>(null)
const failed = ref(false)
let run = 0
watch(
  () => props.situation,
  async (of) => {
    const mine = ++run
    try {
      const found = await props.tellBack(of)
      if (mine !== run) return
      says.value = found
      failed.value = false
    } catch (fault) {
      console.error(fault)
      if (mine === run) failed.value = true
    }
  },
  { immediate: true },
)
</script>

<template>
  <div class="back">
    <FaultLine v-if="failed">It could not be worked out. Load the page again; what was counted is kept.</FaultLine>
    <WaitLine v-else-if="says === null">The same colonies are run from two weeks before it ...</WaitLine>
    <p v-else-if="says.length === 0" role="status">Nothing can be told: another course lies between its counts, or what was counted goes with hardly any colony that the model knows. Mites from outside, a swarm, a slip?</p>
    <template v-else>
      <ul role="status">
        <li v-for="s in says" :key="s">{{ holding.say(s) }}</li>
      </ul>
      <p class="soft small">A model’s word, and no proof: of fifteen hundred colonies those that go with its counts, the same ones with the same luck each time. Did it work, by the counts alone, stands with the colony.</p>
    </template>
  </div>
</template>

<style scoped>
.back { display: grid; gap: 10px; max-width: 70ch; }
ul { display: grid; gap: 8px; }
</style>
