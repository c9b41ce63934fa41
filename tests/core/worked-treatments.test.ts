/** Sheets, doses and patterns of a treatment made up for it: every line that a datum makes, and none that it does not. */
import { describe, it } from 'vitest'
import type { ColonyFacts, Rule } from '@thistle/core/situation'
import {
  doseOf,
  sayAmount,
  sayConfidence,
  saySource,
  sheetOf,
  treatmentOf,
  withRounds,
  nominalDay,
  type CoursePattern,
  type DoseRule,
  type Source,
  type Treatment,
} from '@thistle/core/treatments'
import { august } from '../cases/index.ts'
import { expect } from '../read-as.ts'

const vapour = treatmentOf('oxalic-vapour')!
const source: Source = { text: 'a label of ours', confidence: 'medium', lookedAt: '2026-11-25' }
const pattern: CoursePattern = { ...vapour.patterns[0]!, when: 'always', name: '6 weeks', days: { least: 42, most: 56 }, visits: 1, steps: [] }
const bare: Treatment = {
  ...vapour,
  short: 'Made up',
  efficacy: null,
  temperature: [],
  seasons: {},
  supers: { while: 'any', waitDays: 0, source },
  hive: {
    ...vapour.hive,
    leastFramesOfBees: null,
    entrance: 'any',
    screen: 'any',
    floor: 'any',
    feeding: 'any',
    queenLayingDays: null,
    newlyHived: 'any',
    mustMove: false,
    topBar: null,
    note: null,
    source,
  },
  rotation: { class: 'made up', change: false, gapDays: 0, gapWhy: '', mostCoursesAYear: null, alone: false, resistance: null, source },
  kit: { needed: [], advised: [], source },
  dose: { by: 'none' },
  patterns: [pattern],
  mostAPersonADay: null,
  pack: null,
  setUp: [],
  storage: '',
  openedKeepsDays: null,
  disposal: '',
  differs: '',
  sources: [],
}
const part = (of: Treatment, key: string, own?: Rule): readonly string[] =>
  sheetOf(of, own)
    .find((p) => p.key === key)
    ?.facts.map((f) => (f.own ? `${f.text} [${f.own}]` : f.text)) ?? []
const rule = (over: Partial<Rule>): Rule => ({ authorised: null, withSupers: null, gramsPerBox: null, mostCourses: null, mostDays: null, ...over })

