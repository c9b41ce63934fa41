<script setup lang="ts">
/** The questions whose answers would change the choice most, each answered by a touch; "I do not know" puts it away. */
import { small } from '@thistle/core/units'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import type { AskedAnswer, Question } from '@thistle/core/match'
import { shortName, treatmentOf } from '@thistle/core/treatments'
import { useHolding } from '../../stores/holding.ts'
import { FACTS, type FactValue } from './what-if.ts'

const props = defineProps<{ asked: readonly Question[]; colonyId: string | null }>()
const emit = defineEmits<{ answer: [key: string, value: FactValue] }>()
const holding = useHolding()
const putBy = ref<readonly string[]>([])
const shown = computed(() => props.asked.filter((q) => !putBy.value.includes(q.fact)))

/** The fact of the list that an answer is written into; the days ahead and the jar are entered in their own places. */
const keyOf = (q: Question): string | null => (q.fact === 'count' ? null : FACTS.some((f) => f.key === q.fact) ? q.fact : null)
const valueOf = ({ value }: AskedAnswer): FactValue => (typeof value === 'boolean' ? (value ? 'yes' : 'no') : value)
const then = (a: AskedAnswer): string => {
  const treatment = a.choice ? treatmentOf(a.choice) : null
  return treatment ? `then ${small(shortName(treatment))}` : 'then nothing fits'
}
</script>

<template>
  <section v-if="shown.length > 0" class="asking" aria-label="Worth asking">
    <div v-for="q in shown" :key="q.fact" class="one" role="group" :aria-label="holding.say(q.question)">
      <p class="strong">{{ holding.say(q.question) }}</p>
      <p class="answers">
        <template v-if="keyOf(q)">
          <AButton v-for="a in q.answers" :key="String(a.value)" class="press quiet" @click="emit('answer', keyOf(q)!, valueOf(a))">
            {{ holding.say(a.say) }}
            <span class="soft small">{{ then(a) }}</span>
          </AButton>
        </template>
        <RouterLink v-else-if="q.fact === 'count' && colonyId" class="press quiet link" :to="`/count/${colonyId}`">Count it now</RouterLink>
        <RouterLink v-else-if="q.fact === 'weather' && colonyId" class="press quiet link" to="/yards">Give the yard its place or its days</RouterLink>
        <AButton type="link" class="plainlink" @click="putBy = [...putBy, q.fact]">I do not know</AButton>
      </p>
    </div>
  </section>
</template>

<style scoped>
.asking { margin: 0 16px 10px; padding: 10px 14px; background: var(--straw-wash); color: var(--straw-ink); border-radius: 10px; display: grid; gap: 10px; font-size: 14.5px; }
.one { display: grid; gap: 5px; }
.answers { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; }
.answers .press { min-height: 40px; padding: 4px 12px; font-size: 14.5px; }
.answers .press .small { margin-left: 6px; }
.link { display: inline-flex; align-items: center; text-decoration: none; }
@media screen and (max-width: 720px) { .asking { margin: 0 0 10px; } .answers .press { min-height: 48px; } }
</style>
