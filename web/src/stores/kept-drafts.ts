/** What is typed and not kept yet, on this device: a phone that closes the page in the yard must not cost a count. */
const KEY = 'thistle-count-drafts'
/** Days after which a draft nobody came back to is let go. */
const MOST_DAYS = 14
const DAY = 86_400_000

interface Kept {
  readonly holdingId: string
  readonly at: number
  readonly drafts: readonly (readonly [string, unknown])[]
}

/** The drafts of a holding as they were left; none where there are none, or they are another's, or too old. */
export function readDrafts<T>(holdingId: string): [string, T][] {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Kept | null
    if (kept?.holdingId !== holdingId || Date.now() - kept.at > MOST_DAYS * DAY) return []
    return kept.drafts as [string, T][]
  } catch {
    return []
  }
}
export function writeDrafts(holdingId: string, drafts: readonly (readonly [string, unknown])[]): void {
  try {
    if (drafts.length === 0) localStorage.removeItem(KEY)
    else localStorage.setItem(KEY, JSON.stringify({ holdingId, at: Date.now(), drafts }))
  } catch {
    // No room, or none allowed: the drafts stay in the page.
  }
}
export const forgetDrafts = (): void => localStorage.removeItem(KEY)
