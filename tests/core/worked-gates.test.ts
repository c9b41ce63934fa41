/** Gates worked by hand, word for word: the figure, the limit, the sentence and what would change it. Limits are those of labels as the fact sheet remembers them. */
import { describe, it } from 'vitest'
import { answer } from '@thistle/core/course'
import { judge } from '@thistle/core/judge'
import { decidingOf, judged, match, runOfDays, startDays, fitsOn, type Finding, type GateKey, type Level } from '@thistle/core/match'
import type { PastCourse, Situation, TreatmentKey } from '@thistle/core/situation'
import { addDays } from '@thistle/core/time'
import { treatmentOf, type Treatment } from '@thistle/core/treatments'
import { plain } from '@thistle/core/units'
import { august, days, wash, withColony } from '../cases/index.ts'
import { expect } from '../read-as.ts'

const option = (key: TreatmentKey): Treatment => treatmentOf(key)!
const asked = (key: TreatmentKey, gate: GateKey, s: Situation) =>
  match(judged(s))
    .find((o) => o.treatment.key === key)!
    .findings.filter((f) => f.gate === gate)
    .map(({ level, text, flip, figure, limit, presumed }) => ({ level, text, flip, figure, limit, ...(presumed ? { presumed } : {}) }))
const one = (key: TreatmentKey, gate: GateKey, s: Situation) => {
  const all = asked(key, gate, s)
  const order: Level[] = ['fits', 'care', 'wait', 'ruled-out']
  return all.toSorted((a, b) => order.indexOf(b.level) - order.indexOf(a.level))[0]!
}
const past = (treatment: TreatmentKey, start: string, end: string | null, efficacy: number | null = null): PastCourse => ({
  treatment,
  start,
  end,
  efficacy,
})

describe('what was given before', () => {
  const after = (history: readonly PastCourse[], over: Partial<Situation> = {}) => august({ history, ...over })
  it('makes an equal wait while it runs, and another take care', () => {
    const running = after([past('flumethrin-strip', '2026-07-20', null)])
    expect(asked('fluvalinate-strip', 'rotation', running).find((f) => f.level === 'wait')).toMatchObject({
      level: 'wait',
      figure: 'running',
      flip: 'Fits with care once that course is over.',
    })
    expect(asked('fluvalinate-strip', 'rotation', running).find((f) => f.level === 'wait')?.text).toBe(
      `${option('flumethrin-strip').name} is still running since Mon 20 Jul.`,
    )
    expect(one('oxalic-vapour', 'rotation', running)).toMatchObject({ level: 'care', flip: 'Fits once that course is over.' })
    expect(one('oxalic-vapour', 'rotation', running).text).toMatch(/: read both labels before giving them together\.$/)
    // Not begun yet on the day, or nothing that is given: nothing runs.
    expect(one('oxalic-vapour', 'rotation', after([past('flumethrin-strip', '2026-08-20', null)])).level).toBe('fits')
    expect(one('oxalic-vapour', 'rotation', after([past('drone-removal', '2026-07-20', null)])).level).toBe('fits')
  })
  it('asks for the gap of its label', () => {
    const gap = option('formic-strip-14').rotation.gapDays
    const ended = addDays('2026-08-14', -gap)
    const waiting = one('formic-strip-14', 'rotation', after([past('formic-strip-14', '2026-07-01', addDays(ended, 2))]))
    expect(waiting).toMatchObject({ level: 'wait', figure: '2 d', limit: `${gap} d`, flip: 'Fits from Sun 16 Aug.' })
    expect(one('formic-strip-14', 'rotation', after([past('formic-strip-14', '2026-07-01', ended)])).level).not.toBe('wait')
  })
  it('counts the courses of a year against the keeper’s own most, or else the usual', () => {
    const twice = [
      past('amitraz-strip', '2026-02-01', '2026-03-15'),
      past('formic-strip-7', '2026-04-10', '2026-04-17'),
      past('amitraz-strip', '2026-05-01', '2026-06-15'),
      past('formic-strip-7', '2026-07-01', '2026-07-08'),
    ]
    const most = (mostCourses: number | null) =>
      after(twice, { rules: { 'amitraz-strip': { authorised: 'yes', withSupers: null, gramsPerBox: null, mostCourses, mostDays: null } } })
    expect(one('amitraz-strip', 'rotation', most(2))).toMatchObject({
      level: 'ruled-out',
      figure: '2 of 2',
      limit: '2',
      text: '2 courses this year already; the most is 2.',
      flip: 'Fits next year.',
    })
    expect(one('amitraz-strip', 'rotation', most(3)).level).toBe('fits')
    expect(one('amitraz-strip', 'rotation', most(0))).toMatchObject({ figure: '2 of 0' })
    const onceOnly = after([twice[2]!, twice[3]!], { rules: most(1).rules })
    expect(one('amitraz-strip', 'rotation', onceOnly).text).toBe('1 course this year already; the most is 1.')
    // Those of last year are not of this one.
    expect(
      one(
        'amitraz-strip',
        'rotation',
        after([past('amitraz-strip', '2025-08-01', '2025-09-15'), past('formic-strip-7', '2026-07-01', '2026-07-08')], { rules: most(1).rules }),
      ).level,
    ).toBe('fits')
  })
  it('wants another active in between, and says how many in a row it would be', () => {
    const row = (...years: number[]) => years.map((y) => past('amitraz-strip', `${y}-08-01`, `${y}-09-15`))
    const name = option('amitraz-strip').name
    expect(one('amitraz-strip', 'rotation', after(row(2025)))).toMatchObject({
      level: 'care',
      figure: 'again',
      text: `${name} was the last treatment too (Fri 1 Aug 2025): give another active a turn, or mites learn to live with it.`,
      flip: 'Fits after a course of another active.',
    })
    expect(one('amitraz-strip', 'rotation', after(row(2024, 2025))).text).toMatch(/ It would be the third in a row\.$/)
    expect(one('amitraz-strip', 'rotation', after(row(2022, 2023, 2024, 2025))).text).toMatch(/ It would be the fifth in a row\.$/)
    expect(
      one('amitraz-strip', 'rotation', after([...row(2023), past('formic-strip-7', '2024-08-01', '2024-08-08'), ...row(2025)])).text,
    ).not.toMatch(/in a row/)
    expect(one('amitraz-strip', 'rotation', after([...row(2024), past('formic-strip-7', '2025-08-01', '2025-08-08')])).level).toBe('fits')
    expect(one('oxalic-vapour', 'rotation', after([past('oxalic-vapour', '2025-12-20', '2025-12-20')])).level).toBe('fits')
    const yard = after([], { yardHistory: [past('amitraz-strip', '2025-08-01', '2025-09-15')] })
    expect(one('amitraz-strip', 'rotation', yard)).toMatchObject({
      level: 'care',
      text: `No treatment of this colony is known, but the yard had ${name} last (Fri 1 Aug 2025): its mites have met it.`,
    })
    expect(one('formic-strip-14', 'rotation', yard).level).toBe('fits')
  })
  it('that took too little is a sign of its own, in the colony at once, in the yard where two of it did and half of those counted', () => {
    const poor = after([past('formic-strip-14', '2026-05-01', '2026-05-15', 0.41), past('oxalic-vapour', '2026-06-20', '2026-07-10')])
    expect(one('formic-strip-14', 'rotation', poor)).toMatchObject({
      level: 'care',
      figure: '41 %',
      limit: '80 %',
      text: 'It took only about 41 % of the mites last time: find out why first.',
      flip: 'Fits if that course had worked.',
    })
    expect(
      one(
        'formic-strip-14',
        'rotation',
        after([past('formic-strip-14', '2026-05-01', '2026-05-15', 0.7), past('oxalic-vapour', '2026-06-20', '2026-07-10')]),
      ).level,
    ).toBe('fits')
    const of = (...took: (number | null)[]) =>
      one(
        'formic-strip-14',
        'rotation',
        after([past('oxalic-vapour', '2026-06-20', '2026-07-10')], {
          yardHistory: took.map((e) => past('formic-strip-14', '2026-05-01', '2026-05-15', e)),
        }),
      )
    expect(of(0.3).level).toBe('fits')
    expect(of(0.3, 0.5)).toMatchObject({
      level: 'care',
      figure: '2 of 2',
      text: 'In this yard it likely took under 80 % in 2 of 2 colonies that were counted after it: find out why first.',
      flip: 'Fits if those courses had worked.',
    })
    expect(of(0.3, 0.5, 0.9, 0.95)).toMatchObject({ level: 'care', figure: '2 of 4' })
    expect(of(0.3, 0.5, 0.9, 0.95, 0.92).level).toBe('fits')
    expect(of(0.3, 0.5, null, null, null)).toMatchObject({ figure: '2 of 2' })
  })
})

