import { gearOf, minutesOf } from '../course/index.ts'
import { USUAL_WORK, type SettingsRecord, type YardState } from '../holding/index.ts'
import type { Tool } from '../situation/index.ts'
import { addDays, type Day } from '../time/index.ts'

/** A tool as it stands: whether it is owned, what uses it next, and what its dates and hours say. */
export interface ToolState {
  readonly tool: Tool
  readonly owned: boolean
  /** Open jobs of the coming weeks that take it. */
  readonly jobs: number
  readonly nextOn: Day | null
  /** Hours worn since it was new, as far as they are written down and by what was ticked; null where nobody knows when that was. */
  readonly hours: number | null
  readonly mostHours: number | null
  /** Past the date that is printed on it, or over its hours: not to be relied on. */
  readonly over: 'date' | 'hours' | null
  /** The printed date falls before its next use. */
  readonly before: Day | null
}

/** Weeks ahead that are looked at. */
const WEEKS = 8

/** The keeper's tools, held against what is planned; hours by the minutes of the jobs that were ticked since each was new. */
export function gearState(
  tools: readonly Tool[],
  yards: readonly YardState[],
  settings: Pick<SettingsRecord, 'kit' | 'gear' | 'work'>,
  today: Day,
): ToolState[] {
  const through = addDays(today, WEEKS * 7)
  const vaporisers = (settings.work ?? USUAL_WORK).vaporisers
  const done: { tool: Tool; on: Day; minutes: number }[] = []
  const open: { tool: Tool; on: Day }[] = []
  for (const { row } of yards)
    for (const { courses } of row)
      for (const { course, treatment, cancelled } of courses)
        for (const job of course.jobs)
          for (const tool of gearOf(treatment, job)) {
            if (job.doneOn) done.push({ tool, on: job.doneOn, minutes: minutesOf(treatment, job, vaporisers) })
            else if (job.state === 'open' && !cancelled && job.best <= through) open.push({ tool, on: job.setFor ?? job.best })
          }
  return tools.map((tool): ToolState => {
    const facts = settings.gear?.[tool]
    const since = facts?.since ?? null
    const worn = since === null ? 0 : done.filter((d) => d.tool === tool && d.on >= since).reduce((sum, d) => sum + d.minutes, 0) / 60
    const hours = since === null && facts?.hours == null ? null : (facts?.hours ?? 0) + worn
    const mostHours = facts?.mostHours ?? null
    const uses = open.filter((o) => o.tool === tool || (tool === 'acid-gloves' && o.tool === 'gloves' && !settings.kit.includes('gloves')))
    const nextOn = uses.map((u) => u.on).toSorted()[0] ?? null
    const until = facts?.until ?? null
    return {
      tool,
      owned: settings.kit.includes(tool),
      jobs: uses.length,
      nextOn,
      hours,
      mostHours,
      over: until !== null && until < today ? 'date' : hours !== null && mostHours !== null && hours > mostHours ? 'hours' : null,
      before: until !== null && nextOn !== null && until >= today && until < nextOn ? until : null,
    }
  })
}
