import { hasFailed, isExplained, leastOf, thoseFailed } from '../../efficacy/index.ts'
import { onceEach, type PastCourse } from '../../situation/index.ts'
import { addDays, daysBetween, yearOf, type Day } from '../../time/index.ts'
import { courseSpan, mostCoursesOf, saySource, treatmentOf, type Treatment } from '../../treatments/index.ts'
import { plain } from '../../units/index.ts'
import { firstDay, gateOf, levelAt, type Gate, type JudgedSituation, type LazyFinding, type Level } from '../finding.ts'
import { ROTATION, type Said } from '../../words/index.ts'

/** Courses of one thing begun so near to each other in a yard are one round (common practice, no source). */
const ONE_ROUND = 14
/** Courses that fell short in other colonies of the yard before the yard is a sign too. */
const FAILED_IN_YARD = 2

const sameClass = (option: Treatment, past: PastCourse) => treatmentOf(past.treatment)?.rotation.class === option.rotation.class
const isGiven = (past: PastCourse) => treatmentOf(past.treatment)?.way === 'given'
/** A past course as it is named. */
const before = (p: PastCourse, s: JudgedSituation) => ({ name: treatmentOf(p.treatment)?.name ?? p.treatment, day: p.start, near: s.startOn })

/** What this gate would say with a part of the history left out: the test behind its flips. */
const without = (option: Treatment, s: JudgedSituation, gone: (p: PastCourse) => boolean): Level =>
  levelAt(rotation, option, { ...s, history: s.history.filter((p) => !gone(p)), yardHistory: (s.yardHistory ?? []).filter((p) => !gone(p)) })

type Make = (level: Level, says: () => Said, figure: string | null, turns: () => Said | null, limit?: string | null) => LazyFinding

/** The day by which a course that runs should be over, by its longest span; null where that day is past already and it still runs. */
function overBy(p: PastCourse, s: JudgedSituation): Day | null {
  const treatment = treatmentOf(p.treatment)
  const day = treatment && addDays(p.start, Math.max(1, courseSpan(treatment, s).most))
  return day && day > s.asOf ? day : null
}

/** The history as it should stand on the day judged: what runs today is over by then where its longest span is. */
function withExpectedEnds(s: JudgedSituation): JudgedSituation {
  if (!s.history.some((p) => p.end === null)) return s
  const ended = (p: PastCourse): PastCourse => {
    const by = p.end === null ? overBy(p, s) : null
    return by && by <= s.startOn ? { ...p, end: by } : p
  }
  return { ...s, history: s.history.map(ended) }
}

function running(option: Treatment, s: JudgedSituation, make: Make): LazyFinding | null {
  const open = s.history.filter((p) => p.end === null && p.start <= s.startOn && isGiven(p))
  const same = open.find((p) => sameClass(option, p))
  // What goes alone goes alone in both directions.
  const alone = open.find((p) => treatmentOf(p.treatment)?.rotation.alone)
  const clash = same ?? alone ?? (option.rotation.alone ? open[0] : undefined)
  const flip = (p: PastCourse) => () => {
    const by = overBy(p, s)
    const day = by && firstDay(rotation, option, s, 'care')
    return day
      ? ROTATION.whenOver({ level: levelAt(rotation, option, { ...s, startOn: day }), day, near: s.startOn })
      : ROTATION.onceOver({ level: without(option, s, (x) => x === p) })
  }
  if (clash)
    return make(
      'wait',
      () => ROTATION.running({ ...before(clash, s), why: same ? 'same' : option.rotation.alone ? 'this-alone' : 'that-alone' }),
      'running',
      flip(clash),
    )
  const beside = open[0]
  if (beside)
    return make(
      'care',
      () => ROTATION.beside(before(beside, s)),
      'running',
      () => ROTATION.onceOver({ level: without(option, s, (x) => x === beside) }),
    )
  return null
}

function gap(option: Treatment, s: JudgedSituation, own: readonly PastCourse[], make: Make): LazyFinding | null {
  const { gapDays, gapWhy } = option.rotation
  const ended = own
    .filter((p) => p.end !== null && (p.treatment === option.key || option.rotation.alone))
    .reduce<PastCourse | null>((last, p) => (last === null || (p.end ?? '') > (last.end ?? '') ? p : last), null)
  const end = ended?.end
  if (!end || gapDays === 0 || addDays(end, gapDays) <= s.startOn) return null
  const clear = addDays(end, gapDays)
  return make(
    'wait',
    () => ROTATION.gap({ ended: end, near: s.startOn, gap: gapDays, why: gapWhy }),
    `${daysBetween(s.startOn, clear)} d`,
    () => ROTATION.from({ day: firstDay(rotation, option, s, 'care') ?? clear, near: s.startOn }),
    `${gapDays} d`,
  )
}

function tooMany(option: Treatment, s: JudgedSituation, own: readonly PastCourse[], make: Make): LazyFinding | null {
  const most = mostCoursesOf(option, s.rules[option.key])
  const thisYear = own.filter((p) => yearOf(p.start) === yearOf(s.startOn)).length
  if (most === null || thisYear < most) return null
  return make(
    'ruled-out',
    () => ROTATION.tooMany({ courses: thisYear, most }),
    `${thisYear} of ${most}`,
    () => ROTATION.nextYear({ level: without(option, s, (p) => sameClass(option, p) && yearOf(p.start) === yearOf(s.startOn)) }),
    String(most),
  )
}

