import type { ColonyState, SettingsRecord, YardState } from '../holding/index.ts'
import { lastStarts, judged } from '../match/index.ts'
import { daysBetween, sayDays, type Day } from '../time/index.ts'
import { shortName, treatmentsWith, type Treatment } from '../treatments/index.ts'
import { aDay } from '../words/index.ts'

/** The last sensible starts of one option at a yard, counted back. */
export interface Deadline {
  readonly treatment: Treatment
  /** Before the supers must go on; null where no day is set or it does not matter. */
  readonly bySupers: Day | null
  /** Before the last opening. */
  readonly byOpening: Day | null
  /** The earlier of the two. */
  readonly last: Day
  readonly listed: boolean
  readonly state: 'passed' | 'near' | 'ahead'
}
export interface YardDeadlines {
  readonly yard: YardState
  /** The nearest first. */
  readonly options: readonly Deadline[]
  /** Courses in hand that will not be over in time. */
  readonly clashes: readonly { readonly colonyId: string; readonly colony: string; readonly text: string }[]
}

/** Last starts within so many days are near (common practice, no source). */
const NEAR = 42

function clashesOf({ colony, courses }: ColonyState, { supersNextOn, lastOpening }: YardState['yard'], today: Day) {
  return courses
    .filter((c) => c.planned || c.running)
    .flatMap(({ course, treatment }) => {
      const found: string[] = []
      const { supersOn } = course
      if (supersNextOn && supersOn && supersOn > supersNextOn && supersNextOn >= today)
        found.push(
          `${treatment.name}: supers may go on from ${aDay(supersOn, today)}, ${sayDays(daysBetween(supersNextOn, supersOn))} after they must (${aDay(supersNextOn, today)}).`,
        )
      const removal = course.jobs.find((j) => j.job === 'remove' && j.state === 'open')
      if (lastOpening && removal && removal.earliest > lastOpening)
        found.push(
          `${treatment.name}: it comes out from ${aDay(removal.earliest, today)}, ${sayDays(daysBetween(lastOpening, removal.earliest))} after your last opening (${aDay(lastOpening, today)}).`,
        )
      return found.map((text) => ({ colonyId: colony.id, colony: colony.name, text }))
    })
}

/** Counted back from the supers and the last opening of a yard: each option's last start, the strictest colony speaking, and what clashes. */
export function deadlinesOf(yard: YardState, settings: Pick<SettingsRecord, 'rules' | 'own'>): YardDeadlines {
  const { today } = yard.yard
  const situations = yard.row.map((s) => judged(s.situation, s.judgement))
  const options = treatmentsWith(settings.own)
    .filter((t) => t.way === 'given')
    .flatMap((treatment): Deadline[] => {
      const all = situations.map((s) => lastStarts(treatment, s))
      const first = (days: readonly (Day | null)[]) => days.filter((d) => d !== null).toSorted()[0] ?? null
      const [bySupers, byOpening] = [first(all.map((l) => l.bySupers)), first(all.map((l) => l.byOpening))]
      const last = first([bySupers, byOpening])
      if (last === null) return []
      const away = daysBetween(today, last)
      return [
        {
          treatment,
          bySupers,
          byOpening,
          last,
          listed: settings.rules[treatment.key]?.authorised === 'yes',
          state: away < 0 ? 'passed' : away <= NEAR ? 'near' : 'ahead',
        },
      ]
    })
  return {
    yard,
    options: options.toSorted((a, b) => a.last.localeCompare(b.last) || shortName(a.treatment).localeCompare(shortName(b.treatment))),
    clashes: yard.row.flatMap((s) => clashesOf(s, yard.yard, today)),
  }
}
