<script setup lang="ts">
/** Yards and days, under the day strip's own columns: a round is a stone on its day, and can be pushed to another. */
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import type { YardState } from '@thistle/core/holding'
import type { Move, Round, RoundPlan } from '@thistle/core/rounds'
import { addDays, daysBetween, weekdayOf, type Day } from '@thistle/core/time'
import { bindingOf } from '../../frame/keys.ts'
import { sayDay } from '../../look/dates.ts'
import WhenNear from '../../parts/WhenNear.vue'
import { plural, sayMinutes } from '../../parts/words.ts'
import { useGestures } from '../../parts/gestures.ts'
import { useHolding } from '../../stores/holding.ts'
import { sayMove } from './moving.ts'

const props = defineProps<{ plan: RoundPlan; yards: readonly YardState[]; opened: { yardId: string; day: Day } | null }>()
const emit = defineEmits<{ open: [at: { yardId: string; day: Day }]; move: [round: Round, move: Move] }>()
const holding = useHolding()

const COLUMNS = 28
const BACK = 5
const first = computed(() => addDays(props.plan.from, -BACK))
const days = computed(() => Array.from({ length: COLUMNS }, (_, i) => addDays(first.value, i)))
const lastDay = computed(() => addDays(first.value, COLUMNS - 1))

/** Visits of the last days, from what was entered. */
function doneOn(yard: YardState): Map<Day, number> {
  const found = new Map<Day, number>()
  for (const { courses } of yard.row)
    for (const { course } of courses)
      for (const { doneOn: day } of course.jobs) if (day && day >= first.value && day <= props.plan.from) found.set(day, (found.get(day) ?? 0) + 1)
  return found
}
const rows = computed(() =>
  props.yards.map((yard) => {
    const rounds = props.plan.rounds.filter((r) => r.yardId === yard.yard.id)
    return {
      yard,
      rounds: new Map(rounds.map((r) => [r.day, r])),
      later: rounds.filter((r) => r.day > lastDay.value),
      done: doneOn(yard),
      minutes: rounds.reduce((sum, r) => sum + r.minutes, 0),
      count: rounds.length,
    }
  }),
)

/** The round in hand, and the day it is held over. */
const held = ref<{ round: Round; day: Day } | null>(null)
const moveFor = (round: Round, day: Day): Move | null => round.moves[daysBetween(props.plan.from, day)] ?? null
const said = computed(() => {
  if (!held.value) return null
  const { round, day } = held.value
  const move = moveFor(round, day)
  if (day === round.day) return `${round.yard}, ${sayDay(round.day)}: the days in colour are open to it.`
  return `${sayDay(day)}: ${move ? holding.say(sayMove(move)) : 'that day is over.'}`
})
const levelOf = (yardId: string, day: Day): string => {
  const round = held.value?.round
  if (!round || round.yardId !== yardId) return ''
  return `lit-${moveFor(round, day)?.level ?? 'no'}`
}
const noTime = (day: Day) => day >= props.plan.from && props.plan.minutes[daysBetween(props.plan.from, day)] === 0

function letGo(): void {
  const at = held.value
  held.value = null
  if (!at || at.day === at.round.day) return
  const move = moveFor(at.round, at.day)
  if (move) emit('move', at.round, move)
}

