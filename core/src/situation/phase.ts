import { monthOf } from '../time/index.ts'
import type { Phase, Situation } from './situation.ts'

/** Months of a northern temperate year; common practice, no source. The keeper's own `phase` wins. */
const NORTHERN: readonly Phase[] = [
  'dormant',
  'dormant',
  'increase',
  'increase',
  'increase',
  'peak',
  'peak',
  'decrease',
  'decrease',
  'decrease',
  'dormant',
  'dormant',
]

/** The phase in force on the day the case is known (`asOf`); southern yards are six months on. */
export function phaseOf(situation: Pick<Situation, 'phase' | 'asOf' | 'hemisphere'>): Phase {
  if (situation.phase) return situation.phase
  const shift = situation.hemisphere === 'south' ? 6 : 0
  return NORTHERN[(monthOf(situation.asOf) - 1 + shift) % 12] ?? 'decrease'
}

const SAID: Record<Phase, string> = {
  dormant: 'the winter rest',
  increase: 'the spring build-up',
  peak: 'the flow',
  decrease: 'the weeks in which winter bees are raised',
}
/** The phase in a sentence: "in the flow". */
export const sayPhase = (phase: Phase): string => SAID[phase]
