import Joi from 'joi'
import { countRow, day, instant, left, maybe, packNote, RECORD_BODIES, sampleBody, spots, text, uuid, version, whyNote } from '@thistle/core/bodies'
import { parseCase, treatmentSchema } from '@thistle/core/formats'
import { METHODS, TREATMENT_KEYS } from '@thistle/core/situation'
import type { Parts } from '../courses/shared.ts'
import type { ColumnName, Database, TableName } from '../database/index.ts'

/** The format's number: it grows when a row's fields change, and each growth comes with a step of `upgrade.ts`, or with a reader that takes both. */
export const FORMAT = 3
export const MARK = 'round-thistle holding'

/** A table of a holding as the archive carries it. */
export interface Part {
  readonly table: TableName
  /** The name of its file in the archive. */
  readonly file: string
  /** Its rows among those of all holdings; `:holding` stands for the holding's id. */
  readonly where: string
  readonly order: string
  /** What names a row, in the table's own words. */
  readonly key: readonly string[]
  /** The tables that its fields lead to; a field of `many` leads to several rows. */
  readonly leans: Readonly<Record<string, TableName>>
  readonly many: Readonly<Record<string, TableName>>
  /** Fields of the API that the file leaves out. */
  readonly without: readonly string[]
  /** What a line of the file looks like where it is not what it says: fields that many rows have alike are written once (courses/shared.ts). */
  readonly written?: Joi.ObjectSchema
  /**
   * `kept`: a row that keepers write again and again, with a version; `fixed`: one that is never changed; `day`: a value for a day;
   * `told`: belongs to the row it leans on, and comes and goes with it.
   */
  readonly way: 'kept' | 'fixed' | 'day' | 'told'
  /** Files of this format from before it was there have none of it. */
  readonly later?: true
  readonly shape: Joi.ObjectSchema
}

const OWN = 'holding_id = :holding'
const stamps = { createdAt: instant().required(), updatedAt: instant().required() }
const kept = { id: uuid().required(), version: version().required(), deletedAt: maybe(instant()).required(), ...stamps }
const name = () => Joi.string().min(1).max(40).required()
const seq = () => Joi.number().integer().min(1).max(Number.MAX_SAFE_INTEGER).required()
const treatment = () => treatmentSchema().required()
/** What a course is planned on: as much of a case as it holds must be one. */
const facts = Joi.object({
  asOf: day().required(),
  recountBy: day().required(),
  colony: Joi.object().unknown(true).required(),
  rules: Joi.object().unknown(true).required(),
  before: Joi.object({
    mites: maybe(Joi.number().integer().min(0)),
    bees: maybe(Joi.number().integer().min(0)),
    countedOn: maybe(day()),
    method: maybe(Joi.string().valid(...METHODS)),
  }).required(),
  lastOpening: maybe(day()),
  rest: maybe(Joi.object({ from: day().required(), to: day().required() })),
  hemisphere: Joi.string().valid('north', 'south'),
  midway: Joi.boolean(),
  pack: Joi.object().unknown(true),
  own: Joi.object().unknown(true),
}).custom((value: Record<string, unknown>, help) => {
  const { asOf, colony, rules, lastOpening, pack, own } = value
  // A pack is checked as one on the shelf of any treatment.
  const stock = pack ? { [TREATMENT_KEYS[0]]: pack } : null
  const parsed = parseCase({ case: 1, asOf, colony, rules, stock, own: own ? [own] : null, lastOpening: lastOpening ?? null })
  return parsed.ok ? value : help.message({ custom: `{{#label}}: ${parsed.refusal.sentence}` })
})
const situation = Joi.object()
  .unknown(true)
  .custom((value: Record<string, unknown>, help) => {
    // Past courses of earlier releases hold their neighbours' counts of after their day.
    const known = (c: unknown) => String((c as { date?: unknown } | null)?.date) <= String(value.asOf)
    const { yardCounts } = value
    const parsed = parseCase({ ...value, ...(Array.isArray(yardCounts) && { yardCounts: yardCounts.filter(known) }) })
    return parsed.ok ? value : help.message({ custom: `{{#label}} is no case: ${parsed.refusal.sentence}` })
  })
