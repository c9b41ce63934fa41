import type { RegisterLine } from '../book/index.ts'
import { writeTable } from './table-text.ts'

const HEADINGS = [
  'yard',
  'position',
  'colony',
  'treatment',
  'name on the pack',
  'batch',
  'expiry',
  'bought where',
  'vet',
  'given on',
  'each time',
  'unit',
  'by',
  'begun',
  'over',
  'supers from',
  'struck',
  'still missing',
] as const

/** The register as CSV with a heading, a line a treatment and colony; what was struck stands there with its reason. */
export const writeRegister = (lines: readonly RegisterLine[]): string =>
  writeTable(
    HEADINGS,
    lines.map((l) => [
      l.yard,
      l.position,
      l.colony,
      l.treatment.name,
      l.label,
      l.batch,
      l.expires,
      l.bought,
      l.vet,
      l.doses.map((d) => d.on).join(' '),
      l.doses.map((d) => d.amount ?? '?').join(' '),
      l.unit,
      [...new Set(l.doses.flatMap((d) => d.by ?? []))].join(', '),
      l.start,
      l.end,
      l.supersFrom,
      l.struck.map((s) => `${s.on}: ${[s.what, s.was, s.reason].filter((x) => x !== null).join(', ')}`).join('; '),
      l.missing.join(', '),
    ]),
  )
