/** Colonies typed or pasted as a list, in the order in which they stand. */
export interface ListedColony {
  readonly name: string
  readonly fault: string | null
}
const MOST_LETTERS = 40
export const MOST_COLONIES = 200

/** Takes off what lists begin their lines with: "1. ", "2) ", "- ", "* ". */
const bare = (line: string) => line.replace(/^\s*(?:\d{1,3}[.)]\s+|[-*•]\s+)/, '').trim()

/**
 * Reads names from text: one a line; or, where there is one line only, apart by commas, semicolons or tabs. Of a line pasted
 * from a table the first cell counts. Empty lines are left out; what cannot be kept says why.
 */
export function readColonies(text: string, there: readonly string[] = []): ListedColony[] {
  const lines = text.split(/\r?\n/).filter((l) => l.trim() !== '')
  const parts = lines.length === 1 ? (lines[0] ?? '').split(/[,;\t]/) : lines.map((l) => l.split('\t')[0] ?? '')
  const names = parts.map(bare).filter(Boolean)
  const seen = new Set(there.map((n) => n.toLowerCase()))
  return names.map((name, i) => {
    const key = name.toLowerCase()
    const twice = seen.has(key)
    seen.add(key)
    if (name.length > MOST_LETTERS) return { name, fault: `is longer than ${MOST_LETTERS} letters` }
    if (twice) return { name, fault: 'is there already: two colonies of one name are mixed up sooner or later' }
    if (i >= MOST_COLONIES) return { name, fault: `is one too many: ${MOST_COLONIES} at once is the most` }
    return { name, fault: null }
  })
}
