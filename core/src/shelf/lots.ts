import type { GivenDose, LotRecord, YardRecord } from '../holding/index.ts'
import type { Stock, TreatmentKey } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import { treatmentOf } from '../treatments/index.ts'

/** A lot as it stands on a day: what doses have drawn from it is taken off. */
export interface LotState {
  readonly lot: LotRecord
  /** Units that are left; null where they were never counted. */
  readonly left: number | null
  /** Units drawn from it since it was counted: by doses, and by what was mixed from it. */
  readonly taken: number
  /** Past its date on the day. */
  readonly expired: boolean
  /** Open longer than an opened pack keeps, days over; null where it is not, or where nothing is known of that. */
  readonly openOver: number | null
  /** In use: not gone, and something left of it as far as is known. */
  readonly there: boolean
}
export interface Shelf {
  readonly lots: readonly LotState[]
  /** By treatment, units that doses took and no lot had: what is counted on the shelf cannot be right. */
  readonly over: Readonly<Partial<Record<TreatmentKey, number>>>
}

/** The first to expire first; what is open before what is shut. */
function inTurn(a: LotRecord, b: LotRecord): number {
  return (
    (a.expires ?? '9999').localeCompare(b.expires ?? '9999') || (a.openedOn ?? '9999').localeCompare(b.openedOn ?? '9999') || a.id.localeCompare(b.id)
  )
}
/** Whether a dose of a day may come out of a lot. */
const serves = (lot: LotRecord, on: Day): boolean =>
  lot.countedOn <= on && (lot.goneOn === null || lot.goneOn >= on) && (lot.expires === null || lot.expires >= on)

/**
 * What is left of each lot on a day: doses, in the order of their days, are drawn from the lots that were counted by then, the first to
 * expire first; what was mixed is taken from what it was made of. The order in which doses are told does not matter.
 */
export function shelfOf(lots: readonly LotRecord[], doses: readonly GivenDose[], today: Day): Shelf {
  const left = new Map(lots.map((l) => [l.id, l.units]))
  const taken = new Map<string, number>()
  const draw = (id: string, amount: number): number => {
    const has = left.get(id)
    const some = has === null || has === undefined ? amount : Math.min(has, amount)
    if (has !== null && has !== undefined) left.set(id, has - some)
    taken.set(id, (taken.get(id) ?? 0) + some)
    return some
  }
  const over: Partial<Record<TreatmentKey, number>> = {}
  const add = (key: TreatmentKey, rest: number) => {
    if (rest > 1e-9) over[key] = (over[key] ?? 0) + rest
  }
  for (const made of lots.toSorted((a, b) => a.countedOn.localeCompare(b.countedOn) || a.id.localeCompare(b.id))) {
    const from = made.madeFrom === null ? undefined : lots.find((l) => l.id === made.madeFrom)
    if (from && made.madeOf !== null && from.countedOn <= made.countedOn) add(from.treatment, made.madeOf - draw(from.id, made.madeOf))
  }
  for (const dose of doses.toSorted((a, b) => a.on.localeCompare(b.on) || a.id.localeCompare(b.id))) {
    const own = lots.filter((l) => l.treatment === dose.treatment)
    // What is not counted at all is not drawn from; a dose of before the shelf was counted is in what was counted.
    if (!own.some((l) => l.countedOn <= dose.on)) continue
    let rest = dose.amount
    for (const lot of own.filter((l) => serves(l, dose.on)).toSorted(inTurn)) if (rest > 0) rest -= draw(lot.id, rest)
    add(dose.treatment, rest)
  }
  return { lots: lots.toSorted(inTurn).map((lot) => stateOf(lot, left.get(lot.id) ?? null, taken.get(lot.id) ?? 0, today)), over }
}

function stateOf(lot: LotRecord, left: number | null, taken: number, today: Day): LotState {
  const keeps = treatmentOf(lot.treatment)?.openedKeepsDays ?? null
  const open = lot.openedOn === null || keeps === null || lot.mix !== null ? null : daysBetween(lot.openedOn, today) - keeps
  return {
    lot,
    left: left === null ? null : Math.round(left * 1000) / 1000,
    taken,
    expired: lot.expires !== null && lot.expires < today,
    openOver: open !== null && open > 0 ? open : null,
    there: lot.goneOn === null && left !== 0,
  }
}

/** What is there of a treatment, in the order in which it is used: in date first. */
export const lotsOf = (shelf: Shelf, key: TreatmentKey): readonly LotState[] =>
  shelf.lots.filter((l) => l.there && l.lot.treatment === key).toSorted((a, b) => Number(a.expired) - Number(b.expired) || inTurn(a.lot, b.lot))

/**
 * The shelf as matching, choosing and the register read it: of each treatment of which a lot is kept, the units that are in date, and what
 * the pack says that is used next. Where all of it has expired, that one, so that it is said.
 */
export function stockOf(shelf: Shelf): Readonly<Partial<Record<TreatmentKey, Stock>>> {
  const keys = [...new Set(shelf.lots.filter((l) => l.lot.goneOn === null || l.left === 0).map((l) => l.lot.treatment))]
  return Object.fromEntries(
    keys.map((key) => {
      const there = lotsOf(shelf, key)
      const usable = there.filter((l) => !l.expired)
      const [next] = there
      const units = usable.some((l) => l.left === null) ? null : usable.reduce((sum, l) => sum + (l.left ?? 0), 0)
      const { label = null, batch = null, expires = null, openedOn = null, bought = null, vet = null } = next?.lot ?? {}
      const packs = there.map((l) => ({ units: l.left, expires: l.lot.expires, openedOn: l.lot.openedOn }))
      return [key, { units, expires, openedOn, label, batch, bought, vet, ...(packs.length > 1 ? { lots: packs } : {}) }]
    }),
  )
}

/** Doses as the server told them, with those that were ticked or taken back since: what the yards know of their courses now. */
export function dosesNow(told: readonly GivenDose[], yards: readonly YardRecord[]): readonly GivenDose[] {
  const known = new Set(told.map((d) => d.id))
  const gone = new Set<string>()
  const fresh: GivenDose[] = []
  for (const { colonies } of yards)
    for (const { courses } of colonies)
      for (const { treatment, events } of courses) {
        for (const e of events) if (e.supersedes !== null) gone.add(e.supersedes)
        for (const e of events)
          if ((e.kind === 'done' || e.kind === 'part') && e.job === 'dose' && (e.amount ?? 0) > 0 && !known.has(e.id))
            fresh.push({ id: e.id, treatment, on: e.happenedOn, amount: e.amount ?? 0 })
      }
  return [...told, ...fresh].filter((d) => !gone.has(d.id))
}

/** A lot as it is to be written once so many units are counted of it today: doses that are ticked for today are out of it already. */
export function countedAgain(
  lots: readonly LotRecord[],
  doses: readonly GivenDose[],
  lotId: string,
  left: number,
  today: Day,
): { readonly units: number; readonly countedOn: Day } {
  const full = lots.map((l) => (l.id === lotId ? { ...l, units: Number.MAX_SAFE_INTEGER, countedOn: today } : l))
  const taken = shelfOf(full, doses, today).lots.find((l) => l.lot.id === lotId)?.taken ?? 0
  return { units: left + taken, countedOn: today }
}
