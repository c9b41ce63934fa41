/**
 * Limits of the treatments against the fact sheet (FACTS.md), which names labels and papers; all of it from memory.
 * Where fact sheet and the project's own figure differ, the test says which stands and that the keeper's list may change it.
 */
import { describe, it } from 'vitest'
import type { Situation, TreatmentKey } from '@thistle/core/situation'
import { doseOf, dosesOf, sheetOf, TREATMENTS, treatmentOf } from '@thistle/core/treatments'
import { withColony } from '../cases/index.ts'
import { expect } from '../read-as.ts'

const amitraz = treatmentOf('amitraz-strip')!
const formic = treatmentOf('formic-strip-14')!
const vapour = treatmentOf('oxalic-vapour')!

describe('amitraz strip: US and Canadian labels, fact sheet sections 1.1-1.4', () => {
  it('stays 42 to 56 days, one strip per five frames of bees (H)', () => {
    expect(amitraz.patterns[0]?.days).toEqual({ least: 42, most: 56 })
    expect(amitraz.dose).toMatchObject({ by: 'frames', framesPerUnit: 5, unit: 'strip' })
  })
  it('keeps supers off until 14 days after removal (H), and never lets them on (H)', () =>
    expect(amitraz.supers).toMatchObject({ while: 'never', waitDays: 14 }))
  it('asks for 10 °C so that bees move, with no upper limit (M)', () => expect(amitraz.temperature[0]?.outer).toEqual([10, null]))
  it('takes 90 to 99 % where mites are susceptible; most two courses a year (M)', () => {
    expect(amitraz.efficacy?.brood).toEqual({ low: 0.9, high: 0.99 })
    expect(amitraz.rotation.mostCoursesAYear).toBe(2)
  })
  it('names the cautions for medicines and pregnancy (H)', () => {
    expect(amitraz.caution?.protection).toMatch(/MAO/)
    expect(amitraz.caution?.protection).toMatch(/pregnant/)
  })
})

describe('formic acid strip, 14 days: labels, fact sheet sections 1.1-1.4', () => {
  it('is applied at 10 to 29.5 °C (H) and loses brood and queens over 33 in the first three days (H)', () => {
    expect(formic.temperature[0]).toMatchObject({ days: [0, 0], outer: [10, 29.5] })
    expect(formic.temperature[1]).toMatchObject({ days: [1, 2], best: [null, 29.5], outer: [null, 33] })
  })
  it('reaches mites under cappings (H), two strips for 14 days (M), six frames covered (H), a month between courses (M)', () => {
    expect(formic.reach).toBe('under-cappings')
    expect(formic.dose).toMatchObject({ by: 'colony', amount: 2 })
    expect(formic.patterns[0]?.days).toEqual({ least: 14, most: 14 })
    expect(formic.hive.leastFramesOfBees).toBe(6)
    expect(formic.rotation.gapDays).toBe(30)
  })
  it('wants the entrance full width (H) and the tray in (L), no feeding (H), no new queen (M)', () => {
    expect(formic.hive).toMatchObject({ entrance: 'full', screen: 'closed', feeding: 'none', newlyHived: 'no', queenLayingDays: 21 })
  })
  it('may stay under supers where the list allows it: US and Canada yes (H), elsewhere it varies (M)', () =>
    expect(formic.supers.while).toBe('may-stay'))
  it('takes about 80 to 95 % (M)', () => expect(formic.efficacy?.brood).toEqual({ low: 0.8, high: 0.95 }))
})

