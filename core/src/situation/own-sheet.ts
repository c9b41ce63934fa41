import { day, line, needed, real, shape, text, usually, whole, word, words, yesNo, type RowOf, type Words } from '../fields/index.ts'
import { plural } from '../units/index.ts'
import { CAPPED_DAYS } from './brood-days.ts'
import type { Rule } from './rule-fields.ts'
import { TREATMENT_KEYS, type BuiltInKey, type OwnKey, type TreatmentKey } from './keys.ts'
import { celsius } from '../words/index.ts'
import { KIT_WORDS } from './words.ts'

/** What a key of a treatment of the keeper's own looks like. */
export const OWN_KEY = /^own-[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/
export const isOwnKey = (key: string): key is OwnKey => OWN_KEY.test(key)

export const REACH_WORDS = [
  ['under-cappings', 'yes, it reaches them'],
  ['outlasts', 'no, but it stays until they come out'],
  ['series', 'no, it is given again until they are out'],
  ['once', 'no, and it is given once'],
] as const satisfies Words
export const SUPERS_RULE_WORDS = [
  ['never', 'never on'],
  ['may-stay', 'may stay on'],
  ['any', 'do not matter'],
] as const satisfies Words
export const DOSE_BY_WORDS = [
  ['frames', 'the frames of bees'],
  ['box', 'the brood boxes'],
  ['colony', 'the colony, whatever its size'],
  ['seam', 'the seams of bees'],
] as const satisfies Words
export const UNIT_OF_DOSE_WORDS = [
  ['strip', 'strips'],
  ['pad', 'pads'],
  ['wafer', 'wafers'],
  ['g', 'g'],
  ['mL', 'mL'],
] as const satisfies Words
export const TOP_BAR_WORDS = [
  ['any', 'as in any other'],
  ['care', 'with care'],
  ['ruled-out', 'not'],
] as const satisfies Words
export const PUT_WORDS = [
  ['between', 'between the frames of the brood nest'],
  ['on-top', 'on the top bars'],
  ['wall', 'at the side walls'],
] as const satisfies Words

/** A limit on the temperature of some days, counted from the first dose; °C, null is open. */
export interface OwnLimit {
  readonly from: number
  readonly to: number
  readonly reads: 'high' | 'mean'
  readonly of: 'each' | 'warmest' | 'average'
  readonly least: number | null
  readonly bestFrom: number | null
  readonly bestTo: number | null
  readonly most: number | null
}
/** Most limits of one sheet. */
export const MOST_LIMITS = 6

const SHARE = [0, 0.999] as const
/**
 * A treatment of the keeper's own: what its label says, field by field. What a sheet does not ask for is as in the nearest one of the list,
 * its `base`.
 */
export const OWN_FIELDS = {
  key: needed(shape<OwnKey>('Key', 'text')),
  base: needed(
    word(
      'The nearest sheet',
      TREATMENT_KEYS.map((key) => [key, key] as const),
    ),
  ),
  name: line('Your name for it', 60),
  active: line('Active ingredient', 60),
  synthetic: needed(yesNo('Synthetic')),
  liquidAcid: needed(yesNo('A liquid acid')),
  reach: needed(word('Does it reach mites under cappings?', REACH_WORDS)),
  broodlessLow: needed(real('Takes without brood, at least', ...SHARE, { hint: '%' })),
  broodlessHigh: needed(real('Takes without brood, at most', ...SHARE, { hint: '%' })),
  broodLow: needed(real('Takes with brood, at least', ...SHARE, { hint: '%' })),
  broodHigh: needed(real('Takes with brood, at most', ...SHARE, { hint: '%' })),
  limits: shape<readonly OwnLimit[]>('Temperature', 'json'),
  supersWhile: needed(word('Supers for people', SUPERS_RULE_WORDS)),
  supersWait: needed(whole('Wait before supers', 0, 366, { hint: 'days' })),
  leastFrames: whole('Least frames of bees', 1, 60),
  fullEntrance: needed(yesNo('Entrance at full width')),
  screenShut: needed(yesNo('A screened floor shut')),
  dryFloor: needed(yesNo('A dry floor')),
  noFeeding: needed(yesNo('No feeding during the course')),
  notNewlyHived: needed(yesNo('Not in a newly hived colony')),
  movingBees: needed(yesNo('Only where bees move about')),
  queenDays: whole('A queen that has laid for', 1, 60, { hint: 'days' }),
  mostBoxes: whole('With care over', 1, 6, { hint: 'brood boxes' }),
  topBar: needed(word('In a top-bar hive', TOP_BAR_WORDS)),
  doseBy: needed(word('Dose by', DOSE_BY_WORDS)),
  amount: needed(real('Amount for each', 0.01, 1000)),
  unit: needed(word('Counted in', UNIT_OF_DOSE_WORDS)),
  framesEach: real('One for', 1, 20, { hint: 'frames of bees' }),
  smallFrames: real('Less up to', 1, 20, { hint: 'frames of bees' }),
  smallAmount: real('Amount then', 0.01, 1000),
  most: real('Never more than', 0.01, 5000),
  how: line('How it is given', 200),
  put: needed(word('Where it is put', PUT_WORDS)),
  rounds: needed(whole('Rounds', 1, 12)),
  daysBetween: whole('From one round to the next', 1, 60, { hint: 'days' }),
  comesOut: needed(yesNo('What is left comes out')),
  stayLeast: needed(whole('Stays at least', 0, 200, { hint: 'days' })),
  stayMost: needed(whole('Stays at most', 0, 200, { hint: 'days' })),
  recountFrom: needed(whole('Count again from', 0, 60, { hint: 'days' })),
  recountTo: needed(whole('Count again until', 0, 90, { hint: 'days' })),
  gapDays: needed(whole('Between two courses', 0, 366, { hint: 'days' })),
  mostCourses: whole('Most courses in a year', 1, 12),
  change: needed(yesNo('Another active after it')),
  alone: needed(yesNo('Not beside another treatment')),
  gear: usually(words('Gear without which it waits', KIT_WORDS), []),
  hazard: line('What it does to people', 300),
  protection: line('How they keep safe', 400),
  mishap: line('If it goes wrong', 400),
  setUp: text('Set-up', 1000),
  storage: text('Storage', 400),
  disposal: text('Disposal', 400),
  packHolds: whole('Units in a pack', 1, 1000),
  openedKeeps: whole('An opened pack keeps', 1, 3000, { hint: 'days' }),
  mostAPerson: whole('Most a person a day', 1, 10_000),
  /** The day on which the keeper read the label in hand and found this. */
  readOn: needed(day('Label read on')),
  /** Nothing is begun with it any more; what was given stays in the books. */
  retired: usually(yesNo('Not offered any more'), false),
} as const
export type OwnSheet = RowOf<typeof OWN_FIELDS>

/** Bases that a sheet can be made from: what is given to bees. */
const NOT_GIVEN: ReadonlySet<string> = new Set<BuiltInKey>(['brood-break', 'drone-removal', 'wait-and-recount'])
export const OWN_BASES: readonly BuiltInKey[] = TREATMENT_KEYS.filter((key) => !NOT_GIVEN.has(key))

/** What is wrong with a sheet: the field, and a sentence that begins with it. */
export interface SheetFault {
  readonly field: string
  readonly says: string
}
const fault = (field: string, says: string): SheetFault => ({ field, says })

const span = (sheet: OwnSheet): number => (sheet.rounds - 1) * (sheet.daysBetween ?? 0) + sheet.stayMost

function faultOfLimit(limit: OwnLimit, i: number, sheet: OwnSheet): SheetFault | null {
  const { from, to, least, bestFrom, bestTo, most } = limit
  const at = (field: keyof OwnLimit) => `limits[${i}].${field}`
  if (to < from) return fault(at('to'), `ends on day ${to}, before it begins on day ${from}`)
  if (from > span(sheet)) return fault(at('from'), `is day ${from}, and the course is over on day ${span(sheet)}`)
  if (least !== null && most !== null && least > most)
    return fault(at('most'), `is ${celsius(most)}, under the least of ${celsius(least)}: no day can keep both`)
  if (bestFrom !== null && bestTo !== null && bestFrom > bestTo)
    return fault(at('bestTo'), `is ${celsius(bestTo)}, under ${celsius(bestFrom)} where the best begins`)
  if (least !== null && bestFrom !== null && bestFrom < least)
    return fault(at('bestFrom'), `is ${celsius(bestFrom)}, colder than the least of ${celsius(least)}`)
  if (most !== null && bestTo !== null && bestTo > most) return fault(at('bestTo'), `is ${celsius(bestTo)}, warmer than the most of ${celsius(most)}`)
  // An open best end beside a closed outer one would call best what is ruled out.
  if (least !== null && bestTo !== null && bestTo < least)
    return fault(at('bestTo'), `is ${celsius(bestTo)}, colder than the least of ${celsius(least)}`)
  if (most !== null && bestFrom !== null && bestFrom > most)
    return fault(at('bestFrom'), `is ${celsius(bestFrom)}, warmer than the most of ${celsius(most)}`)
  return null
}

/** Two limits on one day that no high can keep. */
function faultOfTwo(limits: readonly OwnLimit[]): SheetFault | null {
  for (const [i, a] of limits.entries())
    for (const b of limits.slice(0, i)) {
      const each = a.of === 'each' && b.of === 'each' && a.reads === b.reads
      const [from, to] = [Math.max(a.from, b.from), Math.min(a.to, b.to)]
      if (!each || from > to) continue
      const [least, most] = [Math.max(a.least ?? -99, b.least ?? -99), Math.min(a.most ?? 99, b.most ?? 99)]
      if (least > most)
        return fault(`limits[${i}].least`, `asks for ${celsius(least)} and over on day ${from}, where another line allows ${celsius(most)} at most`)
    }
  return null
}

/**
 * The first thing in a sheet that contradicts itself; null where nothing does. `names` are those of the other treatments: two of one name are
 * told apart by nobody.
 */
export function faultOfSheet(sheet: OwnSheet, names: readonly string[] = []): SheetFault | null {
  const limits = sheet.limits ?? []
  const same = names.find((name) => name.toLowerCase() === sheet.name.toLowerCase())
  const days = span(sheet)
  const found: readonly (SheetFault | false | null)[] = [
    same !== undefined && fault('name', `is the name of another treatment: say what tells it from ${same}`),
    !OWN_BASES.includes(sheet.base) && fault('base', 'must be a treatment that is given to the bees'),
    sheet.broodlessLow > sheet.broodlessHigh && fault('broodlessHigh', 'is less than what it takes at least'),
    sheet.broodLow > sheet.broodHigh && fault('broodHigh', 'is less than what it takes at least'),
    sheet.reach !== 'under-cappings' &&
      sheet.broodHigh > sheet.broodlessHigh &&
      fault('broodHigh', 'is more than without brood, though mites under cappings are not reached'),
    sheet.rounds > 1 && sheet.daysBetween === null && fault('daysBetween', `must be said: ${sheet.rounds} rounds need days between them`),
    sheet.rounds === 1 && sheet.reach === 'series' && fault('rounds', 'is one, and one round is no series'),
    sheet.rounds > 1 && sheet.reach === 'once' && fault('rounds', `is ${sheet.rounds}, though it is given once`),
    sheet.stayLeast > sheet.stayMost && fault('stayMost', `is ${plural(sheet.stayMost, 'day')}, under the least of ${sheet.stayLeast}`),
    sheet.comesOut && sheet.stayMost === 0 && fault('stayMost', 'is 0 days, though something comes out: it would come out on the day it goes in'),
    sheet.reach === 'outlasts' &&
      days < CAPPED_DAYS.worker &&
      fault('stayMost', `ends the course on day ${days}: to outlast the brood it must stay for the ${CAPPED_DAYS.worker} days under worker cappings`),
    sheet.reach === 'series' &&
      sheet.rounds > 1 &&
      (sheet.rounds - 1) * (sheet.daysBetween ?? 0) < CAPPED_DAYS.worker &&
      fault(
        'rounds',
        `end after ${(sheet.rounds - 1) * (sheet.daysBetween ?? 0)} days: a series must go on for the ${CAPPED_DAYS.worker} days under worker cappings`,
      ),
    sheet.recountFrom > sheet.recountTo && fault('recountTo', 'is before the first day of the count'),
    sheet.supersWhile === 'any' && sheet.supersWait > 0 && fault('supersWait', `is ${plural(sheet.supersWait, 'day')}, though supers do not matter`),
    sheet.doseBy === 'frames' && sheet.framesEach === null && fault('framesEach', 'must be said: so many frames of bees for each'),
    (sheet.smallFrames === null) !== (sheet.smallAmount === null) &&
      fault(sheet.smallFrames === null ? 'smallFrames' : 'smallAmount', 'must be said with the other: less, and up to how many frames'),
    sheet.smallAmount !== null && sheet.smallAmount > sheet.amount && fault('smallAmount', 'is more than the whole dose'),
    sheet.most !== null && sheet.most < sheet.amount && fault('most', `is ${sheet.most}, under a single ${sheet.amount}`),
    sheet.doseBy === 'seam' && sheet.most === null && fault('most', 'must be said: what is given by the seam has a most for a colony'),
    ...limits.map((limit, i) => faultOfLimit(limit, i, sheet)),
    faultOfTwo(limits),
  ]
  return found.find((f): f is SheetFault => Boolean(f)) ?? null
}

/** The first fault among a keeper's sheets with the lines of their list: each in itself, two of one name or key, one that nobody confirmed. */
export function faultOfSheets(
  sheets: readonly OwnSheet[],
  rules: Readonly<Partial<Record<TreatmentKey, Pick<Rule, 'authorised' | 'withSupers'> | null>>>,
  names: readonly string[] = [],
): SheetFault | null {
  for (const [i, sheet] of sheets.entries()) {
    const others = sheets.slice(0, i)
    if (others.some((o) => o.key === sheet.key)) return fault(`[${i}].key`, 'is there twice')
    const found = faultOfSheet(sheet, [...names, ...others.map((o) => o.name)])
    if (found) return fault(`[${i}].${found.field}`, found.says)
    const said = rules[sheet.key]?.authorised ?? 'unknown'
    if (said === 'unknown') return fault(`[${i}].key`, 'is not on the list: a sheet of one’s own is confirmed with its label in hand, or refused')
    if (sheet.supersWhile === 'may-stay' && typeof rules[sheet.key]?.withSupers !== 'boolean')
      return fault(`[${i}].supersWhile`, 'is not on the list: whether supers stay on is confirmed with the label in hand')
  }
  return null
}
