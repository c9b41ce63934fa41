import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { addDays, daysBetween } from '@thistle/core/time'
import { dayIn, instantIn, todayOf } from './clock.ts'
import { readConfig } from './config.ts'
import { DEMO_DAY, DEMO_LAST_DAY, demoWeather, NORMALS } from './demo/season.ts'
import { problemBody, Problem } from './problems/problem.ts'
import { checkBody, checkId } from './records/body.ts'
import { KINDS } from './records/kinds.ts'

describe('the clock', () => {
  const instant = new Date('2026-03-29T00:30:00Z')
  it('gives the day of the zone, over midnight and the change to summer time', () => {
    expect(dayIn('UTC', instant)).toBe('2026-03-29')
    expect(dayIn('America/New_York', instant)).toBe('2026-03-28')
    expect(dayIn('Pacific/Kiritimati', instant)).toBe('2026-03-29')
    expect(dayIn('Europe/Paris', new Date('2026-03-29T22:30:00Z'))).toBe('2026-03-30')
    expect(dayIn('Europe/Paris', new Date('2026-10-25T22:30:00Z'))).toBe('2026-10-25')
  })
  it('knows the instant of an hour on the wall as luxon does, across clock changes, north and south', () => {
    for (const zone of ['UTC', 'Europe/Paris', 'America/New_York', 'Australia/Melbourne', 'Pacific/Auckland', 'Asia/Kathmandu', 'America/Santiago'])
      for (const around of [
        '2026-03-08',
        '2026-03-29',
        '2026-04-05',
        '2026-09-06',
        '2026-09-27',
        '2026-10-04',
        '2026-10-25',
        '2026-11-01',
        '2026-07-15',
      ])
        for (const day of [addDays(around, -1), around, addDays(around, 1)])
          for (let hour = 0; hour < 24; hour += 1) {
            const wall = DateTime.fromObject(
              { year: Number(day.slice(0, 4)), month: Number(day.slice(5, 7)), day: Number(day.slice(8)), hour },
              { zone },
            )
            const found = DateTime.fromJSDate(instantIn(zone, day, hour), { zone })
            // An hour that is skipped rings as much later; one that comes twice rings once, at either.
            const right =
              wall.hour === hour ? found.toFormat('yyyy-MM-dd HH:mm') === wall.toFormat('yyyy-MM-dd HH:mm') : found.toMillis() === wall.toMillis()
            expect(right, `${zone} ${day} ${hour}`).toBe(true)
          }
  })
  it('stands still where a holding lives on a date of its own', () => expect(todayOf('2026-08-12', 'UTC', () => instant)).toBe('2026-08-12'))
})

describe('settings from the environment', () => {
  const good = { DATABASE_URL: 'postgresql://a:b@127.0.0.1:5432/c', SESSION_SECRET: 'x'.repeat(32) }
  it('are read with their usual values', () => {
    expect(readConfig(good)).toMatchObject({ host: '127.0.0.1', port: 4380, logLevel: 'info', pageDir: null, cookieSecure: false })
    expect(readConfig({ ...good, PORT: '0', COOKIE_SECURE: 'true' })).toMatchObject({ port: 0, cookieSecure: true })
  })
  it.each([
    ['DATABASE_URL', { DATABASE_URL: 'mysql://x' }],
    ['SESSION_SECRET', { SESSION_SECRET: 'short' }],
    ['PORT', { PORT: '99999' }],
    ['LOG_LEVEL', { LOG_LEVEL: 'loud' }],
  ])('are refused by name: %s', (name, wrong) => expect(() => readConfig({ ...good, ...wrong })).toThrow(name))
})

describe('the demo’s weather', () => {
  const days = demoWeather(0)
  it('covers the season without a gap, lows never over highs', () => {
    days.forEach((d, i) => {
      expect(d.low).toBeLessThanOrEqual(d.high)
      if (i > 0) expect(daysBetween(days[i - 1]!.day, d.day)).toBe(1)
    })
    expect(days[0]!.day < '2026-03-01').toBe(true)
    expect(days.at(-1)!.day >= addDays(DEMO_LAST_DAY, 9)).toBe(true)
  })
  it('has the hot spell around its own day, and stays near the normals otherwise', () => {
    const high = (day: string) => days.find((d) => d.day === day)!.high
    expect([0, 1, 2, 3].every((n) => high(addDays(DEMO_DAY, n)) > 29.5)).toBe(true)
    expect([5, 6, 7].every((n) => high(addDays(DEMO_DAY, n)) <= 29.5)).toBe(true)
    for (const { month, high: usual } of NORMALS.filter((n) => n.month >= 3)) {
      const of = days.filter((d) => Number(d.day.slice(5, 7)) === month)
      const mean = of.reduce((sum, d) => sum + d.high, 0) / of.length
      expect(Math.abs(mean - usual), `month ${month}`).toBeLessThan(4)
    }
  })
  it('is the same each time, and colder up the valley', () => {
    expect(demoWeather(0)).toEqual(days)
    expect(demoWeather(-2)[100]!.high).toBe(days[100]!.high - 2)
  })
})

describe('refusals', () => {
  it('are problem documents with a type, a title and a sentence', () => {
    const body = problemBody(Problem.invalid([{ path: 'mites', sentence: 'Too many.' }]), 'r1')
    expect(body).toMatchObject({
      type: 'urn:round-thistle:problem:invalid',
      status: 400,
      detail: 'Too many.',
      instance: 'urn:round-thistle:request:r1',
      errors: [{ path: 'mites', sentence: 'Too many.' }],
    })
    expect(problemBody(new Problem(418, 'odd', 'Odd.'), 1).title).toBe('Refused')
  })
  it('name every fault of a body at once, and convert nothing', () => {
    const look = KINDS.looks!.body
    const faults = (body: unknown) => {
      try {
        checkBody(look, body)
        return []
      } catch (problem) {
        return ((problem as Problem).extra.errors as { path: string }[]).map((e) => e.path)
      }
    }
    const good = { colonyId: '019ac685-b982-756a-8751-bedfa77c0972', onDay: '2026-08-12', broodBoxes: 1 }
    expect(faults(good)).toEqual([])
    expect(faults({ ...good, broodBoxes: '1', brood: 'some' })).toEqual(['broodBoxes', 'brood'])
    expect(faults(null)).toEqual(['colonyId', 'onDay', 'broodBoxes'])
  })
  it('treat an id that is none as not there', () => {
    expect(checkId('019ac685-b982-756a-8751-bedfa77c0972')).toBe('019ac685-b982-756a-8751-bedfa77c0972')
    for (const bad of ['1', '', null, 'x'.repeat(36)]) expect(() => checkId(bad)).toThrow('There is no such thing')
  })
})
