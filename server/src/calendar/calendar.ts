import ical, { ICalCalendarMethod } from 'ical-generator'
import { gatherSteps, yardState, type NextStep, type SettingsRecord, type YardRecord, type YardState } from '@thistle/core/holding'
import { addDays, laterOf, sayDay, sayWindow } from '@thistle/core/time'

const LAW = 'The label in your hand and local law decide.'

/**
 * What stands in one event, and names it for good: a job of one decision, however its day moves; the counts of a yard that are
 * due by the same day; the colonies of a yard that wait for the keeper.
 */
function nameOf({ yard }: YardState, step: NextStep): string {
  if (step.job && step.course) return `${yard.id}-${step.course.record.decisionId}-${step.job.job}-${step.job.n}`
  return step.kind === 'count' || step.kind === 'board' ? `${yard.id}-${step.kind}-${step.latest}` : `${yard.id}-${step.kind}`
}

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
  const states = yards.map((yard) => yardState(yard, settings))
  for (const { key, yard: state, step, lines } of gatherSteps(states, () => true, nameOf)) {
    const { yard } = state
    const day = laterOf(step.best, yard.today)
    const names = lines.map((l) => `${l.state.colony.placement.position} ${l.state.colony.name}`)
    const window = step.earliest === step.latest ? sayDay(step.best) : `${sayWindow(step.earliest, step.latest)}, best ${sayDay(step.best)}`
    calendar.createEvent({
      id: `${key}@round-thistle.invalid`,
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
