<script setup lang="ts">
/** What a yard is: its name, where on the earth it stands, its clock, and what is usual there. */
import FaultLine from './FaultLine.vue'
import FoldAway from './FoldAway.vue'
import TownPick, { type Town } from './TownPick.vue'
import RowsTable, { type Column } from './RowsTable.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, watch } from 'vue'
import type { MonthNormal } from '@thistle/core/situation'
import { MONTHS } from '@thistle/core/time'
import { call, Refused } from '../server/call.ts'
import DegreesField from '../fields/DegreesField.vue'
import NumberField from '../fields/NumberField.vue'
import PickField from '../fields/PickField.vue'
import TextField from '../fields/TextField.vue'
import PresumedRing from '../graphics/PresumedRing.vue'
import type { YardDraft } from './yard-draft.ts'

const props = defineProps<{ prefix: string; at: (path: string) => string | null }>()
const yard = defineModel<YardDraft>({ required: true })
const asking = ref<'place' | 'usual' | null>(null)
const said = ref<string | null>(null)
/** The town the place was taken from, as it is said. */
const near = ref<string | null>(null)
const placed = computed(() => yard.value.latitude !== null && yard.value.longitude !== null)
const ZONES = computed(() => {
  const known = typeof Intl.supportedValuesOf === 'function' ? Intl.supportedValuesOf('timeZone') : []
  return known.includes(yard.value.timeZone) ? known : [yard.value.timeZone, ...known]
})
const otherZone = ref(false)
const figures = ref(false)
const months = ref(false)
function setLatitude(latitude: number | null): void {
  yard.value.latitude = latitude
  if (latitude !== null && latitude !== 0) yard.value.hemisphere = latitude > 0 ? 'north' : 'south'
}
/** A place and all that follows from it: the half of the earth, its clock, and what is usual there as a guess. */
async function take(latitude: number, longitude: number, from: string): Promise<void> {
  setLatitude(latitude)
  yard.value.longitude = longitude
  near.value = from
  await Promise.all([setZone(), usual()])
}
async function setZone(): Promise<void> {
  const { latitude, longitude } = yard.value
  if (latitude === null || longitude === null) return
  const { default: zoneAt } = await import('@photostructure/tz-lookup')
  try {
    yard.value.timeZone = zoneAt(latitude, longitude)
  } catch {
    // Figures that are no place: the field says so when it is kept.
  }
}
const taken = ({ name, latitude, longitude }: Town) => take(latitude, longitude, `near ${name}`)
/** Figures typed by hand: what follows from them follows once both stand. */
async function typedFigure(): Promise<void> {
  near.value = null
  if (placed.value) await Promise.all([setZone(), yard.value.normals.every((n) => n.guess) ? usual() : null])
}
function here(): void {
  said.value = null
  asking.value = 'place'
  navigator.geolocation.getCurrentPosition(
    ({ coords }) => {
      asking.value = null
      const two = (figure: number) => Math.round(figure * 100) / 100
      void take(two(coords.latitude), two(coords.longitude), 'where you were just now')
    },
    () => {
      said.value = 'This device does not say where it is. Take the nearest town instead.'
      asking.value = null
      document.getElementById(id('town'))?.focus()
    },
    { timeout: 10_000, maximumAge: 600_000 },
  )
}
const WHY = { down: 'does not answer', slow: 'is too slow just now', nonsense: 'talks nonsense just now' } as const
async function usual(): Promise<void> {
  const { latitude, longitude } = yard.value
  if (latitude === null || longitude === null) return
  said.value = null
  asking.value = 'usual'
  try {
    const told = await call<{ state: 'told' | keyof typeof WHY; service: string | null; normals: MonthNormal[] }>('GET', `/weather/usual?latitude=${latitude}&longitude=${longitude}`)
    if (told.state === 'told') yard.value.normals = told.normals.map((n) => ({ ...n, guess: true }))
    said.value = told.state === 'told' ? `What is usual there comes from the ${told.service}: a guess by latitude, often far too mild inland.` : `The weather service ${WHY[told.state]}: what is usual there stays open. Type the months, or leave them for later.`
  } catch (problem) {
    said.value = problem instanceof Refused ? problem.message : 'The months could not be fetched.'
  } finally {
    asking.value = null
  }
}
type Month = YardDraft['normals'][number]
/** What the keeper types is theirs, and no guess any more. */
function typed(n: Month, what: 'high' | 'low', degrees: number | null): void {
  if (n[what] === degrees) return
  n[what] = degrees
  delete n.guess
}
const guessed = computed(() => yard.value.normals.filter((n) => n.guess).length)
function startMonths(): void {
  yard.value.normals = MONTHS.map((_, i) => ({ month: i + 1, high: null, low: null }))
}
const MONTHLY: readonly Column<YardDraft['normals'][number]>[] = [
  { key: 'month', title: 'Month', heads: true },
  { key: 'high', title: 'High' },
  { key: 'low', title: 'Low' },
]
const id = (name: string) => `${props.prefix}-${name}`
/** "47.9 N, 11.4 E". */
const sayPlace = (latitude: number, longitude: number) => `${Math.abs(latitude).toFixed(1)} ${latitude < 0 ? 'S' : 'N'}, ${Math.abs(longitude).toFixed(1)} ${longitude < 0 ? 'W' : 'E'}`
/** What is refused is not folded away. */
watch(() => props.at('latitude') ?? props.at('longitude'), (wrong) => wrong && (figures.value = true))
</script>

