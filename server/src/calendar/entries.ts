import { capital } from '@thistle/core/units'
import { createHash } from 'node:crypto'
import { planCourse } from '@thistle/core/course'
import type { ColonyState, NextStep, YardState } from '@thistle/core/holding'
import { addDays, laterOf, type Day } from '@thistle/core/time'
import { fromTo, aDay } from '@thistle/core/words'

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
function nameOf({ yard }: YardState, step: NextStep, days: Fixed): string {
  if (step.job && step.course) return `${yard.id}-${step.course.record.decisionId}-${step.job.job}-${step.job.n}`
  return step.kind === 'count' || step.kind === 'board' ? `${yard.id}-${step.kind}-${days.latest}` : `${yard.id}-${step.kind}`
}
const uidOf = (name: string): string => `${name}@round-thistle.invalid`

interface Fixed {
  readonly earliest: Day
  readonly best: Day
  readonly latest: Day
  /** The day the keeper set for it, also where it has gone by. */
  readonly setFor?: Day | null
}
const on = (day: Day): Fixed => ({ earliest: day, best: day, latest: day })

/**
 * The days of a step by the keeper's own facts alone, so that an event stays where it is while nothing is entered: a job counts from what
 * was done, and else from what was planned, however late that is. Null for what stands on no fact but today.
 */
function fixedDays({ colony, judgement }: ColonyState, step: NextStep): Fixed | null {
  const { course, job } = step
  if (job && course) {
    if (job.job === 'lift' || job.job === 'lay-again') return job
    const { plan, happened } = course
    return planCourse({ ...plan, weather: [] }, happened, plan.start).jobs.find((j) => j.job === job.job && j.n === job.n) ?? job
  }
  switch (step.kind) {
    case 'board':
      return step
    case 'count':
      return judgement.recountDue === null
        ? null
        : { earliest: addDays(judgement.recountDue, -7), best: judgement.recountDue, latest: judgement.recountDue }
    case 'choose':
      return judgement.countedOn === null ? null : on(judgement.countedOn)
    case 'queen':
      return colony.look ? on(colony.look.onDay) : null
    default:
      return null
  }
}

/** Open jobs, alike jobs of a yard in one: on the day set for it, else its best day, whether that has passed or not. */
function openEntries(states: readonly YardState[]): Entry[] {
  const found = new Map<string, { yard: YardState; lines: { state: ColonyState; step: NextStep; days: Fixed }[] }>()
  for (const yard of states)
    for (const state of yard.row)
      for (const step of state.steps) {
        const days = fixedDays(state, step)
        if (!days) continue
        const key = nameOf(yard, step, days)
        const known = found.get(key)
        if (known) known.lines.push({ state, step, days })
        else found.set(key, { yard, lines: [{ state, step, days }] })
      }
  return [...found].flatMap(
    ([
      key,
      {
        yard: { yard },
        lines,
      },
    ]): Entry[] => {
      const [first] = lines.toSorted((a, b) => a.days.best.localeCompare(b.days.best))
      if (!first) return []
      const { step, days } = first
      const names = lines.map((l) => `${l.state.colony.placement.position} ${l.state.colony.name}`)
      const setFor = days.setFor ?? null
      const day = setFor ?? days.best
      const window = days.earliest === days.latest ? aDay(days.best) : `${fromTo(days.earliest, days.latest)}, best ${aDay(days.best)}`
      return [
        {
          uid: uidOf(key),
          day,
          rings: days.latest > day ? [day, days.latest] : [day],
          timeZone: yard.timeZone,
          summary: `${yard.name}: ${step.name}${lines.length === 1 ? `, ${first.state.colony.name}` : `, ${lines.length} colonies`}`,
          location: yard.name,
          description: [
            `Window: ${window}.`,
            ...(setFor ? [`Set for ${aDay(setFor)} by you.`] : []),
            `Colonies: ${names.join(', ')}.`,
            ...(step.course?.treatment.caution ? [`${step.course.treatment.caution.hazard} ${step.course.treatment.caution.protection}`] : []),
            LAW,
          ].join('\n'),
          done: false,
        },
      ]
    },
  )
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
