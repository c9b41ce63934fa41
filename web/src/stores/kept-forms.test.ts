import { beforeEach, describe, expect, it } from 'vitest'
import { forgetForms, useKeptForm } from './kept-forms.ts'

describe('a form that is kept', () => {
  beforeEach(forgetForms)
  const open = (day: string) => useKeptForm('look of Elder', () => ({ day, note: '' }))
  it('comes back as it was left where something was typed', () => {
    open('2026-08-12').form.note = 'two cells torn down'
    expect(open('2026-08-13')).toMatchObject({ kept: true, form: { day: '2026-08-12', note: 'two cells torn down' } })
  })
  it('is fresh where nothing was typed: yesterday’s day is not silently old', () => {
    open('2026-08-12')
    expect(open('2026-08-13')).toMatchObject({ kept: false, form: { day: '2026-08-13', note: '' } })
  })
  it('is gone once it was kept in the book, and with the keeper', () => {
    const first = open('2026-08-12')
    first.form.note = 'x'
    first.drop()
    expect(open('2026-08-12').kept).toBe(false)
    open('2026-08-12').form.note = 'y'
    forgetForms()
    expect(open('2026-08-12').form.note).toBe('')
  })
})
