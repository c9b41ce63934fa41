import { shareAt } from '../../efficacy/index.ts'
import { limitOn } from '../../judge/index.ts'
import type { Situation } from '../../situation/index.ts'
import { addDays } from '../../time/index.ts'
import { patternOf } from '../../treatments/index.ts'
import { beesOver, type Bees } from '../bees.ts'
import { addCourse, addLaying, courseFrom, noHazards, slowsLaying, type ModelCourse } from '../course.ts'
import { FEW, scaleOf } from '../kinds.ts'
import { runMites, STATE, type Hazards } from '../mites.ts'
import { FIGURES } from '../parameters.ts'
import { broodOn, luckOf } from '../run-plan.ts'
import { comesOn } from '../season.ts'
import { startOf, type Start } from '../start.ts'
import { influxOver } from '../stretch.ts'
import { strengthOf } from '../strength.ts'
import { takesAs } from '../takes.ts'
import { dayOf, withoutPlanned, type Candidate, type PlannedColony } from './candidates.ts'

/** Days over the limit in a season that are let pass: a week, as long as it takes to see it and to begin. */
export const DAYS_LET_PASS = 7
/** Days from the beginning of a course that are given to it to bring a colony under its limit. */
const AT_WORK = 28
/** What goes over to other colonies is shared out once a week. */
const WEEK = 7
/** Where nothing flies over, a run goes on for so long at a stretch; what stands then is kept every so many days. */
const KEPT_EVERY = 14

/** A plan run over the season: what it comes to, and where each run stands every fortnight, to go on from with another course. */
export interface Node {
  /** Courses in the order of their days. */
  readonly courses: readonly Candidate[]
  readonly visits: number
  /** Chance, 0 to 1, that a colony is over its limit on no more days than are let pass. */
  readonly keeps: number
  /** Mean days over the limit that are not let pass by a course at work. */
  readonly over: number
  /** The same chance, and the same days, for each colony. */
  readonly byColony: readonly { readonly keeps: number; readonly over: number }[]
  readonly kept: readonly Float64Array[]
  readonly overs: readonly Uint16Array[]
}
/** Where some colonies of one yard may stand, and what becomes of them by any plan. */
export interface SeasonField {
  readonly colonies: number
  readonly runs: number
  /** Runs a plan; from where `parent` stands, which has all of its courses up to the day of `added`. */
  readonly run: (courses: readonly Candidate[], parent?: Node, added?: Candidate) => Node
}

/** What a course does to one colony, from its first day on. */
interface Piece {
  readonly from: number
  readonly hazards: Hazards
  readonly course: ModelCourse
  /** How strong it is in each run. */
  readonly strengths: Float64Array
}
interface Colony {
  readonly start: Start
  readonly limits: Float64Array
  readonly influx: readonly (Float64Array | null)[]
  /** Hazard of leaving for another colony on each day; null where there is none. */
  readonly leaves: Float64Array | null
  readonly pieces: Map<Candidate, Piece>
  readonly slowed: Map<string, readonly Bees[]>
}

function colonyOf(asked: Situation, days: number, runs: number, seed: number, flies: boolean): Colony {
  const situation = withoutPlanned(asked)
  const start = startOf({ situation, days, runs, seed })
  const limits = Float64Array.from({ length: days + 1 }, (_, n) => limitOn(situation, addDays(situation.asOf, n)))
  const influx = start.kinds.map(({ beesAt, ways }) =>
    ways.influx > 0 ? influxOver(start.asked[beesAt]?.season ?? start.season, ways.influx) : null,
  )
  const leaves = flies ? Float64Array.from(start.season, (on) => FIGURES.flies * comesOn(on)) : null
  return { start, limits, influx, leaves, pieces: new Map(), slowed: new Map() }
}

function pieceOf(colony: Colony, candidate: Candidate, luck: ReturnType<typeof luckOf>): Piece {
  const known = colony.pieces.get(candidate)
  if (known) return known
  const { start } = colony
  const { treatment } = candidate
  // What is begun on the day of the case works from its end on.
  const from = start.today + Math.max(1, dayOf(candidate, start.situation.asOf))
  const brood = broodOn(start.bees[0], from)
  const then: Situation = {
    ...start.situation,
    startOn: candidate.start,
    colony: { ...start.situation.colony, brood: brood === 'brood' ? 'capped' : 'none' },
  }
  const pattern = patternOf(treatment, then)
  const own = courseFrom(treatment, pattern, 0)
  const hazards = noHazards(Math.max(own.over, (own.doses.at(-1) ?? 0) + 5))
  addCourse(hazards, own, 1)
  const takes = takesAs(treatment, then)
  const drawn = luck(treatment, 0)
  const strengths = Float64Array.from(start.levels, (_, run) =>
    strengthOf(treatment, brood, takes ? shareAt(takes.mean + takes.sd * (drawn[run] ?? 0)) : 1),
  )
  const piece = { from, hazards, course: courseFrom(treatment, pattern, from), strengths }
  colony.pieces.set(candidate, piece)
  return piece
}

