/** Trials: drawn fairly, and told as the figures have it. */
import fc from 'fast-check'
import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import { yardState, type ColonyRecord, type TrialRecord } from '@thistle/core/holding'
import { differenceOf, hendersonTilton, lossOf, studentQuantile } from '@thistle/core/review'
import { readTable, writeTrial } from '@thistle/core/tables'
import { addDays, type Day } from '@thistle/core/time'
import { assignArms, balanceOf, leftOf, spreadOfLevels, trialCandidates, trialState } from '@thistle/core/trial'
import { draws } from '../worlds/draws.ts'
import { TRIALS, YARDS } from '../../server/src/demo/holding.ts'
import { demoId } from '../../server/src/demo/load.ts'
import { bareColony, bareCount, bareCourse, bareEvent, bareSettings, bareYard, SOUND } from '../cases/records.ts'

const { jStat: jstat } = createRequire(import.meta.url)('jstat') as {
  jStat: { stdev: (xs: readonly number[], sample: boolean) => number; studentt: { inv: (p: number, freedom: number) => number } }
}
const candidates = (levels: readonly (number | null)[]) => levels.map((level, i) => ({ id: `c${String(i).padStart(3, '0')}`, level }))

describe('drawing arms', () => {
  it('puts each arm once into every block of alike counts, and is told again by its seed', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 20, noNaN: true }), { minLength: 4, maxLength: 40 }),
        fc.integer({ min: 2, max: 4 }),
        fc.integer({ min: 0, max: 2 ** 31 - 1 }),
        (levels, arms, seed) => {
          const all = candidates(levels)
          const drawn = assignArms(all, arms, seed)
          expect(drawn).toEqual(assignArms(all.toReversed(), arms, seed))
          expect(new Set(drawn.map((d) => d.colonyId)).size).toBe(levels.length)
          for (const block of new Set(drawn.map((d) => d.block))) {
            const inIt = drawn.filter((d) => d.block === block)
            expect(new Set(inIt.map((d) => d.arm)).size).toBe(inIt.length)
            expect(inIt.length).toBeLessThanOrEqual(arms)
          }
          // Blocks go down by level: none of a later block has more than one of an earlier.
          const level = (id: string) => all.find((c) => c.id === id)!.level!
          const ends = [...new Set(drawn.map((d) => d.block))].map((b) => drawn.filter((d) => d.block === b).map((d) => level(d.colonyId)))
          for (let i = 1; i < ends.length; i++) expect(Math.max(...ends[i]!)).toBeLessThanOrEqual(Math.min(...ends[i - 1]!))
          const sizes = Array.from({ length: arms }, (_, a) => drawn.filter((d) => d.arm === a).length)
          expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1)
        },
      ),
    )
  })
  it('gives every colony every arm alike, over many seeds, and arms nearer to one another than lots alone would', () => {
    const all = candidates([9, 8, 7, 5, 4, 3, 2, 1])
    const counts = new Map<string, number>()
    let [blocked, free] = [0, 0]
    const RUNS = 3000
    for (let seed = 0; seed < RUNS; seed++) {
      const drawn = assignArms(all, 2, seed)
      for (const d of drawn) counts.set(`${d.colonyId} ${d.arm}`, (counts.get(`${d.colonyId} ${d.arm}`) ?? 0) + 1)
      const mean = (arm: number) =>
        balanceOf(drawn, 2, (id) => ({ level: all.find((c) => c.id === id)!.level, frames: null, brood: null }))[arm]!.level!
      blocked += (mean(0) - mean(1)) ** 2
      // By lot alone: four of eight, by the same seeds.
      const lots = assignArms(
        all.map((c) => ({ ...c, level: 1 })),
        8,
        seed,
      ).map((d) => ({ ...d, arm: d.arm % 2 }))
      const alone = (arm: number) => lots.filter((d) => d.arm === arm).reduce((sum, d) => sum + all.find((c) => c.id === d.colonyId)!.level!, 0) / 4
      free += (alone(0) - alone(1)) ** 2
    }
    for (const n of counts.values()) expect(Math.abs(n / RUNS - 0.5)).toBeLessThan(0.04)
    expect(blocked).toBeLessThan(free / 5)
  })
  it('puts what was not counted last, and says how far levels differ', () => {
    expect(
      assignArms(candidates([null, 3, null, 1]), 2, 7)
        .map((d) => d.colonyId)
        .slice(2)
        .toSorted(),
    ).toEqual(['c000', 'c002'])
    expect(spreadOfLevels([1, 2])).toBeNull()
    const levels = [1, 2, 4, 8]
    expect(spreadOfLevels(levels)).toBeCloseTo(
      jstat.stdev(
        levels.map((l) => Math.log(l)),
        true,
      ),
      12,
    )
  })
})

