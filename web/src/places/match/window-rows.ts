/** The rows of the picture of start windows, from the core's verdicts. */
import type { AnsweredOption } from '@thistle/core/course'
import type { OptionWindows, Verdict } from '@thistle/core/match'
import type { Situation } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import { treatmentOf } from '@thistle/core/treatments'
import type { WindowRow } from '../../graphics/StartWindows.vue'
import { sayDay, sayWindow } from '../../look/dates.ts'

const SHARE: Record<Verdict, number> = { fits: 1, care: 0.5, wait: 0, 'ruled-out': 0 }
const BECAUSE = {
  supers: 'before the next supers',
  opening: 'before the last opening',
  'winter-bees': 'for the bees of the winter',
  weather: 'by its temperature',
} as const

/** "14-20 Aug, 26 Aug-5 Oct". */
export const saySpells = (spells: OptionWindows['spells']): string => spells.map((s) => sayWindow(s.from, s.to)).join(', ')

export function sayLastStart(last: OptionWindows['lastStart'], today: Day): string {
  if (!last) return ''
  return last.day < today ? `last start was ${sayDay(last.day, today)}` : `last start ${sayDay(last.day, today)}`
}

/** Each stretch of days as it is drawn: which fit, and which only with care. */
export function stretches(w: Pick<OptionWindows, 'from' | 'days'>): string[] {
  const found: { verdict: Verdict; first: number; last: number }[] = []
  w.days.forEach((verdict, n) => {
    const before = found.at(-1)
    if (before && before.verdict === verdict) before.last = n
    else found.push({ verdict, first: n, last: n })
  })
  const say = (n: number) => addDays(w.from, n)
  return found.flatMap((f) =>
    f.verdict === 'fits' || f.verdict === 'care' ? [`${f.verdict === 'fits' ? 'fits' : 'with care'} ${sayWindow(say(f.first), say(f.last))}`] : [],
  )
}

/** Rows in the order of the options as they are ranked on the chosen day. */
export function windowRows(windows: readonly OptionWindows[], options: readonly AnsweredOption[], today: Day): WindowRow[] {
  const byKey = new Map(windows.map((w) => [w.treatment.key, w]))
  return options.flatMap((o) => {
    const w = byKey.get(o.treatment)
    if (!w) return []
    const ruledOut = w.days.every((v) => v === 'ruled-out')
    const last = !ruledOut && w.lastStart && w.lastStart.day <= addDays(w.from, w.days.length) ? sayLastStart(w.lastStart, today) : ''
    const when = w.spells.length > 0 ? stretches(w).join(', ') : 'fits on no day of these weeks'
    return {
      key: o.treatment,
      name: treatmentOf(o.treatment)?.name ?? o.treatment,
      verdict: o.fit,
      says: last,
      words: [when, last && w.lastStart ? `${last}, ${BECAUSE[w.lastStart.because]}` : ''].filter(Boolean).join('; '),
      shares: w.days.map((v) => SHARE[v]),
      ruledOut,
      last: ruledOut ? null : (w.lastStart?.day ?? null),
    }
  })
}

/** Days that bound a plan. */
export function boundsOf(s: Situation): { day: Day; text: string }[] {
  return [
    s.supers.now === 'for-people' && s.supers.offOn ? { day: s.supers.offOn, text: `supers off ${sayDay(s.supers.offOn, s.asOf)}` } : null,
    s.supers.nextOn ? { day: s.supers.nextOn, text: `next supers ${sayDay(s.supers.nextOn, s.asOf)}` } : null,
    s.lastOpening ? { day: s.lastOpening, text: `last opening ${sayDay(s.lastOpening, s.asOf)}` } : null,
  ].filter((b) => b !== null)
}

/** The last day that is forecast or observed. */
export const forecastEnd = (s: Situation): Day | null => s.weather.reduce<Day | null>((far, d) => (far === null || d.date > far ? d.date : far), null)
