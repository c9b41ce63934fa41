/** Where the yards stand, worked out once for each as it was read; with seventy of them a few at a time, so that the page never stands still. */
import { inTurn } from '@thistle/core/turns'
import { RESTS } from '../frame/breath.ts'
import { yardState, type SettingsRecord, type YardRecord, type YardState } from '@thistle/core/holding'

const kept = new WeakMap<YardRecord, { readonly settings: SettingsRecord; readonly state: YardState }>()

/** A yard's state under some settings: the one that was worked out, while neither has changed. */
export function stateOf(yard: YardRecord, settings: SettingsRecord): YardState {
  const known = kept.get(yard)
  if (known?.settings === settings) return known.state
  const state = yardState(yard, settings)
  kept.set(yard, { settings, state })
  return state
}

/** What of the yards a form may have been filled from, in few letters: where it differs, what was filled in may be of before. */
export const markOf = (yards: readonly YardRecord[]): string =>
  yards
    .map(
      (y) =>
        `${y.id} ${y.version} ${y.today} ${y.colonies
          .map((c) =>
            [
              c.id,
              c.version,
              c.counts.length,
              c.counts.at(-1)?.version,
              c.look?.id,
              c.look?.version,
              c.board?.id,
              ...c.courses.map((o) => `${o.id} ${o.events.length}`),
            ].join(),
          )
          .join(';')}`,
    )
    .join('\n')

const worked = new WeakSet<YardState>()
/** What is still to be worked out of some yards, colony by colony. */
function* stepsOf(yards: readonly YardRecord[], settings: SettingsRecord): Generator<() => unknown> {
  for (const yard of yards) {
    const state = stateOf(yard, settings)
    if (worked.has(state)) continue
    yield* state.work
    worked.add(state)
  }
}

/** Works ahead what the yards will be asked for, so that reading it is at once. */
export async function workAhead(yards: readonly YardRecord[], settings: SettingsRecord | null): Promise<void> {
  if (settings) await inTurn(stepsOf(yards, settings), RESTS)
}
