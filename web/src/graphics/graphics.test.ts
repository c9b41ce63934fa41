import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import { USUAL_PREFERENCES, type YardRecord } from '@thistle/core/holding'
import { addDays } from '@thistle/core/time'
import { useHolding } from '../stores/holding.ts'
import DayStrip from './DayStrip.vue'
import DotWhisker from './DotWhisker.vue'
import FrameCombs from './FrameCombs.vue'
import StartWindows, { type WindowRow } from './StartWindows.vue'
import VerdictRound from './VerdictRound.vue'

const narrow = { matches: false, addEventListener: vi.fn(), removeEventListener: vi.fn() }
beforeEach(() => {
  setActivePinia(createPinia())
  narrow.matches = false
  vi.stubGlobal('matchMedia', () => narrow)
})

describe('dot and whisker', () => {
  const draw = (props: object) => mount(DotWhisker, { props: { estimate: 3.67, low: 2.07, high: 6, threshold: 3, label: 'said', ...props } })
  const x = (wrapper: ReturnType<typeof draw>, selector: string, attribute = 'x1') => Number(wrapper.get(selector).attributes(attribute))

  it('is read aloud by its words', () => {
    expect(draw({}).get('svg').attributes()).toMatchObject({ role: 'img', 'aria-label': 'said' })
  })
  it('puts low, estimate and high in their order, and the limit where it is', () => {
    const wrapper = draw({})
    const whisker = wrapper.get('.whisker')
    const dot = Number(wrapper.get('.dot').attributes('cx'))
    expect(Number(whisker.attributes('x1'))).toBeLessThan(dot)
    expect(dot).toBeLessThan(Number(whisker.attributes('x2')))
    expect(x(wrapper, '.limit')).toBeLessThan(dot)
    expect(x(draw({ threshold: 5 }), '.limit')).toBeGreaterThan(dot)
  })
  it('has one axis for every row: the same count stands at the same place', () => {
    expect(draw({}).get('.dot').attributes('cx')).toBe(draw({ low: 1, high: 5.9, threshold: 2 }).get('.dot').attributes('cx'))
  })
  it('shows an arrow where it runs over, and no dot where the dot itself does', () => {
    expect(draw({ high: 7 }).find('.arrow').exists()).toBe(true)
    expect(draw({ estimate: 8, high: 11 }).find('.dot').exists()).toBe(false)
    expect(draw({}).find('.arrow').exists()).toBe(false)
  })
  it('is hollow when old, square when not representative, and empty without a count', () => {
    expect(draw({ stale: true }).get('.dot').classes()).toContain('stale')
    expect(draw({ representative: false }).get('.dot').element.tagName.toLowerCase()).toBe('rect')
    const none = draw({ estimate: null, low: null, high: null })
    expect(none.find('.dot').exists()).toBe(false)
    expect(none.find('.limit').exists()).toBe(true)
  })
  it('never puts a board on the per-cent axis', () => {
    const per100 = draw({ estimate: 6, low: 4, high: 6 }).get('.dot').attributes('cx')
    const perDay = draw({ estimate: 6, low: 4, high: 6, unit: 'perDay' }).get('.dot').attributes('cx')
    expect(Number(perDay)).toBeLessThan(Number(per100))
  })
})

describe('verdict round', () => {
  const shape = (verdict: 'fits' | 'care' | 'wait' | 'ruled-out') => {
    const wrapper = mount(VerdictRound, { props: { verdict } })
    return { circles: wrapper.findAll('.fill').length, half: wrapper.find('path.fill').exists(), strike: wrapper.find('.strike').exists() }
  }
  it('speaks by shape: filled, half, open, struck', () => {
    expect(shape('fits')).toEqual({ circles: 1, half: false, strike: false })
    expect(shape('care')).toEqual({ circles: 1, half: true, strike: false })
    expect(shape('wait')).toEqual({ circles: 0, half: false, strike: false })
    expect(shape('ruled-out')).toEqual({ circles: 0, half: false, strike: true })
  })
  it('is hidden from readers unless it stands alone', () => {
    expect(
      mount(VerdictRound, { props: { verdict: 'fits' } })
        .get('svg')
        .attributes('aria-hidden'),
    ).toBe('true')
    expect(
      mount(VerdictRound, { props: { verdict: 'fits', label: 'fits' } })
        .get('svg')
        .attributes('aria-label'),
    ).toBe('fits')
  })
})

