import { DataTypes, type Model, type ModelAttributeColumnOptions, type ModelStatic, type Sequelize } from 'sequelize'
import type { Measured, Squares } from '@thistle/core/count'
import { columnOf, mayBeNull, type Fields, type RowOf as FieldsRow } from '@thistle/core/fields'
import { RECORD_FIELDS, type CourseFacts, type EventRecord, type Preferences, type Spot, type WhyNote } from '@thistle/core/holding'
import type { KeptPractice } from '@thistle/core/practice'
import type { PackNote, TreatmentKey, ForecastRecord, WeatherDay } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import type { JobKind } from '@thistle/core/treatments'

/** A column with what it holds; `holds` is there for the type alone. */
type Column<T> = ModelAttributeColumnOptions & { readonly holds?: T }
/** Made anew each time: Sequelize writes into the attribute it is given. */
const column =
  <Usual>(type: ModelAttributeColumnOptions['type']) =>
  <T extends Usual = Usual>(): Column<T> => ({ type, allowNull: false })
const uuid = column<string>(DataTypes.UUID)
const text = column<string>(DataTypes.TEXT)
const whole = column<number>(DataTypes.INTEGER)
const real = column<number>(DataTypes.REAL)
const double = column<number>(DataTypes.DOUBLE)
const yesNo = column<boolean>(DataTypes.BOOLEAN)
const day = column<Day>(DataTypes.DATEONLY)
const instant = column<Date>(DataTypes.DATE)
const json = column<unknown>(DataTypes.JSONB)
const uuids = column<readonly string[]>(DataTypes.ARRAY(DataTypes.UUID))
const texts = column<readonly string[]>(DataTypes.ARRAY(DataTypes.TEXT))
const wholes = column<readonly number[]>(DataTypes.ARRAY(DataTypes.INTEGER))
const bytes = column<Buffer>(DataTypes.BLOB)
const maybe = <T>(it: Column<T>): Column<T | null> => ({ ...it, allowNull: true }) as Column<T | null>
const key = <T>(it: Column<T>): Column<T> => ({ ...it, primaryKey: true })

type Role = 'owner' | 'helper' | 'reader'
/** What every row has that keepers write. */
const kept = () => ({ version: whole(), deletedAt: maybe(instant()) })
const own = () => ({ id: key(uuid()), holdingId: uuid() })

const MAKERS = { text, day, whole, real, double, 'yes-no': yesNo, id: uuid, ids: uuids, texts, json } as const
type ColumnsOf<F extends Fields> = { -readonly [K in keyof F]: Column<FieldsRow<F>[K]> }
/** The columns of a kind of row, by its table of fields. */
const of = <F extends Fields>(fields: F): ColumnsOf<F> =>
  Object.fromEntries(
    Object.entries(fields).map(([name, field]) => {
      const made = (MAKERS[columnOf(field)] as () => Column<unknown>)()
      return [name, mayBeNull(field) ? maybe(made) : made]
    }),
  ) as ColumnsOf<F>

/** Rows that keepers write; they say when they were made and changed. */
const RECORDS = {
  settings: { ...own(), ...of(RECORD_FIELDS.settings), ...kept() },
  yards: { ...own(), ...of(RECORD_FIELDS.yards), ...kept() },
  colonies: { ...own(), ...of(RECORD_FIELDS.colonies), ...kept() },
  placements: { ...own(), ...of(RECORD_FIELDS.placements), ...kept() },
  looks: { ...own(), ...of(RECORD_FIELDS.looks), ...kept() },
  counts: { ...own(), ...of(RECORD_FIELDS.counts), ...kept() },
  boards: { ...own(), ...of(RECORD_FIELDS.boards), ...kept() },
  jars: { ...own(), ...of(RECORD_FIELDS.jars), ...kept() },
  visits: { ...own(), ...of(RECORD_FIELDS.visits), ...kept() },
  trials: { ...own(), ...of(RECORD_FIELDS.trials), ...kept() },
  lots: { ...own(), ...of(RECORD_FIELDS.lots), ...kept() },
  decisions: { ...own(), yardId: uuid(), treatment: text<TreatmentKey>(), madeOn: day(), startOn: day(), note: maybe(text()), ...kept() },
} as const satisfies Tables

