import { plural } from '../units/index.ts'
import type { Method } from '../situation/index.ts'
import { type Day } from '../time/index.ts'
import { isAmount, type Measured } from './bees.ts'
import type { Squares } from './squares.ts'
import { aDay } from '../words/index.ts'

/** Under this many bees a sample says little (common practice, no source). */
export const FEW_BEES = 100
/** Under this many opened cells a drone count says little (common practice, no source). */
export const FEW_CELLS = 100
/** The longest a board may lie before its mites are eaten, blown off or buried (common practice, no source). */
export const MOST_BOARD_DAYS = 30

/** A sample as it is entered: null where nothing stands yet. */
export interface SampleEntry {
  readonly mites: number | null
  readonly bees: number | null
  readonly days: number | null
  /** Mites of each shake of the same bees, which add up to `mites`. */
  readonly shakes?: readonly number[] | null
  readonly measured?: Measured | null
  readonly squares?: Squares | null
}
export interface CountEntry {
  readonly method: Method
  readonly onDay: Day | null
  readonly recovery: number | null
  readonly samples: readonly SampleEntry[]
}
export interface CountFault {
  /** Where, as the API names it: `onDay`, `recovery`, `samples[0].mites`. */
  readonly path: string
  readonly severity: 'refuse' | 'warn'
  readonly text: string
}

/** More than any jar or comb holds: a slip of the keys. */
const MOST_BEES = 100_000
const whole = (n: number | null): n is number => n !== null && Number.isInteger(n)
type Say = (field: string, text: string, severity?: CountFault['severity']) => void

function miteFaults(mites: number | null, say: Say): void {
  if (mites === null) say('mites', 'Enter the mites found; 0 where there were none.')
  else if (!Number.isInteger(mites) || mites < 0) say('mites', 'Mites are counted in whole numbers from 0.')
}

function boardFaults(s: SampleEntry, say: Say): void {
  if (s.bees !== null) say('days', 'A board has the days it lay, and no bees.')
  else if (s.days === null) say('days', 'Enter the days the board lay: three is usual.')
  else if (!(s.days > 0)) say('days', 'The board must have lain for some time: enter its days, more than 0.')
  else if (s.days > MOST_BOARD_DAYS)
    say('days', `${s.days} days is too long: by then mites are eaten, blown off or buried. Read a board after ${MOST_BOARD_DAYS} days at the latest.`)
  else if (s.days > 7) say('days', `${s.days} days is long: mites dry up and ants take them. One to seven days is usual.`, 'warn')
  const q = s.squares
  if (!q) return
  if (!(q.counted > 0)) say('squares', 'Count at least one square of the board.')
  else if (q.counted > q.of) say('squares', `${q.counted} squares of ${q.of}: more than the board has.`)
  else if (q.mites.length !== q.counted || q.mites.reduce((sum, m) => sum + m, 0) !== s.mites)
    say('squares', 'The mites of the squares do not add up to the mites of the board.')
  else if (q.counted < 5 && q.counted < q.of) say('squares', `Only ${q.counted} of ${q.of} squares: the answer will be wide.`, 'warn')
}

function jarFaults(method: Method, s: SampleEntry, say: Say): void {
  const drone = method === 'drone'
  if (s.days !== null) say('days', 'Only a board has days.')
  if (s.bees === null)
    say('bees', drone ? 'Enter the capped drone cells you opened: a hundred or more.' : 'Enter the bees in the jar: a level half cup is about 300.')
  else if (!whole(s.bees) || s.bees < 1)
    say('bees', drone ? 'At least one cell must be opened: enter how many.' : 'There must be bees in the jar: enter how many were washed.')
  else if (s.bees > MOST_BEES)
    say('bees', drone ? 'No drone brood has that many cells.' : `No jar holds ${s.bees} bees: a level half cup is about 300.`)
  else if (s.mites !== null && s.mites > s.bees)
    say(
      'mites',
      drone
        ? `${s.mites} of ${s.bees} cells infested: more than were opened. Count the cells with mites, not the mites.`
        : `${plural(s.mites, 'mite')} on ${plural(s.bees, 'bee')}: more mites than bees. Were the two figures swapped?`,
    )
  else if (!drone && s.bees < FEW_BEES) say('bees', `Only ${s.bees} bees: the answer will be very wide. A level half cup is about 300.`, 'warn')
  else if (drone && s.bees < FEW_CELLS) say('bees', `Only ${s.bees} cells: the answer will be very wide. Open a hundred or more.`, 'warn')
  if (s.measured && s.bees !== null && !isAmount(s.measured))
    say('bees', 'What was measured is not an amount of bees: more than nothing, at most 20 cups or 2000 mL.')
}

/**
 * What is wrong with a count as entered, in a keeper's words; the form, the table, the import and the server all ask here.
 * `from` is the first day the colony existed, where it is known.
 */
export function countFaults(entry: CountEntry, today: Day, from: Day | null): CountFault[] {
  const faults: CountFault[] = []
  if (entry.samples.length === 0) faults.push({ path: 'samples', severity: 'refuse', text: 'Enter at least one sample.' })
  for (const [i, sample] of entry.samples.entries()) {
    const say: Say = (field, text, severity = 'refuse') => faults.push({ path: `samples[${i}].${field}`, severity, text })
    miteFaults(sample.mites, say)
    if (entry.method === 'board') boardFaults(sample, say)
    else jarFaults(entry.method, sample, say)
    if (entry.method !== 'board' && sample.squares) say('squares', 'Only a board is counted in squares.')
    if (sample.shakes && sample.shakes.reduce((sum, m) => sum + m, 0) !== sample.mites)
      say('shakes', 'The mites of the shakes do not add up to the mites of the jar.')
  }
  if (entry.recovery !== null && !(entry.recovery >= 0.05 && entry.recovery <= 1))
    faults.push({ path: 'recovery', severity: 'refuse', text: 'The share found is from 5 % to 100 %.' })
  const day = (text: string) => faults.push({ path: 'onDay', severity: 'refuse', text })
  if (entry.onDay === null || entry.onDay === '') day('Enter the day of the count.')
  else if (entry.onDay > today) day(`This day is still to come: today is ${aDay(today)}.`)
  else if (from !== null && entry.onDay < from) day(`The colony is in your book from ${aDay(from, today)}: a count cannot be older.`)
  return faults
}
