import { listed, small } from '../units/index.ts'
import { match, planYard, judged, type YardLine } from '../match/index.ts'
import { shortName, treatmentOf } from '../treatments/index.ts'
import type { TreatmentKey } from '../situation/index.ts'
import type { ColonyState } from './colony-state.ts'
import { aDay } from '../words/index.ts'

const nameOf = (key: TreatmentKey): string => {
  const treatment = treatmentOf(key)
  return treatment ? small(shortName(treatment)) : key
}
/** More than this many colonies are counted and not named. */
const NAMED = 3

function who(ids: readonly string[], states: readonly ColonyState[]): string {
  if (states.length > 1 && ids.length === states.length) return states.length === 2 ? 'both' : `all ${states.length}`
  const names = states.filter((s) => ids.includes(s.colony.id)).map((s) => s.colony.name)
  return names.length > NAMED ? `${names.length} of them` : listed(names)
}

/**
 * The plan of the day for some colonies of a yard in a few words, and no more than it holds: what serves whom today, with care or to be
 * confirmed where it is so, and from when something would serve the others. The same plan stands in Match for the whole yard.
 */
export function sayPlan(states: readonly ColonyState[]): string | null {
  if (states.length === 0) return null
  const lines = states.map((s): YardLine => {
    const situation = judged(s.situation, s.judgement)
    return { id: s.colony.id, situation, options: match(situation) }
  })
  const { groups, unserved } = planYard(lines)
  const said = groups.map((g, i) => {
    const care = g.withCare.length === g.colonies.length ? ' with care' : g.withCare.length > 0 ? ` (with care for ${who(g.withCare, states)})` : ''
    const first = [...(g.confirm ? ['confirm first'] : []), ...(g.fetch ? ['fetch first'] : [])].join(', ')
    const whom = states.length === 1 ? '' : ` ${who(g.colonies, states)}`
    return `${nameOf(g.treatment)} ${states.length === 1 ? 'fits' : 'serves'}${whom}${care}${i === 0 ? ' today' : ''}${first ? ` (${first})` : ''}`
  })
  const later = unserved.filter((u) => u.earliest !== null).toSorted((a, b) => (a.earliest?.day ?? '').localeCompare(b.earliest?.day ?? ''))
  const [next] = later
  if (groups.length === 0) {
    if (!next?.earliest) return 'nothing fits within eight weeks'
    return `nothing fits today: ${nameOf(next.earliest.treatment)} from ${aDay(next.earliest.day, states[0]?.situation.asOf)}${states.length > 1 ? ` for ${who([next.id], states)}` : ''}`
  }
  const others =
    unserved.length === 0
      ? ''
      : next?.earliest
        ? `; ${who([next.id], states)} from ${aDay(next.earliest.day, states[0]?.situation.asOf)}`
        : `; nothing yet for ${who(
            unserved.map((u) => u.id),
            states,
          )}`
  return `${said.join(', ')}${others}`
}
