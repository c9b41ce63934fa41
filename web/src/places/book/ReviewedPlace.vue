<script setup lang="ts">
/** Did it work: every round of a treatment in a yard, over its colonies and each by itself. */
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { reviewedRounds, type Reviewed, type ReviewedRound, type Share } from '@thistle/core/book'
import { yearOf } from '@thistle/core/time'
import { plain } from '@thistle/core/units'
import ShareLine from '../../graphics/ShareLine.vue'
import { sayDay } from '../../look/dates.ts'
import FaultLine from '../../parts/FaultLine.vue'
import FoldAway from '../../parts/FoldAway.vue'
import { REVIEWED_WORDS, reviewedWord } from '../../parts/reviewed-words.ts'
import WaitLine from '../../parts/WaitLine.vue'
import { plural } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import BookAsked from './BookAsked.vue'
import BookNav from './BookNav.vue'
import { useBook } from './useBook.ts'
import MarksLink from '../../frame/MarksLink.vue'

const holding = useHolding()
const { years, chosen, year, yardId, yards, reading, fault } = useBook()
const rounds = computed(() => (yards.value ? reviewedRounds(yards.value, `${year.value}-01-01`).filter((r) => yearOf(r.from) === year.value) : []))
const percent = (x: number) => `${plain(Math.max(0, x) * 100, 0)} %`
const range = (s: Share) => `${percent(s.estimate)} (${percent(s.low)} to ${percent(s.high)})`
const when = (r: ReviewedRound) => (r.from === r.to ? sayDay(r.from) : `${sayDay(r.from)} to ${sayDay(r.to)}`)
const tally = computed(() => {
  const found = new Map<Reviewed, number>()
  for (const r of rounds.value) found.set(r.verdict, (found.get(r.verdict) ?? 0) + 1)
  return [...found].map(([verdict, n]) => `${n} ${reviewedWord(verdict)}`).join(', ')
})
</script>

<template>
  <div class="page reviewed">
    <BookNav />
    <h1>Did it work, {{ year }}</h1>
    <p><MarksLink /></p>
    <BookAsked v-model:year="chosen" v-model:yard-id="yardId" :years="years" />
    <WaitLine v-if="reading || (!yards && !fault)">Reading what is older ...</WaitLine>
    <FaultLine v-else-if="fault">{{ fault }}</FaultLine>
    <template v-else-if="rounds.length > 0">
      <p class="serif main">{{ plural(rounds.length, 'round') }}: {{ tally }}.</p>
      <section v-for="r in rounds" :key="r.key" class="sheet block" :aria-labelledby="`r-${r.key}`">
        <header>
          <h2 :id="`r-${r.key}`">{{ r.treatment.name }}</h2>
          <span class="strong" :class="REVIEWED_WORDS[r.verdict][1]">{{ REVIEWED_WORDS[r.verdict][0] }}</span>
          <span class="soft">{{ r.yard }}, {{ when(r) }}</span>
        </header>
        <p>{{ holding.say(r.text) }}</p>
        <p v-if="r.counted === 0 && r.courses.every((c) => !c.fell)" class="names">
          <RouterLink v-for="c in r.courses" :key="c.id" :to="`/yards/${r.yardId}?colony=${c.colonyId}`">{{ c.position }} {{ c.colony }}</RouterLink>
        </p>
        <component :is="r.courses.length > 6 ? FoldAway : 'div'" v-else :title="`Its ${r.courses.length} colonies`">
          <ol class="colonies">
            <li v-for="c in r.courses" :key="c.id">
              <RouterLink class="who" :to="`/yards/${r.yardId}?colony=${c.colonyId}`"><i>{{ c.position }}</i> {{ c.colony }}</RouterLink>
              <ShareLine v-if="c.share" :share="c.share" :band="r.spread" :label="`${c.colony}: ${range(c.share)}`" :tone="c.verdict === 'worked' ? 'good' : c.verdict === 'fell-short' ? 'bad' : 'plain'" />
              <span v-else class="soft small">{{ c.text === r.text ? '' : holding.say(c.text) }}</span>
              <span class="figure small"><template v-if="c.share">{{ range(c.share) }}, </template><span :class="REVIEWED_WORDS[c.verdict][1]">{{ reviewedWord(c.verdict) }}</span></span>
              <span v-if="c.fell" class="soft small fell">{{ holding.say(c.fell.text) }}</span>
            </li>
          </ol>
        </component>
      </section>
      <p class="soft small">
        A line is what a colony's own two counts say, in nine of ten between its ends, 0 to 100 % of what its level would have been untreated. The band is how far colonies differ beyond
        what their counts do; the mean is by moments (DerSimonian and Laird 1986, from memory). A round did its work, or fell short, where nineteen of twenty say so. Why one fell short, and what to do, stands
        in its colony.
      </p>
    </template>
    <p v-else class="soft">Nothing was given in {{ year }}{{ yardId ? ' in this yard' : '' }} that could be reviewed. <AButton type="link" class="plainlink" @click="chosen = String(year - 1)">Look at {{ year - 1 }}</AButton></p>
  </div>
</template>

<style scoped>
.reviewed { display: grid; grid-template-columns: minmax(0, 1fr); gap: 10px; }
.main { font-size: 21px; line-height: 1.28; }
.block { padding: 14px 18px; display: grid; gap: 8px; grid-template-columns: minmax(0, 1fr); }
header { display: flex; gap: 4px 14px; align-items: baseline; flex-wrap: wrap; }
.colonies { display: grid; gap: 4px; }
.colonies li { display: grid; grid-template-columns: 150px 220px minmax(0, 1fr); gap: 2px 14px; align-items: center; }
.colonies li + li { border-top: 1px solid var(--hairline); padding-top: 4px; }
.who i { font-style: normal; color: var(--soft); }
.names { display: flex; flex-wrap: wrap; gap: 4px 16px; }
.fell { grid-column: 2 / -1; }
@media print { .block { break-inside: avoid; } }
@media screen and (max-width: 720px) {
  .colonies li { grid-template-columns: minmax(0, 1fr); }
  .who { min-height: 44px; display: inline-flex; align-items: center; gap: 6px; }
  .fell { grid-column: 1; }
}
</style>
