<script setup lang="ts">
/** Where a yard's temperatures come from, and days of one's own, by hand or from a station's file. */
import FaultLine from './FaultLine.vue'
import FoldAway from './FoldAway.vue'
import FilePick from '../fields/FilePick.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, toRefs, watch } from 'vue'
import type { LeftOut } from '@thistle/core/tables'
import type { YardRecord } from '@thistle/core/holding'
import type { MonthNormal } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import { sayDay } from '../look/dates.ts'
import { useHolding } from '../stores/holding.ts'
import { useKeptForm } from '../stores/kept-forms.ts'
import KeptNote from './KeptNote.vue'
import DayField from '../fields/DayField.vue'
import AreaField from '../fields/AreaField.vue'
import { plain, plural, toCelsius } from '@thistle/core/units'
import DegreesField from '../fields/DegreesField.vue'
import SidePane from './SidePane.vue'
import { useSave } from './useSave.ts'
import { sayWeatherTrouble } from './weather-words.ts'
import { sayWhen } from './when.ts'
import { wholeOf } from './yard-draft.ts'

const props = defineProps<{ yard: YardRecord }>()
const emit = defineEmits<{ close: [] }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const trouble = computed(() => sayWeatherTrouble(props.yard))
const weatherOf = (day: Day | null) => props.yard.weather.find((d) => d.date === day) ?? null
/** How far its forecasts were off here, where any were held against what came. */
const record = computed(() => {
  const kept = props.yard.weatherFrom?.record
  if (!kept || kept.n === 0) return ''
  return `: here ${plural(kept.n, 'forecast was', 'forecasts were')} held against what came, and it is counted with ${plain(kept.doubt, 2)} times the usual error`
})
const own = computed(() => (props.yard.weatherFrom?.ownDays ?? []).map((d) => ({ ...d, weather: weatherOf(d.date) })).toReversed())

const day = ref<Day | null>(holding.day)
const high = ref<number | null>(null)
const low = ref<number | null>(null)
watch(
  day,
  (now) => {
    high.value = weatherOf(now)?.high ?? null
    low.value = weatherOf(now)?.low ?? null
  },
  { immediate: true },
)
const path = computed(() => `/yards/${props.yard.id}/weather`)
const said = ref<string | null>(null)
async function keep(): Promise<void> {
  said.value = null
  const done = await save(async () => {
    await holding.persist('PUT', path.value, { source: 'hand', days: [{ date: day.value, high: high.value, low: low.value }] })
    await holding.refresh(props.yard.id)
  })
  if (done && day.value) said.value = `${sayDay(day.value)} is kept; it wins over the service.`
}
async function drop(date: Day): Promise<void> {
  said.value = null
  const done = await save(async () => {
    await holding.persist('DELETE', `${path.value}/${date}`)
    await holding.refresh(props.yard.id)
  })
  if (done) said.value = `${sayDay(date)} is taken away; the service's own figure stands again.`
}

/** Ten days in a row, as a forecast is read off elsewhere. */
const { form: typed, typedOn, anew } = useKeptForm(`days of ${props.yard.id}`, () => ({ row: '' }))
const { row } = toRefs(typed)
const rowFault = ref<string | null>(null)
async function keepRow(): Promise<void> {
  said.value = null
  const { readDaysAhead } = await import('@thistle/core/tables')
  const read = readDaysAhead(row.value, props.yard.today, (typed) => (holding.unit === 'F' ? toCelsius(typed) : typed))
  rowFault.value = read.ok ? null : holding.say(read.sentence)
  if (!read.ok) return
  const done = await save(async () => {
    await holding.persist('PUT', path.value, { source: 'hand', days: read.days })
    await holding.refresh(props.yard.id)
  })
  if (!done) return
  anew()
  said.value = `${read.days.length} days from today on are kept; they win over the service.`
}

/** A file that reaches through the year says what is usual, nearer than a guess by latitude. */
const months = ref<readonly MonthNormal[] | null>(null)
async function takeMonths(): Promise<void> {
  const body = { ...wholeOf(props.yard), normals: months.value }
  said.value = null
  if (!(await save(() => holding.put('yards', props.yard.id, body, props.yard.id).then(() => undefined)))) return
  months.value = null
  said.value = 'What is usual here is the station’s from now on.'
}

const MOST_BYTES = 2_000_000
const leftOut = ref<readonly LeftOut[]>([])
const refusal = ref<string | null>(null)
async function readFile(chosen: File): Promise<void> {
  said.value = null
  refusal.value = null
  leftOut.value = []
  if (chosen.size > MOST_BYTES) {
    refusal.value = `${chosen.name} is over 2 MB: cut it to the last two years.`
    return
  }
  const text = await chosen.text()
  const { readStationDays, usualOf } = await import('@thistle/core/tables')
  const read = readStationDays(text)
  if (!read.ok) {
    refusal.value = `${chosen.name} was not taken. ${holding.say(read.sentence)}`
    return
  }
  leftOut.value = read.leftOut
  months.value = usualOf(read.days)
  const days = read.days.filter((d) => d.date <= addDays(props.yard.today, 14))
  const done = await save(async () => {
    const { changed } = await holding.persist<{ changed: number }>('PUT', path.value, { source: 'station', days })
    await holding.refresh(props.yard.id)
    said.value = `${days.length} days read from ${chosen.name}, ${sayDay(days[0]?.date ?? '', props.yard.today)} to ${sayDay(days.at(-1)?.date ?? '', props.yard.today)}; ${changed} of them are new or changed.`
  })
  if (!done) said.value = null
}
</script>

