import fc from 'fast-check'
import { describe, it } from 'vitest'
import { boardLimits, isOver, judge, limitOf, sayGrowth, type Growth, type Judgement } from '@thistle/core/judge'
import { phaseOf, SCHOOLS, type BoardKind, type CountFact, type MonthNormal, type School, type Situation } from '@thistle/core/situation'
import { addDays, daysBetween } from '@thistle/core/time'
import { august, wash, withColony } from '../cases/index.ts'
import { expect } from '../read-as.ts'
import { draws } from '../worlds/draws.ts'

const levelOf = (mites: number, bees = 300, over = {}) => judge(august({ counts: [wash('2026-08-11', mites, bees)], ...over })).level
const bySchool = (school: School, mites: number, bees = 300) => levelOf(mites, bees, { keeper: { ...august().keeper, school } })

describe('judging a wash', () => {
  it('says under only where the upper bound is under as well', () => {
    expect(levelOf(0)).toBe('under')
    expect(levelOf(3)).toBe('under')
    expect(levelOf(6)).toBe('watch')
    expect(levelOf(8)).toBe('watch')
    expect(levelOf(9)).toBe('treat')
    expect(levelOf(15)).toBe('urgent')
  })

  it('treats nine or more of 300 in August in every school', () => {
    for (const school of SCHOOLS) expect(['treat', 'urgent']).toContain(bySchool(school, 9))
  })

  it('holds five in the jar as the fraction it is, not as 1.67', () => {
    expect(bySchool('five-in-jar', 5, 300)).toBe('treat')
    expect(bySchool('five-in-jar', 4, 300)).toBe('watch')
    expect(bySchool('five-in-jar', 10, 600)).toBe('treat')
    // 1.67 of 100 would be reached by 501 of 30 000, five of 300 by 500.
    expect(bySchool('five-in-jar', 500, 30_000)).toBe('treat')
    expect(bySchool('five-in-jar', 499, 30_000)).toBe('watch')
  })

  it('reaches the limit exactly at it, whatever the jar', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SCHOOLS), fc.integer({ min: 1, max: 40 }), (school, times) => {
        const limit = limitOf({ school }, 'decrease')
        expect(['treat', 'urgent']).toContain(bySchool(school, limit.mites * times, limit.bees * times))
        if (limit.mites * times > 1) expect(['under', 'watch']).toContain(bySchool(school, limit.mites * times - 1, limit.bees * times))
      }),
    )
  })

  it('counts 5 in 100 as urgent while winter bees are due, and 3 when dormant', () => {
    expect(levelOf(15, 300, { phase: 'decrease' })).toBe('urgent')
    expect(judge(withColony({ brood: 'none' }, { phase: 'peak', counts: [wash('2026-08-11', 15)] })).level).toBe('treat')
    expect(judge(withColony({ brood: 'none' }, { phase: 'dormant', counts: [wash('2026-08-11', 9)] })).level).toBe('urgent')
    expect(judge(withColony({ brood: 'none' }, { phase: 'dormant', counts: [wash('2026-08-11', 8)] })).level).toBe('treat')
  })

  it('says so where a broodless colony reads high, and still judges it', () => {
    const found = judge(withColony({ brood: 'none' }, { counts: [wash('2026-08-11', 9)] }))
    expect(found.level).toBe('treat')
    expect(found.representative).toBe(false)
    expect(found.notes.join(' ')).toMatch(/two to three times higher/)
  })

  it('never lowers the level when more mites are found', () => {
    const order = ['under', 'watch', 'treat', 'urgent']
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 }), fc.constantFrom(...SCHOOLS), (mites, school) => {
        expect(order.indexOf(bySchool(school, mites + 1))).toBeGreaterThanOrEqual(order.indexOf(bySchool(school, mites)))
      }),
    )
  })

  it('knows nothing without a count', () => {
    expect(judge(august({ counts: [] }))).toMatchObject({ level: 'unknown', estimate: null, low: null, high: null, threshold: null })
  })

  it('gives the figure with one decimal, its range and the limit in the sentence', () => {
    expect(judge(august()).text).toBe('3.7 in 100, likely 2.1 to 6.0. Over the limit of 3: treat before the winter bees are raised.')
  })

  it('allows for a recovery the keeper set, and shows the figure before and after', () => {
    const found = judge(august({ counts: [{ ...wash('2026-08-11', 8), method: 'sugar', recovery: 0.8 }] }))
    expect(found.estimate).toBe(2.67)
    expect(found.corrected?.estimate).toBe(3.33)
    expect(found.level).toBe('treat')
  })
})

