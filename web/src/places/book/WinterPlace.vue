<script setup lang="ts">
/** Over the winter: who came through, by what each had in autumn; and, in spring, those of whom nobody has said it yet. */
import AButton from 'ant-design-vue/es/button'
import { computed, ref, shallowRef, watch } from 'vue'
import { winterOf, wintered, winterYear, type WinterColony, type Wintered } from '@thistle/core/book'
import { lookWith } from '@thistle/core/holding'
import { yearOf } from '@thistle/core/time'
import { plain } from '@thistle/core/units'
import PickField from '../../fields/PickField.vue'
import ShareLine from '../../graphics/ShareLine.vue'
import { sayDay } from '../../look/dates.ts'
import FaultLine from '../../parts/FaultLine.vue'
import FoldAway from '../../parts/FoldAway.vue'
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import WaitLine from '../../parts/WaitLine.vue'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import BookNav from './BookNav.vue'

const holding = useHolding()
const { busy, fault, save } = useSave()
const { fault: unread, save: ask } = useSave()
/** Where all yards lie in the south, their winter; else the north's. */
const hemisphere = computed(() => (holding.states.length > 0 && holding.states.every((y) => y.yard.hemisphere === 'south') ? 'south' : 'north'))
const last = computed(() => winterYear(holding.today, hemisphere.value))
const chosen = ref<string | null>(String(last.value))
const years = computed(() => Array.from({ length: 6 }, (_, n) => String(last.value - n)))
const year = computed(() => Number(chosen.value ?? last.value))
const read = shallowRef<{ readonly year: number; readonly colonies: readonly WinterColony[] } | null>(null)
const load = () =>
  ask(async () => {
    read.value = await holding.persist<{ year: number; colonies: WinterColony[] }>('GET', `/winter?year=${year.value}`)
  })
watch([year, () => holding.today], load, { immediate: true })
const winter = computed(() => (read.value?.year === year.value ? wintered(read.value.colonies, year.value) : null))
const open = computed(() => winter.value?.colonies.filter((c) => c.fate === 'unknown') ?? [])
/** The winter is asked for once it is over for bees. */
const spring = computed(() => winterOf(year.value, hemisphere.value).spring)
const isOver = computed(() => holding.today >= spring.value)
const isAsked = computed(() => holding.mayWrite && year.value === last.value && isOver.value)
const stateOf = (c: WinterColony) => holding.states.flatMap((y) => y.row).find((s) => s.colony.id === c.colonyId)

async function through(some: readonly Wintered[]): Promise<void> {
  const rows = some.flatMap((c) => {
    const s = stateOf(c)
    return s ? [{ id: newId(), version: null, ...lookWith(s.colony.look, {}, c.colonyId, holding.today), note: 'Came through the winter.' }] : []
  })
  if (await save(() => holding.keepRows({ looks: rows }, some.length === 1 ? (some[0]?.yardId ?? null) : null))) await load()
}
async function died(c: Wintered): Promise<void> {
  const s = stateOf(c)
  if (!s) return
  const { name, since, hivedOn, parents, version } = s.colony
  const body = { name, since, hivedOn, parents, version, retiredOn: holding.today, retiredWhy: 'died over the winter' }
  if (await save(() => holding.put('colonies', c.colonyId, body, c.yardId).then(() => undefined))) await load()
}
const percent = (x: number) => `${plain(x * 100, 0)} %`
const FATE = { through: 'came through', died: 'died', left: 'left the book', unknown: 'not said yet' } as const
const COLUMNS: readonly Column<Wintered>[] = [
  { key: 'colony', title: 'Colony', heads: true },
  { key: 'level', title: 'In autumn', text: (c) => (c.level === null ? 'not counted' : `${plain(c.level, 1)} in 100${c.countedOn ? `, ${sayDay(c.countedOn, `${year.value}-01-01`)}` : ''}`) },
  { key: 'fate', title: 'Over the winter', text: (c) => FATE[c.fate] },
]
</script>

