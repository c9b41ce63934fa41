import { isOver, type Judgement } from '../judge/index.ts'
import { nextRest, phaseAt, type Situation } from '../situation/index.ts'
import { daysBetween, earlierOf, type Day } from '../time/index.ts'
import { patternOf, shortName, treatmentOf } from '../treatments/index.ts'
import { small } from '../units/index.ts'
import { OUTLOOK, type Said } from '../words/index.ts'
import { courseFrom } from './course.ts'
import type { Outlook, PlanOutlook } from './outlook.ts'
import type { OutlookPlan } from './run-plan.ts'

/** Under so much of the mites under cappings next to none are. */
const NEXT_TO_NONE = 0.03
/** Bees are said to be fewer from so much on. */
const FEWER = 0.02

const at = (plan: PlanOutlook, t: number) => ({ low: plan.wash.p05[t] ?? 0, middle: plan.wash.p50[t] ?? 0, high: plan.wash.p95[t] ?? 0 })

/** The day by which plans are held against each other: the beginning of the next winter rest, or the last day that was looked at. */
export function toldOn({ dates }: Pick<Outlook, 'dates'>, situation: Situation): number {
  const [first, last] = [dates[0] ?? situation.asOf, dates.at(-1) ?? situation.asOf]
  const rest = nextRest(situation, first)
  return rest && rest.from > first ? daysBetween(first, earlierOf(rest.from, last)) : dates.length - 1
}

/** What the outlook says, a date first, in one or two sentences. `nothing` is the plan in which nothing more is done; the day of the next count is the one that is told everywhere. */
export function sayAhead(
  outlook: Outlook,
  nothing: PlanOutlook,
  situation: Situation,
  { level, recountBy, given }: Pick<Judgement, 'level' | 'recountBy' | 'given'>,
): readonly Said[] {
  const { dates, limits } = outlook
  const { asOf } = situation
  const t = toldOn(outlook, situation)
  const on: Day = dates[t] ?? asOf
  const ranged = { on, ...at(nothing, t), asOf }
  if (outlook.uncounted) return [OUTLOOK.uncounted(ranged)]
  const flagged = outlook.contradict ? [OUTLOOK.contradict()] : []
  if (given && given.end === null)
    return [OUTLOOK.running({ names: given.names, chance: nothing.over[t] ?? 0, limit: limits[t] ?? 3, ...ranged }), ...flagged]
  if (isOver({ level })) return [OUTLOOK.over({ chance: nothing.over[0] ?? 0, limit: limits[0] ?? 3, ...ranged }), ...flagged]
  const by = Math.min(dates.length - 1, daysBetween(asOf, recountBy))
  const [chance, limit] = [nothing.over[by] ?? 0, limits[by] ?? 3]
  const again =
    recountBy <= asOf
      ? OUTLOOK.recountNow({ chance, limit, asOf })
      : OUTLOOK.recount({
          by: recountBy,
          chance,
          limit,
          winter: phaseAt(situation, asOf) === 'dormant',
          asOf,
        })
  return [again, OUTLOOK.alone(ranged), ...flagged]
}

/** Why a plan does what it does, sentence by sentence. */
export function sayWhy(plan: OutlookPlan, told: PlanOutlook, outlook: Outlook, situation: Situation): readonly Said[] {
  const { asOf } = situation
  const { dates, limits, phoreticShare } = outlook
  const now = phoreticShare[0] ?? 1
  const said: Said[] = plan.courses.length > 0 ? [] : [1 - now < NEXT_TO_NONE ? OUTLOOK.rests() : OUTLOOK.breeds({ share: now, asOf })]
  for (const [i, { treatment: key, start }] of plan.courses.entries()) {
    const treatment = treatmentOf(key)
    if (!treatment?.action) continue
    const name = small(shortName(treatment))
    const share = phoreticShare[Math.min(phoreticShare.length - 1, Math.max(0, daysBetween(asOf, start)))] ?? 1
    const broodless = 1 - share < NEXT_TO_NONE
    const then: Situation = { ...situation, startOn: start, colony: { ...situation.colony, brood: broodless ? 'none' : 'capped' } }
    const course = courseFrom(treatment, patternOf(treatment, then), 0)
    const { action } = treatment
    if (action.by === 'caging') said.push(OUTLOOK.caged({ days: course.over, asOf }))
    else if (action.by === 'cutting') said.push(OUTLOOK.droneComb())
    else if (broodless) said.push(OUTLOOK.nothingCapped({ name, start, asOf }))
    else if (action.by === 'at-once') said.push(OUTLOOK.onBeesAlone({ name, share, rounds: course.doses.length, start, asOf }))
    else if (action.capped > 0) said.push(OUTLOOK.underCappings({ name: shortName(treatment), asOf }))
    else said.push(OUTLOOK.outlasts({ name: shortName(treatment), days: course.over, times: course.over / 12, asOf }))
    const takes = told.takes[i]
    if (takes && action.by !== 'caging' && action.by !== 'cutting') said.push(OUTLOOK.takes({ ...takes, name: shortName(treatment), asOf }))
  }
  const last = dates.length - 1
  const on: Day = dates[last] ?? asOf
  if (told.bees < 1 - FEWER) said.push(OUTLOOK.fewerBees({ share: 1 - told.bees, on, asOf }))
  if (plan.courses.length > 0 && (told.over[last] ?? 0) > 0.05)
    said.push(OUTLOOK.after({ chance: told.over[last] ?? 0, limit: limits[last] ?? 3, on, asOf }))
  return said
}
