// ./zetesis mutants: small faults put into core one by one; what no test notices is said. Not part of the test command.
/** @type {import('@stryker-mutator/api/core').PartialStrykerOptions} */
export default {
  testRunner: 'in-one-process',
  plugins: ['./scripts/mutants-runner.mjs'],
  coverageAnalysis: 'perTest',
  mutate: [
    'core/src/{log,run,charge,tuning,vacuum,measurement}/**/*.ts',
    '!core/src/**/*.test.ts',
    '!core/src/**/testing*.ts',
  ],
  // words and texts of errors aren't what is judged by
  mutator: { excludedMutations: ['StringLiteral'] },
  ignorePatterns: ['/app/src', '/app/dist*', '/app/public', '/server', '/e2e', '/deploy', '.data', 'reports'],
  ignoreStatic: true,
  concurrency: 2,
  timeoutMS: 20_000,
  // on a machine that has much else to do
  dryRunTimeoutMinutes: 30,
  tempDirName: '.data/mutants',
  reporters: ['clear-text', 'progress-append-only', 'json'],
  jsonReporter: { fileName: '.data/mutants.json' },
  clearTextReporter: { allowColor: false, logTests: false },
  allowConsoleColors: false,
}
