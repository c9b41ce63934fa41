<script setup lang="ts">
/** One trial: what each arm took, how far they differ, its colonies, and its tags and report on paper. */
import AButton from 'ant-design-vue/es/button'
import { saveAs } from 'file-saver'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { writeTrial } from '@thistle/core/tables'
import { trialState, type TrialArm } from '@thistle/core/trial'
import { plain } from '@thistle/core/units'
import ShareLine from '../../../graphics/ShareLine.vue'
import { sayDay } from '../../../look/dates.ts'
import FaultLine from '../../../parts/FaultLine.vue'
import RowsTable, { type Column } from '../../../parts/RowsTable.vue'
import { useSave } from '../../../parts/useSave.ts'
import { plural } from '../../../parts/words.ts'
import { useHolding } from '../../../stores/holding.ts'
import BookNav from '../BookNav.vue'
import { vAsked } from '../../../frame/asked.ts'

const route = useRoute()
const holding = useHolding()
const { busy, fault, save } = useSave()
const found = computed(() => {
  for (const yard of holding.states) {
    const trial = yard.yard.trials?.find((t) => t.id === route.params.id)
    if (trial) return { yard, trial, state: trialState(trial, yard) }
  }
  return null
})
const arms = computed(() => found.value?.state.arms ?? [])
const percent = (x: number) => `${plain(x * 100, 0)} %`
const share = (a: TrialArm) => (a.share ? `${percent(a.share.estimate)} (${percent(a.share.low)} to ${percent(a.share.high)})` : a.treatment ? 'not counted yet' : 'nothing was given')
const left = (a: TrialArm) => (a.left ? `${plain(a.left.estimate * 100, 0)} % (${plain(a.left.low * 100, 0)} to ${plain(a.left.high * 100, 0)})` : 'too few counted')
const corrected = (a: TrialArm) => (a.corrected ? `${percent(a.corrected.estimate)} (${percent(a.corrected.low)} to ${percent(a.corrected.high)})` : '')
const COLUMNS = computed((): readonly Column<TrialArm>[] => [
  { key: 'arm', title: 'Group', heads: true },
  { key: 'colonies', title: 'Counted', text: (a) => `${a.counted} of ${a.colonies.length}` },
  { key: 'share', title: 'Took, against the season', text: share },
  { key: 'left', title: 'Left of what was there', text: left },
  ...(arms.value.some((a) => a.corrected) ? [{ key: 'corrected', title: 'Corrected by the untreated', text: corrected }] : []),
])
const LETTERS = 'ABCD'

const asking = ref<'end' | 'gone' | null>(null)
async function end(): Promise<void> {
  const f = found.value
  if (!f) return
  const { id, ...body } = f.trial
  if (await save(() => holding.put('trials', id, { ...body, endedOn: holding.today }, f.yard.yard.id).then(() => undefined))) asking.value = null
}
async function takeAway(): Promise<void> {
  const f = found.value
  if (!f) return
  const done = await save(async () => {
    await holding.persist('DELETE', `/trials/${f.trial.id}?version=${f.trial.version}`)
    await holding.refresh(f.yard.yard.id)
  })
  if (done) asking.value = null
}
const csv = () => found.value && saveAs(new Blob(['\ufeff', writeTrial(found.value.state)], { type: 'text/csv;charset=utf-8' }), `${found.value.trial.name}.csv`)
/** Tags or the report: one of them goes on paper. */
const paper = ref<'report' | 'tags'>('report')
function print(what: 'report' | 'tags'): void {
  paper.value = what
  requestAnimationFrame(() => window.print())
}
</script>

