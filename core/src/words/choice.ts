import type { Day } from '../time/index.ts'
import { capital, plain } from '../units/index.ts'
import { aDay, celsius } from './notation.ts'
import { speaker } from './speaker.ts'

interface Of {
  readonly asOf: Day
}
/** "1 in 6": a chance as people say it. */
const chanceWords = (chance: number): string => (chance >= 0.5 ? `about ${plain(chance * 100, 0)} %` : `1 in ${Math.max(2, Math.round(1 / chance))}`)
const tenths = (x: number): string => x.toFixed(1)
const share = (x: number): string => plain(x * 100, 0)

/** What is said of oxalic acid while nothing is capped: it fits now, or from a day on; null where nothing is. */
type Oxalic = { readonly name: string; readonly from: Day } | { readonly name: string; readonly now: true; readonly sealed: Day | null } | null
const oxalicWords = (o: Oxalic, asOf: Day): string => {
  if (o === null) return ''
  if ('from' in o) return ` ${o.name} fits from ${aDay(o.from, asOf)}, while there is no brood: many give it in any case.`
  const until = o.sealed ? `, until about ${aDay(o.sealed, asOf)}, when the first cells are capped` : ' while there is no brood'
  return ` ${o.name} reaches nearly every mite${until}: many give it now in any case.`
}
const onBoard = (winter: boolean): string => (winter ? ' on a board' : '')

/** The sentence at the top of an answer. Names come short and small where they stand inside it. */
export const CHOICE = speaker('choice', {
  count: (v: { then: { name: string; care: boolean; day: Day } | null } & Of) =>
    `Count first: nobody can say yet that anything is needed.${
      v.then ? ` If it is over the limit, ${v.then.name} fits${v.then.care ? ' with care' : ''} on ${aDay(v.then.day, v.asOf)}.` : ''
    }`,
  layABoard: (v: { oxalic: Oxalic } & Of) =>
    `Lay a board for three to seven days and count the fall: a cluster is not opened for a jar.${oxalicWords(v.oxalic, v.asOf)}`,
  countAgain: (v: { winter: boolean; counted: Day; given: Day | null; oxalic: Oxalic } & Of) =>
    `Count again now${onBoard(v.winter)}: the last count, of ${aDay(v.counted, v.asOf)}, is ${
      v.given ? `of before what was given since (to ${aDay(v.given, v.asOf)})` : 'too old to leave it on'
    }.${oxalicWords(v.oxalic, v.asOf)}`,
  leave: (v: { by: Day; winter: boolean; oxalic: Oxalic } & Of) =>
    `Leave it, and count again by ${aDay(v.by, v.asOf)}${onBoard(v.winter)}.${oxalicWords(v.oxalic, v.asOf)}`,
  treat: (
    v: {
      name: string
      care: boolean
      leaves: number | null
      dose: string | null
      ends: { job: 'out' | 'round'; day: Day } | null
      later: { name: string; from: Day } | null
      confirm: boolean
      fetch: boolean
    } & Of,
  ) => {
    const course = [
      ...(v.leaves === null ? [] : [`leaves about ${tenths(v.leaves)} in 100 at the count after it`]),
      ...(v.dose === null ? [] : [v.dose]),
      ...(v.ends === null ? [] : [`${v.ends.job === 'out' ? 'out from' : 'last round'} ${aDay(v.ends.day, v.asOf)}`]),
    ].join(', ')
    const first = [...(v.confirm ? ['confirm it in your list first'] : []), ...(v.fetch ? ['fetch the gear first'] : [])].join(', ')
    return `${v.name}${v.care ? ', with care' : ''}: ${course}${v.later ? `; ${v.later.name} fits from ${aDay(v.later.from, v.asOf)}` : ''}.${
      first ? ` ${capital(first)}.` : ''
    }`
  },
  later: (v: { day: Day; name: string; from: Day } & Of) =>
    `Nothing that is given fits on ${aDay(v.day, v.asOf)}: ${v.name} from ${aDay(v.from, v.asOf)}.`,
  nothing: (v: { day: Day } & Of) => `Nothing that is given fits on ${aDay(v.day, v.asOf)} or in the eight weeks after it.`,
  feed: () => 'Feed it first: it has next to nothing to eat.',
  close: (v: { name: string; other: number; own: number }) =>
    `A close call: ${v.name} takes about as much (${share(v.other)} % against ${share(v.own)}); what it costs and the visits decide.`,
  nextLeaves: (v: { name: string; left: number; took: number | null }) =>
    `${v.name} would leave about ${tenths(v.left)} by then${v.took === null ? '' : `, but took only ${share(v.took)} % here last time: find out why first`}.`,
  changes: (v: { hot: boolean; limit: number; when: string; chance: number }) =>
    `Changes if a high ${v.hot ? 'passes' : 'stays under'} ${celsius(v.limit)} ${v.when}: ${chanceWords(v.chance)}.`,
})
