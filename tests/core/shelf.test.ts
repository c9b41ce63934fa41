/** The shelf: what is left by what was ticked, what planned courses take, what is to be bought. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { yardState, type GivenDose, type LotRecord } from '@thistle/core/holding'
import { countedAgain, courseCost, dosesNow, gearState, lotsOf, needsOf, readTag, sayTag, shelfOf, stockOf, tagOf } from '@thistle/core/shelf'
import { match, judged } from '@thistle/core/match'
import { stockOn, type Situation } from '@thistle/core/situation'
import { treatmentOf, usualLayout } from '@thistle/core/treatments'
import { bareColony, bareCourse, bareEvent, bareSettings, bareYard, SOUND } from '../cases/records.ts'
import { august } from '../cases/index.ts'

const TODAY = '2026-08-12'
const lot = (id: string, over: Partial<LotRecord> = {}): LotRecord => ({
  id,
  version: 1,
  treatment: 'amitraz-strip',
  label: null,
  batch: null,
  expires: null,
  openedOn: null,
  units: 10,
  countedOn: '2026-08-01',
  packHolds: null,
  price: null,
  bought: null,
  vet: null,
  kept: null,
  mix: null,
  madeFrom: null,
  madeOf: null,
  goneOn: null,
  goneWhy: null,
  note: null,
  ...over,
})
const dose = (id: string, amount: number, on = '2026-08-05', treatment: GivenDose['treatment'] = 'amitraz-strip'): GivenDose => ({
  id,
  treatment,
  on,
  amount,
})
/** Whether the shelf has enough of amitraz strips, as Match answers. */
const onShelf = (s: Situation) => match(judged(s), [treatmentOf('amitraz-strip')!])[0]!.allowed.shelf
const left = (lots: LotRecord[], doses: GivenDose[], today = TODAY) =>
  Object.fromEntries(shelfOf(lots, doses, today).lots.map((l) => [l.lot.id, l.left]))

