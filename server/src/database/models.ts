import { DataTypes, Model, type ModelAttributes, type ModelStatic, type Sequelize } from 'sequelize'

export type Row = Model<Record<string, unknown>, Record<string, unknown>>
export type RowModel = ModelStatic<Row>

const { UUID, TEXT, INTEGER, REAL, DOUBLE, BOOLEAN, DATEONLY, DATE, JSONB, ARRAY, BLOB } = DataTypes
/** Made anew each time: Sequelize writes into the attribute it is given. */
const key = () => ({ type: UUID, primaryKey: true })
const kept = { version: INTEGER, deletedAt: DATE }

const TABLES: Record<string, ModelAttributes<Row>> = {
  settings: {
    id: key(),
    holdingId: UUID,
    school: TEXT,
    priority: TEXT,
    organicOnly: BOOLEAN,
    kit: ARRAY(TEXT),
    rules: JSONB,
    stock: JSONB,
    ownLimits: JSONB,
    boards: TEXT,
    cup: JSONB,
    sugarRecovery: REAL,
    noLiquidAcids: BOOLEAN,
    work: JSONB,
    closedThrough: DATEONLY,
    ...kept,
  },
  yards: {
    id: key(),
    holdingId: UUID,
    name: TEXT,
    place: INTEGER,
    latitude: DOUBLE,
    longitude: DOUBLE,
    hemisphere: TEXT,
    timeZone: TEXT,
    normals: JSONB,
    phase: TEXT,
    lastOpening: DATEONLY,
    supersOffOn: DATEONLY,
    supersNextOn: DATEONLY,
    ...kept,
  },
  colonies: {
    id: key(),
    holdingId: UUID,
    name: TEXT,
    since: DATEONLY,
    hivedOn: DATEONLY,
    parents: ARRAY(UUID),
    retiredOn: DATEONLY,
    retiredWhy: TEXT,
    ...kept,
  },
  placements: { id: key(), holdingId: UUID, colonyId: UUID, yardId: UUID, position: INTEGER, fromDay: DATEONLY, toDay: DATEONLY, ...kept },
  looks: {
    id: key(),
    holdingId: UUID,
    colonyId: UUID,
    onDay: DATEONLY,
    broodBoxes: INTEGER,
    framesOfBees: REAL,
    framesOfBrood: REAL,
    brood: TEXT,
    hive: TEXT,
    queen: TEXT,
    layingSince: DATEONLY,
    floor: TEXT,
    floorWet: BOOLEAN,
    entrance: TEXT,
    clustered: BOOLEAN,
    feeding: BOOLEAN,
    newlyHived: BOOLEAN,
    supers: TEXT,
    note: TEXT,
    ...kept,
  },
  counts: {
    id: key(),
    holdingId: UUID,
    colonyId: UUID,
    courseId: UUID,
    onDay: DATEONLY,
    method: TEXT,
    recovery: REAL,
    representative: BOOLEAN,
    note: TEXT,
    fluid: TEXT,
    flags: ARRAY(TEXT),
    queenSeen: BOOLEAN,
    waited: REAL,
    photo: JSONB,
    ...kept,
  },
  boards: { id: key(), holdingId: UUID, colonyId: UUID, laidOn: DATEONLY, takenOn: DATEONLY, ...kept },
  jars: {
    id: key(),
    holdingId: UUID,
    yardId: UUID,
    onDay: DATEONLY,
    method: TEXT,
    mites: INTEGER,
    bees: INTEGER,
    recovery: REAL,
    colonies: ARRAY(UUID),
    note: TEXT,
    ...kept,
  },
  visits: { id: key(), holdingId: UUID, yardId: UUID, day: DATEONLY, note: TEXT, ...kept },
  decisions: { id: key(), holdingId: UUID, yardId: UUID, treatment: TEXT, madeOn: DATEONLY, startOn: DATEONLY, note: TEXT, ...kept },
}
const PLAIN: Record<string, ModelAttributes<Row>> = {
  holdings: { id: key(), name: TEXT, demo: BOOLEAN, livesOn: DATEONLY, seq: INTEGER, exportedSeq: INTEGER },
  keepers: { id: key(), email: TEXT, name: TEXT, passwordHash: TEXT, preferences: JSONB, exportedAt: DATE, leftAt: DATE },
  memberships: { keeperId: key(), holdingId: key(), role: TEXT, yards: ARRAY(UUID), untilDay: DATEONLY },
  invitations: {
    id: key(),
    holdingId: UUID,
    forWhom: TEXT,
    role: TEXT,
    yards: ARRAY(UUID),
    untilDay: DATEONLY,
    madeBy: UUID,
    madeAt: DATE,
    endsAt: DATE,
    usedBy: UUID,
    usedAt: DATE,
    withdrawnAt: DATE,
  },
  passwordResets: { digest: { type: TEXT, primaryKey: true }, keeperId: UUID, endsAt: DATE },
  outbox: { id: key(), toAddress: TEXT, subject: TEXT, words: TEXT, message: TEXT, sentAt: DATE },
  weatherDays: { yardId: key(), day: { type: DATEONLY, primaryKey: true }, high: REAL, low: REAL, source: TEXT },
  forecasts: { yardId: key(), forDay: DATEONLY, place: TEXT, askedAt: DATE, state: TEXT, service: TEXT, days: JSONB },
  countSamples: {
    countId: key(),
    n: { type: INTEGER, primaryKey: true },
    mites: INTEGER,
    bees: INTEGER,
    days: REAL,
    shakes: ARRAY(INTEGER),
    measured: JSONB,
    squares: JSONB,
  },
  photos: { id: key(), holdingId: UUID, colonyId: UUID, type: TEXT, width: INTEGER, height: INTEGER, bytes: BLOB, savedAt: DATE },
  courses: {
    id: key(),
    holdingId: UUID,
    decisionId: UUID,
    colonyId: UUID,
    treatment: TEXT,
    startOn: DATEONLY,
    latestStart: DATEONLY,
    facts: JSONB,
    situation: JSONB,
    answer: JSONB,
  },
  events: {
    id: key(),
    holdingId: UUID,
    seq: INTEGER,
    courseId: UUID,
    kind: TEXT,
    job: TEXT,
    n: INTEGER,
    happenedOn: DATEONLY,
    amount: REAL,
    note: TEXT,
    supersedes: UUID,
    doneBy: TEXT,
    reason: TEXT,
    spots: JSONB,
    device: TEXT,
    keeperId: UUID,
    savedAt: DATE,
  },
  calendars: { id: key(), keeperId: UUID, holdingId: UUID, digest: TEXT, madeAt: DATE, readAt: DATE },
  letters: { keeperId: key(), holdingId: key(), day: { type: DATEONLY, primaryKey: true }, state: TEXT, tries: INTEGER, claimedAt: DATE },
  history: {
    holdingId: key(),
    seq: { type: INTEGER, primaryKey: true },
    batch: INTEGER,
    kind: TEXT,
    rowId: UUID,
    version: INTEGER,
    state: JSONB,
    keeperId: UUID,
    savedAt: DATE,
  },
}

export type Models = Readonly<Record<keyof typeof TABLES | keyof typeof PLAIN, RowModel>>

const tableName = (name: string) => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)

/** Maps the tables; rows are plain values keyed by field. */
export function defineModels(sequelize: Sequelize): Models {
  const make = (name: string, attributes: ModelAttributes<Row>, timestamps: boolean): [string, RowModel] => [
    name,
    sequelize.define<Row>(name, attributes, { tableName: tableName(name), timestamps, underscored: true }),
  ]
  return Object.fromEntries([
    ...Object.entries(TABLES).map(([name, attributes]) => make(name, attributes, true)),
    ...Object.entries(PLAIN).map(([name, attributes]) => make(name, attributes, false)),
  ])
}

/** A model that must be there; a wrong name is our own mistake. */
export function modelOf(models: Models, name: string): RowModel {
  const model = models[name]
  if (!model) throw new Error(`no model ${name}`)
  return model
}
