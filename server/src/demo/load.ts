import { createHash } from 'node:crypto'
import { answer } from '@thistle/core/course'
import {
  courseFacts,
  KIND_NAMES,
  situationOf,
  NOTHING_KNOWN,
  type ColonyRecord,
  type CountRecord,
  type CourseRecord,
  type LookRecord,
  type SettingsRecord,
  type YardRecord,
  type RecordRow,
} from '@thistle/core/holding'
import { NO_RULE } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import type { Transaction } from 'sequelize'
import { clearHolding } from '../holding/clear.ts'
import { hashPassword } from '../access/passwords.ts'
import type { Database } from '../database/index.ts'
import { DEMO_DAY, demoWeather, NORMALS } from './season.ts'
import { HOLDING, KEEPER, SPRING, TRIALS, YARDS, type DemoColony, type DemoCourse, type DemoYard } from './holding.ts'

/** The end of every id of the demo, by which a visitor's copy of it is told apart: theirs end otherwise. */
export const DEMO_TAG = '0de0de0de0de'
/** An id that is the same at every loading, in the shape of a UUID version 7. */
export function demoId(name: string): string {
  const hex = createHash('sha256').update(`thistle demo ${name}`).digest('hex')
  return `019a${hex.slice(0, 4)}-${hex.slice(4, 8)}-7${hex.slice(8, 11)}-8${hex.slice(11, 14)}-${DEMO_TAG}`
}

export const DEMO_HOLDING = demoId('holding')
export const DEMO_KEEPER = demoId('keeper')
type Row = Record<string, unknown>
/** Rows by table, in the order in which they are written. */
type Rows = Record<
  | 'settings'
  | 'yards'
  | 'jars'
  | 'colonies'
  | 'boards'
  | 'placements'
  | 'looks'
  | 'decisions'
  | 'courses'
  | 'counts'
  | 'countSamples'
  | 'events'
  | 'trials'
  | 'lots',
  Row[]
>

/** What stands on the shelf on the demo's day, as it was counted on its evening before. */
const LOTS: readonly Partial<RecordRow<'lots'>>[] = [
  {
    treatment: 'amitraz-strip',
    label: 'Strips of amitraz, ten to a pack',
    batch: 'AM-2604',
    expires: '2027-06-30',
    units: 14,
    packHolds: 10,
    price: 32,
    bought: 'the beekeepers’ store in Ossen',
    kept: 'Cellar, locked box',
  },
  {
    treatment: 'formic-strip-14',
    label: 'Formic gel strips, two to a pouch',
    batch: 'FG-118',
    expires: '2027-03-31',
    units: 8,
    packHolds: 2,
    price: 9,
    bought: 'the beekeepers’ store in Ossen',
    kept: 'Shed, high shelf',
  },
  { treatment: 'oxalic-vapour', expires: '2029-01-31', units: 250, packHolds: 250, price: 18, kept: 'Cellar, locked box' },
]

const SETTINGS: Omit<SettingsRecord, 'id'> = {
  version: 1,
  school: 'three-percent',
  priority: 'knockdown',
  organicOnly: false,
  kit: ['vaporiser', 'respirator', 'acid-gloves', 'gloves', 'eye-protection', 'scales'],
  rules: {
    'amitraz-strip': { ...NO_RULE, authorised: 'yes', withSupers: false, mostCourses: 2, confirmedOn: '2026-02-14' },
    'formic-strip-14': { ...NO_RULE, authorised: 'yes', withSupers: false, confirmedOn: '2026-02-14' },
    'oxalic-vapour': { ...NO_RULE, authorised: 'unknown', withSupers: false, gramsPerBox: 1 },
    'oxalic-dribble': { ...NO_RULE, authorised: 'yes', confirmedOn: '2026-02-14' },
    'thymol-gel': { ...NO_RULE, authorised: 'yes', confirmedOn: '2026-02-14' },
    'thymol-blend-wafer': { ...NO_RULE, authorised: 'yes', confirmedOn: '2026-02-14', prescription: true },
    'formic-liquid': { ...NO_RULE, authorised: 'no', confirmedOn: '2026-02-14' },
    'oxalic-strip': { ...NO_RULE, authorised: 'no', confirmedOn: '2026-02-14' },
    'hop-strip': { ...NO_RULE, authorised: 'no', confirmedOn: '2026-02-14' },
    'fluvalinate-strip': { ...NO_RULE, authorised: 'no', confirmedOn: '2026-02-14' },
    'flumethrin-strip': { ...NO_RULE, authorised: 'no', confirmedOn: '2026-02-14' },
  },
  stock: {},
  ownLimits: {},
  boards: null,
  cup: null,
  sugarRecovery: null,
  missed: null,
  noLiquidAcids: false,
  // Evenings in the week but Monday and Thursday, Saturdays, Sunday mornings.
  work: {
    minutes: [240, 0, 150, 150, 0, 150, 420],
    away: [{ from: '2026-08-29', to: '2026-08-31' }],
    yardMinutes: 30,
    people: 1,
    vaporisers: { type: 'rod', count: 1 },
  },
  closedThrough: '2025-12-31',
}

