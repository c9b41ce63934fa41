/**
 * Limits of the four options against the fact sheet (FACTS.md), which names labels and papers; all of it from memory.
 * Where fact sheet and the project's own figure differ, the test says which stands and that the keeper's list may change it.
 */
import { describe, expect, it } from 'vitest'
import { TREATMENTS, treatmentOf } from '@thistle/core/treatments'

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
