/** What is typed for each colony and not kept yet: it stays, whatever is looked at in between. */
import { defineStore } from 'pinia'
import { markRaw, reactive, ref, watch } from 'vue'
import {
  spreadOf,
  shareOf,
  squaresOf,
  SUGAR_RECOVERY,
  type CountEntry,
  type CountFlag,
  type Cup,
  type Fluid,
  type Measured,
  beesIn,
} from '@thistle/core/count'
import { flagsOf, type ColonyState, type CountRecord, type MarkedPhoto, type SettingsRecord } from '@thistle/core/holding'
import type { CountFact, Method } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import { newId, useHolding } from '../../stores/holding.ts'
import { readDrafts, writeDrafts } from '../../stores/kept-drafts.ts'

export interface DraftJar {
  /** Mites of each shake; null where none is counted yet. */
  shakes: (number | null)[]
  by: 'number' | Measured['by']
  /** Bees, level cups or mL, as `by` says; cells for drone brood. */
  amount: number | null
}
export interface Draft {
  id: string
  /** The version of a kept count that is being changed; null for a new one. */
  version: number | null
  method: Method
  fluid: Fluid
  onDay: Day | null
  /** The day it was begun on; a device that kept an older draft does not say. */
  begunOn?: Day
  jars: DraftJar[]
  days: number | null
  recovery: number | null
  flags: CountFlag[]
  queenSeen: boolean
  /** Seconds the sugar was left to work. */
  waited: number | null
  note: string
  photo: MarkedPhoto | null
}

export const usualAmount = (method: Method): number => (method === 'drone' ? 100 : 300)

/** Bees of a jar: counted, or out of its measure. */
export const beesOfJar = (jar: DraftJar, cup: Cup | null): number | null =>
  jar.amount === null ? null : jar.by === 'number' ? jar.amount : beesIn({ by: jar.by, amount: jar.amount }, cup)
export const mitesOfJar = (jar: DraftJar): number | null => {
  const seen = jar.shakes.filter((m) => m !== null)
  return seen.length === 0 ? null : seen.reduce((sum, m) => sum + m, 0)
}

/** Samples of a draft as they are sent and judged. */
export function samplesOf(draft: Draft, cup: Cup | null) {
  const board = draft.method === 'board'
  const jars = board ? draft.jars.slice(0, 1) : draft.jars
  return jars.map((jar) => {
    const measured = board || draft.method === 'drone' || jar.by === 'number' || jar.amount === null ? null : { by: jar.by, amount: jar.amount }
    const squares = board && draft.photo ? squaresOf(draft.photo.grid, draft.photo.marks) : null
    const shakes = !board && jar.shakes.length > 1 ? jar.shakes.map((m) => m ?? 0) : null
    return { mites: mitesOfJar(jar), bees: board ? null : beesOfJar(jar, cup), days: board ? draft.days : null, measured, squares, shakes }
  })
}
export const entryOf = (draft: Draft, cup: Cup | null): CountEntry => ({
  method: draft.method,
  onDay: draft.onDay,
  recovery: draft.method === 'sugar' ? draft.recovery : null,
  samples: samplesOf(draft, cup),
})
export const factsOf = (draft: Draft, cup: Cup | null, today: Day): CountFact[] =>
  samplesOf(draft, cup).map((s) => ({
    date: draft.onDay ?? today,
    method: draft.method,
    mites: s.mites ?? 0,
    bees: s.bees,
    days: s.days,
    recovery: draft.method === 'sugar' ? draft.recovery : null,
    representative: draft.flags.length > 0 ? false : null,
    ...(s.squares ? { share: shareOf(s.squares), spread: spreadOf(s.squares) } : {}),
  }))

/** The row that is sent. */
export const bodyOf = (draft: Draft, cup: Cup | null, colonyId: string, courseId: string | null) => ({
  colonyId,
  courseId,
  onDay: draft.onDay,
  method: draft.method,
  recovery: draft.method === 'sugar' ? draft.recovery : null,
  representative: draft.flags.length > 0 ? false : null,
  note: draft.note,
  samples: samplesOf(draft, cup),
  fluid: draft.method === 'wash' ? draft.fluid : null,
  flags: draft.flags,
  queenSeen: draft.method === 'wash' || draft.method === 'sugar' ? draft.queenSeen : null,
  waited: draft.method === 'sugar' ? draft.waited : null,
  photo: draft.photo,
})

/** True where anything was counted or written for it. */
export const isTyped = (draft: Draft): boolean =>
  draft.jars.some((jar) => jar.shakes.some((m) => m !== null)) || draft.note !== '' || draft.photo !== null

/** Everything in it that a hand sets; the days of a board follow from when it was laid. */
const asMade = (draft: Draft): string => JSON.stringify({ ...draft, days: null })

