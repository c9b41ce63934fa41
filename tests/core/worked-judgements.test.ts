/** Judgements worked by hand or by second implementations: figures from jstat and from the definitions, sentences word for word. */
import { createRequire } from 'node:module'
import { describe, it } from 'vitest'
import { boardLimits, driftOf, estimateYard, growthOf, judge, sayGrowth, type Judgement } from '@thistle/core/judge'
import type { CountFact, Situation } from '@thistle/core/situation'
import { addDays, daysBetween } from '@thistle/core/time'
import { august, wash, withColony } from '../cases/index.ts'
import { expect } from '../read-as.ts'

interface Distribution {
  inv: (p: number, a: number, b: number) => number
  cdf: (x: number, a: number, b: number) => number
}
const { jStat } = createRequire(import.meta.url)('jstat') as {
  jStat: { beta: Distribution; gamma: Distribution & { pdf: (x: number, shape: number, scale: number) => number }; gammaln: (x: number) => number }
}
const judged = (over: Partial<Situation>): Judgement => judge(august(over))
const of = (count: Partial<CountFact>, over: Partial<Situation> = {}): Judgement =>
  judged({
    counts: [{ date: '2026-08-11', method: 'wash', mites: 0, bees: 300, days: null, recovery: null, representative: null, ...count }],
    ...over,
  })
const board = (mites: number, days: number, over: Partial<CountFact> = {}) => ({ method: 'board' as const, mites, bees: null, days, ...over })

describe('what is said of a count', () => {
  it('at each level in August, in the winter rest, and where nothing was counted', () => {
    expect(of({ mites: 0 })).toMatchObject({
      text: '0.0 in 100, likely 0.0 to 1.0. Under the limit of 3 by this count, its own doubt included.',
      next: 'Leave it and count again by Thu 10 Sep.',
    })
    expect(of({ mites: 7 })).toMatchObject({
      text: '2.3 in 100, likely 1.1 to 4.3. Below the limit of 3, but the count cannot rule out more.',
      next: expect.stringMatching(/^Leave it and count again by \w+ \d+ \w+(\.$|; or wash a second jar now)/) as string,
    })
    // A second jar is advised only where it is worth its while, and with how often it would turn the verdict.
    for (let mites = 0; mites < 9; mites++) {
      const { next, another, level } = of({ mites })
      expect(/or wash a second jar now: in about \d+ of 100 such colonies it would turn the verdict/.test(next), String(mites)).toBe(
        level === 'watch' && another!.worth,
      )
    }
    expect(of({ mites: 8 }).another!.worth).toBe(true)
    expect(of({ mites: 9 })).toMatchObject({
      text: '3.0 in 100, likely 1.6 to 5.2. At the limit of 3: treat before the winter bees are raised.',
      next: 'Choose a treatment.',
    })
    expect(of({ mites: 10 }, { phase: 'peak' }).text).toBe('3.3 in 100, likely 1.8 to 5.6. Over the limit of 3: treat.')
    expect(of({ mites: 18 })).toMatchObject({
      text: expect.stringMatching(
        /^6\.0 in 100, likely 3\.9 to 8\.8\. Far over the limit of 3: about \d\d of 100 such colonies are at 5 in 100 or over, where a colony is in danger\.$/,
      ) as string,
      next: 'Choose a treatment today: losing the colony cannot be mended.',
    })
    expect(of({ mites: 0 }, { phase: 'dormant' }).next).toMatch(/^Leave it; count the fall on a board over three to seven days by /)
    expect(judged({ counts: [] })).toMatchObject({
      level: 'unknown',
      representative: false,
      stale: false,
      notes: [],
      next: 'Count first: a wash of about 300 bees.',
    })
  })
  it('asks for a full jar where a small one cannot tell, and never of a board', () => {
    expect(of({ mites: 4, bees: 200 }).next).toMatch(/^Wash a full half cup/)
    expect(of({ mites: 5, bees: 250 }).next).toMatch(/^Leave it and count again/)
    expect(of(board(33, 3)).level).toBe('watch')
    expect(of(board(33, 3)).next).toMatch(/^A wash of about 300 bees tells more/)
  })
  it('with a note for each thing that makes it speak less, and none without', () => {
    const notes = (count: Partial<CountFact>, over: Partial<Situation> = {}) => of(count, over).notes.map((n) => n.replace(/[:.;].*$/, ''))
    expect(notes({ mites: 3 })).toEqual([])
    expect(notes({ mites: 3, bees: 99 })).toEqual(['Only 99 bees'])
    expect(notes(board(3, 3))).toEqual([])
    expect(notes({ method: 'drone', mites: 3, bees: 99 }, { phase: 'peak' })).toEqual(['Only 99 cells'])
    expect(notes({ method: 'drone', mites: 3, bees: 100 }, { phase: 'peak' })).toEqual([])
    for (const phase of ['decrease', 'dormant'] as const)
      expect(notes({ method: 'drone', mites: 3, bees: 100 }, { phase })).toEqual(['Drone brood is at its end now'])
    const broodless = { ...august().colony, brood: 'none' as const }
    expect(notes({ mites: 3 }, { colony: broodless })).toEqual([
      'Without brood all mites ride on the bees, so a wash reads two to three times higher',
    ])
    expect(notes({ mites: 3 }, { colony: broodless, phase: 'dormant' })).toEqual([])
    expect(notes(board(3, 3), { colony: broodless })).toEqual([])
    expect(notes({ method: 'drone', mites: 3, bees: 100 }, { colony: broodless, phase: 'peak' })).toEqual([])
    expect(notes({ mites: 3, representative: false })).toEqual(['This sample is marked as not typical of the yard'])
    expect(notes({ mites: 3, date: '2026-07-22' })).toEqual([])
    expect(notes({ mites: 3, date: '2026-07-21' })).toEqual(['Counted 22 days ago'])
    expect(notes({ mites: 3, date: '2026-07-21' }, { phase: 'dormant' })).toEqual([])
    expect(notes({ mites: 3, recovery: 0.8 })).toEqual(['Judged allowing for a recovery of 80 %'])
    expect(notes({ mites: 3, recovery: 1 })).toEqual([])
    expect(notes(board(9, 3, { share: 0.25, spread: 1.6 }))).toEqual(['The mites lie in clumps'])
    expect(notes(board(9, 3, { share: 0.25, spread: 1.5 }))).toEqual([])
  })
})

