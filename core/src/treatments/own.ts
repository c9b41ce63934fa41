import { faultOfSheet, OWN_BASES, type BuiltInKey, type OwnKey, type OwnLimit, type OwnSheet, type TreatmentKey } from '../situation/index.ts'
import type { Day } from '../time/index.ts'
import { unitOfMany } from './dose.ts'
import { bySheet, knowBySheet, TREATMENTS, treatmentOf } from './list.ts'
import { dosesOf, nominalDay, publishedPattern } from './pattern.ts'
import { safetyOf, type SafetyCard } from './safety.ts'
import { ownSheet } from './source.ts'
import { check, firstDose, nextDose, putBack, queenCheck, recount, remove, supersOn } from './steps.ts'
import { sayAs, USUAL_READER } from '../words/index.ts'
import type { CoursePattern, DoseRule, SmallDose, Step, TemperatureLimit, Treatment } from './treatment.ts'

/** What a sheet of one's own is marked by, wherever its treatment is named. */
const MARK = '(own sheet)'

function baseOf(key: BuiltInKey): Treatment {
  const base = treatmentOf(key)
  if (!base) throw new Error(`no treatment ${key}`)
  return base
}

/** Figures as a keeper writes them: a text field holds no notation of the core's. */
const asRead = (text: string): string => sayAs(USUAL_READER, text)

/** One unit of a dose: strips, pads and wafers are counted out again. */
const isCounted = (unit: OwnSheet['unit']): boolean => unit === 'strip' || unit === 'pad' || unit === 'wafer'

const limitIn = ({ days: [from, to], reads, of, best, outer }: TemperatureLimit): OwnLimit => ({
  from,
  to,
  reads,
  of,
  least: outer[0],
  bestFrom: best[0],
  bestTo: best[1],
  most: outer[1],
})

type DosePart = Pick<OwnSheet, 'doseBy' | 'amount' | 'unit' | 'framesEach' | 'smallFrames' | 'smallAmount' | 'most' | 'how'>
const NO_SMALL = { smallFrames: null, smallAmount: null } as const
const smallIn = (small: SmallDose | null) => (small ? { smallFrames: small.atMost, smallAmount: small.amount } : NO_SMALL)
function doseIn(dose: DoseRule): DosePart {
  const rest = { framesEach: null, most: null, ...NO_SMALL }
  switch (dose.by) {
    case 'frames':
      return { ...rest, doseBy: 'frames', amount: dose.perFullBox, unit: dose.unit, framesEach: dose.framesPerUnit, how: asRead(dose.how) }
    case 'box':
      return { ...rest, doseBy: 'box', amount: dose.perBox, unit: dose.unit, ...smallIn(dose.small), most: dose.most, how: asRead(dose.how) }
    case 'seam':
      return { ...rest, doseBy: 'seam', amount: dose.perSeam, unit: dose.unit, most: dose.most, how: asRead(dose.how) }
    case 'colony':
      return { ...rest, doseBy: 'colony', amount: dose.amount, unit: dose.unit, ...smallIn(dose.small), how: asRead(dose.how) }
    case 'none':
      throw new Error('nothing is given')
  }
}

type CoursePart = Pick<OwnSheet, 'rounds' | 'daysBetween' | 'comesOut' | 'stayLeast' | 'stayMost' | 'recountFrom' | 'recountTo'>
/** The course of the pattern for capped brood, which is the longer one. */
function courseIn(pattern: CoursePattern): CoursePart {
  const rounds = dosesOf(pattern)
  const last = pattern.steps.findLast((s) => s.job === 'dose')
  const [out, again] = [pattern.steps.find((s) => s.job === 'remove'), pattern.steps.find((s) => s.job === 'recount')]
  const lastDay = last ? nominalDay(last, pattern) : 0
  const end = out ? nominalDay(out, pattern) : pattern.days.least
  const least = Math.max(0, end - lastDay)
  const counted = again ? nominalDay(again, pattern) - end : 10
  const [earlier, later] = again ? [again.best - again.earliest, again.latest - again.best] : [3, 4]
  return {
    rounds,
    daysBetween: rounds > 1 ? (last?.best ?? null) : null,
    comesOut: out !== undefined,
    stayLeast: least,
    stayMost: out ? least + out.latest - out.best : least,
    recountFrom: Math.max(0, counted - earlier),
    recountTo: counted + later,
  }
}

