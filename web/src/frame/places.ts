/** The places, named for the work, in the order in which people do it. A place is listed once it does its work. */
export interface Place {
  readonly path: string
  readonly name: string
  /** Shown in the bar at the bottom of a phone. */
  readonly inYard: boolean
}
export const PLACES: readonly Place[] = [
  { path: '/today', name: 'Today', inYard: true },
  { path: '/yards', name: 'Yards', inYard: true },
  { path: '/count', name: 'Count', inYard: true },
  { path: '/match', name: 'Match', inYard: true },
  { path: '/rules', name: 'Rules', inYard: true },
]
