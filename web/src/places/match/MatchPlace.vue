<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answer, type AnsweredOption } from '@thistle/core/course'
import { situationOf } from '@thistle/core/holding'
import { judged, startDays, type Verdict } from '@thistle/core/match'
import { PRIORITIES, type Priority, type Situation } from '@thistle/core/situation'
import { addDays, sayDay, sayDayLong, type Day } from '@thistle/core/time'
import { treatmentOf } from '@thistle/core/treatments'
import DayStrip from '../../graphics/DayStrip.vue'
import CountDot from '../../parts/CountDot.vue'
import VerdictRound from '../../graphics/VerdictRound.vue'
import { useNarrow } from '../../look/narrow.ts'
import { useColonyInView } from '../../parts/useColonyInView.ts'
import { factLines, SUPERS_WORDS, wordOf } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import CoursePanel from './CoursePanel.vue'
import OptionReasons from './OptionReasons.vue'
import { GATE_WORDS } from './gate-words.ts'

const router = useRouter()
const holding = useHolding()
const narrow = useNarrow()

const place = useColonyInView((s) => s.inHand === null && s.steps.some((x) => x.kind === 'choose'))

/** A case read from a file stands in the colony's stead until it is put away; it is kept nowhere. */
const file = shallowRef<{ name: string; situation: Situation } | null>(null)
const refusal = ref<string | null>(null)
const priority = ref<Priority>(holding.settings?.priority ?? 'knockdown')

const base = computed<Situation | null>(() => {
  if (file.value) return file.value.situation
  if (!place.value || !holding.settings) return null
  return situationOf(place.value.yard.yard, place.value.state.colony, { ...holding.settings, priority: priority.value })
})
watch(file, (now) => {
  if (now) holding.day = now.situation.startOn
})
const situation = computed<Situation | null>(() => (base.value ? { ...base.value, startOn: holding.day } : null))
const result = computed(() => (situation.value ? answer(situation.value) : null))
const shown = computed<string | null>({ get: () => chosen.value ?? result.value?.options[0]?.treatment ?? null, set: (key) => (chosen.value = key) })
const chosen = ref<string | null>(null)
const option = computed<AnsweredOption | null>(
  () => result.value?.options.find((o) => o.treatment === shown.value) ?? result.value?.options[0] ?? null,
)
/** The day from which starts are shaded: today, or the day on which a loaded case was known. */
const origin = computed<Day>(() => file.value?.situation.asOf ?? holding.today)
const verdicts = computed<ReadonlyMap<Day, Verdict> | null>(() => {
  const treatment = option.value ? treatmentOf(option.value.treatment) : null
  if (!treatment || !base.value) return null
  return new Map(startDays(treatment, judged(base.value), origin.value, 63).map((d) => [d.day, d.verdict]))
})
/** The strip shows the weather that is judged: a loaded case brings its own. */
const stripYard = computed(() => {
  const yard = place.value?.yard.yard
  if (!yard || !file.value) return yard
  const { weather, normals } = file.value.situation
  return { ...yard, name: file.value.name, weather, normals }
})
const limit = computed(() => {
  const first = option.value ? treatmentOf(option.value.treatment)?.temperature.find((t) => t.outer[1] !== null) : null
  return first?.outer[1] != null ? { high: first.outer[1], name: 'limit' } : null
})
const beyond = computed(() => {
  const far = addDays(origin.value, 22)
  const found =
    option.value?.earliest && option.value.earliest > far ? [{ day: option.value.earliest, text: `first fits ${sayDay(option.value.earliest)}` }] : []
  const out = option.value?.course.find((j) => j.job === 'remove')
  return out && out.best > far ? [...found, { day: out.best, text: `out ${sayDay(out.best)}` }] : found
})

