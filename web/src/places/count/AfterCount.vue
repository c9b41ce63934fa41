<script setup lang="ts">
/** What was just kept, what it means, and the one next thing as the biggest press in sight: hive by hive, and at the end for the row. */
import { computed } from 'vue'
import { afterCount, type YardState } from '@thistle/core/holding'
import CountDot from '../../parts/CountDot.vue'
import OutcomeLine from '../../parts/OutcomeLine.vue'
import { isOver, plural } from '../../parts/words.ts'
import { useNarrow } from '../../look/narrow.ts'
import { useHolding } from '../../stores/holding.ts'

const props = defineProps<{
  yard: YardState
  colonyId: string
  /** The hive one stands at now: where the row went on, the one counted is spoken of in short. */
  here: string
}>()
const holding = useHolding()
const narrow = useNarrow()
const after = computed(() => afterCount(props.yard, props.colonyId, holding.today))
const wentOn = computed(() => props.here !== props.colonyId)
const judgement = computed(() => after.value?.colony.judgement ?? null)
/** Its course, where this count answered whether it worked. */
const answered = computed(() => {
  const { colony } = after.value ?? {}
  const last = colony?.lastOutcome
  return last && last.recount?.onDay === judgement.value?.countedOn ? last : null
})
const nameOf = (s: { colony: { name: string; placement: { position: number } } }) => `${s.colony.placement.position} ${s.colony.name}`
const go = computed(() => {
  const next = after.value?.next
  if (!next) return null
  if (next.kind === 'choose') return { to: `/match/${next.colony.colony.id}`, word: 'What fits', of: nameOf(next.colony) }
  if (next.kind === 'choose-yard') return { to: `/match/yard/${props.yard.yard.id}`, word: 'What fits', of: `these ${next.colonies.length}` }
  if (next.kind === 'count') return { to: `/count/${next.colony.colony.id}`, word: 'On to', of: `${nameOf(next.colony)} →` }
  return { to: '/today', word: 'Back to', of: 'Today' }
})
/** The hive stood at is itself the next thing: then nothing else is as big. */
const quiet = computed(() => wentOn.value)
const short = computed(() => (after.value?.next.kind === 'choose' || after.value?.next.kind === 'choose-yard' ? go.value : null))
const rowDone = computed(() => after.value !== null && after.value.row.left.length === 0 && after.value.row.counted > 1)
</script>

<template>
  <section v-if="after && judgement" class="after" :class="{ short: wentOn, alarmed: isOver(judgement) }" role="status" :aria-label="`What was counted in ${after.colony.colony.name}`">
    <div class="says">
      <p><strong>{{ nameOf(after.colony) }} is kept.</strong></p>
      <div class="means">
        <CountDot :judgement="judgement" :large="!wentOn" />
        <p class="serif" :class="{ alarm: isOver(judgement), settled: judgement.level === 'under' }">{{ holding.say(judgement.text) }}</p>
      </div>
      <p v-if="!wentOn">{{ holding.say(judgement.next) }}</p>
      <OutcomeLine v-if="!wentOn && answered?.outcome" :course="answered" />
      <p v-if="!wentOn && rowDone" class="strong">
        The row is counted, {{ plural(after.row.counted, 'colony', 'colonies') }}:
        <template v-if="after.row.over.length > 0"><span class="alarm">{{ after.row.over.map(nameOf).join(', ') }} over the limit</span>; </template>
        <template v-if="after.row.watch.length > 0"><span class="care">{{ after.row.watch.map(nameOf).join(', ') }} to be watched</span>; </template>
        {{ after.row.under }} under it.
      </p>
    </div>
    <p v-if="go && !quiet" class="go"><RouterLink class="press big" :to="go.to">{{ go.word }} {{ go.of }}</RouterLink></p>
    <p v-else-if="short" class="go"><RouterLink class="press quiet" :to="short.to">{{ short.word }}<span :class="{ unseen: narrow }">&nbsp;{{ short.of }}</span></RouterLink></p>
  </section>
</template>

<style scoped>
.after { background: var(--lichen-wash); color: var(--ink); border-radius: 12px; padding: 14px 16px; display: grid; gap: 12px; }
.after.alarmed { background: var(--brick-wash); }
.says { display: grid; gap: 6px; }
.means { display: flex; gap: 14px; align-items: center; flex-wrap: wrap; }
.means p { flex: 1 1 240px; font-size: 18px; font-weight: 560; line-height: 1.25; }
.after.short { grid-template-columns: minmax(0, 1fr) auto; align-items: center; padding: 8px 14px; }
.after.short .means p { font-size: 15.5px; }
.big.press { min-height: 56px; font-size: 17px; padding-inline: 26px; }
@media screen and (max-width: 720px) {
  .go .press { width: 100%; }
  /* The next hive is what one counts now: of the last one no more than its sentence. */
  .after.short { padding: 8px 12px; }
  .after.short .means :deep(svg) { display: none; }
  .after.short .means p { flex-basis: 100%; }
  .after.short .go .press { width: auto; min-height: 48px; padding-inline: 14px; }
}
</style>
