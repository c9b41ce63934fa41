/** One yard's year as Chart.js takes it: courses as bars, counts as dots, a line a colony; over them the steps of the season. */
import type { ChartConfiguration, ChartDataset } from 'chart.js'
import type { AnnotationOptions } from 'chartjs-plugin-annotation'
import type { Season, SeasonBar, SeasonYard } from '@thistle/core/rounds'
import type { Phase } from '@thistle/core/situation'
import { addDays, daysBetween, monthOf, MONTHS, type Day } from '@thistle/core/time'
import { shortName } from '@thistle/core/treatments'
import { sayDay } from '../look/dates.ts'
import { inkOf } from '../look/chart-ink.ts'

export const ROW = 26
/** Above the first colony, in rows: the steps of the season, supers, the names of the dates. */
const HEAD = 2.1
const MONTH_LINE = 22
const NARROW = 600
const HALF_DAY = 0.5
/** Pixels a name needs inside its bar, and a step's in its band. */
const BAR_NAME = 74
const STEP_NAME = 52

const STEPS: Readonly<Record<Phase, readonly [name: string, ink: string]>> = {
  dormant: ['rest', 'hairline'],
  increase: ['build-up', 'lichen-wash'],
  peak: ['flow', 'straw-wash'],
  decrease: ['winter bees', 'thistle-wash'],
}
const WORDS = { over: 'over', running: 'running', planned: 'planned' } as const
/** Fill, border and the word beside or in it. */
const BAR_INK = {
  over: ['lichen-wash', 'lichen', 'lichen'],
  running: ['thistle', 'thistle', 'on-fill'],
  planned: ['sheet', 'thistle', 'thistle'],
} as const

/** The height of the picture, px. */
export const heightOf = (yard: SeasonYard): number => Math.round(MONTH_LINE + (HEAD + yard.rows.length) * ROW)
export const sayBar = (name: string, b: SeasonBar): string => `${name}: ${b.treatment.name}, ${sayDay(b.from)} to ${sayDay(b.to)}, ${WORDS[b.state]}`
/** All that the picture shows, in words. */
export const sayYear = (yard: SeasonYard): string =>
  yard.rows
    .flatMap((r) => [
      ...r.bars.map((b) => sayBar(r.name, b)),
      ...r.counts.map((c) => `${r.name}, ${sayDay(c.day)}: ${c.text}${c.over ? ', at or over the limit of its day' : ''}`),
    ])
    .join('. ')

type Mark = { x: number; y: number; says: string }
type Stretch = { x: [number, number]; y: number; says: string; state: SeasonBar['state'] }

/** Where things stand in the picture: days across, colonies down. */
interface Plane {
  readonly rows: readonly (SeasonYard['rows'][number] & { readonly y: number })[]
  readonly days: number
  readonly narrow: boolean
  /** The column of the colonies' names, px. */
  readonly names: number
  /** A day's place across, held within the year. */
  readonly at: (day: Day) => number
  readonly within: (day: Day | null) => day is Day
  /** Days across in px. */
  readonly px: (days: number) => number
  readonly dayAt: (value: number) => Day
}
function planeOf(season: Season, yard: SeasonYard, width: number): Plane {
  const narrow = width < NARROW
  const names = narrow ? 84 : 96
  const days = daysBetween(season.from, season.to) + 1
  return {
    rows: yard.rows.map((r, y) => ({ ...r, y })),
    days,
    narrow,
    names,
    at: (day) => Math.max(0, Math.min(days, daysBetween(season.from, day))),
    within: (day): day is Day => day !== null && day >= season.from && day <= season.to,
    px: (wide) => (wide / days) * (width - names),
    dayAt: (value) => addDays(season.from, value),
  }
}

/** `sharp`: dots a pixel, where it is not the screen's own (paper). */
export function seasonChart(season: Season, yard: SeasonYard, today: Day, width: number, sharp?: number): ChartConfiguration {
  const plane = planeOf(season, yard, width)
  const annotations = { ...stepMarks(yard, plane), ...barMarks(plane), ...dateMarks(yard, plane), ...todayMark(today, plane) }
  return {
    type: 'bar',
    data: { datasets: [counts(plane, true), counts(plane, false), doses(plane), bars(plane)] },
    options: {
      animation: false,
      responsive: false,
      ...(sharp ? { devicePixelRatio: sharp } : {}),
      scales: { x: monthsScale(plane), y: coloniesScale(plane) },
      plugins: {
        legend: { display: false },
        annotation: { clip: false, annotations },
        tooltip: { displayColors: false, callbacks: { title: () => '', label: (item) => (item.raw as Mark).says } },
      },
    },
  }
}

