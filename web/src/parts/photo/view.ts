/** Where on a picture a window looks: pure arithmetic, in CSS pixels and shares of the picture. */
export interface View {
  /** CSS pixels a pixel of the picture takes. */
  readonly scale: number
  /** Where the picture's upper left corner lies, CSS pixels. */
  readonly x: number
  readonly y: number
}
export interface Size {
  readonly width: number
  readonly height: number
}
export const MOST_SCALE = 6

/** The view that shows the whole picture in the middle. */
export function fitted(picture: Size, frame: Size): View {
  const scale = Math.min(frame.width / picture.width, frame.height / picture.height)
  return { scale, x: (frame.width - picture.width * scale) / 2, y: (frame.height - picture.height * scale) / 2 }
}

/** Keeps the picture in the frame: never smaller than fitted, never pushed out of it. */
export function held(view: View, picture: Size, frame: Size): View {
  const scale = Math.min(MOST_SCALE, Math.max(fitted(picture, frame).scale, view.scale))
  const along = (at: number, size: number, room: number) => (size <= room ? (room - size) / 2 : Math.min(0, Math.max(room - size, at)))
  return { scale, x: along(view.x, picture.width * scale, frame.width), y: along(view.y, picture.height * scale, frame.height) }
}

/** The view zoomed by a factor, with the point under (x, y) of the frame staying where it is. */
export const zoomed = (view: View, factor: number, x: number, y: number, picture: Size, frame: Size): View => {
  const scale = Math.min(MOST_SCALE, Math.max(fitted(picture, frame).scale, view.scale * factor))
  const by = scale / view.scale
  return held({ scale, x: x - (x - view.x) * by, y: y - (y - view.y) * by }, picture, frame)
}

/** A point of the frame as shares of the picture; null outside it. */
export function spotAt(view: View, picture: Size, x: number, y: number): { x: number; y: number } | null {
  const spot = { x: (x - view.x) / (picture.width * view.scale), y: (y - view.y) / (picture.height * view.scale) }
  return spot.x >= 0 && spot.x <= 1 && spot.y >= 0 && spot.y <= 1 ? spot : null
}
/** A share of the picture as a point of the frame. */
export const placeOf = (view: View, picture: Size, spot: { x: number; y: number }) => ({
  x: view.x + spot.x * picture.width * view.scale,
  y: view.y + spot.y * picture.height * view.scale,
})

/** The smallest level (0 whole, 1 half, 2 quarter) that is still as fine as the screen. */
export const levelFor = (scale: number, density: number, levels: number): number => {
  let level = 0
  while (level < levels - 1 && scale * density <= 1 / 2 ** (level + 1)) level++
  return level
}
