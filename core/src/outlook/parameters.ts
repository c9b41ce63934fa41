/** What a figure of the model stands on: a paper, a fit by hand to ranges recalled from memory, or nothing but our guess. All from memory. */
export type Standing = 'published' | 'fitted' | 'guess'
export interface Parameter {
  readonly what: string
  readonly value: number
  readonly unit: string
  readonly standing: Standing
  readonly source: string
}
const parameter = (what: string, value: number, unit: string, standing: Standing, source: string): Parameter => ({
  what,
  value,
  unit,
  standing,
  source,
})

/** The figures of the model, with what each stands on. Agreement with the ranges that they were fitted to is calibration, and no validation. */
export const PARAMETERS = {
  peakEggs: parameter('eggs a day at the height of the season', 1550, 'a day', 'guess', 'a usual colony'),
  workerCapping: parameter('a worker cell is capped after', 9, 'days', 'published', 'Winston 1987'),
  workerEmergence: parameter('a worker emerges after', 21, 'days', 'published', 'Winston 1987'),
  droneCapping: parameter('a drone cell is capped after', 10, 'days', 'published', 'Winston 1987'),
  droneEmergence: parameter('a drone emerges after', 24, 'days', 'published', 'Winston 1987'),
  workerToCapping: parameter('worker eggs that live to be capped', 0.85, 'share', 'guess', ''),
  droneToCapping: parameter('drone eggs that live to be capped', 0.75, 'share', 'guess', ''),
  workerCapped: parameter('capped workers that emerge', 0.97, 'share', 'guess', ''),
  droneCapped: parameter('capped drones that emerge', 0.95, 'share', 'guess', ''),
  summerDeath: parameter('summer bees that die', 0.036, 'a day', 'guess', 'about four weeks of life'),
  winterDeath: parameter('winter bees that die', 0.0045, 'a day', 'guess', ''),
  winterBees: parameter('half of those that emerge are winter bees from day', 262, 'of the year', 'fitted', ''),
  winterBeesOver: parameter('and over so many days to either side', 9, 'days', 'fitted', ''),
  springDeath: parameter('winter bees die off about day', 112, 'of the year', 'fitted', ''),
  springDeathOver: parameter('over so many days to either side', 12, 'days', 'fitted', ''),
  droneShare: parameter('eggs that become drones, at most', 0.025, 'share', 'guess', ''),
  invasionWorker: parameter('invasion of worker cells', 0.56, 'g of bees for each cell', 'published', 'Boot et al. 1994-95; Calis et al. 1999'),
  invasionDrone: parameter('invasion of drone cells', 6.49, 'g of bees for each cell', 'published', 'Boot et al. 1994-95; Calis et al. 1999'),
  beeWeight: parameter('weight of a bee', 0.125, 'g', 'published', 'a common value'),
  daughtersWorker: parameter(
    'daughters of a mother in a worker cell that live',
    0.64,
    'each',
    'fitted',
    '1.0 to 1.45 before losses: Martin 1994, 1995',
  ),
  daughtersDrone: parameter('daughters of a mother in a drone cell that live', 1.7, 'each', 'fitted', '2 to 2.7 before losses: Martin 1994, 1995'),
  crowdingWorker: parameter('fewer for each further mother in a worker cell', 0.3, 'in the logarithm', 'guess', ''),
  crowdingDrone: parameter('fewer for each further mother in a drone cell', 0.15, 'in the logarithm', 'guess', ''),
  motherLives: parameter('mothers that live through a cell', 0.71, 'share', 'fitted', '1.5 to 3 cycles: Fries & Rosenkranz 1996'),
  rest: parameter('days on bees before mites may go under cappings again', 2, 'days', 'fitted', 'a stay of 4.5 to 11 days: Rosenkranz et al. 2010'),
  deathWithBrood: parameter('mites on bees that die, with brood', 0.006, 'a day', 'published', 'Martin 1998; Fries et al. 1994'),
  deathBroodless: parameter('mites on bees that die, without brood', 0.003, 'a day', 'published', 'Martin 1998; Fries et al. 1994'),
  washFinds: parameter('mites that an alcohol wash finds', 0.92, 'share', 'guess', ''),
  flies: parameter('mites on bees that leave for another colony of the yard in late summer', 0.004, 'a day', 'guess', 'a tenth of it in spring'),
} as const satisfies Readonly<Record<string, Parameter>>

/** The same, as numbers. */
export type Figures = { readonly [K in keyof typeof PARAMETERS]: number }
export const FIGURES = Object.fromEntries(Object.entries(PARAMETERS).map(([key, { value }]) => [key, value])) as Figures

/** What one colony may differ by from the usual one: in these the bands vary. */
export interface Ways {
  /** Factor on the daughters that live: 0.8, 1 and 1.2 give a growth of about 0.016, 0.023 and 0.029 a day. */
  readonly growth: number
  /** Whole days on bees between two cells. */
  readonly rest: number
  /** Eggs that become drones, at most, as a share. */
  readonly droneShare: number
  /** The season is so many days late. */
  readonly late: number
  /** Mites that come from outside on a day of late summer; a tenth as many in spring, none in the winter rest. */
  readonly influx: number
}
export const USUAL_WAYS: Ways = { growth: 1, rest: FIGURES.rest, droneShare: FIGURES.droneShare, late: 0, influx: 0 }
