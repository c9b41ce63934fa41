<script setup lang="ts">
/** Jobs of all yards, drawn together into the fewest drives of the next four weeks. */
import NothingYet from '../../parts/NothingYet.vue'
import FaultLine from '../../parts/FaultLine.vue'
import PickOne from '../../fields/PickOne.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { moveTo, type Move, type Round } from '@thistle/core/rounds'
import { addDays, type Day } from '@thistle/core/time'
import DayStrip from '../../graphics/DayStrip.vue'
import { sayDay } from '../../look/dates.ts'
import { useNarrow } from '../../look/narrow.ts'
import { useMarks } from '../../parts/useMarks.ts'
import { useSave } from '../../parts/useSave.ts'
import { plural, sayMinutes } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { sayMove } from './moving.ts'
import DrawingOn from './DrawingOn.vue'
import RoundBoard from './RoundBoard.vue'
import RoundList from './RoundList.vue'
import RoundPane from './RoundPane.vue'
import ShortOf from './ShortOf.vue'
import RoundsNav from './RoundsNav.vue'
import { useRounds } from './useRounds.ts'

/** Days of the strip before and after today. */
const [STRIP_BACK, STRIP_AHEAD] = [5, 22] as const
const holding = useHolding()
const narrow = useNarrow()
const { plan, busy, failed, soFar, settle, again } = useRounds()
const { fault, save } = useSave()
// The board stands under the strip's own days: both begin at today.
if (holding.day < addDays(holding.today, -STRIP_BACK) || holding.day > addDays(holding.today, STRIP_AHEAD)) holding.day = holding.today
const opened = ref<{ yardId: string; day: Day } | null>(null)
const asked = ref<Move | null>(null)
const refused = ref<string | null>(null)
const last = ref<{ text: string; stroke: number | null } | null>(null)
const marks = useMarks(computed(() => holding.states))

const yardOf = (id: string) => holding.states.find((y) => y.yard.id === id) ?? null
const roundAt = (at: { yardId: string; day: Day }): Round | null => plan.value?.rounds.find((r) => r.yardId === at.yardId && r.day === at.day) ?? null
const current = computed(() => {
  const yard = opened.value ? yardOf(opened.value.yardId) : null
  return opened.value && yard ? { yard, day: opened.value.day, round: roundAt(opened.value) } : null
})
const says = computed(() => {
  const rounds = plan.value?.rounds ?? []
  const [next] = rounds
  if (!next) return 'Nothing asks for a drive in the next four weeks.'
  const late = rounds.filter((r) => r.overdue > 0)
  const when = next.day === plan.value?.from ? 'today' : `on ${sayDay(next.day)}`
  return `${plural(rounds.length, 'round')} in four weeks; the next ${when} at ${next.yard}${late.length > 0 ? `, with ${plural(late.reduce((n, r) => n + r.overdue, 0), 'job')} overdue` : ''}.`
})
const PROOFS = {
  best: 'No plan has fewer drives, and none as few lies nearer to the best days.',
  fewest: 'No plan has fewer drives; one nearer to the best days was not ruled out.',
  good: 'The best plan that was found; fewer drives were not ruled out.',
} as const
const below = computed(() => {
  const p = plan.value
  if (!p) return ''
  const minutes = p.rounds.reduce((sum, r) => sum + r.minutes, 0)
  return `${plural(p.jobs, 'job')} in ${sayMinutes(minutes)} with ${p.people === 1 ? 'one person' : `${p.people} people`}. ${PROOFS[p.proof]}${p.overfull.length > 0 ? ` More work than time on ${p.overfull.map((d) => sayDay(d)).join(', ')}.` : ''}`
})

/** As many boards as are looked at; with more yards those with nothing to drive for are counted. */
const FEW = 8
const boards = computed(() => {
  const rounds = plan.value?.rounds ?? []
  if (holding.states.length <= FEW) return holding.states
  const order = [...new Set(rounds.map((r) => r.yardId))]
  return order.flatMap((id) => yardOf(id) ?? [])
})
const idle = computed(() => holding.states.length - boards.value.length)
const elsewhere = ref<string | null>(null)
/** Yards without a round on the chosen day, where the keeper might be all the same. */
const plannable = computed(() => (holding.day < (plan.value?.from ?? '') ? [] : holding.states.filter((y) => y.row.length > 0 && !roundAt({ yardId: y.yard.id, day: holding.day }))))

