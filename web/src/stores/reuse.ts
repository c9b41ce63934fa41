type Plain = Readonly<Record<string, unknown>>
const isPlain = (value: unknown): value is Plain => value !== null && typeof value === 'object'

/** The element of a list that one read anew stands for: the one of its id, else the one in its place. */
function counterpart(before: readonly unknown[], index: number, next: unknown, byId: () => ReadonlyMap<unknown, unknown>): unknown {
  const there = before[index]
  const id = isPlain(next) ? next.id : undefined
  if (id === undefined || (isPlain(there) && there.id === id)) return there
  return byId().get(id)
}

function list(before: readonly unknown[], next: readonly unknown[]): readonly unknown[] {
  let ids: ReadonlyMap<unknown, unknown> | null = null
  const byId = () => (ids ??= new Map(before.map((it) => [isPlain(it) ? it.id : undefined, it])))
  const made = next.map((it, i) => reused(counterpart(before, i, it, byId), it))
  return made.length === before.length && made.every((it, i) => it === before[i]) ? before : made
}

/**
 * What was read anew, in the very objects that stand already wherever nothing in them is another; rows of a list are known by their id.
 * What was worked out by an object stands for as long as the object does. Plain values as JSON has them.
 */
export function reused<T>(before: unknown, next: T): T {
  if (before === next || !isPlain(before) || !isPlain(next) || Array.isArray(before) !== Array.isArray(next)) return next
  if (Array.isArray(next)) return list(before as unknown as readonly unknown[], next) as T
  const keys = Object.keys(next)
  let same = keys.length === Object.keys(before).length
  const made: Record<string, unknown> = {}
  for (const key of keys) {
    const value = reused(before[key], next[key])
    made[key] = value
    if (value !== before[key] || !(key in before)) same = false
  }
  return (same ? before : made) as T
}
