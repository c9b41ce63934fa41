/** A picture as plain bytes: red, green, blue, opacity for each pixel, row by row. */
export interface Picture {
  readonly width: number
  readonly height: number
  readonly pixels: Uint8ClampedArray
}
export type Colour = readonly [red: number, green: number, blue: number]
/** A place on a picture, as shares 0-1 of its width and height. */
export interface Spot {
  readonly x: number
  readonly y: number
}

export function blank(width: number, height: number): Picture {
  return { width, height, pixels: new Uint8ClampedArray(width * height * 4).fill(255) }
}

/** Lays a colour over a pixel, `opacity` 0-1. */
export function lay({ width, height, pixels }: Picture, x: number, y: number, colour: Colour, opacity: number): void {
  if (x < 0 || y < 0 || x >= width || y >= height || opacity <= 0) return
  const at = (y * width + x) * 4
  for (let c = 0; c < 3; c++) pixels[at + c] = (pixels[at + c] ?? 0) * (1 - opacity) + (colour[c] ?? 0) * opacity
}

export interface Oval {
  readonly x: number
  readonly y: number
  /** Half axes in pixels, the longer first. */
  readonly long: number
  readonly short: number
  /** Radians by which the longer axis is turned. */
  readonly turn: number
}

/**
 * Fills an oval with soft edges. `shade` answers the colour at a point of it, from -1 to 1 along each axis;
 * `ragged` moves the edge in and out by that share, by the angle.
 */
export function fillOval(
  picture: Picture,
  oval: Oval,
  shade: (along: number, across: number) => Colour,
  opacity = 1,
  ragged: (angle: number) => number = () => 0,
): void {
  const reach = Math.ceil(oval.long * 1.5 + 2)
  const [cos, sin] = [Math.cos(oval.turn), Math.sin(oval.turn)]
  const soft = Math.max(0.08, 1 / oval.short)
  for (let y = Math.floor(oval.y - reach); y <= oval.y + reach; y++) {
    for (let x = Math.floor(oval.x - reach); x <= oval.x + reach; x++) {
      const [dx, dy] = [x + 0.5 - oval.x, y + 0.5 - oval.y]
      const [along, across] = [(dx * cos + dy * sin) / oval.long, (dy * cos - dx * sin) / oval.short]
      const from = Math.hypot(along, across)
      if (from > 1.6) continue
      const inside = (1 + ragged(Math.atan2(across, along)) - from) / soft + 0.5
      if (inside > 0) lay(picture, x, y, shade(along, across), opacity * Math.min(1, inside))
    }
  }
}

/** A thin line with soft edges, by ovals of its width. */
export function strokeLine(picture: Picture, from: Spot, to: Spot, width: number, colour: Colour, opacity = 1): void {
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const long = Math.hypot(dx, dy)
  if (long === 0) return
  fillOval(
    picture,
    { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2, long: long / 2 + width, short: Math.max(0.7, width / 2), turn: Math.atan2(dy, dx) },
    () => colour,
    opacity,
  )
}
