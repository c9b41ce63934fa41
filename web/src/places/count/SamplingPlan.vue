<script setup lang="ts">
/** How many colonies, how many bees, and which ones: drawn by chance with a seed that is shown, so that anybody can draw them again. */
import PickField from '../../fields/PickField.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { drawColonies, errorOf, fewestColonies, PLAN_SOURCE, PUBLISHED_COLONIES, USUAL_BEES, USUAL_VARIATION, Z95 } from '@thistle/core/count'
import { yardCounts, type YardState } from '@thistle/core/holding'
import { plain } from '@thistle/core/units'
import NumberField from '../../fields/NumberField.vue'
import { plural } from '../../parts/count-words.ts'

const props = defineProps<{ yard: YardState }>()
const bees = ref<number | null>(USUAL_BEES)
const wanted = ref<'published' | '0.6' | '0.45' | '0.3'>('published')
const seed = ref<number | null>(1)
const counts = computed(() => yardCounts(props.yard).estimate)
const assumed = computed(() => ({
  colonies: props.yard.row.length,
  level: Math.max(0.5, counts.value?.mean.estimate ?? props.yard.limit),
  variation: counts.value?.variation ?? USUAL_VARIATION,
}))
const fault = computed(() => (bees.value === null || bees.value < 50 || bees.value > 2000 ? 'From 50 to 2000 bees a jar: a level half cup is about 300.' : null))
const chosen = computed<number | null>(() => {
  if (fault.value || bees.value === null) return null
  if (wanted.value === 'published') return Math.min(PUBLISHED_COLONIES, props.yard.row.length)
  return fewestColonies(assumed.value, bees.value, Number(wanted.value) / Z95)
})
/** What more or fewer bees in each jar would do. */
const trades = computed(() =>
  wanted.value === 'published'
    ? []
    : [100, 300, 600].map((n) => ({ bees: n, colonies: fewestColonies(assumed.value, n, Number(wanted.value) / Z95) })),
)
/** Nine times in ten the mean lies no further off than this share of it. */
const error = computed(() => (chosen.value && bees.value ? errorOf(assumed.value, chosen.value, bees.value) * Z95 : null))
const drawn = computed(() =>
  chosen.value === null ? [] : drawColonies(props.yard.row.map((s) => ({ position: s.colony.placement.position, state: s })), chosen.value, seed.value ?? 0),
)
const WANTED = [
  ['published', `the published plan: about ${PUBLISHED_COLONIES} colonies`],
  ['0.6', 'roughly: within 60 %, nine times in ten'],
  ['0.45', 'fairly: within 45 %'],
  ['0.3', 'closely: within 30 %'],
] as const
const again = () => (seed.value = ((seed.value ?? 0) % 9999) + 1)
</script>

<template>
  <div class="plan">
    <div class="fields">
      <PickField id="p-wanted" :model-value="wanted" label="How sure of the yard's mean" :unknown="false" :options="WANTED" @update:model-value="wanted = $event ?? 'published'" />
      <NumberField id="p-bees" v-model="bees" label="Bees a jar" :min="0" :fault="fault" />
      <NumberField id="p-seed" v-model="seed" label="Number to draw by" :min="0" :max="999999" />
    </div>
    <p v-if="chosen === null && !fault" class="care">Not even all {{ yard.row.length }} colonies with {{ bees }} bees each would be as sure as that. Take more bees, or be content with less.</p>
    <template v-else-if="chosen !== null && error !== null">
      <p class="serif says">
        {{ plural(chosen, 'colony', 'colonies') }} of {{ yard.row.length }}, {{ bees }} bees each: the mean is then known within about {{ Math.round(error * 100) }} % of it, nine times in ten.
      </p>
      <p v-if="trades.length > 0" class="soft small">
        As sure with
        <template v-for="(t, i) in trades" :key="t.bees">{{ i > 0 ? '; ' : '' }}{{ t.bees }} bees a jar: {{ t.colonies === null ? 'not even all colonies' : plural(t.colonies, 'colony', 'colonies') }}</template>.
      </p>
      <ol class="drawn" aria-label="Colonies to sample, in walking order">
        <li v-for="d in drawn" :key="d.state.colony.id">
          <RouterLink :to="`/count/${d.state.colony.id}`"><i>{{ d.position }}</i> {{ d.state.colony.name }}</RouterLink>
        </li>
      </ol>
      <p class="no-print">
        <AButton class="press quiet" @click="again">Draw others</AButton>
        <span class="soft small">Drawn by chance, by the number {{ seed }}: the same number draws the same. Picking the strong ones, or the near ones, would say nothing of the rest.</span>
      </p>
    </template>
    <p class="soft small">
      Worked out for a level of {{ assumed.level.toFixed(1) }} in 100 and colonies that differ by {{ Math.round(assumed.variation * 100) }} % of it
      ({{ counts?.variation == null ? 'common practice, no source' : 'as the newest counts of this yard show' }}); Cochran 1977. The published plan: {{ PLAN_SOURCE }}.
      For a verdict on one colony, count that colony: {{ plain(yard.limit, 2) }} is the limit for each.
    </p>
  </div>
</template>

<style scoped>
.plan { display: grid; gap: 12px; }
.fields { display: grid; grid-template-columns: minmax(200px, 1.6fr) 1fr 1fr; gap: 12px; align-items: start; }
.says { font-size: 18px; line-height: 1.3; }
.drawn { display: flex; flex-wrap: wrap; gap: 8px; }
.drawn a { display: inline-flex; gap: 7px; align-items: baseline; min-height: 40px; padding: 8px 13px; border: 1px solid var(--line); border-radius: 9px; background: var(--sheet); color: var(--ink); text-decoration: none; font-weight: 600; }
.drawn a:hover { border-color: var(--thistle); }
.drawn i { font-style: normal; font-weight: 400; color: var(--soft); font-size: 13px; }
.no-print { display: flex; gap: 14px; align-items: center; flex-wrap: wrap; }
@media print { .drawn a::before { content: ''; width: 13px; height: 13px; border: 1.3px solid var(--ink); border-radius: 3px; } }
@media screen and (max-width: 720px) {
  .fields { grid-template-columns: 1fr 1fr; }
  .fields > :first-child { grid-column: 1 / -1; }
  .drawn a { min-height: 50px; }
}
</style>
