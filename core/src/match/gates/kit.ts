import { stockOn, type Tool } from '../../situation/index.ts'
import { daysBetween, sayDays } from '../../time/index.ts'
import { doseOf, dosesOf, patternOf, sayAmount, saySource, sayTools, type Treatment } from '../../treatments/index.ts'
import { plain } from '../../units/index.ts'
import { gateOf, turnOf, type Ask, type Gate, type JudgedSituation, type LazyFinding } from '../finding.ts'
import { aDay, KIT_WAYS, KIT_WORDING } from '../../words/index.ts'

/** Acid-proof gloves serve where plain ones are asked for. */
export const hasTool = (kit: readonly Tool[], tool: Tool) => kit.includes(tool) || (tool === 'gloves' && kit.includes('acid-gloves'))
const withKit =
  (more: readonly Tool[]) =>
  (s: JudgedSituation): JudgedSituation => ({ ...s, keeper: { ...s.keeper, kit: [...(s.keeper.kit ?? []), ...more] } })

/** The gear it takes. */
const gear: Ask = (option, s) => {
  const { needed, advised } = option.kit
  const source = saySource(option.kit.source)
  const found: LazyFinding[] = []
  const own = s.keeper.kit
  if (needed.length === 0) found.push({ gate: 'kit', of: 'kit', level: 'fits', source, says: () => KIT_WORDING.noGear(), turns: () => null })
  else if (own === null)
    found.push({
      gate: 'kit',
      of: 'kit',
      level: 'fits',
      source,
      says: () => KIT_WORDING.notWrittenDown({ tools: sayTools(needed) }),
      turns: () => KIT_WORDING.wouldWait(),
    })
  else {
    const lacking = needed.filter((t) => !hasTool(own, t))
    const without = advised.filter((a) => !hasTool(own, a.tool))
    const wanting = without.map((a) => a.tool)
    if (lacking.length > 0) {
      found.push({
        gate: 'kit',
        of: 'kit',
        level: 'wait',
        figure: `${lacking.length} short`,
        limit: null,
        source,
        says: () => KIT_WORDING.missing({ tools: sayTools(lacking) }),
        turns: () => turnOf(gear, option, s, [{ say: KIT_WAYS.with({ tools: sayTools(lacking) }), change: withKit(lacking) }]),
      })
    } else if (wanting.length > 0) {
      found.push({
        gate: 'kit',
        of: 'kit',
        level: 'care',
        figure: 'advised',
        limit: null,
        source,
        says: () => KIT_WORDING.better({ tools: sayTools(wanting), without: without.map((a) => a.without) }),
        turns: () => turnOf(gear, option, s, [{ say: KIT_WAYS.with({ tools: sayTools(wanting) }), change: withKit(wanting) }]),
      })
    } else
      found.push({
        gate: 'kit',
        of: 'kit',
        level: 'fits',
        source,
        says: () => KIT_WORDING.have({ tools: sayTools(needed) }),
        turns: () => KIT_WORDING.waitsWithout({ tools: sayTools(needed.slice(0, 1)) }),
      })
  }
  return found
}

/** Enough of it on the shelf, in date; nothing where the shelf is not written down. */
const shelf: Ask = (option, s) => {
  const found: LazyFinding[] = []
  const kept = s.stock[option.key]
  const dose = doseOf(option, s)
  if (!kept || !dose) return found
  const stock = stockOn(kept, s.startOn)
  if (stock.units !== null) {
    const doses = dosesOf(patternOf(option, s))
    const wanted = dose.amount * doses
    const short = wanted - stock.units
    if (short > 0) {
      found.push({
        gate: 'kit',
        of: 'shelf',
        level: 'wait',
        figure: `${plain(short)} short`,
        limit: sayAmount(wanted, dose.unit),
        source: 'your shelf',
        says: () => KIT_WORDING.shelfShort({ wanted: sayAmount(wanted, dose.unit), has: stock.units ?? 0 }),
        turns: () => KIT_WORDING.withMore({ short: sayAmount(short, dose.unit) }),
      })
    }
  }
  if (stock.expires !== null && stock.expires < s.startOn) {
    found.push({
      gate: 'kit',
      of: 'shelf',
      level: 'wait',
      figure: 'expired',
      limit: () => aDay(stock.expires ?? '', s.startOn),
      source: 'your shelf',
      says: () => KIT_WORDING.expired({ day: stock.expires ?? '', near: s.startOn }),
      turns: () => KIT_WORDING.inDate(),
    })
  }
  const opened = openTooLong(option, s)
  if (opened) found.push(opened)
  return found
}

/** A pack that has stood open longer than it keeps is weaker than its dose says. */
function openTooLong(option: Treatment, s: JudgedSituation): LazyFinding | null {
  const kept = s.stock[option.key]
  const openedOn = kept ? (stockOn(kept, s.startOn).openedOn ?? null) : null
  const keeps = option.openedKeepsDays
  if (openedOn === null || keeps === null) return null
  const open = daysBetween(openedOn, s.startOn)
  if (open <= keeps) return null
  return {
    gate: 'kit',
    of: 'shelf',
    level: 'care',
    figure: () => `open ${open} d`,
    limit: () => sayDays(keeps),
    source: 'common practice, no source; the label in hand decides',
    says: () => KIT_WORDING.openTooLong({ day: openedOn, near: s.startOn, days: open, keeps }),
    turns: () =>
      turnOf(shelf, option, s, [
        { say: KIT_WAYS.freshPack(), change: (x) => ({ ...x, stock: { ...x.stock, [option.key]: { units: null, expires: null } } }) },
      ]),
  }
}

/** The day matters to what may be out of date on it. */
const sameOn: Gate['sameOn'] = (option, one, other) => {
  const stock = one.stock[option.key]
  return one.colony === other.colony && [stock, ...(stock?.lots ?? [])].every((l) => (l?.expires ?? null) === null && (l?.openedOn ?? null) === null)
}

/** Gate 8: the gear it takes, and enough of it on the shelf, in date. */
export const kit: Gate = gateOf({ readsDay: true, sameOn }, (option, s) => [...gear(option, s), ...shelf(option, s)])
