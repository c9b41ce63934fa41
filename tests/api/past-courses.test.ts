/** Courses that were given before they were entered: their own days, no gates, no alarms; and none of them twice. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { parseCase } from '@thistle/core/formats'
import { colonyState, situationOf, type ColonyRecord, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { demoId } from '../../server/src/demo/load.ts'
import { id, startApi, type Api, type Client } from './harness.ts'

let api: Api
let demo: Client
const yardId = demoId('yard Quarry Bank')
beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
})
afterAll(() => api.close())

async function read(name: string): Promise<{ yard: YardRecord; colony: ColonyRecord; settings: SettingsRecord }> {
  const yard = (await demo.get(`/api/yards/${yardId}`).expect(200)).body as YardRecord
  const { settings } = (await demo.get('/api/holding')).body as { settings: SettingsRecord }
  return { yard, colony: yard.colonies.find((c) => c.name === name)!, settings }
}
async function given(name: string, treatment: string, startOn: string, past: object, decisionId = id(), courseId = id()) {
  const { yard, colony, settings } = await read(name)
  const colonies = [{ colonyId: colony.id, courseId, situation: situationOf(yard, colony, settings) }]
  return demo.put(`/api/decisions/${decisionId}`).send({ yardId, treatment, startOn, colonies, past })
}
const stateOf = async (name: string) => {
  const { yard, colony, settings } = await read(name)
  return colonyState(yard, colony, settings)
}

describe('a course of the past', () => {
  it('is entered whole, whatever the gates would have said, and counts for turn and limits', async () => {
    const before = (await stateOf('Alder')).steps.map((s) => s.kind)
    // Formic acid in last winter's cold, before the colony stood in the book: nobody asks.
    const response = await given('Alder', 'formic-strip-7', '2026-01-05', { rounds: 1, amount: 2, endOn: '2026-01-13' })
    expect(response.status).toBe(201)
    const state = await stateOf('Alder')
    const course = state.courses.find((c) => c.record.treatment === 'formic-strip-7')!
    expect(course).toMatchObject({ given: true, running: false, planned: false, startedOn: '2026-01-05' })
    expect(course.course.jobs.find((j) => j.job === 'dose')).toMatchObject({ doneOn: '2026-01-05', amount: 2 })
    expect(state.situation.history.find((p) => p.treatment === 'formic-strip-7')).toMatchObject({ start: '2026-01-05', end: '2026-01-13' })
    // What it is kept on is a case of its day: nothing was counted after it, here or beside it.
    const { situation } = (await demo.get(`/api/courses/${course.record.id}`).expect(200)).body as { situation: unknown }
    expect(parseCase(situation)).toMatchObject({ ok: true, situation: { asOf: '2026-01-05' } })
    // No alarm comes of it.
    expect(state.steps.map((s) => s.kind)).toEqual(before)
  })
  it('that still runs has its rounds so far, and asks for what is left of it', async () => {
    expect((await given('Clover', 'amitraz-strip', '2026-07-20', { rounds: 1, amount: 4, endOn: null })).status).toBe(201)
    const state = await stateOf('Clover')
    expect(state.inHand?.record.treatment).toBe('amitraz-strip')
    expect(state.inHand?.course.inside).toBe(4)
    expect(state.steps.find((s) => s.job?.job === 'remove')).toMatchObject({ due: 'coming', earliest: '2026-08-31' })
    // A series: no round lies ahead of today.
    expect((await given('Ivy', 'oxalic-vapour', '2026-08-04', { rounds: 3, amount: 1, endOn: null })).status).toBe(201)
    const rounds = (await stateOf('Ivy')).courses.find((c) => c.record.treatment === 'oxalic-vapour')!.course.jobs.filter((j) => j.job === 'dose')
    expect(rounds.slice(0, 3).map((j) => j.doneOn)).toEqual(['2026-08-04', '2026-08-09', '2026-08-12'])
  })
  it('has the rounds it had, as far apart as they were, and is over when it was', async () => {
    expect((await given('Ivy', 'oxalic-vapour', '2026-05-01', { rounds: 6, amount: 1, endOn: '2026-05-31' })).status).toBe(201)
    expect((await given('Ivy', 'oxalic-vapour', '2026-03-01', { rounds: 2, amount: 1, endOn: '2026-03-08' })).status).toBe(201)
    const courses = (await stateOf('Ivy')).courses.filter((c) => c.record.startOn < '2026-06-01')
    const doses = (from: string) =>
      courses
        .find((c) => c.startedOn === from)!
        .course.jobs.filter((j) => j.job === 'dose')
        .map((j) => j.doneOn)
    expect(doses('2026-05-01')).toEqual(['2026-05-01', '2026-05-07', '2026-05-13', '2026-05-19', '2026-05-25', '2026-05-31'])
    expect(doses('2026-03-01')).toEqual(['2026-03-01', '2026-03-08'])
    expect(courses.map((c) => [c.running, c.course.endedOn])).toEqual(
      expect.arrayContaining([
        [false, '2026-05-31'],
        [false, '2026-03-08'],
      ]),
    )
  })
  it('is the same when it is sent again, and refused when it is entered anew', async () => {
    const [decisionId, courseId] = [id(), id()]
    const past = { rounds: 1, amount: 2, endOn: '2026-04-20' }
    expect((await given('Juniper', 'amitraz-strip', '2026-03-05', past, decisionId, courseId)).status).toBe(201)
    expect((await given('Juniper', 'amitraz-strip', '2026-03-05', past, decisionId, courseId)).status).toBe(200)
    const twice = await given('Juniper', 'amitraz-strip', '2026-03-09', past)
    expect([twice.status, String(twice.body.detail)]).toEqual([409, expect.stringMatching(/Amitraz strip is entered for Juniper already/)])
    expect((await stateOf('Juniper')).courses.filter((c) => c.record.startOn.startsWith('2026-03'))).toHaveLength(1)
  })
  it('has days that can have been', async () => {
    const fault = async (startOn: string, past: object) => (await given('Dogrose', 'thymol-gel', startOn, past)).body.errors?.[0]?.sentence as string
    expect(await fault('2026-08-13', { rounds: 1, amount: 50, endOn: null })).toMatch(/still to come/)
    expect(await fault('2026-06-01', { rounds: 1, amount: 50, endOn: '2026-05-01' })).toBe('It cannot be over before it began.')
    expect(await fault('2026-06-01', { rounds: 1, amount: 50, endOn: '2026-09-01' })).toMatch(/still to come/)
    expect(await fault('2010-06-01', { rounds: 1, amount: 50, endOn: null })).toMatch(/ten years/)
    expect(await fault('2026-06-01', { rounds: 0, amount: 50, endOn: null })).toBeTruthy()
  })
  it('bars no series of the summer where it is planned for the winter', async () => {
    const { yard, colony, settings } = await read('Hazel')
    const decide = (startOn: string, treatment: string) =>
      demo.put(`/api/decisions/${id()}`).send({
        yardId,
        treatment,
        startOn,
        colonies: [{ colonyId: colony.id, courseId: id(), situation: situationOf(yard, colony, settings, startOn) }],
      })
    expect((await decide('2026-12-05', 'oxalic-vapour')).status).toBe(201)
    const series = await decide('2026-08-19', 'oxalic-vapour')
    expect(series.status, JSON.stringify(series.body)).not.toBe(409)
  })
})

describe('many courses of the past', () => {
  const line = async (names: readonly string[], treatment: string, startOn: string, past: object) => {
    const { yard } = await read('Alder')
    const colonies = names.map((name) => ({ colonyId: yard.colonies.find((c) => c.name === name)!.id, courseId: id() }))
    return { id: id(), yardId, treatment, startOn, past, colonies }
  }
  it('are kept in one stroke without a case of their own, and one undo takes them all back', async () => {
    const before = (await stateOf('Fern')).situation.history.length
    const decisions = [
      await line(['Fern', 'Elder'], 'thymol-gel', '2026-04-20', { rounds: 2, amount: 50, endOn: '2026-05-25' }),
      await line(['Fern'], 'oxalic-dribble', '2026-01-10', { rounds: 1, amount: 40, endOn: '2026-01-10' }),
    ]
    const { body } = await demo.post('/api/past-courses').send({ decisions }).expect(200)
    const { history } = (await stateOf('Fern')).situation
    expect(history).toHaveLength(before + 2)
    expect(history.find((p) => p.treatment === 'thymol-gel')).toMatchObject({ start: '2026-04-20', end: '2026-05-25' })
    // The same again is the same, and changes nothing.
    await demo.post('/api/past-courses').send({ decisions }).expect(200)
    expect((await stateOf('Fern')).situation.history).toHaveLength(before + 2)
    await demo.post(`/api/changes/${body.stroke}/undo`).expect(204)
    expect((await stateOf('Fern')).situation.history).toHaveLength(before)
    expect((await stateOf('Elder')).situation.history.some((p) => p.treatment === 'thymol-gel' && p.start === '2026-04-20')).toBe(false)
  })
  it('are refused whole where one of them cannot be, with its place', async () => {
    const decisions = [
      await line(['Ivy'], 'thymol-gel', '2026-04-20', { rounds: 2, amount: 50, endOn: '2026-05-25' }),
      await line(['Ivy'], 'thymol-gel', '2026-04-23', { rounds: 2, amount: 50, endOn: '2026-05-25' }),
    ]
    const { body, status } = await demo.post('/api/past-courses').send({ decisions })
    expect([status, body.detail]).toEqual([409, expect.stringMatching(/^Row 2: Thymol gel is entered for Ivy already/)])
    expect((await stateOf('Ivy')).situation.history.some((p) => p.start === '2026-04-20')).toBe(false)
    const none = await demo.post('/api/past-courses').send({ decisions: [{ ...decisions[0], past: null }] })
    expect(none.status).toBe(400)
  })
})
