/** What stands in the rows of Match: groups, gists, windows in words. */
import { describe, it } from 'vitest'
import { answer } from '@thistle/core/course'
import { judged, startWindows } from '@thistle/core/match'
import { TREATMENTS } from '@thistle/core/treatments'
import { sayAs, USUAL_READER } from '@thistle/core/words'
import { august, wash } from '../../../../tests/cases/index.ts'
import { gistOf, groupsOf, sayLeft, sayVerdict, tagsOf } from './option-words.ts'
import { boundsOf, forecastEnd, sayLastStart, saySpells, windowRows } from './window-rows.ts'
import { expect, usual } from '../../../../tests/read-as.ts'

const line = { authorised: 'yes' as const, withSupers: false, gramsPerBox: null, mostCourses: null, mostDays: null }
const allowed = august({ rules: Object.fromEntries(TREATMENTS.map((t) => [t.key, line])) })
const { options, judgement } = answer(allowed)

describe('groups of options', () => {
  it('hold every option once, and fold what is ruled out only where it is worth a fold', () => {
    const groups = groupsOf(options, '2026-08-14')
    expect(groups.flatMap((g) => g.list)).toHaveLength(TREATMENTS.length)
    expect(groups.map((g) => [g.title, g.folds])).toEqual([
      ['Fits on Fri 14 Aug', false],
      ['Fits with care on Fri 14 Aug', false],
      ['Ruled out', true],
    ])
    expect(groupsOf(options.slice(-2), '2026-08-14')[0]?.folds).toBe(false)
  })
  it('keep apart what a later day ends and what no day ends', () => {
    const none = answer({ ...allowed, colony: { ...allowed.colony, queen: 'absent' } }).options
    const titles = groupsOf(none, '2026-08-14').map((g) => g.title)
    expect(titles).toContain('Not yet, and no day in sight')
    expect(sayVerdict(none.find((o) => o.treatment === 'formic-strip-14')!)).toBe('Not yet: hive')
  })
  it('say beside the fit what is to be confirmed and to be fetched, and are moved by neither', () => {
    const order = (s: typeof allowed) => answer(s).options.map((o) => o.treatment)
    const bare = { ...allowed, rules: {}, keeper: { ...allowed.keeper, kit: [] } }
    const amitraz = answer(bare).options.find((o) => o.treatment === 'amitraz-strip')!
    expect([sayVerdict(amitraz), tagsOf(amitraz)]).toEqual(['Fits', ['confirm first', 'fetch first']])
    expect(tagsOf(options.find((o) => o.treatment === 'amitraz-strip')!)).toEqual([])
    expect(order(bare)).toEqual(order(allowed))
  })
})

describe('an option in a few words', () => {
  it.each([
    ['formic-strip-14', '2 strips, 14 days'],
    ['thymol-gel', '50 g, twice, 4 to 6 weeks'],
    ['brood-break', '24 days without laying'],
    ['wait-and-recount', `by ${new Date(`${judgement.recountBy}T00:00:00Z`).toUTCString().slice(0, 3)}`],
  ])('%s', (key, words) =>
    expect(
      gistOf(
        options.find((o) => o.treatment === key)!,
        judgement.recountBy,
      ),
    ).toContain(words),
  )
  it('has the rounds of the brood that is presumed: one of vapour in a November nobody looked at, as its course has', () => {
    const november = answer({
      ...allowed,
      asOf: '2026-11-28',
      startOn: '2026-11-28',
      counts: [],
      weather: [],
      normals: [],
      phase: null,
      colony: { ...allowed.colony, brood: null, lookedOn: '2026-08-01' },
    })
    const vapour = november.options.find((o) => o.treatment === 'oxalic-vapour')!
    expect(gistOf(vapour, '2026-12-10')).toMatch(/one round/)
    expect(vapour.course.filter((j) => j.job === 'dose')).toHaveLength(1)
  })
})

describe('what is left', () => {
  it('is said where the colony is over its limit, and nowhere else', () => {
    const formic = options.find((o) => o.treatment === 'formic-strip-14')!
    expect(sayLeft(formic, 'treat')).toMatch(/^leaves about 0\.\d \(0\.\d-\d\.\d\)$/)
    expect(sayLeft(formic, 'under')).toBe('')
    expect(
      sayLeft(
        options.find((o) => o.treatment === 'brood-break')!,
        'urgent',
      ),
    ).toBe('')
  })
})

describe('a figure in a cell', () => {
  it('is in the keeper’s degrees, and other figures stay as they are', () => {
    const heat = options[0]!.findings.find((f) => f.gate === 'temperature')!
    expect(usual(heat.figure)).toMatch(/^\d+°$/)
    const [celsius, fahrenheit] = [usual(heat.figure), sayAs({ ...USUAL_READER, temperature: 'F' }, heat.figure ?? '')].map(parseFloat)
    expect(fahrenheit).toBe(Math.round((celsius! * 9) / 5 + 32))
  })
})

describe('windows in words', () => {
  const windows = startWindows(judged(allowed), '2026-08-12', 56)
  it('stand in the order of the options, with their spells and the last start', () => {
    const rows = windowRows(windows, options, '2026-08-12')
    expect(rows.map((r) => r.key)).toEqual(options.map((o) => o.treatment))
    const amitraz = rows.find((r) => r.key === 'amitraz-strip')!
    expect(amitraz.says).toBe('last start Thu 24 Sep')
    expect(amitraz.words).toBe('fits 12 Aug-17 Sep, with care 18-24 Sep; last start Thu 24 Sep, before the last opening')
    expect(amitraz.shares[0]).toBe(1)
    expect(rows.find((r) => r.key === 'oxalic-vapour')!.shares[0]).toBe(0.5)
    expect(rows.find((r) => r.key === 'oxalic-dribble')!.ruledOut).toBe(true)
  })
  it('say a last start that is past as past', () => {
    expect(sayLastStart({ day: '2026-08-01', because: 'opening', limit: '2026-09-12' }, '2026-08-12')).toBe('last start was Sat 1 Aug')
    expect(sayLastStart(null, '2026-08-12')).toBe('')
    expect(
      saySpells([
        { from: '2026-08-14', to: '2026-08-20' },
        { from: '2026-08-30', to: '2026-09-02' },
      ]),
    ).toBe('14-20 Aug, 30 Aug-2 Sep')
  })
  it('name the days that bound a plan, and the end of what is forecast', () => {
    const s = august({ supers: { now: 'for-people', offOn: '2026-08-20', nextOn: '2027-05-10' }, counts: [wash('2026-08-11', 3)] })
    expect(boundsOf(s).map((b) => b.text)).toEqual(['supers off Thu 20 Aug', 'next supers Mon 10 May 2027', 'last opening Thu 5 Nov'])
    expect(forecastEnd(s)).toBe('2026-10-08')
    expect(forecastEnd({ ...s, weather: [] })).toBeNull()
  })
})
