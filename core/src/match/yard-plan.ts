import { stockOn, type TreatmentKey } from '../situation/index.ts'
import { addDays, type Day } from '../time/index.ts'
import { doseOf, dosesOf, patternOf, treatmentOf, type DoseUnit, type Treatment } from '../treatments/index.ts'
import type { JudgedSituation, Level } from './finding.ts'
import { startWindows } from './match.ts'
import type { Matched } from './matched.ts'
import { costAmongEquals } from './order.ts'

/** A colony with its options weighed on the day. */
export interface YardLine {
  readonly id: string
  readonly situation: JudgedSituation
  readonly options: readonly Pick<Matched, 'treatment' | 'fit' | 'allowed' | 'fitFrom' | 'efficacy' | 'left'>[]
}

/** One option of a plan and the colonies it is for. */
export interface YardGroup {
  readonly treatment: TreatmentKey
  readonly colonies: readonly string[]
  /** Those of them for which it fits with care only. */
  readonly withCare: readonly string[]
  /** To be confirmed in the keeper's own list, or to be fetched, before it is started. */
  readonly confirm: boolean
  readonly fetch: boolean
  /** What the whole course takes; null where nothing is given. */
  readonly takes: { readonly amount: number; readonly unit: DoseUnit; readonly firstDay: number } | null
  /** Missing on the shelf for the yard as a whole; 0 where it is enough or the shelf is not written down. */
  readonly short: number
  /** Colonies, in standing order, that the shelf serves. */
  readonly serves: number
  /** Days the first dose takes with the people there are, by the label's most strips a person a day. */
  readonly days: number
}
export interface Unserved {
  readonly id: string
  /** The first option that would fit later. */
  readonly earliest: { readonly treatment: TreatmentKey; readonly day: Day } | null
}
export interface YardPlan {
  readonly groups: readonly YardGroup[]
  readonly unserved: readonly Unserved[]
}

/** What a plan is made of: work on queens and frames is chosen hive by hive. */
const mayServe = (treatment: Treatment): boolean => treatment.way === 'given'

interface Choice {
  readonly treatment: Treatment
  /** Cost for each colony; null where it cannot be given on the day. */
  readonly costs: readonly (number | null)[]
}

/** Care costs more than any place in the keeper's own order. */
const CARE = 10_000
const costOf = (level: Level, place: number): number | null => (level === 'fits' ? place : level === 'care' ? CARE + place : null)

function choicesOf(lines: readonly YardLine[]): Choice[] {
  const keys = new Set(lines.flatMap((l) => l.options.map((o) => o.treatment)))
  return [...keys]
    .filter(mayServe)
    .map((treatment) => ({
      treatment,
      costs: lines.map((line) => {
        const found = line.options.find((o) => o.treatment.key === treatment.key)
        return found && found.allowed.rules !== 'no' ? costOf(found.fit, costAmongEquals(found, line.situation)) : null
      }),
    }))
    .filter((c) => c.costs.some((x) => x !== null))
}

/** The cheapest of a set of options for each colony, and the sum; null where one of those to be served is not. */
function spread(set: readonly Choice[], wanted: readonly number[]): { readonly picks: readonly number[]; readonly cost: number } | null {
  const picks: number[] = []
  let cost = 0
  for (const colony of wanted) {
    let best = -1
    let least = Infinity
    set.forEach((choice, i) => {
      const x = choice.costs[colony]
      if (x !== null && x !== undefined && x < least) [best, least] = [i, x]
    })
    if (best < 0) return null
    picks.push(best)
    cost += least
  }
  return { picks, cost }
}

/** All sets of `size` of the choices, in turn. */
function* setsOf(choices: readonly Choice[], size: number, from = 0): Generator<readonly Choice[]> {
  if (size === 0) yield []
  else for (let i = from; i <= choices.length - size; i++) for (const rest of setsOf(choices, size - 1, i + 1)) yield [choices[i] as Choice, ...rest]
}

/** The fewest options that serve all who can be served; of those sets the one that is cheapest in care and in the keeper's order. Exact: every set is tried. */
function fewest(choices: readonly Choice[], wanted: readonly number[]): { readonly set: readonly Choice[]; readonly picks: readonly number[] } {
  for (let size = 1; size <= choices.length; size++) {
    let best: { set: readonly Choice[]; picks: readonly number[]; cost: number } | null = null
    for (const set of setsOf(choices, size)) {
      const found = spread(set, wanted)
      if (found && (best === null || found.cost < best.cost)) best = { set, ...found }
    }
    if (best) return best
  }
  return { set: [], picks: [] }
}