/** What the history reads out of a state; the rest is a row as it stood, in the words of its own release. */
const state = Joi.object({ colonyId: maybe(uuid()), yardId: maybe(uuid()), courseId: maybe(uuid()) }).unknown(true)

const part = (given: Pick<Part, 'table' | 'shape' | 'way'> & Partial<Part>): Part => ({
  file: `records/${given.table}.jsonl`,
  where: OWN,
  order: 'id',
  key: ['id'],
  leans: {},
  many: {},
  without: [],
  ...given,
})
const OF_COLONY = { colony_id: 'colonies' } as const
const OF_YARD = { yard_id: 'yards' } as const
const courseRow = Joi.object({
  id: uuid().required(),
  decisionId: uuid().required(),
  colonyId: uuid().required(),
  treatment: treatment(),
  startOn: day().required(),
  latestStart: day().required(),
  facts: facts.required(),
  situation: situation.required(),
  answer: Joi.object().unknown(true).required(),
})
/** Of files of before, a line says all of it itself. */
export const sharedShape = Joi.object<Parts>({
  from: Joi.number().integer().min(0).required(),
  parts: Joi.array().items(Joi.object().unknown(true), Joi.array()).required(),
})
/** Every table of a holding, each after those it leans on. */
export const PARTS: readonly Part[] = [
  part({ table: 'settings', way: 'kept', shape: RECORD_BODIES.settings.keys(kept) }),
  part({ table: 'yards', way: 'kept', shape: RECORD_BODIES.yards.keys(kept) }),
  part({ table: 'colonies', way: 'kept', many: { parents: 'colonies' }, shape: RECORD_BODIES.colonies.keys(kept) }),
  part({ table: 'placements', way: 'kept', leans: { ...OF_COLONY, ...OF_YARD }, shape: RECORD_BODIES.placements.keys(kept) }),
  part({ table: 'looks', way: 'kept', leans: OF_COLONY, shape: RECORD_BODIES.looks.keys(kept) }),
  part({
    table: 'decisions',
    way: 'fixed',
    leans: OF_YARD,
    shape: Joi.object({
      ...kept,
      yardId: uuid().required(),
      treatment: treatment(),
      madeOn: day().required(),
      startOn: day().required(),
      note: text(2000),
    }),
  }),
  part({
    table: 'courses',
    way: 'fixed',
    without: ['decidedId', 'situation', 'answer'],
    leans: { decision_id: 'decisions', ...OF_COLONY },
    shape: courseRow,
    written: courseRow.keys({ shared: sharedShape, situation: Joi.object().unknown(true).required() }),
  }),
  part({ table: 'boards', way: 'kept', leans: OF_COLONY, shape: RECORD_BODIES.boards.keys(kept) }),
  part({ table: 'jars', way: 'kept', leans: OF_YARD, many: { colonies: 'colonies' }, shape: RECORD_BODIES.jars.keys(kept) }),
  part({ table: 'trials', way: 'kept', later: true, leans: OF_YARD, shape: RECORD_BODIES.trials.keys(kept) }),
  part({ table: 'lots', way: 'kept', later: true, leans: { made_from: 'lots' }, shape: RECORD_BODIES.lots.keys(kept) }),
  part({ table: 'visits', way: 'kept', leans: OF_YARD, shape: RECORD_BODIES.visits.keys(kept) }),
  part({
    table: 'photos',
    way: 'fixed',
    leans: OF_COLONY,
    without: ['bytes'],
    shape: Joi.object({
      id: uuid().required(),
      colonyId: uuid().required(),
      type: Joi.string().valid('image/jpeg').required(),
      width: Joi.number().integer().min(1).max(20_000).required(),
      height: Joi.number().integer().min(1).max(20_000).required(),
      savedAt: instant().required(),
    }),
  }),
  part({ table: 'counts', way: 'kept', leans: { ...OF_COLONY, course_id: 'courses' }, shape: countRow.keys(kept) }),
  part({
    table: 'countSamples',
    file: 'records/samples.jsonl',
    way: 'told',
    where: 'count_id IN (SELECT id FROM counts WHERE holding_id = :holding)',
    order: 'count_id, n',
    key: ['count_id', 'n'],
    leans: { count_id: 'counts' },
    shape: sampleBody.keys({ countId: uuid().required(), n: Joi.number().integer().min(1).max(50).required() }),
  }),
  part({
    table: 'events',
    way: 'fixed',
    order: 'seq',
    leans: { course_id: 'courses', supersedes: 'events' },
    shape: Joi.object({
      id: uuid().required(),
      seq: seq(),
      courseId: uuid().required(),
      kind: name(),
      job: maybe(Joi.string().max(40)).default(null),
      n: left(Joi.number().integer().min(1).max(50)),
      happenedOn: day().required(),
      amount: left(Joi.number().min(0).max(10_000)),
      note: text(2000),
      supersedes: left(uuid()),
      doneBy: text(80),
      reason: text(2000),
      spots: left(spots),
      pack: left(packNote),
      why: left(whyNote),
      device: text(80),
      keeperId: uuid().required(),
      savedAt: instant().required(),
    }),
  }),
  part({
    table: 'weatherDays',
    file: 'records/own-weather.jsonl',
    way: 'day',
    where: 'yard_id IN (SELECT id FROM yards WHERE holding_id = :holding)',
    order: 'yard_id, day',
    key: ['yard_id', 'day'],
    leans: OF_YARD,
    shape: Joi.object({
      yardId: uuid().required(),
      day: day().required(),
      high: Joi.number().min(-60).max(60).required(),
      low: Joi.number().min(-60).max(60).required(),
      source: Joi.string().valid('hand', 'station').required(),
    }),
  }),
  part({
    table: 'history',
    way: 'fixed',
    order: 'seq',
    key: ['seq'],
    shape: Joi.object({
      seq: seq(),
      batch: left(Joi.number().integer().min(1)),
      kind: name(),
      rowId: uuid().required(),
      version: Joi.number().integer().min(1).required(),
      state: state.required(),
      keeperId: left(uuid()),
      savedAt: instant().required(),
    }),
  }),
]

