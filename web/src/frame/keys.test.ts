import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { BINDINGS, bindingOf, isLetter, isTaken, sayPress, type Press } from './keys.ts'
import KeySheet from './KeySheet.vue'

const GROUPS = [...new Set(BINDINGS.map((b) => b.group))]
const eventOf = (p: Press, over: KeyboardEventInit = {}) =>
  new KeyboardEvent('keydown', { key: p.key, ctrlKey: Boolean(p.control), shiftKey: Boolean(p.shift), ...over })

describe('the table of keys', () => {
  beforeEach(() => setActivePinia(createPinia()))

  it('binds each press to one thing only among those that are in force together', () => {
    for (const { id, group, presses } of BINDINGS)
      for (const press of presses) {
        expect(bindingOf(eventOf(press), [group], Boolean(press.afterG))?.id).toBe(id)
        if (press.control) expect(bindingOf(eventOf(press, { ctrlKey: false, metaKey: true }), [group])?.id).toBe(id)
        expect(bindingOf(eventOf(press, { altKey: true }), GROUPS, Boolean(press.afterG))).toBeNull()
      }
    const everywhere = BINDINGS.filter((b) => b.group === 'Everywhere' || b.group === 'Places').flatMap((b) =>
      b.presses.map((p) => JSON.stringify(p)),
    )
    expect(new Set(everywhere).size).toBe(everywhere.length)
  })
  it('a letter of a place fires only after g, and not with Ctrl held', () => {
    const t: Press = { key: 't', afterG: true }
    expect(bindingOf(eventOf(t), GROUPS, false)).toBeNull()
    expect(bindingOf(eventOf(t, { ctrlKey: true }), GROUPS, true)).toBeNull()
    expect(bindingOf(new KeyboardEvent('keydown', { key: 'T', shiftKey: true }), GROUPS, true)?.id).toBe('to /today')
  })
  it('knows single characters, which can be switched off', () => {
    expect(isLetter(new KeyboardEvent('keydown', { key: '?' }))).toBe(true)
    expect(isLetter(new KeyboardEvent('keydown', { key: 'k', ctrlKey: true }))).toBe(false)
    expect(isLetter(new KeyboardEvent('keydown', { key: 'ArrowLeft' }))).toBe(false)
  })
  it('leaves keys to the field that has them', () => {
    document.body.innerHTML = '<input id="i"><div role="radio"><b id="r"></b></div><p id="p"></p>'
    const from = (id: string) => {
      const event = new KeyboardEvent('keydown', { key: 't', bubbles: true })
      document.getElementById(id)?.dispatchEvent(event)
      return isTaken(event)
    }
    expect([from('i'), from('r'), from('p')]).toEqual([true, true, false])
  })
  it('is the sheet: every binding stands on it with its presses', () => {
    mount(KeySheet, { attachTo: document.body })
    const text = document.body.textContent.replace(/\s+/g, '')
    for (const b of BINDINGS) {
      expect(text).toContain(b.says.replace(/\s+/g, ''))
      for (const p of b.presses) expect(text).toContain(sayPress(p).join(''))
    }
    expect(sayPress({ key: 'k', control: true })).toEqual(['Ctrl', 'K'])
    expect(sayPress({ key: 'ArrowLeft', shift: true })).toEqual(['Shift', '←'])
  })
})
