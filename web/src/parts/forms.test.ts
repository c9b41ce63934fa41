import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { Refused } from '../server/call.ts'
import DayField from '../fields/DayField.vue'
import PickField from '../fields/PickField.vue'
import { useSave } from './useSave.ts'
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
  it('tie their label, hint and fault together', async () => {
    const wrapper = mount(DayField, { props: { id: 'd', label: 'Done on', hint: 'the actual day', modelValue: '2026-08-12' } })
    expect(wrapper.get('label').attributes('for')).toBe('d')
    expect(wrapper.get('input').attributes('aria-describedby')).toBe('d-hint')
    await wrapper.setProps({ fault: 'Too late.' })
    expect(wrapper.get('input').attributes()).toMatchObject({ 'aria-invalid': 'true', 'aria-describedby': 'd-fault' })
    expect(wrapper.get('[role=alert]').text()).toBe('Too late.')
  })
  it('give null for what is not known', async () => {
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
    })
    await wrapper.get('select').setValue('')
    expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual([null])
    await wrapper.get('select').setValue('absent')
    expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual(['absent'])
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
      '3.7 in 100, likely 2.1 to 6.0, limit 3, counted Tue 11 Aug, not representative',
    )
  })
  it('say what is not known as not known', () => {
    const nothing = {
      broodBoxes: 1,
      framesOfBees: null,
      framesOfBrood: null,
      brood: null,
      hive: null,
      queen: null,
      layingSince: null,
      floor: null,
      floorWet: null,
      entrance: null,
      clustered: null,
      feeding: null,
      newlyHived: null,
      hivedOn: null,
    }
    expect(factLines(nothing).map(([k, v]) => `${k}: ${v}`)).toEqual([
      'Bees: not known, 1 box',
      'Brood: not known, not known',
      'Queen: not known',
      'Floor: not known',
      'Entrance: not known',
    ])
  })
})