describe('judging boards and drone brood', () => {
  const board = (mites: number, days: number, asOf: string) =>
    judge(august({ asOf, startOn: asOf, counts: [{ date: asOf, method: 'board', mites, bees: null, days, recovery: null, representative: null }] }))

  it('judges a board by mites a day against its own limits, never as per cent', () => {
    expect(board(18, 3, '2026-08-11')).toMatchObject({ unit: 'perDay', estimate: 6, threshold: 12, level: 'under' })
    // August: 12 by Ontario, 33 by the UK's leaflet. Between them the lists disagree, and it is watched.
    expect(['watch', 'watch', 'treat', 'urgent']).toEqual([36, 98, 99, 198].map((mites) => board(mites, 3, '2026-08-11').level))
  })

  it('judges drone cells by cells', () => {
    const found = judge(
      august({ counts: [{ date: '2026-08-11', method: 'drone', mites: 9, bees: 100, days: null, recovery: null, representative: null }] }),
    )
    expect(found).toMatchObject({ unit: 'per100cells', estimate: 9, level: 'treat' })
  })
})

describe('the trend', () => {
  const trend = (...counts: [string, number, number?][]) =>
    judge(august({ counts: counts.map(([day, mites, bees]) => wash(day, mites, bees)) })).trend
  it('is said against the count before, and only where two counts can show it', () => {
    expect(trend(['2026-07-10', 2], ['2026-08-11', 15])).toMatchObject({
      direction: 'rising',
      on: '2026-07-10',
      text: 'It was 0.7 on Fri 10 Jul: rising (7.5 times, likely 1.2 to 165).',
    })
    expect(trend(['2026-07-10', 15], ['2026-08-11', 2])?.direction).toBe('falling')
    expect(trend(['2026-07-10', 4], ['2026-08-11', 7])?.direction).toBe('unclear')
    expect(trend(['2026-07-10', 0], ['2026-08-11', 0])?.direction).toBe('unclear')
  })
  it('allows for jars of different sizes', () => {
    expect(trend(['2026-07-10', 20, 600], ['2026-08-11', 10, 300])?.direction).toBe('unclear')
    expect(trend(['2026-07-10', 20, 100], ['2026-08-11', 20, 400])?.direction).toBe('falling')
  })
  it('is not said of one count, nor across two methods', () => {
    expect(trend(['2026-08-11', 7])).toBeNull()
    const mixed = [{ ...wash('2026-07-10', 2), method: 'sugar' as const }, wash('2026-08-11', 15)]
    expect(judge(august({ counts: mixed })).trend).toBeNull()
  })
})

describe('when to count again', () => {
  it('lies between a week and thirty days from the count in season', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20 }), (mites) => {
        const found = judge(august({ counts: [wash('2026-08-12', mites)] }))
        const wait = daysBetween('2026-08-12', found.recountBy)
        expect(wait).toBeGreaterThanOrEqual(7)
        expect(wait).toBeLessThanOrEqual(30)
      }),
    )
  })

  it('comes sooner the more there are, and never before today', () => {
    const by = (mites: number) => judge(august({ counts: [wash('2026-08-12', mites)] })).recountBy
    expect(by(0) >= by(2)).toBe(true)
    expect(by(2) >= by(5)).toBe(true)
    expect(judge(august({ counts: [wash('2026-06-01', 0)] })).recountBy).toBe('2026-08-12')
  })
})