describe('need', () => {
  const at = (mites: number, over: Partial<Situation> = {}, bees = 300) => august({ counts: [wash('2026-08-11', mites, bees)], ...over })
  it('is said by the level, for what kills, brakes, breaks and waits', () => {
    const say = (key: TreatmentKey, s: Situation) => asked(key, 'need', s)[0]!.text
    expect(say('formic-strip-14', at(0))).toBe('0.0 in 100 against a limit of 3: not needed yet.')
    expect(say('formic-strip-14', at(7))).toBe('2.3 in 100 against a limit of 3: not needed yet, though the count cannot rule out more.')
    expect(say('formic-strip-14', at(10))).toBe('3.3 in 100 against a limit of 3: treatment is needed.')
    expect(say('formic-strip-14', at(20))).toBe(
      '6.7 in 100 against a limit of 3: in danger, act now. A queen lost can be mended, a colony lost cannot.',
    )
    expect(say('drone-removal', at(10))).toBe('3.3 in 100 against a limit of 3: a brake, not a cure: something that kills is needed as well.')
    expect(say('drone-removal', at(20))).toBe('6.7 in 100 against a limit of 3: in danger, and this is a brake, not a cure.')
    expect(say('brood-break', at(20))).toBe('6.7 in 100 against a limit of 3: in danger, and a break kills nothing for three weeks.')
    expect(say('brood-break', at(10))).toMatch(/: treatment is needed\.$/)
    expect(say('wait-and-recount', at(0))).toBe('0.0 in 100 against a limit of 3: it can be left until Thu 10 Sep, and counted again by then.')
    expect(say('wait-and-recount', at(10))).toBe('3.3 in 100 against a limit of 3: waiting lets them double in about a month.')
    expect(say('wait-and-recount', at(20))).toBe('6.7 in 100 against a limit of 3: waiting would lose the colony.')
    expect(say('formic-strip-14', august({ counts: [] }))).toBe('No count, so nobody can say it is needed: count first.')
    expect(say('wait-and-recount', august({ counts: [] }))).toBe('No count yet: waiting without one is guessing. Count now.')
    const board = august({ counts: [{ date: '2026-08-11', method: 'board', mites: 18, bees: null, days: 3, recovery: null, representative: null }] })
    expect(say('formic-strip-14', board)).toMatch(/^6\.0 mites a day against a limit of 12: not needed yet/)
    expect(asked('formic-strip-14', 'need', board)[0]!.flip).toBe('A wash of about 300 bees may change it.')
  })
  it('says which count in the same jar would change it', () => {
    const flip = (key: TreatmentKey, s: Situation) => asked(key, 'need', s)[0]!.flip
    expect(flip('formic-strip-14', at(0))).toBe('Fits from 9 mites on 300 bees up.')
    expect(flip('formic-strip-14', at(10))).toBe('Fits with care at 8 mites on 300 bees or fewer.')
    expect(flip('wait-and-recount', at(10))).toBe('Fits at 8 mites on 300 bees or fewer.')
    expect(flip('drone-removal', at(10, { phase: 'peak' }))).toMatch(/^(Fits with care|Ruled out|Fits) (from|at) /)
    // 80 % found: 7.2 in the jar are 9 that were there.
    const roll = { ...wash('2026-08-11', 3), method: 'sugar' as const, recovery: 0.8 }
    expect(flip('formic-strip-14', august({ counts: [roll] }))).toBe('Fits from 8 mites on 300 bees up.')
    const cells = { date: '2026-08-11', method: 'drone' as const, mites: 2, bees: 100, days: null, recovery: null, representative: null }
    expect(flip('formic-strip-14', august({ phase: 'peak', counts: [cells] }))).toBe('Fits from 5 mites on 100 cells up.')
  })
  it('adds what the treatment cannot do alone, and that a count is old or does not speak', () => {
    const efficacy = option('hop-strip').efficacy!
    const weak = asked('hop-strip', 'need', at(40)).find((f) => f.text.includes('even at its best'))
    expect(efficacy.brood.high).toBe(0.6)
    // Half of such colonies have over p50: it leaves two fifths of that at best; to stay under 3 it would have to take the rest.
    const half = judge(at(40)).p50!
    expect(weak).toMatchObject({ level: 'care', limit: `${Math.round((1 - 3 / half) * 100)} %`, flip: 'Under 7.5 it could.' })
    expect(weak?.text).toBe(
      `It takes 30 to 60 % here (published 30 % to 60 % with brood): even at its best, of today’s mites about ${plain(half * 0.4)} in 100 bees would be left, over the limit of 3. It cannot do it alone.`,
    )
    // 7.3 in 100 less 60 % are under 3; the middle of what it takes leaves a colony in danger over it.
    expect(asked('hop-strip', 'need', at(22)).find((f) => f.text.includes('would likely be left'))?.level).toBe('care')
    expect(asked('formic-strip-14', 'need', at(22)).some((f) => f.text.includes('be left'))).toBe(false)
    expect(asked('wait-and-recount', 'need', at(30)).some((f) => f.text.includes('alone'))).toBe(false)
    const old = august({ counts: [wash('2026-07-15', 2)] })
    expect(asked('formic-strip-14', 'need', old).find((f) => f.figure === '28 d')).toMatchObject({
      level: 'fits',
      limit: '21 d',
      text: 'The count is 28 days old: the level will have moved.',
      flip: 'A fresh wash may change it.',
    })
    expect(asked('wait-and-recount', 'need', old).find((f) => f.figure === '28 d')?.level).toBe('care')
    expect(asked('formic-strip-14', 'need', at(2))).toHaveLength(1)
    expect(asked('formic-strip-14', 'need', august({ counts: [{ ...wash('2026-08-11', 2), representative: false }] }))).toHaveLength(2)
    expect(asked('formic-strip-14', 'need', august({ counts: [] }))).toHaveLength(1)
  })
})

