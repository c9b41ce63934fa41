import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blank, fillOval } from './picture.ts'
import { drawPractice, PRACTICE_KINDS, scoreMarks, suggestMites, workingScale, type Picture, type Suggestion } from './index.ts'

function search(picture: Picture, mitePixels: number): { found: Suggestion[]; steps: number[] } {
  const run = suggestMites(picture, mitePixels)
  const steps: number[] = []
  for (;;) {
    const step = run.next()
    if (step.done) return { found: step.value, steps }
    steps.push(step.value)
  }
}

describe('a practice picture', () => {
  it('is the same for the same seed, and another for another', () => {
    const [one, same, other] = [1, 1, 2].map((seed) => drawPractice('tray', 9, seed, 400, 300))
    expect(one?.pixels).toEqual(same?.pixels)
    expect(one?.mites).toEqual(same?.mites)
    expect(other?.mites).not.toEqual(one?.mites)
  })
  it.each(PRACTICE_KINDS)('shows as many mites on a %s as it says, apart, and inside it', (kind) => {
    for (const n of [0, 1, 40]) {
      const drawn = drawPractice(kind, n, n + 3, 640, 480)
      expect(drawn.mites).toHaveLength(n)
      for (const [i, m] of drawn.mites.entries()) {
        expect(m.x > 0 && m.x < 1 && m.y > 0 && m.y < 1).toBe(true)
        for (const o of drawn.mites.slice(i + 1)) expect(Math.hypot((m.x - o.x) * 640, (m.y - o.y) * 480)).toBeGreaterThan(drawn.mitePixels)
      }
    }
  })
})

describe('suggestions', () => {
  it.each(PRACTICE_KINDS)('point at nearly every drawn mite on a %s, with few crumbs among them', (kind) => {
    for (const seed of [11, 12, 13]) {
      const drawn = drawPractice(kind, 20, seed, 1000, 750)
      const { found } = search(drawn, drawn.mitePixels)
      const score = scoreMarks(drawn.mites, found, drawn.mitePixels / drawn.width, drawn.height / drawn.width)
      expect(score.missed.length).toBeLessThanOrEqual(2)
      expect(score.wrong.length).toBeLessThanOrEqual(10)
    }
  })
  it('tell how far they are, ever further, and end', () => {
    const { steps } = search(drawPractice('board', 3, 1, 400, 300), 4)
    expect(steps.length).toBeGreaterThan(3)
    expect(steps).toEqual(steps.toSorted((a, b) => a - b))
    expect(steps.at(-1)).toBeLessThanOrEqual(1)
  })
  it('find nothing on a blank board, in a round black dot, or in one far too large', () => {
    const picture = blank(200, 150)
    expect(search(picture, 12).found).toEqual([])
    fillOval(picture, { x: 50, y: 50, long: 6, short: 4, turn: 1 }, () => [20, 20, 20])
    fillOval(picture, { x: 140, y: 80, long: 40, short: 26, turn: 0 }, () => [120, 55, 30])
    expect(search(picture, 12).found).toEqual([])
    fillOval(picture, { x: 50, y: 110, long: 6, short: 4, turn: 1 }, () => [120, 55, 30])
    const { found } = search(picture, 12)
    expect(found).toHaveLength(1)
    expect(found[0]?.x).toBeCloseTo(50 / 200, 2)
    expect(found[0]?.y).toBeCloseTo(110 / 150, 2)
  })
  it('look at a large picture made small, never at a small one made large', () => {
    expect(workingScale(4000, 400)).toBeLessThan(0.7)
    expect(workingScale(600, 400)).toBe(1)
  })
})

describe('marks against what is there', () => {
  const spots = fc.array(fc.record({ x: fc.double({ min: 0, max: 1, noNaN: true }), y: fc.double({ min: 0, max: 1, noNaN: true }) }), {
    maxLength: 25,
  })
  it('leave nothing out and count nothing twice', () => {
    fc.assert(
      fc.property(spots, spots, (mites, marks) => {
        const { hits, missed, wrong } = scoreMarks(mites, marks, 0.05, 0.75)
        expect(hits.length + missed.length).toBe(mites.length)
        expect(hits.length + wrong.length).toBe(marks.length)
      }),
    )
  })
  it('are all right where every mite is marked', () => {
    fc.assert(
      fc.property(spots, (mites) => {
        expect(scoreMarks(mites, mites, 0.001, 1)).toMatchObject({ missed: [], wrong: [] })
      }),
    )
  })
  it('take one of two marks on one mite', () => {
    const score = scoreMarks(
      [{ x: 0.5, y: 0.5 }],
      [
        { x: 0.5, y: 0.5 },
        { x: 0.505, y: 0.5 },
      ],
      0.02,
      1,
    )
    expect(score.hits).toHaveLength(1)
    expect(score.wrong).toEqual([{ x: 0.505, y: 0.5 }])
  })
})
