import type { TreatmentKey } from '../situation/index.ts'
import type { Treatment } from './treatment.ts'
import { amitrazStrip } from './list/amitraz-strip.ts'
import { formicStrip14 } from './list/formic-strip-14.ts'
import { oxalicVapour } from './list/oxalic-vapour.ts'
import { waitAndRecount } from './list/wait-and-recount.ts'

/** The treatments that are built. */
export const TREATMENTS: readonly Treatment[] = [formicStrip14, amitrazStrip, oxalicVapour, waitAndRecount]

const byKey = new Map(TREATMENTS.map((t) => [t.key, t]))
/** A built treatment by its key; null for one that may be named but is not answered yet. */
export const treatmentOf = (key: TreatmentKey | string): Treatment | null => byKey.get(key as TreatmentKey) ?? null

/** The active and form without its length: "Formic acid strip" of "Formic acid strip, 14 days". */
export const shortName = (treatment: Treatment): string => treatment.name.replace(/, .*$/, '')