const groups = computed(() => {
  const all = result.value?.options ?? []
  return [
    { title: `Fits on ${sayDay(holding.day)}`, list: all.filter((o) => o.verdict === 'fits' || o.verdict === 'care') },
    { title: 'From a later day', list: all.filter((o) => o.verdict === 'wait') },
    { title: 'Ruled out', list: all.filter((o) => o.verdict === 'ruled-out') },
  ].filter((g) => g.list.length > 0)
})
const WEIGHT = { fits: 0, care: 1, wait: 2, 'ruled-out': 3 }
const cell = (o: AnsweredOption, gate: string) =>
  o.findings.filter((f) => f.gate === gate).reduce((worst, f) => (WEIGHT[f.level] > WEIGHT[worst.level] ? f : worst))
const deciding = (o: AnsweredOption) => o.findings.find((f) => f.level === o.verdict)
const gateWord = (f: AnsweredOption['findings'][number] | undefined) => GATE_WORDS.find(([key]) => key === f?.gate)?.[1].toLowerCase() ?? ''
function sayVerdict(o: AnsweredOption): string {
  if (o.verdict === 'fits') return 'Fits'
  if (o.verdict === 'care') return 'Fits with care'
  if (o.verdict === 'wait') return o.earliest ? `From ${sayDay(o.earliest)}` : `Not yet: ${gateWord(deciding(o))}`
  return `Ruled out: ${gateWord(deciding(o))}`
}
const gist = (o: AnsweredOption) => {
  const t = treatmentOf(o.treatment)
  if (!o.dose) return result.value ? `by ${sayDay(result.value.judgement.recountBy)}` : ''
  const rounds = o.course.filter((j) => j.job === 'dose').length
  return `${o.dose.text.split(':')[0]}${rounds > 1 ? `, ${rounds} rounds` : ''}, ${t?.patterns.find((p) => p.when === 'always')?.name ?? (rounds > 1 ? '5 days apart' : 'once')}`
}
const PRIORITY_WORDS: Record<Priority, string> = {
  knockdown: 'strongest knockdown first',
  'fewest-visits': 'fewest visits first',
  gentle: 'gentlest first',
  'keep-supers': 'keep supers on first',
}

async function saveCase(): Promise<void> {
  if (!situation.value) return
  const { writeCase } = await import('@thistle/core/formats')
  const address = URL.createObjectURL(new Blob([writeCase(situation.value)], { type: 'application/json' }))
  const link = Object.assign(document.createElement('a'), {
    href: address,
    download: `case-${place.value?.state.colony.name.toLowerCase() ?? 'file'}-${holding.day}.json`,
  })
  link.click()
  URL.revokeObjectURL(address)
}
async function loadCase(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const chosenFile = input.files?.[0]
  input.value = ''
  if (!chosenFile) return
  refusal.value = null
  if (chosenFile.size > 1_000_000) {
    refusal.value = `${chosenFile.name} is over 1 MB: that is no case file.`
    return
  }
  let value: unknown
  try {
    value = JSON.parse(await chosenFile.text())
  } catch {
    refusal.value = `${chosenFile.name} is not JSON.`
    return
  }
  const { parseCase } = await import('@thistle/core/formats')
  const parsed = parseCase(value)
  if (parsed.ok) file.value = { name: chosenFile.name, situation: parsed.situation }
  else refusal.value = `${chosenFile.name} was not taken: ${parsed.refusal.sentence}`
}
function putAway(): void {
  file.value = null
  holding.day = holding.today
}
async function started(): Promise<void> {
  await router.push(`/yards/${place.value?.yard.yard.id ?? ''}?colony=${place.value?.state.colony.id ?? ''}`)
}
</script>

