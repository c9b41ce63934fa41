export * from './situation.ts'
export { phaseAt, phaseOf, sayPhase } from './phase.ts'
export { weatherReader, type Reading, type WeatherReader } from './weather.ts'
export { contradictionsOf, type Contradiction } from './contradictions.ts'
