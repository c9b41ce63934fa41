import type { EventKind } from '@thistle/core/course'
import { isEnd, isFate } from '@thistle/core/course'
import { packOf } from '@thistle/core/book'
import type { CourseState } from '@thistle/core/holding'
import type { PackField } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import { Problem } from '../problems/problem.ts'
import type { GivenEvent } from '@thistle/core/bodies'
import { aDay } from '@thistle/core/words'

/** A day may be set so far ahead. */
const MOST_AHEAD = 400

const refuse = (path: string, sentence: string): never => {
  throw Problem.invalid([{ path, sentence }])
}
const jobOf = ({ course }: CourseState, given: GivenEvent) => course.jobs.find((j) => j.job === given.job && j.n === given.n)

/** What was done stands in an order: nothing before the first dose, no round before the one that it follows. */
function checkDone(state: CourseState, given: GivenEvent): void {
  const doneOn = (job: string, n: number) => state.course.jobs.find((j) => j.job === job && j.n === n)?.doneOn ?? null
  if (given.kind === 'done' && doneOn(String(given.job), Number(given.n)) !== null)
    throw Problem.conflict('That is entered already. Correct the entry that is there.')
  const known = () => {
    if (!jobOf(state, given)) refuse('n', 'This course has no such job.')
  }
  if (given.job === 'prepare' || (given.job === 'dose' && given.n === 1)) return known()
  const first = doneOn('dose', 1)
  if (first === null) return refuse('job', 'The first dose is not entered yet: enter that first.')
  known()
  if (given.happenedOn < first) refuse('happenedOn', `That is before the first dose, ${first}.`)
  if (given.job !== 'dose') return
  const before = doneOn('dose', Number(given.n) - 1)
  if (before === null) return refuse('n', `Round ${Number(given.n) - 1} is not entered yet: enter that first.`)
  if (given.happenedOn < before) refuse('happenedOn', `That is before round ${Number(given.n) - 1}, ${before}.`)
}

/** No more comes out than went in, unless the keeper says in writing how that can be. */
function checkAmounts({ course }: CourseState, given: GivenEvent): void {
  const { inside } = course
  const amount = given.amount ?? 0
  const out = given.kind === 'found' || (given.job === 'remove' && (given.kind === 'done' || given.kind === 'part'))
  if (out && inside !== null && amount > inside && !given.reason)
    refuse(
      'amount',
      `By your notes ${inside} ${inside === 1 ? 'is' : 'are'} in it: more cannot come out. Put the figure right, or write down how that can be.`,
    )
  if (given.kind === 'part' && given.job === 'dose') {
    const planned = course.jobs.find((j) => j.job === 'dose' && j.n === given.n)
    const left = (planned?.planned ?? Infinity) - (planned?.amount ?? 0)
    if (amount >= left) refuse('amount', 'That is all of it: enter it as done.')
  }
}

/** A day is set ahead, inside the window, or with the keeper's reason; never before the dose it follows. */
function checkSet(state: CourseState, given: GivenEvent, today: Day): void {
  if (given.happenedOn < today) refuse('happenedOn', `That day is over: today is ${today}.`)
  if (given.happenedOn > addDays(today, MOST_AHEAD)) refuse('happenedOn', 'That is too far ahead to plan.')
  const job = jobOf(state, given)
  if (!job || job.state !== 'open') return refuse('job', 'That is not open in this course: there is nothing to set a day for.')
  const parent = state.course.jobs.find((j) => j.job === job.hangsOn?.job && j.n === job.hangsOn.n)
  const from = parent?.doneOn ?? (parent?.state === 'open' ? (parent.setFor ?? parent.best) : null)
  if (from !== null && given.happenedOn < from) refuse('happenedOn', `It cannot come before the job it hangs on, ${aDay(from)}.`)
  if (given.happenedOn < job.earliest && !given.reason)
    refuse('reason', `Its window opens on ${aDay(job.earliest)}: before that it is your decision, with your reason in writing.`)
  if (given.happenedOn > job.latest && job.latest >= today && !given.reason)
    refuse('reason', `Its window closes on ${aDay(job.latest)}: after that it is your decision, with your reason in writing.`)
}

const running = (state: CourseState) => {
  if (state.cancelled) return
  if (!state.running) refuse('kind', state.planned ? 'Nothing is given yet.' : 'This course is over.')
}
const CHECKS: Readonly<Partial<Record<EventKind, (state: CourseState, given: GivenEvent, today: Day) => void>>> = {
  done: checkDone,
  part: checkDone,
  set: checkSet,
  found: (state) => {
    running(state)
    if (state.course.inside === null) refuse('kind', 'Nothing hangs in this course that could fall.')
  },
  lifted: (state) => {
    running(state)
    if (state.treatment.heat === undefined) refuse('kind', `${state.treatment.name} is not taken out and put back: call the course off instead.`)
    if (state.course.outsideSince !== null) refuse('kind', `It lies outside already, since ${state.course.outsideSince}.`)
  },
  'laid-again': (state, given) => {
    const since = state.course.outsideSince
    if (since === null) return refuse('kind', 'It does not lie outside by your notes.')
    if (given.happenedOn < since) refuse('happenedOn', `It was taken out on ${since}: it cannot go back before.`)
  },
  'round-added': (state) => {
    const added = state.happened.filter((e) => e.kind === 'round-added').length
    const most = state.course.pattern.mayAdd ?? 0
    if (state.planned) refuse('kind', 'Nothing is given yet.')
    if (added >= most)
      refuse('kind', most === 0 ? 'This course takes no further round.' : `${most} further ${most === 1 ? 'round is' : 'rounds are'} the most.`)
  },
}

/** What the register has of a pack is not written over without a reason: it stays there, struck through. */
function checkPack(state: CourseState, given: GivenEvent): void {
  if (!state.given) refuse('kind', 'Nothing is given yet: the register has what was given.')
  const now = packOf(state)
  for (const [field, value] of Object.entries(given.pack ?? {}))
    if (now[field as PackField] != null && now[field as PackField] !== value && !given.reason)
      refuse('reason', 'That is noted already, and otherwise: what stands is struck through and kept. Write down why.')
}

/** What was found out of a reason is of a course that was given, and is taken back before it is said otherwise. */
function checkWhy(state: CourseState, given: GivenEvent): void {
  if (!state.given) refuse('kind', 'Nothing is given yet: nothing can have fallen short.')
  if (state.events.some((e) => e.kind === 'why-noted' && e.why?.cause === given.why?.cause))
    throw Problem.conflict('That is answered already. Take the answer back, or correct it.')
}

/** Holds an event against the course as it stands without it. */
export function checkEvent(state: CourseState, given: GivenEvent, today: Day): void {
  if (given.kind === 'taken-back') return
  if (given.kind === 'pack-noted') return checkPack(state, given)
  if (given.kind === 'why-noted') return checkWhy(state, given)
  const clears = given.job === 'remove' || given.kind === 'found'
  if (state.cancelled && !clears) throw Problem.conflict('This course was called off; take that back first.')
  if (given.kind === 'cancelled') return
  const gone = state.happened.find((e) => isFate(e.kind) && isEnd(e.kind))
  if (gone && !clears && given.kind !== 'accepted')
    throw Problem.conflict('The colony is gone by your notes: nothing but taking out is entered for it. Take that note back first if it is wrong.')
  if (isFate(given.kind) && given.happenedOn < state.startedOn && state.planned === false)
    refuse('happenedOn', `That is before the course began, ${state.startedOn}.`)
  CHECKS[given.kind]?.(state, given, today)
  checkAmounts(state, given)
}