<template>
  <template v-if="place && result && situation">
    <DayStrip :yard="stripYard ?? place.yard.yard" :limit="limit" :verdicts="verdicts" :beyond="beyond" />
    <div class="match">
      <aside class="facts" aria-label="What is known">
        <template v-if="file">
          <h1>A case from a file</h1>
          <p class="care strong">
            {{ file.name }}: kept nowhere.
            <button class="plainlink" type="button" @click="putAway">Put it away</button>
          </p>
        </template>
        <template v-else>
          <h1>{{ place.state.colony.name }}</h1>
          <p class="soft">
            {{ place.state.colony.placement.position }} in the row,
            <RouterLink :to="`/yards/${place.yard.yard.id}`">{{ place.yard.yard.name }}</RouterLink>
          </p>
          <label class="other">
            <span class="unseen">Another colony</span>
            <select class="pick" :value="place.state.colony.id" @change="router.push(`/match/${($event.target as HTMLSelectElement).value}`)">
              <option v-for="s in place.yard.row" :key="s.colony.id" :value="s.colony.id">
                {{ s.colony.placement.position }} {{ s.colony.name }}{{ s.judgement.estimate === null ? '' : `, ${s.judgement.estimate.toFixed(1)}` }}
              </option>
            </select>
          </label>
        </template>
        <CountDot large :judgement="result.judgement" />
        <p class="serif says">{{ result.judgement.text }}</p>
        <p v-for="n in result.judgement.notes" :key="n" class="care small">{{ n }}</p>
        <component :is="narrow ? 'details' : 'div'" class="known">
          <summary v-if="narrow">What is known, and more</summary>
          <dl>
            <template v-for="[k, v] in factLines(situation.colony)" :key="k">
              <dt>{{ k }}</dt>
              <dd>{{ v }}</dd>
            </template>
            <dt>Supers</dt>
            <dd>
              {{ wordOf(SUPERS_WORDS, situation.supers.now) }}
              <template v-if="situation.supers.now === 'for-people' && situation.supers.offOn">
                until {{ sayDay(situation.supers.offOn, situation.asOf) }}
              </template>
            </dd>
            <dt>Next supers</dt>
            <dd>{{ situation.supers.nextOn ? sayDay(situation.supers.nextOn, situation.asOf) : 'none expected' }}</dd>
            <dt>Open until</dt>
            <dd>{{ situation.lastOpening ? sayDay(situation.lastOpening, situation.asOf) : 'no day set' }}</dd>
            <dt>Last time</dt>
            <dd>
              {{
                situation.history.length > 0
                  ? `${treatmentOf(situation.history.at(-1)?.treatment ?? '')?.name ?? situation.history.at(-1)?.treatment}, ${sayDay(situation.history.at(-1)?.start ?? '', situation.asOf)}`
                  : 'nothing known'
              }}
            </dd>
          </dl>
        <p v-if="!file" class="small">
          <RouterLink :to="`/yards/${place.yard.yard.id}?colony=${place.state.colony.id}`">Note a look</RouterLink>
          ·
          <RouterLink :to="`/count/${place.state.colony.id}`">Count</RouterLink>
          ·
          <RouterLink to="/rules">Rules</RouterLink>
        </p>
        <div class="case small no-print">
          <button class="plainlink" type="button" @click="saveCase">Save this case</button>
          ·
          <label class="plainlink">
            Load a case
            <input class="unseen" type="file" accept="application/json,.json" @change="loadCase" />
          </label>
          <p v-if="refusal" class="alarm strong" role="alert">{{ refusal }}</p>
        </div>
        </component>
      </aside>

      <section class="options" aria-labelledby="what-fits">
        <div class="head">
          <h2 id="what-fits">What fits on {{ sayDayLong(holding.day) }}</h2>
          <label v-if="!file" class="small">
            <span class="unseen">Order</span>
            <select v-model="priority" class="order">
              <option v-for="p in PRIORITIES" :key="p" :value="p">{{ PRIORITY_WORDS[p] }}</option>
            </select>
          </label>
        </div>
        <p v-if="result.judgement.level === 'urgent'" class="caution">
          This colony is in danger and every option has its cost. A queen lost can be mended, a colony lost cannot.
        </p>

        <table v-if="!narrow" class="matrix">
          <thead>
            <tr>
              <th scope="col">Treatment</th>
              <th v-for="[key, word, ask] in GATE_WORDS" :key="key" scope="col" :title="ask">{{ word }}</th>
              <th scope="col">Verdict</th>
            </tr>
          </thead>
          <tbody v-for="g in groups" :key="g.title">
            <tr class="group">
              <th :colspan="11" scope="rowgroup">{{ g.title }}</th>
            </tr>
            <template v-for="o in g.list" :key="o.treatment">
              <tr :class="['option', `v-${o.verdict}`, { shown: o.treatment === option?.treatment }]" @click="shown = o.treatment">
                <th scope="row">
                  <button type="button" class="pickone" :aria-expanded="o.treatment === option?.treatment" @click.stop="shown = o.treatment">
                    {{ treatmentOf(o.treatment)?.name }}
                  </button>
                  <span class="soft small">{{ gist(o) }}</span>
                </th>
                <td
                  v-for="[key, word] in GATE_WORDS"
                  :key="key"
                  class="cell"
                  :class="{ decides: cell(o, key).level === o.verdict && o.verdict !== 'fits' }"
                  :title="`${word}: ${holding.say(cell(o, key).text)}`"
                >
                  <span v-if="cell(o, key).level === 'fits'" class="dot"><span class="unseen">fits</span></span>
                  <template v-else>
                    <VerdictRound :verdict="cell(o, key).level" :label="cell(o, key).level" />
                    <span class="fig">{{ cell(o, key).figure }}</span>
                  </template>
                </td>
                <td class="verdict">
                  <VerdictRound :verdict="o.verdict" :size="18" />
                  {{ sayVerdict(o) }}
                </td>
              </tr>
              <tr v-if="o.treatment === option?.treatment" class="why">
                <td :colspan="11"><OptionReasons :option="o" /></td>
              </tr>
            </template>
          </tbody>
        </table>

        <div v-else class="cards">
          <template v-for="g in groups" :key="g.title">
            <h3>{{ g.title }}</h3>
            <article v-for="o in g.list" :key="o.treatment" class="card sheet" :class="{ shown: o.treatment === option?.treatment }">
              <button type="button" class="cardhead" :aria-expanded="o.treatment === option?.treatment" @click="shown = o.treatment">
                <VerdictRound :verdict="o.verdict" :size="24" />
                <span>
                  <strong>{{ treatmentOf(o.treatment)?.name }}</strong>
                  <span class="soft">{{ sayVerdict(o) }}; {{ gist(o) }}</span>
                </span>
              </button>
              <p v-if="o.treatment !== option?.treatment" class="small">
                {{ holding.say(deciding(o)?.text ?? '') }}
                <span class="flip">{{ o.verdict === 'fits' ? '' : holding.say(deciding(o)?.flip ?? '') }}</span>
              </p>
              <template v-else>
                <OptionReasons :option="o" />
                <CoursePanel
                  :key="o.treatment + holding.day"
                  :option="o"
                  :situation="situation"
                  :place="file ? null : place"
                  @day="holding.day = $event"
                  @started="started"
                />
              </template>
            </article>
          </template>
        </div>
        <p v-if="!narrow" class="soft small foot">
          A dot fits; half a round fits with care; an open round not on this day; a struck one is ruled out. Forecast first, then what is usual for
          the month.
        </p>
      </section>

      <aside v-if="!narrow && option" class="course">
        <CoursePanel
          :key="option.treatment"
          :option="option"
          :situation="situation"
          :place="file ? null : place"
          @day="holding.day = $event"
          @started="started"
        />
      </aside>
    </div>
  </template>
  <div v-else class="page">
    <h1>There is nothing to match yet.</h1>
    <p class="soft">
      Add a colony and count it first.
      <RouterLink to="/yards">To the yards</RouterLink>
    </p>
  </div>
