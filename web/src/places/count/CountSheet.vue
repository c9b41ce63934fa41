<script setup lang="ts">
/** On paper only: the row with boxes to fill in beside the hives, whatever the method. */
import type { Method } from '@thistle/core/situation'
import type { YardState } from '@thistle/core/holding'
import { METHOD_SAYS } from '../../parts/count-words.ts'
import { sayFigure } from '../../parts/words.ts'

defineProps<{ yard: YardState; method: Method }>()
const COLUMNS: Record<Method, readonly string[]> = {
  wash: ['Queen seen', 'Bees', 'Mites', '2nd shake', 'Note'],
  sugar: ['Queen seen', '60 s waited', 'Bees', 'Mites', 'Note'],
  board: ['Laid on', 'Read on', 'Mites', 'Squares of', 'Note'],
  drone: ['Cells opened', 'With mites', 'Note'],
}
</script>

<template>
  <section class="on-paper count-sheet">
    <h2>{{ yard.yard.name }}: {{ METHOD_SAYS[method].name.toLowerCase() }}</h2>
    <p class="soft">Counted on ______________ by ______________. A level half cup is about 300 bees; bees from a frame with open brood.</p>
    <table>
      <thead>
        <tr><th scope="col" /><th scope="col">Colony</th><th scope="col">Last</th><th v-for="c in COLUMNS[method]" :key="c" scope="col">{{ c }}</th></tr>
      </thead>
      <tbody>
        <tr v-for="s in yard.row" :key="s.colony.id">
          <td>{{ s.colony.placement.position }}</td>
          <th scope="row">{{ s.colony.name }}</th>
          <td>{{ sayFigure(s.judgement) }}</td>
          <td v-for="c in COLUMNS[method]" :key="c" :class="{ note: c === 'Note' }" />
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
table { width: 100%; border-collapse: collapse; margin-top: 10px; }
th, td { text-align: left; border: 1px solid var(--line); padding: 4px 7px; height: 30px; font-weight: 400; }
thead th { font-size: 9.5pt; }
tbody th { font-weight: 650; white-space: nowrap; }
.note { width: 28%; }
</style>
