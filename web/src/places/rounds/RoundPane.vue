<script setup lang="ts">
/** One round: what is done on it, its sheet, and the days it could be moved to. */
import FaultLine from '../../parts/FaultLine.vue'
import AreaField from '../../fields/AreaField.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, toRefs, watch } from 'vue'
import type { YardState } from '@thistle/core/holding'
import { moveTo, setFree, type Move, type Round, type RoundJob, type RoundPlan } from '@thistle/core/rounds'
import { treatmentOf } from '@thistle/core/treatments'
import { addDays, dayOfMonth, weekdayOf, WEEKDAYS, type Day } from '@thistle/core/time'
import { sayDay, sayDayLong } from '../../look/dates.ts'
import SidePane from '../../parts/SidePane.vue'
import { useSave } from '../../parts/useSave.ts'
import { capital, plural, sayMinutes } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'
import { sayMove } from './moving.ts'

const props = defineProps<{
  plan: RoundPlan
  yard: YardState
  day: Day
  /** Null where nothing is drawn to that day. */
  round: Round | null
  /** A day that was tried and wants a reason. */
  asked: Move | null
}>()
const emit = defineEmits<{ close: []; moved: [says: string, stroke: number | null] }>()
const holding = useHolding()
const { busy, fault, save } = useSave()
const wanted = ref<Move | null>(props.asked)
const { form, drop } = useKeptForm(`move ${props.yard.yard.id} ${props.day}`, () => ({ reason: '' }))
const { reason } = toRefs(form)
watch(
  () => props.asked,
  (move) => (wanted.value = move),
)

/** Alike jobs together, in walking order. */
const groups = computed(() => {
  const found = new Map<string, RoundJob[]>()
  for (const job of props.round?.jobs ?? []) {
    const key = `${job.treatment ?? ''} ${job.text}`
    found.set(key, [...(found.get(key) ?? []), job])
  }
  return [...found].map(([key, jobs]) => ({ key, jobs, first: jobs[0]! }))
})
const colonies = computed(() => new Set((props.round?.jobs ?? []).map((j) => j.colonyId)).size)
/** Four weeks of days, from the Monday of this one. */
const weeks = computed(() => {
  const start = addDays(props.plan.from, -((weekdayOf(props.plan.from) + 6) % 7))
  return Array.from({ length: 5 }, (_, w) => Array.from({ length: 7 }, (_, d) => addDays(start, w * 7 + d)))
})
const moves = computed(() => new Map((props.round?.moves ?? []).map((m) => [m.day, m])))
const needsReason = computed(() => wanted.value?.level === 'ask')
const canSet = computed(() => wanted.value !== null && wanted.value.level !== 'no' && (!needsReason.value || reason.value.trim().length >= 3))

async function set(): Promise<void> {
  const { round, yard } = props
  const move = wanted.value
  if (!round || !move) return
  let stroke: number | null = null
  const done = await save(async () => {
    stroke = await holding.stroke({ ...moveTo(props.plan, yard, round, move.day, reason.value.trim() || null, newId) }, yard.yard.id)
  })
  if (!done) return
  drop()
  emit('moved', `Set for ${sayDay(move.day)}`, stroke)
}
async function free(): Promise<void> {
  const { round, yard } = props
  if (!round) return
  let stroke: number | null = null
  const done = await save(async () => {
    stroke = await holding.stroke({ ...setFree(yard, round, newId) }, yard.yard.id)
  })
  if (done) emit('moved', 'Its day is free again', stroke)
}
async function visit(): Promise<void> {
  const { yard } = props
  let stroke: number | null = null
  const done = await save(async () => {
    stroke = await holding.stroke({ visits: [{ id: newId(), yardId: yard.yard.id, day: props.day, note: null }] }, yard.yard.id)
  })
  if (done) emit('moved', `A visit on ${sayDay(props.day)} is planned`, stroke)
}
</script>

