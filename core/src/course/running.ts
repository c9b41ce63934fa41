import { midway } from '../efficacy/index.ts'
import type { Judged } from '../match/index.ts'
import type { CountFact } from '../situation/index.ts'
import { addDays, daysBetween } from '../time/index.ts'
import { patternOf, treatmentOf } from '../treatments/index.ts'
import { tellsFrom } from './midway.ts'
import { RUNNING, type Said } from '../words/index.ts'

/** A count so many days before a course still tells of its level when it began (common practice, no source). */
const BEFORE = 28
const isJar = (c: CountFact): c is CountFact & { bees: number } => c.bees !== null && c.bees > 0

/**
 * What the newest count says of the course that runs: falling as it should, too early to tell, or not falling and then what. Null where
 * nothing that is given runs, nothing was counted since it began, or the course is too short for a count in its middle.
 */
export function runningNote(s: Judged): string | null {
  const course = s.history.findLast((p) => p.end === null && p.start <= s.asOf && treatmentOf(p.treatment)?.way === 'given')
  const treatment = course && treatmentOf(course.treatment)
  if (!course || !treatment) return null
  const jars = s.counts.filter(isJar).toSorted((a, b) => a.date.localeCompare(b.date))
  const now = jars.findLast((c) => c.date > course.start && c.date <= s.asOf)
  if (!now) return null
  const say = (says: Said) => RUNNING.ofCourse({ name: treatment.name, since: course.start, asOf: s.asOf, says: says.text }).text
  const pattern = patternOf(treatment, s)
  const from = tellsFrom(treatment, pattern)
  const days = daysBetween(course.start, now.date)
  if (from === null) return say(RUNNING.tooShort())
  if (days < from) return say(RUNNING.tooEarly({ days, from: addDays(course.start, from), asOf: s.asOf }))
  const before = jars.findLast((c) => c.method === now.method && c.date <= course.start && daysBetween(c.date, course.start) <= BEFORE)
  if (!before) return say(RUNNING.nothingBefore())
  const found = midway({ before, after: now, season: s, others: [] }, treatment, { start: course.start, of: pattern.days.least })
  return found && say(found.says)
}
