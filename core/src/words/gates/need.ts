import type { Day } from '../../time/index.ts'
import { sayDays } from '../../time/index.ts'
import { plain, plural } from '../../units/index.ts'
import { aDay } from '../notation.ts'
import { speaker } from '../speaker.ts'
import { sayLevel } from './levels.ts'

interface Level {
  readonly estimate: number
  readonly unit: 'per100' | 'perDay' | 'per100cells'
  readonly threshold: number
}
const against = ({ estimate, unit, threshold }: Level): string =>
  `${estimate.toFixed(1)} ${unit === 'perDay' ? 'mites a day' : 'in 100'} against a limit of ${plain(threshold, 2)}`
const share = (x: number): string => plain(x * 100, 0)

/** Gate 1: does the count call for it? */
export const NEED = speaker('need', {
  staleCount: (v: { judged: string; dormant: boolean }) => `${v.judged} ${v.dormant ? 'Read a board first.' : 'Count again first.'}`,
  noCount: () => 'No count, so nobody can say it is needed: count first.',
  noCountToWaitOn: () => 'No count yet: waiting without one is guessing. Count now.',
  mayWait: (v: Level & { until: Day }) => `${against(v)}: it can be left until ${aDay(v.until)}, and counted again by then.`,
  waitingLoses: (v: Level) => `${against(v)}: waiting would lose the colony.`,
  waitingDoubles: (v: Level) => `${against(v)}: waiting lets them double in about a month.`,
  waitingFeeds: (v: Level) => `${against(v)}: they do not breed without brood, but live on the bees that carry the colony through.`,
  notYet: (v: Level & { sure: boolean }) => `${against(v)}: not needed yet${v.sure ? '' : ', though the count cannot rule out more'}.`,
  overBefore: (v: Level & { names: readonly string[]; end: Day; p05: number; p95: number }) =>
    `${against(v)}, but before what was given since (${v.names.join(' and ')}, to ${aDay(v.end)}): likely ${v.p05.toFixed(1)} to ${v.p95.toFixed(1)} in 100 now. Count before anything more is given.`,
  countNow: () => 'A count is what it needs now: what was given since the last one has ended.',
  brakeInDanger: (v: Level) => `${against(v)}: in danger, and this is a brake, not a cure.`,
  brake: (v: Level) => `${against(v)}: a brake, not a cure: something that kills is needed as well.`,
  breakInDanger: (v: Level) => `${against(v)}: in danger, and a break kills nothing for three weeks.`,
  danger: (v: Level & { queens: boolean }) =>
    `${against(v)}: in danger, act now${v.queens ? '. A queen lost can be mended, a colony lost cannot' : ''}.`,
  needed: (v: Level) => `${against(v)}: treatment is needed.`,
  leavesTooMany: (v: { low: number; high: number; because: readonly string[]; left: number; threshold: number; atBest: boolean }) =>
    `It takes ${share(v.low)} to ${share(v.high)} % here (${v.because.join('; ')}): ${
      v.atBest
        ? `even at its best, of today’s mites about ${plain(v.left)} in 100 bees would be left, over the limit of ${plain(v.threshold, 2)}. It cannot do it alone`
        : `of today’s mites about ${plain(v.left)} in 100 bees would likely be left, over the limit of ${plain(v.threshold, 2)}`
    }.`,
  influx: (v: { low: number; from: Day; high: number; to: Day; asOf: Day }) =>
    `From ${v.low.toFixed(1)} on ${aDay(v.from, v.asOf)} to ${v.high.toFixed(1)} in 100 on ${aDay(v.to, v.asOf)}, after a course: faster than mites breed, so they came from outside. Look for a colony that collapses nearby, and narrow the entrance against robbing.`,
  trend: (v: { trend: string }) => v.trend,
  old: (v: { days: number }) => `The count is ${sayDays(v.days)} old: the level will have moved.`,
  nothingElse: () => 'Nothing else can be started on this day, so watch it closely.',
  boardSettles: () => 'A board over three to seven days may change it.',
  washSettles: () => 'A wash of about 300 bees may change it.',
  freshWash: () => 'A fresh wash may change it.',
  betterSample: () => 'A sample from a colony with brood and a laying queen would be.',
  byCount: (v: { level: Parameters<typeof sayLevel>[0]; mites: number; of: number; what: 'bees' | 'cells'; up: boolean }) =>
    `${sayLevel(v.level)} ${v.up ? `from ${plural(v.mites, 'mite')} on ${v.of} ${v.what} up` : `at ${plural(v.mites, 'mite')} on ${v.of} ${v.what} or fewer`}.`,
  noOtherCount: () => 'No other count in the same jar would change it.',
  under: (v: { level: number }) => `Under ${plain(v.level)} it could.`,
})
