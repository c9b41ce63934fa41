import { once, capital, listed, small } from '../units/index.ts'
import { limitOf } from '../judge/index.ts'
import { broodlessWindow, phaseOf } from '../situation/index.ts'
import { fitsOn, judged, lastSensibleStart, onDay } from '../match/index.ts'
import { addDays, type Day } from '../time/index.ts'
import { shortName, treatmentsWith, type Treatment } from '../treatments/index.ts'
import { colonyState, type ColonyState, type Tone } from './colony-state.ts'
import { sayPlan } from './plan-words.ts'
import type { SettingsRecord, YardRecord } from './records.ts'
import { keeperFacts, pastOf } from './situation-of.ts'
import { celsius, fromTo, aDay } from '../words/index.ts'

/** A piece of the sentence over a yard, with how it is to be read. */
export interface Phrase {
  readonly text: string
  readonly tone: Tone | 'plain'
  /** It speaks of what may be given: it leads to the options and not to the row. */
  readonly leads?: 'options'
}

export interface YardState {
  readonly yard: YardRecord
  readonly row: readonly ColonyState[]
  /** What the row is made of, in small steps: whoever takes them one by one may rest between two. Taking one twice costs nothing. */
  readonly work: readonly (() => unknown)[]
  /** The limit in force today, mites per 100 bees, by the keeper's school. */
  readonly limit: number
  /** One sentence that says what the yard needs. */
  readonly sentence: readonly Phrase[]
  /** The facts under it. */
  readonly below: string
  /** Last sensible starts that come near, in one sentence; null where none does. */
  readonly ahead: string | null
}

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve']
const colonies = (n: number) => `${NUMBERS[n] ?? n} ${n === 1 ? 'colony' : 'colonies'}`

function names(states: readonly ColonyState[]): string {
  const all = states.map((s) => s.colony.name)
  if (all.length > 3) return colonies(all.length)
  return listed(all)
}

const has = (state: ColonyState, due: 'overdue' | 'due', kind?: string) =>
  state.steps.some((s) => s.due === due && (kind === undefined || s.job?.job === kind))

function phrases(row: readonly ColonyState[]): Phrase[] {
  const found: Phrase[] = []
  const strips = row.filter((s) => has(s, 'overdue', 'remove'))
  const late = row.filter((s) => has(s, 'overdue') && !strips.includes(s) && s.steps[0]?.kind === 'job')
  const free = (level: string) => row.filter((s) => s.judgement.level === level && s.inHand === null && s.gone === null)
  const urgent = free('urgent')
  const over = free('treat')
  const due = row.filter((s) => s.steps.some((x) => x.kind === 'job' && x.due === 'due' && x.job?.job !== 'prepare'))
  const recount = row.filter((s) => s.inHand === null && s.steps.some((x) => x.kind === 'count' && x.due !== 'coming'))
  const left = row.filter((s) => s.steps.some((x) => x.kind === 'left'))
  const gone = row.filter((s) => s.steps.some((x) => x.kind === 'gone'))
  if (strips.length > 0) found.push({ text: `strips in ${names(strips)} must come out now`, tone: 'alarm' })
  if (late.length > 0) found.push({ text: `${names(late)} ${late.length === 1 ? 'is' : 'are'} overdue`, tone: 'alarm' })
  const stuck = row.filter((s) => s.failing && s.gone === null)
  if (urgent.length > 0) found.push({ text: `${names(urgent)} ${urgent.length === 1 ? 'is' : 'are'} in danger`, tone: 'alarm' })
  if (stuck.length > 0)
    found.push({
      text: `${names(stuck)} ${stuck.length === 1 ? 'is' : 'are'} ${stuck.every((s) => s.judgement.level === 'urgent') ? 'in danger' : 'over the limit'} in the middle of a course`,
      tone: 'alarm',
    })
  if (over.length > 0)
    found.push({ text: `${over.length > 2 ? colonies(over.length) : names(over)} ${over.length === 1 ? 'is' : 'are'} over the limit`, tone: 'alarm' })
  const fit = sayPlan([...urgent, ...over])
  if (fit) found.push({ text: fit, tone: 'act', leads: 'options' })
  if (left.length > 0 && found.length < 3) found.push({ text: `a course in ${names(left)} was left standing`, tone: 'act' })
  if (gone.length > 0) found.push({ text: `${names(gone)} can be taken out of the row`, tone: 'act' })
  if (due.length > 0 && found.length < 3) found.push({ text: `there is work in ${names(due)}`, tone: 'act' })
  if (recount.length > 0 && found.length < 3)
    found.push({
      text: `${colonies(recount.length)} ${recount.length === 1 ? 'wants' : 'want'} ${recount.every((s) => s.judgement.shut) ? 'a board' : 'counting'}`,
      tone: 'act',
    })
  return found
}

function nextDay(row: readonly ColonyState[]): Day | null {
  return row.flatMap((s) => s.steps.map((x) => x.earliest)).toSorted()[0] ?? null
}

