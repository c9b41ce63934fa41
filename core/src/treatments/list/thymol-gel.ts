import { labels, PRACTICE } from '../source.ts'
import { check, firstDose, nextDose, prepare, recount, remove, supersOn } from '../steps.ts'
import * as thymol from '../families/thymol.ts'
import type { Treatment } from '../treatment.ts'

const out = { job: 'remove', n: 1 } as const

export const thymolGel: Treatment = {
  key: 'thymol-gel',
  name: 'Thymol gel',
  short: 'Open trays of gel on the top bars, twice, for four to six weeks',
  verb: 'lay the gel',
  way: 'given',
  active: 'thymol',
  synthetic: false,
  liquidAcid: false,
  reach: 'outlasts',
  efficacy: { broodless: { low: 0.8, high: 0.95 }, brood: { low: 0.74, high: 0.93 } },
  action: { by: 'staying', onBees: 0.28, capped: 0, halfLife: 8, laying: 0.8 },
  efficacySource: '74-98 %, usually 85-93 % when warm, 50-75 % when cool; from memory',
  temperature: [
    thymol.coldStart(15),
    {
      days: [0, 13],
      reads: 'high',
      of: 'each',
      best: [null, 30],
      outer: [null, 35],
      when: 'in the first two weeks',
      cold: '',
      hot: 'it can drive bees out of the hive: give half the dose',
      source: labels(
        'medium',
        '{15..40 °C} by US labels, up to {30 °C} by European ones; over {35 °C} it waits: common practice, stricter than the label',
      ),
    },
    thymol.warmEnough(28),
  ],
  seasons: {},
  supers: thymol.thymolSupers(14, 'low'),
  hive: thymol.THYMOL_HIVE,
  rotation: thymol.THYMOL_ROTATION,
  kit: { ...thymol.THYMOL_KIT, needed: [...thymol.THYMOL_KIT.needed, 'spacer-rim'] },
  dose: {
    by: 'colony',
    amount: 50,
    small: { of: 'bees', atMost: 5, amount: 25 },
    unit: 'g',
    how: 'of gel in its open tray on the top bars over the brood, under a rim',
  },
  from: { dose: labels('high'), course: labels('high') },
  patterns: [
    {
      when: 'always',
      name: 'twice, 4 to 6 weeks',
      days: { least: 28, most: 42 },
      visits: 4,
      mayAdd: 1,
      steps: [
        prepare('Supers off two weeks ahead if you can; rim at hand; screen shut; feed before, not during'),
        firstDose('Lay {dose} of gel in its open tray over the brood, rim above it, lid on', 3),
        nextDose(2, [10, 14, 14], 'Tray {n}: {dose}; spread on the bars what is left of the one before'),
        check(1, { job: 'dose', n: 2 }, [7, 8, 10], 'Count the fall: a third round where it is still high', { fall: true }),
        remove({ job: 'dose', n: 2 }, [14, 14, 28], 'Take the trays and the rim off'),
        recount(out, [7, 10, 14]),
        supersOn(out, 14),
      ],
    },
  ],
  harms: [
    { to: 'brood', weight: 1, why: 'it slows or stops laying for a time' },
    { to: 'honey', weight: 1, why: 'it taints honey' },
    { to: 'person', weight: 1, why: 'it irritates skin and eyes' },
  ],
  warmth: thymol.THYMOL_WARMTH,
  ranks: { knockdown: { broodless: 6, brood: 7 }, strain: 4, residue: 1 },
  mostAPersonADay: null,
  pack: null,
  heat: { over: 35, halveOver: 30, backWithin: 3, what: 'the trays', source: PRACTICE },
  put: 'on-top',
  bench: 'gel-portions',
  carry: [{ job: 'dose', what: 'Trays, a spatula, the gel in its closed pack' }],
  setUp: [
    'On the top bars over the brood, a rim above it so that bees reach it',
    'Screen shut, upper vents shut',
    'Feed before or between, not during',
  ],
  caution: thymol.THYMOL_CAUTION,
  openedKeepsDays: 7,
  storage: thymol.THYMOL_STORAGE,
  disposal: thymol.THYMOL_DISPOSAL,
  differs:
    'Many give a single box {30 g} (common practice). A second dose after 7 days by some. European labels stop at {30 °C}. Days of waiting before supers differ: two weeks are used here for the taint.',
  sources: [...thymol.THYMOL_SOURCES, PRACTICE],
}
