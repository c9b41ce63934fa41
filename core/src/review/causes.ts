import type { Brood, CauseKey } from '../situation/index.ts'
import { daysBetween, sayDays, type Day } from '../time/index.ts'
import { tooColdFor, type Treatment } from '../treatments/index.ts'
import { plural } from '../units/index.ts'
import { aDay, celsius } from '../words/index.ts'

/** A likely cause: why it is thought to be one, and what to do about it. */
export interface Cause {
  readonly cause: CauseKey
  readonly evidence: string
  readonly next: string
}

export const PLACEMENTS = ['at-brood', 'moved', 'fell', 'away-from-brood'] as const
export type Placement = (typeof PLACEMENTS)[number]
export const PACKS = ['fresh', 'expired', 'open-too-long', 'kept-warm', 'frozen'] as const
export type Pack = (typeof PACKS)[number]

/** What is known of a course besides its counts; null is not known. */
export interface Conditions {
  /** Highs of its days, °C, from its first on. */
  readonly highs: readonly number[] | null
  readonly brood: Brood | null
  /** Frames of bees when it began. */
  readonly strength: number | null
  readonly placement: Placement | null
  readonly pack: Pack | null
}

/** What to do about each cause, next time or now. */
export const NEXT_FOR: Readonly<Record<CauseKey, (t: Treatment) => string>> = {
  counts: () => 'Count again by the method of the count before, from the brood nest, on about 300 bees.',
  strength: (t) =>
    t.reach === 'once'
      ? 'Repeat it when nothing is capped, or choose what lasts through the brood.'
      : 'Dose by the bees there are; a large colony wants the full dose, near the brood.',
  contact: () =>
    'Look into the nest: hang strips where the bees and the brood are now, and look again in two to three weeks. The label says how long they may hang.',
  temperature: (t) =>
    t.warmth
      ? 'Give it in warmer days, or an active that heat and cold matter less to.'
      : 'Heat and cold matter little to it: look for another cause.',
  dose: () => 'Give the dose of the label for its boxes and bees.',
  days: () => 'Leave it in for its whole time, and keep its rounds.',
  pack: () => 'Use a fresh pack, kept as its label says; throw the old one away as the label and local rules say.',
  together: () => 'Treat the whole yard on one day, so that no colony infests the rest.',
  outside: () => 'Count the neighbours too, narrow the entrances, and treat the yard again together, with what fits now.',
  before: () => 'Take another active next, and count after it.',
  resistance: () =>
    'Only when all before it is sound: test it with bees of this colony in a jar with a piece of the strip (Pettis and others 1998, from memory), or ask your bee inspector. Until then another active.',
}

const PACK_SAYS: Readonly<Record<Exclude<Pack, 'fresh'>, string>> = {
  expired: 'The pack was past its day.',
  'open-too-long': 'The pack had been open for longer than it keeps.',
  'kept-warm': 'The pack was kept warm.',
  frozen: 'The pack was frozen.',
}
const PLACEMENT_SAYS: Readonly<Record<Exclude<Placement, 'at-brood'>, string>> = {
  moved: 'The brood or the strips moved during the course: fewer bees walked over them.',
  fell: 'Strips fell, and what lies on the floor meets few bees.',
  'away-from-brood': 'It was placed away from the brood, where few of the bees are that carry mites.',
}

const mean = (xs: readonly number[]): number => xs.reduce((sum, x) => sum + x, 0) / xs.length

export interface AskedOf {
  readonly treatment: Treatment
  readonly conditions: Conditions
  readonly start: Day | null
  readonly end: Day | null
  /** Days that its shortest course takes. */
  readonly least: number
  /** Days between the count after it and its end beyond the usual window; 0 inside it. */
  readonly late: number
  /** Mites that came from outside, said; null where nothing shows it. */
  readonly outside: string | null
}

/**
 * Likely causes of a course that fell short, as far as what is known of it goes: those that something speaks for in the order of the questions,
 * and at the very last resistance, where mites learn to live with it: for that nothing speaks but that nothing else does.
 */
export function causesOf({ treatment, conditions, start, end, least, late, outside }: AskedOf): Cause[] {
  const { highs, brood, strength, placement, pack } = conditions
  const found: Cause[] = []
  const say = (cause: CauseKey, evidence: string) => found.push({ cause, evidence, next: NEXT_FOR[cause](treatment) })
  if (late > 0) say('counts', `It was counted ${sayDays(late)} after its window: what has bred, or come, since is in the figure.`)
  if (brood === 'capped' && treatment.reach === 'once') say('strength', 'There was capped brood, and a single round reaches nothing under cappings.')
  else if (strength !== null && strength >= LARGE)
    say('strength', `${plural(strength, 'frame')} of bees: the dose must be that for a colony as large.`)
  if (placement && placement !== 'at-brood') say('contact', PLACEMENT_SAYS[placement])
  const best = highs && highs.length > 0 ? tooColdFor(treatment, mean(highs)) : null
  if (highs && best !== null) say('temperature', `Highs of about ${celsius(mean(highs), 0)}, and it works best at ${celsius(best)} and over.`)
  if (start && end && least > 1) {
    const days = daysBetween(start, end)
    if (days < least) say('days', `It was in for ${sayDays(days)} (${aDay(start)} to ${aDay(end)}), and ${least} is the shortest.`)
  }
  if (pack && pack !== 'fresh') say('pack', PACK_SAYS[pack])
  if (outside) say('outside', outside)
  if (treatment.rotation.change)
    say(
      'resistance',
      found.length > 0
        ? 'Mites learn to live with this active; what stands above may be all of it.'
        : 'Mites learn to live with this active, and nothing else that is known speaks against the course.',
    )
  return found
}
/** From so many frames of bees on a colony is large for one dose (a guess). */
const LARGE = 16
