<script setup lang="ts">
/** A picture to move about in and mark: drag, pinch or wheel; tap to mark, tap a mark to take it off; all of it by keys too. */
import AButton from 'ant-design-vue/es/button'
import { useResizeObserver } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { squareAt, type Grid } from '@thistle/core/count'
import type { Spot, Suggestion } from '@thistle/core/photo'
import { bindingOf } from '../../frame/keys.ts'
import { useGestures } from '../gestures.ts'
import type { Prepared } from './photo.worker.ts'
import { fitted, held, levelFor, placeOf, spotAt, zoomed, type View } from './view.ts'

const props = defineProps<{
  picture: Prepared
  grid?: Grid | null
  suggestions?: readonly Suggestion[]
  /** The suggestion that is asked about. */
  asked?: Suggestion | null
  readonly?: boolean
  /** What was missed, and what was marked though it is no mite. */
  missed?: readonly Spot[]
  wrong?: readonly Spot[]
}>()
const marks = defineModel<readonly Spot[]>({ required: true })
const emit = defineEmits<{ frame: [milliseconds: number] }>()

const TAP = 7
const NEAR = 20
/** CSS pixels the cross moves at a press. */
const STEP = 12
const canvas = ref<HTMLCanvasElement | null>(null)
const size = ref({ width: 600, height: 400 })
const view = shallowRef<View>({ scale: 1, x: 0, y: 0 })
/** The keys' cross, in CSS pixels of the frame; null until a key is used. */
const cross = ref<{ x: number; y: number } | null>(null)
const past = shallowRef<readonly (readonly Spot[])[]>([])
let frame = 0

const ink = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()
const density = () => Math.min(2, window.devicePixelRatio || 1)

function ring(context: CanvasRenderingContext2D, at: { x: number; y: number }, radius: number, colour: string, dashed = false): void {
  context.setLineDash(dashed ? [4, 4] : [])
  for (const [width, style] of [
    [5, ink('halo')],
    [2.5, colour],
  ] as const) {
    context.beginPath()
    context.arc(at.x, at.y, radius, 0, Math.PI * 2)
    context.lineWidth = width
    context.strokeStyle = style
    context.stroke()
  }
}
function strike(context: CanvasRenderingContext2D, at: { x: number; y: number }, radius: number, colour: string): void {
  ring(context, at, radius, colour)
  context.beginPath()
  context.moveTo(at.x - radius, at.y + radius)
  context.lineTo(at.x + radius, at.y - radius)
  context.stroke()
}
function drawGrid(context: CanvasRenderingContext2D, grid: Grid): void {
  const { width, height } = props.picture
  const [w, h] = [(width * view.value.scale) / grid.columns, (height * view.value.scale) / grid.rows]
  const chosen = new Set(grid.chosen)
  for (let i = 0; i < grid.columns * grid.rows; i++) {
    const [x, y] = [view.value.x + (i % grid.columns) * w, view.value.y + Math.floor(i / grid.columns) * h]
    if (!chosen.has(i)) {
      context.fillStyle = ink('veil')
      context.fillRect(x, y, w, h)
    }
  }
  context.setLineDash([])
  context.lineWidth = 2
  context.strokeStyle = ink('thistle')
  for (const i of chosen) context.strokeRect(view.value.x + (i % grid.columns) * w + 1, view.value.y + Math.floor(i / grid.columns) * h + 1, w - 2, h - 2)
}

/** The ring of a mark: about a mite, never too small to see. */
const radius = computed(() => Math.max(9, Math.min(28, view.value.scale * 14)))
const counts = (m: Spot) => !props.grid || props.grid.chosen.includes(squareAt(props.grid, m.x, m.y))

