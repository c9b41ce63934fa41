/**
 * The mixing bench against the outside: a label's solution, molar masses, the alligation of textbooks, sugar tables (Bates and others 1942,
 * NBS Circular C440; Lincoln's equation of brewers), all from memory.
 */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseMix } from '@thistle/core/formats'
import { equalTo, formicDensity, mixOf, MOLAR, SYRUP_DENSITY, type Mix } from '@thistle/core/mix'

/** What a file answers; the sentence of its refusal where it is refused. */
function mixed(file: object): Mix & { refused?: string } {
  const read = parseMix({ mix: 1, ...file })
  return read.ok ? mixOf(read.asked) : ({ refused: read.refusal.sentence } as Mix & { refused: string })
}
const dribble = (file: object) => mixed({ what: 'oxalic-dribble', acid: 'dihydrate', ...file })

describe('oxalic acid dribble', () => {
  it('takes 1.2 L and 42 g for 24 colonies of 10 seams', () => {
    const mix = dribble({ colonies: 24, seams: 10 })
    expect(mix).toMatchObject({ volume: 1200, acid: 42 })
    expect(mix.doses).toEqual(Array.from({ length: 24 }, () => 50))
  })
  it('is 35 g of the dihydrate in a litre, which is 2.5 per cent by volume of the anhydrous acid', () => {
    expect(dribble({ volume: 1000 }).acid).toBe(35)
    // H 1.008, C 12.011, O 15.999 (IUPAC).
    const anhydrous = 2 * 1.008 + 2 * 12.011 + 4 * 15.999
    expect(MOLAR.anhydrous).toBeCloseTo(anhydrous, 1)
    expect(MOLAR.dihydrate).toBeCloseTo(anhydrous + 2 * (2 * 1.008 + 15.999), 1)
    expect(dribble({ acid: 'anhydrous', volume: 1000 }).acid).toBeCloseTo(25, 1)
    expect(equalTo(126.07, 'anhydrous')).toBeCloseTo(90.03, 10)
  })
  it('has as much sugar as water, and weighs what a litre of 50 per cent sugar weighs', () => {
    const { sugar, water, mass, acid } = dribble({ volume: 1000 })
    expect(sugar).toBe(water)
    expect(sugar! + water!).toBeCloseTo(1229.6, 0)
    expect(mass).toBeCloseTo(1229.6 + acid!, 0)
    // Lincoln's equation, specific gravity at 20 °C against water of 0.9982 g/mL.
    const gravity = 1 + 50 / (258.6 - (50 / 258.2) * 227.1)
    expect(Math.abs(SYRUP_DENSITY / (gravity * 0.9982) - 1)).toBeLessThan(0.002)
  })
  it('gives 5 mL a seam and never over 50, and mixes what is given', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.5, max: 30, noNaN: true }), { minLength: 1, maxLength: 60 }), (seams) => {
        const { doses, volume } = dribble({ seams })
        expect(doses!.every((d, i) => d <= 50 && (d === 50 || d === Math.ceil(seams[i]!) * 5))).toBe(true)
        expect(volume).toBeCloseTo(
          doses!.reduce((a, b) => a + b, 0),
          6,
        )
      }),
    )
  })
  it('is made with more for what stays in the bottle where that is asked, and not otherwise', () => {
    expect(dribble({ colonies: 10, seams: 8, loss: 5 })).toMatchObject({ volume: 420, acid: 14.7 })
    expect(dribble({ colonies: 10, seams: 8, loss: 5 }).doses).toEqual(Array.from({ length: 10 }, () => 40))
  })
  it.each([
    ['an unknown strength', { colonies: 24 }, /^seams must be there.*the most is not given/],
    ['nothing', {}, /^colonies must be there/],
    ['seams of nobody', { seams: 9 }, /^colonies must be there/],
    ['both', { colonies: 2, seams: 9, volume: 100 }, /^volume is given beside/],
    ['less than nothing', { volume: -1 }, /^volume must be more than 0/],
    ['no seams at all', { colonies: 2, seams: 0 }, /^seams must be more than 0: a colony without bees/],
    ['an absurd amount', { volume: 1e9 }, /^volume must be 50000 or less/],
    ['text for a number', { volume: '100' }, /^volume must be a number/],
    ['too short a list', { colonies: 3, seams: [8, 9] }, /^colonies is 3, and seams are given for 2/],
    ['another acid', { acid: 'citric', volume: 100 }, /^acid must be one of/],
    ['a field of another mix', { volume: 100, boxes: [1] }, /^boxes does not go with this mix/],
  ])('refuses %s', (_what, file, sentence) => expect(dribble(file).refused).toMatch(sentence))
})

