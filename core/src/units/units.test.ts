import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  inMass,
  inUnits,
  inVolume,
  ML_PER_FLUID_OUNCE,
  plain,
  sayTemperature,
  toCelsius,
  toFahrenheit,
  toFluidOunces,
  toGrams,
  toOunces,
} from './index.ts'

describe('units', () => {
  it('keeps the fixed points of both scales', () => {
    expect(toFahrenheit(0)).toBe(32)
    expect(toFahrenheit(100)).toBe(212)
    expect(toFahrenheit(-40)).toBe(-40)
  })

  // Common practice, no source: the figures people carry in their heads.
  it.each([
    [77, 25],
    [85, 29.4],
    [86, 30],
    [59, 15],
    [105, 40.6],
  ])('%d °F is %d °C', (fahrenheit, celsius) => {
    expect(Number(toCelsius(fahrenheit).toFixed(1))).toBe(celsius)
  })

  it('goes there and back', () => {
    fc.assert(fc.property(fc.double({ min: -60, max: 60, noNaN: true }), (t) => Math.abs(toCelsius(toFahrenheit(t)) - t) < 1e-9))
    fc.assert(fc.property(fc.double({ min: 0, max: 1000, noNaN: true }), (g) => Math.abs(toGrams(toOunces(g)) - g) < 1e-9))
  })

  it('writes numbers without a useless tail', () => {
    expect(plain(29.5)).toBe('29.5')
    expect(plain(30.0)).toBe('30')
    expect(sayTemperature(29.5, 'F')).toBe('85.1 °F')
  })

  it('turns sentences into the keeper’s unit, differences without the offset', () => {
    expect(inUnits('Highs of 27, 26 and 25 °C; the limit is 10 to 29.5 °C.', 'F')).toBe('Highs of 81, 79 and 77 °F; the limit is 50 to 85 °F.')
    expect(inUnits('It would take 2.5 °C more to change this.', 'F')).toBe('It would take 4.5 °F more to change this.')
    expect(inUnits('31 °C on Thu 13 Aug is over 29.5 °C.', 'F')).toBe('88 °F on Thu 13 Aug is over 85 °F.')
    expect(inUnits('No temperature here: 14 days.', 'F')).toBe('No temperature here: 14 days.')
    expect(inUnits('A high of 27 °C.', 'C')).toBe('A high of 27 °C.')
  })

  it('gives ounces with the grams of the label beside them, and touches nothing else', () => {
    expect(inMass('vaporise 2 g, weighed', 'oz')).toBe('vaporise 0.071 oz (2 g), weighed')
    expect(inMass('vaporise 2 g, weighed', 'g')).toBe('vaporise 2 g, weighed')
    expect(inMass('2 strips for 14 days, gloves', 'oz')).toBe('2 strips for 14 days, gloves')
  })

  it('gives fluid ounces with the millilitres of the label beside them', () => {
    expect(toFluidOunces(ML_PER_FLUID_OUNCE)).toBe(1)
    // A US gallon is 231 cubic inches of 2.54 cm and 128 fluid ounces (NIST Handbook 44, Appendix C; from memory).
    expect(toFluidOunces(231 * 2.54 ** 3)).toBeCloseTo(128, 9)
    expect(inVolume('trickle 5 mL a seam, at most 50 mL', 'fl oz')).toBe('trickle 0.17 fl oz (5 mL) a seam, at most 1.69 fl oz (50 mL)')
    expect(inVolume('trickle 5 mL a seam', 'mL')).toBe('trickle 5 mL a seam')
    expect(inVolume('2 g and 5 strips', 'fl oz')).toBe('2 g and 5 strips')
  })
})
