<script setup lang="ts">
/** The season on one page: every colony's courses and counts over one year of bees, yard by yard. */
import AButton from 'ant-design-vue/es/button'
import { useResizeObserver } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { YardState } from '@thistle/core/holding'
import { seasonOf } from '@thistle/core/rounds'
import { yearOf } from '@thistle/core/time'
import SeasonChart from '../../graphics/SeasonChart.vue'
import { sayDay } from '../../look/dates.ts'
import FaultLine from '../../parts/FaultLine.vue'
import { useInTurn } from '../../parts/useInTurn.ts'
import { useYardsSince } from '../../parts/useYardsSince.ts'
import { plural } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import RoundsNav from './RoundsNav.vue'
import WaitLine from '../../parts/WaitLine.vue'
import MarksLink from '../../frame/MarksLink.vue'

const holding = useHolding()
const shift = ref(0)
const peopled = (yards: readonly YardState[]) => yards.filter((y) => y.row.length > 0)
const seasonBy = (yards: readonly YardState[]) => seasonOf(yards, holding.today, shift.value)
const { yards: known, reading, fault } = useYardsSince(() => seasonBy(peopled(holding.states).slice(0, 1)).from)
const all = computed(() => peopled(known.value ?? holding.states))
/** Some fill the screen, the others follow: a year of counts, each against the limit of its day, takes its time. */
const AT_FIRST = 2
const standing = useInTurn(all, AT_FIRST, () => (known.value === holding.states ? shift.value : known.value))
const season = computed(() => seasonBy(standing.value))
const toCome = computed(() => all.value.length - standing.value.length)
const title = computed(() => {
  const [from, to] = [yearOf(season.value.from), yearOf(season.value.to)]
  return from === to ? `The season ${from}` : `The season ${from}/${String(to).slice(2)}`
})
const says = computed(() => {
  const rows = season.value.yards.flatMap((y) => y.rows)
  const bars = rows.flatMap((r) => r.bars)
  const [running, over] = [bars.filter((b) => b.state === 'running').length, bars.filter((b) => b.state === 'over').length]
  const counts = rows.flatMap((r) => r.counts)
  if (counts.length === 0 && bars.length === 0) return `Nothing that was counted or given is known of this year, in ${plural(rows.length, 'colony', 'colonies')}.`
  return `${plural(counts.length, 'count')}, ${counts.filter((c) => c.over).length} at or over the limit of their day; ${plural(over, 'course')} over, ${running} running, in ${plural(rows.length, 'colony', 'colonies')}.`
})
// The picture takes the width there is, on a phone too.
const LEAST = 280
const box = ref<HTMLElement | null>(null)
const width = ref(1240)
useResizeObserver(box, ([entry]) => (width.value = Math.max(LEAST, Math.floor(entry?.contentRect.width ?? LEAST))))
</script>

<template>
  <div class="page year">
    <RoundsNav />
    <div class="head">
      <h1>{{ title }}</h1>
      <p><MarksLink /></p>
      <p class="no-print steps">
        <AButton class="press quiet" @click="shift--">← The year before</AButton>
        <AButton v-if="shift < 0" class="press quiet" @click="shift++">The year after →</AButton>
      </p>
    </div>
    <WaitLine v-if="reading">Reading what is older ...</WaitLine>
    <WaitLine v-else-if="toCome > 0">Adding up {{ plural(toCome, 'more yard') }} ...</WaitLine>
    <FaultLine v-else-if="fault">{{ fault }}</FaultLine>
    <p v-else-if="season.yards.length > 0" class="soft">{{ says }}</p>
    <p v-if="season.yards.length > 0" class="key small" aria-hidden="true">
      <span><i class="k over" /> over</span>
      <span><i class="k running" /> running</span>
      <span><i class="k planned" /> planned</span>
      <span><i class="k wait" /> waiting before supers</span>
      <span><i class="k supers" /> supers on</span>
      <span><i class="c" /> count</span>
      <span><i class="c at" /> at or over the limit</span>
    </p>
    <div ref="box" class="charts" tabindex="0" role="region" aria-label="The year, yard by yard">
      <section v-for="y in season.yards" :key="y.yardId" :aria-labelledby="`y-${y.yardId}`">
        <h2 :id="`y-${y.yardId}`"><RouterLink :to="`/yards/${y.yardId}`">{{ y.name }}</RouterLink></h2>
        <SeasonChart :season="season" :yard="y" :today="holding.today" :width="width" />
      </section>
    </div>
    <p v-if="season.yards.length === 0" class="soft">No colonies yet: the season begins with the first.</p>
    <p v-else class="small soft no-print">A colony's own courses, with every date, stand in its pane in Yards. Dashed lines are the yard's dates; the line through all is {{ sayDay(holding.today) }}.</p>
  </div>
</template>

<style scoped>
.year { display: grid; grid-template-columns: minmax(0, 1fr); gap: 8px; }
.head { display: flex; justify-content: space-between; align-items: center; gap: 14px; flex-wrap: wrap; }
.steps { display: flex; gap: 8px; }
.charts { overflow-x: auto; display: grid; gap: 16px; grid-template-columns: minmax(0, 1fr); }
h2 a { color: var(--ink); text-decoration: none; }
h2 a:hover { text-decoration: underline; }
.key { display: flex; gap: 4px 16px; align-items: center; flex-wrap: wrap; color: var(--soft); }
.key span { display: inline-flex; gap: 6px; align-items: center; white-space: nowrap; }
.k { width: 22px; height: 12px; border-radius: 3px; border: 1.2px solid var(--lichen); background: var(--lichen-wash); }
.k.running { background: var(--thistle); border-color: var(--thistle); }
.k.planned { background: var(--sheet); border-color: var(--thistle); }
.k.wait { height: 0; border: 0; border-top: 2px dashed var(--thistle-mid); border-radius: 0; }
.k.supers { height: 5px; border: 0; background: var(--straw); border-radius: 3px; }
.c { width: 11px; height: 11px; border-radius: 50%; border: 1.6px solid var(--ink); }
.c.at { background: var(--brick); border-color: var(--brick); }
@media print {
  section { break-inside: avoid; }
  .year { gap: 3px; }
  .charts { gap: 4px; }
  h2 { font-size: 11pt; }
  .charts { overflow: visible; }
}
</style>
