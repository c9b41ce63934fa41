<script setup lang="ts">
/** When each option may start over the coming eight weeks: the picture people plan from. */
import { computed, onScopeDispose, shallowRef, watch } from 'vue'
import type { AnsweredOption } from '@thistle/core/course'
import { HORIZON, judged, startWindows, type OptionWindows } from '@thistle/core/match'
import type { Situation, TreatmentKey } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import { treatmentOf } from '@thistle/core/treatments'
import VerdictRound from '../../graphics/VerdictRound.vue'
import { sayDay } from '../../look/dates.ts'
import { useNarrow } from '../../look/narrow.ts'
import { small } from '../../parts/words.ts'
import { sayVerdict } from './option-words.ts'
import StartWindows from '../../graphics/StartWindows.vue'
import { useHolding } from '../../stores/holding.ts'
import { boundsOf, forecastEnd, windowRows } from './window-rows.ts'
import WaitLine from '../../parts/WaitLine.vue'

const props = defineProps<{ situation: Situation; options: readonly AnsweredOption[]; origin: Day; shown: TreatmentKey | null }>()
const emit = defineEmits<{ pick: [key: TreatmentKey, day: Day | null] }>()
const holding = useHolding()

const windows = shallowRef<readonly OptionWindows[]>([])
// Some options at a time: the page answers keys in between.
const AT_ONCE = 6
let run = 0
watch(
  () => [props.situation, props.origin] as const,
  ([situation, origin]) => {
    const mine = ++run
    const s = judged(situation)
    const found: OptionWindows[] = []
    const next = (from: number): void => {
      if (mine !== run) return
      found.push(...startWindows(s, origin, HORIZON, holding.treatments.slice(from, from + AT_ONCE)))
      if (from + AT_ONCE < holding.treatments.length) window.setTimeout(() => next(from + AT_ONCE))
      else windows.value = found
    }
    next(0)
  },
  { immediate: true },
)
onScopeDispose(() => (run += 1))
const narrow = useNarrow()
const inHand = computed(() => props.options.find((o) => o.treatment === props.shown) ?? null)
const rows = computed(() => windowRows(windows.value, props.options, props.situation.asOf))
</script>

<template>
  <div class="weeks">
    <StartWindows
      v-if="rows.length > 0"
      :rows="rows"
      :from="origin"
      :day="holding.day"
      :shown="shown"
      :bounds="boundsOf(situation)"
      :forecast-to="forecastEnd(situation)"
      @pick="(key, day) => emit('pick', key as TreatmentKey, day)"
    >
      <span>A full bar fits, half a bar fits with care, none does not. Touch a day to judge it.</span>
    </StartWindows>
    <p v-if="narrow && inHand && rows.length > 0" class="hand">
      <VerdictRound :verdict="inHand.fit" :size="18" />
      <span>
        <strong>{{ treatmentOf(inHand.treatment)?.name }}</strong>, {{ sayDay(holding.day) }}: {{ small(sayVerdict(inHand)) }}.
        <RouterLink :to="{ query: {} }">Why, and the course</RouterLink>
      </span>
    </p>
    <WaitLine v-if="rows.length === 0">Looking through eight weeks ...</WaitLine>
  </div>
</template>

<style scoped>
.hand { display: flex; gap: 10px; align-items: start; background: var(--sheet); border: 1px solid var(--hairline); border-radius: 10px; padding: 10px 12px; margin-top: 8px; }
.hand a { display: inline-block; padding: 6px 0; }
.weeks { padding: 0 14px 0 6px; }
/* Above the bar of the places, whole also before anything is scrolled. */
@media screen and (max-width: 720px) {
  .weeks { padding: 0 0 92px; }
  .hand { position: fixed; z-index: 3; inset-inline: 12px; bottom: calc(68px + env(safe-area-inset-bottom)); margin: 0; }
}
</style>
