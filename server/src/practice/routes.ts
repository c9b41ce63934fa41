import { randomInt } from 'node:crypto'
import Joi from 'joi'
import { day, drawnBody, maybe, practiceBody, uuid } from '@thistle/core/bodies'
import { yardState, type ColonyRecord, type SettingsRecord, type YardRecord, type YardState } from '@thistle/core/holding'
import {
  drawMites,
  givenOf,
  lookInto,
  playedColony,
  PRACTICE_SEEDS,
  scoreOf,
  SHOWN_EVERY,
  shownDays,
  truthOf,
  worldOf,
  type Drawn,
  type Practice,
  type Truth,
} from '@thistle/core/practice'
import { limitOn } from '@thistle/core/judge'
import type { Day } from '@thistle/core/time'
import type { Scope } from '../access/scope.ts'
import { refused, told, type Route } from '../api/route.ts'
import { Problem } from '../problems/problem.ts'
import type { Keeping } from '../records/put.ts'
import { settingsOf } from '../records/settings.ts'
import { readYards } from '../yards/read.ts'
import { beginPractice, FIRST_LOOK, PRACTICE_SUPERS } from './begin.ts'

const GROUP = 'Practice'
const figure = () => Joi.number().min(0).required()
const row = () => Joi.array().items(figure()).required()
const ended = Joi.object({
  days: Joi.array().items(day()).required(),
  /** The limit of each day, mites per 100 bees. */
  limits: row(),
  visits: Joi.number().integer().min(0).required(),
  score: Joi.number().integer().min(0).max(100).required(),
  scoreOfNothing: Joi.number().integer().min(0).max(100).required(),
  withstands: maybe(Joi.string()).required(),
  colonies: Joi.array()
    .items(
      Joi.object({
        id: uuid().required(),
        name: Joi.string().required(),
        wash: row(),
        nothingDone: row(),
        mites: row(),
        capped: row(),
        daysOver: Joi.number().integer().min(0).required(),
        highest: figure(),
        atEnd: figure(),
        lost: Joi.boolean().required(),
        points: figure(),
        growth: figure(),
        influx: figure(),
      }),
    )
    .required(),
})

interface Played {
  readonly practice: Practice
  readonly yards: readonly YardState[]
  readonly ids: readonly string[]
  readonly today: Day
}

/** The season in view, with all that was done in it. */
async function playedOf({ db, clock }: Keeping, scope: Scope): Promise<Played> {
  const { practice } = scope
  if (!practice || !scope.livesOn) throw Problem.notFound()
  const [yards, settings] = await Promise.all([
    readYards(db, scope, clock, null) as Promise<YardRecord[]>,
    settingsOf(db, scope.holdingId) as unknown as Promise<SettingsRecord>,
  ])
  return {
    practice: { ...practice, colonies: practice.colonies.length },
    ids: practice.colonies,
    yards: yards.map((yard) => yardState(yard, settings)),
    today: scope.livesOn,
  }
}
/** What went on in a colony up to a day; null where it is none of those that were drawn, or stands nowhere. */
function truthIn(
  { practice, ids, yards }: Played,
  colonyId: string,
  until: Day,
  given = true,
): { readonly at: number; readonly truth: Truth; readonly yard: YardState } | null {
  const at = ids.indexOf(colonyId)
  const yard = yards.find((y) => y.row.some((s) => s.colony.id === colonyId))
  const state = yard?.row.find((s) => s.colony.id === colonyId)
  if (at < 0 || !yard || !state) return null
  return { at, yard, truth: truthOf(practice, at, given ? givenOf(state.courses) : [], until, { ...state.situation, history: [], yardHistory: [] }) }
}
/** Days on which something was done or counted in the yards. */
const visitsOf = (yards: readonly YardState[]): number =>
  new Set(
    yards.flatMap((y) =>
      y.row.flatMap(({ colony, courses }: { colony: ColonyRecord; courses: YardState['row'][number]['courses'] }) => [
        ...colony.counts.map((c) => c.onDay),
        ...courses.flatMap((c) => c.course.jobs.flatMap((j) => (j.doneOn && j.job !== 'supers' ? [j.doneOn] : []))),
      ]),
    ),
  ).size

