import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import DrawingOn from './DrawingOn.vue'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

describe('a drawing that takes its time', () => {
  it('is not spoken of while it is short, then says how far it is', async () => {
    const it_ = mount(DrawingOn, { props: { soFar: { stage: 'yards', done: 35, of: 70 } } })
    expect(it_.text()).toBe('')
    vi.advanceTimersByTime(1000)
    await nextTick()
    expect(it_.text()).toContain('2 of 4: each yard by itself')
    expect(it_.find('[role="progressbar"]').attributes('aria-label')).toBe('How far the drawing is')
    expect(it_.text()).toContain('50%')
    await it_.setProps({ soFar: { stage: 'moving', done: 28, of: 28 } })
    expect(it_.text()).toContain('goes to another')
  })
  it('is ended by one press, which is enough', async () => {
    const it_ = mount(DrawingOn, { props: { soFar: { stage: 'together', done: 1, of: 40 } } })
    vi.advanceTimersByTime(1000)
    await nextTick()
    await it_.get('button').trigger('click')
    await nextTick()
    expect(it_.text()).toContain('Ending ...')
    await it_.get('button').trigger('click')
    expect(it_.emitted('settle')).toHaveLength(1)
  })
  it('cannot be ended before it has begun', async () => {
    const it_ = mount(DrawingOn, { props: { soFar: null } })
    vi.advanceTimersByTime(1000)
    await nextTick()
    expect(it_.get('button').attributes('disabled')).toBeDefined()
  })
})
