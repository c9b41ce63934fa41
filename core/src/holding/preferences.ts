import { USUAL_READER, type Reader } from '../words/index.ts'

export const THEMES = ['as-device', 'light', 'dark'] as const

/** How a keeper reads: their own, whatever holding they are in. */
export interface Preferences extends Reader {
  readonly theme: (typeof THEMES)[number]
  /** Single letters as keys; off for those who speak to the machine. */
  readonly letters: boolean
  /** The hour, in the yard's time, at which the letter of the day goes out; null: none. */
  readonly letterHour: number | null
  /** The hour at which a calendar's event rings; null: it does not. */
  readonly alarmHour: number | null
  /** What a model says of the weeks ahead is shown; off for those who want counts and limits alone. */
  readonly outlook: boolean
  /** The first steps stand on Today until they are done, or put away. */
  readonly firstSteps: boolean
}
/** What holds until a keeper says otherwise. */
export const USUAL_PREFERENCES: Preferences = {
  ...USUAL_READER,
  theme: 'as-device',
  letters: true,
  letterHour: null,
  alarmHour: 7,
  outlook: true,
  firstSteps: true,
}
