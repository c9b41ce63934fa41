<script setup lang="ts">
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { stepsOn, type ColonyState } from '@thistle/core/holding'
import { sayDay } from '../../look/dates.ts'
import { plain } from '@thistle/core/units'
import CourseLine from '../../graphics/CourseLine.vue'
import DayStrip from '../../graphics/DayStrip.vue'
import FrameCombs from '../../graphics/FrameCombs.vue'
import CountDot from '../../parts/CountDot.vue'
import SidePane from '../../parts/SidePane.vue'
import { useMarks } from '../../parts/useMarks.ts'
import { QUEEN_WORDS, SUPERS_WORDS } from '@thistle/core/situation'
import { capital, isOver, wordOf, sayFigure } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import AddColony from './AddColony.vue'
import AddYard from './AddYard.vue'
import ColonyPane from './ColonyPane.vue'
import MarksLink from '../../frame/MarksLink.vue'

const route = useRoute()
const router = useRouter()
const holding = useHolding()
watch(
  () => route.params.yardId,
  (id) => {
    if (typeof id === 'string' && id) holding.chosenYard = id
  },
  { immediate: true },
)

const yard = computed(() => holding.yard)
const openId = ref<string | null>(typeof route.query.colony === 'string' ? route.query.colony : null)
const adding = ref(false)
const addingYard = ref(false)
const opened = computed<ColonyState | null>(() => yard.value?.row.find((s) => s.colony.id === openId.value) ?? null)
watch(
  () => yard.value?.yard.id,
  () => {
    openId.value = opened.value ? openId.value : null
    adding.value = false
  },
)
/** With many yards the one in view is brought into the line of names; the page itself stays where it is. */
const tabs = ref<HTMLElement | null>(null)
watch(
  [tabs, () => yard.value?.yard.id],
  () => {
    const here = tabs.value?.querySelector<HTMLElement>('.here')
    if (tabs.value && here) tabs.value.scrollLeft = here.offsetLeft - tabs.value.offsetLeft - (tabs.value.clientWidth - here.offsetWidth) / 2
  },
  { flush: 'post' },
)
const marks = useMarks(computed(() => (yard.value ? [yard.value] : [])))
const limit = computed(() => yard.value?.limit ?? null)

function open(state: ColonyState): void {
  adding.value = false
  addingYard.value = false
  openId.value = state.colony.id
}
function startAdding(): void {
  openId.value = null
  adding.value = true
  addingYard.value = false
}
function startYard(): void {
  openId.value = null
  adding.value = false
  addingYard.value = true
}
async function yardAdded(id: string): Promise<void> {
  addingYard.value = false
  await router.push(`/yards/${id}`)
}
function openAdded(id: string): void {
  adding.value = false
  openId.value = id
}
/** Another day than today is chosen: the row then says what could be done on it. */
const elsewhere = computed(() => holding.day !== holding.today)
const COLUMNS = computed<readonly Column<ColonyState>[]>(() => [
  { key: 'num', title: 'Place in the row', hidden: true, class: 'num', width: 44, text: (s) => s.colony.placement.position },
  { key: 'name', title: 'Colony', heads: true, class: 'name' },
  { key: 'bees', title: 'Bees, frames', class: 'bees' },
  { key: 'brood', title: 'Brood, frames', class: 'brood' },
  { key: 'queen', title: 'Queen', class: 'queen' },
  { key: 'supers', title: 'Supers', class: 'supers' },
  { key: 'count', title: 'Mites per 100 bees', class: 'count' },
  { key: 'running', title: 'Course', class: 'running' },
  { key: 'next', title: elsewhere.value ? `On ${sayDay(holding.day)}` : 'Next', class: 'next' },
])
const asked = (s: ColonyState) => (elsewhere.value ? stepsOn(s, holding.day)[0] : s.steps[0])
/** Over the limit, and nothing in hand against it. */
const over = (s: ColonyState) => s.inHand === null && s.gone === null && isOver(s.judgement)
</script>

