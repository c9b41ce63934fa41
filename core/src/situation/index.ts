export * from './situation.ts'
export { phaseOf, sayPhase } from './phase.ts'
export { weatherReader, type Reading, type WeatherReader } from './weather.ts'