function say(yard: YardRecord, row: readonly ColonyState[]): Phrase[] {
  if (row.length === 0) return [{ text: `${yard.name} is empty. Add the colonies in the order in which they stand.`, tone: 'plain' }]
  const found = phrases(row)
  if (found.length === 0) {
    const next = nextDay(row)
    return [{ text: `${yard.name}: nothing is due${next ? `; the next thing is on ${aDay(next, yard.today)}` : ''}.`, tone: 'settled' }]
  }
  return found.flatMap((p, i) => {
    const joint = i === 0 ? `${yard.name}: ` : i === found.length - 1 ? ', and ' : ', '
    return [{ text: joint, tone: 'plain' as const }, p, ...(i === found.length - 1 ? [{ text: '.', tone: 'plain' as const }] : [])]
  })
}

function below(yard: YardRecord, row: readonly ColonyState[]): string {
  const days = row
    .map((s) => s.judgement.countedOn)
    .filter((d) => d !== null)
    .toSorted()
  const [first, last] = [days[0], days.at(-1)]
  const counted = first && last ? ` Last counted ${fromTo(first, last)}.` : ' Nothing is counted yet.'
  const today = yard.weather.find((d) => d.date === yard.today)
  return `${capital(colonies(row.length))} in standing order.${row.length > 0 ? counted : ''}${today ? ` Today up to ${celsius(today.high)}.` : ''}`
}

/** Last starts within so many days are warned of. */
const WARN = 42

/** Of what the keeper's list says is authorised: the last sensible starts that come near, the nearest first. */
function sayAhead(yard: YardRecord, row: readonly ColonyState[], settings: SettingsRecord): string | null {
  const [first] = row
  if (!first) return null
  const listed = treatmentsWith(settings.own).filter((t) => t.way === 'given' && settings.rules[t.key]?.authorised === 'yes')
  const near = listed.flatMap((treatment) => {
    const found = row
      .map((s) => lastSensibleStart(treatment, judged(s.situation, s.judgement)))
      .filter((x) => x !== null)
      .toSorted((a, b) => a.day.localeCompare(b.day))[0]
    // No day is offered on which it would not fit.
    return found && found.day >= yard.today && found.day <= addDays(yard.today, WARN) && fitsThen(treatment, first, found.day)
      ? [{ treatment, ...found }]
      : []
  })
  const broodless = sayBroodless(yard, row)
  if (near.length === 0) return broodless
  const said = near
    .toSorted((a, b) => a.day.localeCompare(b.day))
    .map((x) => `${small(shortName(x.treatment))} ${aDay(x.day, yard.today)} (${LAST[x.because]})`)
  return `Last sensible starts ahead: ${said.join(', ')}.${broodless ? ` ${broodless}` : ''}`
}
const fitsThen = (treatment: Treatment, { situation, judgement }: ColonyState, day: Day): boolean =>
  fitsOn(onDay(judged(situation, judgement), day), [treatment]).every((x) => x.fit === 'fits' || x.fit === 'care')

/** The broodless weeks are told of this many days before they begin. */
const BEFORE = 30
/** The year's best opening for oxalic acid, said before it comes and while it lasts, for as long as no colony has its round. */
function sayBroodless({ normals, hemisphere, today }: YardRecord, row: readonly ColonyState[]): string | null {
  const weeks = normals.length === 12 ? broodlessWindow(normals, hemisphere, today) : null
  if (!weeks || weeks.from > addDays(today, BEFORE) || weeks.to < addDays(today, 7)) return null
  const opens = addDays(weeks.from, -BEFORE)
  const has = row.some((s) => s.courses.some((c) => !c.cancelled && c.left === null && c.treatment.active === 'oxalic acid' && c.startedOn >= opens))
  if (has) return null
  return `Likely without brood from ${aDay(weeks.from, today)} to ${aDay(weeks.to, today)}, by what is usual here: an oxalic round reaches nearly every mite then, not needed by a low count and given by many in any case.`
}
const LAST = {
  opening: 'before the last opening',
  supers: 'before the next supers',
  'winter-bees': 'for the bees of the winter',
  weather: 'then it is too cold or too hot',
} as const

/** A whole yard as it stands today, in walking order; worked out when its row is first read. */
export function yardState(yard: YardRecord, settings: SettingsRecord): YardState {
  const made = yard.colonies.map((colony) => once(() => colonyState(yard, colony, settings)))
  const row = once(() => made.map((state) => state()))
  const limit = limitOf(keeperFacts(settings), phaseOf({ phase: yard.phase, asOf: yard.today, hemisphere: yard.hemisphere, normals: yard.normals }))
  // The words plan the day and search for last starts: of seventy yards only those are made that somebody reads.
  const [sentence, ahead] = [once(() => say(yard, row())), once(() => sayAhead(yard, row(), settings))]
  return {
    yard,
    get row() {
      return row()
    },
    // The courses of all come first: each colony is judged by what the others were given.
    work: [...yard.colonies.map((colony) => () => pastOf(yard, colony, settings)), ...made, row],
    limit: (limit.mites / limit.bees) * 100,
    get sentence() {
      return sentence()
    },
    get below() {
      return below(yard, row())
    },
    get ahead() {
      return ahead()
    },
  }
}
