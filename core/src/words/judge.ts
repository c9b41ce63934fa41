import { sayDays, type Day } from '../time/index.ts'
import { capital, plain } from '../units/index.ts'
import { aDay, celsius, of100 } from './notation.ts'
import { speaker } from './speaker.ts'

/** A figure with as many digits as it takes not to read as the limit it is not at. */
function against(x: number, limit: number): string {
  for (const digits of [1, 2, 3]) {
    const said = x.toFixed(digits)
    if (Number(said) !== limit || isAt(x, limit)) return said
  }
  return String(x)
}
/** What two products of the same figures may differ by for being binary fractions. */
const ROUNDING = 1e-9
const isAt = (x: number, limit: number): boolean => Math.abs(x - limit) < ROUNDING

/** The unit of a level, as it is said after its figure. */
export const UNIT_WORDS = { per100: 'in 100', perDay: 'a day', per100cells: 'in 100 drone cells' } as const

/** A count with its doubt. `allowed`: the level with what the method misses allowed for; null where nothing is set for it. */
interface Counted {
  readonly estimate: number
  readonly low: number
  readonly high: number
  readonly unit: keyof typeof UNIT_WORDS
  readonly allowed: number | null
  readonly limit: number
}
// What is held against the limit must be said, or the sentence contradicts itself.
const figure = (v: Counted): string =>
  `${v.allowed === null ? against(v.estimate, v.limit) : v.estimate.toFixed(1)} ${UNIT_WORDS[v.unit]}, likely ${v.low.toFixed(1)} to ${v.high.toFixed(1)}.${
    v.allowed === null ? '' : ` With those missed about ${against(v.allowed, v.limit)}.`
  }`
/** A limit as it is spoken: 3, or 1.67. */
const limitWords = (limit: number): string => plain(limit, 2)

const WHEN = {
  'before-winter-bees': ': treat before the winter bees are raised',
  'late-for-winter-bees': ': late for the winter bees; treating now is for those alive, and for the spring',
  any: ': treat',
} as const

/** "about 88 of 100 such colonies are". */
const share100 = (chance: number): string => `${of100(chance)} of 100 such colonies ${Math.round(chance * 100) <= 1 ? 'is' : 'are'}`

/** What a count means on the day. */
export const JUDGED = speaker('judged', {
  never: () => 'No count yet: nobody can say how many mites there are.',
  tooOld: (v: { day: Day; asOf: Day; days: number }) => `The last count is of ${aDay(v.day, v.asOf)}, ${sayDays(v.days)} ago: too old to judge by.`,
  danger: (v: Counted & { danger: { at: number; chance: number } }) =>
    `${figure(v)} Far over the limit of ${limitWords(v.limit)}: ${share100(v.danger.chance)} at ${plain(v.danger.at, 1)} in 100 or over, where a colony is in danger.`,
  over: (v: Counted & { when: keyof typeof WHEN }) =>
    `${figure(v)} ${isAt(v.allowed ?? v.estimate, v.limit) ? 'At' : 'Over'} the limit of ${limitWords(v.limit)}${WHEN[v.when]}.`,
  overBefore: (v: Counted & { end: Day; asOf: Day }) =>
    `${figure(v)} ${isAt(v.allowed ?? v.estimate, v.limit) ? 'At' : 'Over'} the limit of ${limitWords(v.limit)}, before what was given since (to ${aDay(v.end, v.asOf)}): what that left nobody has counted.`,
  boardsDisagree: (v: Counted & { timely: number; timelyBy: string; collapse: number; collapseBy: string }) =>
    `${figure(v)} The published limits of the month disagree: ${limitWords(v.timely)} a day (${v.timelyBy}), ${limitWords(v.collapse)} (${v.collapseBy}).`,
  cannotRuleOut: (v: Counted & { lower: number }) => `${figure(v)} Below the limit of ${limitWords(v.lower)}, but the count cannot rule out more.`,
  underBoth: (v: Counted & { timely: number; collapse: number }) =>
    `${figure(v)} Under both published limits of the month, ${limitWords(v.timely)} and ${limitWords(v.collapse)} a day, by this count, its own doubt included.`,
  under: (v: Counted & { lower: number }) => `${figure(v)} Under the limit of ${limitWords(v.lower)} by this count, its own doubt included.`,
})