const START: Day = '2026-07-01'
const AFTER = addDays(START, 62)
const TODAY = addDays(START, 64)
const done = (on: Day, job = 'dose') => bareEvent(on, { job, n: 1, amount: 2, id: `${job} ${on}` } as never)
const strips = () => bareCourse('amitraz-strip', START, [done(START), done(addDays(START, 42), 'remove')])
const acid = () => bareCourse('formic-strip-14', START, [done(START), done(addDays(START, 14), 'remove')])
function colony(
  id: string,
  before: number,
  after: number | null,
  course: ReturnType<typeof strips> | null,
  over: Partial<ColonyRecord> = {},
): ColonyRecord {
  const counts = [bareCount(addDays(START, -1), before), ...(after === null ? [] : [bareCount(AFTER, after)])]
  const facts = course && { ...course.facts, before: { mites: before, bees: 300, countedOn: addDays(START, -1), method: 'wash' as const } }
  return bareColony({
    id,
    name: id.toUpperCase(),
    placement: { id: `p${id}`, version: 1, position: 1, fromDay: '2026-03-01', yardId: 'y' },
    counts,
    courses: course && facts ? [{ ...course, id: `course ${id}`, facts }] : [],
    ...over,
  })
}
const PLACES = ['a', 'b', 'c', 'd', 'e', 'f'].map((colonyId, i) => ({ colonyId, arm: Math.floor(i / 2), block: (i % 2) + 1 }))
const trial = (over: Partial<TrialRecord> = {}): TrialRecord => ({
  id: 't',
  version: 1,
  yardId: 'y',
  name: 'One',
  startOn: START,
  arms: ['amitraz-strip', 'formic-strip-14', 'untreated'],
  drawn: PLACES,
  seed: 1,
  endedOn: null,
  note: null,
  ...over,
})
const SIX = () => [
  colony('a', 12, 0, strips()),
  colony('b', 9, 1, strips()),
  colony('c', 12, 6, acid()),
  colony('d', 9, 3, acid()),
  colony('e', 10, 14, null),
  colony('f', 8, 12, null),
]
const stateOf = (colonies: readonly ColonyRecord[], over: Partial<TrialRecord> = {}, today = TODAY) =>
  trialState(trial(over), yardState(bareYard(today, { colonies }), bareSettings))

