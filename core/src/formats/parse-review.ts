import Joi from 'joi'
import { PACKS, PLACEMENTS, type PowerAsked, type ReviewAsked, type Sampled } from '../review/index.ts'
import { BROODS, METHODS, TREATMENT_KEYS, type Method } from '../situation/index.ts'
import { treatmentOf } from '../treatments/index.ts'
import { once } from '../units/index.ts'
import { daySchema, MESSAGES, saidBy } from './joi.ts'
import type { Refusal } from './parse-case.ts'

type Read<T> = { readonly ok: true; readonly asked: T } | { readonly ok: false; readonly refusal: Refusal }

const count = () =>
  Joi.object({
    date: daySchema().required(),
    method: Joi.string().valid(...METHODS, null),
    mites: Joi.number().integer().min(0).max(100_000).required(),
    bees: Joi.number().integer().min(1).max(100_000).allow(null),
    days: Joi.number().greater(0).max(60).allow(null).messages({ 'number.greater': '{{#label}} must be more than 0' }),
  })
const oneOf = (values: readonly string[]) => Joi.string().valid(...values, null)
const high = Joi.number().min(-60).max(60)

/** A review file, version 1: the counts of a course and what is known of it. */
export const reviewSchema = once(() =>
  Joi.object({
    review: Joi.number().valid(1).required(),
    treatment: Joi.string()
      .valid(...TREATMENT_KEYS)
      .required(),
    method: Joi.string()
      .valid(...METHODS)
      .required(),
    before: count().required(),
    after: count().required(),
    untreated: Joi.object({ before: count().allow(null), after: count().required() }).allow(null),
    course: Joi.object({ start: daySchema().required(), end: daySchema().allow(null) }).allow(null),
    conditions: Joi.object({
      highs: Joi.alternatives(Joi.array().items(high).max(200), high)
        .allow(null)
        .messages({ 'alternatives.types': '{{#label}} must be a high in °C, or a list of them' }),
      brood: oneOf(BROODS),
      strength: Joi.number().min(0).max(100).allow(null),
      placement: oneOf(PLACEMENTS),
      pack: oneOf(PACKS),
    }).allow(null),
    hemisphere: oneOf(['north', 'south']),
  })
    .prefs({ convert: false })
    .messages(MESSAGES),
)

interface LooseCount {
  readonly date: string
  readonly method?: Method | null
  readonly mites: number
  readonly bees?: number | null
  readonly days?: number | null
}
interface CheckedReview extends Pick<ReviewAsked, 'method'> {
  readonly treatment: string
  readonly before: LooseCount
  readonly after: LooseCount
  readonly untreated?: { readonly before?: LooseCount | null; readonly after: LooseCount } | null
  readonly course?: { readonly start: string; readonly end?: string | null } | null
  readonly conditions?: (Partial<Omit<ReviewAsked['conditions'], 'highs'>> & { readonly highs?: readonly number[] | number | null }) | null
  readonly hemisphere?: ReviewAsked['hemisphere'] | null
}
const no = (path: string, words: string): { readonly ok: false; readonly refusal: Refusal } => ({
  ok: false,
  refusal: { path, sentence: `${path} ${words}.` },
})

/** What is wrong with a count by its method; null where nothing is. */
function faultOf(path: string, c: LooseCount, method: Method): { readonly ok: false; readonly refusal: Refusal } | null {
  if (c.method != null && c.method !== method)
    return no(
      `${path}.method`,
      `is ${c.method} and the review is by ${method}: two methods do not compare, so that nothing can be said of what was taken`,
    )
  if (method === 'board') {
    if (c.bees != null) return no(`${path}.bees`, 'is not for a board: it has days and no bees')
    return c.days == null ? no(`${path}.days`, 'must be there: a board needs the days it lay') : null
  }
  if (c.days != null) return no(`${path}.days`, 'is for boards alone')
  if (c.bees == null)
    return no(`${path}.bees`, method === 'drone' ? 'must be there: the cells that were opened' : 'must be there: the bees in the jar')
  return c.mites > c.bees ? no(`${path}.mites`, `is ${c.mites} on ${c.bees}: more than there were`) : null
}

