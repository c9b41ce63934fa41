<script setup lang="ts">
/** The board under this colony: laid, lying for so many days, read, or counted on a photograph. */
import FaultLine from '../../parts/FaultLine.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, watch } from 'vue'
import type { ColonyState } from '@thistle/core/holding'
import { daysBetween } from '@thistle/core/time'
import { sayDay } from '../../look/dates.ts'
import { plural } from '../../parts/count-words.ts'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import type { Draft } from './drafts.ts'

const props = defineProps<{ yardId: string; state: ColonyState; draft: Draft }>()
const emit = defineEmits<{ days: [number]; dropPhoto: [] }>()
const holding = useHolding()
const { busy, fault, save } = useSave()
const board = computed(() => props.state.colony.board ?? null)
const days = computed(() => (board.value ? daysBetween(board.value.laidOn, holding.today) : 0))
const reading = computed(() => props.draft.method === 'board')
// The days since it was laid are what is counted, until the keeper says otherwise.
watch(
  [board, () => props.draft.id, () => props.draft.onDay, reading],
  () => {
    const on = props.draft.onDay
    if (board.value && on && reading.value && props.draft.days === null && on > board.value.laidOn) emit('days', daysBetween(board.value.laidOn, on))
  },
  { immediate: true },
)
const colonyId = computed(() => props.state.colony.id)
const lay = () =>
  save(() => holding.put('boards', newId(), { colonyId: colonyId.value, laidOn: holding.today, takenOn: null, version: null }, props.yardId).then(() => undefined))
const takeOut = () =>
  save(async () => {
    if (!board.value) return
    const { id, version, laidOn } = board.value
    await holding.put('boards', id, { colonyId: colonyId.value, laidOn, takenOn: holding.today, version }, props.yardId)
  })
const photo = computed(() => props.draft.photo)
</script>

<template>
  <div class="board no-print">
    <p v-if="board" :class="{ care: days > 7 }">
      <strong>A board lies here since {{ sayDay(board.laidOn, holding.today) }}: {{ days === 0 ? 'laid today' : plural(days, 'day') }}.</strong>
      <template v-if="days > 7"> Longer than a week: mites dry up and ants take them. Read it now.</template>
      <template v-else-if="reading && days === 0"> Read it after one day at least; three is usual.</template>
      <AButton v-if="holding.mayWrite" type="link" class="plainlink" :disabled="busy" @click="takeOut">Take it out, not read</AButton>
    </p>
    <p v-else-if="reading && holding.mayWrite">
      <AButton class="press quiet" :disabled="busy" @click="lay">Lay a board today</AButton>
      <span class="soft small">and the days count themselves; or enter one that lay already.</span>
    </p>
    <p v-if="draft.method !== 'drone'">
      <RouterLink :to="`/count/${colonyId}/photo`">{{ photo ? 'Back to the photograph' : 'Count on a photograph' }}</RouterLink>
      <span v-if="photo" class="soft">
        {{ plural(photo.marks.length, 'mark') }}<template v-if="photo.grid">, {{ photo.grid.chosen.length }} of {{ photo.grid.columns * photo.grid.rows }} squares counted</template>
      </span>
      <AButton v-if="photo" type="link" class="plainlink" @click="emit('dropPhoto')">Leave the photograph out</AButton>
    </p>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
  </div>
</template>

<style scoped>
.board { display: grid; gap: 8px; }
.board p { display: flex; flex-wrap: wrap; gap: 4px 14px; align-items: center; }
@media screen and (max-width: 720px) {
  .board a, .board .plainlink { min-height: 48px; display: inline-flex; align-items: center; }
}
</style>
