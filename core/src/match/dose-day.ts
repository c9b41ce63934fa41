import { addDays, daysBetween, type Day } from '../time/index.ts'
import type { Treatment } from '../treatments/index.ts'
import { worseThan, type JudgedSituation, type LazyFinding, type Level } from './finding.ts'
import { temperature } from './gates/temperature.ts'

/** Limits read this many days after a dose or sooner belong to every dose; the others to the course as a whole. */
const WITH_THE_DOSE = 2
const perDose = new WeakMap<Treatment, Treatment>()
/** The treatment with the limits of a later dose alone: those on its own days. */
function laterDose(treatment: Treatment): Treatment {
  let later = perDose.get(treatment)
  if (!later)
    perDose.set(
      treatment,
      (later = { ...treatment, temperature: treatment.temperature.filter((l) => l.days[1] <= WITH_THE_DOSE && l.of === 'each') }),
    )
  return later
}

/** How the temperature stands for a dose on a day, and the sentence that says so. */
export interface DoseDay {
  readonly level: Level
  readonly text: string
}
export function doseDay(treatment: Treatment, n: number, situation: JudgedSituation, day: Day): DoseDay {
  const option = n === 1 ? treatment : laterDose(treatment)
  const findings = temperature(option, { ...situation, startOn: day })
  const worst = findings.reduce<LazyFinding | null>((w, f) => (w === null || worseThan(f.level, w.level) ? f : w), null)
  return { level: worst?.level ?? 'fits', text: worst?.says().text ?? '' }
}

/** The levels of a dose over some days from a day, without their words. */
export function doseLevels(treatment: Treatment, n: number, situation: JudgedSituation, from: Day, days: number): Level[] {
  const option = n === 1 ? treatment : laterDose(treatment)
  return Array.from({ length: days }, (_, i) =>
    temperature(option, { ...situation, startOn: addDays(from, i) }).reduce<Level>((w, f) => (worseThan(f.level, w) ? f.level : w), 'fits'),
  )
}

/** Whether an open dose can be given on a day, and where not, the next day of its window that passes the temperature. */
export interface DoseOutlook extends DoseDay {
  readonly next: Day | null
}
export function doseOutlook(treatment: Treatment, n: number, situation: JudgedSituation, today: Day, latest: Day): DoseOutlook {
  const now = doseDay(treatment, n, situation, today)
  const days = Math.max(0, daysBetween(today, latest))
  const next = doseLevels(treatment, n, situation, addDays(today, 1), days).findIndex((level) => level === 'fits' || level === 'care')
  return { ...now, next: next < 0 ? null : addDays(today, next + 1) }
}
