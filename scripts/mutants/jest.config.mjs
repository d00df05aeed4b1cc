export default {
  rootDir: '../../core',
  testEnvironment: 'node',
  testMatch: ['<rootDir>/tests-of-mutants.mjs'],
  transform: {},
  moduleFileExtensions: ['mjs', 'js', 'json', 'node'],
}