describe('supers', () => {
  const on = (now: Situation['supers']['now'], offOn: string | null = null, nextOn: string | null = null, over: Partial<Situation> = {}) =>
    august({ supers: { now, offOn, nextOn }, ...over })
  it('are said with what would change it', () => {
    expect(one('amitraz-strip', 'supers', on('for-people', null, null, { lastOpening: null }))).toMatchObject({
      level: 'ruled-out',
      figure: 'on',
      limit: 'supers off',
      text: 'Ruled out while the supers are on for people, and no day is set for taking them off.',
      flip: 'Fits once the supers are off.',
    })
    expect(one('amitraz-strip', 'supers', on('for-people', '2026-08-20'))).toMatchObject({
      level: 'wait',
      figure: '6 d',
      text: 'Supers are on for people until Thu 20 Aug.',
      flip: 'Fits from Thu 20 Aug, when the supers are off.',
    })
    expect(asked('amitraz-strip', 'supers', on('for-people', '2026-08-14'))[0]).toMatchObject({
      level: 'fits',
      text: 'The supers are planned to be off by Fri 14 Aug: see that they are.',
    })
    expect(asked('amitraz-strip', 'supers', on('none'))[0]).toMatchObject({
      level: 'fits',
      text: 'No supers on.',
      flip: 'Ruled out with supers on for people.',
    })
    expect(asked('amitraz-strip', 'supers', on('for-bees'))[0]?.text).toBe(
      'The box on top is left to the bees: mark it, so that it is never extracted.',
    )
    expect(asked('amitraz-strip', 'supers', on(null))[0]).toMatchObject({
      level: 'care',
      presumed: 'supers',
      limit: 'supers off',
      text: 'Presumed, not known: supers off (mid August; not looked at).',
    })
    const listed = (withSupers: boolean | null) => ({
      rules: { 'formic-strip-14': { authorised: 'yes' as const, withSupers, gramsPerBox: null, mostCourses: null, mostDays: null } },
    })
    expect(asked('formic-strip-14', 'supers', on(null, null, null, listed(true)))).toMatchObject([
      { level: 'fits', limit: 'by your list', text: 'Presumed, not known: supers off (mid August; not looked at).' },
    ])
    expect(asked('formic-strip-14', 'supers', on('for-people', null, null, listed(true)))).toMatchObject([
      { level: 'fits', text: 'Supers may stay on by your own list; nothing is harvested until the course is over.' },
    ])
    expect(asked('formic-strip-14', 'supers', on('for-people', null, null, listed(null)))[0]).toMatchObject({
      level: 'care',
      figure: 'on',
      text: 'Supers are on. Some labels allow that and some do not: read yours and confirm it in your list.',
      flip: 'Fits once the supers are off.',
    })
    expect(asked('wait-and-recount', 'supers', on('for-people'))).toMatchObject([{ level: 'fits', text: 'Supers do not matter.', flip: null }])
  })
  it('names the last day on which taking them off leaves time', () => {
    // Amitraz from the day they are off: 42 days at the least, out by the last opening on 5 November: 24 September.
    expect(one('amitraz-strip', 'supers', on('for-people')).flip).toBe(
      'Fits if the supers come off by Thu 24 Sep, the last day on which there is time for it.',
    )
    expect(one('amitraz-strip', 'supers', on('for-people', null, null, { startOn: '2026-09-24' })).flip).toMatch(/by Thu 24 Sep, the last day/)
    expect(one('amitraz-strip', 'supers', on('for-people', null, null, { startOn: '2026-09-25' })).flip).toBe('Fits once the supers are off.')
  })
  it('to come are held against the course and its waiting time', () => {
    const coming = (nextOn: string | null, now: Situation['supers']['now'] = 'none') => asked('amitraz-strip', 'supers', on(now, null, nextOn))[1]
    // 14 August, 42 days in and 14 of waiting: 9 October.
    expect(coming('2026-10-12')).toMatchObject({
      level: 'fits',
      figure: '3 d',
      limit: 'Mon 12 Oct',
      text: 'Supers could go on from Fri 9 Oct (42 days and 14 days of waiting); the next are due Mon 12 Oct.',
      flip: 'The last start for it is Mon 17 Aug.',
    })
    expect(coming('2026-10-05')).toMatchObject({
      level: 'ruled-out',
      figure: '4 d',
      text: 'Supers are due Mon 5 Oct, 4 days before this course and its waiting time end (Fri 9 Oct).',
      flip: 'Fits if the supers can wait until Fri 9 Oct.',
    })
    expect(coming(null)).toMatchObject({
      level: 'fits',
      text: 'No date is set for the next supers; they could go on from Fri 9 Oct.',
      flip: 'It would be ruled out if supers had to go on before Fri 9 Oct.',
    })
    // A day that has come while supers are on already asks nothing more.
    expect(coming('2026-08-14', 'for-people')).toBeUndefined()
    expect(coming('2026-08-15', 'for-people')).toMatchObject({ level: 'ruled-out' })
    expect(coming('2026-08-14', 'none')).toMatchObject({ level: 'ruled-out' })
  })
})

