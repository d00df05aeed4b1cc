/**
 * What the mutation tester works with. Texts are not mutated: what they say is held by reading them.
 * @type {import('@stryker-mutator/api/core').PartialStrykerOptions}
 */
export default {
  packageManager: 'npm',
  plugins: [`${import.meta.dirname}/bundle-runner.mjs`],
  testRunner: 'bundle',
  buildCommand: 'node scripts/mutants/bundle-tests.mjs',
  coverageAnalysis: 'perTest',
  mutator: { excludedMutations: ['StringLiteral'] },
  ignorePatterns: ['**', '!core/**', '!scripts/mutants/**', '!docs/**', '!package.json', '!tsconfig.json'],
  tempDirName: '.mutants/sandbox',
  incremental: true,
  reporters: ['json'],
  concurrency: Number(process.env.RHEOSCOPE_MUTANTS_AT_ONCE ?? 2),
  timeoutMS: 3000,
  dryRunTimeoutMinutes: 20,
  timeoutFactor: 2.5,
  warnings: { slow: false },
}
