/** Windows over weeks, last starts, doubts, contradictions, two-part courses and the yard's plan. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { answer, caseOfSecond } from '@thistle/core/course'
import { parseCase } from '@thistle/core/formats'
import {
  betterDay,
  doubtsOf,
  judged,
  lastSensibleStart,
  match,
  planAs,
  planYard,
  questionsFor,
  startWindows,
  worstOf,
  GATES,
  type Judged,
  type YardLine,
} from '@thistle/core/match'
import { contradictionsOf, type Situation, type TreatmentKey } from '@thistle/core/situation'
import { addDays } from '@thistle/core/time'
import { courseSpan, TREATMENTS, treatmentOf } from '@thistle/core/treatments'
import { august, BARE, days, wash, withColony } from '../cases/index.ts'

const line = { authorised: 'yes' as const, withSupers: false, gramsPerBox: null, mostCourses: null, mostDays: null }
const ALLOWED = Object.fromEntries(TREATMENTS.map((t) => [t.key, line]))
const of = (key: TreatmentKey) => treatmentOf(key)!

describe('start windows', () => {
  const hot = august({ rules: ALLOWED, weather: days('2026-08-10', [28, 29, 31, 33, 32, 30.5, 29, 27, 26, ...Array.from({ length: 60 }, () => 24)]) })
  it('say for every option and day what matching on that day says', () => {
    const windows = startWindows(judged(hot), '2026-08-12', 20)
    for (const n of [0, 3, 4, 11, 19]) {
      const day = addDays('2026-08-12', n)
      const verdicts = new Map(match(judged({ ...hot, startOn: day })).map((m) => [m.treatment.key, m.fit]))
      for (const w of windows) if (w.treatment.way !== 'waiting') expect(w.days[n], `${w.treatment.key} ${day}`).toBe(verdicts.get(w.treatment.key))
    }
  })
  it('gather days that fit into spells, in order and apart', () => {
    const [formic] = startWindows(judged(hot), '2026-08-12', 56, [of('formic-strip-14')])
    expect(formic?.spells[0]).toEqual({ from: '2026-08-16', to: '2026-10-06' })
    for (const w of startWindows(judged(hot), '2026-08-12', 56)) {
      w.spells.forEach((s, i) => {
        expect(s.from <= s.to).toBe(true)
        const before = w.spells[i - 1]
        if (before) expect(addDays(before.to, 1) < s.from).toBe(true)
      })
    }
  })
})

describe('the last sensible start', () => {
  const bySupers = (key: TreatmentKey) =>
    lastSensibleStart(of(key), judged(august({ rules: ALLOWED, lastOpening: null, supers: { now: 'none', offOn: null, nextOn: '2027-05-10' } })))?.day
  const byOpening = (key: TreatmentKey) =>
    lastSensibleStart(of(key), judged(august({ rules: ALLOWED, supers: { now: 'none', offOn: null, nextOn: null }, lastOpening: '2026-11-05' })))?.day
  // Fact sheet section C, "Backward from supers-on date" and "from last opening date", from memory.
  it.each([
    ['amitraz-strip', -56],
    ['formic-strip-7', -7],
    ['formic-strip-14', -14],
    ['thymol-gel', -42],
  ] as const)('of %s is %d days from the day supers go on', (key, n) => expect(bySupers(key)).toBe(addDays('2027-05-10', n)))
  it.each([
    ['amitraz-strip', -42],
    ['flumethrin-strip', -42],
    ['oxalic-strip', -42],
  ] as const)('of %s is %d days from the last opening', (key, n) => expect(byOpening(key)).toBe(addDays('2026-11-05', n)))
  it('of thymol is sooner by its warmth than by the last opening', () => {
    // 24 °C with nights of 14 to 8 October, then a temperate autumn: 28 days that average 15 begin by late September.
    const found = lastSensibleStart(of('thymol-gel'), judged(august({ rules: ALLOWED, supers: { now: 'none', offOn: null, nextOn: null } })))
    expect(found?.because).toBe('weather')
    expect(found!.day < addDays('2026-11-05', -28)).toBe(true)
    const fit = (day: string) => match(judged({ ...august({ rules: ALLOWED }), startOn: day }), [of('thymol-gel')])[0]!.fit
    expect(['fits', 'care']).toContain(fit(found!.day))
    expect(fit(found!.limit)).toBe('wait')
  })
  it('is a day on which it still fits or fits with care, and the day after is not', () => {
    for (const t of TREATMENTS.filter((x) => x.way === 'given')) {
      const s = judged(august({ rules: ALLOWED }))
      const last = lastSensibleStart(t, s)
      if (!last || last.because === 'weather') continue
      const level = (day: string) =>
        worstOf([...GATES.time(t, { ...s, startOn: day }), ...GATES.supers(t, { ...s, startOn: day })].map((f) => f.level))
      expect(['fits', 'care'], t.key).toContain(level(last.day))
      expect(level(addDays(last.day, 1)), t.key).toBe('ruled-out')
    }
  })
  it('is none where nothing bounds it', () => {
    expect(
      lastSensibleStart(of('amitraz-strip'), judged(august({ lastOpening: null, supers: { now: 'none', offOn: null, nextOn: null } }))),
    ).toBeNull()
    expect(lastSensibleStart(of('wait-and-recount'), judged(august()))).toBeNull()
  })
})

describe('doubt', () => {
  const bare = parseCase(BARE)
  if (!bare.ok) throw new Error(bare.refusal.sentence)
  it('asks nothing where everything is known', () => {
    for (const o of answer(august({ rules: ALLOWED })).options) expect(o.questions, o.treatment).toEqual([])
  })
  it('asks first what would settle the option, and says what each unknown would change', () => {
    const s = withColony({ entrance: null }, { rules: ALLOWED })
    expect(questionsFor(of('formic-strip-14'), judged(s)).map((q) => q.fact)).toEqual(['entrance'])
    expect(questionsFor(of('amitraz-strip'), judged(s))).toEqual([])
    const [doubt] = doubtsOf(judged(s), TREATMENTS)
    expect(doubt?.fact).toBe('entrance')
    expect(doubt?.changes.map((c) => `${c.treatment.key} ${c.to}`)).toContain('formic-strip-14 care')
  })
  it('asks for the list where it says nothing, with what either answer makes of it, and holds no doubt that changes nothing', () => {
    const s = judged(august({ rules: {} }))
    expect(questionsFor(of('amitraz-strip'), s).map((q) => q.fact)).toEqual(['authorised'])
    const doubts = doubtsOf(s, [of('amitraz-strip'), of('wait-and-recount')])
    expect(doubts.map((d) => [d.fact, d.changes.map((c) => `${c.treatment.key} ${c.say}: ${c.to}`)])).toEqual([
      ['authorised', ['amitraz-strip if it is authorised: fits', 'amitraz-strip if it is not authorised: ruled-out']],
    ])
  })
  it('asks nothing about the entrance of a colony that is too small in any case', () => {
    const s = withColony({ entrance: null, framesOfBees: 3 }, { rules: ALLOWED })
    expect(questionsFor(of('formic-strip-14'), judged(s))).toEqual([])
  })

  /** Ways in which each question may be answered, as changes of the case. */
  const ANSWERS: Record<string, readonly ((s: Situation) => Situation)[]> = {
    brood: (['none', 'open', 'capped'] as const).map((brood) => (s) => ({ ...s, colony: { ...s.colony, brood } })),
    queen: (['laying', 'new', 'absent'] as const).map((queen) => (s) => ({ ...s, colony: { ...s.colony, queen } })),
    entrance: (['full', 'reduced'] as const).map((entrance) => (s) => ({ ...s, colony: { ...s.colony, entrance } })),
    floor: (['solid', 'screen-open'] as const).map((floor) => (s) => ({ ...s, colony: { ...s.colony, floor } })),
    floorWet: [false, true].map((floorWet) => (s) => ({ ...s, colony: { ...s.colony, floorWet } })),
    framesOfBees: [1, 5, 12].map((framesOfBees) => (s) => ({ ...s, colony: { ...s.colony, framesOfBees } })),
    supers: (['none', 'for-people'] as const).map((now) => (s) => ({ ...s, supers: { ...s.supers, now } })),
  }
  const hidden = fc.subarray(Object.keys(ANSWERS), { minLength: 1 })
  const hide = (facts: readonly string[]): Situation => {
    const s = august({ rules: ALLOWED })
    const gone = Object.fromEntries(facts.filter((f) => f !== 'supers').map((f) => [f, null]))
    return { ...s, colony: { ...s.colony, ...gone }, supers: facts.includes('supers') ? { ...s.supers, now: null } : s.supers }
  }
  it('once answered, whatever the answers, leaves the verdict settled', () => {
    fc.assert(
      fc.property(hidden, fc.constantFrom(...TREATMENTS), fc.array(fc.nat(), { minLength: 16, maxLength: 16 }), (facts, treatment, picks) => {
        const s = hide(facts)
        const asked = new Set(questionsFor(treatment, judged(s)).map((q) => q.fact))
        const pick = (fact: string, n: number) => ANSWERS[fact]![(picks[n] ?? 0) % ANSWERS[fact]!.length]!
        const verdict = (x: Situation) => worstOf(Object.values(GATES).flatMap((gate) => gate(treatment, judged(x)).map((f) => f.level)))
        const complete = (from: number) => facts.reduce((x, fact, i) => (asked.has(fact) ? pick(fact, i)(x) : pick(fact, from + (i % 8))(x)), s)
        expect(verdict(complete(0))).toBe(verdict(complete(8)))
      }),
      { numRuns: 300 },
    )
  })
  it('answers the barest case with questions for every option that could be given', () => {
    for (const o of answer(bare.situation).options.filter((x) => x.verdict !== 'ruled-out'))
      expect(o.questions.length, o.treatment).toBeGreaterThan(0)
  })
})

