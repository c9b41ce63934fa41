import type { Grid } from '../count/index.ts'
import type { Vaporisers } from '../course/index.ts'
import type { Phase, Tool } from '../situation/index.ts'
import type { Day } from '../time/index.ts'

/** A photograph of a board or tray with what was marked on it. */
export interface MarkedPhoto {
  readonly photoId: string
  readonly width: number
  readonly height: number
  readonly grid: Grid | null
  /** Shares 0-1 of the width and the height. */
  readonly marks: readonly { readonly x: number; readonly y: number }[]
}

/** A colony's place in a trial: its arm in the list of arms, from 0, and the block it was drawn in. */
export interface TrialPlace {
  readonly colonyId: string
  readonly arm: number
  readonly block: number
}

/** The time a keeper has, and what works with them. */
export interface WorkFacts {
  /** Minutes by weekday, Sunday first. */
  readonly minutes: readonly number[]
  /** Stretches of days without any. */
  readonly away: readonly { readonly from: Day; readonly to: Day }[]
  /** Minutes a visit takes before and after the hives: the drive, the smoker, the tidying up. */
  readonly yardMinutes: number
  readonly people: number
  readonly vaporisers: Vaporisers
}
/** Until a keeper says otherwise, every day has eight hours. */
export const USUAL_WORK: WorkFacts = {
  minutes: [480, 480, 480, 480, 480, 480, 480],
  away: [],
  yardMinutes: 30,
  people: 1,
  vaporisers: { type: 'rod', count: 1 },
}

/** What is known of a tool: its cartridges, its hours. */
export interface GearFacts {
  /** When the cartridge, the gloves or the battery in it were new. */
  readonly since: Day | null
  /** Printed on it: not to be used after. */
  readonly until: Day | null
  /** Hours worn before it was written down here, and the most by its maker. */
  readonly hours: number | null
  readonly mostHours: number | null
  readonly note: string | null
}
export type Gear = Readonly<Partial<Record<Tool, GearFacts>>>

/** A keeper's own limits of one school, by the time of the year. */
export type OwnLimits = Readonly<Partial<Record<Phase, number | null>>>
