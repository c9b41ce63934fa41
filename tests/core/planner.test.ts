/** What to do over a year, and when: the search finds what trying everything finds, every day of a plan passes Match when it is asked again, and no sentence says more than its plan. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judge } from '@thistle/core/judge'
import { judged, match } from '@thistle/core/match'
import {
  candidatesOf,
  caseOfCourse,
  DAYS_LET_PASS,
  fitsInTurn,
  MOST_RECKONED,
  namedPlans,
  notFor,
  outlookOf,
  planSeason,
  saySeason,
  searchSeason,
  seasonField,
  seasonStatus,
  type Aim,
  type Candidate,
  type PlannedColony,
  type Season,
  type SeasonPlan,
} from '@thistle/core/outlook'
import { nextFlow, type Situation } from '@thistle/core/situation'
import { addDays, daysBetween, type Day } from '@thistle/core/time'
import { supersMayStay, treatmentOf } from '@thistle/core/treatments'
import { sayAs, USUAL_READER } from '@thistle/core/words'
import { august, wash } from '../cases/index.ts'

function toEnd<T, R>(steps: Generator<T, R>): R {
  let step = steps.next()
  while (!step.done) step = steps.next()
  return step.value
}
const on = (asOf: Day, mites: number | null, over: Partial<Situation> = {}): Situation =>
  august({ asOf, startOn: asOf, phase: null, weather: [], lastOpening: null, counts: mites === null ? [] : [wash(asOf, mites)], ...over })
const yardOf = (...situations: Situation[]): PlannedColony[] => situations.map((situation, i) => ({ id: `c${i}`, situation }))
const WANTED: Aim = { by: 'chance', wanted: 0.8 }
const read = (season: Season, aim: Aim, asOf: Day): string =>
  saySeason(season, aim, asOf)
    .map((s) => sayAs(USUAL_READER, s.text))
    .join(' ')

/** Every set of at most `most` of some candidates, in the order of their days. */
function everySet(candidates: readonly Candidate[], most: number): Candidate[][] {
  const sets: Candidate[][] = [[]]
  const grow = (from: number, set: Candidate[]): void => {
    for (let i = from; i < candidates.length; i++) {
      const next = [...set, candidates[i]!]
      sets.push(next.toSorted((a, b) => a.start.localeCompare(b.start)))
      if (next.length < most) grow(i + 1, next)
    }
  }
  grow(0, [])
  return sets
}
const few = (candidates: readonly Candidate[], keys: readonly string[], every: number): Candidate[] =>
  keys.flatMap((key) => candidates.filter((c) => c.treatment.key === key).filter((_, i) => i % every === 0))

