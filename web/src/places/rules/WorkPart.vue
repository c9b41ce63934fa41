<script setup lang="ts">
/** The days and hours there are, and what works with them: what rounds are drawn within. And the years whose books are closed. */
import PickField from '../../fields/PickField.vue'
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { vapourMinutes } from '@thistle/core/course'
import { USUAL_WORK, type WorkFacts } from '@thistle/core/holding'
import { WEEKDAYS, type Day } from '@thistle/core/time'
import { plain } from '@thistle/core/units'
import DayField from '../../fields/DayField.vue'
import NumberField from '../../fields/NumberField.vue'

const props = defineProps<{ at: (path: string) => string | null; today: Day }>()
const work = defineModel<WorkFacts | null>('work', { required: true })
const closed = defineModel<Day | null>('closed', { required: true })
const now = computed(() => work.value ?? USUAL_WORK)
const change = (next: Partial<WorkFacts>) => (work.value = { ...now.value, ...next })
/** Monday first. */
const ORDER = [1, 2, 3, 4, 5, 6, 0] as const
const hours = (weekday: number) => Math.round(((now.value.minutes[weekday] ?? 0) / 60) * 100) / 100
const setHours = (weekday: number, h: number | null) => change({ minutes: now.value.minutes.map((m, i) => (i === weekday ? Math.round((h ?? 0) * 60) : m)) })
const setAway = (i: number, next: Partial<{ from: Day; to: Day }>) => change({ away: now.value.away.map((a, k) => (k === i ? { ...a, ...next } : a)) })
const perHive = computed(() => plain(vapourMinutes(now.value.vaporisers), 1))
const awayFault = (i: number) => props.at(`work.away[${i}]`) ?? ((now.value.away[i]?.to ?? '') < (now.value.away[i]?.from ?? '') ? 'It ends before it begins.' : null)
</script>

<template>
  <section id="r-work" class="sheet block" aria-labelledby="r-work-h">
    <h2 id="r-work-h">Your days</h2>
    <p class="soft small">Rounds are drawn on days on which you have time, and no longer than it. Hours for the bees, the drive in them; 0 for a day without.</p>
    <div class="hours">
      <NumberField
        v-for="d in ORDER"
        :id="`r-hours-${d}`"
        :key="d"
        :model-value="hours(d)"
        :label="WEEKDAYS[d] ?? ''"
        unit="h"
        :min="0"
        :max="24"
        :step="0.5"
        :fault="at(`work.minutes[${d}]`) && 'From 0 to 24 hours.'"
        @update:model-value="(h: number | null) => setHours(d, h)"
      />
    </div>
    <div class="fields">
      <NumberField id="r-yard-minutes" :model-value="now.yardMinutes" label="Each visit, besides the hives" unit="min" hint="drive, smoker, tidying up" :min="0" :max="600" :fault="at('work.yardMinutes')" @update:model-value="(n: number | null) => change({ yardMinutes: n ?? 0 })" />
      <NumberField id="r-people" :model-value="now.people" label="People" :min="1" :max="20" :fault="at('work.people')" @update:model-value="(n: number | null) => change({ people: n ?? 1 })" />
      <PickField id="r-vaporiser" :model-value="now.vaporisers.type" label="Vaporiser" :unknown="false" :options="[['rod', 'rod, through a hole'], ['pan', 'pan, under the bees']]" @update:model-value="$event && change({ vaporisers: { ...now.vaporisers, type: $event } })" />
      <NumberField id="r-vaporisers" :model-value="now.vaporisers.count" label="How many of them" :hint="`about ${perHive} min a hive then`" :min="1" :max="20" :fault="at('work.vaporisers.count')" @update:model-value="(n: number | null) => change({ vaporisers: { ...now.vaporisers, count: n ?? 1 } })" />
    </div>
    <h3>Away</h3>
    <div v-for="(a, i) in now.away" :key="i" class="away">
      <DayField :id="`r-away-from-${i}`" :model-value="a.from" label="From" @update:model-value="(d: Day | null) => d && setAway(i, { from: d })" />
      <DayField :id="`r-away-to-${i}`" :model-value="a.to" label="To" :fault="awayFault(i)" @update:model-value="(d: Day | null) => d && setAway(i, { to: d })" />
      <AButton type="link" class="plainlink" @click="change({ away: now.away.filter((_, k) => k !== i) })">Take it out</AButton>
    </div>
    <p>
      <AButton class="press quiet" @click="change({ away: [...now.away, { from: today, to: today }] })">Add days away</AButton>
    </p>
    <h3>Closed books</h3>
    <p class="soft small">Nothing is entered, changed or taken back any more for a day up to this one. Opened again by clearing it; both stand in Last changes.</p>
    <div class="fields one"><DayField id="r-closed" v-model="closed" label="Closed up to (empty: open)" :max="today" :fault="at('closedThrough')" /></div>
  </section>
</template>

<style scoped>
.block { padding: 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
.hours { display: grid; grid-template-columns: repeat(7, minmax(0, 1fr)); gap: 10px; }
.fields { display: grid; grid-template-columns: repeat(auto-fit, minmax(170px, 1fr)); gap: 12px; align-items: start; }
.one { max-width: 260px; }
.away { display: grid; grid-template-columns: 1fr 1fr auto; gap: 12px; align-items: end; max-width: 560px; }
.away .plainlink { min-height: 46px; }
@media screen and (max-width: 720px) {
  .block { padding: 16px 14px; }
  .hours { grid-template-columns: repeat(3, minmax(0, 1fr)); }
  .away { grid-template-columns: minmax(0, 1fr); gap: 6px; }
}
</style>
