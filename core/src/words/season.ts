import { sayDays } from '../time/index.ts'
import { of100 } from './notation.ts'
import { speaker } from './speaker.ts'

/** A plan's chance, with how far the draw leaves it open, and its visits. */
interface Figures {
  readonly plan: string
  readonly keeps: number
  readonly low: number
  readonly high: number
  readonly visits: number
}
interface Let {
  readonly days: number
}
/** "1 visit", "5 visits". */
const visitsOf = (n: number): string => `${n} ${n === 1 ? 'visit' : 'visits'}`
const bare = (share: number): string => String(Math.round(share * 100))
/** "about 84 of 100 (77 to 90)". */
const chance = ({ keeps, low, high }: Figures): string => `${of100(keeps)} of 100 (${bare(low)} to ${bare(high)})`
const kept = (days: number): string => `are over their limit on no more than ${sayDays(days)} in the year ahead`
const noVisits = ({ visits }: Figures): string => (visits === 0 ? '' : `, in ${visitsOf(visits)}`)

/** What the planner of a season says: never as a fact, and never without how sure. */
export const SEASON = speaker('season', {
  uncounted: (v: { of: number; some: number }) =>
    v.of === 1
      ? 'Nothing is counted: this is planned for any colony of the season. Count first.'
      : `In ${v.some} of ${v.of} colonies nothing is counted: the season alone speaks for them.`,
  plan: (v: Figures & Let) => `${v.plan}: with it ${chance(v)} such colonies ${kept(v.days)}${noVisits(v)}.`,
  nothingNeeded: (v: Figures & Let) => `Nothing but counts: left alone ${chance(v)} such colonies ${kept(v.days)}. A count may change that.`,
  noneReaches: (v: Figures & Let & { wanted: number }) =>
    `No plan that was tried gives ${bare(v.wanted)} of 100. Nearest comes ${v.plan}: with it ${chance(v)} such colonies ${kept(v.days)}${noVisits(v)}.`,
  onCourse: (v: Figures & Let) => `What is planned is on course (${v.plan}): by the counts of today ${chance(v)} such colonies ${kept(v.days)}.`,
  asGoodAsAny: (v: Figures & Let) =>
    `What is planned (${v.plan}): by the counts of today ${chance(v)} such colonies ${kept(v.days)}. No plan that was tried does clearly better.`,
  rather: (v: Figures & Let & { rather: Figures }) =>
    `Now rather ${v.rather.plan}: with it ${chance(v.rather)} such colonies ${kept(v.days)}${noVisits(v.rather)}, with what is planned (${v.plan}) ${chance(v)}.`,
  notFor: (v: { names: readonly string[] }) =>
    `It is not for ${v.names.slice(0, 4).join(', ')}${v.names.length > 4 ? ` and ${v.names.length - 4} more` : ''}, where it likely does far less: plan ${v.names.length === 1 ? 'that one by itself' : 'those by themselves'}.`,
})
