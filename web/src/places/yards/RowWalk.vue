<script setup lang="ts">
/**
 * A walk along the row: five questions a hive, each answered by one touch. At the table the whole row at once, on the phone hive by hive.
 * What nobody answers keeps the day on which it was last seen.
 */
import AButton from 'ant-design-vue/es/button'
import AForm from 'ant-design-vue/es/form/Form'
import { computed, nextTick, ref, toRefs } from 'vue'
import type { ColonyState, LookRecord, YardState } from '@thistle/core/holding'
import { LOOK_FIELDS } from '@thistle/core/situation'
import AreaField from '../../fields/AreaField.vue'
import DayField from '../../fields/DayField.vue'
import NumberInput from '../../fields/NumberInput.vue'
import { sayDay } from '../../look/dates.ts'
import { useNarrow } from '../../look/narrow.ts'
import FaultLine from '../../parts/FaultLine.vue'
import FoldAway from '../../parts/FoldAway.vue'
import KeepBar from '../../parts/KeepBar.vue'
import KeptNote from '../../parts/KeptNote.vue'
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import SidePane from '../../parts/SidePane.vue'
import { useSave } from '../../parts/useSave.ts'
import { plural } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'
import SeeInside from '../practice/SeeInside.vue'
import { answer, blank, draftFrom, FIELDS, isTouched, lookOf, rowFrom, type RowDraft } from './look-draft.ts'
import LookFields from './LookFields.vue'
import { boxesFor, WALK, type WalkQuestion } from './walk.ts'
import WalkAnswer from './WalkAnswer.vue'

const props = defineProps<{ yard: YardState }>()
const emit = defineEmits<{ kept: [says: string] }>()
const holding = useHolding()
const narrow = useNarrow()
const { busy, fault, at, save } = useSave()
const row = computed(() => props.yard.row.filter((s) => s.gone === null))
const { form, typedOn, anew } = useKeptForm(`row ${props.yard.yard.id}`, () => ({
  onDay: holding.today as string | null,
  /** The hive one stands at. */
  here: 0,
  /** Of each colony that was touched. */
  rows: {} as Record<string, RowDraft>,
}))
const { onDay, here } = toRefs(form)
const draftOf = (s: ColonyState): RowDraft => (form.rows[s.colony.id] ??= rowFrom(s.colony.look))
const known = (s: ColonyState): RowDraft | null => form.rows[s.colony.id] ?? null
/** What was seen later is not overwritten from here. */
const later = (s: ColonyState) => s.colony.look !== null && onDay.value !== null && s.colony.look.onDay > onDay.value
const touched = computed(() => row.value.filter((s) => { const d = known(s); return d !== null && isTouched(d) }))
const wrong = computed(() => touched.value.filter(later))

function press(s: ColonyState, { field }: WalkQuestion, value: string | number | null, seen: boolean): void {
  const draft = draftOf(s)
  answer(draft, field, value, seen)
  // More bees than a box holds stand in more boxes; what was noted by hand stands.
  if (field === 'framesOfBees' && seen && draft.answers.broodBoxes === undefined) draft.now.look.broodBoxes = Math.max(Number(draft.from.look.broodBoxes ?? 1), boxesFor(Number(value)))
}
function setBoxes(s: ColonyState, boxes: number | null): void {
  if (boxes !== null) answer(draftOf(s), 'broodBoxes', boxes)
}
function pressAll(q: WalkQuestion, value: string | number | null, seen: boolean): void {
  for (const s of row.value) press(s, q, value, seen)
}
/** All alike answered so: the line for the whole row shows it. */
function ofAll({ field }: WalkQuestion): { value: string | number | null; answer: 'seen' | 'not-looked' | null } {
  const drafts = row.value.map(known)
  const first = drafts[0]
  const same = first && drafts.every((d) => d?.answers[field] === first.answers[field] && d?.now.look[field] === first.now.look[field])
  return { value: same ? (first.now.look[field] ?? null) : null, answer: same ? (first.answers[field] ?? null) : null }
}
const answered = (s: ColonyState) => WALK.filter((q) => known(s)?.answers[q.field] !== undefined).length
const done = (s: ColonyState) => known(s)?.whole === true || answered(s) === WALK.length
/** Nothing has changed since it was last seen: one touch. */
function asBefore(s: ColonyState): void {
  const draft = draftOf(s)
  draft.whole = true
  for (const { field } of WALK) if (draft.from.look[field] !== null) answer(draft, field, draft.from.look[field] ?? null)
}
/** The hive before it, answered: this one is the same. */
const before = (s: ColonyState): ColonyState | null => {
  const prior = row.value[row.value.indexOf(s) - 1]
  return prior && done(prior) ? prior : null
}
function asThe(s: ColonyState, prior: ColonyState): void {
  const [from, to] = [known(prior), draftOf(s)]
  if (!from) return
  for (const { field } of WALK) answer(to, field, from.now.look[field] ?? null, from.answers[field] !== 'not-looked')
  to.now.look.broodBoxes = from.now.look.broodBoxes ?? 1
}
function seen(s: ColonyState, facts: Readonly<Record<string, unknown>>): void {
  const draft = draftOf(s)
  const now = draftFrom({ ...s.colony.look, ...facts } as LookRecord)
  for (const field of Object.keys(facts)) if (field in now.look) answer(draft, field, now.look[field] ?? null)
  draft.now.signs = [...((facts.signs as LookRecord['signs']) ?? [])]
}