describe('what is held against the limit', () => {
  it('is over with the chance that jstat says by the count alone, the mites that were missed allowed for', () => {
    for (const [mites, bees, recovery] of [
      [6, 300, null],
      [6, 300, 0.7],
      [9, 250, 0.9],
      [0, 300, null],
    ] as const) {
      const limit = 0.03 * (recovery ?? 1)
      expect(of({ mites, bees, recovery }).jarAlone?.chanceOver).toBeCloseTo(1 - jStat.beta.cdf(limit, mites + 0.5, bees - mites + 0.5), 6)
    }
    expect(of(board(30, 3)).jarAlone?.chanceOver).toBeCloseTo(1 - jStat.gamma.cdf(12 * 3, 30.5, 1), 6)
    expect(of(board(30, 3, { recovery: 0.5 })).jarAlone?.chanceOver).toBeCloseTo(1 - jStat.gamma.cdf(6 * 3, 30.5, 1), 6)
  })
  it('corrects figure and range alike, and never beyond all bees', () => {
    const found = of({ method: 'sugar', mites: 8, recovery: 0.8 })
    const [low, high] = [jStat.beta.inv(0.05, 8, 293), jStat.beta.inv(0.95, 9, 292)]
    expect(found.corrected?.estimate).toBeCloseTo(8 / 3 / 0.8, 2)
    expect(found.corrected?.low).toBeCloseTo((low * 100) / 0.8, 2)
    expect(found.corrected?.high).toBeCloseTo((high * 100) / 0.8, 2)
    expect(of({ method: 'sugar', mites: 290, recovery: 0.5 }).corrected?.high).toBe(100)
    expect(of(board(300, 1, { recovery: 0.5 })).corrected?.high).toBeGreaterThan(600)
    expect(of({ mites: 8 }).corrected).toBeNull()
  })
  it('takes what was missed into under and watch too: 3 of 300 at 0.5 may be over 3', () => {
    expect(of({ mites: 3 }).level).toBe('under')
    expect(of({ method: 'sugar', mites: 3, recovery: 0.5 }).level).toBe('watch')
  })
  it('reads a board by the month of its own side of the world', () => {
    expect(boardLimits('2026-02-10', 'south')).toEqual(boardLimits('2026-08-10', 'north'))
    expect(boardLimits('2026-12-10', 'south')).toEqual(boardLimits('2026-06-10', 'north'))
    expect([boardLimits('2026-08-10', 'north').timely, boardLimits('2026-08-10', 'south').timely]).toEqual([12, 0.5])
    expect(of(board(9, 3), { hemisphere: 'south', phase: 'dormant' }).level).toBe('urgent')
    expect(of(board(9, 3)).level).toBe('under')
  })
  it('is a treatment on a board at the higher of the two limits, and danger at twice that', () => {
    expect([of(board(98, 3)).level, of(board(99, 3)).level, of(board(197, 3)).level, of(board(198, 3)).level]).toEqual([
      'watch',
      'treat',
      'treat',
      'urgent',
    ])
    // December: both are half a mite.
    expect(of({ ...board(2, 3), date: '2026-12-01' }, { asOf: '2026-12-01', phase: 'dormant' }).level).toBe('treat')
  })
})