describe('oxalic acid vapour: labels, fact sheet sections 1.1-1.5', () => {
  it('reaches no mites under cappings (H); 90 to 98 % broodless (H)', () => {
    expect(vapour.reach).toBe('series')
    expect(vapour.efficacy?.broodless).toEqual({ low: 0.9, high: 0.98 })
  })
  it('starts at 1 g a brood box, as the US label originally said (M), and the list may set more', () =>
    expect(vapour.dose).toMatchObject({ by: 'box', perBox: 1, unit: 'g' }))
  it('asks for 3 to 4 °C and over (M)', () => expect(vapour.temperature[0]).toMatchObject({ best: [4, null], outer: [3, null] }))
  it('takes a series of four rounds at four to five days through brood (common practice)', () => {
    const series = vapour.patterns.find((p) => p.when === 'capped')
    const rounds = series?.steps.filter((s) => s.job === 'dose') ?? []
    expect(rounds).toHaveLength(4)
    expect(rounds.slice(1).every((s) => s.best === 5)).toBe(true)
    // Rounds must span one capped period of workers, 12 days, and of drones, 15, beyond the first.
    expect(rounds.slice(1).reduce((sum, s) => sum + s.best, 0)).toBeGreaterThanOrEqual(15)
  })
  it('asks for breathing protection, acid-proof gloves, eye protection and scales', () => {
    expect(vapour.kit.needed).toEqual(expect.arrayContaining(['respirator', 'acid-gloves', 'eye-protection', 'scales', 'vaporiser']))
  })
})

/** Doses of one application, from section 7 of the work and the fact sheet, 1.3; all from memory. */
describe('doses', () => {
  const dose = (key: TreatmentKey, colony: Partial<Situation['colony']>) => doseOf(treatmentOf(key)!, withColony(colony))
  it.each<[TreatmentKey, Partial<Situation['colony']>, number, string]>([
    ['formic-strip-7', {}, 2, 'strip'],
    ['formic-strip-10x2', {}, 1, 'strip'],
    ['formic-liquid', { broodBoxes: 1 }, 15, 'mL'],
    ['formic-liquid', { broodBoxes: 2 }, 30, 'mL'],
    ['formic-liquid', { broodBoxes: 1, hive: 'top-bar' }, 40, 'mL'],
    ['thymol-gel', { framesOfBrood: 6 }, 50, 'g'],
    ['thymol-gel', { framesOfBees: 5 }, 25, 'g'],
    ['thymol-gel', { framesOfBees: 14, framesOfBrood: 5 }, 50, 'g'],
    ['thymol-wafer', { broodBoxes: 1, framesOfBees: 8 }, 1, 'wafer'],
    ['thymol-wafer', { broodBoxes: 1, framesOfBees: 12 }, 1.5, 'wafer'],
    ['thymol-wafer', { broodBoxes: 2 }, 2, 'wafer'],
    ['thymol-wafer', { broodBoxes: 3 }, 2, 'wafer'],
    ['thymol-blend-wafer', {}, 1, 'wafer'],
    ['oxalic-dribble', { framesOfBees: 10 }, 50, 'mL'],
    ['oxalic-dribble', { framesOfBees: 7 }, 35, 'mL'],
    ['oxalic-dribble', { framesOfBees: 14 }, 50, 'mL'],
    ['oxalic-strip', { framesOfBees: 10, broodBoxes: 1 }, 4, 'strip'],
    ['oxalic-strip', { framesOfBees: 2.5, broodBoxes: 1 }, 1, 'strip'],
    ['hop-strip', { framesOfBees: 10, broodBoxes: 1 }, 2, 'strip'],
    ['fluvalinate-strip', { framesOfBees: 20, broodBoxes: 2 }, 4, 'strip'],
    ['flumethrin-strip', { broodBoxes: 2 }, 8, 'strip'],
    ['flumethrin-strip', { broodBoxes: 1, framesOfBees: 5 }, 2, 'strip'],
  ])('%s of %o is %d %s', (key, colony, amount, unit) => expect(dose(key, colony)).toMatchObject({ amount, unit }))
  it('of 24 colonies with ten seams come to 1.2 L of dribble (common practice)', () =>
    expect(24 * dose('oxalic-dribble', { framesOfBees: 10 })!.amount).toBe(1200))
  it('of the blend come to three wafers a course, one and a half packs of two (common practice)', () => {
    const blend = treatmentOf('thymol-blend-wafer')!
    expect((dosesOf(blend.patterns[0]!) * dose('thymol-blend-wafer', {})!.amount) / blend.pack!.holds).toBe(1.5)
  })
})

