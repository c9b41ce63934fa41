<script setup lang="ts">
/** Options down, days across: on which days each may start. A full bar fits, half a bar fits with care, none does not. */
import { computed } from 'vue'
import type { Verdict } from '@thistle/core/match'
import { addDays, dayOfMonth, daysBetween, monthOf, MONTHS, weekdayOf, type Day } from '@thistle/core/time'
import { sayDay } from '../look/dates.ts'
import VerdictRound from './VerdictRound.vue'

export interface WindowRow {
  readonly key: string
  readonly name: string
  /** The verdict on the chosen day; null where rows stand for more than one colony. */
  readonly verdict: Verdict | null
  /** What stands beside the name. */
  readonly says: string
  /** The whole row in words. */
  readonly words: string
  /** Height of each day's bar, 0-1. */
  readonly shares: readonly number[]
  readonly ruledOut: boolean
  readonly last: Day | null
}
const props = defineProps<{
  rows: readonly WindowRow[]
  from: Day
  day: Day
  shown: string | null
  /** Days that bound the plan: supers, the last opening. */
  bounds: readonly { readonly day: Day; readonly text: string }[]
  /** The last day that is forecast; from then on it is what is usual. */
  forecastTo: Day | null
}>()
const emit = defineEmits<{ pick: [key: string, day: Day | null] }>()

const HEIGHT = 20
/** Days a Monday's name needs to its right. */
const NAME = 4
const count = computed(() => props.rows[0]?.shares.length ?? 0)
const at = (day: Day) => daysBetween(props.from, day)
const left = (n: number) => `${((n / count.value) * 100).toFixed(3)}%`
const within = (n: number) => n >= 0 && n < count.value
/** Mondays, named; every second one where there is no room. */
const weeks = computed(() =>
  Array.from({ length: count.value }, (_, n) => ({ n, day: addDays(props.from, n) }))
    .filter(({ day }) => weekdayOf(day) === 1)
    .map(({ n, day }) => ({ n, text: `${dayOfMonth(day)} ${MONTHS[monthOf(day) - 1]}` })),
)
/** Runs of days of one height: one bar each. */
function bars(row: WindowRow): { n: number; days: number; share: number }[] {
  const found: { n: number; days: number; share: number }[] = []
  row.shares.forEach((share, n) => {
    const before = found.at(-1)
    if (before && before.share === share && before.n + before.days === n) before.days += 1
    else if (share > 0) found.push({ n, days: 1, share })
  })
  return found
}
function pick(row: WindowRow, event: MouseEvent): void {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  const n = Math.min(count.value - 1, Math.max(0, Math.floor(((event.clientX - box.left) / box.width) * count.value)))
  emit('pick', row.key, addDays(props.from, n))
}
</script>

<template>
  <figure class="windows">
    <div class="axis" aria-hidden="true">
      <span v-for="w in weeks.filter((x) => x.n + NAME <= count)" :key="w.n" :style="{ left: left(w.n) }">{{ w.text }}</span>
    </div>
    <div class="rows">
      <div class="lines" aria-hidden="true">
        <i v-for="w in weeks" :key="w.n" class="week" :style="{ left: left(w.n) }" />
        <i v-if="forecastTo && within(at(forecastTo) + 1)" class="usual" :style="{ left: left(at(forecastTo) + 1) }" />
        <i v-if="within(at(day))" class="day" :style="{ left: left(at(day)), width: left(1) }" />
        <i v-for="b in bounds.filter((x) => within(at(x.day)))" :key="b.text" class="bound" :style="{ left: left(at(b.day)) }" />
      </div>
      <div v-for="row in rows" :key="row.key" class="row" :class="{ shown: row.key === shown, out: row.ruledOut }">
        <button type="button" class="name" :class="{ bare: row.verdict === null }" :aria-pressed="row.key === shown" @click="emit('pick', row.key, null)">
          <VerdictRound v-if="row.verdict" :verdict="row.verdict" :size="14" />
          <span>{{ row.name }}</span>
          <small v-if="row.says">{{ row.says }}</small>
          <span class="unseen">{{ row.words }}</span>
        </button>
        <div class="strip" aria-hidden="true" :title="row.words" @click="pick(row, $event)">
          <svg :viewBox="`0 0 ${count} ${HEIGHT}`" preserveAspectRatio="none">
            <line v-if="row.ruledOut" class="struck" x1="0" :x2="count" :y1="HEIGHT / 2" :y2="HEIGHT / 2" vector-effect="non-scaling-stroke" />
            <line v-else class="base" x1="0" :x2="count" :y1="HEIGHT - 0.5" :y2="HEIGHT - 0.5" vector-effect="non-scaling-stroke" />
            <rect v-for="b in bars(row)" :key="b.n" class="bar" :x="b.n" :width="b.days" :y="HEIGHT * (1 - b.share)" :height="HEIGHT * b.share" />
          </svg>
          <i v-if="row.last && within(at(row.last))" class="last" :style="{ left: left(at(row.last) + 1) }" />
        </div>
      </div>
    </div>
    <figcaption class="soft small">
      <slot />
      <span v-for="b in bounds" :key="b.text" class="key"><i class="bound" /> {{ b.text }}{{ within(at(b.day)) ? '' : ' (beyond these weeks)' }}.</span>
      <span v-if="rows.some((r) => r.last && within(at(r.last)))" class="key"><i class="last" /> the last sensible start.</span>
      <span v-if="forecastTo" class="key"><i class="usual" /> forecast to {{ sayDay(forecastTo) }}, then what is usual for the season.</span>
    </figcaption>
  </figure>
