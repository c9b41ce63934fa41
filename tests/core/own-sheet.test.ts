/** Treatments of a keeper's own. What their sheets plan is worked by hand from what the sheets say. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RECORD_BODIES } from '@thistle/core/bodies'
import { answer, planCourse } from '@thistle/core/course'
import { parseCase } from '@thistle/core/formats'
import { courseFacts, courseState } from '@thistle/core/holding'
import { judge } from '@thistle/core/judge'
import { judged, match } from '@thistle/core/match'
import { faultOfSheet, NO_RULE, OWN_BASES, OWN_FIELDS, type OwnKey, type OwnSheet, type Rule, type Situation } from '@thistle/core/situation'
import { readCourses, readTable } from '@thistle/core/tables'
import { daysBetween } from '@thistle/core/time'
import { dosesOf, knowOwn, safetyFor, sheetFrom, treatmentFrom, treatmentOf, treatmentsWith, TREATMENTS, usualLayout } from '@thistle/core/treatments'
import { august, wash } from '../cases/index.ts'
import { bareCourse, bareEvent } from '../cases/records.ts'

const KEY: OwnKey = 'own-0191f000-0000-7000-8000-000000000001'
const OTHER: OwnKey = 'own-0191f000-0000-7000-8000-000000000002'
const plain = (base: OwnSheet['base'] = 'formic-strip-14', over: Partial<OwnSheet> = {}): OwnSheet => ({
  ...sheetFrom(base, KEY, '2026-08-01'),
  name: 'Slow pads at the wall',
  ...over,
})
/** Two pads, one at each side wall, three to four weeks; best at 12 to 30 °C, 8 to 34 at most, on the first five days. */
const PADS = plain('formic-strip-14', {
  doseBy: 'colony',
  amount: 2,
  unit: 'pad',
  how: 'one upright at each side wall',
  put: 'wall',
  comesOut: true,
  stayLeast: 21,
  stayMost: 28,
  recountFrom: 10,
  recountTo: 14,
  supersWhile: 'never',
  supersWait: 7,
  leastFrames: 5,
  limits: [{ from: 0, to: 4, reads: 'high', of: 'each', least: 8, bestFrom: 12, bestTo: 30, most: 34 }],
})
const CONFIRMED: Rule = { ...NO_RULE, authorised: 'yes', confirmedOn: '2026-08-01' }
const withOwn = (sheet: OwnSheet, over: Partial<Situation> = {}): Situation => august({ own: [sheet], rules: { [sheet.key]: CONFIRMED }, ...over })
const optionOf = (sheet: OwnSheet, over: Partial<Situation> = {}) => {
  const found = answer(withOwn(sheet, over)).options.find((o) => o.treatment === sheet.key)
  if (!found) throw new Error('not offered')
  return found
}
const hot = (high: number): Partial<Situation> => ({ weather: august().weather.map((d) => ({ ...d, high, low: high - 10 })) })

