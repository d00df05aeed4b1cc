const transform = { '^.+\\.tsx?$': ['@swc/jest', { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022', transform: { react: { runtime: 'automatic' } }, experimental: { keepImportAttributes: true } }, module: { type: 'es6' } }] }

/** Jobs whose gestures others need as well: they are done by hand in the long run only. */
const LONG_ONLY = ['buoy-marker', 'crew-tray', 'crossing-mood', 'deck-filter', 'drill-notice', 'gangway-switch', 'luggage-tag', 'read-on', 'route-panel']

const shared = {
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  setupFiles: [new URL('core/test/same-seed.ts', import.meta.url).pathname],
  transform,
}

export default {
  projects: [
    { ...shared, displayName: 'unit', roots: ['<rootDir>/core', '<rootDir>/server', '<rootDir>/web', '<rootDir>/cli'], testMatch: ['**/test/**/*.test.ts'] },
    { ...shared, displayName: 'e2e', roots: ['<rootDir>/e2e'], testMatch: ['**/*.test.ts'], testPathIgnorePatterns: ['/node_modules/', ...(process.env.RHEOSCOPE_JOBS === 'all' ? [] : LONG_ONLY.map((job) => `/jobs/${job}\\.test\\.ts$`))], setupFilesAfterEnv: ['<rootDir>/e2e/harness/patience.ts'], globalSetup: '<rootDir>/e2e/harness/shared.ts', globalTeardown: '<rootDir>/e2e/harness/shared-end.ts' },
  ],
}
