/** Records as the server hands them out, with nothing in them but what a test says. */
import type { ColonyRecord, CountRecord, CourseRecord, EventRecord, SettingsRecord, YardRecord } from '@thistle/core/holding'
import { factsIn } from '@thistle/core/situation'
import type { TreatmentKey } from '@thistle/core/situation'
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

/** A wash of 300 bees. */
export const bareCount = (onDay: Day, mites: number, over: Partial<CountRecord> = {}): CountRecord => ({
  id: `count ${onDay}`,
  version: 1,
  courseId: null,
  onDay,
  method: 'wash',
  recovery: null,
  representative: null,
  note: null,
  samples: [{ mites, bees: 300, days: null }],
  ...over,
})
export const bareEvent = (happenedOn: Day, over: Partial<EventRecord> = {}): EventRecord => ({
  id: `${over.kind ?? 'done'} ${over.job} ${over.n} ${happenedOn}`,
  kind: 'done',
  job: null,
  n: null,
  happenedOn,
  amount: null,
  note: null,
  supersedes: null,
  ...over,
})
/** A course of a sound colony that was over its limit, with what happened since. */
export const bareCourse = (
  treatment: TreatmentKey,
  startOn: Day,
  events: readonly EventRecord[] = [],
  over: Partial<CourseRecord> = {},
): CourseRecord => ({
  id: `course ${treatment} ${startOn}`,
  decisionId: `decision ${treatment} ${startOn}`,
  treatment,
  startOn,
  latestStart: startOn,
  facts: {
    asOf: startOn,
    colony: { ...SOUND, hivedOn: null },
    rules: {},
    lastOpening: null,
    recountBy: startOn,
    before: { mites: 12, bees: 300, countedOn: startOn, method: 'wash' },
  },
  events,
  ...over,
})
