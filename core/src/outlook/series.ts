import { shareAt } from '../efficacy/index.ts'
import { CAPPED_DAYS, type Situation } from '../situation/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'
import { hasRhythm, patternOf, publishedPattern, shortName, type Treatment } from '../treatments/index.ts'
import { small } from '../units/index.ts'
import { OUTLOOK, type Said } from '../words/index.ts'
import { addCourse, noHazards } from './course.ts'
import { runMites, STATE } from './mites.ts'
import { scaleOf } from './kinds.ts'
import { broodOn, luckOf } from './run-plan.ts'
import { startOf } from './start.ts'
import { takesAs } from './takes.ts'
import { strengthOf } from './strength.ts'

/** Rounds, and days between them, that are tried. */
export const ROUNDS_TRIED = [1, 2, 3, 4, 5, 6] as const
export const DAYS_TRIED = [3, 4, 5, 6, 7, 10] as const
/** Days after the last round on which what is left is told: it kills for about three (common practice, no source). */
const TOLD_AFTER = 3
const RUNS = 120

/** What some rounds, so many days apart, leave of each mite that was there before the first: the middle, and nine in ten; more than 1 is more than before. */
export interface SeriesCell {
  readonly rounds: number
  readonly every: number
  readonly low: number
  readonly middle: number
  readonly high: number
  /** What there would be of each by then without them, and the share of that which they take. */
  readonly without: number
  readonly takes: number
}
export interface Series {
  readonly cells: readonly SeriesCell[]
  /** Share of the mites that is on bees on the day of the first round, where nothing is done. */
  readonly onBees: number
  /** As it is published for this brood. */
  readonly published: { readonly rounds: number; readonly every: number | null }
}

/** Whether the rounds of a treatment are the keeper's to set, and what they do is over in days. */
export const isDesigned = (treatment: Treatment): boolean => treatment.action?.by === 'at-once' && hasRhythm(publishedPattern(treatment, 'capped'))

/**
 * A series of rounds in this colony from a day on, tried with each number and spacing: what it leaves three days after its last round of the mites
 * that were there before the first. Brood that comes out meanwhile brings new ones: a series that takes long leaves more. A round's strength is the one by which the published series takes what Match says; the others follow.
 */
export function designSeries(situation: Situation, treatment: Treatment, start: Day, seed = 1): Series {
  // A first round on the day of the case works from its end on.
  const ahead = Math.max(1, daysBetween(situation.asOf, start))
  const longest = ahead + Math.max(...ROUNDS_TRIED) * Math.max(...DAYS_TRIED) + TOLD_AFTER
  const from = startOf({ situation, days: longest, runs: RUNS, seed })
  const { kinds, kindOf, levels, bees, today, last, past } = from
  const begin = today + ahead
  const brood = broodOn(bees[0], begin)
  const then: Situation = { ...situation, startOn: start, colony: { ...situation.colony, brood: brood === 'brood' ? 'capped' : 'none' } }
  const takes = takesAs(treatment, then)
  const luck = luckOf(seed, RUNS)(treatment, 0)
  const days = last - today
  const [onBees, all] = [new Float64Array(days), new Float64Array(days)]
  const state = new Float64Array(STATE)
  const hazards = noHazards(last + 1)
  const share = new Float64Array(RUNS)
  const without: Float64Array[] = []
  const began = new Float64Array(RUNS)
  const run = (n: number, doses: readonly number[]): void => {
    const kind = kinds[kindOf[n] ?? 0]
    const its = kind && bees[kind.beesAt]
    if (!kind || !its) return
    const scale = scaleOf(kind, levels[n] ?? 0)
    // Mites from outside are nothing that a round was there to take.
    for (let i = 0; i < STATE; i++) state[i] = scale * (kind.state[i] ?? 0)
    hazards.onBees.set(past.onBees)
    hazards.capped.set(past.capped)
    if (doses.length > 0) {
      const taken = takes ? shareAt(takes.mean + takes.sd * (luck[n] ?? 0)) : 1
      addCourse(hazards, { treatment, doses, over: last }, strengthOf(treatment, brood, taken))
    }
    runMites(state, { bees: its, growth: kind.ways.growth, rest: kind.ways.rest, influx: null, hazards }, today + 1, last + 1, onBees, all)
  }
  for (let n = 0; n < RUNS; n++) {
    run(n, [])
    without.push(all.slice())
    const eve = Math.max(0, ahead - 1)
    share[n] = (onBees[eve] ?? 0) / Math.max(1e-9, all[eve] ?? 1)
    began[n] = all[eve] ?? 0
  }
  const cells = ROUNDS_TRIED.flatMap((rounds) =>
    (rounds === 1 ? [DAYS_TRIED[0]] : DAYS_TRIED).map((every): SeriesCell => {
      const [row, grown, taken] = [new Float64Array(RUNS), new Float64Array(RUNS), new Float64Array(RUNS)]
      const told = ahead + (rounds - 1) * every + TOLD_AFTER - 1
      for (let n = 0; n < RUNS; n++) {
        run(
          n,
          Array.from({ length: rounds }, (_, k) => begin + k * every),
        )
        const [before, alone] = [Math.max(1e-9, began[n] ?? 1), Math.max(1e-9, without[n]?.[told] ?? 1)]
        row[n] = (all[told] ?? 0) / before
        grown[n] = alone / before
        taken[n] = 1 - (all[told] ?? 0) / alone
      }
      const at = (of: Float64Array, p: number) => of.toSorted()[Math.min(RUNS - 1, Math.floor(p * RUNS))] ?? 0
      return { rounds, every, low: at(row, 0.05), middle: at(row, 0.5), high: at(row, 0.95), without: at(grown, 0.5), takes: at(taken, 0.5) }
    }),
  )
  const pattern = patternOf(treatment, then)
  const doses = pattern.steps.filter((s) => s.job === 'dose')
  return {
    cells,
    onBees: share.toSorted()[Math.floor(RUNS / 2)] ?? 1,
    published: { rounds: doses.length, every: doses.at(-1)?.n === 1 ? null : (doses.at(-1)?.best ?? null) },
  }
}

/** Mites ride on bees for at least so many days before they go under cappings again: rounds farther apart miss some (common practice, no source). */
const RIDES = 4
/** What a series takes, and why no more. */
export function sayCell(cell: SeriesCell, series: Series, treatment: Treatment, start: Day, asOf: Day): readonly Said[] {
  const { rounds, every } = cell
  const last = addDays(start, (rounds - 1) * every)
  const spans = (rounds - 1) * every
  const brood = series.onBees < 0.97
  return [
    OUTLOOK.series({ name: shortName(treatment), ...cell, start, last, asOf }),
    ...(brood && rounds === 1 ? [OUTLOOK.onBeesAlone({ name: small(shortName(treatment)), share: series.onBees, rounds, start, asOf })] : []),
    ...(brood && rounds > 1 && every > RIDES ? [OUTLOOK.tooFar({ every, sure: every > 7, asOf })] : []),
    ...(brood && rounds > 1 && spans < CAPPED_DAYS.worker ? [OUTLOOK.tooShort({ spans, capped: CAPPED_DAYS.worker, asOf })] : []),
    ...(brood ? [] : [OUTLOOK.nothingCapped({ name: small(shortName(treatment)), start, asOf })]),
  ]
}
