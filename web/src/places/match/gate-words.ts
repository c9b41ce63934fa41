import { GATE_KEYS, type GateKey } from '@thistle/core/match'

/** What a gate is called over its column, and what it asks. The compiler wants one for every gate. */
const WORDS: Readonly<Record<GateKey, readonly [name: string, asks: string]>> = {
  need: ['Count', 'Does the count call for it?'],
  temperature: ['Heat', 'Highs on the days that matter'],
  brood: ['Brood', 'Does it reach the mites?'],
  supers: ['Supers', 'On now, or soon to go on?'],
  hive: ['Hive', 'Strength, queen, how it stands'],
  time: ['Time', 'Before the hive is closed'],
  rotation: ['Rotate', 'What was given before'],
  kit: ['Gear', 'Gear and shelf'],
  rules: ['Allowed', 'Your own list and preferences'],
}
/** The gates as column heads, in the order in which they are asked. */
export const GATE_WORDS = GATE_KEYS.map((key) => [key, ...WORDS[key]] as const)
