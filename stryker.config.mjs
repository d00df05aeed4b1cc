/**
 * What the mutation tester works with; `npm run mutants` says which files it is to mutate and where the results are kept.
 * @type {import('@stryker-mutator/api/core').PartialStrykerOptions}
 */
export default {
  packageManager: 'npm',
  testRunner: 'jest',
  testRunnerNodeArgs: ['--experimental-vm-modules', '--no-warnings'],
  jest: { projectType: 'custom', configFile: 'jest.mutants.config.mjs', enableFindRelatedTests: false },
  coverageAnalysis: 'perTest',
  ignoreStatic: false,
  mutator: { excludedMutations: ['StringLiteral'] },
  ignorePatterns: ['**', '!core/**', '!docs/semantics.md', '!package.json', '!tsconfig.json', '!jest.config.mjs', '!e2e/jobs', '!jest.mutants.config.mjs'],
  tempDirName: '.mutants/sandbox',
  incremental: true,
  reporters: ['clear-text'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false, reportScoreTable: true },
  allowEmpty: true,
  concurrency: 2,
  timeoutMS: 10_000,
}