describe('the kit and the shelf', () => {
  const kit = (...tools: NonNullable<Situation['keeper']['kit']>) => august({ keeper: { ...august().keeper, kit: tools } })
  it('waits for what is missing and says what would do', () => {
    const bare = one('amitraz-strip', 'kit', kit())
    expect(bare).toMatchObject({ level: 'wait', figure: '1 short' })
    expect(bare.text).toMatch(/^Missing from your kit: .* Fetch what is missing first\.$/)
    expect(bare.flip).toMatch(/^Fits with /)
    expect(one('amitraz-strip', 'kit', kit('gloves')).level).toBe('fits')
    expect(one('amitraz-strip', 'kit', kit('acid-gloves')).level).toBe('fits')
    expect(one('amitraz-strip', 'kit', august({ keeper: { ...august().keeper, kit: null } }))).toMatchObject({
      level: 'fits',
      flip: 'It would wait for whatever of that is missing.',
    })
  })
  it('holds the shelf against the whole course, and its date against the day: good on the day itself', () => {
    const shelf = (units: number | null, expires: string | null, over: Partial<Situation> = {}) =>
      august({ stock: { 'amitraz-strip': { units, expires } }, ...over })
    const wanted = (
      answer(august())
        .options.find((o) => o.treatment === 'amitraz-strip')
        ?.course.find((j) => j.job === 'dose') as { text: string }
    ).text
    expect(wanted).toMatch(/4 strips/)
    expect(one('amitraz-strip', 'kit', shelf(4, null)).level).toBe('fits')
    expect(one('amitraz-strip', 'kit', shelf(1, null))).toMatchObject({
      level: 'wait',
      figure: '3 short',
      limit: '4 strips',
      text: 'The course takes 4 strips; the shelf has 1.',
      flip: 'Fits with 3 strips more.',
    })
    expect(one('amitraz-strip', 'kit', shelf(null, '2026-08-14')).level).toBe('fits')
    expect(one('amitraz-strip', 'kit', shelf(null, '2026-08-13'))).toMatchObject({
      level: 'wait',
      figure: 'expired',
      limit: 'Thu 13 Aug',
      text: 'What is on the shelf expired Thu 13 Aug: never past its date.',
      flip: 'Fits with a pack that is in date.',
    })
  })
})