/**
 * A sheet to be changed, with everything as in the treatment of the list that is nearest. The source of its figures is that one until the
 * keeper changes them.
 */
export function sheetFrom(base: BuiltInKey, key: OwnKey, readOn: Day): OwnSheet {
  const t = baseOf(base)
  const { hive, efficacy, rotation } = t
  const share = efficacy ?? { broodless: { low: 0, high: 0 }, brood: { low: 0, high: 0 } }
  return {
    key,
    base,
    name: '',
    active: t.active ?? '',
    synthetic: t.synthetic,
    liquidAcid: t.liquidAcid,
    reach: t.reach === 'under-cappings' || t.reach === 'outlasts' || t.reach === 'series' ? t.reach : 'once',
    broodlessLow: share.broodless.low,
    broodlessHigh: share.broodless.high,
    broodLow: share.brood.low,
    broodHigh: share.brood.high,
    limits: t.temperature.map(limitIn),
    // What a list may allow is off until the label in hand says otherwise.
    supersWhile: t.supers.while === 'list' ? 'never' : t.supers.while,
    supersWait: t.supers.waitDays,
    leastFrames: hive.leastFramesOfBees,
    fullEntrance: hive.entrance === 'full',
    screenShut: hive.screen === 'closed',
    dryFloor: hive.floor === 'dry',
    noFeeding: hive.feeding === 'none',
    notNewlyHived: hive.newlyHived === 'no',
    movingBees: hive.mustMove,
    queenDays: hive.queenLayingDays,
    mostBoxes: hive.mostBoxes,
    topBar: hive.topBar?.level ?? 'any',
    ...doseIn(t.dose),
    put: t.put ?? 'between',
    ...courseIn(publishedPattern(t, 'capped')),
    gapDays: rotation.gapDays,
    mostCourses: rotation.mostCoursesAYear,
    change: rotation.change,
    alone: rotation.alone,
    gear: t.kit.needed,
    hazard: asRead(t.caution?.hazard ?? ''),
    protection: asRead(t.caution?.protection ?? ''),
    mishap: asRead(t.caution?.mishap ?? ''),
    setUp: t.setUp.map(asRead).join('\n'),
    storage: asRead(t.storage),
    disposal: asRead(t.disposal),
    packHolds: t.pack?.holds ?? null,
    openedKeeps: t.openedKeepsDays,
    mostAPerson: t.mostAPersonADay,
    readOn,
    retired: false,
  }
}

/** Whether a part of a sheet is as in the treatment that it was made from. */
const sameAs = (sheet: OwnSheet, plain: OwnSheet, fields: readonly (keyof OwnSheet)[]): boolean =>
  fields.every((field) => JSON.stringify(sheet[field]) === JSON.stringify(plain[field]))

const DOSE_FIELDS = ['doseBy', 'amount', 'unit', 'framesEach', 'smallFrames', 'smallAmount', 'most', 'how'] as const
const COURSE_FIELDS = ['rounds', 'daysBetween', 'comesOut', 'stayLeast', 'stayMost', 'recountFrom', 'recountTo', 'reach', 'unit'] as const
const EFFECT_FIELDS = ['broodlessLow', 'broodlessHigh', 'broodLow', 'broodHigh'] as const

function doseOfSheet(sheet: OwnSheet): DoseRule {
  const { amount, unit, how, most, framesEach, smallFrames, smallAmount } = sheet
  const small: SmallDose | null = smallFrames !== null && smallAmount !== null ? { of: 'bees', atMost: smallFrames, amount: smallAmount } : null
  switch (sheet.doseBy) {
    case 'frames':
      return { by: 'frames', framesPerUnit: framesEach ?? 1, perFullBox: amount, unit, how }
    case 'box':
      return { by: 'box', perBox: amount, small, large: null, most, topBar: null, unit, how }
    case 'seam':
      return { by: 'seam', perSeam: amount, most: most ?? amount, unit, how }
    case 'colony':
      return { by: 'colony', amount, small, unit, how }
  }
}

const days = (from: number, to: number): string =>
  from === to ? (from === 0 ? 'on the first day' : `on day ${from + 1}`) : `on days ${from + 1} to ${to + 1}`