describe('the search', () => {
  it.each([
    ['2026-05-10', 2],
    ['2026-05-10', 6],
    ['2026-07-20', 4],
    ['2026-08-12', 9],
    ['2026-01-10', 2],
  ] as const)('finds on %s, with %d mites in the jar, what trying every plan of two courses finds', (asOf, mites) => {
    const colonies = yardOf(on(asOf, mites))
    const candidates = few(toEnd(candidatesOf(colonies)), ['amitraz-strip', 'formic-strip-14', 'oxalic-vapour', 'drone-removal'], 4)
    expect(candidates.length).toBeGreaterThan(10)
    const field = seasonField(colonies, { days: 365, runs: 12, seed: 1, free: 0 })
    const fits = fitsInTurn(colonies)
    const all = everySet(candidates, 2)
      .filter((set) => fits(set))
      .map((set) => field.run(set))
    const found = toEnd(searchSeason(field, candidates, fits, 2))
    for (const visits of new Set(all.map((n) => n.visits))) {
      const best = Math.max(...all.filter((n) => n.visits <= visits).map((n) => n.keeps))
      const its = Math.max(...found.filter((n) => n.visits <= visits).map((n) => n.keeps))
      expect(its, `${visits} visits`).toBeCloseTo(best, 9)
    }
  })
  it('goes on from where a plan stands as it would from the beginning', () => {
    const colonies = yardOf(on('2026-05-10', 4), on('2026-05-10', 9))
    const candidates = toEnd(candidatesOf(colonies)).filter((_, i) => i % 9 === 0)
    const field = seasonField(colonies, { days: 365, runs: 3, seed: 2, free: 0 })
    const one = fc.integer({ min: 0, max: candidates.length - 1 })
    fc.assert(
      fc.property(one, one, (a, b) => {
        const [first, second] = [candidates[a]!, candidates[b]!]
        const both = [first, second].toSorted((x, y) => x.start.localeCompare(y.start))
        const grown = field.run(both, field.run([first]), second)
        const whole = field.run(both)
        expect(grown.over).toBe(whole.over)
        expect(grown.byColony).toEqual(whole.byColony)
      }),
      { numRuns: 25 },
    )
  })
  it('counts the days over the limit that the outlook of one plan counts', () => {
    const situation = on('2026-06-15', 5)
    const colonies = yardOf(situation)
    const course = toEnd(candidatesOf(colonies)).find((c) => c.treatment.key === 'formic-strip-14' && c.start >= '2026-08-01')!
    const [runs, days] = [200, 200]
    const field = seasonField(colonies, { days, runs, seed: 5, free: 0 })
    const { plans } = outlookOf({
      situation,
      days,
      runs,
      seed: 5,
      plans: [
        { name: 'nothing', courses: [] },
        { name: 'one', courses: [{ treatment: course.treatment.key, start: course.start }] },
      ],
    })
    const from = daysBetween(situation.asOf, course.start)
    const sum = (over: readonly number[], counts: (t: number) => boolean) => over.reduce((all, c, t) => all + (t > 0 && counts(t) ? c : 0), 0)
    expect(field.run([]).over).toBeCloseTo(
      sum(plans[0]!.over, () => true),
      6,
    )
    // Four weeks from its beginning are given to a course.
    expect(field.run([course]).over).toBeCloseTo(
      sum(plans[1]!.over, (t) => t < from || t >= from + 28),
      6,
    )
  })
})

describe('a yard', () => {
  it('lets mites fly from a full colony to an empty one, and as many as leave come', () => {
    const colonies = yardOf(on('2026-07-20', 18), on('2026-07-20', 0))
    const asked = { days: 120, runs: 40, seed: 3, free: 0 }
    const [apart, together] = [seasonField(colonies, { ...asked, flies: false }).run([]), seasonField(colonies, { ...asked, flies: true }).run([])]
    expect(together.byColony[1]!.over).toBeGreaterThan(apart.byColony[1]!.over + 1)
    const like = yardOf(on('2026-07-20', 5), on('2026-07-20', 5), on('2026-07-20', 5))
    const total = (flies: boolean) =>
      seasonField(like, { ...asked, flies })
        .run([])
        .kept.at(-1)!
        .reduce((a, b) => a + b, 0)
    // What flies spends a week on its way, and breeds no daughters meanwhile.
    expect(total(true) / total(false)).toBeGreaterThan(0.9)
    expect(total(true) / total(false)).toBeLessThan(1.02)
  })
  it('leaves out the colony for which a treatment never fits, and says for which one a plan does less', () => {
    const found = [{ date: '2026-05-01', mites: 12 }]
    const withstands = on('2026-08-12', 9, {
      history: [{ treatment: 'amitraz-strip', start: '2026-05-02', end: '2026-06-20', efficacy: 0.05, why: 'resistance' }],
      counts: [...found.map(({ date, mites }) => wash(date, mites)), wash('2026-08-12', 9)],
    })
    const colonies = yardOf(on('2026-08-12', 8), withstands)
    const strips = toEnd(candidatesOf(colonies)).filter((c) => c.treatment.key === 'amitraz-strip')
    expect(strips.length).toBeGreaterThan(0)
    for (const strip of strips) expect(strip.takesPart).toEqual([true, false])
    const plan: SeasonPlan = {
      courses: [{ treatment: 'amitraz-strip', start: '2026-08-12', leavesOut: ['c1'], cares: [], confirm: false, fetch: false }],
      visits: 4,
      synthetic: true,
      keeps: 0.5,
      low: 0.45,
      high: 0.55,
      over: 20,
      byColony: [
        { id: 'c0', keeps: 0.9, over: 2 },
        { id: 'c1', keeps: 0.1, over: 60 },
      ],
    }
    expect(notFor(plan)).toEqual(['c1'])
  })
  it('of more colonies than it can run is reckoned by some of them, of every level', () => {
    const many = yardOf(...Array.from({ length: MOST_RECKONED + 7 }, (_, i) => on('2026-11-20', i % 12)))
    const season = toEnd(planSeason({ colonies: many, days: 60 }))
    expect(season.reckoned).toEqual({ by: MOST_RECKONED, of: MOST_RECKONED + 7 })
    const level = (id: string) => judge(many.find((c) => c.id === id)!.situation).p50!
    const levels = season.plans[0]!.byColony.map((c) => level(c.id))
    const all = many.map((c) => level(c.id))
    expect(Math.min(...levels)).toBeCloseTo(Math.min(...all), 6)
    expect(Math.max(...levels)).toBeCloseTo(Math.max(...all), 6)
  }, 60_000)
})

