import { clopperPearson } from '../../count/index.ts'
import { judge } from '../../judge/index.ts'
import { judged, match, onDay } from '../../match/index.ts'
import type { TreatmentKey } from '../../situation/index.ts'
import type { Day } from '../../time/index.ts'
import { treatmentOf } from '../../treatments/index.ts'
import { candidateOn, candidatesOf, dayOf, plannedOf, SEASON_DAYS, withoutPlanned, type Candidate, type PlannedColony } from './candidates.ts'
import { seasonField, type Node, type SeasonField } from './field.ts'
import { fitsInTurn, frontOf, isSynthetic, lastFits, onLast, searchSeason } from './search.ts'

/** A course of a plan, as it would stand in Match on its day. */
export interface SeasonCourse {
  readonly treatment: TreatmentKey
  readonly start: Day
  /** Colonies that it is not for: it does not fit in them. */
  readonly leavesOut: readonly string[]
  /** What wants care on its day, beside that no count calls for it yet; sentences of Match. */
  readonly cares: readonly string[]
  /** It is to be confirmed in the keeper's list, or its gear is to be fetched. */
  readonly confirm: boolean
  readonly fetch: boolean
}
/** What a plan for the season comes to, by runs that it was not chosen by. */
export interface SeasonPlan {
  readonly courses: readonly SeasonCourse[]
  readonly visits: number
  readonly synthetic: boolean
  /** Chance, 0 to 1, of standing over the limit on no more days than are let pass, and how far the draw of the runs leaves it open (95 %). */
  readonly keeps: number
  readonly low: number
  readonly high: number
  /** Mean days over the limit. */
  readonly over: number
  readonly byColony: readonly { readonly id: string; readonly keeps: number; readonly over: number }[]
}
export interface Season {
  /** The plans that are worth their visits, fewest first; nothing at all is the first of them. */
  readonly plans: readonly SeasonPlan[]
  /** What the keeper has planned; null where nothing is. */
  readonly planned: SeasonPlan | null
  /** Plans that were run. */
  readonly tried: number
  /** Courses that may be begun, each on each of its days. */
  readonly candidates: number
  /** Colonies of the yard that it was reckoned by, of how many. */
  readonly reckoned: { readonly by: number; readonly of: number }
  /** Colonies of which nothing was counted: the season alone speaks for them. */
  readonly uncounted: readonly string[]
}
/** How far it is. */
export interface SeasonStep {
  readonly part: 'windows' | 'plans' | 'told'
  /** Share of this part that is done, 0 to 1. */
  readonly share: number
}
export interface SeasonAsked {
  readonly colonies: readonly PlannedColony[]
  readonly seed?: number
  readonly days?: number
}

/** More colonies than this are reckoned by so many of them, spread over their levels. */
export const MOST_RECKONED = 30
/** Runs for each colony while plans are looked for, and while those found are told: fewer where there are many colonies. */
const runsFor = (colonies: number): { readonly search: number; readonly told: number } => ({
  search: Math.max(3, Math.min(16, Math.round(100 / colonies))),
  told: Math.max(12, Math.min(240, Math.round(420 / colonies))),
})

/** Colonies spread evenly over their levels, in the order in which they were given. */
function spread(colonies: readonly PlannedColony[]): readonly PlannedColony[] {
  if (colonies.length <= MOST_RECKONED) return colonies
  const rising = colonies.map((one) => ({ one, level: judge(one.situation).p50 ?? 0 })).toSorted((a, b) => a.level - b.level)
  const chosen = new Set(Array.from({ length: MOST_RECKONED }, (_, i) => rising[Math.floor(((i + 0.5) * rising.length) / MOST_RECKONED)]?.one))
  return colonies.filter((c) => chosen.has(c))
}

/** What a keeper has planned for some colonies, each course with those that it is planned for. */
function plannedFor(colonies: readonly PlannedColony[]): Candidate[] {
  const found = new Map<string, { key: TreatmentKey; start: Day; takesPart: boolean[] }>()
  for (const [c, { situation, planned = plannedOf(situation) }] of colonies.entries()) {
    for (const { treatment: key, start } of planned) {
      const id = `${start} ${key}`
      const one = found.get(id) ?? { key, start, takesPart: colonies.map(() => false) }
      one.takesPart[c] = true
      found.set(id, one)
    }
  }
  const [first] = colonies
  if (!first) return []
  const s = judged({ ...withoutPlanned(first.situation), startOn: first.situation.asOf })
  return [...found.values()]
    .flatMap(({ key, start, takesPart }) => {
      const treatment = treatmentOf(key)
      return treatment?.action ? [candidateOn(treatment, onDay(s, start), takesPart)] : []
    })
    .toSorted((a, b) => a.start.localeCompare(b.start))
}

