<script setup lang="ts">
/** What a count says, how sure it is, and where its limit comes from. */
import type { Judgement } from '@thistle/core/judge'
import { plain } from '@thistle/core/units'
import { useHolding } from '../../stores/holding.ts'
import CountDot from '../../parts/CountDot.vue'
import { isOver, sayChance } from '../../parts/words.ts'

const holding = useHolding()
defineProps<{ judged: Judgement }>()
</script>

<template>
  <div class="meaning">
    <h2 class="unseen">What it means</h2>
    <CountDot large :judgement="judged" />
    <p class="soft small axis">mites per 100 bees (per cent); the dashed line is the limit of {{ plain(judged.threshold ?? 0, 2) }}</p>
    <p class="serif says" :class="{ alarm: isOver(judged), settled: judged.level === 'under' }">
      {{ holding.say(judged.text) }}
    </p>
    <p v-if="judged.trend">{{ holding.say(judged.trend.text) }}</p>
    <p class="strong">{{ judged.next }}</p>
    <p v-for="n in judged.notes" :key="n" class="care">{{ n }}</p>
    <dl class="small">
      <dt>Chance of the true level being at or over the limit</dt>
      <dd>{{ sayChance(judged.chanceOver ?? 0) }}</dd>
      <dt>Likely range</dt>
      <dd>exact binomial, 90 %: of ten such jars about nine would hold the true level (Clopper and Pearson 1934)</dd>
      <dt>Limit</dt>
      <dd>
        {{ plain(judged.threshold ?? 0, 2) }} in 100, by your school for this phase of the year (common practice).
        <RouterLink to="/rules">Change it</RouterLink>
      </dd>
    </dl>
  </div>
</template>

<style scoped>
.meaning { display: grid; gap: 10px; }
.says { font-size: 20px; line-height: 1.26; font-weight: 560; }
.axis { margin-top: -6px; }
dl { margin: 4px 0 0; display: grid; gap: 2px; }
dt { font-weight: 600; }
dd { margin: 0 0 6px; color: var(--soft); }
</style>
