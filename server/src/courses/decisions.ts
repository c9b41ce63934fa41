import type { Transaction } from 'sequelize'
import { v7 } from 'uuid'
import type { GivenDecision, GivenEvent, GivenPast } from '@thistle/core/bodies'
import { answer } from '@thistle/core/course'
import { courseFacts, courseState, situationOf, type CourseFacts, type YardRecord } from '@thistle/core/holding'
import { parseCase } from '@thistle/core/formats'
import { decidingFit } from '@thistle/core/match'
import { NO_RULE, TWICE_WITHIN, type CountFact, type Situation, type TreatmentKey } from '@thistle/core/situation'
import { judge } from '@thistle/core/judge'
import { addDays, daysBetween, earlierOf, type Day } from '@thistle/core/time'
import { dosesOf, hasRhythm, nominalDay, patternOf, publishedPattern, treatmentOf } from '@thistle/core/treatments'
import { ensureTheirs, type Asking } from '../access/rows.ts'
import type { Scope } from '../access/scope.ts'
import type { RowOf } from '../database/index.ts'
import { Problem } from '../problems/problem.ts'
import { checkOpen, checkOwnKeys, findColony, findYard } from '../records/kinds.ts'
import { nextSeq, writeHistory } from '../records/log.ts'
import { settingsOf } from '../records/settings.ts'
import { sameContents } from '../records/contents.ts'
import type { Keeping } from '../records/put.ts'
import { readYards } from '../yards/read.ts'
import { decidedOf, keepDecided } from './decided.ts'
import { putEventWithin } from './events.ts'
import { aDay } from '@thistle/core/words'

/** Works the answer out anew on the situation handed in, so that what is kept is the core's word and not the sender's. */
function decide(given: GivenDecision, index: number) {
  const at = `colonies[${index}].situation`
  const parsed = parseCase(given.colonies[index]?.situation)
  if (!parsed.ok) throw Problem.invalid([{ path: `${at}.${parsed.refusal.path}`, sentence: parsed.refusal.sentence }])
  const situation = { ...parsed.situation, startOn: given.startOn }
  const whole = answer(situation)
  const option = whole.options.find((o) => o.treatment === given.treatment)
  const hindrance = option && decidingFit(option)
  // What is to be confirmed or fetched first is the keeper's to do before the day; what does not fit is not begun.
  if (!option || option.fit === 'wait' || option.fit === 'ruled-out' || option.allowed.rules === 'no') {
    throw Problem.invalid([{ path: 'startOn', sentence: `It does not fit on ${aDay(given.startOn)}: ${hindrance?.text ?? 'it is ruled out.'}` }])
  }
  const latestStart = option.course.find((job) => job.job === 'dose')?.latest ?? given.startOn
  return { facts: courseFacts(situation, whole.judgement, option.treatment), situation, answer: whole, latestStart }
}

/** The newest count before a course that still told of its level. */
const BEFORE_DAYS = 28

/** The rules of the day with the rounds as they were given: a series of six that is over is planned as six, as far apart as they were. */
function inItsRhythm({ treatment, startOn }: GivenDecision, { rounds, endOn }: GivenPast, s: Situation): Situation['rules'] {
  const chosen = treatmentOf(treatment)
  const pattern = chosen && publishedPattern(chosen, s.colony.brood)
  if (!pattern || !hasRhythm(pattern)) return s.rules
  const closed = pattern.steps.some((step) => step.ends === 'course')
  const apart = !closed && endOn && rounds > 1 ? Math.round(daysBetween(startOn, endOn) / (rounds - 1)) : 0
  return {
    ...s.rules,
    [treatment]: {
      ...(s.rules[treatment] ?? NO_RULE),
      rounds: endOn ? rounds : Math.max(rounds, dosesOf(pattern)),
      ...(apart >= 1 && apart <= 30 ? { daysBetween: apart } : {}),
    },
  }
}

/**
 * A course that was given before it was entered. Nothing is asked of the gates: it was given, whatever they say. It is planned on what is
 * known of the colony, and on the count of the weeks before it where there is one.
 */
