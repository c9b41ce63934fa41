/**
 * An association of an evening: keepers with a dozen colonies each, who open Today, look at a row, keep counts, decide and read their
 * calendars. Calls come by themselves at a rate (Poisson), whether the ones before are answered or not: a server that falls behind shows it.
 */
import { Agent, request } from 'node:http'
import { v7 } from 'uuid'
import { fillWorld, newKeeper, soundLook, WORLD_DAY } from './worlds.mjs'

/** What each of them keeps. */
const HOLDING = { yards: 2, colonies: 6, years: 1, counts: 3 }

/** So many keepers with their holdings and the colonies in each yard, made by the API; each as if from an address of its own. */
export async function association(base, databaseUrl, many) {
  const keepers = []
  for (let n = 0; n < many; n++) {
    const who = await newKeeper(base, databaseUrl, `Holding ${n + 1}`, `keeper-${n + 1}-${v7()}@example.test`, WORLD_DAY, `10.${n >> 8}.${n & 255}.9`)
    await fillWorld(who, HOLDING)
    const colonies = Object.fromEntries((await who.get('/yards')).json().map((y) => [y.id, y.colonies.map((c) => c.id)]))
    keepers.push({ cookie: who.cookie(), holdingId: who.holdingId, colonies })
  }
  return keepers
}

/** Draws between 0 and 1, the same each time (Park and Miller 1988). */
function draws(seed) {
  let state = seed
  return () => (state = (state * 48271) % 2147483647) / 2147483647
}

/** Asks over connections that are kept; answers status, text, ETag and milliseconds. */
export function caller(base, most = 200) {
  const agent = new Agent({ keepAlive: true, maxSockets: most })
  const { hostname, port } = new URL(base)
  const call = (method, path, { cookie, body, etag } = {}) =>
    new Promise((resolve, reject) => {
      const began = performance.now()
      const text = body === undefined ? null : JSON.stringify(body)
      const headers = {
        'accept-encoding': 'gzip',
        ...(cookie && { cookie }),
        ...(etag && { 'if-none-match': etag }),
        ...(text && { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) }),
      }
      const asked = request({ agent, hostname, port, method, path, headers, timeout: 30_000 }, (response) => {
        const parts = []
        response.on('data', (part) => parts.push(part))
        response.on('error', reject)
        response.on('end', () =>
          resolve({
            status: response.statusCode,
            raw: Buffer.concat(parts),
            etag: response.headers.etag,
            zipped: response.headers['content-encoding'] === 'gzip',
            ms: performance.now() - began,
          }),
        )
      })
      asked.on('error', reject)
      asked.on('timeout', () => asked.destroy(new Error('no answer in 30 s')))
      asked.end(text)
    })
  return { call, close: () => agent.destroy() }
}

/** What is done, how often of a hundred, in calls that follow each other as the page's do. */
const ACTIONS = [
  [
    44,
    'opens Today',
    async (ask, k) => {
      const [, list] = await Promise.all([ask('GET', '/api/holding'), ask('GET', '/api/yards')])
      k.etag = list.etag
    },
  ],
  [
    12,
    'comes back to Today',
    async (ask, k) => {
      const [, list] = await Promise.all([ask('GET', '/api/holding'), ask('GET', '/api/yards', { etag: k.etag })])
      k.etag = list.etag
    },
  ],
  [14, 'looks at a row', (ask, k) => ask('GET', `/api/yards/${k.yard()}`)],
  [
    18,
    'keeps a count',
    async (ask, k) => {
      const yard = k.yard()
      const colonyId = k.colony(yard)
      const id = v7()
      await ask('PUT', `/api/counts/${id}`, {
        body: { colonyId, onDay: WORLD_DAY, method: 'wash', samples: [{ mites: Math.floor(k.draw() * 12), bees: 300 }] },
      })
      k.kept?.push(id)
      await ask('GET', `/api/yards/${yard}`)
    },
  ],
  [
    8,
    'keeps a look',
    async (ask, k) => {
      const yard = k.yard()
      const body = soundLook(k.colony(yard), WORLD_DAY)
      await ask('PUT', `/api/looks/${v7()}`, { body })
      await ask('GET', `/api/yards/${yard}`)
    },
  ],
  [
    2,
    'decides',
    async (ask, k, { decisionFor }) => {
      const yard = k.yard()
      const [mine, row] = await Promise.all([ask('GET', '/api/holding'), ask('GET', `/api/yards/${yard}`)])
      const body = decisionFor(row.json(), mine.json().settings, v7)
      if (body) await ask('PUT', `/api/decisions/${v7()}`, { body }, [409])
      await ask('GET', `/api/yards/${yard}`)
    },
  ],
  [1, 'reads the calendar', (ask) => ask('GET', '/api/calendar.ics')],
  [1, 'reads the changes', (ask) => ask('GET', '/api/changes')],
]

