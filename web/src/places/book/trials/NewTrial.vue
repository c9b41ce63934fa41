<script setup lang="ts">
/** A trial planned: where and when, which treatments, which colonies; drawn by lot, held against what it could show, and begun as ordinary courses. */
import AButton from 'ant-design-vue/es/button'
import ACheckbox from 'ant-design-vue/es/checkbox'
import AForm from 'ant-design-vue/es/form'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Power } from '@thistle/core/review'
import type { TrialArmKey } from '@thistle/core/holding'
import type { TreatmentKey } from '@thistle/core/situation'
import { addDays } from '@thistle/core/time'
import { sayAmount, treatmentOf } from '@thistle/core/treatments'
import { assignArms, balanceOf, spreadOfLevels, UNTREATED, type TrialCandidate } from '@thistle/core/trial'
import { plain } from '@thistle/core/units'
import DayField from '../../../fields/DayField.vue'
import NumberField from '../../../fields/NumberField.vue'
import PickField from '../../../fields/PickField.vue'
import TextField from '../../../fields/TextField.vue'
import { sayDay } from '../../../look/dates.ts'
import CautionNote from '../../../parts/CautionNote.vue'
import FaultLine from '../../../parts/FaultLine.vue'
import RowsTable, { type Column } from '../../../parts/RowsTable.vue'
import WaitLine from '../../../parts/WaitLine.vue'
import { useSave } from '../../../parts/useSave.ts'
import { capital, plural } from '../../../parts/words.ts'
import { newId, useHolding } from '../../../stores/holding.ts'
import { useKeptForm } from '../../../stores/kept-forms.ts'
import KeptNote from '../../../parts/KeptNote.vue'
import BookNav from '../BookNav.vue'
import { useTrialWorker } from './useTrialWorker.ts'

const holding = useHolding()
const router = useRouter()
const worker = useTrialWorker()
const { busy, fault, marked, at, refuse, save } = useSave()

const { form: draft, typedOn, drop, anew } = useKeptForm('trial', () => ({
  yardId: (holding.chosenYard ?? holding.states[0]?.yard.id ?? null) as string | null,
  name: '',
  startOn: addDays(holding.today, 1) as string | null,
  seed: Math.floor(Math.random() * 9000) + 1000 as number | null,
  arms: [] as TrialArmKey[],
  note: '',
}))
const yard = computed(() => holding.states.find((y) => y.yard.id === draft.yardId) ?? null)
const candidates = shallowRef<readonly TrialCandidate[] | null>(null)
const chosen = ref<string[]>([])
const failed = ref(false)
watch(
  () => [draft.yardId, draft.startOn, yard.value?.yard] as const,
  async ([, startOn, record]) => {
    candidates.value = null
    failed.value = false
    const { settings } = holding
    if (!record || !startOn || !settings) return
    try {
      const found = await worker.candidates(record, settings, startOn)
      if (record !== yard.value?.yard || startOn !== draft.startOn) return
      candidates.value = found
      chosen.value = found.filter((c) => c.not === null).map((c) => c.id)
    } catch (problem) {
      console.error(problem)
      failed.value = true
    }
  },
  { immediate: true },
)
const able = computed(() => candidates.value?.filter((c) => c.not === null) ?? [])
const unable = computed(() => candidates.value?.filter((c) => c.not !== null) ?? [])
const picked = computed(() => able.value.filter((c) => chosen.value.includes(c.id)))
const fits = (c: TrialCandidate, key: TreatmentKey) => c.options.some((o) => o.treatment === key && (o.fit === 'fits' || o.fit === 'care'))
/** Treatments that can be begun on the day in some of the colonies chosen, with how many of them fit with care alone. */
const armsToHave = computed(() =>
  holding.treatments.filter((t) => t.way === 'given').flatMap((t) => {
    const n = picked.value.filter((c) => fits(c, t.key)).length
    const care = picked.value.filter((c) => c.options.some((o) => o.treatment === t.key && o.fit === 'care')).length
    return n > 1 ? [{ key: t.key, name: t.name, n, care, all: n === picked.value.length }] : []
  }),
)
watch(armsToHave, (now) => (draft.arms = draft.arms.filter((key) => key === UNTREATED || now.some((a) => a.key === key))))
/** Only what fits is given: a colony that one of the arms does not fit is in no arm. */
const inTrial = computed(() => picked.value.filter((c) => draft.arms.every((key) => key === UNTREATED || fits(c, key))))
const leftOut = computed(() => picked.value.filter((c) => !inTrial.value.includes(c)))
function toggle(key: TrialArmKey, on: boolean): void {
  draft.arms = on ? [...draft.arms, key] : draft.arms.filter((k) => k !== key)
}
const MOST_ARMS = 4
const nameOf = (key: TrialArmKey) => (key === UNTREATED ? 'Left untreated' : (treatmentOf(key)?.name ?? key))

