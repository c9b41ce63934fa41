/** A colony's line as Chart.js takes it: panels one under the other over one axis of days. */
import type { ChartConfiguration, ChartDataset, ScaleOptionsByType } from 'chart.js'
import type { AnnotationOptions } from 'chartjs-plugin-annotation'
import type { ColonyLine, LineCount, LineKind } from '@thistle/core/book'
import { addDays, daysBetween, monthOf, MONTHS, yearOf, type Day } from '@thistle/core/time'
import { shortName } from '@thistle/core/treatments'
import { inkOf } from '../look/chart-ink.ts'

/** One thing of the line: a place to stand on with the keys, and the record it opens. */
export interface LinePoint {
  readonly key: string
  readonly kind: LineKind
  readonly id: string | null
  readonly on: Day
  readonly says: string
}
type Raw = { x: number; y: number; key: string; yMin?: number; yMax?: number }

/** Heights of the panels, as parts of the whole. */
const PART = { mites: 6, other: 2.4, courses: 1.6, bees: 2.4, highs: 1.8 } as const
/** How near one can come: two weeks over the width. */
const NEAREST = 14
const BESIDE = 4
const COURSE_NAME = 66

const UNITS = [
  ['per100', 'mites in 100 bees', 'mites'],
  ['perDay', 'a day, board', 'other'],
  ['per100cells', 'in 100 cells', 'other'],
] as const

/** Months, or years where many are in sight, each where it begins. */
function monthTicks(from: Day, min: number, max: number): { value: number; name: string }[] {
  const days = max - min
  const ticks: { value: number; name: string }[] = []
  for (let n = Math.ceil(min); n <= max; n++) {
    const day = addDays(from, n)
    if (!day.endsWith('-01')) continue
    const month = monthOf(day)
    if (days > 1500 ? month !== 1 : days > 500 ? month % 6 !== 1 : days > 240 ? month % 2 !== 1 : false) continue
    ticks.push({ value: n, name: month === 1 ? String(yearOf(day)) : (MONTHS[month - 1] ?? '') })
  }
  return ticks
}

function panel(name: string, weight: number, over: Partial<ScaleOptionsByType<'linear'>> = {}): Record<string, unknown> {
  return {
    type: 'linear',
    stack: 'line',
    stackWeight: weight,
    offset: true,
    beginAtZero: true,
    border: { color: inkOf('line') },
    grid: { color: inkOf('hairline'), drawTicks: false },
    title: { display: true, text: name, color: inkOf('soft'), font: { size: 11.5 } },
    ticks: { color: inkOf('soft'), font: { size: 11 }, maxTicksLimit: Math.max(2, Math.round(weight)), padding: 4, includeBounds: false },
    ...over,
  }
}

/** The highest figure a panel is made for: one wild whisker does not press all the rest flat. */
const topOf = (counts: readonly LineCount[]): number =>
  Math.ceil(counts.reduce((top, c) => Math.max(top, c.estimate * 1.15, Math.min(c.high, c.estimate * 2.2), (c.limit ?? 0) * 1.3), 1))

export interface LineSight {
  readonly today: Day
  readonly width: number
  /** The thing the keys stand on. */
  readonly at: string | null
  readonly say: (point: string) => string
  readonly degrees: (celsius: number) => number
  readonly unit: string
}

