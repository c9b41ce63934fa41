import { createHash } from 'node:crypto'
import Joi from 'joi'
import { day, maybe, uuid } from '@thistle/core/bodies'
import { answer } from '@thistle/core/course'
import { byTreatment, caseSchema, parseCase, treatmentSchema } from '@thistle/core/formats'
import { situationOf, type ColonyRecord, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { fitsOn, judged, LEVELS } from '@thistle/core/match'
import { worded } from '@thistle/core/words'
import type { Scope } from '../access/scope.ts'
import { withBreaths } from '../api/breaths.ts'
import type { Built } from '../api/built.ts'
import { JSON_TYPE, told, type Route } from '../api/route.ts'
import { Problem } from '../problems/problem.ts'
import type { Keeping } from '../records/put.ts'
import { todayOf } from '../clock.ts'
import { settingsOn } from '../shelf/read.ts'
import { freshHeads, type Heads } from '../yards/heads.ts'
import { present, readInParts } from '../yards/read.ts'

const finding = Joi.object({
  gate: Joi.string().required(),
  level: Joi.string()
    .valid(...LEVELS)
    .required(),
  text: Joi.string().required(),
  flip: maybe(Joi.string()).required(),
  source: Joi.string().allow('').required(),
}).unknown(true)
const job = Joi.object({
  job: Joi.string().required(),
  n: Joi.number().integer().required(),
  earliest: day().required(),
  best: day().required(),
  latest: day().required(),
}).unknown(true)
const answered = Joi.object({
  judgement: Joi.object({
    level: Joi.string().valid('unknown', 'under', 'watch', 'treat', 'urgent').required(),
    estimate: maybe(Joi.number()).required(),
    low: maybe(Joi.number()).required(),
    high: maybe(Joi.number()).required(),
    threshold: maybe(Joi.number()).required(),
    text: Joi.string().required(),
  }).unknown(true),
  options: Joi.array().items(
    Joi.object({
      treatment: treatmentSchema().required(),
      verdict: Joi.string()
        .valid(...LEVELS)
        .required(),
      fit: Joi.string()
        .valid(...LEVELS)
        .required(),
      allowed: Joi.object({
        rules: Joi.string().valid('yes', 'confirm', 'no').required(),
        kit: Joi.string().valid('ready', 'fetch').required(),
        shelf: Joi.string().valid('enough', 'short', 'unknown').required(),
      }).required(),
      presumed: Joi.array()
        .items(
          Joi.object({
            fact: Joi.string().required(),
            value: Joi.alternatives(Joi.string(), Joi.number(), Joi.boolean()).required(),
            because: Joi.string().required(),
            otherwise: Joi.string()
              .valid(...LEVELS)
              .required(),
          }),
        )
        .required(),
      earliest: maybe(day()).required(),
      fitFrom: maybe(day()).required(),
      efficacy: maybe(
        Joi.object({ low: Joi.number().required(), estimate: Joi.number().required(), high: Joi.number().required() }).unknown(true),
      ).required(),
      left: maybe(
        Joi.object({ low: Joi.number().required(), estimate: Joi.number().required(), high: Joi.number().required(), on: day().required() }),
      ).required(),
      harm: Joi.array().items(Joi.object().unknown(true)).required(),
      findings: Joi.array().items(finding).required(),
      dose: maybe(Joi.object().unknown(true)).required(),
      course: Joi.array().items(job).required(),
      lastStart: maybe(
        Joi.object({ day: day().required(), because: Joi.string().valid('supers', 'opening', 'weather').required(), limit: day().required() }),
      ).required(),
      questions: Joi.array()
        .items(Joi.object({ fact: Joi.string().required(), question: Joi.string().required() }))
        .required(),
    }).unknown(true),
  ),
  combinations: Joi.array().items(Joi.object().unknown(true)).required(),
  choice: Joi.object({ kind: Joi.string().required(), text: Joi.string().required() }).unknown(true).required(),
  ask: Joi.array()
    .items(Joi.object({ fact: Joi.string().required(), question: Joi.string().required(), worth: Joi.number().required() }).unknown(true))
    .required(),
  winter: maybe(Joi.object().unknown(true)).required(),
  presumed: Joi.array()
    .items(Joi.object({ fact: Joi.string().required(), say: Joi.string().required(), because: Joi.string().required() }))
    .required(),
  contradictions: Joi.array()
    .items(Joi.object({ path: Joi.string().required(), text: Joi.string().required() }))
    .required(),
}).unknown(true)

const level = () => Joi.string().valid(...LEVELS)
const ofColony = Joi.object({
  yardId: uuid().required(),
  colonyId: uuid().required(),
  level: Joi.string().valid('unknown', 'under', 'watch', 'treat', 'urgent').required(),
  estimate: maybe(Joi.number()).required(),
  fits: byTreatment(level()).required(),
})

/** Every colony of a yard through every option, as JSON, a colony a line. */
async function verdictsOf(yard: YardRecord, settings: SettingsRecord): Promise<string> {
  const lines: string[] = []
  const judge = (colony: ColonyRecord) => (): void => {
    const s = judged(situationOf(yard, colony, settings))
    const { level, estimate } = s.judgement
    const fits = Object.fromEntries(fitsOn(s).map((o) => [o.treatment.key, o.fit]))
    lines.push(JSON.stringify({ yardId: yard.id, colonyId: colony.id, level, estimate, fits }))
  }
  await withBreaths(yard.colonies.map(judge))
  return lines.join(',\n')
}

/** Those of all yards. A yard is judged by nothing but its record and the settings: where neither is another, it is given as it was judged. */
async function verdictsText(keep: Keeping, built: Built, scope: Scope, heads: Heads): Promise<string> {
  const { db, clock } = keep
  const settings = await settingsOn(db, scope.holdingId, todayOf(scope.livesOn, 'UTC', clock))
  const by = JSON.stringify(settings)
  const found: string[] = []
  await readInParts(db, scope, clock, heads, async (rows) => {
    for (const yard of rows.map(present) as YardRecord[]) {
      const mark = createHash('sha1').update(JSON.stringify(yard)).update(by).digest('base64url')
      found.push((await built.of(`verdicts of ${yard.id}`, mark, () => verdictsOf(yard, settings))).body.toString())
    }
  })
  return `[\n${found.filter((text) => text !== '').join(',\n')}\n]`
}

export const matchingRoutes = (keep: Keeping, built: Built): Route[] => [
  {
    method: 'get',
    path: '/verdicts',
    access: 'read',
    group: 'Matching',
    summary: 'Every colony through every option, for today of its yard',
    answers: { 200: told(Joi.array().items(ofColony), 'Yard by yard, in standing order.') },
    handle: async ({ scope }) => {
      const heads = await freshHeads(keep, null, scope)
      const question = `verdicts ${scope.holdingId} ${scope.yards?.join() ?? 'all'}`
      return { status: 200, type: JSON_TYPE, built: await built.of(question, heads.mark, () => verdictsText(keep, built, scope, heads)) }
    },
  },
  {
    method: 'post',
    path: '/match',
    access: 'read',
    group: 'Matching',
    summary: 'A case file in, the answer out; nothing is kept',
    body: caseSchema(),
    checksBody: true,
    answers: { 200: told(answered, 'The judgement, and every option through every gate.') },
    handle: ({ body }) => {
      const parsed = parseCase(body)
      if (!parsed.ok) throw Problem.invalid([parsed.refusal])
      return { status: 200, body: worded(answer(parsed.situation)) }
    },
  },
]
