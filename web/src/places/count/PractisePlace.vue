<script setup lang="ts">
/** Practice: a drawn tray or board with a number that is known to the tool alone, until the eye has had its try. */
import FaultLine from '../../parts/FaultLine.vue'
import { RadioButton as ARadioButton, RadioGroup as ARadioGroup } from 'ant-design-vue/es/radio'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, shallowRef } from 'vue'
import { judge, type Judgement } from '@thistle/core/judge'
import { bareSituation } from '@thistle/core/holding'
import { PRACTICE_KINDS, scoreMarks, type PracticeKind, type Score, type Spot } from '@thistle/core/photo'
import CountDot from '../../parts/CountDot.vue'
import { plural } from '../../parts/count-words.ts'
import MarkedPicture from '../../parts/photo/MarkedPicture.vue'
import { usePhoto } from '../../parts/photo/usePhoto.ts'
import type { PreparedPractice } from '../../parts/photo/photo.worker.ts'
import { capital, isOver } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import CountNav from './CountNav.vue'
import WaitLine from '../../parts/WaitLine.vue'

const holding = useHolding()
const photo = usePhoto()
const { picture, opening, fault } = photo
const kind = ref<PracticeKind>('tray')
const drawn = shallowRef<PreparedPractice | null>(null)
const marks = shallowRef<readonly Spot[]>([])
const score = shallowRef<Score | null>(null)
const seed = ref(0)
const tries = ref<{ there: number; hits: number; wrong: number }[]>([])
const SAYS: Record<PracticeKind, string> = { tray: 'a white bowl after a wash of 300 bees', board: 'part of a board after three days' }
const BEES = 300
const DAYS = 3

async function begin(): Promise<void> {
  score.value = null
  marks.value = []
  const number = new Uint32Array(2)
  crypto.getRandomValues(number)
  seed.value = (number[0] ?? 0) % 1_000_000
  // Near the limits, where a missed mite matters most.
  const mites = kind.value === 'tray' ? (number[1] ?? 0) % 19 : 8 + ((number[1] ?? 0) % 45)
  drawn.value = await photo.practise(kind.value, mites, seed.value)
}
function show(): void {
  const d = drawn.value
  if (!d) return
  const found = scoreMarks(d.mites, marks.value, (d.mitePixels * 0.9) / d.width, d.height / d.width)
  score.value = found
  tries.value = [...tries.value, { there: d.mites.length, hits: found.hits.length, wrong: found.wrong.length }]
}
const judgeOf = (mites: number): Judgement | null => {
  if (!holding.settings) return null
  const situation = bareSituation(holding.today, holding.yard?.yard.hemisphere ?? 'north', holding.settings)
  const board = kind.value === 'board'
  const fact = { date: holding.today, method: board ? ('board' as const) : ('wash' as const), mites, bees: board ? null : BEES, days: board ? DAYS : null, recovery: null, representative: null }
  return judge({ ...situation, counts: [fact] })
}
const yours = computed(() => (score.value ? judgeOf(marks.value.length) : null))
const truth = computed(() => (score.value && drawn.value ? judgeOf(drawn.value.mites.length) : null))
const moved = computed(() => yours.value && truth.value && yours.value.level !== truth.value.level)
const sum = computed(() => tries.value.reduce((s, t) => ({ there: s.there + t.there, hits: s.hits + t.hits, wrong: s.wrong + t.wrong }), { there: 0, hits: 0, wrong: 0 }))
const verdict = computed(() => {
  const s = score.value
  if (!s) return ''
  if (s.missed.length === 0 && s.wrong.length === 0) return 'Every mite, and nothing else.'
  const parts = [s.missed.length > 0 ? `${plural(s.missed.length, 'mite')} missed` : '', s.wrong.length > 0 ? `${plural(s.wrong.length, 'mark')} on something else` : '']
  return capital(`${parts.filter(Boolean).join(', ')}.`)
})
</script>

