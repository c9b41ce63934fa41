import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './scripts/setup/install.mjs'

/** The browser tests; each worker starts a server of its own on the cluster that `npm test` hands in. */
export default defineConfig({
  testDir: 'tests/browser',
  testMatch: '*.spec.ts',
  // More than there are processors: a browser test waits half of its time.
  workers: 3,
  retries: 0,
  forbidOnly: true,
  timeout: 240_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json', { outputFile: process.env.PLAYWRIGHT_JSON ?? 'test-results/browser.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    // Where the page comes from this device a test says so itself: elsewhere what is fetched is what the server has.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: CHROMIUM,
      args: ['--disable-gpu', '--disable-quic', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run'],
    },
  },
})
