import { heatMinutes, isCounted } from '../course/index.ts'
import { USUAL_WORK, type SettingsRecord, type Spot, type YardState } from '../holding/index.ts'
import { doseDay, judged, type Level } from '../match/index.ts'
import { weatherReader, type Reading, type Tool, type TreatmentKey } from '../situation/index.ts'
import type { Day } from '../time/index.ts'
import { sayAmount, sayTools, treatmentOf, type DoseUnit, type Treatment } from '../treatments/index.ts'
import { plain } from '../units/index.ts'
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
  /** More strips than so many people may handle on a day. */
  readonly strips: string | null
}
export interface SheetColony {
  readonly colonyId: string
  readonly position: number
  readonly name: string
  readonly boxes: number
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
function sayPortions({ amounts, unit }: Total): string {
  const counts = new Map<number, number>()
  for (const amount of amounts.toSorted((a, b) => a - b)) counts.set(amount, (counts.get(amount) ?? 0) + 1)
  return [...counts].map(([amount, n]) => `${n} x ${sayAmount(amount, unit)}`).join(', ')
}

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
    ...(many((j) => j.kind === 'board') > 0 ? ['A loupe and a lamp for the boards'] : []),
    ...(many((j) => j.opensHive) > 0 ? ['Smoker, hive tool, veil'] : []),
  ]
}

const distinct = <T>(list: readonly T[]): T[] => [...new Set(list)]

function cycleOf(jobs: readonly RoundJob[], settings: Pick<SettingsRecord, 'work'>): RoundSheet['cycle'] {
  const vapour = jobs.filter((j) => j.tail > 0)
  const [first] = vapour
  if (!first) return null
  const { vaporisers } = settings.work ?? USUAL_WORK
  const { type, count } = vaporisers
  const heat = heatMinutes(vaporisers)
  const tools = count === 1 ? `One ${type}` : `${count} ${type}s in turn`
  const rest =
    type === 'rod' ? 'then it goes to the next hive' : count === 1 ? 'and it stays in while the hive is shut' : 'each stays in while its hive is shut'
  return {
    heatMinutes: heat,
    shutMinutes: first.tail,
    tools: count,
    text: `${tools}: ${heat} minutes of heat a hive, ${rest}; every hive stays shut ${first.tail} minutes, 15 when it is cold. About ${plain(first.minutes)} minutes a hive.`,
  }
}

/** Makes the sheet of a round from the yard as it stands. */
export function roundSheet(round: Pick<Round, 'day' | 'jobs'>, yard: YardState, settings: Pick<SettingsRecord, 'work' | 'stock'>): RoundSheet {
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
      ...totalsOf(jobs).map((t) => packDose(t, settings.stock[t.treatment.key]?.units ?? null)),
      ...packWork(jobs).map((text) => ({ text, lacking: null })),
    ],
    gear,
    gearText: gear.length > 0 ? sayTools(gear) : '',
    cautions: given.flatMap((t) => (t.caution ? [{ name: t.name, ...t.caution }] : [])),
    setUp: given.filter((t) => t.setUp.length > 0).map((t) => ({ name: t.name, lines: t.setUp })),
    colonies: coloniesOf(jobs, yard),
    cycle: cycleOf(jobs, settings),
    strips:
      most !== null && strips > most * people
        ? `${plain(strips)} strips: labels let one person handle ${most} a day, so this wants ${Math.ceil(strips / most)} people or two days.`
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
        jobs: own,
        spots: hung?.spots ?? [],
        note: state.colony.look?.note ?? null,
      },
    ]
  })
}
