import { influxOf } from '../judge/index.ts'
import { NEXT_FOR } from '../review/index.ts'
import { isRobbed, signsOf, weatherReader, type CauseKey } from '../situation/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'
import { tooColdFor, treatmentOf } from '../treatments/index.ts'
import { plain, plural } from '../units/index.ts'
import type { ColonyState } from './colony-state.ts'
import type { CourseState } from './course-state.ts'
import type { SettingsRecord } from './records.ts'
import type { YardState } from './yard-state.ts'
import { celsius, aDay } from '../words/index.ts'

/** One thing to ask of a course that fell short, and what the record knows of it: `sound`, `suspect`, or nobody has written it down. */
export interface WhyShort {
  readonly key: CauseKey
  readonly ask: string
  readonly says: string
  readonly state: 'sound' | 'suspect' | 'ask'
  /** What to do about it, where it is the cause. */
  readonly next: string
  /** The keeper's own answer, which stands before the record's; null where none is given. */
  readonly answered: { readonly event: string; readonly on: Day; readonly note: string | null } | null
}

type Asked = { course: CourseState; colony: ColonyState; yard: YardState; settings: Pick<SettingsRecord, 'stock'> }
type Found = Pick<WhyShort, 'says' | 'state'>
type Answer = Pick<WhyShort, 'says' | 'state' | 'answered'>
const sound = (says: string): Found => ({ says, state: 'sound' })
const suspect = (says: string): Found => ({ says, state: 'suspect' })
const ask = (says: string): Found => ({ says, state: 'ask' })

/** Colonies of a yard treated within so many days of one another were treated together (common practice, no source). */
const TOGETHER = 14

const warned = ({ course }: Asked, ...kinds: string[]) => course.course.warnings.filter((w) => kinds.includes(w.kind)).map((w) => w.text)

function counts({ course }: Asked): Found {
  const { before } = course.record.facts
  if (course.outcome) return sound('Counted before and after by the same method.')
  if (before.mites === null) return suspect('There was no count before it: nobody can say what it took.')
  return course.recount ? suspect('Before and after were counted by different methods: they do not compare.') : ask('It was not counted after yet.')
}
function strength({ course }: Asked): Found {
  const { colony } = course.record.facts
  const frames = colony.framesOfBees
  if (colony.brood === 'capped' && course.treatment.reach === 'once')
    return suspect('There was capped brood, and a single round reaches nothing under cappings.')
  return frames === null ? ask('How strong it was is not noted.') : sound(`${plural(frames, 'frame')} of bees, brood ${colony.brood ?? 'not noted'}.`)
}
function contact(asked: Asked): Found {
  const [fell] = warned(asked, 'contact')
  if (fell) return suspect(fell)
  const { course } = asked
  if (course.course.inside === null) return ask('Was it taken up: trays emptied, pads dry, a white bloom on the bars?')
  const looked = course.course.jobs.some((j) => j.job === 'check' && j.state === 'done')
  return looked
    ? sound('The strips were looked at on the way, and none was found fallen.')
    : ask('Nobody looked at the strips on the way: did they hang where the bees are?')
}
function temperature({ course, yard }: Asked): Found {
  if (!course.treatment.warmth) return sound('Warmth matters little to it.')
  const read = weatherReader({ weather: yard.yard.weather.filter((d) => d.kind === 'observed'), normals: [] })
  const days = Array.from({ length: course.course.pattern.days.least }, (_, n) => read(addDays(course.startedOn, n))).filter((d) => d !== null)
  if (days.length < course.course.pattern.days.least / 2) return ask('How warm its days were is not known here any more.')
  const mean = days.reduce((sum, d) => sum + d.high, 0) / days.length
  const best = tooColdFor(course.treatment, mean)
  return best === null
    ? sound(`Highs of about ${celsius(mean, 0)}.`)
    : suspect(`Highs of about ${celsius(mean, 0)}, and it works best at ${celsius(best)} and over.`)
}
function dose(asked: Asked): Found {
  const [wrong] = warned(asked, 'amount')
  if (wrong) return suspect(wrong)
  const given = asked.course.course.jobs.some((j) => j.job === 'dose' && j.amount !== null)
  return given ? sound('The dose was as planned for its boxes and bees.') : ask('How much went in is not noted.')
}
function daysIn(asked: Asked): Found {
  const [wrong] = warned(asked, 'too-early', 'gap', 'over-stay')
  return wrong ? suspect(wrong) : sound('Its days and rounds were kept.')
}
function pack({ course, settings }: Asked): Found {
  const stock = settings.stock[course.record.treatment]
  if (stock?.expires && stock.expires < course.startedOn) return suspect(`The pack on the shelf expired on ${aDay(stock.expires, course.startedOn)}.`)
  const open = stock?.openedOn ? daysBetween(stock.openedOn, course.startedOn) : null
  const keeps = course.treatment.openedKeepsDays
  if (open !== null && keeps !== null && open > keeps) return suspect(`The pack had been open for ${open} days; ${keeps} is what it keeps.`)
  return ask('Was the pack fresh, closed, and kept as its label says, not warm and not frozen?')
}
function together({ course, colony, yard }: Asked): Found {
  const others = yard.row.filter((s) => s.colony.id !== colony.colony.id && s.gone === null)
  const with_ = others.filter((s) => s.courses.some((c) => c.given && Math.abs(daysBetween(c.startedOn, course.startedOn)) <= TOGETHER))
  if (others.length === 0) return sound('It stands alone.')
  return with_.length === others.length
    ? sound('The whole yard was treated together.')
    : suspect(`${others.length - with_.length} of the ${others.length} others in the yard were not treated within two weeks of it.`)
}
function outside({ colony, yard }: Asked): Found {
  const influx = influxOf(colony.situation)
  if (influx)
    return suspect(
      `It was low on ${aDay(influx.from, colony.situation.asOf)} and rose to ${influx.high.toFixed(1)} in 100: faster than mites breed, so they came from outside.`,
    )
  if (yard.row.some((s) => s.gone === 'died')) return suspect('A colony of this yard died: robbed out, it gives its mites to the others.')
  return isRobbed(signsOf(colony.situation).signs)
    ? suspect('Robbing or wasps were seen.')
    : ask('Does a colony collapse nearby, in a neighbour’s yard or a wild one? Was it robbed?')
}
function before({ course, colony }: Asked): Found {
  const same = colony.situation.history.filter(
    (p) => p.start < course.startedOn && treatmentOf(p.treatment)?.rotation.class === course.treatment.rotation.class,
  )
  const last = same.at(-1)
  if (!last)
    return colony.situation.history.length > 1 ? sound('Another active came before it.') : ask('What it was treated with before is not noted.')
  const took = last.efficacy === null ? '' : `, when it took ${plain(Math.max(0, last.efficacy * 100), 0)} %`
  return course.treatment.rotation.change
    ? suspect(`The same active was given before (${aDay(last.start, course.startedOn)}${took}).`)
    : sound(`Given before (${aDay(last.start, course.startedOn)}${took}); mites are not known to learn to live with it.`)
}
function resistance({ course }: Asked): Found {
  if (!course.treatment.rotation.change) return sound('Mites are not known to withstand it.')
  return ask(
    'Only when all of the above is sound. Test it: some 150 bees in a jar with a piece of the strip for the hours the test asks, count what falls, wash the rest: what falls is what it still kills (Pettis and others 1998, from memory). Ask your bee inspector who does it.',
  )
}

