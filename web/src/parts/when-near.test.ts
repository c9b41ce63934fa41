import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import WhenNear from './WhenNear.vue'

type Seen = (entries: { isIntersecting: boolean }[]) => void
let seen: Seen[] = []
beforeEach(() => {
  seen = []
  vi.stubGlobal(
    'IntersectionObserver',
    class {
      constructor(then: Seen) {
        seen.push(then)
      }
      observe = () => undefined
      disconnect = () => undefined
    },
  )
})
afterEach(() => vi.unstubAllGlobals())
const near = (now = false) => mount(WhenNear, { props: { least: 300, now }, slots: { default: '<p>tables</p>' } })

describe('a part of a long page', () => {
  it('keeps its room, and stands once it is come near to', async () => {
    const part = near()
    await nextTick()
    expect(part.text()).toBe('')
    expect((part.element as HTMLElement).style.minHeight).toBe('300px')
    for (const then of seen) then([{ isIntersecting: false }])
    await nextTick()
    expect(part.text()).toBe('')
    for (const then of seen) then([{ isIntersecting: false }, { isIntersecting: true }])
    await nextTick()
    expect(part.text()).toBe('tables')
    expect((part.element as HTMLElement).style.minHeight).toBe('')
  })
  it('stands at once where there are few, and on paper', async () => {
    expect(near(true).text()).toBe('tables')
    const printed = near()
    window.dispatchEvent(new Event('beforeprint'))
    await nextTick()
    expect(printed.text()).toBe('tables')
  })
})