/** What to do next. */
export const NEXT = speaker('next', {
  layABoard: () => 'Lay a board for three to seven days: a cluster is not opened for a jar.',
  countFirst: () => 'Count first: a wash of about 300 bees.',
  today: () => 'Choose a treatment today: losing the colony cannot be mended.',
  choose: () => 'Choose a treatment.',
  boardBy: (v: { day: Day; fly: number }) =>
    `Leave it; count the fall on a board over three to seven days by ${aDay(v.day)}. The next wash waits until bees fly, at about ${celsius(v.fly)}.`,
  washOrBoard: (v: { day: Day }) => `A wash of about 300 bees tells more; else read a board again by ${aDay(v.day)}.`,
  fullCup: (v: { day: Day }) => `Wash a full half cup, about 300 bees: so few tell little; else count again by ${aDay(v.day)}.`,
  leaveOrSecondJar: (v: { day: Day; changes: number }) =>
    `Leave it and count again by ${aDay(v.day)}; or wash a second jar now: in ${of100(v.changes)} of 100 such colonies it would turn the verdict.`,
  secondJarFirst: (v: { over: number; changes: number }) =>
    `Wash a second jar now, before you leave it: by all that speaks for it it is rather over the limit (${of100(v.over)} of 100 such colonies), and another would turn the verdict in ${of100(v.changes)} of 100.`,
  given: (v: { names: readonly string[]; start: Day; end: Day | null; asOf: Day; dormant: boolean }) => {
    const count = v.dormant ? 'read a board for three to seven days' : 'wash about 300 bees'
    return v.end
      ? `Before anything more is given ${count}, to see what is left since ${v.names.join(' and ')} (to ${aDay(v.end, v.asOf)}).`
      : `Finish what is in hand, ${v.names.join(' and ')} since ${aDay(v.start, v.asOf)}; then ${count} to see what it left.`
  },
  leave: (v: { day: Day }) => `Leave it and count again by ${aDay(v.day)}.`,
})

/** What is to be kept in mind with a count. */
export const NOTES = speaker('note', {
  signs: (v: { signs: readonly string[]; day: Day; asOf: Day; over: boolean }) =>
    `${capital(v.signs.join(', '))} (${aDay(v.day, v.asOf)}): with many mites these come, and the viruses they carry; ${
      v.over ? 'it agrees with the count' : 'count now, whatever an older count said'
    }.`,
  recovery: (v: { recovery: number }) => `Judged allowing for a recovery of ${plain(v.recovery * 100, 0)} %.`,
  few: (v: { counted: number; what: 'bees' | 'cells' }) => `Only ${v.counted} ${v.what}: the answer is very wide.`,
  clumps: (v: { spread: number }) =>
    `The mites lie in clumps: the squares differ ${plain(v.spread)} times more than by chance, and the range is widened for it.`,
  droneLate: () => 'Drone brood is at its end now: it tells of spring and early summer. Wash about 300 bees instead.',
  broodless: () => 'Without brood all mites ride on the bees, so a wash reads two to three times higher: not typical of the yard.',
  marked: () => 'This sample is marked as not typical of the yard.',
  old: (v: { days: number }) => `Counted ${sayDays(v.days)} ago: the level will have moved.`,
})

/** The level by all that speaks for it, mites per 100 bees. */
export const LIKELY = speaker('likely', {
  level: (v: { p05: number; p50: number; p95: number; chance: number; limit: number; alone: number; given: boolean }) =>
    `By all that speaks for it (the season, its yard and its other counts, the days since${v.given ? ', what such courses take' : ''}): likely ${v.p05.toFixed(1)} to ${v.p95.toFixed(1)} in 100, half of such colonies over ${v.p50.toFixed(1)}; ${share100(v.chance)} at or over ${limitWords(v.limit)}. By this count alone it would be ${of100(v.alone)}.`,
})
