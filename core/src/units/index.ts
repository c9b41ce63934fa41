/** Units a keeper may read; everything is stored in °C, g and mL. */
export type TemperatureUnit = 'C' | 'F'
export type MassUnit = 'g' | 'oz'
export type VolumeUnit = 'mL' | 'fl oz'

/** °F from °C, by definition of the scale: F = C x 9/5 + 32. */
export const toFahrenheit = (celsius: number): number => (celsius * 9) / 5 + 32
/** °C from °F. */
export const toCelsius = (fahrenheit: number): number => ((fahrenheit - 32) * 5) / 9

/** Grams in an avoirdupois ounce, exact by the international agreement of 1959. */
export const GRAMS_PER_OUNCE = 28.349523125
export const toOunces = (grams: number): number => grams / GRAMS_PER_OUNCE
export const toGrams = (ounces: number): number => ounces * GRAMS_PER_OUNCE

/** A number without a useless tail: 29.5, 30, 0.04. */
export function plain(value: number, digits = 1): string {
  const scale = 10 ** digits
  return String(Math.round(value * scale) / scale)
}

/** A temperature stored in °C as the keeper reads it: "29.5 °C" or "85.1 °F". */
export function sayTemperature(celsius: number, unit: TemperatureUnit = 'C'): string {
  return unit === 'C' ? `${plain(celsius)} °C` : `${plain(toFahrenheit(celsius))} °F`
}

/** Millilitres in a US fluid ounce, exact by definition (231 cubic inches to 128 of them). */
export const ML_PER_FLUID_OUNCE = 29.5735295625
export const toFluidOunces = (millilitres: number): number => millilitres / ML_PER_FLUID_OUNCE

/** A number with its word: "1 mite", "12 mites", "1 colony". */
export const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`

/** With a capital to begin a sentence, and without one inside it. */
export const capital = (text: string): string => text.replace(/^./, (c) => c.toUpperCase())
export const small = (text: string): string => text.replace(/^./, (c) => c.toLowerCase())
/** "Alder, Bramble and Clover". */
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1) ?? ''}`

/** What was worked out of some figures, kept by them; all are let go where they become more than `most`. */
export function keeping<T>(most: number): (figures: string, work: () => T) => T {
  const kept = new Map<string, T>()
  return (figures, work) => {
    let found = kept.get(figures)
    if (found === undefined) {
      if (kept.size >= most) kept.clear()
      kept.set(figures, (found = work()))
    }
    return found
  }
}

/** Worked out at the first reading and kept. */
export function once<T>(make: () => T): () => T {
  let made: { readonly it: T } | null = null
  return () => (made ??= { it: make() }).it
}