const THEIRS = 'your sheet says so'
/** Reasons are those of the limit that it was made from, where there is one. */
function limitOf(limit: OwnLimit, base: TemperatureLimit | undefined, readOn: Day): TemperatureLimit {
  const { from, to, reads, of, least, bestFrom, bestTo, most } = limit
  const same = base?.days[0] === from && base.days[1] === to
  return {
    days: [from, to],
    reads,
    of,
    // What is open at the best end is no better than the outer one.
    best: [bestFrom ?? least, bestTo ?? most],
    outer: [least, most],
    when: same ? base.when : of === 'average' ? `on average ${days(from, to)}` : days(from, to),
    cold: base?.cold || (least !== null || bestFrom !== null ? THEIRS : ''),
    hot: base?.hot || (most !== null || bestTo !== null ? THEIRS : ''),
    source: ownSheet(readOn),
  }
}

/** Days by which a round may come late, and a first dose, by a sheet that says nothing of it (a guess). */
const ROOM = { first: 3, round: 2 } as const
/** What stays in so long is looked at in between (common practice, no source). */
const LOOKED_AT_FROM = 28

function patternOfSheet(sheet: OwnSheet, base: Treatment, when: CoursePattern['when'], rounds: number): CoursePattern {
  const { stayLeast, stayMost, comesOut, recountFrom, recountTo, supersWait } = sheet
  const every = sheet.daysBetween ?? 0
  const asBase = publishedPattern(base, when === 'nothing-capped' ? 'none' : 'capped').steps
  const lastDose = { job: 'dose', n: rounds } as const
  const breaks = asBase.find((s) => s.job === 'dose' && s.n > 1)?.breaks
  const again = Array.from({ length: rounds - 1 }, (_, i): Step => {
    const latest = every + ROOM.round
    return nextDose(i + 2, [Math.max(1, every - 1), every, latest], 'Round {n}: {dose}', breaks && breaks.after >= every ? { breaks } : {})
  })
  const closes = asBase.some((s) => s.job === 'put-back')
  const end = comesOut ? ({ job: 'remove', n: 1 } as const) : lastDose
  const since = comesOut ? 0 : stayLeast
  const steps: Step[] = [
    ...asBase.filter((s) => s.job === 'prepare'),
    firstDose('{dose} in, as the label says; write down what went in', ROOM.first),
    ...again,
    ...(comesOut && stayLeast >= LOOKED_AT_FROM
      ? [check(1, lastDose, [14, 17, 21], 'See that it reaches the bees; move it to where the brood is')]
      : []),
    ...(comesOut
      ? [
          {
            ...remove(lastDose, [stayLeast, stayLeast, stayMost], isCounted(sheet.unit) ? 'Take {dose} out and count them' : 'Take out what is left'),
            ...(isCounted(sheet.unit) ? { counted: true as const } : {}),
          },
        ]
      : []),
    ...(closes && !comesOut
      ? [
          putBack(lastDose, [stayLeast, stayLeast, stayLeast + 7], 'Course over: what was changed on the hive may go back', {
            ends: 'course',
            opensHive: false,
          }),
        ]
      : []),
    ...(closes && comesOut ? [putBack(end, [0, 0, 7], 'What was changed on the hive may go back', { opensHive: false })] : []),
    recount(end, [since + recountFrom, since + Math.round((recountFrom + recountTo) / 2), since + recountTo]),
    supersOn(end, since + supersWait),
    ...(asBase.some((s) => s.job === 'queen-check')
      ? [queenCheck(1, end, [since + 7, since + 10, since + 14], 'Look for eggs: is the queen laying?')]
      : []),
  ]
  const lasts = { least: (rounds - 1) * every + stayLeast, most: (rounds - 1) * (every + ROOM.round) + stayMost }
  return {
    when,
    name: rounds === 1 ? (lasts.least === 0 ? 'one round' : `${lasts.least} days`) : `${rounds} rounds, ${every} days apart`,
    days: lasts,
    visits: steps.filter((s) => ['dose', 'check', 'remove', 'recount'].includes(s.job)).length - 1,
    steps,
  }
}

