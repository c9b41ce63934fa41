import { inDateStyle, type DateStyle } from '../time/index.ts'
import { inMass, inUnits, inVolume, type MassUnit, type TemperatureUnit, type VolumeUnit } from '../units/index.ts'

export const THEMES = ['as-device', 'light', 'dark'] as const

/** How a keeper reads: their own, whatever holding they are in. */
export interface Preferences {
  readonly temperature: TemperatureUnit
  readonly mass: MassUnit
  readonly volume: VolumeUnit
  readonly dates: DateStyle
  readonly theme: (typeof THEMES)[number]
  /** Single letters as keys; off for those who speak to the machine. */
  readonly letters: boolean
  /** The hour, in the yard's time, at which the letter of the day goes out; null: none. */
  readonly letterHour: number | null
  /** The hour at which a calendar's event rings; null: it does not. */
  readonly alarmHour: number | null
}
/** What holds until a keeper says otherwise. */
export const USUAL_PREFERENCES: Preferences = {
  temperature: 'C',
  mass: 'g',
  volume: 'mL',
  dates: 'day-month',
  theme: 'as-device',
  letters: true,
  letterHour: null,
  alarmHour: 7,
}

/** A sentence of the core in a keeper's own units and way of writing days. */
export const sayAs = ({ temperature, mass, volume, dates }: Preferences, text: string): string =>
  inDateStyle(inVolume(inMass(inUnits(text, temperature), mass), volume), dates)
