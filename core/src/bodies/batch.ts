import Joi from 'joi'
import { SENT_RECORDS } from './records.ts'
import { uuid } from './shapes.ts'

/** The most rows of one batch. */
export const MOST_ROWS = 1000
/** In the order in which they lean on one another. */
export const BATCHED = ['colonies', 'placements', 'looks', 'counts', 'boards'] as const
export type Batched = (typeof BATCHED)[number]

const rows = (word: Batched) =>
  Joi.array()
    .items(SENT_RECORDS[word].keys({ id: uuid().required() }))
    .max(MOST_ROWS)
    .default([])
/** The most entries that are sent at once of what a phone kept. */
export const MOST_KEPT = 60
/** What was written without the network, as each would have been sent. */
export const keptBody = Joi.object({
  entries: Joi.array()
    .items(
      Joi.object({
        method: Joi.string().valid('PUT', 'POST', 'DELETE').required(),
        path: Joi.string().max(200).pattern(/^\//).required(),
        body: Joi.object().unknown(true).allow(null).default(null),
      }),
    )
    .min(1)
    .max(MOST_KEPT)
    .required(),
})

/** Many rows in one stroke. */
export const batchBody = Joi.object(Object.fromEntries(BATCHED.map((word) => [word, rows(word)])))