function lookOf(colony: DemoColony, onDay: Day, facts: Partial<LookRecord>): LookRecord {
  return {
    ...NOTHING_KNOWN,
    id: demoId(`look ${colony.name} ${onDay}`),
    version: 1,
    onDay,
    framesOfBees: colony.bees,
    framesOfBrood: colony.brood,
    brood: 'capped',
    hive: 'frames',
    queen: 'laying',
    floor: 'solid',
    floorWet: false,
    entrance: 'full',
    clustered: false,
    feeding: false,
    newlyHived: false,
    supers: 'none',
    note: null,
    ...facts,
  }
}

/** The service tells today and so many days after it. */
const TOLD_AHEAD = 9
/** A course of the past, decided as it would have been then: with the counts and the weather known on its first day. */
function addCourse(rows: Rows, yard: YardRecord, colony: ColonyRecord, course: DemoCourse): CourseRecord {
  const id = demoId(`course ${colony.id} ${course.startOn}`)
  const decisionId = demoId(`decision ${colony.id} ${course.startOn}`)
  const then = {
    ...yard,
    today: course.startOn,
    supersOffOn: null,
    // What the service told on that day: ten days ahead, and no further.
    weather: yard.weather
      .filter((d) => d.date <= addDays(course.startOn, TOLD_AHEAD))
      .map((d) => ({ ...d, kind: d.date < course.startOn ? ('observed' as const) : ('forecast' as const) })),
  }
  const situation = situationOf(
    then,
    { ...colony, counts: colony.counts.filter((c) => c.onDay <= course.startOn) },
    { id: DEMO_HOLDING, ...SETTINGS, stock: {} },
    course.startOn,
  )
  const whole = answer(situation)
  const option = whole.options.find((o) => o.treatment === course.treatment)
  if (!option || option.fitFrom !== course.startOn)
    throw new Error(
      `the demo cannot start ${course.treatment} in ${colony.name} on ${course.startOn}: ${option?.fit} ${JSON.stringify(option?.findings.filter((f) => f.level !== 'fits').map((f) => f.text))}`,
    )
  const latestStart = option.course.find((job) => job.job === 'dose')?.latest ?? course.startOn
  const base = { holdingId: DEMO_HOLDING, treatment: course.treatment, startOn: course.startOn }
  // What stands on the shelf today was bought in summer; of the packs of spring nobody wrote anything down.
  const lot = course.startOn >= '2026-06-01' ? LOTS.find((l) => l.treatment === course.treatment) : undefined
  const { label = null, batch = null, expires = null, bought = null, units = null } = lot ?? {}
  const pack = lot && { units, expires, openedOn: null, label, batch, bought, vet: null }
  const facts = { ...courseFacts(situation, whole.judgement, course.treatment), ...(pack ? { pack } : {}) }
  rows.decisions.push({ id: decisionId, ...base, yardId: yard.id, madeOn: course.startOn, note: null, version: 1 })
  rows.courses.push({ id, ...base, decisionId, colonyId: colony.id, latestStart, facts, situation, answer: whole })
  const events = course.events.map((e) => ({
    id: demoId(`event ${id} ${e.job ?? e.kind} ${e.n ?? 1}`),
    kind: e.kind ?? ('done' as const),
    job: e.job ?? null,
    n: e.job ? (e.n ?? 1) : null,
    happenedOn: e.on,
    amount: e.amount ?? null,
    note: e.note ?? null,
    supersedes: null,
    spots: e.spots ?? null,
  }))
  rows.events.push(...events.map((e) => ({ ...e, holdingId: DEMO_HOLDING, courseId: id, device: 'demo' })))
  return { id, decisionId, treatment: course.treatment, startOn: course.startOn, latestStart, facts, events }
}

/** A colony's counts, oldest first: its washes, and those by other methods. */
function countsOf(demo: DemoColony): CountRecord[] {
  const queenless = demo.facts?.queen === 'absent'
  const washes = demo.counts.map(([onDay, mites, bees]) => ({
    onDay,
    method: 'wash' as const,
    recovery: null,
    note: null,
    flags: queenless && onDay >= '2026-08-01' ? (['queenless'] as const) : [],
    samples: [{ mites, bees, days: null }],
  }))
  return [...washes, ...(demo.others ?? [])]
    .toSorted((a, b) => a.onDay.localeCompare(b.onDay))
    .map((count) => {
      const flags = count.flags ?? []
      const id = demoId(`count ${demo.name} ${count.onDay}`)
      return { ...count, id, version: 1, courseId: null, flags, representative: flags.length > 0 ? false : null }
    })
}