describe('what is left on the shelf', () => {
  it('is what was counted less what was ticked since, out of the first to expire first', () => {
    const lots = [lot('late', { expires: '2028-01-01' }), lot('soon', { expires: '2026-12-01', units: 4 })]
    expect(left(lots, [dose('a', 2), dose('b', 4)])).toEqual({ soon: 0, late: 8 })
    // What was ticked for a day before it was counted is in what was counted.
    expect(left(lots, [dose('a', 2, '2026-07-31')])).toEqual({ soon: 4, late: 10 })
  })
  it('is not drawn from what has expired by the day, is gone, or is of something else', () => {
    const lots = [lot('old', { expires: '2026-08-04' }), lot('gone', { goneOn: '2026-08-03' }), lot('gel', { treatment: 'thymol-gel' }), lot('good')]
    expect(left(lots, [dose('a', 3)])).toEqual({ old: 10, gone: 10, gel: 10, good: 7 })
  })
  it('says how much more was used than there was, and counts nothing that is not counted', () => {
    expect(shelfOf([lot('a', { units: 2 })], [dose('x', 5)], TODAY).over).toEqual({ 'amitraz-strip': 3 })
    expect(shelfOf([lot('a', { units: null })], [dose('x', 5)], TODAY)).toMatchObject({ over: {}, lots: [{ left: null, taken: 5 }] })
    expect(shelfOf([], [dose('x', 5)], TODAY).over).toEqual({})
  })
  it('does not hang on the order in which doses are told, and loses nothing', () => {
    const any = fc.record({ amount: fc.integer({ min: 1, max: 6 }), day: fc.integer({ min: 1, max: 9 }) })
    fc.assert(
      fc.property(fc.array(any, { maxLength: 12 }), fc.array(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 4 }), (given, units) => {
        const doses = given.map((d, i) => dose(`d${i}`, d.amount, `2026-08-0${d.day}`))
        const lots = units.map((n, i) => lot(`l${i}`, { units: n, expires: `2027-0${i + 1}-01` }))
        const shelf = shelfOf(lots, doses, TODAY)
        expect(shelfOf(lots.toReversed(), doses.toReversed(), TODAY)).toEqual(shelf)
        const [was, is] = [units.reduce((a, b) => a + b, 0), shelf.lots.reduce((sum, l) => sum + l.left!, 0)]
        const used = doses.reduce((sum, d) => sum + d.amount, 0)
        expect(was - is + (shelf.over['amitraz-strip'] ?? 0)).toBe(used)
        expect(shelf.lots.every((l) => l.left! >= 0)).toBe(true)
      }),
    )
  })
  it('is what a keeper counts of it, whatever is ticked for that day already', () => {
    const lots = [lot('a'), lot('b', { expires: '2026-10-01', units: 3 })]
    const doses = [dose('x', 4, TODAY), dose('y', 2, '2026-08-05')]
    const again = lots.map((l) => (l.id === 'a' ? { ...l, ...countedAgain(lots, doses, 'a', 6, TODAY) } : l))
    expect(left(again, doses).a).toBe(6)
    expect(left(again, [...doses, dose('z', 1, '2026-08-13')]).a).toBe(5)
  })
  it('says what is open longer than it keeps, and past its date', () => {
    // Amitraz keeps some months opened (common practice): two years are too long, ten days are not.
    const [old, fresh, past] = shelfOf(
      [lot('o', { openedOn: '2024-08-01' }), lot('f', { openedOn: '2026-08-02' }), lot('p', { expires: '2026-08-11' })],
      [],
      TODAY,
    ).lots.toSorted((a, b) => 'ofp'.indexOf(a.lot.id) - 'ofp'.indexOf(b.lot.id))
    expect(old!.openOver).toBeGreaterThan(300)
    expect([fresh!.openOver, past!.expired, fresh!.expired]).toEqual([null, true, false])
  })
  it('of something mixed is taken off what it was made of, and used up by its doses', () => {
    const powder = lot('powder', { treatment: 'oxalic-vapour', units: 250 })
    const bottle = lot('bottle', {
      treatment: 'oxalic-dribble',
      units: 1200,
      countedOn: '2026-08-03',
      madeFrom: 'powder',
      madeOf: 42,
      expires: '2026-08-10',
    })
    expect(left([powder, bottle], [dose('a', 50, '2026-08-05', 'oxalic-dribble')])).toEqual({ bottle: 1150, powder: 208 })
  })
  it('is known at once from what is ticked and taken back on the way', () => {
    const course = bareCourse('amitraz-strip', '2026-08-04', [bareEvent('2026-08-05', { id: 'new', kind: 'done', job: 'dose', n: 1, amount: 3 })])
    const yards = (events = course.events) => [bareYard(TODAY, { colonies: [bareColony({ courses: [{ ...course, events }] })] })]
    expect(dosesNow([dose('told', 1)], yards()).map((d) => d.id)).toEqual(['told', 'new'])
    expect(dosesNow([dose('told', 1), dose('new', 3)], yards()).map((d) => d.id)).toEqual(['told', 'new'])
    const back = bareEvent('2026-08-06', { id: 'back', kind: 'taken-back', supersedes: 'told' })
    expect(dosesNow([dose('told', 1)], yards([...course.events, back])).map((d) => d.id)).toEqual(['new'])
  })
})

