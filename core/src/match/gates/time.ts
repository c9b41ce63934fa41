import { addDays, daysBetween, laterOf, sayDay, sayDays } from '../../time/index.ts'
import { courseSpan, patternOf } from '../../treatments/index.ts'
import type { Gate, Level } from '../finding.ts'

const SOURCE = 'your own last opening day'

/** Gate 6: is there time, before the hive is closed for winter, to treat, take out and count again? */
export const time: Gate = (option, s) => {
  const last = s.lastOpening
  if (last === null) {
    return [{ gate: 'time', level: 'fits', source: SOURCE, text: () => 'No last opening day is set, so none is expected.', flip: () => null }]
  }
  const pattern = patternOf(option, s.colony.brood)
  const span = courseSpan(option, s.colony.brood, s.rules[option.key])
  const mustOpen = pattern.steps.some((step) => step.opensHive && (step.job === 'dose' || step.job === 'remove'))
  const recount = pattern.steps.find((step) => step.job === 'recount')
  const opened = mustOpen
    ? Math.max(
        ...pattern.steps
          .filter((step) => step.opensHive && (step.job === 'dose' || step.job === 'remove'))
          .map((step) => (step.job === 'remove' ? span.least : 0)),
      )
    : 0
  const lastWork = addDays(s.startOn, opened)
  const dated = recount?.dated === 'recount-by'
  const afterRemoval = recount && recount.after !== 'start' && recount.after.job === 'remove'
  const firstRecount = dated
    ? laterOf(s.startOn, s.judgement.recountBy)
    : recount
      ? addDays(s.startOn, (afterRemoval ? span.least : lastDoseDay(pattern.steps, recount.after)) + recount.earliest)
      : s.startOn
  const finding = (level: Level, text: string, room: number, flip: string) => [
    {
      gate: 'time' as const,
      level,
      figure: `${Math.abs(room)} d`,
      limit: sayDay(last, s.startOn),
      source: SOURCE,
      text: () => text,
      flip: () => flip,
    },
  ]
  if (mustOpen && lastWork > last) {
    const latestStart = addDays(last, -opened)
    return finding(
      'ruled-out',
      `It needs the hive open on ${sayDay(lastWork, s.startOn)}, ${sayDays(daysBetween(last, lastWork))} after your last opening day, ${sayDay(last, s.startOn)}.`,
      daysBetween(last, lastWork),
      `The last sensible start was ${sayDay(latestStart, s.startOn)}; it fits if the hive can be opened until ${sayDay(lastWork, s.startOn)}.`,
    )
  }
  if (recount && firstRecount > last) {
    return finding(
      'care',
      `The count after it would fall on ${sayDay(firstRecount, s.startOn)}, after your last opening day, ${sayDay(last, s.startOn)}: count the fall on a board instead.`,
      daysBetween(last, firstRecount),
      `Fits started by ${sayDay(addDays(s.startOn, -daysBetween(last, firstRecount)), s.startOn)}.`,
    )
  }
  const needed = recount ? firstRecount : lastWork
  const room = daysBetween(needed, last)
  return finding(
    'fits',
    `${dated ? 'The next count falls on' : 'Over and counted again from'} ${sayDay(needed, s.startOn)}; the hive can be opened until ${sayDay(last, s.startOn)}.`,
    room,
    `The last start with the count after it is ${sayDay(addDays(s.startOn, room), s.startOn)}.`,
  )
}

/** Day of the job that the recount hangs on, at the planned pace. */
function lastDoseDay(steps: ReturnType<typeof patternOf>['steps'], after: (typeof steps)[number]['after']): number {
  if (after === 'start') return 0
  const step = steps.find((x) => x.job === after.job && x.n === after.n)
  return step ? step.best + lastDoseDay(steps, step.after) : 0
}
