import { newestCount, THREE_WAYS, type PooledCount } from '../count/index.ts'
import type { Sample } from '../level/index.ts'
import { phaseAt, type CountFact, type Situation } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import { begunBefore, movedSince } from './since.ts'
import { DRONE_LIMIT, limitOf, middleOfBoards } from './schools.ts'

/** Counts further back than this say nothing of the level any more (a guess): what grew since is not known well enough. */
const TELLS_FOR = 60
type Ways = readonly (readonly [at: number, weight: number])[]
/** A standard deviation in the logarithm as some ways it may be, with their weights. */
const spreadOver = (value: number, sd: number, ways: Ways = THREE_WAYS): Sample['perLevel'] =>
  sd === 0 ? [{ value, weight: 1 }] : ways.map(([at, weight]) => ({ value: value * Math.exp(at * sd), weight }))
/** The same in half standard deviations: three ways are too few where what is asked is on which side of a limit it lies. */
const HALVES = Array.from({ length: 11 }, (_, i) => (i - 5) / 2)
const ALL_HALVES = HALVES.reduce((sum, at) => sum + Math.exp((-at * at) / 2), 0)
export const FINELY: Ways = HALVES.map((at) => [at, Math.exp((-at * at) / 2) / ALL_HALVES])

/**
 * How sure it is what a method finds of the mites, as a standard deviation of the logarithm (guesses): a wash finds nearly all; sugar more
 * or less by damp and shaking; drone brood and boards tell of the level on bees only roughly.
 */
const METHOD_DOUBT: Readonly<Record<PooledCount['method'], number>> = { wash: 0, sugar: 0.2, drone: 0.6, board: 0.8 }

/** What a method may find for each mite per 100 bees, with how likely that is. */
export const methodSpread = (method: PooledCount['method'], perLevel: number, ways?: Ways): Sample['perLevel'] =>
  spreadOver(perLevel, METHOD_DOUBT[method], ways)

/**
 * Mites that a count finds for each mite per 100 bees. Of drone brood and boards by their published limits, which stand for the same
 * infestation as the school's limit of the phase; where two lists differ, half way between them.
 */
export function perLevelOf(count: Pick<PooledCount, 'date' | 'method' | 'bees' | 'days' | 'recovery'>, situation: Situation): number {
  const recovery = count.recovery ?? 1
  if (count.method !== 'drone' && count.method !== 'board') return (count.bees * recovery) / 100
  const limit = limitOf(situation.keeper, phaseAt(situation, count.date))
  const per100 = (limit.mites / limit.bees) * 100
  if (count.method === 'drone') return ((DRONE_LIMIT.mites / DRONE_LIMIT.bees) * count.bees * recovery) / per100
  return (middleOfBoards(count.date, situation.hemisphere) * count.days * recovery) / per100
}

type Exposed = Parameters<typeof perLevelOf>[0]
/** The same with what the yard's own boards teach, in the middle. */
export const usualPerLevel = (count: Exposed, situation: Situation): number =>
  perLevelOf(count, situation) * (count.method === 'board' ? Math.exp(situation.learned?.board?.mean ?? 0) : 1)
/** And as several ways it may be. */
export const foundPerLevel = (count: Exposed, situation: Situation, ways?: Ways): Sample['perLevel'] => {
  const board = count.method === 'board' ? situation.learned?.board : null
  const perLevel = usualPerLevel(count, situation)
  return board ? spreadOver(perLevel, board.sd, ways) : methodSpread(count.method, perLevel, ways)
}

function sampleOf(count: PooledCount, situation: Situation): Sample {
  const { learned } = situation
  const jarsVary = count.method === 'board' || count.method === 'drone' ? null : learned?.extra
  return {
    mites: count.mites,
    perLevel: foundPerLevel(count, situation),
    growth: movedSince(situation, count.date),
    ...(jarsVary ? { extra: jarsVary } : {}),
  }
}

/**
 * The counts of a colony that speak of one course of its level, by every method: since the last course before the newest of them began. What
 * was marked as not representative speaks only where it is the newest, for then it is all that is judged.
 */
export const ownSamples = (situation: Situation, newest: PooledCount): Sample[] =>
  tellingCounts(situation, newest).map((count) => sampleOf(count, situation))
function tellingCounts(situation: Situation, newest: PooledCount): PooledCount[] {
  const since = begunBefore(situation, newest.date)
  const told = situation.counts.filter(
    (c) =>
      c.date <= newest.date &&
      daysBetween(c.date, newest.date) <= TELLS_FOR &&
      (since === null || c.date > since) &&
      (c.representative !== false || c.date === newest.date),
  )
  const found: PooledCount[] = []
  for (const date of new Set(told.map((c) => c.date))) {
    const ofDay = told.filter((c) => c.date === date)
    for (const method of new Set(ofDay.map((c) => c.method))) {
      const pooled = newestCount(
        ofDay.filter((c) => c.method === method),
        date,
      )
      if (pooled) found.push(pooled)
    }
  }
  return found
}

/** The same counts with their days, oldest first, as each speaks of the level of its own day; none where nothing was counted, or all is too old. */
export function datedSamples(situation: Situation): readonly { readonly date: Day; readonly sample: Sample }[] {
  const newest = newestCount(situation.counts, situation.asOf)
  if (!newest) return []
  return tellingCounts(situation, newest)
    .map((count) => ({ date: count.date, sample: { ...sampleOf(count, situation), growth: { mean: 0, sd: 0 } } }))
    .toSorted((a, b) => a.date.localeCompare(b.date))
}

interface AsKept {
  readonly of: Pick<Situation, 'asOf' | 'hemisphere' | 'phase' | 'normals' | 'keeper' | 'learned'>
  readonly samples: readonly Sample[]
}
/** A count is the same object in the case of each of its neighbours. */
const kept = new WeakMap<CountFact, AsKept>()

/** Brood elsewhere in the yard is not known here: it is taken to be there. Those that were treated since they were counted are not among them. */
const elsewhere = (situation: Situation): Situation => ({ ...situation, history: [], colony: { ...situation.colony, brood: null } })

/** The newest counts of the other colonies of the yard, each as it speaks of a level there today. */
export function yardSamples(situation: Situation): (readonly Sample[])[] {
  const { asOf, hemisphere, phase, normals, keeper, learned, yardCounts } = situation
  if (!yardCounts || yardCounts.length === 0) return []
  let there: Situation | null = null
  return yardCounts.flatMap((c): (readonly Sample[])[] => {
    const known = kept.get(c)
    if (
      known &&
      known.of.asOf === asOf &&
      known.of.keeper === keeper &&
      known.of.learned === learned &&
      known.of.phase === phase &&
      known.of.normals === normals &&
      known.of.hemisphere === hemisphere
    )
      return known.samples.length > 0 ? [known.samples] : []
    const speaks = c.date <= asOf && daysBetween(c.date, asOf) <= TELLS_FOR && c.representative !== false
    const pooled = speaks ? newestCount([c], asOf) : null
    const samples = pooled ? [sampleOf(pooled, (there ??= elsewhere(situation)))] : []
    kept.set(c, { of: { asOf, hemisphere, phase, normals, keeper, learned }, samples })
    return samples.length > 0 ? [samples] : []
  })
}
