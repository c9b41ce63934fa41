<script setup lang="ts">
/** What the model of the outlook can and cannot know, and every figure in it with what it stands on. */
import { shallowRef } from 'vue'
import { ENOUGH_HELD, heldOf, PARAMETERS, type HeldCount, type Parameter } from '@thistle/core/outlook'
import { plain } from '@thistle/core/units'
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import WaitLine from '../../parts/WaitLine.vue'
import { plural } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import { useOutlookWorker } from './useOutlookWorker.ts'

const holding = useHolding()
/** Colonies whose counts are looked through: of very large holdings the first, in the order of their yards. */
const MOST = 120
const held = shallowRef<readonly HeldCount[] | null>(null)
const failed = shallowRef(false)
void useOutlookWorker()
  .held(holding.states.flatMap((y) => y.row.map((s) => s.situation)).slice(0, MOST))
  .then((found) => (held.value = found))
  .catch((fault: unknown) => {
    console.error(fault)
    failed.value = true
  })
const STANDS = { published: 'published', fitted: 'fitted by hand', guess: 'our guess' } as const
const rows: readonly Parameter[] = Object.values(PARAMETERS)
const COLUMNS: readonly Column<Parameter>[] = [
  { key: 'what', title: 'Figure', heads: true, text: (p) => p.what },
  { key: 'value', title: 'Value', text: (p) => `${plain(p.value, 4)} ${p.unit}` },
  { key: 'standing', title: 'Stands on', text: (p) => STANDS[p.standing] },
  { key: 'source', title: 'Source, from memory', class: 'wide-only', text: (p) => p.source },
]
</script>

<template>
  <div class="page knows">
    <p class="back no-print"><RouterLink to="/outlook">← The outlook</RouterLink></p>
    <h1>What the outlook can and cannot know</h1>
    <p class="serif lead">It tells direction and rough timing. It does not tell one colony’s mites.</p>
    <p><RouterLink to="/practice">A practice season</RouterLink> shows it at work: made-up bees whose mites it moves, and what went on under the cappings at the end.</p>
    <section aria-labelledby="k-can">
      <h2 id="k-can">It can say</h2>
      <ul>
        <li>why a wash lies low in spring, and climbs faster than the mites in late summer;</li>
        <li>why brood blunts what works for a day or two;</li>
        <li>when another count is worth it, and how little one wash says: none in a jar is not none in the colony;</li>
        <li>what sort of plan leaves more and what leaves less.</li>
      </ul>
    </section>
    <section aria-labelledby="k-cannot">
      <h2 id="k-cannot">It cannot say</h2>
      <ul>
        <li>how many mites one colony has;</li>
        <li>which of two treatments of like strength is the better one;</li>
        <li>whether mites withstand an active, came from outside, or it was not given well;</li>
        <li>anything over about 5 to 8 mites in 100 bees: what they do to bees is not in it;</li>
        <li>what becomes of a colony that swarms, is split, requeened, or of a resistant stock.</li>
      </ul>
    </section>
    <section aria-labelledby="k-how">
      <h2 id="k-how">How it is made</h2>
      <p>
        A colony’s bees and mites are carried on day by day: eggs by the season of its place, brood by its age, mites on bees and under cappings. It begins at the level that all its counts and its yard lead to, and is run a thousand
        times in the ways in which colonies differ: how fast mites breed, how long they rest, drones, the season, mites from outside, and what a treatment takes. What a treatment takes is the same figure as in Match. The light band
        holds nine in ten of those runs.
      </p>
      <p>
        It was tuned by hand to ranges recalled from memory: that it agrees with them is calibration, and no proof; no field data went into it. One figure that it was not tuned to it misses: over the first 128 days of brood mites grow seven- to eightfold in it, where about twelvefold is published (Martin 1998, from memory). The main doubt is how long mites stay on bees before they go under cappings again: five weekly rounds of vapour at 90 in 100 each take 93 in 100
        where they rest for two days, and 81 where they do not rest.
      </p>
      <p>
        A year’s plan is looked for among the starts that Match lets begin, some thousands of plans put together one course at a time: on small cases it finds what trying everything finds, on a whole year nobody can try everything. Its chances are those of the model, and of courses that are given on their days; in a yard four in a thousand of the mites on bees are taken to fly over to other colonies on a day of late summer, a guess.
      </p>
    </section>
    <section aria-labelledby="k-held">
      <h2 id="k-held">How well it holds</h2>
      <p>
        Tried on simulated colonies of another making, each counted three times: a band that is to hold eighty of a hundred held 75 to 85 of them thirty days on. Where something is not known to it, it holds far worse: about two of
        three where twenty mites a day come from outside, the others over it; about half after a swarm, the others under it; fewer than half where mites withstand what is given.
      </p>
      <h3>Here, of your own counts</h3>
      <p v-if="failed" class="soft">It could not be worked out. Load the page again.</p>
      <WaitLine v-else-if="held === null">Your counts are held against what was to be expected of them ...</WaitLine>
      <p v-else-if="heldOf(held)" role="status">
        <strong>{{ heldOf(held)!.inside }} of {{ heldOf(held)!.counts }}</strong> of your counts lay in the band that was to hold eighty of a hundred, told at the count before with nothing given in between: {{ plain((100 * heldOf(held)!.inside) / heldOf(held)!.counts, 0) }} in 100, likely {{ plain(100 * heldOf(held)!.low, 0) }} to {{ plain(100 * heldOf(held)!.high, 0) }}.
        {{ plural(held.filter((c) => c.below > 0.9).length, 'count') }} lay over it, {{ held.filter((c) => c.below < 0.1).length }} under it.
      </p>
      <p v-else role="status" class="soft">{{ held.length === 0 ? 'No count' : plural(held.length, 'count') }} of yours so far came 7 to 60 days after another with nothing given in between: from {{ ENOUGH_HELD }} on it is told how many lay where they were to.</p>
    </section>
    <section aria-labelledby="k-figures">
      <h2 id="k-figures">Every figure in it</h2>
      <RowsTable label="Every figure in it" :columns="COLUMNS" :rows="rows" :row-key="(p) => p.what" />
    </section>
    <p class="soft small">It advises when to look, and no dose: limits, labels and local law decide, and the vet or inspector where they have the say.</p>
  </div>
</template>

<style scoped>
.knows { max-width: 860px; display: grid; gap: 14px; grid-template-columns: minmax(0, 1fr); align-content: start; }
.lead { font-size: 20px; line-height: 1.35; }
section { display: grid; gap: 8px; }
/* On a small screen the source is left out, and what it stands on is said. */
@media screen and (max-width: 720px) { .knows :deep(.wide-only) { display: none; } .knows :deep(td), .knows :deep(th) { padding-inline: 4px !important; overflow-wrap: anywhere; } .knows :deep(table) { table-layout: fixed !important; } }
ul { margin: 0; padding-left: 20px; display: grid; gap: 6px; list-style: disc; }
</style>