function draw(): void {
  frame = 0
  const it = canvas.value
  const context = it?.getContext('2d', { alpha: false })
  if (!it || !context) return
  const began = performance.now()
  const by = density()
  const [width, height] = [Math.round(size.value.width * by), Math.round(size.value.height * by)]
  if (it.width !== width || it.height !== height) Object.assign(it, { width, height })
  context.setTransform(by, 0, 0, by, 0, 0)
  context.fillStyle = ink('sunken')
  context.fillRect(0, 0, size.value.width, size.value.height)
  const { scale, x, y } = view.value
  const level = levelFor(scale, by, props.picture.levels.length)
  const bitmap = props.picture.levels[level]
  if (bitmap && bitmap.width > 0) {
    // Only the part that is seen is asked for.
    const shrink = bitmap.width / props.picture.width
    const left = Math.max(0, -x / scale)
    const top = Math.max(0, -y / scale)
    const right = Math.min(props.picture.width, (size.value.width - x) / scale)
    const bottom = Math.min(props.picture.height, (size.value.height - y) / scale)
    context.imageSmoothingEnabled = scale * by < 3
    context.drawImage(bitmap, left * shrink, top * shrink, (right - left) * shrink, (bottom - top) * shrink, x + left * scale, y + top * scale, (right - left) * scale, (bottom - top) * scale)
  }
  if (props.grid) drawGrid(context, props.grid)
  const at = (spot: Spot) => placeOf(view.value, props.picture, spot)
  for (const s of props.suggestions ?? []) ring(context, at(s), radius.value + 4, ink(s === props.asked ? 'straw-mid' : 'struck'), true)
  if (props.asked) ring(context, at(props.asked), radius.value + 9, ink('straw-mid'))
  for (const m of marks.value) ring(context, at(m), radius.value, counts(m) ? ink('thistle') : ink('struck'))
  for (const m of props.missed ?? []) ring(context, at(m), radius.value + 3, ink('brick'), true)
  for (const m of props.wrong ?? []) strike(context, at(m), radius.value, ink('brick'))
  if (cross.value && document.activeElement === it) {
    context.setLineDash([])
    context.lineWidth = 2
    context.strokeStyle = ink('thistle-deep')
    context.beginPath()
    context.moveTo(cross.value.x - 14, cross.value.y)
    context.lineTo(cross.value.x + 14, cross.value.y)
    context.moveTo(cross.value.x, cross.value.y - 14)
    context.lineTo(cross.value.x, cross.value.y + 14)
    context.stroke()
  }
  emit('frame', performance.now() - began)
}
function redraw(): void {
  frame ||= requestAnimationFrame(draw)
}
const look = (next: View) => {
  view.value = held(next, props.picture, size.value)
  redraw()
}
const fit = () => look(fitted(props.picture, size.value))
const zoom = (factor: number, x = size.value.width / 2, y = size.value.height / 2) => look(zoomed(view.value, factor, x, y, props.picture, size.value))
/** Brings a spot into the middle, near enough to see what it is. */
function goTo(spot: Spot): void {
  const scale = Math.max(view.value.scale, Math.min(2, 900 / props.picture.width) * 1.6)
  look({ scale, x: size.value.width / 2 - spot.x * props.picture.width * scale, y: size.value.height / 2 - spot.y * props.picture.height * scale })
}

function change(next: readonly Spot[]): void {
  past.value = [...past.value.slice(-199), marks.value]
  marks.value = next
}
function undo(): void {
  const last = past.value.at(-1)
  if (!last) return
  past.value = past.value.slice(0, -1)
  marks.value = last
}
/** Marks a point of the frame, or takes off the mark that lies there. */
function touch(x: number, y: number): void {
  if (props.readonly) return
  const near = marks.value.find((m) => {
    const p = placeOf(view.value, props.picture, m)
    return Math.hypot(p.x - x, p.y - y) <= Math.min(NEAR, radius.value + 3)
  })
  if (near) return change(marks.value.filter((m) => m !== near))
  const spot = spotAt(view.value, props.picture, x, y)
  if (spot) change([...marks.value, spot])
}

// One finger or the pointer drags and taps; two fingers pinch; the wheel comes nearer.
const inFrame = ([x, y]: readonly [number, number]) => {
  const box = canvas.value?.getBoundingClientRect()
  return { x: x - (box?.left ?? 0), y: y - (box?.top ?? 0) }
}
useGestures(
  canvas,
  {
    onDrag: ({ tap, xy, delta: [right, down], pinching, cancel }) => {
      if (pinching) return cancel()
      const p = inFrame(xy)
      if (tap) touch(p.x, p.y)
      else look({ ...view.value, x: view.value.x + right, y: view.value.y + down })
    },
    onPinch: ({ first, origin, movement: [grown], memo }) => {
      const p = inFrame(origin)
      const from = (first ? { scale: view.value.scale, at: p } : memo) as { scale: number; at: { x: number; y: number } }
      const moved = { ...view.value, x: view.value.x + p.x - from.at.x, y: view.value.y + p.y - from.at.y }
      look(zoomed(moved, (from.scale * grown) / view.value.scale, p.x, p.y, props.picture, size.value))
      return { scale: from.scale, at: p }
    },
    onWheel: ({ event, delta: [, down] }) => {
      event.preventDefault()
      // Two fingers on a trackpad come as a wheel with Ctrl: that is a pinch already.
      if (event.ctrlKey) return
      const p = inFrame([event.clientX, event.clientY])
      zoom(Math.exp(-down * 0.0016), p.x, p.y)
    },
  },
  { drag: { filterTaps: true, tapsThreshold: TAP, pointer: { keys: false } }, eventOptions: { passive: false } },
)

