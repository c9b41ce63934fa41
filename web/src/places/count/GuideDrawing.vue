<script setup lang="ts">
/** How a way of counting is done, in four small pictures: read at arm's length, with gloves on. */
import { computed } from 'vue'
import type { Method } from '@thistle/core/situation'
import { SCENES } from './scenes.ts'

const props = defineProps<{ method: Method }>()
const scenes = computed(() => SCENES[props.method])
/** Bees in a heap, each a small oval: the same heap at every draw. */
const HEAP = Array.from({ length: 20 }, (_, i) => ({ x: ((i * 37) % 46) - 23, y: -((i * 17) % 24), turn: (i * 53) % 180 }))
/** Mites on a white ground. */
const MITES = [
  [-18, -3],
  [-6, 4],
  [3, -6],
  [12, 3],
  [20, -2],
  [-12, 8],
] as const
const CELLS = Array.from({ length: 24 }, (_, i) => ({ x: (i % 6) * 17 + (Math.floor(i / 6) % 2) * 8.5, y: Math.floor(i / 6) * 15, mite: [3, 10, 17].includes(i) }))
</script>

<template>
  <ol class="scenes">
    <li v-for="(scene, n) in scenes" :key="scene.key">
      <svg viewBox="0 0 160 110" role="img" :aria-label="scene.says">
        <defs><pattern :id="`stripes-${scene.key}`" width="3.4" height="6" patternUnits="userSpaceOnUse" patternTransform="translate(1 0)"><path class="body" d="M0 0h3.4v6H0z" /><path class="stripe" d="M0 0h1.2v6H0z" /></pattern></defs>
        <!-- A frame of brood, the open brood in its middle: from there. -->
        <g v-if="scene.key === 'frame'">
          <path class="wood" d="M8 14h144v9H8z" />
          <path class="wood" d="M18 23h7v76h-7zM135 23h7v76h-7zM18 92h124v7H18z" />
          <path class="comb" d="M25 23h110v69H25z" />
          <path class="stores" d="M25 23h110v16c-18-6-36 0-55 0s-37-6-55 0z" />
          <ellipse class="capped" cx="80" cy="64" rx="50" ry="25" />
          <ellipse class="open" cx="80" cy="64" rx="27" ry="16" />
          <g class="larva"><path v-for="i in 12" :key="i" :d="`M${58 + ((i * 11) % 42)} ${55 + ((i * 7) % 18)}q2.5-3.5 5 0`" /></g>
          <path class="arrow" d="M128 104C124 88 112 78 98 70" /><path class="head" d="M96 68l9 1-5 7z" />
        </g>
        <g v-else-if="scene.key === 'cup'">
          <path class="glass" d="M48 40h56l-6 50c0 4-4 6-8 6H62c-4 0-8-2-8-6z" />
          <path class="glass handle" d="M104 50c18-4 22 26-4 26" />
          <g transform="translate(76 92)"><ellipse v-for="(b, i) in HEAP" :key="i" class="bee" :style="{ fill: `url(#stripes-${scene.key})` }" :cx="b.x * 0.95" :cy="b.y * 2 - 4" rx="5.4" ry="2.7" :transform="`rotate(${b.turn % 40} ${b.x * 0.95} ${b.y * 2 - 4})`" /></g>
          <path class="line" d="M36 40h80" /><path class="arrow" d="M120 34H44" /><path class="head" d="M42 34l9-4v8z" />
        </g>
        <g v-else-if="scene.key === 'swirl' || scene.key === 'sugar' || scene.key === 'shade'">
          <g :transform="scene.key === 'sugar' ? 'rotate(90 80 58)' : ''">
            <path class="mesh" d="M58 18h44v11H58z" /><path class="meshline" d="M62 18v11M68 18v11M74 18v11M80 18v11M86 18v11M92 18v11M98 18v11M58 23h44" />
            <path class="glass" d="M58 29h44c6 6 9 10 9 18v40c0 6-4 10-10 10H59c-6 0-10-4-10-10V47c0-8 3-12 9-18z" />
            <path v-if="scene.key === 'swirl'" class="fluid" d="M50 50h60v37c0 6-4 9-9 9H59c-5 0-9-3-9-9z" />
            <g transform="translate(80 92)"><ellipse v-for="(b, i) in HEAP" :key="i" :class="scene.key === 'swirl' ? 'bee' : 'bee white'" :style="scene.key === 'swirl' ? { fill: 'url(#stripes-swirl)' } : {}" :cx="b.x" :cy="b.y - 2" rx="5.4" ry="2.7" :transform="`rotate(${b.turn} ${b.x} ${b.y - 2})`" /></g>
          </g>
          <template v-if="scene.key === 'swirl'"><path class="arrow" d="M36 70c-12-8-12-26 4-30M124 70c12-8 12-26-4-30" /><path class="head" d="M43 38l-9-1 3 7zM117 38l9-1-3 7z" /></template>
          <template v-else-if="scene.key === 'sugar'"><path class="arrow" d="M52 98c14 10 42 10 56 0" /><path class="head" d="M111 95l-9 1 5 6z" /></template>
          <template v-else><path class="shade" d="M8 12c30-10 66-8 92 4L64 104H8z" /><circle class="watch" cx="134" cy="62" r="17" /><path class="line" d="M134 62V50M134 62l8 5M134 42v-4" /></template>
        </g>
        <g v-else-if="scene.key === 'bowl'">
          <g transform="rotate(118 50 34)"><path class="mesh" d="M34 14h30v8H34z" /><path class="meshline" d="M38 14v8M43 14v8M48 14v8M53 14v8M58 14v8" /><path class="glass" d="M34 22h30c4 4 6 7 6 12v22c0 4-3 7-7 7H35c-4 0-7-3-7-7V34c0-5 2-8 6-12z" /></g>
          <path class="fluid drops" d="M74 50c3 5 5 8 5 11a5 5 0 0 1-10 0c0-3 2-6 5-11zM88 44c2 4 4 6 4 8a4 4 0 0 1-8 0c0-2 2-4 4-8z" />
          <path class="bowl" d="M50 78h84c0 16-16 26-42 26S50 94 50 78z" /><ellipse class="bowlin" cx="92" cy="78" rx="42" ry="11" />
          <g transform="translate(92 78)"><ellipse v-for="[x, y] in MITES" :key="x" class="mite" :cx="x" :cy="y" rx="3" ry="2.1" /></g>
        </g>
        <g v-else-if="scene.key === 'oiled'">
          <path class="tray" d="M22 34h116l14 52H8z" /><path class="sheet" d="M30 40h100l10 38H20z" />
          <path class="oil" d="M40 66c12-10 22 4 36-4s24 4 40-6" /><path class="wood" d="M112 16l14 6-24 34-12-8z" /><path class="bristle" d="M90 48l12 8-10 8c-6 0-8-6-8-8z" />
        </g>
        <g v-else-if="scene.key === 'tray'">
          <path class="wood" d="M28 10h104v8H28z" /><path class="box" d="M32 18h96v44H32z" /><path class="line" d="M32 40h96" />
          <path class="wood" d="M26 62h108v6H26zM26 68h8v26h-8zM126 68h8v26h-8zM26 92h108v6H26z" />
          <path class="screen" d="M34 72h92" /><path class="sheet" d="M40 84h84v4H40z" /><path class="arrow" d="M152 86h-22" /><path class="head" d="M128 86l9-4v8z" />
          <g><ellipse v-for="i in 6" :key="i" class="mite" :cx="42 + i * 12" cy="79" rx="2.6" ry="1.8" /></g>
        </g>
        <g v-else-if="scene.key === 'squares'">
          <path class="sheet" d="M20 16h120v78H20z" /><path class="grid" d="M50 16v78M80 16v78M110 16v78M20 42h120M20 68h120" />
          <path class="taken" d="M50 42h30v26H50zM110 16h30v26h-30z" />
          <ellipse v-for="i in 17" :key="i" class="mite" :cx="28 + ((i * 43) % 106)" :cy="24 + ((i * 29) % 62)" rx="3" ry="2.1" />
        </g>
        <g v-else-if="scene.key === 'share'">
          <text x="80" y="46" class="figure">18 mites</text><path class="line" d="M44 56h72" /><text x="80" y="80" class="figure">3 days</text><text x="80" y="103" class="figure small">6 a day</text>
        </g>
        <g v-else-if="scene.key === 'fork'">
          <g transform="translate(26 40)"><circle v-for="(c, i) in CELLS" :key="i" class="dronecell" :cx="c.x + 8" :cy="c.y + 6" r="7.4" /></g>
          <path class="steel" d="M150 30L96 62M150 36L98 68M150 42l-50 32" /><path class="wood" d="M146 24l12-8 8 24-14 6z" />
        </g>
        <g v-else-if="scene.key === 'pupae'">
          <g v-for="i in 3" :key="i" :transform="`translate(${i * 42 - 22} 22)`"><path class="pupa" d="M14 0c12 0 15 14 12 34-2 18-6 30-12 30S4 52 2 34C-1 14 2 0 14 0z" /><circle class="eye" cx="8" cy="12" r="3.6" /><circle class="eye" cx="20" cy="12" r="3.6" /><path class="fold" d="M5 34h18M6 44h16M8 53h12" /></g>
        </g>
        <g v-else-if="scene.key === 'cells'">
          <circle class="cellwall" cx="80" cy="56" r="46" /><path class="pupa" d="M76 22c15 0 19 16 15 36-3 18-8 32-15 32s-11-14-14-32c-3-20 0-36 14-36z" /><circle class="eye" cx="70" cy="34" r="4" /><circle class="eye" cx="84" cy="34" r="4" />
          <ellipse class="mite big" cx="99" cy="72" rx="8" ry="5.4" /><path class="legs" d="M93 68l-4-3M97 66l-2-4M102 66l2-4M105 68l4-3" />
        </g>
        <g v-else>
          <g transform="translate(24 24)"><g v-for="(c, i) in CELLS" :key="i"><circle class="dronecell open" :cx="c.x + 8" :cy="c.y + 6" r="7.4" /><ellipse v-if="c.mite" class="mite" :cx="c.x + 8" :cy="c.y + 6" rx="3.4" ry="2.4" /></g></g>
          <text x="80" y="104" class="figure small">3 of 24 here</text>
        </g>
      </svg>
      <p><b>{{ n + 1 }}</b> {{ scene.says }}</p>
    </li>
  </ol>
