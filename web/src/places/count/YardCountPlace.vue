<script setup lang="ts">
/** The yard as a whole: its picture, what its counts say of it, whom to sample, and how it went over time. */
import { computed, defineAsyncComponent } from 'vue'
import { useRouter } from 'vue-router'
import { sayLearned } from '@thistle/core/judge'
import { countNext, yardCounts, type ColonyState } from '@thistle/core/holding'
import { plain } from '@thistle/core/units'
import YardPicture from '../../graphics/YardPicture.vue'
import { plural } from '../../parts/count-words.ts'
import { sayChance } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import { useYardInView } from '../../parts/useYardInView.ts'
import CountNav from './CountNav.vue'
import NothingYet from '../../parts/NothingYet.vue'
import SamplingPlan from './SamplingPlan.vue'
import YardJar from './YardJar.vue'
import MarksLink from '../../frame/MarksLink.vue'

const OverTime = defineAsyncComponent(() => import('./OverTime.vue'))
const router = useRouter()
const holding = useHolding()
const yard = useYardInView()
const counts = computed(() => (yard.value ? yardCounts(yard.value) : null))
const e = computed(() => counts.value?.estimate ?? null)
const names = (states: readonly ColonyState[]) => states.map((s) => s.colony.name).join(', ')
const range = (x: { estimate: number; low: number; high: number }) => `${x.estimate.toFixed(1)} in 100, likely ${x.low.toFixed(1)} to ${x.high.toFixed(1)}`
const tone = computed(() => {
  const TONES = { over: 'alarm', watch: '', under: 'settled' } as const
  return e.value ? TONES[e.value.level] : 'soft'
})
const open = (s: ColonyState) => void router.push(`/count/${s.colony.id}`)
/** How much jars vary here, and what boards catch: the level of each colony is reckoned with it. */
const taught = computed(() => {
  const learned = yard.value?.row[0]?.situation.learned
  return learned ? sayLearned(learned) : []
})
const worth = computed(() => (yard.value ? countNext(yard.value) : []))
const next = computed(() => worth.value.slice(0, 4))
const more = computed(() => worth.value.length - next.value.length)
const timely = computed(() => (yard.value?.row ?? []).some((s) => s.colony.counts.length > 0))
</script>