const at_ = computed(() => row.value[Math.min(here.value, row.value.length - 1)] ?? null)
const following = computed(() => row.value[row.value.indexOf(at_.value as ColonyState) + 1] ?? null)
const top = ref<HTMLElement | null>(null)
async function go(index: number): Promise<void> {
  here.value = index
  await nextTick()
  top.value?.scrollIntoView({ block: 'start' })
  top.value?.focus({ preventScroll: true })
}
/** What else there is to say of a colony, or of the whole row, beside the table. */
const ALL = 'all'
const more = ref<string | null>(null)
const everyone = ref(blank())
const saidOfAll = computed(() => Object.entries(everyone.value.look).filter(([, value]) => value !== null))
function setInAll(): void {
  for (const s of row.value) {
    const draft = draftOf(s)
    for (const [field, value] of saidOfAll.value) answer(draft, field, value)
    draft.now.signs = [...new Set([...draft.now.signs, ...everyone.value.signs])]
  }
  everyone.value = blank()
  more.value = null
}
const opened = computed(() => row.value.find((s) => s.colony.id === more.value) ?? null)

const sent = ref<readonly string[]>([])
const atRow = (s: ColonyState) => (field: string) => {
  const index = sent.value.indexOf(s.colony.id)
  return index < 0 ? null : at(`looks[${index}].${field}`)
}
const faultOf = (s: ColonyState) => FIELDS.map(([name]) => atRow(s)(name)).find(Boolean) ?? null
async function keep(): Promise<void> {
  const [day, list] = [onDay.value, touched.value]
  if (day === null || list.length === 0 || wrong.value.length > 0) return
  sent.value = list.map((s) => s.colony.id)
  const looks = list.map((s) => lookOf(draftOf(s), s.colony.look, s.colony.id, day))
  if (!(await save(() => holding.keepRows({ looks }, props.yard.yard.id)))) {
    // The hive that was refused comes into hand, with the fault at its field.
    const index = row.value.findIndex((s) => faultOf(s) !== null)
    if (index >= 0 && narrow.value) await go(index)
    else if (index >= 0) more.value = row.value[index]?.colony.id ?? null
    return
  }
  more.value = null
  anew()
  emit('kept', `${plural(list.length, 'colony', 'colonies')} of ${props.yard.yard.name} noted as seen on ${sayDay(day, holding.today)}.`)
}
const COLUMNS = computed<readonly Column<ColonyState | null>[]>(() => [
  { key: 'num', title: 'Place in the row', hidden: true, class: 'num', width: 34 },
  { key: 'name', title: 'Colony', heads: true },
  ...WALK.map((q) => ({ key: q.field, title: q.asks })),
  { key: 'more', title: 'More', hidden: true, class: 'acts-cell' },
])
/** The first line is for what is so in all of them. */
const rows = computed<readonly (ColonyState | null)[]>(() => (row.value.length > 1 ? [null, ...row.value] : row.value))
const valueOf = (s: ColonyState, q: WalkQuestion) => known(s)?.now.look[q.field] ?? null
const lastOf = (s: ColonyState, q: WalkQuestion) => rowLast(s)[q.field] ?? null
const rowLast = (s: ColonyState) => known(s)?.from.look ?? draftFrom(s.colony.look).look
const framesOf = (s: ColonyState | null): number | null => {
  if (!s) return null
  const d = known(s)
  return d && d.answers.framesOfBees === 'seen' ? (d.now.look.framesOfBees as number | null) : null
}
const bees = WALK.find((q) => q.field === 'framesOfBees') as WalkQuestion
const wordsOf = (q: WalkQuestion, value: string | number | null) => q.options.find(([v]) => v === value)?.[1] ?? (value === null ? null : String(value))
</script>