const drawn = computed(() => (draft.arms.length >= 2 && draft.seed !== null ? assignArms(inTrial.value, draft.arms.length, draft.seed) : []))
const of = (id: string) => picked.value.find((c) => c.id === id)
const sizes = computed(() => draft.arms.map((_, arm) => drawn.value.filter((d) => d.arm === arm).length))
const balance = computed(() => (drawn.value.length === 0 ? [] : balanceOf(drawn.value, draft.arms.length, (id) => ({ level: of(id)?.level ?? null, frames: of(id)?.frames ?? null, brood: of(id)?.brood ?? null }))))
const figure = (x: number | null) => (x === null ? 'not known' : plain(x, 1))
const COLUMNS: readonly Column<(typeof balance.value)[number]>[] = [
  { key: 'arm', title: 'Group', heads: true, text: (b) => nameOf(draft.arms[b.arm] ?? UNTREATED) },
  { key: 'colonies', title: 'Colonies', text: (b) => b.colonies },
  { key: 'level', title: 'Mites in 100', text: (b) => figure(b.level) },
  { key: 'frames', title: 'Frames of bees', text: (b) => figure(b.frames) },
  { key: 'brood', title: 'Frames of brood', text: (b) => figure(b.brood) },
]

/** What the trial could show: the two arms that differ most by what they take here, drawn thousands of times. */
const BEES = 300
/** Jars of one colony vary about twice as much as chance alone has it (common practice, no source). */
const EXTRA = 2
const power = shallowRef<(Power & { readonly one: string; readonly other: string; readonly a: number; readonly b: number; readonly n: number }) | null>(null)
const drawing = ref(false)
const takes = (key: TrialArmKey): number => {
  if (key === UNTREATED) return 0
  const known = inTrial.value.flatMap((c) => c.options.find((o) => o.treatment === key)?.takes ?? [])
  return known.length === 0 ? 0 : known.reduce((a, b) => a + b, 0) / known.length
}
let run = 0
watch(
  () => `${draft.arms.join()} ${sizes.value.join()} ${inTrial.value.map((c) => c.level).join()}`,
  async () => {
    power.value = null
    const mine = ++run
    const n = Math.min(...sizes.value)
    const levels = inTrial.value.flatMap((c) => c.level ?? [])
    if (draft.arms.length < 2 || n < 2 || levels.length < 2) return
    const byTake = draft.arms.map((key) => ({ key, takes: takes(key) })).toSorted((a, b) => b.takes - a.takes)
    const [best, worst] = [byTake[0], byTake.at(-1)]
    if (!best || !worst) return
    drawing.value = true
    try {
      const found = await worker.power({ colonies: n, level: levels.reduce((a, b) => a + b, 0) / levels.length, bees: BEES, spread: spreadOfLevels(levels) ?? 0.6, efficacies: [best.takes, worst.takes], extra: EXTRA })
      if (mine === run) power.value = { ...found, one: nameOf(best.key), other: nameOf(worst.key), a: best.takes, b: worst.takes, n }
    } finally {
      if (mine === run) drawing.value = false
    }
  },
)
const percent = (x: number) => `${plain(x * 100, 0)} %`
const powerText = computed(() => {
  const p = power.value
  if (!p) return null
  const chance = `With ${p.n} a side it would tell ${p.one} (about ${percent(p.a)}) from ${p.other} (about ${percent(p.b)}) ${of100(p.power)} times in 100.`
  const smallest = p.smallest === null ? 'Four times in five it would see no difference at all: more colonies are wanted, or it is not worth it.' : `Four times in five it would see a difference of ${percent(p.smallest)} and more from the better one.`
  return `${chance} ${smallest}`
})
const of100 = (x: number) => Math.round(x * 100)

