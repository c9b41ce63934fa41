import { readdirSync } from 'node:fs'
import { defineConfig } from 'vitest/config'

/** Core's own tests on the copy that is mutated: its packages lead back to the original, so each name is given its place here. */
export default defineConfig({
  resolve: {
    alias: readdirSync('core/src').map((name) => ({ find: `@thistle/core/${name}`, replacement: `${process.cwd()}/core/src/${name}/index.ts` })),
  },
  test: {
    include: ['core/src/**/*.test.ts', 'tests/core/**/*.test.ts', 'tests/references/**/*.test.ts'],
    exclude: ['tests/core/controls.test.ts', 'tests/core/every-sentence.test.ts'],
    environment: 'node',
    testTimeout: 30_000,
  },
})
