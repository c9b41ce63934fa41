<script setup lang="ts">
/** The whole yard on a day: options down, the row across; a plan for all of them, and one press that starts it. */
import NothingYet from '../../parts/NothingYet.vue'
import ACheckbox from 'ant-design-vue/es/checkbox'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, toRef, watch } from 'vue'
import type { TreatmentKey } from '@thistle/core/situation'
import { addDays } from '@thistle/core/time'
import { treatmentOf } from '@thistle/core/treatments'
import DayStrip from '../../graphics/DayStrip.vue'
import StartWindows, { type WindowRow } from '../../graphics/StartWindows.vue'
import { sayDay, sayDayLong } from '../../look/dates.ts'
import { useNarrow } from '../../look/narrow.ts'
import { useYardInView } from '../../parts/useYardInView.ts'
import { isOver, sayCount } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import MatchNav from './MatchNav.vue'
import { useYardMatch } from './useYardMatch.ts'
import { boundsOf, forecastEnd } from './window-rows.ts'
import YardLine, { type YardOption } from './YardLine.vue'
import YardPlanPanel from './YardPlanPanel.vue'
import WaitLine from '../../parts/WaitLine.vue'

const holding = useHolding()
const yard = useYardInView()
const { cells, weighed, chosen, only, people, plan, weeks, busy, over, lookAhead } = useYardMatch(yard, toRef(holding, 'day'))
const narrow = useNarrow()
/** On a phone the plan stands under the row. */
const toPlan = () => document.querySelector('.plan')?.scrollIntoView()
const row = computed(() => yard.value?.row ?? [])
const isChosen = (id: string) => chosen.value.includes(id)
const toggle = (id: string) => (chosen.value = isChosen(id) ? chosen.value.filter((x) => x !== id) : [...chosen.value, id])
const usable = (colonyId: string, key: TreatmentKey) => ['fits', 'care'].includes(weighed.value.get(key)?.get(colonyId)?.fit ?? '')

const WAYS = ['given', 'hive-work', 'waiting'] as const
/** Options that serve the most of the colonies chosen first. */
const lines = computed<YardOption[]>((before) => {
  const asked = chosen.value.length > 0 ? chosen.value : row.value.map((s) => s.colony.id)
  const all = holding.treatments.map((t) => {
    const serves = asked.filter((id) => usable(id, t.key)).length
    // What says the same is not drawn anew.
    return (
      before?.find((o) => o.key === t.key && o.serves === serves && o.asked === asked.length) ?? {
        key: t.key,
        name: t.name,
        serves,
        asked: asked.length,
        waiting: t.way === 'waiting',
        place: WAYS.indexOf(t.way),
      }
    )
  })
  return all.toSorted((a, b) => a.place - b.place || b.serves - a.serves)
})
const inPlan = computed(() => new Map((plan.value?.groups ?? []).flatMap((g) => g.colonies.map((id) => [id, g.treatment] as const))))
const ahead = ref(false)
watch([ahead, chosen, () => yard.value?.yard.id], () => {
  if (ahead.value && chosen.value.length > 0) void lookAhead(holding.today)
})
const aheadRows = computed<WindowRow[]>(() => {
  const many = chosen.value.length
  return (weeks.value ?? [])
    .filter((w) => treatmentOf(w.treatment)?.way !== 'waiting')
    .map((w) => {
      const best = Math.max(0, ...w.serves)
      const first = w.serves.findIndex((n) => n === many)
      return {
        key: w.treatment,
        name: treatmentOf(w.treatment)?.name ?? w.treatment,
        verdict: null,
        says: first >= 0 ? `all ${many}, first ${sayDay(addDays(holding.today, first))}` : best > 0 ? `${best} of ${many} at most` : '',
        words: first >= 0 ? `serves all ${many} on ${w.serves.filter((n) => n === many).length} days` : `serves at most ${best} of ${many}`,
        shares: w.serves.map((n) => n / many),
        ruledOut: best === 0,
        last: null,
      }
    })
    .toSorted((a, b) => b.shares.reduce((x, y) => x + y, 0) - a.shares.reduce((x, y) => x + y, 0))
})
const aheadBounds = computed(() => {
  const first = row.value[0]
  return first ? boundsOf(first.situation) : []
})
function pickAhead(key: string, day: string | null): void {
  only.value = key as TreatmentKey
  if (day) holding.day = day
}
</script>

