import type { TrialState } from '../trial/index.ts'
import { writeTable } from './table-text.ts'

const HEADINGS = [
  'arm',
  'block',
  'place',
  'colony',
  'counted before',
  'mites before',
  'bees before',
  'counted after',
  'mites after',
  'bees after',
  'log of what is left',
  'not in the figures',
] as const
/** A trial as CSV with a heading, a line a colony. */
export const writeTrial = ({ arms }: Pick<TrialState, 'arms'>): string =>
  writeTable(
    HEADINGS,
    arms.flatMap((arm) =>
      arm.colonies.map((c) => [
        arm.name,
        c.block,
        c.position,
        c.name,
        c.before?.date ?? null,
        c.before?.mites ?? null,
        c.before?.exposure ?? null,
        c.after?.date ?? null,
        c.after?.mites ?? null,
        c.after?.exposure ?? null,
        c.loss === null ? null : Math.round(c.loss * 1000) / 1000,
        c.out,
      ]),
    ),
  )
