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
/** Many rows in one stroke. */
export const batchBody = Joi.object(Object.fromEntries(BATCHED.map((word) => [word, rows(word)])))
