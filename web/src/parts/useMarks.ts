import { computed, type ComputedRef } from 'vue'
import type { YardState } from '@thistle/core/holding'
import type { Day } from '@thistle/core/time'

/** Jobs of some yards by the day on which they are best done; what is overdue stands on today. */
export function useMarks(yards: ComputedRef<readonly YardState[]>): ComputedRef<ReadonlyMap<Day, { count: number; alarm: boolean; text: string }>> {
  return computed(() => {
    const marks = new Map<Day, { count: number; alarm: boolean; text: string }>()
    for (const yard of yards.value) {
      for (const step of yard.row.flatMap((s) => s.steps)) {
        if (step.kind === 'choose' || step.kind === 'queen' || step.kind === 'gone' || step.kind === 'left') continue
        const wanted = step.setFor ?? step.best
        const day = (step.due === 'overdue' && step.setFor === null) || wanted < yard.yard.today ? yard.yard.today : wanted
        const known = marks.get(day)
        const count = (known?.count ?? 0) + 1
        marks.set(day, { count, alarm: (known?.alarm ?? false) || step.due === 'overdue', text: `${count} ${count === 1 ? 'job' : 'jobs'}` })
      }
    }
    return marks
  })
}