describe('the hive', () => {
  it('is said aspect by aspect, each with its own way out', () => {
    const hive = (key: TreatmentKey, facts: Partial<Situation['colony']>, over: Partial<Situation> = {}) =>
      one(key, 'hive', { ...withColony(facts), ...over })
    expect(hive('formic-strip-14', { framesOfBees: 4 })).toMatchObject({
      level: 'ruled-out',
      figure: '2 short',
      limit: '6 frames',
      text: '4 frames of bees; at least 6 are needed: fewer are harmed by it.',
      flip: 'Fits with 2 more frames of bees.',
    })
    expect(hive('formic-strip-14', { framesOfBees: null })).toMatchObject({
      level: 'care',
      presumed: 'framesOfBees',
      text: 'Presumed, not known: about 14 frames of bees (mid August; not looked at; usual in the weeks in which winter bees are raised).',
      flip: 'Ruled out under 6 frames of bees.',
    })
    expect(hive('amitraz-strip', { framesOfBees: null })).toMatchObject({
      level: 'care',
      presumed: 'framesOfBees',
    })
    expect(hive('oxalic-vapour', { framesOfBees: null }).level).toBe('fits')
    expect(hive('formic-strip-14', { queen: 'absent' })).toMatchObject({
      level: 'wait',
      figure: 'no queen',
      text: 'No queen: a fumigant now would cost the colony its chance; settle the queen first.',
      flip: 'Fits with a laying queen.',
    })
    expect(hive('formic-strip-14', { queen: 'caged' })).toMatchObject({
      level: 'wait',
      figure: 'caged',
      text: 'The queen is caged: a fumigant now would cost the colony its chance; settle the queen first.',
    })
    expect(hive('formic-strip-14', { queen: null })).toMatchObject({ level: 'care', presumed: 'queen', flip: 'Has to wait without a laying queen.' })
    expect(hive('formic-strip-14', { queen: 'new', layingSince: '2026-07-20' })).toMatchObject({
      level: 'care',
      figure: 'new',
      limit: 'laying 21 d',
      text: 'The new queen has laid for 25 days: see eggs first.',
      flip: 'Fits with a queen that is settled.',
    })
    expect(hive('formic-strip-14', { queen: 'new' })).toMatchObject({
      level: 'wait',
      text: 'The queen is new: she must have laid for 21 days first; when she began is not known.',
    })
    expect(hive('formic-strip-14', { newlyHived: true })).toMatchObject({
      level: 'ruled-out',
      figure: 'new',
      flip: 'Fits once its brood is established.',
    })
    expect(hive('formic-strip-14', { entrance: 'reduced' })).toMatchObject({
      level: 'care',
      figure: 'reduced',
      flip: 'Fits with the entrance at full width.',
    })
    expect(hive('formic-strip-14', { entrance: null })).toMatchObject({
      level: 'care',
      presumed: 'entrance',
      flip: 'Fits with care with a reducer in.',
    })
    expect(hive('formic-strip-14', { floor: 'screen-open' })).toMatchObject({ level: 'care', figure: 'screen', flip: 'Fits with the tray in.' })
    expect(hive('formic-strip-14', { floor: null })).toMatchObject({ level: 'care', presumed: 'floor', flip: 'Fits with care on an open screen.' })
    expect(hive('formic-strip-14', { feeding: true })).toMatchObject({ level: 'care', figure: 'fed', flip: 'Fits with the feeder off.' })
    expect(hive('oxalic-dribble', { floorWet: true })).toMatchObject({ level: 'wait', figure: 'wet', flip: 'Fits on a dry floor.' })
    expect(hive('oxalic-dribble', { floorWet: null, brood: 'none' })).toMatchObject({ level: 'care', presumed: 'floorWet' })
    expect(hive('amitraz-strip', { clustered: true })).toMatchObject({ level: 'wait', figure: 'cluster', flip: 'Fits once the bees are moving.' })
    expect(hive('amitraz-strip', { clustered: true }, { phase: 'dormant' })).toMatchObject({
      level: 'ruled-out',
      figure: 'winter',
      flip: 'Fits once the bees are moving again in spring.',
    })
    expect(hive('amitraz-strip', { queen: 'absent' })).toMatchObject({
      level: 'care',
      figure: 'no queen',
      text: 'No queen: settle the queen first, whatever is done about mites.',
      flip: 'Fits with a laying queen.',
    })
    expect(hive('formic-strip-14', { hive: 'top-bar' })).toMatchObject({ level: 'ruled-out', figure: 'top-bar', flip: 'Fits in a hive with frames.' })
    // Hived three weeks before the day it is asked on is established.
    expect(hive('formic-strip-14', { newlyHived: null, hivedOn: '2026-07-22' }).level).toBe('fits')
    expect(hive('formic-strip-14', { newlyHived: null, hivedOn: '2026-07-23' }).level).toBe('ruled-out')
  })
})

describe('temperature', () => {
  const highs = (list: readonly number[], kind: 'observed' | null = null, low = 10) =>
    august({ weather: days('2026-08-14', list, kind).map((d) => ({ ...d, low })) })
  const usual = (high: number) => Array.from({ length: 12 }, (_, i) => ({ month: i + 1, high, low: high - 10 }))
  const gentle = Array.from({ length: 60 }, () => 24)
  const heat = (list: readonly number[]) => asked('formic-strip-14', 'temperature', highs(list))
  it('of formic strips is 10 to 29.5 °C on the first day and up to 29.5 (33 with care) on the two after it', () => {
    const [first, after] = heat(gentle)
    expect(first).toMatchObject({ level: 'fits', figure: '24°', limit: '10 to 29.5 °C', flip: 'It would take 5.5 °C more to change this.' })
    expect(first?.text).toMatch(/^A high of 24 °C .* as given; the limit is 10 to 29\.5 °C/)
    expect(after).toMatchObject({ level: 'fits', limit: 'up to 29.5 °C' })
    expect(after?.text).toMatch(/^Highs of 24 and 24 °C /)
    expect(heat([12, ...gentle])[0]?.flip).toBe('It would take 2 °C less to change this.')
    expect(heat([29.5, ...gentle])[0]?.level).toBe('fits')
    expect(heat([10, ...gentle])[0]?.level).toBe('fits')
    const cold = heat([9.9, ...gentle])[0]
    expect(cold).toMatchObject({ level: 'wait', figure: '10°', limit: '10 to 29.5 °C' })
    expect(cold?.text).toMatch(/^9\.9 °C on Fri 14 Aug as given is under 10 °C .*: too little acid turns to vapour\.$/)
    expect(cold?.flip).toMatch(/^Fits from Sat 15 Aug, when the highs .* are 10 to 29\.5 °C\.$/)
    const hot = heat([24, 33.5, 24, ...gentle])[1]
    expect(hot).toMatchObject({ level: 'wait', limit: 'up to 33 °C' })
    expect(hot?.text).toMatch(/^33\.5 °C on Sat 15 Aug as given is over 29\.5 °C /)
    const warm = heat([24, 24, 32, ...gentle])[1]
    expect(warm).toMatchObject({ level: 'care', figure: '32°', limit: 'up to 29.5 °C' })
    expect(warm?.flip).toMatch(/^Fits from Sun 16 Aug/)
    // Over 33 now, within 33 a day later, under 29.5 two days later: both days are named.
    expect(heat([24, 35, 32, 24, ...gentle])[1]?.flip).toMatch(
      /^Fits with care from Sat 15 Aug \(up to 33 °C with care\), fits from Sun 16 Aug, when the highs /,
    )
    expect(heat(Array.from({ length: 120 }, () => 35))[1]?.flip).toBe(
      'No day in the next eight weeks is better, by the days known and what is usual.',
    )
    const none = asked('formic-strip-14', 'temperature', august({ weather: [] }))[0]
    expect(none).toMatchObject({ level: 'care', presumed: 'weather' })
    expect(none?.text).toMatch(/^Presumed, not known: the weather of a temperate place \(neither days nor the place are known\)\. Only what is usual/)
  })
  it('by what is usual alone is said with its chance where that is not sure', () => {
    const months = asked('formic-strip-14', 'temperature', august({ weather: [], normals: usual(28) }))
    expect(months[0]?.level).toBe('care')
    expect(months[0]?.text).toMatch(
      /^Only what is usual for the season is known .* \(about 28 °C\): the chance that the limit of 10 to 29\.5 °C holds is about \d+ %\.$/,
    )
    expect(asked('formic-strip-14', 'temperature', august({ weather: [], normals: usual(18) }))[0]).toMatchObject({ level: 'fits' })
    const mixed = asked('formic-strip-14', 'temperature', august({ weather: days('2026-08-14', [18, 18]), normals: usual(18) }))[1]
    expect(mixed?.text).toMatch(/by the forecast to Sat 15 Aug and then what is usual/)
    expect(asked('formic-strip-14', 'temperature', highs(gentle, 'observed'))[0]?.text).toMatch(/as observed/)
  })
  it('has no say in what has no limit', () => {
    expect(asked('wait-and-recount', 'temperature', august({ weather: [] }))).toMatchObject([
      { level: 'fits', text: 'No temperature limit.', flip: null },
    ])
  })
})

