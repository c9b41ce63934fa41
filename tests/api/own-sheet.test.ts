/** Treatments of a keeper's own at the server: kept with the settings, judged, given, never lost from under what the books name. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { situationOf, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { NO_RULE, type OwnKey, type OwnSheet } from '@thistle/core/situation'
import { addDays } from '@thistle/core/time'
import { sheetFrom } from '@thistle/core/treatments'
import { demoId } from '../../server/src/demo/load.ts'
import { exported, filesOf, restoring, rowsIn } from './archives.ts'
import { id, startApi, type Api, type Client } from './harness.ts'

let api: Api
let demo: Client
beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
})
afterAll(() => api.close())
const afresh = () => demo.post('/api/holding/fresh').expect(204)

const sheetOf = (over: Partial<OwnSheet> = {}): OwnSheet => ({
  ...sheetFrom('thymol-gel', `own-${id()}`, '2026-08-01'),
  name: 'Slow pads at the wall',
  unit: 'pad',
  doseBy: 'colony',
  amount: 2,
  smallFrames: null,
  smallAmount: null,
  rounds: 1,
  daysBetween: null,
  stayLeast: 28,
  stayMost: 35,
  ...over,
})
const settings = async (client = demo) => ((await client.get('/api/holding').expect(200)).body as { settings: SettingsRecord }).settings
async function keep(own: readonly OwnSheet[], client = demo, confirmed = own) {
  const { id: of, ...body } = await settings(client)
  const rules = { ...body.rules, ...Object.fromEntries(confirmed.map((s) => [s.key, { ...NO_RULE, authorised: 'yes', confirmedOn: '2026-08-12' }])) }
  return client.put(`/api/settings/${of}`).send({ ...body, own, rules })
}
const faults = (response: { status: number; body: unknown }) =>
  (response.body as { errors?: { path: string; sentence: string }[] }).errors?.map((e) => `${response.status} ${e.path}: ${e.sentence}`) ?? []
const yardId = demoId('yard Quarry Bank')
async function decide(key: OwnKey, name = 'Elder') {
  const yard = (await demo.get(`/api/yards/${yardId}`).expect(200)).body as YardRecord
  const colony = yard.colonies.find((c) => c.name === name)!
  const courseId = id()
  const situation = situationOf(yard, colony, await settings(), '2026-08-12')
  const body = { yardId, treatment: key, startOn: '2026-08-12', colonies: [{ colonyId: colony.id, courseId, situation }] }
  return { courseId, colonyId: colony.id, response: await demo.put(`/api/decisions/${id()}`).send(body) }
}

describe('a sheet of one’s own', () => {
  it('is kept with the settings, judged in every colony, given, and named in the register as theirs', async () => {
    await afresh()
    const sheet = sheetOf()
    expect((await keep([sheet])).status).toBe(200)
    expect((await settings()).own).toEqual([sheet])
    const verdicts = (await demo.get('/api/verdicts').expect(200)).body as { fits: Record<string, string> }[]
    expect(new Set(verdicts.map((v) => v.fits[sheet.key]))).not.toContain(undefined)

    const { courseId, response } = await decide(sheet.key)
    expect(faults(response)).toEqual([])
    expect(response.status).toBe(201)
    expect(response.body).toMatchObject({ name: 'Slow pads at the wall (own sheet)' })
    const dose = { courseId, kind: 'done', job: 'dose', n: 1, happenedOn: '2026-08-12', amount: 2 }
    await demo.put(`/api/events/${id()}`).send(dose).expect(201)
    const csv = (await demo.get('/api/book/register/csv?year=2026').expect(200)).text
    expect(csv).toMatch(/Slow pads at the wall \(own sheet\)/)
    expect(csv).toMatch(/2026-08-12,2,pad,/)
    const { situation, facts } = (await demo.get(`/api/courses/${courseId}`).expect(200)).body as {
      situation: { own: OwnSheet[] }
      facts: { own: OwnSheet }
    }
    expect(situation.own).toEqual([sheet])
    expect(facts.own).toEqual(sheet)
  })

  it('that the books, the shelf or a trial name stays; it may be offered no longer, and another may go', async () => {
    await afresh()
    const [given, idle, packed] = [sheetOf(), sheetOf({ name: 'Another' }), sheetOf({ name: 'On the shelf' })]
    await keep([given, idle, packed])
    await decide(given.key)
    await demo.put(`/api/lots/${id()}`).send({ treatment: packed.key, units: 10, countedOn: '2026-08-12' }).expect(201)
    expect(faults(await keep([packed]))).toEqual([
      '400 own: Slow pads at the wall is in your books, on the shelf or in a trial: its sheet stays. Say that it is not offered any more instead.',
    ])
    expect(faults(await keep([given]))[0]).toMatch(/^400 own: On the shelf is in your books/)
    expect((await keep([{ ...given, retired: true }, packed])).status).toBe(200)
    // A course goes on by it, and nothing new is begun.
    const yard = (await demo.get(`/api/yards/${yardId}`).expect(200)).body as YardRecord
    expect(yard.colonies.flatMap((c) => c.courses).some((c) => c.treatment === given.key)).toBe(true)
    const verdicts = (await demo.get('/api/verdicts').expect(200)).body as { fits: Record<string, string> }[]
    expect(verdicts.every((v) => v.fits[given.key] === undefined)).toBe(true)
  })

  it.each<[string, Partial<OwnSheet>, RegExp]>([
    ['contradicts itself', { stayMost: 3 }, /^400 own\[0\]\.stayMost: .*is 3 days, under the least of 28/],
    ['is called as one of the list', { name: 'Thymol gel' }, /^400 own\[0\]\.name: /],
    ['was read tomorrow', { readOn: '2026-08-13' }, /^400 own\[0\]\.readOn: This day is still to come/],
    ['has an amount below nothing', { amount: -2 }, /^400 own\[0\]\.amount: /],
    ['has a key of the list', { key: 'thymol-gel' as never }, /^400 own\[0\]\.key: /],
  ])('that %s is refused by its field, and nothing is changed', async (_, over, says) => {
    const before = await settings()
    expect(faults(await keep([...before.own!, sheetOf({ name: 'A fresh one', ...over })]))[0]?.replace(/own\[\d\]/, 'own[0]')).toMatch(says)
    expect(await settings()).toEqual(before)
  })

  it('may have been read today where the day begins before ours, and no later', async () => {
    const { client } = await api.newHolding()
    const inDays = (n: number) => addDays('2026-08-12', n)
    expect((await keep([sheetOf({ readOn: inDays(1) })], client)).status).toBe(200)
    expect(faults(await keep([sheetOf({ readOn: inDays(2) })], client))[0]).toMatch(/^400 own\[0\]\.readOn: /)
  })

  it('that nobody confirmed is refused', async () => {
    expect(faults(await keep([...(await settings()).own!, sheetOf({ name: 'A fresh one' })], demo, []))[0]).toMatch(
      /^400 own\[\d\]\.key: .*confirmed with its label in hand/,
    )
  })

  it('of nobody here cannot be given, put on the shelf or tried', async () => {
    const stranger = sheetOf()
    const { client } = await api.newHolding()
    expect((await keep([stranger], client)).status).toBe(200)
    const { response } = await decide(stranger.key)
    expect(faults(response)).toEqual(['400 treatment: There is no such sheet among the treatments of your own: make it in Rules first.'])
    const lot = await demo.put(`/api/lots/${id()}`).send({ treatment: stranger.key, units: 1, countedOn: '2026-08-12' })
    expect(faults(lot)[0]).toMatch(/^400 treatment: There is no such sheet/)
    const yard = (await demo.get(`/api/yards/${yardId}`).expect(200)).body as YardRecord
    const drawn = yard.colonies.slice(0, 4).map((c, i) => ({ colonyId: c.id, arm: i % 2, block: 1 }))
    const trial = { yardId, name: 'Try', startOn: '2026-08-12', arms: ['untreated', stranger.key], drawn, seed: 1 }
    expect(faults(await demo.put(`/api/trials/${id()}`).send(trial))[0]).toMatch(/^400 arms: There is no such sheet/)
  })

  it('goes with the export, and comes back with what was given by it', async () => {
    const owner = await api.newHolding()
    const sheet = sheetOf()
    await keep([sheet], owner.client)
    const zip = await exported(owner.client)
    expect(rowsIn(await filesOf(zip), 'settings')[0]).toMatchObject({ own: [sheet] })
    const other = await api.newHolding()
    const { seq } = (await restoring(other.client, zip).expect(200)).body as { seq: number }
    await restoring(other.client, zip, seq).expect(200)
    expect((await settings(other.client)).own).toEqual([sheet])
  })
})
