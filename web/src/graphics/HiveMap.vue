<script setup lang="ts">
/** The hive from above, a box a row, and from the side: the frames as lines, what hangs between them or lies on them, so that all is found again. */
import { computed, ref } from 'vue'
import type { Spot } from '@thistle/core/holding'
import { useGestures } from '../parts/gestures.ts'

const props = withDefaults(
  defineProps<{
    boxes: number
    frames?: number
    /** Nothing can be put or taken. */
    fixed?: boolean
    /** What hangs there, for the ear. */
    unit?: string
    /** Between the frames, or on the bars of a box. */
    put?: 'between' | 'on-top' | 'wall'
  }>(),
  { frames: 10, fixed: false, unit: 'strip', put: 'between' },
)
const spots = defineModel<readonly Spot[]>({ required: true })
const GAP = 26
const HEIGHT = 46
const rows = computed(() =>
  Array.from({ length: props.boxes }, (_, i) => {
    const box = props.boxes - i
    return { box, gaps: Array.from({ length: props.frames + 1 }, (_, after) => ({ after, there: spots.value.some((s) => s.box === box && s.after === after) })) }
  }),
)
function toggle(box: number, after: number): void {
  if (props.fixed) return
  const there = spots.value.some((s) => s.box === box && s.after === after)
  spots.value = there
    ? spots.value.filter((s) => s.box !== box || s.after !== after)
    : [...spots.value, { box, after }].toSorted((a, b) => a.box - b.box || a.after - b.after)
}
/** A strip is pushed to another gap as it is in the hive; a press puts one in or takes it out. */
const map = ref<HTMLElement | null>(null)
const over = ref<Spot | null>(null)
const gapAt = (x: number, y: number): Spot | null => {
  const gap = document.elementsFromPoint(x, y).find((e) => e instanceof HTMLElement && e.dataset.gap !== undefined)
  const [box, after] = ((gap as HTMLElement | undefined)?.dataset.gap ?? '').split(' ').map(Number)
  return box === undefined || after === undefined ? null : { box, after }
}
const same = (a: Spot | null, b: Spot | null) => a?.box === b?.box && a?.after === b?.after
useGestures(
  map,
  {
    onDrag: ({ first, last, tap, initial: [startX, startY], xy: [x, y], memo, cancel }) => {
      const from = (first ? (spots.value.find((s) => same(s, gapAt(startX, startY))) ?? null) : memo) as Spot | null
      if (props.fixed || tap || from === null) {
        if (!last) cancel()
        return from
      }
      const to = gapAt(x, y)
      over.value = last ? null : to
      const free = to !== null && !spots.value.some((s) => same(s, to))
      if (last && to && free) spots.value = [...spots.value.filter((s) => !same(s, from)), to].toSorted((a, b) => a.box - b.box || a.after - b.after)
      return from
    },
  },
  { drag: { filterTaps: true, pointer: { keys: false } } },
)
const nameOf = (box: number, after: number): string => {
  if (props.put === 'on-top') return `on the bars${props.boxes > 1 ? ` of box ${box} from the floor` : ''}, over frames ${Math.max(1, after)} and ${Math.min(props.frames, after + 1)}`
  const where = after === 0 ? 'left of frame 1' : after === props.frames ? `right of frame ${props.frames}` : `between frames ${after} and ${after + 1}`
  return props.boxes > 1 ? `box ${box} from the floor, ${where}` : where
}
/** From the side: the boxes as they stand, so many units wide and high. */
const SIDE = { gap: 8, box: 30 } as const
const side = computed(() => ({
  width: SIDE.gap * (props.frames + 1),
  height: SIDE.box * props.boxes + 8,
  boxes: Array.from({ length: props.boxes }, (_, i) => ({ y: 6 + i * SIDE.box })),
  spots: spots.value.map((s) => ({ x: SIDE.gap * s.after + SIDE.gap / 2, y: 6 + (props.boxes - s.box) * SIDE.box })),
}))
const words = computed(() => (spots.value.length === 0 ? 'none marked' : spots.value.map((s) => nameOf(s.box, s.after)).join('; ')))
</script>

