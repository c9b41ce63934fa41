/** Draws some of a folder's changes by a shown seed: those whose hash with the seed is smallest, so the same seed draws the same ones. */
import { createHash } from 'node:crypto'
import { declareClassPlugin, PluginKind } from '@stryker-mutator/api/plugin'

class Sample {
  async init() {}

  /** All in one group, so that they can be held against each other. */
  async group(mutants) {
    return [mutants.map((mutant) => mutant.id)]
  }

  async check(mutants) {
    const { MUTATE_SAMPLE = 'Infinity', MUTATE_SEED = '' } = process.env
    const rank = (mutant) =>
      createHash('sha256')
        .update([MUTATE_SEED, mutant.fileName.replace(/.*\/(core|server)\//, '$1/'), JSON.stringify(mutant.location), mutant.replacement].join('|'))
        .digest('hex')
    const drawn = new Set(
      mutants
        .map((mutant) => [rank(mutant), mutant.id])
        .sort()
        .slice(0, Number(MUTATE_SAMPLE))
        .map(([, id]) => id),
    )
    return Object.fromEntries(mutants.map(({ id }) => [id, drawn.has(id) ? { status: 'passed' } : { status: 'compileError', reason: 'not drawn' }]))
  }
}

export const strykerPlugins = [declareClassPlugin(PluginKind.Checker, 'sample', Sample)]
