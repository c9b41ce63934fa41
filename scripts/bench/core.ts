/** What the core does for one colony and a yard of thirty, over cases of its own: bundled against this release and the one before, and run in turn. */
import { answer } from '@thistle/core/course'
import { parseCase } from '@thistle/core/formats'
import { judged, match, startWindows } from '@thistle/core/match'
import * as matching from '@thistle/core/match'
import { addDays } from '@thistle/core/time'
import { yardState } from '@thistle/core/holding'
import { bareColony, bareCount, bareSettings, bareYard } from '../../tests/cases/records.ts'

const START = '2026-08-12'
/** A yard of thirty, all known: what both releases read alike. */
const CASES = Array.from({ length: 30 }, (_, n) => {
  const parsed = parseCase({
    case: 1,
    asOf: START,
    hemisphere: 'north',
    phase: 'decrease',
    colony: {
      broodBoxes: 1 + (n % 2),
      framesOfBees: 5 + (n % 12),
      framesOfBrood: 2 + (n % 6),
      brood: 'capped',
      hive: 'frames',
      queen: 'laying',
      floor: n % 3 === 0 ? 'screen-open' : 'solid',
      floorWet: false,
      entrance: n % 4 === 0 ? 'reduced' : 'full',
      clustered: false,
      feeding: false,
      newlyHived: false,
    },
    supers: { now: n % 5 === 0 ? 'for-people' : 'none', nextOn: '2027-05-10' },
    counts: [{ date: '2026-08-11', method: 'wash', mites: n % 14, bees: 300 }],
    weather: Array.from({ length: 12 }, (_x, d) => ({ date: addDays(START, d), high: 21 + ((n + d) % 10), low: 12 })),
    normals: Array.from({ length: 12 }, (_x, m) => ({
      month: m + 1,
      high: 14 - 11 * Math.cos((m * Math.PI) / 6),
      low: 5 - 8 * Math.cos((m * Math.PI) / 6),
    })),
    lastOpening: '2026-11-05',
    history: [{ treatment: 'amitraz-strip', start: '2026-03-01', end: '2026-04-14' }],
  })
  if (!parsed.ok) throw new Error(parsed.refusal.sentence)
  return parsed.situation
})
const at = (n: number) => CASES[n % CASES.length] as (typeof CASES)[number]
const on = (i: number) => addDays(START, i % 20)

/** The fits of all options alone, by the name this release or the one before has for it. */
const fitsAlone = (Object.entries(matching).find(([name]) => name === 'fitsOn' || name === 'verdictsOn')?.[1] ?? (() => null)) as (
  s: unknown,
) => unknown

/** The thirty as a yard has them, under one weather that nobody has asked about. */
const yardOn = (i: number) => {
  const [{ weather, normals }] = CASES as [(typeof CASES)[number]]
  const here = { weather: weather.map((d) => ({ ...d, high: d.high + (i % 7) * 0.1 })), normals: [...normals], startOn: on(i) }
  return CASES.map((s) => ({ ...s, ...here }))
}

/** 1,725 colonies in 75 yards, two jars each, of other days and other figures in each run. */
const holdingOf = (i: number) =>
  Array.from({ length: 75 }, (_, y) =>
    bareYard(START, {
      id: `yard ${y}`,
      normals: [...at(0).normals],
      colonies: Array.from({ length: 23 }, (_x, c) => {
        const n = i * 1009 + y * 23 + c
        return bareColony({
          id: `colony ${y} ${c}`,
          counts: [bareCount(addDays(START, -35 - (n % 6)), n % 7), bareCount(addDays(START, -1 - (n % 19)), (n * 7) % 23)],
        })
      }),
    }),
  )

/** Each thing that is measured; every call is of a case nobody has asked about, so that nothing kept is measured. */
export const TASKS: Readonly<Record<string, (i: number) => unknown>> = {
  'one colony through all options, fits alone': (i) => fitsAlone(judged({ ...at(i), startOn: on(i) })),
  'one colony through all options, in order': (i) => match(judged({ ...at(i), startOn: on(i) })).length,
  'the answer that a page begins with': (i) => answer({ ...at(i), startOn: on(i) }).options.length,
  'a yard of 30 on a day': (i) => yardOn(i).map((s) => match(judged(s)).length),
  'a holding of 1,725 in 75 yards': (i) => holdingOf(i).map((yard) => yardState(yard, bareSettings).row.length),
  '56 days of a yard of 30': (i) => yardOn(i).map((s) => startWindows(judged(s), on(i), 56)),
}
