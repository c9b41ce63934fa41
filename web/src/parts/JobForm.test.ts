import { mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { colonyState, USUAL_PREFERENCES } from '@thistle/core/holding'
import { addDays } from '@thistle/core/time'
import { bareColony, bareSettings, bareYard, SOUND } from '../../../tests/cases/records.ts'
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
    vi.stubGlobal('matchMedia', () => ({ matches: false, addEventListener: vi.fn(), removeEventListener: vi.fn(), addListener: vi.fn(), removeListener: vi.fn() }))
  })
  function draw() {
    const holding = useHolding()
    holding.yards = [yard]
    holding.me = {
      keeper: { id: 'k', name: 'K', role: 'owner', yards: null, preferences: USUAL_PREFERENCES },
      holding: { id: 'h', name: 'H', demo: false, livesOn: TODAY, livesFrom: null, livesTo: null },
      settings,
    }
    const put = vi.spyOn(holding, 'put').mockResolvedValue({})
    const state = colonyState(yard, colony, settings)
    const course = state.courses[0]!
    const job = course.course.jobs.find((j) => j.job === 'remove')!
    return { put, wrapper: mount(JobForm, { props: { yard, state, course, job } }) }
  }

  it('starts from today and from what went in', () => {
    const { wrapper } = draw()
    expect(wrapper.get('#jf-day').element).toHaveProperty('value', 'Mon 12 Oct')
    expect(wrapper.get('#jf-amount').element).toHaveProperty('value', '2')
    expect(wrapper.text()).toContain('Amitraz passes through skin.')
    expect(wrapper.text()).toContain('The label in your hand and local law decide.')
  })
  it('says over-stay and too early before anything is kept', async () => {
    const { wrapper, put } = draw()
    expect(wrapper.text()).toContain('They were in for 59 days, 3 longer than the longest of 56')
    await setDay(wrapper, '2026-09-10')
    expect(wrapper.text()).toContain('Out after 27 days, 15 short of 42')
    await setDay(wrapper, '2026-09-30')
    expect(wrapper.text()).not.toContain('Over-stay')
    expect(wrapper.text()).not.toContain('Too early')
    expect(put).not.toHaveBeenCalled()
  })
  it('shows old dates struck beside new ones', async () => {
    const { wrapper } = draw()
    await setDay(wrapper, '2026-09-30')
    const supers = wrapper.findAll('.moved li').find((l) => l.text().includes('Supers may go on'))
    expect(supers?.get('s').text()).toBe('Mon 26 Oct')
    expect(supers?.get('strong').text()).toBe('Wed 14 Oct')
  })
  it('keeps the actual day and amount as one event, with an id of its own', async () => {
    const { wrapper, put } = draw()
    await setDay(wrapper, '2026-09-30')
    await wrapper.get('form').trigger('submit')
    expect(put).toHaveBeenCalledTimes(1)
    const [kind, id, body, yardId] = put.mock.calls[0]!
    expect(kind).toBe('events')
    expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7/)
    expect(body).toMatchObject({ courseId: 'course', kind: 'done', job: 'remove', n: 1, happenedOn: '2026-09-30', amount: 2, supersedes: null })
    expect(yardId).toBe('y')
  })
})
