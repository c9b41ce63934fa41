import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { answer } from '@thistle/core/course'
import { parseCase, writeCase } from '@thistle/core/formats'
import { colonyState, situationOf, type ColonyRecord, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { demoId } from '../../server/src/demo/load.ts'
import { august, BARE, withColony } from '../cases/index.ts'
import { id, isProblem, startApi, type Api, type Client } from './harness.ts'
import { worded } from '@thistle/core/words'

let api: Api
let demo: Client
const yardId = demoId('yard Quarry Bank')

beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
})
afterAll(() => api.close())

const live = (on: string) => demo.post('/api/holding/date').send({ on }).expect(204)
async function read(name: string): Promise<{ yard: YardRecord; colony: ColonyRecord; settings: SettingsRecord }> {
  const yard = (await demo.get(`/api/yards/${yardId}`).expect(200)).body as YardRecord
  const { settings } = (await demo.get('/api/holding')).body as { settings: SettingsRecord }
  const colony = yard.colonies.find((c) => c.name === name)
  if (!colony) throw new Error(name)
  return { yard, colony, settings }
}
async function decide(name: string, treatment: string, startOn: string, over: object = {}) {
  const { yard, colony, settings } = await read(name)
  const [decisionId, courseId] = [id(), id()]
  const body = {
    yardId,
    treatment,
    startOn,
    colonies: [{ colonyId: colony.id, courseId, situation: situationOf(yard, colony, settings, startOn) }],
    ...over,
  }
  return { decisionId, courseId, body, response: await demo.put(`/api/decisions/${decisionId}`).send(body) }
}
const event = (courseId: string, job: string, happenedOn: string, more: object = {}) => ({ courseId, kind: 'done', job, n: 1, happenedOn, ...more })

