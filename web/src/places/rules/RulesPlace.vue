<script setup lang="ts">
/** What the gates read: school, kit, the keeper's own list, the yards' dates, units. One plain page. */
import { computed, reactive, ref, toRaw } from 'vue'
import type { BoardKind, Rule, Stock, Tool, TreatmentKey } from '@thistle/core/situation'
import type { Cup } from '@thistle/core/count'
import type { OwnLimits } from '@thistle/core/holding'
import { TREATMENTS } from '@thistle/core/treatments'
import DayField from '../../parts/DayField.vue'
import NumberField from '../../parts/NumberField.vue'
import TwoVersions from '../../parts/TwoVersions.vue'
import { useSave } from '../../parts/useSave.ts'
import { AUTHORISED_WORDS, KIT_WORDS, PRIORITY_WORDS } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import LimitsPart from './LimitsPart.vue'
import MeasuresPart from './MeasuresPart.vue'
import YardDates from './YardDates.vue'

const holding = useHolding()
const given = TREATMENTS.filter((t) => t.way !== 'waiting')
const EMPTY: Rule = { authorised: null, withSupers: null, gramsPerBox: null, mostCourses: null, mostDays: null }
type Draft<T> = { -readonly [K in keyof T]: T[K] }

function draftOf() {
  const s = holding.settings
  if (!s) throw new Error('settings are loaded before this place is shown')
  return {
    school: s.school,
    priority: s.priority,
    organicOnly: s.organicOnly,
    kit: [...s.kit] as Tool[],
    ownLimits: structuredClone(toRaw(s.ownLimits ?? {})) as Partial<Record<string, OwnLimits>>,
    boards: (s.boards ?? null) as BoardKind | null,
    cup: (s.cup ?? null) as Cup | null,
    sugarRecovery: s.sugarRecovery ?? null,
    rules: Object.fromEntries(given.map((t) => [t.key, { ...EMPTY, ...s.rules[t.key] }])) as Record<string, Draft<Rule>>,
    stock: Object.fromEntries(given.map((t) => [t.key, { units: null, expires: null, ...s.stock[t.key] }])) as Record<string, Draft<Stock>>,
  }
}
const draft = reactive(draftOf())
const before = ref(JSON.stringify(draft))
const changed = computed(() => JSON.stringify(draft) !== before.value)
const saved = ref(false)
const { busy, fault, conflict, at, save, clear } = useSave()

async function keep(): Promise<void> {
  const s = holding.settings
  if (!s) return
  saved.value = await save(async () => {
    const next = structuredClone(toRaw(draft))
    const others = Object.fromEntries(Object.entries(s.rules).filter(([key]) => !(key in next.rules)))
    await holding.saveSettings({
      ...s,
      ...next,
      rules: { ...others, ...next.rules } as Partial<Record<TreatmentKey, Rule>>,
      stock: { ...s.stock, ...next.stock } as Partial<Record<TreatmentKey, Stock>>,
    })
    before.value = JSON.stringify(draft)
  })
}
/** Of two versions the keeper's own is to stand: written over the newest. */
async function insist(): Promise<void> {
  const both = conflict.value
  const s = holding.settings
  if (!both || !s) return
  saved.value = await save(() => holding.saveSettings({ ...(both.mine as unknown as typeof s), id: s.id, version: both.theirs.version }))
  if (saved.value) before.value = JSON.stringify(draft)
}
async function reread(): Promise<void> {
  clear()
  await holding.load()
  Object.assign(draft, draftOf())
  before.value = JSON.stringify(draft)
}

const tri = (b: boolean | null) => (b === null ? '' : b ? 'yes' : 'no')
const untri = (event: Event) => {
  const v = (event.target as HTMLSelectElement).value
  return v === '' ? null : v === 'yes'
}
const word = <T extends string>(event: Event) => ((event.target as HTMLSelectElement).value || null) as T | null
const DOSE_WORDS: Record<string, string> = { strip: 'strips', g: 'grams', mL: 'mL', wafer: 'wafers' }
const unitOf = (t: (typeof given)[number]) => (t.dose.by === 'none' ? '' : (DOSE_WORDS[t.dose.unit] ?? ''))
</script>

