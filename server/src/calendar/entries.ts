import { createHash } from 'node:crypto'
import { gatherSteps, type NextStep, type YardState } from '@thistle/core/holding'
import { laterOf, sayDay, sayWindow, type Day } from '@thistle/core/time'

const LAW = 'The label in your hand and local law decide.'

/** What stands in one all-day event. */
export interface Entry {
  readonly uid: string
  readonly day: Day
  /** Days on which it rings, in the yard's own time zone: on its day, and on the last day of its window where that is another. */
  readonly rings: readonly Day[]
  readonly timeZone: string
  readonly summary: string
  readonly location: string
  readonly description: string
  readonly done: boolean
}

/**
 * What names an event for good: a job of one decision, however its day moves; the counts of a yard that are due by the same day; the
 * colonies of a yard that wait for the keeper.
 */
function nameOf({ yard }: YardState, step: NextStep): string {
  if (step.job && step.course) return `${yard.id}-${step.course.record.decisionId}-${step.job.job}-${step.job.n}`
  return step.kind === 'count' || step.kind === 'board' ? `${yard.id}-${step.kind}-${step.latest}` : `${yard.id}-${step.kind}`
}
const uidOf = (name: string): string => `${name}@round-thistle.invalid`

const capital = (text: string) => text.replace(/^./, (c) => c.toUpperCase())

/** Open jobs, alike jobs of a yard in one: on the day set for it, else its best day, today where that has passed. */
function openEntries(states: readonly YardState[]): Entry[] {
  return gatherSteps(states, () => true, nameOf).map(({ key, yard: state, step, lines }): Entry => {
    const { yard } = state
    const names = lines.map((l) => `${l.state.colony.placement.position} ${l.state.colony.name}`)
    const day = laterOf(step.setFor ?? step.best, yard.today)
    const window = step.earliest === step.latest ? sayDay(step.best) : `${sayWindow(step.earliest, step.latest)}, best ${sayDay(step.best)}`
    return {
      uid: uidOf(key),
      day,
      rings: step.latest > day ? [day, step.latest] : [day],
      timeZone: yard.timeZone,
      summary: `${yard.name}: ${step.text}${lines.length === 1 ? `, ${lines[0]?.state.colony.name}` : `, ${lines.length} colonies`}`,
      location: yard.name,
      description: [
        step.due === 'overdue' ? `Overdue: its window was ${window}.` : `Window: ${window}.`,
        ...(step.setFor ? [`Set for ${sayDay(step.setFor)} by you.`] : []),
        `Colonies: ${names.join(', ')}.`,
        ...(step.course?.treatment.caution ? [`${step.course.treatment.caution.hazard} ${step.course.treatment.caution.protection}`] : []),
        LAW,
      ].join('\n'),
      done: false,
    }
  })
}

/** Jobs that are done, by the name they had while they were open: on the last actual day of all colonies. */
function doneEntries(states: readonly YardState[]): Entry[] {
  const found = new Map<string, Entry & { readonly names: readonly string[] }>()
  for (const { yard, row } of states)
    for (const { colony, courses } of row)
      for (const { record, course, treatment, cancelled } of courses)
        for (const job of cancelled ? [] : course.jobs) {
          if (job.state !== 'done' || job.doneOn === null) continue
          const uid = uidOf(`${yard.id}-${record.decisionId}-${job.job}-${job.n}`)
          const names = [...(found.get(uid)?.names ?? []), `${colony.placement.position} ${colony.name}`]
          found.set(uid, {
            uid,
            day: laterOf(found.get(uid)?.day ?? job.doneOn, job.doneOn),
            rings: [],
            timeZone: yard.timeZone,
            summary: `Done: ${yard.name}, ${treatment.name}: ${capital(job.job === 'recount' ? 'counted again' : job.text)}`,
            location: yard.name,
            description: `Done in ${names.join(', ')}.`,
            done: true,
            names,
          })
        }
  return [...found.values()]
}

/** Every event of the yards: what is open, and what was done under a name that is no longer open. */
export function entriesOf(states: readonly YardState[]): Entry[] {
  const open = openEntries(states)
  const taken = new Set(open.map((e) => e.uid))
  return [...open, ...doneEntries(states).filter((e) => !taken.has(e.uid))]
}

/** Changes exactly where what is shown changes. */
export const markOf = ({ day, summary, description }: Entry): string =>
  createHash('sha256').update([day, summary, description].join('\n')).digest('hex')
