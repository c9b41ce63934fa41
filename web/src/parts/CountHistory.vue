<script setup lang="ts">
/** A colony's counts, newest first, each judged on its own day. */
import FaultLine from './FaultLine.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import type { ColonyState, CountRecord } from '@thistle/core/holding'
import { judge } from '@thistle/core/judge'
import { sayDay } from '../look/dates.ts'
import { useHolding } from '../stores/holding.ts'
import CountDot from './CountDot.vue'
import { useSave } from './useSave.ts'
import { flagWord } from './count-words.ts'
import { sayFigure } from './words.ts'

const props = defineProps<{ state: ColonyState }>()
const holding = useHolding()
const { busy, fault, save } = useSave()
const gone = ref<CountRecord | null>(null)
const yardId = computed(() => props.state.colony.placement.yardId)
/** The newest entry of a day. */
const entryOf = (day: string) => props.state.colony.counts.findLast((c) => c.onDay === day)

/** What stays with the counts of a day: why they do not speak for the yard, and the notes. */
const beside = (kept: readonly CountRecord[]): string =>
  [...new Set(kept.flatMap((c) => [...(c.flags ?? []).map(flagWord), ...(c.note ? [c.note] : [])]))].join('; ')

async function takeBack(count: CountRecord | undefined): Promise<void> {
  if (!count) return
  const done = await save(() => holding.takeAway('counts', count.id, count.version, yardId.value))
  if (done) gone.value = count
}
async function putBack(): Promise<void> {
  const count = gone.value
  if (!count) return
  const { id: _id, version, ...rest } = count
  const body = { ...rest, colonyId: props.state.colony.id, version: version + 1 }
  if (await save(() => holding.put('counts', count.id, body, yardId.value).then(() => undefined))) gone.value = null
}
const counts = computed(() => {
  const days = [...new Set(props.state.colony.counts.map((n) => n.onDay))].toReversed()
  return days.map((day) => ({
    day,
    kept: props.state.colony.counts.filter((c) => c.onDay === day),
    photo: props.state.colony.counts.findLast((c) => c.onDay === day && c.photo) ?? null,
    judged: judge({ ...props.state.situation, asOf: day, counts: props.state.situation.counts.filter((n) => n.date <= day) }),
  }))
})
</script>

<template>
  <section v-if="counts.length > 0 || gone" class="history" aria-label="Counts so far">
    <h3>Counts so far</h3>
    <ul>
      <li v-for="c in counts" :key="c.day">
        <span>{{ sayDay(c.day, holding.today) }}</span>
        <CountDot :judgement="c.judged" />
        <span>
          {{ sayFigure(c.judged) }}
          <span v-if="c.judged.method === 'sugar'" class="soft small">sugar</span>
          <RouterLink v-if="c.photo" class="small" :to="`/count/${state.colony.id}/photo/${c.photo.id}`">marks</RouterLink>
        </span>
        <span v-if="holding.mayWrite" class="acts">
        <RouterLink v-if="entryOf(c.day)" class="small" :to="`/count/${state.colony.id}?change=${entryOf(c.day)?.id}`" :aria-label="`Change the count of ${sayDay(c.day)}`">change</RouterLink>
        <AButton type="link" class="plainlink small" :disabled="busy" :aria-label="`Take back the count of ${sayDay(c.day)}`" @click="takeBack(entryOf(c.day))">take back</AButton>
        </span>
        <span v-if="beside(c.kept)" class="beside soft small">{{ beside(c.kept) }}</span>
      </li>
    </ul>
    <p v-if="gone" class="care" role="status">
      The count of {{ sayDay(gone.onDay) }} is taken back.
      <AButton type="link" class="plainlink" :disabled="busy" @click="putBack">Put it back</AButton>
    </p>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <p class="soft small">Each against the limit of its own day: in 100 bees, a board in mites a day, drone brood in 100 cells.</p>
  </section>
</template>

<style scoped>
.history { display: grid; gap: 9px; }
ul { display: grid; gap: 2px; }
li { display: grid; grid-template-columns: 78px minmax(64px, 150px) minmax(30px, 1fr) auto; gap: 8px; align-items: center; font-size: 14px; min-height: 26px; }
li :deep(svg) { width: 100%; }
.acts .plainlink.small { white-space: nowrap; }
.acts { display: inline-flex; gap: 10px; justify-content: flex-end; align-items: center; }
.beside { grid-column: 2 / -1; overflow-wrap: anywhere; margin-top: -4px; }
@media screen and (max-width: 720px) {
  li { grid-template-columns: 84px minmax(60px, 1fr) 78px; gap: 0 8px; font-size: 15px; padding: 6px 0; border-top: 1px solid var(--hairline); }
  li button, .acts a { min-height: 48px; min-width: 44px; display: inline-flex; align-items: center; justify-content: center; }
  .acts { grid-column: 1 / -1; gap: 18px; }
  .beside { grid-column: 1 / -1; margin-top: 0; }
}
</style>