<template>
  <div class="page rules">
    <h1>Your rules</h1>
    <p class="soft lead">
      Every gate in Match reads this page. Round Thistle never says that a thing is legal: you confirm your own list, from the label in your hand and
      the law where you are.
    </p>

    <form class="form" novalidate @submit.prevent="keep">
      <section class="sheet block" aria-labelledby="r-list">
        <h2 id="r-list">What is authorised where you are</h2>
        <p class="soft small">Not known means: Match says "confirm before use". The figures left empty are taken from typical labels.</p>
        <div v-for="t in given" :key="t.key" class="treatment">
          <div>
            <h3>{{ t.name }}</h3>
            <p class="soft small">{{ t.differs }}</p>
          </div>
          <div class="fields">
            <div class="field">
              <label :for="`a-${t.key}`">Authorised</label>
              <select
                :id="`a-${t.key}`"
                class="pick"
                :value="draft.rules[t.key]!.authorised ?? 'unknown'"
                @change="draft.rules[t.key]!.authorised = word($event)"
              >
                <option v-for="[key, says] in AUTHORISED_WORDS" :key="key" :value="key">{{ says }}</option>
              </select>
            </div>
            <div v-if="t.supers.while !== 'never'" class="field">
              <label :for="`s-${t.key}`">With supers on</label>
              <select
                :id="`s-${t.key}`"
                class="pick"
                :value="tri(draft.rules[t.key]!.withSupers)"
                @change="draft.rules[t.key]!.withSupers = untri($event)"
              >
                <option value="">not known</option>
                <option value="no">no</option>
                <option value="yes">yes</option>
              </select>
            </div>
            <NumberField
              v-if="t.dose.by === 'box'"
              :id="`g-${t.key}`"
              v-model="draft.rules[t.key]!.gramsPerBox"
              label="A brood box"
              unit="g"
              :min="0"
              :step="0.1"
              :fault="at(`rules.${t.key}.gramsPerBox`)"
            />
            <NumberField
              v-if="t.patterns.some((p) => p.steps.some((s) => s.job === 'remove'))"
              :id="`d-${t.key}`"
              v-model="draft.rules[t.key]!.mostDays"
              label="Longest stay"
              unit="days"
              :min="1"
              :fault="at(`rules.${t.key}.mostDays`)"
            />
            <NumberField
              :id="`c-${t.key}`"
              v-model="draft.rules[t.key]!.mostCourses"
              label="Most courses a year"
              :min="0"
              :fault="at(`rules.${t.key}.mostCourses`)"
            />
            <NumberField
              :id="`u-${t.key}`"
              v-model="draft.stock[t.key]!.units"
              label="On the shelf"
              :unit="unitOf(t)"
              :min="0"
              :fault="at(`stock.${t.key}.units`)"
            />
            <DayField :id="`e-${t.key}`" v-model="draft.stock[t.key]!.expires" label="Its expiry" :fault="at(`stock.${t.key}.expires`)" />
          </div>
        </div>
        <label class="check">
          <input v-model="draft.organicOnly" type="checkbox" />
          Organic acids, thymol and the like only: rule synthetic treatments out
        </label>
      </section>

      <LimitsPart v-model:school="draft.school" v-model:own="draft.ownLimits" v-model:boards="draft.boards" :at="at" />
      <MeasuresPart v-model:cup="draft.cup" v-model:recovery="draft.sugarRecovery" :at="at" />

      <section class="sheet block" aria-labelledby="r-kit">
        <h2 id="r-kit">Your kit</h2>
        <p class="soft small">What is not ticked counts as not there: a treatment that needs it waits.</p>
        <div class="kit">
          <label v-for="[key, name] in KIT_WORDS" :key="key" class="check">
            <input v-model="draft.kit" type="checkbox" :value="key" />
            {{ name }}
          </label>
        </div>
      </section>

      <section class="sheet block" aria-labelledby="r-units">
        <h2 id="r-units">What comes first</h2>
        <div class="fields">
          <div class="field">
            <label for="r-order">Among options that fit alike</label>
            <select id="r-order" v-model="draft.priority" class="pick">
              <option v-for="[key, says] in PRIORITY_WORDS" :key="key" :value="key">{{ says }}</option>
            </select>
          </div>
        </div>
      </section>

      <div class="keepbar">
        <TwoVersions v-if="conflict" :mine="conflict.mine" :theirs="conflict.theirs" :busy="busy" @mine="insist" @theirs="reread" />
        <p v-else-if="fault" class="alarm strong" role="alert">{{ fault }}</p>
        <p v-else-if="saved && !changed" class="settled strong" role="status">Kept. Every verdict reads it from now on.</p>
        <p v-else-if="changed" class="care strong">Changed, not kept yet.</p>
        <button class="press" type="submit" :disabled="busy || !changed || holding.me?.keeper.role !== 'owner'">
          {{ busy ? 'Keeping ...' : 'Keep these rules' }}
        </button>
      </div>
    </form>

    <YardDates />
  </div>
</template>

<style scoped>
.rules { max-width: 1040px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 18px; }
.lead { max-width: 760px; }
.form { display: grid; grid-template-columns: minmax(0, 1fr); gap: 18px; }
.block { padding: 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
.treatment { display: grid; gap: 10px; padding: 14px 0; border-top: 1px solid var(--hairline); }
.fields { display: grid; grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); gap: 12px; align-items: end; }
.check { display: flex; gap: 10px; align-items: baseline; min-height: 32px; cursor: pointer; }
.check input { width: 18px; height: 18px; accent-color: var(--thistle); flex: none; position: relative; top: 3px; }
.kit { display: grid; grid-template-columns: repeat(auto-fit, minmax(280px, 1fr)); gap: 4px 20px; }
.keepbar { position: sticky; bottom: 0; background: var(--paper); border-top: 1px solid var(--hairline); padding: 12px 0; display: flex; gap: 18px; align-items: center; justify-content: flex-end; z-index: 5; }
@media screen and (max-width: 720px) {
  .block { padding: 16px 14px; }
  .keepbar { bottom: 60px; flex-direction: column; align-items: stretch; gap: 8px; }
  .check { min-height: 48px; align-items: center; }
  .check input { width: 24px; height: 24px; top: 0; }
}
</style>
