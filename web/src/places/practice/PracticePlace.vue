<script setup lang="ts">
/** A season to practise on: begun by a seed, worked in the ordinary places, and at its end what went on under the cappings. */
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { clopperPearson } from '@thistle/core/count'
import { PRACTICE_COLONIES, PRACTICE_SEEDS, SCORE } from '@thistle/core/practice'
import { addDays, daysBetween, type Day } from '@thistle/core/time'
import { plain } from '@thistle/core/units'
import { sayLevelAhead } from '@thistle/core/words'
import ChartFrame from '../../graphics/ChartFrame.vue'
import { truthChart, type TruthShown } from '../../graphics/truth-chart.ts'
import NumberField from '../../fields/NumberField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import WaitLine from '../../parts/WaitLine.vue'
import { plural } from '../../parts/words.ts'
import { useSave } from '../../parts/useSave.ts'
import { call } from '../../server/call.ts'
import { sayDay } from '../../look/dates.ts'
import { useHolding } from '../../stores/holding.ts'
import { readEnd, type Ended, type EndedColony } from './practice.ts'

const holding = useHolding()
const router = useRouter()
const { busy, fault, at, save } = useSave()
const practice = computed(() => holding.me?.holding.practice ?? null)
const over = computed(() => practice.value !== null && holding.today >= practice.value.until)
const seed = ref<number | null>(null)
const colonies = ref<number | null>(PRACTICE_COLONIES.usual)
async function begin(): Promise<void> {
  const done = await save(() => call('POST', '/practice', { seed: seed.value, colonies: colonies.value }).then(() => undefined))
  if (!done) return
  holding.forget()
  await router.push('/today')
}
/** The rest of a season cannot be taken back: it is asked once more. */
const ending = ref(false)
/** The same season from its first day: to do better with what is known now. */
function sameAgain(): Promise<void> {
  seed.value = practice.value?.seed ?? null
  colonies.value = practice.value?.colonies.length ?? PRACTICE_COLONIES.usual
  return begin()
}
const go = (on: Day) => save(() => holding.liveOn(on))
const ended = shallowRef<Ended | null>(null)
const unread = ref(false)
watch(
  over,
  async (is) => {
    ended.value = null
    if (!is) return
    unread.value = false
    try {
      ended.value = await readEnd()
    } catch (problem) {
      console.error(problem)
      unread.value = true
    }
  },
  { immediate: true },
)
/** The best score of each season on this device: by its number and colonies. */
const best = useLocalStorage<Record<string, number>>('practice-best', {})
const season = computed(() => (practice.value ? `${practice.value.seed}/${practice.value.colonies.length}` : ''))
watch(ended, (end) => {
  if (end && season.value) best.value = { ...best.value, [season.value]: Math.max(end.score, best.value[season.value] ?? 0) }
})
const stateOf = (id: string) => holding.states.flatMap((y) => y.row).find((s) => s.colony.id === id)
const shownOf = (c: EndedColony): TruthShown => ({
  days: ended.value?.days ?? [],
  wash: c.wash,
  nothingDone: c.nothingDone,
  limits: ended.value?.limits ?? [],
  counts: (stateOf(c.id)?.colony.counts ?? []).flatMap(({ onDay, method, samples }) =>
    method !== 'wash' && method !== 'sugar'
      ? []
      : samples.flatMap(({ mites, bees }) => {
          if (!bees) return []
          const { estimate, low, high } = clopperPearson(mites, bees)
          return [{ on: onDay, estimate: estimate * 100, low: low * 100, high: high * 100 }]
        }),
  ),
  given: (stateOf(c.id)?.courses ?? []).flatMap((k) => k.course.jobs.flatMap((j) => (j.job === 'dose' && j.doneOn ? [j.doneOn] : []))),
})
const makes = computed(() => new Map((ended.value?.colonies ?? []).map((c) => [c.id, () => truthChart(shownOf(c))] as const)))
/** What a keeper could not have known. */
function hiddenOf(c: EndedColony): string {
  const breeds = c.growth > 1.15 ? 'its mites bred faster than most' : c.growth < 0.85 ? 'its mites bred slower than most' : 'its mites bred as most do'
  return c.influx >= 3 ? `${breeds}, and about ${Math.round(c.influx)} a day came from outside in late summer` : breeds
}
const says = (c: EndedColony): string =>
  `${c.name}: over the limit on ${c.daysOver === 0 ? 'no day' : plural(c.daysOver, 'day')}, ${sayLevelAhead(c.highest)} in 100 at its highest, ${sayLevelAhead(c.atEnd)} at the end${c.lost ? '; by the rules of this game it is lost' : ''}.`
