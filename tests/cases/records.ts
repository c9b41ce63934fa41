/** Records as the server hands them out, with nothing in them but what a test says. */
import type { ColonyRecord, SettingsRecord, YardRecord } from '@thistle/core/holding'
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
