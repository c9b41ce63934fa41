/** How many bees are in the jar: counted, by level half cups, or by millilitres. */

export const MEASURES = ['cup', 'mL'] as const
/** What the bees were measured by; a counted number needs no measure. */
export interface Measured {
  readonly by: (typeof MEASURES)[number]
  readonly amount: number
}

/** A keeper's own cup: its millilitres, level, and the bees that were counted in it. */
export interface Cup {
  readonly mL: number
  readonly bees: number
}
/** A level half US cup, 118 mL, is about 300 bees (common practice, no source; people have counted it). */
export const USUAL_CUP: Cup = { mL: 118, bees: 300 }

/** How far a cup that was never counted may be off: 250 to 350 for 300 (common practice, no source). */
const UNCOUNTED = 50 / 300
/** A counted cup is never filled quite alike (common practice, no source). */
const COUNTED = 0.08

/** Bees in what was measured, rounded; `amount` in level cups or in millilitres. */
export const beesIn = (measured: Measured, cup: Cup | null): number => {
  const own = cup ?? USUAL_CUP
  return Math.round(measured.amount * (measured.by === 'cup' ? own.bees : own.bees / own.mL))
}

/** The fewest and the most bees that may have been in a measure read as `bees`. */
export function beesRange(bees: number, measured: Measured | null, cup: Cup | null): { readonly from: number; readonly to: number } {
  const off = measured ? (cup ? COUNTED : UNCOUNTED) : 0
  return { from: Math.round(bees * (1 - off)), to: Math.round(bees * (1 + off)) }
}

/** True where the measure is an amount of bees at all. */
export const isAmount = (m: Measured): boolean => m.amount > 0 && m.amount <= (m.by === 'cup' ? 20 : 2000)

/** What the sugar roll finds of the mites: the default offered, and the range that is reported. */
export const SUGAR_RECOVERY = {
  usual: 0.9,
  low: 0.7,
  high: 0.95,
  source:
    'Macedo, Wu & Ellis 2002 found about 92 % (from memory); in practice 70 to 95 %, and some do not trust it at all (common practice, no source)',
} as const
