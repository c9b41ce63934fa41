import { driftingWithin, todayOfYards, type SettingsRecord, type TodayJob, type YardState } from '../holding/index.ts'
import { addDays, type Day } from '../time/index.ts'
import { atOnce, type InSteps } from '../turns/index.ts'
import { drawing, type Round } from './draw.ts'
import { fromTo, aDay, aLongDay } from '../words/index.ts'

export interface DayLetter {
  readonly subject: string
  readonly text: string
}

/** Days ahead that a letter tells of. */
const AHEAD = 7
const LAW = 'The label in your hand and local law decide; ask your vet or inspector where they have the say.'

const sayJob = ({ step, yard, lines }: TodayJob): string => {
  const names = lines.map((l) => l.state.colony.name).join(', ')
  const what = step.kind === 'job' ? `${step.course?.treatment.name ?? ''}: ${step.text}` : step.text
  return `- ${yard.yard.name}: ${what} (${names})${step.due === 'overdue' ? `, since ${aDay(step.kind === 'count' ? step.best : step.latest, yard.yard.today)}` : step.earliest === step.latest ? '' : `, ${fromTo(step.earliest, step.latest)}`}`
}
const sayRound = (round: Round): string => {
  const hours = `${Math.floor(round.minutes / 60)} h ${String(round.minutes % 60).padStart(2, '0')}`
  const colonies = new Set(round.jobs.map((j) => j.colonyId)).size
  return `- ${aDay(round.day)}, ${round.yard}: ${round.jobs.length} ${round.jobs.length === 1 ? 'job' : 'jobs'} in ${colonies} ${colonies === 1 ? 'colony' : 'colonies'}, about ${hours}`
}
const part = (title: string, lines: readonly string[]): string[] => (lines.length === 0 ? [] : ['', title, ...lines])

/** The letter of a day: what the yards need in sentences, then what is overdue, due, and the rounds of the week. Null where nothing asks. */
export const dayLetter = (holding: string, yards: readonly YardState[], settings: SettingsRecord, today: Day, link: string): DayLetter | null =>
  atOnce(writing(holding, yards, settings, today, link))

/** The same in steps, a yard each, and those of the drawing. */
export function* writing(
  holding: string,
  yards: readonly YardState[],
  settings: SettingsRecord,
  today: Day,
  link: string,
): InSteps<unknown, DayLetter | null> {
  for (const yard of yards) {
    for (const step of yard.work) yield step()
    yield yard.sentence
    yield yard.ahead
  }
  const { overdue, due } = todayOfYards(yards)
  const rounds = (yield* drawing(yards, settings)).rounds.filter((r) => r.day <= addDays(today, AHEAD))
  const ahead = yards.flatMap((y) => (y.ahead ? [`- ${y.yard.name}: ${y.ahead}`] : []))
  const drifting = driftingWithin(yards, AHEAD).map(({ yard, state, drift }) => `- ${state.colony.name} (${yard.yard.name}): ${drift.text}.`)
  if (overdue.length + due.length + rounds.length + drifting.length === 0) return null
  const sentences = yards.filter((y) => y.row.length > 0).map((y) => y.sentence.map((p) => p.text).join(''))
  const count = (n: number, word: string) => (n === 0 ? [] : [`${n} ${word}`])
  const head = [...count(overdue.length, 'overdue'), ...count(due.length, 'due')].join(', ')
  return {
    subject: `${holding}, ${aDay(today)}: ${head || `${rounds.length} ${rounds.length === 1 ? 'round' : 'rounds'} this week`}`,
    text: [
      `${aLongDay(today)}, ${holding}`,
      '',
      ...sentences,
      ...part('Overdue', overdue.map(sayJob)),
      ...part('Due now', due.map(sayJob)),
      ...part('Rounds of the next seven days', rounds.map(sayRound)),
      ...part('Drifting towards the limit', drifting),
      ...part('Last starts', ahead),
      '',
      LAW,
      '',
      `Today in Round Thistle: ${link}`,
      'You asked for this letter; under You it is moved to another hour or stopped.',
    ].join('\n'),
  }
}