const middle = ({ low, high }: { readonly low: number; readonly high: number }): number => (low + high) / 2
/** The warmth of the nearest, scaled to what this one takes at best; none where the active is another. */
function warmthOf(sheet: OwnSheet, base: Treatment, efficacy: NonNullable<Treatment['efficacy']>): Treatment['warmth'] {
  if (!base.warmth || !base.efficacy || sheet.active.toLowerCase() !== base.active?.toLowerCase()) return undefined
  const factor = middle(efficacy.brood) / middle(base.efficacy.brood)
  return base.warmth.map(([high, share]) => [high, Math.min(0.999, share * factor)] as const)
}

const lines = (text: string | null): string[] =>
  (text ?? '')
    .split('\n')
    .map((line) => line.trim().replace(/\.$/, ''))
    .filter((line) => line !== '')

/** Rules of another active do not hold for this one: what mites withstand, and what they grow used to. */
function rotationOf(sheet: OwnSheet, base: Treatment, another: boolean): Treatment['rotation'] {
  return {
    class: another ? sheet.active.toLowerCase() : base.rotation.class,
    change: sheet.change,
    gapDays: sheet.gapDays,
    gapWhy: another || sheet.gapDays !== base.rotation.gapDays ? '' : base.rotation.gapWhy,
    mostCoursesAYear: sheet.mostCourses,
    alone: sheet.alone,
    resistance: another ? null : base.rotation.resistance,
    source: ownSheet(sheet.readOn),
  }
}

/** The treatment of a sheet. What the sheet does not say is as in the one that it was made from. Throws for a base that is not of the list. */
export function treatmentFrom(sheet: OwnSheet): Treatment {
  const base = baseOf(sheet.base)
  const plain = sheetFrom(sheet.base, sheet.key, sheet.readOn)
  const source = ownSheet(sheet.readOn)
  const another = sheet.active.trim().toLowerCase() !== base.active?.toLowerCase()
  const efficacy = {
    broodless: { low: sheet.broodlessLow, high: sheet.broodlessHigh },
    brood: { low: sheet.broodLow, high: sheet.broodHigh },
  }
  const warmth = warmthOf(sheet, base, efficacy)
  const asBase = sameAs(sheet, plain, COURSE_FIELDS)
  const patterns = asBase
    ? base.patterns
    : sheet.reach === 'series'
      ? [patternOfSheet(sheet, base, 'nothing-capped', 1), patternOfSheet(sheet, base, 'capped', sheet.rounds)]
      : [patternOfSheet(sheet, base, 'always', sheet.rounds)]
  const { warmth: _warmth, heat, bench: _bench, shortName: _short, susceptible, killDays, pack: _pack, ...rest } = base
  // The first of its limits is the one that is watched for heat.
  const most = Math.min(...(sheet.limits ?? []).map((l) => l.most ?? Infinity))
  return {
    ...rest,
    key: sheet.key,
    own: { base: sheet.base, readOn: sheet.readOn, retired: sheet.retired },
    name: `${sheet.name} ${MARK}`,
    short: `Your own sheet, made from “${base.name}” after a label`,
    verb: sheet.unit === plain.unit && !another ? base.verb : 'give it',
    active: another ? sheet.active.trim() : base.active,
    synthetic: sheet.synthetic,
    liquidAcid: sheet.liquidAcid,
    reach: sheet.reach,
    efficacy,
    ...(sameAs(sheet, plain, EFFECT_FIELDS) && !another && susceptible ? { susceptible } : {}),
    efficacySource: sameAs(sheet, plain, EFFECT_FIELDS) ? `${base.efficacySource} (of “${base.name}”)` : 'what your own sheet says',
    temperature: (sheet.limits ?? []).map((limit, i) => limitOf(limit, base.temperature[i], sheet.readOn)),
    supers: { while: sheet.supersWhile, waitDays: sheet.supersWait, source },
    hive: {
      ...base.hive,
      leastFramesOfBees: sheet.leastFrames,
      entrance: sheet.fullEntrance ? 'full' : 'any',
      screen: sheet.screenShut ? 'closed' : 'any',
      floor: sheet.dryFloor ? 'dry' : 'any',
      feeding: sheet.noFeeding ? 'none' : 'any',
      newlyHived: sheet.notNewlyHived ? 'no' : 'any',
      mustMove: sheet.movingBees,
      queenLayingDays: sheet.queenDays,
      mostBoxes: sheet.mostBoxes,
      topBar:
        sheet.topBar === 'any'
          ? null
          : { level: sheet.topBar, why: base.hive.topBar?.level === sheet.topBar ? base.hive.topBar.why : 'your own sheet says so' },
      source,
    },
    rotation: rotationOf(sheet, base, another),
    kit: { ...base.kit, needed: sheet.gear, source },
    dose: sameAs(sheet, plain, DOSE_FIELDS) ? base.dose : doseOfSheet(sheet),
    from: { dose: source, course: source },
    patterns,
    ...(warmth ? { warmth } : {}),
    ...(heat && sheet.comesOut ? { heat: { ...heat, over: Math.min(heat.over, most), what: 'what lies in it' } } : {}),
    ...(killDays !== undefined && sheet.reach === 'series' ? { killDays } : {}),
    put: sheet.put,
    carry: [{ job: 'dose', what: `${sheet.name}, in its closed pack` }],
    setUp: lines(sheet.setUp),
    caution: { hazard: sheet.hazard, protection: sheet.protection, mishap: sheet.mishap },
    mostAPersonADay: sheet.mostAPerson,
    pack: sheet.packHolds === null ? null : { holds: sheet.packHolds, says: `A pack holds ${sheet.packHolds} ${unitOfMany(sheet.unit)}` },
    openedKeepsDays: sheet.openedKeeps,
    storage: sheet.storage ?? '',
    disposal: sheet.disposal ?? '',
    differs: `This sheet is yours, made from “${base.name}”. What you did not change is as it stands there; the label in your hand decides.`,
    sources: [source, ...(sameAs(sheet, plain, EFFECT_FIELDS) ? base.sources : [])],
  }
}