describe('contradictions', () => {
  const paths = (s: Situation) => contradictionsOf(s).map((c) => c.path)
  it.each([
    ['brood none with seven frames of it', withColony({ brood: 'none' }), 'colony.framesOfBrood'],
    ['brood capped with none of it', withColony({ framesOfBrood: 0 }), 'colony.framesOfBrood'],
    ['more brood than bees', withColony({ framesOfBees: 4 }), 'colony.framesOfBrood'],
    ['forty frames in a box', withColony({ framesOfBees: 40, broodBoxes: 1 }), 'colony.framesOfBees'],
    ['clustered at 24 °C', withColony({ clustered: true }), 'colony.clustered'],
    ['laying without a queen', withColony({ queen: 'absent', layingSince: '2026-07-01' }), 'colony.layingSince'],
    ['laying since tomorrow', withColony({ layingSince: '2026-08-13' }), 'colony.layingSince'],
    ['hived tomorrow', withColony({ hivedOn: '2026-08-13' }), 'colony.hivedOn'],
    ['not newly hived, a week ago', withColony({ newlyHived: false, hivedOn: '2026-08-05' }), 'colony.newlyHived'],
    ['newly hived, a year ago', withColony({ newlyHived: true, hivedOn: '2025-08-05' }), 'colony.newlyHived'],
    ['seven frames of brood in the winter rest', august({ phase: 'dormant' }), 'phase'],
    ['supers on before they come off', august({ supers: { now: 'for-people', offOn: '2026-09-10', nextOn: '2026-09-01' } }), 'supers.nextOn'],
    ['supers that were due', august({ supers: { now: 'none', offOn: null, nextOn: '2026-08-01' } }), 'supers.nextOn'],
    ['a last opening that is past', august({ lastOpening: '2026-08-01' }), 'lastOpening'],
    ['a hole in the weather', august({ weather: [...days('2026-08-12', [24, 24]), ...days('2026-08-16', [24])] }), 'weather'],
  ])('names %s with its path', (_, s, path) => expect(paths(s)).toContain(path))
  it('finds nothing in a sound case, and changes nothing in a contradictory one', () => {
    expect(paths(august())).toEqual([])
    const odd = withColony({ brood: 'none' })
    const found = answer(odd)
    expect(found.contradictions).toHaveLength(1)
    expect(found.contradictions[0]?.text).toMatch(/Judged as without brood/)
    expect(odd.colony.framesOfBrood).toBe(7)
  })
})