/** Counts as dots: those over the limit of their day, or the others. */
function counts({ rows, at, within }: Plane, over: boolean) {
  return {
    type: 'scatter',
    data: rows.flatMap(({ name, y, counts: all }) =>
      all.filter((c) => c.over === over && within(c.day)).map((c) => ({ x: at(c.day) + HALF_DAY, y, says: `${name}, ${sayDay(c.day)}: ${c.text}` })),
    ),
    pointRadius: 4.2,
    pointHoverRadius: 5,
    borderWidth: 1.6,
    borderColor: inkOf(over ? 'brick' : 'ink'),
    backgroundColor: inkOf(over ? 'brick' : 'sheet'),
  } satisfies ChartDataset<'scatter', Mark[]>
}

/** Doses of a series as ticks on its bar. */
function doses({ rows, at }: Plane) {
  return {
    type: 'scatter',
    data: rows.flatMap(({ name, y, bars: all }) =>
      all.flatMap((b) => (b.doses.length > 1 ? b.doses.map((d) => ({ x: at(d.day), y, says: `${name}, ${sayDay(d.day)}: dose` })) : [])),
    ),
    pointStyle: 'line',
    pointRotation: 90,
    pointRadius: 7,
    pointHoverRadius: 7,
    borderWidth: 1.2,
    borderColor: inkOf('soft'),
  } satisfies ChartDataset<'scatter', Mark[]>
}

/** Courses as bars from their first to their last day. */
function bars({ rows, at }: Plane) {
  const all: Stretch[] = rows.flatMap(({ name, y, bars: own }) =>
    own.map((b) => ({ x: [at(b.from), Math.max(at(b.to), at(b.from) + 1.5)] as [number, number], y, says: sayBar(name, b), state: b.state })),
  )
  return {
    type: 'bar',
    indexAxis: 'y',
    grouped: false,
    barThickness: 15,
    borderRadius: 4,
    borderSkipped: false,
    borderWidth: 1.2,
    data: all as never,
    backgroundColor: all.map((b) => inkOf(BAR_INK[b.state][0])),
    borderColor: all.map((b) => inkOf(BAR_INK[b.state][1])),
  } satisfies ChartDataset<'bar'>
}

type Marks = Record<string, AnnotationOptions>

/** Over the colonies: the steps of the season, and when supers were on. */
function stepMarks(yard: SeasonYard, { at, px }: Plane): Marks {
  const marks: Marks = {}
  yard.phases.forEach((p, i) => {
    const [name, ink] = STEPS[p.phase]
    const [xMin, xMax] = [at(p.from), at(addDays(p.to, 1))]
    marks[`step ${i}`] = {
      type: 'box',
      xMin,
      xMax,
      yMin: -HEAD - HALF_DAY,
      yMax: -HEAD + 0.16,
      backgroundColor: inkOf(ink, 'Canvas'),
      borderColor: inkOf('paper'),
      borderWidth: 1,
      borderRadius: 4,
      label: { display: px(xMax - xMin) > STEP_NAME, content: name, font: { size: 11.5, weight: 'normal' }, color: inkOf('ink'), padding: 0 },
    }
  })
  yard.supers.forEach((s, i) => {
    marks[`supers ${i}`] = {
      type: 'box',
      xMin: at(s.from),
      xMax: Math.max(at(addDays(s.to, 1)), at(s.from) + 2),
      yMin: -HEAD + 0.28,
      yMax: -HEAD + 0.47,
      backgroundColor: inkOf('straw'),
      borderWidth: 0,
      borderRadius: 2.5,
    }
  })
  return marks
}