<template>
  <template v-if="yard">
    <DayStrip :yard="yard.yard" :marks="marks" />
    <div class="page">
      <div class="which no-print">
        <nav ref="tabs" class="tabs" aria-label="Yards">
          <RouterLink
            v-for="s in holding.states"
            :key="s.yard.id"
            :to="`/yards/${s.yard.id}`"
            :class="{ here: s.yard.id === yard.yard.id }"
            :aria-current="s.yard.id === yard.yard.id ? 'page' : undefined"
          >
            <span class="keeps-width" :data-words="s.yard.name">{{ s.yard.name }}</span>
            <span class="n">{{ s.row.length }}</span>
          </RouterLink>
        </nav>
        <AButton v-if="holding.mayWrite" type="link" class="plainlink small" @click="startYard">Add a yard</AButton>
      </div>
      <h1 class="sentence">
        <span v-for="(p, i) in yard.sentence" :key="i" :class="p.tone === 'plain' ? '' : p.tone">{{ holding.say(p.text) }}</span>
      </h1>
      <p class="soft">{{ holding.say(yard.below) }}</p>
      <p v-if="yard.ahead" class="care">
        {{ holding.say(yard.ahead) }}
        <RouterLink :to="`/match/yard/${yard.yard.id}`">Match the yard</RouterLink>
      </p>

      <RowsTable
        v-if="yard.row.length > 0"
        class="row row-table sheet"
        :label="`The row of ${yard.yard.name}`"
        :columns="COLUMNS"
        :rows="yard.row"
        :row-key="(s) => s.colony.id"
        :row-class="(s) => (s.colony.id === openId ? 'open' : '')"
        :on-row="(s) => ({ onClick: () => open(s) })"
      >
            <template #head-count>
              Mites per 100 bees
              <span class="lim">limit {{ limit === null ? '' : plain(limit, 2) }}</span>
            </template>
            <template #name="{ row: s }">
              <AButton type="text" class="bare opener" @click.stop="open(s)">{{ s.colony.name }}</AButton>
            </template>
            <template #bees="{ row: s }"><FrameCombs :frames="s.situation.colony.framesOfBees" :of="10" tone="bees" label="frames of bees" /></template>
            <template #brood="{ row: s }">
              <span v-if="s.situation.colony.brood === 'none'" class="care">none</span>
              <template v-else>
                <FrameCombs :frames="s.situation.colony.framesOfBrood" :of="7" tone="brood" label="frames of brood" />
                <span v-if="s.situation.colony.brood === 'open'" class="soft small">open</span>
              </template>
            </template>
            <template #queen="{ row: s }">
              <span class="k">queen</span>
              <span :class="{ 'alarm strong': s.situation.colony.queen === 'absent', care: s.situation.colony.queen === 'new' }">
                {{ wordOf(QUEEN_WORDS, s.situation.colony.queen) }}
              </span>
            </template>
            <template #supers="{ row: s }">
              <span class="k">supers</span>
              <span :class="{ soft: s.situation.supers.now === 'none' }">
                {{
                  s.situation.supers.now === 'for-people'
                    ? 'on'
                    : s.situation.supers.now === 'for-bees'
                      ? "bees' own"
                      : wordOf(SUPERS_WORDS, s.situation.supers.now)
                }}
              </span>
            </template>
            <template #count="{ row: s }">
              <CountDot :judgement="s.judgement" :in-hand="s.inHand !== null" :fallback="limit" />
              <span class="fig" :class="{ 'alarm strong': over(s) }">
                {{ sayFigure(s.judgement) }}
              </span>
            </template>
            <template #running="{ row: s }"><CourseLine v-if="s.inHand" :state="s.inHand" :today="holding.today" /></template>
            <template #next="{ row: s }">
              <span v-if="asked(s)" class="strong" :class="asked(s)?.tone">{{ capital(holding.say(asked(s)?.text ?? '')) }}</span>
              <span v-else-if="elsewhere" class="soft">nothing that day</span>
            </template>
      </RowsTable>
      <div v-else class="empty sheet">
        <h2>Nothing stands here yet</h2>
        <p>Add the colonies in the order in which you walk past them. Then count one: a wash of about 300 bees.</p>
      </div>
      <p v-if="holding.mayWrite" class="after no-print">
        <AButton
          class="press quiet"
          @click="startAdding"
        >
          Add a colony
        </AButton>
        <RouterLink v-if="holding.mayWrite" class="press quiet" :to="`/yards/${yard.yard.id}/looks`">Walk along the row</RouterLink>
        <MarksLink />
      </p>
    </div>
    <ColonyPane v-if="opened" :key="opened.colony.id" :yard="yard" :state="opened" @close="openId = null" />
    <SidePane v-else-if="addingYard" title="Add a yard" @close="addingYard = false"><AddYard @done="yardAdded" /></SidePane>
    <SidePane v-else-if="adding" title="Add a colony" :sub="yard.yard.name" @close="adding = false">
      <AddColony :yard="yard.yard" @open="openAdded" />
    </SidePane>
  </template>
  <div v-else class="page first">
    <h1>No yard yet.</h1>
    <p class="soft">A yard is where colonies stand. Name it, then add them in the order in which you walk past them.</p>
    <AddYard v-if="holding.mayWrite" @done="yardAdded" />
  </div>
</template>