function open(at: { yardId: string; day: Day }): void {
  asked.value = null
  refused.value = null
  opened.value = at
}
/** A round let go over another day: set at once where it may be, asked where it wants a reason, refused where it may not. */
async function onMove(round: Round, move: Move): Promise<void> {
  refused.value = null
  last.value = null
  if (move.level === 'no') {
    refused.value = `${sayDay(move.day)}: ${sayMove(move)}`
    return
  }
  if (move.level === 'ask') {
    opened.value = { yardId: round.yardId, day: round.day }
    asked.value = move
    return
  }
  const yard = yardOf(round.yardId)
  const drawn = plan.value
  if (!yard || !drawn) return
  let stroke: number | null = null
  const done = await save(async () => {
    stroke = await holding.stroke({ ...moveTo(drawn, yard, round, move.day, null, newId) }, round.yardId)
  })
  if (done) moved(`Set for ${sayDay(move.day)}`, stroke)
}
function moved(says: string, stroke: number | null): void {
  last.value = { text: `${says}; the plan is drawn anew.`, stroke }
  if (opened.value) opened.value = null
}
async function undo(): Promise<void> {
  const stroke = last.value?.stroke
  if (stroke == null) return
  if (await save(() => holding.undo(stroke))) last.value = { text: 'As it was.', stroke: null }
}
</script>

<template>
  <template v-if="holding.yard">
    <DayStrip :yard="holding.yard.yard" :marks="marks" />
    <div class="page top">
      <RoundsNav />
      <h1>{{ plan && !failed ? says : failed ? 'The rounds could not be drawn.' : 'Drawing the rounds ...' }}</h1>
      <p class="soft" role="status">{{ failed ? 'Load the page again; what was entered is kept.' : busy && plan ? 'Drawing anew ...' : below }}</p>
      <DrawingOn v-if="busy && !failed" :so-far="soFar" @settle="settle" />
      <p v-else-if="plan?.cut && !failed" class="care no-print">
        The search was ended before it was through: no more than stands above was proved by then.
        <AButton type="link" class="plainlink" @click="again">Draw it once more</AButton>
      </p>
      <p v-if="last" class="done strong" role="status">
        {{ last.text }}
        <AButton v-if="last.stroke !== null" type="link" class="plainlink" @click="undo">Undo</AButton>
      </p>
      <ShortOf v-if="plan" :plan="plan" />
      <FaultLine v-if="refused">{{ holding.say(refused) }}</FaultLine>
      <FaultLine v-if="fault">{{ fault }}</FaultLine>
    </div>
    <template v-if="plan">
      <RoundBoard v-if="!narrow" class="wide" :plan="plan" :yards="boards" :opened="opened" @open="open" @move="onMove" />
      <div class="page under">
        <p v-if="idle > 0" class="soft no-print">{{ plural(idle, 'more yard has', 'more yards have') }} no round in these four weeks.</p>
        <div :class="{ 'on-paper': !narrow }"><RoundList :plan="plan" @open="open" /></div>
        <section v-if="plan.unplaced.length > 0" class="left" aria-labelledby="r-left">
          <h2 id="r-left" class="care">No day found</h2>
          <ul>
            <li v-for="u in plan.unplaced" :key="u.job.id">
              <RouterLink :to="`/yards/${u.job.yardId}?colony=${u.job.colonyId}`">{{ u.job.colony }}</RouterLink>: {{ holding.say(u.job.text) }}. {{ u.why }} <RouterLink v-if="u.job.job === 'dose'" :to="`/match/${u.job.colonyId}`">What else fits</RouterLink>
            </li>
          </ul>
        </section>
        <p v-if="holding.mayWrite && plannable.length > 0" class="going no-print">
          On {{ sayDay(holding.day) }} I am in any case at
          <PickOne v-if="plannable.length > FEW" id="r-any" v-model="elsewhere" class="any" named="Yard" searched unknown="choose a yard ..." :options="plannable.map((y) => [y.yard.id, y.yard.name] as const)" @update:model-value="$event && open({ yardId: $event, day: holding.day })" />
          <AButton v-for="y in plannable.length > FEW ? [] : plannable" :key="y.yard.id" class="press quiet" @click="open({ yardId: y.yard.id, day: holding.day })">{{ y.yard.name }}</AButton>
        </p>
        <p class="small soft no-print">
          Jobs whose windows meet are drawn into one drive; days too hot or too cold, and days on which you have no time, are left out.
          <RouterLink to="/rules#r-work">Your days and hours</RouterLink> are in Rules.
        </p>
        <p class="law">Windows come from each treatment's own course; the label in your hand and local law decide.</p>
      </div>
      <RoundPane
        v-if="current"
        :key="current.yard.yard.id + current.day"
        :plan="plan"
        :yard="current.yard"
        :day="current.day"
        :round="current.round"
        :asked="asked"
        @close="opened = null"
        @moved="moved"
      />
    </template>
  </template>
  <div v-else class="page">
    <NothingYet title="No yard yet." says="Rounds are drawn from what the colonies ask for." go="Add a yard" />
  </div>
</template>

<style scoped>
.top { padding-bottom: 6px; display: grid; gap: 4px; }
.under { padding-top: 10px; display: grid; gap: 12px; }
.done { color: var(--lichen); }
.going { display: flex; gap: 8px; align-items: center; flex-wrap: wrap; }
.going .press { min-height: 38px; padding: 4px 14px; font-size: 15px; }
@media screen and (max-width: 720px) { .going .press { min-height: 48px; } }
.any { min-width: 220px; }
.left ul { display: grid; gap: 5px; }
@media screen and (max-width: 720px) { .top { padding-bottom: 4px; } }
</style>