describe('the day to count again', () => {
  const wait = (found: Judgement) => daysBetween('2026-08-11', found.recountBy)
  it('comes sooner the more was found, and is held between 7 and 30', () => {
    const days = [0, 1, 2, 3, 4, 5, 6, 8].map((mites) => wait(of({ mites })))
    expect(days).toEqual(days.toSorted((a, b) => b - a))
    expect([days[0], days.at(-2), days.at(-1)]).toEqual([30, 7, 7])
    // Three in 300 are about 0.9 in 100 with the doubt of one jar: one in five such colonies reaches 3 after two to three weeks at 0.026 a day.
    expect(days[3]).toBeGreaterThanOrEqual(12)
    expect(days[3]).toBeLessThanOrEqual(20)
    // What is missed is allowed for, and fewer bees say less.
    expect(wait(of({ mites: 2, recovery: 0.5 }))).toBeLessThan(wait(of({ mites: 2 })))
    expect(wait(of({ mites: 1, bees: 120 }))).toBeLessThan(wait(of({ mites: 1 })))
  })
  it('does not come nearer where mites cannot breed', () => {
    expect(wait(of({ mites: 3 }, { colony: { ...august().colony, brood: 'none' } }))).toBe(30)
    expect(wait(of({ mites: 1 }, { phase: 'dormant' }))).toBe(60)
    expect(wait(of({ mites: 4 }, { phase: 'dormant' }))).toBe(7)
  })
  it('of a board goes by what it stands for', () => {
    const days = [3, 12, 24, 60].map((mites) => wait(of(board(mites, 3))))
    expect(days).toEqual(days.toSorted((a, b) => b - a))
    expect(days[0]).toBeGreaterThan(days.at(-1)!)
    expect(days.at(-1)).toBe(7)
  })
})

describe('a trend', () => {
  const boards = (then: number, now: number, days: readonly [number, number] = [3, 3]) =>
    judged({
      counts: [
        { ...board(then, days[0]), date: '2026-07-10', recovery: null, representative: null },
        { ...board(now, days[1]), date: '2026-08-11', recovery: null, representative: null },
      ],
    }).trend
  it('of boards goes by days, of jars by bees, with the chance that jstat says', () => {
    const found = boards(10, 40, [2, 4])
    // Counts of a variance twice the mean say as much as half as many: 20 against 5 are no rise that could be shown, 40 against 5 are one.
    expect(found).toMatchObject({ before: 5, direction: 'unclear' })
    expect(boards(10, 80, [2, 4])).toMatchObject({ direction: 'rising' })
    // 40 in 4 days are twice 10 in 2. The share of now among both has odds 2 : 1 if nothing changed.
    expect(found?.ratio?.estimate).toBeCloseTo(2, 10)
    const [low, high] = [jStat.beta.inv(0.05, 20, 6), jStat.beta.inv(0.95, 21, 5)]
    expect(found?.ratio?.low).toBeCloseTo((low / (1 - low)) * 0.5, 6)
    expect(found?.ratio?.high).toBeCloseTo((high / (1 - high)) * 0.5, 6)
    expect(found?.chanceRisen).toBeCloseTo(1 - jStat.beta.cdf(4 / 6, 20.5, 5.5), 6)
    expect(boards(0, 12)).toMatchObject({ ratio: null, direction: 'rising' })
    expect(boards(0, 0)?.chanceRisen).toBeCloseTo(0.5, 6)
  })
})

