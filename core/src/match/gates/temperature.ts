import { saySource, type Range, type TemperatureLimit, type Treatment } from '../../treatments/index.ts'
import { type Day } from '../../time/index.ts'
import { plain } from '../../units/index.ts'
import { firstDay, gateOf, type Gate, type JudgedSituation, type LazyFinding } from '../finding.ts'
import { excess, forecastChanceOf, weighHeat, type Weighed } from '../heat.ts'
import type { Reading } from '../../situation/index.ts'
import { celsius, celsiusList, celsiusRange, degree, kelvin, aDay } from '../../words/index.ts'

const sayRange = (range: Range): string => celsiusRange(range) ?? 'none'

const sayHighs = (readings: readonly Reading[]): string => {
  const highs = readings.map((r) => r.high)
  if (highs.length === 1) return `A high of ${celsiusList(highs)}`
  return highs.length <= 3 ? `Highs of ${celsiusList(highs)}` : `Highs up to ${celsius(Math.max(...highs))}`
}

const sayKnown = (readings: readonly Reading[]): string => {
  const kinds = new Set(readings.map((r) => r.source))
  if (kinds.has('normal')) {
    const last = readings.findLast((r) => r.source !== 'normal')
    return last ? `by the forecast to ${aDay(last.date)} and then what is usual` : 'by what is usual for the month'
  }
  return kinds.has('forecast') ? 'by the forecast' : 'as observed'
}

const percent = (chance: number) => `about ${plain(Math.min(99, Math.max(1, chance * 100)), 0)} %`

function sayAverage(limit: TemperatureLimit, w: Weighed): string {
  const what = limit.reads === 'mean' ? 'Day and night together come to' : 'The highs come to'
  const known = `${what} ${celsius(w.figure ?? 0)} ${limit.when}, ${sayKnown(w.readings)}; the limit is ${sayRange(limit.best)}`
  if (w.missing) return `${known}. Only ${w.readings.length} of ${limit.days[1] - limit.days[0] + 1} days are known.`
  if (w.level === 'fits') return `${known}.`
  if (w.chance !== null) return `${known}: the chance that it holds is ${percent(w.chance)}.`
  return `${known}: ${(w.figure ?? 0) > (limit.best[1] ?? Infinity) ? limit.hot : limit.cold}.`
}

function sayWeighed(limit: TemperatureLimit, w: Weighed, asOf: Day): string {
  if (w.readings.length === 0 || (w.missing && limit.of !== 'average') || w.figure === null)
    return `The temperature ${limit.when} is not known; the limit is ${sayRange(limit.best)}.`
  if (limit.of === 'average') return sayAverage(limit, w)
  const { deciding } = w
  if (!deciding) return ''
  if (w.chance !== null)
    return `Only what is usual for the month is known ${limit.when} (about ${celsius(deciding.high)}): the chance that the limit of ${sayRange(limit.best)} holds is ${percent(w.chance)}.`
  if (w.level === 'fits') {
    const chance = limit.of === 'each' ? forecastChanceOf(w.readings, limit.best, asOf) : null
    const doubt = chance !== null && chance < 0.9 ? `; as forecasts err, the chance that it holds is ${percent(chance)}` : ''
    return `${sayHighs(w.readings)} ${limit.when} ${sayKnown(w.readings)}; the limit is ${sayRange(limit.best)}${doubt}.`
  }
  const tooHot = limit.best[1] !== null && deciding.high > limit.best[1]
  const why = tooHot ? limit.hot : limit.cold
  const edge = tooHot ? limit.best[1] : limit.best[0]
  return `${celsius(deciding.high)} on ${aDay(deciding.date)} ${sayKnown([deciding])} is ${tooHot ? 'over' : 'under'} ${celsius(edge ?? 0)} ${limit.when}: ${why}.`
}

function sayChange(option: Treatment, limit: TemperatureLimit, w: Weighed, s: JudgedSituation): string | null {
  const one: Treatment = { ...option, temperature: [limit] }
  if (w.level === 'fits') {
    const figure = w.figure
    if (figure === null) return null
    const room = -excess(figure, limit.best)
    if (!Number.isFinite(room)) return null
    return `It would take ${kelvin(room)} ${limit.best[1] !== null && figure + room >= limit.best[1] ? 'more' : 'less'} to change this.`
  }
  const keeps =
    limit.of === 'average' ? `when it is ${sayRange(limit.best)} ${limit.when}` : `when the highs ${limit.when} are ${sayRange(limit.best)}`
  const clear = firstDay(temperature, one, s, 'fits')
  const careful = w.level === 'wait' ? firstDay(temperature, one, s, 'care') : null
  if (!careful || careful === clear) {
    return clear ? `Fits from ${aDay(clear)}, ${keeps}.` : 'No day in the next eight weeks is better, by the days known and what is usual.'
  }
  const unknown = weighHeat(limit, { ...s, startOn: careful }).missing
  const why = unknown ? 'from then on nothing is known' : `${sayRange(limit.outer)} with care`
  return `Fits with care from ${aDay(careful)} (${why})${clear ? `, fits from ${aDay(clear)}, ${keeps}` : ''}.`
}

/** Gate 2: the highs, and day and night together, on the days that matter; by forecast first and by normals beyond it. */
export const temperature: Gate = gateOf({ readsDay: true }, (option, s) => {
  if (option.temperature.length === 0) {
    return [{ gate: 'temperature', level: 'fits', source: '', text: () => 'No temperature limit.', flip: () => null }]
  }
  return option.temperature.map((limit): LazyFinding => {
    const w = weighHeat(limit, s)
    return {
      gate: 'temperature',
      level: w.level,
      ...(w.missing || w.readings.some((r) => r.source === 'normal') ? { about: 'weather' as const } : {}),
      figure: () => (w.figure === null ? 'not known' : degree(w.figure)),
      limit: () => sayRange(w.level === 'wait' ? limit.outer : limit.best),
      source: saySource(limit.source),
      text: () => sayWeighed(limit, w, s.asOf),
      flip: () => sayChange(option, limit, w, s),
    }
  })
})
