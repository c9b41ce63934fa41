<script setup lang="ts">
/** What somebody with a link reads: the books of the yards they were given, to look at, print and carry out. Nothing can be written here. */
import AButton from 'ant-design-vue/es/button'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { RegisterLine, Reviewed, ReviewedRound, Share } from '@thistle/core/book'
import { sayDay, yearOf, type Day } from '@thistle/core/time'
import { sayAmount } from '@thistle/core/treatments'
import { plain } from '@thistle/core/units'
import { sayAs, USUAL_READER } from '@thistle/core/words'
import PickField from '../../fields/PickField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import { reviewedWord } from '../../parts/reviewed-words.ts'
import WaitLine from '../../parts/WaitLine.vue'
import { sayWhen } from '../../parts/when.ts'
import { plural } from '../../parts/words.ts'
import { call, Refused } from '../../server/call.ts'
import { useShowSome } from '../book/useShowSome.ts'
import DoorFrame from './DoorFrame.vue'

interface Shared {
  readonly holding: string
  readonly forWhom: string
  readonly by: string
  readonly endsAt: string
  readonly today: Day
  readonly parts: readonly Part[]
  readonly yards: readonly { readonly id: string; readonly name: string }[]
}
type Part = 'register' | 'counts' | 'looks' | 'review'
interface Plain {
  readonly yard: string
  readonly colony: string
  readonly position: number
  readonly onDay: Day
  readonly method?: string
  readonly mites?: number
  readonly bees?: number | null
  readonly days?: number | null
  readonly rate?: string
  readonly seen?: string
  readonly note: string | null
}
type Round = Pick<ReviewedRound, 'key' | 'yard' | 'from' | 'text' | 'verdict'> & { readonly name: string; readonly courses: readonly { readonly colony: string; readonly position: number; readonly verdict: Reviewed; readonly share: Share | null }[] }
const NAMES: Readonly<Record<Part, string>> = { register: 'The register of treatments', counts: 'The counts', looks: 'The inspections', review: 'Did it work' }
const route = useRoute()
const secret = String(route.params.secret)
const shared = ref<Shared | null>(null)
const over = ref<string | null>(null)
const fault = ref<string | null>(null)
const part = ref<Part | null>(null)
const year = ref<string | null>(null)
const yardId = ref<string | null>(null)
const lines = shallowRef<readonly unknown[] | null>(null)
onMounted(async () => {
  try {
    shared.value = await call<Shared>('GET', `/shared/${secret}`)
    part.value = shared.value.parts[0] ?? null
    year.value = String(yearOf(shared.value.today))
  } catch (problem) {
    over.value = problem instanceof Refused ? problem.message : 'That did not work; try again.'
  }
})
const query = computed(() => `year=${year.value}${yardId.value ? `&yard=${yardId.value}` : ''}`)
watch([part, query], async ([what, asked]) => {
  if (!what || !year.value) return
  lines.value = null
  fault.value = null
  try {
    const found = await call<{ lines: unknown[] }>('GET', `/shared/${secret}/${what}?${asked}`)
    if (what === part.value && asked === query.value) lines.value = found.lines
  } catch (problem) {
    fault.value = problem instanceof Refused ? problem.message : 'That did not work; try again.'
  }
})
const YEARS_BACK = 10
const years = computed(() => Array.from({ length: YEARS_BACK }, (_, n) => String(yearOf(shared.value?.today ?? '2026-01-01') - n)))
const { some, left, more } = useShowSome(lines)
const register = computed(() => some.value as readonly RegisterLine[])
const plainLines = computed(() => some.value as readonly Plain[])
const rounds = computed(() => some.value as readonly Round[])
const day = (on: Day) => sayDay(on, `${year.value}-01-01`)
const percent = (x: number) => `${plain(Math.max(0, x) * 100, 0)} %`
const amount = (l: RegisterLine, n: number | null) => (n === null ? 'amount not noted' : l.unit === null ? String(n) : sayAs(USUAL_READER, sayAmount(n, l.unit)))
const pack = (l: RegisterLine) => [l.label, l.batch && `batch ${l.batch}`, l.expires && `good until ${sayDay(l.expires, '1970-01-01')}`, l.bought, l.vet && `vet: ${l.vet}`].filter(Boolean).join('; ')
const print = () => window.print()
</script>

