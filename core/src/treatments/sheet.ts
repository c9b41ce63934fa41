import type { Phase, Rule, Tool } from '../situation/index.ts'
import { sayDays } from '../time/index.ts'
import { capital, listed, plain } from '../units/index.ts'
import { sayAmount } from './dose.ts'
import { sayConfidence, type Source } from './source.ts'
import type { CoursePattern, DoseRule, TemperatureLimit, Treatment } from './treatment.ts'
import { nominalDay, waitDaysOf } from './pattern.ts'
import { celsiusRange, fill } from '../words/index.ts'

/** A fact of a treatment in plain words, where it comes from, and what the keeper's own list puts in its place. */
export interface SheetFact {
  readonly text: string
  readonly source: Source | null
  readonly own: string | null
}
export interface SheetPart {
  readonly key: SheetKey
  readonly title: string
  readonly facts: readonly SheetFact[]
}
export type SheetKey =
  'effect' | 'when' | 'hive' | 'supers' | 'dose' | 'course' | 'set-up' | 'gear' | 'turn' | 'storage' | 'disposal' | 'differs' | 'sources'

const TOOLS: Record<Tool, string> = {
  vaporiser: 'a vaporiser',
  respirator: 'a respirator with an acid-gas and organic-vapour cartridge',
  'acid-gloves': 'acid-proof gloves',
  gloves: 'gloves',
  'eye-protection': 'tight eye protection',
  scales: 'scales',
  'spacer-rim': 'a spacer rim',
}
export const sayTools = (tools: readonly Tool[]): string => listed(tools.map((t) => TOOLS[t]))

const PHASES: Record<Phase, string> = {
  dormant: 'in the winter rest',
  increase: 'in spring',
  peak: 'in the flow',
  decrease: 'in late summer and autumn',
}
const percent = (share: number) => `${plain(share * 100, 0)}`
const fact = (text: string, source: Source | null = null, own: string | null = null): SheetFact => ({ text, source, own })

const what = (limit: TemperatureLimit): string =>
  limit.reads === 'mean' ? 'Day and night together' : limit.of === 'average' ? 'The highs' : limit.of === 'warmest' ? 'The warmest high' : 'Highs'

function sayLimit(limit: TemperatureLimit): SheetFact {
  const [best, outer] = [celsiusRange(limit.best), celsiusRange(limit.outer)]
  const care =
    best === outer ? '; outside that it waits' : outer === null ? '; outside that it needs care' : `; with care ${outer}, outside that it waits`
  const why = [limit.cold && `too cold, ${limit.cold}`, limit.hot && `too hot, ${limit.hot}`].filter(Boolean).join('; if ')
  return fact(`${what(limit)} ${limit.when}: ${best ?? 'any'}${care}.${why ? ` If ${why}.` : ''}`, limit.source)
}

function sayDoseRule(dose: DoseRule): string {
  switch (dose.by) {
    case 'none':
      return 'Nothing is given.'
    case 'frames':
      return `1 ${dose.unit} for every ${plain(dose.framesPerUnit)} frames of bees, box by box, rounded up (${dose.perFullBox} in a full box): ${dose.how}.`
    case 'colony':
      return `${sayAmount(dose.amount, dose.unit)} a colony: ${dose.how}.${dose.small ? ` ${sayAmount(dose.small.amount, dose.unit)} with ${dose.small.atMost} frames of ${dose.small.of} or fewer.` : ''}`
    case 'box': {
      const parts = [
        dose.small && `${sayAmount(dose.small.amount, dose.unit)} with ${dose.small.atMost} frames of ${dose.small.of} or fewer`,
        dose.large && `${sayAmount(dose.large.amount, dose.unit)} in a single box with more than ${dose.large.over} frames`,
        dose.most && `never over ${sayAmount(dose.most, dose.unit)} a colony`,
        dose.topBar && `in a top-bar hive ${sayAmount(dose.topBar.amount, dose.unit)} (${dose.topBar.how})`,
      ].filter(Boolean)
      return `${sayAmount(dose.perBox, dose.unit)} a brood box: ${dose.how}.${parts.length > 0 ? ` ${capital(parts.join('; '))}.` : ''}`
    }
    case 'seam':
      return `${sayAmount(dose.perSeam, dose.unit)} a seam of bees, never over ${sayAmount(dose.most, dose.unit)} a colony: ${dose.how}.`
  }
}

