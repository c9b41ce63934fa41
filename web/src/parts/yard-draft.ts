import type { YardRecord } from '@thistle/core/holding'
import type { MonthNormal } from '@thistle/core/situation'

/** A yard as it is being written. */
export interface YardDraft {
  name: string
  latitude: number | null
  longitude: number | null
  hemisphere: 'north' | 'south' | null
  timeZone: string
  /** A guess until somebody types over it. */
  normals: { month: number; high: number | null; low: number | null; guess?: boolean }[]
}

export const newYard = (): YardDraft => ({
  name: '',
  latitude: null,
  longitude: null,
  hemisphere: 'north',
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  normals: [],
})
export const draftOf = ({ name, latitude, longitude, hemisphere, timeZone, normals }: YardRecord): YardDraft => ({
  name,
  latitude,
  longitude,
  hemisphere,
  timeZone,
  normals: normals.map((n) => ({ ...n })),
})

/** What is sent of it: months that are typed in full; the others are not known. */
export function bodyOf(draft: YardDraft) {
  const normals: MonthNormal[] = draft.normals.flatMap(({ month, high, low, guess }) =>
    high === null || low === null ? [] : [{ month, high, low, ...(guess ? { guess } : {}) }],
  )
  return { ...draft, hemisphere: draft.hemisphere ?? 'north', normals }
}

/** A kept yard as it is sent again, whole, to change one thing of it. */
export function wholeOf(yard: YardRecord) {
  const { place, version, phase, lastOpening, supersOffOn, supersNextOn } = yard
  return { ...bodyOf(draftOf(yard)), place, version, phase, lastOpening, supersOffOn, supersNextOn }
}
