<script setup lang="ts">
/** Looks down a whole row: the colony in hand opens, the others are a line each, and all that was touched is kept in one stroke. */
import AButton from 'ant-design-vue/es/button'
import ACheckbox from 'ant-design-vue/es/checkbox'
import AForm from 'ant-design-vue/es/form/Form'
import { computed, nextTick, ref } from 'vue'
import type { ColonyState } from '@thistle/core/holding'
import { BROOD_WORDS, LOOK_FIELDS, QUEEN_WORDS, SIGN_WORDS, SUPERS_WORDS } from '@thistle/core/situation'
import { plain } from '@thistle/core/units'
import AreaField from '../../fields/AreaField.vue'
import DayField from '../../fields/DayField.vue'
import { sayDay } from '../../look/dates.ts'
import FaultLine from '../../parts/FaultLine.vue'
import KeepBar from '../../parts/KeepBar.vue'
import NothingYet from '../../parts/NothingYet.vue'
import { useSave } from '../../parts/useSave.ts'
import { useYardInView } from '../../parts/useYardInView.ts'
import { plural, wordOf, YES_NO } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import { FIELDS, isTouched, lookOf, rowFrom, toldOf, useLookDrafts, wholeRow, type RowDraft } from './look-draft.ts'
import LookFields from './LookFields.vue'

const holding = useHolding()
const drafts = useLookDrafts()
const yard = useYardInView()
const { busy, fault, at, save } = useSave()
const onDay = ref<string | null>(holding.today)
/** The colony in hand; `all` is the whole row. */
const inHand = ref<string | null>(null)
const all = ref<RowDraft>(wholeRow())
const kept = ref<string | null>(null)
const sent = ref<readonly string[]>([])

const row = computed(() => (yard.value?.row ?? []).filter((s) => s.gone === null))
const draftOf = (s: ColonyState): RowDraft | null => drafts.rows.get(s.colony.id) ?? null
const touched = computed(() => row.value.filter((s) => { const d = draftOf(s); return d !== null && isTouched(d) }))
/** What was seen later is not overwritten from here. */
const later = (s: ColonyState) => s.colony.look !== null && onDay.value !== null && s.colony.look.onDay > onDay.value
const wrong = computed(() => touched.value.filter(later))
const atRow = (s: ColonyState) => (field: string) => {
  const index = sent.value.indexOf(s.colony.id)
  return index < 0 ? null : at(`looks[${index}].${field}`)
}

function take(s: ColonyState): void {
  if (!drafts.rows.has(s.colony.id)) drafts.rows.set(s.colony.id, rowFrom(s.colony.look))
  inHand.value = s.colony.id
  kept.value = null
  void nextTick(() => document.getElementById(`row-${s.colony.id}`)?.scrollIntoView({ block: 'nearest' }))
}
function next(s: ColonyState): void {
  const following = row.value[row.value.indexOf(s) + 1]
  if (following) {
    take(following)
    void nextTick(() => document.getElementById(`row-${following.colony.id}`)?.querySelector<HTMLElement>('.in input')?.focus())
  } else {
    inHand.value = null
    void nextTick(() => document.getElementById('l-keep')?.focus())
  }
}
/** One thing that is so in every colony is said once. */
const toldOfAll = computed(() => toldOf(all.value))
function setInAll(): void {
  for (const s of row.value) {
    if (!drafts.rows.has(s.colony.id)) drafts.rows.set(s.colony.id, rowFrom(s.colony.look))
    const draft = draftOf(s)
    if (!draft) continue
    for (const name of Object.keys(toldOfAll.value)) if (name !== 'signs') draft.now.look[name] = all.value.now.look[name] ?? null
    if (all.value.now.signs.length > 0) draft.now.signs = [...new Set([...draft.now.signs, ...all.value.now.signs])]
  }
  all.value = wholeRow()
  inHand.value = null
}
const NUMBERS: Readonly<Record<string, string>> = { framesOfBees: 'frames of bees', framesOfBrood: 'frames of brood', broodBoxes: 'brood boxes' }
/** "capped, queen laying, 9 frames of bees": what was touched, in a line. */
function sayTold(draft: RowDraft): string {
  const said = FIELDS.flatMap(([name, of]) => {
    if (!(name in toldOf(draft)) || of.kind === 'words') return []
    const value = draft.now.look[name] ?? null
    const label = of.label.toLowerCase()
    if (value === null) return [`${label} not known`]
    if (typeof value === 'number') return [`${plain(value)} ${NUMBERS[name] ?? label}`]
    if (of.kind === 'word') return [`${label} ${wordOf(of.words, value)}`]
    return [of.kind === 'day' ? `${label} ${sayDay(value, holding.today)}` : `${label}: ${wordOf(YES_NO, value)}`]
  })
  const signs = draft.now.signs.map((s) => wordOf(SIGN_WORDS, s))
  return [...(draft.whole ? ['looked into'] : []), ...said, ...signs, ...(draft.now.note.trim() ? ['a note'] : [])].join(', ')
}
/** What the book has of it. */
function sayKnown({ colony }: ColonyState): string {
  const { look } = colony
  if (!look) return 'not looked at yet'
  const parts = [
    look.brood && (look.brood === 'none' ? 'no brood' : look.brood === 'open' ? wordOf(BROOD_WORDS, look.brood) : 'capped brood'),
    look.framesOfBees !== null && `${plain(look.framesOfBees)} frames of bees`,
    look.queen && `queen ${wordOf(QUEEN_WORDS, look.queen)}`,
    look.supers && `supers ${wordOf(SUPERS_WORDS, look.supers)}`,
  ].filter(Boolean)
  return `${parts.join(', ')} (${sayDay(look.onDay, holding.today)})`
}