const WHEN: Record<CoursePattern['when'], string> = { always: '', 'nothing-capped': 'With nothing capped: ', capped: 'With capped brood: ' }
function sayCourse(t: Treatment, pattern: CoursePattern, own: Rule | undefined): SheetFact[] {
  const longest = own?.mostDays == null || pattern.days.most === pattern.days.least ? null : `your list: at most ${sayDays(own.mostDays)}`
  const head = fact(
    `${capital(`${WHEN[pattern.when]}${pattern.name}`)}; ${pattern.visits} ${pattern.visits === 1 ? 'visit' : 'visits'}.`,
    t.from.course,
    longest,
  )
  const jobs = pattern.steps
    .filter((s) => !s.dated && s.job !== 'supers')
    .map((s) => {
      const day = nominalDay(s, pattern)
      const window = s.earliest === s.latest ? '' : `, ${s.latest - s.earliest} days of room`
      return fact(`Day ${day}${window}: ${fill(s.text, { n: String(s.n), dose: 'the dose' })}${s.text.endsWith('?') ? '' : '.'}`, t.from.course)
    })
  return [head, ...jobs]
}
const SUPERS: Record<Treatment['supers']['while'], string> = {
  any: 'Supers do not matter.',
  never: 'Never with supers on for people.',
  list: 'Off, unless your own list allows them on.',
  'may-stay': 'May stay on where your label and list allow it.',
}

function hiveFacts(t: Treatment): SheetFact[] {
  const { hive } = t
  const says = [
    hive.leastFramesOfBees !== null && `At least ${hive.leastFramesOfBees} frames of bees.`,
    hive.entrance === 'full' && 'Entrance at full width all through.',
    hive.screen === 'closed' && 'A screened floor has its tray in.',
    hive.floor === 'dry' && 'A dry floor.',
    hive.feeding === 'none' && 'No feeding during the course.',
    hive.queenLayingDays !== null && `A queen that has laid for ${sayDays(hive.queenLayingDays)}; not with a caged or absent one.`,
    hive.newlyHived === 'no' && 'Not in a newly hived colony: it leaves the hive.',
    hive.mustMove && 'Bees that move: not clustered, not in the winter rest.',
    hive.topBar !== null && `In a top-bar hive ${hive.topBar.level === 'care' ? 'with care' : 'not'}: ${hive.topBar.why}.`,
    hive.mostBoxes !== null && `With care over ${hive.mostBoxes} brood boxes.`,
    hive.note,
  ]
  const facts = says.filter((s): s is string => Boolean(s)).map((s) => fact(s, hive.source))
  return facts.length > 0 ? facts : [fact('Nothing in particular is asked of the hive.', hive.source)]
}

function rotationFacts(t: Treatment, own: Rule | undefined): SheetFact[] {
  const r = t.rotation
  const most = own?.mostCourses == null ? null : `your list: ${own.mostCourses}`
  return [
    r.change ? fact('Another class of active after it.', r.source) : null,
    r.gapDays > 0 ? fact(`${sayDays(r.gapDays)} between courses${r.gapWhy ? `, ${r.gapWhy}` : ''}.`, r.source) : null,
    r.mostCoursesAYear !== null || most
      ? fact(`At most ${r.mostCoursesAYear ?? 'any number of'} ${r.mostCoursesAYear === 1 ? 'course' : 'courses'} a year.`, r.source, most)
      : null,
    r.alone ? fact('Not beside another treatment.', r.source) : null,
    r.resistance !== null ? fact(r.resistance, r.source) : null,
  ].filter((f) => f !== null)
}

