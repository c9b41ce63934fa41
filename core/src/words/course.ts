import { sayDays, type Day } from '../time/index.ts'
import { capital, plain } from '../units/index.ts'
import { aDay, celsius } from './notation.ts'
import { speaker } from './speaker.ts'

/** What went otherwise than planned in a course, and what it means. Amounts come as they are said. */
export const WARNINGS = speaker('warning', {
  overStay: (v: { days: number; longest: number }) =>
    `In for ${sayDays(v.days)}, and ${v.longest} is the longest: take them out now. Supers wait for the day they come out.`,
  overStayed: (v: { days: number; longest: number }) =>
    `They were in for ${sayDays(v.days)}, ${v.days - v.longest} longer than the longest of ${v.longest}: that breeds mites that withstand it. Another active next.`,
  outTooEarly: (v: { days: number; least: number }) =>
    `Out after ${sayDays(v.days)}, ${v.least - v.days} short of ${v.least}: mites that were under cappings may have been missed. Count again in time.`,
  gap: (v: { days: number; most: number; why: string }) =>
    `${sayDays(v.days)} since the round before; after ${v.most}, ${v.why}. Add a round, switch, or expect less of it.`,
  roundTooSoon: (v: { days: number }) =>
    `Only ${sayDays(v.days)} after the round before: the rounds will not span the time that brood is capped. Add one at the end.`,
  beforeChosen: (v: { days: number; chosen: Day }) =>
    `Given ${sayDays(v.days)} before ${aDay(v.chosen)}, the day it was chosen for: the gates were asked for that day and not for this one.`,
  putBackTooEarly: (v: { least: number; days: number }) =>
    `The course runs ${sayDays(v.least)}; this was after ${v.days}: the entrance must stay open until it is over.`,
  countedTooEarly: (v: { days: number; opens: Day }) =>
    `Counted ${sayDays(v.days)} before its window opens on ${aDay(v.opens)}: mites may still be coming out of the brood.`,
  dosedOtherwise: (v: { given: string; planned: string; one: boolean; over: boolean }) =>
    `${v.given} given where ${v.planned} ${v.one ? 'was' : 'were'} planned: ${
      v.over ? 'over the dose harms bees and leaves residues; never do it again' : 'too little breeds mites that withstand it'
    }.`,
  missing: (v: { inside: number; out: number; missing: number }) =>
    `${plain(v.inside)} went in and ${plain(v.out)} came out: ${plain(v.missing)} still in the hive or on the floor. Look for ${v.missing === 1 ? 'it' : 'them'}.`,
  moreOut: (v: { inside: number; out: number; found: boolean }) =>
    `${plain(v.out)} came out and only ${plain(v.inside)} ${v.found ? 'were left in' : 'went in'} by your notes: put the figure right.`,
  fallen: (v: { fallen: number; of: number | null; day: Day; days: number }) => {
    const one = v.fallen === 1
    return `${plain(v.fallen)}${v.of === null ? '' : ` of ${plain(v.of)}`} ${one ? 'was' : 'were'} found on the floor on ${aDay(v.day)}, ${sayDays(v.days)} after going in: nobody knows since when ${one ? 'it' : 'they'} did not work. Hang a fresh one only if the label allows; a fallen strip is not used again. Count at the end in any case.`
  },
  outside: (v: { day: Day; days: number; before: boolean }) =>
    `Set for ${aDay(v.day)}, ${sayDays(v.days)} ${v.before ? 'before its window opens' : 'after its window closes'}.`,
  swarmed: (v: { day: Day }) =>
    `It swarmed on ${aDay(v.day)}: bees and mites went with the swarm and the brood will break. A count until the young queen’s brood is capped does not compare with the one before; the swarm wants its own count.`,
  requeened: (v: { day: Day; wait: Day | null; layingDays: number | null }) =>
    `Requeened on ${aDay(v.day)}: the brood breaks, so a count reads otherwise for some weeks.${
      v.wait ? ` No further dose before ${aDay(v.wait)}: she must have laid ${v.layingDays} days.` : ''
    }`,
  colonyGone: (v: { what: keyof typeof GONE; day: Day }) =>
    `${GONE[v.what]} on ${aDay(v.day)}: the course ends with it, and what it took cannot be said.`,
})
const GONE = { died: 'The colony died', merged: 'The colony was united with another', sold: 'The colony was sold', other: 'It ended' } as const

/** What a slip costs. Coverages come as they are said. */
export const COSTS = speaker('cost', {
  coverage: (v: { planned: string; now: string; anew: string | null }) =>
    `At the planned pace the rounds meet ${v.planned}; as they stand ${v.now}.${v.anew ? ` ${capital(v.anew)}.` : ''}`,
  supers: (v: { from: Day; instead: Day; late: number | null; asOf: Day }) =>
    `Supers may go on from ${aDay(v.from, v.asOf)} instead of ${aDay(v.instead, v.asOf)}${v.late === null ? '' : `: ${sayDays(v.late)} after they must`}.`,
  winter: (v: { round: number | null; day: Day; last: Day; asOf: Day }) =>
    `${v.round === null ? 'Taking it out' : `Round ${v.round}`} falls on ${aDay(v.day, v.asOf)}, after your last opening on ${aDay(v.last, v.asOf)}: bring it forward where the label allows, or open on a mild day.`,
})

