import fc from 'fast-check'
import { describe, it, expect } from 'vitest'
import { addDays } from '../time/index.ts'
import { MOST_STATION_DAYS, readStationDays, usualOf } from './station-csv.ts'
import { sayAs, USUAL_READER } from '../words/index.ts'

const taken = (text: string) => {
  const read = readStationDays(text)
  if (!read.ok) throw new Error(read.sentence)
  return read
}
const refused = (text: string) => {
  const read = readStationDays(text)
  return read.ok ? 'taken' : read.sentence
}

describe('a station’s file', () => {
  it('reads a day with its high and low, however it is cut up and whichever comes first', () => {
    const days = [
      { date: '2026-08-11', high: 27.4, low: 13 },
      { date: '2026-08-12', high: 25, low: -0.5 },
    ]
    expect(taken('date,high,low\n2026-08-12,25,-0.5\n2026-08-11,27.4,13\n').days).toEqual(days)
    expect(taken('Datum;Tmin;Tmax\n'.replace('Datum', 'Date') + '12.8.2026;-0,5;25,0\r\n11.08.2026;13;27,4\r\n').days).toEqual(days)
    expect(taken('\ufeffT_min (°C)\tT_max (°C)\tDay\n13\t27.4\t2026-08-11\n-0.5\t25\t2026-08-12 00:00\n').days).toEqual(days)
  })
  it('takes the day’s highest and lowest of readings, and degrees Fahrenheit where the heading says so', () => {
    const readings = 'time,temperature\n2026-08-11T04:00,13.2\n2026-08-11T15:00,27.4\n2026-08-11T20:00,21\n'
    expect(taken(readings).days).toEqual([{ date: '2026-08-11', high: 27.4, low: 13.2 }])
    expect(taken('date,max °F,min °F\n2026-08-11,86,50\n').days).toEqual([{ date: '2026-08-11', high: 30, low: 10 }])
    expect(taken('date,temp_F\n2026-08-11,86\n').days).toEqual([{ date: '2026-08-11', high: 30, low: 30 }])
  })
  it('leaves out what cannot be, and says which line and why', () => {
    const { days, leftOut } = taken(
      'date,high,low\n2026-08-11,27,13\n2026-02-30,20,10\n08/12/2026,20,10\n2026-08-13,,10\n2026-08-14,81,55\n2026-08-15,10,20\n\n',
    )
    expect(days).toHaveLength(1)
    expect(leftOut.map((l) => l.line)).toEqual([3, 4, 5, 6, 7])
    expect(leftOut[1]?.why).toContain('"08/12/2026" is not a day')
    expect(leftOut[2]?.why).toBe('its temperatures are not numbers')
    expect(sayAs(USUAL_READER, leftOut[3]?.why ?? '')).toBe('81 °C cannot be: is the file in °F?')
    expect(sayAs(USUAL_READER, leftOut[4]?.why ?? '')).toBe('its low, 20 °C, is over its high, 10 °C')
  })
  it('refuses a file that names no columns it knows, or holds no day', () => {
    for (const text of ['', 'a,b\n1,2', '2026-08-12,25,12\n', 'high,low\n20,10', 'PK\u0003\u0004 binary', 'date,high\n2026-08-12,20'])
      expect(refused(text)).toContain('The first line must name the columns')
    expect(refused('date,high,low\nsoon,20,10\n')).toBe('No day could be read: in line 2 "soon" is not a day written 2026-08-12 or 12.8.2026.')
  })
  it('reads back every file of plausible days it is given, the newest where there are too many', () => {
    const line = fc.record({ n: fc.integer({ min: 0, max: 4000 }), low: fc.integer({ min: -300, max: 250 }), span: fc.integer({ min: 0, max: 200 }) })
    fc.assert(
      fc.property(fc.uniqueArray(line, { selector: (l) => l.n, minLength: 1, maxLength: 60 }), fc.constantFrom(',', ';', '\t'), (lines, cut) => {
        const days = lines
          .map(({ n, low, span }) => ({ date: addDays('2016-01-01', n), high: (low + span) / 10, low: low / 10 }))
          .toSorted((a, b) => (a.date < b.date ? -1 : 1))
        const text = ['date', 'high', 'low'].join(cut) + '\n' + days.map((d) => [d.date, d.high, d.low].join(cut)).join('\n')
        expect(taken(text)).toEqual({ ok: true, days, leftOut: [] })
      }),
    )
    const long = Array.from({ length: MOST_STATION_DAYS + 5 }, (_, i) => `${addDays('2020-01-01', i)},20,10`)
    expect(taken(`date,high,low\n${long.join('\n')}`).days.map((d) => d.date)).toEqual(long.slice(5).map((l) => l.slice(0, 10)))
  })
  it('never falls over, whatever it is given', () => {
    fc.assert(fc.property(fc.string({ unit: 'binary' }), (text) => typeof readStationDays(text).ok === 'boolean'))
    fc.assert(fc.property(fc.string(), (text) => typeof readStationDays(`date,high,low\n${text}`).ok === 'boolean'))
  })
})

describe('what is usual at a station', () => {
  const year = (from: string, days: number) =>
    Array.from({ length: days }, (_, i) => {
      const date = addDays(from, i)
      const month = Number(date.slice(5, 7))
      return { date, high: month * 2, low: month }
    })
  it('is the mean of each month’s days, where all twelve are told', () => {
    expect(usualOf(year('2025-08-01', 365))).toEqual(Array.from({ length: 12 }, (_, i) => ({ month: i + 1, high: (i + 1) * 2, low: i + 1 })))
    const odd = [...year('2025-01-01', 365), { date: '2026-01-01', high: 34, low: 17 }]
    expect(usualOf(odd)?.[0]).toEqual({ month: 1, high: 3, low: 1.5 })
  })
  it('is not said of less than a year', () => {
    expect(usualOf(year('2025-08-01', 330))).toBeNull()
    expect(usualOf([])).toBeNull()
    // Nor of a year in which one month is told by few days: twenty are asked of each.
    const few = (days: number) => usualOf(year('2025-01-01', 365).filter((d) => !d.date.startsWith('2025-06') || d.date <= `2025-06-${days}`))
    expect(few(19)).toBeNull()
    expect(few(20)).not.toBeNull()
  })
})