/** Bees under the courses of a plan that keep the queen from laying. */
function beesUnder(colony: Colony, pieces: readonly Piece[]): readonly Bees[] {
  const slowing = pieces.filter(({ course }) => slowsLaying(course))
  if (slowing.length === 0) return colony.start.bees
  const key = slowing.map(({ course, from }) => `${course.treatment.key} ${from}`).join(', ')
  let bees = colony.slowed.get(key)
  if (!bees) {
    const { asked, last } = colony.start
    bees = asked.map((one) => {
      const laying = (one.laying ?? new Float64Array(last + 1).fill(1)).slice()
      for (const { course } of slowing) addLaying(laying, course)
      return beesOver({ ...one, laying })
    })
    colony.slowed.set(key, bees)
  }
  return bees
}

/**
 * Colonies of one yard as they may stand, with mites that fly between them where there are several: as many leave a colony as the share of those
 * on its bees that goes over in a week, and in the week after they come, as many to each colony. `free` is the first day, counted from that of the
 * case, from which on a day over the limit counts: before it nothing can be begun.
 */
export function seasonField(
  given: readonly PlannedColony[],
  {
    days,
    runs,
    seed,
    free,
    flies = given.length > 1,
  }: { readonly days: number; readonly runs: number; readonly seed: number; readonly free: number; readonly flies?: boolean },
): SeasonField {
  const colonies = given.map(({ situation }, c) => colonyOf(situation, days, runs, seed + 31 * c, flies))
  const luck = luckOf(seed, runs)
  const all = colonies.length * runs
  const stretch = flies ? WEEK : KEPT_EVERY
  const longest = Math.max(...colonies.map(({ start }) => start.last + 1))
  const mixed = noHazards(longest)
  const comes = new Float64Array(longest)
  const [onBees, both] = [new Float64Array(stretch), new Float64Array(stretch)]
  const begun = beginning(colonies, runs)

  function run(courses: readonly Candidate[], parent?: Node, added?: Candidate): Node {
    const asOf = given[0]?.situation.asOf ?? ''
    const excused = excusedBy(courses, asOf, days, free)
    const at = parent && added ? Math.min(parent.kept.length - 1, Math.floor((Math.max(1, dayOf(added, asOf)) - 1) / KEPT_EVERY)) : 0
    const states = (parent?.kept[at] ?? begun).slice()
    const overs = parent?.overs[at]?.slice() ?? new Uint16Array(all)
    const kept = parent ? parent.kept.slice(0, at) : []
    const oversKept = parent ? parent.overs.slice(0, at) : []
    const pieces = colonies.map((colony, c) => courses.filter((one) => one.takesPart[c]).map((one) => pieceOf(colony, one, luck)))
    const bees = colonies.map((colony, c) => beesUnder(colony, pieces[c] ?? []))
    // What is on its way from one colony to another stands behind the states.
    const arriving = states.subarray(all * STATE)
    for (let day = at * KEPT_EVERY; day < days; day += stretch) {
      if (day % KEPT_EVERY === 0) {
        kept.push(states.slice())
        oversKept.push(overs.slice())
      }
      const until = Math.min(days, day + stretch)
      const leaving = new Float64Array(runs)
      for (const [c, colony] of colonies.entries()) {
        const { start } = colony
        const [from, to] = [start.today + 1 + day, start.today + 1 + until]
        const active = (pieces[c] ?? []).filter((p) => p.from < to && p.from + p.hazards.onBees.length > from)
        const isAny = active.length > 0 || colony.leaves !== null || hasPast(start, from, to)
        for (let r = 0; r < runs; r++) {
          const kind = start.kinds[start.kindOf[r] ?? 0]
          const its = kind && bees[c]?.[kind.beesAt]
          if (!kind || !its) continue
          if (isAny) mix(mixed, colony, active, r, from, to)
          const row = c * runs + r
          const own = colony.influx[start.kindOf[r] ?? 0] ?? null
          const more = (arriving[r] ?? 0) / (colonies.length * stretch)
          if (more > 0) for (let t = from; t < to; t++) comes[t] = (own?.[t] ?? 0) + more
          runMites(
            states.subarray(row * STATE, row * STATE + STATE),
            { bees: its, growth: kind.ways.growth, rest: kind.ways.rest, influx: more > 0 ? comes : own, hazards: isAny ? mixed : null },
            from,
            to,
            onBees,
            both,
          )
          let over = 0
          let left = 0
          for (let t = from; t < to; t++) {
            const there = onBees[t - from] ?? 0
            const n = t - start.today
            if (!excused[n] && FIGURES.washFinds * 100 * there >= (colony.limits[n] ?? Infinity) * (its.adults[t] ?? 1)) over += 1
            if (colony.leaves) left += there * (colony.leaves[t] ?? 0)
          }
          if (over > 0) overs[row] = (overs[row] ?? 0) + over
          leaving[r] = (leaving[r] ?? 0) + left
        }
      }
      if (flies) arriving.set(leaving)
    }
    const byColony = colonies.map((_, c) => told(overs.subarray(c * runs, (c + 1) * runs)))
    const mean = (of: (one: (typeof byColony)[number]) => number) => byColony.reduce((sum, one) => sum + of(one), 0) / Math.max(1, byColony.length)
    return {
      courses,
      visits: courses.reduce((sum, { visits }) => sum + visits, 0),
      keeps: mean((one) => one.keeps),
      over: mean((one) => one.over),
      byColony,
      kept,
      overs: oversKept,
    }
  }
  return { colonies: colonies.length, runs, run }
}