</template>

<style scoped>
.scenes { list-style: none; padding: 0; margin: 0; display: grid; grid-template-columns: 1fr 1fr; gap: 12px; }
li { display: grid; gap: 4px; align-content: start; }
svg { width: 100%; background: var(--sunken); border-radius: 10px; }
p { font-size: 14.5px; line-height: 1.3; }
b { color: var(--thistle); }
path, ellipse, circle { stroke-linejoin: round; stroke-linecap: round; }
.wood { fill: var(--key-down); stroke: var(--soft); stroke-width: 1; }
.comb { fill: var(--straw-wash); stroke: var(--straw-mid); stroke-width: 1; }
.stores { fill: var(--straw-mid); opacity: 0.55; }
.capped { fill: var(--key-down); stroke: var(--soft); stroke-width: 0.8; }
.open { fill: var(--sheet); stroke: var(--thistle); stroke-width: 2; }
.larva path { fill: none; stroke: var(--ink); stroke-width: 1.4; }
.arrow { fill: none; stroke: var(--thistle); stroke-width: 2.6; }
.head { fill: var(--thistle); }
.glass { fill: var(--sheet); stroke: var(--ink); stroke-width: 1.8; fill-opacity: 0.75; }
.handle { fill: none; }
.body { fill: var(--straw-mid); }
.stripe { fill: var(--ink); }
.bee { stroke: var(--ink); stroke-width: 0.7; }
.bee.white { fill: var(--sheet); }
.line { fill: none; stroke: var(--ink); stroke-width: 1.8; }
.mesh { fill: var(--key); stroke: var(--ink); stroke-width: 1.6; }
.meshline { stroke: var(--soft); stroke-width: 0.9; fill: none; }
.fluid { fill: var(--thistle-mid); opacity: 0.45; }
.shade { fill: var(--shade); }
.watch { fill: var(--sheet); stroke: var(--ink); stroke-width: 2; }
.bowl { fill: var(--sheet); stroke: var(--ink); stroke-width: 1.8; }
.bowlin { fill: var(--paper); stroke: var(--ink); stroke-width: 1.4; }
.mite { fill: var(--brick); stroke: var(--brick-ink); stroke-width: 0.6; }
.legs { fill: none; stroke: var(--brick-ink); stroke-width: 1.6; }
.tray, .box { fill: var(--key); stroke: var(--soft); stroke-width: 1.2; }
.sheet { fill: var(--sheet); stroke: var(--soft); stroke-width: 1.2; border: 0; }
.oil { fill: none; stroke: var(--straw-mid); stroke-width: 5; opacity: 0.7; }
.bristle { fill: var(--straw); }
.screen { stroke: var(--ink); stroke-width: 2; stroke-dasharray: 3 2.4; }
.grid { fill: none; stroke: var(--line); stroke-width: 1; }
.taken { fill: var(--thistle-mid); fill-opacity: 0.28; stroke: var(--thistle); stroke-width: 1.8; }
.figure { font-size: 19px; font-weight: 650; fill: var(--ink); text-anchor: middle; font-family: var(--face-text); }
.figure.small { font-size: 15px; fill: var(--thistle); }
.dronecell { fill: var(--key-down); stroke: var(--soft); stroke-width: 1; }
.dronecell.open { fill: var(--sheet); }
.steel { stroke: var(--ink); stroke-width: 2; fill: none; }
.pupa { fill: var(--sheet); stroke: var(--soft); stroke-width: 1.4; }
.eye { fill: var(--thistle-mid); stroke: var(--thistle); stroke-width: 0.8; }
.fold { stroke: var(--line); stroke-width: 1.2; fill: none; }
.cellwall { fill: var(--straw-wash); stroke: var(--straw-mid); stroke-width: 4; }
</style>