describe('from a choice to the count after it', () => {
  it('keeps the choice with the whole situation and answer, and is walked to its end', async () => {
    const { decisionId, courseId, body, response } = await decide('Elder', 'amitraz-strip', '2026-08-12')
    expect(response.status).toBe(201)
    await demo.put(`/api/decisions/${decisionId}`).send(body).expect(200)

    const kept = (await demo.get(`/api/courses/${courseId}`).expect(200)).body
    const parsed = parseCase(kept.situation)
    if (!parsed.ok) throw new Error(parsed.refusal.sentence)
    expect(JSON.parse(writeCase(parsed.situation))).toEqual(kept.situation)
    expect(kept.answer).toEqual(JSON.parse(JSON.stringify(answer(parsed.situation))))

    const dose = id()
    await demo
      .put(`/api/events/${dose}`)
      .send(event(courseId, 'dose', '2026-08-12', { amount: 3 }))
      .expect(201)
    await demo
      .put(`/api/events/${dose}`)
      .send(event(courseId, 'dose', '2026-08-12', { amount: 3 }))
      .expect(200)
    await demo
      .put(`/api/events/${dose}`)
      .send(event(courseId, 'dose', '2026-08-11', { amount: 3 }))
      .expect(409)

    await live('2026-09-28')
    await demo
      .put(`/api/events/${id()}`)
      .send(event(courseId, 'remove', '2026-09-25', { amount: 3 }))
      .expect(201)
    await live('2026-10-06')
    const { colony } = await read('Elder')
    await demo
      .put(`/api/counts/${id()}`)
      .send({ colonyId: colony.id, courseId, onDay: '2026-10-05', method: 'wash', samples: [{ mites: 1, bees: 300 }] })
      .expect(201)

    const after = await read('Elder')
    const state = colonyState(after.yard, after.colony, after.settings)
    const course = state.courses.find((c) => c.record.id === courseId)
    expect(course?.course.supersOn).toBe('2026-10-09')
    // 13 of 295 before, 1 of 300 after: nine tenths and more, and no proof that it is all it should be.
    expect(course!.outcome!.efficacy!.estimate).toBeGreaterThan(0.85)
    expect(course!.outcome!.efficacy!.estimate).toBeLessThan(0.98)
    expect(course!.outcome).toMatchObject({ verdict: 'unclear' })
    expect(course!.outcome!.text).toMatch(/about what it should, as far as two jars can tell/)
    expect(state.situation.history.at(-1)).toMatchObject({ treatment: 'amitraz-strip', start: '2026-08-12', end: '2026-09-25' })
    await live('2026-08-12')
  })

  it('refuses to begin what another device has begun already', async () => {
    const first = await decide('Juniper', 'amitraz-strip', '2026-08-12')
    expect(first.response.status).toBe(201)
    const second = await demo.put(`/api/decisions/${id()}`).send({ ...first.body, colonies: [{ ...first.body.colonies[0], courseId: id() }] })
    expect(second.status).toBe(409)
    expect(second.body.detail).toBe('Amitraz strip is in hand in Juniper already, since Wed 12 Aug.')
  })

  it('takes the same treatment again once the first course is over, and not before', async () => {
    const strips = demoId(`course ${demoId('colony Bramble')} 2026-06-15`)
    const again = async () => (await decide('Bramble', 'amitraz-strip', '2026-08-12')).response
    expect((await again()).body.detail).toMatch(/Amitraz strip is (in hand|still running)/)
    await demo
      .put(`/api/events/${id()}`)
      .send(event(strips, 'remove', '2026-08-12', { amount: 2 }))
      .expect(201)
    const second = await again()
    expect(second.body.detail).toBeUndefined()
    expect(second.status).toBe(201)
  })
  it('refuses a second course of one class beside the first', async () => {
    const { response } = await decide('Fern', 'formic-strip-7', '2026-08-12')
    expect(response.status).toBe(409)
    expect(response.body.detail).toMatch(/Formic acid strip, 14 days is in hand in Fern since Mon 3 Aug, of the same class \(formic acid\)/)
  })

  it('refuses a start on a day that does not fit, saying why', async () => {
    const { response } = await decide('Hazel', 'formic-strip-14', '2026-08-13')
    expect(response.status).toBe(400)
    expect(isProblem(response)).toBe(true)
    expect(response.body.errors[0]).toMatchObject({ path: 'startOn', sentence: expect.stringMatching(/does not fit on Thu 13 Aug: /) })
  })

  it('refuses a colony of another yard, a broken situation, an unknown treatment', async () => {
    const { body } = await decide('Clover', 'wait-and-recount', '2026-08-12')
    const elsewhere = await demo.put(`/api/decisions/${id()}`).send({ ...body, yardId: demoId('yard Mill Orchard') })
    expect(elsewhere.body.errors[0].path).toBe('colonies[0].colonyId')
    const broken = await demo.put(`/api/decisions/${id()}`).send({ ...body, colonies: [{ ...body.colonies[0], situation: { ...BARE, bees: 1 } }] })
    expect(broken.body.errors[0].path).toBe('colonies[0].situation.bees')
    const unknown = await demo.put(`/api/decisions/${id()}`).send({ ...body, treatment: 'sugar-dust' })
    expect(unknown.body.errors[0].path).toBe('treatment')
    const none = await demo.put(`/api/decisions/${id()}`).send({ ...body, colonies: [] })
    expect(none.body.errors[0].path).toBe('colonies')
  })

  it('keeps all of a decision or none of it', async () => {
    const { body } = await decide('Alder', 'wait-and-recount', '2026-08-12')
    const decisionId = id()
    const courseId = id()
    const second = { ...body.colonies[0]!, colonyId: demoId('colony Juniper'), courseId: id(), situation: { ...BARE, bees: 1 } }
    await demo
      .put(`/api/decisions/${decisionId}`)
      .send({ ...body, colonies: [{ ...body.colonies[0], courseId }, second] })
      .expect(400)
    await demo.get(`/api/courses/${courseId}`).expect(404)
    expect(await api.db.model('decisions').findByPk(decisionId)).toBeNull()
  })
})

