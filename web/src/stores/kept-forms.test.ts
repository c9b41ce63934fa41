import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { forgetForms, useKeptForm } from './kept-forms.ts'
import { useHolding } from './holding.ts'

describe('a form that is kept', () => {
  beforeEach(() => {
    setActivePinia(createPinia())
    forgetForms()
  })
  afterEach(() => void vi.resetModules())
  const open = (day: string) => useKeptForm('look of Elder', () => ({ day, note: '' }))

  it('comes back as it was left where something was typed, and says so', () => {
    open('2026-08-12').form.note = 'two cells torn down'
    const again = open('2026-08-13')
    expect(again.form).toEqual({ day: '2026-08-12', note: 'two cells torn down' })
    expect(again.typedOn.value).toBe(useHolding().today)
  })

  it('is fresh where nothing was typed: yesterday’s day is not silently old', () => {
    open('2026-08-12')
    const again = open('2026-08-13')
    expect(again.form).toEqual({ day: '2026-08-13', note: '' })
    expect(again.typedOn.value).toBeNull()
  })

  it('is gone once it was kept in the book, and with the keeper', () => {
    const first = open('2026-08-12')
    first.form.note = 'x'
    first.drop()
    expect(open('2026-08-12').typedOn.value).toBeNull()
    open('2026-08-12').form.note = 'y'
    forgetForms()
    expect(open('2026-08-12').form.note).toBe('')
    expect(Object.keys(localStorage).filter((k) => k.startsWith('thistle-form'))).toEqual([])
  })

  it('begins anew when asked, and what is typed then is kept as well', () => {
    const first = open('2026-08-12')
    first.form.note = 'x'
    first.anew()
    expect(first.form.note).toBe('')
    first.form.note = 'z'
    expect(open('2026-08-13').form.note).toBe('z')
  })

  it('outlives the page: a phone that closes it costs nothing', async () => {
    open('2026-08-12').form.note = 'typed in the yard'
    vi.resetModules()
    const { createPinia: newPinia, setActivePinia: setNew } = await import('pinia')
    setNew(newPinia())
    const later = await import('./kept-forms.ts')
    const again = later.useKeptForm('look of Elder', () => ({ day: '2026-08-20', note: '', added: 1 }))
    // A field that a newer page asks besides is as fresh.
    expect(again.form).toEqual({ day: '2026-08-12', note: 'typed in the yard', added: 1 })
    expect(again.typedOn.value).not.toBeNull()
    later.forgetForms()
  })

  it('is let go after fourteen days', async () => {
    open('2026-08-12').form.note = 'long ago'
    const key = Object.keys(localStorage).find((k) => k.startsWith('thistle-form')) ?? ''
    localStorage.setItem(key, JSON.stringify({ ...JSON.parse(localStorage.getItem(key) ?? '{}'), at: Date.now() - 15 * 86_400_000 }))
    vi.resetModules()
    const { createPinia: newPinia, setActivePinia: setNew } = await import('pinia')
    setNew(newPinia())
    const later = await import('./kept-forms.ts')
    expect(later.useKeptForm('look of Elder', () => ({ day: '2026-08-30', note: '' })).form.note).toBe('')
  })
})