<template>
  <div class="yard">
    <TextField :id="id('name')" v-model="yard.name" label="Name of the yard" :most="60" :fault="at('name')" />
    <fieldset>
      <legend>Where it stands</legend>
      <p class="soft small">For the weather of its own days. It can be left for later: until then Match counts the weather as not known.</p>
      <p class="row">
        <AButton class="press quiet" :disabled="asking !== null" @click="here">{{ asking === 'place' ? 'Asking the device ...' : 'It is where I am now' }}</AButton>
      </p>
      <TownPick :id="id('town')" label="Or near which town" @take="taken" />
      <p v-if="placed" class="settled strong" role="status">
        {{ near ? `Placed ${near}: ` : '' }}about {{ sayPlace(yard.latitude ?? 0, yard.longitude ?? 0) }}, clock of {{ yard.timeZone.replace(/_/g, ' ') }}.
        <AButton v-if="!otherZone" type="link" class="plainlink" @click="otherZone = true">Another clock</AButton>
      </p>
      <PickField v-else :id="id('hemisphere')" v-model="yard.hemisphere" label="Until a place is set, it lies" :unknown="false" :options="[['north', 'north of the equator'], ['south', 'south of the equator']]" />
      <PickField v-if="otherZone || at('timeZone')" :id="id('zone')" :model-value="yard.timeZone" label="Its clock" :unknown="false" searched :options="ZONES.map((z) => [z, z.replace(/_/g, ' ')] as const)" :fault="at('timeZone')" @update:model-value="yard.timeZone = $event ?? yard.timeZone" />
      <FoldAway v-model:open="figures" title="By the figures of a map">
        <div class="three">
          <NumberField :id="id('lat')" :model-value="yard.latitude" label="Latitude" hint="south of the equator with a minus" :min="-90" :max="90" :step="0.01" :fault="at('latitude')" @update:model-value="setLatitude" @focusout="typedFigure" />
          <NumberField :id="id('lon')" v-model="yard.longitude" label="Longitude" hint="west of Greenwich with a minus" :min="-180" :max="180" :step="0.01" :fault="at('longitude')" @focusout="typedFigure" />
        </div>
        <p class="soft small">Two decimals are enough: about a kilometre.</p>
      </FoldAway>
      <p v-if="said" class="care" role="status">{{ said }}</p>
    </fieldset>
    <FoldAway v-model:open="months" title="What is usual there, month by month">
      <p class="soft small">The usual high and low of a day: read where no forecast reaches, and said to be that.</p>
      <p class="row">
        <AButton class="press quiet" :disabled="!placed || asking !== null" @click="usual">{{ asking === 'usual' ? 'Fetching ...' : 'Fetch them for this place' }}</AButton>
        <AButton v-if="yard.normals.length === 0" type="link" class="plainlink" @click="startMonths">Type them</AButton>
        <span v-if="!placed" class="soft small">a place first</span>
      </p>
      <p v-if="guessed > 0" class="care small"><PresumedRing label="presumed" /> {{ guessed === 12 ? 'All twelve months are' : guessed === 1 ? 'One month is' : `${guessed} months are` }} a guess by latitude: what rests on them is presumed until you type over them, or take them from a station's file (Weather).</p>
      <RowsTable v-if="yard.normals.length > 0" class="months" label="Usual temperatures, month by month" :columns="MONTHLY" :rows="yard.normals" :row-key="(n) => String(n.month)">
        <template #month="{ row: n }">{{ MONTHS[n.month - 1] }} <PresumedRing v-if="n.guess" label="a guess" /></template>
        <template #high="{ row: n }"><DegreesField :id="id(`high-${n.month}`)" :model-value="n.high" hidden :label="`Usual high in ${MONTHS[n.month - 1]}`" @update:model-value="typed(n, 'high', $event)" /></template>
        <template #low="{ row: n }"><DegreesField :id="id(`low-${n.month}`)" :model-value="n.low" hidden :label="`Usual low in ${MONTHS[n.month - 1]}`" @update:model-value="typed(n, 'low', $event)" /></template>
      </RowsTable>
    </FoldAway>
    <FaultLine v-if="at('normals')">{{ at('normals') }}</FaultLine>
  </div>
</template>

<style scoped>
.yard { display: grid; grid-template-columns: minmax(0, 1fr); gap: 14px; }
fieldset { border: 0; padding: 0; margin: 0; display: grid; gap: 10px; min-width: 0; }
legend { font-family: var(--face-title); font-weight: 560; font-size: 17px; padding: 0; margin-bottom: 4px; }
.three { display: grid; grid-template-columns: repeat(auto-fit, minmax(140px, 1fr)); gap: 12px; align-items: start; }
.row { display: flex; gap: 14px; align-items: center; flex-wrap: wrap; }
.months { max-width: 420px; }
.months { --row-line: 0; }
.months.months :deep(.ant-table-tbody > tr > *) { padding: 2px 8px 2px 0; color: var(--soft); }
</style>
