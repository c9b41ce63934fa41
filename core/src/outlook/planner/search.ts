import { judge, type Judgement } from '../../judge/index.ts'
import { fitsOn, judged } from '../../match/index.ts'
import type { Situation } from '../../situation/index.ts'
import { addDays, daysBetween } from '../../time/index.ts'
import { caseOfCourse } from './case-of.ts'
import { withoutPlanned, type Candidate, type PlannedColony } from './candidates.ts'
import type { Node, SeasonField } from './field.ts'

/** Courses in a season at the most. */
export const MOST_COURSES = 4
/** Days after a course before another is begun: a count that tells whether it worked is made two to three weeks after it (common practice, no source). */
const COUNTED_AFTER = 21
/** Starts of one class so near to each other, days, are taken to be one choice wherever a course is chosen (a guess). */
const ONE_CHOICE = 45
/** Plans of each number of visits that are gone on with, and of all of them at the most, in each round of the search. */
const [GO_ON, GO_ON_IN_ALL] = [3, 14]
/** Of the courses that may begin on one day so many are tried in a plan with others: those that no other one of that day betters in visits and in days over the limit, and once more without these. */
const LAYERS = 2
/** A plan over its limit on fewer days than this, in the mean, is not gone on with. */
const GOOD = 0.25

/** Some courses as one word: the same for the same courses. */
const keyOf = (courses: readonly Candidate[]): string => courses.map((c) => `${c.treatment.key} ${c.start}`).join(', ')

/** Whether the last of some courses fits by Match on its day in one colony, the others given. */
export function lastFits(situation: Situation, courses: readonly Candidate[], colony: number, judgement?: Judgement): boolean {
  const last = courses.at(-1)
  if (!last) return true
  const then = onLast(situation, courses, colony)
  const [found] = fitsOn(judgement ? judged(then, judgement) : judged(then), [last.treatment])
  return found?.fit === 'fits' || found?.fit === 'care'
}

/** Whether each course of a plan fits by Match on its day, with those before it given. What was answered is kept. */
export function fitsInTurn(colonies: readonly PlannedColony[]): (courses: readonly Candidate[]) => boolean {
  const differ = distinct(colonies)
  const known = new Map<string, boolean>()
  const judgements = new Map(differ.map(({ colony }) => [colony, judge(withoutPlanned(colony.situation))]))
  const fitInAll = (courses: readonly Candidate[]): boolean =>
    differ.every(({ colony, at }) => !courses.at(-1)?.takesPart[at] || lastFits(colony.situation, courses, at, judgements.get(colony)))
  return (courses) =>
    courses.every((one, i) => {
      const upTo = courses.slice(0, i + 1)
      const before = courses[i - 1]
      const same = courses
        .slice(0, i)
        .some((c) => c.treatment.rotation.class === one.treatment.rotation.class && daysBetween(c.start, one.start) <= ONE_CHOICE)
      if (same && one.treatment.way === 'given') return false
      if (before && one.start < (before.treatment.reach === 'opens' ? before.end : addDays(before.end, COUNTED_AFTER))) return false
      const key = keyOf(upTo)
      let fits = known.get(key)
      if (fits === undefined) known.set(key, (fits = fitInAll(upTo)))
      return fits
    })
}

/** The case of a colony on the day of the last of some courses, with the others given. */
export function onLast(situation: Situation, courses: readonly Candidate[], colony = 0): Situation {
  const its = courses.filter((c, i) => c.takesPart[colony] || i === courses.length - 1)
  return caseOfCourse(
    situation,
    its.map(({ treatment, start }) => ({ treatment: treatment.key, start })),
    its.length - 1,
  )
}

/** Colonies that differ in what was given to them: the others of a yard are asked no further. */
function distinct(colonies: readonly PlannedColony[]): { readonly colony: PlannedColony; readonly at: number }[] {
  const seen = new Set<string>()
  return colonies.flatMap((colony, at) => {
    const { history, colony: facts } = colony.situation
    const key = JSON.stringify([history.map((p) => [p.treatment, p.start, p.end]), facts.hive, facts.newlyHived, facts.hivedOn, facts.queen])
    if (seen.has(key)) return []
    seen.add(key)
    return [{ colony, at }]
  })
}

const better = (a: Node, b: Node): boolean => a.keeps > b.keeps + 1e-9 || (Math.abs(a.keeps - b.keeps) < 1e-9 && a.over < b.over)
export const isSynthetic = (courses: readonly Candidate[]): boolean => courses.some((c) => c.treatment.synthetic)

/** Of single courses those that no other one of the same day betters in visits and in days over the limit, a few layers deep; the same of those that are no synthetics. */
function worthTrying(singles: readonly Node[]): Set<Candidate> {
  const found = new Set<Candidate>()
  const days = new Map<string, Node[]>()
  for (const node of singles) {
    const start = node.courses[0]?.start ?? ''
    days.set(start, [...(days.get(start) ?? []), node])
  }
  for (const ofDay of days.values()) {
    for (const some of [ofDay, ofDay.filter((n) => !isSynthetic(n.courses))]) {
      let rest = some
      for (let layer = 0; layer < LAYERS; layer++) {
        const front = rest.filter(
          (n) => !rest.some((m) => m !== n && m.visits <= n.visits && m.over <= n.over && (m.visits < n.visits || m.over < n.over)),
        )
        for (const { courses } of front) if (courses[0]) found.add(courses[0])
        rest = rest.filter((n) => !front.includes(n))
      }
    }
  }
  return found
}