/**
 * A treatment's sheet, made from the data that decides: what it is, limits, hive, supers, dose, course, set-up, gear, cautions, storage,
 * disposal, rotation, where labels differ, sources. `own` is the keeper's line on it.
 */
export function sheetOf(t: Treatment, own?: Rule): SheetPart[] {
  const effect = t.efficacy
    ? [
        fact(
          `${t.efficacy.broodless.high > 0 ? `Without brood ${percent(t.efficacy.broodless.low)} to ${percent(t.efficacy.broodless.high)} % of the mites, with` : 'With'} brood ${percent(t.efficacy.brood.low)} to ${percent(t.efficacy.brood.high)} %: ranges, no promise.`,
        ),
        fact(`Remembered as: ${t.efficacySource}.`),
      ]
    : []
  const wait = waitDaysOf(t, own)
  const parts: SheetPart[] = [
    { key: 'effect', title: 'What it does', facts: [fact(`${t.short}.`), ...effect] },
    {
      key: 'when',
      title: 'When',
      facts: [
        ...t.temperature.map(sayLimit),
        ...Object.entries(t.seasons).map(([phase, rule]) =>
          fact(`${capital(PHASES[phase as Phase])}: ${rule.level === 'care' ? 'with care' : 'not'}, ${rule.why}.`, rule.source),
        ),
      ],
    },
    { key: 'hive', title: 'The hive', facts: t.way === 'waiting' ? [] : hiveFacts(t) },
    {
      key: 'supers',
      title: 'Supers',
      facts: [
        fact(SUPERS[t.supers.while], t.supers.source, own?.withSupers == null ? null : `your list: ${own.withSupers ? 'may stay on' : 'off'}`),
        ...(t.supers.waitDays > 0
          ? [
              fact(
                `On again ${sayDays(t.supers.waitDays)} after the course.`,
                t.supers.source,
                own?.waitDays == null ? null : `your list: ${sayDays(wait)}`,
              ),
            ]
          : []),
      ],
    },
    {
      key: 'dose',
      title: 'Dose',
      facts: [
        fact(sayDoseRule(t.dose), t.from.dose, own?.gramsPerBox == null ? null : `your list: ${sayAmount(own.gramsPerBox, 'g')} a brood box`),
        ...(t.pack ? [fact(`${capital(t.pack.says)}.`)] : []),
        ...(t.mostAPersonADay !== null ? [fact(`At most ${t.mostAPersonADay} strips a person a day by some labels.`)] : []),
      ],
    },
    { key: 'course', title: 'Course', facts: t.patterns.flatMap((p) => sayCourse(t, p, own)) },
    { key: 'set-up', title: 'Set-up', facts: t.setUp.map((s) => fact(`${s}.`)) },
    {
      key: 'gear',
      title: 'Gear',
      facts: [
        ...(t.kit.needed.length > 0 ? [fact(`${capital(sayTools(t.kit.needed))}.`, t.kit.source)] : []),
        ...t.kit.advised.map((a) => fact(`Better with ${sayTools([a.tool])}: without, ${a.without}.`, t.kit.source)),
      ],
    },
    { key: 'turn', title: 'Taking turns', facts: rotationFacts(t, own) },
    {
      key: 'storage',
      title: 'Storage',
      facts: [
        ...(t.storage ? [fact(t.storage)] : []),
        ...(t.openedKeepsDays === null ? [] : [fact(`A pack opened more than ${sayDays(t.openedKeepsDays)} before is judged with care.`)]),
      ],
    },
    { key: 'disposal', title: 'Disposal', facts: t.disposal ? [fact(t.disposal)] : [] },
    { key: 'differs', title: 'Where labels differ', facts: t.differs ? [fact(t.differs)] : [] },
    {
      key: 'sources',
      title: 'Sources',
      facts: t.sources.map((s) => fact(`${capital(s.text)}: ${sayConfidence(s.confidence)}.`, s)),
    },
  ]
  return parts.filter((p) => p.facts.length > 0)
}
