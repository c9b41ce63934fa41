import { addDays, type Day } from '../time/index.ts'
import { readNumber } from './table-text.ts'

/** Days as they are typed in a row: a high and a low each, from one day on. */
export type DaysAhead =
  | { readonly ok: true; readonly days: readonly { readonly date: Day; readonly high: number; readonly low: number }[] }
  | { readonly ok: false; readonly sentence: string }

/** As many days as a keeper's own may lie ahead. */
const MOST = 15
const PAIR = /^(-?[\d.,]+)\s*[/-]\s*(-?[\d.,]+)$/

/**
 * Reads "27/14 29/15 31/16": a high and a low for each day from `from` on, apart by spaces or lines. `celsius` turns what was typed into °C.
 * What cannot be read is said with its place; nothing is guessed.
 */
export function readDaysAhead(text: string, from: Day, celsius: (typed: number) => number): DaysAhead {
  const pairs = text
    .trim()
    .split(/[\s;]+/)
    .filter((x) => x !== '')
  if (pairs.length === 0) return { ok: false, sentence: 'Type a high and a low for each day, like 27/14 29/15.' }
  if (pairs.length > MOST) return { ok: false, sentence: `${pairs.length} days are more than can be looked ahead: ${MOST} at most.` }
  const days: { date: Day; high: number; low: number }[] = []
  for (const [i, pair] of pairs.entries()) {
    const found = PAIR.exec(pair)
    const [high, low] = [readNumber(found?.[1] ?? ''), readNumber(found?.[2] ?? '')]
    if (high === null || low === null) return { ok: false, sentence: `Day ${i + 1}, "${pair.slice(0, 20)}", is no high and low like 27/14.` }
    if (low > high) return { ok: false, sentence: `Day ${i + 1}: the low, ${low}, is over the high, ${high}.` }
    days.push({ date: addDays(from, i), high: celsius(high), low: celsius(low) })
  }
  return { ok: true, days }
}