<template>
  <div class="page winter">
    <BookNav />
    <h1>Over the winter of {{ hemisphere === 'north' ? `${year - 1} to ${year}` : year }}</h1>
    <div class="asked no-print"><PickField id="wi-year" v-model="chosen" label="It ended in" :unknown="false" :options="years.map((y) => [y, y] as const)" /></div>
    <FaultLine v-if="unread">{{ unread }}</FaultLine>
    <WaitLine v-else-if="!winter">Reading ...</WaitLine>
    <template v-else>
      <p class="serif main">{{ winter.text }}</p>
      <p v-if="!isOver && winter.colonies.length > 0" class="soft">It is not over: who came through is asked for from {{ sayDay(spring, holding.today) }} on. A colony that dies before is taken out of its row in its own pane, with what happened.</p>
      <FaultLine v-if="fault">{{ fault }}</FaultLine>
      <section v-if="isAsked && open.length > 0" class="sheet block" aria-labelledby="wi-ask">
        <h2 id="wi-ask">How did they come through?</h2>
        <p class="soft">Nobody has looked, counted or noted anything of these since {{ yearOf(winter.to) === year ? 'the winter' : winter.from }}. Say it once you know: from the entrance is enough.</p>
        <p><AButton type="primary" class="press" :disabled="busy" @click="through(open)">{{ busy ? 'Keeping ...' : open.length === 1 ? 'It came through' : `All ${open.length} came through` }}</AButton></p>
        <ul class="colonies">
          <li v-for="c in open" :key="c.colonyId">
            <span><strong>{{ c.name }}</strong> <span class="soft small">{{ c.position }} in {{ c.yard }}</span></span>
            <span class="ways">
              <AButton class="press quiet" :disabled="busy" :aria-label="`${c.name} came through`" @click="through([c])">Through</AButton>
              <AButton class="press quiet" :disabled="busy" :aria-label="`${c.name} died`" @click="died(c)">It died</AButton>
            </span>
          </li>
        </ul>
      </section>
      <section v-if="winter.groups.length > 0" class="sheet block" aria-labelledby="wi-groups">
        <h2 id="wi-groups">By what they had in autumn</h2>
        <ul class="groups">
          <li v-for="g in winter.groups" :key="g.key">
            <span>{{ g.says }}</span>
            <ShareLine v-if="g.share" :share="g.share" :label="`${g.says}: ${g.died} of ${g.colonies} died`" tone="bad" />
            <span><strong>{{ g.died }} of {{ g.colonies }}</strong> <span v-if="g.share" class="soft small">{{ percent(g.share.low) }} to {{ percent(g.share.high) }}</span></span>
          </li>
        </ul>
        <p class="soft small">Shares with their exact 90 % (Clopper and Pearson 1934, from memory). Colonies die of other things too: few deaths in few colonies say little.</p>
      </section>
      <FoldAway v-if="winter.colonies.length > 0" title="Each colony">
        <RowsTable label="Colonies over the winter" :columns="COLUMNS" :rows="winter.colonies" :row-key="(c) => c.colonyId">
          <template #colony="{ row: c }"><strong>{{ c.name }}</strong> <span class="soft small">{{ c.position }} in {{ c.yard }}</span></template>
        </RowsTable>
      </FoldAway>
    </template>
  </div>
</template>

<style scoped>
.winter { display: grid; grid-template-columns: minmax(0, 1fr); gap: 10px; }
.asked { width: 160px; }
.main { font-size: 21px; line-height: 1.28; }
.block { padding: 14px 18px; display: grid; gap: 8px; grid-template-columns: minmax(0, 1fr); }
.colonies, .groups { display: grid; gap: 6px; }
.colonies li { display: flex; flex-wrap: wrap; justify-content: space-between; gap: 6px 14px; align-items: center; border-top: 1px solid var(--hairline); padding-top: 6px; }
.ways { display: flex; gap: 8px; }
.groups li { display: grid; grid-template-columns: 210px 240px minmax(0, 1fr); gap: 4px 14px; align-items: center; }
@media screen and (max-width: 720px) { .groups li { grid-template-columns: minmax(0, 1fr); } .ways .press { min-height: 48px; } }
</style>