/** Who wrote any of it, by name. Rights and addresses are not carried: they are given anew. */
export const PEOPLE = 'records/people.jsonl'
export const peopleShape = Joi.object({ id: uuid().required(), name: Joi.string().min(1).max(80).required() })
export const PHOTOS = 'photographs/'
export const ABOUT = 'about.json'
export const CHECK = 'check.json'

/** What stands at the front of an archive. */
export interface About {
  readonly format: typeof MARK
  readonly version: number
  readonly id: string
  readonly name: string
  readonly seq: number
  readonly exportedAt: string
}
export const aboutShape = Joi.object<About>({
  format: Joi.string().valid(MARK).required(),
  version: Joi.number().integer().min(1).required(),
  id: uuid().required(),
  name: Joi.string().min(1).max(80).required(),
  seq: Joi.number().integer().min(0).required(),
  exportedAt: instant().required(),
})
/** Of each file inside: its sum, its bytes, and its rows where it is one of rows. */
export interface Check {
  readonly code: string
  readonly files: Readonly<Record<string, { readonly sha256: string; readonly bytes: number; readonly rows?: number }>>
}
export const checkShape = Joi.object<Check>({
  code: Joi.string().max(40).required(),
  files: Joi.object()
    .pattern(
      Joi.string(),
      Joi.object({
        sha256: Joi.string().hex().length(64).required(),
        bytes: Joi.number().integer().min(0).required(),
        rows: Joi.number().integer().min(0),
      }),
    )
    .required(),
})

/** The columns that a part carries, in the order of its model; the holding's id is the archive's own. */
export function columnsOf(db: Database, { table, without }: Part): ColumnName[] {
  return db.columns(table).filter((c) => c.field !== 'holdingId' && !without.includes(c.field))
}
