import { nextRest, queensToBeHad, type Tool } from '../../situation/index.ts'
import { addDays, daysBetween, type Day } from '../../time/index.ts'
import { COMBINATIONS, saySource, sayTools, treatmentOf, type Treatment } from '../../treatments/index.ts'
import { turnOf, worseThan, worstFit, type Ask, type Gate, type JudgedSituation, type LazyFinding, type Level, type Way } from '../finding.ts'
import { hasTool } from './kit.ts'
import { rules } from './rules.ts'
import { supers } from './supers.ts'
import { temperature } from './temperature.ts'
import { time } from './time.ts'
import { BROOD, KIT_WORDING, SUPERS_WAYS } from '../../words/index.ts'

const RULE = COMBINATIONS.find((c) => c.key === 'break-then-oxalic')
const ROUNDS = (RULE?.second ?? []).map(treatmentOf).filter((t) => t !== null)
/** Days after the caging on which the round is tried: the first, the middle and the last of those on which nothing is capped. */
const DAYS = RULE ? [RULE.after.earliest, Math.round((RULE.after.earliest + RULE.after.latest) / 2), RULE.after.latest] : []

/** Days before the winter rest by which the queen must lay again, or too few winter bees are raised (six to eight weeks; common practice, no source). */
const BEFORE_WINTER = 42

/** What may stand against the round on its day: supers, weather, season. The hive can be set up for it until then. */
const ASKED: readonly Gate[] = [supers, temperature, time]

/** The colony as the break leaves it. */
const afterwards = (s: JudgedSituation, day: Day): JudgedSituation => ({
  ...s,
  startOn: day,
  colony: { ...s.colony, brood: 'none', framesOfBrood: 0, queen: 'laying' },
})

interface Tried {
  readonly round: Treatment
  readonly day: Day
  readonly level: Level
}

const tryOn = (round: Treatment, s: JudgedSituation, day: Day): Tried => {
  const there = afterwards(s, day)
  return { round, day, level: worstFit(ASKED, round, there) }
}

/** The finding that stands most against a round on its day; null where nothing does. */
function standsAgainst({ round, day, level }: Tried, s: JudgedSituation): LazyFinding | null {
  if (level === 'fits') return null
  const there = afterwards(s, day)
  return ASKED.flatMap((gate) => gate(round, there)).find((f) => (f.of ?? 'fit') === 'fit' && f.level === level) ?? null
}

const lackingFor = (round: Treatment, own: readonly Tool[] | null): Tool[] =>
  own === null ? [] : round.kit.needed.filter((tool) => !hasTool(own, tool))

const isRefused = (round: Treatment, s: JudgedSituation): boolean => rules(round, s).some((f) => f.of === 'rules' && f.level === 'ruled-out')

const SUPERS_OFF: readonly Way[] = [{ say: SUPERS_WAYS.off(), change: (s) => ({ ...s, supers: { ...s.supers, now: 'none', offOn: null } }) }]

const LATER = { gate: 'brood', limit: 'the round after it', source: 'common practice, no source' } as const

/** The round that is easiest to give, on the day on which least stands against it; null where the keeper's list refuses them all. */
function bestRound(s: JudgedSituation): Tried | null {
  let best: Tried | null = null
  // What can be done with the gear that is there comes first.
  const open = ROUNDS.filter((round) => !isRefused(round, s)).toSorted(
    (a, b) => lackingFor(a, s.keeper.kit).length - lackingFor(b, s.keeper.kit).length,
  )
  for (const round of open) {
    for (const n of DAYS) {
      if (best?.level === 'fits') return best
      const tried = tryOn(round, s, addDays(s.startOn, n))
      if (best === null || worseThan(best.level, tried.level)) best = tried
    }
  }
  return best
}

/** A break takes no mite by itself: can the oxalic round that it is made for be given? */
const theRound: Ask = (option, s) => {
  const best = bestRound(s)
  if (best === null)
    return [{ ...LATER, of: 'rules', level: 'care', figure: 'no round', says: () => BROOD.roundRefused(), turns: () => BROOD.ifAllowed() }]
  const { round, day, level } = best
  const why = standsAgainst(best, s)
  const at = { name: round.name, day, near: s.startOn }
  const lacking = lackingFor(round, s.keeper.kit)
  const found: LazyFinding[] = [
    {
      ...LATER,
      level: why === null ? 'fits' : 'care',
      about: why?.about,
      figure: why === null ? null : 'the round',
      source: why === null ? saySource(option.from.course) : why.source,
      says: () => {
        if (why === null) return BROOD.roundThen(at)
        return worseThan(level, 'care') ? BROOD.roundHindered({ ...at, why: why.says() }) : BROOD.roundWithCare({ ...at, why: why.says() })
      },
      turns: () => (why === null ? null : turnOf(fitOfRound, option, s, SUPERS_OFF)),
    },
  ]
  if (lacking.length > 0)
    found.push({
      ...LATER,
      of: 'kit',
      level: 'care',
      figure: `${lacking.length} short`,
      source: saySource(round.kit.source),
      says: () => BROOD.roundLacks({ ...at, tools: sayTools(lacking) }),
      turns: () => KIT_WORDING.readyBy({ ...at, tools: sayTools(lacking) }),
    })
  return found
}

/** The round without what is to be fetched for it. */
const fitOfRound: Ask = (option, s) => theRound(option, s).filter((f) => f.of !== 'kit')

const freedOn = (s: JudgedSituation): Day => addDays(s.startOn, DAYS[0] ?? 0)

/** The winter rest that a queen let out then has too little time before, and the days she has; null where there is time. */
function winterTooNear(s: JudgedSituation): { readonly rest: Day; readonly left: number } | null {
  const rest = nextRest(s, s.startOn)
  if (!rest || s.startOn >= rest.from) return null
  const left = daysBetween(freedOn(s), rest.from)
  return left < BEFORE_WINTER ? { rest: rest.from, left } : null
}

/** Is the queen back in time to raise the bees of the winter, and could one that was lost be replaced? */
function queenAfter(s: JudgedSituation): LazyFinding[] {
  const near = s.startOn
  const freed = freedOn(s)
  const found: LazyFinding[] = []
  const late = winterTooNear(s)
  if (late)
    found.push({
      ...LATER,
      level: 'ruled-out',
      figure: `${Math.max(0, late.left)} d`,
      limit: `${BEFORE_WINTER} d`,
      says: () => BROOD.noTimeForWinterBees({ freed, rest: late.rest, weeks: BEFORE_WINTER / 7, near }),
      turns: () => BROOD.begunBy({ day: addDays(near, late.left - BEFORE_WINTER), near }),
    })
  if (!queensToBeHad(s, freed))
    found.push({
      ...LATER,
      level: 'care',
      figure: 'no queens',
      limit: null,
      says: () => BROOD.noQueens({ day: freed, near }),
      turns: () => BROOD.spareQueen(),
    })
  return found
}

/**
 * What comes after a brood break: the oxalic round it is made for, put through supers, weather and season on its own later day and
 * against the keeper's list and kit, and the queen that must lay again.
 */
export const afterBreak: Ask = (option, s) => [...theRound(option, s), ...queenAfter(s)]

/** The same by its level alone, without words: what a search over days asks. The list and the kit are no matter of it. */
export function fitAfterBreak(s: JudgedSituation): Level {
  if (winterTooNear(s)) return 'ruled-out'
  if (!queensToBeHad(s, freedOn(s))) return 'care'
  return (bestRound(s)?.level ?? 'fits') === 'fits' ? 'fits' : 'care'
}