describe('formic acid made weaker', () => {
  const dilute = (file: object) => mixed({ what: 'formic-dilution', from: 85, to: 65, ...file })
  it('takes 65 parts of acid to 20 of water from 85 to 65 per cent, by alligation', () => {
    const { acid, water, mass } = dilute({ mass: 1000 })
    expect(acid! / water!).toBeCloseTo(65 / 20, 2)
    expect(mass).toBe(1000)
  })
  it('keeps the acid that there is, and the whole is its parts', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100 }), fc.integer({ min: 1, max: 100 }), fc.integer({ min: 100, max: 20_000 }), (a, b, mass) => {
        const [from, to] = [Math.max(a, b), Math.min(a, b)]
        const found = dilute({ from, to, mass })
        expect((found.acid! * from) / 100).toBeCloseTo((mass * to) / 100, 0)
        expect(found.acid! + found.water!).toBeCloseTo(mass, 0)
      }),
    )
  })
  it('reckons pads by the density of the acid they get', () => {
    // 1.154 g/mL at 65 per cent and 20 °C.
    expect(dilute({ pads: [15, 30] })).toMatchObject({ volume: 45, doses: [15, 30] })
    expect(dilute({ pads: [15, 30] }).mass).toBeCloseTo(45 * 1.154, 0)
    expect(formicDensity(0)).toBeCloseTo(0.998, 3)
    expect(formicDensity(100)).toBeCloseTo(1.221, 3)
    for (let share = 1; share <= 100; share++) expect(formicDensity(share)).toBeGreaterThan(formicDensity(share - 1))
  })
  it('puts the acid into the water, and says what is stronger than pads are given at', () => {
    const { steps, warnings } = dilute({ mass: 1000 })
    expect(steps.findIndex((s) => s.includes('of cold water'))).toBeLessThan(steps.findIndex((s) => s.includes('slowly into the water')))
    expect(steps[0]).toMatch(/^Put on acid-proof gloves/)
    expect(warnings[0]).toMatch(/acid goes into the water.*never water into the acid/)
    expect(dilute({ to: 80, mass: 100 }).warnings.join(' ')).toContain('Pads are given with 65 % acid')
  })
  it.each([
    ['stronger than its stock', { from: 65, to: 85, mass: 100 }, /^to is 85 % and the acid has 65 %/],
    ['no amount', {}, /^mass must be there/],
    ['over a hundred per cent', { from: 120, mass: 100 }, /^from must be 100 or less/],
  ])('refuses %s', (_what, file, sentence) => expect(dilute(file).refused).toMatch(sentence))
})

describe('charges of oxalic acid', () => {
  const charge = (file: object) => mixed({ what: 'oxalic-charges', boxes: [1, 2, 2], gramsPerBox: 1, ...file })
  it('are weighed for each hive, and added up', () => expect(charge({})).toMatchObject({ doses: [1, 2, 2], acid: 5 }))
  it('say what scales and spoons make of them', () => {
    // Scales that read whole grams show 1 g from half a gram to one and a half.
    expect(charge({ scale: 1 }).warnings.join(' ')).toMatch(/off by 50 % on a charge of \{1 g\}: too coarse/)
    expect(charge({ scale: 0.1 }).warnings.join(' ')).toMatch(/off by 5 % on a charge of \{1 g\}\./)
    expect(charge({}).warnings.join(' ')).toContain('people take it for 1 g and for 2 g')
    expect(charge({ gramsPerBox: 5 }).warnings.join(' ')).toContain('more than any label')
  })
  it('refuse no hives, and grams that nobody gives', () => {
    expect(charge({ boxes: [] }).refused).toMatch(/^boxes must have at least 1/)
    expect(charge({ gramsPerBox: 40 }).refused).toMatch(/^gramsPerBox must be 10 or less/)
  })
})

describe('gel and soapy water', () => {
  it('are portioned out of packs, what is left over said', () => {
    const mix = mixed({ what: 'gel-portions', portions: [50, 50, 25], pack: 50 })
    expect(mix.mass).toBe(125)
    expect(mix.warnings.join(' ')).toContain('3 packs of {50 g}, of which {25 g} stays over')
    expect(mixed({ what: 'soapy-wash', volume: 500 })).toMatchObject({ volume: 500, water: 500 })
  })
})
