<script setup lang="ts">
/** What a count says, how sure it is, and where its limit comes from. */
import { computed } from 'vue'
import { sayGrowth, type Judgement } from '@thistle/core/judge'
import { plain } from '@thistle/core/units'
import { useHolding } from '../../stores/holding.ts'
import CountDot from '../../parts/CountDot.vue'
import { capital, isOver, sayChance, small, wordsOfLevel } from '../../parts/words.ts'
import MarksLink from '../../frame/MarksLink.vue'

const holding = useHolding()
const props = defineProps<{ judged: Judgement; notes?: readonly string[] }>()
const AXIS = {
  per100: 'mites per 100 bees (per cent)',
  perDay: 'mites a day on the board, never turned into per cent',
  per100cells: 'drone cells with mites, of 100 opened',
} as const
const RANGE = {
  per100: 'exact binomial, 90 %: of ten such jars about nine would hold the true level (Clopper and Pearson 1934)',
  per100cells: 'exact binomial, 90 %, on the cells opened (Clopper and Pearson 1934)',
  perDay: 'exact Poisson, 90 %, on the mites that fell (Garwood 1936)',
} as const
const corrected = computed(() => {
  const { recovery, corrected: c } = props.judged
  if (recovery === null || c === null) return null
  return `With ${plain(recovery * 100, 0)} % of the mites found it is ${c.estimate.toFixed(1)}, likely ${c.low.toFixed(1)} to ${c.high.toFixed(1)}: the level is judged on that.`
})
</script>

<template>
  <div class="meaning">
    <h2 class="level" :class="{ alarm: isOver(judged), settled: judged.level === 'under', care: judged.level === 'watch' }">{{ capital(wordsOfLevel(judged.level)) }}</h2>
    <CountDot large :judgement="judged" />
    <p class="soft small axis">{{ AXIS[judged.unit] }}; the dashed line is the limit of {{ plain(judged.threshold ?? 0, 2) }}. <MarksLink /></p>
    <p class="serif says" :class="{ alarm: isOver(judged), settled: judged.level === 'under' }">
      {{ holding.say(judged.text) }}
    </p>
    <p v-if="corrected" class="care">{{ corrected }}</p>
    <p class="strong">{{ holding.say(judged.next) }}</p>
    <p v-for="n in [...judged.notes, ...(notes ?? [])]" :key="n" class="care">{{ holding.say(n) }}</p>
    <dl class="small">
      <template v-if="judged.likely">
        <dt>The true level, and the chance that it is over</dt>
        <dd>
          {{ holding.say(judged.likely) }}
          <template v-if="judged.another">{{ holding.say(judged.another.text) }}</template>
          {{ ' ' }}<template v-if="judged.otherwise">{{ holding.say(judged.otherwise.text) }}</template>
        </dd>
      </template>
      <template v-if="judged.trend">
        <dt>Trend</dt>
        <dd>
          {{ holding.say(judged.trend.text) }} Chance that it rose: {{ sayChance(judged.trend.chanceRisen) }}.
          <template v-if="judged.trend.growth">{{ sayGrowth(judged.trend.growth) }}</template>
        </dd>
      </template>
      <dt>Likely range</dt>
      <dd>{{ RANGE[judged.unit] }}</dd>
      <dt>Limit</dt>
      <dd>
        {{ plain(judged.threshold ?? 0, 2) }}, by {{ small(judged.limitSource) }}.
        <template v-if="judged.boards">{{ capital(`time to treat ${plain(judged.boards.timely)}, edge of collapse ${plain(judged.boards.collapse)} a day this month.`) }}</template>
        <RouterLink to="/rules">Change it</RouterLink>
      </dd>
    </dl>
  </div>
</template>

<style scoped>
.meaning { display: grid; grid-template-columns: minmax(0, 1fr); gap: 10px; }
.meaning :deep(svg.large) { max-width: 100%; height: auto; }
.level { font-size: 17px; font-family: var(--face-text); font-weight: 700; }
.says { font-size: 20px; line-height: 1.26; font-weight: 560; }
.axis { margin-top: -6px; }
dl { margin: 4px 0 0; display: grid; gap: 2px; }
dt { font-weight: 600; }
dd { margin: 0 0 6px; color: var(--soft); }
</style>
