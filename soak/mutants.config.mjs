/**
 * What `npm run soak -- mutants FOLDER` runs: the code of a folder is changed in one small way after another, and each
 * time a test has to notice. Minutes to hours; what was found is kept in tmp/, and only what changed since is tried
 * again.
 */
const folder = process.env['KIBOU_MUTANTS'] ?? 'core/food'

/** @type {import('@stryker-mutator/api/core').PartialStrykerOptions} */
export default {
  testRunner: 'vitest',
  vitest: { configFile: 'soak/mutants.vitest.ts' },
  plugins: ['@stryker-mutator/vitest-runner'],
  mutate: [folder.endsWith('.ts') ? `src/${folder}` : `src/${folder}/**/*.ts`, '!src/**/*.test.ts', '!src/**/tests/**'],
  coverageAnalysis: 'perTest',
  // What runs once as a file is loaded is tried with every test of the folder: hours, for tables of words.
  ignoreStatic: true,
  incremental: true,
  incrementalFile: `tmp/mutants/${folder.replaceAll('/', '-')}.json`,
  tempDirName: 'tmp/mutants/run',
  ignorePatterns: ['.next', 'tmp', 'build', 'data', 'test-results', 'docs/screenshots', 'e2e'],
  reporters: ['clear-text', 'progress-append-only'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false, reportScoreTable: true },
  thresholds: { high: 95, low: 85, break: 85 },
  timeoutMS: 20_000,
  // All tests of the core once, on a machine that does other things beside it.
  dryRunTimeoutMinutes: 30,
  allowConsoleColors: false,
  checkers: [],
  disableTypeChecks: true,
}
