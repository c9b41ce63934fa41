import { daysBetween } from '../time/index.ts'
import type { PastCourse } from './situation.ts'

/** Courses of one treatment that begin so near to each other, days, are one that was entered twice. */
export const TWICE_WITHIN = 7

const isSame = (one: PastCourse, other: PastCourse): boolean =>
  one.treatment === other.treatment && Math.abs(daysBetween(one.start, other.start)) <= TWICE_WITHIN

/** Courses that were entered again: each beside the one it repeats. */
export const enteredTwice = (history: readonly PastCourse[]): readonly PastCourse[] =>
  history.filter((p, i) => history.slice(0, i).some((other) => isSame(other, p)))

const kept = new WeakMap<readonly PastCourse[], readonly PastCourse[]>()
/** Each course once, the one that says more of its end and its result where it was entered twice. Of one colony: neighbours have their own. */
export function onceEach(history: readonly PastCourse[]): readonly PastCourse[] {
  const known = kept.get(history)
  if (known) return known
  const says = (p: PastCourse) => (p.efficacy === null ? 0 : 2) + (p.end === null ? 0 : 1)
  const found = history.reduce<PastCourse[]>((once, p) => {
    const at = once.findIndex((other) => isSame(other, p))
    const there = once[at]
    if (!there) return [...once, p]
    return says(p) > says(there) ? once.with(at, p) : once
  }, [])
  kept.set(history, found.length === history.length ? history : found)
  return found.length === history.length ? history : found
}
