import { describe, expect, it } from 'vitest'
import { atOnce, inTurn, withRests, type InSteps, type Rests } from './index.ts'

const often = (longest: number): Rests => ({ now: () => performance.now(), longest, breathe: () => Promise.resolve() })
const work = (ms: number) => {
  const until = performance.now() + ms
  while (performance.now() < until);
}

describe('work in turn', () => {
  it('does every step once, in its order', async () => {
    const done: number[] = []
    await inTurn(
      [1, 2, 3, 4].map((n) => () => done.push(n)),
      often(0),
    )
    expect(done).toEqual([1, 2, 3, 4])
  })
  it('breathes once its time is over, and not after each small step', async () => {
    let breaths = 0
    const breathe = () => Promise.resolve(void breaths++)
    await inTurn(
      Array.from({ length: 10 }, () => () => work(3)),
      { ...often(5), breathe },
    )
    // Every second step ends 6 ms or more after a breath.
    expect(breaths).toBeGreaterThanOrEqual(5)
    expect(breaths).toBeLessThanOrEqual(10)
    breaths = 0
    await inTurn(
      Array.from({ length: 100 }, () => () => undefined),
      { ...often(1000), breathe },
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
      { ...often(0), breathe: () => new Promise((resolve) => setImmediate(resolve)) },
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
    await expect(inTurn(steps, often(0))).rejects.toThrow('no')
    expect(done).toEqual(['a'])
  })
  it('comes to the same end with rests and without, and says how far it is before each rest', async () => {
    function* sum(): InSteps<number, number> {
      let all = 0
      for (let n = 1; n <= 5; n++) {
        all += n
        yield n
      }
      return all
    }
    const heard: number[] = []
    // Gauss.
    expect(atOnce(sum())).toBe(15)
    expect(await withRests(sum(), often(0), (n) => heard.push(n))).toBe(15)
    expect(heard).toEqual([1, 2, 3, 4, 5])
  })
})