/** Temperature, supers, strength and length of the others: fact sheet 1.1 to 1.4 and 1.6, with its confidence marks; all from memory. */
describe('the other treatments', () => {
  const of = (key: TreatmentKey) => treatmentOf(key)!
  it('formic acid strips share their limits (H), and 10x2 asks for them at each strip', () => {
    expect(of('formic-strip-7').temperature.slice(0, 2)).toEqual(formic.temperature.slice(0, 2))
    expect(of('formic-strip-10x2').temperature.map((t) => t.days)).toEqual([
      [0, 0],
      [1, 2],
      [10, 10],
      [11, 12],
      [0, 19],
    ])
    for (const key of ['formic-strip-7', 'formic-strip-10x2', 'formic-liquid'] as const) {
      expect(of(key).hive.leastFramesOfBees, key).toBe(6)
      expect(of(key).reach, key).toBe('under-cappings')
    }
  })
  it('liquid formic acid stops at 30 °C (M), waits two weeks before supers (CP) and asks for a respirator', () => {
    expect(of('formic-liquid').temperature[0]).toMatchObject({ outer: [10, 30] })
    expect(of('formic-liquid').supers.waitDays).toBe(14)
    expect(of('formic-liquid').kit.needed).toContain('respirator')
  })
  it('thymol is never given with supers on (H); gel 15 to 40 °C with care over 30 and none over 35 (M; common practice, stricter than the label), blend 18 to 35 (M) and 30 days (M)', () => {
    for (const key of ['thymol-gel', 'thymol-wafer', 'thymol-blend-wafer'] as const) expect(of(key).supers.while).toBe('never')
    expect(of('thymol-gel').temperature[1]).toMatchObject({ best: [null, 30], outer: [null, 35] })
    expect(of('thymol-blend-wafer').temperature[0]).toMatchObject({ outer: [18, 35] })
    expect(of('thymol-blend-wafer').supers.waitDays).toBe(30)
    expect(of('thymol-wafer').temperature[0]).toMatchObject({ outer: [15, 30] })
  })
  it('courses last as long as their labels say: gel 4-6 weeks (H), wafer 6-8 (M), blend 21-30 d (M), strips 42-56 d (H)', () => {
    const days = (key: TreatmentKey) => of(key).patterns.at(-1)!.days
    expect(days('thymol-gel')).toEqual({ least: 28, most: 42 })
    expect(days('thymol-wafer')).toEqual({ least: 42, most: 56 })
    expect(days('thymol-blend-wafer')).toEqual({ least: 21, most: 30 })
    for (const key of ['oxalic-strip', 'fluvalinate-strip'] as const) expect(days(key)).toEqual({ least: 42, most: 56 })
    expect(days('flumethrin-strip')).toEqual({ least: 42, most: 42 })
  })
  it('the dribble is given once a winter (H), over 3 °C, best to 10 (CP), 5 mL a seam and 50 mL at most (H), on two seams or more', () => {
    const dribble = of('oxalic-dribble')
    expect(dribble.reach).toBe('once')
    expect(dribble.rotation.gapDays).toBeGreaterThanOrEqual(120)
    expect(dribble.temperature[0]).toMatchObject({ best: [3, 10], outer: [3, null] })
    expect(dribble.dose).toMatchObject({ by: 'seam', perSeam: 5, most: 50 })
    expect(dribble.hive).toMatchObject({ leastFramesOfBees: 2, floor: 'dry' })
  })
  it('tau-fluvalinate and flumethrin are one class, and always with care (H)', () => {
    expect(of('fluvalinate-strip').rotation.class).toBe(of('flumethrin-strip').rotation.class)
    for (const key of ['fluvalinate-strip', 'flumethrin-strip'] as const) expect(of(key).rotation.resistance).toMatch(/test/)
  })
  it('only synthetic actives are synthetic: the organic rules permit formic, oxalic and thymol (H)', () =>
    expect(
      TREATMENTS.filter((t) => t.synthetic)
        .map((t) => t.key)
        .toSorted(),
    ).toEqual(['amitraz-strip', 'flumethrin-strip', 'fluvalinate-strip']))
  it('a break lasts until drones have emerged, and the oxalic round comes within seven days of release (H)', () => {
    const pattern = of('brood-break').patterns[0]!
    expect(pattern.steps.find((s) => s.job === 'put-back')).toMatchObject({ earliest: 21, best: 24 })
    expect(pattern.steps.find((s) => s.job === 'check' && s.n === 2)).toMatchObject({ latest: 7 })
  })
  it('drone comb is cut before day 24, or it breeds mites (M)', () => {
    for (const step of of('drone-removal').patterns[0]!.steps.filter((s) => (s.job === 'dose' && s.n > 1) || s.job === 'remove'))
      expect(step.latest).toBeLessThan(24)
  })
})

