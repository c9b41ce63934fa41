/** Towns to find a place by its name: those of the world with some thousands of people, from the package's table. */

export interface Town {
  readonly name: string
  readonly region: string | null
  readonly country: string
  readonly latitude: number
  readonly longitude: number
}
interface Known {
  readonly town: Town
  readonly folded: string
  readonly people: number
}

/** Small letters without their marks: what is typed finds "Zürich" by "zurich". */
const fold = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().trim()

let table: Promise<readonly Known[]> | null = null
/** Read when it is first asked for: two megabytes that most processes never need. The largest first. */
async function readTable(): Promise<readonly Known[]> {
  const { cityMapping } = (await import('city-timezones')).default
  const two = (figure: number) => Math.round(figure * 100) / 100
  return cityMapping
    .map((c) => ({
      town: { name: c.city, region: c.province || null, country: c.country, latitude: two(c.lat), longitude: two(c.lng) },
      folded: fold(c.city),
      people: c.pop,
    }))
    .toSorted((a, b) => b.people - a.people)
}

/** So many are told: a list to choose from, not to read. */
const MOST = 8
/** Towns whose name begins with what was typed, the largest first; then those with a later word that does. */
export async function townsLike(typed: string): Promise<Town[]> {
  const known = await (table ??= readTable())
  const wanted = fold(typed)
  if (wanted === '') return []
  const first = known.filter((k) => k.folded.startsWith(wanted))
  const later = first.length < MOST ? known.filter((k) => !k.folded.startsWith(wanted) && k.folded.includes(` ${wanted}`)) : []
  return [...first, ...later].slice(0, MOST).map((k) => k.town)
}
