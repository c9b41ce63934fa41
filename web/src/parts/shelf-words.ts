/** The shelf in a keeper's words. */
import { packHolds, type LotState, type Need, type Shelf } from '@thistle/core/shelf'
import { sayAmount, treatmentOf, type DoseUnit } from '@thistle/core/treatments'
import { plain } from '@thistle/core/units'
import { sayDay } from '../look/dates.ts'
import { plural } from './words.ts'

/** The unit in which a treatment stands on the shelf. */
export const unitOf = (key: string): DoseUnit => {
  const dose = treatmentOf(key)?.dose
  return dose && dose.by !== 'none' ? dose.unit : 'g'
}
export const nameOf = (key: string): string => treatmentOf(key)?.name ?? key

/** "14 strips, 1.4 packs": what is left of a lot, in the core's notation. */
export function sayLeft({ lot, left }: LotState, shelf: Shelf): string {
  if (left === null) return 'not counted'
  const holds = lot.packHolds ?? packHolds(shelf, lot.treatment)
  const packs = holds === null || lot.mix !== null || holds === 1 ? '' : ` (${plain(left / holds)} ${left === holds ? 'pack' : 'packs'})`
  return `${sayAmount(left, unitOf(lot.treatment))}${packs}`
}

/** "Amitraz strip: 2 short from Sat 22 Aug on. Buy 1 pack of 10; 8 stay over." */
export function sayShort(need: Need): string {
  const { treatment, unit, short, shortOn, buy } = need
  const lacking = `${nameOf(treatment)}: ${sayAmount(short, unit)} short${shortOn ? `, from ${sayDay(shortOn)} on` : ''}.`
  if (!buy) return lacking
  const over = buy.over > 0 ? `; ${sayAmount(buy.over, unit)} stay over` : ''
  return `${lacking} Buy ${plural(buy.packs, 'pack')} of ${sayAmount(buy.holds, unit)}${over}.`
}
