import { daysBetween, sayDays, type Day } from '../time/index.ts'
import { sayAmount, type Dose, type Step } from '../treatments/index.ts'
import { plain } from '../units/index.ts'
import type { Happened } from './events.ts'
import type { PlannedJob, Warning } from './jobs.ts'
import { aDay } from '../words/index.ts'

/** A warning before it is known whether the keeper took it as it is. */
export type Finding = Omit<Warning, 'accepted'>

/** What is wrong with one job, `from` the actual day of the one before it; days on which it lay outside do not count. */
export function stepWarnings(step: Step, job: PlannedJob, from: Day, asOf: Day, longest: number, outside: number): Finding[] {
  const found: Finding[] = []
  const warn = (kind: Warning['kind'], text: string) => found.push({ job: step.job, n: step.n, kind, text })
  const days = daysBetween(from, job.doneOn ?? asOf)
  const inside = days - outside
  if (step.ends === 'course' && step.job === 'remove') {
    if (job.state === 'open' && days > longest)
      warn('over-stay', `In for ${sayDays(days)}, and ${longest} is the longest: take them out now. Supers wait for the day they come out.`)
    if (job.doneOn && days > longest)
      warn(
        'over-stay',
        `They were in for ${sayDays(days)}, ${days - longest} longer than the longest of ${longest}: that breeds mites that withstand it. Another active next.`,
      )
    if (job.doneOn && inside < step.earliest)
      warn(
        'too-early',
        `Out after ${sayDays(inside)}, ${step.earliest - inside} short of ${step.earliest}: mites that were under cappings may have been missed. Count again in time.`,
      )
  } else if (step.breaks && inside > step.breaks.after && (job.doneOn || job.state === 'open')) {
    warn(
      'gap',
      `${sayDays(inside)} since the round before; after ${step.breaks.after}, ${step.breaks.why}. Add a round, switch, or expect less of it.`,
    )
  } else if (job.doneOn && step.after !== 'start' && job.doneOn < job.earliest && step.job === 'dose') {
    warn('too-early', `Only ${sayDays(days)} after the round before: the rounds will not span the time that brood is capped. Add one at the end.`)
  } else if (job.doneOn && step.after === 'start' && step.job === 'dose' && job.doneOn < from) {
    warn(
      'too-early',
      `Given ${sayDays(daysBetween(job.doneOn, from))} before ${aDay(from)}, the day it was chosen for: the gates were asked for that day and not for this one.`,
    )
  } else if (job.doneOn && step.job === 'put-back' && job.doneOn < job.earliest) {
    warn('too-early', `The course runs ${sayDays(step.earliest)}; this was after ${days}: the entrance must stay open until it is over.`)
  } else if (job.doneOn && step.job === 'recount' && job.doneOn < job.earliest) {
    warn(
      'too-early',
      `Counted ${sayDays(daysBetween(job.doneOn, job.earliest))} before its window opens on ${aDay(job.earliest)}: mites may still be coming out of the brood.`,
    )
  }
  return found
}

/** What is given at one time, and the least of it that heat allows. */
type GivenDose = Dose & { readonly least: number }

function dosedOtherwise(job: PlannedJob, dose: GivenDose): Finding[] {
  if (job.amount === null || job.state !== 'done' || (job.amount >= dose.least && job.amount <= dose.amount)) return []
  const over = job.amount > dose.amount
  return [
    {
      job: 'dose',
      n: job.n,
      kind: 'amount',
      text: `${sayAmount(job.amount, dose.unit)} given where ${sayAmount(dose.amount, dose.unit)} ${dose.amount === 1 && dose.unit !== 'g' && dose.unit !== 'mL' ? 'was' : 'were'} planned: ${over ? 'over the dose harms bees and leaves residues; never do it again' : 'too little breeds mites that withstand it'}.`,
    },
  ]
}

/** Doses that were not as planned, and a removal that does not match what went in: what was found fallen counts as out. */
export function amountWarnings(jobs: readonly PlannedJob[], dose: GivenDose | null, found: number): Finding[] {
  const put = jobs.filter((j) => j.job === 'dose' && j.amount !== null)
  const inside = put.reduce((sum, j) => sum + (j.amount ?? 0), 0) - found
  const wrong = dose ? put.flatMap((job) => dosedOtherwise(job, dose)) : []
  const out = jobs.find((j) => j.job === 'remove' && j.asksAmount && j.state === 'done' && j.amount !== null)
  if (out?.amount != null && put.length > 0 && out.amount !== inside) {
    const missing = inside - out.amount
    wrong.push({
      job: 'remove',
      n: out.n,
      kind: 'amount',
      text:
        missing > 0
          ? `${plain(inside)} went in and ${plain(out.amount)} came out: ${plain(missing)} still in the hive or on the floor. Look for ${missing === 1 ? 'it' : 'them'}.`
          : `${plain(out.amount)} came out and only ${plain(inside)} ${found > 0 ? 'were left in' : 'went in'} by your notes: put the figure right.`,
    })
  }
  return wrong
}

/** Strips that fell gave no contact since nobody knows when. */
export function contactWarnings({ found }: Happened, dosed: Day | null, dose: Dose | null): Finding[] {
  const [first] = found.days
  if (first === undefined || dosed === null) return []
  const whole = dose ? ` of ${plain(dose.amount)}` : ''
  return [
    {
      job: 'dose',
      n: 1,
      kind: 'contact',
      text: `${plain(found.amount)}${whole} ${found.amount === 1 ? 'was' : 'were'} found on the floor on ${aDay(first)}, ${sayDays(daysBetween(dosed, first))} after going in: nobody knows since when ${found.amount === 1 ? 'it' : 'they'} did not work. Hang a fresh one only if the label allows; a fallen strip is not used again. Count at the end in any case.`,
    },
  ]
}

/** A day set outside its window. */
export const outsideWarnings = (jobs: readonly PlannedJob[]): Finding[] =>
  jobs.flatMap((job) => {
    const { setFor } = job
    if (job.state !== 'open' || setFor === null || (setFor >= job.earliest && setFor <= job.latest)) return []
    const off = setFor < job.earliest ? daysBetween(setFor, job.earliest) : daysBetween(job.latest, setFor)
    const text = `Set for ${aDay(setFor)}, ${sayDays(off)} ${setFor < job.earliest ? 'before its window opens' : 'after its window closes'}.`
    return [{ job: job.job, n: job.n, kind: 'outside' as const, text }]
  })
