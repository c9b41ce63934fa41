/** The winter: who came through, by what each had in autumn. */
import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import { notSeenSinceWinter, wintered, winterYear, type WinterColony } from '@thistle/core/book'
import { yardState, type ColonyRecord } from '@thistle/core/holding'
import type { Day } from '@thistle/core/time'
import { bareColony, bareCount, bareSettings, bareYard } from '../cases/records.ts'

const { jStat } = createRequire(import.meta.url)('jstat') as { jStat: { beta: { inv: (p: number, a: number, b: number) => number } } }
let n = 0
const colony = (over: Partial<WinterColony> = {}): WinterColony => ({
  colonyId: `c${++n}`,
  name: `C${n}`,
  position: n,
  yardId: 'y',
  yard: 'Quay',
  hemisphere: 'north',
  since: '2025-04-01',
  retiredOn: null,
  retiredWhy: null,
  diedOn: null,
  mites: 6,
  bees: 300,
  countedOn: '2025-09-10',
  seenOn: '2026-03-20',
  ...over,
})
const fate = (over: Partial<WinterColony>) => wintered([colony(over)], 2026).colonies[0]?.fate ?? null

describe('a colony over the winter', () => {
  it('came through where it was seen in spring, died where that was noted or said, and else nobody knows', () => {
    expect(fate({})).toBe('through')
    expect(fate({ seenOn: '2025-11-02' })).toBe('unknown')
    expect(fate({ seenOn: null })).toBe('unknown')
    expect(fate({ seenOn: '2025-11-02', diedOn: '2026-01-14' })).toBe('died')
    expect(fate({ seenOn: '2025-11-02', retiredOn: '2026-03-02', retiredWhy: 'starved in March' })).toBe('died')
    expect(fate({ seenOn: '2025-11-02', retiredOn: '2026-03-02', retiredWhy: 'sold to a neighbour' })).toBe('left')
    expect(fate({ seenOn: '2025-11-02', retiredOn: '2026-06-02', retiredWhy: 'sold' })).toBe('through')
  })
  it('is of no winter that it did not see', () => {
    expect(fate({ since: '2026-05-01' })).toBeNull()
    expect(fate({ retiredOn: '2025-08-20', retiredWhy: 'died' })).toBeNull()
    expect(fate({ diedOn: '2025-08-20' })).toBeNull()
  })
  it('has its winter half a year later in the south', () => {
    const south = { hemisphere: 'south', since: '2024-11-01' } as const
    expect(fate({ ...south, seenOn: '2026-09-10' })).toBe('through')
    expect(fate({ ...south, seenOn: '2026-03-20' })).toBe('unknown')
    expect(fate({ ...south, seenOn: '2026-03-20', diedOn: '2026-07-01' })).toBe('died')
    expect([
      winterYear('2026-03-02', 'north'),
      winterYear('2026-11-28', 'north'),
      winterYear('2026-03-02', 'south'),
      winterYear('2026-11-28', 'south'),
    ]).toEqual([2026, 2026, 2025, 2026])
  })
})

describe('a winter', () => {
  it('is told by what they had in autumn, with exact shares, and leaves out what nobody has said', () => {
    const dead = { diedOn: '2026-02-01', seenOn: null }
    const all = [
      ...Array.from({ length: 8 }, () => colony({ mites: 2 })),
      colony({ mites: 2, ...dead }),
      ...Array.from({ length: 3 }, () => colony({ mites: 12 })),
      ...Array.from({ length: 3 }, () => colony({ mites: 12, ...dead })),
      colony({ mites: null, bees: null }),
    ]
    const winter = wintered(all, 2026)
    expect(winter.groups.map((g) => [g.key, g.died, g.colonies])).toEqual([
      ['low', 1, 9],
      ['high', 3, 6],
      ['none', 0, 1],
    ])
    expect(winter.unknown).toBe(0)
    // Clopper and Pearson by another package: quantiles of the beta distribution.
    const [low, high] = [jStat.beta.inv(0.05, 4, 13), jStat.beta.inv(0.95, 5, 12)]
    expect(winter.text).toBe(`4 of 16 colonies died over the winter: 25 % (such winters, ${Math.round(low * 100)} % to ${Math.round(high * 100)} %).`)
  })
  it('says what it does not know', () => {
    expect(wintered([], 2026).text).toBe('No colony stood in the book that winter.')
    expect(wintered([colony({ seenOn: null })], 2026).text).toMatch(/^Nobody has said yet/)
    // The dead are told of first: one of one is no share of a winter.
    const first = wintered([colony({ diedOn: '2026-02-01', seenOn: null }), colony({ seenOn: null }), colony({ seenOn: null })], 2026)
    expect(first.text).toBe('1 colony died and 0 came through so far; of 2 nobody has said yet. The share is told once all are.')
    expect([first.groups, first.unknown]).toEqual([[], 2])
  })
})

describe('in spring', () => {
  const of = (today: Day, colonies: readonly ColonyRecord[], hemisphere: 'north' | 'south' = 'north') =>
    notSeenSinceWinter([yardState(bareYard(today, { colonies, hemisphere }), bareSettings)], today)
  const old = (id: string, counts: ColonyRecord['counts'] = []) => bareColony({ id, name: id, since: '2025-05-01', counts })
  it('asks for those that were not seen since, and for nothing at another time', () => {
    const some = [
      old('a'),
      old('b', [bareCount('2025-10-20', 1)]),
      old('c', [bareCount('2026-03-12', 1)]),
      bareColony({ id: 'd', name: 'd', since: '2026-04-01' }),
    ]
    expect(of('2026-04-10', some)).toBe(2)
    for (const day of ['2026-01-15', '2026-06-15', '2026-11-28'] as const) expect(of(day, some), day).toBe(0)
    expect(of('2026-09-20', [old('a')], 'south')).toBe(1)
    expect(of('2026-04-10', [old('a')], 'south')).toBe(0)
  })
})