function moveCross(right: number, down: number, from: { x: number; y: number }): void {
  const to = { x: from.x + right * STEP, y: from.y + down * STEP }
  // At the edge the picture moves instead of the cross.
  const inside = { x: Math.min(size.value.width - 16, Math.max(16, to.x)), y: Math.min(size.value.height - 16, Math.max(16, to.y)) }
  cross.value = inside
  if (to.x !== inside.x || to.y !== inside.y) look({ ...view.value, x: view.value.x + inside.x - to.x, y: view.value.y + inside.y - to.y })
  redraw()
}
function onKey(event: KeyboardEvent): void {
  const binding = bindingOf(event, ['A picture'])
  if (!binding) return
  event.preventDefault()
  event.stopPropagation()
  const here = cross.value ?? { x: size.value.width / 2, y: size.value.height / 2 }
  const [what, right, down] = binding.id.split(' ')
  if (what === 'cross') moveCross(Number(right), Number(down), here)
  else if (what === 'mark') {
    cross.value = here
    touch(here.x, here.y)
  } else if (what === 'nearer') zoom(1.4, here.x, here.y)
  else if (what === 'farther') zoom(1 / 1.4, here.x, here.y)
  else if (what === 'whole') fit()
  else undo()
}

function measure(): void {
  const box = canvas.value?.getBoundingClientRect()
  if (!box || box.width === 0) return
  size.value = { width: box.width, height: box.height }
  look(view.value)
}
onMounted(() => {
  measure()
  fit()
})
useResizeObserver(canvas, measure)
onBeforeUnmount(() => cancelAnimationFrame(frame))
watch(() => [marks.value, props.grid, props.suggestions, props.asked, props.missed, props.wrong], redraw)
watch(
  () => props.picture,
  () => {
    past.value = []
    cross.value = null
    fit()
  },
)
/** Marks a spot that was suggested: like any mark, it can be taken back. */
const add = (spot: Spot) => change([...marks.value, { x: spot.x, y: spot.y }])
defineExpose({ goTo, fit, undo, add })
</script>

<template>
  <div class="marked">
    <canvas
      ref="canvas"
      tabindex="0"
      role="application"
      :aria-label="`The picture, ${marks.length} marks. Arrow keys move the cross, space marks, plus and minus zoom, backspace takes the last change back.`"
      @keydown="onKey"
      @blur="redraw"
      @contextmenu.prevent
    />
    <div class="tools no-print" role="group" aria-label="The view">
      <AButton type="text" class="bare" @click="zoom(1.6)"><span aria-hidden="true">+</span><span class="unseen">nearer</span></AButton>
      <AButton type="text" class="bare" @click="zoom(1 / 1.6)"><span aria-hidden="true">−</span><span class="unseen">farther</span></AButton>
      <AButton type="text" class="bare word" @click="fit">whole</AButton>
      <AButton v-if="!readonly" type="text" class="bare word" :disabled="past.length === 0" @click="undo">undo</AButton>
    </div>
  </div>
</template>

<style scoped>
.marked { position: relative; min-width: 0; }
canvas { display: block; width: 100%; height: clamp(320px, 62vh, 640px); border-radius: 12px; border: 1px solid var(--line); background: var(--sunken); touch-action: none; cursor: crosshair; }
.tools { position: absolute; right: 10px; top: 10px; display: flex; gap: 6px; }
.tools button { min-width: 44px; min-height: 44px; border-radius: 10px; border: 1px solid var(--line); background: var(--sheet); color: var(--ink); font-size: 20px; cursor: pointer; }
.tools button:not([disabled]):hover { background: var(--sheet); border-color: var(--thistle); }
.tools .word { font-size: 15px; padding: 0 12px; }
.tools button[disabled] { color: var(--soft); background: var(--sunken); cursor: not-allowed; }
@media screen and (max-width: 720px) {
  canvas { height: 56vh; }
  .tools button { min-width: 48px; min-height: 48px; }
}
</style>