const share = computed(() => (practice.value ? `Practice season ${practice.value.seed}, ${plural(practice.value.colonies.length, 'colony', 'colonies')}` : ''))
const STEPS = [1, 7, 14] as const
</script>

<template>
  <div class="page practice">
    <h1>{{ practice ? share : 'A practice season' }}</h1>
    <template v-if="!practice">
      <p class="serif lead">Made-up colonies on a clock of their own, from April to November. You count, choose, give, and step the days on; at the end you see what went on under the cappings.</p>
      <p>It is worked in the ordinary places: Today, Count, Match, the row. Its jars are drawn, its hives are opened by a press, and its bees and mites are <RouterLink to="/outlook/knows">the model’s</RouterLink>, each colony with ways that nobody tells you. Nothing of it touches your own book, and it is not your bees.</p>
      <AForm novalidate layout="vertical" class="sheet form" @submit="begin">
        <NumberField id="pr-seed" v-model="seed" label="Season number" :min="PRACTICE_SEEDS.least" :max="PRACTICE_SEEDS.most" :step="1" :fault="at('seed')" hint="of somebody who plays the same; left empty, one is drawn" />
        <NumberField id="pr-colonies" v-model="colonies" label="Colonies" :min="PRACTICE_COLONIES.least" :max="PRACTICE_COLONIES.most" :step="1" :fault="at('colonies')" />
        <FaultLine v-if="fault && !at('seed') && !at('colonies')" class="all">{{ fault }}</FaultLine>
        <p class="all"><AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Drawing its bees ...' : 'Begin a season' }}</AButton></p>
      </AForm>
      <p class="soft small">The last three seasons are kept, each a holding of its own: <RouterLink to="/holdings">your holdings</RouterLink>.</p>
    </template>
    <template v-else-if="!over">
      <p class="serif lead">{{ sayDay(holding.today) }}: {{ plural(daysBetween(holding.today, practice.until), 'day') }} to go, to {{ sayDay(practice.until, holding.today) }}.</p>
      <p class="steps">
        <AButton v-for="n in STEPS" :key="n" :type="n === 7 ? 'primary' : 'default'" class="press" :class="{ quiet: n !== 7 }" :disabled="busy || addDays(holding.today, n) > practice.until" @click="go(addDays(holding.today, n))">On {{ n === 1 ? 'a day' : n === 7 ? 'a week' : 'two weeks' }}</AButton>
        <AButton v-if="!ending" class="press quiet" :disabled="busy" @click="ending = true">To the end ...</AButton>
      </p>
      <p v-if="ending" class="steps">
        <strong>{{ plural(daysBetween(holding.today, practice.until), 'day') }} at once, with nothing more done, and never back?</strong>
        <AButton class="press quiet" :disabled="busy" @click="go(practice.until)">To the end</AButton>
        <AButton class="press quiet" @click="ending = false">Not yet</AButton>
      </p>
      <FaultLine v-if="fault">{{ fault }}</FaultLine>
      <ul class="ways">
        <li><RouterLink to="/today">Today</RouterLink>: what the season asks for now.</li>
        <li><RouterLink to="/count">Count</RouterLink>: “Wash a practice jar” draws one from a colony; the same jar is the same on the same day.</li>
        <li><RouterLink to="/yards">The row</RouterLink>: “Open the practice hive” fills in the inspection.</li>
        <li><RouterLink to="/match">Match</RouterLink>: choose a course; its jobs are entered as in any yard, and work as the model has it.</li>
      </ul>
      <p class="soft small">Days go on and never back. {{ SCORE.colony }} points for each colony that comes through, less one for each day over its limit, less half a point for each day on which the yard was worked: a game’s rules, and no keeper’s.</p>
    </template>
    <template v-else>
      <FaultLine v-if="unread">What went on could not be read. Load the page again.</FaultLine>
      <WaitLine v-else-if="!ended">The hives are opened ...</WaitLine>
      <template v-else>
        <p class="serif lead" role="status">
          Score {{ ended.score }} of 100, with {{ plural(ended.visits, 'day') }} at the yard; with nothing done it would be {{ ended.scoreOfNothing }}.<template v-if="(best[season] ?? 0) > ended.score"> Your best with these bees: {{ best[season] }}.</template>
        </p>
        <p v-if="ended.withstands" class="care strong">The mites of this yard withstood {{ ended.withstands }}: it did about a third of its work.</p>
        <p class="soft small">Full line: what went on, as washes would have found it in the mean. Dotted: with nothing done. Dots: your jars. Thin uprights: doses. Broken brick: the limit.</p>
        <article v-for="c in ended.colonies" :key="c.id" class="sheet one">
          <h2>{{ c.name }} <span class="points">{{ plain(c.points, 0) }} points</span></h2>
          <p :class="{ 'alarm strong': c.lost }">{{ says(c) }}</p>
          <ChartFrame class="truth" :make="makes.get(c.id) ?? (() => truthChart(shownOf(c)))" :says="says(c)" />
          <p class="soft small">Nobody could see: {{ hiddenOf(c) }}; on the last day {{ plain(c.mites.at(-1) ?? 0, 0) }} mites in all, at their most {{ plain(Math.max(...c.mites), 0) }}, {{ plain(Math.max(...c.capped), 0) }} of them under cappings.</p>
        </article>
        <p>Tell others the season’s number, <strong>{{ practice.seed }}</strong>, and how many colonies it had, <strong>{{ practice.colonies.length }}</strong>: theirs will be the same bees.</p>
        <p class="soft small">A model’s season: it says how little a jar tells and what late treatment costs, and nothing of your own bees.</p>
      </template>
      <AForm novalidate layout="vertical" class="again no-print" @submit="begin">
        <AButton class="press quiet" :disabled="busy" @click="sameAgain">These bees again</AButton>
        <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Drawing its bees ...' : 'Begin another season' }}</AButton>
        <RouterLink class="press quiet" to="/holdings">Back to your holdings</RouterLink>
        <FaultLine v-if="fault">{{ fault }}</FaultLine>
      </AForm>
    </template>
    <p v-if="practice && !over" class="no-print"><RouterLink to="/holdings">Leave it for now: your holdings</RouterLink></p>
  </div>
</template>

<style scoped>
.practice { display: grid; grid-template-columns: minmax(0, 1fr); gap: 14px; align-content: start; max-width: 900px; }
.lead { font-size: 21px; line-height: 1.35; max-width: 62ch; }
.form { display: grid; gap: 12px 16px; grid-template-columns: repeat(auto-fit, minmax(min(100%, 240px), 1fr)); padding: 14px 16px; align-items: start; }
.all { grid-column: 1 / -1; }
.steps, .again { display: flex; gap: 10px; flex-wrap: wrap; align-items: center; }
.ways { display: grid; gap: 6px; }
.one { display: grid; gap: 8px; padding: 14px 16px; grid-template-columns: minmax(0, 1fr); }
.one h2 { margin: 0; display: flex; justify-content: space-between; gap: 12px; }
.points { font-weight: 400; color: var(--soft); font-size: 16px; }
.truth { height: 240px; }
@media screen and (max-width: 720px) { .lead { font-size: 19px; } .steps .press { flex: 1 1 40%; } }
</style>
