import ical, { ICalCalendarMethod } from 'ical-generator'
import { todayOfYards, yardState, type NextStep, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { addDays, laterOf, sayDay, sayWindow } from '@thistle/core/time'

const WORDS: Record<NextStep['kind'], string> = { job: 'job', choose: 'choose', count: 'count', queen: 'queen' }
const LAW = 'The label in your hand and local law decide.'

/** What names an event for good: the course and its job, or the colony and what it waits for. */
function uidOf(yardId: string, lines: readonly { colonyId: string; step: NextStep }[]): string {
  const [first] = lines
  const step = first?.step
  const job = step?.job ? `${step.course?.record.decisionId}-${step.job.job}-${step.job.n}` : `${first?.colonyId}-${step ? WORDS[step.kind] : ''}`
  return `${yardId.slice(0, 8)}-${job}@round-thistle.invalid`
}

/**
 * The open jobs as iCalendar (RFC 5545): an all-day event on the best day of each (today where that has passed), with its
 * window in the text, alike jobs of a yard in one event. The same job keeps its UID however its day moves.
 */
export function calendarOf(holding: string, yards: readonly YardRecord[], settings: SettingsRecord, sequence: number, at: Date): string {
  const states = yards.map((yard) => yardState(yard, settings))
  const { overdue, due, coming } = todayOfYards(states)
  const calendar = ical({
    name: `${holding}: open jobs`,
    prodId: { company: 'Round Thistle', product: 'open jobs' },
    method: ICalCalendarMethod.PUBLISH,
  })
  for (const job of [...overdue, ...due, ...coming]) {
    const { step, yard } = job
    const today = yard.yard.today
    const day = laterOf(step.best, today)
    const names = job.lines.map((l) => `${l.state.colony.placement.position} ${l.state.colony.name}`)
    const window = step.earliest === step.latest ? sayDay(step.best) : `${sayWindow(step.earliest, step.latest)}, best ${sayDay(step.best)}`
    calendar.createEvent({
      id: uidOf(
        yard.yard.id,
        job.lines.map((l) => ({ colonyId: l.state.colony.id, step: l.step })),
      ),
      sequence,
      stamp: at,
      start: new Date(`${day}T00:00:00Z`),
      end: new Date(`${addDays(day, 1)}T00:00:00Z`),
      timezone: 'UTC',
      allDay: true,
      summary: `${yard.yard.name}: ${step.text}${job.lines.length === 1 ? `, ${job.lines[0]?.state.colony.name}` : `, ${job.lines.length} colonies`}`,
      location: yard.yard.name,
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
