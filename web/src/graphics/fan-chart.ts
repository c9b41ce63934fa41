/** What lies ahead of a colony as Chart.js takes it: the fan of one plan, the middles of the others, the jars that were counted, and the limit. */
import type { ChartConfiguration, ChartDataset } from 'chart.js'
import type { AnnotationOptions } from 'chartjs-plugin-annotation'
import type { Fan } from '@thistle/core/outlook'
import { daysBetween, type Day } from '@thistle/core/time'
import { CRUDE_OVER } from '@thistle/core/words'
import { inkOf } from '../look/chart-ink.ts'
import { mitesAxis, monthsAxis } from './chart-axes.ts'

/** How the middle of each plan is broken where another one is shown, by its place. */
export const DASHES: readonly (readonly number[])[] = [
  [1, 3],
  [7, 4],
  [11, 4, 2, 4],
  [3, 3],
]

export interface FanShown {
  readonly dates: readonly Day[]
  readonly fan: Fan
  readonly others: readonly { readonly name: string; readonly middle: readonly number[]; readonly dash: readonly number[] }[]
  readonly limits: readonly number[]
  readonly jars: readonly { readonly on: Day; readonly estimate: number; readonly low: number; readonly high: number }[]
  readonly winterBees: Day | null
  readonly recountBy: Day | null
  readonly say: (day: Day) => string
}

/** The picture is made for levels that a keeper acts on: what lies far over them is cut off, and said. */
const TOPS = { least: 5, most: 10 } as const

type Point = { x: number; y: number; yMin?: number; yMax?: number }

export function topOf({ fan, jars }: Pick<FanShown, 'fan' | 'jars'>): number {
  const highest = Math.max(0, ...fan.p75, ...jars.map((j) => j.estimate))
  return Math.min(TOPS.most, Math.max(TOPS.least, Math.ceil(highest * 1.15)))
}

/** A fan over the days from the oldest jar in it to the last date. */
export function fanChart(shown: FanShown, width: number): ChartConfiguration {
  const { dates, fan, others, limits, jars, winterBees, recountBy, say } = shown
  const first = dates[0] ?? ''
  const at = (day: Day) => daysBetween(first, day)
  const points = (row: readonly number[]): Point[] => row.map((y, x) => ({ x, y }))
  const edge = { borderWidth: 0, pointRadius: 0, pointHitRadius: 0, tension: 0.2 } as const
  const band = (low: readonly number[], high: readonly number[], ink: string, label: string): ChartDataset[] => [
    { ...edge, type: 'line', label: `${label}, low`, data: points(low), fill: false },
    { ...edge, type: 'line', label, data: points(high), fill: '-1', backgroundColor: inkOf(ink) },
  ]
  const min = Math.min(-4, ...jars.map((j) => at(j.on) - 3))
  const top = topOf(shown)
  const narrow = width < 600
  const datasets: ChartDataset[] = [
    {
      type: 'line',
      label: 'The middle',
      data: points(fan.p50),
      borderColor: inkOf('thistle'),
      borderWidth: 2.4,
      pointRadius: 0,
      pointHitRadius: 4,
      fill: false,
    },
    ...others.map(({ name, middle, dash }): ChartDataset => ({
      type: 'line',
      label: name,
      data: points(middle),
      borderColor: inkOf('soft'),
      borderDash: [...dash],
      borderWidth: 1.6,
      pointRadius: 0,
      pointHitRadius: 4,
      fill: false,
    })),
    {
      type: 'line',
      label: 'The limit',
      data: points(limits),
      stepped: 'before',
      borderColor: inkOf('brick'),
      borderDash: [5, 4],
      borderWidth: 1.4,
      pointRadius: 0,
      pointHitRadius: 0,
      fill: false,
    },
    {
      type: 'scatterWithErrorBars',
      label: 'Counted',
      data: jars.map((j): Point => ({ x: at(j.on), y: j.estimate, yMin: j.low, yMax: j.high })),
      pointRadius: 4.5,
      borderColor: inkOf('ink'),
      backgroundColor: inkOf('sheet'),
      borderWidth: 1.6,
      errorBarColor: inkOf('ink'),
      errorBarWhiskerColor: inkOf('ink'),
      errorBarLineWidth: 1.3,
      errorBarWhiskerLineWidth: 1.3,
      errorBarWhiskerSize: 7,
    } as unknown as ChartDataset,
    // What comes first lies on top.
    ...band(fan.p25, fan.p75, 'thistle-mid', 'Half'),
    ...band(fan.p05, fan.p95, 'thistle-wash', 'Nine in ten'),
  ]
  const annotations: Record<string, AnnotationOptions> = {
    today: { type: 'line', scaleID: 'x', value: 0, borderColor: inkOf('ink'), borderWidth: 1.2 },
  }
  if (winterBees)
    annotations.winterBees = {
      type: 'box',
      drawTime: 'beforeDatasetsDraw',
      xMin: 0,
      xMax: at(winterBees),
      backgroundColor: inkOf('straw-wash'),
      borderWidth: 0,
      label: {
        display: true,
        drawTime: 'afterDatasetsDraw',
        content: narrow ? 'winter bees' : 'winter bees are raised',
        position: { x: 'center', y: 'start' },
        color: inkOf('straw-ink'),
        font: { size: 11.5, weight: 'normal' },
      },
    }
  if (recountBy && at(recountBy) > 0)
    annotations.recount = {
      type: 'line',
      scaleID: 'x',
      value: at(recountBy),
      borderColor: inkOf('thistle'),
      borderWidth: 1.6,
      borderDash: [2, 3],
      label: {
        display: true,
        content: `count by ${say(recountBy)}`,
        position: 'end',
        backgroundColor: inkOf('thistle'),
        color: inkOf('on-fill'),
        font: { size: 11.5, weight: 'normal' },
        padding: 4,
      },
    }
  if (top > CRUDE_OVER)
    annotations.crude = {
      type: 'line',
      scaleID: 'y',
      value: CRUDE_OVER,
      borderColor: inkOf('line'),
      borderWidth: 1,
      label: {
        display: true,
        content: narrow ? 'over 8' : 'over this bees suffer, and the model does not know how',
        position: 'end',
        yAdjust: -9,
        backgroundColor: 'transparent',
        color: inkOf('soft'),
        font: { size: 11, weight: 'normal' },
        padding: 0,
      },
    }
  return {
    type: 'line',
    data: { datasets },
    options: {
      animation: false,
      maintainAspectRatio: false,
      scales: {
        x: monthsAxis(first, min, dates.length - 1),
        y: mitesAxis(top),
      },
      interaction: { mode: 'nearest', intersect: false, axis: 'x' },
      plugins: { legend: { display: false }, annotation: { clip: true, annotations }, tooltip: { enabled: false } },
    },
  }
}
