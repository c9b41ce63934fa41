import {
  factsIn,
  NO_RULE,
  OWN_FIELDS,
  faultOfSheets,
  isOwnKey,
  type CountFact,
  type PastCourse,
  type Rule,
  type Situation,
  type OwnSheet,
  type Stock,
  type TreatmentKey,
  type WeatherDay,
} from '../situation/index.ts'
import { caseSchema } from './case-schema.ts'
import { saidBy } from './joi.ts'
import { knowOwn, TREATMENTS } from '../treatments/index.ts'
import { sayAs, USUAL_READER } from '../words/index.ts'

/** Why a case was refused: where, and one sentence that says what and where. */
export interface Refusal {
  readonly path: string
  readonly sentence: string
}
export type Parsed = { readonly ok: true; readonly situation: Situation } | { readonly ok: false; readonly refusal: Refusal }

type Loose<T> = { readonly [K in keyof T]?: T[K] | null }
type LooseCount = Loose<CountFact> & Pick<CountFact, 'date' | 'method' | 'mites'>
type LoosePast = Loose<PastCourse> & Pick<PastCourse, 'treatment' | 'start'>
/** What Joi lets through: the fields that must be there, the others perhaps. */
interface CheckedCase extends Omit<
  Loose<Situation>,
  'colony' | 'supers' | 'counts' | 'weather' | 'keeper' | 'rules' | 'stock' | 'own' | 'history' | 'yardCounts' | 'yardHistory'
> {
  readonly asOf: string
  readonly colony: Loose<Situation['colony']> & { readonly broodBoxes: number }
  readonly supers?: Loose<Situation['supers']> | null
  readonly counts?: readonly LooseCount[] | null
  readonly yardCounts?: readonly LooseCount[] | null
  readonly weather?: readonly (Loose<WeatherDay> & Pick<WeatherDay, 'date' | 'high'>)[] | null
  readonly keeper?: Loose<Situation['keeper']> | null
  readonly history?: readonly LoosePast[] | null
  readonly yardHistory?: readonly LoosePast[] | null
  readonly rules?: Readonly<Record<string, Loose<Rule> | null>> | null
  readonly stock?: Readonly<Record<string, Loose<Stock> | null>> | null
  readonly own?: readonly OwnSheet[] | null
}

/** Keeps the lines that say something, each filled up with "not known". */
function perTreatment<T>(
  given: Readonly<Record<string, Loose<T> | null>> | null | undefined,
  fill: (line: Loose<T>) => T,
): Partial<Record<TreatmentKey, T>> {
  const made: Partial<Record<TreatmentKey, T>> = {}
  for (const [key, line] of Object.entries(given ?? {})) if (line) made[key as TreatmentKey] = fill(line)
  return made
}

/** What a line says, without what it leaves open. */
const saidIn = <T extends object>(line: Loose<T>): Partial<T> =>
  Object.fromEntries(Object.entries(line).filter(([, value]) => value !== null && value !== undefined && value !== '')) as Partial<T>

const pastOf = (x: LoosePast): PastCourse => ({
  treatment: x.treatment,
  start: x.start,
  end: x.end ?? null,
  efficacy: x.efficacy ?? null,
  ...(x.efficacyLow == null ? {} : { efficacyLow: x.efficacyLow }),
  ...(x.efficacyHigh == null ? {} : { efficacyHigh: x.efficacyHigh }),
  ...(x.why == null ? {} : { why: x.why }),
  ...(x.brood == null ? {} : { brood: x.brood }),
})

const countOf = (x: LooseCount): CountFact => ({
  date: x.date,
  method: x.method,
  mites: x.mites,
  bees: x.bees ?? null,
  days: x.days ?? null,
  recovery: x.recovery ?? null,
  representative: x.representative ?? null,
  ...(x.share == null ? {} : { share: x.share }),
  ...(x.spread == null ? {} : { spread: x.spread }),
})

/** A sheet with everything that it may leave out. */
const sheetIn = (given: OwnSheet): OwnSheet =>
  Object.fromEntries(
    Object.entries(OWN_FIELDS).map(([name, field]) => [name, given[name as keyof OwnSheet] ?? ('usual' in field ? field.usual : null)]),
  ) as OwnSheet
const NAMES = TREATMENTS.map((t) => t.name)

