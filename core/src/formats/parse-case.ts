import {
  factsIn,
  NO_RULE,
  TREATMENT_KEYS,
  type CountFact,
  type PastCourse,
  type Rule,
  type Situation,
  type Stock,
  type WeatherDay,
} from '../situation/index.ts'
import { caseSchema } from './case-schema.ts'
import { saidBy } from './joi.ts'

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
  'colony' | 'supers' | 'counts' | 'weather' | 'keeper' | 'rules' | 'stock' | 'history' | 'yardCounts' | 'yardHistory'
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
}

/** Keeps the lines that say something, each filled up with "not known". */
function perTreatment<T>(
  given: Readonly<Record<string, Loose<T> | null>> | null | undefined,
  fill: (line: Loose<T>) => T,
): Partial<Record<(typeof TREATMENT_KEYS)[number], T>> {
  const made: Partial<Record<(typeof TREATMENT_KEYS)[number], T>> = {}
  for (const key of TREATMENT_KEYS) {
    const line = given?.[key]
    if (line) made[key] = fill(line)
  }
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
  }
}

/**
 * Reads a case file's JSON value. Unknown fields, wrong values and counts from after `asOf` are refused with their path;
 * nothing is guessed or converted.
 */
export function parseCase(value: unknown): Parsed {
  const { error, value: checked } = caseSchema.validate(value)
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
  return { ok: true, situation }
}

/** A situation as the text of a case file. Reading it back gives the same situation. */
export const writeCase = (situation: Situation): string => `${JSON.stringify(situation, null, 2)}\n`