describe('the sheet of a treatment', () => {
  it('of which little is asked says little', () => {
    expect(sheetOf(bare).map((p) => p.key)).toEqual(['effect', 'hive', 'supers', 'dose', 'course'])
    expect(part(bare, 'effect')).toEqual(['Made up.'])
    expect(part(bare, 'hive')).toEqual(['Nothing in particular is asked of the hive.'])
    expect(part(bare, 'supers')).toEqual(['Supers do not matter.'])
    expect(part(bare, 'dose')).toEqual(['Nothing is given.'])
    expect(part(bare, 'course')).toEqual(['6 weeks; 1 visit.'])
    expect(part({ ...bare, way: 'waiting' }, 'hive')).toEqual([])
  })
  it('says each thing that is asked of the hive', () => {
    const hive = (over: Partial<Treatment['hive']>) => part({ ...bare, hive: { ...bare.hive, ...over } }, 'hive')
    expect(hive({ leastFramesOfBees: 6 })).toEqual(['At least 6 frames of bees.'])
    expect(hive({ entrance: 'full' })).toEqual(['Entrance at full width all through.'])
    expect(hive({ screen: 'closed' })).toEqual(['A screened floor has its tray in.'])
    expect(hive({ floor: 'dry' })).toEqual(['A dry floor.'])
    expect(hive({ feeding: 'none' })).toEqual(['No feeding during the course.'])
    expect(hive({ queenLayingDays: 21 })).toEqual(['A queen that has laid for 21 days; not with a caged or absent one.'])
    expect(hive({ newlyHived: 'no' })).toEqual(['Not in a newly hived colony: it leaves the hive.'])
    expect(hive({ mustMove: true })).toEqual(['Bees that move: not clustered, not in the winter rest.'])
    expect(hive({ topBar: { level: 'care', why: 'the strip lies flat' } })).toEqual(['In a top-bar hive with care: the strip lies flat.'])
    expect(hive({ topBar: { level: 'ruled-out', why: 'it cannot lie' }, mostBoxes: 2 })).toEqual([
      'In a top-bar hive not: it cannot lie.',
      'With care over 2 brood boxes.',
    ])
    expect(hive({ note: 'A word.', floor: 'dry' })).toEqual(['A dry floor.', 'A word.'])
  })
  it('says its limits, with what lies outside them', () => {
    const base = {
      ...vapour.temperature[0]!,
      days: [0, 0] as const,
      reads: 'high' as const,
      of: 'each' as const,
      when: 'on the first day',
      cold: '',
      hot: '',
      source,
    }
    const limit = (over: Partial<Treatment['temperature'][number]>) =>
      part({ ...bare, temperature: [{ ...base, best: [10, 29.5], outer: [10, 29.5], ...over }] }, 'when')
    expect(limit({})).toEqual(['Highs on the first day: 10 to 29.5 °C; outside that it waits.'])
    expect(limit({ outer: [null, null] })).toEqual(['Highs on the first day: 10 to 29.5 °C; outside that it needs care.'])
    expect(limit({ best: [null, 29.5], outer: [null, 33] })).toEqual([
      'Highs on the first day: up to 29.5 °C; with care up to 33 °C, outside that it waits.',
    ])
    expect(limit({ best: [10, null], outer: [10, null], cold: 'bees sit still' })).toEqual([
      'Highs on the first day: 10 °C and over; outside that it waits. If too cold, bees sit still.',
    ])
    expect(limit({ hot: 'queens are lost' })).toEqual(['Highs on the first day: 10 to 29.5 °C; outside that it waits. If too hot, queens are lost.'])
    expect(limit({ cold: 'it stays in', hot: 'queens are lost' })[0]).toMatch(/ If too cold, it stays in; if too hot, queens are lost\.$/)
    expect(limit({ of: 'average' })[0]).toMatch(/^The highs on/)
    expect(limit({ of: 'warmest' })[0]).toMatch(/^The warmest high on/)
    expect(limit({ of: 'average', reads: 'mean' })[0]).toMatch(/^Day and night together on/)
    const season = (level: 'care' | 'ruled-out') => part({ ...bare, seasons: { decrease: { level, why: 'winter bees are raised', source } } }, 'when')
    expect([season('care'), season('ruled-out')]).toEqual([
      ['In late summer and autumn: with care, winter bees are raised.'],
      ['In late summer and autumn: not, winter bees are raised.'],
    ])
  })
  it('says what it takes, how often it may be given, and what the keeper’s own list says instead', () => {
    const known: Treatment = { ...bare, efficacy: { broodless: { low: 0.9, high: 0.97 }, brood: { low: 0.3, high: 0.6 } }, efficacySource: 'of old' }
    expect(part(known, 'effect')).toEqual([
      'Made up.',
      'Without brood 90 to 97 % of the mites, with brood 30 to 60 %: ranges, no promise.',
      'Remembered as: of old.',
    ])
    expect(part({ ...known, efficacy: { broodless: { low: 0, high: 0 }, brood: { low: 0.3, high: 0.6 } } }, 'effect')[1]).toBe(
      'With brood 30 to 60 %: ranges, no promise.',
    )
    const turn = (over: Partial<Treatment['rotation']>, own?: Rule) => part({ ...bare, rotation: { ...bare.rotation, ...over } }, 'turn', own)
    expect(turn({})).toEqual([])
    expect(turn({ change: true, alone: true, resistance: 'Seen in places.' })).toEqual([
      'Another class of active after it.',
      'Not beside another treatment.',
      'Seen in places.',
    ])
    expect(turn({ gapDays: 30 })).toEqual(['30 days between courses.'])
    expect(turn({ gapDays: 30, gapWhy: 'for the queen' })).toEqual(['30 days between courses, for the queen.'])
    expect(turn({ mostCoursesAYear: 1 })).toEqual(['At most 1 course a year.'])
    expect(turn({ mostCoursesAYear: 2 }, rule({ mostCourses: 3 }))).toEqual(['At most 2 courses a year. [your list: 3]'])
    expect(turn({}, rule({ mostCourses: 3 }))).toEqual(['At most any number of courses a year. [your list: 3]'])
    const supers = (over: Partial<Treatment['supers']>, own?: Rule) => part({ ...bare, supers: { ...bare.supers, ...over } }, 'supers', own)
    expect(supers({ while: 'never', waitDays: 14 })).toEqual(['Never with supers on for people.', 'On again 14 days after the course.'])
    expect(supers({ while: 'list', waitDays: 14 }, rule({ withSupers: true, waitDays: 7 }))).toEqual([
      'Off, unless your own list allows them on. [your list: may stay on]',
      'On again 14 days after the course. [your list: 7 days]',
    ])
    expect(supers({ while: 'may-stay' }, rule({ withSupers: false }))).toEqual(['May stay on where your label and list allow it. [your list: off]'])
    const long: Treatment = { ...bare, patterns: [{ ...pattern, when: 'capped', visits: 3 }] }
    expect(part(long, 'course', rule({ mostDays: 42 }))).toEqual(['With capped brood: 6 weeks; 3 visits. [your list: at most 42 days]'])
    expect(
      part({ ...bare, patterns: [{ ...pattern, when: 'nothing-capped', days: { least: 42, most: 42 } }] }, 'course', rule({ mostDays: 42 })),
    ).toEqual(['With nothing capped: 6 weeks; 1 visit.'])
  })
  it('says its steps by their day, packs, gear, storage and sources', () => {
    const steps = vapour.patterns.find((p) => p.when === 'capped')!
    const lines = part({ ...bare, patterns: [steps] }, 'course')
    expect(lines.length).toBe(1 + steps.steps.filter((s) => !s.dated && s.job !== 'supers').length)
    for (const line of lines.slice(1)) expect(line).toMatch(/^Day -?\d+(, \d+ days of room)?: .*[.?]$/)
    expect(part({ ...bare, pack: { holds: 10, says: 'ten to a pack' }, mostAPersonADay: 50 }, 'dose')).toEqual([
      'Nothing is given.',
      'Ten to a pack.',
      'At most 50 strips a person a day by some labels.',
    ])
    expect(
      part(
        { ...bare, kit: { needed: ['gloves', 'spacer-rim'], advised: [{ tool: 'spacer-rim', without: 'it lies on the brood' }], source } },
        'gear',
      )[1],
    ).toBe('Better with a spacer rim: without, it lies on the brood.')
    expect(part({ ...bare, storage: 'Cool and dark.', openedKeepsDays: 60 }, 'storage')).toEqual([
      'Cool and dark.',
      'A pack opened more than 60 days before is judged with care.',
    ])
    expect(part({ ...bare, disposal: 'With the poisons.' }, 'disposal')).toEqual(['With the poisons.'])
    expect(part({ ...bare, differs: 'By country.' }, 'differs')).toEqual(['By country.'])
    expect(part({ ...bare, sources: [source, { ...source, confidence: 'high' }] }, 'sources')).toHaveLength(2)
    expect(part({ ...bare, setUp: ['Level first'] }, 'set-up')).toEqual(['Level first.'])
  })
})

