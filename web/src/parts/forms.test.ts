import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import { NOTHING_KNOWN } from '@thistle/core/holding'
import { Refused } from '../server/call.ts'
import DayField from '../fields/DayField.vue'
import NumberField from '../fields/NumberField.vue'
import PickField from '../fields/PickField.vue'
import { useSave, withoutPath } from './useSave.ts'
import { factLines, sayCount } from './words.ts'

describe('a save', () => {
  const stale = () => new Refused(409, 'Changed.', { current: { version: 2 } })
  it('keeps the refusal by its field, and clears it at the next try', async () => {
    const { save, fault, at, conflict } = useSave()
    const refused = new Refused(400, 'This day is still to come.', { faults: [{ path: 'onDay', sentence: 'This day is still to come.' }] })
    expect(await save(() => Promise.reject(refused))).toBe(false)
    expect(at('onDay')).toBe('This day is still to come.')
    expect(at('mites')).toBeNull()
    expect(fault.value).toBe('This day is still to come.')
    expect(await save(() => Promise.reject(stale()))).toBe(false)
    expect(conflict.value).toEqual({ mine: {}, theirs: { version: 2 } })
    expect(await save(() => Promise.resolve())).toBe(true)
    expect(fault.value).toBeNull()
  })
  it('runs once however often it is pressed', async () => {
    const { save, busy } = useSave()
    let finish = () => {}
    let runs = 0
    const first = save(
      () =>
        new Promise<void>((resolve) => {
          runs += 1
          finish = resolve
        }),
    )
    expect(busy.value).toBe(true)
    expect(
      await save(() =>
        Promise.resolve().then(() => {
          runs += 1
        }),
      ),
    ).toBe(false)
    finish()
    expect(await first).toBe(true)
    expect(runs).toBe(1)
  })
})

describe('fields', () => {
  beforeEach(() => {
    setActivePinia(createPinia())
    vi.stubGlobal('matchMedia', () => ({
      matches: false,
      addEventListener: vi.fn(),
      removeEventListener: vi.fn(),
      addListener: vi.fn(),
      removeListener: vi.fn(),
    }))
  })
  const attach = { attachTo: document.body }
  it('tie their label, hint and fault together', async () => {
    const wrapper = mount(DayField, { props: { id: 'd', label: 'Done on', hint: 'the actual day', modelValue: '2026-08-12' }, ...attach })
    expect(wrapper.get('label').attributes('for')).toBe('d')
    expect(wrapper.get('input').attributes('aria-describedby')).toBe('d-says')
    expect(wrapper.get('#d-says').text()).toBe('the actual day')
    await wrapper.setProps({ fault: 'Too late.' })
    expect(wrapper.get('input').attributes()).toMatchObject({ 'aria-invalid': 'true', 'aria-describedby': 'd-says' })
    expect(wrapper.get('#d-says').text()).toBe('Too late.')
  })
  it('take a day as it is typed when they are left, and say what is none', async () => {
    const wrapper = mount(DayField, { props: { id: 'd', label: 'Done on', modelValue: '2026-08-12' }, ...attach })
    const type = async (text: string) => {
      await wrapper.get('input').setValue(text)
      await wrapper.get('input').trigger('focusout')
      await nextTick()
    }
    await type('3 Jan 2027')
    expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual(['2027-01-03'])
    await type('31 Feb')
    expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual(['2027-01-03'])
    expect(wrapper.get('#d-says').text()).toContain('"31 Feb" is no day.')
    await type('')
    expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual([null])
  })
  it('give null for what is not known, and are heard with the word that is chosen', async () => {
    const wrapper = mount(PickField, {
      props: {
        id: 'q',
        label: 'Queen',
        options: [
          ['laying', 'laying'],
          ['absent', 'absent'],
        ],
        modelValue: 'laying',
      },
      ...attach,
    })
    const field = wrapper.get('input[role=combobox]')
    expect(wrapper.get(`#${field.attributes('aria-describedby')}`).text()).toBe('laying')
    const choose = wrapper.getComponent({ name: 'ASelect' })
    // "Not known" is a word of the list, and not a hole in it.
    const [nothing] = choose.props('options') as { value: string; label: string }[]
    expect(nothing?.label).toBe('not known')
    choose.vm.$emit('change', nothing?.value)
    expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual([null])
    await wrapper.setProps({ modelValue: null })
    expect(wrapper.get('.ant-select-selection-item').text()).toBe('not known')
    expect(wrapper.get(`#${field.attributes('aria-describedby')}`).text()).toBe('not known')
    choose.vm.$emit('change', 'absent')
    expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual(['absent'])
  })
  it('of numbers take a comma for a point, show no stepper, and give null for nothing', async () => {
    const wrapper = mount(NumberField, { props: { id: 'n', label: 'Frames', hint: 'all boxes', modelValue: 3 }, ...attach })
    expect(wrapper.findAll('.ant-input-number-handler')).toHaveLength(0)
    expect(wrapper.get('input').attributes('aria-describedby')).toBe('n-says')
    await wrapper.get('input').setValue('2,5')
    expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual([2.5])
    await wrapper.get('input').setValue('')
    expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual([null])
  })
})

describe('words', () => {
  it('say a count with its range, limit and day', () => {
    const judgement = {
      estimate: 3.67,
      low: 2.07,
      high: 6,
      threshold: 3,
      unit: 'per100' as const,
      countedOn: '2026-08-11',
      stale: false,
      representative: false,
    }
    expect(sayCount(judgement as Parameters<typeof sayCount>[0])).toBe(
      '3.7 in 100, likely 2.1 to 6.0, limit 3, counted Tue 11 Aug, not typical of the yard',
    )
  })
  it('say what is not known as not known', () => {
    const nothing = { ...NOTHING_KNOWN, hivedOn: null }
    expect(factLines(nothing).map(([k, v]) => `${k}: ${v}`)).toEqual([
      'Bees: not known, 1 box',
      'Brood: not known, not known',
      'Queen: not known',
      'Floor: not known',
      'Entrance: not known',
      'Stores: not known',
    ])
  })
})

describe('a sentence by its field', () => {
  it.each([
    ['name must not be empty.', 'Must not be empty.'],
    ['samples[0].mites must be 0 or more.', 'Must be 0 or more.'],
    ['rules.formic-strip-14.mostDays must be 366 or less.', 'Must be 366 or less.'],
    ['ownLimits.three-percent.dormant must be 20 or less.', 'Must be 20 or less.'],
    ['This day is still to come: today is 2026-08-12.', 'This day is still to come: today is 2026-08-12.'],
    [null, null],
  ])('leaves out what programs call the field: %s', (sentence, shown) => expect(withoutPath(sentence)).toBe(shown))
})
