<script setup lang="ts">
/** The year looked back on, on one page: what was counted, done, worked, slipped and lost, and what to do otherwise. */
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { lookedBack, type LookedBack } from '@thistle/core/book'
import FaultLine from '../../parts/FaultLine.vue'
import WaitLine from '../../parts/WaitLine.vue'
import { useHolding } from '../../stores/holding.ts'
import BookAsked from './BookAsked.vue'
import BookNav from './BookNav.vue'
import { useBook } from './useBook.ts'

const holding = useHolding()
const { years, chosen, year, yardId, yards, reading, fault } = useBook()
const back = computed(() => (yards.value && holding.settings ? lookedBack(yards.value, year.value, holding.settings) : null))
const PARTS: readonly (readonly [keyof LookedBack, string, string])[] = [
  ['counted', 'Counted', ''],
  ['done', 'Done', ''],
  ['worked', 'Worked', 'No course is over yet.'],
  ['slipped', 'Slipped', 'Nothing: days, doses and rounds were kept, or taken as they were with a reason.'],
  ['lost', 'Lost', 'No colony, by what was entered.'],
]
const print = () => window.print()
</script>

<template>
  <div class="page back">
    <BookNav />
    <h1>{{ year }} looked back on</h1>
    <BookAsked v-model:year="chosen" v-model:yard-id="yardId" :years="years">
      <AButton v-if="back" class="press quiet" @click="print">Print it</AButton>
    </BookAsked>
    <WaitLine v-if="reading || (!back && !fault)">Reading what is older ...</WaitLine>
    <FaultLine v-else-if="fault">{{ fault }}</FaultLine>
    <template v-else-if="back">
      <section class="sheet block" aria-labelledby="lb-otherwise">
        <h2 id="lb-otherwise">What to do otherwise</h2>
        <ul v-if="back.otherwise.length > 0" class="first">
          <li v-for="s in back.otherwise" :key="s.text" class="serif">{{ holding.say(s.text) }}</li>
        </ul>
        <p v-else class="soft">Nothing that the record of this year speaks for.</p>
      </section>
      <div class="parts">
        <section v-for="[key, title, none] in PARTS" :key="key" :aria-labelledby="`lb-${key}`">
          <h2 :id="`lb-${key}`">{{ title }}</h2>
          <ul v-if="back[key].length > 0">
            <li v-for="(s, i) in back[key]" :key="i">
              <RouterLink v-if="s.colonyId" :to="`/yards/${s.yardId}?colony=${s.colonyId}`">{{ holding.say(s.text) }}</RouterLink>
              <template v-else>{{ holding.say(s.text) }}</template>
            </li>
          </ul>
          <p v-else class="soft">{{ none }}</p>
        </section>
      </div>
      <p class="soft small">Each sentence is from the record: what nobody entered is not in it. Colonies that were taken out of their row are not in it either.</p>
    </template>
  </div>
</template>

<style scoped>
.back { display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
.block { padding: 16px 18px; display: grid; gap: 8px; }
.first { display: grid; gap: 8px; }
.first li { font-size: 19px; line-height: 1.3; color: var(--thistle); }
.parts { display: grid; grid-template-columns: repeat(auto-fit, minmax(min(100%, 340px), 1fr)); gap: 18px 28px; align-items: start; }
.parts section, .parts ul { display: grid; gap: 6px; grid-template-columns: minmax(0, 1fr); align-content: start; }
.parts a { color: var(--ink); }
@media print { section { break-inside: avoid; } }
</style>
