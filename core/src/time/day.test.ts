import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays, daysBetween, isDay, isLeapYear, sayDay, sayWindow, weekdayOf, yearOf } from './index.ts'

const day = fc.integer({ min: -20_000, max: 60_000 }).map((n) => addDays('1970-01-01', n))

describe('days', () => {
  it('crosses months, years and leap days', () => {
    expect(addDays('2026-08-31', 1)).toBe('2026-09-01')
    expect(addDays('2026-12-31', 1)).toBe('2027-01-01')
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29')
    expect(addDays('2026-02-28', 1)).toBe('2026-03-01')
    expect(addDays('2026-03-01', -1)).toBe('2026-02-28')
    expect(daysBetween('2026-08-12', '2026-08-12')).toBe(0)
  })

  it('takes strips of 4 September out on 16 October at the earliest, and supers on 30 October', () => {
    const out = addDays('2026-09-04', 42)
    expect(out).toBe('2026-10-16')
    expect(addDays(out, 14)).toBe('2026-10-30')
  })

  it('knows which texts are days', () => {
    for (const good of ['2026-08-12', '2028-02-29', '1900-01-01']) expect(isDay(good)).toBe(true)
    for (const bad of ['2026-02-29', '2026-13-01', '2026-00-10', '2026-08-32', '12.08.2026', '2026-8-1', '', null, 20260812])
      expect(isDay(bad)).toBe(false)
    expect(isLeapYear(2000)).toBe(true)
    expect(isLeapYear(1900)).toBe(false)
  })

  it('adds and subtracts to the same day', () => {
    fc.assert(
      fc.property(day, fc.integer({ min: -4000, max: 4000 }), (from, n) => {
        expect(daysBetween(from, addDays(from, n))).toBe(n)
        expect(addDays(addDays(from, n), -n)).toBe(from)
        expect(isDay(addDays(from, n)) || yearOf(addDays(from, n)) < 1900 || yearOf(addDays(from, n)) >= 2200).toBe(true)
      }),
    )
  })

  it('sorts as text the way it sorts in time', () => {
    fc.assert(fc.property(day, day, (a, b) => Math.sign(daysBetween(a, b)) === (a < b ? 1 : a > b ? -1 : 0)))
  })

  it('agrees with the built-in calendar on every day of a century', () => {
    for (let n = -36_000; n <= 36_000; n += 13) {
      const own = addDays('1970-01-01', n)
      const theirs = new Date(n * 86_400_000)
      expect(own).toBe(theirs.toISOString().slice(0, 10))
      expect(weekdayOf(own)).toBe(theirs.getUTCDay())
    }
  })

  it('says days and windows as a keeper reads them', () => {
    expect(sayDay('2026-08-20')).toBe('Thu 20 Aug')
    expect(sayDay('2027-05-01', '2026-08-20')).toBe('Sat 1 May 2027')
    expect(sayWindow('2026-08-20', '2026-08-23')).toBe('20-23 Aug')
    expect(sayWindow('2026-08-30', '2026-09-02')).toBe('30 Aug-2 Sep')
    expect(sayWindow('2026-08-30', '2026-08-30')).toBe('30 Aug')
  })
})
