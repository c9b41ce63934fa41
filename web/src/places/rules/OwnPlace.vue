<script setup lang="ts">
/** A treatment of one's own: a sheet made from the nearest of the list, after the label in hand. */
import ACheckbox from 'ant-design-vue/es/checkbox'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { mayBeNull } from '@thistle/core/fields'
import { faultOfSheet, isOwnKey, NO_RULE, OWN_FIELDS, type BuiltInKey, type OwnKey, type OwnLimit, type OwnSheet } from '@thistle/core/situation'
import { basesOf, sheetFrom, TREATMENTS, treatmentOf, unitOfMany } from '@thistle/core/treatments'
import PickField from '../../fields/PickField.vue'
import CautionNote from '../../parts/CautionNote.vue'
import FaultLine from '../../parts/FaultLine.vue'
import KeepBar from '../../parts/KeepBar.vue'
import { plainCopy } from '../../parts/plain-copy.ts'
import { useSave } from '../../parts/useSave.ts'
import KeptNote from '../../parts/KeptNote.vue'
import { useKeptForm } from '../../stores/kept-forms.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import OwnField from './OwnField.vue'
import OwnLimits from './OwnLimits.vue'

const route = useRoute()
const router = useRouter()
const holding = useHolding()
const { busy, fault, at, save, refuse } = useSave()
const asked = String(route.params.key ?? '')
const found = computed(() => holding.settings?.own?.find((s) => s.key === asked) ?? null)
const missing = computed(() => asked !== '' && found.value === null)
type Draft = { -readonly [K in keyof OwnSheet]: OwnSheet[K] }
const fresh = (): { sheet: Draft | null; sure: boolean } => ({ sheet: found.value ? { ...plainCopy(found.value) } : null, sure: false })
const { form, typedOn, drop, anew } = useKeptForm<{ sheet: Draft | null; sure: boolean }>(`own ${asked}`, fresh)

const base = computed({
  get: () => form.sheet?.base ?? null,
  set: (key: BuiltInKey | null) => {
    if (!key || form.sheet?.base === key) return
    const key_: OwnKey = form.sheet?.key ?? `own-${newId()}`
    const name = form.sheet?.name ?? ''
    form.sheet = { ...sheetFrom(key, key_, holding.today), name }
  },
})
const nearest = computed(() => (form.sheet ? sheetFrom(form.sheet.base, form.sheet.key, form.sheet.readOn) : null))
const nearestName = computed(() => (form.sheet ? (treatmentOf(form.sheet.base)?.name ?? '') : ''))
const names = computed(() => [...TREATMENTS.map((t) => t.name), ...(holding.settings?.own ?? []).filter((s) => s.key !== form.sheet?.key).map((s) => s.name)])