function decidePast(given: GivenDecision, index: number) {
  const at = `colonies[${index}].situation`
  const parsed = parseCase(given.colonies[index]?.situation)
  if (!parsed.ok) throw Problem.invalid([{ path: `${at}.${parsed.refusal.path}`, sentence: parsed.refusal.sentence }])
  const { startOn } = given
  const until = (all: readonly CountFact[]) => all.filter((c) => c.date <= startOn)
  const counts = until(parsed.situation.counts).filter((c) => c.date >= addDays(startOn, -BEFORE_DAYS))
  const yardCounts = parsed.situation.yardCounts && until(parsed.situation.yardCounts)
  const rules = given.past ? inItsRhythm(given, given.past, parsed.situation) : parsed.situation.rules
  const situation = {
    ...parsed.situation,
    rules,
    asOf: startOn,
    startOn,
    counts,
    ...(yardCounts && { yardCounts }),
    weather: [],
    history: [],
    yardHistory: [],
  }
  const judgement = judge(situation)
  return { facts: courseFacts(situation, judgement, given.treatment), situation, answer: { judgement }, latestStart: startOn }
}

function refuseTwice(yard: YardRecord | undefined, colonyId: string, given: GivenDecision): void {
  const colony = yard?.colonies.find((c) => c.id === colonyId)
  const states = colony && yard ? colony.courses.map((record) => courseState(record, colony, yard.today)) : []
  const known = states.find(
    (c) => !c.cancelled && c.record.treatment === given.treatment && Math.abs(daysBetween(c.startedOn, given.startOn)) <= TWICE_WITHIN,
  )
  if (known && colony)
    throw Problem.conflict(`${known.treatment.name} is entered for ${colony.name} already, since ${aDay(known.startedOn, yard?.today)}.`)
}

/** The rounds of a past course at the pace of its pattern, none after its end or today, and what came out of the hive. */
function pastEvents(given: GivenDecision, past: GivenPast, courseId: string, facts: CourseFacts, today: Day): GivenEvent[] {
  const treatment = treatmentOf(given.treatment)
  if (!treatment) return []
  const pattern = patternOf(treatment, facts)
  const last = past.endOn ?? today
  const doses = pattern.steps.filter((step) => step.job === 'dose').slice(0, past.rounds)
  const closing = pattern.steps.find((step) => step.ends === 'course')
  const event = (job: GivenEvent['job'], n: number, happenedOn: Day, amount: number | null): GivenEvent => ({
    courseId,
    kind: 'done',
    job,
    n,
    happenedOn,
    amount,
    note: null,
    supersedes: null,
    doneBy: null,
    reason: null,
    spots: null,
    device: 'past',
  })
  const given_ = doses.map((step) => event('dose', step.n, earlierOf(addDays(given.startOn, nominalDay(step, pattern)), last), past.amount))
  const out =
    closing && past.endOn ? [event(closing.job, closing.n, past.endOn, closing.job === 'remove' && closing.counted ? past.amount : null)] : []
  return [...given_, ...out]
}

/** A course is entered so long afterwards at most, days. */
const MOST_PAST = 3660
function checkPast(scope: Scope, { startOn, past }: GivenDecision, today: Day): void {
  if (startOn < addDays(today, -MOST_PAST)) throw Problem.invalid([{ path: 'startOn', sentence: 'That is more than ten years ago.' }])
  checkOpen(scope, 'startOn', startOn)
  if (startOn > today) throw Problem.invalid([{ path: 'startOn', sentence: `That day is still to come: today is ${today}. Choose it under Match.` }])
  if (past?.endOn && past.endOn < startOn) throw Problem.invalid([{ path: 'past.endOn', sentence: 'It cannot be over before it began.' }])
  if (past?.endOn && past.endOn > today) throw Problem.invalid([{ path: 'past.endOn', sentence: `That day is still to come: today is ${today}.` }])
}

/** Planned starts this far apart, days, are two courses and not one chosen twice (a guess). */
const SEASON = 45

