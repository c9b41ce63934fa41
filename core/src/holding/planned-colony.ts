import type { PlannedColony } from '../outlook/index.ts'
import { laterOf } from '../time/index.ts'
import type { ColonyState } from './colony-state.ts'

/** A colony as it stands, with what is chosen for it and not begun told apart: no plan counts as given. */
export function plannedColony({ colony, situation, courses }: ColonyState): PlannedColony {
  const chosen = courses
    .filter((c) => c.planned && c.treatment.way !== 'waiting')
    .map((c) => ({ treatment: c.treatment.key, start: laterOf(c.startedOn, situation.asOf) }))
    .toSorted((a, b) => a.start.localeCompare(b.start))
  const isChosen = (p: { readonly treatment: string; readonly start: string }) =>
    chosen.some((c) => c.treatment === p.treatment && c.start === p.start)
  return {
    id: colony.id,
    situation: { ...situation, startOn: situation.asOf, history: situation.history.filter((p) => p.end !== null || !isChosen(p)) },
    planned: chosen,
  }
}