const QUESTIONS: readonly (readonly [WhyShort['key'], string, (asked: Asked) => Found])[] = [
  ['counts', 'Before and after, by one method?', counts],
  ['strength', 'Strength and brood at the start?', strength],
  ['contact', 'Did the bees meet it?', contact],
  ['temperature', 'Warm enough?', temperature],
  ['dose', 'The dose for the boxes?', dose],
  ['days', 'Long enough, and in time?', daysIn],
  ['pack', 'The pack?', pack],
  ['together', 'The whole yard together?', together],
  ['outside', 'Mites from outside?', outside],
  ['before', 'What was given before it?', before],
  ['resistance', 'Resistance?', resistance],
]

/** What the keeper found out of a reason; null where they have not. */
function answerOf({ course, colony }: Asked, key: CauseKey): Answer | null {
  const event = course.events.findLast((e) => e.kind === 'why-noted' && e.why?.cause === key)
  if (!event?.why) return null
  const note = event.note || null
  const found = event.why.found === 'sound' ? 'you found it sound' : 'you found that it was this'
  return {
    state: event.why.found,
    says: `${aDay(event.happenedOn, colony.situation.asOf)}: ${found}${note ? ` (${note})` : ''}.`,
    answered: { event: event.id, on: event.happenedOn, note },
  }
}

/** The questions to go through when a course fell short, in their order (common practice, no source), each as its keeper answered it, and else as far as the record does. */
export const whyShort = (course: CourseState, colony: ColonyState, yard: YardState, settings: Pick<SettingsRecord, 'stock'>): WhyShort[] =>
  QUESTIONS.map(([key, question, answer]) => {
    const asked = { course, colony, yard, settings }
    return { key, ask: question, ...(answerOf(asked, key) ?? { ...answer(asked), answered: null }), next: NEXT_FOR[key](course.treatment) }
  })

/** A course whose reasons are worth going through: it fell short, or likely did. */
export const maybeShort = ({ outcome }: Pick<CourseState, 'outcome'>): boolean =>
  outcome !== null && (outcome.verdict === 'short' || (outcome.verdict === 'unclear' && (outcome.chance ?? 1) < 0.5))

/** The newest course of a colony with the active of `treatment` that fell short, or does not bring the level down; null where none did. */
export const failedOf = (colony: ColonyState, treatmentClass: string): CourseState | null =>
  colony.courses.findLast(
    (c) => c.given && c.treatment.rotation.class === treatmentClass && (c.outcome?.verdict === 'short' || (colony.failing && colony.inHand === c)),
  ) ?? null
