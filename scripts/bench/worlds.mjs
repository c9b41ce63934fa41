/**
 * Holdings to measure by, made by the API's own bulk writes: thirty colonies of one season; sixty with ten years of counts and courses;
 * seventy yards of twenty-four. Everything in them is made up, and the same each time.
 */
import pg from 'pg'
import { v7 } from 'uuid'

/** The day on which the worlds live: the season is at its fullest. */
export const WORLD_DAY = '2026-08-12'
export const WORLDS = {
  season: { name: 'Thirty colonies, a season', yards: 3, colonies: 10, years: 1, counts: 3 },
  decade: { name: 'Sixty colonies, ten years', yards: 3, colonies: 20, years: 10, counts: 6 },
  many: { name: 'Seventy yards of twenty-four', yards: 70, colonies: 24, years: 1, counts: 4 },
}
export const PASSWORD = 'clover honey and heather'
/** Rows that are sent at once: the API takes a thousand. */
const AT_ONCE = 900
/** Courses that are sent at once. */
const COURSES_AT_ONCE = 120

/** Numbers that look drawn, the same each time (Park and Miller 1988). */
function numbers(seed) {
  let state = seed
  return (below) => {
    state = (state * 48271) % 2147483647
    return state % below
  }
}

/** Somebody who calls the API with a session of their own. */
export function keeper(base, address = null) {
  let cookie = ''
  async function call(method, path, body, headers = {}) {
    const answer = await fetch(`${base}/api${path}`, {
      method,
      headers: {
        ...(cookie && { cookie }),
        ...(address && { 'x-forwarded-for': address }),
        ...(body && { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body && { body: JSON.stringify(body) }),
    })
    const set = answer.headers.get('set-cookie')
    if (set) cookie = set.split(';')[0]
    const text = await answer.text()
    if (!answer.ok && answer.status !== 304) throw new Error(`${method} ${path}: ${answer.status} ${text.slice(0, 400)}`)
    return { status: answer.status, text, headers: answer.headers, json: () => JSON.parse(text) }
  }
  return {
    call,
    get: (path, headers) => call('GET', path, undefined, headers),
    post: (path, body) => call('POST', path, body),
    put: (path, body) => call('PUT', path, body),
    cookie: () => cookie,
  }
}

/** A keeper with a holding that lives on a day of its own, as a demo does: what is measured is the same whatever the date is. */
export async function newKeeper(base, databaseUrl, holding, email, livesOn = WORLD_DAY, address = null) {
  const who = keeper(base, address)
  await who.post('/accounts', { name: 'Wren Hollis', email, password: PASSWORD, holding })
  const { holding: mine } = (await who.get('/holding')).json()
  const db = new pg.Client({ connectionString: databaseUrl })
  await db.connect()
  await db.query('UPDATE holdings SET demo = true, lives_on = $1 WHERE id = $2', [livesOn, mine.id])
  await db.end()
  return { ...who, holdingId: mine.id, email }
}

const day = (year, month, date) => `${year}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`
/** Mites in a jar of three hundred through a season: it rises to August, and falls after what is given then. */
const EXPECTED = { 3: 1, 4: 1, 5: 2, 6: 4, 7: 7, 8: 9, 9: 4, 10: 2 }
const COUNTED = [4, 5, 6, 7, 8, 10]

/** What one colony was counted and given in its years, as the API takes it. */
function past(colonyId, { years, counts }, random) {
  const [rows, courses] = [[], []]
  for (let y = 2026 - years + 1; y <= 2026; y++) {
    const months = y === 2026 ? [5, 6, 7, 8] : COUNTED
    for (const month of months.slice(0, counts)) {
      const mites = Math.max(0, Math.round(EXPECTED[month] * (0.4 + random(13) / 10)))
      rows.push({ id: v7(), colonyId, onDay: day(y, month, 1 + random(9)), method: 'wash', samples: [{ mites, bees: 300 }] })
    }
    if (y < 2026) courses.push(['amitraz-strip', day(y, 8, 14), day(y, 9, 25), 1, 2], ['oxalic-dribble', day(y, 12, 20), day(y, 12, 20), 1, 30])
    else if (random(2) === 0) courses.push(['amitraz-strip', day(y, 7, 10 + random(20)), null, 1, 2])
  }
  return { rows, courses }
}

/** A look at a colony that is as it should be. */
export const soundLook = (colonyId, onDay, broodBoxes = 1, framesOfBees = 8, framesOfBrood = 5) => ({
  colonyId,
  onDay,
  broodBoxes,
  framesOfBees,
  framesOfBrood,
  brood: 'capped',
  queen: 'laying',
  supers: 'none',
  floor: 'solid',
  entrance: 'full',
  hive: 'frames',
})

const NORMALS = [3, 5, 9, 13, 18, 21, 23, 23, 18, 13, 7, 4].map((high, i) => ({ month: i + 1, high, low: high - 9 }))

/** Fills a keeper's holding with a world. Answers its yards' ids. */
export async function fillWorld(who, world) {
  const random = numbers(7)
  const yards = Array.from({ length: world.yards }, (_, n) => ({ id: v7(), name: `Field ${n + 1}` }))
  for (const [n, yard] of yards.entries()) {
    await who.put(`/yards/${yard.id}`, {
      name: yard.name,
      place: n,
      hemisphere: 'north',
      timeZone: 'UTC',
      normals: NORMALS,
      lastOpening: '2026-11-05',
    })
    await who.put(`/yards/${yard.id}/weather`, {
      source: 'hand',
      days: Array.from({ length: 10 }, (_, d) => ({ date: day(2026, 8, 12 + d), high: 22 + ((d + n) % 7), low: 11 + ((d + n) % 4) })),
    })
    const rows = { colonies: [], placements: [], looks: [], counts: [] }
    const courses = new Map()
    for (let k = 1; k <= world.colonies; k++) {
      const id = v7()
      const since = day(2026 - world.years + 1, 3, 1)
      rows.colonies.push({ id, name: `Hive ${k}`, since })
      rows.placements.push({ id: v7(), colonyId: id, yardId: yard.id, position: k, fromDay: since })
      const strong = 8 + random(8)
      rows.looks.push({ id: v7(), ...soundLook(id, '2026-08-05', 1 + random(2), strong, strong - 4) })
      const was = past(id, world, random)
      rows.counts.push(...was.rows)
      for (const [treatment, startOn, endOn, rounds, amount] of was.courses) {
        const key = `${treatment} ${startOn}`
        const decision = courses.get(key) ?? {
          id: v7(),
          yardId: yard.id,
          treatment,
          startOn,
          note: null,
          past: { rounds, amount, endOn },
          colonies: [],
        }
        decision.colonies.push({ colonyId: id, courseId: v7() })
        courses.set(key, decision)
      }
    }
    await who.post('/records', { colonies: rows.colonies, placements: rows.placements, looks: rows.looks })
    for (let i = 0; i < rows.counts.length; i += AT_ONCE) await who.post('/records', { counts: rows.counts.slice(i, i + AT_ONCE) })
    let [some, size] = [[], 0]
    for (const decision of courses.values()) {
      if (size + decision.colonies.length > COURSES_AT_ONCE && some.length > 0) {
        await who.post('/past-courses', { decisions: some })
        ;[some, size] = [[], 0]
      }
      some.push(decision)
      size += decision.colonies.length
    }
    if (some.length > 0) await who.post('/past-courses', { decisions: some })
  }
  return yards.map((y) => y.id)
}
