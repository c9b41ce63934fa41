/** What this device keeps for itself: the yards as they were last read, and what was written and is not sent yet. */
import Dexie, { type EntityTable, type Table } from 'dexie'
import type { Entry } from '@thistle/core/holding'
import { KEPT_AS } from './kept-as.ts'

/** Something written and not sent yet. */
export interface KeptEntry extends Entry {
  /** In this order they were written, and are sent. */
  readonly n: number
  readonly keeperId: string
  readonly holdingId: string
  /** Milliseconds since the epoch, by the server's clock as far as it is known. */
  readonly at: number
  /** `stuck`: the server did not take it, and the keeper says what becomes of it. */
  readonly state: 'waiting' | 'stuck'
  readonly status: number | null
  readonly fault: string | null
  /** The row as it stands at the server, where somebody else changed it. */
  readonly current: unknown
}
export interface KeptAbout {
  readonly key: 'about'
  readonly keeperId: string
  readonly holdingId: string
  /** When it was read from the server, by the server's clock. */
  readonly at: number
  /** How far this device's clock was behind the server's then, ms. */
  readonly behind: number
  readonly me: unknown
  /** In their order. */
  readonly yardIds: readonly string[]
}
/** The rounds as they were drawn last: a sheet opened at the hive does not wait for them to be drawn anew. */
export interface KeptPlan {
  readonly key: 'plan'
  readonly holdingId: string
  readonly plan: unknown
}
interface KeptYard {
  readonly id: string
  readonly yard: unknown
}
interface KeptPhoto {
  readonly id: string
  readonly colonyId: string
  readonly blob: Blob
}

class PhoneStore extends Dexie {
  declare entries: EntityTable<KeptEntry, 'n'>
  declare about: Table<KeptAbout | KeptPlan, string>
  declare yards: EntityTable<KeptYard, 'id'>
  declare photos: EntityTable<KeptPhoto, 'id'>

  constructor() {
    // What is told to be kept is on the disk: a phone may lose its power in the yard.
    super(KEPT_AS, { chromeTransactionDurability: 'strict' })
    this.version(1).stores({ entries: '++n', about: 'key', yards: 'id', photos: 'id' })
  }
}
let opened: PhoneStore | null = null
export const phoneStore = (): PhoneStore => (opened ??= new PhoneStore())

/** Nothing of a holding stays on this device. */
export async function wipePhone(): Promise<void> {
  opened?.close()
  opened = null
  await Dexie.delete(KEPT_AS)
}