/** Where each run stands on the day of the case, and behind it the mites that are on their way between colonies: none yet. */
function beginning(colonies: readonly Colony[], runs: number): Float64Array {
  const states = new Float64Array(colonies.length * runs * STATE + runs)
  for (const [c, { start }] of colonies.entries()) {
    for (let r = 0; r < runs; r++) {
      const kind = start.kinds[start.kindOf[r] ?? 0]
      if (!kind) continue
      const scale = scaleOf(kind, start.levels[r] ?? 0)
      const at = (c * runs + r) * STATE
      for (let i = 0; i < STATE; i++) states[at + i] = scale * (kind.state[i] ?? 0) + (kind.cameState[i] ?? 0) / FEW
    }
  }
  return states
}

/** Days that count for nothing: those before anything can be begun, and the first weeks of each course. */
function excusedBy(courses: readonly Candidate[], asOf: string, days: number, free: number): Uint8Array {
  const excused = new Uint8Array(days + 1)
  excused.fill(1, 0, Math.min(days + 1, free))
  for (const one of courses) {
    const from = dayOf(one, asOf)
    excused.fill(1, from, Math.min(days + 1, from + AT_WORK))
  }
  return excused
}

const told = (overs: Uint16Array): { keeps: number; over: number } => {
  let [keeps, sum] = [0, 0]
  for (const days of overs) {
    if (days <= DAYS_LET_PASS) keeps += 1
    sum += days
  }
  return { keeps: keeps / overs.length, over: sum / overs.length }
}

function hasPast({ past }: Start, from: number, to: number): boolean {
  for (let t = from; t < to; t++) if ((past.onBees[t] ?? 0) > 0 || (past.capped[t] ?? 0) > 0 || (past.drone[t] ?? 0) > 0) return true
  return false
}

/** What is done to the mites of one run on some days. */
function mix(mixed: Hazards, { start: { past }, leaves }: Colony, active: readonly Piece[], run: number, from: number, to: number): void {
  for (let t = from; t < to; t++) {
    let [onBees, capped, drone] = [(past.onBees[t] ?? 0) + (leaves?.[t] ?? 0), past.capped[t] ?? 0, past.drone[t] ?? 0]
    for (const { from: begins, hazards, strengths } of active) {
      const n = t - begins
      if (n < 0 || n >= hazards.onBees.length) continue
      const strength = strengths[run] ?? 0
      onBees += strength * (hazards.onBees[n] ?? 0)
      capped += strength * (hazards.capped[n] ?? 0)
      drone += strength * (hazards.drone[n] ?? 0)
    }
    mixed.onBees[t] = onBees
    mixed.capped[t] = capped
    mixed.drone[t] = drone
  }
}
