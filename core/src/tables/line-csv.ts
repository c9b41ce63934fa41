import type { ColonyLine } from '../book/index.ts'
import { writeTable, type Cell } from './table-text.ts'

const HEADINGS = ['day', 'until', 'what', 'which', 'figure', 'low', 'high', 'limit', 'unit', 'note'] as const
const UNIT = { per100: 'mites in 100 bees', perDay: 'mites a day', per100cells: 'mites in 100 cells' } as const
const round = (x: number): number => Math.round(x * 100) / 100

/** A colony's line as rows of a table, by day. */
export function lineRows(line: ColonyLine): Cell[][] {
  const rows: Cell[][] = [
    ...line.counts.map((c) => [c.on, null, 'count', c.method, round(c.estimate), round(c.low), round(c.high), c.limit, UNIT[c.unit], c.note]),
    ...line.courses.map((c) => [c.from, c.to, 'course', c.treatment.name, c.doses.length, null, null, null, 'doses', c.state]),
    ...line.looks.map((l) => [
      l.on,
      null,
      'look',
      l.queen && `queen ${l.queen}`,
      l.frames,
      null,
      null,
      null,
      'frames of bees',
      [l.brood === null ? '' : `${l.brood} frames of brood`, l.supers && `supers ${l.supers}`, ...l.signs].filter(Boolean).join('; '),
    ]),
    ...line.happened.map((h) => [h.on, null, 'happened', h.what, null, null, null, null, null, null]),
  ]
  return rows.toSorted((a, b) => String(a[0]).localeCompare(String(b[0])))
}
/** A colony's line as CSV with a heading. */
export const writeLine = (line: ColonyLine): string => writeTable(HEADINGS, lineRows(line))
