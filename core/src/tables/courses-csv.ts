import { TWICE_WITHIN, type TreatmentKey } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import { dosesOf, publishedPattern, TREATMENTS, type Treatment } from '../treatments/index.ts'
import { findColony, readDayIn, type NamedColony } from './cells.ts'
import { readRows, type Mapping, type ReadRow, type RowReader, type WantedColumn } from './import-rows.ts'
import { writeTable, type DayOrder, type Table } from './table-text.ts'
import { aDay } from '../words/index.ts'

/** A colony with the courses it has: what is entered twice is told. */
export interface TreatedColony extends NamedColony {
  readonly yardId: string
  readonly today: Day
  readonly courses: readonly { readonly treatment: TreatmentKey; readonly startedOn: Day }[]
}
/** A course that was given before it was entered. */
export interface ImportedCourse {
  readonly colonyId: string
  readonly colony: string
  readonly yardId: string
  readonly treatment: TreatmentKey
  readonly startOn: Day
  /** Null: it is in the hive still. */
  readonly endOn: Day | null
  readonly rounds: number
  readonly amount: number | null
  readonly note: string | null
}

export const COURSE_COLUMNS: readonly WantedColumn[] = [
  { key: 'colony', says: 'Colony', must: true, known: /^(colony|hive|name|tag|stand)/i },
  { key: 'yard', says: 'Yard', must: false, known: /^(yard|apiary|site|place)/i },
  { key: 'treatment', says: 'Treatment', must: true, known: /^(treatment|what|active|product|course)/i },
  { key: 'day', says: 'Begun on', must: true, known: /^(begun|began|start|from|in\b|day|date)/i },
  { key: 'end', says: 'Over on', must: false, known: /^(over|end|out|until|to\b|removed)/i },
  { key: 'rounds', says: 'Rounds', must: false, known: /^(rounds?|times|doses)/i },
  { key: 'amount', says: 'Each time', must: false, known: /^(amount|each|dose\b|strips|quantity)/i },
  { key: 'note', says: 'Note', must: false, known: /^(note|remark|comment)/i },
]

const wordsOf = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []
/** Words of a name and a key, so that "vapour", "oxalic vapour" and "oxalic-vapour" are one. */
const namedBy = (t: Treatment): readonly string[] => [...wordsOf(t.name), ...(t.own ? [] : wordsOf(t.key))]

/** The treatments a text may mean: the one whose key or name it is, else all that hold each of its words. */
function treatmentsNamed(text: string, offered: readonly Treatment[]): readonly Treatment[] {
  const words = wordsOf(text)
  const exact = offered.find((t) => [t.key, t.name].some((own) => wordsOf(own).join(' ') === words.join(' ')))
  if (exact) return [exact]
  return words.length === 0
    ? []
    : offered.filter((t) => words.every((w) => namedBy(t).some((own) => own === w || own === `${w}s` || `${own}s` === w)))
}

function readTreatment(row: RowReader, offered: readonly Treatment[]): Treatment | null {
  const text = row.text('treatment')
  if (text === '') {
    row.faults.push('No treatment is named.')
    return null
  }
  const found = treatmentsNamed(text, offered)
  const shown = `"${text.slice(0, 30)}"`
  if (found.length === 0) row.faults.push(`${shown} is no treatment that is known here: name the active ingredient and the form, as "oxalic vapour".`)
  else if (found.length > 1) row.faults.push(`${shown} may be ${found.map((t) => t.name).join(', or ')}: say which.`)
  return found.length === 1 ? (found[0] ?? null) : null
}

/** Nothing stays in a hive for so long: a course without an end that began earlier is one whose end was not written down. */
const STILL_IN = 120
const MOST_ROUNDS = 12

