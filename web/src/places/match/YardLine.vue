<script setup lang="ts">
/** One option for the whole row: a round a colony, and how many it serves. Drawn anew only where it says something else. */
import AButton from 'ant-design-vue/es/button'
import type { YardState } from '@thistle/core/holding'
import type { TreatmentKey } from '@thistle/core/situation'
import VerdictRound from '../../graphics/VerdictRound.vue'
import { sayDay, sayWindow } from '../../look/dates.ts'
import { useHolding } from '../../stores/holding.ts'
import type { OptionCells } from './useYardMatch.ts'
import type { YardCell } from './yard.worker.ts'

export interface YardOption {
  readonly key: TreatmentKey
  readonly name: string
  readonly serves: number
  readonly asked: number
  readonly waiting: boolean
  /** What is given, then work on queens and frames, then waiting. */
  readonly place: number
}
const props = defineProps<{
  line: YardOption
  row: YardState['row']
  cells: OptionCells | undefined
  chosen: readonly string[]
  inPlan: ReadonlyMap<string, TreatmentKey>
  taken: boolean
}>()
const emit = defineEmits<{ take: [] }>()
const holding = useHolding()
const SAID = { fits: 'fits', care: 'fits with care', wait: 'not on this day', 'ruled-out': 'ruled out' } as const
const cellOf = (colonyId: string) => props.cells?.get(colonyId) ?? null
const asked = (colonyId: string) => props.chosen.includes(colonyId)
const planned = (colonyId: string) => props.inPlan.get(colonyId) === props.line.key
function words(colonyId: string, name: string): string {
  const cell = cellOf(colonyId)
  if (!cell) return ''
  const when = cell.fit === 'wait' && cell.fitFrom ? `from ${sayDay(cell.fitFrom)}` : SAID[cell.fit]
  return `${props.line.name} in ${name}: ${when}. ${holding.say(cell.why)}`
}
const short = ({ fit, fitFrom }: YardCell) => (fit === 'wait' && fitFrom ? sayWindow(fitFrom, fitFrom) : '')
</script>

<template>
  <tr :data-taken="taken || undefined">
    <th scope="row" :class="{ none: line.serves === 0 }">
      <AButton v-if="!line.waiting && line.serves > 0" type="text" class="bare pickone" :aria-pressed="taken" @click="emit('take')">
        {{ line.name }}
      </AButton>
      <span v-else>{{ line.name }}</span>
    </th>
    <td v-for="s in row" :key="s.colony.id" v-memo="[cellOf(s.colony.id), holding.preferences, s.colony.name, asked(s.colony.id), planned(s.colony.id)]" :class="{ unasked: !asked(s.colony.id), planned: planned(s.colony.id) }">
      <RouterLink v-if="cellOf(s.colony.id)" :to="`/match/${s.colony.id}`" :title="words(s.colony.id, s.colony.name)">
        <VerdictRound :verdict="cellOf(s.colony.id)!.fit" :size="16" :label="words(s.colony.id, s.colony.name)" />
        <small>{{ short(cellOf(s.colony.id)!) }}</small>
      </RouterLink>
    </td>
    <td class="sum">{{ line.serves }} of {{ line.asked }}</td>
  </tr>
</template>

<style scoped>
th, td { border-bottom: 1px solid var(--hairline); }
th { text-align: left; font-weight: 400; position: sticky; left: 0; z-index: 1; background: var(--sheet); padding: 2px 10px 2px 0; min-width: 168px; font-size: 14.5px; line-height: 1.2; }
/* By an attribute: a class up here would have the whole row styled anew. */
th.none { color: var(--soft); }
tr[data-taken], tr[data-taken] th { background: var(--thistle-wash); }
/* As high before its round is there. */
td { text-align: center; padding: 1px; height: 39px; }
td a { display: grid; justify-items: center; min-height: 36px; align-content: center; text-decoration: none; color: var(--ink); line-height: 1; border-radius: 8px; }
td a:hover { background: var(--thistle-pale); }
td small { font-size: 11.5px; min-height: 0; }
td.unasked svg { opacity: 0.5; }
td.unasked small { color: var(--soft); }
td.planned a { box-shadow: inset 0 0 0 2px var(--thistle); }
.sum { white-space: nowrap; text-align: right; padding-left: 8px; font-size: 14px; color: var(--soft); }
.pickone { background: none; border: 0; padding: 4px 0; font-weight: 600; text-align: left; cursor: pointer; }
.pickone:hover, .pickone[aria-pressed='true'] { color: var(--thistle); }
@media print {
  th { min-width: 130px; font-size: 12.5px; position: static; }
  td { height: 29px; }
  td a { min-height: 26px; }
  tr { break-inside: avoid; }
}
@media screen and (max-width: 720px) {
  th { background: var(--paper); min-width: 130px; }
  td { height: 51px; }
  td a, .pickone { min-height: 48px; }
}
</style>