<style scoped>
.first { display: grid; gap: 12px; }
.which { display: flex; align-items: center; gap: 22px; margin-bottom: 16px; }
.which > button { flex: none; }
.tabs { display: flex; align-items: center; gap: 22px; min-width: 0; overflow-x: auto; }
.tabs a { color: var(--soft); text-decoration: none; padding: 8px 0 6px; border-bottom: 2.5px solid transparent; white-space: nowrap; }
.tabs a .n { font-size: 13px; }
.tabs a.here { color: var(--ink); font-weight: 650; border-bottom-color: var(--thistle); }
.sentence { max-width: 1060px; margin-bottom: 6px; }
.row { margin-top: 16px; overflow: hidden; container: row / inline-size; }
.row :deep(thead th) { white-space: nowrap; }
.lim { color: var(--brick); border-left: 1.5px dashed var(--brick); padding-left: 5px; margin-left: 4px; font-weight: 400; }
.row.row-table :deep(.ant-table-tbody > tr > *) { padding: 0 8px; height: 44px; }
.row :deep(tbody tr) { cursor: pointer; }
.row :deep(tbody tr:hover) { background: var(--thistle-pale); }
.row :deep(tbody tr.open) { background: var(--thistle-wash); }
.row :deep(.ant-table-tbody > tr > .num) { text-align: center; color: var(--soft); padding-left: 14px; }
.opener { background: none; border: 0; padding: 6px 0; font-weight: 650; font-size: 15.5px; cursor: pointer; text-align: left; }
.opener:hover { color: var(--thistle); }
.row :deep(.count) { white-space: nowrap; }
.row :deep(.count svg) { display: inline-block; vertical-align: middle; }
/* The limit runs through rows of any height as one line. */
.row :deep(.ant-table-tbody > tr > .count) { overflow: clip; }
.row :deep(.count .limit) { transform: scaleY(2.4); transform-box: fill-box; transform-origin: center; vector-effect: non-scaling-stroke; }
.fig { margin-left: 6px; vertical-align: middle; }
.k { display: none; margin-inline-end: 4px; }
.after { display: flex; align-items: center; gap: 18px; margin-top: 16px; flex-wrap: wrap; }
@media print {
  .row :deep(tbody tr.open) { background: none; }
  .row :deep(.ant-table-tbody > tr > *) { height: 34px; }
  /* A colony that is open is printed alone. */
}
.empty { padding: 34px; margin-top: 18px; display: grid; gap: 8px; justify-items: start; }
/* By the room there is: an open pane takes some of it. */
@container row (max-width: 900px) and (min-width: 561px) { .row :deep(.supers), .row :deep(.brood) { display: none; } }
@container row (max-width: 760px) and (min-width: 561px) { .row :deep(.bees), .row :deep(.running) { display: none; } }
@media screen and (max-width: 1180px) {
  .row :deep(.supers) { display: none; }
  .row :deep(.ant-table-tbody > tr > *), .row :deep(.ant-table-thead > tr > *) { padding-left: 6px; padding-right: 6px; }
}
@media screen and (max-width: 720px) {
  .row :deep(table), .row :deep(tbody) { display: block; }
  .row :deep(thead) { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
  .row :deep(tbody tr) { display: grid; grid-template-columns: 30px minmax(0, 1fr) minmax(172px, auto); grid-template-areas: 'num name next' 'num facts count'; min-height: 76px; align-content: center; padding: 8px 12px 8px 6px; gap: 3px 8px; border-bottom: 1px solid var(--hairline); }
  .row { --row-line: 0; }
  .row.row-table :deep(.ant-table-tbody > tr > *) { height: auto; padding: 0; display: none; }
  .row.row-table :deep(.ant-table-tbody > tr > .num) { display: block; grid-area: num; font-size: 17px; align-self: center; padding: 0; }
  .row.row-table :deep(.ant-table-tbody > tr > .name) { display: block; grid-area: name; }
  .opener { font-size: 18px; padding: 4px 0; min-height: 32px; }
  .row.row-table :deep(.ant-table-tbody > tr > .next) { display: block; grid-area: next; text-align: right; align-self: center; line-height: 1.2; font-size: 15px; }
  .row.row-table :deep(.ant-table-tbody > tr > .count) { display: flex; align-items: center; grid-area: count; width: 172px; justify-self: end; }
  /* "no count" and "12.0 a day" take two lines: the whiskers stay under one another. */
  .fig { width: 46px; text-align: right; white-space: normal; line-height: 1.1; }
  .row :deep(.count svg) { height: 24px; width: 118px; }
    .row.row-table :deep(.ant-table-tbody > tr > .queen) { display: block; grid-area: facts; color: var(--soft); font-size: 14px; align-self: center; }
  .k { display: inline; }
}
</style>
