import { shared } from './jest.config.mjs'

/** The folders of tests that are to notice a mutant, without those that take long; `npm run mutants` chooses them by slice. */
const folders = (process.env.RHEOSCOPE_MUTANT_TESTS ?? 'core/test').split(',')

export default {
  ...shared,
  roots: folders.map((folder) => `<rootDir>/${folder}`),
  testMatch: ['**/*.test.ts'],
  moduleNameMapper: { '^@rheoscope/core/schema$': '<rootDir>/core/src/document/schema/index.ts', '^@rheoscope/core/(.*)$': '<rootDir>/core/src/$1/index.ts' },
}
