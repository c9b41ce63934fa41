import type { Harm } from '../efficacy/index.ts'
import type { LastStart, Matched } from '../match/index.ts'
import type { TreatmentKey } from '../situation/index.ts'
import type { Day } from '../time/index.ts'
import type { Dose } from '../treatments/index.ts'
import type { PlannedJob } from './jobs.ts'

/** A job as it is answered: planned, with nothing done yet. */
export type AnsweredJob = Pick<PlannedJob, 'job' | 'n' | 'earliest' | 'best' | 'latest' | 'text'>

/** An option with everything a keeper needs to choose it. */
export interface AnsweredOption extends Omit<Matched, 'treatment'> {
  readonly treatment: TreatmentKey
  readonly dose: Dose | null
  /** Its rounds and days in a few words, for the brood that is known or presumed: "4 rounds, 5 days apart". */
  readonly pattern: string
  readonly course: readonly AnsweredJob[]
  /** First day on which supers may go on; null where nothing is planned. */
  readonly supersOn: Day | null
  /** What it costs besides mites. */
  readonly harm: readonly Harm[]
  /** The last sensible start before the next supers or the last opening; null where neither sets one. */
  readonly lastStart: LastStart | null
  /** The smallest set of questions whose answers would settle the verdict; empty where nothing unknown could change it. */
  readonly questions: readonly { readonly fact: string; readonly question: string }[]
}
