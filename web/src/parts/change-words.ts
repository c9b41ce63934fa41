/** A change of the history as a sentence. */
import type { WhyNote } from '@thistle/core/holding'
import { treatmentOf } from '@thistle/core/treatments'
import { sayDay } from '../look/dates.ts'
import { differences, saySamples, type FieldDifference, type State } from './state-words.ts'

export interface Change {
  readonly seq: number
  readonly batch: number
  readonly kind: string
  readonly id: string
  readonly version: number
  readonly state: State
  readonly before: State | null
  readonly savedAt: string
  readonly by: string | null
  readonly colonyId: string | null
  readonly colony: string | null
  readonly yard: string | null
  readonly undoable: boolean
}

const day = (value: unknown) => (typeof value === 'string' ? sayDay(value) : '')
const JOBS: Readonly<Record<string, string>> = {
  prepare: 'prepared',
  dose: 'given',
  check: 'checked',
  remove: 'taken out',
  'put-back': 'put back',
  'queen-check': 'queen checked',
}

const jobOf = (state: State) => `${String(state.job)}${state.job === 'dose' ? ` ${state.n}` : ''}`
/** What was found out of a reason for which a course may have fallen short. */
const WHY: Readonly<Record<WhyNote['cause'], string>> = {
  counts: 'its counts',
  strength: 'strength and brood at its start',
  contact: 'whether the bees met it',
  temperature: 'its warmth',
  dose: 'the dose',
  days: 'its days and rounds',
  pack: 'the pack',
  together: 'whether the yard was treated together',
  outside: 'mites from outside',
  before: 'what was given before it',
  resistance: 'whether its mites withstand it',
}
const sayWhy = ({ cause, found }: WhyNote): string => `why it fell short: ${WHY[cause]} ${found === 'sound' ? 'found sound' : 'found to be it'}`

/** What happened to a course besides its jobs being done, without its day. */
const EVENTS: Readonly<Record<string, (state: State) => string>> = {
  part: (s) => `part of ${jobOf(s)} done`,
  set: (s) => `${jobOf(s)} set for ${day(s.happenedOn)}${s.reason ? `: ${s.reason}` : ''}`,
  found: (s) => `${s.amount} found on the floor`,
  lifted: () => 'taken out for the heat',
  'laid-again': () => 'laid in again',
  'round-added': () => 'a round added',
  accepted: (s) => `${jobOf(s)} taken as it is: ${s.reason}`,
  'pack-noted': () => 'what its pack says, noted',
  'why-noted': ({ why }) => sayWhy(why as WhyNote),
  died: () => 'died',
  merged: () => 'united with another',
  sold: () => 'sold',
  swarmed: () => 'swarmed',
  requeened: () => 'requeened',
}
export const sayHappened = (event: { readonly kind: string }): string => EVENTS[event.kind]?.(event as unknown as State) ?? event.kind
/** Of these the day is said already, or is no matter. */
const WITHOUT_DAY: ReadonlySet<string> = new Set(['set', 'accepted', 'round-added'])

function sayEvent(state: State): string {
  if (state.kind === 'cancelled') return 'a course called off'
  if (state.kind === 'taken-back') return 'an entry taken back'
  const other = EVENTS[String(state.kind)]
  if (other)
    return `${other(state)}${WITHOUT_DAY.has(String(state.kind)) ? '' : `, ${day(state.happenedOn)}`}${state.supersedes ? ' (put right)' : ''}`
  const round = state.job === 'dose' && Number(state.n) > 1 ? `, round ${state.n}` : ''
  return `${JOBS[String(state.job)] ?? state.job}${round}, ${day(state.happenedOn)}${state.supersedes ? ' (put right)' : ''}`
}
interface DayChange {
  readonly date: string
  readonly after: { readonly high: number; readonly low: number } | null
}
function sayWeather(state: State): string {
  const changes = (state.changes ?? []) as readonly DayChange[]
  const [first] = changes
  if (changes.length !== 1 || !first) return `${changes.length} days of weather of your own`
  return first.after
    ? `weather of ${sayDay(first.date)}: ${first.after.high} °C, at night ${first.after.low} °C`
    : `own weather of ${sayDay(first.date)} taken away`
}

/** What happened, without who and where: "count of Sun 9 Aug: 12 mites on 300 bees". Temperatures in °C, as everywhere before they are said. */
export function sayChange({ kind, state, before }: Change): string {
  const gone = Boolean(state.deletedAt)
  const back = !gone && Boolean(before?.deletedAt)
  const done = gone ? ' taken back' : back ? ' put back' : before ? ' put right' : ''
  if (kind === 'count') return `count of ${day(state.onDay)}${done}: ${saySamples((state.samples ?? []) as never)}`
  if (kind === 'board')
    return gone
      ? 'a board taken back'
      : state.takenOn
        ? `the board of ${day(state.laidOn)} taken out ${day(state.takenOn)}`
        : `a board laid ${day(state.laidOn)}`
  if (kind === 'jar')
    return `yard jar of ${day(state.onDay)}${done}: ${saySamples([{ mites: Number(state.mites), bees: Number(state.bees), days: null }])}`
  if (kind === 'look') return `inspection of ${day(state.onDay)}${done}`
  if (kind === 'yard') return gone ? 'yard taken away' : before ? 'yard changed' : 'yard added'
  if (kind === 'colony')
    return gone
      ? 'colony taken away'
      : state.retiredOn && !before?.retiredOn
        ? `out of the row since ${day(state.retiredOn)}`
        : before
          ? 'colony changed'
          : 'colony added'
  if (kind === 'placement')
    return before
      ? state.toDay && !before.toDay
        ? `left its place ${day(state.toDay)}`
        : `moved to place ${state.position}`
      : `stands at place ${state.position} from ${day(state.fromDay)}`
  if (kind === 'settings') return before ? 'rules changed' : 'rules begun'
  if (kind === 'event') return sayEvent(state)
  if (kind === 'decision') {
    const many = Array.isArray(state.courses) ? state.courses.length : 1
    return `${treatmentOf(String(state.treatment) as never)?.name ?? state.treatment} chosen for ${day(state.startOn)}${many > 1 ? `, in ${many} colonies` : ''}`
  }
  if (kind === 'visit') return gone ? `the visit of ${day(state.day)} given up` : `a visit planned for ${day(state.day)}`
  if (kind === 'trial')
    return gone
      ? `the trial "${state.name}" taken away`
      : state.endedOn && !before?.endedOn
        ? `the trial "${state.name}" ended`
        : `the trial "${state.name}" ${before ? 'changed' : `planned for ${day(state.startOn)}`}`
  if (kind === 'date') return `the demo moved to ${day(state.livesOn)}`
  if (kind === 'weather') return sayWeather(state)
  return kind
}

/** The fields a change changed; none where a row was made or taken away. */
export const changedFields = ({ kind, state, before, savedAt }: Change): FieldDifference[] =>
  before && !before.deletedAt && !state.deletedAt ? differences(before, state, kind, savedAt.slice(0, 10)) : []