<template>
  <DoorFrame :title="shared ? `${shared.holding}, to read` : over ? 'No such link' : 'A link to read by'" wide>
    <template v-if="over">
      <p class="care strong" role="alert">{{ over }}</p>
    </template>
    <WaitLine v-else-if="!shared">Opening it ...</WaitLine>
    <template v-else>
      <p class="soft">{{ shared.by }} lets you ({{ shared.forWhom }}) read this until {{ sayWhen(shared.endsAt) }}. It is as the keeper entered it; nothing can be changed here.</p>
      <div class="asked no-print">
        <PickField v-if="shared.parts.length > 1" id="sh-part" v-model="part" label="What" :unknown="false" :options="shared.parts.map((p) => [p, NAMES[p]] as const)" />
        <PickField id="sh-year" v-model="year" label="Year" :unknown="false" :options="years.map((y) => [y, y] as const)" />
        <PickField v-if="shared.yards.length > 1" id="sh-yard" v-model="yardId" label="Yard" unknown="all of them" :options="shared.yards.map((y) => [y.id, y.name] as const)" searched />
        <div class="out">
          <a v-if="part && part !== 'review'" class="press quiet" :href="`/api/shared/${secret}/${part}/csv?${query}`" :download="`${part}-${year}.csv`">As CSV</a>
          <AButton class="press quiet" @click="print">Print it</AButton>
        </div>
      </div>
      <h2 v-if="part">{{ NAMES[part] }}, {{ year }}</h2>
      <FaultLine v-if="fault">{{ fault }}</FaultLine>
      <WaitLine v-else-if="!lines">Reading ...</WaitLine>
      <p v-else-if="lines.length === 0" class="soft">Nothing in {{ year }}.</p>
      <ul v-else class="lines">
        <template v-if="part === 'register'">
          <li v-for="l in register" :key="l.key">
            <p><strong>{{ l.colony }}</strong> <span class="soft">{{ l.position }} in {{ l.yard }}</span></p>
            <p>{{ l.name }}, {{ day(l.start) }} to {{ l.end ? day(l.end) : 'now, not over' }}{{ l.supersFrom ? `; supers from ${day(l.supersFrom)}` : '' }}</p>
            <p class="small">{{ l.doses.map((d) => `${day(d.on)}: ${amount(l, d.amount)}${d.by ? `, by ${d.by}` : ''}`).join('; ') }}</p>
            <p v-if="pack(l)" class="small">{{ pack(l) }}</p>
            <p v-for="(s, i) in l.struck" :key="i" class="small"><s>{{ day(s.on) }}: {{ [s.what, s.was, s.reason].filter((x) => x !== null).join(', ') }}</s></p>
            <p v-if="l.missing.length > 0" class="care small">Still missing: {{ l.missing.join(', ') }}</p>
          </li>
        </template>
        <template v-else-if="part === 'review'">
          <li v-for="r in rounds" :key="r.key">
            <p><strong>{{ r.name }}</strong> <span class="soft">{{ r.yard }}, {{ day(r.from) }}</span>: {{ reviewedWord(r.verdict) }}</p>
            <p>{{ r.text }}</p>
            <p class="small soft">{{ r.courses.map((c) => `${c.position} ${c.colony}: ${c.share ? `${percent(c.share.estimate)} (${percent(c.share.low)} to ${percent(c.share.high)}), ` : ''}${reviewedWord(c.verdict)}`).join('; ') }}</p>
          </li>
        </template>
        <template v-else>
          <li v-for="(l, i) in plainLines" :key="i">
            <p><strong>{{ l.colony }}</strong> <span class="soft">{{ l.position }} in {{ l.yard }}, {{ day(l.onDay) }}</span></p>
            <p v-if="part === 'counts'">{{ plural(l.mites ?? 0, 'mite') }} {{ l.bees == null ? `in ${plural(l.days ?? 0, 'day')}` : `on ${l.bees}` }} <span class="soft">{{ l.method }}{{ l.rate ? `, ${l.rate} ${l.bees == null ? 'a day' : 'in 100'}` : '' }}</span></p>
            <p v-else class="small">{{ l.seen }}</p>
            <p v-if="l.note" class="small">{{ l.note }}</p>
          </li>
        </template>
      </ul>
      <p v-if="left > 0" class="no-print"><AButton class="press quiet" @click="more">Show more ({{ left }} left)</AButton></p>
    </template>
  </DoorFrame>
</template>

<style scoped>
.asked { display: grid; grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); gap: 12px 16px; align-items: end; }
.out { display: flex; gap: 8px; flex-wrap: wrap; }
.out a { display: inline-flex; align-items: center; text-decoration: none; }
.lines { display: grid; gap: 10px; }
.lines li { display: grid; gap: 2px; border-top: 1px solid var(--hairline); padding-top: 8px; overflow-wrap: anywhere; }
@media print { .lines li { break-inside: avoid; } }
</style>