describe('a source', () => {
  it('says how sure it is, once and the same', () => {
    const said = saySource(source)
    expect(said).toContain('a label of ours')
    expect(said).toBe('a label of ours; fairly sure; the label in hand decides')
    expect(saySource(source)).toBe(said)
    expect(saySource({ ...source, confidence: 'practice' })).toBe('a label of ours')
    expect(sayConfidence('practice')).toBe('common practice')
    for (const confidence of ['high', 'medium', 'low'] as const) expect(sayConfidence(confidence)).not.toBe('')
    expect(new Set((['high', 'medium', 'low'] as const).map(sayConfidence)).size).toBe(3)
  })
})

describe('a dose', () => {
  const of = (dose: DoseRule, colony: Partial<ColonyFacts> = {}, gramsPerBox: number | null = null) =>
    doseOf({ ...bare, dose }, august({ colony: { ...august().colony, ...colony }, rules: { 'oxalic-vapour': rule({ gramsPerBox }) } }))
  it('is said in its own unit', () => {
    expect([sayAmount(1, 'strip'), sayAmount(2, 'strip'), sayAmount(1.5, 'wafer'), sayAmount(2, 'g'), sayAmount(35, 'mL')]).toEqual([
      '1 strip',
      '2 strips',
      '1.5 wafers',
      '2 g',
      '35 mL',
    ])
  })
  it('by frames is for each box, rounded up; one is enough for few bees', () => {
    const frames: DoseRule = { by: 'frames', framesPerUnit: 5, perFullBox: 2, unit: 'strip', how: 'hung in' }
    expect(of(frames, { framesOfBees: 5, broodBoxes: 2 })).toMatchObject({
      amount: 1,
      text: '1 strip: hung in; one is enough for 5 frames of bees or fewer',
    })
    expect(of(frames, { framesOfBees: 5.5, broodBoxes: 1 })).toMatchObject({ amount: 2, text: '2 strips: hung in' })
    expect(of(frames, { framesOfBees: 11, broodBoxes: 2 })).toMatchObject({ amount: 4, text: '4 strips: hung in (2 in each of 2 boxes)' })
    expect(of(frames, { framesOfBees: null, broodBoxes: 2 })).toMatchObject({
      amount: 4,
      text: '4 strips: hung in (2 in each of 2 boxes); strength not known, so as for full boxes',
    })
  })
  it('by the colony is smaller for a small one, and says so where the strength is not known', () => {
    const small = (of_: 'bees' | 'brood'): DoseRule => ({
      by: 'colony',
      amount: 2,
      unit: 'strip',
      how: 'laid on',
      small: { amount: 1, atMost: 6, of: of_ },
    })
    expect(of(small('bees'), { framesOfBees: 6, framesOfBrood: 9 })).toMatchObject({
      amount: 1,
      text: '1 strip: laid on; the smaller dose, for 6 frames of bees or fewer',
    })
    expect(of(small('bees'), { framesOfBees: 6.5, framesOfBrood: 2 })).toMatchObject({ amount: 2, text: '2 strips: laid on' })
    expect(of(small('brood'), { framesOfBees: 12, framesOfBrood: 6 })).toMatchObject({ amount: 1 })
    expect(of(small('brood'), { framesOfBees: 3, framesOfBrood: 7 })).toMatchObject({ amount: 2 })
    expect(of(small('bees'), { framesOfBees: null, framesOfBrood: 2 })).toMatchObject({
      amount: 2,
      text: '2 strips: laid on; 1 strip for 6 frames of bees or fewer, which is not known',
    })
    expect(of(small('brood'), { framesOfBees: 12, framesOfBrood: null })).toMatchObject({
      amount: 2,
      text: '2 strips: laid on; 1 strip for 6 frames of brood or fewer, which is not known',
    })
    expect(of({ by: 'colony', amount: 2, unit: 'strip', how: 'laid on', small: null }, { framesOfBees: null })).toMatchObject({
      text: '2 strips: laid on',
    })
  })
  it('by the box goes by the boxes, the keeper’s own grams, a large single box, the most and the top bars', () => {
    const box = (over: object): DoseRule => ({
      by: 'box',
      perBox: 2,
      unit: 'wafer',
      how: 'laid on',
      small: null,
      large: null,
      most: null,
      topBar: null,
      ...over,
    })
    expect(of(box({}), { broodBoxes: 2 })).toMatchObject({ amount: 4, text: '4 wafers: laid on; 2 wafers a brood box' })
    expect(of(box({ most: 3 }), { broodBoxes: 2 })).toMatchObject({ amount: 3, text: '3 wafers: laid on; 2 wafers a brood box, never over 3' })
    expect(of(box({ most: 3 }), { broodBoxes: 1 })).toMatchObject({ amount: 2 })
    const large = box({ large: { amount: 3, over: 10 } })
    expect(
      [
        of(large, { broodBoxes: 1, framesOfBees: 10 }),
        of(large, { broodBoxes: 1, framesOfBees: 10.5 }),
        of(large, { broodBoxes: 2, framesOfBees: 14 }),
        of(large, { broodBoxes: 1, framesOfBees: null }),
      ].map((d) => d?.amount),
    ).toEqual([2, 3, 4, 2])
    expect(of(box({ topBar: { amount: 1, how: 'on the floor' } }), { hive: 'top-bar' })).toMatchObject({ amount: 1, text: '1 wafer: on the floor' })
    expect(of(box({ topBar: { amount: 1, how: 'on the floor' } }), { hive: 'frames', broodBoxes: 1 })).toMatchObject({ amount: 2 })
    expect(of(box({ small: { amount: 1, atMost: 6, of: 'bees' } }), { framesOfBees: 6 })).toMatchObject({
      amount: 1,
      text: '1 wafer: laid on; the smaller dose, for 6 frames of bees or fewer',
    })
    expect(of(box({ perBox: 1, unit: 'g' }), { broodBoxes: 2 })).toMatchObject({
      amount: 2,
      text: '2 g: laid on; 1 g a brood box, as older labels say; some newer ones say more',
    })
    expect(of(box({ perBox: 1, unit: 'g' }), { broodBoxes: 2 }, 2)).toMatchObject({
      amount: 4,
      text: '4 g: laid on; 2 g a brood box by your own list',
    })
  })
  it('by the seam is 5 mL for each, never over the most, and the most where seams are not counted', () => {
    const seam: DoseRule = { by: 'seam', perSeam: 5, most: 50, unit: 'mL', how: 'trickled' }
    expect(of(seam, { framesOfBees: 6.2 })).toMatchObject({ amount: 35, text: '35 mL: trickled; 7 seams' })
    expect(of(seam, { framesOfBees: 12 })).toMatchObject({ amount: 50, text: '50 mL: trickled; 12 seams, and never more than this' })
    expect(of(seam, { framesOfBees: null })).toMatchObject({ amount: 50, text: '50 mL: trickled; the seams are not counted, so this is the most' })
  })
})