describe('a sheet of one’s own', () => {
  it.each(OWN_BASES)('made from %s and not changed is judged and planned as that one', (base) => {
    const sheet = plain(base)
    const [t, from] = [treatmentFrom(sheet), treatmentOf(base)!]
    expect(faultOfSheet(sheet)).toBeNull()
    const bare = (x: typeof t) => x.temperature.map(({ source: _s, ...limit }) => limit)
    expect(bare(t)).toEqual(bare(from))
    expect({ dose: t.dose, patterns: t.patterns, reach: t.reach, efficacy: t.efficacy, warmth: t.warmth, kit: t.kit.needed }).toEqual({
      dose: from.dose,
      patterns: from.patterns,
      reach: from.reach,
      efficacy: from.efficacy,
      warmth: from.warmth,
      kit: from.kit.needed,
    })
    const hive = ({ source: _s, note: _n, ...needs }: typeof t.hive) => needs
    expect(hive(t.hive)).toEqual(hive(from.hive))
    expect(safetyFor(t)).toEqual(safetyFor(from))
    // No notation of the core's is left in what a keeper edits.
    expect(Object.values(sheet).filter((v) => typeof v === 'string' && v.includes('{'))).toEqual([])
  })

  it('is marked as the keeper’s own wherever it is named, and stands beside the nearest', () => {
    const all = treatmentsWith([PADS]).map((t) => t.key)
    expect(all).toHaveLength(TREATMENTS.length + 1)
    expect(all[all.indexOf(KEY) - 1]).toBe('formic-strip-14')
    expect(treatmentOf(KEY)).toMatchObject({ name: 'Slow pads at the wall (own sheet)', own: { base: 'formic-strip-14' } })
    expect(treatmentsWith([{ ...PADS, retired: true }]).map((t) => t.key)).not.toContain(KEY)
    expect(treatmentOf(KEY)).not.toBeNull()
  })

  it('is judged by its own limits', () => {
    // A forecast has its doubt: the highs are some way from the limits.
    expect(optionOf(PADS, hot(21)).verdict).toBe('fits')
    expect(optionOf(PADS, hot(32)).verdict).toBe('care')
    expect(optionOf(PADS, hot(38)).verdict).toBe('wait')
    expect(optionOf(PADS, hot(10)).verdict).toBe('care')
    // A hot fifth day is one of its days, and none of those that the nearest asks about.
    const late = { weather: hot(21).weather!.map((d) => (d.date === '2026-08-18' ? { ...d, high: 40 } : d)) }
    expect(optionOf(PADS, late).verdict).toBe('wait')
    expect(answer(withOwn(PADS, late)).options.find((o) => o.treatment === 'formic-strip-14')?.fit).toBe('fits')
    const small = august().colony
    expect(optionOf(PADS, { colony: { ...small, framesOfBees: 4 } }).findings.find((f) => f.gate === 'hive' && f.level !== 'fits')).toBeTruthy()
    expect(optionOf(PADS, { supers: { now: 'for-people', offOn: null, nextOn: null } }).fit).toBe('ruled-out')
  })

  it('is dosed, dated and counted again as it says', () => {
    const option = optionOf(PADS)
    expect(option.dose).toMatchObject({ amount: 2, unit: 'pad' })
    const at = (job: string) => option.course.find((j) => j.job === job)
    const from = (job: string, which: 'earliest' | 'latest') => daysBetween('2026-08-14', at(job)![which])
    expect([from('remove', 'earliest'), from('remove', 'latest')]).toEqual([21, 28])
    expect([from('recount', 'earliest'), from('recount', 'latest')]).toEqual([31, 35])
    expect(from('supers', 'earliest')).toBe(28)
    expect(at('queen-check')).toBeTruthy()
    expect(at('put-back')).toBeTruthy()
    expect(usualLayout(treatmentOf(KEY)!, 2, { broodBoxes: 1 })).toEqual([
      { box: 1, after: 0 },
      { box: 1, after: 10 },
    ])
  })

  it('given in rounds has them at its own pace', () => {
    const series = plain('oxalic-vapour', { rounds: 5, daysBetween: 6 })
    const doses = optionOf(series).course.filter((j) => j.job === 'dose')
    expect(doses.map((j) => daysBetween('2026-08-14', j.best))).toEqual([0, 6, 12, 18, 24])
    // With nothing capped one is enough for a series, as in the list.
    expect(treatmentFrom(series).patterns.map((p) => [p.when, dosesOf(p)])).toEqual([
      ['nothing-capped', 1],
      ['capped', 5],
    ])
  })

  it('of another active is another class, with a safety card of what it says itself', () => {
    const fresh = plain('fluvalinate-strip', { active: 'somethingoil', hazard: 'It stings.', protection: 'Thick gloves.', mishap: 'Rinse.' })
    const t = treatmentFrom(fresh)
    expect(t.rotation).toMatchObject({ class: 'somethingoil', resistance: null })
    expect(t.warmth).toBeUndefined()
    const card = safetyFor(t)!
    expect(card).toMatchObject({ beforeRound: true, hazards: ['It stings.'], gear: ['Thick gloves.'] })
    expect(card.firstAid.map((f) => f.do).join(' ')).toMatch(/Rinse\..*poison centre or emergency number/)
    // The last course of the base is no earlier course of this one.
    const history = [{ treatment: 'fluvalinate-strip' as const, start: '2026-04-01', end: '2026-05-13', efficacy: 0.2 }]
    const turn = optionOf(fresh, { history }).findings.filter((f) => f.gate === 'rotation' && f.level !== 'fits')
    expect(turn).toEqual([])
    expect(optionOf(plain('fluvalinate-strip'), { history }).findings.some((f) => f.gate === 'rotation' && f.level !== 'fits')).toBe(true)
  })

  it.each<[string, Partial<OwnSheet>, string]>([
    ['a stay that ends before it may', { stayLeast: 30, stayMost: 20 }, 'stayMost'],
    ['a least over a most', { limits: [{ ...PADS.limits[0]!, least: 35 }] }, 'limits[0].most'],
    ['a best outside of what is allowed', { limits: [{ ...PADS.limits[0]!, bestTo: 36 }] }, 'limits[0].bestTo'],
    ['days that end before they begin', { limits: [{ ...PADS.limits[0]!, from: 5, to: 2 }] }, 'limits[0].to'],
    ['days after the course', { limits: [{ ...PADS.limits[0]!, from: 60, to: 70 }] }, 'limits[0].from'],
    [
      'two limits that no day keeps',
      { limits: [PADS.limits[0]!, { ...PADS.limits[0]!, least: 35, bestFrom: 35, bestTo: 36, most: 36 }] },
      'limits[1].least',
    ],
    ['more taken at least than at most', { broodLow: 0.9, broodHigh: 0.5 }, 'broodHigh'],
    ['more with brood, not reaching under cappings', { reach: 'outlasts', broodlessLow: 0.5, broodlessHigh: 0.6 }, 'broodHigh'],
    ['rounds without days between', { rounds: 3, daysBetween: null }, 'daysBetween'],
    ['a series of one', { reach: 'series' }, 'rounds'],
    ['several rounds of what is given once', { reach: 'once', rounds: 2, daysBetween: 7 }, 'rounds'],
    ['outlasting brood in a week', { reach: 'outlasts', stayLeast: 5, stayMost: 7 }, 'stayMost'],
    ['a wait for supers that do not matter', { supersWhile: 'any' }, 'supersWait'],
    ['a small dose over the whole', { smallFrames: 5, smallAmount: 3 }, 'smallAmount'],
    ['a small dose for nobody', { smallAmount: 1 }, 'smallFrames'],
    ['frames of bees that are not said', { doseBy: 'frames' }, 'framesEach'],
    ['a most under one', { most: 1 }, 'most'],
    ['coming out at once', { stayLeast: 0, stayMost: 0 }, 'stayMost'],
    ['a count that ends before it begins', { recountFrom: 20, recountTo: 10 }, 'recountTo'],
    ['the name of the list', { name: 'thymol GEL' }, 'name'],
  ])('is refused for %s', (_, over, field) => {
    const found = faultOfSheet(
      { ...PADS, ...over },
      TREATMENTS.map((t) => t.name),
    )
    expect(found?.field).toBe(field)
    expect(found?.says).toMatch(/\S/)
  })

  it('is planned and judged without a hole, whatever it says that does not contradict itself', () => {
    const degrees = fc.option(fc.integer({ min: 0, max: 40 }), { nil: null })
    const anySheet = fc
      .record({
        base: fc.constantFrom(...OWN_BASES),
        over: fc.record(
          {
            reach: fc.constantFrom('under-cappings', 'outlasts', 'series', 'once'),
            rounds: fc.integer({ min: 1, max: 6 }),
            daysBetween: fc.option(fc.integer({ min: 1, max: 20 }), { nil: null }),
            comesOut: fc.boolean(),
            stayLeast: fc.integer({ min: 0, max: 40 }),
            stayMost: fc.integer({ min: 0, max: 60 }),
            supersWhile: fc.constantFrom('never', 'may-stay', 'any'),
            supersWait: fc.integer({ min: 0, max: 30 }),
            doseBy: fc.constantFrom('box', 'colony'),
            amount: fc.double({ min: 0.5, max: 60, noNaN: true }),
            unit: fc.constantFrom('strip', 'pad', 'wafer', 'g', 'mL'),
            active: fc.constantFrom('formic acid', 'something'),
            limits: fc.array(
              fc.record({
                from: fc.integer({ min: 0, max: 20 }),
                to: fc.integer({ min: 0, max: 40 }),
                reads: fc.constantFrom('high', 'mean'),
                of: fc.constantFrom('each', 'warmest', 'average'),
                least: degrees,
                bestFrom: degrees,
                bestTo: degrees,
                most: degrees,
              }),
              { maxLength: 3 },
            ),
          },
          { requiredKeys: [] },
        ),
      })
      .map(({ base, over }) => plain(base, { ...over, smallFrames: null, smallAmount: null, most: null } as Partial<OwnSheet>))
      .filter((sheet) => faultOfSheet(sheet) === null)
    fc.assert(
      fc.property(anySheet, fc.integer({ min: 5, max: 35 }), (sheet, high) => {
        const s = judged(withOwn(sheet, hot(high)))
        const option = match(s, treatmentsWith([sheet])).find((o) => o.treatment.key === sheet.key)!
        expect(option.findings.every((f) => f.text !== '' && !/undefined|NaN|null/.test(f.text))).toBe(true)
        const { jobs } = planCourse({ treatment: option.treatment, start: s.startOn, latestStart: null, facts: s, recountBy: s.startOn })
        for (const j of jobs) {
          expect(j.earliest <= j.best && j.best <= j.latest, `${j.job} ${j.n}: ${j.earliest} ${j.best} ${j.latest}`).toBe(true)
          expect(j.text).not.toMatch(/\{dose\}|\{n\}|undefined|NaN/)
        }
        expect(jobs.filter((j) => j.job === 'dose').length).toBeGreaterThan(0)
        expect(jobs.some((j) => j.job === 'remove')).toBe(option.treatment.patterns.some((p) => p.steps.some((x) => x.job === 'remove')))
      }),
      { numRuns: 150 },
    )
  })
})

