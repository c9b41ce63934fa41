/** What a line of Today says. */
import { isCounted } from '@thistle/core/course'
import { sharedText, type TodayJob } from '@thistle/core/holding'
import { sayDay, sayWindow } from '../../look/dates.ts'
import { capital } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'

export function whatOf(line: TodayJob): string {
  const holding = useHolding()
  const { step } = line
  if (step.kind === 'choose') return 'Choose a treatment'
  if (step.kind === 'queen') return 'Settle the queen'
  if (step.kind === 'gone') return 'Take it out of the row'
  if (step.kind === 'left' || step.kind === 'board') return capital(holding.say(step.text))
  if (step.kind === 'count') return step.due === 'coming' ? 'Count again' : capital(step.name)
  return holding.say(capital(sharedText(line)))
}
export function whenOf(line: TodayJob): string {
  const { step } = line
  if (step.kind === 'choose' || step.kind === 'queen' || step.kind === 'gone' || step.kind === 'left') return 'today'
  if (step.setFor) return `set for ${sayDay(step.setFor)}`
  // A count has its day, and some days' grace after it.
  if (step.kind === 'count') return `${step.due === 'overdue' ? 'since' : 'by'} ${sayDay(step.best)}`
  if (step.due === 'overdue') return `since ${sayDay(step.latest)}`
  const earliest = line.lines.map((l) => l.step.earliest).toSorted()[0]
  const latest = line.lines
    .map((l) => l.step.latest)
    .toSorted()
    .at(-1)
  if (!earliest || !latest) return ''
  return earliest === latest ? sayDay(latest) : sayWindow(earliest, latest)
}
/** What it is called when many are folded: the job and its treatment, whatever the dose of each. */
export function nameOfFold(line: TodayJob): string {
  const { step } = line
  if (step.kind !== 'job') return whatOf(line)
  return `${capital(step.name)}${step.course ? `, ${step.course.treatment.name.toLowerCase()}` : ''}`
}
/** What is wrong with the very job of a line. */
export const warningsOf = (line: TodayJob) =>
  (line.step.course?.course.warnings ?? []).filter((w) => w.job === line.step.job?.job && w.n === line.step.job?.n)
export const whereOf = (line: TodayJob) => [line.yard.yard.name, line.step.course?.treatment.name].filter(Boolean).join(', ')
export const countable = (line: TodayJob) => line.step.kind === 'count' || line.step.kind === 'board' || isCounted(line.step.job?.job)
export const enterable = (line: TodayJob) => line.step.kind === 'job' && !isCounted(line.step.job?.job) && line.step.due !== 'coming'