describe('the keeper’s own list', () => {
  const listed = (over: Partial<NonNullable<Situation['rules']['amitraz-strip']>>, more: Partial<Situation> = {}) =>
    one(
      'amitraz-strip',
      'rules',
      august({
        rules: { 'amitraz-strip': { authorised: 'yes', withSupers: null, gramsPerBox: null, mostCourses: null, mostDays: null, ...over } },
        ...more,
      }),
    )
  it('decides, and says when it was last held against the label', () => {
    expect(listed({ confirmedOn: '2026-02-14' })).toMatchObject({
      level: 'fits',
      text: 'Authorised by your own list, confirmed Sat 14 Feb; the label in hand decides.',
      flip: 'Ruled out if it were not.',
    })
    expect(listed({ confirmedOn: '2025-08-12' }).text).not.toMatch(/over a year ago/)
    expect(listed({ confirmedOn: '2025-08-11' }).text).toMatch(/, over a year ago: read label and law anew; the label in hand decides\.$/)
    expect(listed({ note: 'Ask the inspector' }).text).toMatch(/ Your note: Ask the inspector\.$/)
    expect(listed({ authorised: 'no' })).toMatchObject({
      level: 'ruled-out',
      figure: 'not allowed',
      text: 'Your own list says it is not authorised where you are.',
      flip: 'Fits if your list says it is authorised.',
    })
    expect(listed({ authorised: null })).toMatchObject({ level: 'care', figure: 'confirm', flip: 'Fits once you have confirmed it in your list.' })
    expect(listed({ starter: 'Europe' })).toMatchObject({
      level: 'care',
      text: 'It stands on a starter list (Europe) that you have not confirmed: confirm before use.',
      flip: 'Fits once you have confirmed it in your list.',
    })
    expect(listed({ starter: 'Europe', confirmedOn: '2026-02-14' }).level).toBe('fits')
    expect(listed({ authorised: 'no', starter: 'Europe' }).text).toMatch(/^A starter list \(Europe\) says that it is not authorised/)
    expect(one('brood-break', 'rules', august()).text).toBe('Work on the hive that gives nothing to the bees needs no leave.')
    expect(one('wait-and-recount', 'rules', august()).text).toBe('Leaving a colony alone needs no leave.')
  })
})

describe('what else is in a gate’s words', () => {
  it('the queen, the frames, the kit, and nothing where nothing would change it', () => {
    const hive = asked('formic-strip-14', 'hive', august())
    expect(hive.find((f) => f.text === 'The queen is laying.')).toMatchObject({ flip: 'Has to wait without a laying queen.' })
    expect(hive.find((f) => f.limit === '6 frames')).toMatchObject({ figure: '14', flip: 'Ruled out under 6 frames of bees.' })
    const unwritten = one('amitraz-strip', 'kit', august({ keeper: { ...august().keeper, kit: null } }))
    expect(unwritten.text).toMatch(/^Your kit is not written down, so it is not judged\. It takes .*gloves/)
    // A dribble in winter with brood: no answer to the brood alone is worse than what it is, and the note has no way out at all.
    for (const f of asked('oxalic-vapour', 'hive', august())) if (f.level === 'fits' && f.limit === null) expect(f.flip).toBeNull()
  })
  it('the average of thymol’s days and nights, over, under, unknown, and with its chance', () => {
    const gel = (high: number, low: number | null, over: Partial<Situation> = {}) =>
      asked(
        'thymol-gel',
        'temperature',
        august({
          startOn: '2026-08-14',
          weather: days(
            '2026-08-14',
            Array.from({ length: 60 }, () => high),
            null,
          ).map((d) => ({ ...d, low })),
          ...over,
        }),
      ).find((f) => /over the course/.test(f.text))!
    expect(gel(20, 12).text).toMatch(/^Day and night together come to 16 °C on average over the course, as given; the limit is 15 °C and over\.$/)
    expect(gel(18, 10)).toMatchObject({ level: 'wait', figure: '14°' })
    expect(gel(18, 10).text).toMatch(/^Day and night together come to 14 °C .*: .+\.$/)
    // From October on it is no warmer in a temperate place.
    expect(gel(18, 10).flip).toBe('No day in the next eight weeks is better, by the days known and what is usual.')
    expect(gel(20, null)).toMatchObject({ level: 'care', figure: 'not known' })
    const some = asked('thymol-gel', 'temperature', august({ weather: days('2026-08-14', [20, 20, 20]).map((d) => ({ ...d, low: 12 })) }))
    expect(some.map((f) => f.text).join(' ')).toMatch(/by the forecast to Sun 16 Aug and then what is usual; the limit is 15 °C and over/)
    const months = Array.from({ length: 12 }, (_, i) => ({ month: i + 1, high: 21, low: 10 }))
    const byMonths = asked('thymol-gel', 'temperature', august({ weather: [], normals: months })).find((f) => /over the course/.test(f.text))
    expect(byMonths?.text).toMatch(
      /^Day and night together come to 15\.5 °C .*, by what is usual for the season; the limit is 15 °C and over; the chance that it holds is about \d+ %\.$/,
    )
    expect(
      asked('thymol-gel', 'temperature', august({ weather: [], normals: months.map((m) => ({ ...m, high: 26, low: 16 })) })).find((f) =>
        /over the course/.test(f.text),
      )?.level,
    ).toBe('fits')
  })
  it('nothing of a course that is only planned', () => {
    const planned = august({ history: [past('amitraz-strip', '2026-09-01', null, 0.2)] })
    expect(one('amitraz-strip', 'rotation', planned).level).toBe('fits')
    const two = august({ history: [past('amitraz-strip', '2025-08-01', '2025-09-15'), past('formic-strip-7', '2026-04-10', '2026-04-17')] })
    expect(one('amitraz-strip', 'rotation', two).level).toBe('fits')
    expect(one('amitraz-strip', 'rotation', { ...two, history: [...two.history].reverse() }).level).toBe('fits')
  })
  it('of drone brood does not reckon what would be left among the bees', () => {
    const cells = (mites: number) =>
      august({ phase: 'peak', counts: [{ date: '2026-08-11', method: 'drone', mites, bees: 100, days: null, recovery: null, representative: null }] })
    expect(asked('hop-strip', 'need', cells(40)).some((f) => f.text.includes('alone'))).toBe(false)
  })
})

