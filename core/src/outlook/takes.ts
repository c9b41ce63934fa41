import { efficacyHere, logOdds } from '../efficacy/index.ts'
import { Z95 } from '../count/index.ts'
import type { Situation } from '../situation/index.ts'
import type { Treatment } from '../treatments/index.ts'

/** What a course may take here, as a normal distribution of its log-odds: the very figures that Match weighs it by. Null where it takes nothing. */
export function takesAs(treatment: Treatment, s: Situation): { readonly mean: number; readonly sd: number } | null {
  const here = efficacyHere(treatment, s)
  if (!here) return null
  return { mean: (logOdds(here.low) + logOdds(here.high)) / 2, sd: (logOdds(here.high) - logOdds(here.low)) / (2 * Z95) }
}
