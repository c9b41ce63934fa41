export * from './look-fields.ts'
export * from './keys.ts'
export * from './situation.ts'
export * from './rule-fields.ts'
export * from './own-sheet.ts'
export * from './words.ts'
export { nextFlow, nextRest, phaseAt, phaseOf, queensToBeHad, sayPhase, type Spell } from './phase.ts'
export { keptByWeather, meanHigh, weatherReader, type Reading, type WeatherReader } from './weather.ts'
export { doubtOf, NO_FORECASTS, withAnswer, type ForecastRecord } from './forecast-record.ts'
export { contradictionsOf, type Contradiction } from './contradictions.ts'
export { isRobbed, signsOf, signsOfMites, storesOf } from './signs.ts'
export { onceEach, TWICE_WITHIN } from './past.ts'
export { firstSealed, hivedLately } from './hived.ts'
export { CAPPED_DAYS } from './brood-days.ts'
export { broodlessWindow, temperateNormals, type BroodlessWindow } from './climate.ts'
export {
  isShut,
  presume,
  staysCold,
  STILL_HIGH,
  type FilledColony,
  type FilledSituation,
  type Otherwise,
  type Presumed,
  type PresumedFact,
  type Presumption,
} from './presume.ts'
