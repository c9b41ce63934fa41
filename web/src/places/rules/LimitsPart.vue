<script setup lang="ts">
/** When a colony is over the limit: a school, whose figures may be changed, and which limits a board is held against. */
import { ref } from 'vue'
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
function set(p: Phase, event: Event): void {
  const text = (event.target as HTMLInputElement).value.trim().replace(',', '.')
  const value = text === '' || text === usual(school.value, p) ? null : Number(text)
  odd.value = Number.isNaN(value) ? p : null
  if (Number.isNaN(value)) return
  const next = { ...own.value[school.value], [p]: value }
  const { [school.value]: _, ...others } = own.value
  own.value = Object.values(next).some((v) => v !== null) ? { ...others, [school.value]: next } : others
}
const changed = (s: School) => PHASES.some((p) => mine(s, p) !== null)
const reset = () => (own.value = Object.fromEntries(Object.entries(own.value).filter(([key]) => key !== school.value)))
const HEADS: Record<Phase, string> = { dormant: 'Winter rest', increase: 'Build-up', peak: 'Flow', decrease: 'Winter bees' }
</script>

<template>
  <section class="sheet block" aria-labelledby="r-school">
    <h2 id="r-school">When a colony is over the limit</h2>
    <p class="soft small">Mites per 100 bees. All of them are common practice, and each has its advocate. The figures of the school you choose can be changed.</p>
    <div class="wide">
      <table>
        <thead>
          <tr>
            <th scope="col">School</th>
            <th v-for="p in PHASES" :key="p" scope="col">{{ HEADS[p] }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in SCHOOLS" :key="s" :class="{ on: school === s }">
            <th scope="row">
              <label class="check">
                <input v-model="school" type="radio" name="school" :value="s" />
                <span>
                  {{ saySchool(s).name }}
                  <span v-if="changed(s)" class="care small">changed by you</span>
                  <span class="soft small why">{{ saySchool(s).why }}</span>
                </span>
              </label>
            </th>
            <td v-for="p in PHASES" :key="p">
              <input v-if="school === s" class="figure" :class="{ own: mine(s, p) !== null }" inputmode="decimal" :value="mine(s, p) ?? usual(s, p)" :aria-label="`Limit of ${saySchool(s).name}, ${HEADS[p]}`" :aria-invalid="faultOf(s, p) ? 'true' : undefined" @change="set(p, $event)" />
              <template v-else>{{ mine(s, p) ?? usual(s, p) }}</template>
              <span v-if="faultOf(s, p)" class="alarm small fault" role="alert">{{ faultOf(s, p) }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="changed(school)" class="small"><button class="plainlink" type="button" @click="reset">Put the figures of {{ saySchool(school).name }} back</button></p>
    <p class="small soft">At 5 in 100 (3 in the winter rest) a colony counts as urgent in every school. The time of the year comes from the yard's usual temperatures; set it by hand with the yard's dates below.</p>

    <h3>What a board is held against, mites a day</h3>
    <div class="wide">
      <table class="boards">
        <thead>
          <tr>
            <th scope="col">Limits</th>
            <th v-for="m in MONTHS" :key="m" scope="col">{{ m }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="k in BOARD_KINDS" :key="k" :class="{ on: (boards ?? 'timely') === k }">
            <th scope="row">
              <label class="check">
                <input type="radio" name="boards" :value="k" :checked="(boards ?? 'timely') === k" @change="boards = k" />
                <span>
                  {{ sayBoards(k).name }}
                  <span class="soft small why">{{ sayBoards(k).why }}. {{ sayBoards(k).source }}.</span>
                </span>
              </label>
            </th>
            <td v-for="(limit, i) in BOARD_LIMITS[k]" :key="i">{{ plain(limit) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="small soft">Months of the north; a southern yard reads them six months on. A board is never turned into per cent. Drone brood is held against 5 in 100 cells (common practice, no source).</p>
  </section>
</template>

<style scoped>
.block { padding: 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
/* Columns of figures may be wider than a phone: they slide by themselves. */
.wide { overflow-x: auto; }
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; padding: 6px 10px 6px 6px; border-bottom: 1px solid var(--hairline); font-weight: 400; }
thead th { font-size: 13.5px; color: var(--soft); }
.boards th:first-child { min-width: 260px; }
tr.on { background: var(--thistle-wash); }
tr.on td { font-weight: 650; }
.why { display: block; }
.check { display: flex; gap: 10px; align-items: baseline; min-height: 32px; cursor: pointer; }
.check input { width: 18px; height: 18px; accent-color: var(--thistle); flex: none; position: relative; top: 3px; }
.figure { font: inherit; font-weight: 650; color: var(--ink); background: var(--sheet); border: 1px solid var(--line); border-radius: 7px; width: 68px; min-height: 38px; padding: 4px 8px; }
.figure.own { border-color: var(--thistle); }
.figure[aria-invalid] { border-color: var(--brick); }
.fault { display: block; }
@media screen and (max-width: 720px) {
  .block { padding: 16px 14px; }
  .check { min-height: 48px; align-items: center; }
  .check input { width: 24px; height: 24px; top: 0; }
  .figure { min-height: 48px; width: 56px; }
  th, td { padding: 6px 4px; }
}
</style>