describe('rounds that are added', () => {
  it('go on at the pace of the last, and what hung on the last hangs on the new last', () => {
    const series = vapour.patterns.find((p) => p.when === 'capped')!
    const doses = series.steps.filter((s) => s.job === 'dose')
    const last = doses.at(-1)!
    const more = withRounds(series, 2)
    const moreDoses = more.steps.filter((s) => s.job === 'dose')
    expect(moreDoses.map((s) => s.n)).toEqual([...doses.map((s) => s.n), last.n + 1, last.n + 2])
    const day = (pattern_: CoursePattern, n: number) =>
      nominalDay(
        pattern_.steps.find((s) => s.job === 'dose' && s.n === n)!,
        pattern_,
      )
    expect(day(more, last.n + 2)).toBe(day(series, last.n) + 2 * last.best)
    expect(more.days).toEqual({ least: series.days.least + 2 * last.best, most: series.days.most + 2 * last.latest })
    expect(more.visits).toBe(series.visits + 2)
    expect(more.steps).toHaveLength(series.steps.length + 2)
    for (const step of series.steps.filter((s) => s.after !== 'start' && s.after.job === 'dose' && s.after.n === last.n && s.job !== 'dose')) {
      const moved = more.steps.find((s) => s.job === step.job && s.n === step.n)
      expect(moved?.after).toEqual({ job: 'dose', n: last.n + 2 })
    }
    expect(moreDoses.map((s) => s.n)).toEqual([1, 2, 3, 4, 5, 6])
    expect(withRounds(series, 0)).toBe(series)
    const once = vapour.patterns.find((p) => p.when !== 'capped')!
    if (once.steps.findLast((s) => s.job === 'dose')?.after === 'start') expect(withRounds(once, 2)).toBe(once)
  })
})
