import type { Day } from '../../time/index.ts'
import { aDay } from '../notation.ts'
import { speaker } from '../speaker.ts'

/** Gate 9: the keeper's own confirmed list and preferences. */
export const RULES = speaker('rules', {
  waitingNeedsNoLeave: () => 'Leaving a colony alone needs no leave.',
  workNeedsNoLeave: () => 'Work on the hive that gives nothing to the bees needs no leave.',
  starterRefuses: (v: { list: string }) => `A starter list (${v.list}) says that it is not authorised; you have not confirmed that.`,
  notAuthorised: () => 'Your own list says it is not authorised where you are.',
  notKnown: () => 'Whether it is authorised where you are is not known: confirm before use.',
  starterAllows: (v: { list: string }) => `It stands on a starter list (${v.list}) that you have not confirmed: confirm before use.`,
  authorised: (v: { confirmedOn: Day | null; asOf: Day; old: boolean; note: string | null }) =>
    `Authorised by your own list${
      v.confirmedOn ? `, confirmed ${aDay(v.confirmedOn, v.asOf)}${v.old ? ', over a year ago: read label and law anew' : ''}` : ''
    }; the label in hand decides.${v.note ? ` Your note: ${v.note}${/[.!?]$/.test(v.note) ? '' : '.'}` : ''}`,
  prescription: () => 'By your own list a vet must prescribe it: have the prescription before you start.',
  withPrescription: () => 'With the prescription in hand nothing in this gate stands against it.',
  noLiquidAcids: () => 'You want no acid that is poured or trickled.',
  organicOnly: () => 'You treat with organic acids, thymol and the like only.',
})
export const RULES_WAYS = speaker('rules-way', {
  ifAuthorised: () => 'if your list says it is authorised',
  onceConfirmed: () => 'once you have confirmed it in your list',
  ifNot: () => 'if it were not',
  ifLiquidAllowed: () => 'if you allow liquid acids',
  ifSyntheticAllowed: () => 'if you allow synthetic treatments',
})