// By pointer or finger: the columns are alike, so the day is read from where it is over the track.
const board = ref<HTMLElement | null>(null)
/** With more yards than these a row of days stands once it is come to, px high. */
const [FEW, TRACK] = [10, 56]
const dragging = ref(false)
const FAR = 6
const roundOf = (stone: Element | null): Round | null => props.plan.rounds.find((r) => `${r.yard} ${r.day}` === stone?.getAttribute('data-round')) ?? null
interface Taken {
  readonly round: Round
  readonly track: DOMRect
}
useGestures(
  board,
  {
    // A touch that goes nowhere is a press, and told as a click: by a voice and by keys too.
    onDrag: ({ event, first: begins, last: ends, tap, canceled, xy: [x], memo }) => {
      const stone = begins && holding.mayWrite && event.target instanceof Element ? event.target.closest('[data-round]') : null
      const [round, track] = [roundOf(stone), stone?.closest('.track')?.getBoundingClientRect()]
      const taken = (begins ? (round && track ? { round, track } : null) : (memo ?? null)) as Taken | null
      if (!taken) return null
      dragging.value = !ends
      if (canceled || tap) held.value = null
      else {
        const column = Math.floor(((x - taken.track.left) / taken.track.width) * COLUMNS)
        held.value = { round: taken.round, day: begins ? taken.round.day : addDays(first.value, Math.max(0, Math.min(COLUMNS - 1, column))) }
        if (ends) letGo()
      }
      return taken
    },
  },
  { drag: { filterTaps: true, tapsThreshold: FAR, pointer: { keys: false } } },
)
function onKey(event: KeyboardEvent, round: Round): void {
  const binding = bindingOf(event, ['A round'])
  if (!binding || !holding.mayWrite) return
  if (binding.id === 'leave') {
    if (held.value) event.stopPropagation()
    held.value = null
    return
  }
  event.preventDefault()
  event.stopPropagation()
  if (binding.id === 'set') {
    if (held.value && held.value.day !== round.day) return letGo()
    held.value = null
    emit('open', { yardId: round.yardId, day: round.day })
    return
  }
  const day = addDays(held.value?.day ?? round.day, Number(binding.id.split(' ')[1]))
  held.value = { round, day: day < props.plan.from ? props.plan.from : day > lastDay.value ? lastDay.value : day }
}
/** As short as a stone is narrow: 55′ or 1:26. */
const inStone = (minutes: number) => (minutes < 60 ? `${minutes}′` : `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`)
const label = (r: Round) =>
  [
    `${r.yard}, ${sayDay(r.day)}`,
    `${plural(r.jobs.length, 'job')}, ${sayMinutes(r.minutes)}`,
    r.overdue > 0 ? `${r.overdue} overdue` : '',
    r.set ? 'set by you' : '',
    r.tooLong ? 'more than you have time for' : '',
  ]
    .filter(Boolean)
    .join(', ')
</script>

<template>
  <div ref="board" class="board" data-part="rounds-board">
    <section v-for="row in rows" :key="row.yard.yard.id" class="row" :aria-label="row.yard.yard.name">
      <p class="head">
        <RouterLink :to="`/yards/${row.yard.yard.id}`">{{ row.yard.yard.name }}</RouterLink>
        <span class="soft small">
          {{ row.count === 0 ? 'nothing to drive for' : `${plural(row.count, 'round')}, ${sayMinutes(row.minutes)} in all` }}
        </span>
        <AButton v-for="r in row.later" :key="r.day" type="link" class="plainlink small" @click="emit('open', { yardId: r.yardId, day: r.day })">{{ sayDay(r.day) }}, {{ plural(r.jobs.length, 'job') }} →</AButton>
      </p>
      <WhenNear :least="TRACK" :now="rows.length <= FEW">
        <div class="track">
          <div
            v-for="day in days"
            :key="day"
            class="cell"
            :class="[
              levelOf(row.yard.yard.id, day),
              {
                weekend: weekdayOf(day) % 6 === 0,
                past: day < plan.from,
                shut: noTime(day),
                today: day === plan.from,
                over: held?.round.yardId === row.yard.yard.id && held.day === day && held.day !== held.round.day,
                opened: opened?.yardId === row.yard.yard.id && opened.day === day,
              },
            ]"
          >
            <span v-if="row.done.get(day)" class="was" :title="`${row.done.get(day)} done`">
              {{ row.done.get(day) }}
              <span class="unseen">done {{ sayDay(day) }}</span>
            </span>
            <button
              v-if="row.rounds.get(day)"
              class="stone"
              type="button"
              :class="{ late: (row.rounds.get(day)?.overdue ?? 0) > 0, set: row.rounds.get(day)?.set, long: row.rounds.get(day)?.tooLong, lifted: held?.round === row.rounds.get(day) }"
              :aria-label="label(row.rounds.get(day)!)"
              :data-round="`${row.yard.yard.name} ${day}`"
              @click="emit('open', { yardId: row.yard.yard.id, day })"
              @keydown="onKey($event, row.rounds.get(day)!)"
              @blur="held = dragging ? held : null"
            >
              <strong>{{ row.rounds.get(day)!.jobs.length }}</strong>
              <span>{{ inStone(row.rounds.get(day)!.minutes) }}</span>
            </button>
            <button
              v-else-if="day >= plan.from && holding.mayWrite"
              class="none"
              type="button"
              tabindex="-1"
              :aria-label="`${row.yard.yard.name}, ${sayDay(day)}: no round. Plan a visit`"
              @click="emit('open', { yardId: row.yard.yard.id, day })"
            />
          </div>
        </div>
      </WhenNear>
    </section>
    <p class="says" role="status" :class="{ soft: !said }">
      {{ said ?? 'The figure is the jobs, under it the time of the visit. Push a round to another day, or try days with the arrow keys and set it with Enter.' }}
    </p>
  </div>
