import { describe, expect, it } from 'vitest'
import { inTurn } from './index.ts'

const work = (ms: number) => {
  const until = performance.now() + ms
  while (performance.now() < until);
}

describe('work in turn', () => {
  it('does every step once, in its order', async () => {
    const done: number[] = []
    await inTurn(
      [1, 2, 3, 4].map((n) => () => done.push(n)),
      0,
      () => Promise.resolve(),
    )
    expect(done).toEqual([1, 2, 3, 4])
  })
  it('breathes once its time is over, and not after each small step', async () => {
    let breaths = 0
    const breathe = () => Promise.resolve(void breaths++)
    await inTurn(
      Array.from({ length: 10 }, () => () => work(3)),
      5,
      breathe,
    )
    // Every second step ends 6 ms or more after a breath.
    expect(breaths).toBeGreaterThanOrEqual(5)
    expect(breaths).toBeLessThanOrEqual(10)
    breaths = 0
    await inTurn(
      Array.from({ length: 100 }, () => () => undefined),
      1000,
      breathe,
    )
    expect(breaths).toBe(0)
  })
  it('lets others have their turn while it breathes', async () => {
    const seen: string[] = []
    const other = new Promise<void>((resolve) =>
      setImmediate(() => {
        seen.push('other')
        resolve()
      }),
    )
    await inTurn(
      ['a', 'b'].map((s) => () => void seen.push(s)),
      0,
      () => new Promise((resolve) => setImmediate(resolve)),
    )
    await other
    expect(seen).toEqual(['a', 'other', 'b'])
  })
  it('ends with the step that throws', async () => {
    const done: string[] = []
    const fail = (): never => {
      throw new Error('no')
    }
    const steps = [() => done.push('a'), fail, () => done.push('b')]
    await expect(inTurn(steps, 0, () => Promise.resolve())).rejects.toThrow('no')
    expect(done).toEqual(['a'])
  })
})