export const useDrafts = defineStore('count-drafts', () => {
  const drafts = reactive(new Map<string, Draft>())
  /** Photographs that were sent from here: they need not be fetched to be looked at again. */
  const photos = new Map<string, Blob>()
  /** The method and its ways as last chosen: the next colony in the row begins with them. */
  const last = ref<
    Pick<Draft, 'method' | 'fluid'> & {
      by: DraftJar['by']
      amount: number | null
      /** A hand chose it: it goes before what the season would have. */ chosen: boolean
    }
  >({
    method: 'wash',
    fluid: 'alcohol',
    by: 'number',
    amount: 300,
    chosen: false,
  })

  const holding = useHolding()
  /** What each was filled from, its day and the board that lay, and as what it was made. */
  const begun = new Map<string, { readonly from: string; readonly as: string }>()
  let restored = false
  /** What was typed before the page was closed comes back once. */
  function restore(): void {
    const id = holding.me?.holding.id
    if (restored || !id) return
    restored = true
    for (const [colonyId, draft] of readDrafts<Draft>(id)) if (!drafts.has(colonyId)) drafts.set(colonyId, draft)
  }
  watch(drafts, () => {
    const id = holding.me?.holding.id
    if (id)
      writeDrafts(
        id,
        [...drafts].filter(([, draft]) => isTyped(draft)),
      )
  })

  const fromOf = (state: ColonyState, today: Day): string => `${today} ${state.colony.board?.id ?? ''}`
  function of(state: ColonyState, today: Day, settings: SettingsRecord | null): Draft {
    restore()
    const known = drafts.get(state.colony.id)
    // A day later, or with another board under the colony, one in which nobody has done anything is begun anew.
    const from = fromOf(state, today)
    const made = known && begun.get(known.id)
    if (known && (!made || made.from === from || made.as !== asMade(known))) return known
    // A cluster is not opened for a jar: in the winter rest the board is the count.
    return start(state, today, settings, state.colony.board || (state.judgement.shut && !last.value.chosen) ? 'board' : last.value.method)
  }
  /** A draft of a colony in a way of counting, with nothing in it. */
  function start(state: ColonyState, today: Day, settings: SettingsRecord | null, method: Method): Draft {
    const amount = method === last.value.method ? last.value.amount : usualAmount(method)
    const id = newId()
    drafts.set(state.colony.id, {
      id,
      version: null,
      method,
      fluid: last.value.fluid,
      onDay: today,
      begunOn: today,
      jars: [{ shakes: [null], by: method === 'drone' ? 'number' : last.value.by, amount }],
      days: null,
      recovery: settings?.sugarRecovery ?? SUGAR_RECOVERY.usual,
      flags: flagsOf(state, method),
      queenSeen: false,
      waited: null,
      note: '',
      photo: null,
    })
    const draft = drafts.get(state.colony.id) as Draft
    begun.set(id, { from: fromOf(state, today), as: asMade(draft) })
    return draft
  }
  /** The way of counting was chosen before the bench was opened; what is typed already stays. */
  function begin(state: ColonyState, method: Method): void {
    last.value = {
      ...last.value,
      chosen: true,
      method,
      ...(method === last.value.method ? {} : { by: 'number' as const, amount: usualAmount(method) }),
    }
    const known = drafts.get(state.colony.id)
    if (!known || !isTyped(known)) start(state, holding.today, holding.settings, method)
  }
  /** Takes a kept count up again, to be put right. What was typed for its colony gives way. */
  function takeUp(colonyId: string, count: CountRecord): void {
    const [first] = count.samples
    if (!first) return
    drafts.set(colonyId, {
      id: count.id,
      version: count.version,
      method: count.method,
      fluid: count.fluid ?? last.value.fluid,
      onDay: count.onDay,
      begunOn: count.onDay,
      jars: count.samples.map((s) => ({
        shakes: s.shakes ? [...s.shakes] : [s.mites],
        by: s.measured?.by ?? 'number',
        amount: s.measured?.amount ?? s.bees ?? usualAmount(count.method),
      })),
      days: first.days,
      recovery: count.recovery,
      flags: [...(count.flags ?? []), ...(count.representative === false && (count.flags ?? []).length === 0 ? (['other'] as const) : [])],
      queenSeen: count.queenSeen ?? false,
      waited: count.waited ?? null,
      note: count.note ?? '',
      photo: count.photo ?? null,
    })
  }
  function remember(draft: Draft): void {
    const jar = draft.jars[0]
    last.value = { chosen: true, method: draft.method, fluid: draft.fluid, by: jar?.by ?? 'number', amount: jar?.amount ?? usualAmount(draft.method) }
  }
  function drop(colonyId: string): void {
    drafts.delete(colonyId)
  }
  return { drafts, photos: markRaw(photos), last, of, begin, takeUp, remember, drop }
})