<template>
  <div class="page">
    <CountNav />
    <template v-if="yard && yard.row.length > 0 && counts">
      <h1>{{ yard.yard.name }} as it is counted</h1>
      <p><MarksLink /></p>
      <YardPicture :row="yard.row" :limit="yard.limit" :mean="e?.mean ?? null" class="picture" @open="open" />

      <section class="says" aria-labelledby="y-says">
        <h2 id="y-says" class="unseen">What the counts say of the yard</h2>
        <template v-if="e">
          <p class="serif main" :class="tone">
            {{ plural(e.sampled, 'colony', 'colonies') }} of {{ yard.row.length }} counted within three weeks: the yard stands at {{ range(e.mean) }}, against a limit of {{ plain(yard.limit, 2) }}.
          </p>
          <dl>
            <dt>Colonies at or over the limit</dt>
            <dd>{{ e.over === 0 ? 'none of those counted' : `${e.over} of ${e.sampled} counted` }}; the highest has {{ e.highest.toFixed(1) }} in 100</dd>
            <dt>Chance that one that was not counted is over it</dt>
            <dd v-if="e.unsampled === 0">none is left uncounted</dd>
            <dd v-else><strong>{{ sayChance(e.chanceOtherOver) }}</strong>, for the {{ e.unsampled }} not counted: {{ names(counts.uncounted) }}</dd>
            <dt>How much the colonies differ</dt>
            <dd>
              {{ e.variation === null ? 'not to be told from so few' : e.variation === 0 ? 'no more than jars of one colony would' : `by about ${Math.round(e.variation * 100)} % of the mean, the chance of the jars taken out` }}.
              Taken as one jar it would read {{ range(e.pooled) }}: narrower than the truth wherever colonies differ.
            </dd>
            <dt>Rule of thumb</dt>
            <dd>{{ holding.say(e.rule.text) }} <span class="soft">(common practice, no source)</span></dd>
            <template v-if="taught.length > 0">
              <dt>What its counts teach of counting here</dt>
              <dd>{{ holding.say(taught.join(' ')) }}</dd>
            </template>
            <template v-if="counts.leftOut.length > 0">
              <dt>Counted, and left out of the mean</dt>
              <dd>{{ names(counts.leftOut) }}: not typical of the yard, or treated since</dd>
            </template>
          </dl>
          <p class="soft small">
            Range: 90 %, by the counts and by how yards and their colonies usually differ, single bad colonies and bees of one frame that are alike allowed for (guesses, held to simulated yards). The chance for those not counted takes it that the others were drawn by chance. Treating goes by the whole yard where one option serves; a colony left high infests the rest.
          </p>
        </template>
        <p v-else class="serif main soft">No colony was counted by wash or roll within three weeks: nobody can say how the yard stands. The plan below says whom to sample.</p>
      </section>

      <div class="two">
        <section v-if="next.length > 0" class="sheet block" aria-labelledby="y-next">
          <h2 id="y-next">Which colony to count next</h2>
          <ol class="next">
            <li v-for="n in next" :key="n.state.colony.id">
              <RouterLink :to="`/count/${n.state.colony.id}`">{{ n.state.colony.name }}</RouterLink>
              <br />
              <span class="small">{{ holding.say(n.another.text) }}</span>
            </li>
          </ol>
          <p class="soft small">{{ more > 0 ? `${plural(more, 'other')} would be worth a count as well. ` : '' }}What it saves against the work: fewer treatments that are needless, fewer that are missed. Your own price of one against the other stands in <RouterLink to="/rules">Rules</RouterLink>.</p>
        </section>
        <section class="sheet block whom" aria-labelledby="y-plan">
          <h2 id="y-plan">Which colonies to sample</h2>
          <SamplingPlan :key="yard.yard.id" :yard="yard" />
        </section>
        <section class="sheet block" aria-labelledby="y-jar">
          <h2 id="y-jar">One jar for the yard</h2>
          <YardJar :key="yard.yard.id" :yard="yard" />
        </section>
      </div>
      <section v-if="timely" class="sheet block" aria-labelledby="y-time">
        <h2 id="y-time">Over time</h2>
        <OverTime :key="yard.yard.id" :yard="yard" :today="holding.today" />
      </section>
    </template>
    <NothingYet v-else title="Nothing stands here yet." says="Add colonies to the yard first." />
  </div>
</template>

<style scoped>
.next { margin: 0; padding-left: 1.2em; display: grid; gap: 8px; }
.next li > a { font-weight: 600; margin-right: 6px; }
.picture { margin: 10px 0 18px; }
.says { display: grid; gap: 10px; margin-bottom: 20px; }
.main { font-size: 21px; line-height: 1.28; max-width: 1000px; }
dl { margin: 0; display: grid; grid-template-columns: minmax(180px, 300px) minmax(0, 1fr); gap: 6px 18px; }
dt { color: var(--soft); }
dd { margin: 0; }
.two { display: grid; grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr); gap: 18px; margin-bottom: 18px; align-items: start; grid-template-rows: auto 1fr; }
.whom { grid-column: 2; grid-row: 1 / span 2; }
.block { padding: 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 14px; }
@media screen and (max-width: 900px) {
  .two { grid-template-columns: minmax(0, 1fr); grid-template-rows: none; }
  .whom { grid-column: auto; grid-row: auto; }
}
@media screen and (max-width: 720px) {
  dl { grid-template-columns: 1fr; gap: 1px; }
  dd { margin-bottom: 8px; }
  .block { padding: 16px 14px; }
}
</style>
