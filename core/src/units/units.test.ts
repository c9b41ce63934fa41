import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ML_PER_FLUID_OUNCE, plain, sayTemperature, toCelsius, toFahrenheit, toFluidOunces, toGrams, toOunces } from './index.ts'

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

  it('takes a fluid ounce for what it is by definition', () => {
    expect(toFluidOunces(ML_PER_FLUID_OUNCE)).toBe(1)
    // A US gallon is 231 cubic inches of 2.54 cm and 128 fluid ounces (NIST Handbook 44, Appendix C; from memory).
    expect(toFluidOunces(231 * 2.54 ** 3)).toBeCloseTo(128, 9)
  })
})