describe('a case with a sheet of one’s own', () => {
  const asCase = (s: Situation) => JSON.parse(JSON.stringify(s)) as Record<string, unknown>
  it('is read back as it was written', () => {
    const s = withOwn(PADS, { history: [{ treatment: KEY, start: '2026-03-01', end: '2026-03-22', efficacy: 0.8 }] })
    const parsed = parseCase(asCase(s))
    expect(parsed).toMatchObject({ ok: true, situation: { own: [PADS], history: [{ treatment: KEY }] } })
  })
  it.each<[string, Partial<Situation>, RegExp]>([
    ['that nobody confirmed', { rules: {} }, /^own\[0\]\.key is not on the list/],
    ['that contradicts itself', { own: [{ ...PADS, stayMost: 1 }] }, /^own\[0\]\.stayMost is 1 day, under the least of 21/],
    ['twice', { own: [PADS, PADS] }, /^own\[1\]\.key is there twice/],
    ['two of one name', { own: [PADS, { ...PADS, key: OTHER }], rules: { [KEY]: CONFIRMED, [OTHER]: CONFIRMED } }, /^own\[1\]\.name is the name/],
    ['that is not there', { own: [], history: [{ treatment: OTHER, start: '2026-03-01', end: null, efficacy: null }] }, /^history\[0\]\.treatment/],
    ['with supers on by nobody’s word', { own: [{ ...PADS, supersWhile: 'may-stay' }] }, /^own\[0\]\.supersWhile is not on the list/],
    [
      'with degrees that contradict each other',
      { own: [{ ...PADS, limits: [{ ...PADS.limits[0]!, most: 7, bestTo: 7 }] }] },
      /^own\[0\]\.limits\[0\]\.most is 7 °C, under the least of 8 °C/,
    ],
    ['with a field of another kind', { own: [{ ...PADS, amount: 'two' as never }] }, /^own\[0\]\.amount must be a number/],
  ])('is refused: a sheet %s', (_, over, says) => {
    const parsed = parseCase(asCase(withOwn(PADS, over)))
    expect(parsed.ok ? 'taken' : parsed.refusal.sentence).toMatch(says)
  })
  it('sent with settings is refused by its field too, and filled up', () => {
    const settings = { school: 'three-percent', priority: 'knockdown', organicOnly: false, kit: [], rules: { [KEY]: { authorised: 'yes' } } }
    const sent = (own: unknown[]) => RECORD_BODIES.settings.validate({ ...settings, own }, { abortEarly: false })
    expect(sent([PADS]).error).toBeUndefined()
    expect(sent([{ ...PADS, broodLow: 0.99 }]).error?.details[0]?.path).toEqual(['own', 0, 'broodHigh'])
    expect(sent([{ ...PADS, limits: [{ ...PADS.limits[0]!, least: 40 }] }]).error?.details[0]?.path).toEqual(['own', 0, 'limits', 0, 'most'])
    expect(sent([{ ...PADS, key: 'amitraz-strip' }]).error?.details[0]?.path).toEqual(['own', 0, 'key'])
    const { packHolds: _p, retired: _r, ...less } = PADS
    expect((sent([less]).value as { own: OwnSheet[] }).own[0]).toEqual(PADS)
    expect(Object.keys(OWN_FIELDS).toSorted()).toEqual(Object.keys(PADS).toSorted())
  })
})

