import type { PresumedFact, Presumption } from '../situation/index.ts'
import { isByStrength, type Treatment } from '../treatments/index.ts'
import { GATES } from './gates/index.ts'
import { GATE_KEYS, settle, worseThan, worstOf, type Finding, type GateKey, type JudgedSituation, type LazyFinding, type Level } from './finding.ts'
import { FLIPS } from '../words/index.ts'

/** Whether a finding speaks of the fit. */
export const isOfFit = ({ of = 'fit' }: Pick<LazyFinding, 'of'>): boolean => of === 'fit'

/** The gates that read a fact that may be presumed; brood speaks of the round after a break, on its own later day. */
const READ_BY: Readonly<Record<PresumedFact, readonly GateKey[]>> = {
  brood: ['need', 'brood', 'supers', 'time', 'kit'],
  clustered: ['hive'],
  supers: ['brood', 'supers'],
  framesOfBees: ['hive', 'kit'],
  queen: ['hive'],
  entrance: ['hive'],
  floor: ['hive'],
  floorWet: ['hive'],
  weather: ['temperature', 'brood', 'hive', 'time'],
  lastOpening: ['brood', 'time'],
  nextOn: ['brood', 'supers'],
}
export const fitOf = (found: readonly LazyFinding[]): Level =>
  found.reduce<Level>((worst, f) => (isOfFit(f) && worseThan(f.level, worst) ? f.level : worst), 'fits')

/** A presumption that an option's fit rests on. */
export interface Rests {
  readonly presumption: Presumption
  /** The fit if it is not so. */
  readonly otherwise: Level
  /** What it would be then: "on a wet floor". */
  readonly say: string | null
  /** The first gate whose answer would be another. */
  readonly gate: GateKey | null
  /** It keeps the option from more than care: it would be otherwise if it is not so, no day is told at all, or the dose goes by it. */
  readonly matters: boolean
}

/** What the option's fit rests on that is presumed: where a finding speaks of it, or it would be otherwise if it is not so. */
export function restsOn(option: Treatment, s: JudgedSituation, found: readonly LazyFinding[]): Rests[] {
  const fit = fitOf(found)
  return s.presumptions.flatMap((presumption): Rests[] => {
    const read = READ_BY[presumption.fact]
    let [otherwise, gate, say]: [Level, GateKey | null, string | null] = [fit, null, null]
    for (const other of presumption.others) {
      const changed = { ...s, ...other.change(s) }
      const anew = read.map((key) => ({ key, level: fitOf(GATES[key](option, changed)) }))
      const level = worstOf([fitOf(found.filter((f) => !read.includes(f.gate))), ...anew.map((g) => g.level)])
      if (level === fit || otherwise !== fit) continue
      otherwise = level
      say = other.way ?? other.say
      gate = anew.find((g) => g.level !== fitOf(found.filter((f) => f.gate === g.key)))?.key ?? null
    }
    return otherwise !== fit || found.some((f) => f.about === presumption.fact)
      ? [
          {
            presumption,
            otherwise,
            say,
            gate,
            matters: otherwise !== fit || presumption.fact === 'weather' || (presumption.fact === 'framesOfBees' && isByStrength(option)),
          },
        ]
      : []
  })
}

/** The findings, those that rest on a presumption marked; what no finding speaks of and would change the fit is said by one of its own. */
export function settled(found: readonly LazyFinding[], rests: readonly Rests[]): Finding[] {
  const said = found.map((f) => {
    const on = rests.find((r) => r.presumption.fact === f.about)
    return settle(f, on ? { presumption: on.presumption, matters: on.matters } : null)
  })
  const unsaid = rests.filter((r) => r.matters && !found.some((f) => f.about === r.presumption.fact))
  return [
    ...said,
    ...unsaid.map(({ presumption, gate, otherwise, say }) =>
      settle(
        {
          gate: gate ?? 'hive',
          level: 'fits',
          about: presumption.fact,
          source: 'presumed; common practice, no source',
          says: () => FLIPS.presumedAlone(),
          turns: () => (say ? FLIPS.otherwise({ level: otherwise, way: say }) : null),
        },
        { presumption, matters: true },
      ),
    ),
  ].toSorted((a, b) => GATE_KEYS.indexOf(a.gate) - GATE_KEYS.indexOf(b.gate))
}