function groupOf(treatment: Treatment, lines: readonly YardLine[], people: number): YardGroup {
  const withCare = lines.filter((l) => l.options.find((o) => o.treatment.key === treatment.key)?.fit === 'care').map((l) => l.id)
  const allowed = lines.flatMap((l) => l.options.find((o) => o.treatment.key === treatment.key)?.allowed ?? [])
  const [confirm, fetch] = [allowed.some((a) => a.rules === 'confirm'), allowed.some((a) => a.kit === 'fetch')]
  const base = { treatment: treatment.key, colonies: lines.map((l) => l.id), withCare, confirm, fetch }
  const each = lines.map((l) => {
    const dose = doseOf(treatment, l.situation)
    const doses = dosesOf(patternOf(treatment, l.situation))
    return { first: dose?.amount ?? 0, whole: (dose?.amount ?? 0) * doses, unit: dose?.unit ?? null }
  })
  const unit = each[0]?.unit ?? null
  if (unit === null) return { ...base, takes: null, short: 0, serves: lines.length, days: 1 }
  const amount = each.reduce((sum, e) => sum + e.whole, 0)
  const firstDay = each.reduce((sum, e) => sum + e.first, 0)
  const [first] = lines
  const stock = first?.situation.stock[treatment.key]
  const units = stock && first ? stockOn(stock, first.situation.startOn).units : null
  let left = units ?? Infinity
  const serves = each.findIndex((e) => (left -= e.whole) < 0)
  const limit = treatment.mostAPersonADay
  return {
    ...base,
    takes: { amount, unit, firstDay },
    short: units === null ? 0 : Math.max(0, amount - units),
    serves: serves < 0 ? lines.length : serves,
    days: limit === null ? 1 : Math.max(1, Math.ceil(firstDay / (limit * Math.max(1, people)))),
  }
}

function laterFor(line: YardLine): Unserved {
  const first = line.options
    .filter((o) => mayServe(o.treatment) && o.fitFrom !== null && o.allowed.rules !== 'no')
    .reduce<{ treatment: TreatmentKey; day: Day } | null>(
      (best, o) => (o.fitFrom !== null && (best === null || o.fitFrom < best.day) ? { treatment: o.treatment.key, day: o.fitFrom } : best),
      null,
    )
  return { id: line.id, earliest: first }
}

/**
 * A plan for some colonies of a yard on one day: one option for all where one serves all, else the fewest that do (a set cover,
 * solved exactly), with those that none can serve named. Materials are totals over the whole course; the shelf is shared, in
 * standing order. `people` is how many handle strips.
 */
export function planYard(lines: readonly YardLine[], people = 1): YardPlan {
  const choices = choicesOf(lines)
  const wanted = lines.map((_, i) => i).filter((i) => choices.some((c) => c.costs[i] !== null))
  const unserved = lines.filter((_, i) => !wanted.includes(i)).map(laterFor)
  const { set, picks } = fewest(choices, wanted)
  const groups = set
    .map((choice, i) => {
      const mine = wanted.filter((_, n) => picks[n] === i).flatMap((at) => lines[at] ?? [])
      return groupOf(choice.treatment, mine, people)
    })
    .filter((g) => g.colonies.length > 0)
    .toSorted((a, b) => b.colonies.length - a.colonies.length)
  return { groups, unserved }
}

/** The same with the options chosen by the keeper: one group a treatment, whatever the plan would have been. */
export function planAs(chosen: ReadonlyMap<string, TreatmentKey>, lines: readonly YardLine[], people = 1): YardPlan {
  const keys = [...new Set(chosen.values())]
  const groups = keys.flatMap((key) => {
    const treatment = treatmentOf(key)
    const mine = lines.filter((l) => chosen.get(l.id) === key)
    return treatment && mine.length > 0 ? [groupOf(treatment, mine, people)] : []
  })
  return { groups, unserved: lines.filter((l) => !chosen.has(l.id)).map(laterFor) }
}

/** How far ahead a better day for the whole yard is looked for. */
const LOOK_AHEAD = 21

/** A later day on which one option serves all of them, with less to take care of than the plan for the day. */
export interface BetterDay {
  readonly treatment: TreatmentKey
  readonly day: Day
  /** Colonies for which it would fit with care only. */
  readonly withCare: number
}

/** The first day of the coming weeks on which one option serves all, where the plan needs several, leaves some out, or needs more care. */
export function betterDay(lines: readonly YardLine[], plan: YardPlan): BetterDay | null {
  const [first] = lines
  if (!first) return null
  const care = plan.groups.reduce((sum, g) => sum + g.withCare.length, 0)
  const whole = plan.groups.length === 1 && plan.unserved.length === 0
  if (whole && care === 0) return null
  const from = addDays(first.situation.startOn, 1)
  const all = lines.map((l) => startWindows(l.situation, from, LOOK_AHEAD))
  for (let n = 0; n < LOOK_AHEAD; n++) {
    let best: BetterDay | null = null
    ;(all[0] ?? []).forEach((_, i) => {
      const levels = all.map((windows) => windows[i]?.days[n])
      const treatment = all[0]?.[i]?.treatment
      if (!treatment || !mayServe(treatment) || !levels.every((v) => v === 'fits' || v === 'care')) return
      const withCare = levels.filter((v) => v === 'care').length
      if (best === null || withCare < best.withCare) best = { treatment: treatment.key, day: addDays(from, n), withCare }
    })
    const found = best as BetterDay | null
    if (found && (!whole || found.withCare < care)) return found
  }
  return null
}
