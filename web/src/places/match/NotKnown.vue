<script setup lang="ts">
/** What is not known: the few answers that would settle the option in hand first, then what each unknown would change. */
import FoldAway from '../../parts/FoldAway.vue'
import { computed, ref } from 'vue'
import type { AnsweredOption } from '@thistle/core/course'
import { doubtsOf, judged, type Verdict } from '@thistle/core/match'
import type { Situation } from '@thistle/core/situation'
import { treatmentOf } from '@thistle/core/treatments'
import { useHolding } from '../../stores/holding.ts'

const props = defineProps<{ option: AnsweredOption; situation: Situation }>()
const holding = useHolding()
const open = ref(false)
const name = computed(() => treatmentOf(props.option.treatment)?.name ?? '')
/** As many as one would answer standing there; the others are in the fold. */
const FEW = 3
const questions = computed(() => props.option.questions.slice(0, FEW))
const more = computed(() => props.option.questions.length - questions.value.length)
const doubts = computed(() => (open.value ? doubtsOf(judged(props.situation), holding.treatments) : []))
const SAID: Record<Verdict, string> = { fits: 'these fit', care: 'these fit with care', wait: 'these wait', 'ruled-out': 'these are ruled out' }

/** Answers with the same outcome for many options on one line. */
function lines(changes: (typeof doubts.value)[number]['changes']): { say: string; to: string; who: string }[] {
  const found = new Map<string, { say: string; to: string; who: string[] }>()
  for (const c of changes) {
    const key = `${c.say} ${c.to}`
    const line = found.get(key) ?? { say: c.say, to: SAID[c.to], who: [] }
    line.who.push(c.treatment.name)
    found.set(key, line)
  }
  return [...found.values()].map((l) => ({ ...l, who: l.who.length > 4 ? `${l.who.slice(0, 3).join('; ')}; and ${l.who.length - 3} more` : l.who.join('; ') }))
}
</script>

<template>
  <section v-if="questions.length > 0" class="doubt" aria-label="What is not known">
    <p>
      <strong>{{ questions.length === 1 ? 'One answer' : `${questions.length} answers` }} would settle {{ name }} best:</strong>
    </p>
    <ol>
      <li v-for="q in questions" :key="q.fact">{{ holding.say(q.question) }}</li>
    </ol>
    <p v-if="more > 0" class="small">{{ more }} more {{ more === 1 ? 'thing is' : 'things are' }} not known of it.</p>
    <FoldAway v-model:open="open" title="Everything that is not known, and what it would change">
      <dl>
        <template v-for="d in doubts" :key="d.fact">
          <dt>{{ holding.say(d.question) }}</dt>
          <dd v-for="l in lines(d.changes)" :key="l.say + l.to">{{ holding.say(l.say) }} {{ l.to }}: {{ l.who }}</dd>
        </template>
      </dl>
    </FoldAway>
  </section>
</template>

<style scoped>
.doubt { margin: 0 16px 10px; padding: 10px 14px; background: var(--straw-wash); color: var(--straw-ink); border-radius: 10px; font-size: 14.5px; }
ol { list-style: decimal; padding-left: 22px; margin: 2px 0; }
dl { margin: 4px 0 0; display: grid; gap: 2px; }
dt { font-weight: 600; margin-top: 6px; }
dd { margin: 0 0 0 14px; }
@media screen and (max-width: 720px) {
  .doubt { margin: 0 0 10px; }
}
</style>
