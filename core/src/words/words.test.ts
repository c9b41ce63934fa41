import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays, DATE_STYLES, type Day } from '../time/index.ts'
import {
  aDay,
  aLongDay,
  celsius,
  celsiusList,
  celsiusRange,
  degree,
  fill,
  fromTo,
  grams,
  kelvin,
  millilitres,
  sayAs,
  speaker,
  USUAL_READER,
  worded,
} from './index.ts'

const day = fc.integer({ min: 0, max: 60_000 }).map((n) => addDays('1970-01-01', n))
/** The ECMAScript internationalisation library as an outside reference. */
const written = (locale: string, options: Intl.DateTimeFormatOptions, d: Day) =>
  new Intl.DateTimeFormat(locale, { timeZone: 'UTC', ...options }).format(new Date(`${d}T00:00:00Z`))
const usual = (text: string) => sayAs(USUAL_READER, text)
const fahrenheit = (text: string) => sayAs({ ...USUAL_READER, temperature: 'F' }, text)
const dated = (text: string, dates: (typeof DATE_STYLES)[number]) => sayAs({ ...USUAL_READER, dates }, text)

describe('a sentence with its figures', () => {
  it('is worded in the keeper’s degrees, differences without the offset', () => {
    const highs = `Highs of ${celsiusList([27, 26, 25])}; the limit is ${celsiusRange([10, 29.5])}.`
    expect(usual(highs)).toBe('Highs of 27, 26 and 25 °C; the limit is 10 to 29.5 °C.')
    expect(fahrenheit(highs)).toBe('Highs of 81, 79 and 77 °F; the limit is 50 to 85 °F.')
    expect(fahrenheit(`It would take ${kelvin(2.5)} more.`)).toBe('It would take 4.5 °F more.')
    expect(usual(`It would take ${kelvin(2.5)} more.`)).toBe('It would take 2.5 °C more.')
    expect(fahrenheit(`${celsius(31)} is over ${celsius(29.5)}.`)).toBe('88 °F is over 85 °F.')
    expect(fahrenheit(`up to ${celsius(-12.34)}`)).toBe('up to 10 °F')
    expect([usual(degree(34)), fahrenheit(degree(34)), fahrenheit(degree(-2))]).toEqual(['34°', '93°', '28°'])
    expect([celsiusRange([null, null]), usual(celsiusRange([null, 30]) ?? ''), usual(celsiusRange([3, null]) ?? '')]).toEqual([
      null,
      'up to 30 °C',
      '3 °C and over',
    ])
  })
  it('gives ounces and fluid ounces with the grams and millilitres of the label beside them', () => {
    const dose = `vaporise ${grams(2)}; trickle ${millilitres(5)} a seam`
    expect(usual(dose)).toBe('vaporise 2 g; trickle 5 mL a seam')
    expect(sayAs({ ...USUAL_READER, mass: 'oz', volume: 'fl oz' }, dose)).toBe('vaporise 0.071 oz (2 g); trickle 0.17 fl oz (5 mL) a seam')
    expect(sayAs({ ...USUAL_READER, volume: 'fl oz' }, 'Pads of {15..40 mL}')).toBe('Pads of 0.51 to 1.35 fl oz (15 to 40 mL)')
  })
  it('writes days as month-first English and day-and-month numbers do', () => {
    fc.assert(
      fc.property(day, (d) => {
        expect(dated(aDay(d), 'month-day')).toBe(written('en-US', { weekday: 'short', month: 'short', day: 'numeric' }, d).replace(',', ''))
        expect(dated(aLongDay(d), 'month-day')).toBe(written('en-US', { weekday: 'short', month: 'long', day: 'numeric' }, d).replace(',', ''))
        expect(dated(aDay(d), 'numbers')).toBe(
          `${written('en-US', { weekday: 'short' }, d)} ${written('de-DE', { day: 'numeric', month: 'numeric' }, d)}`,
        )
        expect(dated(aDay(d), 'day-month')).toBe(
          `${written('en-US', { weekday: 'short' }, d)} ${written('en-US', { day: 'numeric' }, d)} ${written('en-US', { month: 'short' }, d)}`,
        )
      }),
    )
  })
  it('keeps the year of a day of another year, and a window together', () => {
    const far = aDay('2027-05-01', '2026-08-12')
    expect([usual(far), dated(far, 'month-day'), dated(far, 'numbers')]).toEqual(['Sat 1 May 2027', 'Sat May 1 2027', 'Sat 1.5.2027'])
    const [short, long, one] = [fromTo('2026-08-20', '2026-08-23'), fromTo('2026-08-30', '2026-09-02'), fromTo('2026-08-20', '2026-08-20')]
    expect([short, long, one].map(usual)).toEqual(['20-23 Aug', '30 Aug-2 Sep', '20 Aug'])
    expect([short, long, one].map((w) => dated(w, 'month-day'))).toEqual(['Aug 20-23', 'Aug 30-Sep 2', 'Aug 20'])
    expect([short, long, one].map((w) => dated(w, 'numbers'))).toEqual(['20.-23.8.', '30.8.-2.9.', '20.8.'])
  })
  it('leaves alone what is written in no notation: names, notes, other braces, figures of a keeper', () => {
    for (const text of ['Marigold 4 May be weak', '29.5 °C on 20 Aug, 2 g', 'The {old} hive', '{dose} in {n}', '{}', '{12 frames}', '{2026-8-2}'])
      for (const dates of DATE_STYLES) expect(sayAs({ temperature: 'F', mass: 'oz', volume: 'fl oz', dates }, text)).toBe(text)
  })
  it('has its slots filled, and those not given stay open', () => {
    expect(fill('Round {n}: vaporise {dose}', { n: '2', dose: grams(2) })).toBe('Round 2: vaporise {2 g}')
    expect(fill('Round {n}: vaporise {dose}', { n: '2' })).toBe('Round 2: vaporise {dose}')
  })
  it('is worded all through an answer, getters too', () => {
    const made = {
      get text() {
        return celsius(3)
      },
      list: [aDay('2026-08-20'), 4, null, { deep: grams(2) }],
    }
    const TOLD = speaker('told', { dose: (v: { dose: string; day: Day }) => `${v.dose} on ${aDay(v.day)}` })
    const said = TOLD.dose({ dose: grams(2), day: '2026-08-20' })
    expect(usual(said.text)).toBe('2 g on Thu 20 Aug')
    // What goes out as data has its days as days, and no notation of ours.
    expect(JSON.parse(JSON.stringify(worded({ says: said })))).toEqual({ says: { key: 'told.dose', with: { dose: '2 g', day: '2026-08-20' } } })
    expect(worded(made)).toEqual({ text: '3 °C', list: ['Thu 20 Aug', 4, null, { deep: '2 g' }] })
  })
})
