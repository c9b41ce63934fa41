import type { YardState } from '../holding/index.ts'
import type { TreatmentKey } from '../situation/index.ts'
import { addDays, laterOf, type Day } from '../time/index.ts'
import { doseOf, dosesOf, patternOf, treatmentOf, type DoseUnit } from '../treatments/index.ts'
import { lotsOf, type LotState, type Shelf } from './lots.ts'

/** A dose that is planned, as the shelf sees it. */
export interface PlannedDose {
  readonly on: Day
  readonly amount: number
  readonly yardId: string
  readonly yard: string
}
/** What planned courses take of a treatment over the coming weeks, and what the shelf has of it. */
export interface Need {
  readonly treatment: TreatmentKey
  readonly unit: DoseUnit
  readonly doses: readonly PlannedDose[]
  /** Units for all of them. */
  readonly total: number
  /** Units that will be in date when they are wanted; null where the shelf says nothing of it. */
  readonly has: number | null
  /** Units that are missing; 0 where it is enough, or where nothing is known. */
  readonly short: number
  /** The day on which the first dose is not covered; null where all are. */
  readonly shortOn: Day | null
  /** Packs to buy, and units that stay over of them; null where it is not known how many a pack holds. */
  readonly buy: { readonly packs: number; readonly holds: number; readonly over: number } | null
}

/** Weeks over which the shelf is held against what is planned. */
export const WEEKS_AHEAD = 8

/** Open doses of courses that are planned or running, by treatment, up to so many weeks ahead; what is overdue is wanted today. */
function plannedDoses(yards: readonly YardState[]): Map<TreatmentKey, { unit: DoseUnit; doses: PlannedDose[] }> {
  const found = new Map<TreatmentKey, { unit: DoseUnit; doses: PlannedDose[] }>()
  for (const { yard, row } of yards) {
    const through = addDays(yard.today, WEEKS_AHEAD * 7)
    for (const { courses } of row)
      for (const { course, record, cancelled } of courses) {
        const unit = course.dose?.unit
        if (cancelled || !unit) continue
        for (const job of course.jobs) {
          if (job.job !== 'dose' || job.state !== 'open' || job.planned === null) continue
          const on = laterOf(job.setFor ?? job.best, yard.today)
          const amount = job.planned - (job.amount ?? 0)
          if (on > through || amount <= 0) continue
          const known = found.get(record.treatment) ?? { unit, doses: [] }
          known.doses.push({ on, amount, yardId: yard.id, yard: yard.name })
          found.set(record.treatment, known)
        }
      }
  }
  return found
}

/** Goes through the doses in their days and draws them from what will be in date then: the units covered, and the first day that is not. */
function covered(
  doses: readonly PlannedDose[],
  lots: readonly LotState[],
): { readonly has: number | null; readonly short: number; readonly shortOn: Day | null } {
  if (lots.length === 0) return { has: null, short: 0, shortOn: null }
  const left = lots.map((l) => ({ expires: l.lot.expires, units: l.left ?? Infinity }))
  let [short, shortOn] = [0, null as Day | null]
  for (const dose of doses.toSorted((a, b) => a.on.localeCompare(b.on))) {
    let rest = dose.amount
    for (const lot of left) {
      if (rest <= 0 || (lot.expires !== null && lot.expires < dose.on)) continue
      const some = Math.min(lot.units, rest)
      lot.units -= some
      rest -= some
    }
    if (rest > 1e-9) {
      short += rest
      shortOn ??= dose.on
    }
  }
  const has = lots.some((l) => !l.expired && l.left === null) ? null : lots.filter((l) => !l.expired).reduce((sum, l) => sum + (l.left ?? 0), 0)
  return { has, short: Math.round(short * 1000) / 1000, shortOn }
}

/** Units in a pack: as the keeper's own packs have it, else as the treatment is sold; null where neither says. */
export const packHolds = (shelf: Shelf, key: TreatmentKey): number | null =>
  shelf.lots.findLast((l) => l.lot.treatment === key && l.lot.packHolds !== null)?.lot.packHolds ?? treatmentOf(key)?.pack?.holds ?? null

/** What is planned over the coming weeks against what is there: one line a treatment for the whole holding, the shortest first. */
export function needsOf(yards: readonly YardState[], shelf: Shelf): Need[] {
  return [...plannedDoses(yards)]
    .map(([treatment, { unit, doses }]): Need => {
      const known = shelf.lots.some((l) => l.lot.treatment === treatment)
      const lots = lotsOf(shelf, treatment)
      const all = doses.toSorted((a, b) => a.on.localeCompare(b.on) || a.yard.localeCompare(b.yard))
      const total = all.reduce((sum, d) => sum + d.amount, 0)
      // Nothing left of what was kept is known to be nothing.
      const found = known && lots.length === 0 ? { has: 0, short: total, shortOn: all[0]?.on ?? null } : covered(all, lots)
      const holds = packHolds(shelf, treatment)
      const packs = holds === null || found.short === 0 ? null : Math.ceil(found.short / holds - 1e-9)
      return {
        treatment,
        unit,
        doses: all,
        total,
        ...found,
        buy: packs === null || holds === null ? null : { packs, holds, over: packs * holds - found.short },
      }
    })
    .toSorted((a, b) => (a.shortOn ?? '9999').localeCompare(b.shortOn ?? '9999') || a.treatment.localeCompare(b.treatment))
}

/** What a course of a treatment costs a colony, by the price of a pack; null where no price is known. */
export function courseCost(
  key: TreatmentKey,
  shelf: Shelf,
  situation: Parameters<typeof patternOf>[1] & Parameters<typeof doseOf>[1],
): number | null {
  const treatment = treatmentOf(key)
  const priced = shelf.lots.findLast((l) => l.lot.treatment === key && l.lot.price !== null && packHolds(shelf, key) !== null)
  const holds = priced?.lot.packHolds ?? packHolds(shelf, key)
  const dose = treatment && doseOf(treatment, situation)
  if (!treatment || !dose || priced?.lot.price == null || holds === null) return null
  return (dose.amount * dosesOf(patternOf(treatment, situation)) * priced.lot.price) / holds
}
