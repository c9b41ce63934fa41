import { heatMinutes, isCounted, SHUT_MINUTES } from '../course/index.ts'
import { USUAL_WORK, type SettingsRecord, type Spot, type YardState } from '../holding/index.ts'
import { doseDay, judged, type Level } from '../match/index.ts'
import { stockOn, weatherReader, type Reading, type Tool, type TreatmentKey } from '../situation/index.ts'
import type { Day } from '../time/index.ts'
import {
  portioned,
  safetyFor,
  sayAmount,
  USUAL_FRAMES,
  sayTools,
  treatmentOf,
  type SafetyCard,
  type DoseUnit,
  type Treatment,
} from '../treatments/index.ts'
import { plain } from '../units/index.ts'
import { celsius } from '../words/index.ts'
import type { Round } from './draw.ts'
import { mostStrips, type RoundJob } from './jobs.ts'

/** What a visit is done by: everything to carry, to know and to do, in walking order. */
export interface RoundSheet {
  readonly weather: { readonly high: number; readonly low: number | null; readonly source: Reading['source'] } | null
  /** Of each treatment given: how the temperature stands, with its limits. */
  readonly limits: readonly { readonly treatment: TreatmentKey; readonly name: string; readonly level: Level; readonly text: string }[]
  /** What to take along. */
  readonly packing: readonly { readonly text: string; readonly lacking: string | null }[]
  readonly gear: readonly Tool[]
  readonly gearText: string
  readonly cautions: readonly { readonly name: string; readonly hazard: string; readonly protection: string; readonly mishap: string }[]
  readonly setUp: readonly { readonly name: string; readonly lines: readonly string[] }[]
  readonly colonies: readonly SheetColony[]
  /** The cycle of one vaporiser; null where nothing is vaporised. */
  readonly cycle: { readonly heatMinutes: number; readonly shutMinutes: number; readonly tools: number; readonly text: string } | null
  /** Safety cards of what is handled: those read before the first tick first. */
  readonly cards: readonly SafetyCard[]
  /** More strips than so many people may handle on a day. */
  readonly strips: string | null
}
export interface SheetColony {
  readonly colonyId: string
  readonly position: number
  readonly name: string
  readonly boxes: number
  readonly frames: number
  /** What hangs or lies by the notes: how it is put, and what one of it is called. */
  readonly put: NonNullable<Treatment['put']>
  readonly jobs: readonly RoundJob[]
  /** Where strips hang by the notes. */
  readonly spots: readonly Spot[]
  readonly note: string | null
}

interface Total {
  readonly treatment: Treatment
  readonly unit: DoseUnit
  /** The doses of the colonies. */
  readonly amounts: readonly number[]
}

function totalsOf(jobs: readonly RoundJob[]): Total[] {
  const found = new Map<TreatmentKey, Total>()
  for (const { job, treatment: key, amount } of jobs) {
    const treatment = key && job === 'dose' && amount ? treatmentOf(key) : null
    if (!treatment || !key || !amount) continue
    found.set(key, { treatment, unit: amount.unit, amounts: [...(found.get(key)?.amounts ?? []), amount.amount] })
  }
  return [...found.values()]
}

/** "6 x 1 g, 3 x 2 g": what is weighed or measured out beforehand. */
const sayPortions = ({ amounts, unit }: Total): string =>
  portioned(amounts)
    .map(([amount, n]) => `${n} x ${sayAmount(amount, unit)}`)
    .join(', ')

function packDose(total: Total, units: number | null): { text: string; lacking: string | null } {
  const { treatment, unit, amounts } = total
  const sum = amounts.reduce((a, b) => a + b, 0)
  const weighed = unit === 'g' ? 'weighed out beforehand, never spooned' : unit === 'mL' ? 'measured out, labelled' : 'in their closed pack'
  const lacking = units !== null && units < sum ? `Your shelf has ${sayAmount(units, unit)}: ${sayAmount(sum - units, unit)} short.` : null
  return { text: `${treatment.name}: ${sayAmount(sum, unit)} in all (${sayPortions(total)}), ${weighed}`, lacking }
}

/** Things that go along by the kind of work. */
function packWork(jobs: readonly RoundJob[]): string[] {
  const many = (of: (j: RoundJob) => boolean) => jobs.filter(of).length
  const counts = many((j) => j.kind === 'count' || isCounted(j.job))
  const out = jobs.filter((j) => j.job === 'remove' && j.amount !== null)
  const strips = out.reduce((sum, j) => sum + (j.amount?.amount ?? 0), 0)
  return [
    ...(counts > 0 ? [`For ${counts} ${counts === 1 ? 'count' : 'counts'}: jar, cup, washing fluid, white bowl, something to write with`] : []),
    ...(out.length > 0
      ? [`A closed bag for the strips that come out: ${plain(strips)}, from ${out.length} ${out.length === 1 ? 'colony' : 'colonies'}`]
      : []),
    ...distinct(jobs.flatMap((j) => (j.treatment ? (treatmentOf(j.treatment)?.carry ?? []).filter((c) => c.job === j.job).map((c) => c.what) : []))),
    ...(many((j) => j.kind === 'board') > 0 ? ['A loupe and a lamp for the boards'] : []),
    ...(many((j) => j.opensHive) > 0 ? ['Smoker, hive tool, veil'] : []),
  ]
}

/** Units on the shelf that are in date on a day; null where nobody has counted them. */
function unitsOn({ stock }: Pick<SettingsRecord, 'stock'>, key: TreatmentKey, day: Day): number | null {
  const kept = stock[key]
  return kept ? stockOn(kept, day).units : null
}

