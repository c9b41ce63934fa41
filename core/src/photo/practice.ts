import { seeded } from '../count/index.ts'
import { blank, fillOval, lay, strokeLine, type Colour, type Picture, type Spot } from './picture.ts'

export const PRACTICE_KINDS = ['board', 'tray'] as const
export type PracticeKind = (typeof PRACTICE_KINDS)[number]

/** A drawn board or tray on which the number of mites is known. */
export interface PracticePicture extends Picture {
  readonly kind: PracticeKind
  /** Where the mites lie, as shares of width and height. */
  readonly mites: readonly Spot[]
  /** What the picture shows across, mm. */
  readonly across: number
  /** The length of a mite in it, pixels. */
  readonly mitePixels: number
}

/** A mite is wider than long: about 1.7 by 1.1 mm (Anderson & Trueman, Exp. Appl. Acarol. 24, 2000, from memory). */
export const MITE = { long: 1.7, short: 1.1 } as const
/** What is drawn, across, mm: a part of a board; a white bowl. */
const ACROSS: Record<PracticeKind, number> = { board: 160, tray: 120 }
/** Mites never lie closer than this many lengths, so that each can be told by itself. */
const APART = 1.5
/** Other things on the picture for each mite-free square of 10 by 10 mm. */
const LITTER: Record<
  PracticeKind,
  { readonly wax: number; readonly pollen: number; readonly wings: number; readonly legs: number; readonly dark: number }
> = {
  board: { wax: 0.75, pollen: 0.16, wings: 0.02, legs: 0.05, dark: 0.08 },
  tray: { wax: 0.05, pollen: 0.05, wings: 0.03, legs: 0.09, dark: 0.05 },
}

type Random = () => number
const between = (random: Random, from: number, to: number) => from + random() * (to - from)
const mixed = (a: Colour, b: Colour, share: number): Colour => [
  a[0] + (b[0] - a[0]) * share,
  a[1] + (b[1] - a[1]) * share,
  a[2] + (b[2] - a[2]) * share,
]

function drawGround(picture: Picture, kind: PracticeKind, random: Random): void {
  const { width, height } = picture
  const [base, edge]: [Colour, Colour] =
    kind === 'board'
      ? [
          [236, 229, 212],
          [224, 213, 190],
        ]
      : [
          [246, 246, 243],
          [205, 210, 212],
        ]
  const phase = between(random, 0, 6)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [u, v] = [x / width - 0.5, y / height - 0.5]
      const fade = kind === 'tray' ? Math.min(1, Math.max(0, (Math.hypot(u, v) - 0.3) * 2.6)) : 0.5 + 0.5 * Math.sin(u * 7 + v * 4 + phase)
      const grain = (random() - 0.5) * 7
      const [r, g, b] = mixed(base, edge, fade)
      lay(picture, x, y, [r + grain, g + grain, b + grain], 1)
    }
  }
}

/** A female mite from above: a reddish-brown shield, glossy, darker at the rim, with the feet just showing in front. */
function drawMite(picture: Picture, x: number, y: number, long: number, random: Random): void {
  const size = between(random, 0.92, 1.08)
  const turn = between(random, 0, Math.PI)
  const body = mixed([132, 62, 34], [96, 40, 26], random())
  const half = (long * size) / 2
  const short = (half * MITE.short) / MITE.long
  for (const side of [-0.6, -0.25, 0.25, 0.6]) {
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
    const [along, out] = [side * half, short * 1.25]
    const root = { x: x + along * cos, y: y + along * sin }
    strokeLine(picture, root, { x: root.x - out * sin, y: root.y + out * cos }, Math.max(1, long / 14), [150, 92, 60], 0.7)
  }
  fillOval(picture, { x: x + long / 14, y: y + long / 10, long: half * 1.05, short: short * 1.05, turn }, () => [60, 46, 36], 0.28)
  fillOval(picture, { x, y, long: half, short, turn }, (along, across) => {
    const rim = Math.hypot(along, across)
    const gloss = Math.max(0, 1 - Math.hypot(along + 0.35, across + 0.35) * 2.4)
    return mixed(mixed(body, [70, 28, 18], Math.max(0, rim - 0.55)), [226, 178, 150], gloss * 0.6)
  })
}

function drawWax(picture: Picture, x: number, y: number, px: number, random: Random): void {
  const [a, b, c] = [between(random, 0, 6), between(random, 0.1, 0.35), between(random, 0.05, 0.2)]
  const colour = mixed([214, 190, 140], [176, 138, 86], random())
  const long = px * between(random, 0.15, 0.9)
  fillOval(
    picture,
    { x, y, long, short: long * between(random, 0.5, 0.95), turn: between(random, 0, 3) },
    (along) => mixed(colour, [238, 222, 184], Math.max(0, -along) * 0.6),
    0.95,
    (angle) => b * Math.sin(3 * angle + a) + c * Math.sin(7 * angle - a),
  )
}

