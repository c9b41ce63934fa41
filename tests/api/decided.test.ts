/** What a course was decided on: kept once for the courses of a decision, and said as it was, whichever way it stands and travels. */
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { answer } from '@thistle/core/course'
import { situationOf, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { packOld } from '../../server/src/courses/decided.ts'
import { SharedReader, SharedWriter, type Parts } from '../../server/src/courses/shared.ts'
import { demoId } from '../../server/src/demo/load.ts'
import { coursesIn, exported, filesOf, remade, restoring, rowsIn, withRows, type Rows } from './archives.ts'
import { id, startApi, type Api, type Client } from './harness.ts'

const asJson = (value: unknown): unknown => JSON.parse(JSON.stringify(value) ?? 'null') as unknown

describe('what is written once', () => {
  const written = (values: readonly unknown[]) => {
    const writer = new SharedWriter()
    return values.map((value) => {
      const text = writer.of(value)
      return { text: JSON.parse(text) as unknown, parts: JSON.parse(writer.parts()) as Parts, letters: text.length }
    })
  }
  it('reads as it was, row after row, as JSON has it', () => {
    const long: fc.Arbitrary<unknown> = fc.oneof(
      fc.constant({ gate: 'temperature', says: 'A high of 22 degrees on the first day by the forecast.' }),
      fc.object(),
      fc.jsonValue(),
    )
    fc.assert(
      fc.property(fc.array(fc.array(long, { maxLength: 6 }), { minLength: 1, maxLength: 5 }), (rows) => {
        // Read once and again: what one row of rows told is not the next one's.
        const reader = new SharedReader()
        for (let twice = 0; twice < 2; twice += 1)
          for (const [i, { text, parts }] of written(rows).entries()) {
            reader.take(parts)
            expect(reader.read(text)).toEqual(asJson(rows[i]))
          }
      }),
      { examples: [[[[{ a: undefined, b: [undefined, Number.NaN], $: { $: 1, $$: '' } }]]]] },
    )
  })
  it('says a second time no more than its number', () => {
    const says = { text: 'One of a hundred sentences that stand in every option of a course, over and over.' }
    const [first, second] = written([[says, says], [says]])
    expect(first?.text).toEqual([{ $: 0 }, { $: 0 }])
    expect([first?.parts, second?.parts]).toEqual([
      { from: 0, parts: [says] },
      { from: 1, parts: [] },
    ])
    expect(second?.text).toEqual([{ $: 0 }])
  })
  it('is refused where it leads nowhere, or says without end', () => {
    const reader = new SharedReader()
    expect(() => reader.read({ $: 0 })).toThrow(/part 0, which was not told/)
    expect(() => reader.take({ from: 2, parts: [] })).toThrow(/begin at 2 and should at 0/)
    // A part that leads to itself or a later one.
    expect(() => reader.take({ from: 0, parts: [[{ $: 0 }]] })).toThrow(/part 0/)
    // Thirty times doubled: a few hundred letters that say a gigabyte.
    const parts = [['x'], ...Array.from({ length: 30 }, (_, i) => [{ $: i }, { $: i }])]
    expect(() => reader.take({ from: 0, parts })).toThrow(/more than any course/)
  })
})

describe('in the database', () => {
  let api: Api
  let owner: Client
  /** Three courses of one decision beside those of the demo. */
  const three = [id(), id(), id()]
  const decision = id()
  const yardId = demoId('yard Quarry Bank')
  let choice: object
  beforeAll(async () => {
    api = await startApi()
    owner = await api.demo()
    await owner.post('/api/holding/date').send({ on: '2026-08-15' }).expect(204)
    const yard = (await owner.get(`/api/yards/${yardId}`).expect(200)).body as YardRecord
    const { settings } = (await owner.get('/api/holding')).body as { settings: SettingsRecord }
    const fitting = yard.colonies.flatMap((colony) => {
      const situation = situationOf(yard, colony, settings, '2026-08-15')
      const option = answer({ ...situation, startOn: '2026-08-15' }).options.find((o) => o.treatment === 'amitraz-strip')
      return option?.fit === 'fits' || option?.fit === 'care' ? [{ colonyId: colony.id, situation }] : []
    })
    const colonies = three.map((courseId, i) => ({ ...fitting[i], courseId }))
    choice = { yardId, treatment: 'amitraz-strip', startOn: '2026-08-15', colonies }
    await owner.put(`/api/decisions/${decision}`).send(choice).expect(201)
  })
  afterAll(() => api.close())
  const course = async (which: string) => (await owner.get(`/api/courses/${which}`).expect(200)).body as { answer: { options: unknown[] } }
  const courses = async () => new Map(coursesIn(await filesOf(await exported(owner))).map((row) => [row.id, row]))
  const rows = async <R extends object>(sql: string) => (await api.db.sequelize.query(sql))[0] as R[]

  it('it is kept in one for the courses of a decision, each said by itself, and the same again is the same', async () => {
    const kept = await rows<{ n: number; bytes: number }>(
      `SELECT count(c.id)::int AS n, octet_length(d.lines) AS bytes FROM decided d JOIN courses c ON c.decided_id = d.id GROUP BY d.id`,
    )
    expect(kept.map((k) => k.n)).toEqual([3])
    // Some 150 kB of sentences each.
    expect(kept[0]?.bytes).toBeLessThan(20_000)
    for (const which of three) expect((await course(which)).answer.options).toHaveLength(17)
    await owner.put(`/api/decisions/${decision}`).send(choice).expect(200)
    const { colonies } = structuredClone(choice) as { colonies: { situation: { colony: { supers?: unknown } } }[] }
    colonies[2]!.situation.colony = { ...colonies[2]!.situation.colony, supers: { now: 'none', offOn: null, nextOn: null } }
    await owner
      .put(`/api/decisions/${decision}`)
      .send({ ...choice, colonies })
      .expect(409)
  })

  it('it is the same whichever way it stands: as rows of before have it, or packed', async () => {
    const [plain] = await rows<{ id: string }>('SELECT id FROM courses WHERE decided_id IS NULL ORDER BY id')
    const before = await course(plain?.id ?? '')
    expect(before.answer.options.length).toBeGreaterThan(10)
    const said = await courses()
    expect(await packOld(api.db, () => true)).toBe(0)
    // The demo's own stay in the open, from which visitors' copies are made.
    expect(await packOld(api.db)).toBe(0)
    await api.db.sequelize.query('UPDATE holdings SET demo = false, lives_on = NULL WHERE demo')
    const [one, other] = await Promise.all([packOld(api.db), packOld(api.db)])
    expect(one + other).toBeGreaterThan(5)
    expect(await rows('SELECT 1 FROM courses WHERE decided_id IS NULL OR situation IS NOT NULL')).toEqual([])
    expect(await course(plain?.id ?? '')).toEqual(before)
    expect(await courses()).toEqual(said)
  })

  it('it is refused where it is missing', async () => {
    await expect(api.db.sequelize.query('UPDATE courses SET decided_id = NULL')).rejects.toThrow(/courses_know_why/)
  })

  it('a file says of a yard’s second course what its first has not said, and comes back by that alone', async () => {
    const zip = await exported(owner)
    const lines = String((await filesOf(zip)).get('records/courses.jsonl')).split('\n')
    const long = (which: string) => lines.find((l) => l.includes(`"id":"${which}"`))?.length ?? 0
    const lengths = three.map(long).sort((a, b) => b - a)
    expect(lengths[1]).toBeLessThan(lengths[0]! / 2)
    const said = await courses()
    // One of the three is lost here: it comes back, and the other two are not told twice.
    await api.db.sequelize.query(`DELETE FROM courses WHERE id = '${three[1]}'`)
    const looked = (await restoring(owner, zip).expect(200)).body as { seq: number }
    await restoring(owner, zip, looked.seq).expect(200)
    expect(await courses()).toEqual(said)
    expect(await rows('SELECT 1 FROM decided d WHERE NOT EXISTS (SELECT 1 FROM courses c WHERE c.decided_id = d.id)')).toEqual([])
    const again = await filesOf(await exported(owner))
    expect(rowsIn(again, 'courses')).toHaveLength(said.size)
    // And once more from there, where what was kept in one stands in two.
    const fresh = await startApi({ demo: false })
    const { client } = await fresh.newHolding()
    const second = await exported(owner)
    const seen = (await restoring(client, second).expect(200)).body as { seq: number }
    await restoring(client, second, seen.seq).expect(200)
    expect(new Map(coursesIn(await filesOf(await exported(client))).map((row) => [row.id, row]))).toEqual(said)
    await fresh.close()
  })

  it('a file of format 2, each line whole, says the same', async () => {
    const zip = await exported(owner)
    const said = await courses()
    const second = await remade(await withRows(zip, 'courses', () => [...said.values()]), (files) =>
      files.set('about.json', Buffer.from(String(files.get('about.json')).replace('"version": 3', '"version": 2'))),
    )
    const fresh = await startApi({ demo: false })
    const { client } = await fresh.newHolding()
    const { seq } = (await restoring(client, second).expect(200)).body as { seq: number }
    await restoring(client, second, seq).expect(200)
    const out = await filesOf(await exported(client))
    expect(new Map(coursesIn(out).map((row) => [row.id, row]))).toEqual(said)
    expect(out.get('records/courses.jsonl')?.length).toBeLessThan(JSON.stringify([...said.values()]).length)
    await fresh.close()
  })

  it('a file whose lines lead nowhere is refused with the line', async () => {
    const zip = await exported(owner)
    const refused = async (change: (all: Rows) => Rows, place: RegExp) =>
      expect((await restoring(owner, await withRows(zip, 'courses', change)).expect(400)).body.detail).toMatch(place)
    const at = (i: number, over: object) => (all: Rows) => all.map((row, n) => (n === i ? { ...row, ...over } : row))
    await refused(at(1, { answer: { judgement: { $: 100_000 } } }), /courses\.jsonl, line 2: it leads to part 100000/)
    await refused(at(0, { shared: { from: 7, parts: [] } }), /courses\.jsonl, line 1: its parts begin at 7/)
    await refused(at(0, { shared: { from: 0, parts: 'all' } }), /courses\.jsonl, line 1: shared: parts/)
    await refused(at(0, { shared: undefined, situation: undefined }), /courses\.jsonl, line 1: situation/)
  })
})
