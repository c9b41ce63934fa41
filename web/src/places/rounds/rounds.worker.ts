/** Rounds are drawn here, beside the page: a search over sets of days. */
import { expose } from 'comlink'
import { yardState, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { drawRounds, type RoundPlan } from '@thistle/core/rounds'

const worker = {
  draw: (yards: readonly YardRecord[], settings: SettingsRecord): RoundPlan =>
    drawRounds(
      yards.map((yard) => yardState(yard, settings)),
      settings,
    ),
}
export type RoundsWorker = typeof worker
expose(worker)