async function keep(): Promise<void> {
  const [y, day, list] = [yard.value, onDay.value, touched.value]
  if (!y || day === null || list.length === 0 || wrong.value.length > 0) return
  sent.value = list.map((s) => s.colony.id)
  const looks = list.map((s) => lookOf(draftOf(s) as RowDraft, s.colony.look, s.colony.id, day))
  if (!(await save(() => holding.keepRows({ looks }, y.yard.id)))) {
    // The row that was refused opens, with the fault at its field.
    const index = looks.findIndex((_look, i) => FIELDS.some(([name]) => at(`looks[${i}].${name}`)))
    inHand.value = sent.value[index] ?? inHand.value
    return
  }
  for (const s of list) drafts.rows.delete(s.colony.id)
  inHand.value = null
  kept.value = `${plural(list.length, 'look')} of ${sayDay(day, holding.today)} kept.`
}
function forget(s: ColonyState): void {
  drafts.rows.delete(s.colony.id)
  inHand.value = null
}
</script>

<template>
  <div class="page looks">
    <template v-if="yard && row.length > 0">
      <h1>{{ yard.yard.name }}, looked at down the row</h1>
      <p class="soft lead">Open a colony and change what you saw. What you do not touch keeps the day on which it was last seen, unless you say that you looked into it.</p>
      <AForm novalidate layout="vertical" class="form" @submit="keep">
        <div class="top">
          <DayField id="l-day" v-model="onDay" :label="LOOK_FIELDS.onDay.label" :max="holding.today" />
          <AButton class="press quiet" :aria-expanded="inHand === 'all'" @click="inHand = inHand === 'all' ? null : 'all'">Something that is so in all {{ row.length }}</AButton>
        </div>
        <section v-if="inHand === 'all'" class="sheet opened" aria-label="The whole row">
          <LookFields id="l-all" class="in" :draft="all.now" :at="() => null" />
          <p class="acts">
            <AButton class="press" type="primary" :disabled="Object.keys(toldOfAll).length === 0" @click="setInAll">Set it in all {{ row.length }}</AButton>
            <span class="soft small">Nothing is kept yet: each row can still be put right.</span>
          </p>
        </section>
        <ol class="sheet rows">
          <li v-for="s in row" :id="`row-${s.colony.id}`" :key="s.colony.id" :class="{ open: inHand === s.colony.id }">
            <div class="line">
              <span class="place soft">{{ s.colony.placement.position }}</span>
              <AButton type="text" class="bare who" :aria-expanded="inHand === s.colony.id" @click="inHand === s.colony.id ? (inHand = null) : take(s)">{{ s.colony.name }}</AButton>
              <span class="says">
                <span v-if="later(s)" class="alarm">Looked at since, on {{ sayDay(s.colony.look?.onDay ?? '', holding.today) }}: an older look is entered in the colony.</span>
                <strong v-else-if="draftOf(s) && isTouched(draftOf(s) as RowDraft)">{{ sayTold(draftOf(s) as RowDraft) }}</strong>
                <span v-else class="soft">{{ sayKnown(s) }}</span>
              </span>
            </div>
            <div v-if="inHand === s.colony.id && draftOf(s)" class="opened">
              <ACheckbox v-model:checked="(draftOf(s) as RowDraft).whole" class="whole">I looked into it: what I do not change is as it was</ACheckbox>
              <LookFields :id="`l-${s.colony.placement.position}`" class="in" :draft="(draftOf(s) as RowDraft).now" :at="atRow(s)" />
              <AreaField :id="`l-note-${s.colony.placement.position}`" v-model="(draftOf(s) as RowDraft).now.note" :label="LOOK_FIELDS.note.label" :most="2000" />
              <p class="acts">
                <AButton class="press quiet" @click="next(s)">{{ row[row.indexOf(s) + 1] ? `Next: ${row[row.indexOf(s) + 1]?.colony.name}` : 'That was the last' }}</AButton>
                <AButton v-if="isTouched(draftOf(s) as RowDraft)" type="link" class="plainlink" @click="forget(s)">Leave {{ s.colony.name }} as it was</AButton>
              </p>
            </div>
          </li>
        </ol>
        <KeepBar>
          <FaultLine v-if="fault">{{ fault }}</FaultLine>
          <p v-else-if="kept && touched.length === 0" class="settled strong" role="status">{{ kept }} <RouterLink :to="`/yards/${yard.yard.id}`">The row as it stands</RouterLink></p>
          <p v-else-if="wrong.length > 0" class="alarm">{{ wrong.map((s) => s.colony.name).join(', ') }}: looked at since that day; nothing is kept by half.</p>
          <p v-else-if="touched.length > 0" class="care">{{ plural(touched.length, 'colony', 'colonies') }} looked at, not kept yet.</p>
          <AButton id="l-keep" type="primary" class="press settle" html-type="submit" :disabled="busy || touched.length === 0 || onDay === null || !holding.mayWrite">{{ busy ? 'Keeping ...' : `Keep ${plural(touched.length, 'look')}` }}</AButton>
        </KeepBar>
      </AForm>
    </template>
    <NothingYet v-else title="Nothing stands here yet." says="Add colonies to the yard first." />
  </div>
