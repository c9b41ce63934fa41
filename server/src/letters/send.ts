import type { Logger } from 'pino'
import { QueryTypes } from 'sequelize'
import { USUAL_PREFERENCES, yardState, type Preferences, type YardRecord, type YardState } from '@thistle/core/holding'
import { writing, type DayLetter } from '@thistle/core/rounds'
import type { Day } from '@thistle/core/time'
import { findScope, type Scope } from '../access/scope.ts'
import { steadily } from '../api/breaths.ts'
import { dayIn, hourIn } from '../clock.ts'
import type { Mailer } from '../mail/mailer.ts'
import type { Keeping } from '../records/put.ts'
import { readHome, settingsBy } from '../shelf/read.ts'
import type { WeatherSource } from '../weather/keep.ts'
import { freshHeads } from '../yards/heads.ts'
import { present, readInParts } from '../yards/read.ts'
import { sayAs } from '@thistle/core/words'

export interface Letters extends Keeping {
  readonly mail: Mailer
  readonly weather: WeatherSource
  readonly publicUrl: () => string
  readonly logger: Logger
}

/** A letter that could not be sent is tried again so often, at the later rounds of the same day. */
const MOST_TRIES = 5

interface Wanting {
  readonly keeperId: string
  readonly holdingId: string
  readonly email: string
  readonly preferences: Partial<Preferences>
  readonly timeZone: string
  readonly livesOn: Day | null
}

/** Keepers who want letters, but of no season to practise on, with the time zone of the first yard they may see. */
const WANTING = `
SELECT m.keeper_id AS "keeperId", m.holding_id AS "holdingId", k.email, k.preferences, h.lives_on AS "livesOn",
       coalesce((SELECT y.time_zone FROM yards y WHERE y.holding_id = m.holding_id AND y.deleted_at IS NULL
                    AND (m.yards IS NULL OR y.id = ANY(m.yards)) ORDER BY y.place, y.name LIMIT 1), 'UTC') AS "timeZone"
  FROM memberships m JOIN keepers k ON k.id = m.keeper_id JOIN holdings h ON h.id = m.holding_id
 WHERE k.left_at IS NULL AND h.practice IS NULL AND k.password_hash <> 'none' AND jsonb_typeof(k.preferences -> 'letterHour') = 'number'`

/** After so long a letter that was taken and not sent was lost with its process, ms. */
const LOST_AFTER = 10 * 60_000

/**
 * Takes a keeper's letter of a day for this process: one of any number of instances gets it. One that is known to have failed, or whose
 * process is gone, is taken again: a letter goes out at least once, and bears the same id each time, by which a double is no second letter.
 */
async function claim({ db, clock }: Keeping, { keeperId, holdingId }: Wanting, day: Day): Promise<boolean> {
  const rows = await db.sequelize.query(
    `INSERT INTO letters (keeper_id, holding_id, day, state, tries, claimed_at) VALUES (:keeperId, :holdingId, :day, 'claimed', 1, :at)
     ON CONFLICT (keeper_id, holding_id, day) DO UPDATE SET state = 'claimed', tries = letters.tries + 1, claimed_at = excluded.claimed_at
       WHERE letters.tries < :most AND (letters.state = 'failed' OR (letters.state = 'claimed' AND letters.claimed_at < :lost))
     RETURNING tries`,
    {
      replacements: { keeperId, holdingId, day, at: clock(), lost: new Date(clock().getTime() - LOST_AFTER), most: MOST_TRIES },
      type: QueryTypes.SELECT,
    },
  )
  return rows.length > 0
}

/** The letter as it would stand now; null where nothing asks. */
export async function letterOf(parts: Pick<Letters, 'db' | 'clock' | 'weather' | 'publicUrl'>, scope: Scope, today: Day): Promise<DayLetter | null> {
  const heads = await freshHeads(parts, parts.weather, scope)
  const home = await readHome(parts.db, scope.holdingId, scope.keeperId)
  const settings = settingsBy(home, today)
  const states: YardState[] = []
  await readInParts(parts.db, scope, parts.clock, heads, (rows) => {
    for (const row of rows) states.push(yardState(present(row) as YardRecord, settings))
  })
  // The day of the letter is that of its yards, wherever the holding's first one lies.
  const letter = await steadily(writing(scope.holdingName, states, settings, states[0]?.yard.today ?? today, `${parts.publicUrl()}/today`))
  if (!letter) return null
  const reads = { ...USUAL_PREFERENCES, ...home.preferences }
  return { subject: sayAs(reads, letter.subject), text: sayAs(reads, letter.text) }
}

async function sendOne(parts: Letters, wanting: Wanting, day: Day): Promise<void> {
  const { db, mail, logger } = parts
  const { keeperId, holdingId, email } = wanting
  const mark = (state: 'sent' | 'failed' | 'nothing') => db.model('letters').update({ state }, { where: { keeperId, holdingId, day } })
  try {
    const scope = await findScope(db, keeperId, holdingId)
    const letter = scope ? await letterOf(parts, scope, day) : null
    if (letter) await mail({ id: `${day}.${keeperId}.${holdingId}`, to: email, subject: letter.subject, text: letter.text })
    await mark(letter ? 'sent' : 'nothing')
  } catch (fault) {
    logger.warn({ err: fault }, 'a letter of the day could not be sent')
    await mark('failed')
  }
}

/** Sends every letter whose hour has come, in its yard's time zone, and that was not sent yet: once a day, whoever asks how often. */
export async function sendLetters(parts: Letters): Promise<number> {
  const { db, clock } = parts
  const all = await db.sequelize.query<Wanting>(WANTING, { type: QueryTypes.SELECT })
  let sent = 0
  for (const wanting of all) {
    const { letterHour } = { ...USUAL_PREFERENCES, ...wanting.preferences }
    if (letterHour === null || hourIn(wanting.timeZone, clock()) < letterHour) continue
    const day = wanting.livesOn ?? dayIn(wanting.timeZone, clock())
    if (!(await claim(parts, wanting, day))) continue
    await sendOne(parts, wanting, day)
    sent++
  }
  return sent
}

/** Looks every minute whether letters are due; `stop` waits for the round that runs. */
export function startLetters(parts: Letters, every = 60_000): { stop: () => Promise<void> } {
  let running: Promise<unknown> = Promise.resolve()
  let busy = false
  const timer = setInterval(() => {
    if (busy) return
    busy = true
    running = sendLetters(parts)
      .catch((fault: unknown) => parts.logger.warn({ err: fault }, 'letters of the day'))
      .finally(() => (busy = false))
  }, every)
  timer.unref()
  return {
    stop: async () => {
      clearInterval(timer)
      await running
    },
  }
}