describe('combs', () => {
  const full = (frames: number | null) => mount(FrameCombs, { props: { frames, of: 10, tone: 'bees', label: 'frames' } })
  it('fills as many as there are, half frames by half, never more than the box', () => {
    expect(full(4).findAll('.full')).toHaveLength(4)
    expect(full(4.5).findAll('.full').at(-1)?.attributes('height')).toBe('6.5')
    expect(full(14).findAll('.full')).toHaveLength(10)
    expect(full(14).text()).toContain('14')
    expect(full(null).text()).toBe('?')
  })
})

describe('day strip', () => {
  const TODAY = '2026-08-12'
  const yard = {
    id: 'y',
    name: 'Yard',
    version: 1,
    place: 0,
    latitude: null,
    longitude: null,
    hemisphere: 'north',
    timeZone: 'UTC',
    phase: null,
    lastOpening: null,
    supersOffOn: null,
    supersNextOn: null,
    normals: [
      { month: 8, high: 24, low: 14 },
      { month: 9, high: 20, low: 11 },
    ],
    weather: [-3, -2, -1, 0, 1, 2, 3, 4].map((n) => ({
      date: addDays(TODAY, n),
      high: 27 + n,
      low: 15,
      kind: n < 0 ? ('observed' as const) : ('forecast' as const),
    })),
    today: TODAY,
    colonies: [],
  } satisfies YardRecord
  function draw(props: object = {}) {
    const holding = useHolding()
    holding.yards = [yard]
    holding.me = {
      keeper: { id: 'k', name: 'K', role: 'owner', yards: null, preferences: USUAL_PREFERENCES },
      holding: { id: 'h', name: 'H', demo: false, livesOn: TODAY, livesFrom: null, livesTo: null },
      settings: {
        id: 's',
        version: 1,
        school: 'three-percent',
        organicOnly: false,
        priority: 'knockdown',
        kit: [],
        rules: {},
        stock: {},
      },
    }
    return { holding, wrapper: mount(DayStrip, { props: { yard, ...props } }) }
  }

  it('shows four weeks, five days back, with one day chosen', () => {
    const { wrapper } = draw()
    const days = wrapper.findAll('[role=radio]')
    expect(days).toHaveLength(28)
    expect(days[0]?.attributes('data-day')).toBe('2026-08-07')
    expect(wrapper.findAll('[aria-checked=true]').map((d) => d.attributes('data-day'))).toEqual([TODAY])
    expect(days.filter((d) => d.attributes('tabindex') === '0')).toHaveLength(1)
  })
  it('says of each day what is known and how', () => {
    const { wrapper } = draw({
      verdicts: new Map([['2026-08-13', 'care']]),
      marks: new Map([['2026-08-13', { count: 2, alarm: false, text: '2 jobs' }]]),
    })
    const label = (day: string) => wrapper.get(`[data-day="${day}"]`).attributes('aria-label')
    expect(label('2026-08-13')).toBe('Thu 13 Aug, 15 to 28 °C forecast, fits with care, 2 jobs')
    expect(label('2026-08-11')).toContain('observed')
    expect(label('2026-08-25')).toContain('usual for the season')
    expect(label(TODAY)).toContain('today')
  })
  it('moves the chosen day by a press, and by the arrow keys a day or a week', async () => {
    const { wrapper, holding } = draw()
    await wrapper.get('[data-day="2026-08-17"]').trigger('click')
    expect(holding.day).toBe('2026-08-17')
    const row = wrapper.get('[role=radiogroup]')
    await row.trigger('keydown', { key: 'ArrowLeft' })
    expect(holding.day).toBe('2026-08-16')
    await row.trigger('keydown', { key: 'ArrowRight', shiftKey: true })
    expect(holding.day).toBe('2026-08-23')
    await row.trigger('keydown', { key: 'Home' })
    expect(holding.day).toBe(TODAY)
  })
  it('marks highs over the limit in force, and writes the limit in the keeper’s unit', async () => {
    const { wrapper, holding } = draw({ limit: { high: 29.5, name: 'limit' } })
    expect(wrapper.findAll('.day.hot').map((d) => d.attributes('data-day'))).toEqual(['2026-08-15', '2026-08-16'])
    expect(wrapper.get('.limit').text()).toBe('limit 29.5 °C')
    holding.me = { ...holding.me!, keeper: { ...holding.me!.keeper, preferences: { ...USUAL_PREFERENCES, temperature: 'F' } } }
    await nextTick()
    expect(wrapper.get('.limit').text()).toBe('limit 85.1 °F')
  })
  it('offers a day beyond its end as a chip that leads there and stays in view', async () => {
    const { wrapper, holding } = draw({ beyond: [{ day: '2026-09-28', text: 'out Mon 28 Sep' }] })
    await wrapper.get('.chip').trigger('click')
    expect(holding.day).toBe('2026-09-28')
    expect(wrapper.find('[data-day="2026-09-28"]').exists()).toBe(true)
    expect(wrapper.text()).toContain('Back to today')
  })
  it('is seven cells and one slider on a phone', async () => {
    narrow.matches = true
    const { wrapper, holding } = draw()
    expect(wrapper.findAll('[role=radio]')).toHaveLength(7)
    const slider = wrapper.get('input[type=range]')
    expect(slider.attributes('aria-valuetext')).toBe('Wed 12 Aug')
    await slider.setValue('20')
    expect(holding.day).toBe('2026-08-27')
  })
})

