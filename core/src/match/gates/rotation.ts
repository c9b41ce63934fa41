import type { PastCourse } from '../../situation/index.ts'
import { addDays, daysBetween, sayDay, sayDays, yearOf } from '../../time/index.ts'
import { treatmentOf, type Treatment } from '../../treatments/index.ts'
import { plain } from '../../units/index.ts'
import { firstDay, levelAt, sayLevel, type Gate, type JudgedSituation, type LazyFinding, type Level } from '../finding.ts'

/** Below this a past course of the same active is a sign that it is failing (authorities expect 90-95 %; hobby reading under 70 fails). */
const FAILING = 0.7

/** Forms of one active share the part of the key before the form; so do those that are not built yet. */
const activeOf = (key: string): string | undefined => key.split('-')[0]
const sameActive = (option: Treatment, past: PastCourse) => activeOf(past.treatment) === activeOf(option.key)
const nameOf = (key: string) => treatmentOf(key)?.name ?? key

/** What this gate would say with a part of the history left out: the test behind its flips. */
const without = (option: Treatment, s: JudgedSituation, gone: (p: PastCourse) => boolean): Level =>
  levelAt(rotation, option, { ...s, history: s.history.filter((p) => !gone(p)) })

function running(
  option: Treatment,
  s: JudgedSituation,
  make: (level: Level, text: string, figure: string, flip: () => string | null) => LazyFinding,
): LazyFinding | null {
  const open = s.history.filter((p) => p.end === null && p.start <= s.startOn && treatmentOf(p.treatment)?.active !== null)
  const same = open.find((p) => sameActive(option, p))
  const clash = same ?? (option.rotation.alone ? open[0] : undefined)
  const flip = (p: PastCourse) => () => `${sayLevel(without(option, s, (x) => x === p))} once that course is over.`
  if (clash)
    return make(
      'wait',
      `${nameOf(clash.treatment)} is still running since ${sayDay(clash.start, s.startOn)}${same ? '' : '; this one is not given beside another'}.`,
      'running',
      flip(clash),
    )
  const beside = open[0]
  if (beside)
    return make(
      'care',
      `${nameOf(beside.treatment)} is still running since ${sayDay(beside.start, s.startOn)}: read both labels before giving them together.`,
      'running',
      flip(beside),
    )
  return null
}

/** Gate 7: what was given before, how often, how long ago, and whether it worked. */
export const rotation: Gate = (option, s) => {
  if (option.active === null) return [{ gate: 'rotation', level: 'fits', source: '', text: () => 'Nothing is given.', flip: () => null }]
  const rule = option.rotation
  const make = (level: Level, text: string, figure: string | null, flip: () => string | null, limit: string | null = null): LazyFinding => ({
    gate: 'rotation',
    level,
    figure,
    limit,
    source: rule.source,
    text: () => text,
    flip,
  })
  const past = s.history.filter((p) => p.start <= s.startOn)
  const found: LazyFinding[] = []
  const open = running(option, s, make)
  if (open) found.push(open)
  const own = past.filter((p) => sameActive(option, p))
  const ended = own
    .filter((p) => p.end !== null)
    .reduce<PastCourse | null>((last, p) => (last === null || (p.end ?? '') > (last.end ?? '') ? p : last), null)
  if (ended?.end && rule.gapDays > 0 && addDays(ended.end, rule.gapDays) > s.startOn) {
    found.push(
      make(
        'wait',
        `The last course ended ${sayDay(ended.end, s.startOn)}; ${sayDays(rule.gapDays)} must lie between.`,
        `${daysBetween(s.startOn, addDays(ended.end, rule.gapDays))} d`,
        () => {
          const day = firstDay(rotation, option, s, 'care')
          return day ? `Fits from ${sayDay(day, s.startOn)}.` : null
        },
        `${rule.gapDays} d`,
      ),
    )
  }
  const most = s.rules[option.key]?.mostCourses ?? rule.mostCoursesAYear
  const thisYear = own.filter((p) => yearOf(p.start) === yearOf(s.startOn)).length
  if (most !== null && thisYear >= most) {
    found.push(
      make(
        'ruled-out',
        `${thisYear} ${thisYear === 1 ? 'course' : 'courses'} this year already; the most is ${most}.`,
        `${thisYear} of ${most}`,
        () => `${sayLevel(without(option, s, (p) => sameActive(option, p) && yearOf(p.start) === yearOf(s.startOn)))} next year.`,
        String(most),
      ),
    )
  }
  const last = past
    .filter((p) => treatmentOf(p.treatment)?.active !== null)
    .reduce<PastCourse | null>((x, p) => (x === null || p.start > x.start ? p : x), null)
  if (rule.change && last && sameActive(option, last)) {
    found.push(
      make(
        'care',
        `${option.name} was the last treatment too (${sayDay(last.start, s.startOn)}): give another active a turn, or mites learn to live with it.`,
        'again',
        () => `${sayLevel(without(option, s, (p) => sameActive(option, p)))} after a course of another active.`,
      ),
    )
  }
  const poor = own.findLast((p) => p.efficacy !== null && p.efficacy < FAILING)
  if (poor?.efficacy != null) {
    found.push(
      make(
        'care',
        `It took only ${plain(poor.efficacy * 100, 0)} % of the mites last time: find out why first.`,
        `${plain(poor.efficacy * 100, 0)} %`,
        () => `${sayLevel(without(option, s, (p) => p === poor))} if that course had worked.`,
        `${FAILING * 100} %`,
      ),
    )
  }
  if (found.length > 0) return found
  return [
    make(
      'fits',
      last ? `Last time it was ${nameOf(last.treatment)} (${sayDay(last.start, s.startOn)}): a change of active.` : 'No earlier treatment is known.',
      null,
      () => (rule.change ? 'Needs care after a course of the same active.' : null),
    ),
  ]
}