describe('a course by a sheet of one’s own', () => {
  const s = withOwn(PADS)
  const facts = courseFacts(s, judged(s).judgement, KEY)
  const record = {
    ...bareCourse(KEY, '2026-08-14', [bareEvent('2026-08-14', { job: 'dose', n: 1, amount: 2 })]),
    facts: { ...bareCourse(KEY, '2026-08-14').facts, ...facts },
  }
  it('goes on by the sheet as it was when it was chosen', () => {
    knowOwn([{ ...PADS, stayLeast: 40, stayMost: 50 }])
    const state = courseState(record, { counts: [] }, '2026-08-20')
    expect(state.treatment.name).toBe('Slow pads at the wall (own sheet)')
    const out = state.course.jobs.find((j) => j.job === 'remove')!
    expect(daysBetween('2026-08-14', out.earliest)).toBe(21)
    knowOwn([PADS])
  })
  it('is known wherever its case is judged, though nobody read the settings there', () => {
    const key: OwnKey = 'own-0191f000-0000-7000-8000-00000000abcd'
    const sheet = { ...PADS, key }
    const given = judge(
      august({
        own: [sheet],
        rules: { [key]: CONFIRMED },
        counts: [wash('2026-08-01', 11)],
        history: [{ treatment: key, start: '2026-08-03', end: null, efficacy: null }],
      }),
    )
    expect(given.given?.names).toEqual(['slow pads at the wall (own sheet)'])
  })
  it('is read from a table by its own name', () => {
    knowOwn([PADS])
    const read = readTable(
      'colony,treatment,begun,over\nElder,slow pads at the wall,2026-04-01,2026-04-22\nElder,Slow pads at the wall (own sheet),2025-04-01,2025-04-22\n',
    )
    const colonies = [{ id: 'c', name: 'Elder', yard: 'Yard', yardId: 'y', today: '2026-08-12', courses: [], since: '2020-01-01' }] as never
    if (!read.ok) throw new Error(read.sentence)
    const rows = readCourses(read.value, { colony: 0, treatment: 1, day: 2, end: 3 } as never, null, colonies, null, treatmentsWith([PADS]))
    expect(rows.map((r) => r.value?.treatment ?? r.faults)).toEqual([KEY, KEY])
  })
})
