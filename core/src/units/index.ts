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

const IN_TEXT = /(-?\d+(?:\.\d+)?)((?:(?:, | and |-| to )-?\d+(?:\.\d+)?)*) °C( (?:more|less|of room|above|below|under|over)\b)?/g

/**
 * A core sentence, written in °C, as a keeper who reads °F sees it. Differences ("2.5 °C more")
 * scale without the offset of 32. Sentences in °C come back untouched.
 */
export function inUnits(text: string, unit: TemperatureUnit): string {
  if (unit === 'C') return text
  return text.replace(IN_TEXT, (_, first: string, rest: string, difference: string | undefined) => {
    const turn = (n: string) => (difference ? plain((Number(n) * 9) / 5) : plain(toFahrenheit(Number(n)), 0))
    return (
      turn(first) + rest.replace(/(, | and |-| to )(-?\d+(?:\.\d+)?)/g, (_m, joint: string, n: string) => joint + turn(n)) + ` °F${difference ?? ''}`
    )
  })
}

const GRAMS_IN_TEXT = /(\d+(?:\.\d+)?) g\b/g

/** A core sentence, written in grams, as a keeper who weighs in ounces sees it; the grams, which labels give, stay beside. */
export function inMass(text: string, unit: MassUnit): string {
  return unit === 'g' ? text : text.replace(GRAMS_IN_TEXT, (grams, n: string) => `${plain(toOunces(Number(n)), 3)} oz (${grams})`)
}

/** Millilitres in a US fluid ounce, exact by definition (231 cubic inches to 128 of them). */
export const ML_PER_FLUID_OUNCE = 29.5735295625
export const toFluidOunces = (millilitres: number): number => millilitres / ML_PER_FLUID_OUNCE

const MILLILITRES_IN_TEXT = /(\d+(?:\.\d+)?) mL\b/g

/** A core sentence, written in millilitres, as a keeper who measures in fluid ounces sees it; the millilitres stay beside. */
export function inVolume(text: string, unit: VolumeUnit): string {
  return unit === 'mL'
    ? text
    : text.replace(MILLILITRES_IN_TEXT, (millilitres, n: string) => `${plain(toFluidOunces(Number(n)), 2)} fl oz (${millilitres})`)
}

/** A number with its word: "1 mite", "12 mites", "1 colony". */
export const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`

/** With a capital to begin a sentence, and without one inside it. */
export const capital = (text: string): string => text.replace(/^./, (c) => c.toUpperCase())
export const small = (text: string): string => text.replace(/^./, (c) => c.toLowerCase())
/** "Alder, Bramble and Clover". */
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1) ?? ''}`
