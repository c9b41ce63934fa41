/** Today with many yards: nothing is lost by folding, and the worst comes first. */
import { describe, expect, it } from 'vitest'
import { countYards, foldJobs, rankYards, todayOfYards, yardState, type YardState } from '@thistle/core/holding'
import { bareColony, bareCount, bareSettings, bareYard } from '../cases/records.ts'

const TODAY = '2026-08-12'
/** A yard whose colonies were washed yesterday with so many mites each; null: never. */
const yardOf = (name: string, mites: readonly (number | null)[]): YardState =>
  yardState(
    bareYard(TODAY, {
      id: name,
      name,
      colonies: mites.map((n, i) =>
        bareColony({
          id: `${name} ${i}`,
          name: `C${i}`,
          counts: n === null ? [] : [bareCount('2026-08-11', n, { id: `${name} ${i}` })],
          placement: { id: `p ${name} ${i}`, version: 1, position: i + 1, fromDay: '2026-03-01', yardId: name },
        }),
      ),
    }),
    bareSettings,
  )
const quiet = yardOf('Quiet', [0, 0])
const over = yardOf('Over', [11, 0])
const danger = yardOf('Danger', [0, 24])
const uncounted = yardOf('Uncounted', [null, null, null])

describe('many yards', () => {
  it('the worst first: in danger, over the limit, something due, nothing; alike in their own order', () => {
    expect(rankYards([quiet, uncounted, over, danger]).map((y) => y.yard.name)).toEqual(['Danger', 'Over', 'Uncounted', 'Quiet'])
    const twin = yardOf('Twin', [0, 0])
    expect(rankYards([twin, quiet]).map((y) => y.yard.name)).toEqual(['Twin', 'Quiet'])
  })
  it('each is counted once, by the most that is the matter with it', () => {
    expect(countYards([quiet, uncounted, over, danger])).toEqual({ danger: 1, late: 0, over: 1, due: 1, quiet: 1 })
  })
  it('folded by job or by yard no line is lost, colonies are counted once, and what alarms stands first', () => {
    const { due } = todayOfYards([quiet, uncounted, over, danger, yardOf('More', [null])])
    const nameOf = (line: (typeof due)[number]) => line.step.name
    for (const by of ['job', 'yard'] as const) {
      const folds = foldJobs(due, by, nameOf)
      expect(folds.flatMap((f) => f.lines).toSorted((a, b) => a.key.localeCompare(b.key))).toEqual(due.toSorted((a, b) => a.key.localeCompare(b.key)))
      expect(folds[0]!.alarm).toBe(true)
    }
    const jobs = foldJobs(due, 'job', nameOf)
    expect(jobs.map((f) => [f.title, f.colonies, f.yards])).toEqual([
      ['choose a treatment', 2, 2],
      ['count', 4, 2],
    ])
    expect(foldJobs(due, 'yard', nameOf).map((f) => f.title)).toContain('Uncounted')
  })
})