<template>
  <SidePane title="Weather" :sub="yard.name" @close="emit('close')">
    <section class="part">
      <p v-if="trouble" class="care strong" role="status">{{ trouble }}</p>
      <p v-else>From the {{ yard.weatherFrom?.service ?? 'weather service' }}, asked {{ sayWhen(yard.weatherFrom?.askedAt ?? null) }}. What was observed up to yesterday, a forecast for ten days, then what is usual for the season.</p>
      <p class="soft small">A forecast errs more the further ahead it looks{{ record }}. Your own days win over it: in a valley or on a hill the service may not know.</p>
      <p v-if="yard.weatherFrom?.state === 'no-place'"><RouterLink to="/rules">Say where the yard stands</RouterLink></p>
    </section>
    <AForm v-if="holding.mayWrite" novalidate layout="vertical" class="part" @submit="keep">
      <h3>A day of your own</h3>
      <DayField id="we-day" v-model="day" label="Day" :max="addDays(yard.today, 14)" :fault="at('days[0].date')" />
      <div class="two">
        <DegreesField id="we-high" v-model="high" label="Highest" :fault="at('days[0].high')" />
        <DegreesField id="we-low" v-model="low" label="Lowest" :fault="at('days[0].low') ?? at('days[0]')" />
      </div>
      <AButton type="primary" class="press" html-type="submit" :disabled="busy">Keep the day</AButton>
    </AForm>
    <AForm v-if="holding.mayWrite" novalidate layout="vertical" class="part" @submit="keepRow">
      <h3>The days ahead, in a row</h3>
      <KeptNote :typed-on="typedOn" @anew="anew" />
      <AreaField id="we-row" v-model="row" :label="`High/low of each day from today on, °${holding.unit}`" :most="400" placeholder="27/14 29/15 31/16 ..." :fault="rowFault" />
      <AButton class="press quiet" html-type="submit" :disabled="busy || row.trim() === ''">Keep these days</AButton>
    </AForm>
    <section v-if="holding.mayWrite" class="part">
      <h3>A station's file</h3>
      <p class="soft small">CSV with a heading: date, high, low; or date and temperature for readings through the day. °F where the heading says so.</p>
      <FilePick :label="busy ? 'Reading ...' : 'Choose the file'" accept=".csv,text/csv,text/plain" :disabled="busy" @file="readFile" />
      <FaultLine v-if="refusal">{{ refusal }}</FaultLine>
      <p v-if="months">
        The file reaches through the year: January up to {{ holding.degrees(months[0]?.high ?? 0) }}, July up to {{ holding.degrees(months[6]?.high ?? 0) }} on average.
        <AButton class="press quiet" :disabled="busy" @click="takeMonths">Take its months as what is usual here</AButton>
      </p>
      <FoldAway v-if="leftOut.length > 0" :title="`${leftOut.length} ${leftOut.length === 1 ? 'line was' : 'lines were'} left out`">
        <ul class="small">
          <li v-for="l in leftOut.slice(0, 20)" :key="l.line">Line {{ l.line }}: {{ holding.say(l.why) }}.</li>
        </ul>
      </FoldAway>
    </section>
    <p v-if="said" class="settled strong" role="status">{{ said }}</p>
    <FaultLine v-if="fault && !at('days[0].date') && !at('days[0].high') && !at('days[0].low') && !at('days[0]')">{{ fault }}</FaultLine>
    <section v-if="own.length > 0" class="part">
      <h3>Your days around now</h3>
      <ul class="own">
        <li v-for="d in own" :key="d.date">
          <span>{{ sayDay(d.date, yard.today) }}</span>
          <span>{{ d.weather ? `${holding.degrees(d.weather.low ?? d.weather.high)} to ${holding.degrees(d.weather.high)}` : '' }}</span>
          <span class="soft small">{{ d.source === 'station' ? 'station' : 'by hand' }}</span>
          <AButton v-if="holding.mayWrite" type="link" class="plainlink small" :disabled="busy" :aria-label="`Take away your ${sayDay(d.date)}`" @click="drop(d.date)">take away</AButton>
        </li>
      </ul>
    </section>
  </SidePane>
</template>

<style scoped>
.part { display: grid; gap: 10px; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 12px; align-items: start; }
.own li { display: grid; grid-template-columns: 90px 1fr auto auto; gap: 10px; align-items: center; min-height: 34px; border-bottom: 1px solid var(--hairline); font-size: 14.5px; }
@media screen and (max-width: 720px) { .own button { min-height: 48px; } }
</style>