describe('a trial as it stands', () => {
  it('has each arm by what its colonies lost, and corrected by those left untreated', () => {
    const { arms, pairs, state } = stateOf(SIX())
    expect(state).toBe('to-count')
    expect(arms.map((a) => [a.name, a.counted])).toEqual([
      ['Amitraz strip', 2],
      ['Formic acid strip, 14 days', 2],
      ['Untreated', 2],
    ])
    const loss = (before: number, after: number) => lossOf(before, after, { before: 300, after: 300 })
    const mean = (loss(12, 0) + loss(9, 1)) / 2
    expect(arms[0]!.left!.estimate).toBeCloseTo(Math.exp(mean), 12)
    const on = (mites: number) => ({ date: START, mites, exposure: 600 })
    const by = hendersonTilton({ before: on(21), after: on(9) }, { before: on(18), after: on(26) })!
    expect(arms[1]!.corrected!.estimate).toBeCloseTo(by.estimate, 12)
    expect(arms[2]!.corrected).toBeNull()
    expect(arms[2]!.share).toBeNull()
    const one = differenceOf([loss(12, 0), loss(9, 1)], [loss(10, 14), loss(8, 12)])
    const pair = pairs.find((p) => p.one === 0 && p.other === 2)!
    expect(pair.p).toBeGreaterThanOrEqual(one.p)
    expect(pair.ratio.estimate).toBeCloseTo(Math.exp(one.estimate), 12)
    expect(pair.text).toMatch(/^Untreated left \d/)
    expect(pairs).toHaveLength(3)
  })
  it('makes p larger for the number of pairs, and says where too few tell', () => {
    const { pairs } = stateOf(SIX(), { arms: ['amitraz-strip', 'formic-strip-14'], drawn: PLACES.slice(0, 4) })
    const three = stateOf(SIX()).pairs
    const alone = (one: number, other: number) => {
      const losses = (arm: number) => stateOf(SIX()).arms[arm]!.colonies.map((c) => c.loss!)
      return differenceOf(losses(one), losses(other)).p
    }
    expect(pairs[0]!.p).toBeCloseTo(alone(0, 1), 12)
    const raw = [alone(0, 1), alone(0, 2), alone(1, 2)]
    expect(Math.min(...three.map((p) => p.p))).toBeCloseTo(Math.min(1, 3 * Math.min(...raw)), 10)
    expect(pairs[0]!.text).toMatch(/too few colonies to tell them apart|a difference/)
  })
  it('counts nothing of a colony that was lost, given something besides, or never given its own', () => {
    const dead = {
      ...SIX()[0]!,
      courses: SIX()[0]!.courses.map((c) => ({
        ...c,
        events: [...c.events, bareEvent(addDays(START, 20), { kind: 'died', job: null, n: null, id: 'x' } as never)],
      })),
    }
    const besides = { ...SIX()[4]!, courses: [bareCourse('oxalic-vapour', addDays(START, 10), [done(addDays(START, 10))])] }
    const never = colony('c', 12, 6, null)
    const { arms } = stateOf([dead, SIX()[1]!, never, SIX()[3]!, besides])
    expect(arms.flatMap((a) => a.colonies.map((c) => [c.colonyId, c.out]))).toEqual([
      ['a', 'gone'],
      ['b', null],
      ['c', 'not given'],
      ['d', null],
      ['e', 'given Oxalic acid vapour besides'],
      ['f', 'gone'],
    ])
    expect(arms.map((a) => a.counted)).toEqual([1, 1, 0])
  })
  it('is stopped where one of an arm is in danger, or half of those left untreated are over', () => {
    const danger = stateOf([...SIX().slice(0, 4), colony('e', 10, 40, null), SIX()[5]!])
    expect(danger.arms[2]!.stop).toMatch(/^Stop it for E: in danger/)
    expect(danger.arms[0]!.stop).toBeNull()
    expect(stateOf(SIX()).arms[2]!.stop).toMatch(/^Stop the group "Untreated": 2 of 2/)
    expect(stateOf(SIX(), { endedOn: TODAY }).arms[2]!.stop).toBeNull()
  })
  it('says what is next: to be given, running, to be counted on one day, over', () => {
    const none = stateOf(
      SIX().map((c) => ({ ...c, counts: c.counts.slice(0, 1), courses: c.courses.map((x) => ({ ...x, events: [] })) })),
      {},
      START,
    )
    expect(none).toMatchObject({ state: 'planned', countFrom: null })
    const running = stateOf(
      SIX().map((c) => ({ ...c, counts: c.counts.slice(0, 1) })),
      {},
      addDays(START, 20),
    )
    expect(running.state).toBe('running')
    // The strips hang longest: nobody is counted before they are out.
    expect(running.countFrom! >= addDays(START, 42)).toBe(true)
    expect(stateOf(SIX(), { endedOn: TODAY })).toMatchObject({ state: 'over', text: 'Over: 6 of 6 colonies were counted before and after.' })
    // Counted before that day says nothing yet.
    const early = SIX().map((c) => ({ ...c, counts: [c.counts[0]!, bareCount(addDays(START, 16), 1)] }))
    expect(stateOf(early).arms.map((a) => a.counted)).toEqual([0, 0, 0])
  })
  it('is a table of its colonies, read back', () => {
    const read = readTable(writeTrial(stateOf(SIX())))
    if (!read.ok) throw new Error(read.sentence)
    expect(read.value.rows).toHaveLength(6)
    expect(read.value.rows[0]!.slice(0, 7)).toEqual(['Amitraz strip', '1', '1', 'A', addDays(START, -1), '12', '300'])
  })
})

