import { speaker, type Said } from '../speaker.ts'

const LEVEL_WORDS = { fits: 'Fits', care: 'Fits with care', wait: 'Has to wait', 'ruled-out': 'Ruled out' } as const
type LevelWord = keyof typeof LEVEL_WORDS
export const sayLevel = (level: LevelWord): string => LEVEL_WORDS[level]

/** What would change an answer, as all gates say it. */
export const FLIPS = speaker('flip', {
  /** "Fits with the entrance at full width." */
  turns: (v: { level: LevelWord; way: Said }) => `${sayLevel(v.level)} ${v.way.text}.`,
  otherwise: (v: { level: LevelWord; way: string }) => `${sayLevel(v.level)} ${v.way}.`,
  /** No gate speaks of it: what is presumed stands alone. */
  presumedAlone: () => '',
  nothing: () => 'Nothing in this gate would change it.',
})
