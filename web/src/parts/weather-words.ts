import type { YardRecord } from '@thistle/core/holding'

/** What is to be said of a yard's weather where it is not simply there; null where it is. */
export function sayWeatherTrouble(yard: Pick<YardRecord, 'weatherFrom' | 'normals'>): string | null {
  const usual =
    yard.normals.length > 0
      ? 'what is usual for the season stands in its place'
      : 'and nothing usual is set for this yard: temperatures are not known'
  if (yard.weatherFrom?.state === 'told' && yard.weatherFrom.invented) return 'Made-up weather, for trying things out: enter your own days.'
  switch (yard.weatherFrom?.state) {
    case 'down':
      return `The weather service does not answer: no forecast, ${usual}.`
    case 'slow':
      return `The weather service is too slow just now: no forecast, ${usual}.`
    case 'nonsense':
      return `The weather service talks nonsense just now: no forecast, ${usual}.`
    case 'no-place':
      return `Where this yard stands is not known: no forecast, ${usual}.`
    default:
      return null
  }
}
