/** What became of a course: the verdict of its review, likely causes, and what is refused. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parsePower, parseReview } from '@thistle/core/formats'
import { reviewOf } from '@thistle/core/review'
import { METHODS, TREATMENT_KEYS } from '@thistle/core/situation'
import { addDays } from '@thistle/core/time'
import { REVIEW } from '../cases/index.ts'

const file = (over: Record<string, unknown> = {}) => ({ ...REVIEW, ...over })
const review = (over: Record<string, unknown> = {}) => {
  const read = parseReview(file(over))
  if (!read.ok) throw new Error(read.refusal.sentence)
  return reviewOf(read.asked)
}
const jars = (before: number, after: number, days = 27) => ({
  before: { date: '2026-08-01', mites: before, bees: 300 },
  after: { date: addDays('2026-08-01', days), mites: after, bees: 300 },
})
const refused = (over: Record<string, unknown>) => {
  const read = parseReview(file(over))
  return read.ok ? null : read.refusal
}

describe('the review of a course', () => {
  it('says neither of a dozen mites against two, and how many more bees would tell', () => {
    const found = review()
    expect(found.efficacy?.estimate).toBeCloseTo(1 - 2 / 310 / (12 / 300), 12)
    expect(found.verdict).toBe('too-few')
    expect(found.moreBees).toBeGreaterThan(1)
    expect(found.text).toMatch(/With about \d+ bees before and \d+ after, \d times as many, the same shares would tell\.$/)
    expect(found.corrected).toBeNull()
    expect(found.causes).toEqual([])
  })
  it('worked where nearly all says so, fell short where a useless one did, and too soon before its window', () => {
    expect(review(jars(120, 1)).verdict).toBe('worked')
    const short = review({ treatment: 'fluvalinate-strip', ...jars(60, 50, 56) })
    expect(short.verdict).toBe('fell-short')
    expect(review(jars(60, 20, 12))).toMatchObject({ verdict: 'too-soon' })
    expect(review(jars(60, 20, 12)).text).toContain('if it began on')
    // A course whose end is known is counted from it.
    const course = { start: '2026-08-01', end: '2026-08-20' }
    expect(review({ ...jars(120, 1, 20), course }).verdict).toBe('too-soon')
    expect(review({ ...jars(120, 1, 33), course }).verdict).toBe('worked')
  })
  it('has nothing to hold the later count against where none were found before', () => {
    expect(review(jars(0, 4))).toMatchObject({ efficacy: null, outcome: null, verdict: 'too-few' })
  })
  it('is held against what its conditions let it take', () => {
    const [warm, cold] = [review({ conditions: { highs: 24 } }), review({ conditions: { highs: Array.from({ length: 14 }, () => 12) } })]
    // The points of formic: about 65 % at 12 °C.
    expect(cold.expected!.low).toBeLessThan(warm.expected!.low - 0.15)
    expect(review({ conditions: { brood: 'none' }, treatment: 'oxalic-dribble' }).expected!.low).toBeGreaterThan(
      review({ conditions: { brood: 'capped' }, treatment: 'oxalic-dribble' }).expected!.low + 0.2,
    )
  })
  it('is corrected by untreated colonies, and not blamed where they rose faster than mites breed', () => {
    const rising = { before: { date: '2026-08-01', mites: 10, bees: 300 }, after: { date: '2026-08-28', mites: 80, bees: 300 } }
    const found = review({ ...jars(20, 24), untreated: rising })
    expect(found.corrected!.estimate).toBeCloseTo(1 - (24 / 20) * (10 / 80), 12)
    expect(found.verdict).toBe('from-outside')
    expect(found.text).toMatch(/^Untreated colonies rose 8 times in 27 days: faster than mites breed/)
    expect(found.causes.map((c) => c.cause)).toContain('outside')
    expect(review(jars(20, 24)).verdict).toBe('fell-short')
    // Counted after alone: Abbott.
    expect(review({ ...jars(20, 5), untreated: { before: null, after: rising.after } }).corrected!.estimate).toBeCloseTo(1 - 5 / 80, 12)
    // Untreated colonies that fell are part of what the treated would have done.
    const falling = { before: { ...rising.before, mites: 40 }, after: { ...rising.after, mites: 12 } }
    const by = (untreated: unknown) => review({ ...jars(60, 6), untreated }).outcome!.efficacy!.estimate
    expect(by(falling)).toBeLessThan(by(null))
  })
  it('names likely causes in the order of the questions, each with what to do, and resistance last and never alone of those it can say', () => {
    const found = review({
      treatment: 'fluvalinate-strip',
      ...jars(60, 55, 90),
      course: { start: '2026-08-02', end: '2026-08-20' },
      conditions: { placement: 'fell', pack: 'expired', strength: 20, brood: 'capped' },
    })
    expect(found.verdict).toBe('fell-short')
    expect(found.causes.map((c) => c.cause)).toEqual(['counts', 'strength', 'contact', 'days', 'pack', 'resistance'])
    for (const c of found.causes) expect([c.evidence.length > 20, c.next.length > 20]).toEqual([true, true])
    const bare = review({ treatment: 'fluvalinate-strip', ...jars(60, 55, 56) })
    expect(bare.causes.map((c) => c.cause)).toEqual(['resistance'])
    expect(bare.causes[0]!.evidence).toContain('nothing else that is known')
    // Acids are not known to be withstood.
    expect(review({ ...jars(60, 58), conditions: { highs: 11 } }).causes.map((c) => c.cause)).toEqual(['temperature'])
    expect(review({ treatment: 'oxalic-dribble', ...jars(60, 110), conditions: { brood: 'capped' } }).causes.map((c) => c.cause)).toEqual([
      'strength',
    ])
  })
  it('takes boards by days and drone brood by cells', () => {
    const board = { method: 'board', before: { date: '2026-08-01', mites: 90, days: 3 }, after: { date: '2026-08-28', mites: 3, days: 3 } }
    expect(review(board).efficacy!.estimate).toBeCloseTo(1 - 3 / 90, 12)
    expect(review({ ...jars(20, 3), method: 'drone' }).efficacy!.estimate).toBeCloseTo(0.85, 12)
  })
  it('answers any counts at all, in order: more left is no more taken', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...TREATMENT_KEYS.filter((key) => key !== 'wait-and-recount')),
        fc.constantFrom(...METHODS),
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 1, max: 120 }),
        (treatment, method, before, after, days) => {
          const on = (date: string, mites: number) => (method === 'board' ? { date, mites, days: 3 } : { date, mites, bees: 300 })
          const of = (left: number) => review({ treatment, method, before: on('2026-06-01', before), after: on(addDays('2026-06-01', days), left) })
          const [less, more] = [of(after), of(after + 5)]
          expect(less.efficacy!.estimate).toBeGreaterThan(more.efficacy!.estimate)
          expect(less.outcome!.efficacy!.estimate).toBeGreaterThanOrEqual(more.outcome!.efficacy!.estimate - 1e-9)
          expect(less.efficacy!.low).toBeLessThanOrEqual(less.efficacy!.estimate)
          expect(less.efficacy!.high).toBeGreaterThanOrEqual(less.efficacy!.estimate)
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('a review or a trial that cannot be read', () => {
  it.each([
    [{ review: 2 }, 'review', /must be one of \[1\]/],
    [{ treatment: 'smoke' }, 'treatment', /must be one of/],
    [{ treatment: 'wait-and-recount' }, 'treatment', /takes no mites/],
    [{ before: null }, 'before', /must be given/],
    [
      { after: { date: '2026-08-28', mites: 2, bees: 310, method: 'board' } },
      'after.method',
      /is board and the review is by wash: two methods do not compare/,
    ],
    [{ after: { date: '2026-08-28', mites: 400, bees: 300 } }, 'after.mites', /is 400 on 300: more than there were/],
    [{ after: { date: '2026-08-28', mites: 4 } }, 'after.bees', /the bees in the jar/],
    [{ method: 'board' }, 'before.bees', /it has days and no bees/],
    [{ after: { date: '2026-08-28', mites: 4, bees: 300, days: 3 } }, 'after.days', /is for boards alone/],
    [{ after: { date: '2026-08-01', mites: 4, bees: 300 } }, 'after.date', /is not after before.date, 2026-08-01/],
    [{ course: { start: '2026-07-20' } }, 'before.date', /there is no count before it/],
    [{ course: { start: '2026-09-20' } }, 'after.date', /there is no count after it/],
    [{ course: { start: '2026-08-02', end: '2026-08-01' } }, 'course.end', /is before its start/],
    [{ conditions: { highs: 'warm' } }, 'conditions.highs', /must be a high in °C, or a list of them/],
    [{ conditions: { wind: 3 } }, 'conditions.wind', /not known here/],
    [{ untreated: { before: { date: '2026-08-01', mites: 3, bees: 300 } } }, 'untreated.after', /must be there/],
  ])('%j', (over, path, says) => {
    expect(refused(over)).toMatchObject({ path, sentence: expect.stringMatching(says) })
  })
  it('a trial with one colony a side, and figures that are none', () => {
    const trial = { power: 1, colonies: 6, level: 5, bees: 300, spread: 0.6, efficacies: [0.9, 0.6] }
    const refusal = (over: Record<string, unknown>) => {
      const read = parsePower({ ...trial, ...over })
      return read.ok ? null : read.refusal
    }
    expect(refusal({})).toBeNull()
    expect(refusal({ colonies: 1 })?.sentence).toMatch(/with one colony a side nobody can tell a difference from chance/)
    expect(refusal({ efficacies: [0.9] })?.sentence).toMatch(/must be two shares/)
    for (const over of [{ level: 0 }, { spread: -1 }, { efficacies: [0.9, 1.2] }, { bees: 0 }, { extra: 0 }, { arms: 3 }])
      expect(refusal(over), JSON.stringify(over)).not.toBeNull()
  })
})
