<script setup lang="ts">
/** What stands on the shelf, what planned courses take of it, and what is to be bought. */
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { needsOf, WEEKS_AHEAD, courseCost, type LotState, type Need } from '@thistle/core/shelf'
import { bareSituation } from '@thistle/core/holding'
import { sayAmount, treatmentOf } from '@thistle/core/treatments'
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import SidePane from '../../parts/SidePane.vue'
import { sayDay } from '../../look/dates.ts'
import { plural } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import LotForm from './LotForm.vue'
import ShelfNav from './ShelfNav.vue'
import { nameOf, sayLeft, sayShort, unitOf } from '../../parts/shelf-words.ts'

const holding = useHolding()
const shelf = computed(() => holding.shelf)
const needs = computed(() => needsOf(holding.states, shelf.value))
const short = computed(() => needs.value.filter((n) => n.short > 0))
const unknown = computed(() => needs.value.filter((n) => n.has === null))
const there = computed(() => shelf.value.lots.filter((l) => l.there))
const gone = computed(() => shelf.value.lots.filter((l) => !l.there))
const over = computed(() => Object.entries(shelf.value.over).map(([key, amount]) => ({ key, says: `${nameOf(key)}: by the doses ticked ${sayAmount(amount ?? 0, unitOf(key))} more were used than there were.` })))
const bad = computed(() => there.value.filter((l) => l.expired || l.openOver !== null))
const editing = ref<LotState | 'new' | null>(null)
const showGone = ref(false)

/** What a lot asks for, in a few words. */
const notes = (l: LotState): string =>
  [
    l.expired ? 'expired: not to be used' : null,
    l.openOver !== null ? `open ${plural(l.openOver, 'day')} longer than it keeps` : null,
    l.left === 0 ? 'used up' : null,
    l.lot.goneOn ? `${l.lot.goneWhy ?? 'gone'}, ${sayDay(l.lot.goneOn, holding.today)}` : null,
  ]
    .filter(Boolean)
    .join('; ')
/** A course for one colony of one brood box with ten frames of bees and capped brood, by the price of a pack. */
const cost = (l: LotState): string => {
  if (!holding.settings) return ''
  const bare = bareSituation(holding.today, holding.yard?.yard.hemisphere ?? 'north', holding.settings)
  const price = courseCost(l.lot.treatment, shelf.value, { ...bare, colony: { ...bare.colony, broodBoxes: 1, framesOfBees: 10, brood: 'capped' } })
  return price === null ? '' : price.toFixed(2)
}
const LOTS: readonly Column<LotState>[] = [
  { key: 'what', title: 'What', heads: true },
  { key: 'left', title: 'Left', text: (l) => holding.say(sayLeft(l, shelf.value)) },
  { key: 'expires', title: 'Good until' },
  { key: 'opened', title: 'Opened', class: 'wide-only', text: (l) => (l.lot.openedOn ? sayDay(l.lot.openedOn, holding.today) : '') },
  { key: 'kept', title: 'Kept', class: 'wide-only', text: (l) => l.lot.kept ?? '' },
  { key: 'cost', title: 'Price of a course, one box', class: 'wide-only', text: cost },
  { key: 'do', title: 'Change', hidden: true },
]
const NEEDS: readonly Column<Need>[] = [
  { key: 'what', title: 'Planned', heads: true, text: (n) => nameOf(n.treatment) },
  { key: 'total', title: 'Takes', class: 'wide-only', text: (n) => holding.say(`${sayAmount(n.total, n.unit)}, ${plural(n.doses.length, 'dose')}`) },
  { key: 'from', title: 'First on', text: (n) => (n.doses[0] ? sayDay(n.doses[0].on, holding.today) : '') },
  { key: 'has', title: 'There is', text: (n) => (n.has === null ? 'not counted' : holding.say(sayAmount(n.has, n.unit))) },
  { key: 'short', title: 'Short' },
]
/** "Thymol gel is not counted: 25 g are wanted, the first on Sat 15 Aug." */
const sayUncounted = (n: Need) => `${nameOf(n.treatment)} is not counted: ${sayAmount(n.total, n.unit)} planned${n.doses[0] ? `, the first on ${sayDay(n.doses[0].on, holding.today)}` : ''}.`
const yardsOf = (n: Need) => [...new Set(n.doses.map((d) => d.yard))].join(', ')
</script>

