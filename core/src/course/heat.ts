import type { WeatherDay } from '../situation/index.ts'
import { addDays, daysBetween, laterOf, type Day } from '../time/index.ts'
import { sayAmount, type Dose, type JobKind, type Treatment } from '../treatments/index.ts'
import type { Happened } from './events.ts'
import type { CoursePlan, PlannedJob, Window } from './jobs.ts'
import { gearOf } from './labour.ts'
import { HEAT, JOBS } from '../words/index.ts'

/** Limits read so many days after a dose or sooner belong to every dose. */
const WITH_THE_DOSE = 2
/** A dose is halved for heat that is forecast within so many days of it: it gives off most of it then (a guess). */
const STRONG_DAYS = 6
/** A day for a round is looked for so far past its window. */
const PAST_WINDOW = 10

/** The high, °C, over which nothing of it is laid in; null where heat does not matter to it. */
export function tooHotOver(treatment: Treatment): number | null {
  if (treatment.heat) return treatment.heat.over
  const limits = treatment.temperature
    .filter((l) => l.of === 'each' && l.reads === 'high' && l.days[1] <= WITH_THE_DOSE)
    .flatMap((l) => l.outer[1] ?? l.best[1] ?? [])
  return limits.length > 0 ? Math.min(...limits) : null
}

/** What is forecast or observed of a day; nothing usual, since a job is not moved for a guess. */
const highOn = (weather: readonly WeatherDay[], day: Day): number | null => weather.find((d) => d.date === day)?.high ?? null

const upTo = (n: number): number[] => Array.from({ length: Math.max(0, n) }, (_, i) => i + 1)

/**
 * A round whose best day is too hot by the forecast goes to the nearest day of its window that is not, a later one first; where the whole
 * window is too hot, to the first day after it that is not. `why` says so; null where nothing had to move.
 */
export function offHeat(window: Window, { treatment, weather = [] }: CoursePlan): { readonly window: Window; readonly why: string | null } {
  const over = tooHotOver(treatment)
  if (over === null) return { window, why: null }
  // Nor does the window begin on a day that is too hot by the forecast.
  const hot = (day: Day): boolean => (highOn(weather, day) ?? -Infinity) > over
  const trimmed = (w: Window): Window => {
    let earliest = w.best
    while (earliest > w.earliest && !hot(addDays(earliest, -1))) earliest = addDays(earliest, -1)
    return { ...w, earliest }
  }
  const high = highOn(weather, window.best)
  if (high === null || high <= over) return { window: trimmed(window), why: null }
  const cool = (day: Day): boolean => (highOn(weather, day) ?? Infinity) <= over
  const why = (noCoolDay: boolean) => HEAT.moved({ high, day: window.best, over, noCoolDay }).text
  const [later, sooner] = [daysBetween(window.best, window.latest), daysBetween(window.earliest, window.best)]
  const tries = [...upTo(later), ...upTo(sooner).map((n) => -n), ...upTo(PAST_WINDOW).map((n) => later + n)]
  const day = tries.map((n) => addDays(window.best, n)).find(cool)
  if (day) return { window: trimmed({ ...window, best: day, latest: laterOf(window.latest, day) }), why: why(false) }
  return { window, why: why(true) }
}

/** Half the dose where the days after it are too hot for a whole one and not too hot for any; the dose itself else. */
export function doseInHeat(dose: Dose, { treatment, weather = [] }: Pick<CoursePlan, 'treatment' | 'weather'>, day: Day): Dose {
  const { heat } = treatment
  if (!heat || heat.halveOver === null) return dose
  const highs = weather.filter((d) => d.date >= day && d.date <= addDays(day, STRONG_DAYS)).map((d) => d.high)
  const hottest = Math.max(...highs)
  if (!(hottest > heat.halveOver)) return dose
  const amount = dose.amount / 2
  const how = HEAT.halved({ whole: sayAmount(dose.amount, dose.unit), high: hottest, over: heat.halveOver }).text
  return { ...dose, amount, how, text: `${sayAmount(amount, dose.unit)}: ${how}` }
}

/** The least that may be given for heat without being too little; the dose itself where it is never cut. */
export const leastGiven = ({ heat }: Treatment, amount: number): number => (heat?.halveOver == null ? amount : amount / 2)

function job(treatment: Treatment, kind: JobKind, n: number, window: Window, text: string, hangsOn: PlannedJob['hangsOn']): PlannedJob {
  return {
    job: kind,
    n,
    ...window,
    text,
    opensHive: true,
    hangsOn,
    asksAmount: false,
    planned: null,
    state: 'open',
    doneOn: null,
    amount: null,
    setFor: null,
    was: null,
    gear: gearOf(treatment, { job: kind, opensHive: true }),
  }
}

/**
 * Heat over what lies in the hive, watched by the forecast: out before the first day that is over its limit, and back on the first that is
 * not. Both are jobs; while it lies outside only the way back is. Nothing where nothing lies in, or it comes out before in any case.
 */
export function heatJobs({ treatment, weather = [] }: CoursePlan, jobs: readonly PlannedJob[], what: Happened, asOf: Day): PlannedJob[] {
  const { heat } = treatment
  const first = jobs.find((j) => j.job === 'dose')
  const removal = jobs.find((j) => j.job === 'remove')
  if (!heat || !first || removal?.doneOn) return []
  const days = weather.filter((d) => d.date >= asOf).toSorted((a, b) => a.date.localeCompare(b.date))
  const coolFrom = (day: Day): { readonly day: Day; readonly known: boolean } => {
    const found = days.find((d) => d.date >= day && d.high <= heat.over)
    const last = days.at(-1)?.date
    return found ? { day: found.date, known: true } : { day: laterOf(day, last ? addDays(last, 1) : day), known: false }
  }
  const back = (n: number, from: Day) => {
    const cool = coolFrom(from)
    const window = { earliest: cool.day, best: cool.day, latest: addDays(cool.day, heat.backWithin) }
    const { what: pad, over } = heat
    const { text } = cool.known ? JOBS.layAgainOn({ what: pad, over, day: cool.day }) : JOBS.layAgainWhenCool({ what: pad, over })
    return job(treatment, 'lay-again', n, window, text, { job: 'lift', n })
  }
  const n = what.pauses.length
  if (what.pauses.at(-1)?.to === null) return [back(n, asOf)]
  const laid = first.doneOn ?? addDays(laterOf(first.setFor ?? first.best, asOf), 1)
  const until = removal ? (removal.setFor ?? removal.best) : null
  const hot = days.find((d) => d.high > heat.over && d.date >= laid && (until === null || d.date < until))
  if (!hot) return []
  const before = laterOf(asOf, addDays(hot.date, -1))
  const { text } = JOBS.lift({ what: heat.what, high: hot.high, day: hot.date, over: heat.over })
  return [
    job(treatment, 'lift', n + 1, { earliest: before, best: before, latest: hot.date }, text, { job: 'dose', n: 1 }),
    back(n + 1, addDays(hot.date, 1)),
  ]
}
