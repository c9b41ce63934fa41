<script setup lang="ts">
/** Two treatments in turn, where they are the better answer; both parts are put through the gates on their own days. */
import FaultLine from '../../parts/FaultLine.vue'
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { caseOfSecond, type Combination } from '@thistle/core/course'
import type { Situation } from '@thistle/core/situation'
import { shortName, treatmentOf } from '@thistle/core/treatments'
import type { Day } from '@thistle/core/time'
import VerdictRound from '../../graphics/VerdictRound.vue'
import { sayDay } from '../../look/dates.ts'
import type { ColonyInView } from '../../parts/useColonyInView.ts'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'

const props = defineProps<{ combinations: readonly Combination[]; situation: Situation; place: ColonyInView | null }>()
const holding = useHolding()
const router = useRouter()
const { busy, fault, save } = useSave()
const nameOf = (key: string) => treatmentOf(key)?.name ?? key
/** Kept over a failed try, so that a second press writes the same rows. */
const ids = computed(() => new Map(props.combinations.map((c) => [c.key, { one: newId(), two: newId(), courseOne: newId(), courseTwo: newId() }])))

async function start(c: Combination): Promise<void> {
  const { place } = props
  const own = ids.value.get(c.key)
  if (!place || !own) return
  const [one, two] = c.parts
  const decide = (id: string, courseId: string, treatment: string, startOn: Day, note: string, situation: Situation) =>
    holding.put('decisions', id, { yardId: place.yard.yard.id, treatment, startOn, note, colonies: [{ colonyId: place.state.colony.id, courseId, situation }] }, null)
  const done = await save(async () => {
    const then = c.onlyIf ? `then ${nameOf(two.treatment)}, if the count still stands over the limit` : `then ${nameOf(two.treatment)} from ${sayDay(two.start)}`
    await decide(own.one, own.courseOne, one.treatment, one.start, `First of two: ${then}`, props.situation)
    if (!c.onlyIf) await decide(own.two, own.courseTwo, two.treatment, two.start, `Second of two, after ${nameOf(one.treatment)}`, caseOfSecond(props.situation, c))
    await holding.refresh(place.yard.yard.id)
  })
  if (done) await router.push(`/yards/${place.yard.yard.id}?colony=${place.state.colony.id}`)
}
</script>

<template>
  <section v-if="combinations.length > 0" class="turns" aria-labelledby="two-in-turn">
    <h3 id="two-in-turn">One after the other</h3>
    <p class="soft small">One alone may leave it over the limit. Common practice, no source; each part has its own label, which decides.</p>
    <article v-for="c in combinations" :key="c.key">
      <h4>{{ c.name }}</h4>
      <ol>
        <li v-for="(p, i) in c.parts" :key="p.treatment">
          <VerdictRound :verdict="p.fit" :size="14" />
          <span>
            <strong>{{ sayDay(p.start, situation.asOf) }}</strong>
            {{ nameOf(p.treatment) }}, {{ p.fit === 'fits' ? 'fits' : 'fits with care' }}<template v-if="i === 1 && c.onlyIf">; only if the count in between still stands over the limit</template>
          </span>
        </li>
      </ol>
      <p class="small">
        Left afterwards likely {{ c.left.low.toFixed(1) }} to {{ c.left.high.toFixed(1) }} in 100, if each takes what it does here: {{ holding.say(c.why) }}.
      </p>
      <AButton v-if="place && holding.mayWrite" class="press quiet" :disabled="busy" @click="start(c)">
        {{ busy ? 'Keeping ...' : c.onlyIf ? `Start with ${shortName(treatmentOf(c.parts[0].treatment)!).toLowerCase()}` : 'Plan both parts' }}
      </AButton>
    </article>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
  </section>
</template>

<style scoped>
.turns { padding: 14px 16px 4px; display: grid; gap: 8px; }
h3 { color: var(--soft); font-size: 15px; }
h4 { margin: 0; font-size: 15px; font-weight: 650; }
article { display: grid; gap: 5px; border-top: 1px solid var(--hairline); padding: 8px 0; justify-items: start; }
li { display: grid; grid-template-columns: 20px 1fr; align-items: baseline; }
@media screen and (max-width: 720px) { .turns { padding: 14px 4px; } }
</style>
