/** Plans of a season as Chart.js takes them: visits against the chance, the named ones marked, and what is wanted. */
import type { ChartConfiguration, ChartDataset } from 'chart.js'
import { inkOf } from '../look/chart-ink.ts'

export interface FrontShown {
  readonly plans: readonly {
    readonly visits: number
    readonly keeps: number
    readonly low: number
    readonly high: number
    readonly synthetic: boolean
  }[]
  /** The places in `plans` of those that have a name, with it. */
  readonly named: readonly { readonly at: number; readonly name: string }[]
  readonly planned: { readonly visits: number; readonly keeps: number; readonly low: number; readonly high: number } | null
  readonly wanted: number | null
}
/** Names so near to each other, in a hundred and in visits, would lie on each other. */
const NEAR = { chance: 16, visits: 3 } as const

type Point = { x: number; y: number; yMin: number; yMax: number }
const pointOf = ({ visits, keeps, low, high }: { visits: number; keeps: number; low: number; high: number }): Point => ({
  x: visits,
  y: keeps * 100,
  yMin: low * 100,
  yMax: high * 100,
})

/** Open points hold no synthetic; a filled one does. */
export function frontChart({ plans, named, planned, wanted }: FrontShown): ChartConfiguration {
  const isNamed = (i: number) => named.some((n) => n.at === i)
  const dots = (label: string, chosen: readonly Point[], fill: string, size: number): ChartDataset =>
    ({
      type: 'scatterWithErrorBars',
      label,
      data: chosen,
      pointRadius: size,
      radius: size,
      pointHitRadius: 8,
      borderColor: inkOf('thistle'),
      backgroundColor: inkOf(fill),
      borderWidth: 2,
      errorBarColor: inkOf('line'),
      errorBarWhiskerColor: inkOf('line'),
      errorBarLineWidth: 1.2,
      errorBarWhiskerLineWidth: 1.2,
      errorBarWhiskerSize: 6,
    }) as unknown as ChartDataset
  const some = (synthetic: boolean, name: boolean) => plans.flatMap((p, i) => (p.synthetic === synthetic && isNamed(i) === name ? [pointOf(p)] : []))
  // Where two names would lie on each other the lower one stands below its dot.
  const lies = named.map((one) => {
    const at = plans[one.at]
    return named.some((other) => {
      const that = plans[other.at]
      return (
        at &&
        that &&
        other !== one &&
        that.keeps >= at.keeps &&
        (that.keeps - at.keeps) * 100 < NEAR.chance &&
        Math.abs(that.visits - at.visits) < NEAR.visits
      )
    })
  })
  const most = Math.max(4, ...plans.map((p) => p.visits), planned?.visits ?? 0)
  return {
    type: 'scatter',
    data: {
      datasets: [
        ...(planned ? [{ ...dots('Planned', [pointOf(planned)], 'ink', 5), borderColor: inkOf('ink') } as ChartDataset] : []),
        dots('Named, with synthetics', some(true, true), 'thistle', 7),
        dots('Named, without', some(false, true), 'sheet', 7),
        dots('With synthetics', some(true, false), 'thistle', 3.5),
        dots('Without', some(false, false), 'sheet', 3.5),
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      layout: { padding: { top: 8, right: 10 } },
      scales: {
        x: {
          min: -0.5,
          max: most + 0.7,
          border: { color: inkOf('line') },
          grid: { display: false },
          title: { display: true, text: 'visits in the year', color: inkOf('soft'), font: { size: 11.5 } },
          ticks: {
            color: inkOf('soft'),
            stepSize: 1,
            padding: 4,
            callback: (value) => (Number.isInteger(Number(value)) && Number(value) >= 0 ? String(value) : ''),
          },
          afterBuildTicks: (axis) => {
            axis.ticks = Array.from({ length: most + 1 }, (_, value) => ({ value }))
          },
        },
        y: {
          min: 0,
          max: 108,
          border: { color: inkOf('line') },
          grid: { color: inkOf('hairline'), drawTicks: false },
          title: { display: true, text: 'kept, of 100 such colonies', color: inkOf('soft'), font: { size: 11.5 } },
          ticks: { color: inkOf('soft'), stepSize: 20, padding: 4, callback: (value) => (Number(value) <= 100 ? String(value) : '') },
        },
      },
      plugins: {
        legend: { display: false },
        tooltip: { enabled: false },
        annotation: {
          clip: false,
          annotations: {
            ...(wanted === null
              ? {}
              : {
                  wanted: {
                    type: 'line' as const,
                    scaleID: 'y',
                    value: wanted * 100,
                    borderColor: inkOf('lichen'),
                    borderDash: [5, 4],
                    borderWidth: 1.6,
                    label: {
                      display: true,
                      content: 'wanted',
                      position: 'start' as const,
                      yAdjust: -9,
                      backgroundColor: 'transparent',
                      color: inkOf('soft'),
                      font: { size: 11, weight: 'normal' as const },
                      padding: 0,
                    },
                  },
                }),
            ...Object.fromEntries(
              named.map(({ at, name }, i) => [
                `n${i}`,
                {
                  type: 'label' as const,
                  xValue: plans[at]?.visits ?? 0,
                  yValue: (plans[at]?.keeps ?? 0) * 100,
                  content: name,
                  position: { x: 'end' as const, y: lies[i] ? ('start' as const) : ('end' as const) },
                  xAdjust: -10,
                  yAdjust: lies[i] ? 6 : -6,
                  color: inkOf('ink'),
                  font: { size: 11.5, weight: 'normal' as const },
                  padding: 0,
                },
              ]),
            ),
          },
        },
      },
    },
  }
}
