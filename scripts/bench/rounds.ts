/** Courses planned anew by the thousand, and rounds drawn for many yards: core alone. */
import { courseState, yardState, type ColonyRecord, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { drawRounds, type RoundPlan } from '@thistle/core/rounds'
import { addDays } from '@thistle/core/time'

const COURSES = 2000
const YARDS = 10

/** The same yard again and again, its colonies begun on other days, with other windows. */
function manyYards(yards: readonly YardRecord[]): YardRecord[] {
  return Array.from({ length: YARDS }, (_, y): YardRecord => {
    const base = yards[y % yards.length] as YardRecord
    const courses = yards.flatMap((x) => x.colonies).flatMap((c) => c.courses)
    const colonies = Array.from({ length: 24 }, (_, i): ColonyRecord => {
      const from = base.colonies[i % base.colonies.length] as ColonyRecord
      const course = courses[(i + y) % courses.length]
      const shift = -((i * 7 + y * 3) % 12)
      const moved =
        course && i % 2 === 0
          ? [{ ...course, id: `${y} ${i}`, startOn: addDays(base.today, shift), latestStart: addDays(base.today, shift + 3), events: [] }]
          : from.courses
      return { ...from, id: `${y} ${i}`, placement: { ...from.placement, position: i + 1 }, courses: moved }
    })
    return { ...base, id: `yard ${y}`, name: `Yard ${y}`, colonies }
  })
}

export interface Measured {
  readonly replanned: number
  readonly drawn: number
  readonly tight: number
  readonly plan: RoundPlan
  readonly tightPlan: RoundPlan
}

export function benchRounds(
  yards: readonly YardRecord[],
  settings: SettingsRecord,
  timed: (runs: number, work: (i: number) => unknown) => number,
): Measured {
  const open = yards.flatMap((y) => y.colonies.flatMap((colony) => colony.courses.map((record) => ({ colony, record, today: y.today }))))
  const replanned = timed(12, (i) => {
    for (let n = 0; n < COURSES; n++) {
      const { colony, record, today } = open[n % open.length] as (typeof open)[number]
      courseState({ ...record, startOn: addDays(record.startOn, -(n % 5)) }, colony, addDays(today, i % 7))
    }
  })
  const states = manyYards(yards).map((yard) => yardState(yard, settings))
  const free = { work: null }
  const few = {
    work: { minutes: [240, 0, 150, 150, 0, 150, 420], away: [], yardMinutes: 30, people: 1, vaporisers: { type: 'rod' as const, count: 1 } },
  }
  return {
    replanned,
    drawn: timed(8, () => drawRounds(states, free)),
    tight: timed(5, () => drawRounds(states, few)),
    plan: drawRounds(states, free),
    tightPlan: drawRounds(states, few),
  }
}