/** Two devices may choose at once, each on what it knew: what is in hand already is not begun again. */
function refuseSecond(yard: YardRecord | undefined, colonyId: string, treatment: string, startOn: Day): void {
  const colony = yard?.colonies.find((c) => c.id === colonyId)
  const states = colony && yard ? colony.courses.map((record) => courseState(record, colony, yard.today)) : []
  const chosen = treatmentOf(treatment as TreatmentKey)
  const inHand = states
    .filter((c) => c.treatment.way === 'given' || c.record.treatment === treatment)
    // What is planned for another season is not in hand, nor is what runs today then: the winter's round bars no series of the summer.
    .filter(
      (c) =>
        (c.running && startOn <= addDays(yard?.today ?? startOn, SEASON)) ||
        (c.planned && Math.abs(daysBetween(c.record.startOn, startOn)) <= SEASON),
    )
  const same = inHand.find((c) => c.treatment.way !== 'waiting' && c.record.treatment === treatment)
  if (same && colony) throw Problem.conflict(`${same.treatment.name} is in hand in ${colony.name} already, since ${aDay(same.startedOn)}.`)
  const alike = inHand.find((c) => chosen?.way === 'given' && c.treatment.rotation.class === chosen.rotation.class)
  if (alike && colony)
    throw Problem.conflict(
      `${alike.treatment.name} is in hand in ${colony.name} since ${aDay(alike.startedOn)}, of the same class (${chosen?.rotation.class}): two at once are more than any label allows. Call that one off first.`,
    )
}

/** A start is planned this far ahead at most, and entered this long afterwards, days. */
const MOST_DAYS = 400
function checkStart(scope: Scope, startOn: Day, today: Day): void {
  checkOpen(scope, 'startOn', startOn)
  if (startOn > addDays(today, MOST_DAYS)) throw Problem.invalid([{ path: 'startOn', sentence: 'That is too far ahead to plan.' }])
  if (startOn < addDays(today, -MOST_DAYS))
    throw Problem.invalid([{ path: 'startOn', sentence: `That is more than ${MOST_DAYS} days ago: it is no decision any more.` }])
}

/** A colony that is theirs, and stands in the yard. */
async function inYard(ask: Parameters<typeof findColony>[0], yardId: string, colonyId: string, index: number) {
  const colony = await findColony(ask, colonyId)
  if (colony.yardId !== yardId)
    throw Problem.invalid([{ path: `colonies[${index}].colonyId`, sentence: `${colony.name} does not stand in this yard.` }])
  return colony
}

/** A past course is told without a case: it is planned on what the book has of its colony. */
async function withSituations(ask: Parameters<typeof findColony>[0], row: YardRecord | undefined, given: GivenDecision): Promise<GivenDecision> {
  if (!given.past || !row || given.colonies.every((line) => line.situation !== undefined)) return given
  const { db, scope, transaction } = ask
  // One that is not in the yard is refused by what it is; the others need no question of their own.
  for (const [index, { colonyId }] of given.colonies.entries())
    if (!row.colonies.some((c) => c.id === colonyId)) await inYard(ask, given.yardId, colonyId, index)
  const settings = await settingsOf(db, scope.holdingId, transaction)
  const caseOf = (id: string) => {
    const colony = row.colonies.find((c) => c.id === id)
    return colony && situationOf(row, colony, settings)
  }
  return { ...given, colonies: given.colonies.map((line) => ({ ...line, situation: line.situation ?? caseOf(line.colonyId) })) }
}

/** True where what is sent is what was kept, colonies and situations included. */
async function isSame({ db, transaction }: Asking, found: RowOf<'decisions'>, given: GivenDecision): Promise<boolean> {
  const { treatment, startOn, yardId, note } = found
  if (treatment !== given.treatment || startOn !== given.startOn || yardId !== given.yardId || (note ?? null) !== (given.note ?? null)) return false
  const courses = await db
    .model('courses')
    .findAll({ where: { decisionId: found.id }, attributes: ['id', 'colonyId', 'decidedId', 'situation', 'answer'], transaction, raw: true })
  const kept = new Map(courses.map((course) => [course.id, course]))
  const decided = await decidedOf(db, courses, transaction)
  return (
    courses.length === given.colonies.length &&
    given.colonies.every((line, index) => {
      const course = kept.get(line.courseId)
      const parsed = parseCase(line.situation)
      return (
        course?.colonyId === line.colonyId &&
        parsed.ok &&
        sameContents(
          given.past ? decidePast(given, index).situation : { ...parsed.situation, startOn: given.startOn },
          decided.get(course.id)?.situation,
        )
      )
    })
  )
}

