import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { colonyState, USUAL_PREFERENCES } from '@thistle/core/holding'
import { addDays } from '@thistle/core/time'
import { bareColony, bareSettings, bareYard, SOUND } from '../../../tests/cases/records.ts'
import { forgetForms } from '../stores/kept-forms.ts'
import { useHolding } from '../stores/holding.ts'
import JobForm from './JobForm.vue'

const TODAY = '2026-10-12'
const START = '2026-08-14'
const settings = bareSettings
const colony = bareColony({
  look: { ...SOUND, id: 'l', version: 1, onDay: START, supers: 'none', note: null },
  courses: [
    {
      id: 'course',
      decisionId: 'd',
      treatment: 'amitraz-strip',
      startOn: START,
      latestStart: addDays(START, 3),
      facts: {
        asOf: START,
        colony: { ...SOUND, hivedOn: null },
        rules: {},
        lastOpening: null,
        recountBy: START,
        before: { mites: 12, bees: 300, countedOn: START, method: 'wash' },
      },
      events: [{ id: 'e', kind: 'done', job: 'dose', n: 1, happenedOn: START, amount: 2, note: null, supersedes: null }],
    },
  ],
})
/** A day is taken when its field is left. */
async function setDay(wrapper: VueWrapper, day: string): Promise<void> {
  await wrapper.get('#jf-day').setValue(day)
  await wrapper.get('#jf-day').trigger('focusout')
}
const yard = bareYard(TODAY, { colonies: [colony] })

describe('entering what was done', () => {
  beforeEach(() => {
    setActivePinia(createPinia())
    forgetForms()
    vi.stubGlobal('matchMedia', () => ({
      matches: false,
      addEventListener: vi.fn(),
      removeEventListener: vi.fn(),
      addListener: vi.fn(),
      removeListener: vi.fn(),
    }))
  })
  function draw() {
    const holding = useHolding()
    holding.yards = [yard]
    holding.me = {
      keeper: { id: 'k', name: 'K', role: 'owner', yards: null, preferences: USUAL_PREFERENCES },
      holding: { id: 'h', name: 'H', demo: false, livesOn: TODAY, livesFrom: null, livesTo: null },
      settings,
    }
    const stroke = vi.spyOn(holding, 'stroke').mockResolvedValue(1)
    const state = colonyState(yard, colony, settings)
    const course = state.courses[0]!
    const job = course.course.jobs.find((j) => j.job === 'remove')!
    return { stroke, wrapper: mount(JobForm, { props: { yard, state, course, job } }) }
  }

  it('starts from today and from what went in', () => {
    const { wrapper } = draw()
    expect(wrapper.get('#jf-day').element).toHaveProperty('value', 'Mon 12 Oct')
    expect(wrapper.get('#jf-amount').element).toHaveProperty('value', '2')
    expect(wrapper.text()).toContain('Amitraz passes through skin.')
    expect(wrapper.text()).toContain('The label in your hand and local law decide.')
  })
  it('says over-stay and too early before anything is kept', async () => {
    const { wrapper, stroke } = draw()
    expect(wrapper.text()).toContain('They were in for 59 days, 3 longer than the longest of 56')
    await setDay(wrapper, '2026-09-10')
    expect(wrapper.text()).toContain('Out after 27 days, 15 short of 42')
    await setDay(wrapper, '2026-09-30')
    expect(wrapper.text()).not.toContain('Over-stay')
    expect(wrapper.text()).not.toContain('Too early')
    expect(stroke).not.toHaveBeenCalled()
  })
  it('shows old dates struck beside new ones', async () => {
    const { wrapper } = draw()
    await setDay(wrapper, '2026-09-30')
    const supers = wrapper.findAll('.moved li').find((l) => l.text().includes('No supers before'))
    expect(supers?.get('s').text()).toBe('Mon 26 Oct')
    expect(supers?.get('strong').text()).toBe('Wed 14 Oct')
  })
  it('keeps the actual day and amount as one event, with an id of its own', async () => {
    const { wrapper, stroke } = draw()
    await setDay(wrapper, '2026-09-30')
    await wrapper.get('form').trigger('submit')
    expect(stroke).toHaveBeenCalledTimes(1)
    const [{ events }, yardId] = stroke.mock.calls[0] as unknown as [{ events: { id: string }[] }, string]
    expect(events).toMatchObject([{ courseId: 'course', kind: 'done', job: 'remove', n: 1, happenedOn: '2026-09-30', amount: 2, supersedes: null }])
    expect(events[0]?.id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7/)
    expect(yardId).toBe('y')
  })
  it('takes strips from the frames, from the floor and those not found in one form', async () => {
    const { wrapper, stroke } = draw()
    await wrapper.get('#jf-amount').setValue('1')
    expect(wrapper.text()).toContain('1 missing: look under the frames and on the floor.')
    await wrapper.get('#jf-floor').setValue('1')
    expect(wrapper.text()).not.toContain('missing')
    expect(wrapper.text()).not.toContain('How can more come out')
    await wrapper.get('form').trigger('submit')
    const [{ events }] = stroke.mock.calls[0] as unknown as [{ events: object[] }]
    expect(events).toMatchObject([
      { kind: 'found', amount: 1, job: null },
      { kind: 'done', job: 'remove', amount: 1 },
    ])
  })
  it('is there again as it was left, and fresh once it is kept', async () => {
    draw().wrapper.unmount()
    const first = draw().wrapper
    await first.get('#jf-note').setValue('stuck in propolis')
    first.unmount()
    const again = draw().wrapper
    expect(again.get('#jf-note').element).toHaveProperty('value', 'stuck in propolis')
    expect(again.text()).toContain('As you left it today, not kept yet.')
    await again.get('form').trigger('submit')
    await flushPromises()
    again.unmount()
    expect(draw().wrapper.get('#jf-note').element).toHaveProperty('value', '')
  })
})