/** Seasons to practise on: a stand-in for an apiary whose bees are the model, with truths that nobody is told before its end. */
export const practiceRoutes = (keep: Keeping): Route[] => [
  {
    method: 'post',
    path: '/practice',
    access: 'keeper',
    group: GROUP,
    summary: 'Begins a season to practise on: a holding of its own, whose colonies are made up, and takes it into view',
    body: practiceBody,
    answers: { 201: told(Joi.object({ id: uuid().required(), seed: Joi.number().integer().required() }), 'Begun, and in view.') },
    handle: async ({ req, keeperId, body }) => {
      const given = body as { seed: number | null; colonies: number }
      const seed = given.seed ?? randomInt(PRACTICE_SEEDS.least, PRACTICE_SEEDS.most + 1)
      const id = await beginPractice(keep, keeperId, seed, given.colonies)
      req.session.holdingId = id
      return { status: 201, body: { id, seed } }
    },
  },
  {
    method: 'post',
    path: '/practice/draws',
    access: 'write',
    group: GROUP,
    summary: 'What is found in a jar or on a board of a colony to practise on, on its day',
    body: drawnBody,
    answers: {
      200: told(Joi.object({ mites: Joi.number().integer().min(0).required() }), 'Mites that were found.'),
      404: refused('No such colony here.'),
    },
    handle: async ({ scope, body }) => {
      const { colonyId, ...drawn } = body as { colonyId: string } & Drawn
      const played = await playedOf(keep, scope)
      const found = truthIn(played, colonyId, played.today)
      if (!found) throw Problem.notFound()
      return { status: 200, body: { mites: drawMites(played.practice, found.at, found.truth, played.today, drawn) } }
    },
  },
  {
    method: 'get',
    path: '/practice/looks/{id}',
    access: 'read',
    group: GROUP,
    summary: 'What a look into a hive to practise on shows, on its day',
    params: { id: uuid() },
    answers: { 200: told(Joi.object().unknown(true), 'As a look is kept.'), 404: refused('No such colony here.') },
    handle: async ({ scope, params }) => {
      const played = await playedOf(keep, scope)
      const found = truthIn(played, String(params.id), played.today)
      if (!found) throw Problem.notFound()
      const supers = played.today >= PRACTICE_SUPERS.on && played.today < PRACTICE_SUPERS.off ? 'for-people' : 'none'
      return { status: 200, body: { ...FIRST_LOOK, ...lookInto(played.practice, found.truth, played.today), supers } }
    },
  },
  {
    method: 'get',
    path: '/practice/end',
    access: 'read',
    group: GROUP,
    summary: 'What was going on under the cappings, once the season is over',
    answers: { 200: told(ended, 'The truth, and the score.'), 404: refused('No season to practise on.'), 409: refused('It is not over yet.') },
    handle: async ({ scope }) => {
      const played = await playedOf(keep, scope)
      const { practice, ids, today } = played
      if (today < practice.until) throw Problem.conflict(`This season goes on to ${practice.until}: what went on in its hives is told then.`)
      const world = worldOf(practice)
      const shown = (row: Float64Array, digits: number) =>
        Array.from({ length: shownDays(practice).length }, (_, i) => Number((row[i * SHOWN_EVERY] ?? 0).toFixed(digits)))
      const colonies = ids.flatMap((id) => {
        const [with_, without] = [truthIn(played, id, practice.until), truthIn(played, id, practice.until, false)]
        const hidden = with_ && world.colonies[with_.at]
        const state = with_?.yard.row.find((s) => s.colony.id === id)
        if (!with_ || !without || !hidden || !state) return []
        return [
          {
            id,
            name: state.colony.name,
            wash: shown(with_.truth.wash, 2),
            nothingDone: shown(without.truth.wash, 2),
            mites: shown(with_.truth.all, 0),
            capped: shown(with_.truth.capped, 0),
            growth: Number(hidden.ways.growth.toFixed(2)),
            influx: Number(hidden.ways.influx.toFixed(1)),
            played: playedColony(practice, with_.truth, state.situation),
            alone: playedColony(practice, without.truth, state.situation),
          },
        ]
      })
      const visits = visitsOf(played.yards)
      const [state] = played.yards.flatMap((y) => y.row)
      return {
        status: 200,
        body: {
          days: shownDays(practice),
          limits: state ? shownDays(practice).map((on) => limitOn(state.situation, on)) : [],
          visits,
          score: scoreOf(
            colonies.map((c) => c.played),
            visits,
          ),
          scoreOfNothing: scoreOf(
            colonies.map((c) => c.alone),
            0,
          ),
          withstands: world.withstands?.class ?? null,
          colonies: colonies.map(({ played: its, alone: _alone, ...colony }) => ({ ...colony, ...its })),
        },
      }
    },
  },
]
