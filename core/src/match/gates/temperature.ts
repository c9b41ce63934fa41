import { saySource, type Range, type TemperatureLimit, type Treatment } from '../../treatments/index.ts'
import { degree, sayRange, TEMPERATURE, type Said } from '../../words/index.ts'
import { firstDay, gateOf, worstOf, type Gate, type JudgedSituation, type LazyFinding, type Level } from '../finding.ts'
import { inside, roomOf, weighHeat, type Weighed } from '../heat.ts'
import { keptByWeather, type Reading } from '../../situation/index.ts'

function knownBy(readings: readonly Reading[]) {
  const kinds = new Set(readings.map((r) => r.source))
  if (!kinds.has('normal'))
    return { by: kinds.has('forecast') ? ('forecast' as const) : kinds.has('stated') ? ('stated' as const) : ('observed' as const) }
  const last = readings.findLast((r) => r.source !== 'normal')
  return last ? { by: 'forecast-then-usual' as const, until: last.date } : { by: 'usual' as const }
}

function sayAverage(limit: TemperatureLimit, w: Weighed): Said {
  const said = { when: limit.when, limit: limit.best, reads: limit.reads, average: w.figure ?? 0, known: knownBy(w.readings), chance: w.chance }
  if (w.missing) return TEMPERATURE.averagePartly({ ...said, days: w.readings.length, of: limit.days[1] - limit.days[0] + 1 })
  if (w.level === 'fits' || inside(said.average, limit.best)) return TEMPERATURE.average(said)
  return TEMPERATURE.averageOut({ ...said, why: said.average > (limit.best[1] ?? Infinity) ? limit.hot : limit.cold })
}

function sayWeighed(limit: TemperatureLimit, w: Weighed): Said {
  const said = { when: limit.when, limit: limit.best }
  if (w.readings.length === 0 || (w.missing && limit.of !== 'average') || w.figure === null) return TEMPERATURE.notKnown(said)
  if (limit.of === 'average') return sayAverage(limit, w)
  const { deciding } = w
  if (!deciding) return TEMPERATURE.nothingDecides()
  const { chance } = w
  if (chance !== null && w.readings.every((r) => r.source === 'normal')) return TEMPERATURE.usualOnly({ ...said, high: deciding.high, chance })
  if (w.level === 'fits' || inside(deciding.high, limit.best))
    return TEMPERATURE.holds({ ...said, highs: w.readings.map((r) => r.high), known: knownBy(w.readings), chance })
  const hot = limit.best[1] !== null && deciding.high > limit.best[1]
  return TEMPERATURE.out({
    high: deciding.high,
    day: deciding.date,
    known: knownBy([deciding]),
    hot,
    edge: (hot ? limit.best[1] : limit.best[0]) ?? 0,
    when: limit.when,
    why: hot ? limit.hot : limit.cold,
    chance,
  })
}

const same = (a: Range, b: Range): boolean => a[0] === b[0] && a[1] === b[1]
function sayChange(option: Treatment, limit: TemperatureLimit, w: Weighed, s: JudgedSituation): Said | null {
  const one: Treatment = { ...option, temperature: [limit] }
  if (w.level === 'fits') {
    const room = roomOf(limit, w)
    return room === null ? null : TEMPERATURE.wouldTake({ kelvin: Math.abs(room), more: room > 0 })
  }
  const said = { when: limit.when, limit: limit.best, average: limit.of === 'average' }
  const clear = firstDay(temperature, one, s, 'fits')
  const careful = w.level === 'wait' ? firstDay(temperature, one, s, 'care') : null
  if (!careful || careful === clear) return clear ? TEMPERATURE.from({ ...said, day: clear }) : TEMPERATURE.noBetterDay()
  const unknown = weighHeat(limit, { ...s, startOn: careful }).missing
  return TEMPERATURE.withCareFrom({ ...said, day: careful, outer: same(limit.outer, limit.best) ? null : limit.outer, unknown, clear })
}

const worstLimit = keptByWeather((told, option: Treatment, startOn) =>
  worstOf(option.temperature.map((limit) => weighHeat(limit, { ...told, startOn }).level)),
)
/** The worst of an option's limits on the day. */
const fitOn = (option: Treatment, s: JudgedSituation): Level => (option.temperature.length === 0 ? 'fits' : worstLimit(s, option, s.startOn))

/** Gate 2: the highs, and day and night together, on the days that matter; by forecast first and by normals beyond it. */
export const temperature: Gate = gateOf({ readsDay: true, fitOn }, (option, s) => {
  if (option.temperature.length === 0) {
    return [{ gate: 'temperature', level: 'fits', source: '', says: () => TEMPERATURE.noLimit(), turns: () => null }]
  }
  return option.temperature.map((limit): LazyFinding => {
    const w = weighHeat(limit, s)
    return {
      gate: 'temperature',
      level: w.level,
      about: w.untold ? 'weather' : undefined,
      figure: () => (w.figure === null ? 'not known' : degree(w.figure)),
      limit: () => sayRange(w.level === 'wait' ? limit.outer : limit.best),
      source: saySource(limit.source),
      says: () => sayWeighed(limit, w),
      turns: () => sayChange(option, limit, w, s),
    }
  })
})