describe('what was done', () => {
  it('is asked in order, on days that have been, and corrected by a later entry', async () => {
    const fern = demoId(`course ${demoId('colony Fern')} 2026-08-03`)
    const to = (body: object) => demo.put(`/api/events/${id()}`).send(body)
    expect((await to(event(fern, 'put-back', '2026-08-30'))).body.errors[0].path).toBe('happenedOn')
    expect((await to(event(fern, 'put-back', '2026-08-01'))).body.errors[0].sentence).toMatch(/before the first dose/)
    expect((await to(event(fern, 'dose', '2026-08-03', { amount: 2 }))).status).toBe(409)
    expect((await to({ ...event(fern, 'dose', '2026-08-03'), job: null })).body.errors[0].path).toBe('job')
    expect((await to(event(fern, 'dance', '2026-08-03'))).body.errors[0].path).toBe('job')
    expect((await to(event(fern, 'dose', '2026-08-03', { amount: -1 }))).body.errors[0].path).toBe('amount')

    const first = demoId(`event ${fern} dose 1`)
    await to(event(fern, 'dose', '2026-08-04', { amount: 2, supersedes: first })).expect(201)
    expect((await to(event(fern, 'dose', '2026-08-05', { amount: 2, supersedes: first }))).status).toBe(409)
    const { yard, colony, settings } = await read('Fern')
    expect(colonyState(yard, colony, settings).courses[0]?.startedOn).toBe('2026-08-04')
    expect((await to(event(fern, 'check', '2026-08-05', { supersedes: id() }))).status).toBe(404)
  })

  it('wants the first dose before what follows it, and nothing after a course is called off', async () => {
    const { courseId, response } = await decide('Alder', 'amitraz-strip', '2026-08-12')
    expect(response.status).toBe(201)
    const to = (body: object) => demo.put(`/api/events/${id()}`).send(body)
    expect((await to(event(courseId, 'remove', '2026-08-12', { amount: 2 }))).body.errors[0].sentence).toMatch(/first dose/)
    expect((await to(event(courseId, 'dose', '2026-08-12', { n: 2 }))).body.errors[0].sentence).toMatch(/first dose/)
    const off = id()
    await demo.put(`/api/events/${off}`).send({ courseId, kind: 'cancelled', happenedOn: '2026-08-12' }).expect(201)
    expect((await to(event(courseId, 'dose', '2026-08-12', { amount: 2 }))).status).toBe(409)
    await demo.put(`/api/events/${id()}`).send({ courseId, kind: 'taken-back', happenedOn: '2026-08-12', supersedes: off }).expect(201)
    await to(event(courseId, 'dose', '2026-08-12', { amount: 2 })).expect(201)
  })
})

describe('POST /api/match', () => {
  it('answers as the core does', async () => {
    for (const value of [BARE, august()]) {
      const parsed = parseCase(value)
      const { body } = await demo.post('/api/match').send(value).expect(200)
      expect(body).toEqual(JSON.parse(JSON.stringify(parsed.ok ? worded(answer(parsed.situation)) : null)))
    }
  })
  it('refuses what the command line refuses, with its path', async () => {
    const response = await demo.post('/api/match').send({ ...BARE, colony: { broodBoxes: 1, colour: 'blue' } })
    expect(response.status).toBe(400)
    expect(isProblem(response)).toBe(true)
    expect(response.body.errors[0].path).toBe('colony.colour')
    await demo
      .post('/api/match')
      .send({ ...BARE, rules: { brimstone: {} } })
      .expect(400)
  })
  it.each([
    [{ ...BARE, rules: { 'sugar-dust': {} } }, 'rules.sugar-dust'],
    [{ ...BARE, rules: { 'amitraz-strip': { waitDays: -1 } } }, 'rules.amitraz-strip.waitDays'],
    [{ ...BARE, rules: { 'amitraz-strip': { confirmedOn: '2026-02-30' } } }, 'rules.amitraz-strip.confirmedOn'],
    [{ ...BARE, yardHistory: [{ treatment: 'amitraz-strip', start: '2026-05-01', end: '2026-04-01' }] }, 'yardHistory[0]'],
    [{ ...BARE, keeper: { priority: 'loudest' } }, 'keeper.priority'],
    [{ ...BARE, keeper: { noLiquidAcids: 'yes' } }, 'keeper.noLiquidAcids'],
    [
      {
        ...BARE,
        weather: [
          { date: '2026-08-12', high: 20 },
          { date: '2026-08-12', high: 21 },
        ],
      },
      'weather[1]',
    ],
    [{ ...BARE, weather: [{ date: '2026-08-12', high: 20, low: 25 }] }, 'weather[0]'],
    [{ ...BARE, weather: [{ date: '2026-08-12', high: 99 }] }, 'weather[0].high'],
    [{ ...BARE, colony: { broodBoxes: 0 } }, 'colony.broodBoxes'],
  ])('names the fault of %j at %s', async (value, path) => {
    const { body } = await demo.post('/api/match').send(value).expect(400)
    expect(body.errors[0].path).toBe(path)
    expect(body.errors[0].sentence).toMatch(/\S/)
  })
  it('points out what cannot be so, and answers all the same', async () => {
    const odd = withColony({ brood: 'none', clustered: true })
    const { body } = await demo.post('/api/match').send(odd).expect(200)
    expect(body.contradictions.map((c: { path: string }) => c.path)).toEqual(['colony.framesOfBrood', 'colony.clustered'])
  })
})