const south = { hemisphere: 'south' } as const
const CASES: readonly (readonly [string, Situation])[] = [
  ['in August, over the limit', on('2026-08-12', 11)],
  ['in May', on('2026-05-10', 4)],
  ['in January', on('2026-01-10', 2)],
  ['in the south', on('2026-02-12', 8, south)],
  ['with nothing counted', on('2026-04-15', null)],
  ['with supers on', on('2026-06-10', 6, { supers: { now: 'for-people', offOn: '2026-08-05', nextOn: '2027-05-10' } })],
  ['after a failure', on('2026-08-12', 11, { history: [{ treatment: 'amitraz-strip', start: '2026-06-01', end: '2026-07-14', efficacy: 0.3 }] })],
  ['while strips hang', on('2026-08-12', 6, { history: [{ treatment: 'amitraz-strip', start: '2026-08-01', end: null, efficacy: null }] })],
  ['by a keeper who gives no synthetics', on('2026-08-12', 11, { keeper: { ...august().keeper, organicOnly: true } })],
]

describe.each(CASES)('a season planned %s', (_, situation) => {
  const season = toEnd(planSeason({ colonies: yardOf(situation) }))
  const { asOf } = situation
  it('holds only courses that fit when Match is asked again on their day, those before them given', () => {
    expect(season.plans.length).toBeGreaterThan(1)
    for (const { courses } of season.plans)
      for (const [i, { treatment, start }] of courses.entries()) {
        const [option] = match(judged(caseOfCourse(situation, courses, i)), [treatmentOf(treatment)!])
        expect(['fits', 'care'], `${treatment} ${start}`).toContain(option!.fit)
        expect(option!.allowed.rules).not.toBe('no')
        expect(start >= asOf && start < addDays(asOf, 366)).toBe(true)
        if (situation.keeper.organicOnly) expect(option!.treatment.synthetic).toBe(false)
      }
  })
  it('puts nothing into a flow to come that may not lie under supers', () => {
    for (const { start, treatment } of season.plans.flatMap((p) => p.courses)) {
      const option = treatmentOf(treatment)!
      const s = judged({ ...situation, startOn: start })
      if (supersMayStay(option, situation.rules[treatment])) continue
      const flow = nextFlow(s, start)
      // In the flow of today the supers are known.
      if (flow && !(flow.from <= addDays(asOf, 60))) expect(start < flow.from || start > flow.to, `${treatment} ${start}`).toBe(true)
    }
  })
  it('tells figures that are figures, more visits only where they do more', () => {
    for (const p of season.plans) {
      for (const x of [p.keeps, p.low, p.high]) expect(x >= 0 && x <= 1).toBe(true)
      expect(p.low <= p.keeps && p.keeps <= p.high).toBe(true)
      expect(Number.isFinite(p.over)).toBe(true)
      expect(p.synthetic).toBe(p.courses.some((c) => treatmentOf(c.treatment)!.synthetic))
    }
    const without = season.plans.filter((p) => !p.synthetic)
    for (const [i, p] of without.entries()) for (const less of without.slice(0, i)) expect(p.keeps > less.keeps || p.over < less.over).toBe(true)
  })
  it('says its plan in whole sentences, and that nothing was counted where nothing was', () => {
    for (const aim of [WANTED, { by: 'visits', most: 3 } as const, { by: 'chance', wanted: 0.999 } as const]) {
      const text = read(season, aim, asOf)
      expect(text).not.toMatch(/undefined|NaN|Infinity|\bnull\b|[{}]|about about/)
      expect(text).toMatch(/[.!?]$/)
      expect(text.includes('Nothing is counted')).toBe(situation.counts.length === 0)
      for (const { plan, reaches } of namedPlans(season, aim)) {
        if (aim.by === 'chance') expect(reaches).toBe(plan.keeps >= aim.wanted)
        else expect(reaches).toBe(plan.visits <= aim.most)
      }
    }
  })
})