/**
 * Makes the sheets of a holding known in this process, so that a key of theirs is found by {@link treatmentOf}. Keys are drawn once and
 * never used again; a sheet that was changed takes the place of what it was. A sheet that contradicts itself is left out.
 */
export function knowOwn(sheets: readonly OwnSheet[] | null | undefined): void {
  for (const sheet of sheets ?? []) {
    if (bySheet(sheet.key)?.sheet === sheet) continue
    if (faultOfSheet(sheet) === null) knowBySheet(sheet.key, { sheet, treatment: treatmentFrom(sheet) })
  }
}

const lists = new WeakMap<readonly OwnSheet[], readonly Treatment[]>()
/** Every treatment that a holding may choose from: those of the list, and after the nearest of them its own that are still offered. */
export function treatmentsWith(own: readonly OwnSheet[] | null | undefined): readonly Treatment[] {
  if (!own || own.length === 0) return TREATMENTS
  knowOwn(own)
  const kept = lists.get(own)
  if (kept) return kept
  const offered = own.filter((sheet) => !sheet.retired && bySheet(sheet.key))
  const made = TREATMENTS.flatMap((t) => [t, ...offered.filter((s) => s.base === t.key).flatMap((s) => treatmentOf(s.key) ?? [])])
  lists.set(own, made)
  return made
}

/** The safety card of a treatment: that of its active, or what its own sheet says of the danger; null where nothing is given. */
export function safetyFor(treatment: Treatment): SafetyCard | null {
  const card = safetyOf(treatment.active)
  if (card || !treatment.own || !treatment.caution) return card
  const { hazard, protection, mishap } = treatment.caution
  return {
    key: treatment.key,
    actives: [treatment.active ?? ''],
    title: treatment.name,
    beforeRound: true,
    hazards: [hazard],
    gear: [protection],
    firstAid: [
      { what: 'By your own sheet', do: mishap },
      { what: 'Whatever happens', do: 'Call your poison centre or emergency number, with the label in hand.' },
    ],
    afterwards: ['Gloves off last; then hands are washed.'],
    spill: 'As the label says. Keep people and animals away until it is taken up.',
    storage: treatment.storage,
    disposal: treatment.disposal,
    notFor: 'Children keep away; pregnant people let somebody else do it unless the label says otherwise.',
    sources: treatment.sources.slice(0, 1),
  }
}

/** What a key may be the key of: the bases by name, for the choice of the nearest. */
export const basesOf = (): readonly (readonly [BuiltInKey, string])[] => OWN_BASES.map((key) => [key, baseOf(key).name] as const)
/** Whether anything of the keeper's own is asked of the key. */
export const isOwn = (key: TreatmentKey): boolean => treatmentOf(key)?.own !== undefined
