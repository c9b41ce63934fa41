/** Every key, once: what binds them and what the sheet lists are the same table. */
import { ASIDE, PLACES } from './places.ts'

export interface Press {
  readonly key: string
  readonly control?: true
  readonly shift?: true
  /** Pressed after a g. */
  readonly afterG?: true
}
export interface Binding {
  readonly id: string
  readonly group: 'Everywhere' | 'Places' | 'The chosen day' | 'The tally' | 'A round' | 'A picture'
  readonly says: string
  readonly presses: readonly Press[]
}

export const BINDINGS: readonly Binding[] = [
  { id: 'go', group: 'Everywhere', says: 'Go anywhere: a place, a yard, a colony', presses: [{ key: 'k', control: true }, { key: '/' }] },
  { id: 'sheet', group: 'Everywhere', says: 'This sheet', presses: [{ key: '?' }] },
  { id: 'close', group: 'Everywhere', says: 'Close what lies on top', presses: [{ key: 'Escape' }] },
  ...[...PLACES, ...ASIDE].map((p): Binding => ({
    id: `to ${p.path}`,
    group: 'Places',
    says: `${p.name}: ${p.says}`,
    presses: [{ key: p.letter, afterG: true }],
  })),
  { id: 'day -1', group: 'The chosen day', says: 'A day back', presses: [{ key: 'ArrowLeft' }] },
  { id: 'day 1', group: 'The chosen day', says: 'A day on', presses: [{ key: 'ArrowRight' }] },
  { id: 'day -7', group: 'The chosen day', says: 'A week back', presses: [{ key: 'ArrowLeft', shift: true }] },
  { id: 'day 7', group: 'The chosen day', says: 'A week on', presses: [{ key: 'ArrowRight', shift: true }] },
  { id: 'day 0', group: 'The chosen day', says: 'Back to today', presses: [{ key: 'Home' }] },
  { id: 'mite 1', group: 'The tally', says: 'One mite more', presses: [{ key: ' ' }] },
  { id: 'mite -1', group: 'The tally', says: 'One mite less', presses: [{ key: 'Backspace' }] },
  { id: 'keep', group: 'The tally', says: 'Keep the count, on to the next colony', presses: [{ key: 'Enter' }] },
  { id: 'move -1', group: 'A round', says: 'Try a day earlier', presses: [{ key: 'ArrowLeft' }] },
  { id: 'move 1', group: 'A round', says: 'Try a day later', presses: [{ key: 'ArrowRight' }] },
  { id: 'move -7', group: 'A round', says: 'Try a week earlier', presses: [{ key: 'ArrowLeft', shift: true }] },
  { id: 'move 7', group: 'A round', says: 'Try a week later', presses: [{ key: 'ArrowRight', shift: true }] },
  { id: 'set', group: 'A round', says: 'Set it for the day tried; open it where none is', presses: [{ key: 'Enter' }] },
  { id: 'leave', group: 'A round', says: 'Leave it where it is', presses: [{ key: 'Escape' }] },
  { id: 'cross -1 0', group: 'A picture', says: 'The cross to the left', presses: [{ key: 'ArrowLeft' }] },
  { id: 'cross 1 0', group: 'A picture', says: 'The cross to the right', presses: [{ key: 'ArrowRight' }] },
  { id: 'cross 0 -1', group: 'A picture', says: 'The cross up', presses: [{ key: 'ArrowUp' }] },
  { id: 'cross 0 1', group: 'A picture', says: 'The cross down', presses: [{ key: 'ArrowDown' }] },
  { id: 'cross -8 0', group: 'A picture', says: 'Farther to the left', presses: [{ key: 'ArrowLeft', shift: true }] },
  { id: 'cross 8 0', group: 'A picture', says: 'Farther to the right', presses: [{ key: 'ArrowRight', shift: true }] },
  { id: 'cross 0 -8', group: 'A picture', says: 'Farther up', presses: [{ key: 'ArrowUp', shift: true }] },
  { id: 'cross 0 8', group: 'A picture', says: 'Farther down', presses: [{ key: 'ArrowDown', shift: true }] },
  { id: 'mark', group: 'A picture', says: 'Mark under the cross, or take the mark off', presses: [{ key: ' ' }, { key: 'Enter' }] },
  { id: 'nearer', group: 'A picture', says: 'Nearer', presses: [{ key: '+' }, { key: '=' }] },
  { id: 'farther', group: 'A picture', says: 'Farther away', presses: [{ key: '-' }] },
  { id: 'whole', group: 'A picture', says: 'The whole picture', presses: [{ key: '0' }] },
  { id: 'undo', group: 'A picture', says: 'Take the last mark back', presses: [{ key: 'Backspace' }, { key: 'z', control: true }] },
]

const fits = (press: Press, event: KeyboardEvent, afterG: boolean): boolean =>
  press.key === (press.control || press.afterG ? event.key.toLowerCase() : event.key) &&
  Boolean(press.control) === (event.ctrlKey || event.metaKey) &&
  (press.key.length === 1 || Boolean(press.shift) === event.shiftKey) &&
  Boolean(press.afterG) === afterG &&
  !event.altKey

/** The binding of a group that a key press is, or null. */
export function bindingOf(event: KeyboardEvent, groups: readonly Binding['group'][], afterG = false): Binding | null {
  return BINDINGS.find((b) => groups.includes(b.group) && b.presses.some((p) => fits(p, event, afterG))) ?? null
}

const NAMES: Record<string, string> = { ' ': 'Space', ArrowLeft: '←', ArrowRight: '→', ArrowUp: '↑', ArrowDown: '↓', Escape: 'Esc' }
/** A press as the sheet shows it. */
export const sayPress = (p: Press): string[] => [
  ...(p.control ? ['Ctrl'] : []),
  ...(p.afterG ? ['g'] : []),
  ...(p.shift ? ['Shift'] : []),
  NAMES[p.key] ?? (p.control ? p.key.toUpperCase() : p.key),
]

/** True for a single character with nothing held: those can be switched off, and never fire in a field (WCAG 2.1.4). */
export const isLetter = (event: KeyboardEvent): boolean => event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey

/** True where the key belongs to what has the focus. */
export function isTaken(event: KeyboardEvent): boolean {
  const target = event.target instanceof Element ? event.target : null
  const own =
    'input, textarea, select, summary, [contenteditable], [role=radio], [role=slider], [role=group][tabindex], [role=dialog], [role=listbox]'
  return target?.closest(own) !== null && target !== null
}
