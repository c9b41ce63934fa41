import { daysBetween, type Day } from '../time/index.ts'
import { sayAmount, type Dose, type Step } from '../treatments/index.ts'
import type { Happened } from './events.ts'
import type { PlannedJob, Warning } from './jobs.ts'
import { WARNINGS, type Said } from '../words/index.ts'

/** A warning before it is known whether the keeper took it as it is. */
export type Finding = Omit<Warning, 'accepted'>

export const warning = ({ job, n }: Pick<Finding, 'job' | 'n'>, kind: Warning['kind'], says: Said): Finding => ({
  job,
  n,
  kind,
  says,
  text: says.text,
})

/** What is wrong with one job, `from` the actual day of the one before it; days on which it lay outside do not count. */
export function stepWarnings(step: Step, job: PlannedJob, from: Day, asOf: Day, longest: number, outside: number): Finding[] {
  const found: Finding[] = []
  const warn = (kind: Warning['kind'], says: Said) => found.push(warning(step, kind, says))
  const days = daysBetween(from, job.doneOn ?? asOf)
  const inside = days - outside
  const { doneOn } = job
  if (step.ends === 'course' && step.job === 'remove') {
    if (job.state === 'open' && days > longest) warn('over-stay', WARNINGS.overStay({ days, longest }))
    if (doneOn && days > longest) warn('over-stay', WARNINGS.overStayed({ days, longest }))
    if (doneOn && inside < step.earliest) warn('too-early', WARNINGS.outTooEarly({ days: inside, least: step.earliest }))
  } else if (step.breaks && inside > step.breaks.after && (doneOn || job.state === 'open')) {
    warn('gap', WARNINGS.gap({ days: inside, most: step.breaks.after, why: step.breaks.why }))
  } else if (doneOn && step.after !== 'start' && doneOn < job.earliest && step.job === 'dose') {
    warn('too-early', WARNINGS.roundTooSoon({ days }))
  } else if (doneOn && step.after === 'start' && step.job === 'dose' && doneOn < from) {
    warn('too-early', WARNINGS.beforeChosen({ days: daysBetween(doneOn, from), chosen: from }))
  } else if (doneOn && step.job === 'put-back' && doneOn < job.earliest) {
    warn('too-early', WARNINGS.putBackTooEarly({ least: step.earliest, days }))
  } else if (doneOn && step.job === 'recount' && doneOn < job.earliest) {
    warn('too-early', WARNINGS.countedTooEarly({ days: daysBetween(doneOn, job.earliest), opens: job.earliest }))
  }
  return found
}

/** What is given at one time, and the least of it that heat allows. */
type GivenDose = Dose & { readonly least: number }

function dosedOtherwise(job: PlannedJob, dose: GivenDose): Finding[] {
  if (job.amount === null || job.state !== 'done' || (job.amount >= dose.least && job.amount <= dose.amount)) return []
  const [given, planned] = [job.amount, dose.amount].map((amount) => sayAmount(amount, dose.unit))
  const one = dose.amount === 1 && dose.unit !== 'g' && dose.unit !== 'mL'
  const says = WARNINGS.dosedOtherwise({ given: given ?? '', planned: planned ?? '', one, over: job.amount > dose.amount })
  return [warning(job, 'amount', says)]
}

/** Doses that were not as planned, and a removal that does not match what went in: what was found fallen counts as out. */
export function amountWarnings(jobs: readonly PlannedJob[], dose: GivenDose | null, found: number): Finding[] {
  const put = jobs.filter((j) => j.job === 'dose' && j.amount !== null)
  const inside = put.reduce((sum, j) => sum + (j.amount ?? 0), 0) - found
  const wrong = dose ? put.flatMap((job) => dosedOtherwise(job, dose)) : []
  const out = jobs.find((j) => j.job === 'remove' && j.asksAmount && j.state === 'done' && j.amount !== null)
  if (out?.amount != null && put.length > 0 && out.amount !== inside) {
    const missing = inside - out.amount
    const says =
      missing > 0 ? WARNINGS.missing({ inside, out: out.amount, missing }) : WARNINGS.moreOut({ inside, out: out.amount, found: found > 0 })
    wrong.push(warning(out, 'amount', says))
  }
  return wrong
}

/** Strips that fell gave no contact since nobody knows when. */
export function contactWarnings({ found }: Happened, dosed: Day | null, dose: Dose | null): Finding[] {
  const [first] = found.days
  if (first === undefined || dosed === null) return []
  const says = WARNINGS.fallen({ fallen: found.amount, of: dose?.amount ?? null, day: first, days: daysBetween(dosed, first) })
  return [warning({ job: 'dose', n: 1 }, 'contact', says)]
}

/** A day set outside its window. */
export const outsideWarnings = (jobs: readonly PlannedJob[]): Finding[] =>
  jobs.flatMap((job) => {
    const { setFor } = job
    if (job.state !== 'open' || setFor === null || (setFor >= job.earliest && setFor <= job.latest)) return []
    const before = setFor < job.earliest
    const days = before ? daysBetween(setFor, job.earliest) : daysBetween(job.latest, setFor)
    return [warning(job, 'outside', WARNINGS.outside({ day: setFor, days, before }))]
  })
