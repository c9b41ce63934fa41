<script setup lang="ts">
/** Rounds of what is over in days: how many, how far apart, and what each such series leaves in this colony. */
import AButton from 'ant-design-vue/es/button'
import { computed, ref, shallowRef, watch } from 'vue'
import { DAYS_TRIED, ROUNDS_TRIED, type SeriesCell } from '@thistle/core/outlook'
import type { Situation, TreatmentKey } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import type { Treatment } from '@thistle/core/treatments'
import DayField from '../../fields/DayField.vue'
import PickField from '../../fields/PickField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import WaitLine from '../../parts/WaitLine.vue'
import { useHolding } from '../../stores/holding.ts'
import type { Tried } from './outlook.worker.ts'

const props = defineProps<{
  situation: Situation
  designed: readonly Treatment[]
  tryRounds: (of: Situation, key: TreatmentKey, start: Day) => Promise<Tried | null>
}>()
const holding = useHolding()
const key = ref<TreatmentKey | null>(props.designed[0]?.key ?? null)
const start = ref<Day | null>(props.situation.asOf)
/** So far ahead, days, a first round may lie. */
const FARTHEST = 240
const fault = computed(() =>
  start.value === null
    ? 'Say on which day the first round is.'
    : start.value < props.situation.asOf
      ? 'That day is over.'
      : start.value > addDays(props.situation.asOf, FARTHEST)
        ? 'That is too far ahead to say anything.'
        : null,
)
const tried = shallowRef<Tried | null>(null)
const failed = ref(false)
let run = 0
watch(
  [() => props.situation, key, start],
  async ([of, what, on]) => {
    const mine = ++run
    if (!what || !on || fault.value) return
    try {
      const found = await props.tryRounds(of, what, on)
      if (mine !== run) return
      tried.value = found
      failed.value = false
    } catch (wrong) {
      console.error(wrong)
      if (mine === run) failed.value = true
    }
  },
  { immediate: true },
)
const chosen = ref<string | null>(null)
const nameOf = (c: Pick<SeriesCell, 'rounds' | 'every'>) => `${c.rounds} ${c.every}`
const published = computed(() => {
  const of = tried.value?.series.published
  return of ? nameOf({ rounds: of.rounds, every: of.every ?? DAYS_TRIED[0] }) : null
})
const cells = computed(() => new Map((tried.value?.series.cells ?? []).map((c, i) => [nameOf(c), { cell: c, says: tried.value?.says[i] ?? [] }])))
const shown = computed(() => cells.value.get(chosen.value ?? published.value ?? '') ?? [...cells.value.values()][0] ?? null)
const left = (c: SeriesCell) => (c.middle < 0.01 ? 'under 1' : String(Math.round(c.middle * 100)))
const COLUMNS: readonly Column<number>[] = [
  { key: 'rounds', title: 'Rounds', heads: true, text: (n) => String(n) },
  ...DAYS_TRIED.map((days) => ({ key: `d${days}`, title: `${days} days` })),
]
const cellOf = (rounds: number, days: number) => cells.value.get(nameOf({ rounds, every: days }))?.cell ?? null
</script>

<template>
  <div class="series">
    <div class="asked no-print">
      <PickField v-if="designed.length > 1" id="os-what" v-model="key" label="What is given" :unknown="false" :options="designed.map((t) => [t.key, t.name] as const)" />
      <DayField id="os-start" v-model="start" label="First round on" :fault="fault" />
    </div>
    <FaultLine v-if="failed">It could not be worked out. Load the page again; what was counted is kept.</FaultLine>
    <WaitLine v-else-if="!tried && !fault">Thirty-one series are tried ...</WaitLine>
    <template v-if="tried && !fault">
      <p class="soft small">Of a hundred mites that are there before the first round, so many are there three days after the last: rows by rounds, columns by the days between them. Bold: as it is published for this brood.</p>
      <RowsTable label="What each series leaves of a hundred mites" :columns="COLUMNS" :rows="ROUNDS_TRIED" :row-key="(n) => String(n)">
        <template v-for="days in DAYS_TRIED" #[`d${days}`]="{ row: rounds }" :key="days">
          <AButton
            v-if="cellOf(rounds, days)"
            type="link"
            class="plainlink cell"
            :class="{ strong: nameOf({ rounds, every: days }) === published }"
            :aria-pressed="shown !== null && nameOf(shown.cell) === nameOf({ rounds, every: days })"
            :aria-label="rounds === 1 ? `One round leaves ${left(cellOf(rounds, days)!)}` : `${rounds} rounds ${days} days apart leave ${left(cellOf(rounds, days)!)}`"
            @click="chosen = nameOf({ rounds, every: days })"
          >
            {{ left(cellOf(rounds, days)!) }}
          </AButton>
          <span v-else class="soft" aria-hidden="true">–</span>
        </template>
      </RowsTable>
      <div v-if="shown" role="status" class="says">
        <p v-for="(s, i) in shown.says" :key="i" :class="{ strong: i === 0 }">{{ holding.say(s) }}</p>
      </div>
      <p class="soft small">How strong a round is follows from what Match says that the published series takes, results that were measured here included. How many rounds may be given in a year, and how much, the label and local law decide.</p>
    </template>
  </div>
</template>

<style scoped>
.series { display: grid; gap: 12px; grid-template-columns: minmax(0, 1fr); }
.asked { display: flex; gap: 16px; flex-wrap: wrap; align-items: end; }
.says { display: grid; gap: 6px; max-width: 70ch; }
.cell { min-width: 44px; }
.cell.strong { font-weight: 700; }
.cell[aria-pressed='true'] { background: var(--thistle-wash); }
@media screen and (max-width: 720px) { .series :deep(td), .series :deep(th) { padding-inline: 4px !important; } .cell { min-width: 0; } }
</style>
