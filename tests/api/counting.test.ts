/** Counts of every method, boards that lie, jars of a yard, photographs, and many rows in one stroke. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { exported, filesOf, rowsIn } from './archives.ts'
import { id, isProblem, JPEG, startApi, type Api, type Client } from './harness.ts'

let api: Api
let owner: Client
const yard = id()
const [one, two] = [id(), id()]

beforeAll(async () => {
  api = await startApi({ demo: false })
  owner = (await api.newHolding('owner')).client
  await owner.put(`/api/yards/${yard}`).send({ name: 'Lane End' }).expect(201)
  for (const [i, colony] of [one, two].entries()) {
    await owner
      .put(`/api/colonies/${colony}`)
      .send({ name: `Colony ${i + 1}`, since: '2026-05-01' })
      .expect(201)
    await owner
      .post(`/api/colonies/${colony}/move`)
      .send({ placementId: id(), yardId: yard, position: i + 1, onDay: '2026-05-01' })
      .expect(200)
  }
})
afterAll(() => api.close())

const count = (over: object = {}) => ({ colonyId: one, onDay: '2026-08-10', method: 'wash', samples: [{ mites: 3, bees: 300 }], ...over })
const readYard = async () =>
  (await owner.get(`/api/yards/${yard}`).expect(200)).body as { colonies: { id: string; counts: unknown[]; board: unknown }[]; jars: unknown[] }
const colonyOf = async (colonyId: string) => (await readYard()).colonies.find((c) => c.id === colonyId)

describe('a count of every method', () => {
  it.each([
    [
      'a wash, shaken twice, bees by the cup',
      { fluid: 'soapy-water', queenSeen: true, samples: [{ mites: 9, bees: 300, shakes: [7, 2], measured: { by: 'cup', amount: 1 } }] },
    ],
    [
      'two jars of one colony',
      {
        samples: [
          { mites: 3, bees: 300 },
          { mites: 5, bees: 280 },
        ],
      },
    ],
    ['a roll with its recovery and a short wait', { method: 'sugar', recovery: 0.9, waited: 34, flags: ['clumped-sugar'], representative: false }],
    ['a board in squares', { method: 'board', samples: [{ mites: 6, days: 3, squares: { counted: 3, of: 24, mites: [1, 2, 3] } }] }],
    ['drone brood', { method: 'drone', samples: [{ mites: 7, bees: 120 }] }],
  ])('is kept whole and read back: %s', async (_what, over) => {
    const countId = id()
    const { body } = await owner.put(`/api/counts/${countId}`).send(count(over)).expect(201)
    expect(body).toMatchObject(over)
    expect((await colonyOf(one))?.counts).toContainEqual(
      expect.objectContaining({ id: countId, ...(over as { flags?: string[] }), samples: body.samples }),
    )
    // Sending it again does no harm.
    await owner.put(`/api/counts/${countId}`).send(count(over)).expect(200)
  })
  it.each([
    ['a board of no days', { method: 'board', samples: [{ mites: 6, days: 0 }] }, 'samples[0].days'],
    ['a board of 31 days', { method: 'board', samples: [{ mites: 6, days: 31 }] }, 'samples[0].days'],
    ['no square counted', { method: 'board', samples: [{ mites: 0, days: 3, squares: { counted: 0, of: 24, mites: [] } }] }, 'samples[0].squares'],
    [
      'squares that do not add up',
      { method: 'board', samples: [{ mites: 5, days: 3, squares: { counted: 2, of: 24, mites: [1, 1] } }] },
      'samples[0].squares',
    ],
    ['shakes that do not add up', { samples: [{ mites: 9, bees: 300, shakes: [7, 3] }] }, 'samples[0].shakes'],
    ['more cells infested than opened', { method: 'drone', samples: [{ mites: 7, bees: 5 }] }, 'samples[0].mites'],
    ['a roll with no bees', { method: 'sugar', samples: [{ mites: 7 }] }, 'samples[0].bees'],
    [
      'the second jar wrong',
      {
        samples: [
          { mites: 3, bees: 300 },
          { mites: 301, bees: 300 },
        ],
      },
      'samples[1].mites',
    ],
    ['a fluid for a roll', { method: 'sugar', fluid: 'alcohol' }, 'fluid'],
    ['a wait for a wash', { waited: 60 }, 'waited'],
    ['a flag nobody knows', { flags: ['windy'] }, 'flags[0]'],
    ['marks outside the picture', { photo: { photoId: id(), width: 10, height: 10, marks: [{ x: 1.2, y: 0.5 }] } }, 'photo.marks[0].x'],
    ['a photograph that was not sent', { photo: { photoId: id(), width: 10, height: 10, marks: [] } }, 'photo.photoId'],
  ])('is refused with its path and a sentence: %s', async (_what, over, path) => {
    const response = await owner.put(`/api/counts/${id()}`).send(count(over)).expect(400)
    expect(isProblem(response)).toBe(true)
    expect(response.body.errors[0].path).toBe(path)
  })
})

describe('a board', () => {
  it('lies under one colony once, shows in its row, and is read in one stroke with its count', async () => {
    const board = id()
    await owner.put(`/api/boards/${board}`).send({ colonyId: two, laidOn: '2026-08-09' }).expect(201)
    const twice = await owner.put(`/api/boards/${id()}`).send({ colonyId: two, laidOn: '2026-08-10' }).expect(409)
    expect(twice.body.detail).toMatch(/lies under this colony already/)
    expect((await colonyOf(two))?.board).toMatchObject({ id: board, laidOn: '2026-08-09' })
    const rows = {
      counts: [{ id: id(), ...count({ colonyId: two, onDay: '2026-08-12', method: 'board', samples: [{ mites: 18, days: 3 }] }) }],
      boards: [{ id: board, version: 1, colonyId: two, laidOn: '2026-08-09', takenOn: '2026-08-12' }],
    }
    await owner.post('/api/records').send(rows).expect(200)
    const after = await colonyOf(two)
    expect(after?.board).toBeNull()
    expect(after?.counts).toHaveLength(1)
    // One undo takes both back: the board lies again, the count is gone.
    const { body } = await owner.get('/api/changes/last').expect(200)
    await owner.post(`/api/changes/${body[0].seq}/undo`).expect(204)
    const undone = await colonyOf(two)
    expect(undone?.board).toMatchObject({ id: board })
    expect(undone?.counts).toHaveLength(0)
  })
  it('is not laid tomorrow, nor taken out before it was laid', async () => {
    expect((await owner.put(`/api/boards/${id()}`).send({ colonyId: one, laidOn: '2026-08-13' }).expect(400)).body.errors[0].path).toBe('laidOn')
    const early = { colonyId: one, laidOn: '2026-08-10', takenOn: '2026-08-09' }
    expect((await owner.put(`/api/boards/${id()}`).send(early).expect(400)).body.errors[0].path).toBe('takenOn')
  })
})

describe('a jar of the whole yard', () => {
  it('is kept with the colonies it came from, and shown with the yard', async () => {
    const jar = id()
    await owner
      .put(`/api/jars/${jar}`)
      .send({ yardId: yard, onDay: '2026-08-11', method: 'wash', mites: 5, bees: 300, colonies: [one, two] })
      .expect(201)
    expect((await readYard()).jars).toMatchObject([{ id: jar, mites: 5, bees: 300, colonies: [one, two] }])
    await owner.delete(`/api/jars/${jar}?version=1`).expect(200)
    expect((await readYard()).jars).toEqual([])
  })
  it.each([
    [{ mites: 301 }, 'mites'],
    [{ bees: 0 }, 'bees'],
    [{ onDay: '2026-08-13' }, 'onDay'],
    [{ method: 'board' }, 'method'],
  ])('is refused with %j', async (over, path) => {
    const body = { yardId: yard, onDay: '2026-08-11', method: 'wash', mites: 5, bees: 300, ...over }
    expect((await owner.put(`/api/jars/${id()}`).send(body).expect(400)).body.errors[0].path).toBe(path)
  })
})

describe('a photograph', () => {
  it('is taken away for good; its count stays, without it and its marks', async () => {
    const [photo, countId] = [id(), id()]
    await owner.put(`/api/photos/${photo}?colonyId=${one}`).type('image/jpeg').send(JPEG).expect(201)
    const made = count({ photo: { photoId: photo, width: 1, height: 1, marks: [{ x: 0.1, y: 0.2 }] } })
    const before = (await owner.put(`/api/counts/${countId}`).send(made).expect(201)).body
    await owner.delete(`/api/photos/${photo}`).expect(204)
    await owner.get(`/api/photos/${photo}`).expect(404)
    await owner.delete(`/api/photos/${photo}`).expect(404)
    const history = (await owner.get(`/api/history/${countId}`).expect(200)).body as { version: number; seq: number; state: object }[]
    expect(history.at(-1)).toMatchObject({ version: 2, state: { ...before, version: 2, photo: null } })
    // What is gone is not brought back by undoing: that would say there is a picture where there is none.
    await owner.post(`/api/changes/${history.at(-1)!.seq}/undo`).expect(400)
  })

  const put = (photo: string, bytes: Buffer | string, colony = one) =>
    owner.put(`/api/photos/${photo}?colonyId=${colony}`).type('image/jpeg').send(bytes)
  it('is kept as it was sent, twice for once, and shown again with the marks of its count', async () => {
    const photo = id()
    await put(photo, JPEG).expect(201)
    await put(photo, JPEG).expect(200)
    const back = await owner.get(`/api/photos/${photo}`).buffer(true).expect(200)
    expect(back.type).toBe('image/jpeg')
    expect(Buffer.compare(back.body as Buffer, JPEG)).toBe(0)
    const marked = { photoId: photo, width: 1, height: 1, grid: { columns: 2, rows: 2, seed: 4, chosen: [0, 3] }, marks: [{ x: 0.1, y: 0.2 }] }
    const { body } = await owner
      .put(`/api/counts/${id()}`)
      .send(count({ method: 'board', samples: [{ mites: 1, days: 3, squares: { counted: 2, of: 4, mites: [1, 0] } }], photo: marked }))
      .expect(201)
    expect(body.photo).toEqual(marked)
  })
  it('is no other kind of file, is not over 20 MB, and is nobody else’s', async () => {
    const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64')
    for (const bytes of [Buffer.from('no picture at all'), png, Buffer.alloc(0), JPEG.subarray(0, 20)]) {
      const response = await put(id(), bytes)
      expect(response.status).toBe(400)
      expect(response.body.detail).toMatch(/not a JPEG picture/)
    }
    const large = await put(id(), Buffer.alloc(21 * 1024 * 1024, 1))
    expect(large.status).toBe(413)
    expect(large.body.detail).toMatch(/over 20 MB/)
    const photo = id()
    await put(photo, JPEG).expect(201)
    const stranger = (await api.newHolding('owner')).client
    await stranger.get(`/api/photos/${photo}`).expect(404)
    await owner.put(`/api/photos/${photo}?colonyId=${two}`).type('image/jpeg').send(JPEG).expect(404)
  })
  it('goes out with the holding', async () => {
    const files = await filesOf(await exported(owner))
    const [photo] = rowsIn(files, 'photos')
    expect(files.get(`photographs/${String(photo?.id)}.jpg`)).toEqual(JPEG)
    expect(rowsIn(files, 'boards').length).toBeGreaterThan(0)
  })
})

describe('many rows in one stroke', () => {
  it('keeps all or none, and says which row is at fault', async () => {
    const before = (await colonyOf(one))?.counts.length
    const rows = {
      counts: [
        { id: id(), ...count() },
        { id: id(), ...count({ samples: [{ mites: 400, bees: 300 }] }) },
      ],
    }
    const response = await owner.post('/api/records').send(rows).expect(400)
    expect(response.body.errors[0].path).toBe('counts[1].samples[0].mites')
    expect(response.body.detail).toMatch(/^Row 2: /)
    expect((await colonyOf(one))?.counts.length).toBe(before)
  })
  it('says which row breaks a rule that only the database holds: a colony that stands already, a board that lies', async () => {
    const place = (colonyId: string) => ({ id: id(), colonyId, yardId: yard, position: 9, fromDay: '2026-06-01' })
    const fresh = id()
    const rows = { colonies: [{ id: fresh, name: 'New', since: '2026-06-01' }], placements: [place(fresh), place(two)] }
    const refused = await owner.post('/api/records').send(rows).expect(409)
    expect(refused.body).toMatchObject({ detail: 'Row 2: This colony already stands in a yard.', errors: [{ path: 'placements[1]' }] })
    expect(await colonyOf(fresh)).toBeUndefined()
    const [lying, again] = [id(), id()].map((row) => ({ id: row, colonyId: two, laidOn: '2026-08-05' }))
    const twice = await owner
      .post('/api/records')
      .send({ boards: [{ ...lying, id: id(), colonyId: one }, lying, again] })
      .expect(409)
    expect(twice.body.errors[0].path).toBe('boards[2]')
  })
  it('brings colonies with their places and counts, and sent again changes nothing', async () => {
    const [colony, placement, counted] = [id(), id(), id()]
    const rows = {
      colonies: [{ id: colony, name: 'Brought', since: '2026-06-01' }],
      placements: [{ id: placement, colonyId: colony, yardId: yard, position: 7, fromDay: '2026-06-01' }],
      counts: [{ id: counted, ...count({ colonyId: colony }) }],
    }
    const first = await owner.post('/api/records').send(rows).expect(200)
    const again = await owner.post('/api/records').send(rows).expect(200)
    expect(again.body).toEqual(first.body)
    expect(await colonyOf(colony)).toMatchObject({ name: 'Brought', counts: [{ id: counted }] })
  })
  it('takes no more than a thousand, none of them another’s, and none from a reader', async () => {
    const many = { counts: Array.from({ length: 1001 }, () => ({ id: id(), ...count() })) }
    const tooMany = await owner.post('/api/records').send(many)
    expect([400, 413]).toContain(tooMany.status)
    // A thousand of each kind are as many as there are: it is their sum that is taken.
    const half = { colonies: Array.from({ length: 600 }, () => ({ id: id(), name: 'A', since: '2026-06-01' })), counts: many.counts.slice(0, 600) }
    const sum = await owner.post('/api/records').send(half).expect(400)
    expect(sum.body.detail).toMatch(/^1200 rows are too many at once: 1000 are taken/)
    const [row] = many.counts
    const twice = await owner
      .post('/api/records')
      .send({ counts: [row, row] })
      .expect(400)
    expect(twice.body.errors).toEqual([{ path: 'counts[1].id', sentence: 'Row 2 has the id of a row before it.' }])
    const other = await api.newHolding('owner')
    await other.client
      .post('/api/records')
      .send({ counts: [{ id: id(), ...count() }] })
      .expect(404)
    const reader = (await api.newHolding('reader')).client
    await reader.post('/api/records').send({ counts: [] }).expect(403)
  })
})

describe('a keeper’s own limits and measures', () => {
  it('are kept with the settings, and refused where they are none', async () => {
    const { holdingId, client } = await api.newHolding('owner')
    const { settings } = (await client.get('/api/holding').expect(200)).body
    const { id: _id, ...body } = settings
    const own = { ...body, ownLimits: { tight: { peak: 1.5 } }, boards: 'collapse', cup: { mL: 100, bees: 260 }, sugarRecovery: 0.8 }
    await client.put(`/api/settings/${holdingId}`).send(own).expect(200)
    expect((await client.get('/api/holding')).body.settings).toMatchObject({
      ownLimits: { tight: { peak: 1.5 } },
      boards: 'collapse',
      cup: { mL: 100, bees: 260 },
      sugarRecovery: 0.8,
    })
    for (const [wrong, path] of [
      [{ ownLimits: { tight: { peak: 0 } } }, 'ownLimits.tight.peak'],
      [{ ownLimits: { tight: { noon: 1 } } }, 'ownLimits.tight.noon'],
      [{ cup: { mL: 100 } }, 'cup.bees'],
      [{ sugarRecovery: 1.4 }, 'sugarRecovery'],
    ] as const) {
      const response = await client
        .put(`/api/settings/${holdingId}`)
        .send({ ...own, version: 2, ...wrong })
        .expect(400)
      expect(response.body.errors[0].path).toBe(path)
    }
  })
})