describe('the phase of the year', () => {
  const on = (asOf: string, hemisphere: 'north' | 'south' = 'north') => phaseOf({ phase: null, asOf, hemisphere })
  it('follows the months, six on in the south, and the keeper above all', () => {
    expect(on('2026-01-15')).toBe('dormant')
    expect(on('2026-04-15')).toBe('increase')
    expect(on('2026-06-15')).toBe('peak')
    expect(on('2026-08-15')).toBe('decrease')
    expect(on('2026-02-15', 'south')).toBe('decrease')
    expect(on('2026-07-15', 'south')).toBe('dormant')
    expect(phaseOf({ phase: 'peak', asOf: '2026-01-15', hemisphere: 'north' })).toBe('peak')
  })

  const SEASON = [
    [5, 0],
    [6, 0],
    [11, 2],
    [15, 5],
    [19, 8],
    [22, 12],
    [25, 14],
    [24, 14],
    [20, 11],
    [15, 7],
    [9, 4],
    [6, 1],
  ].map(([high = 0, low = 0], i) => ({ month: i + 1, high, low }))
  const at = (asOf: string, normals: readonly MonthNormal[]) => phaseOf({ phase: null, asOf, hemisphere: 'north', normals })
  const lifted = (by: number) => SEASON.map((n) => ({ ...n, high: n.high + by, low: n.low + by }))

  it('is told by the climate of the yard where its twelve usual highs are known', () => {
    expect(['2026-01-15', '2026-04-15', '2026-06-20', '2026-08-15', '2026-12-01'].map((d) => at(d, SEASON))).toEqual([
      'dormant',
      'increase',
      'peak',
      'decrease',
      'dormant',
    ])
    // Six degrees colder: the winter bees are raised sooner, and the rest begins sooner.
    expect(at('2026-10-20', lifted(-6))).toBe('dormant')
    expect(at('2026-10-20', SEASON)).toBe('decrease')
    expect(at('2026-03-20', lifted(-6))).toBe('dormant')
    // Where no month is cold there is no rest to be told from the highs: the calendar stands.
    expect(at('2026-01-15', lifted(15))).toBe('dormant')
    expect(at('2026-06-15', SEASON.slice(0, 5))).toBe('peak')
    expect(phaseOf({ phase: 'peak', asOf: '2026-01-15', hemisphere: 'north', normals: SEASON })).toBe('peak')
  })
  it('goes round the year once, in order, wherever the yard lies', () => {
    const order = ['dormant', 'increase', 'peak', 'decrease']
    for (const shift of [0, 6])
      for (const by of [-6, -3, 0, 3]) {
        const normals = lifted(by).map((n) => ({ ...n, month: ((n.month - 1 + shift) % 12) + 1 }))
        const days = Array.from({ length: 365 }, (_, i) => at(addDays('2026-01-01', i), normals))
        const turns = days.filter((p, i) => p !== days[(i + 364) % 365])
        expect(turns).toHaveLength(4)
        for (const [i, p] of days.entries()) {
          const next = days[(i + 1) % 365]
          if (next !== p) expect(next).toBe(order[(order.indexOf(p) + 1) % 4])
        }
      }
  })
})

