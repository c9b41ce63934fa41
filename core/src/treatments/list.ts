import type { OwnKey, OwnSheet, TreatmentKey } from '../situation/index.ts'
import type { Treatment } from './treatment.ts'
import { amitrazStrip } from './list/amitraz-strip.ts'
import { broodBreak } from './list/brood-break.ts'
import { droneRemoval } from './list/drone-removal.ts'
import { flumethrinStrip } from './list/flumethrin-strip.ts'
import { fluvalinateStrip } from './list/fluvalinate-strip.ts'
import { formicLiquid } from './list/formic-liquid.ts'
import { formicStrip10x2 } from './list/formic-strip-10x2.ts'
import { formicStrip14 } from './list/formic-strip-14.ts'
import { formicStrip7 } from './list/formic-strip-7.ts'
import { hopStrip } from './list/hop-strip.ts'
import { oxalicDribble } from './list/oxalic-dribble.ts'
import { oxalicStrip } from './list/oxalic-strip.ts'
import { oxalicVapour } from './list/oxalic-vapour.ts'
import { thymolBlendWafer } from './list/thymol-blend-wafer.ts'
import { thymolGel } from './list/thymol-gel.ts'
import { thymolWafer } from './list/thymol-wafer.ts'
import { waitAndRecount } from './list/wait-and-recount.ts'

/** Every treatment, in the order in which equals are shown. */
export const TREATMENTS: readonly Treatment[] = [
  formicStrip14,
  formicStrip7,
  formicStrip10x2,
  formicLiquid,
  amitrazStrip,
  thymolGel,
  thymolWafer,
  thymolBlendWafer,
  oxalicVapour,
  oxalicDribble,
  oxalicStrip,
  hopStrip,
  fluvalinateStrip,
  flumethrinStrip,
  broodBreak,
  droneRemoval,
  waitAndRecount,
]

const byKey = new Map(TREATMENTS.map((t) => [t.key as string, t]))
/** A sheet of a keeper's own, with what was made of it. */
interface Known {
  readonly sheet: OwnSheet
  readonly treatment: Treatment
}
const own = new Map<string, Known>()
export const bySheet = (key: OwnKey): Known | null => own.get(key) ?? null
export const knowBySheet = (key: OwnKey, known: Known): void => void own.set(key, known)
/** A treatment by its key, of the list or by a sheet that is known; null for a word that names none. */
export const treatmentOf = (key: TreatmentKey | string): Treatment | null => byKey.get(key) ?? own.get(key)?.treatment ?? null

/** The active and form without its length: "Formic acid strip" of "Formic acid strip, 14 days". */
export const shortName = (treatment: Treatment): string => treatment.shortName ?? treatment.name
