/**
 * `npm run test:long`: the suites that take long, each with more of everything and with examples it has not tried before:
 * hostile requests, random inputs on every screen, random machines against the plain search, random tables, random edits, a fault of every
 * kind in every component, killed servers, many of them over one database, and what `docs/operating.md` says. Says how long each took; ends with 1 when one fails.
 */
import { spawnSync } from 'node:child_process'
import { build, installBrowser, installPackages, installPostgres, installProxy, root } from './install.mjs'

const jest = (project, ...patterns) => ['node', ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js', ...patterns, '--selectProjects', project]]

const SUITES = [
  ['20,000 hostile requests', jest('unit', 'server/test/hostile'), { RHEOSCOPE_FUZZ: '20000' }],
  ['10,000 hostile entries', jest('unit', 'server/test/accepted'), { RHEOSCOPE_ENTRIES: '10000' }],
  ['5,000 random machines and 1,000 prototypes against the plain search', jest('unit', 'core/test/check/explore'), { RHEOSCOPE_MACHINES: '5000', RHEOSCOPE_PROTOTYPES: '1000', RHEOSCOPE_RANDOM_RUNS: '60', RHEOSCOPE_WAYS: '40', NODE_OPTIONS: '--max-old-space-size=8192' }],
  ['2,000 random tables with what is written and done to them', jest('unit', 'core/test/check/explore/records'), { RHEOSCOPE_SHOPS: '2000' }],
  ['checks after edits against checks from scratch', jest('unit', 'core/test/check/incremental'), { RHEOSCOPE_EDITED: '60' }],
  ['10,000 random inputs on every screen', jest('unit', 'core/test/run/random-inputs'), { RHEOSCOPE_RANDOM_RUNS: '100' }],
  ['10,000 random projects in the written form', jest('unit', 'core/test/written/form'), { RHEOSCOPE_WRITTEN: '10000' }],
  ['every property with other examples', jest('unit', 'core/test', 'web/test'), {}],
  ['a fault of every kind in every component', ['npx', ['tsx', 'scripts/seed-faults.ts']], {}],
  ['50 windows at 8 processes that are killed, for 10 minutes; with root also a full disk', jest('e2e', 'e2e/shared-database', '--forceExit'), { RHEOSCOPE_PROCESSES: '8', RHEOSCOPE_WINDOWS: '50', RHEOSCOPE_SECONDS: '600', ...(process.getuid?.() === 0 ? { RHEOSCOPE_DISK_MB: '1500' } : {}) }],
  ['every job by hand', jest('e2e', 'e2e/jobs', '--forceExit'), { RHEOSCOPE_JOBS: 'all' }],
  ['what a screen reader meets at 20 instants of each take', jest('e2e', 'e2e/screen-reader', '--forceExit'), { RHEOSCOPE_INSTANTS: '20' }],
  ['pages that run by themselves through every take, and through every rule of every component', jest('e2e', 'e2e/handover', '--forceExit'), { RHEOSCOPE_TAKES: 'all' }],
  ['what docs/operating.md says', ['npx', ['tsx', 'scripts/follow-operating.ts']], {}],
  ['1,000 kills', jest('e2e', 'e2e/durability', '--forceExit'), { RHEOSCOPE_KILLS: '1000' }],
]

installPackages()
installBrowser()
installPostgres()
installProxy()
build()
const times = []
for (const [what, [command, args], environment] of SUITES) {
  process.stdout.write(`— ${what}\n`)
  const began = Date.now()
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { RHEOSCOPE_SEED: 'any', ...environment, ...process.env } })
  times.push(`${status === 0 ? 'passed' : 'failed'}  ${Math.round((Date.now() - began) / 1000)} s  ${what}`)
  if (status !== 0) process.exitCode = 1
}
process.stdout.write(`${times.join('\n')}\n`)
