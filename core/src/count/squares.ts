import { drawSome } from './draw.ts'

/** A board counted in some of its squares, drawn at random. */
export interface Squares {
  readonly counted: number
  readonly of: number
  /** Mites of each square that was counted. */
  readonly mites: readonly number[]
}

/**
 * Variance over mean among the squares, at least 1: how much more the mites lie in clumps than by chance. The index of
 * dispersion (Fisher 1925); 1 where fewer than three squares say anything.
 */
export function spreadOf(squares: Squares | null): number {
  if (!squares || squares.counted < 3) return 1
  const mean = squares.mites.reduce((sum, m) => sum + m, 0) / squares.counted
  if (mean === 0) return 1
  const variance = squares.mites.reduce((sum, m) => sum + (m - mean) ** 2, 0) / (squares.counted - 1)
  return Math.max(1, variance / mean)
}

/** The share of the board that was counted, 0-1. */
export const shareOf = (squares: Squares | null): number => (squares ? squares.counted / squares.of : 1)

/** A grid laid over a photograph, with the squares that are counted: numbered from 0, row by row from the upper left. */
export interface Grid {
  readonly columns: number
  readonly rows: number
  readonly seed: number
  readonly chosen: readonly number[]
}

/** A grid with `howMany` of its squares drawn by `seed`. At least one square is drawn, at most all. */
export function drawGrid(columns: number, rows: number, howMany: number, seed: number): Grid {
  const all = Array.from({ length: columns * rows }, (_, i) => i)
  return { columns, rows, seed, chosen: drawSome(all, Math.max(1, Math.min(all.length, howMany)), seed).toSorted((a, b) => a - b) }
}

/** The square a point lies in; `x` and `y` as shares 0-1 of the picture. */
export const squareAt = (grid: Pick<Grid, 'columns' | 'rows'>, x: number, y: number): number =>
  Math.min(grid.rows - 1, Math.floor(y * grid.rows)) * grid.columns + Math.min(grid.columns - 1, Math.floor(x * grid.columns))

/** The marks of a photograph as a board's squares: only those in the drawn squares count. Without a grid: null. */
export function squaresOf(grid: Grid | null, marks: readonly { readonly x: number; readonly y: number }[]): Squares | null {
  if (!grid) return null
  const mites = grid.chosen.map((square) => marks.filter((m) => squareAt(grid, m.x, m.y) === square).length)
  return { counted: grid.chosen.length, of: grid.columns * grid.rows, mites }
}