describe('the verdict', () => {
  it('names no first day for what is ruled out, though a later day would do', () => {
    const winter = august({
      asOf: '2026-02-10',
      startOn: '2026-02-12',
      phase: null,
      counts: [wash('2026-02-09', 9)],
      supers: { now: 'none', offOn: null, nextOn: null },
      weather: [],
      lastOpening: null,
      normals: [],
    })
    const strip = match(judged(winter)).find((o) => o.treatment.key === 'amitraz-strip')!
    expect([strip.verdict, strip.earliest]).toEqual(['ruled-out', null])
    expect(startDays(option('amitraz-strip'), judged(winter), '2026-02-12', 40).some((d) => d.fit !== 'ruled-out')).toBe(true)
  })
  it('brings waiting back with care where nothing else can be started, and only at the limit', () => {
    const no = { authorised: 'no' as const, withSupers: null, gramsPerBox: null, mostCourses: null, mostDays: null }
    const few = [option('formic-strip-14'), option('amitraz-strip'), option('wait-and-recount')]
    const nothing = (mites: number) => august({ counts: [wash('2026-08-11', mites)], rules: { 'formic-strip-14': no, 'amitraz-strip': no } })
    const isWaiting = (o: { readonly treatment: Treatment }) => o.treatment.way === 'waiting'
    const verdict = (s: Situation) => [match(judged(s), few).find(isWaiting)!, fitsOn(judged(s), few).find(isWaiting)!] as const
    const [whole, short] = verdict(nothing(10))
    expect([whole.fit, short.fit, whole.earliest]).toEqual(['care', 'care', '2026-08-14'])
    expect(whole.findings[0]?.text).toMatch(/Nothing else can be started on this day, so watch it closely\.$/)
    for (const o of verdict(nothing(20))) expect(o.fit).toBe('ruled-out')
    for (const o of verdict(august())) expect(o.fit).toBe('ruled-out')
    for (const o of verdict(nothing(0))) expect(o.fit).toBe('fits')
  })
  it('names among the findings of its level the one that no day ends, where no day ends the wait', () => {
    const f = (gate: GateKey, level: Level) => ({ gate, level }) as Finding
    const findings = [f('need', 'fits'), f('temperature', 'wait'), f('kit', 'wait')]
    expect(decidingOf({ verdict: 'wait', earliest: null, findings })).toBe(findings[2])
    expect(decidingOf({ verdict: 'wait', earliest: '2026-08-20', findings })).toBe(findings[1])
    expect(decidingOf({ verdict: 'fits', earliest: null, findings })).toBe(findings[0])
    expect(decidingOf({ verdict: 'care', earliest: null, findings: [f('hive', 'care')] })).toMatchObject({ gate: 'hive' })
  })
  it('holds for a run of days until the first that is too hot, and no longer than asked', () => {
    const list = Array.from({ length: 60 }, (_, i) => (i === 9 ? 35 : 24))
    const s = judged(august({ weather: days('2026-08-14', list) }))
    // The 35 falls among the first three days of a start on the seventh, eighth or ninth day after the 14th.
    expect(runOfDays(option('formic-strip-14'), s, '2026-08-14', 20)).toBe(6)
    expect(runOfDays(option('formic-strip-14'), s, '2026-08-14', 4)).toBe(4)
    const shown = startDays(option('formic-strip-14'), s, '2026-08-14', 12).map((d) => d.fit)
    expect(shown.map((v) => (v === 'wait' ? '-' : 'x')).join('')).toBe('xxxxxxx---xx')
  })
})

