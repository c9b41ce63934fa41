/** A year and more, played day by day with slips, swarms, a death and a winter without visits: every place says the same of it at every step. */
import { describe, expect, it } from 'vitest'
import { seeded } from '@thistle/core/count'
import { answer } from '@thistle/core/course'
import {
  courseFacts,
  questionsOfDay,
  todayOfYards,
  yardState,
  type ColonyRecord,
  type CourseRecord,
  type EventRecord,
  type SettingsRecord,
  type YardRecord,
  type YardState,
} from '@thistle/core/holding'
import { dayLetter, seasonOf } from '@thistle/core/rounds'
import { phaseAt, temperateNormals } from '@thistle/core/situation'
import { addDays, daysBetween, monthOf, type Day } from '@thistle/core/time'
import { treatmentOf, TREATMENTS } from '@thistle/core/treatments'
import { bareColony, bareCount, bareEvent, bareSettings, bareYard, SOUND } from '../cases/records.ts'

const HOLE = /undefined|NaN|Infinity|\bnull\b|\[object|\{dose\}/
const settings: SettingsRecord = {
  ...bareSettings,
  kit: ['gloves', 'acid-gloves', 'eye-protection', 'respirator', 'vaporiser', 'spacer-rim'] as unknown as SettingsRecord['kit'],
  rules: Object.fromEntries(TREATMENTS.map((t) => [t.key, { authorised: 'yes' as const }])) as unknown as SettingsRecord['rules'],
}

/** What a keeper with half an hour does at a colony on a day: counts, chooses what is advised, does what is due, forgets the rest. */
function visit(yard: YardState, colony: ColonyRecord, today: Day, random: () => number): ColonyRecord {
  const state = yard.row.find((s) => s.colony.id === colony.id)!
  let next = colony
  if (random() < 0.3)
    next = {
      ...next,
      look: { ...SOUND, id: `l ${today}`, version: 1, onDay: today, brood: null, supers: random() < 0.4 ? 'for-people' : 'none', note: null },
    }
  for (const step of state.steps) {
    if (step.kind === 'count' && step.due !== 'coming' && random() < 0.7)
      next = {
        ...next,
        counts: [
          ...next.counts,
          state.judgement.phase === 'dormant'
            ? bareCount(today, Math.floor(random() * 6), { method: 'board', samples: [{ mites: Math.floor(random() * 6), bees: null, days: 5 }] })
            : bareCount(today, Math.floor(random() * random() * 40)),
        ],
      }
    if (step.kind === 'choose' && random() < 0.8) {
      const whole = answer(state.situation)
      const chosen = treatmentOf(whole.choice.treatment ?? 'wait-and-recount')
      if (whole.choice.kind !== 'treat' || !chosen || chosen.way !== 'given') continue
      const course: CourseRecord = {
        id: `${colony.id} ${chosen.key} ${today}`,
        decisionId: `d ${today}`,
        treatment: chosen.key,
        startOn: today,
        latestStart: addDays(today, 3),
        facts: courseFacts({ ...state.situation, startOn: today }, whole.judgement, chosen.key),
        events: [],
      }
      next = { ...next, courses: [...next.courses, course] }
    }
    const { job, course } = step
    if (
      step.kind === 'job' &&
      job &&
      course &&
      step.due !== 'coming' &&
      random() < 0.75 &&
      !['recount', 'midway', 'lift', 'lay-again'].includes(job.job)
    ) {
      const amount = job.job === 'remove' ? course.course.inside : job.planned
      const done: EventRecord = bareEvent(today, { job: job.job, n: job.n, amount })
      next = { ...next, courses: next.courses.map((c) => (c.id === course.record.id ? { ...c, events: [...c.events, done] } : c)) }
    }
  }
  return next
}

function check(yard: YardState, today: Day): void {
  const { normals, hemisphere } = yard.yard
  const winter = phaseAt({ phase: null, hemisphere, normals }, today) === 'dormant'
  const list = todayOfYards([yard])
  const letter = dayLetter('Holding', [yard], settings, today, 'https://example.test/today')
  const season = seasonOf([yard], today)
  const steps = yard.row.flatMap((s) => s.steps)
  const said = [...yard.sentence.map((p) => p.text), yard.below, yard.ahead ?? '', letter?.text ?? '', ...questionsOfDay([yard]).map((q) => q.text)]
  for (const text of [...said, ...steps.flatMap((s) => [s.text, s.name, s.job?.text ?? '', s.hindrance ?? ''])]) expect(text, today).not.toMatch(HOLE)
  // Every step of the row is on Today once, where Today looks so far.
  const lines = [...list.overdue, ...list.due].flatMap((l) => l.lines).length
  expect(lines, today).toBe(steps.filter((s) => s.due === 'overdue' || s.due === 'due').length)
  for (const s of steps) {
    expect(s.earliest <= s.best && s.best <= s.latest, `${today} ${s.text} ${s.earliest} ${s.best} ${s.latest}`).toBe(true)
    expect(s.due === 'overdue', `${today} ${s.text}`).toBe(s.latest < today)
    // Nothing is asked of a winter cluster that opens it: no jar, no frame.
    if (winter && s.due === 'due' && s.kind === 'count') expect(s.text, today).toMatch(/board/)
    if (winter && s.due === 'due' && s.job && ['queen-check', 'recount'].includes(s.job.job))
      expect(s.job.opensHive, `${today} ${s.job.text}`).toBe(false)
  }
  for (const state of yard.row) {
    // In danger, and nothing in hand: the sentence over the yard says so.
    const danger = state.judgement.level === 'urgent' && state.gone === null && (state.inHand === null || state.failing)
    if (danger) expect(yard.sentence.map((p) => p.text).join(''), `${today} ${state.colony.name}`).toMatch(/in danger|over the limit in the middle/)
    if (state.gone)
      expect(
        state.steps.every((s) => s.kind === 'gone' || s.job?.job === 'remove'),
        today,
      ).toBe(true)
    // A count older than a season judges nothing.
    if (state.judgement.countedOn && daysBetween(state.judgement.countedOn, today) > 90) expect(state.judgement.level, today).toBe('unknown')
    // What runs in the row is drawn as running in the season.
    const running = state.courses.filter((c) => c.running).map((c) => c.record.id)
    const bars = season.yards[0]!.rows.find((r) => r.colonyId === state.colony.id)!.bars.filter((b) => b.state === 'running')
    expect(bars.map((b) => b.courseId).toSorted(), today).toEqual(running.filter((id) => bars.some((b) => b.courseId === id)).toSorted())
  }
  // A winter without visits piles up no more than what has to come out, and one line a colony.
  if (winter)
    expect(
      list.overdue
        .flatMap((l) => l.lines)
        .every((l) => ['remove', 'dose'].includes(l.step.job?.job ?? '') || l.step.kind !== 'job' || daysBetween(l.step.latest, today) <= 42),
      today,
    ).toBe(true)
}

describe('a played year', () => {
  for (const hemisphere of ['north', 'south'] as const)
    it(`holds together at every step, ${hemisphere}, over a 29 February`, () => {
      const random = seeded(hemisphere === 'north' ? 15 : 51)
      const normals = temperateNormals(hemisphere)
      let colonies: readonly ColonyRecord[] = ['Ash', 'Birch', 'Cherry', 'Damson'].map((name, i) =>
        bareColony({
          id: name,
          name,
          since: '2027-02-01',
          placement: { id: `p${i}`, version: 1, position: i + 1, fromDay: '2027-02-01', yardId: 'y' },
        }),
      )
      for (let n = 0; n < 420; n += 4) {
        const today = addDays('2027-02-01', n)
        const high = (day: Day) => (normals.find((m) => m.month === monthOf(day))?.high ?? 10) + Math.sin(daysBetween('2027-01-01', day)) * 5
        const weather = Array.from({ length: 40 }, (_, i) => addDays(today, i - 30)).map((date) => ({
          date,
          high: high(date),
          low: high(date) - 9,
          kind: date < today ? ('observed' as const) : ('forecast' as const),
        }))
        const record: YardRecord = {
          ...bareYard(today),
          hemisphere,
          normals,
          weather,
          lastOpening: hemisphere === 'north' ? '2027-11-01' : '2027-05-10',
          supersOffOn: hemisphere === 'north' ? '2027-08-05' : '2027-02-20',
          supersNextOn: hemisphere === 'north' ? '2028-05-01' : '2027-11-01',
          colonies,
        }
        const yard = yardState(record, settings)
        check(yard, today)
        const away = phaseAt({ phase: null, hemisphere, normals }, today) === 'dormant'
        if (!away && random() < 0.4) colonies = colonies.map((c) => visit(yard, c, today, random))
        // One swarms and one dies in the middle of a course.
        if (n === 120 || n === 240)
          colonies = colonies.map((c, i) => {
            const last = c.courses.at(-1)
            return i === (n === 120 ? 1 : 2) && last
              ? {
                  ...c,
                  courses: [
                    ...c.courses.slice(0, -1),
                    { ...last, events: [...last.events, bareEvent(today, { kind: n === 120 ? 'swarmed' : 'died', n: null })] },
                  ],
                }
              : c
          })
      }
      expect(colonies.flatMap((c) => c.courses).length).toBeGreaterThan(2)
      expect(colonies.flatMap((c) => c.counts).length).toBeGreaterThan(8)
    }, 120_000)
})
