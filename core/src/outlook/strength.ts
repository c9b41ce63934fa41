import { temperateNormals } from '../situation/index.ts'
import type { Day } from '../time/index.ts'
import { publishedPattern, type Treatment } from '../treatments/index.ts'
import { beesOver, type Bees } from './bees.ts'
import { addCourse, addLaying, courseFrom, noHazards, slowsLaying, type ModelCourse } from './course.ts'
import { runMites, STATE, type Hazards } from './mites.ts'
import { USUAL_WAYS } from './parameters.ts'
import { MITES_RUN_IN, RUN_IN, seasonLate, stretchOf } from './stretch.ts'

/**
 * What a course takes is told of a colony in late summer with brood, and of one in early winter without: in these two the strength of its action
 * is set so that it takes just that. What it takes in another month, or with another pattern, follows.
 */
const STANDS: Readonly<Record<'brood' | 'broodless', Day>> = { brood: '2025-08-15', broodless: '2025-12-01' }
/** Days after the end of a course on which what is left is told. */
const TOLD_AFTER = 3
const LONGEST = 120
/** Strengths that are tried, from next to nothing to so much that more of it takes no more. */
const TRIED = Array.from({ length: 22 }, (_, i) => 0.004 * 1.55 ** i)

const place = { hemisphere: 'north', normals: temperateNormals('north') } as const
const kept = new Map<'brood' | 'broodless', Bees>()
/** The usual colony in one of the two; where a course keeps its queen from laying in part, made for it alone. */
function usualBees(brood: 'brood' | 'broodless', slowedBy: ModelCourse | null): Bees {
  const known = slowedBy ? null : kept.get(brood)
  if (known) return known
  const season = seasonLate(stretchOf(place, STANDS[brood], LONGEST), 0)
  const laying = new Float64Array(season.length).fill(1)
  if (slowedBy) addLaying(laying, slowedBy)
  const bees = beesOver({ season, size: 1, droneShare: USUAL_WAYS.droneShare, laying })
  if (!slowedBy) kept.set(brood, bees)
  return bees
}
const courseOf = (treatment: Treatment, brood: 'brood' | 'broodless'): ModelCourse =>
  courseFrom(treatment, publishedPattern(treatment, brood === 'brood' ? 'capped' : 'none'), RUN_IN)

/** Share of all mites that a course takes, 0 to 1, against the same colony untreated, some days after it is over; it begins on a day of the bees. */
function takenBy(bees: Bees, untreated: Bees, hazards: Hazards, from: number, told: number): number {
  const after = (of: Bees, h: Hazards | null): number => {
    const state = new Float64Array(STATE)
    state[0] = 1e-3
    const days = told - (from - MITES_RUN_IN) + 1
    const [onBees, all] = [new Float64Array(days), new Float64Array(days)]
    runMites(
      state,
      { bees: of, growth: USUAL_WAYS.growth, rest: USUAL_WAYS.rest, influx: null, hazards: h },
      from - MITES_RUN_IN,
      told + 1,
      onBees,
      all,
    )
    return all[days - 1] ?? 0
  }
  return 1 - after(bees, hazards) / after(untreated, null)
}

interface Curve {
  readonly strengths: readonly number[]
  readonly takes: readonly number[]
  readonly most: number
}
const curves = new WeakMap<Treatment, Partial<Record<'brood' | 'broodless', Curve>>>()
function curveOf(treatment: Treatment, brood: 'brood' | 'broodless'): Curve {
  let of = curves.get(treatment)
  if (!of) curves.set(treatment, (of = {}))
  return (of[brood] ??= drawCurve(treatment, brood))
}
function drawCurve(treatment: Treatment, brood: 'brood' | 'broodless'): Curve {
  const course = courseOf(treatment, brood)
  const untreated = usualBees(brood, null)
  const bees = slowsLaying(course) ? usualBees(brood, course) : untreated
  const told = Math.min(bees.days - 1, course.over + TOLD_AFTER)
  const takes = TRIED.map((strength) => {
    const hazards = noHazards(bees.days)
    addCourse(hazards, course, strength)
    return takenBy(bees, untreated, hazards, RUN_IN, told)
  })
  return { strengths: TRIED, takes, most: Math.max(0, ...takes) }
}

/** The most that a course can take by the model, however strong it is: what is under cappings, and comes out after it, it does not reach. */
export const mostTakenBy = (treatment: Treatment, brood: 'brood' | 'broodless'): number => (treatment.action ? curveOf(treatment, brood).most : 0)

/**
 * How strong the action of a treatment is where its course takes a share, 0 to 1, of the mites of the colony that it is told of. 0 where nothing
 * is done to mites; the most that is tried where no strength takes so much.
 */
export function strengthOf(treatment: Treatment, brood: 'brood' | 'broodless', share: number): number {
  // A queen that is caged lays nothing, and comb that is cut is cut: nothing of it is stronger or weaker.
  if (!treatment.action || treatment.action.by === 'caging' || treatment.action.by === 'cutting') return treatment.action ? 1 : 0
  const { strengths, takes } = curveOf(treatment, brood)
  const at = takes.findIndex((t) => t >= share)
  if (at < 0) return strengths.at(-1) ?? 1
  const [x1, y1] = [strengths[at] ?? 1, takes[at] ?? share]
  if (at === 0) return y1 > 0 ? (x1 * share) / y1 : 0
  const [x0, y0] = [strengths[at - 1] ?? x1, takes[at - 1] ?? y1]
  // Straight in the logarithm of what is left, which strength is nearly a line in.
  const left = (t: number) => Math.log(Math.max(1e-9, 1 - t))
  const part = y1 === y0 ? 0 : (left(share) - left(y0)) / (left(y1) - left(y0))
  return x0 + (x1 - x0) * part
}