function addColony(rows: Rows, yard: YardRecord, demo: DemoColony, position: number, lookedOn: Day): void {
  const id = demoId(`colony ${demo.name}`)
  const since = demo.since ?? '2026-03-01'
  const colony = {
    id,
    name: demo.name,
    since,
    hivedOn: demo.hivedOn ?? null,
    parents: demo.name === 'Ivy' ? [demoId('colony Juniper')] : [],
    version: 1,
  }
  rows.colonies.push({ ...colony, holdingId: DEMO_HOLDING, retiredOn: null, retiredWhy: null })
  const placement = { id: demoId(`placement ${demo.name}`), version: 1, position, fromDay: since, yardId: yard.id }
  rows.placements.push({ ...placement, holdingId: DEMO_HOLDING, colonyId: id, toDay: null })
  const looks = [lookOf(demo, since > lookedOn ? since : lookedOn, demo.facts ?? {})]
  if (since === '2026-03-01')
    looks.unshift(
      lookOf(demo, '2026-03-07', SPRING),
      lookOf(demo, '2026-06-13', { framesOfBees: Math.max(5, demo.bees - 1), framesOfBrood: Math.max(4, demo.brood), supers: 'none' }),
    )
  looks.push(...(demo.looks ?? []).map(([onDay, facts]) => lookOf(demo, onDay, facts)))
  looks.sort((a, b) => a.onDay.localeCompare(b.onDay))
  rows.looks.push(...looks.map((look) => ({ ...look, holdingId: DEMO_HOLDING, colonyId: id })))
  const counts = countsOf(demo)
  rows.counts.push(...counts.map(({ samples: _samples, ...count }) => ({ ...count, holdingId: DEMO_HOLDING, colonyId: id })))
  rows.countSamples.push(...counts.flatMap((c) => c.samples.map((s, i) => ({ ...s, countId: c.id, n: i + 1 }))))
  if (demo.boardSince) {
    const board = { id: demoId(`board ${demo.name}`), version: 1, colonyId: id, laidOn: demo.boardSince, takenOn: null }
    rows.boards.push({ ...board, holdingId: DEMO_HOLDING })
  }
  const record: ColonyRecord = { ...colony, placement, look: null, counts, courses: [] }
  demo.courses?.reduce<CourseRecord[]>((courses, course) => {
    const look = looks.findLast((l) => l.onDay <= course.startOn) ?? looks[0] ?? null
    return [...courses, addCourse(rows, yard, { ...record, look, courses }, course)]
  }, [])
}

function addYard(rows: Rows, demo: DemoYard, place: number): void {
  const weather = demoWeather(demo.lift)
  const id = demoId(`yard ${demo.name}`)
  const { name, latitude, longitude, lastOpening, supersOffOn, supersNextOn } = demo
  const kept = {
    id,
    name,
    latitude,
    longitude,
    lastOpening,
    supersOffOn,
    supersNextOn,
    place,
    hemisphere: 'north' as const,
    timeZone: 'Europe/Paris',
    normals: NORMALS.map((n) => ({ ...n, high: n.high + demo.lift, low: n.low + demo.lift })),
    phase: null,
    version: 1,
  }
  rows.yards.push({ ...kept, holdingId: DEMO_HOLDING })
  const record: YardRecord = {
    ...kept,
    today: DEMO_DAY,
    colonies: [],
    weather: weather.filter((d) => d.day <= addDays(DEMO_DAY, TOLD_AHEAD)).map((d) => ({ date: d.day, high: d.high, low: d.low, kind: null })),
  }
  for (const [onDay, mites, bees] of demo.jars ?? []) {
    const jar = {
      id: demoId(`jar ${name} ${onDay}`),
      version: 1,
      yardId: id,
      onDay,
      method: 'wash',
      mites,
      bees,
      recovery: null,
      colonies: [],
      note: null,
    }
    rows.jars.push({ ...jar, holdingId: DEMO_HOLDING })
  }
  demo.colonies.forEach((colony, i) => addColony(rows, record, colony, i + 1, demo.lookedOn))
}