/** Reads a review file's JSON value; nothing is guessed or converted. */
export function parseReview(value: unknown): Read<ReviewAsked> {
  const { error, value: checked } = reviewSchema().validate(value)
  if (error) return { ok: false, refusal: saidBy(error) }
  const r = checked as CheckedReview
  const treatment = treatmentOf(r.treatment)
  if (!treatment || treatment.way === 'waiting') return no('treatment', 'takes no mites: there is nothing to review')
  const { untreated, course, conditions } = r
  const counts: readonly (readonly [string, LooseCount | null | undefined])[] = [
    ['before', r.before],
    ['after', r.after],
    ['untreated.before', untreated?.before],
    ['untreated.after', untreated?.after],
  ]
  for (const [path, c] of counts) {
    const fault = c && faultOf(path, c, r.method)
    if (fault) return fault
  }
  if (r.after.date <= r.before.date) return no('after.date', `is not after before.date, ${r.before.date}`)
  if (untreated?.before && untreated.after.date <= untreated.before.date)
    return no('untreated.after.date', `is not after untreated.before.date, ${untreated.before.date}`)
  if (course) {
    if (course.end != null && course.end < course.start) return no('course.end', `is before its start, ${course.start}`)
    if (r.before.date > course.start) return no('before.date', `is after the course began, ${course.start}: there is no count before it`)
    if (r.after.date < course.start) return no('after.date', `is before the course began, ${course.start}: there is no count after it`)
  }
  const sampled = (c: LooseCount): Sampled => ({ date: c.date, mites: c.mites, exposure: (r.method === 'board' ? c.days : c.bees) ?? 1 })
  const highs = conditions?.highs ?? null
  return {
    ok: true,
    asked: {
      treatment,
      method: r.method,
      before: sampled(r.before),
      after: sampled(r.after),
      untreated: untreated ? { before: untreated.before ? sampled(untreated.before) : null, after: sampled(untreated.after) } : null,
      course: course ? { start: course.start, end: course.end ?? null } : null,
      conditions: {
        // One high stands for all of its days.
        highs: typeof highs === 'number' ? Array.from({ length: DAYS }, () => highs) : highs,
        brood: conditions?.brood ?? null,
        strength: conditions?.strength ?? null,
        placement: conditions?.placement ?? null,
        pack: conditions?.pack ?? null,
      },
      hemisphere: r.hemisphere ?? 'north',
    },
  }
}
/** As long as any course takes. */
const DAYS = 60

/** A power file, version 1: a trial before it is begun. */
export const powerSchema = once(() =>
  Joi.object({
    power: Joi.number().valid(1).required(),
    colonies: Joi.number()
      .integer()
      .min(2)
      .max(500)
      .required()
      .messages({ 'number.min': '{{#label}} must be 2 or more: with one colony a side nobody can tell a difference from chance' }),
    level: Joi.number().greater(0).max(100).required(),
    bees: Joi.number().integer().min(1).max(100_000).required(),
    spread: Joi.number().min(0).max(3).required(),
    efficacies: Joi.array()
      .items(Joi.number().min(0).max(1).required())
      .length(2)
      .required()
      .messages({ 'array.length': '{{#label}} must be two shares: what each arm takes' }),
    extra: Joi.number().min(1).max(20).allow(null),
  })
    .prefs({ convert: false })
    .messages(MESSAGES),
)

/** Reads a power file's JSON value. */
export function parsePower(value: unknown): Read<PowerAsked> {
  const { error, value: checked } = powerSchema().validate(value)
  if (error) return { ok: false, refusal: saidBy(error) }
  const { extra, colonies, level, bees, spread, efficacies } = checked as Omit<PowerAsked, 'extra'> & { readonly extra?: number | null }
  return { ok: true, asked: { colonies, level, bees, spread, efficacies, ...(extra == null ? {} : { extra }) } }
}