<template>
  <template v-if="yard && row.length > 0">
    <DayStrip :yard="yard.yard" />
    <div class="yardmatch">
      <div class="work">
        <MatchNav :colony-id="row[0]!.colony.id" :yard-id="yard.yard.id" />
        <h1>{{ yard.yard.name }} on {{ sayDayLong(holding.day) }}</h1>
        <p class="soft no-print choose">
          Colonies to treat are ticked.
          <AButton type="link" class="plainlink" @click="chosen = over">Those over the limit that are not being treated ({{ over.length }})</AButton>
          <AButton type="link" class="plainlink" @click="chosen = row.map((s) => s.colony.id)">The whole yard ({{ row.length }})</AButton>
          <AButton v-if="narrow" type="link" class="plainlink" @click="toPlan">To the plan</AButton>
        </p>
        <WaitLine v-if="cells.size === 0">Weighing {{ row.length }} colonies through every gate ...</WaitLine>
        <template v-else>
        <div class="scroll" tabindex="0" role="region" aria-label="Options by colonies">
          <table :aria-busy="busy" :style="{ '--colonies': row.length }">
            <thead>
              <tr>
                <th scope="col">Treatment</th>
                <th v-for="s in row" :key="s.colony.id" v-memo="[s, isChosen(s.colony.id), holding.preferences]" scope="col" class="colony">
                  <ACheckbox class="pick" :title="`${s.colony.name}: ${sayCount(s.judgement)}`" :checked="isChosen(s.colony.id)" :aria-label="`Treat ${s.colony.name}`" @update:checked="toggle(s.colony.id)">
                    <span class="place">{{ s.colony.placement.position }}</span>
                    <span class="who">{{ s.colony.name }}</span>
                    <span class="count" :class="{ alarm: isOver(s.judgement) }">{{ s.judgement.estimate === null ? '–' : s.judgement.estimate.toFixed(1) }}</span>
                  </ACheckbox>
                </th>
                <th scope="col" class="sum">Serves</th>
              </tr>
            </thead>
            <tbody>
              <YardLine
                v-for="line in lines"
                :key="line.key"
                :line="line"
                :row="row"
                :cells="cells.get(line.key)"
                :chosen="chosen"
                :in-plan="inPlan"
                :taken="only === line.key"
                @take="only = only === line.key ? null : line.key"
              />
            </tbody>
          </table>
        </div>
        <p class="soft small foot">
          Filled fits; half fits with care; open not on this day (under it the first day that fits); struck is ruled out. Touch a mark for its reasons, a
          treatment to plan with that one. A ring marks what the plan takes.
        </p>
        <section class="ahead" :class="{ 'no-print': !ahead }">
          <AButton type="link" class="plainlink" :aria-expanded="ahead" @click="ahead = !ahead">
            {{ ahead ? 'Put away the eight weeks' : 'The same over eight weeks: which day serves the most' }}
          </AButton>
          <template v-if="ahead">
            <p v-if="chosen.length === 0" class="care">Tick the colonies first.</p>
            <WaitLine v-else-if="!weeks">Looking through eight weeks for {{ chosen.length }} colonies ...</WaitLine>
            <StartWindows v-else :rows="aheadRows" :from="holding.today" :day="holding.day" :shown="only" :bounds="aheadBounds" :forecast-to="forecastEnd(row[0]!.situation)" @pick="pickAhead">
              <span>The higher the bar, the more of the {{ chosen.length }} ticked it serves.</span>
            </StartWindows>
          </template>
        </section>
        </template>
      </div>
      <YardPlanPanel
        v-model:people="people"
        :yard="yard"
        :plan="plan"
        :chosen="chosen"
        :only="only"
        :busy="busy"
        @free="only = null"
      />
    </div>
  </template>
  <div v-else class="page">
    <NothingYet title="There is nothing to match yet." says="Add colonies and count them first." />
  </div>
</template>

<style scoped>
.yardmatch { display: grid; grid-template-columns: minmax(0, 1fr) 316px; max-width: 1360px; margin: 0 auto; }
.work { padding: 10px 20px 40px; display: grid; gap: 10px; align-content: start; --ground: var(--sheet); background: var(--sheet); border-right: 1px solid var(--hairline); min-height: calc(100vh - 190px); grid-template-columns: minmax(0, 1fr); }
.choose { display: flex; flex-wrap: wrap; gap: 2px 16px; align-items: center; }
.scroll { overflow-x: auto; }
/* Columns as wide as they are, and a layer of its own: a cell that changes measures no other, and paling paints nothing anew. */
table { border-collapse: separate; border-spacing: 0; table-layout: fixed; width: 100%; min-width: calc(246px + 48px * var(--colonies)); will-change: opacity; }
thead th:first-child { width: 178px; }
thead .sum { width: 68px; }
/* By an attribute: the library's rules on class names would have every cell styled anew for a class up here. */
table[aria-busy='true'] { opacity: 0.55; }
thead th { vertical-align: bottom; border-bottom: 1px solid var(--hairline); font-size: 13px; font-weight: 600; padding: 2px; }
thead th:first-child { text-align: left; color: var(--soft); position: sticky; left: 0; z-index: 1; background: var(--sheet); }
.colony .pick { display: flex; flex-direction: column-reverse; align-items: center; gap: 3px; min-width: 44px; line-height: 1.2; }
.colony .pick::after { display: none; }
.colony .pick :deep(.ant-checkbox) { top: 0; margin: 2px 0 4px; }
.colony .pick :deep(.ant-checkbox + span) { display: grid; justify-items: center; gap: 3px; padding: 0; }
.colony .place { color: var(--soft); font-weight: 400; }
.colony .who { writing-mode: vertical-rl; transform: rotate(180deg); max-height: 108px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; font-size: 14px; }
.colony .count { font-weight: 650; }
.sum { white-space: nowrap; text-align: right; padding-left: 8px; font-size: 14px; color: var(--soft); }
.ahead { display: grid; gap: 8px; }
@media print {
  .yardmatch { display: block; }
  .work { padding: 0; border: 0; min-height: 0; --ground: var(--paper); background: none; }
  .scroll { overflow: visible; }
  table { min-width: 0; }
  thead th:first-child { position: static; }
  .colony .pick { min-width: 0; }
}
@media screen and (max-width: 1120px) { .yardmatch { grid-template-columns: minmax(0, 1fr); } }
@media screen and (max-width: 720px) {
  .yardmatch { padding-bottom: 90px; }
  .work { padding: 4px 12px 24px; border: 0; --ground: var(--paper); background: none; }
  table { min-width: calc(202px + 54px * var(--colonies)); }
  thead th:first-child { width: 134px; background: var(--paper); }
  .colony .pick { min-width: 50px; min-height: 48px; }
  .plainlink { min-height: 48px; }
  .yardmatch :deep(.plan) { scroll-margin-top: 60px; }
}
</style>
