/** Keys in one order all the way down, so that equal contents are equal texts. */
function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered)
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(
    Object.entries(value)
      .toSorted(([a], [b]) => a.localeCompare(b))
      .map(([k, v]) => [k, ordered(v)]),
  )
}

/** True where two values say the same once written down, whatever the order of their keys. */
export const sameContents = (one: unknown, other: unknown): boolean => JSON.stringify(ordered(one ?? null)) === JSON.stringify(ordered(other ?? null))