<template>
  <AForm novalidate layout="vertical" class="walk" @submit="keep">
    <KeptNote v-model:day="onDay" :typed-on="touched.length > 0 ? typedOn : null" @anew="anew" />
    <div class="top">
      <DayField id="w-day" v-model="onDay" :label="LOOK_FIELDS.onDay.label" :max="holding.today" :fault="at('looks[0].onDay')" />
      <p class="soft small">What you do not answer keeps the day on which it was last seen<template v-if="row.some((s) => s.colony.look)">; an edge under a word, or a pale figure, is how it was then</template>.</p>
    </div>

    <template v-if="narrow && at_">
      <nav v-if="row.length > 1" class="hives" aria-label="Hives of the row">
        <AButton v-for="(s, i) in row" :key="s.colony.id" type="text" class="bare hive" :class="{ on: s === at_, done: done(s) }" :aria-current="s === at_ ? 'step' : undefined" :aria-label="`${s.colony.placement.position} ${s.colony.name}${done(s) ? ', answered' : ''}`" @click="go(i)">
          {{ s.colony.placement.position }}
        </AButton>
      </nav>
      <section class="sheet card" :aria-label="at_.colony.name">
        <h2 ref="top" tabindex="-1"><i>{{ at_.colony.placement.position }}</i> {{ at_.colony.name }}</h2>
        <p v-if="later(at_)" class="alarm">Looked at since, on {{ sayDay(at_.colony.look?.onDay ?? '', holding.today) }}: an older inspection is noted at the colony itself.</p>
        <SeeInside :key="at_.colony.id" :colony-id="at_.colony.id" @seen="seen(at_, $event)" />
        <p v-if="at_.colony.look || before(at_)" class="quick">
          <AButton v-if="at_.colony.look && !known(at_)?.whole" class="press quiet" @click="asBefore(at_)">All as on {{ sayDay(at_.colony.look.onDay, holding.today) }}</AButton>
          <AButton v-if="before(at_) && answered(at_) === 0" class="press quiet" @click="asThe(at_, before(at_)!)">The same as {{ before(at_)?.colony.placement.position }} {{ before(at_)?.colony.name }}</AButton>
        </p>
        <div v-for="q in WALK" :key="q.field" class="ask">
          <p class="strong">{{ q.asks }}<span v-if="lastOf(at_, q) !== null && known(at_)?.answers[q.field] === undefined" class="soft small last">last: {{ wordsOf(q, lastOf(at_, q)) }}</span></p>
          <WalkAnswer :question="q" :of="at_.colony.name" :value="valueOf(at_, q)" :answer="known(at_)?.answers[q.field] ?? null" :before="lastOf(at_, q)" @answer="(v, is) => press(at_!, q, v, is)" />
          <p v-if="q.field === 'framesOfBees' && framesOf(at_) !== null" class="boxes">
            <NumberInput :model-value="framesOf(at_)" :min="0" :step="0.5" :aria-label="`Frames of bees, ${at_.colony.name}`" @update:model-value="(n) => press(at_!, q, n, n !== null)" />
            <span>frames in</span>
            <NumberInput :model-value="(known(at_)?.now.look.broodBoxes as number | null)" :min="1" :aria-label="`Brood boxes, ${at_.colony.name}`" @update:model-value="(n) => setBoxes(at_!, n)" />
            <span>{{ known(at_)?.now.look.broodBoxes === 1 ? 'brood box' : 'brood boxes' }}</span>
          </p>
          <p v-if="atRow(at_)(q.field)" class="fault" role="alert">{{ atRow(at_)(q.field) }}</p>
        </div>
        <FoldAway :key="at_.colony.id" title="More: stores, signs, entrance, feeding, a note">
          <LookFields id="w-more" :draft="draftOf(at_).now" :at="atRow(at_)" />
          <AreaField id="w-note" v-model="draftOf(at_).now.note" :label="LOOK_FIELDS.note.label" :most="2000" />
        </FoldAway>
      </section>
    </template>

    <RowsTable v-else class="sheet table" :label="`The row of ${yard.yard.name}`" :columns="COLUMNS" :rows="rows" :row-key="(s) => s?.colony.id ?? 'all'" :row-class="(s) => (s === null ? 'all' : '')">
      <template #num="{ row: s }"><span class="soft">{{ s?.colony.placement.position }}</span></template>
      <template #name="{ row: s }">
        <span v-if="s === null" class="soft">so in all {{ row.length }}</span>
        <template v-else>
          <strong>{{ s.colony.name }}</strong>
          <AButton v-if="s.colony.look && !done(s) && !later(s)" type="link" class="plainlink small asbefore" :aria-label="`${s.colony.name}: all as on ${sayDay(s.colony.look.onDay, holding.today)}`" @click="asBefore(s)">as before</AButton>
          <span v-if="later(s)" class="alarm small">looked at since, on {{ sayDay(s.colony.look?.onDay ?? '', holding.today) }}</span>
          <span v-else-if="faultOf(s)" class="fault">{{ faultOf(s) }}</span>
        </template>
      </template>
      <template v-for="q in WALK" :key="q.field" #[q.field]="{ row: s }">
        <div v-if="q.field === 'framesOfBees'" class="bees">
          <NumberInput :model-value="s ? framesOf(s) : (ofAll(q).answer === 'seen' ? (ofAll(q).value as number | null) : null)" :min="0" :step="0.5" :placeholder="s && lastOf(s, q) !== null ? String(lastOf(s, q)) : undefined" :aria-label="`Frames of bees, ${s?.colony.name ?? 'all'}`" @update:model-value="(n) => (s ? press(s, q, n, n !== null) : pressAll(q, n, n !== null))" />
          <template v-if="s && framesOf(s) !== null">
            <span class="soft small">in</span>
            <NumberInput :model-value="(known(s)?.now.look.broodBoxes as number | null)" :min="1" :aria-label="`Brood boxes, ${s.colony.name}`" @update:model-value="(n) => setBoxes(s, n)" />
            <span class="soft small">{{ known(s)?.now.look.broodBoxes === 1 ? 'box' : 'boxes' }}</span>
          </template>
        </div>
        <WalkAnswer v-else-if="s" short :question="q" :of="s.colony.name" :value="valueOf(s, q)" :answer="known(s)?.answers[q.field] ?? null" :before="lastOf(s, q)" @answer="(v, is) => press(s, q, v, is)" />
        <WalkAnswer v-else short :question="q" of="all" :value="ofAll(q).value" :answer="ofAll(q).answer" :before="null" @answer="(v, is) => pressAll(q, v, is)" />
      </template>
      <template #more="{ row: s }">
        <span class="acts">
          <AButton type="link" class="plainlink small" :aria-label="`More of ${s?.colony.name ?? 'all'}`" @click="more = s?.colony.id ?? ALL">more</AButton>
        </span>
      </template>
    </RowsTable>
    <p v-if="!narrow" class="soft small">{{ bees.asks }}: all boxes together. Leave empty what you did not look at.</p>

    <KeepBar class="keepwalk">
      <FaultLine v-if="fault">{{ fault }}</FaultLine>
      <p v-else-if="wrong.length > 0" class="alarm">{{ wrong.map((s) => s.colony.name).join(', ') }}: looked at since that day; nothing is kept by half.</p>
      <p v-else-if="touched.length > 0 && !narrow" class="care">{{ plural(touched.length, 'colony', 'colonies') }} answered, not kept yet.</p>
      <AButton v-if="narrow && following" class="press" :type="at_ && done(at_) ? 'primary' : 'default'" :class="{ quiet: !(at_ && done(at_)) }" @click="go(row.indexOf(following))">On to {{ following.colony.placement.position }} {{ following.colony.name }} →</AButton>
      <AButton v-if="!narrow || !following || touched.length > 0" type="primary" class="press settle" html-type="submit" :disabled="busy || touched.length === 0 || onDay === null || !holding.mayWrite">{{ busy ? 'Keeping ...' : narrow && following ? `Keep ${touched.length}` : `Keep ${plural(touched.length, 'colony', 'colonies')}` }}</AButton>
      <slot v-if="!narrow" />
    </KeepBar>
    <p v-if="narrow"><slot /></p>
    <SidePane v-if="more === ALL" :title="`So in all ${row.length}`" :sub="yard.yard.name" @close="more = null">
      <div class="pane-more">
        <LookFields id="w-all" :draft="everyone" :at="() => null" />
        <AButton class="press" type="primary" :disabled="saidOfAll.length === 0 && everyone.signs.length === 0" @click="setInAll">Set it in all {{ row.length }}</AButton>
        <p class="soft small">Nothing is kept yet: each row can still be put right.</p>
      </div>
    </SidePane>
    <SidePane v-else-if="opened" :title="opened.colony.name" :sub="`${opened.colony.placement.position} in the row, as seen on ${onDay ? sayDay(onDay, holding.today) : 'that day'}`" @close="more = null">
      <div class="pane-more">
        <SeeInside :colony-id="opened.colony.id" @seen="seen(opened, $event)" />
        <LookFields id="w-pane" :draft="draftOf(opened).now" :at="atRow(opened)" />
        <AreaField id="w-pane-note" v-model="draftOf(opened).now.note" :label="LOOK_FIELDS.note.label" :most="2000" />
        <p class="soft small">It is kept with the row, by the button under the table.</p>
      </div>
    </SidePane>
  </AForm>
