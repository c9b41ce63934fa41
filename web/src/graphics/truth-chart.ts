/** What went on in a colony to practise on as Chart.js takes it: the truth, what would have been, the limit, and the counts beside it. */
import type { ChartConfiguration, ChartDataset } from 'chart.js'
import { daysBetween, type Day } from '@thistle/core/time'
import { inkOf } from '../look/chart-ink.ts'
import { mitesAxis, monthsAxis } from './chart-axes.ts'

export interface TruthShown {
  readonly days: readonly Day[]
  readonly wash: readonly number[]
  readonly nothingDone: readonly number[]
  readonly limits: readonly number[]
  readonly counts: readonly { readonly on: Day; readonly estimate: number; readonly low: number; readonly high: number }[]
  /** Days on which something was given. */
  readonly given: readonly Day[]
}
/** The picture ends there: over it bees suffer anyway. */
const TOP = 10

export function truthChart({ days, wash, nothingDone, limits, counts, given }: TruthShown): ChartConfiguration {
  const first = days[0] ?? ''
  const points = (row: readonly number[]) => row.map((y, i) => ({ x: daysBetween(first, days[i] ?? first), y: Math.min(y, TOP * 1.2) }))
  const line = (label: string, row: readonly number[], ink: string, more: object): ChartDataset =>
    ({
      type: 'line',
      label,
      data: points(row),
      borderColor: inkOf(ink),
      pointRadius: 0,
      pointHitRadius: 4,
      fill: false,
      tension: 0.2,
      ...more,
    }) as ChartDataset
  const last = days.at(-1) ?? first
  return {
    type: 'line',
    data: {
      datasets: [
        line('What went on', wash, 'thistle', { borderWidth: 2.4 }),
        line('Nothing done', nothingDone, 'soft', { borderWidth: 1.6, borderDash: [2, 3] }),
        line('The limit', limits, 'brick', { borderWidth: 1.4, borderDash: [5, 4], stepped: 'before' }),
        {
          type: 'scatterWithErrorBars',
          label: 'Counted',
          data: counts.map((c) => ({ x: daysBetween(first, c.on), y: c.estimate, yMin: c.low, yMax: c.high })),
          pointRadius: 4,
          borderColor: inkOf('ink'),
          backgroundColor: inkOf('sheet'),
          borderWidth: 1.6,
          errorBarColor: inkOf('ink'),
          errorBarWhiskerColor: inkOf('ink'),
          errorBarLineWidth: 1.2,
          errorBarWhiskerLineWidth: 1.2,
          errorBarWhiskerSize: 6,
        } as unknown as ChartDataset,
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      scales: {
        x: monthsAxis(first, 0, daysBetween(first, last)),
        y: mitesAxis(TOP),
      },
      plugins: {
        legend: { display: false },
        tooltip: { enabled: false },
        annotation: {
          annotations: Object.fromEntries(
            given.map((day, i) => [
              `g${i}`,
              {
                type: 'line' as const,
                scaleID: 'x',
                value: daysBetween(first, day),
                borderColor: inkOf('thistle-mid'),
                borderWidth: 1.4,
                drawTime: 'beforeDatasetsDraw' as const,
              },
            ]),
          ),
        },
      },
    },
  }
}