<template>
  <div v-if="found" class="page trial" :class="`paper-${paper}`">
    <BookNav />
    <p class="back no-print"><RouterLink to="/book/trials">← Trials</RouterLink></p>
    <h1>{{ found.trial.name }}</h1>
    <p class="soft">
      {{ found.yard.yard.name }}, {{ found.state.state === 'planned' ? 'to begin' : 'begun' }} together on {{ sayDay(found.trial.startOn, holding.today) }}{{ found.trial.endedOn ? `, ended ${sayDay(found.trial.endedOn, holding.today)}` : '' }}; drawn by lot within blocks of alike counts, by the number {{ found.trial.seed }}.
    </p>
    <p class="serif main">{{ holding.say(found.state.text) }}</p>
    <p v-for="a in arms.filter((s) => s.stop)" :key="a.arm" class="alarm strong" role="alert">{{ a.stop }}</p>
    <section v-if="found.state.pairs.length > 0" class="sheet block" aria-labelledby="tp-pairs">
      <h2 id="tp-pairs">What it says</h2>
      <p v-for="p in found.state.pairs" :key="`${p.one} ${p.other}`" class="serif">{{ p.text }}</p>
    </section>
    <div class="scroll" tabindex="0" role="region" aria-label="The groups">
      <RowsTable label="The groups" :columns="COLUMNS" :rows="arms" :row-key="(a) => String(a.arm)">
        <template #arm="{ row: a }"><strong>{{ LETTERS[a.arm] }}</strong> {{ a.name }}</template>
      </RowsTable>
    </div>
    <div class="arms">
      <section v-for="a in arms" :key="a.arm" class="sheet block" :aria-labelledby="`ta-${a.arm}`">
        <h2 :id="`ta-${a.arm}`">{{ LETTERS[a.arm] }}: {{ a.name }}</h2>
        <ShareLine v-if="a.share" :share="a.share" :label="`${a.name} took ${share(a)}`" tone="mark" :ends="['0 % taken', '100 %']" />
        <ul class="colonies">
          <li v-for="c in a.colonies" :key="c.colonyId">
            <RouterLink v-if="c.position > 0" :to="`/yards/${found.yard.yard.id}?colony=${c.colonyId}`">{{ c.position }} {{ c.name }}</RouterLink>
            <span v-else class="soft">{{ c.name }}</span>
            <span>{{ c.before ? plain((c.before.mites / c.before.exposure) * 100, 1) : '?' }} → {{ c.after ? plain((c.after.mites / c.after.exposure) * 100, 1) : '?' }} <span class="soft small">in 100</span></span>
            <span v-if="c.out" class="care small">{{ c.out }}</span>
            <span v-else-if="!c.before" class="care small">not counted before it</span>
          </li>
        </ul>
      </section>
    </div>
    <p class="soft small">
      What was taken is told against the level as the season would have it (as for every course), put together over a group by moments (DerSimonian and Laird 1986). What is left is the ratio of the two counts of each
      colony on the logarithm, half a mite added to each, and never surer than chance lets such counts be; groups are compared by Welch’s test (1947), p made larger for the number of pairs (Holm 1979){{ arms.some((a) => a.corrected) ? '; corrected by the untreated group after Henderson and Tilton (1955)' : '' }}. All from memory.
      A colony that was lost, moved away or given something else is named, and is in no figure.
    </p>
    <div class="tags on-paper" aria-hidden="true">
      <div v-for="c in arms.flatMap((a) => a.colonies.filter((s) => s.position > 0).map((s) => ({ ...s, a })))" :key="c.colonyId" class="tag">
        <b>{{ LETTERS[c.a.arm] }}</b>
        <div><strong>{{ c.position }} {{ c.name }}</strong><br />{{ c.a.name }}<br /><small>{{ found.trial.name }}, from {{ sayDay(found.trial.startOn) }}</small></div>
      </div>
    </div>
    <div class="no-print doings">
      <AButton class="press quiet" @click="print('report')">Print the report</AButton>
      <AButton class="press quiet" @click="print('tags')">Print a tag for each hive</AButton>
      <AButton class="press quiet" @click="csv">As CSV</AButton>
      <template v-if="holding.mayWrite">
        <AButton v-if="!found.trial.endedOn && asking === null" class="press quiet" @click="asking = 'end'">End it</AButton>
        <AButton v-if="asking === null" type="link" class="plainlink" @click="asking = 'gone'">Take it away</AButton>
      </template>
    </div>
    <div v-if="asking" v-asked class="no-print doings">
      <p>{{ asking === 'end' ? 'It is over: its courses go on as ordinary ones, and its report stays.' : 'The trial is taken away; its courses and counts stay as they are. Last changes can put it back.' }}</p>
      <AButton type="primary" class="press" :disabled="busy" @click="asking === 'end' ? end() : takeAway()">{{ busy ? 'Keeping ...' : asking === 'end' ? 'End the trial' : 'Take it away' }}</AButton>
      <AButton type="link" class="plainlink" @click="asking = null">Not now</AButton>
    </div>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <p class="soft small no-print">{{ plural(found.trial.drawn.length, 'colony', 'colonies') }} were drawn; what is given is entered in Today, Yards or Rounds like every course.</p>
  </div>
  <div v-else class="page">
    <BookNav />
    <h1>No such trial.</h1>
    <p><RouterLink to="/book/trials">To the trials</RouterLink></p>
  </div>
</template>

<style scoped>
.trial { display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
.main { font-size: 21px; line-height: 1.28; }
.block { padding: 14px 18px; display: grid; gap: 8px; grid-template-columns: minmax(0, 1fr); align-content: start; }
.block .serif { font-size: 18px; line-height: 1.3; }
.scroll { overflow-x: auto; }
.scroll :deep(table) { min-width: 620px; }
.arms { display: grid; grid-template-columns: repeat(auto-fit, minmax(min(100%, 300px), 1fr)); gap: 12px; }
.colonies { display: grid; gap: 2px; }
.colonies li { display: flex; flex-wrap: wrap; align-items: center; justify-content: space-between; gap: 2px 12px; min-height: 28px; }
.doings { display: flex; flex-wrap: wrap; gap: 8px 14px; align-items: center; }
.tags { display: none; }
@media print {
  .scroll :deep(table) { min-width: 0; }
  .block { break-inside: avoid; }
  .trial.paper-tags > :not(.tags) { display: none; }
  .trial.paper-tags .tags { display: grid; grid-template-columns: repeat(2, 1fr); gap: 6mm; }
  .tag { border: 1.2px solid var(--ink); border-radius: 3mm; padding: 5mm; display: flex; gap: 5mm; align-items: center; break-inside: avoid; font-size: 12pt; }
  .tag b { font-size: 40pt; line-height: 1; }
}
@media screen and (max-width: 720px) { .colonies a { min-height: 44px; display: inline-flex; align-items: center; } }
</style>
