<script setup lang="ts">
/** When a colony is over the limit: a school, whose figures may be changed, and which limits a board is held against. */
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import NumberInput from '../../fields/NumberInput.vue'
import ARadio from 'ant-design-vue/es/radio'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { BOARD_KINDS, PHASES, SCHOOLS, type BoardKind, type Phase, type School } from '@thistle/core/situation'
import { BOARD_LIMITS, sayBoards, SCHOOL_LIMITS, saySchool } from '@thistle/core/judge'
import type { OwnLimits } from '@thistle/core/holding'
import { MONTHS } from '@thistle/core/time'
import { plain } from '@thistle/core/units'

const props = defineProps<{ at: (path: string) => string | null }>()
const school = defineModel<School>('school', { required: true })
const own = defineModel<Partial<Record<string, OwnLimits>>>('own', { required: true })
const boards = defineModel<BoardKind | null>('boards', { required: true })

const usual = (s: School, p: Phase) => plain((SCHOOL_LIMITS[s][p].mites / SCHOOL_LIMITS[s][p].bees) * 100, 2)
const mine = (s: School, p: Phase) => own.value[s]?.[p] ?? null
/** What was typed and is no number: it stays as it stands until it is one. */
const odd = ref<Phase | null>(null)
const faultOf = (s: School, p: Phase): string | null =>
  (s === school.value && odd.value === p) || props.at(`ownLimits.${s}.${p}`) ? 'A figure over 0, 20 at most.' : null
function set(p: Phase, typed: number | null): void {
  const value = typed === Number(usual(school.value, p)) ? null : typed
  odd.value = null
  const next = { ...own.value[school.value], [p]: value }
  const { [school.value]: _, ...others } = own.value
  own.value = Object.values(next).some((v) => v !== null) ? { ...others, [school.value]: next } : others
}
const changed = (s: School) => PHASES.some((p) => mine(s, p) !== null)
const reset = () => (own.value = Object.fromEntries(Object.entries(own.value).filter(([key]) => key !== school.value)))
const SCHOOL_COLUMNS = computed<readonly Column<School>[]>(() => [{ key: 'school', title: 'Limits', heads: true }, ...PHASES.map((p) => ({ key: p, title: HEADS[p] }))])
const BOARD_COLUMNS: readonly Column<BoardKind>[] = [{ key: 'limits', title: 'Limits', heads: true }, ...MONTHS.map((title, i) => ({ key: title, title, text: (k: BoardKind) => plain(BOARD_LIMITS[k][i] ?? 0) }))]
const HEADS: Record<Phase, string> = { dormant: 'Winter rest', increase: 'Build-up', peak: 'Flow', decrease: 'Winter bees' }
</script>

<template>
  <section class="sheet block" aria-labelledby="r-school">
    <h2 id="r-school">When a colony is over the limit</h2>
    <p class="soft small">Mites per 100 bees. All of them are common practice, and each has its advocate. The figures of those you go by can be changed.</p>
    <div class="wide">
      <RowsTable label="Limits to go by" :columns="SCHOOL_COLUMNS" :rows="SCHOOLS" :row-key="(s) => s" :row-class="(s) => (school === s ? 'on' : '')">
            <template #school="{ row: s }">
              <ARadio name="school" :checked="school === s" @update:checked="$event && (school = s)">
                {{ saySchool(s).name }}
                <span v-if="changed(s)" class="care small">changed by you</span>
                <span class="soft small why">{{ saySchool(s).why }}</span>
              </ARadio>
            </template>
            <template v-for="p in PHASES" :key="p" #[p]="{ row: s }">
              <NumberInput v-if="school === s" class="figure" :class="{ own: mine(s, p) !== null }" :model-value="mine(s, p) ?? Number(usual(s, p))" :aria-label="`Limit of ${saySchool(s).name}, ${HEADS[p]}`" :invalid="Boolean(faultOf(s, p))" @update:model-value="set(p, $event)" @unread="odd = p" />
              <template v-else>{{ mine(s, p) ?? usual(s, p) }}</template>
              <span v-if="faultOf(s, p)" class="alarm small fault" role="alert">{{ faultOf(s, p) }}</span>
            </template>
      </RowsTable>
    </div>
    <p v-if="changed(school)" class="small"><AButton type="link" class="plainlink" @click="reset">Put the figures of {{ saySchool(school).name }} back</AButton></p>
    <p class="small soft">At 5 in 100 (3 in the winter rest) a colony counts as urgent by all of them. The time of the year comes from the yard's usual temperatures; set it by hand with the yard's dates below.</p>

    <h3>What a board is held against, mites a day</h3>
    <div class="wide">
      <RowsTable class="boards" label="Limits of a board, month by month" :columns="BOARD_COLUMNS" :rows="BOARD_KINDS" :row-key="(k) => k" :row-class="(k) => ((boards ?? 'timely') === k ? 'on' : '')">
            <template #limits="{ row: k }">
              <ARadio name="boards" :checked="(boards ?? 'timely') === k" @update:checked="$event && (boards = k)">
                {{ sayBoards(k).name }}
                <span class="soft small why">{{ sayBoards(k).why }}. {{ sayBoards(k).source }}.</span>
              </ARadio>
            </template>
      </RowsTable>
    </div>
    <p class="small soft">Months of the north; a southern yard reads them six months on. A board is never turned into per cent. Drone brood is held against 5 in 100 cells (common practice, no source).</p>
  </section>
</template>

<style scoped>
.block { padding: 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
/* Columns of figures may be wider than a phone: they slide by themselves. */
.wide { overflow-x: auto; }
.boards :deep(th:first-child) { min-width: 260px; }
.wide :deep(tr.on) { background: var(--thistle-wash); }
.wide :deep(.ant-table-tbody > tr.on > td) { font-weight: 650; }
.why { display: block; }
.figure { width: 72px; }
.figure :deep(input) { font-weight: 650; padding: 4px 8px; }
.figure.own:not(.ant-input-number-status-error) { border-color: var(--thistle); }
.fault { display: block; }
@media screen and (max-width: 720px) {
  .block { padding: 16px 14px; }
  .figure { width: 56px; }
  /* Room for words: the figures slide. */
  .wide :deep(th:first-child), .wide :deep(td:first-child) { min-width: 168px; }
  .wide :deep(.rows-table .ant-table-tbody > tr > *), .wide :deep(.rows-table .ant-table-thead > tr > *) { padding: 6px 4px; }
}
</style>