export function lineChart(line: ColonyLine, sight: LineSight): ChartConfiguration {
  const at = (day: Day) => daysBetween(line.from, day)
  const [min, max] = [-BESIDE, at(line.to) + BESIDE]
  const px = (days: number) => (days / (max - min)) * (sight.width - 60)
  const scales: Record<string, unknown> = {
    x: {
      type: 'linear',
      min,
      max,
      grid: { color: inkOf('hairline'), drawTicks: false },
      border: { color: inkOf('line') },
      ticks: {
        color: inkOf('soft'),
        autoSkip: true,
        maxRotation: 0,
        callback: (_: unknown, i: number, ticks: { name?: string }[]) => ticks[i]?.name ?? '',
      },
      afterBuildTicks: (axis: { min: number; max: number; ticks: unknown[] }) => (axis.ticks = monthTicks(line.from, axis.min, axis.max)),
    },
  }
  const datasets: ChartDataset[] = []
  const annotations: Record<string, AnnotationOptions> = {}
  // Stacked axes are laid from the bottom up.
  if (line.days.length > 0) {
    scales.highs = panel(`high, ${sight.unit}`, PART.highs, { beginAtZero: false } as never)
    datasets.push({
      type: 'line',
      label: 'Highs',
      yAxisID: 'highs',
      data: line.days.map((d) => ({ x: at(d.date), y: sight.degrees(d.high) })),
      borderColor: inkOf('thistle-mid'),
      borderWidth: 1.4,
      pointRadius: 0,
      segment: { borderDash: (s: { p1DataIndex: number }) => (line.days[s.p1DataIndex]?.known ? undefined : [3, 3]) },
    } as ChartDataset)
  }
  const seen = line.looks.filter((l) => l.frames !== null || l.brood !== null)
  if (seen.length > 0) {
    scales.bees = panel('frames', PART.bees)
    const of = (field: 'frames' | 'brood', ink: string, label: string): ChartDataset =>
      ({
        type: 'line',
        label,
        yAxisID: 'bees',
        data: seen.filter((l) => l[field] !== null).map((l): Raw => ({ x: at(l.on), y: l[field] ?? 0, key: `look ${l.id}` })),
        borderColor: inkOf(ink),
        backgroundColor: inkOf(ink),
        borderWidth: 1.6,
        pointRadius: 2.6,
        pointHitRadius: 8,
      }) as ChartDataset
    datasets.push(of('frames', 'lichen', 'Frames of bees'), of('brood', 'straw', 'Frames of brood'))
  }
  scales.lane = panel('courses', PART.courses, { min: -0.5, max: 2.5, offset: false, ticks: { display: false }, grid: { display: false } } as never)
  for (const c of line.courses) {
    const [from, to] = [at(c.from), Math.max(at(c.to), at(c.from) + 1)]
    annotations[`course ${c.id}`] = {
      type: 'box',
      drawTime: 'beforeDatasetsDraw',
      yScaleID: 'lane',
      xMin: from,
      xMax: to,
      yMin: 1.15,
      yMax: 2.3,
      backgroundColor: inkOf(c.state === 'running' ? 'thistle' : c.state === 'planned' ? 'sheet' : 'lichen-wash'),
      borderColor: inkOf(c.state === 'over' ? 'lichen' : 'thistle'),
      borderDash: c.state === 'left' ? [3, 3] : [],
      borderWidth: 1.2,
      borderRadius: 4,
      label: {
        display: (context: { chart: { scales: Record<string, { getPixelForValue: (v: number) => number } | undefined> } }) => {
          const x = context.chart.scales.x
          return x ? x.getPixelForValue(to) - x.getPixelForValue(from) > COURSE_NAME : px(to - from) > COURSE_NAME
        },
        content: shortName(c.treatment),
        font: { size: 11, weight: 'normal' },
        color: inkOf(c.state === 'running' ? 'on-fill' : 'ink'),
        padding: 1,
      },
    } as AnnotationOptions
  }
  line.supers.forEach((s, i) => {
    annotations[`supers ${i}`] = {
      type: 'box',
      yScaleID: 'lane',
      xMin: at(s.from),
      xMax: Math.max(at(s.to), at(s.from) + 1),
      yMin: -0.4,
      yMax: -0.1,
      backgroundColor: inkOf('straw'),
      borderWidth: 0,
      borderRadius: 2,
    }
  })
  // Dots of the lane: doses, what befell it, signs.
  const lane = (label: string, data: Raw[], style: string, ink: string, radius: number): ChartDataset =>
    ({
      type: 'scatter',
      label,
      yAxisID: 'lane',
      data,
      pointStyle: style,
      pointRadius: radius,
      pointHoverRadius: radius + 1.5,
      pointHitRadius: 8,
      borderColor: inkOf(ink),
      backgroundColor: inkOf(ink),
      borderWidth: 1.4,
    }) as ChartDataset
  datasets.push(
    lane(
      'Doses',
      line.courses.flatMap((c) => c.doses.map((d): Raw => ({ x: at(d), y: 1.72, key: `course ${c.id}` }))),
      'circle',
      'ink',
      3,
    ),
    lane(
      'What befell it',
      line.happened.map((h, i): Raw => ({ x: at(h.on), y: 0.45, key: `happened ${i}` })),
      'rectRot',
      'thistle',
      5,
    ),
    lane(
      'Signs',
      line.looks.filter((l) => l.signs.length > 0).map((l): Raw => ({ x: at(l.on), y: 0.45, key: `look ${l.id}` })),
      'triangle',
      'brick',
      5,
    ),
  )
  for (const [unit, title, part] of [...UNITS].toReversed()) {
    const counts = line.counts.filter((c) => c.unit === unit)
    if (counts.length === 0 && unit !== 'per100') continue
    scales[unit] = panel(title, PART[part], {
      suggestedMax: topOf(counts),
      max: unit === 'per100' && counts.length === 0 ? 6 : topOf(counts),
    } as never)
    const of = (over: boolean): ChartDataset =>
      ({
        type: 'scatterWithErrorBars',
        label: over ? 'Counts at or over the limit of their day' : 'Counts',
        yAxisID: unit,
        data: counts
          .filter((c) => c.over === over)
          .map((c): Raw => ({ x: at(c.on), y: c.estimate, yMin: c.low, yMax: c.high, key: `count ${c.id}` })),
        pointRadius: 4,
        pointHoverRadius: 6,
        pointHitRadius: 8,
        borderWidth: 1.4,
        borderColor: inkOf(over ? 'brick' : 'ink'),
        backgroundColor: inkOf(over ? 'brick' : 'sheet'),
        errorBarColor: inkOf(over ? 'brick' : 'ink'),
        errorBarWhiskerColor: inkOf(over ? 'brick' : 'ink'),
        errorBarLineWidth: 1.3,
        errorBarWhiskerLineWidth: 1.3,
        errorBarWhiskerSize: 7,
      }) as unknown as ChartDataset
    datasets.push(of(true), of(false))
    if (unit !== 'per100')
      datasets.push({
        type: 'scatter',
        label: 'Limits of their days',
        yAxisID: unit,
        data: counts.filter((c) => c.limit !== null).map((c) => ({ x: at(c.on), y: c.limit ?? 0 })),
        pointStyle: 'line',
        pointRadius: 7,
        pointHitRadius: 0,
        borderColor: inkOf('brick'),
        borderWidth: 1.4,
      } as ChartDataset)
  }
  const last = line.limits.at(-1)
  datasets.push({
    type: 'line',
    label: 'Limit',
    yAxisID: 'per100',
    data: last ? [...line.limits.map((l) => ({ x: at(l.from), y: l.mites })), { x: at(line.to), y: last.mites }] : [],
    stepped: 'before',
    borderColor: inkOf('brick'),
    borderDash: [5, 4],
    borderWidth: 1.3,
    pointRadius: 0,
    pointHitRadius: 0,
  } as ChartDataset)
  annotations.today = { type: 'line', scaleID: 'x', value: at(sight.today), borderColor: inkOf('ink'), borderWidth: 1 } as AnnotationOptions
  return {
    type: 'scatterWithErrorBars' as never,
    data: { datasets },
    options: {
      animation: false,
      maintainAspectRatio: false,
      scales: scales as never,
      interaction: { mode: 'nearest', intersect: true },
      plugins: {
        legend: { display: false },
        annotation: { clip: true, annotations },
        zoom: {
          limits: { x: { min, max, minRange: NEAREST } },
          pan: { enabled: true, mode: 'x' },
          zoom: { wheel: { enabled: true, modifierKey: 'ctrl' }, pinch: { enabled: true }, mode: 'x' },
        },
        tooltip: {
          displayColors: false,
          filter: (item) => Boolean((item.raw as Raw).key),
          callbacks: { title: () => '', label: (item) => sight.say((item.raw as Raw).key) },
        },
      },
    },
  }
}

/** The key of the thing under a press; null beside everything. */
export const keyOf = (raw: unknown): string | null => (raw as Raw | undefined)?.key ?? null
/** The place across of a day. */
export const placeOf = (line: ColonyLine, on: Day): number => daysBetween(line.from, on)
