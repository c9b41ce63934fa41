import type { GivenDecision } from '@thistle/core/bodies'
import { answer } from '@thistle/core/course'
import { courseFacts, courseState, type YardRecord } from '@thistle/core/holding'
import { parseCase } from '@thistle/core/formats'
import { decidingOf } from '@thistle/core/match'
import type { TreatmentKey } from '@thistle/core/situation'
import { addDays, sayDay, type Day } from '@thistle/core/time'
import { treatmentOf } from '@thistle/core/treatments'
import { ensureTheirs, type Asking } from '../access/rows.ts'
import type { Scope } from '../access/scope.ts'
import type { RowOf } from '../database/index.ts'
import { Problem } from '../problems/problem.ts'
import { checkOpen, findColony, findYard } from '../records/kinds.ts'
import { nextSeq, writeHistory } from '../records/log.ts'
import { sameContents } from '../records/contents.ts'
import type { Keeping } from '../records/put.ts'
import { readYards } from '../yards/read.ts'

/** Works the answer out anew on the situation handed in, so that what is kept is the core's word and not the sender's. */
function decide(given: GivenDecision, index: number) {
  const at = `colonies[${index}].situation`
  const parsed = parseCase(given.colonies[index]?.situation)
  if (!parsed.ok) throw Problem.invalid([{ path: `${at}.${parsed.refusal.path}`, sentence: parsed.refusal.sentence }])
  const situation = { ...parsed.situation, startOn: given.startOn }
  const whole = answer(situation)
  const option = whole.options.find((o) => o.treatment === given.treatment)
  const hindrance = option && decidingOf(option)
  if (!option || option.verdict === 'wait' || option.verdict === 'ruled-out') {
    throw Problem.invalid([{ path: 'startOn', sentence: `It does not fit on ${sayDay(given.startOn)}: ${hindrance?.text ?? 'it is ruled out.'}` }])
  }
  const latestStart = option.course.find((job) => job.job === 'dose')?.latest ?? given.startOn
  return { facts: courseFacts(situation, whole.judgement, option.treatment), situation, answer: whole, latestStart }
}

/** Two devices may choose at once, each on what it knew: what is in hand already is not begun again. */
function refuseSecond(yard: YardRecord | undefined, colonyId: string, treatment: string): void {
  const colony = yard?.colonies.find((c) => c.id === colonyId)
  const states = colony && yard ? colony.courses.map((record) => courseState(record, colony, yard.today)) : []
  const chosen = treatmentOf(treatment as TreatmentKey)
  const inHand = states.filter((c) => c.treatment.way === 'given' || c.record.treatment === treatment).filter((c) => c.planned || c.running)
  const same = inHand.find((c) => c.treatment.way !== 'waiting' && c.record.treatment === treatment)
  if (same && colony) throw Problem.conflict(`${same.treatment.name} is in hand in ${colony.name} already, since ${sayDay(same.startedOn)}.`)
  const alike = inHand.find((c) => chosen?.way === 'given' && c.treatment.rotation.class === chosen.rotation.class)
  if (alike && colony)
    throw Problem.conflict(
      `${alike.treatment.name} is in hand in ${colony.name} since ${sayDay(alike.startedOn)}, of the same class (${chosen?.rotation.class}): two at once are more than any label allows. Call that one off first.`,
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

/** True where what is sent is what was kept, colonies and situations included. */
async function isSame({ db, transaction }: Asking, found: RowOf<'decisions'>, given: GivenDecision): Promise<boolean> {
  const { treatment, startOn, yardId, note } = found
  if (treatment !== given.treatment || startOn !== given.startOn || yardId !== given.yardId || (note ?? null) !== (given.note ?? null)) return false
  const courses = await db
    .model('courses')
    .findAll({ where: { decisionId: found.id }, attributes: ['id', 'colonyId', 'situation'], transaction, raw: true })
  const kept = new Map(courses.map((c) => [c.id, c]))
  return (
    courses.length === given.colonies.length &&
    given.colonies.every((line) => {
      const course = kept.get(line.courseId)
      const parsed = parseCase(line.situation)
      return course?.colonyId === line.colonyId && parsed.ok && sameContents({ ...parsed.situation, startOn: given.startOn }, course.situation)
    })
  )
}

/**
 * Keeps a yard decision: one choice for one or many colonies, with the whole situation and answer of each, and a course
 * for each. Never changed afterwards; sending it again answers the same.
 */
export async function putDecision(keep: Keeping, scope: Scope, id: string, given: GivenDecision): Promise<{ status: 200 | 201; row: unknown }> {
  const { db, clock } = keep
  return db.sequelize.transaction(async (transaction) => {
    const seq = await nextSeq(db, scope.holdingId, transaction)
    const ask = { db, scope, clock, transaction }
    const found = await db.model('decisions').findByPk(id, { transaction, raw: true })
    if (found) {
      await ensureTheirs(ask, 'decisions', found)
      if (await isSame(ask, found, given)) return { status: 200, row: { id, version: 1 } }
      throw Problem.conflict('This decision is kept already and cannot be changed; make a new one.')
    }
    const yard = await findYard(ask, given.yardId)
    checkStart(scope, given.startOn, yard.today)
    const decision = { id, yardId: yard.id, treatment: given.treatment, madeOn: yard.today, startOn: given.startOn, note: given.note, version: 1 }
    await db.model('decisions').create({ ...decision, holdingId: scope.holdingId, deletedAt: null }, { transaction })
    const [row] = (await readYards(db, scope, clock, yard.id, transaction)) as YardRecord[]
    const courses = []
    for (const [index, line] of given.colonies.entries()) {
      const colony = await findColony(ask, line.colonyId)
      if (colony.yardId !== yard.id)
        throw Problem.invalid([{ path: `colonies[${index}].colonyId`, sentence: `${colony.name} does not stand in this yard.` }])
      refuseSecond(row, colony.id, given.treatment)
      const made = decide(given, index)
      const course = { id: line.courseId, decisionId: id, colonyId: colony.id, treatment: given.treatment, startOn: given.startOn, ...made }
      await db.model('courses').create({ ...course, holdingId: scope.holdingId }, { transaction })
      courses.push(course)
    }
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
  })
}