function drawPollen(picture: Picture, x: number, y: number, px: number, random: Random): void {
  const colour = mixed(mixed([236, 188, 62], [226, 128, 40], random()), [170, 160, 70], random() * 0.5)
  const long = px * between(random, 0.55, 1.2)
  fillOval(
    picture,
    { x, y, long, short: long * between(random, 0.8, 1), turn: between(random, 0, 3) },
    (along, across) => mixed(colour, [120, 84, 30], Math.max(0, along + across) * 0.4),
    1,
    (angle) => 0.025 * Math.sin(9 * angle + long),
  )
}

function drawWing(picture: Picture, x: number, y: number, px: number, random: Random): void {
  const turn = between(random, 0, 6)
  const long = px * between(random, 3, 4.2)
  const oval = { x, y, long, short: long * 0.34, turn }
  fillOval(picture, oval, () => [176, 172, 160], 0.34)
  for (const tilt of [-0.16, 0, 0.16]) {
    const [cos, sin] = [Math.cos(turn + tilt), Math.sin(turn + tilt)]
    strokeLine(
      picture,
      { x: x - long * 0.9 * cos, y: y - long * 0.9 * sin },
      { x: x + long * 0.8 * cos, y: y + long * 0.8 * sin },
      px / 9,
      [120, 104, 84],
      0.6,
    )
  }
}

function drawLeg(picture: Picture, x: number, y: number, px: number, random: Random): void {
  let [from, turn] = [{ x, y }, between(random, 0, 6)]
  for (const length of [1.6, 1.3, 0.7]) {
    const to = { x: from.x + Math.cos(turn) * length * px, y: from.y + Math.sin(turn) * length * px }
    strokeLine(picture, from, to, (px * length) / 6, [74, 58, 44], 0.9)
    from = to
    turn += between(random, -0.9, 0.9)
  }
}

/** Propolis, ant heads, bits of bees: dark, but round, black or ragged, and never red. */
function drawDark(picture: Picture, x: number, y: number, px: number, random: Random): void {
  const colour = mixed([52, 48, 44], [88, 82, 72], random())
  const long = px * between(random, 0.2, 0.7)
  const wave = between(random, 0, 6)
  fillOval(
    picture,
    { x, y, long, short: long * between(random, 0.4, 1), turn: wave },
    () => colour,
    1,
    (angle) => 0.25 * Math.sin(4 * angle + wave),
  )
}

function scatter(howMany: number, apart: number, margin: number, { width, height }: Picture, random: Random): Spot[] {
  const placed: Spot[] = []
  for (let tries = 0; placed.length < howMany && tries < howMany * 200; tries++) {
    const spot = { x: between(random, margin, width - margin), y: between(random, margin, height - margin) }
    if (placed.every((other) => Math.hypot(other.x - spot.x, other.y - spot.y) >= apart)) placed.push(spot)
  }
  return placed
}

/**
 * Draws a board or a white tray with a known number of mites among crumbs of wax, pollen, wings and legs. The same seed draws
 * the same picture. Should there be no room for all the mites, `mites` of the answer says how many are drawn.
 */
export function drawPractice(kind: PracticeKind, mites: number, seed: number, width = 1600, height = 1200): PracticePicture {
  const random = seeded(seed)
  const picture = blank(width, height)
  const across = ACROSS[kind]
  const perMm = width / across
  const long = MITE.long * perMm
  drawGround(picture, kind, random)
  const places = scatter(mites, long * APART, long * 1.5, picture, random)
  const squares = (across * ((across * height) / width)) / 100
  const kinds = { wax: drawWax, pollen: drawPollen, wings: drawWing, legs: drawLeg, dark: drawDark }
  for (const [name, draw] of Object.entries(kinds) as [keyof typeof kinds, typeof drawWax][]) {
    const howMany = Math.round(LITTER[kind][name] * squares)
    // Litter may lie against a mite but not on it: what cannot be seen is not the eye's fault.
    const clear = (spot: Spot) => places.every((m) => Math.hypot(m.x - spot.x, m.y - spot.y) > long * (name === 'wings' ? 2.6 : 1.3))
    for (const spot of scatter(howMany, 0, 4, picture, random).filter(clear)) draw(picture, spot.x, spot.y, (perMm * 3) / 2, random)
  }
  for (const { x, y } of places) drawMite(picture, x, y, long, random)
  return { ...picture, kind, across, mitePixels: long, mites: places.map(({ x, y }) => ({ x: x / width, y: y / height })) }
}
