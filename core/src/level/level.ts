import type { Phase } from '../situation/index.ts'
import { keeping } from '../units/index.ts'
import { CELLS, chanceUnder, grown, LEVELS, levelsOf, meanOf, normalised, spreadOf, STEP, type Spread } from './grid.ts'
import { likelihoodOf } from './likelihood.ts'
import { expectedBy, explained, meanOfYard } from './yard.ts'

/** A colony's level in mites per 100 bees, as all that speaks for it has it. */
export interface Level extends Spread {
  readonly mean: number
  /** Twenty levels of which each is as likely as the next, rising: what comes of the level later is asked of these. */
  readonly levels: readonly number[]
  /** Chance 0-1 that it is at or over a figure. */
  readonly chanceAtLeast: (per100: number) => number
}

/** A count as it speaks of the level: what was found, how much of it each mite per 100 bees brings, and what has grown since. */
export interface Sample {
  readonly mites: number
  /** Mites expected for each mite per 100 bees, and how likely that is: several where the share that is found is not sure. */
  readonly perLevel: readonly { readonly value: number; readonly weight: number }[]
  /** Growth of the logarithm of the level since, and how far it may be off (a standard deviation). */
  readonly growth: { readonly mean: number; readonly sd: number }
  /** How likely its variance is one, two and three times what chance gives; left out, all alike. */
  readonly extra?: readonly number[]
}

/** Into so many levels, each as likely as the next, what is known is put. */
const PARTS = 20

/** What the counts of one colony say: how likely they are at each level, and in each kind of yard. */
interface Evidence {
  readonly likelihood: Float64Array
  /** Worked out when it is asked for: a colony's own counts do not speak for its yard in its own level. */
  readonly byYard: Float64Array
}

/** A yard of jars holds few figures: most are asked for again by the next colony, and with the next key that is pressed. */
const MOST_KEPT = 4000
const [foundKept, grownKept, evidenceKept] = [keeping<Float64Array>(MOST_KEPT), keeping<Float64Array>(MOST_KEPT), keeping<Evidence>(MOST_KEPT)]

const figuresOf = ({ mites, perLevel, extra }: Sample): string =>
  `${mites}@${perLevel.map((p) => p.value.toPrecision(7)).join()}${extra ? `*${extra.join()}` : ''}`
const grownFigures = (s: Sample): string => `${figuresOf(s)}+${s.growth.mean},${s.growth.sd}`
/** The chance of what one sample found at each level of today. */
const chancesOf = (s: Sample): Float64Array =>
  grownKept(grownFigures(s), () =>
    grown(
      foundKept(figuresOf(s), () => likelihoodOf(s.mites, s.perLevel, s.extra)),
      s.growth.mean,
      s.growth.sd,
    ),
  )

/** The chance of what a sample found at a level, one at its highest: between the cells of the grid as a straight line. */
export function chanceAtLevel(sample: Sample): (per100: number) => number {
  const row = chancesOf(sample)
  return (per100) => {
    const at = Math.min(CELLS - 1, Math.max(0, Math.log(Math.max(per100, 1e-9) / (LEVELS[0] ?? 1)) / STEP))
    const [i, part] = [Math.floor(at), at - Math.floor(at)]
    return (row[i] ?? 0) * (1 - part) + (row[Math.min(CELLS - 1, i + 1)] ?? 0) * part
  }
}

/** The same list is asked for again by each of its neighbours. */
const ofList = new WeakMap<readonly Sample[], Evidence>()
/** What some counts of one colony say; kept by the list, and by its figures. */
export function evidenceOf(samples: readonly Sample[]): Evidence {
  let found = ofList.get(samples)
  if (!found) ofList.set(samples, (found = evidenceKept(samples.map(grownFigures).join(';'), () => evidenceFrom(samples))))
  return found
}
function evidenceFrom(samples: readonly Sample[]): Evidence {
  const [first, ...more] = samples
  const likelihood = first ? chancesOf(first).slice() : new Float64Array(CELLS).fill(1)
  for (const sample of more) {
    const row = chancesOf(sample)
    for (let i = 0; i < CELLS; i++) likelihood[i] = (likelihood[i] ?? 0) * (row[i] ?? 0)
  }
  let byYard: Float64Array | null = null
  return {
    likelihood,
    get byYard() {
      return (byYard ??= explained(likelihood))
    },
  }
}

/**
 * The level of a colony: what its yard leads one to expect (kinds of yard weighed by the counts of the other colonies), and what its own
 * counts say, by Bayes' rule on a grid. Levels of a yard follow a gamma distribution with a part for single colonies that stand far apart;
 * jars a negative binomial. `others` are the counts of each other colony that speaks for the yard. Never fails: without a count it is what
 * the season leads one to expect.
 */
export function estimateLevel(own: readonly Sample[], others: readonly (readonly Sample[])[], phase: Phase): Level {
  const row = expectedBy(
    phase,
    others.map((samples) => evidenceOf(samples).byYard),
  )
  if (own.length > 0) {
    const { likelihood } = evidenceOf(own)
    for (let i = 0; i < CELLS; i++) row[i] = (row[i] ?? 0) * (likelihood[i] ?? 0)
    normalised(row)
  }
  return {
    ...spreadOf(row),
    mean: meanOf(row),
    levels: levelsOf(row, PARTS),
    chanceAtLeast: (per100) => 1 - chanceUnder(row, per100),
  }
}

/** The mean of a yard, mites per 100 bees: so likely to be under, and how likely one of those not counted is at or over a figure. */
export interface YardLevel extends Spread {
  readonly chanceOtherAtLeast: (per100: number) => number
}

/**
 * The mean level of a yard by the counts of some of its colonies, each as the samples that speak for it, and of `others` that nobody counted;
 * by the same kinds of yard as a colony's own level. At least one colony.
 */
export function estimateYardLevel(counted: readonly (readonly Sample[])[], others: number, phase: Phase): YardLevel {
  const { mean, chanceOtherAtLeast } = meanOfYard(phase, counted.map(evidenceOf), others)
  return { ...spreadOf(mean), chanceOtherAtLeast }
}