describe('two in turn', () => {
  const heavy = (over: Partial<Situation> = {}) => august({ rules: ALLOWED, counts: [wash('2026-08-11', 94)], ...over })
  it('is offered where one alone may leave the colony over its limit, and leaves fewer', () => {
    const s = withColony({ framesOfBees: 5 }, heavy({ rules: { ...ALLOWED, 'amitraz-strip': { ...line, authorised: 'no' } } }))
    const { combinations, options } = answer(s)
    expect(combinations.length).toBeGreaterThan(0)
    const best = Math.min(
      ...options.filter((o) => o.allowed.rules !== 'no' && (o.fit === 'fits' || o.fit === 'care') && o.left).map((o) => o.left!.high),
    )
    for (const c of combinations) expect(c.left.high).toBeLessThan(best)
    const { p05: low, p95: high } = answer(s).judgement
    for (const c of combinations) {
      const [one, two] = [of(c.parts[0].treatment), of(c.parts[1].treatment)]
      const first = one.reach === 'opens' ? { low: 0, high: 0 } : one.efficacy!.brood
      const second = one.reach === 'opens' ? two.efficacy!.broodless : two.efficacy!.brood
      expect(c.left.low).toBeCloseTo(low! * (1 - first.high) * (1 - second.high), 6)
      expect(c.left.high).toBeCloseTo(high! * (1 - first.low) * (1 - second.low), 6)
      // The first is over before the second, or runs beside it: the case of the second says which.
      const { history, startOn } = caseOfSecond(s, c)
      const end = addDays(c.parts[0].start, courseSpan(one, { ...s, rules: {} }).least)
      expect(history.find((p) => p.treatment === one.key)!.end).toBe(end <= startOn ? end : null)
    }
  })
  it('puts the second part through all gates on its own day', () => {
    const s = august({
      ...heavy(),
      phase: 'peak',
      rules: { ...ALLOWED, 'amitraz-strip': { ...line, authorised: 'no' } },
      keeper: { ...august().keeper, organicOnly: true },
    })
    for (const c of answer(s).combinations) {
      const [one, two] = c.parts
      expect(two.start > one.start).toBe(true)
      const found = match(judged(caseOfSecond(s, c)), [of(two.treatment)])[0]
      expect(found?.fit).toBe(two.fit)
    }
  })
  it('makes a brood break and one oxalic round of it in spring', () => {
    const s = withColony(
      { framesOfBees: 5 },
      heavy({
        phase: 'peak',
        keeper: { ...august().keeper, organicOnly: true },
        counts: [wash('2026-08-11', 14)],
        rules: Object.fromEntries(
          TREATMENTS.map((t) => [t.key, { ...line, authorised: t.key === 'oxalic-vapour' ? ('yes' as const) : ('no' as const) }]),
        ),
      }),
    )
    const found = answer(s).combinations.find((c) => c.key === 'break-then-oxalic')
    expect(found?.parts.map((p) => [p.treatment, p.start])).toEqual([
      ['brood-break', '2026-08-14'],
      ['oxalic-vapour', '2026-09-07'],
    ])
    expect(found?.parts[1].fit).toBe('fits')
  })
  it('is not offered under the limit, nor where one alone will do', () => {
    expect(answer(august({ counts: [wash('2026-08-11', 2)] })).combinations).toEqual([])
    expect(answer(august({ rules: ALLOWED })).combinations).toEqual([])
  })
})

