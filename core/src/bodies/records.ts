import Joi from 'joi'
import { COUNT_FLAGS, FLUIDS, MEASURES } from '../count/index.ts'
import { CASE_FIELDS, limitSchema, monthSchema } from '../formats/index.ts'
import { BOARD_KINDS, KIT, METHODS, PHASES, PRIORITIES, SCHOOLS, SUPERS, TREATMENT_KEYS } from '../situation/index.ts'
import { day, left, maybeDay, nameOf, text, uuid } from './shapes.ts'

const name = (most: number) => nameOf(most).required()

const normals = Joi.array().items(monthSchema()).max(12).unique('month').messages({ 'array.unique': '{{#label}} has its month twice' }).default([])

const timeZone = Joi.string()
  .max(60)
  .custom((value: string, help) => {
    try {
      new Intl.DateTimeFormat('en', { timeZone: value })
      return value
    } catch {
      return help.message({ custom: '{{#label}} is not a time zone that is known, like Europe/Paris' })
    }
  })

const yard = Joi.object({
  name: name(60),
  place: Joi.number().integer().min(0).max(10_000).default(0),
  latitude: left(Joi.number().min(-90).max(90)),
  longitude: left(Joi.number().min(-180).max(180)),
  hemisphere: Joi.string().valid('north', 'south').default('north'),
  timeZone: timeZone.default('UTC'),
  normals,
  phase: left(Joi.string().valid(...PHASES)),
  lastOpening: maybeDay(),
  supersOffOn: maybeDay(),
  supersNextOn: maybeDay(),
})

const colony = Joi.object({
  name: name(40),
  since: day().required(),
  hivedOn: maybeDay(),
  parents: Joi.array().items(uuid()).max(20).default([]),
  retiredOn: maybeDay(),
  retiredWhy: text(200),
})

const placement = Joi.object({
  colonyId: uuid().required(),
  yardId: uuid().required(),
  position: Joi.number().integer().min(1).max(999).required(),
  fromDay: day().required(),
  toDay: maybeDay(),
})

const look = Joi.object({
  colonyId: uuid().required(),
  onDay: day().required(),
  ...CASE_FIELDS,
  broodBoxes: CASE_FIELDS.broodBoxes.required(),
  layingSince: maybeDay(),
  supers: left(Joi.string().valid(...SUPERS)),
  note: text(2000),
})

const mites = () => Joi.number().integer().min(0).max(100_000)
const squares = Joi.object({
  counted: Joi.number().integer().min(0).max(2500).required(),
  of: Joi.number().integer().min(1).max(2500).required(),
  mites: Joi.array().items(mites()).max(2500).required(),
})
/** One jar, board or set of drone cells of a count. */
export const sampleBody = Joi.object({
  mites: mites().required(),
  bees: left(Joi.number().integer().min(0).max(100_000)),
  days: left(Joi.number().min(0).max(1000)),
  shakes: left(Joi.array().items(mites()).max(20)),
  measured: left(
    Joi.object({
      by: Joi.string()
        .valid(...MEASURES)
        .required(),
      amount: Joi.number().min(0).max(10_000).required(),
    }),
  ),
  squares: left(squares),
})
const share = () => Joi.number().min(0).max(1).required()
/** Marks outside the photograph are refused: a share of its width or height is from 0 to 1. */
const photo = Joi.object({
  photoId: uuid().required(),
  width: Joi.number().integer().min(1).max(20_000).required(),
  height: Joi.number().integer().min(1).max(20_000).required(),
  grid: left(
    Joi.object({
      columns: Joi.number().integer().min(1).max(50).required(),
      rows: Joi.number().integer().min(1).max(50).required(),
      seed: Joi.number().integer().min(0).max(4_294_967_295).required(),
      chosen: Joi.array().items(Joi.number().integer().min(0).max(2499)).min(1).max(2500).unique().required(),
    }),
  ),
  marks: Joi.array()
    .items(Joi.object({ x: share(), y: share() }))
    .max(5000)
    .required(),
})

/** A count without what was counted in it. */
export const countRow = Joi.object({
  colonyId: uuid().required(),
  courseId: left(uuid()),
  onDay: day().required(),
  method: Joi.string()
    .valid(...METHODS)
    .required(),
  recovery: left(Joi.number().min(0.05).max(1)),
  representative: left(Joi.boolean()),
  note: text(2000),
  fluid: left(Joi.string().valid(...FLUIDS)),
  flags: Joi.array()
    .items(Joi.string().valid(...COUNT_FLAGS))
    .unique()
    .default([]),
  queenSeen: left(Joi.boolean()),
  waited: left(Joi.number().min(0).max(86_400)),
  photo: left(photo),
})
const count = countRow.keys({ samples: Joi.array().items(sampleBody).min(1).max(50).required() })

