<script setup lang="ts">
/** What worked here: each treatment by yard and year, with how many colonies stand behind each figure. */
import { computed } from 'vue'
import { workedHere, type Share } from '@thistle/core/book'
import { plain } from '@thistle/core/units'
import { addDays } from '@thistle/core/time'
import FaultLine from '../../parts/FaultLine.vue'
import { useYardsSince } from '../../parts/useYardsSince.ts'
import WaitLine from '../../parts/WaitLine.vue'
import { plural } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import BookNav from './BookNav.vue'

const holding = useHolding()
/** As far back as results still say something of here and now (a guess). */
const YEARS = 5
const { yards, reading, fault } = useYardsSince(() => addDays(holding.today, -365 * YEARS))
const worked = computed(() => workedHere(yards.value ?? []))
const percent = (x: number) => `${plain(x * 100, 0)} %`
const range = (s: Share) => `${percent(s.estimate)} (${percent(s.low)} to ${percent(s.high)})`

const WIDTH = 260
const x = (share: number) => 6 + Math.max(0, Math.min(1, share)) * (WIDTH - 12)
</script>

<template>
  <div class="page worked">
    <BookNav />
    <h1>What worked here</h1>
    <WaitLine v-if="reading || (!yards && !fault)">Reading what is older ...</WaitLine>
    <FaultLine v-else-if="fault">{{ fault }}</FaultLine>
    <template v-else-if="worked.length > 0">
      <p class="soft">
        Courses of the last {{ YEARS }} years that were counted before and after by one method: the share they took of what the level would have been untreated, in nine of ten
        between the ends.
      </p>
      <div class="all">
        <section v-for="w in worked" :key="w.treatment.key" class="sheet block" :aria-labelledby="`w-${w.treatment.key}`">
          <h2 :id="`w-${w.treatment.key}`">{{ w.treatment.name }}</h2>
          <p class="strong">{{ range(w.mean) }} <span class="soft">in {{ plural(w.colonies, 'colony', 'colonies') }}</span></p>
          <svg class="axis-line" :viewBox="`0 0 ${WIDTH} 18`" aria-hidden="true">
            <text x="6" y="13">0 %</text>
            <text :x="x(0.5)" y="13" text-anchor="middle">50 %</text>
            <text :x="WIDTH - 6" y="13" text-anchor="end">100 % taken</text>
          </svg>
          <ul>
            <li v-for="g in w.groups" :key="`${g.yardId} ${g.year}`">
              <span class="who">{{ g.yard }} {{ g.year }} <span class="soft small">{{ plural(g.colonies, 'colony', 'colonies') }}</span></span>
              <svg :viewBox="`0 0 ${WIDTH} 22`" role="img" :aria-label="`${g.yard} ${g.year}: ${range(g.pooled)}; alone ${range(g.alone)}`">
                <line x1="6" :x2="WIDTH - 6" y1="11" y2="11" class="axis" />
                <rect v-if="w.groups.length > 1" :x="x(w.mean.low)" y="3" :width="Math.max(2, x(w.mean.high) - x(w.mean.low))" height="16" rx="3" class="mean" />
                <line :x1="x(g.pooled.low)" :x2="x(g.pooled.high)" y1="11" y2="11" class="whisker" />
                <circle :cx="x(g.alone.estimate)" cy="11" r="4.5" class="alone" />
                <circle :cx="x(g.pooled.estimate)" cy="11" r="5" class="dot" />
              </svg>
              <span class="figure">{{ range(g.pooled) }}</span>
            </li>
          </ul>
        </section>
      </div>
      <p class="soft small">
        Filled: what a yard and year most likely take, drawn towards the mean of all of them (the band) by how little its own counts say, so that one lucky jar does not lead.
        Open: what its counts say alone. Yards and years are taken to differ by what is seen of it and by a usual figure (a guess). Random-effects mean by moments, DerSimonian and Laird
        1986; drawing together, Efron and Morris 1975; both from memory. It says what was taken and not why.
      </p>
    </template>
    <p v-else class="soft">
      No course of the last {{ YEARS }} years was counted before and after by one method: nobody can say yet what worked here. A wash before and one after is what it takes;
      <RouterLink to="/today">Today</RouterLink> asks for the second when its day comes.
    </p>
  </div>
</template>

<style scoped>
.worked { display: grid; grid-template-columns: minmax(0, 1fr); gap: 10px; }
.all { display: grid; grid-template-columns: repeat(auto-fill, minmax(min(100%, 400px), 1fr)); gap: 16px; align-items: start; }
.block { padding: 16px 18px; display: grid; gap: 6px; grid-template-columns: minmax(0, 1fr); }
ul { display: grid; gap: 8px; }
li { display: grid; gap: 1px; }
li + li { border-top: 1px solid var(--hairline); padding-top: 8px; }
svg { width: 100%; height: auto; max-width: 420px; }
text { font-size: 11px; fill: var(--soft); }
.axis { stroke: var(--line); }
.mean { fill: var(--thistle-band); }
.whisker { stroke: var(--ink); stroke-width: 2; }
.dot { fill: var(--thistle); }
.alone { fill: var(--sheet); stroke: var(--ink); stroke-width: 1.4; }
.who { font-weight: 600; }
.figure { font-size: 14px; color: var(--soft); }
@media print { .block { break-inside: avoid; } }
</style>