/** Kept over a failed try, so that a second press writes the same rows. */
const ids = new Map<string, string>()
const idFor = (what: string): string => {
  const id = ids.get(what) ?? newId()
  ids.set(what, id)
  return id
}
async function begin(): Promise<void> {
  const { yardId, startOn, seed } = draft
  if (!yardId || !yard.value) return refuse('yardId', 'In which yard?')
  if (draft.name.trim().length < 2) return refuse('name', 'Give it a name.')
  if (!startOn) return refuse('startOn', 'On which day does it begin?')
  if (seed === null) return refuse('seed', 'A number to draw by.')
  if (draft.arms.length < 2) return refuse('arms', 'Two groups are the fewest.')
  if (draft.arms.every((key) => key === UNTREATED)) return refuse('arms', 'One group at least is treated.')
  if (sizes.value.some((n) => n < 2)) return refuse('arms', 'Two colonies in each group are the fewest that tell anything: take fewer groups, or more colonies.')
  const id = idFor('trial')
  const state = yard.value
  const done = await save(async () => {
    await holding.put('trials', id, { yardId, name: draft.name.trim(), startOn, arms: draft.arms, drawn: drawn.value, seed, endedOn: null, note: draft.note.trim() || null }, null)
    for (const [arm, key] of draft.arms.entries()) {
      if (key === UNTREATED) continue
      const colonies = drawn.value
        .filter((d) => d.arm === arm)
        .flatMap(({ colonyId }) => {
          const s = state.row.find((x) => x.colony.id === colonyId)
          return s ? [{ colonyId, courseId: idFor(`${key} ${colonyId}`), situation: { ...s.situation, startOn } }] : []
        })
      await holding.put('decisions', idFor(key), { yardId, treatment: key, startOn, note: `Trial: ${draft.name.trim()}, group ${arm + 1}.`, colonies }, null)
    }
    await holding.refresh(yardId)
  })
  if (!done) return
  drop()
  await router.push(`/book/trials/${id}`)
}
const yards = computed(() => holding.states.map((y) => [y.yard.id, y.yard.name] as const))
/** What each arm takes along, apart: nothing of one touches another. */
const packing = computed(() =>
  draft.arms.map((key, arm) => {
    if (key === UNTREATED) return { key, arm, text: 'nothing: its colonies are only counted' }
    const doses = drawn.value.filter((d) => d.arm === arm).flatMap(({ colonyId }) => of(colonyId)?.options.find((o) => o.treatment === key)?.dose ?? [])
    const [first] = doses
    return { key, arm, text: first ? holding.say(sayAmount(doses.reduce((sum, d) => sum + d.amount, 0), first.unit)) : 'by its label' }
  }),
)
</script>

