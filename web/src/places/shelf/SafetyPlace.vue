<script setup lang="ts">
/** The safety cards: one an active, to read, and to print and hang where the work is done. */
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { safetyFor, SAFETY_CARDS } from '@thistle/core/treatments'
import { useHolding } from '../../stores/holding.ts'
import SafetyText from '../../parts/SafetyText.vue'
import ShelfNav from './ShelfNav.vue'

const route = useRoute()
const holding = useHolding()
/** Those of the actives, and of a sheet of one's own whose active has none. */
const cards = computed(() => [...SAFETY_CARDS, ...holding.treatments.flatMap((t) => (t.own ? (safetyFor(t) ?? []) : [])).filter((c) => !SAFETY_CARDS.includes(c))])
const card = computed(() => cards.value.find((c) => c.key === route.params.active) ?? null)
const formsOf = (actives: readonly string[]) => holding.treatments.filter((t) => t.active !== null && actives.includes(t.active)).map((t) => t.name)
const print = () => window.print()
</script>

<template>
  <div class="page safety">
    <ShelfNav />
    <template v-if="card">
      <p class="no-print"><RouterLink to="/shelf/safety">← All cards</RouterLink></p>
      <h1>{{ card.title }}: safety</h1>
      <p class="soft">{{ formsOf(card.actives).join(', ') }}</p>
      <SafetyText :card="card" />
      <p class="no-print"><AButton class="press quiet" @click="print">Print this card</AButton></p>
    </template>
    <template v-else>
      <h1>Safety cards</h1>
      <p class="soft">One for each active: what it does to people, what to wear, what to do when it goes wrong. In a round it opens before the first tick of an acid or a synthetic, and is one touch away.</p>
      <ul class="sheet list">
        <li v-for="c in cards" :key="c.key">
          <RouterLink :to="`/shelf/safety/${c.key}`">
            <strong>{{ c.title }}</strong>
            <span class="soft">{{ c.hazards[0] }}</span>
          </RouterLink>
        </li>
      </ul>
      <p class="law">General words. The label in your hand, your poison centre and local rules decide.</p>
    </template>
  </div>
</template>

<style scoped>
.safety { display: grid; gap: 14px; align-content: start; grid-template-columns: minmax(0, 1fr); max-width: 820px; }
.list li + li { border-top: 1px solid var(--hairline); }
.list a { display: grid; min-height: 60px; align-content: center; padding: 10px 16px; color: inherit; text-decoration: none; }
.list a:hover { background: var(--thistle-pale); }
</style>
