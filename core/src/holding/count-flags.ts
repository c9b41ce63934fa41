import type { CountFlag } from '../count/index.ts'
import type { Method } from '../situation/index.ts'
import type { ColonyState } from './colony-state.ts'

/**
 * What a colony's newest look says against its sample: no queen, newly hived, and, outside the winter rest, no brood, where all
 * mites are on the bees (common practice, no source). Drone brood is there or it is not counted.
 */
export function flagsOf(state: ColonyState, method: Method): CountFlag[] {
  const { queen, newlyHived, brood } = state.situation.colony
  const found: CountFlag[] = []
  if (queen === 'absent') found.push('queenless')
  if (newlyHived) found.push('newly-hived')
  if (brood === 'none' && method !== 'drone' && state.judgement.phase !== 'dormant') found.push('broodless')
  return found
}