describe('a board', () => {
  const board = (date: string, mites: number, days: number, over: Partial<CountFact> = {}): CountFact => ({
    date,
    method: 'board',
    mites,
    bees: null,
    days,
    recovery: null,
    representative: null,
    ...over,
  })
  const on = (date: string, mites: number, days: number, boards: BoardKind | null = null, over: Partial<CountFact> = {}) =>
    judge(august({ asOf: date, startOn: date, counts: [board(date, mites, days, over)], keeper: { ...august().keeper, boards } }))

  it('is judged a day, by the limits of its month, and never in per cent', () => {
    expect(on('2026-08-12', 18, 3)).toMatchObject({ estimate: 6, unit: 'perDay', threshold: 12, boards: { timely: 12, collapse: 33 } })
    // July: 10 by German institutes, 16 by the UK's leaflet.
    expect([on('2026-07-12', 47, 3).level, on('2026-07-12', 48, 3).level]).toEqual(['watch', 'treat'])
  })
  it('in spring between half a mite and nine a day is watched, with both lists named', () => {
    const spring = on('2026-04-10', 9, 3)
    expect(spring.level).toBe('watch')
    expect(spring.text).toMatch(/The published limits of the month disagree: 9 a day \(Ontario.*\), 0\.5 \(UK National Bee Unit/)
    expect(spring.next).toMatch(/^A wash of about 300 bees tells more/)
    expect(on('2026-04-10', 27, 3).level).toBe('treat')
    expect([on('2026-04-10', 0, 7).level, on('2026-04-10', 1, 7).level]).toEqual(['under', 'watch'])
  })
  it('is held against the kind of limit that was chosen, and names it', () => {
    const [timely, collapse] = [on('2026-08-12', 60, 3, 'timely'), on('2026-08-12', 60, 3, 'collapse')]
    expect(timely).toMatchObject({ level: 'treat', threshold: 12 })
    expect(collapse).toMatchObject({ level: 'watch', threshold: 33 })
    expect(collapse.limitSource).toMatch(/Managing Varroa/)
    expect(timely.limitSource).toMatch(/Ontario/)
  })
  it('is less sure where only squares were counted, and less again where mites lie in clumps', () => {
    const width = (j: Judgement) => (j.high ?? 0) - (j.low ?? 0)
    const [all, some, clumped] = [
      on('2026-08-12', 36, 3),
      on('2026-08-12', 9, 3, null, { share: 0.25 }),
      on('2026-08-12', 9, 3, null, { share: 0.25, spread: 4 }),
    ]
    expect([all.estimate, some.estimate, clumped.estimate]).toEqual([12, 12, 12])
    expect(width(some)).toBeGreaterThan(width(all))
    expect(width(clumped)).toBeGreaterThan(width(some))
    expect(clumped.notes.join(' ')).toMatch(/clumps/)
  })
})

describe('limits of the keeper', () => {
  it('stand in place of the school for the phase they are set for, and say so', () => {
    const keeper = { ...august().keeper, limits: { decrease: 2 } }
    const found = judge(august({ keeper, counts: [wash('2026-08-11', 7)] }))
    expect(found).toMatchObject({ level: 'treat', threshold: 2 })
    expect(found.limitSource).toMatch(/your own figure/)
    expect(judge(august({ keeper, phase: 'peak', counts: [wash('2026-08-11', 7)] }))).toMatchObject({ level: 'watch', threshold: 3 })
  })
})

describe('a recovery that is set', () => {
  it('never lowers the level or the corrected estimate, and leaves the figures before it alone', () => {
    const order = ['under', 'watch', 'treat', 'urgent']
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), fc.double({ min: 0.05, max: 1, noNaN: true }), (mites, recovery) => {
        const roll = (r: number | null) => judge(august({ counts: [{ ...wash('2026-08-11', mites), method: 'sugar' as const, recovery: r }] }))
        const [plain, allowed] = [roll(null), roll(recovery)]
        expect(order.indexOf(allowed.level)).toBeGreaterThanOrEqual(order.indexOf(plain.level))
        expect(allowed).toMatchObject({ estimate: plain.estimate, low: plain.low, high: plain.high })
        expect(allowed.corrected?.estimate ?? 0).toBeGreaterThanOrEqual(plain.estimate ?? 0)
        expect(allowed.jarAlone?.chanceOver ?? 0).toBeGreaterThanOrEqual((plain.jarAlone?.chanceOver ?? 0) - 1e-12)
        // Where all is certain the grid ends; else the level rises with what was missed.
        expect(allowed.chanceOver ?? 0).toBeGreaterThanOrEqual((plain.chanceOver ?? 0) - 0.002)
      }),
    )
  })
})

describe('the sentence of a roll', () => {
  it('says the level that is held against the limit beside the one that was counted', () => {
    const roll = judge(august({ counts: [{ ...wash('2026-08-11', 8), method: 'sugar', recovery: 0.8 }] }))
    expect(roll.text).toMatch(/^2\.7 in 100, likely 1\.3 to 4\.8\. With those missed about 3\.3\. Over the limit of 3/)
    expect(judge(august({ counts: [wash('2026-08-11', 8)] })).text).not.toMatch(/missed/)
  })
})