/** Builds every row of the demo from the data beside this file. */
export function demoRows(): Rows {
  const rows: Rows = {
    settings: [{ id: DEMO_HOLDING, holdingId: DEMO_HOLDING, ...SETTINGS }],
    yards: [],
    jars: [],
    colonies: [],
    boards: [],
    placements: [],
    looks: [],
    decisions: [],
    courses: [],
    counts: [],
    countSamples: [],
    events: [],
    trials: [],
    lots: LOTS.map((lot) => ({ id: demoId(`lot ${lot.treatment}`), holdingId: DEMO_HOLDING, countedOn: DEMO_DAY, ...lot, version: 1 })),
  }
  YARDS.forEach((yard, place) => addYard(rows, yard, place))
  for (const { yard, blocks, ...trial } of TRIALS) {
    const drawn = blocks.flatMap((block, n) => block.map((name, arm) => ({ colonyId: demoId(`colony ${name}`), arm, block: n + 1 })))
    rows.trials.push({ id: demoId(`trial ${trial.name}`), holdingId: DEMO_HOLDING, yardId: demoId(`yard ${yard}`), ...trial, drawn, version: 1 })
  }
  return rows
}

const KIND_OF: Readonly<Record<string, string>> = { ...KIND_NAMES, decisions: 'decision', events: 'event' }

/** The day on which a row of the demo was written: its own, or that on which the book was begun. */
const savedOn = (row: Row): Day =>
  String(row.happenedOn ?? row.madeOn ?? row.endedOn ?? row.onDay ?? row.countedOn ?? row.laidOn ?? row.fromDay ?? row.since ?? '2026-03-01')

async function write(db: Database, transaction: Transaction): Promise<void> {
  const keeperId = DEMO_KEEPER
  const rows = demoRows()
  const keeper = { id: keeperId, email: KEEPER.email, name: KEEPER.name, passwordHash: await hashPassword(KEEPER.password), preferences: {} }
  await db.model('keepers').upsert(keeper, { transaction })
  await db.model('holdings').create({ id: DEMO_HOLDING, name: HOLDING, demo: true, livesOn: DEMO_DAY, seq: 0 }, { transaction })
  await db.model('memberships').create({ keeperId, holdingId: DEMO_HOLDING, role: 'owner', yards: null, untilDay: null }, { transaction })
  // The history as it would have grown: in the order of the days, each change saved on the evening of its own.
  const order = (Object.entries(rows) as [keyof Rows, Row[]][])
    .flatMap(([table, list]) => (KIND_OF[table] ? list.map((row) => ({ table, row, day: savedOn(row) })) : []))
    .toSorted((one, other) => one.day.localeCompare(other.day))
  const numbers = new Map(order.map(({ row }, i) => [row, i + 1]))
  const savedAt = (row: Row) => new Date(`${savedOn(row)}T18:30:00Z`)
  const history = order.map(({ table, row }, i) => {
    const state = table === 'counts' ? { ...row, samples: rows.countSamples.filter((s) => s.countId === row.id) } : row
    return {
      holdingId: DEMO_HOLDING,
      seq: i + 1,
      batch: i + 1,
      kind: KIND_OF[table] ?? table,
      rowId: String(row.id),
      version: Number(row.version ?? 1),
      state,
      keeperId,
      savedAt: savedAt(row),
    }
  })
  for (const [table, list] of Object.entries(rows) as [keyof Rows, Row[]][]) {
    const numbered = table === 'events' ? list.map((row) => ({ ...row, seq: numbers.get(row), keeperId, savedAt: savedAt(row) })) : list
    await db.model(table).bulkCreate(numbered, { transaction })
  }
  await db.model('history').bulkCreate(history, { transaction })
  const seq = history.length
  await db.model('holdings').update({ seq }, { where: { id: DEMO_HOLDING }, transaction })
}

/** Loads the demo into an empty database, or, with `again`, puts the demo back as it was. Other holdings are not touched. */
export async function loadDemo(db: Database, { again }: { again: boolean }): Promise<boolean> {
  return db.sequelize.transaction(async (transaction) => {
    await db.sequelize.query('LOCK TABLE holdings IN SHARE ROW EXCLUSIVE MODE', { transaction })
    const there = await db.model('holdings').findAll({ attributes: ['id', 'demo'], transaction, raw: true })
    // An earlier release's demo has other ids than this one's: it is loaded anew at the first start of this release.
    const old = there.some((h) => h.id === DEMO_HOLDING) ? [] : there.filter((h) => h.demo)
    if (there.length > 0 && old.length === 0 && !again) return false
    for (const { id } of [...old, { id: DEMO_HOLDING }]) await clearHolding(db.sequelize, id, transaction)
    await db.sequelize.query(`UPDATE keepers SET email = 'left-' || id || '@gone.invalid', left_at = now() WHERE email = :email AND id <> :id`, {
      replacements: { email: KEEPER.email, id: DEMO_KEEPER },
      transaction,
    })
    await write(db, transaction)
    return true
  })
}