/** The fields of each part, in the order in which a label is read; the one without any is that of the temperatures. */
const PARTS: readonly { readonly title: string; readonly says: string; readonly fields: readonly (keyof OwnSheet)[] }[] = [
  { title: 'What it is', says: '', fields: ['name', 'active', 'readOn', 'synthetic', 'liquidAcid'] },
  { title: 'What it can do to people', says: 'It stands on its safety card, on the round’s sheet and where it is chosen.', fields: ['hazard', 'protection', 'mishap', 'gear', 'mostAPerson'] },
  { title: 'Dose', says: '', fields: ['doseBy', 'amount', 'unit', 'framesEach', 'most', 'smallFrames', 'smallAmount', 'how', 'put'] },
  { title: 'Course', says: 'It stays, or works, for so long after the last dose; counted again so many days after the end.', fields: ['rounds', 'daysBetween', 'stayLeast', 'stayMost', 'comesOut', 'recountFrom', 'recountTo', 'setUp'] },
  { title: 'Temperature', says: 'The day of the first dose is day 1. Outside “best” it takes care; outside “at least” and “at most” it waits.', fields: [] },
  { title: 'Supers', says: '', fields: ['supersWhile', 'supersWait'] },
  { title: 'The hive', says: '', fields: ['leastFrames', 'queenDays', 'mostBoxes', 'topBar', 'fullEntrance', 'screenShut', 'dryFloor', 'noFeeding', 'notNewlyHived', 'movingBees'] },
  { title: 'What it takes', says: 'Ranges of the mites that a whole course takes. Where the label says nothing, leave what the nearest sheet has.', fields: ['reach', 'broodlessLow', 'broodlessHigh', 'broodLow', 'broodHigh'] },
  { title: 'Taking turns', says: '', fields: ['gapDays', 'mostCourses', 'change', 'alone'] },
  { title: 'Pack and shelf', says: '', fields: ['packHolds', 'openedKeeps', 'storage', 'disposal'] },
]
/** Fields that another answer makes idle. */
const idle = (name: keyof OwnSheet): boolean => {
  const s = form.sheet
  if (!s) return true
  if (name === 'framesEach') return s.doseBy !== 'frames'
  if (name === 'smallFrames' || name === 'smallAmount') return s.doseBy === 'frames' || s.doseBy === 'seam'
  if (name === 'most') return s.doseBy === 'frames' || s.doseBy === 'colony'
  if (name === 'daysBetween') return s.rounds < 2
  return name === 'supersWait' && s.supersWhile === 'any'
}
/** What no answer asks for is said nothing of. */
const cleaned = (s: OwnSheet): OwnSheet => {
  const nothing = (name: keyof OwnSheet, then: unknown) => (idle(name) ? { [name]: then } : {})
  return { ...s, ...nothing('framesEach', null), ...nothing('smallFrames', null), ...nothing('smallAmount', null), ...nothing('most', null), ...nothing('daysBetween', null), ...nothing('supersWait', 0) }
}
const UNIT_FIELDS = new Set<keyof OwnSheet>(['amount', 'smallAmount', 'most', 'packHolds', 'mostAPerson'])
const unitFor = (name: keyof OwnSheet) => (UNIT_FIELDS.has(name) && form.sheet ? unitOfMany(form.sheet.unit) : undefined)
const AMOUNT = { frames: 'In a full brood box', box: 'For a brood box', colony: 'For a colony', seam: 'For a seam of bees' } as const
const labelFor = (name: keyof OwnSheet) => (name === 'amount' && form.sheet ? AMOUNT[form.sheet.doseBy] : undefined)

const limits = computed<readonly OwnLimit[]>({ get: () => form.sheet?.limits ?? [], set: (now) => form.sheet && (form.sheet.limits = now) })
/** A sheet that was changed is held against its label anew. */
const changed = computed(() => JSON.stringify(form.sheet) !== JSON.stringify(found.value))
/** A fault by its field; the server names it within the list. */
const index = computed(() => {
  const own = holding.settings?.own ?? []
  const i = own.findIndex((s) => s.key === form.sheet?.key)
  return i < 0 ? own.length : i
})
const faultAt = (path: string) => at(path) ?? at(`own[${index.value}].${path}`)
const ALL = computed(() => PARTS.flatMap((p) => p.fields))
const shown = computed(() => ALL.value.some((f) => faultAt(f)) || limits.value.some((_, i) => ['from', 'to', 'least', 'bestFrom', 'bestTo', 'most'].some((f) => faultAt(`limits[${i}].${f}`))))

async function keep(): Promise<void> {
  const s = holding.settings
  if (!s || !form.sheet) return
  const sheet = cleaned(plainCopy(form.sheet))
  const missingLine = (['name', 'active', 'how', 'hazard', 'protection', 'mishap'] as const).find((f) => sheet[f].trim() === '')
  if (missingLine) return refuse(missingLine, 'This must be said.')
  const missingFigure = ALL.value.find((f) => sheet[f] === null && !idle(f) && !mayBeNull(OWN_FIELDS[f]))
  if (missingFigure) return refuse(missingFigure, 'This must be said.')
  const wrong = faultOfSheet({ ...sheet, name: sheet.name.trim() }, names.value)
  if (wrong) return refuse(wrong.field, holding.say(`${wrong.field} ${wrong.says}.`))
  if (!form.sure) return refuse('sure', 'Say that you hold its label in hand: a sheet of your own is never unconfirmed.')
  const own = [...(s.own ?? [])]
  own[index.value] = sheet
  const rules = { ...s.rules, [sheet.key]: { ...NO_RULE, ...s.rules[sheet.key], authorised: 'yes' as const, withSupers: sheet.supersWhile === 'may-stay' ? true : null, confirmedOn: holding.today } }
  if (!(await save(() => holding.saveSettings({ ...s, own, rules })))) return
  drop()
  await router.push(`/rules/${sheet.key}`)
}

