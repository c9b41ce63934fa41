<script setup lang="ts">
/** The vaporiser from hive to hive: heat, then shut, for several hives at once; each says when it may be opened. */
import AButton from 'ant-design-vue/es/button'
import AProgress from 'ant-design-vue/es/progress'
import { computed, ref, watch } from 'vue'
import { useHolding } from '../stores/holding.ts'
import { useProbe } from './useProbe.ts'
import { useTimers } from './timers.ts'

const props = defineProps<{
  /** The round: its timers are told apart from those of others. */
  round: string
  hives: readonly { readonly id: string; readonly position: number; readonly name: string; readonly charge: string; readonly grams: number }[]
  heatSeconds: number
  shutSeconds: number
  /** Vaporisers there are. */
  tools: number
}>()
const timers = useTimers()
const keyOf = (phase: 'heat' | 'shut', id: string) => `${phase} ${props.round} ${id}`
const leftOf = (key: string): number | null => {
  const timer = timers.running.get(key)
  return timer ? Math.max(0, Math.ceil((timer.from + timer.seconds * 1000 - timers.now) / 1000)) : null
}
type Phase = 'next' | 'heat' | 'shut' | 'open'
const rows = computed(() =>
  props.hives.map((h) => {
    const [heat, shut] = [leftOf(keyOf('heat', h.id)), leftOf(keyOf('shut', h.id))]
    const phase: Phase = shut !== null ? (shut > 0 ? 'shut' : 'open') : heat !== null && heat > 0 ? 'heat' : heat === 0 ? 'shut' : 'next'
    const [left, of] = phase === 'heat' ? [heat ?? 0, timers.running.get(keyOf('heat', h.id))?.seconds ?? props.heatSeconds] : [shut ?? props.shutSeconds, props.shutSeconds]
    return { ...h, phase, left, share: phase === 'next' ? 0 : phase === 'open' ? 100 : (1 - left / of) * 100 }
  }),
)
/** Where the heat is over the hive stays shut from then on. */
watch(
  () => rows.value.map((r) => `${r.id} ${leftOf(keyOf('heat', r.id)) === 0 && leftOf(keyOf('shut', r.id)) === null}`).join(),
  () => {
    for (const { id } of props.hives)
      if (leftOf(keyOf('heat', id)) === 0 && leftOf(keyOf('shut', id)) === null) timers.start(keyOf('shut', id), props.shutSeconds)
  },
  { immediate: true },
)
const heating = computed(() => rows.value.filter((r) => r.phase === 'heat').length)
const next = computed(() => rows.value.find((r) => r.phase === 'next') ?? null)
const all = computed(() => rows.value.length > 0 && rows.value.every((r) => r.phase === 'open'))
/** Where a probe tells the end of the heat the clock only bounds it. */
const LONGEST = 4
const probe = useProbe()
const probed = ref<string | null>(null)
function begin(id: string): void {
  const live = probe.listening.value && probe.phase.value !== 'cold'
  if (live) {
    probed.value = id
    probe.load(props.hives.find((h) => h.id === id)?.grams ?? 1)
  }
  timers.start(keyOf('heat', id), props.heatSeconds * (live ? LONGEST : 1))
}
watch(probe.phase, (now) => {
  const id = probed.value
  if (now !== 'gone' || id === null) return
  probed.value = null
  if ((leftOf(keyOf('heat', id)) ?? 0) > 0) skip(id)
})
function again(id: string): void {
  timers.stop(keyOf('shut', id))
  begin(id)
}
const skip = (id: string) => {
  timers.stop(keyOf('heat', id))
  timers.start(keyOf('shut', id), props.shutSeconds)
}
const PROBE = { cold: 'too cold to load', ready: 'hot: load it', working: 'the charge is going', gone: 'the charge is gone: take it out' } as const
const holding = useHolding()
const degrees = (celsius: number) => holding.degrees(Math.round(celsius))
const clock = (s: number) => (s >= 60 ? `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}` : `${s} s`)
const SAYS: Readonly<Record<Phase, string>> = { next: 'not yet', heat: 'heat', shut: 'stays shut', open: 'may be opened' }
const said = computed(() => rows.value.filter((r) => r.phase === 'open').map((r) => `${r.name} may be opened`).join(', '))
</script>

<template>
  <div class="cycles no-print">
    <AButton v-if="next" type="primary" class="press big" @click="begin(next.id)">Start the heat: {{ next.position }} {{ next.name }}, {{ next.charge }}</AButton>
    <p class="probe">
      <AButton v-if="!probe.listening.value" class="press quiet" @click="probe.listen">Read the probe</AButton>
      <template v-else>
        <strong role="status">{{ probe.celsius.value === null ? 'Listening ...' : degrees(probe.celsius.value) }}</strong>
        {{ PROBE[probe.phase.value ?? 'cold'] }}<span v-if="probe.simulated.value" class="soft"> (a simulated probe)</span>
        <AButton type="link" class="plainlink" @click="probe.stop">without it</AButton>
      </template>
      <span v-if="probe.fault.value" class="care">{{ probe.fault.value }}</span>
    </p>
    <p v-if="heating > tools" class="care strong">{{ heating }} are being heated and there {{ tools === 1 ? 'is one vaporiser' : `are ${tools}` }}: was one started too early?</p>
    <p v-if="all" class="settled strong" role="status">All of them may be opened. Stand aside while you do.</p>
    <ol>
      <li v-for="r in rows" :key="r.id" :class="r.phase">
        <span class="name"><i>{{ r.position }}</i> {{ r.name }} <span class="soft small">{{ r.charge }}</span></span>
        <AProgress class="bar" aria-hidden="true" :percent="r.share" :show-info="false" :stroke-width="10" :status="r.phase === 'open' ? 'success' : 'normal'" />
        <strong class="says" role="timer" :aria-label="`${r.name}: ${SAYS[r.phase]}${r.phase === 'heat' || r.phase === 'shut' ? `, ${r.left} seconds left` : ''}`">
          {{ SAYS[r.phase] }}<template v-if="r.phase === 'heat' && probed === r.id">, until it is back</template><template v-else-if="r.phase === 'heat' || r.phase === 'shut'">, {{ clock(r.left) }}</template>
        </strong>
        <AButton v-if="r.phase === 'heat'" type="link" class="plainlink" :aria-label="`${r.name}: it is out, shut`" @click="skip(r.id)">it is out</AButton>
        <AButton v-else-if="r.phase !== 'next'" type="link" class="plainlink" :aria-label="`${r.name}: once more`" @click="again(r.id)">once more</AButton>
      </li>
    </ol>
    <span class="unseen" role="status">{{ said }}</span>
  </div>
</template>

<style scoped>
.cycles { display: grid; gap: 10px; }
.big { min-height: 64px; font-size: 18px; }
.probe { display: flex; gap: 10px; align-items: center; flex-wrap: wrap; min-height: 48px; }
ol { display: grid; gap: 4px; }
li { display: grid; grid-template-columns: minmax(110px, 1.2fr) minmax(60px, 1fr) auto 84px; gap: 12px; align-items: center; min-height: 48px; }
.name i { font-style: normal; color: var(--soft); }
.bar { margin: 0; }
.open .says { color: var(--lichen); }
.next .says { color: var(--soft); font-weight: 400; }
@media screen and (max-width: 720px) {
  li { grid-template-columns: minmax(0, 1fr) auto; gap: 2px 12px; min-height: 56px; padding: 4px 0; }
  .bar { grid-column: 1 / -1; order: 3; }
  .plainlink { min-height: 48px; }
}
</style>
