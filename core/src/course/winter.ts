import { match, onDay, type Judged } from '../match/index.ts'
import { broodlessWindow, phaseAt, temperateNormals, type TreatmentKey } from '../situation/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'
import { treatmentsWith } from '../treatments/index.ts'

/** The oxalic round of the coming winter: what, on which day, within which weeks, and how sure the place is. */
export interface WinterRound {
  readonly treatment: TreatmentKey
  readonly best: Day
  readonly from: Day
  readonly to: Day
  /** The place is not known: the weeks are those of a temperate one. */
  readonly presumed: boolean
}

/** Days into the broodless weeks by which hardly any brood is left (common practice, no source). */
const SURE = 10
/** It is planned this far ahead at most, days: with the courses of late summer, and not with those of spring. */
const AHEAD = 150

/**
 * The year's best opening for oxalic acid, planned before anybody asks: the broodless weeks that come by what is usual at the yard, and
 * the form that likely leaves least then. Null in the winter itself, where none comes within reach, or where the list refuses it.
 */
export function winterRound(s: Judged): WinterRound | null {
  if (phaseAt(s, s.startOn) === 'dormant') return null
  const presumed = s.presumptions.some((p) => p.fact === 'weather') || s.normals.length < 12
  const normals = s.normals.length === 12 ? s.normals : temperateNormals(s.hemisphere)
  const weeks = broodlessWindow(normals, s.hemisphere, s.startOn)
  if (!weeks || weeks.from <= s.startOn || daysBetween(s.startOn, weeks.from) > AHEAD) return null
  const best = addDays(weeks.from, Math.min(SURE, Math.floor(daysBetween(weeks.from, weeks.to) / 2)))
  const rounds = treatmentsWith(s.own).filter((t) => t.active === 'oxalic acid' && (t.reach === 'series' || t.reach === 'once'))
  const [first] = match(onDay(s, best), rounds).filter((o) => o.allowed.rules !== 'no')
  return first ? { treatment: first.treatment.key, best, ...weeks, presumed } : null
}
