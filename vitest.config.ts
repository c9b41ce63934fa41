import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    // Two cores are usual; the default leaves one of them idle.
    maxWorkers: 2,
    projects: [
      {
        test: {
          name: 'core',
          // Nothing is kept between the files of a worker but what was loaded, and loading it anew for each took a quarter of the time.
          isolate: false,
          // A test that hangs is ended; how fast one is is no test's matter, and a busy machine takes three times as long.
          testTimeout: 120_000,
          hookTimeout: 120_000,
          include: ['core/src/**/*.test.ts', 'tests/core/**/*.test.ts', 'tests/references/**/*.test.ts', 'tests/commands/case.test.ts'],
          environment: 'node',
        },
      },
      {
        plugins: [vue()],
        test: { name: 'page', include: ['web/src/**/*.test.ts'], environment: 'happy-dom', testTimeout: 120_000, hookTimeout: 120_000 },
      },
      {
        test: {
          name: 'server',
          isolate: false,
          include: ['server/src/**/*.test.ts', 'tests/api/**/*.test.ts', 'tests/commands/!(case).test.ts'],
          environment: 'node',
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
    ],
  },
})