describe('an alarm', () => {
  const level = (mites: number, bees: number, over: Partial<Situation> = {}) =>
    judge(august({ counts: [wash('2026-08-11', mites, bees)], ...over })).level
  it('is raised at five in a hundred, and not on a handful of bees or against a whole yard', () => {
    expect([level(15, 300), level(14, 300), level(24, 300)]).toEqual(['urgent', 'treat', 'urgent'])
    expect([level(1, 1), level(2, 30), level(9, 60)]).toEqual(['treat', 'treat', 'urgent'])
    const none = Array.from({ length: 12 }, () => ({ ...wash('2026-08-10', 0), representative: null }))
    expect(level(5, 100)).toBe('urgent')
    expect(level(5, 100, { yardCounts: none })).toBe('treat')
  })
})

describe('what another jar is worth', () => {
  const another = (mites: number, over: Partial<Situation> = {}, bees = 300) =>
    judge(august({ counts: [wash('2026-08-11', mites, bees)], ...over })).another!
  it('is most near the limit, next to nothing far from it, and more where a missed treatment is dear', () => {
    expect(another(0).changes).toBeLessThan(0.02)
    expect(another(40).changes).toBeLessThan(0.02)
    expect(another(0).worth || another(40).worth).toBe(false)
    expect(another(8).changes).toBeGreaterThan(0.15)
    const dear = { keeper: { ...august().keeper, missed: 10 } }
    expect(another(8, dear).saves).toBeGreaterThan(another(8).saves)
    expect(another(8).text).toMatch(
      /^Another jar of about 300 bees now would turn the verdict in about \d\d of 100 such colonies: worth its while, a missed treatment taken to be as bad as 3 needless ones\.$/,
    )
    // A cup of hardly any bees says little: a full one is worth more.
    expect(another(1, {}, 60).saves).toBeGreaterThan(another(5).saves)
  })
  it('turns the verdict as often as jars drawn from the levels do', () => {
    const r = draws(3)
    for (const mites of [6, 8, 10]) {
      const found = judge(august({ counts: [wash('2026-08-11', mites)] }))
      let turned = 0
      const runs = 8000
      for (let run = 0; run < runs; run++) {
        const level = found.levels![Math.floor(r.next() * 20)]!
        const more = r.mites(level * 3, 1 + Math.floor(r.next() * 3))
        turned += (mites + more) / 600 >= 0.03 !== mites / 300 >= 0.03 ? 1 : 0
      }
      expect(Math.abs(turned / runs - found.another!.changes)).toBeLessThan(0.02)
    }
  })
  it('and of the other kind as often as boards, or jars, drawn from the levels stand on the other side of their own limit', () => {
    const r = draws(12)
    const of = (found: Judgement, next: (level: number) => number, limit: number) => {
      const over = isOver(found)
      let turned = 0
      const runs = 12_000
      for (let run = 0; run < runs; run++) turned += next(found.levels![Math.floor(r.next() * 20)]!) >= limit !== over ? 1 : 0
      // What a board catches is put into three ways: as near as those are to a normal distribution.
      expect(Math.abs(turned / runs - found.otherwise!.changes)).toBeLessThan(0.05)
    }
    const extra = () => 1 + Math.floor(r.next() * 3)
    const { timely, collapse } = boardLimits('2026-08-12', 'north')
    // A board catches what its published limits stand for at 3 in 100, off by a factor of a spread of 0.8.
    const perDay = (level: number) => (Math.sqrt(timely * collapse) / 3) * level * Math.exp(0.8 * r.normal())
    for (const mites of [2, 8, 12]) {
      const found = judge(august({ counts: [wash('2026-08-11', mites)] }))
      of(found, (level) => r.mites(perDay(level) * 3, extra()) / 3, Math.max(timely, collapse))
      expect(found.otherwise!.text).toMatch(/^Three days on a board instead would find it (over|under) its limit in /)
    }
    const board = { ...wash('2026-08-11', 40), method: 'board' as const, bees: null, days: 3 }
    const read = judge(august({ counts: [board] }))
    of(read, (level) => r.mites(level * 3, extra()) / 300, 0.03)
    expect(read.otherwise!.text).toMatch(/^A jar of about 300 bees instead/)
    // Of a colony nobody counted, and of one that was treated since.
    expect(judge(august({ counts: [] })).otherwise!.text).toMatch(/^Three days on a board instead would find it over/)
    expect(judge(august({ counts: [board], phase: 'dormant' })).otherwise).toBeNull()
  })
  it('saves what the verdicts cost, counted out in simulated yards with a jar and with two', () => {
    const r = draws(8)
    let [said, saved, n] = [0, 0, 0]
    for (let run = 0; run < 12_000; run++) {
      const level = Math.min(30, r.gamma(1.8) * (3 / 1.8) * Math.exp(0.5 * r.normal()))
      const extra = 1 + Math.floor(r.next() * 3)
      const [one, two] = [r.mites(level * 3, extra), r.mites(level * 3, extra)]
      if (one < 5 || one > 13) continue
      const cost = (over: boolean) => (level >= 3 ? (over ? 0 : 3) : over ? 1 : 0)
      said += another(one).saves
      saved += cost(one >= 9) - cost(one + two >= 18)
      n += 1
    }
    expect(n).toBeGreaterThan(2000)
    expect(Math.abs(said - saved) / n).toBeLessThan(0.03)
  })
  it('is told of the first jar by season and yard, of one that stands by itself after some days, and not in the winter rest', () => {
    const first = (over: Partial<Situation>) => judge(august({ counts: [], ...over })).another
    const count = (mites: number) => ({ ...wash('2026-08-10', mites), representative: null })
    const [low, high] = [
      [0, 1, 0, 0, 1],
      [9, 14, 8, 12, 20],
    ].map((all) => first({ yardCounts: all.map(count) })!)
    expect(high!.changes).toBeGreaterThan(low!.changes + 0.3)
    expect(high!.worth).toBe(true)
    expect(high!.text).toMatch(/^A jar of about 300 bees now would find it over the limit in about \d\d of 100 such colonies: worth/)
    expect(first({ phase: 'dormant' })).toBeNull()
    const aged = judge(august({ counts: [wash('2026-08-01', 8)] })).another!
    expect(aged.changes).toBeGreaterThan(another(8).changes)
  })
})

