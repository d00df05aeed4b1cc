import { readdirSync } from 'node:fs'

const transform = { '^.+\\.tsx?$': ['@swc/jest', { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022', transform: { react: { runtime: 'automatic' } }, experimental: { keepImportAttributes: true } }, module: { type: 'es6' } }] }

/** Making every job from an empty project takes long: with `RHEOSCOPE_JOBS=third` a third of them is made, another one each day. */
function jobsLeftOut() {
  if (process.env.RHEOSCOPE_JOBS !== 'third') return []
  const today = Math.floor(Date.now() / 86_400_000) % 3
  return readdirSync(new URL('e2e/jobs', import.meta.url)).sort().filter((_file, index) => index % 3 !== today).map((file) => `/e2e/jobs/${file}$`)
}

export const shared = {
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  setupFiles: [new URL('core/test/same-seed.ts', import.meta.url).pathname],
  transform,
}

export default {
  projects: [
    { ...shared, displayName: 'unit', roots: ['<rootDir>/core', '<rootDir>/server', '<rootDir>/web', '<rootDir>/cli'], testMatch: ['**/test/**/*.test.ts'] },
    { ...shared, displayName: 'e2e', roots: ['<rootDir>/e2e'], testMatch: ['**/*.test.ts'], testPathIgnorePatterns: ['/node_modules/', ...jobsLeftOut()], setupFilesAfterEnv: ['<rootDir>/e2e/harness/patience.ts'], globalSetup: '<rootDir>/e2e/harness/shared.ts', globalTeardown: '<rootDir>/e2e/harness/shared-end.ts' },
  ],
}