/**
 * Keeps a yard decision: one choice for one or many colonies, with the whole situation and answer of each, and a course
 * for each. Never changed afterwards; sending it again answers the same.
 */
export async function putDecision(keep: Keeping, scope: Scope, id: string, given: GivenDecision): Promise<{ status: 200 | 201; row: unknown }> {
  return keep.db.sequelize.transaction((transaction) => putDecisionWithin(keep, scope, id, given, transaction))
}

/** The same inside a transaction that does more. */
export async function putDecisionWithin(
  keep: Keeping,
  scope: Scope,
  id: string,
  sent: GivenDecision,
  transaction: Transaction,
): Promise<{ status: 200 | 201; row: unknown }> {
  const { db, clock } = keep
  const seq = await nextSeq(db, scope.holdingId, transaction)
  const ask = { db, scope, clock, transaction }
  const yard = await findYard(ask, sent.yardId)
  const [row] = (await readYards(db, scope, clock, yard.id, transaction)) as YardRecord[]
  const given = await withSituations(ask, row, sent)
  const found = await db.model('decisions').findByPk(id, { transaction, raw: true })
  if (found) {
    await ensureTheirs(ask, 'decisions', found)
    if (await isSame(ask, found, given)) return { status: 200, row: { id, version: 1 } }
    throw Problem.conflict('This decision is kept already and cannot be changed; make a new one.')
  }
  await checkOwnKeys(ask, 'treatment', [given.treatment])
  if (given.past) checkPast(scope, given, yard.today)
  else checkStart(scope, given.startOn, yard.today)
  const decision = { id, yardId: yard.id, treatment: given.treatment, madeOn: yard.today, startOn: given.startOn, note: given.note, version: 1 }
  await db.model('decisions').create({ ...decision, holdingId: scope.holdingId, deletedAt: null }, { transaction })
  const courses: ((ReturnType<typeof decide> | ReturnType<typeof decidePast>) & { readonly id: string; readonly colonyId: string })[] = []
  for (const [index, line] of given.colonies.entries()) {
    const colony = await inYard(ask, yard.id, line.colonyId, index)
    if (given.past) refuseTwice(row, colony.id, given)
    else refuseSecond(row, colony.id, given.treatment, given.startOn)
    courses.push({ id: line.courseId, colonyId: colony.id, ...(given.past ? decidePast(given, index) : decide(given, index)) })
  }
  const decidedId = await keepDecided(db, scope.holdingId, courses, transaction)
  const rows = courses.map(({ id: courseId, colonyId, facts, latestStart }) => ({
    id: courseId,
    holdingId: scope.holdingId,
    decisionId: id,
    colonyId,
    treatment: given.treatment,
    startOn: given.startOn,
    latestStart,
    facts,
    decidedId,
  }))
  await db.model('courses').bulkCreate(rows, { transaction })
  if (given.past)
    for (const { id: courseId, facts } of courses)
      for (const event of pastEvents(given, given.past, courseId, facts, yard.today)) await putEventWithin(keep, scope, v7(), event, transaction)
  // The courses keep what each was decided on, and never change: the history names them, and stays light to read.
  const named = courses.map(({ id: courseId, colonyId, latestStart }) => ({ id: courseId, colonyId, latestStart }))
  await writeHistory(
    db,
    { ...scope, at: clock() },
    seq,
    { kind: 'decision', rowId: id, version: 1, state: { ...decision, courses: named } },
    transaction,
  )
  return {
    status: 201,
    row: {
      ...decision,
      name: treatmentOf(given.treatment)?.name,
      courses: courses.map((c) => ({ id: c.id, colonyId: c.colonyId, latestStart: c.latestStart })),
    },
  }
}
