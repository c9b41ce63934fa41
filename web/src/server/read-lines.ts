import { withRests } from '@thistle/core/turns'
import { RESTS } from '../frame/breath.ts'

function* parsed<T>(text: string): Generator<void, T[], void> {
  // One that broke off at the end of a line is no shorter list.
  if (!text.endsWith('\n]')) throw new SyntaxError('a list that was cut off')
  const rows: T[] = []
  // Line by line without a list of them: the whole may be megabytes.
  for (let at = 1; at < text.length - 1;) {
    const end = text.indexOf('\n', at)
    const line = text.slice(at, end < 0 ? text.length : end).trim()
    at = end < 0 ? text.length : end + 1
    if (line === '' || line === ']') continue
    rows.push(JSON.parse(line.endsWith(',') ? line.slice(0, -1) : line) as T)
    yield
  }
  return rows
}

/** A JSON array as it comes, with its rows on lines of their own: the page goes on answering while it is read. Another array is read at once. */
export const readLines = async <T>(text: string): Promise<readonly T[]> =>
  text.startsWith('[\n') ? withRests(parsed<T>(text), RESTS) : (JSON.parse(text) as T[])
