import { seeded, SUGAR_RECOVERY } from '../count/index.ts'
import type { LookRecord } from '../holding/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import type { Truth } from './truth.ts'
import type { Practice } from './world.ts'

/** Jars of one colony and day differ by more than chance: the size of a negative binomial (an assumption of the model). */
const SIZE = 8
/** Bees on a frame that is covered on both sides; cells on a frame of brood (common practice, no source). */
const [BEES_A_FRAME, CELLS_A_FRAME] = [2000, 5000] as const
/** Of all brood so much is under cappings: twelve days of twenty-one. */
const UNDER_CAPPINGS = 12 / 21
/** Cells under cappings, as a share of the bees, from which on there is brood to speak of. */
const BROOD_FROM = 0.01
/** Mites in 100 bees from which on a keeper sees what they do. */
const SEEN_FROM = 6

/** Chance that belongs to a text: asked again on the same day the same jar is drawn. */
function chanceOf(text: string): () => number {
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return seeded(hash)
}
/** A draw about a mean, wider than chance alone: so many exponentials, and what comes of their rate (Knuth 1969, in its logarithm, from memory). */
function drawAbout(mean: number, random: () => number): number {
  let rate = 0
  for (let i = 0; i < SIZE; i++) rate -= Math.log(1 - random())
  const limit = (mean * rate) / SIZE
  let [n, sum] = [0, -Math.log(1 - random())]
  while (sum < limit && n < 100_000) {
    n += 1
    sum -= Math.log(1 - random())
  }
  return n
}

/** What is asked of a colony of the practice yard: a jar of bees, or a board that lay for some days. */
export type Drawn =
  { readonly method: 'wash' | 'sugar'; readonly bees: number; readonly jar: number } | { readonly method: 'board'; readonly days: number }

/** The place in a truth of what is found on a day: as the day before left it, before anything is given on it. */
const morningOf = (truth: Truth, from: Day, on: Day): number => Math.min(truth.wash.length - 1, Math.max(0, daysBetween(from, on) - 1))

/** Mites that are found on a day: the same whenever it is asked on that day again. */
export function drawMites({ seed, from }: Practice, colony: number, truth: Truth, on: Day, drawn: Drawn): number {
  const at = morningOf(truth, from, on)
  if (drawn.method === 'board') {
    let sum = 0
    for (let n = Math.max(0, at - drawn.days + 1); n <= at; n++) sum += truth.fall[n] ?? 0
    return drawAbout(sum, chanceOf(`${seed} ${colony} ${on} board ${drawn.days}`))
  }
  const random = chanceOf(`${seed} ${colony} ${on} ${drawn.method} ${drawn.jar}`)
  const found = drawn.method === 'sugar' ? SUGAR_RECOVERY.usual : 1
  return Math.min(drawn.bees, drawAbout((drawn.bees * found * (truth.wash[at] ?? 0)) / 100, random))
}

const half = (x: number): number => Math.round(2 * x) / 2
/** What a look into a hive of the practice yard shows. */
export function lookInto(
  { from }: Practice,
  truth: Truth,
  on: Day,
): Pick<LookRecord, 'framesOfBees' | 'framesOfBrood' | 'brood' | 'queen' | 'broodBoxes' | 'clustered'> & {
  readonly signs: readonly ('crippled-wings' | 'spotty-brood')[]
} {
  const at = morningOf(truth, from, on)
  const [bees, cells] = [truth.bees[at] ?? 0, truth.cells[at] ?? 0]
  const capped = cells > BROOD_FROM * bees
  const laid = (truth.laying[at] ?? 1) > 0.05
  return {
    framesOfBees: Math.max(0.5, half(bees / BEES_A_FRAME)),
    framesOfBrood: capped ? Math.max(0.5, half(cells / UNDER_CAPPINGS / CELLS_A_FRAME)) : 0,
    brood: capped ? 'capped' : 'none',
    queen: laid ? 'laying' : 'caged',
    broodBoxes: bees > 10 * BEES_A_FRAME ? 2 : 1,
    clustered: false,
    signs: (truth.wash[at] ?? 0) >= SEEN_FROM ? ['crippled-wings', 'spotty-brood'] : [],
  }
}
