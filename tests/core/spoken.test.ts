/** A count that is said with gloves on. */
import { describe, expect, it } from 'vitest'
import { spokenCount } from '@thistle/core/count'

describe('a spoken count', () => {
  it.each([
    ['four', 4],
    ['Four.', 4],
    ['for', 4],
    ['none', 0],
    ['no mites', 0],
    ['twelve mites', 12],
    ['twenty-three', 23],
    ['ninety nine', 99],
    ['a hundred and five', 105],
    ['one hundred twenty', 120],
    ['3', 3],
    ['11 mites', 11],
    ['it is seven', 7],
  ])('is heard in "%s"', (said, count) => expect(spokenCount(said)).toBe(count))
  it.each(['', 'the queen is there', 'three four', '3 4', 'three or 4', 'twenty thirty', '12345'])('is not heard in "%s"', (said) =>
    expect(spokenCount(said)).toBeNull(),
  )
})
