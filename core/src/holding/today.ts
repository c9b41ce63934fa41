import { addDays, type Day } from '../time/index.ts'
import type { ColonyState, NextStep } from './colony-state.ts'
import type { YardState } from './yard-state.ts'

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
    step.kind === 'count' && step.due === 'coming' ? '' : step.latest,
  ].join('|')

/** Everything the yards ask for: overdue, due, and coming within three weeks; alike jobs at a yard on one line. */
export function todayOfYards(yards: readonly YardState[]): TodayList {
  const lists: Record<'overdue' | 'due' | 'coming', Map<string, TodayJob>> = { overdue: new Map(), due: new Map(), coming: new Map() }
  for (const yard of yards) {
    const until: Day = addDays(yard.yard.today, AHEAD)
    for (const state of yard.row) {
      for (const step of state.steps) {
        if (step.due === 'settled' || (step.due === 'coming' && step.earliest > until)) continue
        const key = sameLine(yard, step)
        const known = lists[step.due].get(key)
        lists[step.due].set(key, {
          key,
          yard,
          step: known && known.step.best < step.best ? known.step : step,
          lines: [...(known?.lines ?? []), { state, step }],
        })
      }
    }
  }
  const inOrder = (list: Map<string, TodayJob>) => [...list.values()].toSorted((a, b) => a.step.best.localeCompare(b.step.best))
  const alarmFirst = (list: TodayJob[]) => list.toSorted((a, b) => Number(b.step.tone === 'alarm') - Number(a.step.tone === 'alarm'))
  return { overdue: inOrder(lists.overdue), due: alarmFirst(inOrder(lists.due)), coming: inOrder(lists.coming) }
}