/** Those plans that a round of the search goes on with: of each number of visits the best, with synthetics and without. */
function goneOnWith(nodes: readonly Node[]): readonly Node[] {
  const chosen = new Set<Node>()
  for (const some of [nodes, nodes.filter((n) => !isSynthetic(n.courses))]) {
    const byVisits = new Map<number, Node[]>()
    for (const node of some) byVisits.set(node.visits, [...(byVisits.get(node.visits) ?? []), node])
    const best = [...byVisits.values()].flatMap((of) => of.toSorted((a, b) => a.over - b.over).slice(0, GO_ON))
    for (const node of best.toSorted((a, b) => a.over - b.over).slice(0, GO_ON_IN_ALL)) chosen.add(node)
  }
  return [...chosen].filter((n) => n.over > GOOD)
}

/** How far a search is: plans that were run, and the share of the search that is done, 0 to 1, rising. */
export interface Searched {
  readonly tried: number
  readonly share: number
}
/** Shares of a search that its first round takes, in which each course is tried alone, and its last, in which those found are mended. */
const [FIRST_ROUND, LAST_ROUND] = [0.08, 0.3]

/**
 * The plans of a season that are worth their visits: of each number of visits the one with the best chance, with synthetics and without. Courses
 * are put together one at a time, in any order of their days; of each round the best are gone on with. Yields after each plan that is run, so
 * that whoever searches may say how far it is, and stop.
 */
export function* searchSeason(
  field: SeasonField,
  candidates: readonly Candidate[],
  fits: (courses: readonly Candidate[]) => boolean,
  most: number = MOST_COURSES,
): Generator<Searched, readonly Node[]> {
  const nothing = field.run([])
  const found: Node[] = [nothing]
  let tried = 1
  let level: Node[] = [nothing]
  let worth: readonly Candidate[] = candidates
  const seen = new Set<string>()
  const isNew = (courses: readonly Candidate[]): boolean => {
    const key = keyOf(courses)
    return !seen.has(key) && Boolean(seen.add(key))
  }
  for (let n = 0; n < most; n++) {
    const from = n === 0 ? level : goneOnWith(level)
    const next: Node[] = []
    const todo = from.flatMap((parent) =>
      worth.flatMap((one) => {
        const courses = inTurn([...parent.courses, one])
        return isNew(courses) ? [{ parent, one, courses }] : []
      }),
    )
    for (const [i, { parent, one, courses }] of todo.entries()) {
      if (!fits(courses)) continue
      tried += 1
      next.push(field.run(courses, parent, one))
      const done = (i + 1) / todo.length
      yield { tried, share: n === 0 ? FIRST_ROUND * done : FIRST_ROUND + (1 - FIRST_ROUND - LAST_ROUND) * ((n - 1 + done) / (most - 1)) }
    }
    if (n === 0) {
      const tryOn = worthTrying(next)
      worth = candidates.filter((c) => tryOn.has(c))
    }
    found.push(...next.map(lean))
    level = next
  }
  // What was found is tried with one of its courses on another day, or with another one on its day.
  const mended = finalistsOf(found).flatMap(({ courses }) =>
    courses.flatMap((old, i) =>
      worth
        .filter((one) => one !== old && (one.start === old.start || one.treatment === old.treatment))
        .map((one) => inTurn(courses.with(i, one)))
        .filter(isNew),
    ),
  )
  for (const [i, courses] of mended.entries()) {
    if (fits(courses)) {
      tried += 1
      found.push(lean(field.run(courses, nothing, courses[0])))
    }
    yield { tried, share: 1 - LAST_ROUND * (1 - (i + 1) / mended.length) }
  }
  return finalistsOf(found)
}
/** Courses in the order of their days. */
const inTurn = (courses: readonly Candidate[]): readonly Candidate[] =>
  courses.toSorted((a, b) => (a.start < b.start ? -1 : a.start > b.start ? 1 : 0))
/** Plans that are run once more, on runs of their own: those that did best by luck alone fall back there. */
const FINALISTS = 3
function finalistsOf(nodes: readonly Node[]): readonly Node[] {
  const chosen = new Set<Node>()
  for (const some of [nodes, nodes.filter((n) => !isSynthetic(n.courses))]) {
    const byVisits = new Map<number, Node[]>()
    for (const node of some) byVisits.set(node.visits, [...(byVisits.get(node.visits) ?? []), node])
    let [most, least] = [-1, Infinity]
    for (const [, of] of [...byVisits].toSorted(([a], [b]) => a - b)) {
      const best = of.toSorted((a, b) => (better(a, b) ? -1 : 1)).slice(0, FINALISTS)
      // More visits that do no better are no choice.
      const [keeps, over] = [Math.max(...of.map((n) => n.keeps)), Math.min(...of.map((n) => n.over))]
      if (keeps <= most && over >= least) continue
      most = Math.max(most, keeps)
      least = Math.min(least, over)
      for (const node of best) chosen.add(node)
    }
  }
  return [...chosen]
}
/** A plan without where its runs stand: thousands of them are kept until the end. */
const lean = (node: Node): Node => ({ ...node, kept: [], overs: [] })

/** Of each number of visits the best plan, where it is better than all with fewer: of all, and of those without synthetics. */
export function frontOf(nodes: readonly Node[]): readonly Node[] {
  const front = new Set<Node>()
  for (const some of [nodes, nodes.filter((n) => !isSynthetic(n.courses))]) {
    let best: Node | null = null
    const rising = some.toSorted((a, b) => a.visits - b.visits || (better(a, b) ? -1 : 1))
    for (const node of rising) {
      if (best && !better(node, best)) continue
      front.add(node)
      best = node
    }
  }
  return [...front]
}
