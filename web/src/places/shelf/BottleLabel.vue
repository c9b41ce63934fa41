<script setup lang="ts">
/** What stands on a bottle: what, how strong, made on, discard by, hazard words. Read with wet gloves, at arm's length. */
import type { Mix } from '@thistle/core/mix'
import { addDays, type Day } from '@thistle/core/time'
import { plain } from '@thistle/core/units'
import { sayDay } from '../../look/dates.ts'
import { useHolding } from '../../stores/holding.ts'

defineProps<{ label: NonNullable<Mix['label']>; madeOn: Day; volume: number | null; batch?: string | null }>()
const holding = useHolding()
const dated = (day: Day) => `${sayDay(day, day)} ${day.slice(0, 4)}`
</script>

<template>
  <section class="label" aria-label="The bottle’s label">
    <p class="what">{{ label.what }}</p>
    <p class="strength">{{ holding.say(label.strength) }}</p>
    <ul>
      <li v-for="h in label.hazards" :key="h">{{ h }}</li>
    </ul>
    <dl>
      <div><dt>Made on</dt><dd>{{ dated(madeOn) }}</dd></div>
      <div><dt>Discard by</dt><dd>{{ dated(addDays(madeOn, label.keepsDays)) }}</dd></div>
      <div v-if="volume"><dt>Filled</dt><dd>{{ plain(volume, 0) }} mL</dd></div>
      <div v-if="batch"><dt>Batch</dt><dd>{{ batch }}</dd></div>
      <div><dt>By</dt><dd>{{ holding.me?.keeper.name }}</dd></div>
    </dl>
    <p class="small">On skin or in eyes: rinse with water for 15 minutes, then a doctor. Swallowed: call your poison centre or emergency number.</p>
  </section>
</template>

<style scoped>
.label { border: 3px solid var(--label-ink); border-radius: 6px; background: var(--label-paper); color: var(--label-ink); padding: 14px 16px; width: min(100%, 105mm); display: grid; gap: 6px; }
.what { font-size: 22px; font-weight: 750; line-height: 1.15; }
.strength { font-size: 16px; }
ul { display: grid; gap: 2px; font-weight: 700; font-size: 16px; border-block: 2px solid var(--label-ink); padding-block: 6px; }
dl { display: grid; grid-template-columns: 1fr 1fr; gap: 4px 18px; }
dt { font-size: 12.5px; color: var(--label-ink); }
dd { margin: 0; font-weight: 650; font-size: 16px; }
.small { color: var(--label-ink); font-size: 12.5px; line-height: 1.3; }
@media print { .label { break-inside: avoid; } }
</style>