const board = Joi.object({ colonyId: uuid().required(), laidOn: day().required(), takenOn: maybeDay() })

const jar = Joi.object({
  yardId: uuid().required(),
  onDay: day().required(),
  method: Joi.string().valid('wash', 'sugar').required(),
  mites: mites().required(),
  bees: Joi.number().integer().min(0).max(100_000).required(),
  recovery: left(Joi.number().min(0.05).max(1)),
  colonies: Joi.array().items(uuid()).max(200).unique().default([]),
  note: text(2000),
})

const visit = Joi.object({ yardId: uuid().required(), day: day().required(), note: text(2000) })

const rule = Joi.object({
  authorised: left(Joi.string().valid('yes', 'no', 'unknown')),
  withSupers: left(Joi.boolean()),
  gramsPerBox: left(Joi.number().min(0.01).max(10)),
  mostCourses: left(Joi.number().integer().min(0).max(52)),
  mostDays: left(Joi.number().integer().min(1).max(366)),
  waitDays: left(Joi.number().integer().min(0).max(366)),
  prescription: left(Joi.boolean()),
  note: text(500),
  confirmedOn: maybeDay(),
  starter: text(60),
})
const shelf = Joi.object({ units: left(Joi.number().min(0).max(100_000)), expires: maybeDay(), openedOn: maybeDay() })
const phaseLimits = () => Joi.object(Object.fromEntries(PHASES.map((phase) => [phase, limitSchema()])))
const perTreatment = (schema: Joi.Schema) => Joi.object(Object.fromEntries(TREATMENT_KEYS.map((key) => [key, schema]))).default({})

const minutesOfDay = () => Joi.number().integer().min(0).max(1440).required()
/** The days and hours a keeper has, and what works with them. */
const work = Joi.object({
  minutes: Joi.array().items(minutesOfDay()).length(7).required(),
  away: Joi.array()
    .items(
      Joi.object({ from: day().required(), to: day().required() }).custom((a: { from: string; to: string }, help) =>
        a.to < a.from ? help.message({ custom: '{{#label}} ends before it begins' }) : a,
      ),
    )
    .max(100)
    .required(),
  yardMinutes: Joi.number().integer().min(0).max(600).required(),
  people: Joi.number().integer().min(1).max(20).required(),
  vaporisers: Joi.object({ type: Joi.string().valid('rod', 'pan').required(), count: Joi.number().integer().min(1).max(20).required() }).required(),
})

const settings = Joi.object({
  school: Joi.string()
    .valid(...SCHOOLS)
    .required(),
  priority: Joi.string()
    .valid(...PRIORITIES)
    .required(),
  organicOnly: Joi.boolean().required(),
  kit: Joi.array()
    .items(Joi.string().valid(...KIT))
    .unique()
    .required(),
  rules: perTreatment(rule),
  stock: perTreatment(shelf),
  ownLimits: Joi.object(Object.fromEntries(SCHOOLS.map((school) => [school, phaseLimits()]))).default({}),
  boards: left(Joi.string().valid(...BOARD_KINDS)),
  cup: left(Joi.object({ mL: Joi.number().min(20).max(1000).required(), bees: Joi.number().integer().min(30).max(3000).required() })),
  sugarRecovery: left(Joi.number().min(0.05).max(1)),
  noLiquidAcids: Joi.boolean().default(false),
  work: left(work),
  closedThrough: maybeDay(),
})

/** Every kind of row that keepers write, by the word in its address. */
export const RECORD_BODIES = {
  yards: yard,
  colonies: colony,
  placements: placement,
  looks: look,
  counts: count,
  boards: board,
  jars: jar,
  visits: visit,
  settings,
} as const
export type RecordWord = keyof typeof RECORD_BODIES

/** As it is sent: with the version that was seen; none for a row that is new. */
export const withVersion = (body: Joi.ObjectSchema): Joi.ObjectSchema =>
  body.keys({ version: Joi.number().integer().min(0).allow(null).default(null) })
export const SENT_RECORDS = Object.fromEntries(Object.entries(RECORD_BODIES).map(([word, body]) => [word, withVersion(body)])) as Readonly<
  Record<RecordWord, Joi.ObjectSchema>
>