describe('growth', () => {
  const counts = [
    { day: 3, mites: 4, exposure: 250 },
    { day: 21, mites: 5, exposure: 310 },
    { day: 40, mites: 17, exposure: 290 },
    { day: 66, mites: 22, exposure: 180 },
  ]
  /** The score of the slope, the level put at its best for it: nought at the slope of greatest likelihood. Solved by halving. */
  function slopeOf(rows: typeof counts): { slope: number; information: number } {
    const means = (slope: number) => {
      const total = rows.reduce((s, r) => s + r.mites, 0)
      const weights = rows.map((r) => r.exposure * Math.exp(slope * r.day))
      const sum = weights.reduce((a, b) => a + b, 0)
      return weights.map((w) => (total * w) / sum)
    }
    const score = (slope: number) => means(slope).reduce((s, mean, i) => s + rows[i]!.day * (rows[i]!.mites - mean), 0)
    let [from, to] = [-0.9, 0.9]
    for (let i = 0; i < 100; i++) {
      const middle = (from + to) / 2
      if (score(middle) > 0) from = middle
      else to = middle
    }
    const m = means(from)
    const total = m.reduce((a, b) => a + b, 0)
    const centre = m.reduce((s, mean, i) => s + mean * rows[i]!.day, 0) / total
    return { slope: from, information: m.reduce((s, mean, i) => s + mean * (rows[i]!.day - centre) ** 2, 0) }
  }
  it('is the slope at which the score is nought, with Wald’s 90 %', () => {
    for (const rows of [
      counts,
      counts.map((c) => ({ ...c, mites: 30 - c.mites })),
      counts.slice(0, 3),
      counts.map((c, i) => ({ ...c, mites: i === 0 ? 0 : c.mites })),
    ]) {
      const [own, wanted] = [growthOf(rows), slopeOf(rows)]
      expect(own?.aDay).toBeCloseTo(wanted.slope, 8)
      expect(own?.low).toBeCloseTo(wanted.slope - 1.6448536 / Math.sqrt(wanted.information), 6)
      expect(own?.high).toBeCloseTo(wanted.slope + 1.6448536 / Math.sqrt(wanted.information), 6)
    }
  })
  it('wants three days, and mites on two', () => {
    expect(growthOf(counts.slice(0, 2))).toBeNull()
    expect(growthOf(counts.map((c) => ({ ...c, day: Math.min(c.day, 21) })))).toBeNull()
    expect(growthOf(counts.map((c, i) => ({ ...c, mites: i === 2 ? 9 : 0 })))).toBeNull()
    expect(growthOf(counts.map((c, i) => ({ ...c, mites: i > 1 ? 9 : 0 })))).not.toBeNull()
  })
  it('is said as doubling, halving, or as neither', () => {
    expect(sayGrowth({ aDay: Math.LN2 / 30, low: Math.LN2 / 60, high: Math.LN2 / 20, counts: 4 })).toBe(
      'It doubles in about 30 days, likely 20 to 60, over 4 counts.',
    )
    expect(sayGrowth({ aDay: -Math.LN2 / 12, low: -Math.LN2 / 8, high: -Math.LN2 / 24, counts: 3 })).toBe(
      'It halves in about 12 days, likely 8 to 24, over 3 counts.',
    )
    for (const [low, high] of [
      [-0.01, 0.02],
      [0, 0.02],
      [-0.02, 0],
    ] as const)
      expect(sayGrowth({ aDay: 0.001, low, high, counts: 3 })).toMatch(/^No steady rise or fall/)
  })
  it('begins with the last course that has begun by then', () => {
    const all = ['2026-05-20', '2026-06-10', '2026-07-01', '2026-07-20', '2026-08-11'].map((date, i) => wash(date, 2 + 3 * i))
    const course = (start: string) => ({ treatment: 'formic-strip-7' as const, start, end: addDays(start, 7), efficacy: null })
    const over = (...starts: string[]) => judged({ counts: all, history: starts.map(course) }).trend?.growth?.counts ?? null
    expect(over()).toBe(5)
    expect(over('2026-06-09')).toBe(4)
    // A count of the day on which a course began was made before it.
    expect(over('2026-06-10')).toBe(3)
    expect(over('2026-05-25', '2026-06-30')).toBe(3)
    expect(over('2026-06-30', '2026-05-25')).toBe(3)
    expect(over('2026-07-01')).toBeNull()
    expect(over('2026-08-13')).toBe(5)
  })
})

