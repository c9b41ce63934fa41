/** What `npm run mutate` asks of the mutation testing package; the folder comes by the environment. */
const folder = process.env.MUTATE
const out = process.env.MUTATE_OUT

export default {
  testRunner: 'vitest',
  plugins: ['@stryker-mutator/vitest-runner'],
  // By the files a test imports none would be found: the packages of the workspace are links.
  vitest: { configFile: 'scripts/setup/stryker.vitest.ts', related: false },
  mutate: [`core/src/${folder}/**/*.ts`, '!core/src/**/*.test.ts', '!core/src/**/index.ts'],
  ignorePatterns: ['.data', '.build', 'docs', 'web', 'server', 'tests/browser', 'tests/api', 'tests/commands'],
  coverageAnalysis: 'perTest',
  // Words alone need not be mutated, nor what runs once as a module is read.
  mutator: { excludedMutations: ['StringLiteral', 'ObjectLiteral'] },
  ignoreStatic: true,
  timeoutMS: 4000,
  concurrency: 2,
  incremental: true,
  incrementalFile: `${out}/known.json`,
  tempDirName: `${out}/sandbox`,
  reporters: ['clear-text', 'html', 'json'],
  clearTextReporter: { allowColor: false, reportTests: false, reportMutants: true, reportScoreTable: true },
  htmlReporter: { fileName: `${out}/report.html` },
  jsonReporter: { fileName: `${out}/report.json` },
}
