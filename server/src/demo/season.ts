import { seeded } from '@thistle/core/count'
import { addDays, daysBetween, monthOf, type Day } from '@thistle/core/time'
import type { MonthNormal } from '@thistle/core/situation'

/** The day on which the demo holding lives when it is fresh, and the last day to which it can be stepped. */
export const DEMO_DAY: Day = '2026-08-12'
export const DEMO_LAST_DAY: Day = '2028-12-31'
const FIRST_DAY: Day = '2026-02-20'

/** Invented normals of an invented temperate valley, °C. */
export const NORMALS: readonly MonthNormal[] = [
  [5, 0],
  [6, 0],
  [11, 2],
  [15, 5],
  [19, 8],
  [22, 12],
  [25, 14],
  [24, 14],
  [20, 11],
  [15, 7],
  [9, 4],
  [6, 1],
].map(([high, low], i) => ({ month: i + 1, high: high ?? 0, low: low ?? 0 }))

/** The days around the demo's own: a hot spell that breaks on Monday the 17th. High and low from 1 August. */
const AUGUST: readonly (readonly [number, number])[] = [
  [24, 13],
  [25, 14],
  [26, 14],
  [25, 13],
  [26, 14],
  [27, 15],
  [26, 15],
  [27, 15],
  [28, 16],
  [28, 16],
  [29, 17],
  [31, 18],
  [33, 19],
  [32, 19],
  [30.5, 18],
  [29, 17],
  [27, 15],
  [26, 14],
  [25, 13],
  [26, 14],
  [28, 15],
  [27, 15],
  [25, 14],
  [24, 13],
  [23, 12],
  [24, 13],
  [25, 13],
  [26, 14],
  [25, 14],
  [23, 12],
  [22, 11],
]
/** Spring days on which strips went in: mild enough. */
const FIXED: Readonly<Record<Day, readonly [number, number]>> = { '2026-03-08': [13, 3], '2026-03-14': [12, 4], '2026-06-15': [23, 12] }

const half = (x: number) => Math.round(x * 2) / 2

/** The normal of a day, drawn smoothly between the middles of months. */
function smooth(day: Day, field: 'high' | 'low'): number {
  const month = monthOf(day)
  const along = (Number(day.slice(8, 10)) - 15) / 30
  const other = NORMALS[(month - 1 + (along < 0 ? 11 : 1)) % 12]
  const own = NORMALS[month - 1]
  if (!own || !other) throw new Error('twelve months are needed')
  return own[field] + (other[field] - own[field]) * Math.abs(along)
}

/** The demo's days: normals, with spells that last some days, and the hot August by hand. */
export function demoWeather(lift: number): { day: Day; high: number; low: number }[] {
  const random = seeded(20_260_812)
  let spell = 0
  return Array.from({ length: daysBetween(FIRST_DAY, DEMO_LAST_DAY) + 12 }, (_, i) => {
    const day = addDays(FIRST_DAY, i)
    spell = spell * 0.7 + (random() - 0.5) * 5
    const [high, low] = day.startsWith('2026-08')
      ? (AUGUST[Number(day.slice(8, 10)) - 1] ?? [24, 14])
      : (FIXED[day] ?? [smooth(day, 'high') + spell, smooth(day, 'low') + spell * 0.6])
    return { day, high: half(high + lift), low: half(Math.min(low, high) + lift) }
  })
}
