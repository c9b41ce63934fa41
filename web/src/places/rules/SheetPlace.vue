<script setup lang="ts">
/** A treatment's sheet: everything the gates and the planner read of it, in plain words, from the same data. */
import CautionNote from '../../parts/CautionNote.vue'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { doseOf, saySource, sheetOf, treatmentOf, USUAL_FRAMES, usualLayout, type SheetKey, type SheetPart } from '@thistle/core/treatments'
import HiveMap from '../../graphics/HiveMap.vue'
import { bareSituation } from '@thistle/core/holding'
import { sayDay } from '../../look/dates.ts'
import { useHolding } from '../../stores/holding.ts'

const route = useRoute()
const holding = useHolding()
const treatment = computed(() => treatmentOf(String(route.params.treatment)))
const rule = computed(() => (treatment.value ? holding.settings?.rules[treatment.value.key] : undefined))
const parts = computed(() => (treatment.value ? sheetOf(treatment.value, rule.value) : []))
const ASIDE: ReadonlySet<SheetKey> = new Set(['gear', 'turn', 'storage', 'disposal', 'differs', 'sources'])
const columns = computed(() => [parts.value.filter((p) => !ASIDE.has(p.key)), parts.value.filter((p) => ASIDE.has(p.key))])
const looked = computed(() => treatment.value?.sources[0]?.lookedAt ?? null)
/** A source stands once, under the last of the facts that rest on it. */
const sourceOf = (p: SheetPart, i: number): string => {
  const { source } = p.facts[i] ?? {}
  return source && p.key !== 'sources' && p.facts[i + 1]?.source !== source ? holding.say(saySource(source)) : ''
}
/** Hives as most are: one brood box with eight frames of bees, two with sixteen. */
const HIVES = [
  { boxes: 1, frames: 8, says: 'One brood box, eight frames of bees' },
  { boxes: 2, frames: 16, says: 'Two brood boxes, sixteen frames of bees' },
] as const
/** Where it is usually put in them, drawn. */
const layouts = computed(() => {
  const of = treatment.value
  const { settings } = holding
  // Strips hang between the frames where nothing else is said.
  if (!of || !settings || (!of.put && !(of.dose.by !== 'none' && of.dose.unit === 'strip'))) return []
  return HIVES.flatMap(({ boxes, frames, says }) => {
    const bare = bareSituation(holding.today, 'north', settings)
    const dose = doseOf(of, { ...bare, rules: settings.rules, colony: { ...bare.colony, broodBoxes: boxes, framesOfBees: frames, brood: 'capped' } })
    const spots = usualLayout(of, dose?.amount ?? 0, { broodBoxes: boxes })
    return spots.length > 0 ? [{ boxes, says, spots, dose: dose?.text ?? '' }] : []
  })
})
const AUTHORISED = { yes: 'Allowed by your own list', no: 'Not allowed by your own list', unknown: 'Not on your own list yet: confirm before use' } as const
</script>

<template>
  <div v-if="treatment" class="page sheetplace">
    <p class="no-print"><RouterLink to="/rules">Rules</RouterLink></p>
    <header>
      <h1>{{ treatment.name }}</h1>
      <p class="soft">
        <template v-if="treatment.way === 'given'">{{ AUTHORISED[rule?.authorised ?? 'unknown'] }}. </template>
        The label in your hand and your local law decide; where they differ from this sheet, they are right.
        <template v-if="treatment.own">
          You made it after a label read on {{ sayDay(treatment.own.readOn, '2000-01-01') }}; nobody else has checked it. What you did not change is as in
          <RouterLink :to="`/rules/${treatment.own.base}`">{{ treatmentOf(treatment.own.base)?.name }}</RouterLink>.
        </template>
        <template v-else>Last read against the fact sheet {{ looked ? sayDay(looked, '2000-01-01') : '' }}; recalled from memory, looked up nowhere.</template>
      </p>
    </header>
    <p v-if="treatment.own" class="no-print"><RouterLink class="press quiet" :to="`/rules/own/${treatment.key}`">Change this sheet</RouterLink></p>
    <p v-else-if="treatment.way === 'given'" class="soft small no-print">Your label says otherwise? Small things go in <RouterLink to="/rules">Rules</RouterLink>; for another form <RouterLink to="/rules/own">make a sheet of your own</RouterLink>.</p>
    <CautionNote v-if="treatment.caution">
      <strong>{{ holding.say(treatment.caution.hazard) }}</strong> {{ holding.say(treatment.caution.protection) }} {{ holding.say(treatment.caution.mishap) }}
    </CautionNote>
    <section v-if="layouts.length > 0" class="layouts" aria-labelledby="sh-where">
      <h2 id="sh-where">Where it is put</h2>
      <div class="maps">
        <figure v-for="l in layouts" :key="l.boxes">
          <HiveMap :model-value="l.spots" :boxes="l.boxes" :frames="USUAL_FRAMES" :put="treatment.put ?? 'between'" fixed />
          <figcaption class="small"><strong>{{ l.says }}</strong> {{ holding.say(l.dose) }}.</figcaption>
        </figure>
      </div>
      <p class="soft small">As it is usually put; it goes where the brood is. Common practice, no source: the label decides.</p>
    </section>
    <div class="columns">
      <div v-for="(column, c) in columns" :key="c">
        <section v-for="p in column" :key="p.key" :aria-label="p.title">
          <h2>{{ p.title }}</h2>
          <ul>
            <li v-for="(f, i) in p.facts" :key="i">
              {{ holding.say(f.text) }}
              <span v-if="f.own" class="own">{{ holding.say(f.own) }}</span>
              <span v-if="sourceOf(p, i)" class="source">{{ sourceOf(p, i) }}.</span>
            </li>
          </ul>
        </section>
      </div>
    </div>
  </div>
  <div v-else class="page">
    <h1>There is no such treatment.</h1>
    <p class="soft"><RouterLink to="/rules">All of them stand in Rules.</RouterLink></p>
  </div>
</template>

<style scoped>
.sheetplace { max-width: 1120px; display: grid; gap: 14px; }
header { display: grid; gap: 6px; max-width: 780px; }
.columns { display: grid; grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr); gap: 10px 44px; }
.maps { display: grid; grid-template-columns: repeat(auto-fit, minmax(min(320px, 100%), 1fr)); gap: 18px; }
figure { margin: 0; display: grid; gap: 6px; align-content: start; min-width: 0; overflow-x: auto; }
section { padding: 10px 0 12px; border-top: 1px solid var(--hairline); }
h2 { font-size: 17px; margin-bottom: 6px; }
li { padding: 3px 0; line-height: 1.4; }
.source { display: block; color: var(--soft); font-size: 13px; }
.own { display: inline-block; background: var(--thistle-wash); color: var(--thistle-deep); border-radius: 6px; padding: 0 7px; font-weight: 600; font-size: 14px; }
@media screen and (max-width: 720px) { .columns { grid-template-columns: minmax(0, 1fr); gap: 0; } }
</style>
