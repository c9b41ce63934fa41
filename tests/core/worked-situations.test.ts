/** What cannot both be so, at its very edge: one day, one frame either way. */
import { describe, it } from 'vitest'
import { contradictionsOf, factsIn, type Situation } from '@thistle/core/situation'
import { august, days } from '../cases/index.ts'
import { expect } from '../read-as.ts'

const paths = (over: Partial<Situation> = {}) => contradictionsOf(august(over)).map((c) => c.path)
const colony = (facts: Partial<Situation['colony']>) => paths({ colony: { ...august().colony, ...facts } })
const supers = (over: Partial<Situation['supers']>) => paths({ supers: { now: 'none', offOn: null, nextOn: null, ...over } })

describe('a contradiction', () => {
  it('is not seen where there is none, nor where nothing is known', () => {
    expect(paths()).toEqual([])
    expect(paths({ colony: { ...factsIn({ broodBoxes: 1 }), hivedOn: null } })).toEqual([])
  })
  it('is brood that is there and is not, and brood that no bees could cover', () => {
    expect(colony({ brood: 'none', framesOfBrood: 1 })).toEqual(['colony.framesOfBrood'])
    for (const none of [0, null]) expect(colony({ brood: 'none', framesOfBrood: none })).toEqual([])
    expect(colony({ brood: 'capped', framesOfBrood: 0 })).toEqual(['colony.framesOfBrood'])
    expect(colony({ brood: null, framesOfBrood: 0 })).toEqual([])
    expect(colony({ framesOfBees: 6, framesOfBrood: 7 })).toEqual(['colony.framesOfBrood'])
    expect(colony({ framesOfBees: 7, framesOfBrood: 7 })).toEqual([])
    expect(colony({ framesOfBees: null, framesOfBrood: 7 })).toEqual([])
    expect(colony({ framesOfBees: 7, framesOfBrood: null })).toEqual([])
  })
  it('is more bees than the boxes hold, fourteen frames each', () => {
    expect(colony({ framesOfBees: 14, broodBoxes: 1 })).toEqual([])
    expect(colony({ framesOfBees: 14.5, broodBoxes: 1 })).toEqual(['colony.framesOfBees'])
    expect(colony({ framesOfBees: 28, broodBoxes: 2 })).toEqual([])
    expect(contradictionsOf(august({ colony: { ...august().colony, framesOfBees: 15, broodBoxes: 1 } }))[0]?.text).toBe(
      '15 frames of bees in 1 box: more than it holds.',
    )
    expect(contradictionsOf(august({ colony: { ...august().colony, framesOfBees: 29, broodBoxes: 2 } }))[0]?.text).toBe(
      '29 frames of bees in 2 boxes: more than it holds.',
    )
  })
  it('is a cluster on a warm day that is told, and not one by what is usual', () => {
    const clustered = { ...august().colony, clustered: true }
    const told = (high: number) =>
      paths({
        colony: clustered,
        weather: days(
          '2026-08-12',
          Array.from({ length: 20 }, () => high),
        ),
      }).includes('colony.clustered')
    expect([told(18), told(17.9)]).toEqual([true, false])
    const usual = Array.from({ length: 12 }, (_, i) => ({ month: i + 1, high: 25, low: 12 }))
    expect(paths({ colony: clustered, weather: [], normals: usual })).not.toContain('colony.clustered')
    expect(colony({ clustered: false })).toEqual([])
  })
  it('is a queen who lays and is not there, or who lays from a day to come', () => {
    for (const queen of ['absent', 'caged'] as const) expect(colony({ queen, layingSince: '2026-07-01' })).toEqual(['colony.layingSince'])
    for (const queen of ['absent', 'caged'] as const) expect(colony({ queen, layingSince: null })).toEqual([])
    expect(colony({ queen: 'new', layingSince: '2026-07-01' })).toEqual([])
    expect(colony({ queen: 'new', layingSince: '2026-08-12' })).toEqual([])
    expect(colony({ queen: 'new', layingSince: '2026-08-13' })).toEqual(['colony.layingSince'])
  })
  it('is hived on a day to come, or newly and long ago, or not newly within three weeks', () => {
    expect(colony({ newlyHived: null, hivedOn: '2026-08-12' })).toEqual([])
    expect(colony({ newlyHived: null, hivedOn: '2026-08-13' })).toEqual(['colony.hivedOn'])
    expect(colony({ newlyHived: false, hivedOn: '2026-08-13' })).toEqual(['colony.hivedOn'])
    // 21 days before the 12th of August is the 22nd of July.
    expect(colony({ newlyHived: false, hivedOn: '2026-07-22' })).toEqual([])
    expect(colony({ newlyHived: false, hivedOn: '2026-07-23' })).toEqual(['colony.newlyHived'])
    expect(colony({ newlyHived: true, hivedOn: '2026-07-23' })).toEqual([])
    expect(colony({ newlyHived: null, hivedOn: '2026-07-23' })).toEqual([])
    // 90 days before it, the 14th of May.
    expect(colony({ newlyHived: true, hivedOn: '2026-05-14' })).toEqual([])
    expect(colony({ newlyHived: true, hivedOn: '2026-05-13' })).toEqual(['colony.newlyHived'])
    expect(colony({ newlyHived: true, hivedOn: null })).toEqual([])
    expect(colony({ newlyHived: false, hivedOn: '2026-05-13' })).toEqual([])
  })
  it('is five frames of brood in the winter rest', () => {
    const winter = (framesOfBrood: number | null) => paths({ phase: 'dormant', colony: { ...august().colony, framesOfBrood } })
    expect([winter(4), winter(5), winter(null)].map((p) => p.length)).toEqual([0, 1, 0])
  })
  it('is supers that go on before they come off, or days of theirs that have passed', () => {
    const nothing = supers({ offOn: '2026-08-20', nextOn: '2026-08-20' })
    expect(nothing).toEqual([])
    expect(supers({ now: 'for-people', offOn: '2026-08-20', nextOn: '2026-08-19' })).toHaveLength(1)
    expect(supers({ now: 'for-people', offOn: '2026-08-20', nextOn: null })).toEqual([])
    expect(supers({ now: 'none', nextOn: '2026-08-11' })).toHaveLength(1)
    expect(supers({ now: 'none', nextOn: '2026-08-12' })).toEqual([])
    expect(supers({ now: null, nextOn: '2026-08-11' })).toEqual([])
  })
  it('is a last opening that has passed', () => {
    expect(paths({ lastOpening: '2026-08-12' })).toEqual([])
    expect(paths({ lastOpening: '2026-08-11' })).toEqual(['lastOpening'])
    expect(paths({ lastOpening: null })).toEqual([])
  })
  it('is a hole in the weather, named by its day or its days, with what stands in for them', () => {
    const all = days(
      '2026-08-10',
      Array.from({ length: 20 }, () => 24),
    )
    const without = (...gone: string[]) => all.filter((d) => !gone.includes(d.date))
    const text = (over: Partial<Situation>) => contradictionsOf(august(over)).find((c) => c.path === 'weather')?.text
    expect(text({ weather: all })).toBeUndefined()
    expect(text({ weather: without('2026-08-18') })).toMatch(/^No temperature is told for Tue 18 Aug: /)
    expect(text({ weather: without('2026-08-18', '2026-08-20') })).toMatch(/^No temperature is told for 2 days between Tue 18 Aug and Thu 20 Aug: /)
    const usual = Array.from({ length: 12 }, (_, i) => ({ month: i + 1, high: 25, low: 12 }))
    expect(text({ weather: without('2026-08-18'), normals: usual })).not.toBe(text({ weather: without('2026-08-18'), normals: [] }))
    // What is over, and what lies beyond the last day that is told, is no hole.
    expect(text({ weather: without('2026-08-10', '2026-08-11', '2026-08-29') })).toBeUndefined()
    expect(text({ weather: [] })).toBeUndefined()
  })
})
