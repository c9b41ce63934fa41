/** Every route the server describes, walked with what must be refused. */
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { id, isProblem, JPEG, startApi, type Api, type Client } from './harness.ts'

let api: Api
let owner: Client
let reader: Client
/** A yard with a colony, a course and records, of somebody else. */
const foreign = {
  yard: id(),
  colony: id(),
  placement: id(),
  look: id(),
  count: id(),
  board: id(),
  jar: id(),
  visit: id(),
  photo: id(),
  invitation: id(),
  holding: '',
  keeper: '',
}

interface Operation {
  readonly method: 'get' | 'put' | 'post' | 'delete'
  readonly path: string
  readonly open: boolean
  readonly takesBody: boolean
  readonly takesJson: boolean
  readonly description: string
}
let operations: Operation[] = []

beforeAll(async () => {
  api = await startApi({ demo: false })
  operations = Object.entries(api.described.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, o]) => {
      const operation = o as typeof o & { requestBody?: unknown; description: string }
      return {
        method: method as Operation['method'],
        path,
        open: Array.isArray(operation.security) && operation.security.length === 0,
        takesBody: Boolean(operation.requestBody),
        takesJson: JSON.stringify(operation.requestBody ?? {}).includes('application/json'),
        description: operation.description,
      }
    }),
  )
  owner = (await api.newHolding('owner')).client
  reader = (await api.newHolding('reader')).client
  const other = await api.newHolding('owner')
  foreign.holding = other.holdingId
  foreign.keeper = other.keeperId
  await other.client.put(`/api/yards/${foreign.yard}`).send({ name: 'Theirs' }).expect(201)
  await other.client.put(`/api/colonies/${foreign.colony}`).send({ name: 'Theirs', since: '2026-04-01' }).expect(201)
  const stands = { placementId: foreign.placement, yardId: foreign.yard, position: 1, onDay: '2026-04-01' }
  await other.client.post(`/api/colonies/${foreign.colony}/move`).send(stands).expect(200)
  await other.client.put(`/api/looks/${foreign.look}`).send({ colonyId: foreign.colony, onDay: '2026-08-01', broodBoxes: 1 }).expect(201)
  const counted = { colonyId: foreign.colony, onDay: '2026-08-01', method: 'wash', samples: [{ mites: 3, bees: 300 }] }
  await other.client.put(`/api/counts/${foreign.count}`).send(counted).expect(201)
  await other.client.put(`/api/boards/${foreign.board}`).send({ colonyId: foreign.colony, laidOn: '2026-08-01' }).expect(201)
  await other.client
    .put(`/api/jars/${foreign.jar}`)
    .send({ yardId: foreign.yard, onDay: '2026-08-01', method: 'wash', mites: 2, bees: 300 })
    .expect(201)
  await other.client.put(`/api/visits/${foreign.visit}`).send({ yardId: foreign.yard, day: '2026-08-20' }).expect(201)
  await other.client.put(`/api/photos/${foreign.photo}?colonyId=${foreign.colony}`).type('image/jpeg').send(JPEG).expect(201)
  await other.client.put(`/api/invitations/${foreign.invitation}`).send({ forWhom: 'Someone', role: 'reader' }).expect(201)
})
afterAll(() => api.close())