<template>
  <div class="page new">
    <BookNav />
    <p class="back"><RouterLink to="/book/trials">← Trials</RouterLink></p>
    <h1>Plan a trial</h1>
    <KeptNote :typed-on="typedOn" @anew="anew" />
    <p v-if="!holding.mayWrite" class="care">You read here: somebody who writes plans it.</p>
    <AForm v-else novalidate layout="vertical" class="form" @submit="begin">
      <div class="three">
        <TextField id="tr-name" v-model="draft.name" label="Its name" :most="80" :fault="at('name')" hint="as it stands on the tags" />
        <PickField id="tr-yard" v-model="draft.yardId" label="Yard" :unknown="false" :options="yards" searched :fault="at('yardId')" />
        <DayField id="tr-start" v-model="draft.startOn" label="All begin on" :fault="at('startOn')" />
      </div>
      <p v-if="holding.states.length === 0" class="care">There is no yard yet. <RouterLink to="/first-steps">Add one first</RouterLink></p>
      <p v-else-if="!draft.startOn" class="care">On which day do they begin?</p>
      <WaitLine v-else-if="!candidates && !failed">Weighing the colonies ...</WaitLine>
      <FaultLine v-else-if="failed">The colonies could not be weighed; load the page again.</FaultLine>
      <template v-if="candidates">
        <section aria-labelledby="tr-col">
          <h2 id="tr-col">Its colonies</h2>
          <p v-if="able.length < 4" class="care">
            {{ able.length === 0 ? 'None can be in it now.' : `${able.length} alone can be in it: four are the fewest.` }} A trial wants colonies counted lately, not being treated, and none in danger.
            <RouterLink to="/count">Count</RouterLink>
          </p>
          <div class="picks">
            <ACheckbox v-for="c in able" :key="c.id" :checked="chosen.includes(c.id)" @change="chosen = chosen.includes(c.id) ? chosen.filter((x) => x !== c.id) : [...chosen, c.id]">
              <span class="soft">{{ c.position }}</span> {{ c.name }} <span class="soft small">{{ figure(c.level) }} in 100</span>
            </ACheckbox>
          </div>
          <p v-for="c in unable" :key="c.id" class="soft small">{{ c.name }} is not in it: {{ c.not }}.</p>
        </section>
        <section aria-labelledby="tr-arms">
          <h2 id="tr-arms">Its groups, two to four</h2>
          <div class="picks wide">
            <ACheckbox
              v-for="a in armsToHave"
              :key="a.key"
              :checked="draft.arms.includes(a.key)"
              :disabled="!draft.arms.includes(a.key) && draft.arms.length >= MOST_ARMS"
              @change="toggle(a.key, !draft.arms.includes(a.key))"
            >
              {{ a.name }} <span class="soft small">{{ a.all ? 'fits all' : `fits ${a.n} of ${picked.length}` }}{{ a.care > 0 ? `, with care in ${a.care}` : '' }}</span>
            </ACheckbox>
            <ACheckbox :checked="draft.arms.includes(UNTREATED)" :disabled="!draft.arms.includes(UNTREATED) && draft.arms.length >= MOST_ARMS" @change="toggle(UNTREATED, !draft.arms.includes(UNTREATED))">
              Left untreated <span class="soft small">tells what the season does; it is stopped as soon as one is in danger</span>
            </ACheckbox>
          </div>
          <p v-if="leftOut.length > 0" class="care">Left out, since not every group’s treatment fits {{ leftOut.length === 1 ? 'it' : 'them' }} on that day: {{ leftOut.map((c) => c.name).join(', ') }}. <RouterLink :to="`/match/${leftOut[0]?.id}`">Why</RouterLink></p>
          <p v-if="armsToHave.length === 0 && picked.length > 0" class="care">Nothing can be given in them on that day.</p>
          <FaultLine v-if="at('arms') || at('drawn')">{{ at('arms') ?? at('drawn') }}</FaultLine>
        </section>
        <section v-if="drawn.length > 0" aria-labelledby="tr-drawn">
          <h2 id="tr-drawn">Drawn by lot</h2>
          <NumberField id="tr-seed" v-model="draft.seed" label="Number to draw by" :min="0" :max="2147483647" hint="the same number draws the same" :fault="at('seed')" />
          <RowsTable label="The groups side by side" :columns="COLUMNS" :rows="balance" :row-key="(b) => String(b.arm)" />
          <ul class="arms">
            <li v-for="(key, arm) in draft.arms" :key="key" class="sheet">
              <h3>{{ nameOf(key) }}</h3>
              <p>{{ drawn.filter((d) => d.arm === arm).map((d) => of(d.colonyId)?.name).join(', ') }}</p>
              <p class="soft small">Take along for it alone: {{ packing[arm]?.text }}</p>
            </li>
          </ul>
          <p class="serif power" role="status">{{ drawing ? 'Drawing what it could show ...' : powerText }}</p>
          <p class="soft small">Drawn two thousand times: levels as they differ here, jars of {{ BEES }} bees that vary twice as much as chance alone (common practice, no source), Welch’s test at 5 %.</p>
        </section>
        <CautionNote v-for="key in draft.arms.filter((k) => k !== UNTREATED && treatmentOf(k)?.caution)" :key="key">
          <strong>{{ nameOf(key) }}. {{ holding.say(key === UNTREATED ? '' : (treatmentOf(key)?.caution?.hazard ?? '')) }}</strong>
          {{ holding.say(key === UNTREATED ? '' : (treatmentOf(key)?.caution?.protection ?? '')) }}
        </CautionNote>
        <p class="soft">Fresh gloves and tools for each group. A group that gets in danger is treated: a trial is not worth a colony.</p>
        <FaultLine v-if="fault && !marked">{{ fault }}</FaultLine>
        <AButton type="primary" class="press settle" html-type="submit" :disabled="busy">{{ busy ? 'Keeping ...' : `Begin it${draft.startOn ? ` on ${sayDay(draft.startOn)}` : ''}, ${plural(drawn.length, 'colony', 'colonies')}` }}</AButton>
        <p class="law">{{ capital('the label in your hand and your local law decide; this defers to both, and to the vet or inspector where they have the say.') }}</p>
      </template>
    </AForm>
  </div>
</template>

<style scoped>
.new, .form, section { display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
.three { display: grid; grid-template-columns: repeat(auto-fit, minmax(220px, 1fr)); gap: 12px 16px; align-items: start; }
.picks { display: grid; grid-template-columns: repeat(auto-fill, minmax(210px, 1fr)); gap: 4px 14px; }
.picks.wide { grid-template-columns: repeat(auto-fill, minmax(300px, 1fr)); }
.picks :deep(.ant-checkbox-wrapper) { margin: 0; min-height: 40px; align-items: center; }
.arms { display: grid; grid-template-columns: repeat(auto-fit, minmax(min(100%, 260px), 1fr)); gap: 12px; }
.arms li { padding: 12px 14px; display: grid; gap: 4px; align-content: start; }
.form > .settle { justify-self: start; }
.power { font-size: 19px; line-height: 1.3; }
</style>
