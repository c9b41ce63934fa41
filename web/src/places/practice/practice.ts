import { call } from '../../server/call.ts'

/** What is found in a jar or on a board of a colony to practise on. */
export const drawFrom = async (asked: Readonly<Record<string, unknown>>): Promise<number> =>
  (await call<{ mites: number }>('POST', '/practice/draws', asked)).mites

/** What a look into a hive to practise on shows. */
export const lookAt = (colonyId: string): Promise<Readonly<Record<string, unknown>>> => call('GET', `/practice/looks/${colonyId}`)

/** One colony of a season that is over. */
export interface EndedColony {
  readonly id: string
  readonly name: string
  readonly wash: readonly number[]
  readonly nothingDone: readonly number[]
  readonly mites: readonly number[]
  readonly capped: readonly number[]
  readonly daysOver: number
  readonly highest: number
  readonly atEnd: number
  readonly lost: boolean
  readonly points: number
  readonly growth: number
  readonly influx: number
}
/** What was going on in a season that is over. */
export interface Ended {
  readonly days: readonly string[]
  /** The limit of each day, mites in 100 bees. */
  readonly limits: readonly number[]
  readonly visits: number
  readonly score: number
  readonly scoreOfNothing: number
  readonly withstands: string | null
  readonly colonies: readonly EndedColony[]
}
export const readEnd = (): Promise<Ended> => call('GET', '/practice/end')
