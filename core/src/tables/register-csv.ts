import type { RegisterLine } from '../book/index.ts'
import { writeTable, type Cell } from './table-text.ts'

export const REGISTER_HEADINGS = [
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

/** A line of the register as cells of a table; what was struck stands there with its reason. */
export const registerRow = (l: RegisterLine): Cell[] => [
  l.yard,
  l.position,
  l.colony,
  l.name,
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
]

/** The register as CSV with a heading, a line a treatment and colony. */
export const writeRegister = (lines: readonly RegisterLine[]): string => writeTable(REGISTER_HEADINGS, lines.map(registerRow))
