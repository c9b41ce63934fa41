import Joi from 'joi'
import type { OutlookAsked, OutlookPlan } from '../outlook/index.ts'
import { isOwnKey, TREATMENT_KEYS } from '../situation/index.ts'
import { addDays } from '../time/index.ts'
import { once } from '../units/index.ts'
import { daySchema, MESSAGES, saidBy } from './joi.ts'
import { parseCase, type Refusal } from './parse-case.ts'
import { treatmentSchema } from './own.ts'

/** Two seasons ahead a model of one season says nothing any more. */
const MOST_DAYS = 400
const [FEWEST_RUNS, MOST_RUNS, USUAL_RUNS] = [20, 5000, 1000] as const
const [MOST_PLANS, MOST_COURSES] = [8, 12] as const
const USUAL_DAYS = 90

/** An outlook file, version 1: a case, how far ahead, and the plans to be held against each other. */
export const outlookSchema = once(() =>
  Joi.object({
    outlook: Joi.number().valid(1).required(),
    case: Joi.object().unknown(true).required(),
    days: Joi.number().integer().min(1).max(MOST_DAYS).allow(null),
    runs: Joi.number().integer().min(FEWEST_RUNS).max(MOST_RUNS).allow(null),
    seed: Joi.number().integer().min(0).max(2_000_000_000).allow(null),
    mean: Joi.boolean().allow(null),
    plans: Joi.array()
      .items(
        Joi.object({
          name: Joi.string().min(1).max(80).required(),
          courses: Joi.array()
            .items(Joi.object({ treatment: treatmentSchema().required(), start: daySchema().required() }))
            .max(MOST_COURSES)
            .required(),
        }),
      )
      .min(1)
      .max(MOST_PLANS)
      .allow(null),
  })
    .prefs({ convert: false })
    .messages(MESSAGES),
)

interface Checked {
  readonly case: unknown
  readonly days?: number | null
  readonly runs?: number | null
  readonly seed?: number | null
  readonly mean?: boolean | null
  readonly plans?: readonly OutlookPlan[] | null
}
type Read = { readonly ok: true; readonly asked: OutlookAsked } | { readonly ok: false; readonly refusal: Refusal }
const no = (path: string, words: string): Read => ({ ok: false, refusal: { path, sentence: `${path} ${words}.` } })

/** Reads an outlook file's JSON value; nothing is guessed or converted. */
export function parseOutlook(value: unknown): Read {
  const { error, value: checked } = outlookSchema().validate(value)
  if (error) return { ok: false, refusal: saidBy(error) }
  const { days, runs, seed, mean, plans, case: of } = checked as Checked
  if (mean && runs != null) return no('runs', 'is given beside mean: one run of the usual colony, or many')
  const parsed = parseCase(of)
  if (!parsed.ok) {
    const { path, sentence } = parsed.refusal
    return { ok: false, refusal: { path: `case.${path}`, sentence: sentence.startsWith(path) ? `case.${sentence}` : `In the case: ${sentence}` } }
  }
  const { situation } = parsed
  const ahead = days ?? USUAL_DAYS
  const end = addDays(situation.asOf, ahead)
  const known = new Set<string>([...TREATMENT_KEYS, ...(situation.own ?? []).map((sheet) => sheet.key)])
  const names = new Set<string>()
  for (const [i, plan] of (plans ?? []).entries()) {
    if (names.has(plan.name)) return no(`plans[${i}].name`, `is there twice: what is told of them could not be told apart`)
    names.add(plan.name)
    for (const [j, { treatment, start }] of plan.courses.entries()) {
      const path = `plans[${i}].courses[${j}]`
      if (isOwnKey(treatment) && !known.has(treatment)) return no(`${path}.treatment`, 'is a treatment of one’s own whose sheet is not in case.own')
      if (start < situation.asOf)
        return no(`${path}.start`, `is before the case is known, ${situation.asOf}: what was begun already stands in case.history`)
      if (start > end) return no(`${path}.start`, `is after the last day that is looked at, ${end}: ask for more days`)
    }
  }
  return {
    ok: true,
    asked: {
      situation,
      days: ahead,
      runs: mean ? 1 : (runs ?? USUAL_RUNS),
      seed: seed ?? 1,
      mean: mean ?? false,
      plans: plans ?? [{ name: 'nothing', courses: [] }],
    },
  }
}
