import { shareOf, type Estimate } from '../count/index.ts'
import { ratioTaken, type Sampled } from '../review/index.ts'
import { addDays, daysBetween, laterOf, type Day } from '../time/index.ts'
import { plain, plural } from '../units/index.ts'
import { aDay } from '../words/index.ts'
import type { ColonyRecord } from './records.ts'
import type { CourseState } from './course-state.ts'

/** What fell on the board around a course: it speaks beside the jars, and where nothing is opened it is all there is. */
export interface Fell {
  /** Mites that fell while it worked, on so many days of board; null where none lay under it then. */
  readonly during: { readonly mites: number; readonly days: number } | null
  /** 1 minus the ratio of what falls a day by itself after it and before it; null where one of the two was not read. */
  readonly ratio: Estimate | null
  /** Mites a day afterwards; null where no board was read then. */
  readonly after: number | null
  readonly text: string
}

/** What a course kills falls for so long after it, days: from then on the board shows what is left (common practice, no source: about three weeks). */
const STILL_FALLS = 21
/** A board read longer before or after it says little of it, days (a guess). */
const TELLS = 28
/** From so much a day on, weeks after, some treat again in winter (common practice, no source). */
const ACT_AT = 1

interface Reading {
  readonly from: Day
  readonly to: Day
  readonly mites: number
  readonly days: number
  /** Days of a whole board that were counted: of one of which some squares were, fewer than it lay. */
  readonly exposure: number
}
const readings = (counts: ColonyRecord['counts']): Reading[] =>
  counts
    .filter((c) => c.method === 'board' && c.representative !== false)
    .map((c) => {
      const [mites, days] = [c.samples.reduce((sum, s) => sum + s.mites, 0), c.samples.reduce((sum, s) => sum + (s.days ?? 0), 0)]
      const exposure = c.samples.reduce((sum, s) => sum + (s.days ?? 0) * shareOf(s.squares ?? null), 0)
      return { from: addDays(c.onDay, -Math.round(days)), to: c.onDay, mites, days, exposure }
    })
    .filter((r) => r.exposure > 0)
    .toSorted((a, b) => a.to.localeCompare(b.to))
function all(some: readonly Reading[]): Sampled | null {
  const last = some.at(-1)
  return last ? { date: last.to, mites: some.reduce((sum, r) => sum + r.mites, 0), exposure: some.reduce((sum, r) => sum + r.exposure, 0) } : null
}
const aDayOf = ({ mites, exposure }: Sampled): string => plain(mites / exposure, mites / exposure < 9.95 ? 1 : 0)

/** What fell on the board before, during and after a course that was given; null where no board was read around it. */
export function fellAround(course: CourseState, { counts }: Pick<ColonyRecord, 'counts'>): Fell | null {
  if (!course.given) return null
  const start = course.startedOn
  const lastDose = course.course.jobs.reduce((last, j) => (j.job === 'dose' && j.doneOn ? laterOf(last, j.doneOn) : last), start)
  const over = addDays(laterOf(course.course.endedOn ?? lastDose, lastDose), STILL_FALLS)
  const boards = readings(counts)
  const before = all(boards.filter((r) => r.to <= start && daysBetween(r.to, start) <= TELLS).slice(-1))
  const lying = boards.filter((r) => r.from >= start && r.from < over && r.to > start)
  const [during, days] = [all(lying), lying.reduce((sum, r) => sum + r.days, 0)]
  // Of boards of which some squares were counted, as many as on the whole of them.
  const fell = during ? Math.round(during.mites * (days / during.exposure)) : 0
  const after = all(boards.filter((r) => r.from >= over && daysBetween(over, r.from) <= TELLS))
  if (!during && !after) return null
  const ratio = before && after ? ratioTaken({ before, after }) : null
  const fewer = (x: number) => `${plain(Math.abs(x) * 100, 0)} % ${x < 0 ? 'more' : 'fewer'}`
  const says = [
    ...(during
      ? [`${during.exposure < days ? 'About ' : ''}${plural(fell, 'mite')} fell on the board in ${plural(Math.round(days), 'day')} while it worked.`]
      : []),
    ...(after
      ? [
          `${aDayOf(after)} a day fell by ${aDay(after.date, start)}, when what it killed should be down${before ? `, ${aDayOf(before)} a day before it` : ''}.`,
        ]
      : []),
    ...(ratio
      ? [`By the board alone ${fewer(ratio.estimate)} (likely ${fewer(ratio.low)} to ${fewer(ratio.high)}), the season not allowed for.`]
      : []),
    ...(during && !after ? [`How much was left the board tells from about ${aDay(over, start)}.`] : []),
    ...(after && !ratio && after.mites / after.exposure >= ACT_AT
      ? [`Some treat again in winter where ${ACT_AT} a day or more still falls (common practice, no source).`]
      : []),
  ]
  return {
    during: during && { mites: fell, days },
    ratio,
    after: after && after.mites / after.exposure,
    text: says.join(' '),
  }
}
