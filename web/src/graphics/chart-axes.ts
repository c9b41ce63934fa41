/** Axes that pictures of mites over days share: months along the foot, mites in 100 bees up the side. */
import { addDays, monthOf, MONTHS, type Day } from '@thistle/core/time'
import { inkOf } from '../look/chart-ink.ts'

const monthAt = (day: Day): string => MONTHS[monthOf(day) - 1] ?? ''

/** Days counted from the first, with the months at their firsts. */
export const monthsAxis = (first: Day, min: number, max: number) => ({
  type: 'linear' as const,
  min,
  max,
  border: { color: inkOf('line') },
  grid: { color: inkOf('hairline'), drawTicks: false },
  ticks: {
    color: inkOf('soft'),
    maxRotation: 0,
    autoSkip: false,
    padding: 6,
    callback: (value: string | number) => monthAt(addDays(first, Number(value))),
  },
  afterBuildTicks: (axis: { ticks: { value: number }[] }) => {
    axis.ticks = Array.from({ length: max - min + 1 }, (_, i) => ({ value: i + min })).filter(({ value }) => addDays(first, value).endsWith('-01'))
  },
})

/** Mites in 100 bees from none up to a top. */
export const mitesAxis = (top: number) => ({
  min: 0,
  max: top,
  border: { color: inkOf('line') },
  grid: { color: inkOf('hairline'), drawTicks: false },
  title: { display: true, text: 'mites in 100 bees', color: inkOf('soft'), font: { size: 11.5 } },
  ticks: { color: inkOf('soft'), padding: 4 },
})