const PLAIN = {
  holdings: {
    id: key(uuid()),
    name: text(),
    demo: yesNo(),
    livesOn: maybe(day()),
    practice: maybe(json<KeptPractice>()),
    seq: whole(),
    exportedSeq: maybe(whole()),
  },
  keepers: {
    id: key(uuid()),
    email: text(),
    name: text(),
    passwordHash: text(),
    preferences: json<Partial<Preferences>>(),
    exportedAt: maybe(instant()),
    leftAt: maybe(instant()),
  },
  memberships: { keeperId: key(uuid()), holdingId: key(uuid()), role: text<Role>(), yards: maybe(uuids()), untilDay: maybe(day()) },
  invitations: {
    ...own(),
    forWhom: text(),
    role: text<Role>(),
    yards: maybe(uuids()),
    untilDay: maybe(day()),
    madeBy: uuid(),
    madeAt: instant(),
    endsAt: instant(),
    usedBy: maybe(uuid()),
    usedAt: maybe(instant()),
    withdrawnAt: maybe(instant()),
  },
  passwordResets: { digest: key(text()), keeperId: uuid(), endsAt: instant() },
  outbox: { id: key(uuid()), toAddress: text(), subject: text(), words: text(), message: text(), sentAt: instant() },
  weatherDays: { yardId: key(uuid()), day: key(day()), high: real(), low: real(), source: text<'hand' | 'station'>() },
  forecasts: {
    yardId: key(uuid()),
    forDay: day(),
    place: text(),
    askedAt: instant(),
    state: text<'told' | 'down' | 'slow' | 'nonsense'>(),
    service: maybe(text()),
    days: json<readonly WeatherDay[]>(),
    record: json<ForecastRecord>(),
  },
  countSamples: {
    countId: key(uuid()),
    n: key(whole()),
    mites: whole(),
    bees: maybe(whole()),
    days: maybe(real()),
    shakes: maybe(wholes()),
    measured: maybe(json<Measured>()),
    squares: maybe(json<Squares>()),
  },
  photos: { ...own(), colonyId: uuid(), type: text(), width: whole(), height: whole(), bytes: bytes(), savedAt: instant() },
  decided: { ...own(), lines: bytes() },
  courses: {
    ...own(),
    decisionId: uuid(),
    colonyId: uuid(),
    treatment: text<TreatmentKey>(),
    startOn: day(),
    latestStart: day(),
    facts: json<CourseFacts>(),
    decidedId: maybe(uuid()),
    situation: maybe(json()),
    answer: maybe(json()),
  },
  events: {
    ...own(),
    seq: whole(),
    courseId: uuid(),
    kind: text<EventRecord['kind']>(),
    job: maybe(text<JobKind>()),
    n: maybe(whole()),
    happenedOn: day(),
    amount: maybe(real()),
    note: maybe(text()),
    supersedes: maybe(uuid()),
    doneBy: maybe(text()),
    reason: maybe(text()),
    spots: maybe(json<readonly Spot[]>()),
    pack: maybe(json<PackNote>()),
    why: maybe(json<WhyNote>()),
    device: maybe(text()),
    keeperId: uuid(),
    savedAt: instant(),
  },
  readerLinks: {
    ...own(),
    madeBy: uuid(),
    forWhom: text(),
    yards: maybe(uuids()),
    parts: texts(),
    digest: text(),
    madeAt: instant(),
    endsAt: instant(),
    withdrawnAt: maybe(instant()),
    readAt: maybe(instant()),
  },
  calendars: {
    id: key(uuid()),
    keeperId: uuid(),
    holdingId: uuid(),
    digest: maybe(text()),
    madeAt: maybe(instant()),
    readAt: maybe(instant()),
    mark: maybe(text()),
  },
  removals: { keeperId: key(uuid()), holdingId: key(uuid()), removedAt: instant() },
  letters: {
    keeperId: key(uuid()),
    holdingId: key(uuid()),
    day: key(day()),
    state: text<'claimed' | 'sent' | 'failed' | 'nothing'>(),
    tries: whole(),
    claimedAt: instant(),
  },
  history: {
    holdingId: key(uuid()),
    seq: key(whole()),
    batch: maybe(whole()),
    kind: text(),
    rowId: uuid(),
    version: whole(),
    state: json(),
    keeperId: maybe(uuid()),
    savedAt: instant(),
  },
} as const satisfies Tables

type Tables = Readonly<Record<string, Readonly<Record<string, Column<unknown>>>>>
type All = typeof RECORDS & typeof PLAIN
export type TableName = keyof All
/** Kinds of row that keepers write: any of them is a row of plain fields. */
export type RecordTable = keyof typeof RECORDS
/** A row of a table, by its columns. */
export type RowOf<N extends TableName> = { -readonly [F in keyof All[N]]: All[N][F] extends Column<infer V> ? V : never }
type MayBeNull<R> = { [F in keyof R]: null extends R[F] ? F : never }[keyof R]
/** What a new row must say: all that cannot be null. */
type NewRow<R> = Omit<R, MayBeNull<R>> & Partial<Pick<R, MayBeNull<R>>>
/** Asked for with `raw`, a row is its plain fields. */
export type TableOf<N extends TableName> = ModelStatic<Model<RowOf<N>, NewRow<RowOf<N>>> & RowOf<N>>
type AnyRow = Record<string, unknown>
/** A table of rows of any kind. */
export type AnyTable = ModelStatic<Model<AnyRow, AnyRow> & AnyRow>

/** A name as the database writes it. */
export const inDatabase = (name: string): string => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)

export interface ColumnName {
  readonly field: string
  readonly column: string
}

/** The tables of a connection, typed by their columns. The migrations say what a column must be; a test holds the two against each other. */
export interface Models {
  readonly model: <N extends TableName>(name: N) => TableOf<N>
  /** Where the kind of row is only known as it runs. */
  readonly records: (name: RecordTable) => AnyTable
  /** A table's columns, in the words of the API and in its own, and what it is called in the database. */
  readonly columns: (name: TableName) => readonly ColumnName[]
  readonly tableName: (name: TableName) => string
}

export function defineModels(sequelize: Sequelize): Models {
  const make = (tables: Tables, timestamps: boolean) =>
    Object.entries(tables).map(
      ([name, columns]) => [name, sequelize.define(name, { ...columns }, { tableName: inDatabase(name), timestamps, underscored: true })] as const,
    )
  const made = new Map<string, unknown>([...make(RECORDS, true), ...make(PLAIN, false)])
  return {
    model: (name) => made.get(name) as TableOf<typeof name>,
    records: (name) => made.get(name) as AnyTable,
    columns: (name) =>
      Object.entries((made.get(name) as AnyTable).getAttributes()).map(([field, { field: column }]) => ({ field, column: column ?? field })),
    tableName: inDatabase,
  }
}
