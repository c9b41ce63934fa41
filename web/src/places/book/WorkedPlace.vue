<script setup lang="ts">
/** What worked here: each treatment by yard and year, with how many colonies stand behind each figure. */
import { computed } from 'vue'
import { workedHere, type Share } from '@thistle/core/book'
import { plain } from '@thistle/core/units'
import { addDays } from '@thistle/core/time'
import ShareLine from '../../graphics/ShareLine.vue'
import FaultLine from '../../parts/FaultLine.vue'
import { useYardsSince } from '../../parts/useYardsSince.ts'
import WaitLine from '../../parts/WaitLine.vue'
import { plural } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import BookNav from './BookNav.vue'
import MarksLink from '../../frame/MarksLink.vue'

const holding = useHolding()
/** As far back as results still say something of here and now (a guess). */
const YEARS = 5
const { yards, reading, fault } = useYardsSince(() => addDays(holding.today, -365 * YEARS))
const worked = computed(() => workedHere(yards.value ?? []))
const percent = (x: number) => `${plain(x * 100, 0)} %`
const range = (s: Share) => `${percent(s.estimate)} (${percent(s.low)} to ${percent(s.high)})`

</script>

<template>
  <div class="page worked">
    <BookNav />
    <h1>What worked here</h1>
    <p><MarksLink /></p>
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
          <p class="ends soft small" aria-hidden="true"><span>0 %</span><span>50 %</span><span>100 % taken</span></p>
          <ul>
            <li v-for="g in w.groups" :key="`${g.yardId} ${g.year}`">
              <span class="who">{{ g.yard }} {{ g.year }} <span class="soft small">{{ plural(g.colonies, 'colony', 'colonies') }}</span></span>
              <ShareLine :share="g.pooled" :alone="g.alone.estimate" :band="w.groups.length > 1 ? w.mean : null" :label="`${g.yard} ${g.year}: ${range(g.pooled)}; alone ${range(g.alone)}`" tone="mark" :width="260" />
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
.ends { display: flex; justify-content: space-between; max-width: 364px; }
.who { font-weight: 600; }
.figure { font-size: 14px; color: var(--soft); }
@media print { .block { break-inside: avoid; } }
</style>
