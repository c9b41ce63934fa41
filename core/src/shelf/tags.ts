/** Letters and figures that nobody takes for one another when they are read off a hive (Crockford's, without I, L, O, U). */
const LETTERS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ'
/** How often a letter is drawn from the hash: six letters, a thousand million codes. */
const LENGTH = 6

/** FNV-1a over a text, 32 bits (Fowler, Noll, Vo). */
function hash(text: string, seed: number): number {
  let h = seed
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193)
  return h >>> 0
}

/** The short code of a colony, for its tag: the same for as long as the colony is. Six letters; two of a holding are alike once in thousands of holdings. */
export function tagOf(colonyId: string): string {
  const [a, b] = [hash(colonyId, 0x811c9dc5), hash(colonyId, 0x050c5d1f)]
  return Array.from({ length: LENGTH }, (_, i) => LETTERS[(i < 3 ? a >>> (i * 5) : b >>> ((i - 3) * 5)) & 31]).join('')
}
/** A code as it was typed or scanned, an address or the code alone, as it is kept: without what stands between, O as 0, I and L as 1. */
export const readTag = (typed: string): string =>
  (typed.match(/tag\/([^/?#]+)/)?.[1] ?? typed)
    .toUpperCase()
    .replaceAll(/[^0-9A-Z]/g, '')
    .replaceAll('O', '0')
    .replaceAll(/[IL]/g, '1')
/** "7KM-Q2X": so that it is read in two. */
export const sayTag = (tag: string): string => `${tag.slice(0, 3)}-${tag.slice(3)}`
