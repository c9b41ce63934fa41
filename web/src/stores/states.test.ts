import { mount } from '@vue/test-utils'
import { computed, defineComponent, h, nextTick, ref } from 'vue'
import { describe, expect, it, vi } from 'vitest'
import type { SettingsRecord, YardRecord } from '@thistle/core/holding'
import { bareColony, bareCount, bareSettings, bareYard } from '../../../tests/cases/records.ts'
import { useInTurn } from '../parts/useInTurn.ts'
import { breathe } from '../frame/breath.ts'
import { stateOf, workAhead } from './states.ts'

const settings: SettingsRecord = bareSettings
const TODAY = '2026-08-12'
const yardOf = (id: string, mites: number): YardRecord =>
  bareYard(TODAY, { id, colonies: [bareColony({ counts: [bareCount('2026-08-11', mites)] })] })

describe('where the yards stand', () => {
  it('is worked out once while neither yard nor rules have changed, and anew when one has', () => {
    const yard = yardOf('y', 3)
    const first = stateOf(yard, settings)
    expect(first.row[0]?.judgement.mites).toBe(3)
    expect(stateOf(yard, settings)).toBe(first)
    expect(stateOf({ ...yard }, settings)).not.toBe(first)
    expect(stateOf(yard, { ...settings, school: 'two-percent' })).not.toBe(first)
  })
  it('is worked ahead for all of them, with breaths between', async () => {
    const yards = ['a', 'b', 'c'].map((id) => yardOf(id, 5))
    let breaths = 0
    const turn = vi.spyOn(globalThis, 'setTimeout').mockImplementation(((run: () => void) => {
      breaths += 1
      queueMicrotask(run)
    }) as typeof setTimeout)
    // Every reading of the clock is far from the last: after each step there is a breath. A yard of one: its courses, its state, its row.
    const clock = vi.spyOn(performance, 'now')
    let at = 0
    clock.mockImplementation(() => (at += 100))
    await workAhead(yards, settings)
    await workAhead(yards, settings)
    turn.mockRestore()
    clock.mockRestore()
    expect(breaths).toBe(3 * yards.length)
    const known = yards.map((y) => stateOf(y, settings))
    expect(yards.map((y) => stateOf(y, settings))).toEqual(known)
    await workAhead(yards, null)
  })
})

describe('a long list in turn', () => {
  const shownIn = (all: readonly number[]) => {
    const list = ref(all)
    const Host = defineComponent(() => {
      const shown = useInTurn(
        computed(() => list.value),
        2,
      )
      return () => h('p', shown.value.join(' '))
    })
    return { list, wrapper: mount(Host) }
  }
  it('begins with what fits the screen, and has all of it in a while; what is added later stands at once', async () => {
    const { list, wrapper } = shownIn([1, 2, 3, 4, 5])
    expect(wrapper.text()).toBe('1 2')
    await vi.waitFor(() => expect(wrapper.text()).toBe('1 2 3 4 5'))
    await breathe()
    list.value = [1, 2, 3, 4, 5, 6, 7]
    await nextTick()
    expect(wrapper.text()).toBe('1 2 3 4 5 6 7')
  })
  it('begins anew where it is another list', async () => {
    const [list, of] = [ref([1, 2, 3, 4]), ref('this year')]
    const Host = defineComponent(() => {
      const shown = useInTurn(
        computed(() => list.value),
        2,
        () => of.value,
      )
      return () => h('p', shown.value.join(' '))
    })
    const wrapper = mount(Host)
    await vi.waitFor(() => expect(wrapper.text()).toBe('1 2 3 4'))
    await breathe()
    list.value = [5, 6, 7, 8]
    of.value = 'the year before'
    await nextTick()
    expect(wrapper.text()).toBe('5 6')
    await vi.waitFor(() => expect(wrapper.text()).toBe('5 6 7 8'))
  })
  it('that is short is whole from the first', () => {
    expect(shownIn([1, 2]).wrapper.text()).toBe('1 2')
    expect(shownIn([]).wrapper.text()).toBe('')
  })
})