/** The address of an operation, with ids that belong to somebody else. */
function foreignPath({ path }: Operation): string {
  const kind = path.split('/')[1] ?? ''
  const own: Record<string, string> = {
    yards: foreign.yard,
    colonies: foreign.colony,
    placements: foreign.placement,
    looks: foreign.look,
    counts: foreign.count,
    boards: foreign.board,
    jars: foreign.jar,
    visits: foreign.visit,
    photos: foreign.photo,
    settings: foreign.holding,
    members: foreign.keeper,
    invitations: foreign.invitation,
    history: foreign.count,
    sessions: '0'.repeat(32),
  }
  return `/api${path
    .replace('{id}', own[kind] ?? id())
    .replace('{seq}', '1')
    .replace('{day}', '2026-08-01')
    .replace('{token}', 'forged.token')}`
}
const BODIES: Record<string, object> = {
  yards: { name: 'Mine now', version: 1 },
  colonies: { name: 'Mine now', since: '2026-04-01', version: 1 },
  placements: { colonyId: foreign.colony, yardId: foreign.yard, position: 2, fromDay: '2026-04-01', version: 1 },
  looks: { colonyId: foreign.colony, onDay: '2026-08-02', broodBoxes: 2, version: 1 },
  counts: { colonyId: foreign.colony, onDay: '2026-08-02', method: 'wash', samples: [{ mites: 0, bees: 300 }], version: 1 },
  boards: { colonyId: foreign.colony, laidOn: '2026-08-02', version: 1 },
  jars: { yardId: foreign.yard, onDay: '2026-08-02', method: 'wash', mites: 0, bees: 300, version: 1 },
  visits: { yardId: foreign.yard, day: '2026-08-20', version: 1 },
  trials: {
    yardId: foreign.yard,
    name: 'Mine',
    startOn: '2026-08-20',
    arms: ['thymol-gel', 'untreated'],
    drawn: [0, 1, 0, 1].map((arm) => ({ colonyId: id(), arm, block: 1 })),
    seed: 1,
    version: 1,
  },
  lots: { treatment: 'amitraz-strip', units: 1, countedOn: '2026-08-02', version: 1 },
  settings: { school: 'tight', priority: 'gentle', organicOnly: true, kit: [], version: 1 },
  members: { role: 'reader' },
  invitations: { forWhom: 'Me', role: 'owner' },
}
const withVersion = (path: string) =>
  path.match(/\/(counts|colonies|placements|looks|boards|jars|visits|trials|lots)\//) ? `${path}?version=1` : path

describe('a walk over every route', () => {
  it('finds a good many', () => expect(operations.length).toBeGreaterThan(45))

  it('lets nobody by without a session: 401', async () => {
    for (const o of operations.filter((x) => !x.open)) {
      const response = await api.client()[o.method](foreignPath(o))
      expect(response.status, `${o.method} ${o.path}`).toBe(401)
      expect(isProblem(response), o.path).toBe(true)
    }
  })

  it('finds nothing of another holding: 404', async () => {
    const asked = operations.filter((o) => !o.open && o.path.includes('{') && !o.path.startsWith('/changes'))
    expect(asked.length).toBeGreaterThan(15)
    for (const o of asked) {
      const kind = o.path.split('/')[1] ?? ''
      const whole = o.path.split('/').length === 3
      const body = o.path.endsWith('/move')
        ? { yardId: foreign.yard, position: 1, onDay: '2026-08-01', placementId: id() }
        : o.path.endsWith('/weather')
          ? { days: [{ date: '2026-08-01', high: 20, low: 10 }] }
          : kind === 'decisions'
            ? {
                yardId: foreign.yard,
                treatment: 'oxalic-vapour',
                startOn: '2026-08-12',
                colonies: [{ colonyId: foreign.colony, courseId: id(), situation: {} }],
              }
            : kind === 'events'
              ? { courseId: id(), kind: 'done', job: 'dose', n: 1, happenedOn: '2026-08-01' }
              : whole
                ? BODIES[kind]
                : undefined
      const path = o.method === 'delete' ? withVersion(foreignPath(o)) : foreignPath(o)
      const request = owner[o.method](kind === 'photos' && o.method === 'put' ? `${path}?colonyId=${foreign.colony}` : path)
      const sent = () => (kind === 'photos' ? request.type('image/jpeg').send(JPEG) : request.send(body ?? {}))
      const response = await (o.method === 'get' || o.method === 'delete' ? request : sent())
      expect(response.status, `${o.method} ${o.path}: ${JSON.stringify(response.body)}`).toBe(404)
    }
    const untouched = await api.db.model('yards').findByPk(foreign.yard, { raw: true })
    expect(untouched).toMatchObject({ name: 'Theirs', version: 1 })
  })

  it('lets no reader write: 403', async () => {
    const writes = operations.filter((o) => /owners/i.test(o.description) && o.method !== 'get')
    expect(writes.length).toBeGreaterThan(15)
    for (const o of writes) {
      const request = reader[o.method](foreignPath(o))
      const response = await (o.method === 'delete' ? request : request.send({}))
      expect(response.status, `${o.method} ${o.path}`).toBe(403)
    }
  })

  it('takes JSON alone, of a size: 415 and 413', async () => {
    for (const o of operations.filter((x) => x.takesBody)) {
      const path = foreignPath(o)
      const text = await owner[o.method](path).type('text/plain').send('a plain text')
      expect(text.status, `${o.method} ${o.path}`).toBe(415)
      const large = await owner[o.method](path).send({ note: 'x'.repeat(1_100_000) })
      expect(large.status, `${o.method} ${o.path}`).toBe(413)
    }
  })

  it('refuses a field that is not known, with its path: 400', async () => {
    for (const o of operations.filter((x) => x.takesJson)) {
      const response = await owner[o.method](foreignPath(o)).send({ flavour: 'sweet' })
      expect(response.status, `${o.method} ${o.path}`).toBe(400)
      const paths = (response.body.errors as { path: string }[]).map((e) => e.path)
      // A case file is checked up to its first fault; a missing field comes before an unknown one.
      if (o.path !== '/match') expect(paths, `${o.method} ${o.path}`).toContain('flavour')
    }
  })
})

describe('whatever is sent', () => {
  const hostile = [
    '<script>alert(1)</script>',
    "'; DROP TABLE yards; --",
    '../../etc/passwd',
    '\u0000',
    '\ud800',
    '\u202etxt.exe',
    '${7*7}',
    '%00',
    'NaN',
  ]
  const anything = fc.oneof(
    fc.constantFrom(...hostile),
    fc.string({ maxLength: 40 }),
    fc.double(),
    fc.integer(),
    fc.boolean(),
    fc.constant(null),
    fc.array(fc.constantFrom<unknown>(1, 'x', null, {}), { maxLength: 4 }),
    fc.constant({ $gt: '' }),
    fc.constant(id()),
    fc.constant('2026-08-12'),
    fc.constant('2026-02-30'),
  )

  it('is never answered with a fault of ours', { timeout: 300_000 }, async () => {
    const taking = operations.filter((o) => o.takesBody && !/^\/(account|holdings|session|holding)/.test(o.path))
    for (const o of taking) {
      const operation = api.described.paths[o.path]?.[o.method] as unknown as {
        requestBody: { content: Record<string, { schema: { properties?: Record<string, unknown> } }> }
      }
      const fields = Object.keys(operation.requestBody.content['application/json']?.schema.properties ?? {})
      const body = fc.oneof(
        { weight: 5, arbitrary: fc.record(Object.fromEntries(fields.map((f) => [f, anything])), { requiredKeys: [] }) },
        { weight: 1, arbitrary: anything },
      )
      await fc.assert(
        fc.asyncProperty(body, async (sent) => {
          const response = await owner[o.method](foreignPath(o))
            .type('json')
            .send(JSON.stringify(sent) ?? 'null')
          expect(response.status, `${o.method} ${o.path} ${JSON.stringify(sent)}: ${JSON.stringify(response.body)}`).toBeLessThan(500)
        }),
        { numRuns: 25 },
      )
    }
  })

  it('in an address or a question is never answered with a fault of ours', async () => {
    for (const bad of ['%00', '%ff', 'a'.repeat(3000), '..%2f..', "1'--", '%F0%9F%90%9D']) {
      for (const path of [
        `/api/yards/${bad}`,
        `/api/history/${bad}`,
        `/api/changes?since=${bad}`,
        `/api/invitations/by-link/${bad}`,
        `/api/${bad}`,
      ]) {
        const response = await owner.get(path)
        expect(response.status, path).toBeGreaterThanOrEqual(400)
        expect(response.status, path).toBeLessThan(500)
      }
    }
  })

  it.each(hostile.filter((h) => !/[\u0000\ud800\u202e]/.test(h)))('is kept and given back as the text it is: %j', async (text) => {
    const yard = id()
    await owner.put(`/api/yards/${yard}`).send({ name: text.trim() }).expect(201)
    expect((await owner.get(`/api/yards/${yard}`)).body.name).toBe(text.trim())
  })

  it('that PostgreSQL cannot keep is refused in words', async () => {
    const response = await owner.put(`/api/yards/${id()}`).send({ name: 'a\u0000b' })
    expect(response.status).toBe(400)
    expect(isProblem(response)).toBe(true)
  })
})
