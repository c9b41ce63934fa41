import type { Move } from '@thistle/core/rounds'

const SAID = { open: 'open', care: 'possible, with care', ask: 'outside a window', no: 'not possible' } as const
/** How a day stands for a round, in words for the eye and the ear. */
export const sayMove = (move: Move): string => `${SAID[move.level]}${move.why ? `: ${move.why}` : ''}`