describe('growth over several counts', () => {
  const growth = (counts: [string, number][], history: Situation['history'] = []) =>
    judge(august({ history, counts: counts.map(([date, mites]) => wash(date, mites)) })).trend?.growth ?? null
  it('needs three counts on three days', () => {
    expect(
      growth([
        ['2026-07-10', 3],
        ['2026-08-11', 9],
      ]),
    ).toBeNull()
    expect(
      growth([
        ['2026-06-10', 0],
        ['2026-07-10', 0],
        ['2026-08-11', 0],
      ]),
    ).toBeNull()
  })
  it('doubles in about 30 days where the counts do, with its doubt', () => {
    const found = growth([
      ['2026-06-12', 5],
      ['2026-07-12', 10],
      ['2026-08-11', 20],
    ])
    expect(found?.aDay).toBeCloseTo(Math.LN2 / 30, 3)
    expect(found?.low).toBeGreaterThan(0)
    expect(sayGrowth(found as Growth)).toMatch(/doubles in about 30 days, likely 17 to 136, over 3 counts/)
  })
  it('begins anew with a treatment', () => {
    const counts: [string, number][] = [
      ['2026-05-12', 20],
      ['2026-06-12', 2],
      ['2026-07-12', 4],
      ['2026-08-11', 8],
    ]
    const treated = [{ treatment: 'amitraz-strip' as const, start: '2026-05-15', end: '2026-06-10', efficacy: null }]
    expect(growth(counts, treated)?.counts).toBe(3)
    expect(growth(counts, treated)?.aDay).toBeGreaterThan(0.015)
    expect(growth(counts)?.counts).toBe(4)
  })
})
