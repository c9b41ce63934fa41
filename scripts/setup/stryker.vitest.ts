import { readdirSync, statSync } from 'node:fs'
import { BaseSequencer } from 'vitest/node'
import { defineConfig } from 'vitest/config'

/** The files that are there to guard a folder of the server: every one of its tests is asked of whatever each request passes, and a change that survives them all takes minutes. */
const GUARDS: Readonly<Record<string, readonly string[]>> = {
  'server/src/access': ['access', 'rights', 'trust', 'people'],
  'server/src/records': ['records', 'rights', 'counting', 'changes', 'yards', 'happened', 'together'],
  'server/src/courses': ['courses', 'happened', 'rights', 'changes', 'records', 'yards'],
}
const folder = process.env.MUTATE ?? ''
const server = folder.startsWith('server')

/** The shortest files first: the first test that fails ends the run. */
class ShortestFirst extends BaseSequencer {
  override sort(files: Parameters<BaseSequencer['sort']>[0]): ReturnType<BaseSequencer['sort']> {
    return Promise.resolve([...files].sort((a, b) => statSync(a.moduleId).size - statSync(b.moduleId).size))
  }
}

/** The tests on the copy that is mutated: its packages lead back to the original, so each name is given its place here. */
export default defineConfig({
  resolve: {
    alias: readdirSync('core/src').map((name) => ({ find: `@thistle/core/${name}`, replacement: `${process.cwd()}/core/src/${name}/index.ts` })),
  },
  test: {
    include: server
      ? (GUARDS[folder]?.map((name) => `tests/api/${name}.test.ts`) ?? ['server/src/**/*.test.ts', 'tests/api/**/*.test.ts'])
      : ['core/src/**/*.test.ts', 'tests/core/**/*.test.ts', 'tests/references/**/*.test.ts'],
    exclude: ['tests/core/controls.test.ts', 'tests/core/every-sentence.test.ts'],
    setupFiles: ['scripts/setup/stryker.setup.ts'],
    environment: 'node',
    isolate: false,
    sequence: { sequencer: ShortestFirst },
    testTimeout: server ? 60_000 : 30_000,
    hookTimeout: 60_000,
  },
})