describe('a drift to the limit', () => {
  const drift = (found: Judgement, over: Partial<Situation> = {}) => driftOf(found, august(over))
  it('is told for one in five and for half of such colonies, at the usual pace and as far as that may be off', () => {
    const found = of({ mites: 3 })
    const told = drift(found)!
    // 0.026 a day, a hundredth more or less for each standard deviation: summed over even steps of it.
    const reached = (days: number) => {
      let [all, over] = [0, 0]
      for (let z = -4; z <= 4; z += 0.02) {
        const weight = Math.exp((-z * z) / 2)
        all += weight
        over += weight * (found.levels!.filter((level) => Math.log(level) + (0.026 + 0.01 * z) * days >= Math.log(3)).length / 20)
      }
      return over / all
    }
    const first = (share: number) => {
      let days = 0
      while (reached(days) < share) days += 1
      return days
    }
    expect(Math.abs(daysBetween('2026-08-12', told.earliest) - first(0.2))).toBeLessThanOrEqual(1)
    expect(Math.abs(daysBetween('2026-08-12', told.likely) - first(0.5))).toBeLessThanOrEqual(1)
    expect(told.text).toMatch(/^likely about 1\.\d in 100 now; one in five such colonies reaches the limit of 3 by .*, half of them by .*$/)
  })
  it('is not told where it is over, unknown, nothing was found, nothing grows, or the sample does not speak', () => {
    expect(drift(of({ mites: 9 }))).toBeNull()
    expect(drift(judged({ counts: [] }))).toBeNull()
    expect(drift(of({ mites: 0 }))).toBeNull()
    expect(drift(of({ mites: 3, representative: false }))).toBeNull()
    expect(drift(of({ mites: 1 }, { phase: 'dormant' }), { phase: 'dormant' })).toBeNull()
    // What does not grow may still be off by a little: far from the limit nothing is told of four months.
    expect(driftOf(of({ mites: 1 }, { colony: { ...august().colony, brood: 'none' } }), withColony({ brood: 'none' }))).toBeNull()
    for (const missing of ['estimate', 'levels', 'p50', 'likelyLimit'] as const)
      expect(drift({ ...of({ mites: 3 }), [missing]: null }), missing).toBeNull()
    expect(drift({ ...of({ mites: 3 }), estimate: 0 })).toBeNull()
  })
})

describe('another sample', () => {
  it('is a jar, a hundred cells or three days of board, whichever was counted', () => {
    const text = (count: Partial<CountFact>, over: Partial<Situation> = {}) => of(count, over).another?.text
    expect(text({ mites: 12 })).toMatch(/^Another jar of about 300 bees now would turn the verdict in about \d+ of 100/)
    expect(text({ method: 'drone', mites: 7, bees: 100 }, { phase: 'peak' })).toMatch(/^A hundred more cells now would/)
    expect(text(board(30, 3))).toMatch(/^Three more days on the board now would/)
    expect(text({ mites: 0 }, { phase: 'dormant' })).toBeUndefined()
  })
})

