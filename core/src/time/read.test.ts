import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { addDays, DATE_STYLES, daysBetween, readTypedDay, sayDay, type Day } from './index.ts'

const day = fc.integer({ min: -10_000, max: 40_000 }).map((n) => addDays('1999-01-01', n))
const NEAR = '2026-11-26'

describe('a day as it is typed', () => {
  it('is read in every way in which it is written', () => {
    fc.assert(
      fc.property(day, fc.constantFrom(...DATE_STYLES), (d, style) => {
        expect(readTypedDay(d, style, NEAR)).toBe(d)
        expect(readTypedDay(sayDay(d, null, style), style, NEAR)).toBe(d)
      }),
    )
  })
  it('agrees with another library on long and short forms', () => {
    fc.assert(
      fc.property(day, (d) => {
        const other = DateTime.fromISO(d).setLocale('en-GB')
        for (const form of ['d LLLL yyyy', 'ccc d LLL yyyy', 'd.M.yyyy', 'd/M/yyyy'])
          expect(readTypedDay(other.toFormat(form), 'day-month', NEAR)).toBe(d)
        for (const form of ['LLLL d, yyyy', 'M/d/yyyy', 'M-d-yyyy', 'd.M.yyyy']) expect(readTypedDay(other.toFormat(form), 'month-day', NEAR)).toBe(d)
      }),
    )
  })
  it('without a year is the nearest one', () => {
    expect(readTypedDay('3 Jan', 'day-month', NEAR)).toBe('2027-01-03')
    expect(readTypedDay('20 Nov', 'day-month', NEAR)).toBe('2026-11-20')
    expect(readTypedDay('3 Sept', 'day-month', NEAR)).toBe('2026-09-03')
    expect(readTypedDay('12.8.', 'numbers', NEAR)).toBe('2026-08-12')
    fc.assert(
      fc.property(day, day, (d, near) => {
        const read = readTypedDay(sayDay(d), 'day-month', near)
        if (d.endsWith('02-29')) return
        expect(read?.slice(5)).toBe(d.slice(5))
        expect(Math.abs(daysBetween(near, read as Day))).toBeLessThanOrEqual(183)
      }),
    )
  })
  it('with two figures is of this century', () => {
    expect(readTypedDay('8/12/26', 'month-day', NEAR)).toBe('2026-08-12')
    expect(readTypedDay('12.8.03', 'day-month', NEAR)).toBe('2003-08-12')
  })
  it('that is none is none', () => {
    for (const text of ['', 'soon', '32 Aug', '30 Feb', '13/13/2026', '12', '2026-02-30', 'Aug', '12 Foo', '12 Marble', 'Mayor 3', '1/2/3/4'])
      expect(readTypedDay(text, 'day-month', NEAR)).toBeNull()
  })
})