const { gunzipSync } = await import('node:zlib')
const textOf = ({ raw, zipped }) => (zipped ? gunzipSync(raw) : raw).toString()
export const share = (times, p) => times.toSorted((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * p))] ?? 0

/**
 * Runs the evening: `perSecond` actions for `seconds`, after `warm` seconds that are not counted. Answers actions, requests, those that failed,
 * and milliseconds of every request. `tell` hears the figures of each minute; `through` asks otherwise than of one
 * server. The ids of counts that were kept are noted in a keeper's `kept`, where it has one.
 */
export async function runTraffic({ base, keepers, perSecond, seconds, warm = 3, deciding, seed = 11, tell = () => {}, through = caller(base) }) {
  const { call, close } = through
  const draw = draws(seed)
  const times = []
  const faults = new Map()
  let [actions, counting, under] = [0, false, 0]
  const one = (list) => list[Math.floor(draw() * list.length)]
  const hands = keepers.map((k) => ({ ...k, draw, yard: () => one(Object.keys(k.colonies)), colony: (yard) => one(k.colonies[yard]) }))
  const total = ACTIONS.reduce((sum, [n]) => sum + n, 0)
  const pick = () => {
    let left = draw() * total
    return ACTIONS.find(([n]) => (left -= n) < 0) ?? ACTIONS[0]
  }
  async function act([, name, work], k) {
    const ask = async (method, path, options = {}, alsoFine = []) => {
      const answer = await call(method, path, { cookie: k.cookie, ...options })
      if (counting) times.push(answer.ms)
      if (answer.status >= 400 && !alsoFine.includes(answer.status)) throw new Error(`${answer.status} ${textOf(answer).slice(0, 160)}`)
      return { ...answer, json: () => JSON.parse(textOf(answer)) }
    }
    under++
    try {
      await work(ask, k, deciding)
      if (counting) actions++
    } catch (fault) {
      const what = `${name}: ${fault.message}`
      faults.set(what, (faults.get(what) ?? 0) + 1)
    } finally {
      under--
    }
  }
  const began = performance.now()
  const end = began + (warm + seconds) * 1000
  let next = began
  let [minute, toldTimes] = [1, 0]
  while (performance.now() < end) {
    const now = performance.now()
    counting = now - began > warm * 1000
    while (next <= now) {
      void act(pick(), hands[Math.floor(draw() * hands.length)])
      next += (-Math.log(1 - draw()) * 1000) / perSecond
    }
    if (now - began > minute * 60_000) {
      await tell({
        minute,
        p99: share(times.slice(toldTimes), 0.99),
        requests: times.length - toldTimes,
        faults: [...faults.values()].reduce((a, b) => a + b, 0),
      })
      minute++
      toldTimes = times.length
    }
    await new Promise((resolve) => setTimeout(resolve, Math.max(1, Math.min(20, next - performance.now()))))
  }
  counting = false
  for (let waited = 0; under > 0 && waited < 300; waited++) await new Promise((resolve) => setTimeout(resolve, 100))
  close()
  return { actions, requests: times.length, times, faults }
}