describe('a yard', () => {
  const jars = (...mites: number[]) => mites.map((m) => ({ method: 'wash' as const, mites: m, bees: 300, recovery: 1 }))
  it('differs between its colonies by so much, the chance of the jars taken out: 3, 9 and 15 of 300', () => {
    // Shares 0.01, 0.03, 0.05: variance 0.0004, of which 0.03 * 0.97 / 300 is of the jars.
    expect(estimateYard(jars(3, 9, 15), 0, 3, 'decrease')?.variation).toBeCloseTo(Math.sqrt(0.0004 - 0.000097) / 0.03, 6)
    expect(estimateYard(jars(9, 9, 9), 0, 3, 'decrease')?.variation).toBe(0)
    expect(estimateYard(jars(3, 15), 0, 3, 'decrease')?.variation).toBeNull()
    expect(estimateYard(jars(0, 0, 0), 0, 3, 'decrease')?.variation).toBeNull()
    expect(estimateYard([], 4, 3, 'decrease')).toBeNull()
  })
  it('has one over the limit among those not sampled by the chance of a second reckoning', () => {
    /** Kinds of yard on a coarser grid, levels on even steps; jars by chance, or with a variance of two or three times the mean. */
    const second = (mites: readonly number[], unsampled: number, limit: number) => {
      const at = Array.from({ length: 500 }, (_, i) => (i + 0.5) * 0.06)
      const chance = (m: number, x: number, extra: number) => {
        const size = (x * 3) / (extra - 1)
        return Math.exp(
          jStat.gammaln(m + size) - jStat.gammaln(size) - jStat.gammaln(m + 1) - size * Math.log(extra) + m * Math.log((extra - 1) / extra),
        )
      }
      const jarRows = new Map([...new Set(mites)].map((m) => [m, at.map((x) => chance(m, x, 1.001) + chance(m, x, 2) + chance(m, x, 3))]))
      let [sum, over] = [0, 0]
      for (let i = 0; i < 40; i++)
        for (let j = 0; j < 9; j++) {
          const mean = 0.1 * 200 ** (i / 39)
          const v = 0.3 * 6 ** (j / 8)
          const shape = 1 / v ** 2
          const row = at.map((x) => 0.94 * jStat.gamma.pdf(x, shape, mean / shape) + 0.06 * jStat.gamma.pdf(x, 4, (mean * 5.5) / 4))
          const all = row.reduce((a, b) => a + b, 0)
          let log = -((Math.log(mean / 3) / 0.7) ** 2 + (Math.log(v / 0.75) / 0.35) ** 2) / 2
          for (const m of mites) log += Math.log(row.reduce((a, w, n) => a + w * jarRows.get(m)![n]!, 0) / all)
          const under = row.filter((_, n) => at[n]! < limit).reduce((a, b) => a + b, 0) / all
          sum += Math.exp(log)
          over += Math.exp(log) * (1 - under ** unsampled)
        }
      return over / sum
    }
    for (const [mites, unsampled] of [
      [[1, 2, 0, 4, 1, 3], 6],
      [[6, 8, 5, 9, 7, 6], 3],
      [[0, 0, 0, 1, 0, 0], 10],
    ] as const)
      expect(
        Math.abs(estimateYard(jars(...mites), unsampled, 3, 'decrease')!.chanceOtherOver - second(mites, unsampled, 3)),
        mites.join(),
      ).toBeLessThan(0.04)
    expect(estimateYard(jars(1, 2, 3), 0, 3, 'decrease')?.chanceOtherOver).toBe(0)
  })
  it('counts who is at or over, and says what the rule of thumb makes of it', () => {
    expect(estimateYard(jars(9, 8, 10), 0, 3, 'decrease')).toMatchObject({ over: 2, highest: 1000 / 300, level: 'over' })
    // Under with its doubt, and with no colony over; else it is to be watched.
    expect(estimateYard(jars(1, 1, 2, 0, 1, 1), 0, 3, 'decrease')?.level).toBe('under')
    expect(estimateYard(jars(1, 1, 2, 0, 1, 9), 0, 3, 'decrease')?.level).toBe('watch')
    expect(estimateYard(jars(8, 8, 8), 0, 3, 'decrease')?.level).toBe('watch')
    const rule = (...mites: number[]) => estimateYard(jars(...mites), 0, 3, 'decrease')?.rule
    expect(rule(0, 1, 0, 1, 0)).toMatchObject({ leave: null, text: 'The rule of thumb wants six to ten colonies sampled; there are 5.' })
    expect(rule(0, 1, 0, 1, 5, 5)).toMatchObject({ leave: true })
    expect(rule(0, 1, 0, 1, 5, 12)).toMatchObject({ leave: false, text: expect.stringMatching(/yet 1 over the limit: see to that one, /) as string })
    expect(rule(0, 1, 0, 1, 12, 12)?.text).toMatch(/yet 2 over the limit: see to those, /)
    expect(rule(0, 1, 0, 2, 5, 5)).toMatchObject({
      leave: false,
      text: 'Not mostly zeros and ones (3 of 6 jars with none or one): judge the yard as a whole.',
    })
  })
})