describe('GET /api/verdicts', () => {
  it('says of every colony of the holding what matching it says', async () => {
    await live('2026-08-12')
    const rows = (await demo.get('/api/verdicts').expect(200)).body as { colonyId: string; level: string; fits: Record<string, string> }[]
    const yards = (await demo.get('/api/yards')).body as YardRecord[]
    expect(rows).toHaveLength(yards.reduce((sum, y) => sum + y.colonies.length, 0))
    const { yard, colony, settings } = await read('Elder')
    const found = answer(situationOf(yard, colony, settings))
    expect(rows.find((r) => r.colonyId === colony.id)).toMatchObject({
      level: found.judgement.level,
      fits: Object.fromEntries(found.options.map((o) => [o.treatment, o.allowed.rules === 'no' ? 'ruled-out' : o.fit])),
    })
  })
})

describe('the list a keeper keeps', () => {
  it('keeps every word of a line, and refuses what cannot be, with its path', async () => {
    const { settings } = (await demo.get('/api/holding')).body as { settings: SettingsRecord }
    const { id: settingsId, ...body } = settings
    const line = { authorised: 'yes', withSupers: false, gramsPerBox: null, mostCourses: 1, mostDays: null, rounds: 5, daysBetween: 6, waitDays: 21 }
    const words = { ...line, prescription: true, note: 'ask at the depot', confirmedOn: '2026-08-01', starter: null }
    const rules = { ...settings.rules, 'thymol-gel': words }
    await demo
      .put(`/api/settings/${settingsId}`)
      .send({ ...body, rules, noLiquidAcids: true, priority: 'clean-wax' })
      .expect(200)
    const kept = ((await demo.get('/api/holding')).body as { settings: SettingsRecord }).settings
    expect(kept.rules['thymol-gel']).toEqual(words)
    expect(kept).toMatchObject({ noLiquidAcids: true, priority: 'clean-wax' })
    for (const [wrong, path] of [
      [{ rules: { brimstone: line } }, 'rules.brimstone'],
      [{ rules: { 'thymol-gel': { ...line, waitDays: 999 } } }, 'rules.thymol-gel.waitDays'],
      [{ rules: { 'thymol-gel': { ...line, note: 'x'.repeat(501) } } }, 'rules.thymol-gel.note'],
      [{ priority: 'loudest' }, 'priority'],
    ] as const) {
      const refused = await demo.put(`/api/settings/${settingsId}`).send({ ...body, version: kept.version, ...wrong })
      expect(refused.status).toBe(400)
      expect(refused.body.errors[0].path).toBe(path)
    }
    await demo.post('/api/holding/fresh').expect(204)
  })
})

describe('a decision for a yard', () => {
  it('is one for all its colonies, or none where one of them does not fit', async () => {
    await live('2026-08-15')
    const lines = await Promise.all(['Elder', 'Hazel'].map(read))
    const colonies = lines.map(({ yard, colony, settings }) => ({
      colonyId: colony.id,
      courseId: id(),
      situation: situationOf(yard, colony, settings, '2026-08-15'),
    }))
    const whole = { yardId, treatment: 'amitraz-strip', startOn: '2026-08-15', note: 'Whole yard; not in Alder.', colonies }
    const bad = structuredClone(whole) as unknown as { colonies: { courseId: string; situation: Record<string, unknown> }[] }
    bad.colonies[1]!.situation = { ...bad.colonies[1]!.situation, supers: { now: 'for-people', offOn: null, nextOn: null } }
    const refused = await demo.put(`/api/decisions/${id()}`).send(bad)
    expect(refused.status).toBe(400)
    await demo.get(`/api/courses/${colonies[0]!.courseId}`).expect(404)
    const { body } = await demo.put(`/api/decisions/${id()}`).send(whole).expect(201)
    expect(body.courses.map((c: { colonyId: string }) => c.colonyId)).toEqual(colonies.map((c) => c.colonyId))
    // What it was decided on stands with each course; the history names the courses, and stays light.
    const kept = (await demo.get(`/api/courses/${colonies[1]!.courseId}`).expect(200)).body
    expect(kept.answer.options).toHaveLength(17)
    const last = (await demo.get('/api/changes/last').expect(200)).body as { kind: string; state: { courses: unknown[] } }[]
    const entry = last.find((e) => e.kind === 'decision')
    expect(entry?.state.courses).toHaveLength(2)
    expect(JSON.stringify(entry).length).toBeLessThan(3000)
    await demo.post('/api/holding/fresh').expect(204)
  })
})
