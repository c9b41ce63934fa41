import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays, DATE_STYLES, inDateStyle, sayDay, sayDayLong, sayWindow, type Day } from './index.ts'

const day = fc.integer({ min: 0, max: 60_000 }).map((n) => addDays('1970-01-01', n))
/** The ECMAScript internationalisation library as an outside reference. */
const written = (locale: string, options: Intl.DateTimeFormatOptions, d: Day) =>
  new Intl.DateTimeFormat(locale, { timeZone: 'UTC', ...options }).format(new Date(`${d}T00:00:00Z`))

describe('days as a keeper writes them', () => {
  it('are those of the month-first English and of the day-and-month numbers', () => {
    fc.assert(
      fc.property(day, (d) => {
        expect(inDateStyle(sayDay(d), 'month-day')).toBe(written('en-US', { weekday: 'short', month: 'short', day: 'numeric' }, d).replace(',', ''))
        expect(inDateStyle(sayDayLong(d), 'month-day')).toBe(
          written('en-US', { weekday: 'short', month: 'long', day: 'numeric' }, d).replace(',', ''),
        )
        expect(inDateStyle(sayDay(d), 'numbers')).toBe(
          `${written('en-US', { weekday: 'short' }, d)} ${written('de-DE', { day: 'numeric', month: 'numeric' }, d)}`,
        )
      }),
    )
  })
  it('keep their year and their window', () => {
    expect(inDateStyle(sayDay('2027-05-01', '2026-08-12'), 'month-day')).toBe('Sat May 1 2027')
    expect(inDateStyle(sayDay('2027-05-01', '2026-08-12'), 'numbers')).toBe('Sat 1.5.2027')
    expect(inDateStyle(`Put back ${sayWindow('2026-08-20', '2026-08-23')}.`, 'month-day')).toBe('Put back Aug 20-23.')
    expect(inDateStyle(`Put back ${sayWindow('2026-08-30', '2026-09-02')}.`, 'month-day')).toBe('Put back Aug 30-Sep 2.')
    expect(inDateStyle(sayWindow('2026-08-20', '2026-08-23'), 'numbers')).toBe('20.-23.8.')
    expect(inDateStyle(sayWindow('2026-08-30', '2026-09-02'), 'numbers')).toBe('30.8.-2.9.')
  })
  it('touch nothing else in a sentence', () => {
    const text = 'Take 2 strips out; 14 days, 3 in 100, 29.5 °C. Marigold 4 May be weak, 5 Maybe.'
    for (const style of DATE_STYLES)
      expect(inDateStyle('Take 2 strips out; 14 days, 3 in 100, 29.5 °C.', style)).toBe('Take 2 strips out; 14 days, 3 in 100, 29.5 °C.')
    expect(inDateStyle(text, 'day-month')).toBe(text)
  })
})
