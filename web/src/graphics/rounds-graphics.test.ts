import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Spot } from '@thistle/core/holding'
import type { Season, SeasonYard } from '@thistle/core/rounds'
import { treatmentOf } from '@thistle/core/treatments'
import HiveMap from './HiveMap.vue'
import { heightOf, sayYear, seasonChart } from './season-chart.ts'

beforeEach(() => {
  setActivePinia(createPinia())
  vi.stubGlobal('matchMedia', () => ({ matches: false, addEventListener: vi.fn(), removeEventListener: vi.fn() }))
})

describe('the hive from above', () => {
  const draw = (props: { modelValue: readonly Spot[]; boxes: number; fixed?: boolean }) => mount(HiveMap, { props })
  it('has a place beside every frame, the top box first, and says where each is', () => {
    const map = draw({ modelValue: [], boxes: 2 })
    expect(map.findAll('.box')).toHaveLength(2)
    expect(map.findAll('button')).toHaveLength(22)
    expect(map.find('button').attributes('aria-label')).toBe('strip box 2 from the floor, left of frame 1')
    expect(map.findAll('button').at(-1)!.attributes('aria-label')).toBe('strip box 1 from the floor, right of frame 10')
    expect(map.text()).toContain('none marked')
  })
  it('puts a strip in at a touch and takes it out at the next, in order', async () => {
    const map = draw({ modelValue: [{ box: 1, after: 6 }], boxes: 1 })
    await map.findAll('button')[3]!.trigger('click')
    expect(map.emitted('update:modelValue')!.at(-1)).toEqual([
      [
        { box: 1, after: 3 },
        { box: 1, after: 6 },
      ],
    ])
    await map.findAll('button')[6]!.trigger('click')
    expect(map.emitted('update:modelValue')!.at(-1)).toEqual([[{ box: 1, after: 3 }]])
    expect(
      map
        .findAll('button')
        .map((b) => b.attributes('aria-pressed'))
        .indexOf('true'),
    ).toBe(3)
  })
  it('that is only looked at has nothing to press, and its words tell all of it', () => {
    const map = draw({ modelValue: [{ box: 1, after: 4 }], boxes: 1, fixed: true })
    expect(map.findAll('button')).toHaveLength(0)
    expect(map.find('[role=img]').attributes('aria-label')).toBe('Seen from above: between frames 4 and 5')
  })
})

describe('the year of a yard', () => {
  const treatment = treatmentOf('amitraz-strip')!
  const season: Season = { from: '2026-01-01', to: '2026-12-31', yards: [] }
  const yard: SeasonYard = {
    yardId: 'y',
    name: 'By the weir',
    phases: [
      { phase: 'dormant', from: '2026-01-01', to: '2026-03-01' },
      { phase: 'peak', from: '2026-03-02', to: '2026-12-31' },
    ],
    supers: [{ from: '2026-05-01', to: '2026-08-15' }],
    supersOffOn: '2026-08-15',
    supersNextOn: null,
    lastOpening: '2026-11-05',
    rows: [
      {
        colonyId: 'c',
        name: 'Elder',
        position: 1,
        since: '2026-03-01',
        bars: [
          {
            courseId: 'o',
            treatment,
            from: '2026-06-15',
            to: '2026-08-12',
            state: 'running',
            doses: [{ day: '2026-06-15', done: true }],
            supersOn: '2026-08-26',
          },
        ],
        counts: [
          { day: '2026-06-14', level: 3.3, unit: 'per100', over: true, text: '3.3 in 100, 10 mites on 305 bees' },
          { day: '2026-08-06', level: 0.7, unit: 'per100', over: false, text: '0.7 in 100, 2 mites on 290 bees' },
        ],
      },
    ],
  }
  it('says its courses and every count that is drawn in words', () => {
    const said = sayYear(yard)
    expect(said).toContain('Elder: Amitraz strip, Mon 15 Jun to Wed 12 Aug, running')
    expect(said).toMatch(/Elder, Sun 14 Jun: 3\.3 in 100, [^.]*over the limit/)
    expect(said).toContain('Elder, Thu 6 Aug: 0.7 in 100')
  })
  it('draws a bar by its days, the wait before supers beyond it, and what is over apart from what is not', () => {
    const drawn = seasonChart(season, yard, '2026-08-12', 1240)
    // Days from 1 January by the calendar of 2026: 15 June is the 166th, 12 August the 224th, 26 August the 238th, 5 November the 309th.
    const [over, under, , bars] = drawn.data.datasets.map((d) => d.data as unknown as { x: unknown; y: number }[])
    expect(bars).toMatchObject([{ x: [165, 223], y: 0 }])
    expect(over).toMatchObject([{ x: 164.5, y: 0 }])
    expect(under).toMatchObject([{ x: 217.5, y: 0 }])
    const marks = drawn.options?.plugins?.annotation?.annotations as Record<string, { xMin?: number; xMax?: number; label?: { content: string } }>
    expect(marks['wait o']).toMatchObject({ xMin: 223, xMax: 237 })
    expect(marks['supers off']).toMatchObject({ xMin: 226 })
    expect(marks['last opening']).toMatchObject({ xMin: 308 })
    expect(marks['supers on']).toBeUndefined()
    expect(marks['step 1']).toMatchObject({ xMin: 60, xMax: 365, label: { content: 'flow' } })
  })
  it('draws nothing outside its year, and no line for today in another', () => {
    const before: Season = { from: '2025-01-01', to: '2025-12-31', yards: [] }
    const drawn = seasonChart(before, yard, '2026-08-12', 390)
    expect(drawn.data.datasets.slice(0, 2).flatMap((d) => d.data)).toEqual([])
    expect(Object.keys((drawn.options?.plugins?.annotation?.annotations ?? {}) as object)).not.toContain('today')
    expect(heightOf({ ...yard, rows: [] })).toBeLessThan(heightOf(yard))
  })
})