</template>

<style scoped>
.match { display: grid; grid-template-columns: 236px minmax(0, 1fr) 290px; max-width: 1360px; margin: 0 auto; min-height: calc(100vh - 190px); }
.facts { padding: 18px 18px 40px 20px; display: grid; gap: 9px; align-content: start; }
.facts h1 { font-size: 24px; }
.says { font-size: 17.5px; line-height: 1.28; font-weight: 560; }
dl { display: grid; grid-template-columns: 84px 1fr; gap: 5px 8px; margin: 4px 0; font-size: 14.5px; }
dt { color: var(--soft); }
dd { margin: 0; }
.known { display: grid; gap: 9px; }
.known summary { min-height: 48px; display: flex; align-items: center; color: var(--thistle); text-decoration: underline; text-underline-offset: 3px; cursor: pointer; }
.other select { min-height: 38px; padding: 4px 8px; }
.case { display: block; }
.case label { display: inline; }
.case label:focus-within { outline: 3px solid var(--thistle); outline-offset: 2px; }
.options { background: var(--sheet); border-left: 1px solid var(--hairline); border-right: 1px solid var(--hairline); padding: 18px 0 40px; }
.head { display: flex; align-items: baseline; gap: 14px; padding: 0 16px 8px; flex-wrap: wrap; }
.order { font: inherit; border: 0; border-bottom: 1px dotted var(--soft); background: none; color: var(--soft); padding: 4px 2px; cursor: pointer; }
.options > .caution { margin: 0 16px 8px; }
.matrix { width: 100%; border-collapse: collapse; }
thead th { font-size: 12.5px; font-weight: 600; color: var(--soft); padding: 6px 2px; text-align: center; border-bottom: 1px solid var(--hairline); }
thead th:first-child { text-align: left; padding-left: 16px; }
thead th:last-child { text-align: left; }
.group th { text-align: left; font-family: var(--face-title); font-weight: 560; font-size: 15px; padding: 12px 16px 4px; color: var(--soft); }
.option { cursor: pointer; border-bottom: 1px solid var(--hairline); }
.option:hover { background: var(--thistle-pale); }
.option.shown { background: var(--thistle-wash); box-shadow: inset 3px 0 0 var(--thistle); }
.option th { text-align: left; padding: 8px 4px 8px 16px; font-weight: 400; width: 214px; }
.pickone { background: none; border: 0; padding: 0; font-weight: 600; text-align: left; cursor: pointer; display: block; }
.pickone:hover { color: var(--thistle); }
.v-ruled-out .pickone { color: var(--soft); }
.cell { text-align: center; padding: 4px 1px; min-width: 40px; line-height: 1.1; }
.cell .fig { display: block; font-size: 11.5px; color: var(--ink); margin-top: 2px; }
.cell.decides { box-shadow: inset 0 0 0 1.5px var(--thistle-mid); border-radius: 8px; }
.dot { display: inline-block; width: 5px; height: 5px; border-radius: 50%; background: #b9afbf; }
.verdict { font-weight: 650; white-space: nowrap; padding: 4px 12px 4px 6px; font-size: 14.5px; }
.why td { background: var(--thistle-pale); padding: 8px 16px 12px; border-bottom: 1px solid var(--hairline); }
.foot { padding: 12px 16px; }
.course { padding: 18px 20px 40px 18px; }
.flip { color: var(--thistle); font-weight: 600; }
@media (max-width: 1120px) and (min-width: 721px) {
  .match { grid-template-columns: minmax(0, 1fr) 290px; }
  .facts { grid-column: 1 / -1; }
  .verdict { white-space: normal; }
}
@media (max-width: 720px) {
  .known { display: block; }
  .match { display: flex; flex-direction: column; padding-bottom: 90px; }
  .facts { padding: 16px 16px 4px; }
  .options { border: 0; background: none; padding: 8px 12px 20px; }
  .head { padding: 6px 4px; }
  .cards { display: grid; gap: 10px; }
  .cards h3 { margin: 8px 4px 0; color: var(--soft); }
  .card { padding: 12px 14px; display: grid; gap: 8px; }
  .card.shown { border-color: var(--thistle); }
  .cardhead { background: none; border: 0; padding: 4px 0; display: grid; grid-template-columns: 28px 1fr; gap: 10px; text-align: left; align-items: start; min-height: 52px; }
  .cardhead span span { display: block; }
  .order { min-height: 48px; }
  .other select { min-height: 50px; }
    .case .plainlink, .known .small a { padding: 12px 0; display: inline-block; }
}
</style>
