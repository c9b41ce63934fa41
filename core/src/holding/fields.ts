import { FLAG_WORDS, FLUID_WORDS, type Cup } from '../count/index.ts'
import { sayBoards, saySchool } from '../judge/index.ts'
import {
  BOARD_KINDS,
  HEMISPHERE_WORDS,
  KIT_WORDS,
  LOOK_FIELDS,
  METHOD_WORDS,
  PHASE_WORDS,
  PRIORITY_WORDS,
  SCHOOLS,
  type MonthNormal,
  type OwnSheet,
  type Rule,
  type School,
  type Stock,
  type TreatmentKey,
} from '../situation/index.ts'
import {
  day,
  double,
  id,
  ids,
  line,
  needed,
  real,
  shape,
  text,
  usually,
  whole,
  word,
  words,
  yesNo,
  type Fields,
  type RowOf,
  type Words,
} from '../fields/index.ts'
import type { Gear, MarkedPhoto, OwnLimits, TrialPlace, WorkFacts } from './insides.ts'
import type { MixAsked } from '../mix/index.ts'

/** An arm of a trial. */
export type TrialArmKey = TreatmentKey | 'untreated'
type PerTreatment<T> = Readonly<Partial<Record<TreatmentKey, T>>>
const OF_A_JAR = METHOD_WORDS.filter(([method]) => method === 'wash' || method === 'sugar') as unknown as Words<'wash' | 'sugar'>
const SCHOOL_WORDS: Words<School> = SCHOOLS.map((school) => [school, saySchool(school).name])
const BOARD_WORDS: Words<(typeof BOARD_KINDS)[number]> = BOARD_KINDS.map((kind) => [kind, sayBoards(kind).name])

/**
 * Each kind of row that keepers write, field by field, in the order in which they are spoken of. From here come the check of what is
 * sent, the columns, what is read, the words of the history and the labels of the forms.
 */