/** What each bar is, in it or behind it, and how long supers wait after it. */
function barMarks({ rows, at, within, px }: Plane): Marks {
  const marks: Marks = {}
  rows.forEach(({ y, bars: all }) =>
    all.forEach((b) => {
      const wide = px(at(b.to) - at(b.from))
      const inside = wide > BAR_NAME
      if (inside || b.state !== 'over')
        marks[`name ${b.courseId}`] = {
          type: 'label',
          xValue: inside ? at(b.from) : at(b.to),
          yValue: y,
          position: { x: 'start', y: 'center' },
          xAdjust: 4,
          padding: 2,
          content: shortName(b.treatment),
          font: { size: 11 },
          color: inkOf(inside ? BAR_INK[b.state][2] : 'thistle'),
        }
      if (within(b.supersOn) && b.supersOn > b.to)
        marks[`wait ${b.courseId}`] = {
          type: 'line',
          xMin: at(b.to),
          xMax: at(b.supersOn),
          yMin: y,
          yMax: y,
          borderColor: inkOf('thistle-mid'),
          borderWidth: 2,
          borderDash: [2, 3],
        }
    }),
  )
  return marks
}

/** The dates that bound the year, through all colonies. */
function dateMarks(yard: SeasonYard, { rows, narrow, at, within }: Plane): Marks {
  const marks: Marks = {}
  for (const [day, name] of [
    [yard.supersOffOn, narrow ? 'off' : 'supers off'],
    [yard.supersNextOn, narrow ? 'on' : 'supers on'],
    [yard.lastOpening, narrow ? 'last' : 'last opening'],
  ] as const)
    if (within(day)) {
      marks[name] = {
        type: 'line',
        xMin: at(day),
        xMax: at(day),
        yMin: -1.15,
        yMax: rows.length - HALF_DAY,
        borderColor: inkOf('straw'),
        borderWidth: 1.4,
        borderDash: [5, 3],
      }
      marks[`${name} name`] = {
        type: 'label',
        xValue: at(day),
        yValue: -0.98,
        position: { x: 'end', y: 'center' },
        xAdjust: -2,
        padding: 1,
        content: name,
        font: { size: 11 },
        color: inkOf('straw'),
        backgroundColor: inkOf('paper'),
        // Today may run through it: a name is read before a line.
        z: 1,
      }
    }
  return marks
}

function todayMark(today: Day, { at, within }: Plane): Marks {
  if (!within(today)) return {}
  return {
    today: {
      type: 'line',
      xMin: at(today) + HALF_DAY,
      xMax: at(today) + HALF_DAY,
      yMin: -HEAD + 0.22,
      borderColor: inkOf('ink'),
      borderWidth: 2,
    },
  }
}

type LinearScale = NonNullable<NonNullable<ChartConfiguration['options']>['scales']>[string]

/** Months across the top. */
function monthsScale({ days, narrow, dayAt }: Plane): LinearScale {
  return {
    type: 'linear',
    offset: false,
    position: 'top',
    min: 0,
    max: days,
    border: { display: false },
    grid: { color: inkOf('hairline'), drawTicks: false, offset: false },
    ticks: {
      color: inkOf('soft'),
      font: { size: 12 },
      align: 'start',
      padding: 4,
      autoSkip: false,
      maxRotation: 0,
      callback: (value) => monthName(dayAt(Number(value)), narrow),
    },
    afterBuildTicks: (axis) => {
      axis.ticks = Array.from({ length: days }, (_, n) => n)
        .filter((n) => dayAt(n).endsWith('-01'))
        .map((value) => ({ value }))
    },
    afterFit: (axis) => {
      axis.height = MONTH_LINE
    },
  }
}

/** Colonies down the side, with lines between them. */
function coloniesScale({ rows, names }: Plane): LinearScale {
  return {
    type: 'linear',
    offset: false,
    reverse: true,
    min: -HEAD - HALF_DAY,
    max: rows.length - HALF_DAY,
    border: { display: false },
    // Between the colonies: the line at a colony's own height is not drawn. The scale's edge asks too, and has no tick.
    grid: {
      drawTicks: false,
      offset: false,
      color: ({ tick }: { tick?: { value: number } }) => ((tick?.value ?? 0) % 1 === 0 ? 'transparent' : inkOf('hairline')),
    },
    ticks: {
      color: inkOf('ink'),
      font: { size: 14, weight: 600 },
      crossAlign: 'far',
      padding: 6,
      autoSkip: false,
      callback: (value) => rows[Number(value)]?.name ?? '',
    },
    afterBuildTicks: (axis) => {
      axis.ticks = rows.flatMap(({ y }) => [{ value: y }, { value: y + HALF_DAY }])
    },
    afterFit: (axis) => {
      axis.width = names
    },
  }
}

const monthName = (day: Day, narrow: boolean): string => {
  const name = MONTHS[monthOf(day) - 1] ?? ''
  return narrow ? name.slice(0, 1) : name
}
