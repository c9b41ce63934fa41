import type { EfficacyHere } from '../efficacy/index.ts'
import type { PresumedFact } from '../situation/index.ts'
import type { Day } from '../time/index.ts'
import type { Treatment } from '../treatments/index.ts'
import type { Finding, JudgedSituation, Level } from './finding.ts'
import type { Left } from './left.ts'

export type Verdict = Level
export type Judged = JudgedSituation

/** Whether the keeper's own list and preferences, kit and shelf stand in the way: to confirm, to fetch. None of it moves an option in the order. */
export interface Allowed {
  readonly rules: 'yes' | 'confirm' | 'no'
  readonly kit: 'ready' | 'fetch'
  readonly shelf: 'enough' | 'short' | 'unknown'
}
/** What was taken to be so for an option, why, and what its fit would be if it is not. */
export interface PresumedHere {
  readonly fact: PresumedFact
  readonly value: string | number | boolean
  readonly because: string
  readonly otherwise: Level
}

/** An option weighed on a day. */
export interface Matched {
  readonly treatment: Treatment
  /** The worst of everything: fit, what is not known and might change it, list, kit and shelf. */
  readonly verdict: Verdict
  /** From what is known or presumed of biology, weather, hive and time alone. */
  readonly fit: Level
  readonly allowed: Allowed
  readonly presumed: readonly PresumedHere[]
  /** The first day from `startOn` within the horizon that fits or fits with care, by the verdict. */
  readonly earliest: Day | null
  /** The same by the fit alone. */
  readonly fitFrom: Day | null
  readonly findings: readonly Finding[]
  readonly efficacy: EfficacyHere | null
  /** Mites per 100 bees likely left afterwards; null where it cannot be said. */
  readonly left: Left | null
}
