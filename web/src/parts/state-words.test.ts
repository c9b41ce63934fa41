import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { changedFields, sayChange, type Change } from './change-words.ts'
import { differences } from './state-words.ts'
import TwoVersions from './TwoVersions.vue'

const change = (kind: string, state: object, before: object | null = null): Change => ({
  seq: 7,
  batch: 7,
  kind,
  id: 'x',
  version: 7,
  state: state as Change['state'],
  before: before as Change['before'],
  savedAt: '2026-08-12T10:00:00Z',
  by: 'Somebody',
  colonyId: null,
  colony: null,
  yard: null,
  undoable: true,
})

describe('what differs between two states of a row', () => {
  it('is said field by field, in words and not in the names of the store', () => {
    const before = {
      id: 'a',
      version: 3,
      brood: 'capped',
      queen: 'laying',
      floorWet: null,
      supersOffOn: '2026-08-15',
      priority: 'gentle',
      framesOfBees: 14,
    }
    const after = {
      id: 'a',
      version: 4,
      brood: 'open',
      queen: 'laying',
      floorWet: true,
      supersOffOn: null,
      priority: 'fewest-visits',
      framesOfBees: 9.5,
    }
    expect(differences(before, after).map((d) => [d.label, d.before, d.after])).toEqual([
      ['Supers come off', 'Sat 15 Aug', 'not set'],
      ['Frames of bees', '14', '9.5'],
      ['Brood', 'capped', 'eggs and larvae only'],
      ['Floor wet', 'not set', 'yes'],
      ['What comes first', 'gentlest first', 'fewest visits first'],
    ])
    expect(differences(before, { ...before, version: 9 })).toEqual([])
    expect(differences({ note: null }, { note: '' })).toEqual([])
  })
  it('of the keeper’s own list and shelf only the lines that differ', () => {
    const line = { authorised: 'no', withSupers: null, gramsPerBox: null, mostCourses: null, mostDays: null }
    const before = { rules: { 'amitraz-strip': { ...line, authorised: 'yes', mostDays: 56 }, 'oxalic-vapour': line }, stock: {} }
    const after = {
      rules: { 'amitraz-strip': { ...line, authorised: 'yes', mostDays: 42 }, 'oxalic-vapour': { ...line, authorised: 'unknown' } },
      stock: { 'amitraz-strip': { units: 10, expires: '2027-06-30' } },
    }
    expect(differences(before, after).map((d) => [d.label, d.before, d.after])).toEqual([
      ['Amitraz strip: longest course, days', '56', '42'],
      ['Oxalic acid vapour: authorised', 'no', 'not known'],
      ['Amitraz strip: on the shelf', 'not set', '10'],
      ['Amitraz strip: good until', 'not set', 'Wed 30 Jun'],
    ])
  })
  it('of every field that a line of the list and the shelf can hold', () => {
    const rule = {
      authorised: 'yes',
      withSupers: true,
      gramsPerBox: 2,
      mostCourses: 1,
      mostDays: 50,
      waitDays: 20,
      prescription: true,
      note: 'n',
      confirmedOn: '2026-08-01',
      starter: 'S',
    }
    const shelf = { units: 3, expires: '2027-01-01', openedOn: '2026-07-01' }
    const found = differences({ rules: {}, stock: {} }, { rules: { 'thymol-gel': rule }, stock: { 'thymol-gel': shelf } })
    expect(found.map((d) => d.field.split('.').at(-1)).toSorted()).toEqual([...Object.keys(rule), ...Object.keys(shelf)].toSorted())
  })
})

