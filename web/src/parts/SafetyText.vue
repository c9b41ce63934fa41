<script setup lang="ts">
/** A safety card's words: the same beside a round, on its own page, and on paper. */
import type { SafetyCard } from '@thistle/core/treatments'
import { saySource } from '@thistle/core/treatments'
import { useHolding } from '../stores/holding.ts'

defineProps<{ card: SafetyCard }>()
const holding = useHolding()
</script>

<template>
  <div class="card">
    <section class="hazards">
      <ul><li v-for="h in card.hazards" :key="h">{{ h }}</li></ul>
    </section>
    <section>
      <h3>On you</h3>
      <ul class="dots"><li v-for="g in card.gear" :key="g">{{ g }}</li></ul>
      <p class="strong">{{ card.notFor }}</p>
    </section>
    <section>
      <h3>If it goes wrong</h3>
      <dl>
        <template v-for="f in card.firstAid" :key="f.what">
          <dt>{{ f.what }}</dt>
          <dd>{{ f.do }}</dd>
        </template>
        <dt>Spilt</dt>
        <dd>{{ card.spill }}</dd>
      </dl>
    </section>
    <section>
      <h3>While and after</h3>
      <ul class="dots"><li v-for="a in card.afterwards" :key="a">{{ a }}</li></ul>
    </section>
    <section>
      <h3>Keeping and throwing away</h3>
      <p>{{ card.storage }}</p>
      <p>{{ card.disposal }}</p>
    </section>
    <p class="soft small">From: {{ card.sources.map((s) => holding.say(saySource(s))).join('; ') }}. The label in your hand and local rules decide.</p>
  </div>
</template>

<style scoped>
.card, section { display: grid; gap: 8px; grid-template-columns: minmax(0, 1fr); }
.card { gap: 14px; }
.hazards { background: var(--brick-wash); color: var(--brick-ink); border-radius: 10px; padding: 12px 14px; font-weight: 650; }
.hazards ul { display: grid; gap: 6px; }
.dots { list-style: disc; padding-left: 20px; display: grid; gap: 4px; }
dl { display: grid; grid-template-columns: minmax(90px, max-content) minmax(0, 1fr); gap: 6px 14px; }
dt { font-weight: 700; }
dd { margin: 0; }
@media print {
  .hazards { border: 1.5px solid var(--brick); background: none; }
  section { break-inside: avoid; }
}
</style>
