/** Colonies of a yard are weighed for a trial, and its power is drawn, beside the page. */
import { expose } from 'comlink'
import { yardState, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { powerOf, type Power, type PowerAsked } from '@thistle/core/review'
import type { Day } from '@thistle/core/time'
import { trialCandidates, type TrialCandidate } from '@thistle/core/trial'

const worker = {
  candidates: (yard: YardRecord, settings: SettingsRecord, startOn: Day): TrialCandidate[] => trialCandidates(yardState(yard, settings), startOn),
  power: (asked: PowerAsked): Power => powerOf(asked),
}
export type TrialWorker = typeof worker
expose(worker)
