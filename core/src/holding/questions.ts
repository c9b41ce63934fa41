import { addDays, daysBetween, type Day } from '../time/index.ts'
import { plural } from '../units/index.ts'
import type { ColonyState } from './colony-state.ts'
import type { Told } from './look-with.ts'
import type { YardState } from './yard-state.ts'
import { aDay } from '../words/index.ts'

/** A fact that was planned, or is about to be different, asked on its day: a whole yard at one touch. */
export interface FactQuestion {
  readonly key: string
  readonly yard: YardState
  readonly text: string
  readonly colonies: readonly ColonyState[]
  readonly answers: readonly { readonly say: string; readonly told: Told }[]
  /** The planned day may be another: the date of the yard that it moves. */
  readonly moves: 'supersOffOn' | null
}

/** A plan is asked about for so many days after its day; then it has lapsed. A queen is asked after that long (common practice, no source). */
const ASKED_FOR = 60
const QUEEN_AFTER = 14

const seenOn = ({ colony }: ColonyState, fact: 'supers' | 'queen' | 'entrance'): Day | null =>
  colony.look ? (colony.look.seenOn?.[fact] ?? colony.look.onDay) : null

function supersOff(yard: YardState, row: readonly ColonyState[]): FactQuestion[] {
  const { supersOffOn: day, today, id } = yard.yard
  if (day === null || day > today || daysBetween(day, today) > ASKED_FOR) return []
  const on = row.filter((s) => s.colony.look?.supers === 'for-people' && (seenOn(s, 'supers') ?? day) < day)
  if (on.length === 0) return []
  return [
    {
      key: `supers-off ${id}`,
      yard,
      text: `Supers were to come off ${day === today ? 'today' : `on ${aDay(day, today)}`}: are they off?`,
      colonies: on,
      answers: [{ say: 'They are off', told: { supers: 'none' } }],
      moves: 'supersOffOn',
    },
  ]
}

function queens(yard: YardState, row: readonly ColonyState[]): FactQuestion[] {
  const { today, id } = yard.yard
  const asked = (queen: 'new' | 'caged') =>
    row.filter((s) => {
      const seen = seenOn(s, 'queen')
      const age = seen === null ? null : daysBetween(seen, today)
      return s.colony.look?.queen === queen && s.judgement.phase !== 'dormant' && age !== null && age >= QUEEN_AFTER && age <= ASKED_FOR
    })
  const make = (queen: 'new' | 'caged', text: string): FactQuestion[] => {
    const colonies = asked(queen)
    if (colonies.length === 0) return []
    const answers: FactQuestion['answers'] = [
      { say: colonies.length === 1 ? 'She lays' : 'All of them lay', told: { queen: 'laying', layingSince: null } },
      { say: queen === 'new' ? 'Not yet' : 'Still caged', told: { queen } },
      { say: 'No queen', told: { queen: 'absent' } },
    ]
    return [{ key: `queen-${queen} ${id}`, yard, text, colonies, answers, moves: null }]
  }
  return [
    ...make('new', `${plural(asked('new').length, 'new queen')}, seen two weeks ago or more: laying by now?`),
    ...make('caged', `${plural(asked('caged').length, 'queen')} caged two weeks ago or more: out, and laying?`),
  ]
}

/** A treatment that wants the full entrance has begun, and the last that is known of it is a reducer. */
function entrances(yard: YardState, row: readonly ColonyState[]): FactQuestion[] {
  const narrow = row.filter((s) =>
    s.courses.some(
      (c) =>
        c.treatment.hive.entrance === 'full' &&
        (c.running || (c.planned && c.startedOn <= addDays(yard.yard.today, 1))) &&
        s.colony.look?.entrance === 'reduced' &&
        (seenOn(s, 'entrance') ?? c.startedOn) <= c.startedOn,
    ),
  )
  if (narrow.length === 0) return []
  return [
    {
      key: `entrance ${yard.yard.id}`,
      yard,
      text: 'The course wants the full entrance: is the reducer out?',
      colonies: narrow,
      answers: [
        { say: 'It is out', told: { entrance: 'full' } },
        { say: 'Still in', told: { entrance: 'reduced' } },
      ],
      moves: null,
    },
  ]
}

/** What is to be asked today of the facts that were planned, yard by yard. */
export const questionsOfDay = (yards: readonly YardState[]): FactQuestion[] =>
  yards.flatMap((yard) => {
    const row = yard.row.filter((s) => s.gone === null)
    return [...supersOff(yard, row), ...queens(yard, row), ...entrances(yard, row)]
  })
