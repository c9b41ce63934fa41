/** What `npm run mutate` asks of the mutation testing package; what to change comes by the environment. */
const { MUTATE: folder, MUTATE_OUT: out, MUTATE_SAMPLE: sample, MUTATE_AT_ONCE: atOnce = '2' } = process.env

export default {
  testRunner: 'vitest',
  plugins: ['@stryker-mutator/vitest-runner', './scripts/setup/stryker.sample.mjs'],
  checkers: sample ? ['sample'] : [],
  // By the files a test imports none would be found: the packages of the workspace are links.
  vitest: { configFile: 'scripts/setup/stryker.vitest.ts', related: false },
  mutate: [`${folder}/**/*.ts`, '!**/*.test.ts', '!**/index.ts'],
  ignorePatterns: [
    '.data',
    '.build',
    'web',
    'tests/browser',
    'tests/commands',
    // The server's tests read the documents.
    ...(folder.startsWith('core') ? ['docs', 'server', 'tests/api'] : []),
  ],
  coverageAnalysis: 'perTest',
  // Words alone need not be mutated, nor what runs once as a module is read.
  mutator: { excludedMutations: ['StringLiteral', 'ObjectLiteral'] },
  ignoreStatic: true,
  timeoutMS: folder.startsWith('core') ? 4000 : 20_000,
  // The server's tests take minutes before the first change is made.
  dryRunTimeoutMinutes: 30,
  concurrency: Number(atOnce),
  incremental: !sample,
  incrementalFile: `${out}/known.json`,
  tempDirName: `${out}/sandbox`,
  reporters: ['progress-append-only', 'clear-text', 'html', 'json'],
  clearTextReporter: { allowColor: false, reportTests: false, reportMutants: true, reportScoreTable: true },
  htmlReporter: { fileName: `${out}/report.html` },
  jsonReporter: { fileName: `${out}/report.json` },
}