<template>
  <SidePane
    :title="`${yard.yard.name}, ${sayDay(day)}`"
    :sub="round ? `${plural(round.jobs.length, 'job')} in ${plural(colonies, 'colony', 'colonies')}, about ${sayMinutes(round.minutes)}` : 'No round on this day'"
    @close="emit('close')"
  >
    <template v-if="round">
      <p v-if="round.tooLong" class="care strong">More than the time you have on that day ({{ sayMinutes(plan.minutes[round.moves.findIndex((m) => m.day === day)] ?? 0) }}): take help, or split it.</p>
      <ul class="jobs">
        <li v-for="g in groups" :key="g.key">
          <span class="strong" :class="{ alarm: g.first.overdue }">{{ holding.say(capital(g.first.text)) }}</span>
          <span v-if="g.first.treatment" class="soft small">{{ treatmentOf(g.first.treatment)?.name }}</span>
          <span class="small">{{ g.jobs.map((j) => j.colony).join(', ') }}</span>
        </li>
      </ul>
      <p v-if="round.jobs.length === 0" class="soft">You mean to be there, and nothing is to be done by then: jobs whose windows reach that day are drawn to it.</p>
      <RouterLink v-if="round.jobs.length > 0" class="press" :to="`/rounds/${yard.yard.id}/${day}`">Open the round sheet</RouterLink>
      <section v-if="holding.mayWrite" class="move" aria-label="Move the round">
        <h3>Move it</h3>
        <div v-for="(week, w) in weeks" :key="w" class="week">
          <AButton
v-for="d in week"
            :key="d"
            type="text"
            class="bare d"
            :class="[`lit-${moves.get(d)?.level ?? 'past'}`, { here: d === day, wanted: wanted?.day === d }]"
            :disabled="!moves.has(d) || d === day"
            :aria-pressed="wanted?.day === d"
            :aria-label="`${sayDayLong(d)}${moves.has(d) ? `, ${holding.say(sayMove(moves.get(d)!))}` : ''}`"
            @click="wanted = moves.get(d) ?? null"
          >
            <span class="wd">{{ WEEKDAYS[weekdayOf(d)] }}</span>
            {{ dayOfMonth(d) }}
          </AButton>
        </div>
        <div v-if="wanted" class="say" role="status">
          <p :class="{ alarm: wanted.level === 'no', care: wanted.level === 'ask' || wanted.level === 'care' }" class="strong">
            {{ sayDay(wanted.day) }}: {{ holding.say(sayMove(wanted)) }}
          </p>
          <AreaField v-if="needsReason" id="rp-reason" v-model="reason" label="Your reason, kept in the book" :hint="canSet ? undefined : 'Without a reason it cannot be set outside its window: a few words are enough.'" :most="2000" placeholder="Away that week; the vet agrees" />
          <AButton v-if="wanted.level !== 'no'" type="primary" class="press" :disabled="busy || !canSet" @click="set">
            {{ busy ? 'Setting ...' : `Set it for ${sayDay(wanted.day)}` }}
          </AButton>
        </div>
        <p v-if="round.set" class="small">
          Set by you.
          <AButton type="link" class="plainlink" :disabled="busy" @click="free">Let the plan choose the day again</AButton>
        </p>
      </section>
      <p class="law">Windows come from each treatment's course; the label in your hand and local law decide.</p>
    </template>
    <template v-else>
      <p>Nothing is drawn to this day. If you are there in any case, say so: jobs whose windows reach it are drawn to it, and other drives may fall away.</p>
      <AButton type="primary" class="press" :disabled="busy" @click="visit">I am at {{ yard.yard.name }} on {{ sayDay(day) }}</AButton>
    </template>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
  </SidePane>
</template>

<style scoped>
.jobs { display: grid; gap: 9px; }
.jobs li { display: grid; gap: 1px; border-bottom: 1px solid var(--hairline); padding-bottom: 8px; }
.move { display: grid; gap: 5px; }
.week { display: grid; grid-template-columns: repeat(7, minmax(0, 1fr)); gap: 4px; }
.d { appearance: none; border: 1.5px solid var(--hairline); background: var(--sheet); border-radius: 8px; min-height: 44px; padding: 2px 0; cursor: pointer; font-weight: 650; line-height: 1.15; }
.d .wd { display: block; font-size: 11.5px; font-weight: 400; color: var(--soft); }
.d.lit-open { background: var(--thistle-wash); border-color: var(--thistle-mid); }
.d.lit-care { background: linear-gradient(to top, var(--thistle-wash) 50%, var(--sheet) 50%); border-color: var(--thistle-mid); }
.d.lit-ask { background: var(--straw-wash); }
.d.lit-no, .d.lit-past { background: var(--sunken); color: var(--soft); font-weight: 400; }
.d.here { border-color: var(--ink); border-width: 2px; }
.d.wanted { outline: 3px solid var(--thistle); outline-offset: 1px; }
.d:disabled { cursor: default; }
.say { display: grid; gap: 9px; padding-top: 6px; }
@media screen and (max-width: 720px) { .d { min-height: 50px; } }
</style>
