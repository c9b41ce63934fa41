/** Records as the server hands them out, with nothing in them but what a test says. */
import type { ColonyRecord, SettingsRecord, YardRecord } from '@thistle/core/holding'
import { factsIn } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'

export const bareSettings: SettingsRecord = {
  id: 'h',
  version: 1,
  school: 'three-percent',
  organicOnly: false,
  priority: 'knockdown',
  kit: [],
  rules: {},
  stock: {},
}
export const bareYard = (today: Day, over: Partial<YardRecord> = {}): YardRecord => ({
  id: 'y',
  name: 'Test Yard',
  version: 1,
  place: 0,
  latitude: null,
  longitude: null,
  hemisphere: 'north',
  timeZone: 'UTC',
  normals: [],
  phase: null,
  lastOpening: null,
  supersOffOn: null,
  supersNextOn: null,
  weather: [],
  today,
  colonies: [],
  ...over,
})
export const bareColony = (over: Partial<ColonyRecord> = {}): ColonyRecord => ({
  id: 'c',
  name: 'Elder',
  version: 1,
  since: '2026-03-01',
  hivedOn: null,
  parents: [],
  placement: { id: 'p', version: 1, position: 4, fromDay: '2026-03-01', yardId: 'y' },
  look: null,
  counts: [],
  courses: [],
  board: null,
  ...over,
})

/** A sound colony in one box, with everything known and nothing in the way. */
/** A sound colony, all that was asked then known; what is asked since is not. */
export const SOUND = factsIn({
  broodBoxes: 1,
  framesOfBees: 10,
  framesOfBrood: 5,
  brood: 'capped',
  hive: 'frames',
  queen: 'laying',
  floor: 'solid',
  floorWet: false,
  entrance: 'full',
  clustered: false,
  feeding: false,
  newlyHived: false,
})
