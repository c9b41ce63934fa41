import type { Drift } from '../judge/index.ts'
import { addDays, type Day } from '../time/index.ts'
import type { ColonyState, NextStep } from './colony-state.ts'
import type { YardState } from './yard-state.ts'
import { fill } from '../words/index.ts'

/** A line of Today: one thing to do at one yard, for one or more colonies. */
export interface TodayJob {
  readonly key: string
  readonly yard: YardState
  readonly lines: readonly { readonly state: ColonyState; readonly step: NextStep }[]
  readonly step: NextStep
}
export interface TodayList {
  readonly overdue: readonly TodayJob[]
  readonly due: readonly TodayJob[]
  readonly coming: readonly TodayJob[]
}

/** How far ahead "coming" looks. */
const AHEAD = 21

/** What the jobs of several colonies must share to stand on one line. */
const sameLine = (yard: YardState, step: NextStep): string =>
  [
    yard.yard.id,
    step.due,
    step.kind,
    step.course?.treatment.key ?? '',
    step.job?.job ?? '',
    step.job?.n ?? '',
    step.kind === 'count' ? '' : step.latest,
  ].join('|')

/** The words of a job for all colonies of a line: where their doses differ, each has its own. */
export function sharedText({ step, lines }: TodayJob): string {
  const text = step.job?.text ?? ''
  return lines.every((l) => l.step.job?.text === text) ? text : fill(step.job?.wording ?? text, { dose: 'to each its own dose' })
}

/** Collects steps onto lines: those of one key share a line, of which the most pressing step speaks. By their best day. */
export function gatherSteps(
  yards: readonly YardState[],
  wanted: (step: NextStep, yard: YardState) => boolean,
  keyOf: (yard: YardState, step: NextStep) => string = sameLine,
): TodayJob[] {
  const lines = new Map<string, { key: string; yard: YardState; step: NextStep; lines: { state: ColonyState; step: NextStep }[] }>()
  for (const yard of yards) {
    for (const state of yard.row) {
      for (const step of state.steps) {
        if (!wanted(step, yard)) continue
        const key = keyOf(yard, step)
        const known = lines.get(key)
        if (!known) lines.set(key, { key, yard, step, lines: [{ state, step }] })
        else {
          if (step.best <= known.step.best) known.step = step
          known.lines.push({ state, step })
        }
      }
    }
  }
  return [...lines.values()].toSorted(byBest)
}
const byBest = (a: TodayJob, b: TodayJob): number => a.step.best.localeCompare(b.step.best)

/** Colonies under their limit that are likely to reach it within so many days, the nearest first. */
export function driftingWithin(yards: readonly YardState[], days: number): { yard: YardState; state: ColonyState; drift: Drift }[] {
  return yards
    .flatMap((yard) =>
      yard.row.flatMap((state) => (state.drift && state.drift.likely <= addDays(yard.yard.today, days) ? [{ yard, state, drift: state.drift }] : [])),
    )
    .toSorted((a, b) => a.drift.likely.localeCompare(b.drift.likely))
}

const lists = new WeakMap<YardState, TodayList>()
/** What one yard asks for. */
function listOf(yard: YardState): TodayList {
  const known = lists.get(yard)
  if (known) return known
  const of = (wanted: (step: NextStep) => boolean): readonly TodayJob[] => gatherSteps([yard], wanted)
  const until = addDays(yard.yard.today, AHEAD)
  const list = {
    overdue: of((s) => s.due === 'overdue'),
    due: of((s) => s.due === 'due'),
    coming: of((s) => s.due === 'coming' && s.earliest <= until),
  }
  lists.set(yard, list)
  return list
}
/** Everything the yards ask for: overdue, due, and coming within three weeks; alike jobs at a yard on one line. */
export function todayOfYards(yards: readonly YardState[]): TodayList {
  const all = (which: keyof TodayList): TodayJob[] => yards.flatMap((yard) => listOf(yard)[which]).toSorted(byBest)
  return {
    // What is late in a hive comes before a count that is.
    overdue: all('overdue').toSorted((a, b) => Number(a.step.kind === 'count') - Number(b.step.kind === 'count')),
    due: all('due').toSorted((a, b) => Number(b.step.tone === 'alarm') - Number(a.step.tone === 'alarm')),
    coming: all('coming'),
  }
}

/** Whether a step could be done on a day: its window holds it, or it is late already, or it waits only for the keeper. */
function openOn(step: NextStep, day: Day): boolean {
  const waits = step.due === 'overdue' || step.kind === 'choose' || step.kind === 'queen'
  return step.earliest <= day && (waits || day <= step.latest)
}

/** What a colony asks for on another day. */
export const stepsOn = (state: ColonyState, day: Day): NextStep[] => state.steps.filter((s) => openOn(s, day))

/** What could be done on a day. */
export const jobsOn = (yards: readonly YardState[], day: Day): TodayJob[] => gatherSteps(yards, (s) => openOn(s, day))
