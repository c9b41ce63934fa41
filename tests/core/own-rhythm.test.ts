/** A keeper's own rounds and days between them: planned as they are set, and priced. The coverage is worked by hand from 12 capped days. */
import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { answer, planCourse } from '@thistle/core/course'
import { NO_RULE, type Brood, type Rule, type TreatmentKey } from '@thistle/core/situation'
import { daysBetween } from '@thistle/core/time'
import { dosesOf, patternOf, pricedRhythm, treatmentOf, TREATMENTS } from '@thistle/core/treatments'
import { withColony } from '../cases/index.ts'

const ruled = (key: TreatmentKey, rule: Partial<Rule>, brood: Brood = 'capped') =>
  withColony({ framesOfBees: 10, broodBoxes: 1, brood }, { rules: { [key]: { ...NO_RULE, authorised: 'yes' as const, ...rule } } })
const vapour = treatmentOf('oxalic-vapour')!
const daysOf = (rule: Partial<Rule>, key: TreatmentKey = 'oxalic-vapour') => {
  const facts = ruled(key, rule)
  const { jobs } = planCourse({ treatment: treatmentOf(key)!, start: facts.asOf, latestStart: null, facts, recountBy: facts.asOf })
  return jobs.filter((j) => j.job === 'dose').map((j) => daysBetween(facts.asOf, j.best))
}

describe('a rhythm of one’s own', () => {
  it('is planned as it is set, its rounds named in order', () => {
    expect(daysOf({})).toEqual([0, 5, 10, 15])
    expect(daysOf({ rounds: 5, daysBetween: 7 })).toEqual([0, 7, 14, 21, 28])
    expect(daysOf({ rounds: 3 })).toEqual([0, 5, 10])
    expect(daysOf({ rounds: 1 })).toEqual([0])
    expect(daysOf({ rounds: 4 }, 'formic-liquid')).toEqual([0, 5, 10, 15])
    const five = answer(ruled('oxalic-vapour', { rounds: 5, daysBetween: 6 })).options.find((o) => o.treatment === 'oxalic-vapour')!
    expect(five.pattern).toBe('5 rounds, 6 days apart')
    expect(five.course.filter((j) => j.job === 'dose').map((j) => /^Round \d/.exec(j.text)?.[0])).toEqual([1, 2, 3, 4, 5].map((n) => `Round ${n}`))
    // Without brood one round is a round, whatever the series is.
    const none = answer(ruled('oxalic-vapour', { rounds: 5 }, 'none')).options.find((o) => o.treatment === 'oxalic-vapour')!
    expect(none.course.filter((j) => j.job === 'dose')).toHaveLength(1)
  })
  it('is not taken for what has no series: strips and fixed forms stay as they are', () => {
    for (const t of TREATMENTS.filter((x) => !x.patterns.some((p) => p.mayAdd !== undefined))) {
      const facts = ruled(t.key, { rounds: 9, daysBetween: 2 })
      expect(patternOf(t, facts)).toEqual(patternOf(t, { ...facts, rules: {} }))
    }
  })
  it('is priced: a round kills three days, a mite rides four to seven, worker cells are capped twelve', () => {
    // One round meets what comes out on days 1 and 2: 2 of 12. Two rounds ten days apart meet besides what comes out on days 4-12 with
    // seven days of riding (rides into day 10), on days 7-12 with four: 11 and 8 of 12.
    expect(pricedRhythm(vapour, ruled('oxalic-vapour', { rounds: 1 }))!.own.worker).toEqual({ low: 2 / 12, high: 2 / 12 })
    expect(pricedRhythm(vapour, ruled('oxalic-vapour', { rounds: 2, daysBetween: 10 }))!.own.worker).toEqual({ low: 8 / 12, high: 11 / 12 })
    expect(pricedRhythm(vapour, ruled('oxalic-vapour', {}))).toBeNull()
    expect(pricedRhythm(vapour, ruled('oxalic-vapour', { rounds: 1 }, 'none'))).toBeNull()
  })
  it('says the price where it is chosen, and forecasts no more than the published one', () => {
    const of = (rule: Partial<Rule>) => answer(ruled('oxalic-vapour', rule)).options.find((o) => o.treatment === 'oxalic-vapour')!
    const [usual, sparse] = [of({}), of({ rounds: 2, daysBetween: 10 })]
    expect(sparse.findings.find((f) => f.gate === 'brood')!.text).toMatch(
      /in your own rhythm the rounds meet 67 to 92 % of what was under worker cappings, .*; the published 4 rounds, 5 days apart meet all/i,
    )
    expect(sparse.efficacy!.estimate).toBeLessThan(usual.efficacy!.estimate)
    expect(sparse.efficacy!.because.join()).toMatch(/your own rhythm, 2 rounds, 10 days apart, meets 79 %/)
    expect(sparse.left!.high).toBeGreaterThan(usual.left!.high)
  })
  it('never makes a course shorter than its rounds or its window reversed, and never claims more than is published', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...TREATMENTS),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 30 }),
        fc.constantFrom<Brood>('none', 'open', 'capped'),
        (t, rounds, daysBetween_, brood) => {
          const facts = ruled(t.key, { rounds, daysBetween: daysBetween_ }, brood)
          const pattern = patternOf(t, facts)
          const plain = patternOf(t, { ...facts, rules: {} })
          if (pattern !== plain) expect(dosesOf(pattern)).toBe(rounds)
          for (const step of pattern.steps) expect(step.earliest <= step.best && step.best <= step.latest).toBe(true)
          expect(pattern.days.least).toBeLessThanOrEqual(pattern.days.most)
          expect(pattern.days.least).toBeGreaterThanOrEqual(0)
          expect(pricedRhythm(t, facts)?.share ?? 1).toBeLessThanOrEqual(1)
        },
      ),
    )
  })
})