</template>

<style scoped>
.lead { max-width: 860px; margin: 4px 0 14px; }
.form { display: grid; grid-template-columns: minmax(0, 1fr); gap: 14px; }
.top { display: flex; gap: 14px; flex-wrap: wrap; align-items: end; }
.top > :first-child { min-width: 190px; }
.rows { list-style: none; margin: 0; padding: 0; }
.rows > li { border-top: 1px solid var(--hairline); }
.rows > li:first-child { border-top: 0; }
.rows > li.open { background: var(--thistle-pale); }
.line { display: grid; grid-template-columns: 40px 150px minmax(0, 1fr); gap: 10px; align-items: center; min-height: 44px; padding: 2px 14px; }
.place { text-align: right; font-variant-numeric: tabular-nums; }
.who { font-weight: 650; font-size: 15.5px; text-align: left; justify-content: flex-start; }
.opened { display: grid; gap: 13px; padding: 6px 20px 18px 64px; --look-columns: 4; }
section.opened { padding: 16px 20px; }
.whole { font-weight: 600; min-height: 48px; align-items: center; }
.acts { display: flex; gap: 14px; align-items: center; flex-wrap: wrap; margin: 0; }
@media screen and (max-width: 1000px) { .opened { --look-columns: 3; } }
@media screen and (max-width: 720px) {
  .line { grid-template-columns: 26px minmax(0, 1fr); padding: 8px 12px; gap: 2px 8px; }
  .who { min-height: 48px; font-size: 18px; }
  .says { grid-column: 2; padding-bottom: 6px; }
  .opened { padding: 4px 12px 16px; }
}
</style>