describe('what is planned', () => {
  const planned = (treatment: 'formic-strip-14' | 'drone-removal', start: Day) => ({ treatment, start, end: null, efficacy: null })
  it('is on course while it keeps what is wanted, and is not counted as given', () => {
    const free = toEnd(planSeason({ colonies: yardOf(on('2026-05-10', 3)) }))
    const best = namedPlans(free, WANTED)[0]!.plan
    expect(best.courses.length).toBeGreaterThan(0)
    const planned = best.courses.map(({ treatment, start }) => ({ treatment, start }))
    const again = toEnd(planSeason({ colonies: [{ id: 'c0', situation: on('2026-05-10', 3), planned }] }))
    expect(again.planned!.keeps).toBeCloseTo(best.keeps, 6)
    expect(seasonStatus(again, WANTED).is).toBe('on-course')
    expect(read(again, WANTED, '2026-05-10')).toMatch(/^What is planned is on course/)
    // The plans that are found beside it are those of before: what is planned stands in the way of none.
    expect(again.plans.map((p) => p.keeps)).toEqual(free.plans.map((p) => p.keeps))
  })
  it('is off course once a count comes in that it cannot carry: another is named', () => {
    const history = [planned('drone-removal', '2026-06-14')]
    const before = toEnd(planSeason({ colonies: yardOf(on('2026-06-10', 0, { history })) }))
    const after = toEnd(planSeason({ colonies: yardOf(on('2026-06-10', 14, { history })) }))
    expect(after.planned!.keeps).toBeLessThan(before.planned!.keeps + 1e-9)
    const status = seasonStatus(after, WANTED)
    expect(status.is).toBe('rather')
    expect(read(after, WANTED, '2026-06-10')).toMatch(/^Now rather /)
  })
})

describe('the plans by name', () => {
  const plan = (visits: number, keeps: number, synthetic: boolean): SeasonPlan => ({
    courses:
      visits === 0
        ? []
        : [{ treatment: synthetic ? 'amitraz-strip' : 'thymol-gel', start: '2026-08-12', leavesOut: [], cares: [], confirm: false, fetch: false }],
    visits,
    synthetic,
    keeps,
    low: keeps,
    high: keeps,
    over: (1 - keeps) * 50,
    byColony: [{ id: 'c0', keeps, over: 0 }],
  })
  const season = (...plans: SeasonPlan[]): Season => ({ plans, planned: null, tried: 1, candidates: 1, reckoned: { by: 1, of: 1 }, uncounted: [] })
  it('are the fewest visits that give the chance, the safest, and the fewest without synthetics', () => {
    const [none, two, four, six, seven] = [plan(0, 0.1, false), plan(2, 0.6, true), plan(4, 0.85, true), plan(6, 0.88, false), plan(7, 0.97, true)]
    const of = namedPlans(season(none, two, four, six, seven), WANTED)
    expect(of.map(({ names, plan: p }) => [names.join(), p.visits])).toEqual([
      ['fewest', 4],
      ['safest', 7],
      ['no-synthetics', 6],
    ])
    const reverse = namedPlans(season(none, two, four, six, seven), { by: 'visits', most: 5 })
    expect(reverse[0]).toEqual({ names: ['best'], plan: four, reaches: true })
  })
  it('say that nothing is needed where nothing is, and that none reaches where none does', () => {
    expect(read(season(plan(0, 0.9, false), plan(3, 0.99, true)), WANTED, '2026-08-12')).toMatch(/^Nothing but counts: left alone about 90 of 100/)
    expect(read(season(plan(0, 0.1, false), plan(3, 0.5, true)), WANTED, '2026-08-12')).toMatch(/^No plan that was tried gives 80 of 100\./)
    expect(read(season(plan(0, 0.1, false), plan(3, 0.5, true)), WANTED, '2026-08-12')).toContain(`no more than ${DAYS_LET_PASS} days`)
  })
})