function checkDays(row: RowReader, startOn: Day | null, endOn: Day | null, today: Day): void {
  if (startOn === null) {
    if (row.text('day') === '') row.faults.push('No day is given on which it began.')
    return
  }
  if (startOn > today) row.faults.push(`${aDay(startOn, today)} is still to come: what is planned is chosen under Match.`)
  else if (endOn !== null && endOn < startOn) row.faults.push('It cannot be over before it began.')
  else if (endOn !== null && endOn > today) row.faults.push(`${aDay(endOn, today)} is still to come: leave the end empty while it is in the hive.`)
  else if (endOn === null && row.text('end') === '' && daysBetween(startOn, today) > STILL_IN)
    row.faults.push(`It began ${daysBetween(startOn, today)} days ago and has no end: give the day it was over, or came out.`)
}

function readRounds(row: RowReader, treatment: Treatment | null): number {
  const given = row.number('rounds', 'Rounds')
  if (given !== null && !(Number.isInteger(given) && given >= 1 && given <= MOST_ROUNDS)) row.faults.push(`Rounds are 1 to ${MOST_ROUNDS}.`)
  // Nobody counts the rounds of what has one.
  return given ?? (treatment ? dosesOf(publishedPattern(treatment, 'capped')) : 1)
}

/**
 * Reads a table of courses that were given, each row with everything that is wrong in it. Treatments are named by active ingredient and
 * form, or as the keeper named a sheet of their own; what stands in the book already, or in the table twice, is refused.
 */
export function readCourses(
  table: Table,
  mapping: Mapping,
  order: DayOrder | null,
  colonies: readonly TreatedColony[],
  yard: string | null,
  treatments: readonly Treatment[] = TREATMENTS,
): readonly ReadRow<ImportedCourse>[] {
  const offered = treatments.filter((t) => t.way !== 'waiting')
  const seen: { colonyId: string; treatment: TreatmentKey; startedOn: Day }[] = []
  return readRows(table, mapping, order, (row) => {
    const colony = findColony(row, colonies, yard)
    const treatment = readTreatment(row, offered)
    const [startOn, endOn] = [readDayIn(row, 'day'), readDayIn(row, 'end')]
    const rounds = readRounds(row, treatment)
    const amount = row.number('amount', 'Each time')
    if (amount !== null && amount < 0) row.faults.push('Each time: less than nothing was not given.')
    if (colony) checkDays(row, startOn, endOn, colony.today)
    if (row.faults.length > 0 || !colony || !treatment || !startOn) return null
    const same = (c: { treatment: TreatmentKey; startedOn: Day }) =>
      c.treatment === treatment.key && Math.abs(daysBetween(c.startedOn, startOn)) <= TWICE_WITHIN
    const kept = colony.courses.find(same)
    if (kept) row.faults.push(`${treatment.name} is in the book for ${colony.name} already, since ${aDay(kept.startedOn, colony.today)}.`)
    else if (seen.some((c) => c.colonyId === colony.id && same(c))) row.faults.push('This course stands in the file twice.')
    seen.push({ colonyId: colony.id, treatment: treatment.key, startedOn: startOn })
    const note = row.text('note').slice(0, 2000) || null
    return { colonyId: colony.id, colony: colony.name, yardId: colony.yardId, treatment: treatment.key, startOn, endOn, rounds, amount, note }
  })
}

/** A course as it is written out. */
export interface WrittenCourse {
  readonly yard: string
  readonly colony: string
  readonly treatment: TreatmentKey
  readonly startOn: Day
  readonly endOn: Day | null
  readonly rounds: number
  readonly amount: number | null
  readonly note: string | null
}
/** Courses as CSV with a heading; the columns are named as they are read. */
export const writeCourses = (courses: readonly WrittenCourse[]): string =>
  writeTable(
    ['yard', 'colony', 'treatment', 'begun', 'over', 'rounds', 'each time', 'note'],
    courses.map((c) => [c.yard, c.colony, c.treatment, c.startOn, c.endOn, c.rounds, c.amount, c.note]),
  )
