import { describe, expect, it } from 'vitest'
import { readDaysAhead } from './days-ahead.ts'

const same = (x: number) => x
const FROM = '2027-12-31'
const sentence = (text: string) => {
  const read = readDaysAhead(text, FROM, same)
  return read.ok ? 'read' : read.sentence
}

describe('days ahead in a row', () => {
  it('are a high and a low each, from the day on, over the end of the year', () => {
    expect(readDaysAhead(' 27/14  29.5/15\n-1/-6; 0,5/-2 ', FROM, same)).toEqual({
      ok: true,
      days: [
        { date: '2027-12-31', high: 27, low: 14 },
        { date: '2028-01-01', high: 29.5, low: 15 },
        { date: '2028-01-02', high: -1, low: -6 },
        { date: '2028-01-03', high: 0.5, low: -2 },
      ],
    })
  })
  it('are turned into °C from what the keeper reads', () => {
    const read = readDaysAhead('86/59', FROM, (f) => ((f - 32) * 5) / 9)
    expect(read.ok && read.days[0]).toMatchObject({ high: 30, low: 15 })
  })
  it('say what cannot be read, and where', () => {
    expect(sentence('')).toMatch(/Type a high and a low/)
    expect(sentence('27/14 warm')).toBe('Day 2, "warm", is no high and low like 27/14.')
    expect(sentence('14/27')).toBe('Day 1: the low, 27, is over the high, 14.')
    expect(sentence(Array.from({ length: 16 }, () => '20/10').join(' '))).toMatch(/^16 days are more/)
  })
})
