import ical, { ICalCalendarMethod } from 'ical-generator'
import { yardState, type ColonyState, type NextStep, type SettingsRecord, type YardRecord, type YardState } from '@thistle/core/holding'
import { addDays, laterOf, sayDay, sayWindow } from '@thistle/core/time'

const LAW = 'The label in your hand and local law decide.'

interface Line {
  readonly state: ColonyState
  readonly step: NextStep
}
/**
 * What stands in one event, and names it for good: a job of one decision, however its day moves; the counts of a yard that are
 * due by the same day; the colonies of a yard that wait for the keeper.
 */
function nameOf({ step }: Line): string {
  if (step.job && step.course) return `${step.course.record.decisionId}-${step.job.job}-${step.job.n}`
  return step.kind === 'count' ? `count-${step.latest}` : step.kind
}
function gather({ row }: YardState): Map<string, Line[]> {
  const found = new Map<string, Line[]>()
  for (const state of row) {
    for (const step of state.steps) {
      const name = nameOf({ state, step })
      found.set(name, [...(found.get(name) ?? []), { state, step }])
    }
  }
  return found
}
/** The most pressing line speaks for the event. */
const firstOf = (lines: readonly Line[]): Line => lines.reduce((first, l) => (l.step.best < first.step.best ? l : first))

/**
 * The open jobs as iCalendar (RFC 5545): an all-day event on the best day of each (today where that has passed), with its
 * window in the text, alike jobs of a yard in one event. The same job keeps its UID however its day moves.
 */
export function calendarOf(holding: string, yards: readonly YardRecord[], settings: SettingsRecord, sequence: number, at: Date): string {
  const calendar = ical({
    name: `${holding}: open jobs`,
    prodId: { company: 'Round Thistle', product: 'open jobs' },
    method: ICalCalendarMethod.PUBLISH,
  })
  for (const { state, name, lines } of yards
    .map((yard) => yardState(yard, settings))
    .flatMap((state) => [...gather(state)].map(([name, lines]) => ({ state, name, lines })))
    .toSorted((a, b) => firstOf(a.lines).step.best.localeCompare(firstOf(b.lines).step.best))) {
    const { yard } = state
    const { step } = firstOf(lines)
    const day = laterOf(step.best, yard.today)
    const names = lines.map((l) => `${l.state.colony.placement.position} ${l.state.colony.name}`)
    const window = step.earliest === step.latest ? sayDay(step.best) : `${sayWindow(step.earliest, step.latest)}, best ${sayDay(step.best)}`
    calendar.createEvent({
      id: `${yard.id}-${name}@round-thistle.invalid`,
      sequence,
      stamp: at,
      start: new Date(`${day}T00:00:00Z`),
      end: new Date(`${addDays(day, 1)}T00:00:00Z`),
      timezone: 'UTC',
      allDay: true,
      summary: `${yard.name}: ${step.text}${lines.length === 1 ? `, ${lines[0]?.state.colony.name}` : `, ${lines.length} colonies`}`,
      location: yard.name,
      description: [
        step.due === 'overdue' ? `Overdue: its window was ${window}.` : `Window: ${window}.`,
        `Colonies: ${names.join(', ')}.`,
        ...(step.course?.treatment.caution ? [`${step.course.treatment.caution.hazard} ${step.course.treatment.caution.protection}`] : []),
        LAW,
      ].join('\n'),
    })
  }
  return calendar.toString()
}
