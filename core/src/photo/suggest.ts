import { MITE } from './practice.ts'
import type { Picture, Spot } from './picture.ts'

/** A place that looks like a mite: the person says whether it is one. */
export interface Suggestion extends Spot {
  /** How like a mite in size, shape and fill, 0-1. */
  readonly like: number
}

/** The length of a mite, pixels, in the picture that is searched: less cannot be told from crumbs, more is only slower. */
export const WORKING_LENGTH = { least: 5, wanted: 11 } as const

/** How far to shrink a picture `pixelsAcross` wide that shows `across` mm, before it is searched: 1 or less. */
export const workingScale = (pixelsAcross: number, across: number): number =>
  Math.min(1, WORKING_LENGTH.wanted / ((MITE.long * pixelsAcross) / across))

/** Side of the squares in which the ground's brightness is told, in mite lengths. */
const GROUND = 4
/** Reddish brown: red over green and over blue by so much, and darker than the ground by that share. */
const RED = { overGreen: 1.38, overBlue: 1.4, darker: 0.6 } as const
/** Area over that of an oval of a mite's axes; length over breadth; and how full the oval around it is. */
const ALIKE = { smallest: 0.4, largest: 1.9, slimmest: 2.3, fullest: 0.72 } as const
/** Rows that are looked at between two words of progress. */
const ROWS = 64

/** The brightness of the ground, square by square: the mean of the brighter half, since crumbs and mites are darker. */
function groundOf(bright: Float32Array, width: number, height: number, side: number): { at: (x: number, y: number) => number } {
  const [columns, rows] = [Math.ceil(width / side), Math.ceil(height / side)]
  const levels = new Float32Array(columns * rows)
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const [right, bottom] = [Math.min(width, (column + 1) * side), Math.min(height, (row + 1) * side)]
      let [sum, n] = [0, 0]
      for (let y = row * side; y < bottom; y++) for (let x = column * side; x < right; x++, n++) sum += bright[y * width + x] ?? 0
      const mean = sum / n
      let [upper, m] = [0, 0]
      for (let y = row * side; y < bottom; y++) {
        for (let x = column * side; x < right; x++) {
          const b = bright[y * width + x] ?? 0
          if (b >= mean) [upper, m] = [upper + b, m + 1]
        }
      }
      levels[row * columns + column] = m > 0 ? upper / m : mean
    }
  }
  return { at: (x, y) => levels[Math.floor(y / side) * columns + Math.floor(x / side)] ?? 255 }
}

interface Blob {
  area: number
  x: number
  y: number
  xx: number
  yy: number
  xy: number
}

/** Sums of the patch that `from` belongs to; the patch is taken out of `mask`. */
function takePatch(mask: Uint8Array, width: number, from: number, most: number): Blob {
  const blob: Blob = { area: 0, x: 0, y: 0, xx: 0, yy: 0, xy: 0 }
  const open = [from]
  mask[from] = 0
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    const [x, y] = [at % width, Math.floor(at / width)]
    if (blob.area <= most) {
      blob.x += x
      blob.y += y
      blob.xx += x * x
      blob.yy += y * y
      blob.xy += x * y
    }
    blob.area++
    for (const next of [x > 0 ? at - 1 : -1, x < width - 1 ? at + 1 : -1, at - width, at + width]) {
      if (next >= 0 && mask[next] === 1) {
        mask[next] = 0
        open.push(next)
      }
    }
  }
  return blob
}

/** How like a mite a patch is, 0 where it is not; by its second moments (Hu 1962: an oval's axes are 4 times their roots). */
function likeness(blob: Blob, long: number): number {
  const usual = (Math.PI / 4) * long * ((long * MITE.short) / MITE.long)
  const size = blob.area / usual
  if (size < ALIKE.smallest || size > ALIKE.largest) return 0
  const [mx, my] = [blob.x / blob.area, blob.y / blob.area]
  const [xx, yy, xy] = [blob.xx / blob.area - mx * mx + 1 / 12, blob.yy / blob.area - my * my + 1 / 12, blob.xy / blob.area - mx * my]
  const root = Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy)
  const [major, minor] = [4 * Math.sqrt((xx + yy) / 2 + root), 4 * Math.sqrt(Math.max(1e-6, (xx + yy) / 2 - root))]
  const slim = major / minor
  const full = blob.area / ((Math.PI / 4) * major * minor)
  if (slim > ALIKE.slimmest || full < ALIKE.fullest) return 0
  return Math.exp(-(Math.log(size) ** 2) - ((slim - MITE.long / MITE.short) / 0.8) ** 2 / 2) * Math.min(1, full)
}

/**
 * Finds mite-sized reddish-brown ovals: colour and brightness against the ground around, connected patches, and their size, shape
 * and fill. Yields how far it is, 0-1, so that it can be stopped between; answers what it found, the likest first. It never counts:
 * every place is for a person to take or refuse. `mitePixels`: length of a mite in this picture.
 */
export function* suggestMites({ width, height, pixels }: Picture, mitePixels: number): Generator<number, Suggestion[]> {
  const bright = new Float32Array(width * height)
  for (let y = 0; y < height; y++) {
    for (let at = y * width; at < (y + 1) * width; at++) {
      bright[at] = 0.299 * (pixels[at * 4] ?? 0) + 0.587 * (pixels[at * 4 + 1] ?? 0) + 0.114 * (pixels[at * 4 + 2] ?? 0)
    }
    if (y % ROWS === 0) yield (0.3 * y) / height
  }
  const ground = groundOf(bright, width, height, Math.max(8, Math.round(mitePixels * GROUND)))
  yield 0.45
  const mask = new Uint8Array(width * height)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = y * width + x
      const [r, g, b] = [pixels[at * 4] ?? 0, pixels[at * 4 + 1] ?? 0, pixels[at * 4 + 2] ?? 0]
      if ((bright[at] ?? 0) < ground.at(x, y) * RED.darker && r > g * RED.overGreen && r > b * RED.overBlue) mask[at] = 1
    }
    if (y % ROWS === 0) yield 0.45 + (0.3 * y) / height
  }
  const found: Suggestion[] = []
  const most = Math.PI * mitePixels * mitePixels
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (mask[y * width + x] !== 1) continue
      const blob = takePatch(mask, width, y * width + x, most)
      const like = likeness(blob, mitePixels)
      if (like > 0) found.push({ x: (blob.x / blob.area + 0.5) / width, y: (blob.y / blob.area + 0.5) / height, like })
    }
    if (y % ROWS === 0) yield 0.75 + (0.25 * y) / height
  }
  return found.toSorted((a, b) => b.like - a.like)
}
