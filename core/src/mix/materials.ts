/** What is mixed, by its figures. */

/** Molar mass of oxalic acid dihydrate, C2H2O4 . 2 H2O, and of the anhydrous acid, g/mol (IUPAC atomic weights). */
export const MOLAR = { dihydrate: 126.07, anhydrous: 90.03 } as const
export type Acid = keyof typeof MOLAR
export const ACIDS = ['dihydrate', 'anhydrous'] as const satisfies readonly Acid[]

/** Grams of an acid that hold as much oxalic acid as so many grams of the dihydrate: equal amounts of substance. */
export const equalTo = (dihydrate: number, acid: Acid): number => (dihydrate * MOLAR[acid]) / MOLAR.dihydrate

/**
 * Density of syrup of 1 part sugar and 1 part water by mass, 50 per cent sucrose, at 20 °C, g/mL
 * (Bates and others 1942, National Bureau of Standards Circular C440, table of the density of sucrose solutions; from memory).
 */
export const SYRUP_DENSITY = 1.2296

/** Density of formic acid in water at 20 °C, g/mL, by its share of the mass in per cent (Perry's handbook, from memory). */
const FORMIC_DENSITY: readonly (readonly [share: number, density: number])[] = [
  [0, 0.9982],
  [10, 1.0246],
  [20, 1.0488],
  [30, 1.0729],
  [40, 1.0963],
  [50, 1.1207],
  [60, 1.1424],
  [65, 1.1543],
  [70, 1.1655],
  [80, 1.186],
  [85, 1.1953],
  [90, 1.2044],
  [100, 1.2212],
]
/** Density of formic acid, g/mL at 20 °C, of a share of the mass in per cent, 0-100: between the lines of the table by a straight line. */
export function formicDensity(share: number): number {
  const after = Math.max(
    1,
    FORMIC_DENSITY.findIndex(([s]) => s >= share),
  )
  const [from, low] = FORMIC_DENSITY[after - 1] ?? [0, 1]
  const [to, high] = FORMIC_DENSITY[after] ?? [from, low]
  return low + ((high - low) * (share - from)) / (to - from)
}

/** A US teaspoon, mL, and what a millilitre of loose to settled oxalic acid crystals weighs, g (from memory, low): why spoons lie. */
export const TEASPOON = 4.93
export const CRYSTALS = { loose: 0.8, settled: 1.1 } as const