describe('who can be in one', () => {
  it('are colonies counted by a jar, free, and not in danger; each with what fits it', () => {
    const look = { id: 'l', version: 1, onDay: '2026-08-10', note: null, supers: 'none', ...SOUND } as never
    const of = (id: string, counts: ColonyRecord['counts'], over: Partial<ColonyRecord> = {}) => bareColony({ id, name: id, look, counts, ...over })
    const day: Day = '2026-08-12'
    const board = bareCount('2026-08-10', 12, { method: 'board', samples: [{ mites: 12, bees: null, days: 3 }] })
    const yard = yardState(
      bareYard(day, {
        colonies: [
          of('free', [bareCount('2026-08-10', 11)]),
          of('board', [board]),
          of('never', []),
          of('bad', [bareCount('2026-08-10', 40)]),
          of('hand', [bareCount('2026-08-10', 11)], { courses: [bareCourse('amitraz-strip', '2026-08-11', [done('2026-08-11')])] }),
        ],
      }),
      bareSettings,
    )
    const found = Object.fromEntries(trialCandidates(yard, day).map((c) => [c.id, c.not]))
    expect(found.free).toBeNull()
    expect(found.board).toMatch(/no jar/)
    expect(found.never).toMatch(/not counted lately/)
    expect(found.bad).toMatch(/in danger/)
    expect(found.hand).toMatch(/in hand/)
    expect(trialCandidates(yard, day)[0]!.options.find((o) => o.treatment === 'amitraz-strip')).toMatchObject({
      fit: expect.stringMatching(/fits|care/),
      dose: { amount: 2, unit: 'strip' },
    })
  })
})

describe('the quantile of Student’s t', () => {
  it('is another package’s', () => {
    for (const freedom of [1, 2, 4.7, 10, 30, 120])
      for (const p of [0.6, 0.9, 0.95, 0.99]) expect(studentQuantile(p, freedom)).toBeCloseTo(jstat.studentt.inv(p, freedom), 6)
  })
})

describe('the trial of the demo', () => {
  it('is drawn as its seed draws it', () => {
    const [trial] = TRIALS
    const yard = YARDS.find((y) => y.name === trial.yard)!
    const candidates = trial.blocks.flat().map((name) => {
      const [, mites, bees] = yard.colonies.find((c) => c.name === name)!.counts[0]!
      return { id: demoId(`colony ${name}`), level: (mites / bees) * 100 }
    })
    const drawn = assignArms(candidates, trial.arms.length, trial.seed).map((d) => `${d.colonyId} ${d.arm} ${d.block}`)
    expect(drawn.toSorted()).toEqual(
      trial.blocks.flatMap((block, n) => block.map((name, arm) => `${demoId(`colony ${name}`)} ${arm} ${n + 1}`)).toSorted(),
    )
  })
})

describe('the intervals of a trial', () => {
  it('hold about nine in ten, also of few colonies that happen to agree', () => {
    const draw = draws(20261128)
    const RUNS = 2000
    for (const [colonies, level, takes] of [
      [3, 12, 0.5],
      [4, 20, 0.8],
      [6, 12, 0.5],
      [8, 30, 0.9],
    ] as const) {
      let held = 0
      for (let run = 0; run < RUNS; run++) {
        const arm = Array.from({ length: colonies }, () => {
          const mites = level * Math.exp(0.4 * draw.normal() - 0.08)
          const [before, after] = [draw.mites(mites, 1), draw.mites(mites * (1 - takes), 1)]
          const of = (n: number) => ({ date: START, mites: n, exposure: 300 })
          return { before: of(before), after: of(after), loss: lossOf(before, after, { before: 300, after: 300 }) }
        })
        const left = leftOf(arm)!
        if (left.low <= 1 - takes && 1 - takes <= left.high) held++
      }
      expect(held / RUNS, `${colonies} colonies, ${takes}`).toBeGreaterThan(0.87)
    }
    expect(leftOf([])).toBeNull()
  })
  it('are never surer than chance lets counts be, where colonies happen to agree', () => {
    const pairs = [
      [9, 15],
      [8, 13],
      [7, 12],
    ] as const
    const of = (mites: number) => ({ date: START, mites, exposure: 300 })
    const left = leftOf(pairs.map(([b, a]) => ({ before: of(b), after: of(a), loss: lossOf(b, a, { before: 300, after: 300 }) })))!
    // Poisson: the variance of a logarithm of a count is one over it; Student's 0.95 quantile of two degrees of freedom stands in every table.
    const error = Math.sqrt(pairs.reduce((sum, [b, a]) => sum + 1 / (b + 0.5) + 1 / (a + 0.5), 0)) / 3
    expect(Math.log(left.high / left.estimate)).toBeCloseTo(2.92 * error, 3)
    expect(Math.log(left.estimate / left.low)).toBeCloseTo(2.92 * error, 3)
  })
})