describe('sheets', () => {
  it('of every treatment say its limits, dose, course and sources in words', () => {
    for (const t of TREATMENTS) {
      const parts = sheetOf(t)
      const keys = parts.map((p) => p.key)
      expect(keys, t.key).toEqual(expect.arrayContaining(['effect', 'course', 'sources']))
      if (t.way === 'given')
        expect(keys, t.key).toEqual(expect.arrayContaining(['when', 'hive', 'supers', 'dose', 'set-up', 'gear', 'storage', 'disposal', 'differs']))
      for (const f of parts.flatMap((p) => p.facts)) {
        expect(f.text, t.key).toMatch(/^[A-Z0-9].*[.?]$/)
        expect(f.text, t.key).not.toMatch(/undefined|null|NaN|\{dose\}|\.\./)
      }
      for (const limit of t.temperature)
        for (const edge of [...limit.best, ...limit.outer].filter((x) => x !== null))
          expect(
            parts
              .find((p) => p.key === 'when')
              ?.facts.map((f) => f.text)
              .join(' '),
            `${t.key} ${edge}`,
          ).toContain(String(edge))
      for (const key of ['dose', 'course'] as const)
        for (const f of parts.find((p) => p.key === key)?.facts.slice(0, 1) ?? []) expect(f.source?.text, t.key).toMatch(/\S/)
      for (const s of t.sources) expect(s.lookedAt, t.key).toMatch(/^20\d\d-\d\d-\d\d$/)
    }
  })
  it('say beside a figure what the keeper’s own list puts in its place', () => {
    const own = { authorised: 'yes' as const, withSupers: true, gramsPerBox: 2.3, mostCourses: 1, mostDays: null, waitDays: 5 }
    const said = sheetOf(vapour, own).flatMap((p) => p.facts.map((f) => f.own))
    expect(said).toEqual(expect.arrayContaining(['your list: 2.3 g a brood box', 'your list: may stay on', 'your list: 5 days', 'your list: 1']))
  })
})

describe('every treatment', () => {
  it('that gives something names its hazard, protection, mishap and sources', () => {
    for (const t of TREATMENTS.filter((x) => x.way === 'given')) {
      for (const text of [t.caution?.hazard, t.caution?.protection, t.caution?.mishap, t.differs, t.efficacySource])
        expect(text, t.key).toMatch(/\S{3}/)
      expect(t.sources.length, t.key).toBeGreaterThan(0)
      for (const limit of t.temperature) expect(limit.source.text, t.key).not.toBe('')
    }
  })
  it('has no order in which a pattern hangs on a step that comes later', () => {
    for (const t of TREATMENTS) {
      for (const pattern of t.patterns) {
        pattern.steps.forEach((step, i) => {
          const { after } = step
          if (after === 'start') return
          expect(
            pattern.steps.findIndex((s) => s.job === after.job && s.n === after.n),
            `${t.key} ${step.job}`,
          ).toBeLessThan(i)
        })
      }
    }
  })
})