describe('the shelf as it is matched by', () => {
  it('is the units in date of each treatment, and the pack that is used next', () => {
    const shelf = shelfOf(
      [
        lot('a', { expires: '2026-08-01', units: 9, batch: 'OLD' }),
        lot('b', { expires: '2027-01-01', units: 4, batch: 'NEXT' }),
        lot('c', { expires: '2028-01-01', units: 6 }),
      ],
      [],
      TODAY,
    )
    expect(stockOf(shelf)['amitraz-strip']).toMatchObject({ units: 10, expires: '2027-01-01', openedOn: null, batch: 'NEXT' })
    expect(lotsOf(shelf, 'amitraz-strip').map((l) => l.lot.id)).toEqual(['b', 'c', 'a'])
  })
  it('is asked of the day: a pack that expires before it is no reason to wait where another is in date', () => {
    const lots = [lot('a', { expires: '2026-08-20', units: 6, batch: 'A' }), lot('b', { expires: '2028-01-01', units: 7, batch: 'B' })]
    const stock = stockOf(shelfOf(lots, [], TODAY))['amitraz-strip']!
    expect(stockOn(stock, '2026-08-14')).toMatchObject({ units: 13, expires: '2026-08-20', batch: 'A' })
    // What is printed on the first pack is not said of the second.
    expect(stockOn(stock, '2026-09-01')).toMatchObject({ units: 7, expires: '2028-01-01', batch: null })
    expect(stockOn(stock, '2029-01-01')).toMatchObject({ units: 0, expires: '2026-08-20' })
    const asked = (startOn: string) =>
      onShelf(august({ startOn, colony: { broodBoxes: 1, framesOfBees: 10 } as never, stock: { 'amitraz-strip': stock } as never }))
    expect(['2026-08-14', '2026-09-01', '2029-01-01'].map(asked)).toEqual(['enough', 'enough', 'short'])
  })
  it('says that all of it has expired, and that nothing is left of it', () => {
    expect(stockOf(shelfOf([lot('a', { expires: '2026-08-01' })], [], TODAY))['amitraz-strip']).toMatchObject({ units: 0, expires: '2026-08-01' })
    expect(stockOf(shelfOf([lot('a', { units: 2 })], [dose('x', 2)], TODAY))['amitraz-strip']).toMatchObject({ units: 0, expires: null })
    expect(stockOf(shelfOf([lot('a', { goneOn: '2026-08-02' })], [], TODAY))).toEqual({})
  })
})

describe('what planned courses take', () => {
  const course = bareCourse('amitraz-strip', '2026-08-14', [], {
    facts: { ...bareCourse('amitraz-strip', '2026-08-14').facts, asOf: TODAY, colony: { ...SOUND, framesOfBees: 14, broodBoxes: 2, hivedOn: null } },
  })
  const state = yardState(bareYard(TODAY, { name: 'Mill Lane', colonies: [bareColony({ id: 'c', courses: [course] })] }), bareSettings)
  const need = (lots: LotRecord[]) => needsOf([state], shelfOf(lots, [], TODAY))[0]!
  const takes = need([]).total
  it('is held against the shelf, short by how many from which day on, and what is to be bought', () => {
    expect(takes).toBeGreaterThan(1)
    expect(need([])).toMatchObject({ treatment: 'amitraz-strip', has: null, short: 0, buy: null })
    expect(need([lot('a', { units: takes })])).toMatchObject({ has: takes, short: 0, shortOn: null })
    const short = need([lot('a', { units: takes - 1, packHolds: 10 })])
    expect(short).toMatchObject({ has: takes - 1, short: 1, buy: { packs: 1, holds: 10, over: 9 } })
    expect(short.shortOn! >= TODAY).toBe(true)
  })
  it('is not covered by what will have expired by then', () => {
    expect(need([lot('a', { units: 50, expires: TODAY })]).short).toBe(takes)
  })
  it('of three wafers in packs of two is two packs, and one stays over', () => {
    const wafers = bareCourse('thymol-blend-wafer', '2026-08-14', [], {
      facts: { ...course.facts, colony: { ...SOUND, broodBoxes: 1, hivedOn: null } },
    })
    const y = yardState(bareYard(TODAY, { colonies: [bareColony({ courses: [wafers] })] }), bareSettings)
    const [found] = needsOf([y], shelfOf([lot('w', { treatment: 'thymol-blend-wafer', units: 0 })], [], TODAY))
    expect(found).toMatchObject({ total: 3, short: 3, buy: { packs: 2, holds: 2, over: 1 } })
  })
  it('costs a colony its share of a pack', () => {
    const shelf = shelfOf([lot('a', { price: 30, packHolds: 10 })], [], TODAY)
    // Ten frames of bees in one box: a strip for five.
    expect(courseCost('amitraz-strip', shelf, august({ colony: { broodBoxes: 1, framesOfBees: 10 } as never }))).toBe(6)
    expect(courseCost('amitraz-strip', shelfOf([lot('a')], [], TODAY), august())).toBeNull()
  })
})