/** Ways on from a slip. */
export const MENDS = speaker('mend', {
  takeOut: () => 'Take them out now, and enter the day they come out.',
  addRound: (v: { fall: string | null; n: number; day: Day; brings: string | null; supers: Day | null; asOf: Day }) =>
    `${v.fall ? `${v.fall}. ` : ''}Add round ${v.n}, best on ${aDay(v.day, v.asOf)}${v.brings ? `: ${v.brings}` : ''}${
      v.supers ? `; supers may go on from ${aDay(v.supers, v.asOf)}` : ''
    }.`,
  goOn: (v: { by: Day; asOf: Day }) => `Go on: the next round by ${aDay(v.by, v.asOf)}, and expect less of the whole.`,
  switchTo: () => 'Switch: call this course off, and match the colony again.',
  accept: () => 'Take it as it is, with your reason: it stays in the book.',
})
/** Pieces of what a further round brings. */
export const BRINGS = speaker('brings', {
  anew: (v: { from: Day; worker: string; drone: string }) =>
    `counted anew from ${aDay(v.from)}, they meet ${v.worker} of what is under worker cappings then, ${v.drone} under drone`,
  meets: (v: { coverage: string }) => `then they meet ${v.coverage}`,
  fall: (v: { fall: number; day: Day | null; limit: number; high: boolean }) =>
    `${v.high ? 'Still ' : ''}${plain(v.fall)} mites a day on the board${v.day ? ` on ${aDay(v.day)}` : ''}, ${v.high ? 'not under' : 'under'} ${plain(v.limit)}, the lower published figure of that month`,
})

/** Jobs that stand in no pattern: what comes with the heat, with what befell the colony, and in the middle. */
export const JOBS = speaker('job', {
  lift: (v: { what: string; high: number; day: Day; over: number }) =>
    `Take ${v.what} out: ${celsius(v.high)} is forecast for ${aDay(v.day)}, over ${celsius(v.over)}; it goes back when it cools`,
  layAgainOn: (v: { what: string; over: number; day: Day }) => `Put ${v.what} back: no more than ${celsius(v.over)} is forecast from ${aDay(v.day)}`,
  layAgainWhenCool: (v: { what: string; over: number }) => `Put ${v.what} back: when the highs are ${celsius(v.over)} or less again`,
  midway: () => 'Count in the middle of it: does the level fall as it should?',
  afterSwarm: () => 'After the swarm: does the young queen lay?',
  newQueen: () => 'Is the new queen taken on, and laying?',
  clear: (v: { why: keyof typeof CLEARED; inside: number | null }) =>
    `${CLEARED[v.why]}${v.inside === null ? '' : ` (${plain(v.inside)} in it by your notes)`}`,
})
const CLEARED = {
  cancelled: 'Called off: take out what is in the hive',
  died: 'The colony died: take out what hangs in the hive before it is shut, robbed or filled again',
  merged: 'United: take this out; the two together have another strength and another dose',
  sold: 'Sold: take it out before it leaves, or hand over in writing when it comes out and when supers may go on',
  other: 'Take it out',
} as const

/** Why a dose is moved or halved for heat. */
export const HEAT = speaker('heat', {
  moved: (v: { high: number; day: Day; over: number; noCoolDay: boolean }) =>
    `${celsius(v.high)} is forecast for ${aDay(v.day)}, over ${celsius(v.over)}${v.noCoolDay ? ': look again before that day' : ''}`,
  halved: (v: { whole: string; high: number; over: number }) =>
    `half of ${v.whole}, since ${celsius(v.high)} is forecast and over ${celsius(v.over)} a whole dose can drive bees out`,
})

/** What a course rules out afterwards. */
export const LOCKS = speaker('lock', {
  after: (v: { barred: string; until: Day | null; end: Day; why: string; notClass: string | null; most: number | null }) =>
    `${capital(
      [
        ...(v.until ? [`no ${v.barred} again before ${aDay(v.until, v.end)}, ${v.why}`] : []),
        ...(v.notClass ? [`the next course is not ${v.notClass}`] : []),
        ...(v.most !== null ? [`at most ${v.most} a year`] : []),
      ].join('; '),
    )}.`,
})

const percent = (x: number): string => (x < 0 ? 'none' : `${plain(x * 100, 0)} %`)
const MIDWAY_SAYS = {
  falling: 'it falls as it should, as far as two jars can tell.',
  unclear: 'too few to tell: another jar now, or wait for the count after it.',
  'not-falling':
    'it does not fall. Contact and place first: do they lie or hang where the bees are, was any found on the floor? Then another active, beside it where both labels allow, else instead of it. Waiting to the end costs the bees of these weeks.',
} as const
/** What a count says of a course that runs. */
export const RUNNING = speaker('running', {
  midway: (v: { days: number; gone: number; low: number; high: number; due: number; verdict: keyof typeof MIDWAY_SAYS }) =>
    `${plain(v.days, 0)} days in, about ${percent(v.gone)} of them is gone (likely ${percent(v.low)} to ${percent(Math.max(0, v.high))}), where about ${percent(v.due)} should be: ${MIDWAY_SAYS[v.verdict]}`,
  tooShort: () => 'over too soon for a count in its middle; the one after it tells.',
  tooEarly: (v: { days: number; from: Day; asOf: Day }) => `${v.days} days in is too early to tell; a count from ${aDay(v.from, v.asOf)} on does.`,
  nothingBefore: () => 'no count by the same method just before it, so nothing to hold this one against.',
  ofCourse: (v: { name: string; since: Day; asOf: Day; says: string }) => `${v.name}, since ${aDay(v.since, v.asOf)}: ${v.says}`,
})
