/** Whole-day arithmetic and the day and hour of a yard, against an independent date package: luxon 3. */
import { DateTime } from 'luxon'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { planCourse } from '@thistle/core/course'
import { beeYear } from '@thistle/core/rounds'
import { addDays, daysBetween, weekdayOf, type Day } from '@thistle/core/time'
import { TREATMENTS } from '@thistle/core/treatments'
import { dayIn, hourIn } from '../../server/src/clock.ts'
import { august } from '../cases/index.ts'

const luxon = (day: Day) => DateTime.fromISO(day, { zone: 'utc' })
const anyDay = fc.integer({ min: 0, max: 73_000 }).map((n) => luxon('1970-01-01').plus({ days: n }).toISODate()!)
const ZONES = [
  'Europe/Paris',
  'America/New_York',
  'Australia/Hobart',
  'Pacific/Auckland',
  'America/Sao_Paulo',
  'Asia/Kolkata',
  'Pacific/Apia',
  'UTC',
] as const

describe('days', () => {
  it('are added and counted as elsewhere, over month ends, leap days and years', () => {
    fc.assert(
      fc.property(anyDay, fc.integer({ min: -800, max: 800 }), (day, n) => {
        const other = luxon(day).plus({ days: n }).toISODate()!
        expect(addDays(day, n)).toBe(other)
        expect(daysBetween(day, other)).toBe(n)
        expect(weekdayOf(day)).toBe(luxon(day).weekday % 7)
      }),
      { numRuns: 1000 },
    )
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29')
    expect(addDays('2100-02-28', 1)).toBe('2100-03-01')
    expect(addDays('2027-12-20', 56)).toBe(luxon('2027-12-20').plus({ weeks: 8 }).toISODate())
  })
  it('of every course are whole days from its start, also over a change of clocks and a southern new year', () => {
    for (const start of ['2026-03-20', '2026-10-10', '2026-12-20', '2028-02-01', '2027-01-05']) {
      for (const treatment of TREATMENTS) {
        const facts = { ...august(), hemisphere: 'south' as const, asOf: start, lastOpening: null }
        const { jobs } = planCourse({ treatment, start, latestStart: null, facts, recountBy: luxon(start).plus({ days: 30 }).toISODate()! })
        for (const j of jobs) {
          const away = luxon(j.best).diff(luxon(start), 'days').days
          expect(Number.isInteger(away), `${treatment.key} ${j.job}`).toBe(true)
          expect(addDays(start, away)).toBe(j.best)
        }
      }
    }
  })
})

describe('a yard’s own day and hour', () => {
  it('are those of its time zone at any instant, through every change of clocks', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ZONES), fc.integer({ min: Date.UTC(2020, 0, 1), max: Date.UTC(2032, 0, 1) }), (zone, at) => {
        const there = DateTime.fromMillis(at, { zone })
        expect(dayIn(zone, new Date(at))).toBe(there.toISODate())
        expect(hourIn(zone, new Date(at))).toBe(there.hour)
      }),
      { numRuns: 600 },
    )
  })
  it('know the hour that is missing in spring and the one that comes twice in autumn', () => {
    expect(hourIn('Europe/Paris', new Date('2026-03-29T01:30:00Z'))).toBe(3)
    expect(hourIn('Europe/Paris', new Date('2026-10-25T00:30:00Z'))).toBe(2)
    expect(hourIn('Europe/Paris', new Date('2026-10-25T01:30:00Z'))).toBe(2)
    expect(dayIn('Pacific/Auckland', new Date('2026-12-31T12:00:00Z'))).toBe('2027-01-01')
  })
})

describe('the year of bees', () => {
  it('is the calendar’s in the north and runs from July in the south', () => {
    fc.assert(
      fc.property(anyDay, fc.constantFrom('north', 'south'), fc.integer({ min: -3, max: 0 }), (day, hemisphere, shift) => {
        const { from, to } = beeYear(day, hemisphere, shift)
        const whole = luxon(to).diff(luxon(from), 'days').days + 1
        expect([365, 366]).toContain(whole)
        expect(luxon(to).plus({ days: 1 }).hasSame(luxon(from), 'year')).toBe(false)
        if (shift === 0) expect(from <= day && day <= to).toBe(true)
      }),
    )
    expect(beeYear('2026-06-30', 'south')).toEqual({ from: '2025-07-01', to: '2026-06-30' })
  })
})