describe('a change of the history', () => {
  it('is a sentence for every kind of row', () => {
    const samples = [{ mites: 12, bees: 300, days: null }]
    const count = { onDay: '2026-08-09', samples }
    const said = (kind: string, state: object, before: object | null = null) => sayChange(change(kind, state, before))
    expect(said('decision', { treatment: 'amitraz-strip', startOn: '2026-08-15', courses: [{}, {}] })).toBe(
      'Amitraz strip chosen for Sat 15 Aug, in 2 colonies',
    )
    expect(said('count', count)).toBe('count of Sun 9 Aug: 12 mites on 300 bees')
    expect(said('count', { ...count, deletedAt: 'now' }, count)).toBe('count of Sun 9 Aug taken back: 12 mites on 300 bees')
    expect(said('count', count, { ...count, deletedAt: 'now' })).toBe('count of Sun 9 Aug put back: 12 mites on 300 bees')
    expect(said('count', count, count)).toContain('put right')
    expect(said('count', { onDay: '2026-08-09', samples: [{ mites: 24, bees: null, days: 3 }] })).toBe('count of Sun 9 Aug: 24 mites in 3 days')
    expect(said('look', { onDay: '2026-08-09' })).toBe('inspection of Sun 9 Aug')
    expect(said('yard', {})).toBe('yard added')
    expect(said('yard', {}, {})).toBe('yard changed')
    expect(said('colony', { retiredOn: '2026-08-09' }, { retiredOn: null })).toBe('out of the row since Sun 9 Aug')
    expect(said('placement', { position: 3, fromDay: '2026-08-09' })).toBe('stands at place 3 from Sun 9 Aug')
    expect(said('placement', { position: 3, toDay: '2026-08-09' }, { position: 3, toDay: null })).toBe('left its place Sun 9 Aug')
    expect(said('event', { kind: 'done', job: 'dose', n: 2, happenedOn: '2026-08-09' })).toBe('given, round 2, Sun 9 Aug')
    expect(said('event', { kind: 'cancelled' })).toBe('a course called off')
    expect(said('decision', { treatment: 'amitraz-strip', startOn: '2026-08-16' })).toBe('Amitraz strip chosen for Sun 16 Aug')
    expect(said('date', { livesOn: '2026-08-16' })).toBe('the demo moved to Sun 16 Aug')
    expect(said('weather', { changes: [{ date: '2026-08-16', after: { high: 27, low: 14 } }] })).toBe('weather of Sun 16 Aug: 27 °C, at night 14 °C')
    expect(said('weather', { changes: [{ date: '2026-08-16', after: null }] })).toBe('own weather of Sun 16 Aug taken away')
    expect(said('weather', { changes: [{}, {}, {}] })).toBe('3 days of weather of your own')
  })
  it('names the fields it changed, and none where a row was made or taken away', () => {
    expect(changedFields(change('colony', { name: 'Elder One' }, { name: 'Elder' }))).toEqual([
      { field: 'name', label: 'Name', before: 'Elder', after: 'Elder One' },
    ])
    expect(changedFields(change('colony', { name: 'Elder' }))).toEqual([])
    expect(changedFields(change('colony', { name: 'Elder', deletedAt: 'now' }, { name: 'Elder' }))).toEqual([])
  })
})

describe('two versions side by side', () => {
  it('show what stands and what was written, and ask which', async () => {
    const wrapper = mount(TwoVersions, { props: { theirs: { name: 'Elder One' }, mine: { name: '<b>Old</b> Elder' } } })
    expect(wrapper.findAll('tbody tr').map((r) => r.text())).toEqual(['NameElder One<b>Old</b> Elder'])
    expect(wrapper.find('b').exists()).toBe(false)
    const [leave, mine] = wrapper.findAll('button')
    await leave?.trigger('click')
    await mine?.trigger('click')
    expect([wrapper.emitted('theirs')?.length, wrapper.emitted('mine')?.length]).toEqual([1, 1])
    await wrapper.setProps({ busy: true })
    expect(wrapper.findAll('button').every((b) => b.attributes('disabled') !== undefined)).toBe(true)
    await wrapper.setProps({ mine: { name: 'Elder One' } })
    expect(wrapper.text()).toContain('Both say the same.')
  })
})