async function offer(retired: boolean): Promise<void> {
  const s = holding.settings
  if (!s || !found.value) return
  const own = (s.own ?? []).map((x) => (x.key === asked ? { ...x, retired } : x))
  if (await save(() => holding.saveSettings({ ...s, own }))) {
    drop()
    await router.push('/rules')
  }
}
async function takeAway(): Promise<void> {
  const s = holding.settings
  if (!s || !found.value || !isOwnKey(asked)) return
  const { [asked]: _gone, ...rules } = s.rules
  if (await save(() => holding.saveSettings({ ...s, own: (s.own ?? []).filter((x) => x.key !== asked), rules }))) {
    drop()
    await router.push('/rules')
  }
}
</script>

<template>
  <div class="page own">
    <p><RouterLink to="/rules">Rules</RouterLink></p>
    <template v-if="missing">
      <h1>There is no such sheet.</h1>
      <p class="soft">The sheets of your own stand in <RouterLink to="/rules">Rules</RouterLink>.</p>
    </template>
    <template v-else>
      <header>
        <h1>{{ found ? `${found.name}: your own sheet` : 'A sheet of your own' }}</h1>
        <p class="soft lead">
          For a label that the list lacks: slow pads, another strip, a new active. It is made from the nearest sheet, goes through the same gates, and is marked as yours
          wherever it is named. The label in your hand and your local law decide; nobody else has checked what you write here.
        </p>
      </header>
      <KeptNote :typed-on="typedOn" @anew="anew" />
      <AForm novalidate layout="vertical" class="form" @submit="keep">
        <section class="sheet block first" aria-labelledby="own-base-h">
          <h2 id="own-base-h">Which one of the list is nearest to it?</h2>
          <PickField id="own-base" v-model="base" label="The nearest sheet" :options="basesOf()" unknown="choose ..." :disabled="found !== null" :hint="form.sheet ? `All that you do not change is as in “${nearestName}”.` : 'by active, then by how it is given: what it does to people and bees comes from there'" />
        </section>
        <template v-if="form.sheet && nearest">
          <section v-for="p in PARTS" :key="p.title" class="sheet block" :aria-label="p.title">
            <h2>{{ p.title }}</h2>
            <p v-if="p.says" class="soft small">{{ p.says }}</p>
            <OwnLimits v-if="p.fields.length === 0" v-model="limits" :at="faultAt" />
            <div v-else class="fields">
              <template v-for="name in p.fields" :key="name">
                <OwnField v-if="!idle(name)" v-model="form.sheet[name] as unknown" :name="name" :nearest="nearest" :unit="unitFor(name)" :label="labelFor(name)" :fault="faultAt(name)" />
              </template>
            </div>
          </section>
          <CautionNote>
            <strong>Wrong figures kill colonies and hurt people.</strong> Hold every line against the label once more before it is kept: dose, temperature, supers, gear. A course that
            runs goes on by the sheet as it was when it was chosen.
          </CautionNote>
          <section v-if="found" class="sheet block" aria-label="No longer used">
            <h2>No longer used</h2>
            <p class="soft small">What was given stays in the books under this name. A sheet that nothing was ever given by can be taken away whole.</p>
            <p class="ends">
              <AButton class="press quiet" :disabled="busy" @click="offer(!found.retired)">{{ found.retired ? 'Offer it again' : 'Do not offer it any more' }}</AButton>
              <AButton class="press quiet" :disabled="busy" @click="takeAway">Take the sheet away</AButton>
            </p>
          </section>
          <KeepBar>
            <FaultLine v-if="fault">{{ at('sure') ?? (shown ? 'What is marked in red above cannot be kept.' : fault) }}</FaultLine>
            <ACheckbox v-model:checked="form.sure" class="sure">I hold its label in hand, it says this, and it is authorised where my bees are</ACheckbox>
            <AButton type="primary" class="press" html-type="submit" :disabled="busy || !changed || holding.me?.keeper.role !== 'owner'">{{ busy ? 'Keeping ...' : 'Keep this sheet' }}</AButton>
          </KeepBar>
        </template>
      </AForm>
    </template>
  </div>
</template>

<style scoped>
.own { max-width: 1040px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 16px; }
header { display: grid; gap: 6px; }
.lead { max-width: 780px; }
.form { display: grid; grid-template-columns: minmax(0, 1fr); gap: 16px; }
.block { padding: 18px 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
.first { max-width: 560px; }
.fields { display: grid; grid-template-columns: repeat(auto-fit, minmax(210px, 1fr)); gap: 14px 16px; align-items: start; }
.ends { display: flex; gap: 12px; flex-wrap: wrap; }
.sure { max-width: 46ch; }
@media screen and (max-width: 720px) { .block { padding: 16px 14px; } .fields { grid-template-columns: minmax(0, 1fr); } }
</style>