describe('start windows', () => {
  const row = (over: Partial<WindowRow>): WindowRow => ({
    key: 'a',
    name: 'Option',
    verdict: 'fits',
    says: '',
    words: 'fits 3-4 Aug',
    shares: [0, 0, 1, 1, 0.5, 0.5, 0, 1],
    ruledOut: false,
    last: null,
    ...over,
  })
  const draw = (rows: WindowRow[], over: object = {}) =>
    mount(StartWindows, {
      props: { rows, from: '2026-08-01', day: '2026-08-03', shown: null, bounds: [], forecastTo: null, ...over },
    })

  it('draws a run of alike days as one bar: full where it fits, half where with care', () => {
    const bars = draw([row({})])
      .findAll('.bar')
      .map((b) => ['x', 'width', 'height'].map((k) => Number(b.attributes(k))))
    expect(bars).toEqual([
      [2, 2, 20],
      [4, 2, 10],
      [7, 1, 20],
    ])
  })
  it('strikes what is ruled out on every day, and marks the last start and the bounds within sight', () => {
    const shares = Array.from({ length: 8 }, () => 0)
    const out = draw([row({ ruledOut: true, shares })])
    expect(out.find('.struck').exists()).toBe(true)
    expect(out.find('.bar').exists()).toBe(false)
    const bounded = draw([row({ last: '2026-08-04' })], {
      bounds: [
        { day: '2026-08-05', text: 'near' },
        { day: '2027-08-05', text: 'far' },
      ],
    })
    expect(bounded.findAll('.strip .last')).toHaveLength(1)
    expect(bounded.findAll('.lines .bound')).toHaveLength(1)
    expect(bounded.text()).toContain('far (beyond these weeks)')
  })
  it('is read by the words of each row, and hands on the option and the day that is touched', async () => {
    const wrapper = draw([row({}), row({ key: 'b', name: 'Other' })], { shown: 'b' })
    expect(wrapper.findAll('.name').map((b) => b.attributes('aria-pressed'))).toEqual(['false', 'true'])
    expect(wrapper.get('.name').text()).toContain('fits 3-4 Aug')
    await wrapper.findAll('.name')[1]!.trigger('click')
    const strip = wrapper.get('.strip')
    strip.element.getBoundingClientRect = () => ({ left: 100, width: 80 }) as DOMRect
    await strip.trigger('click', { clientX: 100 + 35 })
    expect(wrapper.emitted('pick')).toEqual([
      ['b', null],
      ['a', '2026-08-04'],
    ])
  })
})
