<script setup lang="ts">
/** What the gates read: school, kit, the keeper's own list, the yards' dates, units. One plain page. */
import FaultLine from '../../parts/FaultLine.vue'
import KeepBar from '../../parts/KeepBar.vue'
import KeptNote from '../../parts/KeptNote.vue'
import PickField from '../../fields/PickField.vue'
import ACheckbox from 'ant-design-vue/es/checkbox'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, toRaw } from 'vue'
import { NO_RULE, type BoardKind, type Rule, type TreatmentKey } from '@thistle/core/situation'
import type { Cup } from '@thistle/core/count'
import type { OwnLimits, WorkFacts } from '@thistle/core/holding'
import type { Day } from '@thistle/core/time'
import { TREATMENTS } from '@thistle/core/treatments'
import { plainCopy } from '../../parts/plain-copy.ts'
import TwoVersions from '../../parts/TwoVersions.vue'
import { useSave } from '../../parts/useSave.ts'
import { PRIORITY_WORDS } from '@thistle/core/situation'
import { useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'
import { RULES } from '../../frame/places.ts'
import LimitsPart from './LimitsPart.vue'
import MeasuresPart from './MeasuresPart.vue'
import StarterLists from './StarterLists.vue'
import TreatmentLine from './TreatmentLine.vue'
import WorkPart from './WorkPart.vue'
import YardDates from './YardDates.vue'

const holding = useHolding()
/** What is given has a label and a law; work on the hive has neither. */
const given = holding.treatments.filter((t) => t.way === 'given')
const others = TREATMENTS.filter((t) => t.way !== 'given')
const retired = computed(() => (holding.settings?.own ?? []).filter((s) => s.retired))
const EMPTY: Rule = {
  ...NO_RULE,
  waitDays: null,
  prescription: null,
  note: null,
  confirmedOn: null,
  starter: null,
}
type Draft<T> = { -readonly [K in keyof T]: T[K] }

function draftOf() {
  const s = holding.settings
  if (!s) throw new Error('settings are loaded before this place is shown')
  return {
    /** The row it was filled from: what somebody else changed meanwhile is seen, and not written over. */
    version: s.version,
    school: s.school,
    priority: s.priority,
    organicOnly: s.organicOnly,
    noLiquidAcids: s.noLiquidAcids ?? false,
    ownLimits: structuredClone(toRaw(s.ownLimits ?? {})) as Partial<Record<string, OwnLimits>>,
    boards: (s.boards ?? null) as BoardKind | null,
    cup: (s.cup ?? null) as Cup | null,
    sugarRecovery: s.sugarRecovery ?? null,
    missed: s.missed ?? null,
    work: plainCopy(s.work ?? null) as WorkFacts | null,
    closedThrough: (s.closedThrough ?? null) as Day | null,
    rules: Object.fromEntries(given.map((t) => [t.key, { ...EMPTY, ...s.rules[t.key] }])) as Record<string, Draft<Rule>>,
  }
}
const { form: draft, typedOn, anew, untouched } = useKeptForm('rules', draftOf)
const stands = () => JSON.stringify({ ...draftOf(), version: 0 })
/** What this page shows stands as it did when it was filled: a change elsewhere, of the gear, is none to it. */
const asFilled = () => JSON.stringify({ ...untouched(), version: 0 }) === stands()
const before = ref(stands())
const now = () => JSON.stringify({ ...draft, version: 0 })
const changed = computed(() => now() !== before.value)
const saved = ref(false)
const { busy, fault, marked, conflict, at, save, clear } = useSave()

/** Lines of a starter list; what the keeper has said themselves stays. */
function fill(lines: Readonly<Partial<Record<TreatmentKey, Partial<Rule>>>>): void {
  for (const [key, line] of Object.entries(lines)) {
    const own = draft.rules[key]
    if (own && (own.authorised === null || own.authorised === 'unknown')) Object.assign(own, line)
  }
}

async function keep(): Promise<void> {
  const s = holding.settings
  if (!s) return
  saved.value = await save(async () => {
    const next = plainCopy(toRaw(draft))
    const others = Object.fromEntries(Object.entries(s.rules).filter(([key]) => !(key in next.rules)))
    await holding.saveSettings({
      ...s,
      ...next,
      version: asFilled() ? s.version : next.version,
      rules: { ...others, ...next.rules } as Partial<Record<TreatmentKey, Rule>>,
    })
    anew()
    before.value = now()
  })
}
/** Of two versions the keeper's own is to stand: written over the newest. */
async function insist(): Promise<void> {
  const both = conflict.value
  const s = holding.settings
  if (!both || !s) return
  saved.value = await save(() => holding.saveSettings({ ...(both.mine as unknown as typeof s), id: s.id, version: both.theirs.version }))
  if (!saved.value) return
  anew()
  before.value = now()
}
function startAnew(): void {
  anew()
  before.value = now()
}
async function reread(): Promise<void> {
  clear()
  await holding.load()
  startAnew()
}
</script>

<template>
  <div class="page rules">
    <h1>Your rules</h1>
    <p class="soft lead">
      Every gate in Match reads this page. Round Thistle never says that a thing is legal: you confirm your own list, from the label in your hand and
      the law where you are.
    </p>
    <nav class="parts no-print" aria-label="Parts of the rules">
      <RouterLink v-for="p in RULES" :key="p.path" :to="p.path">{{ p.name }}</RouterLink>
      <RouterLink to="/shelf/gear">Your gear</RouterLink>
    </nav>

    <KeptNote :typed-on="typedOn" @anew="startAnew" />
    <AForm novalidate layout="vertical" class="form" @submit="keep">
      <section class="sheet block" aria-labelledby="r-list">
        <h2 id="r-list">What is allowed where you are</h2>
        <p class="soft small">
          Not known means: Match says "confirm before use". Figures left empty are taken from typical labels. Each name opens its sheet: limits, dose, course,
          gear, cautions, storage and where the facts come from.
        </p>
        <StarterLists :rules="draft.rules" @fill="fill" />
        <div class="lines">
        <TreatmentLine
          v-for="t in given"
          :key="t.key"
          v-model:rule="draft.rules[t.key]!"
          :treatment="t"
          :at="at"
        />
        </div>
        <p class="ownline">
          <RouterLink class="press quiet" to="/rules/own">Make a sheet of your own</RouterLink>
          <span class="soft small">for a label that this list lacks: slow pads, another strip, a new active</span>
        </p>
        <p v-if="retired.length > 0" class="small soft">
          Of your own, and not offered any more:
          <template v-for="(s, i) in retired" :key="s.key">{{ i > 0 ? ', ' : '' }}<RouterLink :to="`/rules/own/${s.key}`">{{ s.name }}</RouterLink></template>.
        </p>
        <p class="small soft">
          Without a label, and always offered:
          <template v-for="(t, i) in others" :key="t.key">{{ i > 0 ? ', ' : '' }}<RouterLink :to="`/rules/${t.key}`">{{ t.name.toLowerCase() }}</RouterLink></template>.
        </p>
        <ACheckbox v-model:checked="draft.organicOnly">Organic acids, thymol and the like only: rule synthetic treatments out</ACheckbox>
        <ACheckbox v-model:checked="draft.noLiquidAcids">No acids that are poured or trickled: rule liquid ones out</ACheckbox>
      </section>

      <LimitsPart v-model:school="draft.school" v-model:own="draft.ownLimits" v-model:boards="draft.boards" :at="at" />
      <MeasuresPart v-model:cup="draft.cup" v-model:recovery="draft.sugarRecovery" v-model:missed="draft.missed" :at="at" />

      <WorkPart v-model:work="draft.work" v-model:closed="draft.closedThrough" :at="at" :today="holding.today" />

      <section class="sheet block" aria-labelledby="r-units">
        <h2 id="r-units">What comes first</h2>
        <div class="fields">
          <PickField id="r-order" :model-value="draft.priority" label="Among options that fit alike" :unknown="false" :options="PRIORITY_WORDS" @update:model-value="draft.priority = $event ?? draft.priority" />
        </div>
      </section>

      <KeepBar>
        <TwoVersions v-if="conflict" :mine="conflict.mine" :theirs="conflict.theirs" :busy="busy" @mine="insist" @theirs="reread" />
        <FaultLine v-else-if="fault">{{ marked ? 'What is marked in red above cannot be kept.' : fault }}</FaultLine>
        <p v-else-if="saved && !changed" class="settled strong" role="status">Kept. Every verdict reads it from now on.</p>
        <p v-else-if="changed" class="care strong">Changed, not kept yet.</p>
        <AButton type="primary" class="press" html-type="submit" :disabled="busy || !changed || holding.me?.keeper.role !== 'owner'">
          {{ busy ? 'Keeping ...' : 'Keep these rules' }}
        </AButton>
      </KeepBar>
    </AForm>

    <YardDates />
  </div>
</template>

<style scoped>
.rules { max-width: 1040px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 18px; }
.lead { max-width: 760px; }
.parts { display: flex; flex-wrap: wrap; gap: 4px 18px; }
.parts a { min-height: 36px; display: inline-flex; align-items: center; }
.form { display: grid; grid-template-columns: minmax(0, 1fr); gap: 18px; }
.block { padding: 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
.fields { display: grid; grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); gap: 12px; align-items: end; }
.ownline { display: flex; gap: 6px 14px; align-items: center; flex-wrap: wrap; }
@media screen and (max-width: 720px) {
  .block { padding: 16px 14px; }
  .parts a { min-height: 48px; }
}
</style>