<template>
  <div class="page shelf">
    <ShelfNav />
    <h1>The shelf</h1>
    <ul v-if="short.length > 0" class="serif lead">
      <li v-for="n in short" :key="n.treatment">{{ holding.say(sayShort(n)) }}</li>
    </ul>
    <p v-else-if="needs.length === 0" class="serif lead">Nothing is planned in the next {{ WEEKS_AHEAD }} weeks that takes anything from the shelf.</p>
    <p v-else-if="unknown.length === needs.length" class="serif lead">Doses are planned, and the shelf says nothing of what they take.</p>
    <p v-else class="serif lead">Enough is there {{ unknown.length > 0 ? 'of what is counted' : '' }} for what is planned in the next {{ WEEKS_AHEAD }} weeks.</p>
    <p v-if="unknown.length > 0 && unknown.length < needs.length" class="care strong">{{ holding.say(unknown.map(sayUncounted).join(' ')) }}</p>
    <p v-if="bad.length > 0" class="care strong">{{ bad.map((l) => `${l.lot.label ?? nameOf(l.lot.treatment)}: ${notes(l)}`).join('. ') }}.</p>
    <p v-for="o in over" :key="o.key" class="care strong" role="status">{{ holding.say(o.says) }} Count the shelf again?</p>

    <p v-if="holding.mayWrite" class="choose">
      <AButton type="primary" class="press" @click="editing = 'new'">Put something on the shelf</AButton>
      <RouterLink class="press quiet" to="/shelf/bench">Mix something</RouterLink>
    </p>
    <p v-if="there.length === 0" class="soft">Nothing is written down yet. Write down each pack as it comes: what it is, how many, good until. Doses that you tick are drawn from it, what runs short is said in time, and the register knows the batch.</p>
    <RowsTable v-else label="What is on the shelf" :columns="LOTS" :rows="there" :row-key="(l) => l.lot.id">
      <template #what="{ row: l }">
        <strong>{{ nameOf(l.lot.treatment) }}</strong>
        <span v-if="l.lot.label || l.lot.batch" class="soft small block">{{ [l.lot.label, l.lot.batch ? `batch ${l.lot.batch}` : null].filter(Boolean).join(', ') }}</span>
        <span v-if="l.lot.mix" class="soft small block">mixed {{ sayDay(l.lot.countedOn, holding.today) }}, <RouterLink :to="`/shelf/label/${l.lot.id}`">its label</RouterLink></span>
        <span v-if="notes(l)" class="alarm small strong block">{{ notes(l) }}</span>
      </template>
      <template #expires="{ row: l }">
        <span :class="{ 'alarm strong': l.expired }">{{ l.lot.expires ? sayDay(l.lot.expires, holding.today) : 'not written down' }}</span>
      </template>
      <template #do="{ row: l }">
        <AButton v-if="holding.mayWrite" type="link" class="plainlink" :aria-label="`Change ${nameOf(l.lot.treatment)}${l.lot.label ? `, ${l.lot.label}` : ''}`" @click="editing = l">Change</AButton>
      </template>
    </RowsTable>

    <section v-if="needs.length > 0" aria-labelledby="sh-needs">
      <h2 id="sh-needs">What is planned, {{ WEEKS_AHEAD }} weeks ahead</h2>
      <RowsTable label="What planned courses take" :columns="NEEDS" :rows="needs" :row-key="(n) => n.treatment">
        <template #what="{ row: n }">
          <strong>{{ nameOf(n.treatment) }}</strong>
          <span class="soft small block">{{ yardsOf(n) }}</span>
        </template>
        <template #short="{ row: n }">
          <strong v-if="n.short > 0" class="alarm">{{ holding.say(sayAmount(n.short, n.unit)) }}{{ n.buy ? `: ${plural(n.buy.packs, 'pack')}` : '' }}</strong>
          <span v-else :class="n.has === null ? 'care strong' : 'settled'">{{ n.has === null ? 'not known' : 'enough' }}</span>
          <span v-if="treatmentOf(n.treatment)?.pack" class="soft small block">{{ treatmentOf(n.treatment)?.pack?.says }}</span>
        </template>
      </RowsTable>
    </section>

    <p v-if="gone.length > 0"><AButton type="link" class="plainlink" :aria-expanded="showGone" @click="showGone = !showGone">{{ showGone ? 'Without' : 'With' }} what is used up or gone ({{ gone.length }})</AButton></p>
    <ul v-if="showGone" class="sheet gone">
      <li v-for="l in gone" :key="l.lot.id">
        <span>{{ nameOf(l.lot.treatment) }}{{ l.lot.label ? `, ${l.lot.label}` : '' }}{{ l.lot.batch ? `, batch ${l.lot.batch}` : '' }}<span class="soft">: {{ notes(l) }}</span></span>
        <AButton v-if="holding.mayWrite" type="link" class="plainlink" @click="editing = l">Change</AButton>
      </li>
    </ul>
    <p class="law">The label in your hand decides how long a pack keeps and how it is disposed of; local rules come first.</p>
    <SidePane v-if="editing" :key="editing === 'new' ? 'new' : editing.lot.id" :title="editing === 'new' ? 'On to the shelf' : nameOf(editing.lot.treatment)" :sub="editing === 'new' ? undefined : (editing.lot.label ?? undefined)" @close="editing = null">
      <LotForm :state="editing === 'new' ? null : editing" @done="editing = null" />
    </SidePane>
  </div>
</template>

<style scoped>
.shelf { display: grid; gap: 14px; align-content: start; grid-template-columns: minmax(0, 1fr); }
@media screen and (max-width: 720px) { .shelf :deep(.wide-only) { display: none; } }
.lead { font-size: 21px; line-height: 1.3; display: grid; gap: 6px; }
.choose { display: flex; gap: 10px; flex-wrap: wrap; }
.block { display: block; }
section { display: grid; gap: 8px; margin-top: 8px; }
.gone li { display: flex; justify-content: space-between; gap: 12px; align-items: center; padding: 8px 16px; min-height: 48px; }
.gone li + li { border-top: 1px solid var(--hairline); }
</style>
