import type { Tool } from '../../situation/index.ts'
import { daysBetween, sayDays } from '../../time/index.ts'
import { doseOf, dosesOf, patternOf, sayAmount, saySource, sayTools, type Treatment } from '../../treatments/index.ts'
import { plain } from '../../units/index.ts'
import { gateOf, sayFlip, type Ask, type Gate, type JudgedSituation, type LazyFinding } from '../finding.ts'
import { aDay } from '../../words/index.ts'

/** Acid-proof gloves serve where plain ones are asked for. */
const has = (kit: readonly Tool[], tool: Tool) => kit.includes(tool) || (tool === 'gloves' && kit.includes('acid-gloves'))
const withKit =
  (more: readonly Tool[]) =>
  (s: JudgedSituation): JudgedSituation => ({ ...s, keeper: { ...s.keeper, kit: [...(s.keeper.kit ?? []), ...more] } })

/** The gear it takes. */
const gear: Ask = (option, s) => {
  const { needed, advised } = option.kit
  const source = saySource(option.kit.source)
  const found: LazyFinding[] = []
  const own = s.keeper.kit
  if (needed.length === 0) found.push({ gate: 'kit', of: 'kit', level: 'fits', source, text: () => 'No special gear is needed.', flip: () => null })
  else if (own === null)
    found.push({
      gate: 'kit',
      of: 'kit',
      level: 'fits',
      source,
      text: () => `Your kit is not written down, so it is not judged. It takes ${sayTools(needed)}.`,
      flip: () => 'It would wait for whatever of that is missing.',
    })
  else {
    const lacking = needed.filter((t) => !has(own, t))
    const without = advised.filter((a) => !has(own, a.tool))
    const wanting = without.map((a) => a.tool)
    if (lacking.length > 0) {
      found.push({
        gate: 'kit',
        of: 'kit',
        level: 'wait',
        figure: `${lacking.length} short`,
        limit: null,
        source,
        text: () => `Missing from your kit: ${sayTools(lacking)}. Fetch what is missing first.`,
        flip: () => sayFlip(gear, option, s, [{ say: `with ${sayTools(lacking)}`, change: withKit(lacking) }]),
      })
    } else if (wanting.length > 0) {
      found.push({
        gate: 'kit',
        of: 'kit',
        level: 'care',
        figure: 'advised',
        limit: null,
        source,
        text: () => `It is better done with ${sayTools(wanting)}: without, ${without.map((a) => a.without).join('; ')}.`,
        flip: () => sayFlip(gear, option, s, [{ say: `with ${sayTools(wanting)}`, change: withKit(wanting) }]),
      })
    } else
      found.push({
        gate: 'kit',
        of: 'kit',
        level: 'fits',
        source,
        text: () => `You have ${sayTools(needed)}.`,
        flip: () => `It would wait without ${sayTools(needed.slice(0, 1))}.`,
      })
  }
  return found
}

/** Enough of it on the shelf, in date; nothing where the shelf is not written down. */
const shelf: Ask = (option, s) => {
  const found: LazyFinding[] = []
  const stock = s.stock[option.key]
  const dose = doseOf(option, s)
  if (!stock || !dose) return found
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
        text: () => `The course takes ${sayAmount(wanted, dose.unit)}; the shelf has ${plain(stock.units ?? 0)}.`,
        flip: () => `Fits with ${sayAmount(short, dose.unit)} more.`,
      })
    }
  }
  if (stock.expires !== null && stock.expires < s.startOn) {
    found.push({
      gate: 'kit',
      of: 'shelf',
      level: 'wait',
      figure: 'expired',
      limit: stock.expires,
      source: 'your shelf',
      text: () => `What is on the shelf expired ${aDay(stock.expires ?? '', s.startOn)}: never past its date.`,
      flip: () => 'Fits with a pack that is in date.',
    })
  }
  const opened = openTooLong(option, s)
  if (opened) found.push(opened)
  return found
}

/** A pack that has stood open longer than it keeps is weaker than its dose says. */
function openTooLong(option: Treatment, s: JudgedSituation): LazyFinding | null {
  const openedOn = s.stock[option.key]?.openedOn ?? null
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
    text: () =>
      `The pack was opened ${aDay(openedOn, s.startOn)}, ${sayDays(open)} before; closed again it keeps about ${sayDays(keeps)}: what is weak breeds mites that withstand it.`,
    flip: () =>
      sayFlip(shelf, option, s, [
        { say: 'with a fresh pack', change: (x) => ({ ...x, stock: { ...x.stock, [option.key]: { units: null, expires: null } } }) },
      ]),
  }
}

/** Gate 8: the gear it takes, and enough of it on the shelf, in date. */
export const kit: Gate = gateOf({ readsDay: true }, (option, s) => [...gear(option, s), ...shelf(option, s)])
