import { lastForWinterBees } from '../judge/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'
import { courseSpan, supersMayStay, waitDaysOf, type Treatment } from '../treatments/index.ts'
import { fitAt, HORIZON, onDay, worse, worseThan, worstFit, type Gate, type JudgedSituation, type Level } from './finding.ts'
import { GATES } from './gates/index.ts'
import { lastStart } from './gates/time.ts'

/** The days on which an option may start. */
export interface OptionWindows {
  readonly treatment: Treatment
  readonly from: Day
  /** One verdict a day. */
  readonly days: readonly Level[]
  /** Unbroken runs of days on which it fits, or fits with care. */
  readonly spells: readonly { readonly from: Day; readonly to: Day }[]
  readonly lastStart: LastStart | null
}

/** The last sensible start, and what sets it. */
export interface LastStart {
  readonly day: Day
  readonly because: 'supers' | 'opening' | 'winter-bees' | 'weather'
  /** The day that sets it; for the weather the first that no longer passes, for the winter bees the first that is late for them. */
  readonly limit: Day
}

/** The last starts that the next supers and the last opening each allow; null where one is not set, or does not matter to the option. */
export function lastStarts(option: Treatment, s: JudgedSituation): { readonly bySupers: Day | null; readonly byOpening: Day | null } {
  const rule = s.rules[option.key]
  const { nextOn } = s.supers
  const bySupers =
    nextOn === null || supersMayStay(option, rule) || option.way === 'waiting'
      ? null
      : addDays(nextOn, -courseSpan(option, s).least - waitDaysOf(option, rule))
  return { bySupers, byOpening: option.way === 'waiting' ? null : lastStart(option, s) }
}

/** What is given where nothing is capped has its best time in winter: no last start for the winter bees. */
const isForBroodless = (option: Treatment): boolean => option.patterns.some((p) => p.when === 'nothing-capped') || option.reach === 'once'

/** The last start that still helps the bees that are raised for the winter, within the weeks that are searched. */
function lastForBees(option: Treatment, s: JudgedSituation): LastStart | null {
  if (option.way !== 'given' || isForBroodless(option)) return null
  const day = lastForWinterBees(s, s.startOn)
  return day === null || daysBetween(s.startOn, day) > HORIZON ? null : { day, because: 'winter-bees', limit: addDays(day, 1) }
}

/** The last start by the dates: counted back from the next supers and from the last opening, and while winter bees are raised; the earliest. */
function lastByDates(option: Treatment, s: JudgedSituation): LastStart | null {
  const { nextOn } = s.supers
  const { bySupers, byOpening } = lastStarts(option, s)
  const each: (LastStart | null)[] = [
    byOpening !== null && s.lastOpening !== null ? { day: byOpening, because: 'opening', limit: s.lastOpening } : null,
    bySupers !== null && nextOn !== null ? { day: bySupers, because: 'supers', limit: nextOn } : null,
    lastForBees(option, s),
  ]
  return each.reduce((first, one) => (one !== null && (first === null || one.day < first.day) ? one : first), null)
}

/** Whether the weather of a day and what the bees do in it let an option begin. */
const passesWeather = (option: Treatment, s: JudgedSituation): boolean =>
  [GATES.temperature, GATES.hive].every((gate) =>
    gate(option, s).every((f) => (f.about !== 'weather' && f.about !== 'clustered' && f.gate !== 'temperature') || !worseThan(f.level, 'care')),
  )

/**
 * The last day on which an option can sensibly begin: course and waiting time over before the next supers, what is laid in out before
 * the last opening, in time for the bees of the winter, and on a day that passes by its temperature, by what is forecast and usual. Null
 * where none of these dates is set or near, or none matters to this option.
 */
export function lastSensibleStart(option: Treatment, s: JudgedSituation): LastStart | null {
  const byDates = lastByDates(option, s)
  if (!byDates || option.way !== 'given' || byDates.day < s.startOn || daysBetween(s.startOn, byDates.day) > HORIZON) return byDates
  for (let day = byDates.day; day >= s.startOn; day = addDays(day, -1)) {
    if (passesWeather(option, onDay(s, day))) return day === byDates.day ? byDates : { day, because: 'weather', limit: addDays(day, 1) }
  }
  return null
}

function spellsOf(days: readonly Level[], from: Day): { from: Day; to: Day }[] {
  const spells: { from: Day; to: Day }[] = []
  days.forEach((level, n) => {
    if (level !== 'fits' && level !== 'care') return
    const day = addDays(from, n)
    const last = spells.at(-1)
    if (last && addDays(last.to, 1) === day) last.to = day
    else spells.push({ from: day, to: day })
  })
  return spells
}

/** The verdict of an option in each of some situations that differ in their day alone; gates that read nothing of the day are asked once. */
export function levelsByDay(option: Treatment, days: readonly JudgedSituation[], anyDay: readonly Gate[], byDay: readonly Gate[]): Level[] {
  const [first] = days
  if (!first) return []
  const levels: Level[] = new Array<Level>(days.length).fill(worstFit(anyDay, option, first))
  for (const gate of byDay) {
    let known: Level | undefined
    for (const [n, s] of days.entries()) {
      const worst = levels[n] ?? 'fits'
      // Once nothing can be worse nothing more is asked, and what was not asked is not known on the next day.
      const before = days[n - 1]
      if (worst === 'ruled-out') known = undefined
      else known = known && before && gate.sameOn?.(option, before, s) ? known : fitAt(gate, option, s)
      if (known && known !== 'fits') levels[n] = worse(worst, known)
    }
  }
  return levels
}
/** The same situation on each of some days. */
export const onEachDay = (s: JudgedSituation, from: Day, days: number): JudgedSituation[] =>
  Array.from({ length: days }, (_, n) => onDay(s, addDays(from, n)))

/** For each option the days on which it may start, over some weeks: the picture people plan from. */
export function windowsOf(
  s: JudgedSituation,
  from: Day,
  days: number,
  gates: { readonly anyDay: readonly Gate[]; readonly byDay: readonly Gate[] },
  options: readonly Treatment[],
): OptionWindows[] {
  const each = onEachDay(s, from, days)
  return options.map((treatment) => {
    const levels = levelsByDay(treatment, each, gates.anyDay, gates.byDay)
    return { treatment, from, days: levels, spells: spellsOf(levels, from), lastStart: lastSensibleStart(treatment, s) }
  })
}