</template>

<style scoped>
.windows { margin: 0; --label: 218px; }
.axis { position: relative; height: 22px; margin-left: var(--label); font-size: 12.5px; color: var(--soft); }
.axis span { position: absolute; bottom: 2px; padding-left: 3px; white-space: nowrap; }
.rows { position: relative; }
.lines { position: absolute; top: 0; bottom: 0; right: 0; left: var(--label); pointer-events: none; }
.lines i { position: absolute; top: 0; bottom: 0; }
.week { border-left: 1px solid var(--hairline); }
.usual { border-left: 1.5px dotted var(--soft); }
.lines .day { background: var(--straw-mid); opacity: 0.34; border-radius: 3px; }
.bound { border-left: 2px dashed var(--brick); }
.row { display: grid; grid-template-columns: var(--label) minmax(0, 1fr); align-items: center; min-height: 32px; border-bottom: 1px solid var(--hairline); }
.row.shown { box-shadow: inset 3px 0 0 var(--thistle); background: var(--thistle-pale); }
.name { background: none; border: 0; text-align: left; padding: 3px 8px 3px 10px; cursor: pointer; display: grid; grid-template-columns: 20px minmax(0, 1fr); align-items: center; line-height: 1.15; min-height: 32px; font-size: 14px; }
.name.bare { grid-template-columns: minmax(0, 1fr); }
.name.bare small { grid-column: 1; }
.name span { font-weight: 600; }
.name small { grid-column: 2; color: var(--soft); font-size: 12.5px; }
.name:hover span { color: var(--thistle); }
.out .name span { color: var(--soft); font-weight: 500; }
.strip { position: relative; cursor: pointer; height: 24px; }
.strip svg { display: block; width: 100%; height: 20px; margin-top: 2px; }
.bar { fill: var(--bar-forecast); }
.row.shown .bar { fill: var(--thistle); }
.base { stroke: var(--line); }
.struck { stroke: var(--struck); stroke-dasharray: 2 4; }
.last { position: absolute; top: 0; bottom: 0; border-left: 3px solid var(--straw); }
figcaption { padding: 8px 12px 0; display: flex; flex-wrap: wrap; gap: 2px 14px; line-height: 1.5; }
.key i { position: static; display: inline-block; height: 12px; vertical-align: -1px; margin-right: 2px; }
@media screen and (max-width: 720px) {
  .windows { --label: 0px; }
  .row { grid-template-columns: minmax(0, 1fr); padding: 2px 0 6px; }
  .name { min-height: 48px; padding: 6px 2px 2px; font-size: 15.5px; position: relative; background: var(--paper); }
  .row.shown .name { background: var(--thistle-pale); padding-left: 8px; }
  .name small { font-size: 14px; }
  .strip { height: 30px; }
  .strip svg { height: 26px; }
  .axis span:nth-child(even) { display: none; }
}
</style>