describe('gear', () => {
  const given = bareCourse('oxalic-vapour', '2026-08-05', [bareEvent('2026-08-05', { id: 'e', kind: 'done', job: 'dose', n: 1, amount: 1 })])
  const state = yardState(bareYard(TODAY, { colonies: [bareColony({ courses: [given] })] }), bareSettings)
  const respirator = (gear: object) =>
    gearState(
      ['respirator'],
      [state],
      { ...bareSettings, kit: ['respirator'], gear: { respirator: { since: null, until: null, hours: null, mostHours: null, note: null, ...gear } } },
      TODAY,
    )[0]!
  it('has the hours of what was ticked since it was new, and is over its date or its hours', () => {
    expect(respirator({}).hours).toBeNull()
    const worn = respirator({ since: '2026-08-01', hours: 5, mostHours: 5 })
    expect(worn.hours!).toBeGreaterThan(5)
    expect(worn.hours!).toBeLessThan(6)
    expect(worn.over).toBe('hours')
    expect(respirator({ since: '2026-08-06', hours: 5, mostHours: 5 }).over).toBeNull()
    expect(respirator({ until: '2026-08-11' }).over).toBe('date')
    expect(respirator({}).owned).toBe(true)
  })
})

describe('a tag', () => {
  it('is six letters that are read back however they are typed, and stays the same', () => {
    fc.assert(
      fc.property(fc.uuid(), (id) => {
        const tag = tagOf(id)
        expect(tag).toMatch(/^[0-9A-HJKMNP-TV-Z]{6}$/)
        expect(tagOf(id)).toBe(tag)
        for (const typed of [
          tag,
          sayTag(tag),
          sayTag(tag).toLowerCase(),
          ` ${tag} `,
          `https://hives.example/tag/${tag}`,
          tag.replaceAll('0', 'O').replaceAll('1', 'l'),
        ])
          expect(readTag(typed)).toBe(tag)
      }),
    )
  })
  it('is hardly ever that of another: of 1,700 colonies fewer than two pairs are alike', () => {
    const ids = fc.sample(fc.uuid(), { numRuns: 1700, seed: 3 })
    expect(new Set(ids.map(tagOf)).size).toBeGreaterThan(new Set(ids).size - 3)
  })
})

describe('the usual layout', () => {
  it('hangs strips in the brood nest, two frames apart, the same number in each box', () => {
    expect(usualLayout({}, 2, { broodBoxes: 1 })).toEqual([
      { box: 1, after: 4 },
      { box: 1, after: 6 },
    ])
    expect(usualLayout({}, 4, { broodBoxes: 2 }).map((s) => s.box)).toEqual([1, 1, 2, 2])
  })
  it('lays formic strips over the brood, between the boxes where there are two', () => {
    expect(usualLayout({ put: 'on-top' }, 2, { broodBoxes: 2 }).map((s) => s.box)).toEqual([1, 1])
  })
  it('never puts two in one place, nor outside the box', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 8 }), fc.integer({ min: 1, max: 3 }), fc.integer({ min: 8, max: 14 }), (n, broodBoxes, frames) => {
        const spots = usualLayout({}, n, { broodBoxes }, frames)
        expect(spots).toHaveLength(n)
        expect(new Set(spots.map((s) => `${s.box} ${s.after}`)).size).toBe(n)
        expect(spots.every((s) => s.after >= 0 && s.after <= frames && s.box >= 1 && s.box <= broodBoxes)).toBe(true)
      }),
    )
  })
})
