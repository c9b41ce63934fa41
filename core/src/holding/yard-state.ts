import { answer } from '../course/index.ts'
import { limitOf } from '../judge/index.ts'
import { phaseOf } from '../situation/index.ts'
import { lastSensibleStart } from '../match/index.ts'
import { addDays, sayDay, sayWindow, type Day } from '../time/index.ts'
import { shortName, treatmentOf, TREATMENTS } from '../treatments/index.ts'
import { colonyState, type ColonyState, type Tone } from './colony-state.ts'
import type { SettingsRecord, YardRecord } from './records.ts'
import { keeperFacts } from './situation-of.ts'

/** A piece of the sentence over a yard, with how it is to be read. */
export interface Phrase {
  readonly text: string
  readonly tone: Tone | 'plain'
}

export interface YardState {
  readonly yard: YardRecord
  readonly row: readonly ColonyState[]
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
  return all.join(', ').replace(/, ([^,]*)$/, ' and $1')
}

const has = (state: ColonyState, due: 'overdue' | 'due', kind?: string) =>
  state.steps.some((s) => s.due === due && (kind === undefined || s.job?.job === kind))

/** The first day on which something fits a colony that is over its limit. */
function firstFit(states: readonly ColonyState[]): string | null {
  const [first] = states
  if (!first) return null
  const option = answer(first.situation).options.find((o) => o.earliest !== null && treatmentOf(o.treatment)?.way === 'given')
  const treatment = option ? treatmentOf(option.treatment) : null
  if (!option?.earliest || !treatment) return 'nothing fits within eight weeks'
  const name = shortName(treatment).toLowerCase()
  return option.earliest === first.situation.asOf ? `${name} fits today` : `${name} fits from ${sayDay(option.earliest)}`
}

function phrases(row: readonly ColonyState[]): Phrase[] {
  const found: Phrase[] = []
  const strips = row.filter((s) => has(s, 'overdue', 'remove'))
  const late = row.filter((s) => has(s, 'overdue') && !strips.includes(s) && s.steps[0]?.kind === 'job')
  const free = (level: string) => row.filter((s) => s.judgement.level === level && s.inHand === null && s.gone === null)
  const urgent = free('urgent')
  const over = free('treat')
  const due = row.filter((s) => s.steps.some((x) => x.kind === 'job' && x.due === 'due' && x.job?.job !== 'prepare'))
  const recount = row.filter((s) => s.inHand === null && s.steps.some((x) => x.kind === 'count' && x.due !== 'coming'))
  const gone = row.filter((s) => s.steps.some((x) => x.kind === 'gone'))
  if (strips.length > 0) found.push({ text: `strips in ${names(strips)} must come out now`, tone: 'alarm' })
  if (late.length > 0) found.push({ text: `${names(late)} ${late.length === 1 ? 'is' : 'are'} overdue`, tone: 'alarm' })
  if (urgent.length > 0) found.push({ text: `${names(urgent)} ${urgent.length === 1 ? 'is' : 'are'} in danger`, tone: 'alarm' })
  if (over.length > 0)
    found.push({ text: `${over.length > 2 ? colonies(over.length) : names(over)} ${over.length === 1 ? 'is' : 'are'} over the limit`, tone: 'alarm' })
  const fit = firstFit([...urgent, ...over])
  if (fit) found.push({ text: fit, tone: 'act' })
  if (gone.length > 0) found.push({ text: `${names(gone)} can be taken out of the row`, tone: 'act' })
  if (due.length > 0 && found.length < 3) found.push({ text: `there is work in ${names(due)}`, tone: 'act' })
  if (recount.length > 0 && found.length < 3)
    found.push({ text: `${colonies(recount.length)} ${recount.length === 1 ? 'wants' : 'want'} counting`, tone: 'act' })
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
    return [{ text: `${yard.name}: nothing is due${next ? `; the next thing is on ${sayDay(next)}` : ''}.`, tone: 'settled' }]
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
  const counted = first && last ? ` Last counted ${sayWindow(first, last)}.` : ' Nothing is counted yet.'
  const today = yard.weather.find((d) => d.date === yard.today)
  return `${colonies(row.length).replace(/^./, (c) => c.toUpperCase())} in standing order.${row.length > 0 ? counted : ''}${today ? ` Today up to ${today.high} °C.` : ''}`
}

/** Last starts within so many days are warned of. */
const WARN = 42

/** Of what the keeper's list says is authorised: the last sensible starts that come near, the nearest first. */
function sayAhead(yard: YardRecord, row: readonly ColonyState[], settings: SettingsRecord): string | null {
  const [first] = row
  if (!first) return null
  const listed = TREATMENTS.filter((t) => t.way === 'given' && settings.rules[t.key]?.authorised === 'yes')
  const near = listed.flatMap((treatment) => {
    const found = row
      .map((s) => lastSensibleStart(treatment, { ...s.situation, judgement: s.judgement }))
      .filter((x) => x !== null)
      .toSorted((a, b) => a.day.localeCompare(b.day))[0]
    return found && found.day >= yard.today && found.day <= addDays(yard.today, WARN) ? [{ treatment, ...found }] : []
  })
  if (near.length === 0) return null
  const said = near
    .toSorted((a, b) => a.day.localeCompare(b.day))
    .map((x) => `${small(shortName(x.treatment))} ${sayDay(x.day)} (before ${x.because === 'opening' ? 'the last opening' : 'the next supers'})`)
  return `Last sensible starts ahead: ${said.join(', ')}.`
}
const small = (text: string): string => text.replace(/^./, (c) => c.toLowerCase())

/** A whole yard as it stands today, in walking order. */
export function yardState(yard: YardRecord, settings: SettingsRecord): YardState {
  const row = yard.colonies.map((colony) => colonyState(yard, colony, settings))
  const limit = limitOf(keeperFacts(settings), phaseOf({ phase: yard.phase, asOf: yard.today, hemisphere: yard.hemisphere, normals: yard.normals }))
  return {
    yard,
    row,
    limit: (limit.mites / limit.bees) * 100,
    sentence: say(yard, row),
    below: below(yard, row),
    ahead: sayAhead(yard, row, settings),
  }
}