</template>

<style scoped>
.board { display: grid; gap: 4px; margin: 0 auto; max-width: 1360px; padding: 0 20px; }
.head { display: flex; gap: 12px; align-items: baseline; flex-wrap: wrap; padding: 8px 0 3px; }
.head a { font-family: var(--face-title); font-size: 17px; font-weight: 560; color: var(--ink); text-decoration: none; }
.head a:hover { color: var(--thistle); text-decoration: underline; }
.track { display: grid; grid-template-columns: repeat(28, minmax(0, 1fr)); border: 1px solid var(--hairline); border-radius: 10px; background: var(--sheet); overflow: hidden; }
.cell { position: relative; height: 54px; border-left: 1px solid var(--hairline); display: grid; place-items: stretch; }
.cell:first-child { border-left: 0; }
.cell.weekend { background: var(--weekend); }
.cell.past { background: var(--sunken); }
.cell.shut { background: repeating-linear-gradient(135deg, transparent 0 5px, var(--hairline) 5px 6px); }
.cell.today { box-shadow: inset 2px 0 0 var(--ink); }
.cell.opened { box-shadow: inset 0 0 0 2px var(--thistle); }
.cell.lit-open { background: var(--thistle-wash); }
.cell.lit-care { background: linear-gradient(to top, var(--thistle-wash) 50%, var(--sheet) 50%); }
.cell.lit-ask { background: var(--straw-wash); }
.cell.lit-no { background: var(--sunken); }
.cell.over { box-shadow: inset 0 0 0 2.5px var(--thistle); }
.cell.over.lit-no { box-shadow: inset 0 0 0 2.5px var(--brick); }
.cell.over.lit-ask { box-shadow: inset 0 0 0 2.5px var(--straw); }
.stone { appearance: none; border: 0; border-radius: 9px; background: var(--thistle); color: var(--on-fill); display: grid; align-content: center; justify-items: center; gap: 0; cursor: grab; touch-action: none; margin: 2px; padding: 0; line-height: 1.15; min-width: 0; }
.stone strong { font-size: 16px; }
.stone span { font-size: 11px; white-space: nowrap; }
.stone:hover { background: var(--thistle-deep); }
.stone.late { background: var(--brick); }
.stone.set { box-shadow: inset 0 -4px 0 var(--thistle-mid); }
.stone.long { outline: 2px dashed var(--straw); outline-offset: -3px; }
.stone.lifted { opacity: 0.72; cursor: grabbing; }
.none { appearance: none; background: none; border: 0; cursor: pointer; }
.none:hover { background: var(--thistle-pale); }
.was { place-self: center; color: var(--lichen); background: var(--lichen-wash); border-radius: 8px; min-width: 24px; text-align: center; font-weight: 650; padding: 3px 5px; font-size: 14px; }
.says { min-height: 24px; padding-top: 5px; font-size: 14px; }
@media (forced-colors: active) {
  .cell, .stone, .was { forced-color-adjust: none; }
  .cell { background: Canvas; border-color: GrayText; color: CanvasText; }
  .cell.today { box-shadow: inset 3px 0 0 CanvasText; }
  .cell.shut { background: repeating-linear-gradient(135deg, Canvas 0 5px, GrayText 5px 6px); }
  .cell.lit-open { background: Canvas; box-shadow: inset 0 -6px 0 Highlight; }
  .cell.lit-care { background: Canvas; box-shadow: inset 0 -3px 0 Highlight; }
  .cell.over, .cell.opened { outline: 3px solid Highlight; outline-offset: -3px; }
  .stone { background: CanvasText; color: Canvas; }
  .stone.late { background: Highlight; color: HighlightText; }
  .was { background: Canvas; color: CanvasText; outline: 1px solid CanvasText; }
}
@media print {
  .says { display: none; }
  .board { padding: 0; }
}
</style>
<style>
body:has(.board) { page: across; }
</style>
