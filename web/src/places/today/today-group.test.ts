import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { todayOfYards, USUAL_PREFERENCES, yardState } from '@thistle/core/holding'
import { bareColony, bareCount, bareSettings, bareYard } from '../../../../tests/cases/records.ts'
import { useHolding } from '../../stores/holding.ts'
import TodayGroup from './TodayGroup.vue'

const TODAY = '2026-08-12'
/** So many yards with two colonies each: one never counted, and in every third yard one at eleven of 300. */
const yardsOf = (n: number) =>
  Array.from({ length: n }, (_, y) =>
    bareYard(TODAY, {
      id: `y${y}`,
      name: `Yard ${y}`,
      colonies: [0, 1].map((i) =>
        bareColony({
          id: `y${y}c${i}`,
          name: `C${y}.${i}`,
          counts: i === 0 ? [] : [bareCount('2026-08-11', y % 3 === 0 ? 11 : 0, { id: `n${y}` })],
          placement: { id: `p${y}${i}`, version: 1, position: i + 1, fromDay: '2026-03-01', yardId: `y${y}` },
        }),
      ),
    }),
  )

describe('a group of Today', () => {
  beforeEach(() => setActivePinia(createPinia()))
  async function draw(n: number) {
    const yards = yardsOf(n)
    const holding = useHolding()
    holding.yards = yards
    holding.me = {
      keeper: { id: 'k', name: 'K', role: 'owner', yards: null, preferences: USUAL_PREFERENCES },
      holding: { id: 'h', name: 'H', demo: false, livesOn: TODAY, livesFrom: null, livesTo: null },
      settings: bareSettings,
    }
    const list = todayOfYards(yards.map((y) => yardState(y, bareSettings))).due
    const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/:rest(.*)*', component: { template: '<i />' } }] })
    const wrapper = mount(TodayGroup, { props: { id: 'due', title: 'Due now', list, none: 'Nothing.' }, global: { plugins: [router] } })
    for (let i = 0; i < 40 && wrapper.findAll('.job, .folds').length === 0; i++) await new Promise((then) => setTimeout(then, 25))
    await flushPromises()
    return { wrapper, list }
  }

  it('stands line by line while it is read at a glance', async () => {
    const { wrapper, list } = await draw(5)
    expect(wrapper.findAll('.job')).toHaveLength(list.length)
    expect(wrapper.find('.folds').exists()).toBe(false)
  })

  it('of many yards is folded by job with its counts, what alarms first, and opened to the first dozen and then to all', async () => {
    const { wrapper } = await draw(30)
    const titles = () => wrapper.findAll('.foldtitle').map((t) => t.text().replace(/\s+/g, ' '))
    expect(titles()).toEqual(['Choose a treatment 10 colonies in 10 yards', 'Count 30 colonies in 30 yards'])
    expect(wrapper.findAll('.job')).toHaveLength(0)
    await wrapper.findAll('.ant-collapse-header')[1]!.trigger('click')
    await flushPromises()
    expect(wrapper.findAll('.job')).toHaveLength(12)
    await wrapper
      .findAll('button')
      .find((b) => b.text() === 'All 30 of these')!
      .trigger('click')
    expect(wrapper.findAll('.job')).toHaveLength(30)
  })

  it('is folded by yard as well: those over the limit first', async () => {
    const { wrapper } = await draw(30)
    await wrapper.find('input[value="yard"]').setValue(true)
    await flushPromises()
    const titles = wrapper.findAll('.foldtitle').map((t) => t.text().replace(/\s+/g, ' '))
    expect(titles).toHaveLength(30)
    expect(titles[0]).toBe('Yard 0 2 jobs for 2 colonies')
    expect(titles.slice(0, 10).every((t) => /2 jobs for 2 colonies$/.test(t))).toBe(true)
    expect(titles.at(-1)).toMatch(/1 job for 1 colony$/)
  })
})