describe('what a gate says further', () => {
  const usual = (high: number) => Array.from({ length: 12 }, (_, i) => ({ month: i + 1, high, low: high - 10 }))
  it('of the most courses: without those of this year alone', () => {
    const own = (year: number, month: string) => past('amitraz-strip', `${year}-${month}-01`, `${year}-${month}-28`)
    const rules = { 'amitraz-strip': { authorised: 'yes' as const, withSupers: null, gramsPerBox: null, mostCourses: 2, mostDays: null } }
    const s = august({ history: [own(2025, '08'), own(2026, '02'), own(2026, '05')], rules })
    expect(one('amitraz-strip', 'rotation', s)).toMatchObject({ level: 'ruled-out', flip: 'Fits with care next year.' })
  })
  it('of the gap: a dribble waits for a dribble, and not for a vapour', () => {
    const after = (key: TreatmentKey) => one('oxalic-dribble', 'rotation', august({ history: [past(key, '2026-07-01', '2026-07-20')] })).level
    expect([after('oxalic-dribble'), after('oxalic-vapour')]).toEqual(['wait', 'fits'])
  })
  it('of what was given: the last of three', () => {
    const history = [
      past('formic-strip-7', '2026-03-01', '2026-03-08'),
      past('thymol-gel', '2026-04-01', '2026-05-01'),
      past('oxalic-vapour', '2026-06-01', '2026-06-16'),
    ]
    expect(one('amitraz-strip', 'rotation', august({ history })).text).toBe('Last time it was Oxalic acid vapour (Mon 1 Jun).')
  })
  it('of a roll that misses half: which count would be danger', () => {
    const roll = (mites: number) =>
      august({ counts: [{ date: '2026-08-11', method: 'sugar', mites, bees: 300, days: null, recovery: 0.5, representative: null }] })
    // 3 and 5 in 100 with half of them found: 4.5 and 7.5 on 300.
    expect(one('drone-removal', 'need', roll(5)).flip).toBe('Ruled out from 8 mites on 300 bees up.')
    expect(one('brood-break', 'need', roll(5)).flip).toBe('Fits with care at 4 mites on 300 bees or fewer.')
  })
  it('of waiting: nothing is asked of the hive, and the next count is by the count itself', () => {
    expect(one('wait-and-recount', 'hive', august()).flip).toBeNull()
    const time = one('wait-and-recount', 'time', august({ counts: [wash('2026-08-11', 0)], lastOpening: '2026-11-05' }))
    expect(time.text).toBe('The next count falls on Thu 10 Sep; the hive can be opened until Thu 5 Nov.')
    // Strips hang for 42 days at the least, and are counted a week after at the earliest.
    expect(one('amitraz-strip', 'time', august()).text).toBe('Over and counted again from Fri 2 Oct; the hive can be opened until Thu 5 Nov.')
  })
  it('of the heat: the chance by what is usual, with a figure between none and all', () => {
    const text = asked('formic-strip-14', 'temperature', august({ weather: [], normals: usual(28) }))[0]!.text
    const said = Number(/about (\d+) %/.exec(text)?.[1])
    // A high of 28 with a spread of 4, 0.375 spreads under the limit: Student's t of six degrees of freedom, scaled to it, has 66.9 % below.
    expect(said).toBe(67)
  })
  it('of the heat: which way it is out, and what is not known', () => {
    const gel = (high: number, low: number | null) =>
      asked(
        'thymol-gel',
        'temperature',
        august({
          weather: days(
            '2026-08-14',
            Array.from({ length: 60 }, () => high),
            null,
          ).map((d) => ({ ...d, low })),
        }),
      )
    const course = (high: number, low: number | null) => gel(high, low).find((f) => /over the course/.test(f.text))!
    expect(course(18, 10).text).toMatch(/the limit is 15 °C and over: [^:]+\.$/)
    expect(course(18, 10).text).not.toContain('chance')
    const wafer = asked(
      'thymol-blend-wafer',
      'temperature',
      august({
        weather: days(
          '2026-08-14',
          Array.from({ length: 60 }, () => 33),
        ),
      }),
    )
    // European labels of the blend stop at 30 °C (fact sheet, from memory).
    expect(wafer[0]!.text).toMatch(
      /^33 °C on Fri 14 Aug by the forecast is over 30 °C on the first three days; the chance that it holds is less than 1 %: bees may leave the brood/,
    )
    // Without nights nothing is known of the average, but days too cold by themselves are too cold with their nights.
    expect(course(10, null)).toMatchObject({ level: 'wait' })
    const one = asked('formic-strip-14', 'temperature', august({ weather: days('2026-08-14', [24, 24], null) }))
    expect(one[1]!.text).toMatch(/^Presumed, not known: the weather of a temperate place \(the place is not known, and no day beyond those told\)\. /)
    expect(asked('thymol-gel', 'temperature', august({ weather: [] })).every((f) => f.level === 'care' && f.presumed === 'weather')).toBe(true)
    const cool = asked(
      'formic-strip-14',
      'temperature',
      august({ weather: days('2026-08-14', [12, 5, 5, ...Array.from({ length: 30 }, () => 12)], null) }),
    )
    expect(cool[1]).toMatchObject({ level: 'fits', flip: 'It would take 24.5 °C more to change this.' })
  })
})

describe('the first day', () => {
  it('is looked for eight weeks ahead, that day included', () => {
    const rules = { 'amitraz-strip': { authorised: 'yes' as const, withSupers: false, gramsPerBox: null, mostCourses: null, mostDays: null } }
    const from = (n: number) => {
      const s = august({ rules, lastOpening: null, supers: { now: 'for-people', offOn: addDays('2026-08-14', n), nextOn: null } })
      return match(judged(s), [option('amitraz-strip')])[0]!.earliest
    }
    expect([from(1), from(56), from(57)]).toEqual(['2026-08-15', addDays('2026-08-14', 56), null])
  })
  it('of waiting that is brought back changes what is said of the need alone', () => {
    const no = { authorised: 'no' as const, withSupers: null, gramsPerBox: null, mostCourses: null, mostDays: null }
    const s = august({ counts: [wash('2026-06-11', 2), wash('2026-08-11', 10)], rules: { 'formic-strip-14': no } })
    const [waiting] = match(judged(s), [option('formic-strip-14'), option('wait-and-recount')]).filter((o) => o.treatment.way === 'waiting')
    expect(waiting!.findings.filter((f) => f.text.includes('watch it closely'))).toHaveLength(1)
    expect(waiting!.findings.length).toBeGreaterThan(3)
    expect(waiting!.findings.filter((f) => f.level === 'care')).toHaveLength(1)
  })
})