/** Courses of one class without another between them, up to the last. */
function inARow(option: Treatment, past: readonly PastCourse[]): number {
  const newestFirst = past.toSorted((a, b) => b.start.localeCompare(a.start))
  const other = newestFirst.findIndex((p) => !sameClass(option, p))
  return other < 0 ? newestFirst.length : other
}

function again(option: Treatment, s: JudgedSituation, given: readonly PastCourse[], make: Make): LazyFinding | null {
  const last = given.at(-1)
  const turns = () => ROTATION.afterAnother({ level: without(option, s, (p) => sameClass(option, p)) })
  if (!option.rotation.change) return null
  if (last && sameClass(option, last)) {
    return make('care', () => ROTATION.again({ ...before(last, s), row: inARow(option, given) }), 'again', turns)
  }
  if (last) return null
  const beside = (s.yardHistory ?? [])
    .filter((p) => isGiven(p) && daysBetween(p.start, s.startOn) > ONE_ROUND)
    .toSorted((a, b) => a.start.localeCompare(b.start))
    .at(-1)
  if (!beside || !sameClass(option, beside)) return null
  return make('care', () => ROTATION.yardHadIt(before(beside, s)), 'again', turns)
}

/** Mites that were found to withstand an active: those of the colony itself, or of its yard. */
function withstood(option: Treatment, s: JudgedSituation, own: readonly PastCourse[], make: Make): LazyFinding | null {
  const tested = (p: PastCourse) => p.why === 'resistance' && p.start <= s.startOn && sameClass(option, p)
  const mine = own.findLast(tested)
  const found = mine ?? (s.yardHistory ?? []).findLast(tested)
  if (!found) return null
  return make(
    mine ? 'ruled-out' : 'care',
    () => ROTATION.withstood({ ...before(found, s), own: mine !== undefined }),
    'resist',
    () => ROTATION.testJar(),
  )
}

function failing(option: Treatment, s: JudgedSituation, own: readonly PastCourse[], make: Make): LazyFinding | null {
  const poor = own.findLast((p) => hasFailed(p, s))
  const took = poor?.efficacy
  if (poor && took != null) {
    return make(
      'care',
      () => ROTATION.fellShort({ took: Math.max(0, took), why: isExplained(poor) ? (poor.why ?? null) : null }),
      `${plain(Math.max(0, took * 100), 0)} %`,
      () => ROTATION.hadItWorked({ level: without(option, s, (p) => p === poor), courses: 1 }),
      `${plain(leastOf(poor, s) * 100, 0)} %`,
    )
  }
  const yard = (s.yardHistory ?? []).filter((p) => sameClass(option, p) && p.efficacy !== null && p.start <= s.startOn)
  const short = thoseFailed(yard, s)
  const least = Math.max(0, ...short.map((p) => leastOf(p, s)))
  if (short.length < FAILED_IN_YARD || short.length * 2 < yard.length) return null
  return make(
    'care',
    () => ROTATION.fellShortInYard({ least, short: short.length, counted: yard.length }),
    `${short.length} of ${yard.length}`,
    () => ROTATION.hadItWorked({ level: without(option, s, (p) => short.includes(p)), courses: short.length }),
    `${plain(least * 100, 0)} %`,
  )
}

/**
 * The day matters to what runs, to what was given so lately that its gap or its round is not over, and over the turn of a year. `one` is
 * the earlier day.
 */
const sameOn: Gate['sameOn'] = (option, one, other) => {
  const { startOn } = one
  if (yearOf(startOn) !== yearOf(other.startOn) || startOn > other.startOn) return false
  const gap = option.rotation.gapDays
  return (
    one.history.every((p) => p.end !== null && p.start <= startOn && addDays(p.end, gap) <= startOn) &&
    (one.yardHistory ?? []).every((p) => addDays(p.start, ONE_ROUND) < startOn)
  )
}

/** Gate 7: what was given before to the colony and in its yard, how often, how long ago, and whether it worked. */
export const rotation: Gate = gateOf({ readsDay: true, sameOn }, (option, asked) => {
  const s = withExpectedEnds(asked)
  if (option.way !== 'given') return [{ gate: 'rotation', level: 'fits', source: '', says: () => ROTATION.nothingGiven(), turns: () => null }]
  const rule = option.rotation
  const make: Make = (level, says, figure, turns, limit = null) => ({
    gate: 'rotation',
    level,
    figure,
    limit,
    source: saySource(rule.source),
    says,
    turns,
  })
  if (s.history.length === 0 && !s.yardHistory?.length && rule.resistance === null)
    return [
      make(
        'fits',
        () => ROTATION.noneKnown(),
        null,
        () => (rule.change ? ROTATION.careAfterSame() : null),
      ),
    ]
  const past = onceEach(s.history).filter((p) => p.start <= s.startOn)
  const own = past.filter((p) => sameClass(option, p))
  const given = past.filter(isGiven).toSorted((a, b) => a.start.localeCompare(b.start))
  const why = rule.resistance
  const resistance =
    why === null
      ? null
      : make(
          'care',
          () => ROTATION.resistance({ why }),
          'resist',
          () => ROTATION.testJar(),
        )
  const found = [
    running(option, s, make),
    gap(option, s, own, make),
    tooMany(option, s, own, make),
    again(option, s, given, make),
    withstood(option, s, own, make),
    failing(option, s, own, make),
    resistance,
  ].filter((f) => f !== null)
  if (found.length > 0) return found
  const last = given.at(-1)
  return [
    make(
      'fits',
      () => (last ? ROTATION.last(before(last, s)) : ROTATION.noneKnown()),
      null,
      () => (rule.change ? ROTATION.careAfterSame() : null),
    ),
  ]
})