<template>
  <div ref="map" class="map" :class="put" data-part="hive-map">
    <div v-for="row in rows" :key="row.box" class="box">
      <span v-if="boxes > 1" class="soft small no">{{ row.box === boxes ? 'top' : row.box === 1 ? 'floor' : row.box }}</span>
      <div class="frames" :style="{ height: `${HEIGHT}px`, width: `${GAP * (frames + 1)}px` }" :role="fixed ? 'img' : 'group'" :aria-label="fixed ? `Seen from above: ${words}` : 'Seen from above, frame 1 on the left'">
        <i v-for="f in frames" :key="f" class="frame" :style="{ left: `${GAP * f}px` }" aria-hidden="true" />
        <template v-if="fixed">
          <i v-for="g in row.gaps.filter((x) => x.there)" :key="g.after" class="strip" :style="{ left: `${GAP * g.after + GAP / 2}px` }" aria-hidden="true" />
        </template>
        <button
          v-for="g in fixed ? [] : row.gaps"
          :key="g.after"
          type="button"
          class="gap"
          :data-gap="`${row.box} ${g.after}`"
          :class="{ there: g.there, over: same(over, { box: row.box, after: g.after }) }"
          :style="{ left: `${GAP * g.after}px`, width: `${GAP}px` }"
          :aria-pressed="g.there"
          :aria-label="`${unit} ${nameOf(row.box, g.after)}`"
          @click="toggle(row.box, g.after)"
        >
          <i v-if="g.there" class="strip" />
        </button>
      </div>
    </div>
    <figure v-if="spots.length > 0" class="side" aria-hidden="true">
      <svg :viewBox="`-2 0 ${side.width + 4} ${side.height}`" :width="(side.width + 4) * 2" :height="side.height * 2">
        <g v-for="b in side.boxes" :key="b.y">
          <rect x="0" :y="b.y" :width="side.width" :height="SIDE.box - 2" rx="1.5" class="wood" />
          <line v-for="f in frames" :key="f" :x1="SIDE.gap * f" :x2="SIDE.gap * f" :y1="b.y + 3" :y2="b.y + SIDE.box - 5" class="comb" />
        </g>
        <template v-for="(s, i) in side.spots" :key="i">
          <rect v-if="put === 'on-top'" :x="s.x - 9" :y="s.y - 3.5" width="18" height="4" rx="1.5" class="put" />
          <rect v-else :x="s.x - 1.6" :y="s.y + 2" width="3.2" :height="SIDE.box - 10" rx="1.4" class="put" />
        </template>
      </svg>
      <figcaption class="soft small">from the side</figcaption>
    </figure>
    <p class="soft small">{{ words }}</p>
  </div>
</template>

<style scoped>
.map { display: grid; gap: 5px; overflow-x: auto; }
.box { display: flex; align-items: center; gap: 8px; }
.no { width: 34px; }
.frames { position: relative; border: 2px solid var(--line); border-radius: 6px; background: var(--sheet); flex: none; }
.frame { position: absolute; top: 5px; bottom: 5px; width: 4px; margin-left: -2px; border-radius: 2px; background: var(--bar-usual); }
.gap { position: absolute; top: 0; bottom: 0; appearance: none; border: 0; background: none; cursor: pointer; padding: 0; }
.gap:hover, .gap.over { background: var(--thistle-pale); }
.gap.over { box-shadow: inset 0 0 0 2px var(--thistle-mid); }
.gap.there { touch-action: none; cursor: grab; }
/* Where the system paints: wood as an edge, a strip as the system's own mark. */
@media (forced-colors: active) {
  .frame, .strip { forced-color-adjust: none; }
  .frame { background: GrayText; }
  .strip { background: Highlight; outline: 1px solid CanvasText; }
}
.side { display: grid; justify-items: start; margin: 2px 0; }
.wood { fill: var(--sheet); stroke: var(--line); stroke-width: 1; }
.comb { stroke: var(--bar-usual); stroke-width: 1.4; }
.put { fill: var(--thistle); }
.on-top .strip { top: 50%; bottom: auto; height: 14px; width: 40px; margin: -7px 0 0 -20px; z-index: 1; pointer-events: none; }
.strip { position: absolute; top: 8px; bottom: 8px; left: 50%; width: 7px; margin-left: -3.5px; border-radius: 3px; background: var(--thistle); }
</style>
