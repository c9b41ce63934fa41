<script setup lang="ts">
/** A tag for each hive: a code that opens its colony on a phone, and short letters to type where there is no camera. */
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { sayTag, tagOf } from '@thistle/core/shelf'
import PickField from '../../fields/PickField.vue'
import { useHolding } from '../../stores/holding.ts'
import ShelfNav from './ShelfNav.vue'
import { pathOf } from './qr.ts'

const holding = useHolding()
const yardId = ref<string | null>(holding.yard?.yard.id ?? null)
const size = ref<'small' | 'large'>('large')
const colonies = computed(() =>
  holding.states
    .filter((y) => yardId.value === null || y.yard.id === yardId.value)
    .flatMap(({ yard, row }) => row.map(({ colony }) => ({ yard: yard.name, colony, tag: tagOf(colony.id), code: pathOf(`${location.origin}/tag/${tagOf(colony.id)}`) }))),
)
const print = () => window.print()
</script>

<template>
  <div class="page tags">
    <ShelfNav />
    <h1 class="no-print">Tags for the hives</h1>
    <p class="soft no-print">Print them, keep them dry, one on each hive. Scanned by a phone the code opens the colony, without the network too; the letters under it can be typed. A tag stays with its colony when it is moved, so it names no place in the row.</p>
    <div class="pick no-print">
      <PickField id="t-yard" v-model="yardId" label="Yard" unknown="all of them" :options="holding.states.map((y) => [y.yard.id, y.yard.name])" />
      <PickField id="t-size" v-model="size" label="Size" :unknown="false" :options="[['large', '45 mm'], ['small', '30 mm']]" />
      <AButton v-if="colonies.length > 0" type="primary" class="press" @click="print">Print {{ colonies.length }}</AButton>
      <RouterLink class="press quiet scan" to="/tag/scan">Scan one</RouterLink>
    </div>
    <p v-if="colonies.length === 0" class="soft">No colony stands here yet. <RouterLink to="/yards">To the yards</RouterLink></p>
    <ul class="grid" :class="size">
      <li v-for="c in colonies" :key="c.colony.id">
        <svg :viewBox="`0 0 ${c.code.side} ${c.code.side}`" role="img" :aria-label="`Code of ${c.colony.name}`"><path :d="c.code.d" /></svg>
        <strong>{{ c.colony.name }}</strong>
        <span class="code">{{ sayTag(c.tag) }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.tags { display: grid; gap: 14px; align-content: start; grid-template-columns: minmax(0, 1fr); }
.pick { display: flex; gap: 14px; align-items: end; flex-wrap: wrap; }
.pick > :deep(.field) { min-width: 180px; }
.grid { display: grid; grid-template-columns: repeat(auto-fill, minmax(45mm, 1fr)); gap: 6mm 4mm; }
.grid.small { grid-template-columns: repeat(auto-fill, minmax(30mm, 1fr)); }
li { display: grid; justify-items: center; gap: 1px; background: var(--label-paper); color: var(--label-ink); border: 1px dashed var(--label-ink); border-radius: 6px; padding: 5px; break-inside: avoid; }
svg { width: 100%; max-width: 45mm; height: auto; shape-rendering: crispEdges; }
.small svg { max-width: 30mm; }
path { fill: var(--label-ink); }
strong { font-size: 17px; text-align: center; }
.code { font-size: 19px; letter-spacing: 0.08em; font-variant-numeric: tabular-nums; }
/* In the yard a tag is scanned; printing is done at the table. */
@media screen and (max-width: 720px) { .scan { order: -1; flex: 1 1 100%; } }
.small .code { font-size: 15px; }
</style>
