import Joi from 'joi'
import { answer } from '@thistle/core/course'
import { caseSchema, parseCase } from '@thistle/core/formats'
import { LEVELS } from '@thistle/core/match'
import { TREATMENT_KEYS } from '@thistle/core/situation'
import { told, type Route } from '../api/route.ts'
import { Problem } from '../problems/problem.ts'
import { day, maybe } from '../records/shapes.ts'

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
      treatment: Joi.string()
        .valid(...TREATMENT_KEYS)
        .required(),
      verdict: Joi.string()
        .valid(...LEVELS)
        .required(),
      earliest: maybe(day()).required(),
      findings: Joi.array().items(finding).required(),
      dose: maybe(Joi.object().unknown(true)).required(),
      course: Joi.array().items(job).required(),
    }).unknown(true),
  ),
}).unknown(true)

export const matchingRoutes = (): Route[] => [
  {
    method: 'post',
    path: '/match',
    access: 'read',
    group: 'Matching',
    summary: 'A case file in, the answer out; nothing is kept',
    body: caseSchema,
    checksBody: true,
    answers: { 200: told(answered, 'The judgement, and every option through every gate.') },
    handle: ({ body }) => {
      const parsed = parseCase(body)
      if (!parsed.ok) throw Problem.invalid([parsed.refusal])
      return { status: 200, body: answer(parsed.situation) }
    },
  },
]