</template>

<style scoped>
.walk { display: grid; grid-template-columns: minmax(0, 1fr); gap: 14px; }
.top { display: flex; gap: 14px; flex-wrap: wrap; align-items: end; }
.top > :first-child { min-width: 190px; }
.top p { flex: 1 1 260px; }
.table { overflow-x: auto; }
.table.table :deep(.ant-table-tbody > tr > *) { padding: 3px 4px; }
.table.table :deep(.ant-table-tbody > tr > :first-child) { padding-left: 12px; }
.table :deep(.num) { text-align: right; }
.table :deep(tr.all > *) { background: var(--sunken) !important; }
.table :deep(.ways) { border-radius: 8px; }
.table :deep(.ways .ant-radio-button-wrapper) { min-height: 36px; padding: 2px 7px; font-size: 14px; white-space: nowrap; }
.table :deep(.ways .not) { font-size: 13px; }
@media screen and (max-width: 720px) {
  .keepwalk.keepwalk { flex-direction: row; flex-wrap: wrap; }
  .keepwalk .press { flex: 1 1 auto; }
  .keepwalk p { flex: 1 1 100%; }
}
.asbefore.asbefore { display: block; white-space: nowrap; }
.bees { display: flex; align-items: center; gap: 4px; min-width: 146px; white-space: nowrap; }
.bees :deep(.ant-input-number) { width: 54px; min-width: 0; }
.bees > .ant-input-number:last-of-type:not(:first-child) { width: 44px; }
.pane-more { display: grid; gap: 14px; }
.hives { display: flex; gap: 6px; overflow-x: auto; padding: 2px; }
.hive { flex: none; min-width: 48px; min-height: 48px; border: 1px solid var(--line); border-radius: 10px; background: var(--sheet); font-weight: 600; }
.hive.done { background: var(--lichen-wash); color: var(--lichen-ink); border-color: var(--lichen-mid); }
.hive.on { border: 2px solid var(--thistle); }
.card { padding: 14px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 14px; }
.card h2 i { font-style: normal; font-weight: 400; color: var(--soft); }
.quick { display: flex; gap: 8px; flex-wrap: wrap; }
.ask { display: grid; gap: 5px; }
.last { margin-inline-start: 10px; font-weight: 400; }
.boxes { display: flex; align-items: center; gap: 8px; white-space: nowrap; }
.boxes :deep(.ant-input-number) { width: 64px; min-width: 0; }
.ask :deep(.ways) { display: flex; flex-wrap: wrap; }
.ask :deep(.ways .ant-radio-button-wrapper) { flex: 1 1 auto; min-height: 52px; font-size: 16px; }
</style>