function courseTold(courses: readonly Candidate[], i: number, colonies: readonly PlannedColony[], others: readonly PlannedColony[]): SeasonCourse {
  const one = courses[i]
  if (!one) throw new Error('no such course')
  const upTo = courses.slice(0, i + 1)
  const weighed = colonies.map(({ situation }, c) =>
    one.takesPart[c] ? match(judged(onLast(situation, upTo, c), judge(situation)), [one.treatment])[0] : undefined,
  )
  const asked = weighed.filter((o) => o !== undefined)
  return {
    treatment: one.treatment.key,
    start: one.start,
    leavesOut: [
      ...colonies.flatMap(({ id }, c) => (weighed[c]?.fit === 'fits' || weighed[c]?.fit === 'care' ? [] : [id])),
      // Those that it was not reckoned by are asked all the same.
      ...others.flatMap(({ id, situation }) => (lastFits(situation, upTo, 0) ? [] : [id])),
    ],
    cares: [...new Set(asked.flatMap((o) => o.findings.filter((f) => f.of === 'fit' && f.gate !== 'need' && f.fit === 'care').map((f) => f.text)))],
    confirm: asked.some((o) => o.allowed.rules !== 'yes'),
    fetch: asked.some((o) => o.allowed.kit === 'fetch'),
  }
}

function planTold(node: Node, field: SeasonField, colonies: readonly PlannedColony[], others: readonly PlannedColony[]): SeasonPlan {
  const runs = field.runs * field.colonies
  const { low, high } = clopperPearson(Math.round(node.keeps * runs), runs)
  return {
    courses: node.courses.map((_, i) => courseTold(node.courses, i, colonies, others)),
    visits: node.visits,
    synthetic: isSynthetic(node.courses),
    keeps: node.keeps,
    low,
    high,
    over: node.over,
    byColony: node.byColony.map((one, c) => ({ id: colonies[c]?.id ?? '', ...one })),
  }
}

/**
 * What to do over a year, and when: courses put together of the days on which Match lets each begin, by what the model makes of them, for a colony
 * or for a yard whose colonies are all given the same on the same days, with mites flying between them. Yields how far it is; whoever asks stops it
 * by asking no more. A plan is no fact: each course is weighed anew by Match, and by a count, on its own day.
 */
export function* planSeason({ colonies: given, seed = 1, days = SEASON_DAYS }: SeasonAsked): Generator<SeasonStep, Season> {
  const colonies = spread(given)
  const windows = candidatesOf(colonies, days)
  let found = windows.next()
  for (; !found.done; found = windows.next()) yield { part: 'windows', share: found.value / colonies.length }
  const candidates = found.value
  const others = given.filter((c) => !colonies.includes(c))
  const runs = runsFor(colonies.length)
  const [first] = candidates.map((c) => dayOf(c, colonies[0]?.situation.asOf ?? c.start)).toSorted((a, b) => a - b)
  const free = first ?? 0
  const fits = fitsInTurn(colonies)
  const search = searchSeason(seasonField(colonies, { days, runs: runs.search, seed, free }), candidates, fits)
  let tried = 0
  let step = search.next()
  for (; !step.done; step = search.next()) {
    tried = step.value.tried
    yield { part: 'plans', share: step.value.share }
  }
  const finalists = step.value
  const planned = plannedFor(colonies)
  const field = seasonField(colonies, { days, runs: runs.told, seed: seed + 1000, free })
  const told: Node[] = []
  for (const [i, node] of finalists.entries()) {
    told.push(field.run(node.courses))
    yield { part: 'told', share: (i + 1) / finalists.length }
  }
  return {
    plans: frontOf(told)
      .toSorted((a, b) => a.visits - b.visits || a.keeps - b.keeps)
      .map((node) => planTold(node, field, colonies, others)),
    planned: planned.length > 0 ? planTold(field.run(planned), field, colonies, others) : null,
    tried,
    candidates: candidates.length,
    reckoned: { by: colonies.length, of: given.length },
    uncounted: colonies.flatMap(({ id, situation }) => (judge(situation).levels === null ? [id] : [])),
  }
}
