import { v7 } from 'uuid'
import { checkBody } from '../records/body.ts'
import { SENT_RECORDS } from '@thistle/core/bodies'
import { bareSituation, type SettingsRecord } from '@thistle/core/holding'
import { lookInto, PRACTICE_FROM, PRACTICE_UNTIL, truthOf, worldOf } from '@thistle/core/practice'
import { KIT_WORDS, NO_RULE, TREATMENT_KEYS } from '@thistle/core/situation'
import { beginHolding } from '../people/accounts.ts'
import { KINDS } from '../records/kinds.ts'
import { putWithin, type Given, type Keeping } from '../records/put.ts'
import { settingsOf } from '../records/settings.ts'
import { normalsAt } from '../standins/weather-world.ts'
import { clearPractice } from './clear.ts'

/** Where the practice yard stands: nowhere that anybody keeps bees, in an invented climate. */
const PLACE = { latitude: 48.4, longitude: 7.9, timeZone: 'UTC' } as const
/** Supers for people are on from a day to a day. */
export const PRACTICE_SUPERS = { on: '2031-05-12', off: '2031-07-26' } as const
/** What a look into a hive of the practice yard shows whatever its bees do. */
export const FIRST_LOOK = { hive: 'frames', floor: 'solid', entrance: 'full', supers: 'none' } as const
/** Seasons that a keeper has at a time: then the oldest goes. */
const MOST = 3

/** A holding to practise on, with a yard of made-up colonies on its first day: its list allows everything, and its kit lacks nothing. */
export async function beginPractice(keep: Keeping, keeperId: string, seed: number, colonies: number): Promise<string> {
  const { db } = keep
  return db.sequelize.transaction(async (transaction) => {
    await clearPractice(db, keeperId, MOST - 1, transaction)
    const world = worldOf({ seed, colonies })
    const ids = world.colonies.map(() => v7())
    const practice = { seed, colonies: ids, from: PRACTICE_FROM, until: PRACTICE_UNTIL }
    const scope = await beginHolding(keep, keeperId, `Practice season ${seed}`, transaction, practice)
    const put = async (
      word: 'settings' | 'yards' | 'colonies' | 'placements' | 'looks',
      id: string,
      body: Record<string, unknown>,
    ): Promise<void> => {
      await putWithin(keep, scope, KINDS[word], id, checkBody<Given>(SENT_RECORDS[word], body), transaction)
    }
    const settings = await settingsOf(db, scope.holdingId, transaction)
    const rules = Object.fromEntries(
      TREATMENT_KEYS.map((key) => [key, { ...NO_RULE, authorised: 'yes', withSupers: false, confirmedOn: PRACTICE_FROM }]),
    )
    await put('settings', scope.holdingId, {
      version: settings.version,
      school: 'three-percent',
      priority: 'knockdown',
      organicOnly: false,
      kit: KIT_WORDS.map(([tool]) => tool),
      rules,
    })
    const yardId = v7()
    const normals = normalsAt(PLACE.latitude, PLACE.longitude)
    const yard = { ...bareSituation(PRACTICE_FROM, 'north', settings as unknown as SettingsRecord), normals }
    await put('yards', yardId, {
      name: 'The practice yard',
      ...PLACE,
      normals,
      supersNextOn: PRACTICE_SUPERS.on,
      supersOffOn: null,
    })
    for (const [i, { name }] of world.colonies.entries()) {
      const colonyId = ids[i] ?? ''
      await put('colonies', colonyId, { name, since: PRACTICE_FROM })
      await put('placements', v7(), { colonyId, yardId, position: i + 1, fromDay: PRACTICE_FROM })
      const truth = truthOf({ ...practice, colonies }, i, [], PRACTICE_FROM, yard)
      await put('looks', v7(), { colonyId, onDay: PRACTICE_FROM, ...FIRST_LOOK, ...lookInto({ ...practice, colonies }, truth, PRACTICE_FROM) })
    }
    return scope.holdingId
  })
}
