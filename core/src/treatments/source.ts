import type { Day } from '../time/index.ts'
import { aDay } from '../words/index.ts'

/** How sure a fact is; `practice` is common practice, which no label or paper stands behind; `own` is what a keeper read from a label. */
export type Confidence = 'high' | 'medium' | 'low' | 'practice' | 'own'

/** Where a fact comes from, how sure it is, and when somebody last held it against the fact sheet. */
export interface Source {
  readonly text: string
  readonly confidence: Confidence
  readonly lookedAt: Day
}

/** The day on which the treatments were last read against the fact sheet, line by line. */
const LOOKED_AT: Day = '2026-11-25'

const from = (text: string, confidence: Confidence): Source => ({ text, confidence, lookedAt: LOOKED_AT })
/** Typical of labels: the one in hand decides. */
export const labels = (confidence: Exclude<Confidence, 'practice' | 'own'>, which = 'labels'): Source => from(`${which}, from memory`, confidence)
/** A published paper or guideline. */
export const paper = (text: string, confidence: Exclude<Confidence, 'practice' | 'own'>): Source => from(`${text}, from memory`, confidence)
/** Common practice. */
export const PRACTICE: Source = from('common practice, no source', 'practice')

/** A sheet that the keeper made after the label in hand. */
export const ownSheet = (readOn: Day): Source => ({
  text: `your own sheet, after a label read on ${aDay(readOn, '1970-01-01')}`,
  confidence: 'own',
  lookedAt: readOn,
})

const SAID: Record<Confidence, string> = {
  high: 'well established; the label in hand decides',
  medium: 'fairly sure; the label in hand decides',
  low: 'not sure: read the label',
  practice: '',
  own: 'the label in hand decides',
}
// A search over weeks asks for the same few hundred again and again.
const kept = new WeakMap<Source, string>()
/** "labels, from memory; fairly sure; the label in hand decides". */
export function saySource(source: Source): string {
  let said = kept.get(source)
  if (said === undefined) kept.set(source, (said = [source.text, SAID[source.confidence]].filter(Boolean).join('; ')))
  return said
}
export const sayConfidence = (confidence: Confidence): string => SAID[confidence] || 'common practice'