const distinct = <T>(list: readonly T[]): T[] => [...new Set(list)]

/** Minutes a hive stays shut over its vapour: 15 in the cold, 10 in the heat, when the bees soon want air (common practice, no source). */
const SHUT = { cold: 10, coldMinutes: 15, hot: 25, hotMinutes: SHUT_MINUTES } as const
export function shutMinutes(high: number | null): number {
  if (high === null || high <= SHUT.cold) return SHUT.coldMinutes
  if (high >= SHUT.hot) return SHUT.hotMinutes
  return Math.round(SHUT.coldMinutes + ((SHUT.hotMinutes - SHUT.coldMinutes) * (high - SHUT.cold)) / (SHUT.hot - SHUT.cold))
}

function cycleOf(jobs: readonly RoundJob[], settings: Pick<SettingsRecord, 'work'>, high: number | null): RoundSheet['cycle'] {
  const vapour = jobs.filter((j) => j.tail > 0)
  const [first] = vapour
  if (!first) return null
  const { vaporisers } = settings.work ?? USUAL_WORK
  const { type, count } = vaporisers
  const heat = heatMinutes(vaporisers)
  const shut = shutMinutes(high)
  const tools = count === 1 ? `One ${type}` : `${count} ${type}s in turn`
  const rest =
    type === 'rod' ? 'then it goes to the next hive' : count === 1 ? 'and it stays in while the hive is shut' : 'each stays in while its hive is shut'
  return {
    heatMinutes: heat,
    shutMinutes: shut,
    tools: count,
    text: `${tools}: ${heat} minutes of heat a hive, ${rest}; every hive stays shut ${shut} minutes${high === null ? '' : `, with a high of ${celsius(high)}`} (15 in the cold, 10 in the heat). Early or late, when the bees are home. About ${plain(first.minutes)} minutes a hive.`,
  }
}

/** Makes the sheet of a round from the yard as it stands; `elsewhere`: strips that were handled on its day in other yards. */
export function roundSheet(
  round: Pick<Round, 'day' | 'jobs'>,
  yard: YardState,
  settings: Pick<SettingsRecord, 'work' | 'stock'>,
  elsewhere = 0,
): RoundSheet {
  const { jobs, day } = round
  const [first] = yard.row
  const given = distinct(jobs.flatMap((j) => (j.treatment && (j.job === 'dose' || j.job === 'remove' || j.job === 'prepare') ? [j.treatment] : [])))
    .map(treatmentOf)
    .filter((t) => t !== null && t !== undefined)
  const dosed = distinct(jobs.filter((j) => j.job === 'dose').map((j) => `${j.treatment} ${j.n === 1}`))
  const situation = first ? judged(first.situation) : null
  const gear = distinct(jobs.flatMap((j) => j.gear))
  const people = (settings.work ?? USUAL_WORK).people
  const most = mostStrips(jobs)
  const strips = jobs.reduce((sum, j) => sum + j.strips, 0)
  return {
    weather: weatherOn(yard, day),
    limits: given
      .filter((t) => dosed.some((d) => d.startsWith(`${t.key} `)))
      .flatMap((t) => {
        if (!situation) return []
        const n = dosed.includes(`${t.key} true`) ? 1 : 2
        return [{ treatment: t.key, name: t.name, ...doseDay(t, n, situation, day) }]
      }),
    packing: [
      ...totalsOf(jobs).map((t) => packDose(t, unitsOn(settings, t.treatment.key, day))),
      ...packWork(jobs).map((text) => ({ text, lacking: null })),
    ],
    gear,
    gearText: gear.length > 0 ? sayTools(gear) : '',
    cautions: given.flatMap((t) => (t.caution ? [{ name: t.name, ...t.caution }] : [])),
    setUp: given.filter((t) => t.setUp.length > 0).map((t) => ({ name: t.name, lines: t.setUp })),
    colonies: coloniesOf(jobs, yard),
    cycle: cycleOf(jobs, settings, weatherOn(yard, day)?.high ?? null),
    cards: distinct(given.flatMap((t) => safetyFor(t) ?? [])).toSorted((a, b) => Number(b.beforeRound) - Number(a.beforeRound)),
    strips:
      most !== null && strips + elsewhere > most * people
        ? `${plain(strips)} strips${elsewhere > 0 ? ` here and ${plain(elsewhere)} in other yards on this day` : ''}: labels let one person handle ${most} a day, so this wants ${Math.ceil((strips + elsewhere) / most)} people or two days.`
        : null,
  }
}

function weatherOn(yard: YardState, day: Day): RoundSheet['weather'] {
  const reading = weatherReader(yard.yard)(day)
  return reading ? { high: reading.high, low: reading.low, source: reading.source } : null
}

function coloniesOf(jobs: readonly RoundJob[], yard: YardState): SheetColony[] {
  return yard.row.flatMap((state): SheetColony[] => {
    const own = jobs.filter((j) => j.colonyId === state.colony.id)
    if (own.length === 0) return []
    const hung = state.courses.flatMap((c) => (c.running ? c.events : [])).findLast((e) => e.spots != null && e.spots.length > 0)
    return [
      {
        colonyId: state.colony.id,
        position: state.colony.placement.position,
        name: state.colony.name,
        boxes: state.situation.colony.broodBoxes,
        frames: state.colony.look?.framesPerBox ?? USUAL_FRAMES,
        put: state.courses.findLast((c) => c.running && c.events.some((e) => e.spots != null && e.spots.length > 0))?.treatment.put ?? 'between',
        jobs: own,
        spots: hung?.spots ?? [],
        note: state.colony.look?.note ?? null,
      },
    ]
  })
}
