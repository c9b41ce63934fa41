/** What a keeper decides at the page: the first option that fits a colony of a yard on its day; null where there is none. */
import { situationOf, yardState, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { fitsOn, judged } from '@thistle/core/match'
import type { Treatment } from '@thistle/core/treatments'

/** Only what is given at once, and where nothing is in hand. */
export function decisionFor(yard: YardRecord, settings: SettingsRecord, ids: () => string): Record<string, unknown> | null {
  for (const { colony, inHand } of yardState(yard, settings).row) {
    if (inHand) continue
    const situation = { ...situationOf(yard, colony, settings), startOn: yard.today }
    const fits = fitsOn(judged(situation)).find(
      (o: { treatment: Treatment; fit: string }) => o.treatment.way === 'given' && (o.fit === 'fits' || o.fit === 'care'),
    )
    if (!fits) continue
    return {
      yardId: yard.id,
      treatment: fits.treatment.key,
      startOn: yard.today,
      note: null,
      colonies: [{ colonyId: colony.id, courseId: ids(), situation }],
    }
  }
  return null
}
