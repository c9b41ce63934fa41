/** Backup and restore: what goes out comes back the same, all of it or nothing, and nothing of anybody else's. */
import { readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import { Ajv2020 } from 'ajv/dist/2020.js'
import formats from 'ajv-formats'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { coursesIn, exported, filesOf, remade, restoring, rowsIn, withRows, zipOf } from './archives.ts'
import { id, JPEG, startApi, type Api, type Client } from './harness.ts'

interface Fate {
  kind: string
  inFile: number
  added: number
  changed: number
  same: number
  notTaken: number
  stay: number
}
interface Told {
  whole: boolean
  from: string
  seq: number
  fates: Fate[]
  changes: { kind: string; name: string; fields: string[] }[]
}

const addFormats = formats as unknown as (ajv: Ajv2020) => Ajv2020
let here: Api
let elsewhere: Api
/** An owner of a holding with a whole season in it, photographs too, and that holding's export. */
let owner: Client
let holding: string
let zip: Buffer

/** The demo's season as somebody's own holding: every kind of row is in it. */
beforeAll(async () => {
  ;[here, elsewhere] = await Promise.all([startApi(), startApi({ demo: false })])
  const made = await here.newHolding()
  const [rows] = await here.db.sequelize.query('SELECT id FROM holdings WHERE demo')
  holding = (rows as { id: string }[])[0]?.id ?? ''
  await here.db.sequelize.query(`UPDATE holdings SET demo = false, lives_on = NULL, name = 'Every Kind' WHERE id = '${holding}'`)
  await here.db.model('memberships').create({ keeperId: made.keeperId, holdingId: holding, role: 'owner' })
  owner = made.client
  await owner.put('/api/session/holding').send({ holdingId: holding }).expect(204)
  const [yard] = (await owner.get('/api/yards').expect(200)).body as { id: string; colonies: { id: string }[] }[]
  const colony = yard?.colonies[0]?.id ?? ''
  const photo = id()
  await owner.put(`/api/photos/${photo}?colonyId=${colony}`).type('image/jpeg').send(JPEG).expect(201)
  const marked = { photoId: photo, width: 1, height: 1, grid: null, marks: [{ x: 0.25, y: 1 / 3 }] }
  const squares = { counted: 2, of: 9, mites: [1, 0] }
  const board = { colonyId: colony, onDay: '2026-08-10', method: 'board', photo: marked, samples: [{ mites: 1, days: 2.5, squares }] }
  await owner.put(`/api/counts/${id()}`).send(board).expect(201)
  const rolled = { colonyId: colony, onDay: '2026-08-11', method: 'sugar', recovery: 0.7, samples: [{ mites: 3, bees: 150, shakes: [2, 1] }] }
  await owner
    .put(`/api/counts/${id()}`)
    .send({ ...rolled, note: 'Ümläut "quoted"\nsecond line' })
    .expect(201)
  await owner.put(`/api/boards/${id()}`).send({ colonyId: yard?.colonies[1]?.id, laidOn: '2026-08-09' }).expect(201)
  await owner
    .put(`/api/jars/${id()}`)
    .send({ yardId: yard?.id, onDay: '2026-08-01', method: 'wash', mites: 4, bees: 600, colonies: [colony] })
    .expect(201)
  await owner.put(`/api/visits/${id()}`).send({ yardId: yard?.id, day: '2026-08-20' }).expect(201)
  await owner
    .put(`/api/yards/${yard?.id}/weather`)
    .send({ days: [{ date: '2026-08-01', high: 24.5, low: 11.25 }], source: 'hand' })
    .expect(200)
  // Given in winter and entered now, in a yard that was counted since.
  const past = { yardId: yard?.id, treatment: 'formic-strip-7', startOn: '2026-01-05', past: { rounds: 1, amount: 2, endOn: '2026-01-13' } }
  await owner
    .put(`/api/decisions/${id()}`)
    .send({ ...past, colonies: [{ colonyId: yard?.colonies[2]?.id, courseId: id() }] })
    .expect(201)
  const gone = id()
  await owner.put(`/api/looks/${gone}`).send({ colonyId: colony, onDay: '2026-08-02', broodBoxes: 2, brood: 'capped' }).expect(201)
  await owner.delete(`/api/looks/${gone}?version=1`).expect(200)
  zip = await exported(owner)
})
afterAll(() => Promise.all([here.close(), elsewhere.close()]))

/** Everything in an archive but what is said of the export itself. */
async function inside(archive: Buffer, own: string): Promise<Record<string, string>> {
  const files = await filesOf(archive)
  return Object.fromEntries(
    [...files]
      .filter(([name]) => name !== 'check.json' && name !== 'about.json' && name !== 'records/people.jsonl')
      .map(([name, bytes]) => [name, name.endsWith('.jpg') ? bytes.toString('base64') : String(bytes).replaceAll(own, 'the holding')]),
  )
}
const fate = (told: Told, kind: string): Fate => told.fates.find((f) => f.kind === kind)!

describe('a holding taken out', () => {
  it('has rows of every kind, photographs as files, counts and sums inside, and no address and no password', async () => {
    const files = await filesOf(zip)
    for (const [name, bytes] of files) if (name.startsWith('records/')) expect(String(bytes).length, name).toBeGreaterThan(0)
    const check = JSON.parse(String(files.get('check.json')))
    for (const table of ['colonies', 'samples', 'history']) expect(check.files[`records/${table}.jsonl`].rows).toBe(rowsIn(files, table).length)
    // As a reader elsewhere reads it: each line by the published schema and an independent validator.
    const schema = JSON.parse(readFileSync(new URL('../../docs/holding-archive.schema.json', import.meta.url), 'utf8')) as { $defs: object }
    const ajv = addFormats(new Ajv2020({ strict: false })).addSchema(schema, 'archive')
    for (const [name, bytes] of files) {
      if (name.endsWith('.jpg')) continue
      const says = ajv.compile({ $ref: `archive#/$defs/${name.replaceAll('/', '~1')}` })
      for (const line of name.endsWith('.jsonl') ? String(bytes).trimEnd().split('\n') : [String(bytes)])
        expect(says(JSON.parse(line)), `${name}: ${JSON.stringify(says.errors)} ${line}`).toBe(true)
    }
    const [photo] = rowsIn(files, 'photos')
    expect(files.get(`photographs/${String(photo?.id)}.jpg`)).toEqual(JPEG)
    expect([...files.values()].join('')).not.toMatch(/@|password/)
  })
})

describe('put back', () => {
  it('into an empty holding elsewhere it is the same holding: taken out again, the same to the last digit', async () => {
    const { client, holdingId } = await elsewhere.newHolding()
    const looked = (await restoring(client, zip).expect(200)).body as Told
    expect(looked).toMatchObject({ whole: true, from: 'Every Kind', changes: [] })
    for (const f of looked.fates.filter((x) => x.kind !== 'settings')) expect(f, f.kind).toMatchObject({ added: f.inFile, changed: 0, stay: 0 })
    expect(fate(looked, 'colonies').inFile).toBeGreaterThan(20)
    // Looking through leaves nothing behind.
    expect((await client.get('/api/yards').expect(200)).body).toEqual([])
    expect(await elsewhere.db.model('photos').count()).toBe(0)

    const done = (await restoring(client, zip, looked.seq).expect(200)).body as Told
    expect(done.fates).toEqual(looked.fates)
    const again = await exported(client)
    const [was, is] = [await inside(zip, holding), await inside(again, holdingId)]
    expect(Object.keys(is)).toEqual(Object.keys(was))
    for (const name of Object.keys(was)) {
      const [lines, then] = [is[name]!.split('\n'), was[name]!.split('\n')]
      const differs = then.findIndex((line, i) => line !== lines[i])
      expect(lines[differs], name).toBe(then[differs])
      expect(lines, name).toHaveLength(then.length)
    }
    expect((await client.get('/api/holding')).body.holding.name).toBe('Every Kind')
    // Who wrote what is still said by name, and nobody can sign in by it.
    const names = (files: Map<string, Buffer>) => rowsIn(files, 'people').map((p) => p.name)
    expect(names(await filesOf(again))).toEqual(expect.arrayContaining(names(await filesOf(zip))))
    // The next change has the next number, and what is open can be worked on.
    const { seq } = JSON.parse(String((await filesOf(zip)).get('about.json'))) as { seq: number }
    await client.put(`/api/yards/${id()}`).send({ name: 'After' }).expect(201)
    expect((await client.get('/api/changes/last?limit=1')).body[0].seq).toBe(seq + 1)
    const yards = (await client.get('/api/yards').expect(200)).body as { colonies: unknown[] }[]
    expect(yards.reduce((n, y) => n + y.colonies.length, 0)).toBeGreaterThan(20)

    // Once more into the same: nothing to do but the yard that was made since, which stays.
    const twice = (await restoring(client, zip).expect(200)).body as Told
    for (const f of twice.fates) expect(f, f.kind).toMatchObject({ added: 0, changed: 0, same: f.inFile, stay: f.kind === 'yards' ? 1 : 0 })
  })

  it('with a past course of an earlier release, which knew of its neighbours what was counted after it', async () => {
    const yardCounts = [{ date: '2031-08-12', method: 'wash', mites: 3, bees: 300 }]
    const late = coursesIn(await filesOf(zip)).map((row) => ({ ...row, situation: { ...(row.situation as object), yardCounts } }))
    const { body } = await restoring(owner, await withRows(zip, 'courses', () => late)).expect(200)
    expect(fate(body as Told, 'courses')).toMatchObject({ inFile: late.length, same: late.length })
  })

  it('into the holding it comes from it mends what was spoiled, says what, and leaves what came since', async () => {
    const [yard] = (await owner.get('/api/yards')).body as {
      id: string
      version: number
      name: string
      colonies: { id: string; version: number; counts: { id: string; version: number }[] }[]
    }[]
    const counted = yard!.colonies.find((c) => c.counts.length > 0)!
    const count = counted.counts.at(-1)!
    await owner.delete(`/api/counts/${count.id}?version=${count.version}`).expect(200)
    await owner.put(`/api/yards/${yard!.id}`).send({ name: 'Spoiled', version: yard!.version }).expect(200)
    const [photo] = rowsIn(await filesOf(zip), 'photos')
    await owner.delete(`/api/photos/${String(photo?.id)}`).expect(204)
    const since = id()
    await owner.put(`/api/yards/${since}`).send({ name: 'Since' }).expect(201)
    const before = (await owner.get('/api/changes/last?limit=1')).body[0].seq as number

    const looked = (await restoring(owner, zip).expect(200)).body as Told
    expect(looked.whole).toBe(false)
    expect(fate(looked, 'yards')).toMatchObject({ added: 0, changed: 1, stay: 1 })
    expect(fate(looked, 'photos')).toMatchObject({ added: 1 })
    expect(fate(looked, 'counts')).toMatchObject({ added: 0, changed: 2 })
    const spoiled = looked.changes.find((c) => c.kind === 'yards')
    expect(spoiled).toMatchObject({ name: yard!.name })
    expect(spoiled?.fields).toContain('name')
    expect(looked.changes.filter((c) => c.kind === 'counts').flatMap((c) => c.fields)).toEqual(expect.arrayContaining(['deletedAt', 'photo']))

    await restoring(owner, zip, looked.seq).expect(200)
    const [after] = (await owner.get('/api/yards')).body as (typeof yard)[]
    expect(after).toMatchObject({ name: yard!.name, version: yard!.version + 2 })
    expect(after!.colonies.find((c) => c.id === counted.id)!.counts.map((c) => c.id)).toContain(count.id)
    await owner.get(`/api/photos/${String(photo?.id)}`).expect(200)
    await owner.get(`/api/yards/${since}`).expect(200)
    // Each change is in the history, by whoever restored, and can be undone by itself.
    const { changes } = (await owner.get(`/api/changes?since=${before}`)).body as {
      changes: { kind: string; id: string; seq: number; undoable: boolean }[]
    }
    expect(changes.map((c) => c.kind).sort()).toEqual(['count', 'count', 'yard'])
    const told = changes.find((c) => c.kind === 'yard')
    await owner.post(`/api/changes/${told?.seq}/undo`).expect(204)
    expect((await owner.get(`/api/yards/${yard!.id}`)).body.name).toBe('Spoiled')
  })

  it('leaves a colony where it stands by now', async () => {
    const { client } = await elsewhere.newHolding()
    const [one, two, colony, first] = [id(), id(), id(), id()]
    for (const yard of [one, two])
      await client
        .put(`/api/yards/${yard}`)
        .send({ name: yard.slice(-4) })
        .expect(201)
    await client.put(`/api/colonies/${colony}`).send({ name: 'C', since: '2026-05-01' }).expect(201)
    await client.post(`/api/colonies/${colony}/move`).send({ placementId: first, yardId: one, position: 1, onDay: '2026-05-01' }).expect(200)
    const old = await exported(client)
    await client.post(`/api/colonies/${colony}/move`).send({ placementId: id(), yardId: two, position: 1, onDay: '2026-07-01' }).expect(200)
    const looked = (await restoring(client, old).expect(200)).body as Told
    expect(fate(looked, 'placements')).toMatchObject({ changed: 0, notTaken: 1, stay: 1 })
    await restoring(client, old, looked.seq).expect(200)
    expect((await client.get(`/api/yards/${two}`)).body.colonies).toHaveLength(1)
  })

  it('leaves what lies in closed books as it is, and opens no book by a row', async () => {
    const { client, holdingId } = await elsewhere.newHolding()
    const [yard, colony, old, recent] = [id(), id(), id(), id()]
    await client.put(`/api/yards/${yard}`).send({ name: 'Y' }).expect(201)
    await client.put(`/api/colonies/${colony}`).send({ name: 'C', since: '2026-03-01' }).expect(201)
    await client.post(`/api/colonies/${colony}/move`).send({ placementId: id(), yardId: yard, position: 1, onDay: '2026-03-01' }).expect(200)
    const count = (onDay: string, mites: number) => ({ colonyId: colony, onDay, method: 'wash', samples: [{ mites, bees: 300 }] })
    await client.put(`/api/counts/${old}`).send(count('2026-04-30', 3)).expect(201)
    await client.put(`/api/counts/${recent}`).send(count('2026-05-01', 3)).expect(201)
    const then = await exported(client)
    for (const [row, day] of [
      [old, '2026-04-30'],
      [recent, '2026-05-01'],
    ] as const)
      await client
        .put(`/api/counts/${row}`)
        .send({ ...count(day, 9), version: 1 })
        .expect(200)
    const { settings } = (await client.get('/api/holding')).body as { settings: Record<string, unknown> }
    const { id: _id, ...body } = settings
    await client
      .put(`/api/settings/${holdingId}`)
      .send({ ...body, closedThrough: '2026-04-30' })
      .expect(200)
    const looked = (await restoring(client, then).expect(200)).body as Told
    expect(fate(looked, 'counts')).toMatchObject({ changed: 1, notTaken: 1 })
    await restoring(client, then, looked.seq).expect(200)
    const [row] = (await client.get(`/api/yards/${yard}`)).body.colonies as { counts: { id: string; samples: { mites: number }[] }[] }[]
    const mites = (which: string) => row?.counts.find((c) => c.id === which)?.samples[0]?.mites
    expect([mites(old), mites(recent)]).toEqual([9, 3])
  })

  it('is one at a time for a holding, its way onto the disk included', async () => {
    const { client } = await elsewhere.newHolding()
    const statuses = (await Promise.all(Array.from({ length: 6 }, () => client.get('/api/holding/export')))).map((r) => r.status)
    expect(new Set(statuses)).toEqual(new Set([200, 429]))
    await client.get('/api/holding/export').expect(200)
  })

  it('does nothing where something was written since it was looked through', async () => {
    const { client } = await elsewhere.newHolding()
    const mine = await exported(client)
    const { seq } = (await restoring(client, mine).expect(200)).body as Told
    await client.put(`/api/yards/${id()}`).send({ name: 'Meanwhile' }).expect(201)
    expect((await restoring(client, mine, seq).expect(409)).body.detail).toMatch(/since this was looked through/)
  })

  it('is for owners, and not for the demo', async () => {
    for (const role of ['helper', 'reader'] as const) await restoring((await elsewhere.newHolding(role)).client, zip).expect(403)
    await restoring(elsewhere.client(), zip).expect(401)
  })
})

describe('a file that is not whole, not as it was, or not ours', () => {
  let client: Client
  beforeAll(async () => ({ client } = await elsewhere.newHolding()))
  const refused = async (bytes: Buffer, place: RegExp) => {
    const { body, status } = await restoring(client, bytes)
    expect(status, String(body.detail)).toBe(400)
    expect(body.detail).toMatch(place)
  }
  /** A small export of one's own: what is wrong in it is wrong alone. */
  const small = async (): Promise<Buffer> => {
    const made = await here.newHolding()
    const yard = id()
    await made.client.put(`/api/yards/${yard}`).send({ name: 'Y' }).expect(201)
    for (const n of [1, 2, 3]) {
      const colony = id()
      await made.client
        .put(`/api/colonies/${colony}`)
        .send({ name: `C${n}`, since: '2026-05-01' })
        .expect(201)
      await made.client.post(`/api/colonies/${colony}/move`).send({ placementId: id(), yardId: yard, position: n, onDay: '2026-05-01' }).expect(200)
    }
    const [row] = (await made.client.get(`/api/yards/${yard}`)).body.colonies as { id: string }[]
    await made.client.put(`/api/photos/${id()}?colonyId=${row?.id}`).type('image/jpeg').send(JPEG).expect(201)
    return exported(made.client)
  }
  let own: Buffer
  beforeAll(async () => void (own = await small()))

  it('is refused with the place, and leaves nothing', async () => {
    await refused(zip.subarray(0, zip.length - 3000), /cut off/)
    await refused(zip.subarray(0, 100), /cut off/)
    await refused(Buffer.from('hello'), /not an export/)
    await refused(Buffer.from('{"a": 1}'), /not an export/)
    await refused(Buffer.from('{"holding": 1, "id": "'), /not the whole/)
    await refused(Buffer.alloc(0), /empty/)
    await refused(await zipOf(new Map([['letter.txt', Buffer.from('x')]])), /about\.json: it is missing/)
    const files = await filesOf(own)
    const altered = new Map(files).set('records/colonies.jsonl', Buffer.from(String(files.get('records/colonies.jsonl')).replace('C2', 'D2')))
    await refused(await zipOf(altered), /records\/colonies\.jsonl: .*altered/)
    const about = new Map(files).set('about.json', Buffer.from(String(files.get('about.json')).replace('Another', 'One more')))
    await refused(await zipOf(about), /about\.json: .*altered/)
    const less = new Map(files)
    less.delete('records/looks.jsonl')
    await refused(await zipOf(less), /records\/looks\.jsonl: it is missing/)
    await refused(await zipOf(new Map(files).set('extra.sh', Buffer.from('x'))), /extra\.sh: .*put in afterwards/)
    await refused(await remade(own, (f) => f.set('extra.sh', Buffer.from('x'))), /extra\.sh: a file of this name/)
    expect((await client.get('/api/yards')).body).toEqual([])
  })

  it('of before there were trials and a shelf is read without them, and refused where they were only taken out', async () => {
    const older = await remade(own, (files) => {
      files.delete('records/trials.jsonl')
      files.delete('records/lots.jsonl')
    })
    const { status, body } = await restoring(client, older)
    expect([status, (body as Told).fates.find((f) => f.kind === 'trials')?.inFile ?? 0]).toEqual([200, 0])
    const files = await filesOf(zip)
    files.delete('records/trials.jsonl')
    await refused(await zipOf(files), /trials\.jsonl: it is missing/)
  })

  it('is refused with file and line where a row is not as rows are', async () => {
    const second = (over: Record<string, unknown>) => (rows: Record<string, unknown>[]) => rows.map((row, i) => (i === 1 ? { ...row, ...over } : row))
    await refused(await withRows(own, 'colonies', second({ name: '' })), /colonies\.jsonl, line 2: name/)
    await refused(await withRows(own, 'colonies', second({ since: '2026-02-30' })), /colonies\.jsonl, line 2: since/)
    await refused(await withRows(own, 'colonies', second({ holdingId: id() })), /colonies\.jsonl, line 2: holdingId/)
    await refused(await withRows(own, 'colonies', second({ shared: { from: 0, parts: [] } })), /colonies\.jsonl, line 2: shared/)
    await refused(await withRows(own, 'colonies', second({ retiredOn: '2020-01-01' })), /colonies\.jsonl, line 2: .*rule/)
    await refused(await withRows(own, 'placements', second({ position: 0 })), /placements\.jsonl, line 2: position/)
    await refused(await withRows(own, 'colonies', (rows) => [...rows, rows[0]!]), /colonies\.jsonl, line 4: .*twice/)
    await refused(await withRows(own, 'history', second({ keeperId: id() })), /history\.jsonl, line 2: who wrote it/)
    await refused(await withRows(own, 'history', second({ state: { colonyId: 'none' } })), /history\.jsonl, line 2: state\.colonyId/)
    const counted = await filesOf(own)
    const check = JSON.parse(String(counted.get('check.json'))) as { files: Record<string, { rows: number }> }
    check.files['records/colonies.jsonl']!.rows += 1
    counted.set('check.json', Buffer.from(JSON.stringify(check)))
    await refused(await zipOf(counted), /colonies\.jsonl: it has 3 rows and should have 4/)
    await refused(await remade(own, (f) => f.set('records/looks.jsonl', Buffer.from('{"id":\n'))), /looks\.jsonl, line 1: this is no JSON/)
    await refused(
      await remade(own, (f) => f.set('about.json', Buffer.from(String(f.get('about.json')).replace('"version": 3', '"version": 4')))),
      /newer release/,
    )
  })

  it('is refused where a course is of no treatment that is known, or planned on what is no case, or a picture is none', async () => {
    const first = (over: Record<string, unknown>) => (rows: Record<string, unknown>[]) => rows.map((row, i) => (i === 0 ? { ...row, ...over } : row))
    await refused(await withRows(zip, 'courses', first({ treatment: 'snake-oil' })), /courses\.jsonl, line 1: treatment/)
    await refused(await withRows(zip, 'decisions', first({ treatment: 'snake-oil' })), /decisions\.jsonl, line 1: treatment/)
    await refused(
      await withRows(zip, 'courses', (rows) => rows.map((row) => ({ ...row, facts: { ...(row.facts as object), colony: {} } }))),
      /courses\.jsonl, line 1: facts/,
    )
    await refused(await withRows(zip, 'courses', first({ situation: { case: 1 } })), /courses\.jsonl, line 1: situation/)
    const picture = (bytes: Buffer) =>
      remade(own, (files) =>
        files.set(
          [...files.keys()].find((n) => n.endsWith('.jpg'))!,
          bytes,
        ),
      )
    await refused(await picture(Buffer.from('no picture')), /^photographs\/.*\.jpg: it is not the picture/)
    await refused(await picture(Buffer.alloc(20 * 1024 * 1024 + 1)), /^photographs\/.*\.jpg: it is over 20 MB/)
    await refused(await remade(own, (files) => files.set(`photographs/${id()}.jpg`, JPEG)), /no row says what this photograph is of/)
    expect((await client.get('/api/yards')).body).toEqual([])
  })

  it('never reaches what is another holding’s: no row of it is changed, leant on, or named', async () => {
    const stranger = await elsewhere.newHolding()
    const [yard, colony] = [id(), id()]
    await stranger.client.put(`/api/yards/${yard}`).send({ name: 'Theirs' }).expect(201)
    await stranger.client.put(`/api/colonies/${colony}`).send({ name: 'Secret', since: '2026-05-01' }).expect(201)
    const theirs = await exported(stranger.client)
    await refused(theirs, /records\/yards\.jsonl, line 1: this row is kept in another holding/)
    const lead = (over: Record<string, unknown>) => (rows: Record<string, unknown>[]) => rows.map((row, i) => (i === 0 ? { ...row, ...over } : row))
    await refused(await withRows(own, 'placements', lead({ yardId: yard })), /placements\.jsonl, line 1: yardId leads/)
    await refused(await withRows(own, 'placements', lead({ colonyId: colony })), /placements\.jsonl, line 1: colonyId leads/)
    await refused(await withRows(own, 'colonies', lead({ parents: [colony] })), /colonies\.jsonl, line 1: parents leads/)
    // A stranger's id in the list of people is not the stranger: neither their name now nor their account.
    const people = await withRows(own, 'people', (rows) => rows.map((p) => ({ ...p, id: stranger.keeperId, name: 'Said to be' })))
    const forged = await withRows(people, 'history', (rows) =>
      rows.map((h) => ({ ...h, keeperId: stranger.keeperId, state: { ...(h.state as object), colonyId: colony } })),
    )
    const { body } = await restoring(client, forged).expect(200)
    await restoring(client, forged, (body as Told).seq).expect(200)
    const told = (await client.get('/api/changes/last?limit=50').expect(200)).body as { by: string; colony: string | null }[]
    expect(new Set(told.map((h) => h.by))).toEqual(new Set(['Said to be']))
    expect(told.map((h) => h.colony)).not.toContain('Secret')
    expect(await elsewhere.db.model('keepers').count({ where: { id: stranger.keeperId, name: 'Somebody' } })).toBe(1)
  })
})

describe('a file of the first release', () => {
  const first = gunzipSync(readFileSync(new URL('../fixtures/holding-1.json.gz', import.meta.url)))
  const told = JSON.parse(first.toString()) as Record<string, Record<string, unknown>[]>
  let fresh: Api
  beforeAll(async () => void (fresh = await startApi({ demo: false })))
  afterAll(() => fresh.close())

  it('comes back in the fields of this one, every row of it, and goes out again the same', async () => {
    const { client, holdingId } = await fresh.newHolding()
    const looked = (await restoring(client, first).expect(200)).body as Told
    for (const kind of ['yards', 'colonies', 'placements', 'looks', 'counts', 'decisions', 'courses', 'events'])
      expect(fate(looked, kind), kind).toMatchObject({ inFile: told[kind]!.length, added: told[kind]!.length })
    await restoring(client, first, looked.seq).expect(200)
    const out = await filesOf(await exported(client))
    expect(rowsIn(out, 'history')).toHaveLength(told.history!.length)
    expect(rowsIn(out, 'samples')).toHaveLength(told.samples!.length)
    // Every field that the first release wrote is there as it wrote it.
    for (const kind of ['yards', 'colonies', 'placements', 'looks', 'counts', 'events']) {
      const rows = new Map(rowsIn(out, kind).map((row) => [row.id, row]))
      for (const was of told[kind]!) {
        const { createdAt: _made, updatedAt: _changed, savedAt: _saved, ...row } = was
        expect(rows.get(was.id), kind).toMatchObject(row)
      }
    }
    expect(rowsIn(out, 'settings')[0]).toMatchObject({ id: holdingId, school: told.settings![0]!.school, noLiquidAcids: false, ownLimits: {} })
    // What is planned on it is planned: no page of it falls over.
    const yards = (await client.get('/api/yards').expect(200)).body as { colonies: { courses: unknown[] }[] }[]
    expect(yards.flatMap((y) => y.colonies).flatMap((c) => c.courses).length).toBeGreaterThan(0)
  })

  it('is refused where a row of it is not as rows are, with the place', async () => {
    const { client } = await fresh.newHolding()
    const bad = { ...told, looks: told.looks!.map((row, i) => (i === 3 ? { ...row, broodBoxes: 99 } : row)) }
    expect((await restoring(client, Buffer.from(JSON.stringify(bad))).expect(400)).body.detail).toMatch(/^looks\[3\]: broodBoxes/)
  })
})