describe('a plan for the yard', () => {
  const lineOf = (id: string, s: Situation): YardLine => {
    const at: Judged = judged(s)
    return { id, situation: at, options: match(at) }
  }
  const big = () => august({ rules: ALLOWED })
  it('takes one option for all where one serves all', () => {
    const plan = planYard([lineOf('a', big()), lineOf('b', big()), lineOf('c', big())])
    expect(plan.groups.map((g) => [g.treatment, g.colonies])).toEqual([['amitraz-strip', ['a', 'b', 'c']]])
    expect(plan.unserved).toEqual([])
    expect(plan.groups[0]?.takes).toEqual({ amount: 12, unit: 'strip', firstDay: 12 })
  })
  it('prefers one for all with a nucleus among them over the best for each', () => {
    const plan = planYard([lineOf('a', big()), lineOf('nuc', withColony({ framesOfBees: 4, broodBoxes: 1 }, { rules: ALLOWED }))])
    expect(plan.groups).toHaveLength(1)
    expect(plan.groups[0]?.treatment).toBe('amitraz-strip')
    expect(plan.groups[0]?.takes?.amount).toBe(5)
  })
  it('names those that none can serve, with the first day on which something would', () => {
    const blocked = withColony({}, { rules: ALLOWED, supers: { now: 'for-people', offOn: '2026-08-20', nextOn: null } })
    const plan = planYard([lineOf('a', big()), lineOf('late', blocked)])
    expect(plan.unserved).toEqual([{ id: 'late', earliest: { treatment: 'amitraz-strip', day: '2026-08-20' } }])
    expect(betterDay([lineOf('a', big()), lineOf('late', blocked)], plan)).toEqual({ treatment: 'formic-strip-14', day: '2026-08-20', withCare: 0 })
  })
  it('shares the shelf in standing order and says what is short', () => {
    const s = august({ rules: ALLOWED, stock: { 'amitraz-strip': { units: 9, expires: null } } })
    const lines = ['a', 'b', 'c'].map((id) => lineOf(id, s))
    const plan = planAs(new Map(lines.map((l) => [l.id, 'amitraz-strip'])), lines)
    expect(plan.groups[0]).toMatchObject({ takes: { amount: 12, unit: 'strip', firstDay: 12 }, short: 3, serves: 2 })
    const shelf = (units: number) => {
      const just = ['a', 'b', 'c'].map((id) => lineOf(id, august({ rules: ALLOWED, stock: { 'amitraz-strip': { units, expires: null } } })))
      return planAs(new Map(just.map((l) => [l.id, 'amitraz-strip' as const])), just).groups[0]
    }
    expect([shelf(8)?.serves, shelf(7)?.serves, shelf(12)?.serves]).toEqual([2, 1, 3])
  })
  it('names no later day that wants as much care as this one', () => {
    // A neighbour of the colony was given amitraz last; the others are refused by the list: care on any day.
    const only = Object.fromEntries(
      TREATMENTS.map((t) => [t.key, { ...line, authorised: t.key === 'amitraz-strip' ? ('yes' as const) : ('no' as const) }]),
    )
    const before = [{ treatment: 'amitraz-strip' as const, start: '2026-03-01', end: '2026-04-14', efficacy: null }]
    const lines = ['a', 'b'].map((id) => lineOf(id, august({ rules: only, history: before })))
    const plan = planYard(lines)
    expect([plan.groups.length, plan.groups[0]?.withCare.length, plan.unserved]).toEqual([1, 2, []])
    expect(betterDay(lines, plan)).toBeNull()
  })
  it('counts days by the strips a person may handle', () => {
    const lines = Array.from({ length: 60 }, (_, i) => lineOf(`c${i}`, big()))
    const as = new Map(lines.map((l) => [l.id, 'amitraz-strip' as const]))
    expect(planAs(as, lines, 1).groups[0]?.days).toBe(2)
    expect(planAs(as, lines, 2).groups[0]?.days).toBe(1)
  })
  it('is as small and as cheap as trying every way for every colony', () => {
    const keys = ['formic-strip-14', 'amitraz-strip', 'thymol-gel', 'oxalic-vapour'] as const
    const verdict = fc.constantFrom('fits', 'care', 'wait', 'ruled-out')
    const template = judged(big())
    fc.assert(
      fc.property(fc.array(fc.tuple(verdict, verdict, verdict, verdict), { minLength: 1, maxLength: 5 }), (table) => {
        const lines = table.map((row, i): YardLine => ({
          id: `c${i}`,
          situation: template,
          options: keys.map((key, k) => ({
            treatment: of(key),
            fit: row[k] as 'fits',
            allowed: { rules: 'yes', kit: 'ready', shelf: 'enough' },
            fitFrom: null,
            efficacy: null,
            left: null,
          })),
        }))
        const plan = planYard(lines)
        const usable = (row: readonly string[], k: number) => row[k] === 'fits' || row[k] === 'care'
        const can = table.filter((row) => keys.some((_, k) => usable(row, k)))
        expect(plan.unserved).toHaveLength(table.length - can.length)
        const ways = can.reduce<number[][]>(
          (all, row) =>
            all.flatMap((w) =>
              keys
                .map((_, k) => k)
                .filter((k) => usable(row, k))
                .map((k) => [...w, k]),
            ),
          [[]],
        )
        const size = (w: readonly number[]) => new Set(w).size
        const care = (w: readonly number[]) => w.filter((k, i) => can[i]![k] === 'care').length
        const fewest = Math.min(...ways.map(size))
        const least = Math.min(...ways.filter((w) => size(w) === fewest).map(care))
        expect(plan.groups).toHaveLength(can.length === 0 ? 0 : fewest)
        expect(plan.groups.reduce((sum, g) => sum + g.withCare.length, 0)).toBe(can.length === 0 ? 0 : least)
      }),
      { numRuns: 150 },
    )
  })
})