export const RECORD_FIELDS = {
  yards: {
    name: line('Name', 60),
    place: usually(whole('Place among the yards', 0, 10_000), 0),
    latitude: double('Latitude', -90, 90),
    longitude: double('Longitude', -180, 180),
    hemisphere: usually(word('Hemisphere', HEMISPHERE_WORDS), 'north' as const),
    timeZone: usually(shape<string>('Clock', 'text'), 'UTC'),
    normals: usually(shape<readonly MonthNormal[]>('Usual temperatures', 'json'), []),
    phase: word('Time of the year', PHASE_WORDS),
    lastOpening: day('Last opening'),
    supersOffOn: day('Supers come off'),
    supersNextOn: day('Next supers go on'),
  },
  colonies: {
    name: line('Name', 40),
    since: needed(day('In the book from')),
    hivedOn: day('Hived on'),
    parents: ids('Made from', 20),
    retiredOn: day('Gone since'),
    retiredWhy: text('What happened', 200),
  },
  placements: {
    colonyId: needed(id('Colony')),
    yardId: needed(id('Yard')),
    position: needed(whole('Place in the row', 1, 999)),
    fromDay: needed(day('From')),
    toDay: day('To'),
  },
  looks: LOOK_FIELDS,
  counts: {
    colonyId: needed(id('Colony')),
    courseId: id('After the course'),
    onDay: needed(day('Counted on')),
    method: needed(word('Method', METHOD_WORDS)),
    recovery: real('Share found', 0.05, 1),
    representative: yesNo('Typical of the yard'),
    note: text('Note', 2000),
    fluid: word('Washed in', FLUID_WORDS),
    flags: words('Not typical of the yard', FLAG_WORDS),
    queenSeen: yesNo('Queen seen and put back'),
    waited: real('Sugar left to work, s', 0, 86_400),
    photo: shape<MarkedPhoto | null>('Photograph', 'json'),
  },
  boards: { colonyId: needed(id('Colony')), laidOn: needed(day('Laid on')), takenOn: day('Taken out on') },
  jars: {
    yardId: needed(id('Yard')),
    onDay: needed(day('Counted on')),
    method: needed(word('Method', OF_A_JAR)),
    mites: needed(whole('Mites', 0, 100_000)),
    bees: needed(whole('Bees in the jar', 0, 100_000)),
    recovery: real('Share found', 0.05, 1),
    colonies: ids('Of colonies', 200, { apart: true }),
    note: text('Note', 2000),
  },
  visits: {
    yardId: needed(id('Yard')),
    day: needed(day('Day')),
    note: text('Note', 2000),
    /** Of a visit that was made: from leaving to being back, all in all. */
    minutes: whole('Minutes it took', 1, 1440),
  },
  trials: {
    yardId: needed(id('Yard')),
    name: line('Name', 80),
    startOn: needed(day('Begins')),
    /** Treatments side by side; `untreated` for colonies that are left as they are. */
    arms: needed(shape<readonly TrialArmKey[]>('Arms', 'json')),
    drawn: needed(shape<readonly TrialPlace[]>('Colonies', 'json')),
    /** What the colonies were drawn by: the same again draws the same. */
    seed: needed(whole('Number to draw by', 0, 2_147_483_647)),
    endedOn: day('Ended on'),
    note: text('Note', 2000),
  },
  /** What stands on the shelf, pack by pack or bottle by bottle. */
  lots: {
    treatment: needed(shape<TreatmentKey>('Treatment', 'text')),
    label: text('Name on the pack', 80),
    batch: text('Batch', 40),
    expires: day('Good until'),
    openedOn: day('Opened on'),
    /** Units there were on the day they were counted; what is ticked from that day on is drawn from it. */
    units: real('Units counted', 0, 100_000),
    countedOn: needed(day('Counted on')),
    /** Units in a pack, and what a pack cost. */
    packHolds: real('Units in a pack', 0.01, 100_000),
    price: real('Price of a pack', 0, 1_000_000),
    bought: text('Bought where', 80),
    vet: text('Vet', 80),
    kept: text('Kept where', 80),
    /** Of something that was mixed: what went into it, from which lot and how much of that. */
    mix: shape<MixAsked | null>('Mixed', 'json'),
    madeFrom: id('Made from'),
    madeOf: real('Taken for it', 0, 100_000),
    goneOn: day('Gone on'),
    goneWhy: text('What became of it', 200),
    note: text('Note', 2000),
  },
  settings: {
    school: needed(word('Limits', SCHOOL_WORDS)),
    priority: needed(word('What comes first', PRIORITY_WORDS)),
    organicOnly: needed(yesNo('No synthetic treatments')),
    kit: needed(words('Gear at hand', KIT_WORDS)),
    rules: usually(shape<PerTreatment<Rule>>('Your list', 'json'), {}),
    stock: usually(shape<PerTreatment<Stock>>('On the shelf', 'json'), {}),
    ownLimits: usually(shape<Readonly<Partial<Record<School, OwnLimits>>>>('Your own limits', 'json'), {}),
    boards: word('Board limits', BOARD_WORDS),
    cup: shape<Cup | null>('Your cup', 'json'),
    sugarRecovery: real('Share the sugar roll finds', 0.05, 1),
    missed: real('A missed treatment weighs as needless ones', 1, 20),
    noLiquidAcids: usually(yesNo('No liquid acids'), false),
    work: shape<WorkFacts | null>('Your days and hours', 'json'),
    gear: usually(shape<Gear>('Gear', 'json'), {}),
    own: usually(shape<readonly OwnSheet[]>('Treatments of your own', 'json'), []),
    closedThrough: day('Books closed up to'),
  },
} as const satisfies Readonly<Record<string, Fields>>
export type RecordFields = typeof RECORD_FIELDS
/** One of a kind, in a word; the history says it too. */
export const KIND_NAMES: Readonly<Record<keyof RecordFields, string>> = {
  yards: 'yard',
  colonies: 'colony',
  placements: 'placement',
  looks: 'look',
  counts: 'count',
  boards: 'board',
  jars: 'jar',
  visits: 'visit',
  trials: 'trial',
  lots: 'lot',
  settings: 'settings',
}
/** A row of a kind, by its table of fields. */
export type RecordRow<K extends keyof RecordFields> = RowOf<RecordFields[K]>