<template>
  <div class="page">
    <CountNav />
    <h1>Practise your eye</h1>
    <p class="soft lead">A drawn {{ kind }} with mites among crumbs, pollen, wings and legs: {{ SAYS[kind] }}. Mark every mite, then see what is there, and what your error would have done to the judgement. Nothing of this is kept.</p>
    <div class="bench">
      <div class="left">
        <MarkedPicture v-if="drawn && picture" v-model="marks" :picture="picture" :readonly="score !== null" :missed="score?.missed" :wrong="score?.wrong" />
        <div v-else class="none sheet">
          <WaitLine v-if="opening">Drawing ...</WaitLine>
          <template v-else>
            <h2>Ready when you are</h2>
            <p class="soft">A mite is a reddish brown oval, wider than long, with a gloss and feet in front. Crumbs of wax are pale, pollen is yellow and round, bits of bees are dark and long.</p>
          </template>
        </div>
      </div>
      <aside class="right">
        <ARadioGroup v-model:value="kind" class="ways" name="kind" role="radiogroup" aria-label="What to practise on" :disabled="drawn !== null && score === null">
          <ARadioButton v-for="k in PRACTICE_KINDS" :key="k" :value="k">{{ k === 'tray' ? 'White tray' : 'Board' }}</ARadioButton>
        </ARadioGroup>
        <FaultLine v-if="fault">{{ fault }}</FaultLine>
        <template v-if="drawn && !score">
          <p class="big serif" aria-live="polite">{{ marks.length }} <span>marked</span></p>
          <AButton type="primary" class="press" @click="show">Show what is there</AButton>
        </template>
        <template v-else>
          <div v-if="score && drawn" class="result" role="status">
            <p class="big serif">{{ score.hits.length }} <span>of {{ drawn.mites.length }} found</span></p>
            <p class="strong" :class="score.missed.length + score.wrong.length === 0 ? 'settled' : 'care'">{{ verdict }}</p>
            <p class="soft small">Dashed: missed. Struck through: marked, and no mite. Drawn by the number {{ seed }}.</p>
            <template v-if="yours && truth">
              <dl>
                <dt>As you counted</dt>
                <dd><CountDot :judgement="yours" /> <span :class="{ 'alarm strong': isOver(yours) }">{{ yours.estimate?.toFixed(1) }}: {{ yours.level }}</span></dd>
                <dt>As it is</dt>
                <dd><CountDot :judgement="truth" /> <span :class="{ 'alarm strong': isOver(truth) }">{{ truth.estimate?.toFixed(1) }}: {{ truth.level }}</span></dd>
              </dl>
              <p :class="moved ? 'alarm strong' : 'settled'">{{ moved ? `Your count would have changed the judgement from "${truth.level}" to "${yours.level}".` : 'The judgement would have been the same.' }}</p>
              <p class="soft small">{{ kind === 'tray' ? 'Per 100 bees, on 300 washed' : 'Mites a day, as if this were the whole board' }}, by your limits of today.</p>
            </template>
          </div>
          <AButton type="primary" class="press" :disabled="opening" @click="begin">{{ score ? 'Another one' : 'Draw one' }}</AButton>
        </template>
        <p v-if="tries.length > 0" class="soft">So far: {{ plural(tries.length, 'picture') }}, {{ sum.hits }} of {{ sum.there }} found{{ sum.there > 0 ? ` (${Math.round((sum.hits / sum.there) * 100)} %)` : '' }}, {{ sum.wrong }} marked that were none.</p>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.lead { max-width: 900px; margin: 4px 0 14px; }
.bench { display: grid; grid-template-columns: minmax(0, 1fr) 330px; gap: 22px; align-items: start; }
.left { min-width: 0; }
.right { display: grid; gap: 14px; }
.none { min-height: 320px; padding: 34px; display: grid; gap: 8px; align-content: center; }
.big { font-size: 44px; line-height: 1; }
.big span { font-size: 17px; font-family: var(--face-text); color: var(--soft); font-weight: 400; }
.result { display: grid; gap: 10px; }
dl { margin: 0; display: grid; gap: 2px; }
dt { color: var(--soft); font-size: 14px; }
dd { margin: 0 0 4px; display: flex; align-items: center; gap: 10px; }
@media screen and (max-width: 900px) { .bench { grid-template-columns: minmax(0, 1fr); } }
</style>
