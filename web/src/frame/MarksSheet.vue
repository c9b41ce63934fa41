<script setup lang="ts">
/** What the marks mean, each drawn as it stands in the pictures. */
import AButton from 'ant-design-vue/es/button'
import DotWhisker from '../graphics/DotWhisker.vue'
import PresumedRing from '../graphics/PresumedRing.vue'
import VerdictRound from '../graphics/VerdictRound.vue'
import OverPage from './OverPage.vue'

const emit = defineEmits<{ close: [] }>()
const DOTS = [
  { says: 'A count: the dot is what was found, the line the range in which the true level likely lies (9 in 10), the dashed line the limit of that day.', of: { estimate: 2, low: 0.9, high: 3.8 } },
  { says: 'At or over the limit.', of: { estimate: 4, low: 2.3, high: 5.8, over: true } },
  { says: 'An arrow: it runs past the end of the scale; the figure stands beside it.', of: { estimate: 5.2, low: 3.4, high: 8, over: true } },
  { says: 'A hollow dot: counted over three weeks ago. What has bred since is not in it.', of: { estimate: 1.4, low: 0.6, high: 2.8, stale: true } },
  { says: 'A square: not typical of the yard (no queen, no brood, newly hived).', of: { estimate: 2.4, low: 1.2, high: 4.2, representative: false } },
] as const
const VERDICTS = [
  { verdict: 'fits', says: 'Filled: fits on the chosen day.' },
  { verdict: 'care', says: 'Half-filled: fits with care; the reason says of what.' },
  { verdict: 'wait', says: 'Open: not on this day; the first day that fits stands beside it.' },
  { verdict: 'ruled-out', says: 'Struck through: ruled out this season, for this colony, or by your own list.' },
] as const
</script>

<template>
  <OverPage title="What the marks mean" wide @close="emit('close')">
    <header>
      <h2>What the marks mean</h2>
      <AButton class="press quiet" data-first @click="emit('close')">Close</AButton>
    </header>
    <section aria-labelledby="mk-counts">
      <h3 id="mk-counts">Counts, mites in 100 bees</h3>
      <dl>
        <template v-for="d in DOTS" :key="d.says">
          <dt><DotWhisker :threshold="3" :label="d.says" v-bind="d.of" /></dt>
          <dd>{{ d.says }}</dd>
        </template>
      </dl>
      <p class="soft small">A board has a scale of its own, mites a day, and is never turned into per cent.</p>
    </section>
    <section aria-labelledby="mk-fits">
      <h3 id="mk-fits">Treatments</h3>
      <dl class="shapes">
        <template v-for="v in VERDICTS" :key="v.verdict">
          <dt><VerdictRound :verdict="v.verdict" :size="22" /></dt>
          <dd>{{ v.says }}</dd>
        </template>
        <dt><PresumedRing /></dt>
        <dd>A small broken ring: presumed for the season and place, nobody looked.</dd>
        <dt class="tags"><span class="tag">confirm first</span></dt>
        <dd>You have not confirmed yet that it is allowed where you are, by the label in your hand and your local law.</dd>
        <dt class="tags"><span class="tag">fetch first</span></dt>
        <dd>Gear for it is not ticked as yours.</dd>
      </dl>
    </section>
    <section aria-labelledby="mk-days">
      <h3 id="mk-days">The band of days</h3>
      <p>Each bar reaches from the low to the high of its day: grey observed, purple forecast, outlined usual for the season. The bar under the days is the treatment you are looking at: full where it may start, half with care, outlined where it may not. A figure at a day's foot is how many jobs stand on it; in brick, with “!”, some are overdue.</p>
    </section>
  </OverPage>
</template>

<style scoped>
header { display: flex; justify-content: space-between; align-items: center; }
section { display: grid; gap: 8px; margin-top: 16px; }
dl { display: grid; grid-template-columns: 158px minmax(0, 1fr); gap: 10px 16px; margin: 0; align-items: center; }
dl.shapes { grid-template-columns: 104px minmax(0, 1fr); }
dt { overflow: clip; }
dd { margin: 0; }
.tag { font-size: 12.5px; font-weight: 600; color: var(--straw-ink); border: 1px solid var(--straw-mid); border-radius: 6px; padding: 1px 6px; white-space: nowrap; }
@media screen and (max-width: 720px) { dl { grid-template-columns: minmax(0, 1fr); gap: 2px; } dl.shapes { grid-template-columns: 98px minmax(0, 1fr); gap: 8px 10px; } dl:not(.shapes) dd { margin-bottom: 10px; } }
</style>