function complete(c: CheckedCase): Situation {
  const { colony, supers, keeper } = c
  return {
    case: 1,
    asOf: c.asOf,
    startOn: c.startOn ?? c.asOf,
    hemisphere: c.hemisphere ?? 'north',
    phase: c.phase ?? null,
    colony: {
      ...factsIn(colony),
      hivedOn: colony.hivedOn ?? null,
      ...(colony.lookedOn ? { lookedOn: colony.lookedOn } : {}),
      ...(colony.seenOn ? { seenOn: colony.seenOn } : {}),
    },
    supers: { now: supers?.now ?? null, offOn: supers?.offOn ?? null, nextOn: supers?.nextOn ?? null },
    counts: (c.counts ?? []).map(countOf),
    ...(c.yardCounts ? { yardCounts: c.yardCounts.map(countOf) } : {}),
    weather: (c.weather ?? []).map((x) => ({ date: x.date, high: x.high, low: x.low ?? null, kind: x.kind ?? null })),
    normals: c.normals ?? [],
    ...(c.inventedWeather ? { inventedWeather: true } : {}),
    ...(c.forecastDoubt == null ? {} : { forecastDoubt: c.forecastDoubt }),
    ...(c.learned == null ? {} : { learned: { extra: c.learned.extra ?? null, board: c.learned.board ?? null } }),
    lastOpening: c.lastOpening ?? null,
    history: (c.history ?? []).map(pastOf),
    ...(c.yardHistory ? { yardHistory: c.yardHistory.map(pastOf) } : {}),
    keeper: {
      school: keeper?.school ?? 'three-percent',
      ...(keeper?.limits ? { limits: keeper.limits } : {}),
      ...(keeper?.boards ? { boards: keeper.boards } : {}),
      ...(keeper?.missed == null ? {} : { missed: keeper.missed }),
      organicOnly: keeper?.organicOnly ?? false,
      ...(keeper?.noLiquidAcids ? { noLiquidAcids: true } : {}),
      priority: keeper?.priority ?? 'knockdown',
      kit: keeper?.kit ?? null,
    },
    rules: perTreatment<Rule>(c.rules, (line) => ({ ...NO_RULE, ...saidIn(line) })),
    stock: perTreatment<Stock>(c.stock, (line) => ({ units: null, expires: null, ...saidIn(line) })),
    ...(c.own && c.own.length > 0 ? { own: c.own.map(sheetIn) } : {}),
  }
}

/**
 * Reads a case file's JSON value. Unknown fields, wrong values and counts from after `asOf` are refused with their path;
 * nothing is guessed or converted.
 */
export function parseCase(value: unknown): Parsed {
  const { error, value: checked } = caseSchema().validate(value)
  if (error) return { ok: false, refusal: saidBy(error) }
  const situation = complete(checked as CheckedCase)
  for (const [name, counts] of [
    ['counts', situation.counts],
    ['yardCounts', situation.yardCounts ?? []],
  ] as const) {
    const late = counts.findIndex((c) => c.date > situation.asOf)
    const path = `${name}[${late}].date`
    if (late >= 0) return { ok: false, refusal: { path, sentence: `${path} is after asOf, ${situation.asOf}: that count is not known yet.` } }
  }
  const wrong = faultOfSheets(situation.own ?? [], situation.rules, NAMES)
  if (wrong) return { ok: false, refusal: { path: `own${wrong.field}`, sentence: sayAs(USUAL_READER, `own${wrong.field} ${wrong.says}.`) } }
  const known = new Set<string>(situation.own?.map((sheet) => sheet.key))
  for (const [name, courses] of [
    ['history', situation.history],
    ['yardHistory', situation.yardHistory ?? []],
  ] as const) {
    const lost = courses.findIndex((p) => isOwnKey(p.treatment) && !known.has(p.treatment))
    const path = `${name}[${lost}].treatment`
    if (lost >= 0) return { ok: false, refusal: { path, sentence: `${path} is a treatment of one’s own whose sheet is not in own.` } }
  }
  knowOwn(situation.own)
  return { ok: true, situation }
}

/** A situation as the text of a case file. Reading it back gives the same situation. */
export const writeCase = (situation: Situation): string => `${JSON.stringify(situation, null, 2)}\n`
