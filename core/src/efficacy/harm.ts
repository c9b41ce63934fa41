import type { Situation } from '../situation/index.ts'
import { broodState, type Harm, type Treatment } from '../treatments/index.ts'

export type { Harm } from '../treatments/index.ts'

/** What a treatment costs here besides mites: of its harms those that can come about in this colony. */
export function harmOf(option: Treatment, s: Pick<Situation, 'colony'>): readonly Harm[] {
  const broodless = broodState(s.colony.brood) === 'broodless' && s.colony.brood !== 'open'
  return option.harms.filter((h) => !(h.to === 'brood' && broodless))
}
